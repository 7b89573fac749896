"""How quilting shows on the standing bag: its rows, through the middle of every panel and from there."""

from dataclasses import replace

from ambitus.core.form.model import Form
from ambitus.core.form.stance import Level, Upright
from ambitus.core.grammar.contract import Allowances, Layer
from ambitus.core.grammar.cut_size import front_cut
from ambitus.core.grammar.interfacing.quilted.blank import shares
from ambitus.core.grammar.interfacing.quilted.fields import ROWS_APART, ROWS_RUN
from ambitus.core.lengths import snap
from ambitus.core.spec.resolved import Resolved


def seen_stage(bag: Resolved, layer: Layer, form: Form, allowances: Allowances) -> Form:
    """Return the outer's *form* with its rows to be seen; drawn in, they lie nearer together."""
    if layer != "outer":
        return form
    apart, (across, up) = ROWS_APART.of(bag), shares(bag)
    stance = form.stance
    if not ROWS_RUN.is_(bag, "up"):
        raw = form.height + sum(t.mm for t in bag.kinds.top.allowance(bag, "outer"))
        high = front_cut(bag, form, "height")
        middle, each = raw - high / 2, apart * (1 - up)
        some = range(-int(high / each), int(high / each) + 1)
        rows = [snap(middle + at * each) for at in some]
        levels = (Level(z, "", "rows") for z in rows if stance.bottom < z < form.height)
        stance = replace(stance, levels=(*stance.levels, *levels))
    if not ROWS_RUN.is_(bag, "across"):
        half, each = form.mm("flat_opening") / 2, apart * (1 - across)
        some = range(-int(half / each), int(half / each) + 1)
        uprights = (Upright(x, x, 0.0, form.height, "", "rows") for x in (snap(at * each) for at in some))
        stance = replace(stance, uprights=(*stance.uprights, *uprights))
    return replace(form, stance=stance)
