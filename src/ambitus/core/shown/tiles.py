"""What opens under a phrase: this bag redrafted with each choice, in one go."""

from collections.abc import Callable, Collection
from dataclasses import dataclass, replace

from ambitus.core.alike import Alike
from ambitus.core.checks.run import findings
from ambitus.core.curves import flattened
from ambitus.core.draft import Draft, draft
from ambitus.core.drawing.flat import flat_piece, widest_of
from ambitus.core.geometry import area
from ambitus.core.grammar.asked import Option, Param, Section
from ambitus.core.grammar.bag_kinds import Kinds
from ambitus.core.grammar.carry.fields import PAIRS
from ambitus.core.grammar.cloth.fields import CONTRAST_CLOTH, LINING_CLOTH, OUTER_CLOTH
from ambitus.core.grammar.contract import Attach, Extra, Variant
from ambitus.core.grammar.extra.fields import AGAIN, FIRST, OFF, ONE_MORE
from ambitus.core.grammar.fitting import misfits, visible
from ambitus.core.grammar.grammar import Grammar
from ambitus.core.grammar.order import barred, is_order
from ambitus.core.lengths import Unit, View
from ambitus.core.lengths.grid import steps_for
from ambitus.core.outlines import around
from ambitus.core.problems import Problem, SpecProblems
from ambitus.core.shown.models import OutlineShown, Tile, TileEdit, TileGroup, Tiles, TileShows
from ambitus.core.shown.present import MORE, grid_label, phrases, picture, read_back, size_line
from ambitus.core.shown.work import order_costs
from ambitus.core.spec.edit import pick
from ambitus.core.spec.model import MOST_EXTRAS, Spec
from ambitus.core.spec.resolve import all_params, lookup, resolve, with_straps
from ambitus.core.spec.resolved import ClothFacts, Facts
from ambitus.core.volume import can_be_sized

#: The layer whose piece a tile tells of, and what it draws, by phrase; other tiles say it in words.
_PLACED: tuple[str, TileShows] = ("pocket", "standing")
_SHOWS: dict[str, tuple[str, TileShows]] = {
    "base": ("outer", "piece"),
    "interfacing": ("interfacing", "piece"),
    "strap": ("strap", "standing"),
    "top": ("outer", "words"),
    "small": ("tab", "standing"),
}


#: the check that parts of a bag do not go together
MISFIT = "parts-do-not-fit"


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
    """
    Return the titles of checks that the choice sets off and that are quiet now.

    Of parts that do not go together the reason is told: the title says nothing that would help to choose.
    """
    known = {f.rule.id for f in findings(before)}
    loud = [f for f in findings(after) if f.rule.id not in known and f.rule.level != "note"]
    apart = [f for f in loud if f.rule.id == MISFIT]
    reasons = dict.fromkeys(f.fired.say.format_map(f.fired.words) for f in apart)
    titles = dict.fromkeys(f.rule.title for f in loud if f.rule.id != MISFIT and not apart)
    return (*reasons, *titles)


