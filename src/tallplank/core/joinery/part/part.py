"""What building results in: parts, fittings and visible pieces of hardware, in the frame of their unit."""

from collections import Counter
from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass, replace
from math import cos, pi, sin
from operator import attrgetter
from typing import Literal, NamedTuple, get_args

from tallplank.core.catalog.finish import Finish
from tallplank.core.error import PlankError
from tallplank.core.job.front import FrontShape
from tallplank.core.job.unit import FinishRole, HardwareRole
from tallplank.core.joinery.part.form.form import SHEET, Form
from tallplank.core.joinery.part.hole import Hole, Pocket, ShapedEdge, WorkedEdge
from tallplank.core.joinery.part.role import PartRole, word_of
from tallplank.core.measure.carry import Carrying, without_carried
from tallplank.core.measure.quick import made_at_once
from tallplank.core.measure.size import Size
from tallplank.core.space.frame import Frame, Vec
from tallplank.core.space.motion import Motion
from tallplank.core.space.outline import Point, Ring, bounds

Grain = Literal["length", "none"]
Surface = Literal["carcass", "front", "inside", "drawer", "top", "plinth"]
Outline = tuple[tuple[float, float], ...]
PartKind = Literal[
    "gable", "floor", "fixed-shelf", "partition", "back", "frame", "shelf", "front", "drawer", "blocking", "kick", "molding", "other"
]
UPRIGHTS: tuple[PartKind, ...] = ("gable", "partition")


class BuildError(PlankError):
    """The unit cannot be built as asked; the text says which part fails and why."""


EdgeName = Literal["l1", "l2", "w1", "w2"]
"""An edge along the length at y = 0 or y = width, or across it at x = 0 or x = length."""
EDGE_NAMES: tuple[EdgeName, ...] = get_args(EdgeName)


@dataclass(frozen=True, slots=True)
class Edges:
    """The band on each edge, by catalogue id: l1 and l2 run along the length (at y = 0 and y = width), w1 and w2 across."""

    l1: str | None = None
    l2: str | None = None
    w1: str | None = None
    w2: str | None = None


NO_EDGES = Edges()


@dataclass(frozen=True, slots=True)
class Tag:
    """What a part is, in the words of the trade: its role, which of several, where it is, and what it is a piece of."""

    role: PartRole
    side: str = ""
    number: int = 0
    of: "Tag | None" = None
    total: int = 0
    """Of how many it is one, where that is said with its number."""
    place: str = ""
    """Which of several one above the other it is: upper, middle or lower."""

    @property
    def name(self) -> str:
        """How drawings and papers call it."""
        which = f"{self.number} of {self.total}" if self.total else str(self.number) if self.number else ""
        own = (self.place, word_of(self.role), which, self.side)
        return " ".join(word for word in (self.of.name if self.of is not None else "", *own) if word)

    @property
    def is_handed(self) -> bool:
        """Whether there is another on the other side, which may be its mirror image."""
        return self.side in HANDS

    @property
    def unhanded(self) -> "Tag":
        """The same without the side, where that is left or right."""
        return replace(self, side="") if self.is_handed else self

    @property
    def kind(self) -> str:
        """Its role and side and those of what it is a piece of, without numbers: what stays when others come and go."""
        own = f"{self.role} {self.side}".strip()
        return f"{self.of.kind} › {own}" if self.of is not None else own

    def piece(self, role: PartRole, side: str = "", number: int = 0) -> "Tag":
        """A piece of it."""
        return Tag(role, side, number, self)

    def is_of(self, whole: "Tag") -> bool:
        """Whether it is a piece of `whole`, or a piece of a piece of it."""
        return self.of is not None and (self.of == whole or self.of.is_of(whole))


HANDS = ("left", "right")
BOTTOM: PartRole = "bottom"
BOX_FRONT: PartRole = "box front"
"""Roles of parts that other rules ask for: the bottom of a box or a drawer, the front of a drawer's box."""


class PartRef(NamedTuple):
    """What a part is told from all others by, for as long as it is there: what owns it, its kind, its opening, and which of those."""

    owner: str
    role: str
    opening: tuple[int, ...]
    number: int

    @property
    def text(self) -> str:
        """The same as one text, which no other part of the job has."""
        opening = ".".join(map(str, self.opening))
        return f"{self.owner}/{self.role}/{opening}/{self.number}" if opening else f"{self.owner}/{self.role}/{self.number}"


