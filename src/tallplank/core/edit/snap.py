"""Where a thing that is being placed or slid along a face comes to rest, and against what."""

from collections.abc import Iterator
from dataclasses import dataclass

from tallplank.core.job.face import Face
from tallplank.core.joinery.made import Made, MadeUnit
from tallplank.core.joinery.rule.corner import CORNER_PLANS
from tallplank.core.joinery.rule.place import Placed
from tallplank.core.measure.divide import TOLERANCE
from tallplank.core.space.outline import strip_span


@dataclass(frozen=True, slots=True)
class Rest:
    """A left edge along the face, and the relation that put it there; empty when nothing was near."""

    x: float
    relation: str = ""


@dataclass(frozen=True, slots=True)
class Mover:
    """What is being placed: its width and depth, the heights it spans, and the units to leave out of account."""

    width: float
    depth: float
    low: float
    high: float
    ignore: frozenset[str] = frozenset()
    in_corner: bool = False
    """Whether it is made for a corner, and stands right in it whatever its angle."""

    def span(self, face: Face) -> tuple[float, float]:
        """From where to where along a face it may stand."""
        return (0.0, face.length) if self.in_corner else face.span(self.depth)


def mover_of(placed: Placed, ignore: frozenset[str] = frozenset()) -> Mover:
    """A unit as a thing that is being placed."""
    return Mover(placed.unit.width, -placed.front, placed.z, placed.top, ignore, placed.kind.plan in CORNER_PLANS)


def rest(made: Made, room: str, face: Face, mover: Mover, x: float, reach: float) -> Rest:
    """The nearest resting place within `reach` millimetres of `x`, kept inside what closes the face; neighbours win over the rest."""
    best: tuple[float, int, Rest] | None = None
    for rank, place, relation in _places(made, room, face, mover):
        distance = abs(place - x)
        if distance <= reach and (best is None or (distance + rank * reach / 8, rank) < best[:2]):
            best = (distance + rank * reach / 8, rank, Rest(place, relation))
    if best is not None:
        return best[2]
    low, high = mover.span(face)
    inside = max(min(x, high - mover.width), low)
    if face.is_loose and (inside + mover.width > high or _is_taken(made, room, face.id, mover, inside)):
        inside = x
    return Rest(inside, "" if abs(inside - x) < TOLERANCE else f"end of {face.name}")


def _is_taken(made: Made, room: str, face: str, mover: Mover, x: float) -> bool:
    """Whether another unit stands at a place of a face."""
    return any(u.placed.x < x + mover.width - TOLERANCE and u.placed.right > x + TOLERANCE for u in _beside(made, room, face, mover))


def first_gap(made: Made, room: str, face: Face, mover: Mover) -> float:
    """The leftmost left edge where the thing stands free of its neighbours, those round the corners too; else the right end of all."""
    spans = [(u.placed.x, u.placed.right) for u in _beside(made, room, face.id, mover)]
    spans = sorted(
        [*spans, *(span for _, span in reaching(made, room, face, mover)), *(span for _, span in standing(made, room, face, mover))]
    )
    at, last = mover.span(face)
    for start, end in spans:
        if start - at >= mover.width - TOLERANCE:
            return at
        at = max(at, end)
    return max(min(at, last - mover.width), 0.0)


def gap_around(made: Made, room: str, face: Face, mover: Mover, at: float) -> tuple[float, float] | None:
    """From where to where along a face it is free around a point, between units or the walls that close it.

    None within a unit, or where the face is open at an end of the gap.
    """
    spans = [(u.placed.x, u.placed.right) for u in _beside(made, room, face.id, mover)]
    spans += [span for _, span in (*reaching(made, room, face, mover), *standing(made, room, face, mover))]
    if any(start < at < end for start, end in spans):
        return None
    low, high = mover.span(face)
    lefts, rights = [end for _, end in spans if end <= at], [start for start, _ in spans if start >= at]
    left = max([*lefts, *([low] if face.closed_left else [])], default=None)
    right = min([*rights, *([high] if face.closed_right else [])], default=None)
    return None if left is None or right is None else (left, right)


