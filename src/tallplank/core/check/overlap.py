"""Units that share space: found room by room, and only anew where a unit of the room is another one."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from itertools import islice

from tallplank.core.job.face import Faces
from tallplank.core.job.room import Room
from tallplank.core.joinery.made import Made, MadeUnit
from tallplank.core.measure.memo import are_same
from tallplank.core.space.frame import Frame, Vec
from tallplank.core.space.outline import Ring, bounds, shared_depth

SLACK = 0.5
"""Millimetres that two things may share before it counts."""
SQUARE = 1e-12
"""Product of sine and cosine below which two directions are square to one another or the same."""
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
    """A unit in its room with its fronts closed: its outline, the box around it, its heights."""

    made: MadeUnit
    frame: Frame
    ring: Ring
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
            known[room.id] = before if same and before is not None else (room, units, _in_room(made.faces[room.id], units))
        self._known = known
        return tuple(overlap for _, _, found in known.values() for overlap in found)


def overlapping(made: Made) -> frozenset[str]:
    """The ids of units that overlap another, for the drawings to mark."""
    return ids_of(OverlapFinder().overlaps(made))


def ids_of(overlaps: Sequence[Overlap]) -> frozenset[str]:
    """The ids of all units in them."""
    return frozenset(unit.unit.id for o in overlaps for unit in (o.a, o.b))


def _in_room(faces: Faces, units: Sequence[MadeUnit]) -> tuple[Overlap, ...]:
    standing = [_stood(unit, faces[unit.unit.face].frame) for unit in units]
    order = {id(unit): number for number, unit in enumerate(units)}
    found = []
    for one, other, depth in islice(_meeting(standing), MOST_PAIRS):
        a, b = sorted((one.made, other.made), key=lambda u: order[id(u)])
        found.append(Overlap(a, b, depth))
    return tuple(sorted(found, key=lambda o: (order[id(o.a)], order[id(o.b)])))


def _stood(unit: MadeUnit, frame: Frame) -> _Standing:
    ring = frame.flat_out(unit.outline)
    (left, near), (right, far) = bounds(ring)
    return _Standing(unit, frame, ring, Vec(left, near, unit.placed.z), Vec(right, far, unit.placed.top))


def _meeting(standing: Sequence[_Standing]) -> Iterator[tuple[_Standing, _Standing, float]]:
    """Pairs that share space with how deep, found by sweeping along x."""
    active: list[_Standing] = []
    for one in sorted(standing, key=lambda s: s.low.x):
        active = [a for a in active if a.high.x - SLACK > one.low.x]
        for other in active:
            boxes = [min(a, b) - max(c, d) for a, b, c, d in zip(one.high, other.high, one.low, other.low, strict=True)]
            if all(share > SLACK for share in boxes):
                flat = min(boxes[:2]) if _is_square(one) and _is_square(other) else _shared(one, other)
                if flat > SLACK:
                    yield other, one, min(boxes[2], flat)
        active.append(one)


def _is_square(one: _Standing) -> bool:
    """Whether the box around it is the outline itself."""
    return one.made.plan is None and abs(one.frame.x.x * one.frame.x.y) < SQUARE


def _shared(one: _Standing, other: _Standing) -> float:
    """How deep two outlines lie in one another."""
    x, y = one.frame.x, other.frame.x
    aligned = abs((x.x * y.x + x.y * y.y) * (x.x * y.y - x.y * y.x)) < SQUARE
    if aligned and one.made.plan is None and other.made.plan is None:
        (a, b), (c, d) = (bounds([one.frame.inside((*p, 0.0))[:2] for p in s.ring]) for s in (one, other))
        return min(min(b[i], d[i]) - max(a[i], c[i]) for i in (0, 1))
    return shared_depth(one.ring, other.ring)