@made_at_once
@dataclass(frozen=True)
class Part(Carrying):
    """One piece of board. Sizes are finished sizes; `cut_length` and `cut_width` are what the saw makes."""

    tag: Tag
    role: FinishRole
    surface: Surface
    finish: Finish
    board: str
    length: Size
    width: Size
    thickness: Size
    cut_length: float
    cut_width: float
    grain: Grain
    edges: Edges
    frame: Frame
    pockets: tuple[Pocket, ...] = ()
    motion: Motion | None = None
    holes: tuple[Hole, ...] = ()
    front: int = -1
    """Which front of the unit the part belongs to, counted from 0; -1 for none."""
    kind: PartKind = "other"
    path: tuple[int, ...] | None = None
    """The opening of the unit that the part serves, or that lies above or left of it where it parts two; None for the parts of its box."""
    form: Form = SHEET
    """How it is shaped; whatever depends on that is asked of it."""
    worked: tuple[WorkedEdge, ...] = ()
    """The edges of a worktop that a profile is worked on."""

    @property
    def name(self) -> str:
        """How drawings and papers call it; for eyes only."""
        return self.tag.name

    @property
    def size(self) -> tuple[float, float, float]:
        """Finished length, width and thickness."""
        return (self.length.value, self.width.value, self.thickness.value)

    @property
    def box(self) -> tuple[Vec, Vec]:
        """Smallest and largest corner in the frame of the unit."""
        return self.form.box(self.frame, self.size)

    @property
    def ring(self) -> Ring:
        """The outline of the flat board, counter-clockwise in its own x and y."""
        return self.form.ring(self.size)

    @property
    def above(self) -> Ring:
        """What it covers seen from above, in the frame of the unit."""
        return self.form.above(self.frame, self.size)

    @property
    def volume(self) -> float:
        """Cubic millimetres of wood, with its pockets cut out."""
        return self.form.volume(self.size, self.pockets)

    @property
    def shaped_edges(self) -> tuple[ShapedEdge, ...]:
        """What is banded of its outline, beside its straight edges."""
        return self.form.banded

    def covers(self, x: float, y: float) -> bool:
        """Whether a point of the part's own face lies within its outline."""
        return self.form.covers(self.size, x, y)

    def edge_side(self, edge: EdgeName) -> str:
        """Where an edge lies in the unit: front, rear, left, right, bottom or top."""
        out = {"l1": (0.0, -1.0, 0.0), "l2": (0.0, 1.0, 0.0), "w1": (-1.0, 0.0, 0.0), "w2": (1.0, 0.0, 0.0)}[edge]
        way = self.frame.turned_out(out)
        axis = max(range(3), key=lambda i: abs(way[i]))
        return (("left", "right"), ("front", "rear"), ("bottom", "top"))[axis][way[axis] > 0]

    @property
    def area_m2(self) -> float:
        """The cut area in square metres."""
        return self.cut_length * self.cut_width / 1e6


_given = Part.__dict__["__dict__"].__set__


def stood(part: Part, frame: Frame) -> Part:
    """The same part elsewhere, all else shared. Walls have thousands, and `replace` takes many times as long."""
    return _with(part, "frame", frame)


def bored(part: Part, holes: tuple[Hole, ...]) -> Part:
    """The same part with holes, as quickly."""
    return _with(part, "holes", holes)


def let_into(part: Part, pockets: tuple[Pocket, ...]) -> Part:
    """The same part with these pockets instead of its own, as quickly."""
    return _with(part, "pockets", pockets)


def _with(part: Part, name: str, value: object) -> Part:
    other, values = _blank(Part), _values(part)
    values[name] = value
    _given(other, values)
    return other


def _values(part: Part) -> dict[str, object]:
    return without_carried(vars(part).copy())


_blank, _new = object.__new__, tuple.__new__
"""In half the time that their own takes."""


class Parts(tuple[Part, ...], Carrying):
    """The parts of one thing, or some of them, which carry what is reckoned of them together."""

    def moved(self, by: Vec) -> "Parts":
        """The same parts so far from where they are, all else shared, as quickly."""
        x, y, z = by
        found = []
        for copied, (a, b, c), axes in self.carried("to move", self._to_move):
            other, values = _blank(Part), copied()
            values["frame"] = _new(Frame, (_new(Vec, (a + x, b + y, c + z)), *axes))
            _given(other, values)
            found.append(other)
        return Parts(found)

    def _to_move(self) -> list[tuple[Callable[[], dict[str, object]], Vec, Sequence[Vec]]]:
        return [(_values(part).copy, part.frame[0], part.frame[1:]) for part in self]


