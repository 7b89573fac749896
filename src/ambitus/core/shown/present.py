"""From a draft to what is shown in one unit."""

from collections.abc import Iterator
from dataclasses import replace
from typing import Literal

from ambitus.core.checks.mechanism import Finding
from ambitus.core.checks.run import findings
from ambitus.core.draft import RULES_VERSION, Draft
from ambitus.core.drawing.box_states import box_states
from ambitus.core.drawing.drawn_in import FRAMES, over_open_mouth
from ambitus.core.drawing.flat import flat_piece, widest_of
from ambitus.core.drawing.pleated_states import pleated_states
from ambitus.core.drawing.standing import Standing, standing
from ambitus.core.form.model import Dimension, Piece
from ambitus.core.form.sewn import PutOn
from ambitus.core.grammar.asked import Phrase
from ambitus.core.grammar.carry.fields import MEASURED_BY, PAIRS
from ambitus.core.grammar.cloth.pieced import band_shows, runs_across
from ambitus.core.grammar.cloth.prints import is_widened
from ambitus.core.grammar.extra.fields import ONE_MORE
from ambitus.core.grammar.features import Zipped, cords_in, sized_by_contents
from ambitus.core.grammar.fitting import visible
from ambitus.core.grammar.order import ORDER_PHRASE, orders_of
from ambitus.core.grammar.top.facing import is_faced
from ambitus.core.lengths import Unit, View, paired
from ambitus.core.lengths.grid import steps_for
from ambitus.core.pausing import breathe
from ambitus.core.shown.by_volume import volume_text
from ambitus.core.shown.models import (
    ClosesShown,
    DimensionShown,
    Drafted,
    FieldShown,
    FindingShown,
    GridShown,
    LabelShown,
    MarkShown,
    PieceShown,
    ReadingShown,
    ReadShown,
    RemedyShown,
    SeamShown,
    StateShown,
    Token,
)
from ambitus.core.spec.model import Spec
from ambitus.core.spec.resolve import all_params, lookup
from ambitus.core.spec.resolved import Item, Resolved
from ambitus.core.sums import ShownSum, Source, Sum, show_sum, show_total
from ambitus.core.volume import can_be_sized, holds

#: the phrase of a bag without straps, under which they are added
NO_STRAPS = Phrase("straps", "Straps", ", ", lambda bag, view, prefix: "no straps", (PAIRS,))


def phrases(bag: Resolved) -> Iterator[tuple[str, Phrase]]:
    """Yield every phrase of the sentence with the prefix of its fields; also that there are no straps."""
    for prefix, variant in bag.kinds.with_prefix:
        if prefix == "seams" and not bag.kinds.carry and bag.kinds.base.carries:
            yield "straps", NO_STRAPS
        yield from ((prefix, phrase) for phrase in variant.phrases)
    if any(orders_of(bag)):
        yield "order", ORDER_PHRASE


#: the phrase under which something is put on the bag
MORE = Phrase("more", "Put on", "", lambda bag, view, prefix: "With …", (ONE_MORE,))


#: the phrase under which whatever of a part of the spec is found, that no phrase names
_UNDER = {"base": "base", "size": "base", "seams": "seams", "allowances": "seams"}


def found_under(bag: Resolved) -> dict[str, str]:
    """
    Return the phrase under which each choice and field of the bag is found, by its path; by the root of its
    path where no phrase names it.
    """
    out: dict[str, str] = dict(_UNDER)
    for prefix, phrase in phrases(bag):
        key = f"{phrase.key}.{prefix.rsplit('.', 1)[1]}" if "." in prefix else phrase.key
        for path in (*phrase.choices, *phrase.fields):
            out.setdefault(path.in_(prefix), key)
    return out


def sentence(bag: Resolved, view: View) -> tuple[Token, ...]:
    """Return the making sentence: every variant's phrase in turn."""
    out: list[Token] = []
    for prefix, phrase in phrases(bag):
        before = f" {bag.facts.presets[bag.preset].label.lower()} " if phrase.key == "base" else ""
        says = phrase.says(bag, view, prefix)
        one = prefix.startswith("carry.") and Item(bag, prefix).attach.single
        text = before + _joined(phrase.before_one if one else phrase.before, prefix, bag)
        if text == "A " and says[:1] in "aeiou":
            text = "An "
        out.append(Token("text", text))
        key = f"{phrase.key}.{prefix.rsplit('.', 1)[1]}" if "." in prefix else phrase.key
        out.append(Token("choice", says, key, phrase.label))
    return (*out, Token("text", "."))


