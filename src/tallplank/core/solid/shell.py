"""The room itself as surfaces: floor, walls with their doors and windows, walls that stand free, columns, soffits and ceilings."""

from collections import defaultdict
from collections.abc import Iterable, Iterator, Mapping, Sequence
from itertools import pairwise
from math import hypot, radians, tan
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray
from shapely import Polygon, box, constrained_delaunay_triangles
from shapely.affinity import affine_transform

from tallplank.core.job.ceiling import ceiling_line, height_on, slope_at
from tallplank.core.job.face import Face
from tallplank.core.job.room import Room
from tallplank.core.job.standing import Column, Soffit
from tallplank.core.job.wall import FreeWall, Service, WallOpening
from tallplank.core.solid.mesh import Batch, Faces
from tallplank.core.space.outline import Ring, edges, inner_angle, triangles

SHELL_GAP = 3.0
"""Walls and floor are shown this far behind their true faces, so that what stands against them keeps its edges."""
PANE_DEPTH = 0.6
"""How far into the wall glass and door leaves stand, as a share of its thickness."""
FAR, STRAIGHT = 200_000.0, 0.01
STANDS = "@"
"""Between a look and the id of one thing in the room that has it, so that it can be told from others."""

_Corner = tuple[float, float, float]
_Pair = tuple[float, float]


class Quad(NamedTuple):
    """Four corners, the last repeated in a triangle; which way it faces; and its corners in millimetres along and up its surface."""

    corners: NDArray[np.float32]
    normal: _Corner
    uv: Sequence[_Pair] = ((0.0, 0.0),) * 4


def shell(room: Room, faces: Mapping[str, Face]) -> tuple[Batch, ...]:
    """The surfaces of a room, each seen from inside only: batches by what covers them, else named wall, floor, ceiling, glass, door.

    Columns, soffits and walls that stand free are told apart by their ids behind an '@'. What is in the
    openings of other walls is not among them, see `reveals_of`.
    """
    quads: defaultdict[str, list[Quad]] = defaultdict(list)
    quads[room.floor or "floor"] += _floor(room)
    for face in faces.values():
        if face.thickness > 0:
            _add_wall(room, faces, face, quads)
    for column in room.columns:
        quads[f"wall{STANDS}{column.id}"] += _column(room, column)
    for soffit in room.soffits:
        quads[f"{soffit.surface or 'wall'}{STANDS}{soffit.id}"] += _soffit(room, soffit)
    quads[room.ceiling or "ceiling"] += _ceilings(room, faces)
    return tuple(Batch(look, _flat(found)) for look, found in quads.items() if found)


def shell_lines(room: Room) -> NDArray[np.float32]:
    """The edges of the floor, and of columns and soffits, (n, 2, 3)."""
    found = [((*a, 0.0), (*b, 0.0)) for a, b in edges(room.corners)]
    bodies = [(c.outline, c.low, c.top(room.height), c.round) for c in room.columns]
    bodies += [(s.corners, s.low, room.height, False) for s in room.soffits]
    for ring, low, high, is_round in bodies:
        for (x0, y0), (x1, y1) in edges(ring):
            found += [((x0, y0, z), (x1, y1, z)) for z in (low, high)]
            found += [] if is_round else [((x0, y0, low), (x0, y0, high))]
    return np.array(found, dtype=np.float32)


def _add_wall(room: Room, faces: Mapping[str, Face], face: Face, quads: Mapping[str, list[Quad]]) -> None:
    look, plain = getattr(face.carrier, "surface", None) or "wall", "wall"
    if isinstance(face.carrier, FreeWall):
        look, plain = (f"{name}{STANDS}{face.carrier.id}" for name in (look, plain))
    line, beyond = ceiling_line(room, faces, face), _beyond(room, face)
    quads[look] += (_upright(face, *_widened(x, z, face, beyond), SHELL_GAP) for x, z in _pieces(face, line))
    if isinstance(face.carrier, FreeWall):
        quads[plain] += _ends(face)
        for name, quad in _reveals(face, look, plain):
            quads[name].append(quad)


