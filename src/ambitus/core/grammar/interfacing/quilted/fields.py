"""The fields of quilted panels."""

from typing import Literal

from ambitus.core.fields import Choice, Length

ROWS_RUN = Choice[Literal["up", "across", "both"]]("interfacing.rows_run")
ROWS_APART = Length("interfacing.rows_apart")
SPARE = Length("interfacing.spare")
SAMPLE = Length("interfacing.sample")
BACKING = Choice[Literal["none", "lining"]]("interfacing.backing")