#: how long a sentence may be whose extras are all told: two lines at 1280 wide
_LONGEST_SENTENCE = 212
_NUMBERS = ("no", "one", "two", "three", "four", "five", "six", "seven", "eight", "nine")


def folded(told: tuple[Token, ...], bag: Resolved) -> tuple[Token, ...]:
    """Return a sentence of which the last extras are folded away that two lines do not hold."""
    ours = ((at, phrase) for at, phrase in phrases(bag) if at.startswith("extras"))
    phrased = {f"{phrase.key}.{at.rpartition('.')[2]}" for at, phrase in ours}
    places = [i for i, token in enumerate(told) if token.phrase in phrased]
    whole = sum(len(token.text) for token in told)
    if not places or whole <= _LONGEST_SENTENCE:
        return told

    def long(shown: int) -> int:
        gone = sum(len(told[i].text) for at in places[shown:] for i in (at - 1, at))
        return whole - gone + sum(len(token.text) for token in _instead(shown, len(places) - shown))

    shown = next((n for n in range(len(places) - 1, 0, -1) if long(n) <= _LONGEST_SENTENCE), 0)
    rest = places[shown:]
    # the words before each of them go with it
    away = {i for at in rest for i in (at - 1, at)}
    out = [replace(token, folded="away") if i in away else token for i, token in enumerate(told)]
    return (*out[: rest[0] - 1], *_instead(shown, len(rest)), *out[rest[0] - 1 :])


def _instead(shown: int, rest: int) -> tuple[Token, Token]:
    """Return what stands for so many extras that are folded away, after so many that are told."""
    many = _NUMBERS[rest] if rest < len(_NUMBERS) else str(rest)
    what = "more" if shown else "thing put on" if rest == 1 else "things put on"
    return (
        Token("text", " and " if shown else ", with ", folded="for"),
        Token("choice", f"{many} {what}", "rest", "What else is put on", "for"),
    )


def _joined(before: str, prefix: str, bag: Resolved) -> str:
    """Return what stands before a phrase: of several extras only the first comes with a “with”."""
    if not prefix.startswith("extras.") or prefix == "extras.0":
        return before
    return " and " if prefix == f"extras.{len(bag.kinds.extras) - 1}" else ", "


def fields(bag: Resolved, spec: Spec, view: View) -> dict[str, FieldShown]:
    """Return every length field of the bag by path."""
    breathe()
    out = {}
    for path, param in all_params(bag.kinds):
        if param.kind not in ("length", "allowance"):
            continue
        value = bag.values[path]
        mm = value.value if isinstance(value.value, float) else 0.0
        given = value.value is not None
        out[path] = FieldShown(
            path,
            param.label,
            mm,
            _text(mm, value.source, view) if given else "",
            view.spoken(mm) if given else "not given",
            value.source,
            value.why,
            param.help,
            param.optional,
            lookup(spec, path) is not None,
            visible(path, param, bag),
            param.opens,
        )
    return out


def _text(mm: float, source: Source, view: View) -> str:
    return view.chosen(mm) if source in ("chosen", "default", "measured") else view.worked(mm)


def dimension(made: Dimension, view: View) -> DimensionShown:
    """Return a named size as text."""
    return DimensionShown(
        made.key,
        made.label,
        view.worked(made.asked),
        view.worked(made.comes_out),
        made.comes_out,
        made.source,
        made.why,
    )


def _strap_size(
    key: str, label: str, asked: float, out: float, source: Source, draft: Draft, view: View
) -> DimensionShown:
    """Return a strap's size as a tape reads it: within half a step of the grid it came out as asked."""
    grid, why = draft.bag.grid, "Chosen, or worked out from what was chosen."
    if abs(asked - out) <= grid.step / 2 + 1e-6:
        asked = out = asked if source == "chosen" else grid.on_tape(out)
    return dimension(Dimension(key, label, asked, out, source, why), view)


def sizes(draft: Draft, view: View) -> tuple[DimensionShown, ...]:
    """Return every named size of the bag, and of its straps."""
    out = [dimension(d, view) for d in draft.form.told]
    if is_widened(draft.bag):
        shows = max(0.0, band_shows(draft.bag, draft.form))
        label = "Band, seen" if runs_across(draft.bag) else "Strips, seen"
        why = "On the face that stands: less what the seam takes, and what goes round the corner."
        out.append(dimension(Dimension("band", label, shows, shows, "derived", why), view))
    for hang in draft.hangs:
        visible, source = hang.visible.mm, hang.visible.source
        out.append(
            _strap_size(
                "strap_visible", "Strap, visible", visible, hang.finished_visible, source, draft, view
            )
        )
        if hang.drop is not None and hang.asked_drop is not None:
            chosen: Source = "chosen" if MEASURED_BY.of(hang.item) == "drop" else "derived"
            asked = hang.asked_drop if chosen == "chosen" else hang.drop
            out.append(_strap_size("strap_drop", "Drop", asked, hang.drop, chosen, draft, view))
    return tuple(out)