def _beyond(room: Room, face: Face) -> _Pair:
    """How far the shown face of a wall goes beyond both ends, to meet its neighbours behind the corners."""
    number = next((i for i, wall in enumerate(room.walls) if wall is face.carrier), None)
    if number is None:
        return 0.0, 0.0
    at = [room.corners[(number + i) % len(room.corners)] for i in range(-1, 3)]
    left, right = (SHELL_GAP / tan(radians(inner_angle(*at[i : i + 3]) / 2)) for i in (0, 1))
    return left, right


def _widened(
    x: _Pair, z: tuple[_Pair, _Pair], face: Face, beyond: _Pair
) -> tuple[_Pair, tuple[_Pair, _Pair]]:
    """A piece of a wall, beyond an end that it reaches, and below the floor where it stands on it."""
    left, right = x[0] - beyond[0] * (x[0] == 0.0), x[1] + beyond[1] * (x[1] == face.length)
    low = tuple(end - SHELL_GAP * (end == 0.0) for end in z[0])
    return (left, right), (low, z[1])  # type: ignore[return-value]


def reveals_of(face: Face) -> Iterator[Batch]:
    """The reveals of a wall's doors, windows and niches, their panes and leaves, by what covers them."""
    quads: defaultdict[str, list[Quad]] = defaultdict(list)
    for name, quad in _reveals(face, getattr(face.carrier, "surface", None) or "wall", "wall"):
        quads[name].append(quad)
    for name, found in quads.items():
        yield Batch(name, _flat(found))


def _reveals(face: Face, look: str, plain: str) -> Iterator[tuple[str, Quad]]:
    """The same one by one; `look` is what covers the wall, `plain` what it is where nothing does."""
    for quad in _jambs(face):
        yield plain, quad
    for opening in face.openings:
        x, z = (opening.x, opening.x + opening.width), (opening.sill, opening.sill + opening.height)
        if opening.kind == "niche":
            yield look, _upright(face, x, ((z[0], z[0]), (z[1], z[1])), opening.into(face.thickness))
        elif opening.kind != "opening":
            deep = face.thickness * PANE_DEPTH
            pane = "glass" if opening.kind == "window" else "door"
            yield pane, _upright(face, x, ((z[0], z[0]), (z[1], z[1])), deep)


def _column(room: Room, column: Column) -> Iterator[Quad]:
    """The sides of a column, and its upper and lower end where they are seen."""
    high = column.top(room.height)
    yield from _prism(column.outline, column.low, high)
    if high < room.height:
        yield from _level(column.outline, high, up=True)
    if column.low > 0:
        yield from _level(column.outline, column.low, up=False)


def _soffit(room: Room, soffit: Soffit) -> Iterator[Quad]:
    """Its sides, and its underside."""
    yield from _prism(soffit.corners, soffit.low, room.height)
    yield from _level(soffit.corners, soffit.low, up=False)


def services_of(face: Face) -> Faces | None:
    """The sockets, pipes' ends and radiators at a wall, as boxes before it; None where there are none."""
    quads = [quad for service in face.services for quad in _service(face, service)]
    return _flat(quads) if quads else None


def _service(face: Face, service: Service) -> Iterator[Quad]:
    """A box before the wall."""
    ring = face.frame.flat_out(
        [(service.x + x * service.width, -y * service.deep) for x, y in ((0.0, 0.0), (0.0, 1.0), (1.0, 1.0), (1.0, 0.0))]
    )
    ring = tuple(reversed(ring)) if not Polygon(ring).exterior.is_ccw else ring
    low, high = service.z, service.z + service.height
    yield from _prism(ring, low, high)
    yield from _level(ring, high, up=True)


def _prism(ring: Ring, low: float, high: float) -> Iterator[Quad]:
    """The sides of what stands upright over a counter-clockwise outline, seen from outside."""
    along = 0.0
    for (x0, y0), (x1, y1) in edges(ring):
        long = hypot(x1 - x0, y1 - y0)
        corners = ((x0, y0, low), (x1, y1, low), (x1, y1, high), (x0, y0, high))
        uv = ((along, low), (along + long, low), (along + long, high), (along, high))
        yield Quad(np.array(corners, np.float32), ((y1 - y0) / long, (x0 - x1) / long, 0.0), uv)
        along += long