def neighbour(made: Made, room: str, face: str, x: float, width: float, touch: float) -> MadeUnit | None:
    """The unit that stands against either side of a place, the left one first."""
    units = made.at_face(room, face)
    left = (u for u in units if abs(u.placed.right - x) <= touch)
    right = (u for u in units if abs(u.placed.x - x - width) <= touch)
    return next(left, None) or next(right, None)


def _beside(made: Made, room: str, face: str, mover: Mover) -> Iterator[MadeUnit]:
    for unit in made.at_face(room, face):
        if _is_level(unit, mover):
            yield unit


def _is_level(unit: MadeUnit, mover: Mover) -> bool:
    """Whether a unit reaches into the heights that the thing spans."""
    return unit.unit.id not in mover.ignore and unit.placed.z < mover.high and unit.placed.top > mover.low


def _places(made: Made, room: str, face: Face, mover: Mover) -> Iterator[tuple[int, float, str]]:
    for unit in _beside(made, room, face.id, mover):
        yield 0, unit.placed.right, f"right of {unit.unit.mark}"
        yield 0, unit.placed.x - mover.width, f"left of {unit.unit.mark}"
    low, high = mover.span(face)
    yield 1, low, f"left end of {face.name}"
    yield 1, high - mover.width, f"right end of {face.name}"
    yield from _corners(made, room, face, mover)
    for name, span in standing(made, room, face, mover):
        yield 1, span[1], f"right of {name}"
        yield 1, span[0] - mover.width, f"left of {name}"
    for service in face.services:
        yield 3, service.middle[0] - mover.width / 2, f"centred on the {service.kind}"
    for opening in face.openings:
        yield 2, opening.x + (opening.width - mover.width) / 2, f"centred on the {opening.kind}"
    for unit in made.at_face(room, face.id):
        if unit.unit.id not in mover.ignore and not _is_level(unit, mover):
            level = "below" if unit.placed.z >= mover.high else "above"
            yield 2, unit.placed.x + (unit.unit.width - mover.width) / 2, f"centred, {level} {unit.unit.mark}"
            yield 3, unit.placed.x, f"left edges in line, {level} {unit.unit.mark}"
            yield 3, unit.placed.right - mover.width, f"right edges in line, {level} {unit.unit.mark}"


def _corners(made: Made, room: str, face: Face, mover: Mover) -> Iterator[tuple[int, float, str]]:
    """Beside what stands round a corner: where another face's units reach into the strip before this one."""
    for unit, span in reaching(made, room, face, mover):
        told = f"corner, beside {unit.unit.mark} on {made.face(unit).name}"
        for place in (span[1], span[0] - mover.width):
            if face.is_loose or -TOLERANCE <= place <= face.length - mover.width + TOLERANCE:
                yield 1, place, told


def standing(made: Made, room_id: str, face: Face, mover: Mover) -> Iterator[tuple[str, tuple[float, float]]]:
    """Columns, beams, soffits and radiators in the strip before a face, each with its name and from where to where."""
    room = made.job.room(room_id)
    bodies = [(c.name, c.outline, c.low, c.top(room.height)) for c in room.columns]
    bodies += [(s.name, s.corners, s.low, room.height) for s in room.soffits]
    for name, ring, low, high in bodies:
        if low < mover.high and high > mover.low:
            span = strip_span([face.frame.inside((*point, 0.0))[:2] for point in ring], -mover.depth, 0.0)
            if span is not None and span[1] > TOLERANCE and span[0] < face.length - TOLERANCE:
                yield name, span
    for s in face.services:
        if s.kind == "radiator" and s.z < mover.high and s.z + s.height > mover.low:
            yield "the radiator", (s.x, s.x + s.width)


def reaching(made: Made, room: str, face: Face, mover: Mover) -> Iterator[tuple[MadeUnit, tuple[float, float]]]:
    """Units at other faces that reach into the strip before this one, each with from where to where."""
    for unit in made.by_room.get(room, ()):
        if unit.unit.face == face.id or not _is_level(unit, mover):
            continue
        frame = made.face(unit).frame
        ring = [face.frame.inside(frame.out((x, y, 0.0))) for x, y in unit.outline]
        span = strip_span([(p.x, p.y) for p in ring], -mover.depth, 0.0)
        if span is not None and span[1] > TOLERANCE and span[0] < face.length - TOLERANCE:
            yield unit, span
