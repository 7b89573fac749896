"""
What a step of the work does, as data: each act changes the state of the work in one way.

An act names what it is done to (pieces by key, layers, seams, edges) and how; whether that can be done is for
the simulator to say. Seams and edges are named by layer and class, and by the beginning of their key where
several of a class are sewn one after the other.
"""

from dataclasses import dataclass, replace
from functools import cache
from typing import Literal

#: the side of the cloth that is out, or up, or reached
Side = Literal["right", "wrong"]
#: how two edges lie to be sewn: right or wrong sides together, one over the other, or edge to edge
Lies = Literal["right", "wrong", "lap", "meet"]
#: what of a seam is sewn in one go: all of it, or only what runs straight, or only its curves
Run = Literal["all", "straight", "curved"]


@dataclass(frozen=True, slots=True)
class Seams:
    """Seams of *layers*, of one class; ``begin`` is how the keys begin of those that are meant."""

    layers: tuple[str, ...]
    of: str
    begin: str = ""


@dataclass(frozen=True, slots=True)
class Edges:
    """Edges of *layers*: all those of one class."""

    layers: tuple[str, ...]
    of: str


@dataclass(frozen=True, slots=True)
class Smooth:
    """Take every fold out of the cloth: of *pressed* layers with an iron, of the others without."""

    pressed: tuple[str, ...] = ()


@dataclass(frozen=True, slots=True)
class Draw:
    """Measure and draw the pieces: those of *only* these layers, or all that are not to *leave* for later."""

    only: tuple[str, ...] = ()
    leave: tuple[str, ...] = ()


@dataclass(frozen=True, slots=True)
class MeasureAgain:
    """Measure pieces that are drawn a second time: those of *only* these layers, or all not to *leave*."""

    only: tuple[str, ...] = ()
    leave: tuple[str, ...] = ()


@dataclass(frozen=True, slots=True)
class Cut:
    """Cut out pieces that were drawn: those of *only* these layers, or all that are not to *leave*."""

    only: tuple[str, ...] = ()
    leave: tuple[str, ...] = ()


@dataclass(frozen=True, slots=True)
class MarkAll:
    """Transfer the marks of pieces: those of *only* these layers, or all that are not to *leave*."""

    only: tuple[str, ...] = ()
    leave: tuple[str, ...] = ()


@dataclass(frozen=True, slots=True)
class CutOut:
    """Cut the corners out: of flat pieces, or with ``sewn`` of a layer whose seams are sewn."""

    layers: tuple[str, ...]
    sewn: bool = False


@dataclass(frozen=True, slots=True)
class PutOn:
    """Fuse or baste the pieces of one layer (interfacing, cores, a second layer) on what they are cut for."""

    layer: str
    iron: bool


@dataclass(frozen=True, slots=True)
class MakeUp:
    """
    Sew together what pieces of a layer are made up of: strips, or plies along the rows marked on them; a zip
    is sewn ``into`` them as it is bought.
    """

    panels: str
    iron: bool = False
    into: tuple[str, ...] = ()


@dataclass(frozen=True, slots=True)
class Even:
    """Measure panels of a layer that are made differently, and trim what one of them has more."""

    layer: str


@dataclass(frozen=True, slots=True)
class Together:
    """Baste one layer to another all round, wrong sides together: the two are one from here on."""

    layer: str
    to: str


@dataclass(frozen=True, slots=True)
class FaceWindow:
    """Sew one layer on another round a window, right sides together."""

    layer: str
    to: str


@dataclass(frozen=True, slots=True)
class Slit:
    """
    Slit a window open along its middle, through every layer, and into its corners; or cut it ``out`` along
    its lines, with nothing to turn in.
    """

    out: bool = False


@dataclass(frozen=True, slots=True)
class OpenWindow:
    """Turn the edges of a slit window in, a facing layer through it, and press them."""

    layers: tuple[str, ...]
    iron: bool = True


@dataclass(frozen=True, slots=True)
class ZipBehind:
    """Sew a zip behind a window that lies open, all round close to its edge."""


@dataclass(frozen=True, slots=True)
class Finish:
    """Overlock edges one by one: those of a class, or those that seams will join."""

    edges: Edges | Seams


@dataclass(frozen=True, slots=True)
class Fold:
    """
    Press edges over to the wrong side, at every fold that the form has along them; with ``opened`` they are
    laid flat again, and only the creases stay.
    """

    edges: Edges
    iron: bool = True
    opened: bool = False


@dataclass(frozen=True, slots=True)
class Stitch:
    """Sew the rows that the form has along edges."""

    edges: Edges


@dataclass(frozen=True, slots=True)
class Sew:
    """
    Sew one row of seams, all but what is in ``leaves``: the openings that stay.

    ``row`` counts what is done to each seam, from 0. With a strip between, ``side`` says to which of its
    sides the edges are sewn. A row may be sewn in two runs; or it begins and ends ``short`` of the raw ends,
    in mm.
    """

    seams: Seams
    lies: Lies = "right"
    row: int = 0
    leaves: tuple[str, ...] = ()
    side: int | None = None
    run: Run = "all"
    short: float = 0.0


