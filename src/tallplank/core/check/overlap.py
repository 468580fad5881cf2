"""Units that share space: found room by room, and only anew where a unit of the room is another one."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from itertools import islice

from tallplank.core.job.room import Room
from tallplank.core.joinery.made import Made, MadeUnit
from tallplank.core.measure.memo import are_same
from tallplank.core.space.frame import Vec, extent, wall_frame

SLACK = 0.5
"""Millimetres that two things may share before it counts."""
MOST_PAIRS = 300
"""Overlaps that are told of in one room; where there are more, nobody reads them one by one."""


@dataclass(frozen=True, slots=True)
class Overlap:
    """Two units that share space, and how deep."""

    a: MadeUnit
    b: MadeUnit
    depth: float


@dataclass(frozen=True, slots=True)
class _Standing:
    """A unit's extent in its room, fronts included."""

    made: MadeUnit
    low: Vec
    high: Vec


class OverlapFinder:
    """Looks through jobs one after the other."""

    def __init__(self) -> None:
        self._known: dict[str, tuple[Room, tuple[MadeUnit, ...], tuple[Overlap, ...]]] = {}

    def overlaps(self, made: Made) -> tuple[Overlap, ...]:
        """The overlaps of a job, room by room."""
        known = {}
        for room in made.job.rooms:
            units = made.by_room.get(room.id, ())
            before = self._known.get(room.id)
            same = before is not None and before[0] is room and are_same(before[1], units)
            known[room.id] = before if same and before is not None else (room, units, _in_room(room, units))
        self._known = known
        return tuple(overlap for _, _, found in known.values() for overlap in found)


def overlapping(made: Made) -> frozenset[str]:
    """The ids of units that overlap another, for the drawings to mark."""
    return ids_of(OverlapFinder().overlaps(made))


def ids_of(overlaps: Sequence[Overlap]) -> frozenset[str]:
    """The ids of all units in them."""
    return frozenset(unit.unit.id for o in overlaps for unit in (o.a, o.b))


def _in_room(room: Room, units: Sequence[MadeUnit]) -> tuple[Overlap, ...]:
    frames = {wall.id: wall_frame(wall.side, room.width, room.depth) for wall in room.walls}
    standing = []
    for unit in units:
        placed, frame = unit.placed, frames[unit.unit.wall]
        corner = frame.out((placed.x, placed.front, placed.z))
        size = (unit.unit.width, -placed.front, unit.unit.height)
        standing.append(_Standing(unit, *extent(type(frame)(corner, frame.x, frame.y, frame.z), size)))
    return tuple(
        Overlap(a.made, b.made, min(min(a.high[i], b.high[i]) - max(a.low[i], b.low[i]) for i in range(3)))
        for a, b in islice(_meeting(standing), MOST_PAIRS)
    )


def _meeting(standing: Sequence[_Standing]) -> Iterator[tuple[_Standing, _Standing]]:
    """Pairs whose extents share space, found by sweeping along x."""
    active: list[_Standing] = []
    for one in sorted(standing, key=lambda s: s.low.x):
        active = [a for a in active if a.high.x - SLACK > one.low.x]
        for other in active:
            if all(min(a, b) - max(c, d) > SLACK for a, b, c, d in zip(one.high, other.high, one.low, other.low, strict=True)):
                yield other, one
        active.append(one)
