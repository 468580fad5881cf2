"""The primitives that all drawings consist of, in millimetres with x to the right and y up."""

from collections.abc import Iterable, Iterator
from dataclasses import dataclass
from enum import Enum
from typing import Literal

from tallplank.core.job.measure import Measure, OfCell, OfRegion
from tallplank.core.joinery.part.part import PartRef
from tallplank.core.space.outline import Point, Ring, bounds

Subject = str | OfCell | PartRef | OfRegion
"""What an area stands for: a unit or a wall opening by its id, a cell of a unit, a part, or a region of a paneled wall."""


class Pen(Enum):
    """A kind of line; the value is its width on paper in millimetres."""

    CUT = 0.5
    OUTLINE = 0.3
    EDGE = 0.18
    BEYOND = 0.13
    HIDDEN = 0.14
    DIMENSION = 0.1
    WRONG = 0.45

    @property
    def dashed(self) -> bool:
        """Whether the line is broken."""
        return self is Pen.HIDDEN


LEVEL_GRAIN, UPRIGHT = 0.0, 90.0


@dataclass(frozen=True, slots=True)
class Fill:
    """How an area is filled: by a look of the catalogue with its grain, or as cut wall or board, glass or plain paper."""

    kind: Literal["look", "plain", "tint", "wall", "glass", "paper", "cut", "section", "wrong"]
    look: str = ""
    """The id of a look; for a plain fill its colour, shown where looks are; for a tint a colour that is always shown."""
    grain: float = UPRIGHT
    """Which way the grain runs, in degrees counter-clockwise from x."""


PAPER, WALL, GLASS, CUT, WRONG = Fill("paper"), Fill("wall"), Fill("glass"), Fill("cut"), Fill("wrong")
SECTION = Fill("section")
"""A board that is cut through, hatched."""


@dataclass(frozen=True, slots=True)
class Line:
    """A straight line."""

    a: Point
    b: Point
    pen: Pen


@dataclass(frozen=True, slots=True)
class Poly:
    """A closed outline, drawn with `pen` (or not) over its fill (or nothing)."""

    points: tuple[Point, ...]
    pen: Pen | None
    fill: Fill | None = None


@dataclass(frozen=True, slots=True)
class DrawnArc:
    """Part of a circle, counter-clockwise in degrees from the x axis."""

    centre: Point
    radius: float
    start: float
    sweep: float
    pen: Pen


@dataclass(frozen=True, slots=True)
class Text:
    """A short text centred on a point; `size` in millimetres on paper."""

    at: Point
    text: str
    size: float = 2.6
    framed: bool = False
    room: float = 0.0
    """Millimetres of the drawing that a text may take at most; 0 for any. One that would be too small to read is left out."""


@dataclass(frozen=True, slots=True)
class Again:
    """Lines and areas once more, so far to the right and up from where they are: what a wall has a hundred times is described once."""

    shapes: tuple[Line | Poly, ...]
    by: Point

    @property
    def moved(self) -> Iterator[Line | Poly]:
        """They where they are."""
        x, y = self.by
        for shape in self.shapes:
            if isinstance(shape, Line):
                (ax, ay), (bx, by) = shape.a, shape.b
                yield Line((ax + x, ay + y), (bx + x, by + y), shape.pen)
            else:
                yield Poly(tuple([(a + x, b + y) for a, b in shape.points]), shape.pen, shape.fill)


Single = Line | Poly | DrawnArc | Text
Shape = Single | Again


def each_of(shapes: Iterable[Shape]) -> Iterator[Single]:
    """Shapes one by one where they are, in their order."""
    for shape in shapes:
        if isinstance(shape, Again):
            yield from shape.moved
        else:
            yield shape


@dataclass(frozen=True, slots=True)
class DrawingSide:
    """A straight edge of a drawing that dimensions stand off from: places run from `at` along `way`, and they lie to its `out`."""

    name: str
    at: Point
    way: Point
    out: Point

    @classmethod
    def of(cls, name: Literal["below", "above", "left", "right"], base: float) -> "DrawingSide":
        """A side of an upright drawing, at the coordinate `base` across it; places are coordinates along it."""
        level = name in ("below", "above")
        way, across = ((1.0, 0.0), (0.0, 1.0)) if level else ((0.0, 1.0), (1.0, 0.0))
        sign = 1.0 if name in ("above", "right") else -1.0
        return cls(name, (base * across[0], base * across[1]), way, (sign * across[0], sign * across[1]))

    def beside(self, along: float, away: float) -> Point:
        """The point of the drawing so far along the side and so far out from it."""
        (x, y), (wx, wy), (ox, oy) = self.at, self.way, self.out
        return (x + along * wx + away * ox, y + along * wy + away * oy)


@dataclass(frozen=True, slots=True)
class Chain:
    """A row of dimensions along one side of a drawing; `ticks` in rising order, one measure for each space between."""

    side: DrawingSide
    ticks: tuple[float, ...]
    measures: tuple[Measure, ...]
    lane: str = ""
    """Chains on one side stack outwards within their lane; views drawn side by side have lanes of their own."""
    name: str = ""
    """What it is told by among those of its side, and then, where it is one that can be hidden, among all."""
    on_side: bool = False
    """Whether it lies on its side itself rather than off it."""


@dataclass(frozen=True, slots=True)
class Running:
    """Distances of places, in rising order along one side, from one edge at `datum`."""

    side: DrawingSide
    """The edge that the lines start from."""
    datum: float
    places: tuple[float, ...]
    lane: str = ""
    """As of chains."""
    within: tuple[float, float] | None = None
    """Where the side begins and ends: figures keep between these, where they all have room there."""


Dimensions = Chain | Running


@dataclass(frozen=True, slots=True)
class Handle:
    """A boundary that can be dragged: between the cell `path` and the next one, across axis x or z of a unit."""

    path: tuple[int, ...]
    axis: Literal["x", "z"]
    low: Point
    high: Point


@dataclass(frozen=True, slots=True)
class Target:
    """An area that stands for something when pointed at; later ones lie on top."""

    owner: Subject
    ring: Ring

    @classmethod
    def upright(cls, owner: Subject, low: Point, high: Point) -> "Target":
        """An upright rectangle."""
        return cls(owner, (low, (high[0], low[1]), high, (low[0], high[1])))

    @property
    def low(self) -> Point:
        """The lowest corner of the box around it."""
        return bounds(self.ring)[0]

    @property
    def high(self) -> Point:
        """The highest corner of the box around it."""
        return bounds(self.ring)[1]


@dataclass(frozen=True, slots=True)
class Drawing:
    """A whole drawing."""

    title: str
    shapes: tuple[Shape, ...]
    chains: tuple[Dimensions, ...]
    targets: tuple[Target, ...]
    low: Point
    high: Point
    handles: tuple[Handle, ...] = ()


def rectangle(x: float, y: float, width: float, height: float, pen: Pen | None, fill: Fill | None = None) -> Poly:
    """An upright rectangle."""
    return Poly(((x, y), (x + width, y), (x + width, y + height), (x, y + height)), pen, fill)