@dataclass(frozen=True, slots=True)
class Trim:
    """Trim the allowances of seams between two of their rows."""

    seams: Seams
    row: int


@dataclass(frozen=True, slots=True)
class Overcast:
    """Hold both edges of seams together beside the stitching."""

    seams: Seams
    row: int


@dataclass(frozen=True, slots=True)
class Press:
    """Press what is sewn of a layer, from one side of the cloth."""

    layers: tuple[str, ...]
    side: Side = "wrong"
    iron: bool = True


@dataclass(frozen=True, slots=True)
class FoldUp:
    """Fold a base or the sides in between front and back, and hold them for the seams that cross them."""

    layer: str
    iron: bool = True


@dataclass(frozen=True, slots=True)
class Snip:
    """Snip the allowance of one edge of a seam to the line, so that it turns a corner or spreads."""

    seams: Seams


@dataclass(frozen=True, slots=True)
class Box:
    """Fold the corners of a sewn layer to points, or pull them flat, and sew one row across them."""

    layers: tuple[str, ...]
    lies: Lies = "right"


@dataclass(frozen=True, slots=True)
class TrimTips:
    """Cut off the tips of corners that were stitched across."""

    layers: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class OvercastTips:
    """Overcast the edges across the corners: both together, or before they are sewn each by itself."""

    layers: tuple[str, ...]
    apart: bool = False


@dataclass(frozen=True, slots=True)
class Level:
    """Cut the ends of a strip level with the top edges beside it."""

    layer: str


@dataclass(frozen=True, slots=True)
class TurnTo:
    """Have one side of the cloth of a layer out: turn it, unless it is out or the layer lies flat."""

    layers: tuple[str, ...]
    out: Side


@dataclass(frozen=True, slots=True)
class Turn:
    """Turn everything that is sewn to a layer through an opening of it, by key, or through the zip."""

    layer: str
    through: str = ""
    zip: bool = False


@dataclass(frozen=True, slots=True)
class Nest:
    """Put one layer into another, edges at the mouth level."""

    inner: str
    outer: str


@dataclass(frozen=True, slots=True)
class Close:
    """Sew an opening up from outside."""

    layer: str
    opening: str


@dataclass(frozen=True, slots=True)
class HoldOpen:
    """Hold back the edges of the openings that stay, or finish them."""

    layer: str


@dataclass(frozen=True, slots=True)
class HemFree:
    """Turn the edges of a layer in that no seam takes, beside sides that end lower, and stitch them."""

    layer: str


@dataclass(frozen=True, slots=True)
class Pierce:
    """Make every hole of a layer: eyelets, buttonholes."""

    layer: str


@dataclass(frozen=True, slots=True)
class Buttonhole:
    """Work the buttonholes of pieces that are made up, and cut them open."""

    pieces: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class SetHalf:
    """Set one half of a closure in a piece that is not made up yet; the other is found from it."""

    piece: str
    on: str


@dataclass(frozen=True, slots=True)
class StretchOut:
    """Pull strips of knit out to the length they keep."""

    pieces: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class Crease:
    """Fold strips along their creases and press them."""

    pieces: tuple[str, ...]
    iron: bool = True


@dataclass(frozen=True, slots=True)
class Make:
    """Make strips up from what was cut: folded, stitched, turned; what is drawn ``into`` them is in."""

    pieces: tuple[str, ...]
    iron: bool = True
    into: tuple[str, ...] = ()
    #: whether they were folded before, as a step of its own
    folded: bool = False


@dataclass(frozen=True, slots=True)
class Baste:
    """
    Hold the ends of pieces at their places along edges of a layer, so that the seams there catch them; with
    ``under`` inside the fold along the edge. ``at`` is the class of seam.
    """

    pieces: tuple[str, ...]
    to: str
    at: str = "top"
    under: bool = False


@dataclass(frozen=True, slots=True)
class LayOn:
    """Place pieces at their marks on a panel of a layer that lies flat, to be sewn on."""

    pieces: tuple[str, ...]
    layer: str


@dataclass(frozen=True, slots=True)
class Print:
    """Print or press the motif of an item of the list on its panel, while that is a single layer."""

    of: str
    layer: str
    iron: bool


@dataclass(frozen=True, slots=True)
class Fix:
    """Sew pieces to where they are held, with rows of their own."""

    pieces: tuple[str, ...]
    side: Side = "right"


@dataclass(frozen=True, slots=True)
class Bind:
    """Wrap strips that are made ready round edges that lie on each other, or round single ones."""

    pieces: tuple[str, ...]
    edges: Edges


@dataclass(frozen=True, slots=True)
class RingUp:
    """Join strips that are made ready end to end, to one ring."""

    pieces: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class Roll:
    """Fold strips that are made in half again, between their marks, and stitch them so."""

    pieces: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class TrimBulk:
    """Trim corners and crossings before they are turned."""

    layer: str


