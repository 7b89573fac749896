"""Sewing a zip in: made ready first, sewn to flat panels, half open before any seam closes the bag."""

from collections.abc import Mapping

from ambitus.core.form.model import Form, Strip
from ambitus.core.grammar.allowances import GENERAL, ZIP_ALLOWANCE
from ambitus.core.grammar.base.cut_as import is_hinged
from ambitus.core.grammar.order import ZIP_ROWS, goes
from ambitus.core.grammar.seams.edges import eaten
from ambitus.core.grammar.seams.strips import BOUND_KINDS
from ambitus.core.grammar.top.fields import EASE_BY
from ambitus.core.grammar.top.finishing import measure_back
from ambitus.core.grammar.top.lining import lies_inside
from ambitus.core.grammar.top.turned_through.steps import close_gap, gap_open
from ambitus.core.grammar.top.zip.fields import (
    CLOSES_AT,
    GRAB,
    GRAB_AT,
    PULL_SHOWS,
    TAB_EDGES,
    WRIST,
    WRIST_ROUND,
    ZIP_ENDS,
    ZIP_KIND,
)
from ambitus.core.grammar.top.zip.made import CLEAR, Zip, zip_of
from ambitus.core.grammar.top.zip.piece import cut_after, tack_in, tacks, teeth_out
from ambitus.core.grammar.top.zip.small import seam_of, small_strips
from ambitus.core.grammar.top.zip.tape import as_one, comes_apart, end_class, is_tabbed, shows, sliders
from ambitus.core.grammar.top.zip.window import in_window
from ambitus.core.lengths import amount
from ambitus.core.sew import acts
from ambitus.core.spec.resolved import Item, Resolved
from ambitus.core.steps.model import Reading, Step
from ambitus.core.steps.settings import stitched


def _iron(bag: Resolved) -> str:
    cool = " Keep it off the coil." if ZIP_KIND.is_(bag, "coil") else " Keep it off the teeth."
    return f"Iron: {bag.cloth('outer').iron}.{cool}"


def _stops_clear(bag: Resolved, made: Zip) -> Step:
    """Return the look at where the stops of a zip come that is used whole."""
    inside = all(abs(x) < made.row for x in made.stops or ())
    return Step(
        "stops clear",
        "Lay the zip on the panel and look where its stops come",
        "Both stops lie inside the rows that cross its ends, or the needle strikes them."
        if inside
        else "A stop lies beyond the row at its end: see that the row runs clear of it.",
        240,
        needs=("pieces cut",),
        gives=("zip cut",) if teeth_out(bag, made) else ("zip ready",),
        kind="gate",
        seen="clear",
        acts=(acts.See(zip="ready"),),
        lengths=(("Clear of each row, at least", CLEAR.mm(bag.unit)),),
        reads=(Reading("zip_stops", "Stop to stop", made.stock or 0.0),),
    )


