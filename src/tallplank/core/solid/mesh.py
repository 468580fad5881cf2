"""Parts as solids: their boards less their pockets, as disjoint boxes and as surfaces with texture coordinates."""

from dataclasses import dataclass
from functools import lru_cache
from itertools import pairwise

import numpy as np
from numpy.typing import NDArray

from tallplank.core.joinery.part.part import EdgeName, Part, Pocket, ShapedEdge
from tallplank.core.solid.shape import Shape, is_shaped
from tallplank.core.space.frame import Vec

Floats = NDArray[np.float32]
Cell = tuple[tuple[float, float], tuple[float, float], tuple[float, float]]


@dataclass(frozen=True, slots=True)
class Faces:
    """Rectangles, and triangles that repeat their last corner: `corners` (n, 4, 3) in millimetres, `normals` (n, 3).

    `uv` (n, 4, 2) is in millimetres along and across the grain.
    """

    corners: Floats
    normals: Floats
    uv: Floats

    def __len__(self) -> int:
        return len(self.corners)


@dataclass(frozen=True, slots=True)
class Batch:
    """All surfaces of one look, in the frame of the room: a catalogue look's id, or a plain colour such as '#a0a0a0'."""

    look: str
    faces: Faces


def volume(part: Part) -> float:
    """The volume of a part in cubic millimetres, with its pockets cut out."""
    if is_shaped(part):
        from tallplank.core.solid.layer import shaped_area, shaped_volume  # shapely takes long to import, and few parts need it

        return shaped_volume(part) if part.body is None else shaped_area(part.body.outline) * part.body.height
    return sum((x[1] - x[0]) * (y[1] - y[0]) * (z[1] - z[0]) for x, y, z in cells(part))


def cells(part: Part) -> tuple[Cell, ...]:
    """The part as boxes that do not overlap, in its own frame; one that is no rectangle as the box around it."""
    if not part.pockets:
        length, width, thickness = part.size
        return (((0.0, length), (0.0, width), (0.0, thickness)),)
    grid = _grid(part.size, part.pockets)
    solid = _solid(part.pockets, grid)
    return tuple(
        ((grid[0][i], grid[0][i + 1]), (grid[1][j], grid[1][j + 1]), (grid[2][k], grid[2][k + 1])) for i, j, k in np.argwhere(solid)
    )


def faces(part: Part, seed: int = 0) -> Faces:
    """The surface of a part in the frame of its unit; `seed` shifts the grain so that no two parts look alike."""
    if part.body is not None:
        return _bent_faces(part, seed)
    corners, normals = _local_faces(part)
    shift = np.array([(seed * 373.0) % 1700, (seed * 197.0) % 1300], dtype=np.float32)
    uv = _grain_uv(corners, normals) + shift
    frame = part.frame
    turn = np.array([frame.x, frame.y, frame.z], dtype=np.float32)
    return Faces(corners @ turn + np.array(frame.origin, dtype=np.float32), normals @ turn, uv)


def edge_faces(part: Part, edge: EdgeName, proud: float) -> Faces:
    """What an edge of a part shows, in the frame of its unit, lifted out of it by `proud`; nothing for a bent part."""
    corners, normals = _local_faces(part)
    axis, place, way = _EDGES[edge]
    lies = np.abs(corners[:, :, axis] - place * part.size[axis]).max(axis=1) < 1e-3
    chosen = lies & (normals[:, axis] * way > 0.99) & (part.body is None)
    turn = np.array([part.frame.x, part.frame.y, part.frame.z], dtype=np.float32)
    lifted = corners[chosen] + normals[chosen][:, None] * np.float32(proud)
    origin = np.array(part.frame.origin, dtype=np.float32)
    return Faces(lifted @ turn + origin, normals[chosen] @ turn, np.zeros((int(chosen.sum()), 4, 2), np.float32))


def shaped_edge_faces(part: Part, edge: ShapedEdge, proud: float) -> Faces:
    """The banded piece of an outline as upright quads, in the frame of its unit, lifted out of it by `proud`."""
    line = np.array(edge.points, dtype=np.float32)
    a, b = line[:-1], line[1:]
    along = b - a
    outward = np.stack([along[:, 1], -along[:, 0]], axis=1) / np.linalg.norm(along, axis=1, keepdims=True)
    thick = np.float32(part.thickness.value)
    flat = np.stack([a, b, b, a], axis=1) + outward[:, None] * np.float32(proud)
    heights = np.broadcast_to(np.array([0, 0, thick, thick], dtype=np.float32), flat.shape[:2])
    corners, normals = np.concatenate([flat, heights[:, :, None]], axis=2), np.pad(outward, ((0, 0), (0, 1)))
    turn = np.array([part.frame.x, part.frame.y, part.frame.z], dtype=np.float32)
    origin = np.array(part.frame.origin, dtype=np.float32)
    return Faces(corners @ turn + origin, normals @ turn, np.zeros((len(a), 4, 2), np.float32))


_EDGES: dict[EdgeName, tuple[int, float, float]] = {"l1": (1, 0.0, -1.0), "l2": (1, 1.0, 1.0), "w1": (0, 0.0, -1.0), "w2": (0, 1.0, 1.0)}
"""The axis across each edge, where on it the edge lies as a share of the size, and which way it faces."""


