"""Stretches: units standing side by side at one face, which one worktop or one plinth runs across."""

from collections.abc import Callable, Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass
from typing import Literal

from tallplank.core.job.face import Face
from tallplank.core.job.unit import RunKind
from tallplank.core.joinery.rule.place import Placed
from tallplank.core.space.frame import Frame
from tallplank.core.space.outline import Point, Ring

Side = Literal["left", "right"]
CORNER_PLANS = ("diagonal", "ell")
"""Plans of units that stand in a corner and take both its walls."""
SQUARE = 0.9
"""The sine of an angle that counts as nearly square."""
JOINED = 0.5
"""Units nearer than this stand joined."""
Outlines = tuple[tuple[Placed, Ring], ...]
"""Units that are no rectangles, each with what it covers with its fronts closed, in the frame of its face."""


@dataclass(frozen=True, slots=True)
class Stretch:
    """Neighbours at one face that one worktop or one plinth runs across, from left to right."""

    members: tuple[Placed, ...]
    open_left: bool
    open_right: bool
    """Whether the end stands free, not against a wall or a taller unit."""
    shaped: Outlines = ()
    """Those of its members that are no rectangles."""
    over: tuple[Placed, ...] = ()
    """What hangs over a worktop, where it ends a backsplash."""
    wall_left: bool = False
    wall_right: bool = False
    """Whether the end stands against the next wall of the room, wherever it touches that."""

    @property
    def plain(self) -> tuple[Placed, ...]:
        """Those that are."""
        odd = {id(placed) for placed, _ in self.shaped}
        return tuple(p for p in self.members if id(p) not in odd)

    def last(self, side: Side) -> Placed:
        """The unit that ends it at a side."""
        return self.members[0] if side == "left" else max(self.members, key=lambda p: p.right)

    @property
    def deepest(self) -> Placed:
        """The unit whose fronts stand out farthest, of those that are rectangles where there are such."""
        return min(self.plain or self.members, key=lambda p: p.front)

    def corner_unit(self, side: Side) -> Placed | None:
        """The unit made for a corner that ends it at a side, and stands in the corner there."""
        last = self.last(side)
        return last if last.kind.plan in CORNER_PLANS and last.unit.side == side else None

    @property
    def start(self) -> float:
        """The left end of the first unit."""
        return self.members[0].x

    @property
    def end(self) -> float:
        """The right end of the last unit."""
        return max(m.x + m.unit.width for m in self.members)


@dataclass(frozen=True, slots=True)
class Joint:
    """How a stretch goes on round a corner of the room: at which of its sides, with which other at another face."""

    side: Side
    other: Stretch
    there: Frame
    """The frame of the other's face in that of this one."""
    corner: Point
    """Of the walls, in the frame of this face."""
    inner: bool
    """Whether the walls meet at less than a straight angle, so that the fronts look at each other."""

    @property
    def other_side(self) -> Side:
        """The end of the other stretch that is at the corner."""
        return "left" if self.side == "right" else "right"

    @property
    def is_square(self) -> bool:
        """Whether the walls meet at nearly a right angle."""
        return abs(self.there.x.y) > SQUARE


@dataclass(frozen=True, slots=True)
class Course:
    """A stretch with what it goes on with at its ends."""

    stretch: Stretch
    face: Face
    left: Joint | None = None
    right: Joint | None = None

    def is_alike(self, other: "Course") -> bool:
        """Whether another is of the very same units, so that all over and under them is the same."""
        return self.face is other.face and all(_same(a, b) for a, b in zip(self._parts(), other._parts(), strict=True))

    def _parts(self) -> tuple[Stretch | None, ...]:
        return (self.stretch, *(None if joint is None else joint.other for joint in (self.left, self.right)))

    @property
    def joints(self) -> tuple[Joint, ...]:
        """At either end, those that there are."""
        return tuple(j for j in (self.left, self.right) if j is not None)


def _same(one: Stretch | None, other: Stretch | None) -> bool:
    if one is None or other is None:
        return one is other
    if one is other:
        return True
    ends = (one.open_left, one.open_right) == (other.open_left, other.open_right)
    if len(one.over) != len(other.over) or any(a is not b for a, b in zip(one.over, other.over, strict=True)):
        return False
    return ends and len(one.members) == len(other.members) and all(a is b for a, b in zip(one.members, other.members, strict=True))


def stretches(units: Iterable[Placed], face: Face, outlines: Mapping[str, Ring], what: RunKind) -> tuple[Stretch, ...]:
    """The stretches of units that something runs across; those that stand apart or at other heights begin a new one.

    `outlines` are those of units that are no rectangles, by their ids, in the frame of the face.
    """
    row = sorted(units, key=lambda p: p.x)
    if what == "end":
        alone = (_alone(p, row, face) for p in row if CARRIES[what](p))
        return tuple(stretch for stretch in alone if stretch.open_left or stretch.open_right)
    carrying = [p for p in row if CARRIES[what](p) and not _is_covered(p, row, what)]
    groups: list[list[Placed]] = []
    for placed in carrying:
        if groups and _joined(groups[-1], placed, what):
            groups[-1].append(placed)
        else:
            groups.append([placed])
    return tuple(_stretch(group, row, face, outlines, what) for group in groups)


