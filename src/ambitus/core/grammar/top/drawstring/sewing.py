"""Steps that every drawn-up top shares: openings before the channel, threading after it."""

from ambitus.core.form.model import Form
from ambitus.core.grammar.base.cut_as import one_round
from ambitus.core.grammar.features import drawn_up
from ambitus.core.grammar.top.drawstring.channel import channel_of, to_thread
from ambitus.core.grammar.top.drawstring.cords import cord_melts
from ambitus.core.grammar.top.drawstring.fields import CORD, CORD_END, CORD_KNOT, CORDS, OPENING
from ambitus.core.grammar.top.drawstring.loops import loop_steps
from ambitus.core.sew import acts
from ambitus.core.spec.resolved import Resolved
from ambitus.core.steps.model import Reading, Step


def _has_eyelets(bag: Resolved) -> bool:
    """Return whether a cord comes out by an eyelet: all do, or the second of a tube with one seam does."""
    return OPENING.is_(bag, "eyelets") or (CORDS.is_(bag, "two") and one_round(bag))


def eyelet_step(bag: Resolved) -> tuple[Step, ...]:
    """Return the making of eyelets, while the panels are flat, where a cord comes out by one."""
    if not _has_eyelets(bag):
        return ()
    return (
        Step(
            "eyelets",
            "Make the eyelets or buttonholes",
            "In the outer layer only, a patch of cloth behind each, before anything is folded.",
            230,
            needs=("pieces marked",),
            gives=("eyelets made",),
            acts=(acts.Pierce("outer"),),
            kind="no return",
            cautions=("hammered",),
        ),
    )


def slit_steps(
    bag: Resolved, needs: tuple[str, ...], rank: int = 532
) -> tuple[tuple[Step, ...], tuple[str, ...]]:
    """Return what is done at an opening in the side seam before the channel is made, and what it gives."""
    opening = OPENING.of(bag)
    if opening == "eyelets":
        return (), (*needs, "eyelets made")
    needs = (*needs, "eyelets made") if _has_eyelets(bag) else needs
    seam = bag.kinds.seam("side")
    held = (
        "topstitch a U round it: down one side, across below, up the other"
        if opening == "slit"
        else "bar both ends by hand or machine"
    )
    if seam.press == "open":
        say = f"Press the seam open, so that its edges lie back from the opening; {held}."
    elif seam.finished:
        # a seam that lies to one side, or is enclosed, is freed at the opening first
        free = "Snip the seam to its line at the opening’s ends, so that the edges lie back from it"
        say = f"{free}; hem them, and {held}."
    else:
        say = f"Its edges lie back already: {held}."
    made = Step(
        "hold opening",
        "Hold the edges of the opening back",
        say,
        rank,
        needs=needs,
        gives=("opening held",),
        acts=(acts.HoldOpen("outer"),),
        kind="gate",
        seen="held back",
    )
    return (made,), ("opening held",)


def _with_what(bag: Resolved) -> str:
    """Return what threads the cord: a channel narrower than a pin and its room takes only a flat bodkin."""
    if channel_of(bag)[1] < to_thread(bag) - 1e-9:
        return "With a flat bodkin: a pin does not pass this channel."
    return "With a pin or a bodkin."


