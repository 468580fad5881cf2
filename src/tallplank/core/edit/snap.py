"""Where a thing that is being placed or slid along a wall comes to rest, and against what."""

from collections.abc import Iterator
from dataclasses import dataclass

from tallplank.core.job.room import Room, Wall
from tallplank.core.joinery.made import Made, MadeUnit
from tallplank.core.measure.divide import TOLERANCE


@dataclass(frozen=True, slots=True)
class Rest:
    """A left edge along the wall, and the relation that put it there; empty when nothing was near."""

    x: float
    relation: str = ""


@dataclass(frozen=True, slots=True)
class Mover:
    """What is being placed: its width, the heights it spans, and the units to leave out of account."""

    width: float
    low: float
    high: float
    ignore: frozenset[str] = frozenset()


def rest(made: Made, room: Room, wall: Wall, mover: Mover, x: float, reach: float) -> Rest:
    """The nearest resting place within `reach` millimetres of `x`, kept inside the wall; neighbours win over the rest."""
    length = room.wall_length(wall)
    best: tuple[float, int, Rest] | None = None
    for rank, place, relation in _places(made, room, wall, mover, length):
        distance = abs(place - x)
        if distance <= reach and (best is None or (distance + rank * reach / 8, rank) < best[:2]):
            best = (distance + rank * reach / 8, rank, Rest(place, relation))
    if best is not None:
        return best[2]
    inside = min(max(x, 0.0), max(length - mover.width, 0.0))
    return Rest(inside, "" if abs(inside - x) < TOLERANCE else f"end of {wall.name}")


def first_gap(made: Made, room: Room, wall: Wall, mover: Mover) -> float:
    """The leftmost left edge where the thing stands free of its neighbours; the right end of all if none is free."""
    spans = sorted((u.placed.x, u.placed.right) for u in _beside(made, room, wall, mover))
    at = 0.0
    for start, end in spans:
        if start - at >= mover.width - TOLERANCE:
            return at
        at = max(at, end)
    return min(at, max(room.wall_length(wall) - mover.width, 0.0))


def neighbour(made: Made, room: Room, wall: Wall, x: float, width: float, touch: float) -> MadeUnit | None:
    """The unit that stands against either side of a place, the left one first."""
    units = made.on_wall(room.id, wall.id)
    left = (u for u in units if abs(u.placed.right - x) <= touch)
    right = (u for u in units if abs(u.placed.x - x - width) <= touch)
    return next(left, None) or next(right, None)


def _beside(made: Made, room: Room, wall: Wall, mover: Mover) -> Iterator[MadeUnit]:
    for unit in made.on_wall(room.id, wall.id):
        if unit.unit.id not in mover.ignore and unit.placed.z < mover.high and unit.placed.top > mover.low:
            yield unit


def _places(made: Made, room: Room, wall: Wall, mover: Mover, length: float) -> Iterator[tuple[int, float, str]]:
    for unit in _beside(made, room, wall, mover):
        yield 0, unit.placed.right, f"right of {unit.unit.mark}"
        yield 0, unit.placed.x - mover.width, f"left of {unit.unit.mark}"
    yield 1, 0.0, f"left end of {wall.name}"
    yield 1, length - mover.width, f"right end of {wall.name}"
    yield from _corners(made, room, wall, mover, length)
    for opening in wall.openings:
        yield 2, opening.x + (opening.width - mover.width) / 2, f"centred on the {opening.kind}"
    for unit in made.on_wall(room.id, wall.id):
        if unit.unit.id not in mover.ignore and not (unit.placed.z < mover.high and unit.placed.top > mover.low):
            level = "below" if unit.placed.z >= mover.high else "above"
            yield 3, unit.placed.x, f"left edges in line, {level} {unit.unit.mark}"
            yield 3, unit.placed.right - mover.width, f"right edges in line, {level} {unit.unit.mark}"


def _corners(made: Made, room: Room, wall: Wall, mover: Mover, length: float) -> Iterator[tuple[int, float, str]]:
    """Beside what stands round the corner on the neighbouring walls."""
    index = room.walls.index(wall)
    before, after = room.walls[index - 1], room.walls[(index + 1) % len(room.walls)]
    for unit in _beside(made, room, before, mover):
        if room.wall_length(before) - unit.placed.right < unit.unit.depth:
            yield 1, -unit.placed.front, f"corner, beside {unit.unit.mark} on {before.name}"
    for unit in _beside(made, room, after, mover):
        if unit.placed.x < unit.unit.depth:
            yield 1, length + unit.placed.front - mover.width, f"corner, beside {unit.unit.mark} on {after.name}"
