"""The zip of a pocket: how long it is, and which of the lengths sold is bought."""

from ambitus.core.form.model import Strip
from ambitus.core.grammar.extra.cloth import Terms
from ambitus.core.grammar.top.zip.tape import PAST_WINDOW
from ambitus.core.lengths import snap, system_of
from ambitus.core.spec.resolved import Item, Resolved
from ambitus.core.sums import Sum, Term

#: What a zip reaches past either end of what is opened by it.
PAST = PAST_WINDOW
_NAME = "Coil zip"


def coil_tape(bag: Resolved) -> float:
    """Return how wide the tape of a coil zip is sold, in mm."""
    return bag.facts.zips["coil"].tape.mm(bag.unit)


def longest_sold(item: Item) -> float:
    """Return how long the longest coil zip is that is sold, in mm."""
    return item.bag.facts.zips["coil"].stock[system_of(item.bag.unit)][-1]


def zip_strip(item: Item, long: Terms, past: str, tape: Term) -> Strip:
    """
    Return a zip as long as *long* and what lies past its ends, *past* saying what becomes of that; the next
    length that is sold is bought.
    """
    bag = item.bag
    beyond = Term("Past either end", 2 * PAST.mm(bag.unit), past, "default", 2)
    length = Sum("Zip, at least", (*long, beyond))
    stock = bag.facts.zips["coil"].stock[system_of(bag.unit)]
    sold = next((mm for mm in stock if mm >= length.total - 1e-6), None)
    more = {}
    if sold is not None:
        rest = Term(
            "To the next length sold", snap(sold - length.total), "Cut off, or left behind.", "derived"
        )
        more["buy"] = Sum("Zip to buy", (*length.terms, *((rest,) if rest.mm else ())))
    width = Sum("Tape", (tape,))
    return Strip("closure", "zip", "Zip", 1, length, width, material=_NAME, more=more, at=f"zip {item.at}")
