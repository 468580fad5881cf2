"""The room as an elevation shows it: floor, ceiling and the walls beside, openings, services, and what stands before the wall."""

from collections.abc import Iterator
from itertools import pairwise

from tallplank.core.draw.primitive import GLASS, PAPER, WALL, DrawnArc, Fill, Line, Pen, Poly, Shape, Text, rectangle
from tallplank.core.job.ceiling import ceiling_line
from tallplank.core.job.face import Face, Faces
from tallplank.core.job.room import Room
from tallplank.core.job.wall import Service, WallOpening
from tallplank.core.space.outline import Point, bounds

FLOOR_DEPTH = 60.0
AT_FACE = 300.0
"""What stands nearer to a face than this is shown on its elevation."""
ARROW = 40.0
Thing = tuple[str, Point, Point]


def surround(room: Room, faces: Faces, face: Face, beside: tuple[float, float]) -> Iterator[Shape]:
    """The wall itself with its openings, cut through floor, ceiling and the walls at its ends."""
    length, height = face.length, face.height
    line = ceiling_line(room, faces, face) if face.thickness and not face.is_loose else ((0.0, height), (length, height))
    surface = getattr(face.carrier, "surface", None)
    if surface and face.thickness:
        yield Poly(((0.0, 0.0), (length, 0.0), *reversed(line)), None, Fill("look", surface))
    for x, thick, high in ((-beside[0], beside[0], line[0][1]), (length, beside[1], line[-1][1])):
        if thick:
            yield rectangle(x, -FLOOR_DEPTH, thick, high + FLOOR_DEPTH, None, WALL)
    yield rectangle(0.0, -FLOOR_DEPTH, length, FLOOR_DEPTH, None, WALL)
    yield Line((0.0, 0.0), (length, 0.0), Pen.CUT)
    if face.thickness:
        for (x, high), closed in zip((line[0], line[-1]), (face.closed_left, face.closed_right), strict=True):
            yield Line((x, 0.0), (x, high), Pen.CUT if closed else Pen.OUTLINE)
        if face.is_loose or room.slopes:
            yield from (Line(a, b, Pen.CUT if room.slopes else Pen.OUTLINE) for a, b in pairwise(line))
    for opening in face.openings:
        yield from _opening(opening)
    for service in face.services:
        if service.kind not in OUTLETS:
            yield from service_front(service)


OUTLETS = ("socket", "switch")
"""What is set into backsplashes rather than covered by them."""


def outlets(face: Face) -> Iterator[Shape]:
    """The sockets and switches of a face."""
    for service in face.services:
        if service.kind in OUTLETS:
            yield from service_front(service)


def in_the_room(room: Room, face: Face) -> Iterator[Shape]:
    """The columns, beams and soffits that stand at the face or shortly before it."""
    for low, high, fill in _standing(room, face):
        yield rectangle(low[0], low[1], high[0] - low[0], high[1] - low[1], Pen.OUTLINE, fill)


def things_of(room: Room, face: Face) -> Iterator[Thing]:
    """What an elevation shows of the room and can be pointed at: ids with the corners of the boxes around it."""
    bodies = [(c.id, c.outline, c.low, c.top(face.height)) for c in room.columns]
    bodies += [(s.id, s.corners, s.low, face.height) for s in room.soffits]
    for owner, ring, low, high in bodies:
        span = _before(ring, face)
        if span is not None and high > low:
            yield owner, (span[0], low), (span[1], high)
    for o in face.openings:
        yield o.id, (o.x, o.sill), (o.x + o.width, o.sill + o.height)
    for s in face.services:
        yield s.id, (s.x, s.z), (s.x + s.width, s.z + s.height)


def _standing(room: Room, face: Face) -> Iterator[tuple[Point, Point, Fill]]:
    surfaces = {s.id: s.surface for s in room.soffits}
    for owner, low, high in things_of(room, face):
        if owner in surfaces or any(c.id == owner for c in room.columns):
            look = surfaces.get(owner)
            yield low, high, Fill("look", look) if look else PAPER


