"""What is said of made-up panels by an arithmetic of its own: blanks that draw in, strips that are joined."""

from collections.abc import Iterator
from itertools import pairwise

from ambitus.core.draft import Draft
from ambitus.core.form.model import Piece
from bags import choice_at, chose_at, mm_at

EXACT = 1e-3


def _quilted(draft: Draft) -> bool:
    return draft.bag.kinds.interfacing.kind == "quilted"


def _pieced(draft: Draft) -> bool:
    return chose_at(draft.bag, "cloth.made", "strips")


def front_only(draft: Draft) -> bool:
    """Return whether the back is of one piece though the front is not."""
    if zip_front(draft):
        return True
    bodies = [p for p in draft.pieces if p.layer == "outer" and not p.part]
    apart = any(face.startswith("back") for p in bodies for face in p.faces)
    made = _pieced(draft) or _print_of(draft) is not None
    return apart and made and chose_at(draft.bag, "cloth.made_on", "front")


def zip_front(draft: Draft) -> bool:
    """Return whether the front is made up round the zip of a pocket."""
    return chose_at(draft.bag, "cloth.made", "zip")


def _plain_back(draft: Draft, panel: Piece) -> bool:
    return front_only(draft) and panel.faces[0].startswith("back")


def drawn(draft: Draft) -> float:
    """Return the share that rows draw in: (2/3)(T/p)², or what a square of 200 mm, or 8 in, has lost."""
    bag = draft.bag
    sample = bag.values["interfacing.sample"].value
    if isinstance(sample, float):
        return max(0.0, 1 - sample / (203.2 if bag.unit == "in" else 200))
    wadding = bag.facts.interfacings[choice_at(bag, "interfacing.material")].thickness
    return float(2 * wadding**2 / (3 * mm_at(bag, "interfacing.rows_apart") ** 2))


def _of(draft: Draft, panel: Piece) -> list[Piece]:
    return [next(p for p in draft.pieces if p.key == key) for key in panel.made_of]


def blanks_by_the_rule(draft: Draft) -> Iterator[str]:
    """A blank is the panel ÷ (1 − share) and twice what is to spare; every ply of it is as large."""
    panels = [p for p in draft.pieces if p.layer == "outer"]
    if not _quilted(draft):
        if any(p.layer in ("blank", "wadding", "backing") for p in draft.pieces):
            yield "blanks cut though nothing is quilted"
        return
    run, spare = choice_at(draft.bag, "interfacing.rows_run"), mm_at(draft.bag, "interfacing.spare")
    step = draft.bag.grid.step
    backed = chose_at(draft.bag, "interfacing.backing", "lining")
    roles = ["blank", "wadding", *(["backing"] if backed else [])]
    for panel in panels:
        plies = _of(draft, panel)
        if [p.layer for p in plies] != roles or {p.count for p in plies} != {panel.count}:
            yield f"{panel.key} is made of {[(p.layer, p.count) for p in plies]}"
        for axis, of in ((0, "across"), (1, "up")):
            share = 0.0 if run == of else drawn(draft)
            wanted = panel.extent[axis] / (1 - share) + 2 * spare
            off = {p.key: p.extent[axis] - wanted for p in plies}
            yield from (f"{key} is off by {mm}" for key, mm in off.items() if not -step <= mm <= step)
        yield from _rows_lie_right(draft, plies[0])


def _rows_lie_right(draft: Draft, blank: Piece) -> Iterator[str]:
    """Rows lie so far apart, one through the middle, none in the last 6 mm, and no other would fit."""
    apart, run = mm_at(draft.bag, "interfacing.rows_apart"), choice_at(draft.bag, "interfacing.rows_run")
    marks = [m for m in blank.marks if m.kind == "quilting"]
    if len(marks) != (2 if run == "both" else 1):
        yield f"{blank.key} has {len(marks)} sets of rows"
    for mark in marks:
        axis = 0 if mark.label.endswith("up") else 1
        ends = list(zip(mark.points[::2], mark.points[1::2], strict=True))
        at = sorted({a[axis] for a, b in ends if abs(a[axis] - b[axis]) < EXACT})
        long = [abs(a[1 - axis] - b[1 - axis]) for a, b in ends]
        if len(at) != len(ends) or any(abs(mm - blank.extent[1 - axis]) > EXACT for mm in long):
            yield f"{mark.label} of {blank.key} do not run from edge to edge"
        gaps = [b - a for a, b in pairwise(at)]
        middle = blank.extent[axis] / 2
        if any(abs(gap - apart) > EXACT for gap in gaps) or min(abs(x - middle) for x in at) > EXACT:
            yield f"{mark.label} of {blank.key} lie at {at}"
        if at[0] < 6 - EXACT or at[0] - apart >= 6 + EXACT:
            yield f"{mark.label} of {blank.key} begin at {at[0]}"