@dataclass(frozen=True, slots=True)
class SlideOn:
    """Put the slider on a zip, or draw it back between what will be the ends."""


@dataclass(frozen=True, slots=True)
class PartZip:
    """Take the two halves of an open-ended zip apart."""


@dataclass(frozen=True, slots=True)
class JoinZip:
    """Put the pin of an open-ended zip into its box again, both halves sewn in."""


@dataclass(frozen=True, slots=True)
class Tack:
    """Tack across the teeth at every end that will be cut through them."""


@dataclass(frozen=True, slots=True)
class CutZip:
    """Cut a zip to its length."""


@dataclass(frozen=True, slots=True)
class TakeTeethOut:
    """Take hard teeth out where a row will cross them."""


@dataclass(frozen=True, slots=True)
class Narrow:
    """Sew pieces over the ends of a zip."""

    pieces: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class OpenZip:
    """Open the zip half, or all the way."""

    far: Literal["half", "whole"]


@dataclass(frozen=True, slots=True)
class OnSlider:
    """Put a pull on the slider."""

    pieces: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class KeepEnds:
    """Keep the cut ends of a cord from fraying, with a flame or without."""

    pieces: tuple[str, ...]
    flame: bool = False


@dataclass(frozen=True, slots=True)
class Thread:
    """
    Draw cords or bars through their channel, which is sewn and has a way in; ``laid`` in the fold before it
    is stitched down instead. Its ends are ``loose`` until they are finished, but for a closed hoop's.
    """

    pieces: tuple[str, ...]
    laid: bool = False
    loose: bool = True


@dataclass(frozen=True, slots=True)
class Knot:
    """Finish the ends of cords or bars that are in."""

    pieces: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class LayIn:
    """Lay something loose into the finished bag."""

    pieces: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class See:
    """
    Look whether something is as it has to be before going on.

    ``open`` names openings that are open, ``zip`` says how far the zip is; ``out`` which side of ``layers``
    is out; ``pieces`` are in place.
    """

    layers: tuple[str, ...] = ()
    open: tuple[str, ...] = ()
    pieces: tuple[str, ...] = ()
    zip: Literal["", "ready", "half", "whole"] = ""
    out: Side | None = None
    sewn: Seams | None = None


#: Anything that a step does.
Act = (
    Smooth
    | Draw
    | MeasureAgain
    | Cut
    | MarkAll
    | CutOut
    | PutOn
    | MakeUp
    | Even
    | Together
    | FaceWindow
    | Slit
    | OpenWindow
    | ZipBehind
    | Finish
    | Fold
    | Stitch
    | Sew
    | Trim
    | Overcast
    | Press
    | FoldUp
    | Snip
    | Box
    | TrimTips
    | OvercastTips
    | Level
    | TurnTo
    | Turn
    | Nest
    | Close
    | HoldOpen
    | HemFree
    | Pierce
    | Buttonhole
    | SetHalf
    | StretchOut
    | Crease
    | Make
    | Baste
    | LayOn
    | Print
    | Fix
    | Bind
    | RingUp
    | Roll
    | TrimBulk
    | SlideOn
    | PartZip
    | JoinZip
    | Tack
    | CutZip
    | TakeTeethOut
    | Narrow
    | OpenZip
    | OnSlider
    | KeepEnds
    | Thread
    | Knot
    | LayIn
    | See
)

#: what is done to the pieces of layers before they are sewn
Prepares = Draw | MeasureAgain | Cut | MarkAll

_PRESSING = (PutOn, MakeUp, Fold, Press, OpenWindow, FoldUp, Crease, Make)


def by_finger(act: Act) -> Act:
    """Return an act without an iron, if it had one."""
    return replace(act, iron=False) if isinstance(act, _PRESSING) else act


@cache
def touched(act: Act) -> frozenset[str]:
    """Return the layers whose pieces an act works on, as far as it names them."""
    if isinstance(act, Prepares):
        return frozenset()
    named: list[str] = []
    for of in (act, getattr(act, "seams", None), getattr(act, "edges", None), getattr(act, "sewn", None)):
        named += getattr(of, "layers", ())
    return frozenset((*named, *(name for at in ("layer", "to") if (name := getattr(act, at, "")))))


def ironed(act: Act) -> frozenset[str]:
    """Return the layers and small pieces that an act puts an iron on; interfacing is not its own cloth."""
    match act:
        case Smooth():
            return frozenset(act.pressed)
        case PutOn(iron=True) | MakeUp(iron=True):
            return frozenset({"outer"})
        case Print(iron=True):
            return frozenset({act.layer})
        case Fold(iron=True):
            return frozenset(act.edges.layers)
        case Press(iron=True) | OpenWindow(iron=True):
            return frozenset(act.layers)
        case FoldUp(iron=True):
            return frozenset({act.layer})
        case Make(iron=True) | Crease(iron=True):
            return frozenset(act.pieces)
        case _:
            return frozenset()