def size_line(piece: Piece, view: View) -> str:
    """Return a piece's cut size in one line: ``48 × 36``."""
    first, second = ("length", "width") if "length" in piece.sums else ("width", "height")
    return f"{view.worked(piece.size(first))} × {view.worked(piece.size(second))}"


def _half_line(piece: Piece, view: View) -> str:
    if not piece.on_fold:
        return ""
    if piece.folded:
        return f"{view.worked(piece.size('width'))} × {view.worked(piece.size('height') / 2)}"
    return f"{view.worked(piece.size('width') / 2)} × {view.worked(piece.size('height'))}"


def _fold_of(piece: Piece) -> Literal["", "fold", "side fold"]:
    """Return what a cut-out is measured up from, where that is no raw edge."""
    if piece.folded:
        return "fold"
    return "side fold" if any(e.name.startswith("corner") and "lower" in e.name for e in piece.edges) else ""


def _cut_out_line(piece: Piece, view: View) -> str:
    if "across" not in piece.sums:
        return ""
    said = f"{view.worked(piece.size('across'))} × {view.worked(piece.size('up'))}"
    if "fold_across" not in piece.sums:
        return said
    return f"{said}, at the fold {view.worked(piece.size('fold_across'))} × {view.worked(piece.size('up'))}"


#: what the numbers of a piece are for, that are not cut
_ENDS = {"buy": "Buy", "opens": "Opens"}


def pieces(draft: Draft, view: View, told: str = "") -> tuple[PieceShown, ...]:
    """
    Return every piece with its sums, marks and picture, all pictures to one scale.

    With the key of a piece in *told*, of the others only the totals.
    """
    breathe()
    widest = widest_of(draft.pieces)
    known: dict[tuple[int, bool], ShownSum] = {}

    def shown(key: str, summed: Sum, full: bool) -> ShownSum:
        """Pieces cut alike share their sums; each is put into words once."""
        at = id(summed), full
        if at not in known:
            known[at] = (show_sum if full else show_total)(summed, view, _ENDS.get(key, "Cut"))
        return known[at]

    return tuple(
        PieceShown(
            p.key,
            p.letter,
            p.name,
            p.layer,
            p.looks,
            p.count,
            p.material,
            size_line(p, view),
            _cut_out_line(p, view),
            p.told_as,
            p.small,
            _fold_of(p),
            any(p.bends),
            p.folded,
            _half_line(p, view),
            {key: shown(key, s, told in ("", p.key)) for key, s in p.sums.items()},
            tuple(
                MarkShown(
                    m.kind,
                    m.label,
                    m.corner,
                    tuple(ReadingShown(n, show_sum(s, view, "Mark")) for n, s in m.readings),
                )
                for m in (p.marks if told in ("", p.key) else ())
            ),
            flat_piece(p, widest),
            p.at,
        )
        for p in draft.pieces
    )


def finding(found: Finding, view: View, remedies: tuple[RemedyShown, ...] = ()) -> FindingShown:
    """Return a finding with its lengths written in the unit shown, and with what helps."""
    rule, hit = found.rule, found.fired
    words = {**{k: view.with_unit(v) for k, v in hit.numbers.items()}, **hit.words}
    return FindingShown(
        rule.id,
        rule.level,
        hit.where,
        rule.title,
        hit.say.format_map(words),
        hit.fix.format_map(words),
        rule.why,
        found.silenced,
        dict(hit.numbers),
        remedies,
    )


def read_back(draft: Draft, view: View) -> ReadShown:
    """Return the bag read back from its cuts, and what the grid did to it."""
    read = draft.read
    size = " × ".join(view.worked(s.total) for k, s in read.sizes.items() if k != "flat_opening")
    moved = [
        f"{d.label.lower()} {view.worked(d.asked)} → {view.worked(d.comes_out)}"
        for d in draft.form.told
        if view.worked(d.asked) != view.worked(d.comes_out)
    ]
    grid = grid_label(draft.bag.grid.step, draft.bag.unit)
    rounding = (
        f"Cutting on the {grid} grid: {', '.join(moved)}."
        if moved
        else f"Cutting on the {grid} grid changes nothing."
    )
    strap = ""
    if read.straps:
        one = read.straps[0]
        strap = f"strap {view.worked(one.width)} wide, " + (
            f"drop {view.worked(draft.bag.grid.on_tape(one.drop))}"
            if one.drop is not None
            else "no room for a hand"
        )
    return ReadShown(size, strap, rounding)