def to_piece(draft: Draft) -> dict[str, tuple[float, float]]:
    """Return how long, and how far across themselves, strips reach for every panel that is pieced."""
    trim = 0.0 if _quilted(draft) else 2 * mm_at(draft.bag, "cloth.strip_spare")
    role = "blank" if _quilted(draft) else "outer"
    pieced = [p for p in draft.pieces if p.layer == role and not p.part and not _plain_back(draft, p)]
    across = chose_at(draft.bag, "cloth.strips_run", "across")
    both = {p.key: (p.extent[0] + trim, p.extent[1] + trim) for p in pieced}
    return {key: (w, h) if across else (h, w) for key, (w, h) in both.items()}


def joins(draft: Draft) -> list[float]:
    """
    Return where each join of the front lies, in mm: across the panel below its raw top edge, up the panel
    from its raw left edge.
    """
    if not _pieced(draft):
        return list(joins_of_prints(draft))
    front = next(p for p in draft.pieces if p.layer == "outer" and not p.part and p.division != "bottom")
    made = _of(draft, front)[0] if _quilted(draft) else front
    across, join = chose_at(draft.bag, "cloth.strips_run", "across"), mm_at(draft.bag, "allowances.join")
    _, over = to_piece(draft)[made.key]
    strips = [(p, p.extent[1 if across else 0]) for p in _of(draft, made)]
    many = sum(p.count for p, _ in strips) // front.count
    each, begins = strips[0][1], (front.extent[1 if across else 0] - over) / 2
    return [begins + each - join + at * (each - 2 * join) for at in range(many - 1)]


#: what the front is pieced of where it shows a picture: field, how many joins, whether they lie across it
PRINTS = {
    "widened": ("cloth.print_wide", 2, False),
    "lengthened": ("cloth.print_high", 1, True),
    "two": ("cloth.first_motif", 1, False),
}


def _print_of(draft: Draft) -> tuple[str, int, bool] | None:
    return next((how for key, how in PRINTS.items() if chose_at(draft.bag, "cloth.made", key)), None)


def to_make(draft: Draft) -> float:
    """Return how far a front that shows a picture reaches across its joins, itself or as its blank."""
    front = next(p for p in draft.pieces if p.layer == "outer" and not p.part and p.division != "bottom")
    made = _of(draft, front)[0] if _quilted(draft) else front
    _, _, across = _print_of(draft) or ("", 0, False)
    return made.extent[1 if across else 0]


def joins_of_prints(draft: Draft) -> Iterator[float]:
    """Yield where the joins of a front lie that shows a picture, as far from its raw top or left edge."""
    how = _print_of(draft)
    if how is None:
        return
    front = next(p for p in draft.pieces if p.layer == "outer" and not p.part and p.division != "bottom")
    shown, join = mm_at(draft.bag, how[0]), mm_at(draft.bag, "allowances.join")
    whole = front.extent[1 if how[2] else 0]
    if chose_at(draft.bag, "cloth.made", "widened"):
        # the print lies in the middle of its panel, whatever is trimmed at both sides
        yield from (whole / 2 - shown / 2 + join, whole / 2 + shown / 2 - join)
    else:
        yield (whole - to_make(draft)) / 2 + shown - join


def print_is_off(draft: Draft) -> bool:
    """Return whether a print leaves less than 6 mm of its panel at a join, or a base line lies off it."""
    how = _print_of(draft)
    if how is None:
        return False
    return mm_at(draft.bag, how[0]) > to_make(draft) - 6 * (2 if how[1] == 2 else 1) + 1e-6


