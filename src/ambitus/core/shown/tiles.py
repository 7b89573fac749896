"""What opens under a phrase: this bag redrafted with each choice, in one go."""

from dataclasses import replace

from ambitus.core.draft import Draft, draft
from ambitus.core.drawing.flat import flat_piece
from ambitus.core.grammar.contract import Grammar, Option, full_path
from ambitus.core.lengths import Unit, View
from ambitus.core.problems import Problem, SpecProblems
from ambitus.core.shown.models import Tile, TileEdit, TileGroup, Tiles
from ambitus.core.shown.present import grid_label, picture, size_line
from ambitus.core.spec.edit import pick
from ambitus.core.spec.model import Spec
from ambitus.core.spec.resolve import all_params, resolve, steps_for
from ambitus.core.spec.resolved import ClothFacts, Facts

#: The layer whose piece a tile shows, where the standing bag would not change.
_SHOWS = {"interfacing": "interfacing", "strap": "strap"}


def _changes(before: Draft, after: Draft, view: View) -> tuple[str, ...]:
    """Return which cut sizes differ, old and new."""
    old = {p.key: p for p in before.pieces}
    new = {p.key: p for p in after.pieces}
    out = []
    for key, piece in new.items():
        was = size_line(old[key], view) if key in old else "none"
        now = size_line(piece, view)
        if was != now:
            out.append(f"{piece.name} {was} → {now}")
    out += [f"{piece.name} left out" for key, piece in old.items() if key not in new]
    return tuple(out)


def _brings(before: Draft, after: Draft) -> tuple[str, ...]:
    """Return the titles of checks that the choice sets off and that are quiet now."""
    known = {f.rule.id for f in before.findings}
    return tuple(f.rule.title for f in after.findings if f.rule.id not in known and f.rule.level != "note")


def _tile(
    now: Draft,
    spec: Spec,
    edit: TileEdit,
    option: Option,
    chosen: bool,
    layer: str,
    view: View,
    grammar: Grammar,
) -> Tile:
    changed = spec if chosen else pick(spec, edit.path, edit.value, grammar)
    after = now if chosen else draft(resolve(changed, grammar, now.bag.facts))
    shown = next((p for p in after.pieces if p.layer == layer), after.pieces[0])
    widest = max(p.size("width") for p in after.pieces if "height" in p.sums)
    return Tile(
        key=option.key,
        label=option.label,
        help=option.help,
        chosen=chosen,
        edit=edit,
        size=f"{shown.name} {size_line(shown, View(view.unit, changed.unit))}",
        changes=_changes(now, after, view),
        brings=_brings(now, after),
        piece=flat_piece(shown, widest),
        piece_layer=shown.layer,
        standing=picture(after),
    )


_FRAYS = ("does not fray", "frays a little", "frays much")


def _cloth_help(cloth: ClothFacts, view: View) -> str:
    """Return in a line what is known of a cloth: how it frays, its usual width, how it is pressed."""
    wide = view.with_unit(cloth.usual_width)
    return f"{_FRAYS[cloth.fray].capitalize()}, usually {wide} wide. Iron: {cloth.iron}."


def _grid_tiles(now: Draft, spec: Spec, view: View, grammar: Grammar) -> Tiles:
    """Return the cutting grids of the plan's unit set, and the other unit set to cut it again on."""
    on = [
        _tile(
            now,
            spec,
            TileEdit("grid.step", step),
            Option(f"{step:g}", f"{grid_label(step, spec.unit)} grid"),
            abs(step - now.bag.grid.step) < 1e-6,
            "outer",
            view,
            grammar,
        )
        for step in steps_for(spec.unit)
    ]
    units: list[tuple[Unit, str]] = [("mm", "Millimetres"), ("cm", "Centimetres"), ("in", "Inches")]
    lives = [
        _tile(
            now, spec, TileEdit("unit", unit), Option(unit, name), unit == spec.unit, "outer", view, grammar
        )
        for unit, name in units
    ]
    ways = [
        _tile(
            now,
            spec,
            TileEdit("grid.rounding", key),
            Option(key, label, help),
            spec.grid.rounding == key,
            "outer",
            view,
            grammar,
        )
        for key, label, help in (
            ("nearest", "To the nearest line", "A half step goes up."),
            ("up", "Always up", "For pieces that are trimmed later."),
        )
    ]
    return Tiles(
        "grid",
        "Cutting grid",
        (
            TileGroup("Cut sizes land on", "grid.step", tuple(on)),
            TileGroup("Round", "grid.rounding", tuple(ways)),
            TileGroup("Cut it again in another unit", "unit", tuple(lives)),
        ),
        (),
    )


def tiles(spec: Spec, phrase_key: str, unit: Unit, grammar: Grammar, facts: Facts) -> Tiles:
    """
    Return the tiles of a phrase of the sentence (``base``, ``strap.0``, ``grid``), for this bag.

    Raises:
        SpecProblems: If the bag has no such phrase, or the spec cannot be read.
    """
    bag = resolve(spec, grammar, facts)
    now, view = draft(bag), View(unit, bag.unit)
    if phrase_key == "grid":
        return _grid_tiles(now, spec, view, grammar)
    key, _, number = phrase_key.partition(".")
    params = dict(all_params(bag.bag))
    for prefix, variant in bag.bag.with_prefix:
        phrase = variant.phrase
        if phrase is None or phrase.key != key or (number and prefix != f"carry.{number}"):
            continue
        groups = []
        layer = _SHOWS.get(key, "outer")
        for path in (full_path(prefix, c) for c in phrase.choices):
            _, _, leaf = path.partition(".")
            if leaf == "kind":
                kinds = grammar.slots[variant.slot].values()
                options = tuple(Option(v.kind, v.label, v.help) for v in kinds)
                label, chosen = phrase.label, variant.kind
            else:
                options, label, chosen = params[path].options, params[path].label, bag.choice(path)
                if key == "cloth":
                    options = tuple(replace(o, help=_cloth_help(facts.cloths[o.key], view)) for o in options)
            if len(options) < 2:
                continue
            groups.append(
                TileGroup(
                    label,
                    path,
                    tuple(
                        _tile(now, spec, TileEdit(path, o.key), o, o.key == chosen, layer, view, grammar)
                        for o in options
                    ),
                )
            )
        fields = tuple(p for p in (full_path(prefix, f) for f in phrase.fields) if p in params)
        return Tiles(phrase_key, phrase.label, tuple(groups), fields)
    raise SpecProblems(
        (
            Problem(
                "unknown-field",
                "phrase",
                phrase_key[:40],
                f"This bag has no phrase “{phrase_key[:40]}”.",
                "Choose one from its sentence.",
            ),
        )
    )