def grid_label(step: float, unit: Unit) -> str:
    """
    Return the name of a cutting grid.

    >>> grid_label(1.0, "cm"), grid_label(3.175, "in")
    ('1 mm', '1/8 in')
    """
    shown: Unit = "in" if unit == "in" else "mm"
    return f"{View(shown, shown).chosen(step)} {shown}"


def picture(draft: Draft) -> Standing:
    """Return the standing view, its numbers tied to the fields that they change."""
    breathe()
    by_drop = {h.prefix for h in draft.hangs if MEASURED_BY.of(h.item) == "drop"}
    faced = is_faced(draft.bag)
    inside = "lining" if "lining" in draft.bag.kinds.top.layers and not faced else "outer"
    put_on = [s for form in draft.forms.values() for s in form.every_sewn if isinstance(s, PutOn)]
    return standing(draft.form, draft.hangs, by_drop, inside, put_on)


def states(draft: Draft, view: View) -> tuple[StateShown, ...]:
    """Return the states of a box or a pleated pouch before it is turned; nothing for any other bag."""
    bag = draft.bag
    zipped = bag.kinds.feature(Zipped)
    if zipped is None or not bag.kinds.base.runs_round:
        return ()
    drawn = pleated_states if "tuck" in draft.form.dimensions else box_states
    return tuple(
        StateShown(
            s.title,
            s.say,
            s.box,
            s.shapes,
            tuple(LabelShown(one.x, one.y, one.anchor, view.worked(one.mm)) for one in s.lengths),
        )
        for s in drawn(draft.form, zipped.half_open(bag, draft.form), zipped.shows(bag))
    )


def _closes(draft: Draft, view: View) -> ClosesShown | None:
    """Return what is told of the mouth of a bag that is drawn up, while it stands open."""
    cords = cords_in(draft)
    if cords is None:
        return None
    mouth, over = cords.path.mm, over_open_mouth(draft)
    goes_in = draft.form.mm("contents") if sized_by_contents(draft.bag) else 0.0
    return ClosesShown(
        FRAMES,
        view.with_unit(mouth),
        view.with_unit(cords.tail_at(mouth)),
        view.with_unit(max(0.0, over)),
        over >= goes_in - 1e-6,
    )


def _told(draft: Draft, opened: str | None) -> str:
    """Return the piece or seam that is told in full: the first piece for one that is not there."""
    if opened is None:
        return ""
    there = {*(p.key for p in draft.pieces), *(f"seam {s.key}" for s in draft.seams)}
    return opened if opened in there else draft.pieces[0].key


def present(draft: Draft, spec: Spec, unit: Unit, opened: str | None = None) -> Drafted:
    """
    Return everything the Draft place shows of *draft*, in *unit*.

    Of sums and marks those of the piece or seam *opened* are told in full, or all where None is named.
    """
    bag, told = draft.bag, _told(draft, opened)
    view = View(unit, bag.unit)
    dots = paired(50).mm(unit)
    return Drafted(
        spec=spec,
        rules_version=RULES_VERSION,
        unit=unit,
        plan_unit=bag.unit,
        native=view.native,
        grid=tuple(
            GridShown(s, grid_label(s, bag.unit), abs(s - bag.grid.step) < 1e-6) for s in steps_for(bag.unit)
        ),
        dots=dots,
        dots_shown=f"{View(unit, unit).chosen(dots)} {unit}",
        sentence=(
            *folded(sentence(bag, view), bag),
            Token("text", " "),
            Token("choice", MORE.says(bag, view, ""), MORE.key, MORE.label),
        ),
        fields=fields(bag, spec, view),
        found_under=found_under(bag),
        dimensions=sizes(draft, view),
        pieces=pieces(draft, view, told),
        seams=tuple(
            SeamShown(
                w.seam.key,
                w.seam.label,
                tuple(
                    (show_sum if told in ("", f"seam {w.seam.key}") else show_total)(chain, view, "Measured")
                    for chain in w.chains
                ),
                view.worked(w.difference),
                w.agrees,
            )
            for w in draft.walked
        ),
        findings=tuple(finding(f, view) for f in findings(draft)),
        read=read_back(draft, view),
        closes=_closes(draft, view),
        states=states(draft, view),
        by_volume=can_be_sized(bag),
        holds=volume_text(holds(draft.form)),
        standing=picture(draft),
        told=told,
    )
