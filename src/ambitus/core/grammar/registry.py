"""Every variant there is, one line each. A new variant is its own folder and a line here."""

from ambitus.core.grammar.base.all_round.variant import ALL_ROUND
from ambitus.core.grammar.base.box_pouch.variant import BOX_POUCH, BOX_POUCH_CUT
from ambitus.core.grammar.base.boxed.variant import BOXED
from ambitus.core.grammar.base.boxed_after.variant import BOXED_AFTER
from ambitus.core.grammar.base.boxed_pinched.variant import BOXED_PINCHED
from ambitus.core.grammar.base.folded.variant import FOLDED
from ambitus.core.grammar.base.folded_in.variant import FOLDED_IN
from ambitus.core.grammar.base.gusset.variant import GUSSET
from ambitus.core.grammar.base.pleated.variant import PLEATED
from ambitus.core.grammar.base.rounded.variant import ROUNDED
from ambitus.core.grammar.base.seamed.variant import SEAMED
from ambitus.core.grammar.base.separate.variant import SEPARATE
from ambitus.core.grammar.base.side_panels.variant import SIDE_PANELS
from ambitus.core.grammar.base.zip_round.variant import ZIP_ROUND
from ambitus.core.grammar.carry.at_sides.variant import AT_SIDES
from ambitus.core.grammar.carry.clean_edge.variant import CLEAN_EDGE
from ambitus.core.grammar.carry.edges_turned.variant import EDGES_TURNED
from ambitus.core.grammar.carry.four_fold.variant import FOUR_FOLD
from ambitus.core.grammar.carry.in_seam.variant import IN_SEAM
from ambitus.core.grammar.carry.in_turn.variant import IN_TURN
from ambitus.core.grammar.carry.on_face.variant import ON_FACE
from ambitus.core.grammar.carry.on_hem.variant import ON_HEM
from ambitus.core.grammar.carry.to_base.variant import TO_BASE
from ambitus.core.grammar.carry.tube.variant import TUBE
from ambitus.core.grammar.carry.tucked.variant import TUCKED
from ambitus.core.grammar.carry.under_base.variant import UNDER_BASE
from ambitus.core.grammar.carry.webbing.variant import WEBBING
from ambitus.core.grammar.cloth.variant import WOVEN
from ambitus.core.grammar.extra.button_loop.variant import BUTTON_LOOP
from ambitus.core.grammar.extra.flap.variant import FLAP_OVER
from ambitus.core.grammar.extra.hanging_loop.variant import HANGING_LOOP
from ambitus.core.grammar.extra.hook_and_loop.variant import HOOK_AND_LOOP
from ambitus.core.grammar.extra.magnetic_snap.variant import MAGNETIC_SNAP
from ambitus.core.grammar.extra.motif.variant import MOTIF_ON
from ambitus.core.grammar.extra.patch.variant import PATCH
from ambitus.core.grammar.extra.press_stud.variant import PRESS_STUD
from ambitus.core.grammar.extra.side_tab.variant import SIDE_TAB
from ambitus.core.grammar.extra.slip.variant import SLIP
from ambitus.core.grammar.extra.ties.variant import TIES
from ambitus.core.grammar.extra.window_zip.variant import WINDOW_ZIP
from ambitus.core.grammar.extra.zip_across.variant import ZIP_ACROSS
from ambitus.core.grammar.grammar import grammar_of
from ambitus.core.grammar.interfacing.quilted.variant import QUILTED
from ambitus.core.grammar.interfacing.variant import BASE_ONLY, FULL, INSET, KEPT_OUT, NONE
from ambitus.core.grammar.seams.bound import BOUND_SEAM
from ambitus.core.grammar.seams.bound_ends import BOUND_ENDS
from ambitus.core.grammar.seams.enclosed import FELLED, FRENCH, FRENCH_STITCHED
from ambitus.core.grammar.seams.overcast import OVERLOCKED_FIRST, ZIGZAGGED
from ambitus.core.grammar.seams.simple import LAPPED, PLAIN, RAW
from ambitus.core.grammar.top.bands.variant import BANDS
from ambitus.core.grammar.top.bound.variant import BOUND, BOUND_UNLINED
from ambitus.core.grammar.top.casing.variant import CASING
from ambitus.core.grammar.top.double_hem.variant import DOUBLE_HEM
from ambitus.core.grammar.top.on_bars.variant import ON_BARS
from ambitus.core.grammar.top.overlocked_hem.variant import OVERLOCKED_HEM
from ambitus.core.grammar.top.pressed_edges.variant import PRESSED_EDGES
from ambitus.core.grammar.top.raw_edge.variant import RAW_EDGE
from ambitus.core.grammar.top.stitched_channel.variant import STITCHED_CHANNEL
from ambitus.core.grammar.top.turned_through.variant import TURNED_THROUGH
from ambitus.core.grammar.top.zip.variant import ZIP
from ambitus.core.grammar.top.zip_unlined.variant import ZIP_UNLINED

GRAMMAR = grammar_of(
    WOVEN,
    BOXED,
    BOXED_AFTER,
    BOXED_PINCHED,
    FOLDED_IN,
    SEAMED,
    FOLDED,
    ROUNDED,
    GUSSET,
    SIDE_PANELS,
    *SEPARATE,
    BOX_POUCH,
    BOX_POUCH_CUT,
    PLEATED,
    ALL_ROUND,
    ZIP_ROUND,
    TURNED_THROUGH,
    PRESSED_EDGES,
    DOUBLE_HEM,
    OVERLOCKED_HEM,
    RAW_EDGE,
    BOUND,
    BOUND_UNLINED,
    CASING,
    STITCHED_CHANNEL,
    BANDS,
    ON_BARS,
    ZIP,
    ZIP_UNLINED,
    KEPT_OUT,
    FULL,
    INSET,
    BASE_ONLY,
    QUILTED,
    NONE,
    FOUR_FOLD,
    EDGES_TURNED,
    CLEAN_EDGE,
    TUBE,
    WEBBING,
    IN_SEAM,
    AT_SIDES,
    TUCKED,
    ON_HEM,
    IN_TURN,
    ON_FACE,
    TO_BASE,
    UNDER_BASE,
    PATCH,
    SLIP,
    WINDOW_ZIP,
    ZIP_ACROSS,
    MAGNETIC_SNAP,
    PRESS_STUD,
    HOOK_AND_LOOP,
    BUTTON_LOOP,
    TIES,
    SIDE_TAB,
    HANGING_LOOP,
    FLAP_OVER,
    MOTIF_ON,
    PLAIN,
    OVERLOCKED_FIRST,
    ZIGZAGGED,
    BOUND_SEAM,
    BOUND_ENDS,
    FRENCH,
    FRENCH_STITCHED,
    FELLED,
    LAPPED,
    RAW,
)
