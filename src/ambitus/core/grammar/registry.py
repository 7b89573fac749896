"""Every variant there is, one line each. A new variant is its own folder and a line here."""

from ambitus.core.grammar.base.box_pouch import BOX_POUCH, BOX_POUCH_CUT
from ambitus.core.grammar.base.boxed import BOXED
from ambitus.core.grammar.base.boxed_after import BOXED_AFTER
from ambitus.core.grammar.base.boxed_pinched import BOXED_PINCHED
from ambitus.core.grammar.base.folded import FOLDED
from ambitus.core.grammar.base.folded_in import FOLDED_IN
from ambitus.core.grammar.base.gusset import GUSSET
from ambitus.core.grammar.base.seamed import SEAMED
from ambitus.core.grammar.base.separate import SEPARATE
from ambitus.core.grammar.base.side_panels import SIDE_PANELS
from ambitus.core.grammar.carry.clean_edge import CLEAN_EDGE
from ambitus.core.grammar.carry.edges_turned import EDGES_TURNED
from ambitus.core.grammar.carry.four_fold import FOUR_FOLD
from ambitus.core.grammar.carry.in_seam import IN_SEAM
from ambitus.core.grammar.carry.on_face import ON_FACE
from ambitus.core.grammar.carry.on_hem import ON_HEM
from ambitus.core.grammar.carry.tube import TUBE
from ambitus.core.grammar.carry.tucked import TUCKED
from ambitus.core.grammar.carry.webbing import WEBBING
from ambitus.core.grammar.cloth import WOVEN
from ambitus.core.grammar.contract import grammar_of
from ambitus.core.grammar.interfacing import BASE_ONLY, FULL, INSET, KEPT_OUT, NONE
from ambitus.core.grammar.seams import (
    FELLED,
    FRENCH,
    FRENCH_STITCHED,
    LAPPED,
    OVERLOCKED_FIRST,
    PLAIN,
    RAW,
    ZIGZAGGED,
)
from ambitus.core.grammar.top.bands import BANDS
from ambitus.core.grammar.top.casing import CASING
from ambitus.core.grammar.top.double_hem import DOUBLE_HEM
from ambitus.core.grammar.top.overlocked_hem import OVERLOCKED_HEM
from ambitus.core.grammar.top.pressed_edges import PRESSED_EDGES
from ambitus.core.grammar.top.raw_edge import RAW_EDGE
from ambitus.core.grammar.top.stitched_channel import STITCHED_CHANNEL
from ambitus.core.grammar.top.turned_through import TURNED_THROUGH
from ambitus.core.grammar.top.zip import ZIP
from ambitus.core.grammar.top.zip_unlined import ZIP_UNLINED

GRAMMAR = grammar_of(
    WOVEN,
    BOXED,
    BOXED_AFTER,
    BOXED_PINCHED,
    FOLDED_IN,
    SEAMED,
    FOLDED,
    GUSSET,
    SIDE_PANELS,
    *SEPARATE,
    BOX_POUCH,
    BOX_POUCH_CUT,
    TURNED_THROUGH,
    PRESSED_EDGES,
    DOUBLE_HEM,
    OVERLOCKED_HEM,
    RAW_EDGE,
    CASING,
    STITCHED_CHANNEL,
    BANDS,
    ZIP,
    ZIP_UNLINED,
    KEPT_OUT,
    FULL,
    INSET,
    BASE_ONLY,
    NONE,
    FOUR_FOLD,
    EDGES_TURNED,
    CLEAN_EDGE,
    TUBE,
    WEBBING,
    IN_SEAM,
    TUCKED,
    ON_HEM,
    ON_FACE,
    PLAIN,
    OVERLOCKED_FIRST,
    ZIGZAGGED,
    FRENCH,
    FRENCH_STITCHED,
    FELLED,
    LAPPED,
    RAW,
)
