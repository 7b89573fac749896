"""Sample makings of the band's kit room: two made, one half done, with photographs of our own drawing."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from io import BytesIO

from ambitus.core.making import events
from ambitus.core.making.events import About, Event
from ambitus.desk.drafting import drafted, spec_of
from ambitus.desk.makings import MakingDesk
from ambitus.store import Plans


@dataclass(frozen=True)
class _Sample:
    """A making: of which plan, when, and what was read and said; up to which step, or to its end."""

    plan: str
    at: str
    about: About
    #: step/reading -> mm
    reads: Mapping[str, float]
    #: how many minutes of what a step was guessed at it really took
    pace: float
    until: str = ""
    words: Mapping[str, str] = field(default_factory=dict)
    log: events.Logged = field(default_factory=events.Logged)
    photos: Sequence[str] = ()


_HALL = About(who="Orla", machine="the hall machine", foot="its edge foot", needle="90")
SAMPLES = (
    _Sample(
        "March folder tote",
        "2026-10-03T15:10:00.000+00:00",
        _HALL.model_copy(update={"for_whom": "second cornets"}),
        {"outer sides/mouth_flat": 462.0, "measure back/mouth_flat": 461.0, "measure back/height": 281.0},
        1.35,
        log=events.Logged(
            notes="Stands well with forty cards in it.",
            mistakes=["A strap was basted twisted; the gate found it."],
            next_time=["Clip the straps, do not pin them: four layers bend a pin."],
        ),
    ),
    _Sample(
        "March folder tote",
        "2026-11-14T14:30:00.000+00:00",
        _HALL.model_copy(update={"for_whom": "flugelhorns"}),
        {
            "strap 0 fold/strap_folded": 28.0,
            "outer sides/mouth_flat": 462.0,
            "lining sides/mouth_flat": 461.0,
            "join top/mouth_round": 923.0,
            "measure back/mouth_flat": 462.0,
            "measure back/height": 280.0,
        },
        1.15,
        words={"outer sides": "Left-hand guide on the edge foot, needle one step right."},
        log=events.Logged(
            notes="The green one for the flugelhorns’ march folders.",
            mistakes=["Pressed the lining shiny at the base: mended with steam from behind."],
            next_time=["Let the lining hang a night before it is cut."],
            cost="half a metre of canvas from the long shelf",
        ),
        photos=("The front, before it was handed over", "The lining, from above"),
    ),
    _Sample(
        "Valve-oil pouch",
        "2026-11-28T19:05:00.000+00:00",
        _HALL.model_copy(update={"foot": "its zip foot", "for_whom": "the instrument cupboard"}),
        {"outer sides/mouth_flat": 212.0},
        1.2,
        until="outer base",
    ),
)


def lay_out_makings(plans: Plans, makings: MakingDesk) -> None:
    """Keep the sample makings, unless that was done before in this database."""
    if plans.kept("demo.makings") is not None:
        return
    by_name = {plan.name: plan.id for plan in plans.list(limit=200)[0]}
    for n, sample in enumerate(SAMPLES):
        if sample.plan in by_name:
            _make(makings, plans, by_name[sample.plan], sample, n)
    plans.keep("demo.makings", {"laid_out": True})


def _make(makings: MakingDesk, plans: Plans, plan_id: str, sample: _Sample, n: int) -> None:
    id_ = makings.begin(plan_id, sample.about, at=sample.at)
    made = drafted(spec_of(plans.revision(plan_id)))
    happened: list[Event] = []
    for step in made.steps:
        happened += [
            events.Read(step=step.key, reading=read.id, mm=sample.reads[f"{step.key}/{read.id}"])
            for read in step.reads
            if f"{step.key}/{read.id}" in sample.reads
        ]
        if step.key in sample.words:
            happened.append(events.Noted(step=step.key, words=sample.words[step.key]))
        if step.key == sample.until:
            break
        seconds = round(60 * sample.pace * max(0.5, len(step.acts)))
        happened.append(
            events.Done(step=step.key, seconds=seconds, seen=step.seen, meant=step.kind == "no return")
        )
    if not sample.until:
        happened += [sample.log, events.Finished()]
    makings.happen(id_, [(f"sample-{n}-{at}", event) for at, event in enumerate(happened)], at=sample.at)
    for at, words in enumerate(sample.photos):
        makings.add_photo(id_, words, drawn(at), at=sample.at)


def drawn(which: int) -> bytes:
    """Return a picture of a tote as PNG, drawn here: its front, or the look into its lining."""
    from PIL import Image, ImageDraw

    picture = Image.new("RGB", (1200, 900), "#f4f7f4")
    pen = ImageDraw.Draw(picture)
    ink, outer, lining, strap = "#15231e", "#cfe3d9", "#cbd8ec", "#e2cfe0"
    if which == 0:
        for left in (430, 640):
            pen.arc((left - 60, 120, left + 190, 760), 180, 360, fill=ink, width=34)
            pen.arc((left - 56, 124, left + 186, 756), 180, 360, fill=strap, width=26)
        pen.polygon([(300, 430), (900, 430), (930, 800), (270, 800)], fill=outer, outline=ink, width=6)
        pen.polygon([(900, 430), (990, 390), (1010, 740), (930, 800)], fill="#b4d0c3", outline=ink, width=6)
        for x in range(310, 895, 24):
            pen.line((x, 452, x + 12, 452), fill=ink, width=4)
    else:
        pen.polygon([(220, 250), (980, 250), (1060, 720), (140, 720)], fill=outer, outline=ink, width=6)
        pen.polygon([(270, 300), (930, 300), (990, 660), (210, 660)], fill=lining, outline=ink, width=6)
        for y in range(330, 650, 28):
            pen.line((250, y, 940, y - 20), fill="#8fa3c2", width=3)
        pen.line((600, 300, 600, 660), fill=ink, width=4)
    out = BytesIO()
    picture.save(out, "PNG")
    return out.getvalue()