def _level(ring: Ring, z: float, *, up: bool) -> Iterator[Quad]:
    """A level surface over an outline, seen from above or from below."""
    for a, b, c in triangles(ring):
        points = (a, b, c, c) if up else (c, b, a, a)
        yield Quad(np.array([(*p, z) for p in points], np.float32), (0.0, 0.0, 1.0 if up else -1.0), points)


def _floor(room: Room) -> Iterator[Quad]:
    return _level(room.corners, -SHELL_GAP, up=True)


def _ceilings(room: Room, faces: Mapping[str, Face]) -> Iterator[Quad]:
    """The level ceiling and the slopes, each where it is the lowest, seen from below."""
    whole, taken = Polygon(room.corners), Polygon()
    for number, slope in enumerate(room.slopes):
        face = faces[slope.face]
        part = whole.intersection(_before(face, slope.run)).difference(taken)
        for other in room.slopes[number + 1 :]:
            part = part.difference(_where_lower(room, faces, other.id, slope.id))
        taken = taken.union(part)
        fall = (room.height - slope.low) / slope.run
        long = hypot(fall, 1.0)
        out = face.frame.y
        normal = (-out.x * fall / long, -out.y * fall / long, -1.0 / long)
        for points in _triangles(part):
            corners = [(*p, slope_at(room, faces, slope, p) + SHELL_GAP) for p in points]
            yield Quad(np.array(corners, np.float32), normal, points)
    for points in _triangles(whole.difference(taken)):
        yield Quad(np.array([(*p, room.height + SHELL_GAP) for p in points], np.float32), (0.0, 0.0, -1.0), points)


def _before(face: Face, run: float) -> Polygon:
    """The strip of the plan before a wall, of any length."""
    ring = face.frame.flat_out(((-FAR, -run), (FAR, -run), (FAR, FAR), (-FAR, FAR)))
    return Polygon(ring)


def _where_lower(room: Room, faces: Mapping[str, Face], one: str, other: str) -> Polygon:
    """Where the plane of one slope lies below that of another."""
    a, b = (next(s for s in room.slopes if s.id == key) for key in (one, other))
    zero, x, y = ((slope_at(room, faces, a, p) - slope_at(room, faces, b, p)) for p in ((0.0, 0.0), (1.0, 0.0), (0.0, 1.0)))
    gx, gy = x - zero, y - zero
    long = hypot(gx, gy)
    if long < 1e-9:
        return box(-FAR, -FAR, FAR, FAR) if zero < 0 else Polygon()
    ux, uy = gx / long, gy / long
    at = -zero / long
    half = box(-4 * FAR, -4 * FAR, at, 4 * FAR)
    return affine_transform(half, [ux, -uy, uy, ux, 0.0, 0.0])


def _triangles(area: Polygon) -> Iterator[tuple[_Pair, ...]]:
    """An area in triangles, clockwise and with the last corner repeated, as they are seen from below."""
    whole = area.buffer(-STRAIGHT, join_style="mitre").buffer(STRAIGHT, join_style="mitre")  # takes spikes away
    for piece in getattr(whole, "geoms", (whole,)):
        if isinstance(piece, Polygon) and piece.area > 1.0:
            for triangle in constrained_delaunay_triangles(_straightened(piece)).geoms:
                a, b, c = triangle.exterior.coords[:3]
                points = (a, b, c) if not triangle.exterior.is_ccw else (c, b, a)
                yield (*((float(x), float(y)) for x, y, *_ in points), (float(points[2][0]), float(points[2][1])))


def _straightened(piece: Polygon) -> Polygon:
    """A piece without corners that are none, so that the same room gives the same triangles whichever way it lies.

    It begins at its sharpest corner, since the corner that an outline begins at is never taken away.
    """
    ring = list(piece.exterior.coords)[:-1]
    sharpest = max(range(len(ring)), key=lambda i: _turn(ring[i - 1], ring[i], ring[(i + 1) % len(ring)]))
    return Polygon([*ring[sharpest:], *ring[:sharpest]], piece.interiors).simplify(STRAIGHT)


