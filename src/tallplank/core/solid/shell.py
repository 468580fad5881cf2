"""The room itself as surfaces: floor, walls with their doors and windows, and walls that stand free."""

from collections.abc import Iterable, Iterator, Mapping, Sequence
from math import hypot

import numpy as np
from numpy.typing import NDArray

from tallplank.core.job.face import Face
from tallplank.core.job.room import Column, FreeWall, Room
from tallplank.core.solid.mesh import Batch, Faces
from tallplank.core.space.outline import edges, triangles

SHELL_GAP = 3.0
"""Walls and floor are shown this far behind their true faces, so that what stands against them keeps its edges."""
PANE_DEPTH = 0.6
"""How far into the wall glass and door leaves stand, as a share of its thickness."""

_Corner = tuple[float, float, float]
_Quad = tuple[NDArray[np.float32], tuple[float, float, float]]


def shell(room: Room, faces: Mapping[str, Face]) -> tuple[Batch, ...]:
    """The surfaces of a room, each seen from inside only: batches named wall, floor, glass and door."""
    quads: dict[str, list[_Quad]] = {"floor": list(_floor(room)), "wall": [], "glass": [], "door": []}
    for face in faces.values():
        if face.thickness <= 0:
            continue
        for x0, x1, z0, z1 in _pieces(face):
            quads["wall"].append(_upright(face, (x0, x1), (z0, z1), SHELL_GAP))
        quads["wall"] += _jambs(face)
        if isinstance(face.carrier, FreeWall):
            quads["wall"] += _ends(face)
        for opening in (o for o in face.openings if o.kind != "opening"):
            x, z = (opening.x, opening.x + opening.width), (opening.sill, opening.sill + opening.height)
            quads["glass" if opening.kind == "window" else "door"].append(_upright(face, x, z, face.thickness * PANE_DEPTH))
    for column in room.columns:
        quads["wall"] += _column(room, column)
    return tuple(Batch(look, _flat(found)) for look, found in quads.items() if found)


def _column(room: Room, column: Column) -> Iterator[_Quad]:
    """The sides of a column, and its upper and lower end where they are seen."""
    low, high = column.low, room.height if column.high is None else column.high
    for (x0, y0), (x1, y1) in edges(column.outline):
        long = hypot(x1 - x0, y1 - y0)
        corners = ((x0, y0, low), (x1, y1, low), (x1, y1, high), (x0, y0, high))
        yield np.array(corners, np.float32), ((y1 - y0) / long, (x0 - x1) / long, 0.0)
    for a, b, c in triangles(column.outline):
        if high < room.height:
            yield np.array([(*p, high) for p in (a, b, c, c)], np.float32), (0.0, 0.0, 1.0)
        if low > 0:
            yield np.array([(*p, low) for p in (c, b, a, a)], np.float32), (0.0, 0.0, -1.0)


def _floor(room: Room) -> Iterator[_Quad]:
    for a, b, c in triangles(room.corners):
        yield np.array([(*p, -SHELL_GAP) for p in (a, b, c, c)], np.float32), (0.0, 0.0, 1.0)


def _upright(face: Face, x: tuple[float, float], z: tuple[float, float], y: float) -> _Quad:
    """A rectangle in the frame of a face, facing the room."""
    corners = ((x[0], y, z[0]), (x[1], y, z[0]), (x[1], y, z[1]), (x[0], y, z[1]))
    into = face.frame.y
    return np.array([face.frame.out(p) for p in corners], np.float32), (-into.x, -into.y, -into.z)


def _flat(quads: Sequence[_Quad]) -> Faces:
    corners = np.array([q for q, _ in quads], dtype=np.float32)
    normals = np.array([n for _, n in quads], dtype=np.float32)
    return Faces(corners, normals, np.zeros((len(corners), 4, 2), np.float32))


def _pieces(face: Face) -> Iterator[tuple[float, float, float, float]]:
    """A wall's face around its openings, as rectangles."""
    at = 0.0
    for opening in sorted(face.openings, key=lambda o: o.x):
        yield at, opening.x, 0.0, face.height
        end = opening.x + opening.width
        if opening.sill > 0:
            yield opening.x, end, 0.0, opening.sill
        yield opening.x, end, opening.sill + opening.height, face.height
        at = end
    yield at, face.length, 0.0, face.height


def _jambs(face: Face) -> Iterator[_Quad]:
    """The reveals of doors and windows, as deep as the wall is thick; of a wall that stands free each face shows its half."""
    t = face.thickness / 2 if isinstance(face.carrier, FreeWall) else face.thickness
    for o in face.openings:
        x0, x1, z0, z1 = o.x, o.x + o.width, o.sill, o.sill + o.height
        for corners, normal in (
            (((x0, 0, z0), (x0, 0, z1), (x0, t, z1), (x0, t, z0)), (1, 0, 0)),
            (((x1, 0, z0), (x1, t, z0), (x1, t, z1), (x1, 0, z1)), (-1, 0, 0)),
            (((x0, 0, z0), (x0, t, z0), (x1, t, z0), (x1, 0, z0)), (0, 0, 1)),
            (((x0, 0, z1), (x1, 0, z1), (x1, t, z1), (x0, t, z1)), (0, 0, -1)),
        ):
            yield _placed(face, reversed(corners), normal)


def _ends(face: Face) -> Iterator[_Quad]:
    """One half of the top of a wall that stands free, and its left end."""
    length, t, high = face.length, face.thickness, face.height
    yield _placed(face, ((0, 0, high), (length, 0, high), (length, t / 2, high), (0, t / 2, high)), (0, 0, 1))
    yield _placed(face, ((0, 0, 0), (0, 0, high), (0, t, high), (0, t, 0)), (-1, 0, 0))


def _placed(face: Face, corners: Iterable[_Corner], normal: _Corner) -> _Quad:
    return np.array([face.frame.out(p) for p in corners], np.float32), face.frame.turned_out(normal)