def _ready(bag: Resolved, made: Zip) -> tuple[Step, ...]:
    """Return how the zip is brought to its length: tacked before it is cut, its slider inside."""
    if not tacks(bag, made):
        # none is sold so long that anything is cut off: a row may cross its teeth all the same
        return (_stops_clear(bag, made), *_teeth_out(bag, made, 244, "zip ready"))
    metre, late = made.stops is None, cut_after(bag, made)
    slider = _slid_on(bag) if metre else ("Close the zip, then draw the slider back past the middle.")
    place = (
        "At both ends, by hand, six times over"
        if metre
        else "At the end that will be cut, by hand, six times over"
    )
    if late:
        place = f"The slider in the middle again. {place}"
    # sewn in long it is cut between its last row and whatever is caught beside it
    first = 313.0 if late else 238.0
    out = [
        Step(
            "slider on" if metre else "slider back",
            f"Put the slider{'s' * (sliders(bag) - 1)} on the zip" if metre else "Draw the slider back",
            slider,
            236,
            needs=("pieces cut",),
            gives=("zip ready",) if late else ("slider between the ends",),
            acts=(acts.SlideOn(),),
        ),
        Step(
            "tack zip",
            "Tack across the teeth before anything is cut",
            f"{place}: without it the slider runs off the cut end.",
            first,
            needs=("zip on both",) if late else ("slider between the ends",),
            gives=("zip tacked",),
            acts=(acts.Tack(),),
            lengths=(("Inside the cut end", tack_in(bag, made)),),
            settings="Doubled thread.",
        ),
        Step(
            "slider inside",
            f"See that {_the_sliders(bag)} inside the tacks",
            "Once the end is off it cannot be brought back."
            if not metre
            else f"Both ends are open: {_they(bag)} must lie between the tacks.",
            first + 1,
            needs=("zip tacked",),
            gives=("slider inside",),
            acts=(acts.See(zip="ready"),),
            kind="gate",
            seen="inside",
        ),
        Step(
            "cut zip",
            "Cut the zip level with the panels" if late else "Cut the zip to its length",
            "Straight across, outside the tack."
            if not (metre or late)
            else "Both ends straight across, outside the tacks.",
            first + 2,
            needs=("slider inside",),
            gives=("zip cut",) if teeth_out(bag, made) else (_level(late),),
            acts=(acts.CutZip(),),
            kind="no return",
            lengths=(("Tape", made.length.total),),
            cautions=() if made.facts.stitched else ("hard teeth",),
        ),
    ]
    return (*out, *_teeth_out(bag, made, first + 3, _level(late)))


def _slid_on(bag: Resolved) -> str:
    """Return how what closes a zip by the metre is put on it."""
    if sliders(bag) == 2:
        return "One from each end, heads towards each other, both edges level; run both to the middle."
    return "Slide the slider on from one end, both edges level; run it to the middle."


def _the_sliders(bag: Resolved) -> str:
    return "both sliders are" if sliders(bag) == 2 else "the slider is"


def _they(bag: Resolved) -> str:
    return "both" if sliders(bag) == 2 else "it"


def _open_at(bag: Resolved) -> str:
    """Return where a zip is open that stands half open."""
    return "The two sliders pushed half apart" if sliders(bag) == 2 else "The slider in the middle"


def _level(late: bool) -> str:
    """Return what its cutting gives: a zip to sew in, or one that the seams can cross."""
    return "zip in" if late else "zip ready"


def _teeth_out(bag: Resolved, made: Zip, rank: float, gives: str) -> tuple[Step, ...]:
    """Return how teeth are taken out that a row would cross."""
    if not teeth_out(bag, made):
        return ()
    return (
        Step(
            "pick teeth",
            "Take the teeth out where a row will cross them",
            "One by one with pincers, from the end of the tape in; that stays whole.",
            rank,
            needs=("zip cut",),
            gives=(gives,),
            acts=(acts.TakeTeethOut(),),
            lengths=(("From the cut end", teeth_out(bag, made)),),
            cautions=("hard teeth",),
        ),
    )


def _small(bag: Resolved, form: Form) -> tuple[Step, ...]:
    """Return the making of the small pieces, and their catching beside the zip."""
    small = {s.part: s for s in small_strips(bag, form)}
    tube = WRIST.is_(bag, "elastic")
    apart = {"end", "wrist"} if tube else {"end"}
    sewn = tuple(s for key, s in small.items() if not s.material and key not in apart)
    out = [_wrist_made(bag)] if tube else []
    if sewn:
        out.append(_tabs_made(bag, sewn))
    if "hold" in small or "wrist" in small:
        out.append(_tabs_basted(bag, small, made=bool(sewn) or tube))
    if "pull" in small:
        out.append(_pull_on(bag, bought=bool(small["pull"].material)))
    return tuple(out)