def _before(ring: tuple[Point, ...], face: Face) -> tuple[float, float] | None:
    """From where to where along a face an outline stands that is at the face or shortly before it, cut to its ends."""
    (left, near), (right, far) = bounds([face.frame.inside((*point, 0.0))[:2] for point in ring])
    if far > -AT_FACE and near < 0 and right > 0 and left < face.length:
        return (left, right) if face.is_loose else (max(left, 0.0), min(right, face.length))
    return None


def service_front(service: Service) -> Iterator[Shape]:
    """A service as it is seen on its wall: the marks of installers, drawn to size."""
    (x, z), wide, high = service.middle, service.width, service.height
    left, low = service.x, service.z
    size = min(wide, high)
    if service.kind == "radiator":
        yield rectangle(left, low, wide, high, Pen.EDGE, PAPER)
        count = max(int(wide // 100), 1)
        for i in range(1, count):
            at = left + wide * i / count
            yield Line((at, low + high * 0.06), (at, low + high * 0.94), Pen.BEYOND)
        return
    if service.kind in ("socket", "switch"):
        yield rectangle(left, low, wide, high, Pen.EDGE, PAPER)
        if service.kind == "switch":
            yield Line((x - size * 0.2, z), (x + size * 0.2, z + size * 0.25), Pen.OUTLINE)
            return
        count = max(round(wide / high), 1)
        for i in range(count):
            at = left + wide * (i + 0.5) / count
            yield DrawnArc((at, z), high * 0.3, 0.0, 360.0, Pen.EDGE)
        return
    yield DrawnArc((x, z), size / 2, 0.0, 360.0, Pen.OUTLINE)
    yield Text((x, z), SERVICE_LETTERS[service.kind], 1.8, room=max(size, LABEL))
    if service.kind == "extract":
        yield Line((x - size * 0.35, z - size * 0.35), (x + size * 0.35, z + size * 0.35), Pen.EDGE)
        yield Line((x - size * 0.35, z + size * 0.35), (x + size * 0.35, z - size * 0.35), Pen.EDGE)


LABEL = 60.0
SERVICE_LETTERS = {"water": "W", "gas": "G", "waste": "D", "extract": "E"}
"""What installers write: water, gas, drain, extract."""


def _opening(opening: WallOpening) -> Iterator[Shape]:
    x, z, width, height = opening.x, opening.sill, opening.width, opening.height
    if opening.kind == "door":
        yield rectangle(x - 70, z, width + 140, height + 70, Pen.EDGE, PAPER)
        yield rectangle(x, z, width, height, Pen.OUTLINE, PAPER)
        yield from _leaf_marks(opening)
        return
    yield rectangle(x, z, width, height, Pen.OUTLINE, PAPER)
    if opening.kind in ("opening", "niche"):
        if opening.kind == "niche":
            step = min(NICHE_STEP, width / 6, height / 6)
            yield Line((x, z + height), (x + step, z + height - step), Pen.BEYOND)
            yield rectangle(x + step, z + step * 0.4, width - 2 * step, height - 1.4 * step, Pen.BEYOND)
        return
    sash = min(55.0, width / 8, height / 8)
    panes = 2 if width > 700 else 1
    pane = (width - (panes + 1) * sash) / panes
    for i in range(panes):
        yield rectangle(x + sash + i * (pane + sash), z + sash, pane, height - 2 * sash, Pen.EDGE, GLASS)


def _leaf_marks(door: WallOpening) -> Iterator[Shape]:
    """Broken lines that meet where a leaf hangs; an arrow to where one slides."""
    left, right, low, middle, high = door.x, door.x + door.width, door.sill, door.sill + door.height / 2, door.sill + door.height
    if door.leaf == "sliding":
        tip, tail = (left, right) if door.hand == "left" else (right, left)
        way = (tip - tail) / door.width
        yield Line((tail, middle), (tip, middle), Pen.HIDDEN)
        for rise in (-ARROW, ARROW):
            yield Line((tip - way * 2 * ARROW, middle + rise), (tip, middle), Pen.HIDDEN)
        return
    leaves = [(left, (left + right) / 2), (right, (left + right) / 2)] if door.leaf == "double" else []
    for hung, free in leaves or [(left, right) if door.hand == "left" else (right, left)]:
        yield Line((free, low), (hung, middle), Pen.HIDDEN)
        yield Line((free, high), (hung, middle), Pen.HIDDEN)


NICHE_STEP = 60.0