def _bent_faces(part: Part, seed: int) -> Faces:
    """The surface of a bent part; its grain runs upwards."""
    body = part.body
    if body is None:
        raise ValueError("the part is not bent")
    size = (max(p[0] for p in body.outline), max(p[1] for p in body.outline), body.height)
    corners, normals = _shaped_faces(Shape(size, (), body.outline))
    around = corners[:, :, 0] + corners[:, :, 1]
    uv = np.stack([corners[:, :, 2], around], axis=2).astype(np.float32) + np.float32((seed * 373.0) % 1700)
    turn = np.array([body.frame.x, body.frame.y, body.frame.z], dtype=np.float32)
    return Faces(corners @ turn + np.array(body.frame.origin, dtype=np.float32), normals @ turn, uv)


def box_faces(low: Vec, high: Vec) -> Faces:
    """The surface of an upright box."""
    corners, normals = _box(np.array(low), np.array(high))
    return Faces(corners, normals, _grain_uv(corners, normals))


def _local_faces(part: Part) -> tuple[Floats, Floats]:
    """The surface in the part's own frame; kept by shape, since most parts of a unit stay the same from edit to edit."""
    if is_shaped(part):
        return _shaped_faces(Shape.of(part))
    return _square_faces(part.size, part.pockets)


@lru_cache(maxsize=256)
def _shaped_faces(shape: Shape) -> tuple[Floats, Floats]:
    from tallplank.core.solid.layer import shaped_quads  # as above

    quads, ways = shaped_quads(shape)
    return np.array(quads, dtype=np.float32), np.array(ways, dtype=np.float32)


@lru_cache(maxsize=4096)
def _square_faces(size: tuple[float, float, float], pockets: tuple[Pocket, ...]) -> tuple[Floats, Floats]:
    if not pockets:
        return _box(np.zeros(3), np.array(size))
    lines = _grid(size, pockets)
    grid = [np.array(line) for line in lines]
    solid = np.pad(_solid(pockets, lines), 1).view(np.int8)
    found: list[Floats] = []
    turned: list[Floats] = []
    for axis in range(3):
        inner = tuple(slice(None) if a == axis else slice(1, -1) for a in range(3))
        steps = np.diff(solid[inner], axis=axis)
        for side, step, back in ((2 * axis, -1, 1), (2 * axis + 1, 1, 0)):
            places = np.argwhere(steps == step)
            places[:, axis] -= back
            low = np.stack([grid[a][places[:, a]] for a in range(3)], axis=1)
            high = np.stack([grid[a][places[:, a] + 1] for a in range(3)], axis=1)
            found.append(low[:, None] + _SIDES[side] * (high - low)[:, None])
            turned.append(np.broadcast_to(_NORMALS[side], (len(places), 3)))
    return np.concatenate(found).astype(np.float32), np.concatenate(turned)


_SIDES = np.array(
    [
        [(1, 0, 0), (1, 1, 0), (1, 1, 1), (1, 0, 1)],
        [(0, 0, 0), (0, 0, 1), (0, 1, 1), (0, 1, 0)],
        [(0, 1, 0), (0, 1, 1), (1, 1, 1), (1, 1, 0)],
        [(0, 0, 0), (1, 0, 0), (1, 0, 1), (0, 0, 1)],
        [(0, 0, 1), (1, 0, 1), (1, 1, 1), (0, 1, 1)],
        [(0, 0, 0), (0, 1, 0), (1, 1, 0), (1, 0, 0)],
    ],
    dtype=np.float32,
)
_NORMALS = np.array([(1, 0, 0), (-1, 0, 0), (0, 1, 0), (0, -1, 0), (0, 0, 1), (0, 0, -1)], dtype=np.float32)


def _box(low: NDArray[np.float64], high: NDArray[np.float64]) -> tuple[Floats, Floats]:
    return (low + _SIDES * (high - low)).astype(np.float32), _NORMALS


def _grain_uv(corners: Floats, normals: Floats) -> Floats:
    """The grain runs along x; on the ends of a board, where x is the normal, across them."""
    along = np.where(np.abs(normals[:, 0:1]) > 0.5, corners[:, :, 2], corners[:, :, 0])
    across = np.where(np.abs(normals[:, 1:2]) > 0.5, corners[:, :, 2], corners[:, :, 1])
    return np.stack([along, across], axis=2).astype(np.float32)


def _grid(size: tuple[float, float, float], pockets: tuple[Pocket, ...]) -> list[list[float]]:
    grid = []
    for axis in range(3):
        whole = size[axis]
        cuts = {0.0, whole}
        for pocket in pockets:
            cuts |= {min(max(pocket.low[axis], 0.0), whole), min(max(pocket.high[axis], 0.0), whole)}
        grid.append(_without_slivers(sorted(cuts)))
    return grid


def _without_slivers(cuts: list[float]) -> list[float]:
    kept = [cuts[0]]
    kept += [b for a, b in pairwise(cuts) if b - a > 1e-9]
    return kept


def _solid(pockets: tuple[Pocket, ...], grid: list[list[float]]) -> NDArray[np.bool_]:
    solid = np.ones([len(line) - 1 for line in grid], dtype=bool)
    middles = [np.array([(a + b) / 2 for a, b in pairwise(line)]) for line in grid]
    for pocket in pockets:
        inside = [(m > pocket.low[a]) & (m < pocket.high[a]) for a, m in enumerate(middles)]
        solid &= ~(inside[0][:, None, None] & inside[1][None, :, None] & inside[2][None, None, :])
    return solid