def _wrist_made(bag: Resolved) -> Step:
    return Step(
        "make wrist",
        "Sew the tube for the wrist, turn it, and draw the elastic in",
        "Right sides together along its long edge; the elastic through it on a pin, both its ends "
        "level with the tube’s and sewn across.",
        248,
        needs=("pieces cut",),
        gives=("tabs made",),
        acts=(acts.Make(("tab wrist",), iron=False, into=("tab elastic",)),),
        lengths=(("Elastic", WRIST_ROUND.of(bag)), ("Seam", GENERAL.of(bag))),
    )


def _tabs_made(bag: Resolved, sewn: tuple[Strip, ...]) -> Step:
    names = " and ".join(s.name.lower() for s in sewn)
    return Step(
        "make tabs",
        f"Make the {names}",
        "Folded in four, both edges to the middle, and stitched along the open edge.",
        250,
        needs=("pieces cut",),
        gives=("tabs made",),
        acts=(acts.Make(tuple(f"tab {s.part}" for s in sewn)),),
        settings=f"Iron: {bag.cloth('outer').iron}.",
        cautions=("hot iron",),
    )


def _tabs_basted(bag: Resolved, small: Mapping[str, Strip], made: bool) -> Step:
    """Return the basting of what is held beside the zip; *made* is whether any of it is sewn first."""
    caught = [small[key].name.lower() for key in small if key in ("hold", "wrist")]
    bought = (f"tab {key}" for key, s in small.items() if s.material and key == "hold")
    held = (f"tab {key}" for key in ("hold", "wrist") if key in small)
    both = GRAB_AT.is_(bag, "both") and "hold" in small
    on_it = "strip" if bag.kinds.base.all_round else "panel"
    where = "at both its ends" if both else "at the end where it is held"
    # at the base the ends of a zip that goes all round stand up from it
    near = "on the base edge, just beside the zip" if bag.kinds.base.zip_round else "just below the zip"
    return Step(
        "baste tabs",
        f"Baste the {' and the '.join(caught)} beside the zip",
        f"Doubled, on the right side of one {on_it}, raw edges level, {near} {where}; sewn over three times.",
        318,
        needs=("zip in", *(("tabs made",) if made else ())),
        gives=("tabs caught",),
        acts=(acts.Make(tuple(bought), iron=False), acts.Baste(tuple(held), "outer", at=end_class(bag))),
        lengths=(("Seam", seam_of(bag)),),
    )


def _pull_on(bag: Resolved, bought: bool) -> Step:
    return Step(
        "pull on",
        "Put a pull on each slider" if sliders(bag) == 2 else "Put the pull on the slider",
        "Through its ring, the ends level; knotted or stitched down.",
        704,
        needs=("zip works", *(() if bought else ("tabs made",))),
        gives=("pull on",),
        acts=(
            *((acts.Make(("tab pull",), iron=False),) if bought else ()),
            acts.OnSlider(("tab pull",)),
        ),
        lengths=(("Visible", PULL_SHOWS.of(bag)),),
    )


def _narrowed(bag: Resolved, made: Zip) -> tuple[Step, ...]:
    """Return the sewing of the tabs to the ends of a narrowed zip."""
    if not is_tabbed(bag):
        return ()
    say = (
        "Half a tab on each face of the zip, right sides to it, raw edges level; sewn across, then both "
        "folded away from the zip and topstitched."
        if ZIP_ENDS.is_(bag, "seamed")
        else "Folded in half over the end, the fold where the opening ends; one row beside the fold."
    )
    turned = " Its short edges are pressed in first." if TAB_EDGES.is_(bag, "turned") else ""
    return (
        Step(
            "tab ends",
            "Sew a tab to each end of the zip",
            say + turned,
            270,
            needs=("zip ready",),
            gives=("zip narrowed",),
            acts=(acts.Narrow(("tab end",)),),
            settings="Zip foot. Turn the wheel by hand across the teeth."
            if made.facts.stitched
            else "Zip foot.",
            reads=(Reading("between_tabs", "Between the tabs", 2 * made.half_open),),
            cautions=("needle over teeth",),
        ),
    )