@dataclass(frozen=True, slots=True)
class _Asking:
    """The bag as it is, and what every tile is told in."""

    now: Draft
    #: what a bag with another choice is worked out from
    alike: Alike
    spec: Spec
    view: View
    grammar: Grammar
    #: whether tiles are only named, and what each gives is not worked out
    named: bool = False
    #: the groups of which it is worked out, by their paths; every one where none is told
    only: Collection[str] = ()
    #: what a spec becomes once a choice is made: of a bag that is read from its pieces its sizes follow anew
    following: Callable[[Spec], Spec] | None = None

    def tile(
        self,
        path: str,
        value: str | float | None,
        option: Option,
        chosen: bool,
        shows: TileShows,
        layer: str = "outer",
        section: Section = (),
    ) -> Tile:
        """Return the tile of one choice, this bag redrafted with it."""
        changed = self.spec if chosen else pick(self.spec, path, value, self.grammar)
        if self.named:
            kind = not chosen and self.grammar.kinds_at(path) is not None
            fits = not kind or not any(misfits(resolve(changed, self.grammar, self.now.bag.facts)))
            edit = TileEdit(path, value)
            return Tile(
                option.key, option.label, option.help, chosen, edit, "", (), (), fits, None, "", None, section
            )
        if self.following and not chosen:
            changed = self.following(changed)
        after = self.now if chosen else self.alike.draft(resolve(changed, self.grammar, self.now.bag.facts))
        param = self.now.bag.kinds.param_at.get(path)
        layer, part = (param and param.tells) or (layer, "")
        mine = [p for p in after.pieces if p.layer == layer and part in ("", p.part)]
        told = bool(mine) or layer in ("outer", "interfacing")
        # of quilted panels the blank is told, which holds what lies in them
        mine = mine or [p for p in after.pieces if layer == "interfacing" and p.layer == "blank"]
        mine = mine or list(after.pieces)
        own = View(self.view.unit, changed.unit)
        # a base that is a piece of its own is what its tile shows
        shown = next((p for p in mine if p.part == "base" and shows == "piece"), mine[0])
        widest = widest_of(after.pieces)
        return Tile(
            key=option.key,
            label=option.label,
            help=option.help,
            chosen=chosen,
            edit=TileEdit(path, value),
            size=self._size(after) or (f"{shown.name} {size_line(shown, own)}" if told else ""),
            changes=order_costs(self.now, after) if is_order(path) else _changes(self.now, after, self.view),
            brings=_brings(self.now, after),
            fits=all(f.rule.id != MISFIT for f in findings(after)),
            piece=flat_piece(shown, widest) if shows == "piece" else None,
            piece_looks=shown.looks,
            standing=picture(after) if shows == "standing" else None,
            section=section,
        )

    def at(self, group: str) -> "_Asking":
        """Return what the tiles of one group are told by."""
        return replace(self, named=True) if self.only and group not in self.only else self

    def _size(self, after: Draft) -> str:
        """Return the finished size of a bag that is read from its pieces; nothing where its pieces follow."""
        return f"Finished {read_back(after, self.view).size}" if self.following else ""

    def kinds(self, label: str, path: str, layer: str, shows: TileShows) -> TileGroup | None:
        """Return the tiles of a path that names a kind; of a class of seam also *as the others*."""
        variants = self.grammar.kinds_at(path) or {}
        given = lookup(self.spec, path)
        root, _, leaf = path.rpartition(".")
        out = []
        if root == "seams" and leaf != "kind":
            if leaf not in self.now.bag.sewn:
                return None
            same = Option("", "As the others", self.now.bag.kinds.seams.label)
            out.append(self.tile(path, None, same, given is None, "words"))
            chosen, shows = given, "words"
        else:
            chosen = _kind_chosen(self.now.bag.kinds, path)
            if any(v.section for v in variants.values()):
                shows = "section"
        for v in variants.values():
            if not _fits(v, self.now) and v.kind != chosen:
                continue
            section = v.section if shows == "section" else ()
            option = Option(v.kind, v.label, v.help if shows != "words" or leaf == "kind" else "")
            out.append(self.tile(path, v.kind, option, v.kind == chosen, shows, layer, section))
        # what does not go with the rest of this bag comes last
        out.sort(key=lambda tile: not (tile.fits or tile.chosen))
        return TileGroup(label, path, shows, tuple(out)) if len(out) > 1 else None


def _fits(variant: Variant, now: Draft) -> bool:
    """Return whether a tile of *variant* is worth showing: an end that the top edge cannot hold is not."""
    return not isinstance(variant, Attach) or variant.fits(now.bag.kinds.top.kind, now.bag.kinds.base.kind)


def _kind_chosen(kinds: Kinds, path: str) -> str:
    """Return the kind that the bag has at *path*."""
    root, *rest = path.split(".")
    if root == "carry":
        item = kinds.carry[int(rest[0])]
        return item.make.kind if rest[1] == "make" else item.attach.kind
    return dict(kinds.with_prefix)[root].kind


_FRAYS = ("does not fray", "frays a little", "frays much")


