"""The fields of top edges: turning gap, facing, lining, hems."""

from typing import Literal

from ambitus.core.fields import Choice, Length

GAP_IN = Choice[Literal["base", "side"]]("top.gap_in")
GAP = Length("top.gap")
FACING = Choice[Literal["lining", "faced"]]("top.facing")
FACING_HEIGHT = Length("top.facing_height")
LINING_EASE = Choice[Literal["none", "shorter", "deeper"]]("top.ease")
EASE_BY = Length("top.ease_by")
TURN = Length("top.turn")
HEM = Length("top.hem")
TOP_SLIVER = Length("top.sliver")
HEM_EDGE = Choice[Literal["turned", "overlocked"]]("top.hem_edge")
CHANNEL_EDGE = Length("top.edge")
HEADING = Length("top.heading")
TURNED = Choice[Literal["gap", "zip", "never"]]("top.turned")