def _sewn_in(bag: Resolved, made: Zip) -> tuple[Step, ...]:
    """Return the sewing of the zip to both panels."""
    lined = "lining" in bag.kinds.top.layers
    # in a gusset it lies between two strips
    strip = "strip at the " if bag.kinds.base.all_round else ""
    seam = (("Zip seam", ZIP_ALLOWANCE.of(bag)),)
    ready = "zip narrowed" if is_tabbed(bag) else "zip ready"
    parted = comes_apart(bag)
    the_zip = "Its half of the zip" if parted else "The zip"
    lies = "it lies" if parted else "the zip lies"
    done = "zip on both" if parted or cut_after(bag, made) else "zip in"
    beyond = ", and its ends standing out past the panel’s" if cut_after(bag, made) else ""
    between = (
        f"{the_zip} face down on the outer’s right side, the lining over it face down: {lies} between them"
        if lined
        else f"{the_zip} face down on the outer’s right side; overcast the two edges together"
    )
    zip_seam = acts.Seams(bag.kinds.top.layers, "zip")
    stops = goes(bag, ZIP_ROWS, "short")
    short = min(eaten(bag, end_class(bag), over) for over in (True, False)) if stops else 0.0
    ends = " Begin and end {short} from the raw ends, secured: the lining’s ends stay free." if short else ""
    numbers = (("short", short),) if short else ()
    foot = f"Zip foot. {stitched(bag.cloth('outer'), 2.5)}"
    closing = f"The slider closes at the {CLOSES_AT.of(bag)}."
    if sliders(bag) == 2:
        closing = "The sliders close it as they meet in its middle."
    corners = ""
    if bag.kinds.base.zip_round:
        corners = (
            " Round its corners snip the edge of the tape, not its woven middle, so that it lies flat there."
        )
    # a half by itself has no slider on it, or one that stays at its end
    past = "" if parted else " Stop with the needle down to move it past the foot."
    apart = (
        Step(
            "zip apart",
            "Take the zip apart",
            "Each half is sewn in by itself, the foot past nothing; mark on both which end has the box, or "
            "the pin.",
            290,
            needs=(ready, "outer panels laid"),
            gives=("zip apart",),
            acts=(acts.PartZip(),),
        ),
    )
    together = (
        Step(
            "zip joined",
            "Put the pin into the box and close the zip",
            "Both halves run level, their ends over each other: once the seams beside them are sewn it "
            "cannot be joined any more.",
            313,
            needs=("zip on both",),
            gives=("zip in",),
            acts=(acts.JoinZip(), acts.See(zip="ready")),
            kind="gate",
            seen="joined",
        ),
    )
    return (
        *(apart if parted else ()),
        Step(
            "zip front",
            f"Sew the zip to the {strip}front",
            f"{between}, all raw edges level with the tape{beyond}. {closing}{past}{ends}{corners}",
            300,
            numbers=numbers,
            needs=("zip apart",) if parted else (ready, "outer panels laid"),
            gives=("zip on front",),
            acts=(acts.Sew(zip_seam, side=0, short=short),),
            settings=foot,
            lengths=seam,
            cautions=("needle over teeth",),
        ),
        Step(
            "press front",
            "Press the cloth away from the teeth and topstitch it",
            f"A row {amount(2, bag.unit)} from the fold keeps the cloth out of the slider.",
            304,
            needs=("zip on front",),
            gives=("front topstitched",),
            acts=(acts.TurnTo(bag.kinds.top.layers, "right"), acts.Press(bag.kinds.top.layers, "right")),
            settings=_iron(bag),
            cautions=("hot iron", *(("coil",) if ZIP_KIND.is_(bag, "coil") else ())),
        ),
        Step(
            "zip back",
            f"Sew the zip to the {strip}back, the same way",
            f"The ends of the {'strips' if strip else 'panels'} level with each other across the zip.{ends}",
            308,
            numbers=numbers,
            needs=("front topstitched",),
            gives=("zip on back",),
            acts=(acts.Sew(zip_seam, side=1, short=short),),
            settings=foot,
            lengths=seam,
        ),
        Step(
            "press back",
            "Press and topstitch the back",
            "Then close the zip and look: both edges run level beside it.",
            312,
            needs=("zip on back",),
            gives=(done,),
            acts=(acts.TurnTo(bag.kinds.top.layers, "right"), acts.Press(bag.kinds.top.layers, "right")),
            settings=_iron(bag),
            reads=(Reading("zip_shows", "Zip that shows between the cloth edges", max(0.0, shows(bag))),),
        ),
        *(together if parted else ()),
    )