def _cloth_help(cloth: ClothFacts, view: View) -> str:
    """Return in a line what is known of a cloth: how it frays, its usual width, how it is pressed."""
    wide = view.with_unit(cloth.usual_width)
    holes = "" if cloth.pins else " Pins leave holes: use clips."
    return f"{_FRAYS[cloth.fray].capitalize()}, usually {wide} wide. Iron: {cloth.iron}.{holes}"


def _grid_tiles(asking: _Asking) -> Tiles:
    """Return the cutting grids of the plan's unit set, and the other unit set to cut it again on."""
    spec, now = asking.spec, asking.now
    on = [
        asking.at("grid.step").tile(
            "grid.step",
            step,
            Option(f"{step:g}", f"{grid_label(step, spec.unit)} grid"),
            abs(step - now.bag.grid.step) < 1e-6,
            "standing",
        )
        for step in steps_for(spec.unit)
    ]
    units: list[tuple[Unit, str]] = [("mm", "Millimetres"), ("cm", "Centimetres"), ("in", "Inches")]
    lives = [
        asking.at("unit").tile("unit", u, Option(u, name), u == spec.unit, "standing") for u, name in units
    ]
    ways = [
        asking.at("grid.rounding").tile(
            "grid.rounding", key, Option(key, label, help), spec.grid.rounding == key, "standing"
        )
        for key, label, help in (
            ("nearest", "To the nearest line", "A half step goes up."),
            ("up", "Always up", "For pieces that are trimmed later."),
        )
    ]
    groups = (
        TileGroup("Cut sizes land on", "grid.step", "standing", tuple(on)),
        TileGroup("Round", "grid.rounding", "standing", tuple(ways)),
        TileGroup("Cut it again in another unit", "unit", "standing", tuple(lives)),
    )
    return Tiles("grid", "Cutting grid", groups, ())


def _pairs(asking: _Asking) -> TileGroup:
    """Return the tiles of how many pairs of straps a bag has."""
    has = len(asking.spec.carry or ())
    options = [
        Option("0", "None", "Carried by its top, or in another bag."),
        Option("1", "One pair", "One strap at the front and one at the back; or one from side to side."),
    ]
    if has:
        options.append(Option("2", "Two pairs", "A short one for the hand, a long one for the shoulder."))
    options += [Option(str(has), f"{has} pairs", "As they are.")] if has > 2 else []
    made = (asking.tile(PAIRS, float(o.key), o, has == int(o.key), "standing", "strap") for o in options)
    return TileGroup("How many", PAIRS, "standing", tuple(made))


def _one_more(asking: _Asking) -> TileGroup:
    """Return the tiles of everything that can be put on the bag, those that do not go with it last."""
    kinds = asking.grammar.every("extra", Extra).values()
    options = (Option(extra.kind, extra.label, extra.help) for extra in kinds)
    made = [asking.tile(ONE_MORE, o.key, o, False, "standing", "extra") for o in options]
    made.sort(key=lambda tile: not tile.fits)
    return TileGroup("With …", ONE_MORE, "standing", tuple(made))


def _this_one(asking: _Asking, prefix: str) -> TileGroup:
    """Return the tiles of what becomes of one item of a list as a whole."""
    n, many = int(prefix.rpartition(".")[2]), len(asking.now.bag.kinds.extras)
    ways = [Option(OFF, "Take it off", "The rest stays as it is.")]
    if many < MOST_EXTRAS:
        ways.append(Option(AGAIN, "One more like it", "To be moved beside it, or to the other side."))
    ways += [Option(FIRST, "Say and sew it first", "Before the others.")] if n else []
    return TileGroup(
        "This one", prefix, "words", tuple(asking.tile(prefix, o.key, o, False, "words") for o in ways)
    )


def _choices(asking: _Asking, path: str, param: Param, layer: str, shows: TileShows) -> TileGroup:
    """Return the tiles of a choice that is no kind."""
    bag, chosen = asking.now.bag, str(asking.now.bag.values[path].value)
    options = param.options
    if path in (OUTER_CLOTH, LINING_CLOTH, CONTRAST_CLOTH):
        cloths = bag.facts.cloths
        options = tuple(replace(o, help=_cloth_help(cloths[o.key], asking.view)) for o in options)
    if param.offered:
        options = tuple(o for o in options if o.key == chosen or param.offered(bag, o.key))
    if any(o.section for o in options):
        shows = "section"
    made = (asking.tile(path, o.key, o, o.key == chosen, shows, layer, o.section) for o in options)
    why_not = tuple(f"{name}: {why}." for name, why in barred(bag, path))
    return TileGroup(param.label, path, shows, tuple(made), why_not)