def prints_by_the_rule(draft: Draft) -> Iterator[str]:
    """
    A print and what is joined to it, less two allowances a join, make the panel: d + 2q a side, w1 + w2 − 2q.
    """
    how = _print_of(draft)
    if how is None or print_is_off(draft):
        return
    path, many, across = how
    shown, join, step = mm_at(draft.bag, path), mm_at(draft.bag, "allowances.join"), draft.bag.grid.step
    role = "blank" if _quilted(draft) else "outer"
    for panel in (p for p in draft.pieces if p.layer == role and not p.part):
        if _plain_back(draft, panel):
            continue
        if panel.division == "bottom":
            if panel.made_of and role == "outer":
                yield f"{panel.key} is pieced, which shows no picture"
            continue
        axis = 1 if across else 0
        bits = [(p, p.extent[axis], p.count / panel.count) for p in _of(draft, panel)]
        if sum(each for _, _, each in bits) != many + 1:
            yield f"{panel.key} is pieced of {[(p.key, each) for p, _, each in bits]}"
        over = sum(wide * each for _, wide, each in bits) - 2 * join * many - panel.extent[axis]
        if not -EXACT <= over <= many * step + EXACT:
            yield f"{panel.key} comes out {over} more than it is"
        asked = next(wide for p, wide, _ in bits if p.key.startswith(("print", "first motif")))
        if abs(asked - shown) > EXACT:
            yield f"{panel.key}: its picture is cut {asked}, not {shown}"
        longer = [p.extent[1 - axis] - panel.extent[1 - axis] for p, _, _ in bits]
        if any(not -EXACT <= mm <= step + EXACT for mm in longer):
            yield f"{panel.key} is pieced of what is not as long as it"
        framed = {p.looks for p, _, _ in bits if p.key.startswith(("side", "band"))}
        if many and framed - {choice_at(draft.bag, "cloth.widened_with")}:
            yield f"{panel.key} is made larger with {framed}"
        if chose_at(draft.bag, "cloth.made", "two"):
            line = mm_at(draft.bag, "cloth.base_line")
            for p, _, _ in bits:
                at = [y - p.box[1] for m in p.marks if m.label == "Base line" for _, y in m.points]
                if len(at) != 2 or any(abs(y - line) > EXACT for y in at):
                    yield f"{p.key}: base line at {at}, not {line}"


def zip_fronts_by_the_rule(draft: Draft) -> Iterator[str]:
    """A front of P, a strip k over its zip: face P − (k − z) − g + z, backing P − (k − z) + z; to spare."""
    if not zip_front(draft):
        return
    bag, step = draft.bag, draft.bag.grid.step
    k, z, tape = (mm_at(bag, f"cloth.{name}") for name in ("zip_strip", "zip_seam", "zip_tape"))
    fronts = [p for p in draft.pieces if p.layer == "outer" and not p.part and p.faces[0].startswith("front")]
    for panel in (p for p in fronts if p.division != "bottom"):
        bits = {p.key.removesuffix(f" {panel.key}"): p for p in _of(draft, panel)}
        covers = bits.pop("zip cover", None)
        if (covers is not None) != chose_at(bag, "cloth.zip_covers", "covered"):
            yield f"{panel.key} is made up of {sorted(bits)}"
        wide, high = panel.extent
        spare = mm_at(bag, "cloth.zip_spare")
        wanted = {
            "zip strip": k,
            "zip face": high - (k - z) - (tape - 2 * z) + z + spare,
            "zip backing": high - (k - z) + z + spare,
        }
        if set(bits) != set(wanted):
            yield f"{panel.key} is made up of {sorted(bits)}"
            continue
        for name, mm in wanted.items():
            # the strip comes to the grid; what is trimmed is never short
            off, low = bits[name].extent[1] - mm, -step / 2 if name == "zip strip" else 0.0
            if not low - EXACT <= off <= step + EXACT or abs(bits[name].extent[0] - wide) > EXACT:
                yield f"{bits[name].key} is {bits[name].extent}, by the rule {wide} by {mm}"
        if covers is not None:
            from core.proofs import eaten

            long = 2 * (mm_at(bag, "cloth.zip_cover") + eaten(draft, _beside(draft)))
            if abs(covers.extent[0] - long) > step + EXACT or covers.count != 2:
                yield f"{covers.key} is {covers.extent}, by the rule {long} long"


def _beside(draft: Draft) -> str:
    return "gusset" if draft.bag.kinds.base.kind == "gusset" else "side"


def strips_by_the_rule(draft: Draft) -> Iterator[str]:
    """Strips less two allowances a join make what is pieced, and no step of the ruler more."""
    if not _pieced(draft):
        made = zip_front(draft) or _print_of(draft) is not None
        if not made and any(p.layer == "strip" for p in draft.pieces):
            yield "strips cut though nothing is pieced"
        return
    join, step = mm_at(draft.bag, "allowances.join"), draft.bag.grid.step
    across = chose_at(draft.bag, "cloth.strips_run", "across")
    alike = chose_at(draft.bag, "cloth.strips_fit", "alike")
    asked = mm_at(draft.bag, "cloth.strip")
    if asked - 2 * join < 6 or (not alike and asked > min(o for _, o in to_piece(draft).values()) - 6):
        return
    for key, (along, over) in to_piece(draft).items():
        panel = next(p for p in draft.pieces if p.key == key)
        strips = [(p, p.extent[1 if across else 0], p.extent[0 if across else 1]) for p in _of(draft, panel)]
        many = sum(p.count for p, _, _ in strips) / panel.count
        made = sum(p.count * wide for p, wide, _ in strips) / panel.count - 2 * join * (many - 1)
        most = many * step if alike else step
        if not -EXACT <= made - over <= most + EXACT:
            yield f"strips of {key} make {made}, asked {over}"
        if any(not -step / 2 - EXACT <= long - along <= step + EXACT for _, _, long in strips):
            yield f"strips of {key} are not {along} long"
        others = strips if alike else strips[:-1]
        off = abs(others[0][1] - asked)
        if not alike and off > step / 2 + EXACT:
            yield f"strips of {key} are cut {others[0][1]}, asked {asked}"
        if alike and len({round(wide, 3) for _, wide, _ in strips}) > 1:
            yield f"strips of {key} are not alike"
        if min(wide for _, wide, _ in strips) < 2 * join + 6 - step - EXACT and not alike:
            yield f"nothing shows of the last strip of {key}"
        by_turns = chose_at(draft.bag, "cloth.strips_of", "alternate")
        looks = {p.looks: 0 for p, _, _ in strips}
        for p, _, _ in strips:
            looks[p.looks] += p.count // panel.count
        if by_turns and (len(looks) != 2 or abs(looks.get("outer", 0) - looks.get("contrast", 0)) > 1):
            yield f"strips of {key} by turns: {looks}"