def _turn(a: _Pair, b: _Pair, c: _Pair) -> float:
    return abs((b[0] - a[0]) * (c[1] - b[1]) - (b[1] - a[1]) * (c[0] - b[0]))


def _upright(face: Face, x: _Pair, z: tuple[_Pair, _Pair], y: float) -> Quad:
    """A piece of a wall between two places, from `z[0]` up to `z[1]`, each as it is at its left and its right, facing the room."""
    (low0, low1), (high0, high1) = z
    corners = ((x[0], y, low0), (x[1], y, low1), (x[1], y, high1), (x[0], y, high0))
    into = face.frame.y
    flat = tuple((a, c) for a, _, c in corners)
    return Quad(np.array([face.frame.out(p) for p in corners], np.float32), (-into.x, -into.y, -into.z), flat)


def _flat(quads: Sequence[Quad]) -> Faces:
    corners = np.array([q.corners for q in quads], dtype=np.float32)
    normals = np.array([q.normal for q in quads], dtype=np.float32)
    return Faces(corners, normals, np.array([q.uv for q in quads], dtype=np.float32))


def _pieces(face: Face, line: Sequence[_Pair]) -> Iterator[tuple[_Pair, tuple[_Pair, _Pair]]]:
    """A wall's face around its openings, up to the ceiling."""
    at = 0.0
    for opening in sorted(face.openings, key=lambda o: o.x):
        yield from _up_to(line, (at, opening.x), 0.0)
        end = opening.x + opening.width
        if opening.sill > 0:
            yield (opening.x, end), ((0.0, 0.0), (opening.sill, opening.sill))
        yield from _up_to(line, (opening.x, end), opening.sill + opening.height)
        at = end
    yield from _up_to(line, (at, face.length), 0.0)


def _up_to(line: Sequence[_Pair], span: _Pair, low: float) -> Iterator[tuple[_Pair, tuple[_Pair, _Pair]]]:
    """What lies above a height between two places, in pieces where the ceiling turns."""
    start, end = span
    places = [start, *(x for x, _ in line if start < x < end), end]
    for a, b in pairwise(places):
        tops = height_on(line, a), height_on(line, b)
        if b > a and max(tops) > low:
            yield (a, b), ((low, low), (max(tops[0], low), max(tops[1], low)))


def _depth(face: Face, opening: WallOpening) -> float:
    """How deep the reveal of an opening is seen from a face; of a wall that stands free each face shows its half."""
    if opening.kind == "niche":
        return opening.into(face.thickness)
    return face.thickness / 2 if isinstance(face.carrier, FreeWall) else face.thickness


def _jambs(face: Face) -> Iterator[Quad]:
    """The reveals of doors, windows and niches."""
    for o in face.openings:
        t = _depth(face, o)
        x0, x1, z0, z1 = o.x, o.x + o.width, o.sill, o.sill + o.height
        for corners, normal in (
            (((x0, 0, z0), (x0, 0, z1), (x0, t, z1), (x0, t, z0)), (1, 0, 0)),
            (((x1, 0, z0), (x1, t, z0), (x1, t, z1), (x1, 0, z1)), (-1, 0, 0)),
            (((x0, 0, z0), (x0, t, z0), (x1, t, z0), (x1, 0, z0)), (0, 0, 1)),
            (((x0, 0, z1), (x1, 0, z1), (x1, t, z1), (x0, t, z1)), (0, 0, -1)),
        ):
            yield _placed(face, reversed(corners), normal)


def _ends(face: Face) -> Iterator[Quad]:
    """One half of the top of a wall that stands free, and its left end."""
    length, t, high = face.length, face.thickness, face.height
    yield _placed(face, ((0, 0, high), (length, 0, high), (length, t / 2, high), (0, t / 2, high)), (0, 0, 1))
    yield _placed(face, ((0, 0, 0), (0, 0, high), (0, t, high), (0, t, 0)), (-1, 0, 0))


def _placed(face: Face, corners: Iterable[_Corner], normal: _Corner) -> Quad:
    return Quad(np.array([face.frame.out(p) for p in corners], np.float32), face.frame.turned_out(normal))