def _outline(path: str, now: Draft, view: View) -> OutlineShown:
    """Return what is told of an outline that was drawn: its seam line, and what it encloses."""
    at = path.rpartition(".")[0]
    base = next(p for p in now.pieces if (p.at == at if "." in at else p.part == "base"))
    line = flattened(base.stitch, tuple(e.seam_bend for e in base.edges))
    return OutlineShown(
        path,
        view.with_unit(around(line)),
        view.square(area(line)),
        now.bag.values[path].source == "chosen",
        base.name,
        size_line(base, view),
        now.bag.kinds.param_at[path].why,
    )


def tiles(
    spec: Spec,
    phrase_key: str,
    unit: Unit,
    grammar: Grammar,
    facts: Facts,
    *,
    named: bool = False,
    only: Collection[str] = (),
    drafted: Callable[[Spec], Draft] | None = None,
    following: Callable[[Spec], Spec] | None = None,
) -> Tiles:
    """
    Return the tiles of a phrase of the sentence (``base``, ``strap.0``, ``grid``), for this bag: what each
    gives, or only its words where they are to be *named*; with *only* some groups, by their paths, what each
    of those gives and of the others the words.

    *drafted* drafts a spec that was perhaps drafted before; *following* is what a spec becomes once a choice
    is made.

    Raises:
        SpecProblems: If the bag has no such phrase, or the spec cannot be read.
    """
    spec = with_straps(spec, grammar, facts)
    now = drafted(spec) if drafted else draft(resolve(spec, grammar, facts))
    bag, view = now.bag, View(unit, now.bag.unit)
    asking = _Asking(now, now.once(Alike), spec, view, grammar, named, only, following)
    if phrase_key == "grid":
        return _grid_tiles(asking)
    if phrase_key == MORE.key:
        return Tiles(MORE.key, MORE.label, (_one_more(asking),), ())
    key, _, number = phrase_key.partition(".")
    params = dict(all_params(bag.kinds))
    for prefix, phrase in phrases(bag):
        if phrase.key != key or (number and prefix.rpartition(".")[2] != number):
            continue
        plain: tuple[str, TileShows] = _PLACED if prefix.startswith("extras.") else ("outer", "words")
        layer, shows = _SHOWS.get(key, plain)
        paths = [choice.in_(prefix) for choice in phrase.choices]
        labels = {"make": "Made", "attach": "Attached"} | {k: f"{n} alone" for k, n in bag.sewn.items()}
        groups: list[TileGroup | None] = []
        outline = None
        for path in paths:
            if path == PAIRS:
                groups.append(_pairs(asking.at(path)))
            elif grammar.kinds_at(path) is not None:
                whole = "Every seam" if key == "seams" else phrase.label
                label = labels.get(path.rpartition(".")[2], whole)
                groups.append(asking.at(path).kinds(label, path, layer, shows))
            elif path not in params or (
                params[path].kind == "outline" and not visible(path, params[path], bag)
            ):
                continue
            elif params[path].kind == "outline":
                outline = _outline(path, now, view)
            elif visible(path, params[path], bag):
                seen: TileShows = "standing" if params[path].standing else shows
                groups.append(_choices(asking.at(path), path, params[path], layer, seen))
        fields = tuple(p for p in (f.in_(prefix) for f in phrase.fields) if p in params)
        shown = tuple(g for g in groups if g and (len(g.tiles) > 1 or g.barred))
        if prefix.startswith("extras."):
            shown = (*shown, _this_one(asking.at(prefix), prefix))
        by_volume = key == "base" and can_be_sized(bag)
        return Tiles(phrase_key, phrase.label, shown, fields, outline, by_volume)
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