def _before_closing(bag: Resolved, form: Form, made: Zip) -> tuple[Step, ...]:
    """Return what is looked at, and basted, before a seam closes the bag."""
    lined = "lining" in bag.kinds.top.layers
    straps = tuple(f"carry {i} caught" for i in range(len(bag.kinds.carry)))
    layers = ("outer", "lining") if lined else ("outer",)
    stays = _stays_out(bag, form)
    closed = "Closed, its slider would lie in one;" if stays else "Closed, the bag could not be turned;"
    whole = f"{closed} open right to the end, its tapes would not lie level in the seam."
    if is_hinged(bag):
        # no seam crosses it
        whole = "Closed, the bag could not be turned."
        if stays:
            whole = "So a hand can feel from inside that nothing is caught by the seam."
    out = [
        Step(
            "zip half open",
            "See that the zip stands half open",
            f"{_open_at(bag)}, well inside the {'window' if is_hinged(bag) else 'seams to come'}. {whole}",
            396,
            needs=("zip in", *straps, *(("tabs caught",) if _has_caught(bag) else ())),
            gives=tuple(f"{layer} panels ready" for layer in layers),
            acts=(acts.OpenZip("half"),),
            kind="gate",
            seen="half open",
            lengths=(
                ("From either end to the slider, about", max(0.0, _half_long(form, made)) / sliders(bag)),
            ),
        ),
    ]
    if lies_inside(bag):
        out.append(
            Step(
                "fold over",
                "Fold the outer over its lining, right side out",
                "The lining lies between its halves, wrong side out; push its seam in, clear of the edges "
                "that come next.",
                398,
                needs=("lining body sewn",),
                gives=("outer folded over",),
                acts=(acts.TurnTo(("outer",), "right"),),
                lengths=(("The lining’s seam, in from the edge", EASE_BY.of(bag)),),
            )
        )
    if lined and as_one(bag):
        # a zip that goes all round leaves nothing but the base
        along = "along the base" if bag.kinds.base.zip_round else "all round"
        out.append(
            Step(
                "baste lining",
                f"Baste the lining to the outer {along}",
                "Wrong sides together, smoothed from the zip down; the two are one from here on.",
                394,
                needs=("zip in",),
                gives=("outer panels ready",),
                acts=(acts.Together("lining", "outer"),),
                settings="Long stitch, inside the allowance.",
            )
        )
    many = "" if bag.kinds.base.zip_round else "s"
    rows = f"{end_class(bag)} seam{many}{' and the corners' if form.zip_at_edge else ''}"
    if not (made.facts.stitched or made.stops is None or is_tabbed(bag) or is_hinged(bag)):
        out.append(
            Step(
                "rows clear",
                "Feel for the stops where the seams will cross the zip",
                f"No stop and no tooth under the lines of the {rows}.",
                395,
                needs=("zip in",),
                gives=("outer panels ready",),
                kind="gate",
                seen="clear",
                acts=(acts.See(zip="ready"),),
                cautions=("needle over teeth",),
            )
        )
    return tuple(out)


def _half_long(form: Form, made: Zip) -> float:
    """Return half of the zip between the seams to come, in mm: corners that cross it come after them."""
    return form.mm("flat_opening") / 2 if form.zip_at_edge else made.half_open


def _has_caught(bag: Resolved) -> bool:
    return not (GRAB.is_(bag, "none") and WRIST.is_(bag, "none"))