makeup = attrgetter(
    "tag", "board", "finish", "length", "width", "thickness", "cut_length", "cut_width", "edges", "pockets", "holes", "form"
)
"""What a part is, without its place: those that were set out as one have the very same objects."""


def part_refs(owner: str, parts: Iterable[Part]) -> tuple[PartRef, ...]:
    """What each part of one owner is told from the others by."""
    seen: Counter[tuple[str, tuple[int, ...]]] = Counter()
    refs = []
    for part in parts:
        key = (part.tag.kind, part.path or ())
        seen[key] += 1
        refs.append(PartRef(owner, *key, seen[key]))
    return tuple(refs)


def unique_names(parts: Sequence[Part]) -> tuple[str, ...]:
    """A name for each part that no other of them has, for eyes only: its own, and which of how many it is where several have it."""
    names = [part.name for part in parts]
    total, seen = Counter(names), Counter[str]()
    found = []
    for name in names:
        seen[name] += 1
        found.append(name if total[name] == 1 else f"{name} {seen[name]} of {total[name]}")
    return tuple(found)


@dataclass(frozen=True, slots=True)
class Fitting:
    """A number of bought items and how the number came about."""

    role: HardwareRole
    item: str
    count: Size
    where: str
    length: float = 0.0
    """Of items that are sold or cut by their length; 0 for others."""


@dataclass(frozen=True, slots=True)
class Note:
    """A word for the designer about something that was built but will not do, with what to do about it."""

    code: str
    text: str
    remedy: str


@dataclass(frozen=True, slots=True)
class Piece:
    """A visible piece of hardware, or an appliance, as a box in the frame of its unit, or in one that stands turned in it."""

    role: HardwareRole | Literal["appliance", "seat"]
    colour: str
    low: Vec
    high: Vec
    motion: Motion | None = None
    turned: Frame | None = None
    name: str = ""
    """What it is called, where that says more than its role."""
    axis: Literal["", "x", "y", "z"] = ""
    """Of a round one, that it runs along; it fills its box as far as something round can."""

    @property
    def box(self) -> tuple[Vec, Vec]:
        """Its smallest and largest corner in the frame of the unit."""
        if self.turned is None:
            return self.low, self.high
        (left, near), (right, far) = bounds(self.above)
        rise = self.turned.origin.z
        return Vec(left, near, self.low.z + rise), Vec(right, far, self.high.z + rise)

    @property
    def above(self) -> Ring:
        """What it covers seen from above, in the frame of the unit."""
        (x0, y0, _), (x1, y1, _) = self.low, self.high
        ring = _seen_round((x0, y0), (x1, y1), is_round=self.axis == "z")
        return ring if self.turned is None else self.turned.flat_out(ring)

    @property
    def front(self) -> Ring:
        """What it covers seen from the front, in x and z of the frame of the unit."""
        low, high = self.box
        return _seen_round((low.x, low.z), (high.x, high.z), is_round=self.axis == "y")


class Coat(NamedTuple):
    """A painted part of a face: what it looks like, its outline on the elevation, the y that it lies at, and how often it is painted."""

    look: str
    ring: Ring
    y: float
    times: int = 1


ROUND_SIDES = 20
"""What is round is drawn with so many sides."""


def _seen_round(low: Point, high: Point, *, is_round: bool) -> Ring:
    """The rectangle between two corners, or the ellipse in it."""
    (x0, y0), (x1, y1) = low, high
    if not is_round:
        return ((x0, y0), (x1, y0), (x1, y1), (x0, y1))
    cx, cy, a, b = (x0 + x1) / 2, (y0 + y1) / 2, (x1 - x0) / 2, (y1 - y0) / 2
    steps = (2 * pi * i / ROUND_SIDES for i in range(ROUND_SIDES))
    return tuple((cx + a * cos(t), cy + b * sin(t)) for t in steps)


@dataclass(frozen=True, slots=True)
class Front:
    """One front as it is seen in the elevation: a rectangle in the unit's x and z."""

    kind: FrontShape
    x: float
    z: float
    width: float
    height: float
    hand: Literal["left", "right", ""] = ""
    framed: bool = False
    style: str = ""
    """The id of its door style."""
    path: tuple[int, ...] = ()
    """The opening that it closes."""
    weight_kg: float = 0.0