TALL_FROM = 1600.0
"""Units whose tops are higher than this carry a crown."""
BOXES = ("carcass", "filler")
OVER: tuple[RunKind, ...] = ("top", "scribe", "crown")
"""What runs over units."""


def _is_crowned(placed: Placed) -> bool:
    """Whether moldings know the way along a unit: along boxes, and across corners."""
    return placed.kind.build in BOXES or placed.kind.plan in CORNER_PLANS


CARRIES: Mapping[RunKind, Callable[[Placed], bool]] = {
    "top": lambda p: not p.hung and p.kind.worktop,
    "plinth": lambda p: not p.hung and p.kind.kick and p.kind.plinth and p.rules.kick != "none" and p.z > 0,
    "end": lambda p: p.rules.end_panel == "free" and p.kind.build == "carcass",
    "crown": lambda p: p.rules.crown == "yes" and p.top > TALL_FROM and _is_crowned(p),
    "scribe": lambda p: p.rules.ceiling_scribe == "yes" and p.top > TALL_FROM and _is_crowned(p),
    "light-rail": lambda p: p.hung and p.rules.light_rail == "yes" and _is_crowned(p),
}
"""Which units each kind of run goes across."""


def level_of(placed: Placed, what: RunKind) -> float:
    """The height at which something runs over or under a unit."""
    return placed.top if what in OVER else placed.z


def _is_covered(placed: Placed, row: Sequence[Placed], what: RunKind) -> bool:
    """Whether another unit stands on a unit where its crown would be, or hangs below it where its light rail would."""
    if what in ("top", "plinth"):
        return False
    ends = ((p.z, placed.top) if what in OVER else (p.top, placed.z) for p in _over(placed, row))
    return any(abs(one - other) < JOINED for one, other in ends)


def _over(placed: Placed, row: Sequence[Placed]) -> Iterator[Placed]:
    for other in row:
        if other is not placed and min(other.right, placed.right) - max(other.x, placed.x) > JOINED:
            yield other


def _joined(group: Sequence[Placed], placed: Placed, what: RunKind) -> bool:
    last = max(group, key=lambda p: p.right)
    return abs(level_of(placed, what) - level_of(last, what)) < JOINED and placed.x - last.right <= JOINED


def _stretch(group: list[Placed], row: Sequence[Placed], face: Face, outlines: Mapping[str, Ring], what: RunKind) -> Stretch:
    start, end = group[0].x, max(p.right for p in group)
    members = set(map(id, group))
    level = level_of(group[0], what)
    others = [p for p in row if id(p) not in members and _closes(p, level, what)]
    wall_left, wall_right = is_at_wall(group[0], face, "left"), is_at_wall(max(group, key=lambda p: p.right), face, "right")
    open_left = not wall_left and not any(abs(p.right - start) <= JOINED for p in others)
    open_right = not wall_right and not any(abs(p.x - end) <= JOINED for p in others)
    shaped = tuple((p, outlines[p.unit.id]) for p in group if p.unit.id in outlines)
    splashed = what == "top" and any(p.rules.splash != "none" for p in group)
    over = tuple(p for p in row if splashed and p.hung and p.z > level and p.x < end and p.right > start)
    return Stretch(tuple(group), open_left, open_right, shaped, over, wall_left, wall_right)


def is_at_wall(placed: Placed, face: Face, side: Side) -> bool:
    """Whether a side of a unit touches the wall there: with its back where that leans away, with its front where it leans in."""
    lean = face.lean(side)
    if lean is None:
        return False
    reach = max(-placed.back * lean, -placed.front * lean)
    return (placed.x if side == "left" else face.length - placed.right) - reach <= JOINED


def _alone(placed: Placed, row: Sequence[Placed], face: Face) -> Stretch:
    """A unit by itself, with the sides at which neither a wall nor another unit stands against it."""
    beside = [p for p in row if p is not placed and min(p.top, placed.top) - max(p.z, placed.z) > JOINED]
    open_left = not is_at_wall(placed, face, "left") and not any(abs(p.right - placed.x) <= JOINED for p in beside)
    open_right = not is_at_wall(placed, face, "right") and not any(abs(p.x - placed.right) <= JOINED for p in beside)
    return Stretch((placed,), open_left, open_right)


def panel_of(placed: Placed) -> float:
    """How thick the panel is that covers a free side of a unit; 0 where none does."""
    return placed.front_thickness if CARRIES["end"](placed) else 0.0


def _closes(placed: Placed, level: float, what: RunKind) -> bool:
    """Whether a unit beside a stretch closes its end."""
    if what in ("top", "plinth"):
        return not placed.hung
    return placed.z <= level + JOINED < placed.top if what in OVER else placed.z < level - JOINED < placed.top