def _trim(needs: tuple[str, ...], hinged: bool = False) -> Step:
    return Step(
        "trim",
        "Trim the bulk at both ends of the fold"
        if hinged
        else "Trim the bulk at the corners and where the seams cross the zip",
        "Never through a stitch."
        if hinged
        else "Never through a stitch, and never the tape up to its teeth.",
        640,
        needs=needs,
        gives=("bulk trimmed",),
        acts=(acts.TurnTo(("outer",), "wrong"), acts.TrimBulk("outer")),
        kind="no return",
    )


def _turned(bag: Resolved, form: Form) -> tuple[Step, ...]:
    """Return the turning through the gap of the lining, and its closing."""
    return (
        gap_open(bag),
        _trim(("outer body sewn", "lining body sewn", "gap is open")),
        Step(
            "turn",
            "Turn the bag through the gap",
            "Reach in, open the zip the rest of the way, and pull the outer through it; then push the lining "
            "down into the bag.",
            650,
            needs=("bulk trimmed",),
            gives=("turned", "zip works"),
            acts=(acts.OpenZip("whole"), acts.Turn("outer", "gap")),
        ),
        close_gap(bag, needs=("turned",)),
        measure_back(form, needs=("bag closed",)),
    )


def _has_gap(bag: Resolved) -> bool:
    return not (as_one(bag) or lies_inside(bag))


def _stays_out(bag: Resolved, form: Form) -> bool:
    """Return whether a bag without a gap has its right side out when it is sewn: nothing is turned then."""
    body = [key for key in bag.kinds.base.classes if key in bag.classes]
    # corners that are folded to points are sewn across from the wrong side
    pointed = bool(form.corner) and "corner" not in body
    return (
        (as_one(bag) or lies_inside(bag))
        and not pointed
        and all(bag.kinds.seam(key).right_out for key in body)
    )


def _through_zip(bag: Resolved, form: Form) -> tuple[Step, ...]:
    """Return the turning through the open zip of a bag without a gap, if it has to be turned."""
    if _stays_out(bag, form):
        return (measure_back(form, needs=("outer body sewn",)),)
    # what no mouth ends at is trimmed however its edges are held
    bound = bag.kinds.seam(end_class(bag)).kind in BOUND_KINDS and not is_hinged(bag)
    return (
        *(() if bound else (_trim(("outer body sewn",), is_hinged(bag)),)),
        Step(
            "turn",
            "Turn the bag through the open zip",
            "Open it the rest of the way first; push the corners out from inside.",
            650,
            needs=("outer body sewn",) if bound else ("bulk trimmed",),
            gives=("turned", "zip works"),
            acts=(acts.OpenZip("whole"), acts.Turn("outer", zip=True)),
        ),
        measure_back(form, needs=("turned",)),
    )


def steps(item: Item, form: Form) -> tuple[Step, ...]:
    """Return every step of a top that is closed by a zip."""
    bag = item.bag
    made = zip_of(bag, form)
    sewn_in = in_window(bag, made) if is_hinged(bag) else _sewn_in(bag, made)
    last, stays = _turned(bag, form) if _has_gap(bag) else _through_zip(bag, form), _stays_out(bag, form)
    opens = Step(
        "try zip",
        "Run the slider from end to end",
        "It runs freely past the topstitching, and stops short of the seams.",
        702,
        needs=("outer body sewn",) if stays else ("turned",),
        gives=("zip tried", *(("zip works",) if stays else ())),
        acts=(*((acts.OpenZip("whole"),) if stays else ()), acts.See(zip="whole")),
        kind="gate",
        seen="runs free",
        reads=(Reading("zip_opens", "Opens, in use", max(0.0, made.opens.total)),),
    )
    return (
        *_ready(bag, made),
        *_narrowed(bag, made),
        *_small(bag, form),
        *sewn_in,
        *_before_closing(bag, form, made),
        *last,
        opens,
    )