def fronts_by_the_rule(draft: Draft) -> Iterator[str]:
    """A front that alone is pieced has a back of one piece; the two are measured and made even."""
    made = [s for s in draft.steps if s.key == "even panels"]
    if not front_only(draft):
        if made:
            yield "panels of one make are made even"
        return
    role = "blank" if _quilted(draft) else "outer"
    ours = [p for p in draft.pieces if p.layer == role and not p.part]
    if any(p.made_of for p in ours if p.faces[0].startswith("back")):
        yield "the back is pieced too"
    if any(len({f.partition(" ")[0] for f in p.faces}) > 1 for p in ours):
        yield "front and back are cut as one"
    if len(made) != 1 or made[0].kind != "gate":
        yield "nobody makes front and back even"
        return
    upper, lower = (
        next((p for p in draft.pieces if p.layer == "outer" and p.faces[0] == f"front{what}"), None)
        for what in (" upper", " bottom")
    )
    front = upper or next(p for p in draft.pieces if p.layer == "outer" and not p.part)
    high = front.extent[1] + (lower.extent[1] - 2 * mm_at(draft.bag, "allowances.join") if lower else 0.0)
    told = [r.mm for r in made[0].reads]
    if [abs(a - b) > EXACT for a, b in zip(told, (front.extent[0], high), strict=True)] != [False, False]:
        yield f"an even front reads {told}, it is {front.extent[0]} × {high}"


def made_up_by_the_rule(draft: Draft) -> Iterator[str]:
    """Made-up panels come out; their blanks come first, and are looked at before a panel is drawn on them."""
    yield from blanks_by_the_rule(draft)
    yield from strips_by_the_rule(draft)
    yield from prints_by_the_rule(draft)
    yield from zip_fronts_by_the_rule(draft)
    yield from fronts_by_the_rule(draft)
    order = [s.key for s in draft.steps]
    pairs = []
    if _quilted(draft):
        pairs += [
            ("cut blanks", "layer blanks"),
            ("layer blanks", "quilt blanks"),
            ("quilt blanks", "see blanks"),
        ]
        pairs += [("see blanks", "measure")]
        if next(s.kind for s in draft.steps if s.key == "see blanks") != "gate":
            yield "nobody has to look at the blanks"
    if _pieced(draft) or _print_of(draft):
        pairs += [
            ("cut strips", "join strips"),
            ("join strips", "cut blanks" if _quilted(draft) else "measure"),
        ]
    for first, then in pairs:
        if first not in order or then not in order or order.index(first) > order.index(then):
            yield f"“{first}” does not come before “{then}”"
    reads = {r.id: r.mm for s in draft.steps for r in s.reads}
    front = next(p for p in draft.pieces if p.layer == "outer" and not p.part)
    if _quilted(draft):
        spare, run = mm_at(draft.bag, "interfacing.spare"), choice_at(draft.bag, "interfacing.rows_run")
        wanted = {"blank_wide": front.extent[0] + 2 * spare, "blank_high": front.extent[1] + 2 * spare}
        wanted.pop({"up": "blank_high", "across": "blank_wide"}.get(run, ""), None)
        told = {key: mm for key, mm in reads.items() if key.startswith("blank_")}
        if drawn(draft) > 0 and (
            set(told) != set(wanted) or any(abs(told[k] - wanted[k]) > EXACT for k in told)
        ):
            yield f"blanks read {told}, they are {wanted}"
    if _print_of(draft) and abs(reads["pieced"] - to_make(draft)) > EXACT:
        yield f"the joined front reads {reads['pieced']}, it is {to_make(draft)}"
    if _pieced(draft):
        over = to_piece(draft)[f"blank {front.key}" if _quilted(draft) else front.key][1]
        if abs(reads["pieced"] - over) > EXACT:
            yield f"joined strips read {reads['pieced']}, they are {over}"
