"""The fields of the cloths."""

from typing import Literal

from ambitus.core.fields import Choice, Length

OUTER_CLOTH = Choice[str]("cloth.outer")
LINING_CLOTH = Choice[str]("cloth.lining")
CONTRAST_CLOTH = Choice[str]("cloth.contrast")
PRINT = Choice[Literal["plain", "one_way"]]("cloth.print")
BOTTOM = Choice[Literal["same", "contrast"]]("cloth.bottom")
BOTTOM_HEIGHT = Length("cloth.bottom_height")
DOUBLED_CLOTH = Choice[Literal["single", "doubled"]]("cloth.doubled")
ONCE = Choice[Literal["again", "once"]]("cloth.once")
MADE = Choice[Literal["whole", "strips", "widened", "lengthened", "two", "zip"]]("cloth.made")
MADE_ON = Choice[Literal["both", "front"]]("cloth.made_on")
PRINT_WIDE = Length("cloth.print_wide")
PRINT_HIGH = Length("cloth.print_high")
WIDENED_WITH = Choice[Literal["contrast", "outer"]]("cloth.widened_with")
FIRST_MOTIF = Length("cloth.first_motif")
BASE_LINE = Length("cloth.base_line")
STRIPS_RUN = Choice[Literal["across", "up"]]("cloth.strips_run")
STRIPS_FIT = Choice[Literal["last", "alike"]]("cloth.strips_fit")
STRIPS_OF = Choice[Literal["same", "alternate"]]("cloth.strips_of")
STRIP = Length("cloth.strip")
STRIP_SPARE = Length("cloth.strip_spare")
#: a front made up round the zip of a pocket: its strip, its tape and seam, what is trimmed, its ends
FRONT_STRIP = Length("cloth.zip_strip")
FRONT_TAPE = Length("cloth.zip_tape")
FRONT_ZIP = Length("cloth.zip_seam")
FRONT_SPARE = Length("cloth.zip_spare")
FRONT_COVERS = Choice[Literal["caught", "covered"]]("cloth.zip_covers")
FRONT_COVER = Length("cloth.zip_cover")
BASE_CLOTH = Choice[Literal["bottom", "outer"]]("cloth.base_of")
