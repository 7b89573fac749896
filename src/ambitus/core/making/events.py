"""What happens in a making, one thing after another. Nothing is ever taken out: what was wrong is undone."""

from typing import Annotated, Literal

from pydantic import BaseModel, ConfigDict, Field, StringConstraints

Key = Annotated[str, Field(min_length=1, max_length=120)]
Words = Annotated[str, StringConstraints(strip_whitespace=True, max_length=600)]
Name = Annotated[str, StringConstraints(strip_whitespace=True, max_length=120)]
Seconds = Annotated[float, Field(ge=0, le=1_000_000)]
Mm = Annotated[float, Field(gt=0, le=100_000)]


class _Event(BaseModel):
    model_config = ConfigDict(extra="forbid", frozen=True)


class OneBag(_Event):
    """One of several bags of a making: whose it is, or what it is called; its cloth and its thread."""

    name: Name = ""
    cloth: Name = ""
    thread: Name = ""


class About(_Event):
    """Who makes it, on which machine, with which foot and needle, of which cloth; which bags, and whose."""

    kind: Literal["about"] = "about"
    who: Name = ""
    machine: Name = ""
    foot: Name = ""
    needle: Name = ""
    cloth: Name = ""
    for_whom: Name = ""
    #: the revision whose cut sheet was printed last: what lies on the table
    sheet: int | None = Field(default=None, ge=1, le=10**9)
    bags: list[OneBag] = Field(default_factory=list, max_length=100)


class Done(_Event):
    """
    A step is done, and so many seconds were spent on it, idle time left out. A gate is passed with the word
    of what was ``seen``, a point of no return with ``meant``.
    """

    kind: Literal["done"] = "done"
    step: Key
    seconds: Seconds = 0.0
    seen: Name = ""
    meant: bool = False


class Went(_Event):
    """A maker went to a step, back or forward, and did nothing."""

    kind: Literal["went"] = "went"
    step: Key
    seconds: Seconds = 0.0


class Read(_Event):
    """What a tape read at a step, in mm, and to how fine a step it was read."""

    kind: Literal["read"] = "read"
    step: Key
    reading: Key
    mm: Mm
    to: Mm = 1.0
    by: Literal["hand", "tape"] = "hand"


class Resized(_Event):
    """One cut size that was taken over into this making, in mm: as it was, as it is cut."""

    piece: Key
    key: Key
    was: Mm
    now: Mm


class Took(_Event):
    """Cut sizes are taken over for what is still to be cut, into this making only."""

    kind: Literal["took"] = "took"
    sizes: list[Resized] = Field(min_length=1, max_length=200)


class Spoilt(_Event):
    """A piece is spoilt, or one more is wanted: it is cut again."""

    kind: Literal["spoilt"] = "spoilt"
    piece: Key
    count: Annotated[int, Field(ge=1, le=1000)] = 1
    why: Words = ""


class CutAgain(_Event):
    """A piece that was spoilt is cut anew."""

    kind: Literal["cut again"] = "cut again"
    piece: Key


class Noted(_Event):
    """A maker's own words at a step; empty ones take them back."""

    kind: Literal["noted"] = "noted"
    step: Key
    words: Words = ""


class Timed(_Event):
    """How long a step took, corrected."""

    kind: Literal["timed"] = "timed"
    step: Key
    seconds: Seconds


class Worked(_Event):
    """How long the whole took, besides the steps that were timed: of a making that a table tells of."""

    kind: Literal["worked"] = "worked"
    seconds: Seconds


class Waiting(_Event):
    """A wait has begun after a step: until when, in seconds since 1970. A past time says that it is over."""

    kind: Literal["waiting"] = "waiting"
    step: Key
    until: Annotated[float, Field(ge=0, le=1e11)]


class Logged(_Event):
    """What is kept of a making in the log: notes, mistakes with what mended them, lines for the next time."""

    kind: Literal["logged"] = "logged"
    notes: Annotated[str, StringConstraints(strip_whitespace=True, max_length=4000)] = ""
    mistakes: list[Words] = Field(default_factory=list, max_length=40)
    next_time: list[Words] = Field(default_factory=list, max_length=40)
    cost: Name = ""


class Finished(_Event):
    """The bag is made; or, with ``made`` off, it is gone on with."""

    kind: Literal["finished"] = "finished"
    made: bool = True


class Undid(_Event):
    """What was kept under this id counts no more."""

    kind: Literal["undid"] = "undid"
    event: Key


Event = Annotated[
    About
    | Done
    | Went
    | Read
    | Took
    | Spoilt
    | CutAgain
    | Noted
    | Timed
    | Worked
    | Waiting
    | Logged
    | Finished
    | Undid,
    Field(discriminator="kind"),
]
