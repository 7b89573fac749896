"""The form of a boxed bag whose corners are cut out first, in seam lines.

The panel runs under the bag by half the depth. Its corner is notched by half the depth each way; when
every edge then grows by its own allowance, the cut-out of the raw panel comes out of itself, for
equal and unequal allowances, and for a fold, beyond which there is no allowance to grow.
"""

from ambitus.core.form.model import Form
from ambitus.core.grammar.base.panels import deep_form, eats
from ambitus.core.grammar.contract import Allowances
from ambitus.core.grammar.sizes import DEPTH
from ambitus.core.lengths import snap
from ambitus.core.spec.resolved import Resolved


def settle_depth(depth: float, corner: float, bag: Resolved) -> float:
    """
    Return the depth that the cut-out gives once its core is on the cutting grid.

    The core is half the depth less the corner seam; both arms are built from it, so they agree
    whatever was rounded. The depth moves by less than one step (nearest) or two (up).
    """
    return snap(2 * (bag.grid.fit(depth / 2 - corner) + corner))


def form(bag: Resolved, allowances: Allowances) -> Form:
    """
    Return the form of the boxed bag, its size settled on the cutting grid.

    The cut-out's core is rounded first, then the panel is drafted from the depth that it gives:
    width and height land within half a step of what was asked, the depth within one.
    """
    depth = settle_depth(DEPTH.of(bag), eats(allowances, "corner"), bag)
    return deep_form(bag, allowances, depth, notched=True)