def thread_steps(
    bag: Resolved, form: Form, needs: tuple[str, ...], laid: tuple[str, int] | None = None
) -> tuple[Step, ...]:
    """
    Return cutting and threading the cord, and finishing its ends once *needs* are there; *laid* is what it
    needs and the rank where it lies in the channel before that is stitched.
    """
    drawn = drawn_up(bag)
    cords = drawn.cords(bag, form) if drawn else None
    if cords is None:
        return ()
    two = cords.count == 2
    out = [*loop_steps(bag, form)]
    made = ("strip made",) if CORD.is_(bag, "strip") else ()
    if made:
        out.append(
            Step(
                "make strip",
                "Fold the cord’s strip in four and stitch it",
                "Both edges to the middle, then in half; one row beside the open edge.",
                240,
                needs=("pieces cut",),
                gives=made,
                acts=(acts.Make(("cord",)),),
                settings=f"Iron: {bag.cloth('outer').iron}.",
                cautions=("hot iron",),
            )
        )
    kept = _keep_ends(bag, made or ("pieces cut",))
    out += kept
    ready = (*made, *(state for step in kept for state in step.gives))
    across = CORDS.is_(bag, "across")
    came_out = "one opening" if across else "the opening"
    crossing = ", across the other in the open" if across else ""
    lengths = (("Each, cut" if two else "Cut", cords.length.total), ("Channel", channel_of(bag)[1]))
    tail = Reading("tail", "Tail at each end, mouth flat open", cords.tail_at(cords.path.mm))
    if laid is not None:
        place, rank = laid
        lay = Step(
            "lay cord",
            "Lay the cords in the fold" if two else "Lay the cord in the fold",
            f"All the way round, up against the top fold, both ends out by {came_out}; clip it there."
            if not two
            else "Each all the way round, up against the top fold, its ends out by its own opening.",
            rank,
            needs=(place, *ready),
            gives=("cord in",),
            acts=(acts.Thread(("cord",), laid=True),),
            lengths=lengths,
        )
        return (*out, lay, _last_of_cord(bag, tail, needs))
    thread = (
        "Right round, in by one opening and out by the same; the second cord from the other side."
        if two
        else f"Right round, in by {came_out} and out by it again{crossing}."
    )
    return (
        *out,
        Step(
            "thread cord",
            "Thread the cords" if two else "Thread the cord",
            f"{_with_what(bag)} {thread}",
            690,
            needs=(*needs, *ready),
            gives=("cord in",),
            acts=(acts.Thread(("cord",)),),
            lengths=lengths,
        ),
        _last_of_cord(bag, tail, ()),
    )


def _keep_ends(bag: Resolved, needs: tuple[str, ...]) -> tuple[Step, ...]:
    """Return how the cut ends of a cord are kept from fraying, before it comes near the bag."""
    words: dict[str, tuple[str, str, tuple[str, ...]]] = {
        "sealed": (
            "Melt the ends of the cord",
            "Away from the bag and all cloth, one moment over the flame, never in the hand; let them cool.",
            ("flame",),
        ),
        "sealant": ("Seal the ends of the cord with liquid", "Let them dry before they are threaded.", ()),
        "slant": ("Cut the ends of the cord at a slant", "For ribbon that is not washed.", ()),
    }
    way = CORD_END.of(bag)
    if way == "knot":
        return ()
    if way == "sealed" and not cord_melts(bag):
        words[way] = (
            "Bind the ends of the cord",
            "It does not melt: thread or tape, no flame.",
            (),
        )
    title, say, cautions = words[way]
    #: Default (ours): how long liquid dries, and melted thread cools
    waits = {"sealant": ("until they are dry", 20.0), "sealed": ("until they are cold", 1.0)}
    return (
        Step(
            "keep ends",
            title,
            say,
            245,
            needs=needs,
            gives=("ends kept",),
            cautions=cautions,
            wait=waits.get(way) if way == "sealant" or cautions else None,
            acts=(acts.KeepEnds(("cord",), flame=bool(cautions)),),
        ),
    )


def _last_of_cord(bag: Resolved, tail: Reading, needs: tuple[str, ...]) -> Step:
    """Return what is done with the ends once the cord is in."""
    knotted = CORD_KNOT.is_(bag, "knot")
    return Step(
        "finish ends",
        "Knot the ends together" if knotted else "Draw the ends of the cord level",
        "The mouth flat open, both tails alike. Slide a toggle on first, if there is to be one; "
        "pull the knot tight."
        if knotted
        else "The mouth flat open; slide a toggle or a bead on.",
        695,
        needs=("cord in", *needs),
        gives=("cord threaded",),
        acts=(acts.Knot(("cord",)),),
        reads=(tail,),
        cautions=("small children",),
    )
