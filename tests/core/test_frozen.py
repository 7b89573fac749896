"""What is found on 300 sensible bags stays as it is, with why it is true; and so does what is told."""

import json
from typing import Any

import pytest

from ambitus.core.checks.run import every_rule, findings
from ambitus.core.grammar.registry import GRAMMAR
from bags import drafted
from core import frozen_bags, oracle

BAGS: list[dict[str, Any]] = json.loads(frozen_bags.BAGS.read_text(encoding="utf-8"))
#: why what is found on these bags is true of them; every line of the file was read against it
WHY = {
    "allowance-for-fray": "a cloth that frays much with plain seams of 9 mm or less",
    "bottom-out-of-reach": "the bottom of the usual height, on a bag that was made lower than it",
    "bulk-in-seams": "foam or fleece was chosen cut full, or inset by less than its seam",
    "cloth-too-narrow": "half as large again, a panel in one is wider than its cloth comes",
    "enclosed-under-lining": "French or felled seams were chosen in a lined bag",
    "fused-without-heat": "a fused interfacing on a coated, waxed or nylon outer",
    "gap-cannot-pass": "made half as large, in foam: its straight seam has no room for what has to pass",
    "gap-too-small": "made half as large, its straight seam has no room for a hand, or for foam",
    "gap-tight": "foam was chosen, and the usual gap is not an easy one for so much of it",
    "grid-moved-size": "half the depth less the seam lies on the grid, so an odd depth moves by one step",
    "hand-does-not-go-in": "a small pouch opens less than 100 mm",
    "interfacing-shows": "interfacing was chosen in a bag without a lining",
    "lining-behind-walls": "fleece or foam was chosen in a lined bag",
    "mouth-under-free-arm": "made half as large, its mouth is less than 280 mm round",
    "plain-seams-unlined": "plain seams were chosen without a lining, in a cloth that frays",
    "print-upside-down": "a one-way print on a bag whose outer is folded at its base",
    "raw-edge-frays": "lapped or raw seams, or a raw top, were chosen in a cloth that frays",
    "raw-edge-in-channel": "the edge was chosen turned, and it lies above the lower row",
    "stack-too-thick": "four or more layers of a thick cloth, or foam, where a strap crosses an edge",
    "stiff-drawn-up": "a stiff cloth or interfacing was chosen in a top that is drawn up",
    "stop-on-row": "a zip used whole, whose stop comes to lie on the row of its tab",
    "strap-grows": "straps folded of a knit that was chosen for the outer",
    "strap-off-panel": "made smaller, both ends of a strap no longer fit between the side seams",
    "strap-over-join": "a strap sewn down on the face, where the join of the bottom runs",
    "strap-short": "a drop of a hand's strap, to be carried on the shoulder",
    "weak-for-load": "calico, jersey or chenille was chosen for a bag that hangs by its straps",
    "zip-too-short": "used whole, no zip that is sold reaches its rows",
}


@pytest.mark.parametrize("row", BAGS, ids=[row["bag"] for row in BAGS])
def test_what_is_found_stays(row: dict[str, Any]) -> None:
    """Every finding is listed, none is missing, and the oracle expects just these checks."""
    assert frozen_bags.found(row["spec"]) == row["found"]
    made = drafted(row["spec"])
    bag = oracle.Bag(made)
    expected = {check for check, judge in oracle.SAYS.items() if judge(bag)}
    assert expected == {f.rule.id for f in findings(made)}


def test_every_finding_has_its_reason() -> None:
    """What is listed on the bags is what the table gives a reason for."""
    listed = {line.split()[1] for row in BAGS for line in row["found"]}
    assert len(BAGS) == frozen_bags.COUNT
    assert listed == set(WHY)
    assert set(WHY) <= {rule.id for rule in every_rule(GRAMMAR)}


def test_sensible_bags_are_mostly_calm() -> None:
    """A maker who chooses with care hears of little: two bags in five have nothing against them."""
    calm = sum(not row["found"] for row in BAGS)
    assert calm >= 0.4 * len(BAGS)


def test_what_is_told_stays() -> None:
    """Every sum with its terms, every mark, step and caution of the first bags of each way to begin."""
    kept = frozen_bags.TOLD.read_text(encoding="utf-8").splitlines()
    now = frozen_bags.told_in_full(BAGS).splitlines()
    assert now == kept
