"""Stretches: units standing side by side at one face, which something runs across, and what they go on with round corners."""

from dataclasses import dataclass
from typing import Literal, NamedTuple

from tallplank.core.job.face import Face
from tallplank.core.job.room import GroupTop, Seats
from tallplank.core.joinery.rule.corner import CORNER_PLANS
from tallplank.core.joinery.rule.place import Placed
from tallplank.core.measure.memo import are_same
from tallplank.core.space.frame import Frame
from tallplank.core.space.outline import Point, Ring

Side = Literal["left", "right"]
SQUARE = 0.9
"""The sine of an angle that counts as nearly square."""
JOINED = 0.5
"""Units nearer than this stand joined."""
Outlines = tuple[tuple[Placed, Ring], ...]
"""Units that are no rectangles, each with what it covers with its fronts closed, in the frame of its face."""


class Beside(NamedTuple):
    """A unit with what it covers of the plan, its end panels too, in the frame of a face that need not be its own."""

    placed: Placed
    ring: Ring


@dataclass(frozen=True, slots=True)
class Stretch:
    """Neighbours at one face that one worktop or one plinth runs across, from left to right."""

    members: tuple[Placed, ...]
    open_left: bool
    open_right: bool
    """Whether the end stands free, not against a wall or a taller unit."""
    shaped: Outlines = ()
    """Those of its members that are no rectangles."""
    wall_left: bool = False
    wall_right: bool = False
    """Whether the end stands against the next wall of the room, wherever it touches that."""
    over: tuple[Beside, ...] = ()
    """What hangs over a worktop, at its own wall or round a corner, where it ends a backsplash."""
    below: tuple[Placed, ...] = ()
    """The units under a light rail that have a backsplash."""
    panels: tuple[float, float] = (0.0, 0.0)
    """How thick the panels are that cover its free ends."""
    beyond: tuple[float, float] = (0.0, 0.0)
    """How far a worktop stands out at its free ends, as their units' rules ask and what stands there allows."""
    room: tuple[float, float] = (0.0, 0.0)
    """How far it could stand out there at most, for an opening near an end."""

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


class Island(NamedTuple):
    """What a worktop of a group covers beside its own stretch: other stretches, each with the frame of its face in that of this one."""

    top: GroupTop
    seats: tuple[Seats, ...]
    others: tuple[tuple[Stretch, Frame], ...]


@dataclass(frozen=True, slots=True)
class Course:
    """A stretch with what it goes on with at its ends; one over a group with what else its worktop covers."""

    stretch: Stretch
    face: Face
    left: Joint | None = None
    right: Joint | None = None
    island: Island | None = None

    def is_alike(self, other: "Course") -> bool:
        """Whether another is of the very same units, so that all over and under them is the same."""
        one, two = self._parts(), other._parts()
        same = self.face.is_alike(other.face) and len(one) == len(two) and all(_same(a, b) for a, b in zip(one, two, strict=True))
        return same and self._island_frames() == other._island_frames()

    def _parts(self) -> tuple[Stretch | None, ...]:
        others = self.island.others if self.island is not None else ()
        return (self.stretch, *(None if joint is None else joint.other for joint in (self.left, self.right)), *(s for s, _ in others))

    def _island_frames(self) -> tuple[object, ...]:
        """What else a worktop over a group depends on: how it ends, and where the other stretches are, to a hundredth of a micrometre."""
        if self.island is None:
            return ()
        return self.island.top, self.island.seats, *(tuple(round(v, 5) for v in (*f.origin, *f.x)) for _, f in self.island.others)

    @property
    def stretches(self) -> tuple[Stretch, ...]:
        """All that it runs across."""
        return (self.stretch, *(s for s, _ in self.island.others)) if self.island is not None else (self.stretch,)

    @property
    def joints(self) -> tuple[Joint, ...]:
        """At either end, those that there are."""
        return tuple(j for j in (self.left, self.right) if j is not None)


ENDS = ("open_left", "open_right", "wall_left", "wall_right", "panels", "beyond", "room")


def _same(one: Stretch | None, other: Stretch | None) -> bool:
    if one is None or other is None:
        return one is other
    if one is other:
        return True
    ends = all(getattr(one, name) == getattr(other, name) for name in ENDS)
    same = are_same(one.members, other.members) and are_same(one.below, other.below)
    over = are_same([b.placed for b in one.over], [b.placed for b in other.over])
    return ends and same and over and all(a.ring == b.ring for a, b in zip(one.over, other.over, strict=True))
