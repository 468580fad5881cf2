"""Boards less their cuts as surfaces: square ones as boxes between grid lines, those with outlines as layers, cut with shapely."""

from collections.abc import Iterator, Sequence
from itertools import pairwise
from math import hypot
from typing import Any, NamedTuple, Protocol

import numpy as np
import shapely
from numpy.typing import NDArray
from shapely.geometry import Polygon, box
from shapely.geometry.base import BaseGeometry

from tallplank.core.space.frame import Floats, Vec
from tallplank.core.space.outline import Ring

Size3 = tuple[float, float, float]
Pair = tuple[NDArray[Any], NDArray[Any]]
"""Places, and by how much they grow."""
Cell = tuple[tuple[float, float], tuple[float, float], tuple[float, float]]
LEAST_AREA = 1e-6


class CutOut(Protocol):
    """What is taken from a board, from `low` to `high`; square-cornered unless it has an outline in x and y."""

    @property
    def low(self) -> Vec:
        """Its lowest corner."""

    @property
    def high(self) -> Vec:
        """Its highest corner."""

    @property
    def outline(self) -> Ring | None:
        """Its outline, of which `low` and `high` are then the extent."""


class Surface(NamedTuple):
    """Rectangles, and triangles that repeat their last corner: `corners` (n, 4, 3) in millimetres, `normals` (n, 3)."""

    corners: Floats
    normals: Floats


class Stretched(NamedTuple):
    """A surface and its edges that follow the length, width and thickness of a body.

    Its points are its corners, 4 a side, then the ends of its edges. Each of these `rows` (k, 7) is where a point
    is at nothing, how much each coordinate grows with its own size, and 1. The normals (n, 3) stay as they are.
    `grain` (8 n, 4) is how millimetres along the grain and across it, at each corner of a side, grow with the
    sizes, and what they are at nothing.
    """

    rows: Floats
    normals: Floats
    grain: Floats

    @classmethod
    def of(cls, corners: Pair, normals: NDArray[Any], lines: Pair, along: NDArray[np.intp]) -> "Stretched":
        """From the corners (n, 4, 3) and the edges (m, 2, 3) at nothing, each with how much they grow.

        Told too is which coordinates of a corner are `along` the grain and across it (n, 4, 2).
        """
        at, by = (np.take_along_axis(some, along, axis=2).reshape(-1, 1) for some in corners)
        return cls._from(corners, normals, lines, [by * (along.reshape(-1, 1) == np.arange(3)), at])

    @classmethod
    def still(cls, corners: Floats, normals: Floats, lines: Floats, uv: Floats) -> "Stretched":
        """From what does not grow, with its grain (n, 4, 2)."""
        own = (corners, np.zeros_like(corners)), normals, (lines, np.zeros_like(lines))
        return cls._from(*own, [np.zeros((uv.size, 3)), uv.reshape(-1, 1)])

    @classmethod
    def _from(cls, corners: Pair, normals: NDArray[Any], lines: Pair, grain: Sequence[NDArray[Any]]) -> "Stretched":
        points, by = (np.concatenate([a.reshape(-1, 3), b.reshape(-1, 3)]) for a, b in zip(corners, lines, strict=True))
        rows = np.concatenate([points, by, np.ones((len(points), 1))], axis=1, dtype=np.float32)
        return cls(rows, normals.astype(np.float32), np.concatenate(grain, axis=1, dtype=np.float32))

    def only(self, seen: NDArray[np.bool_]) -> "Stretched":
        """Some of its sides (n), and no edges."""
        return Stretched(self.bare().rows[np.repeat(seen, 4)], self.normals[seen], self.grain[np.repeat(seen, 8)])

    def bare(self) -> "Stretched":
        """The same without edges."""
        return self._replace(rows=self.rows[: 4 * len(self.normals)])

    def surface_at(self, size: Size3) -> Surface:
        """Its surface at a size."""
        return Surface(_at(self.rows[: 4 * len(self.normals)], size).reshape(-1, 4, 3), self.normals)

    def lines_at(self, size: Size3) -> Floats:
        """Its edges (m, 2, 3) at a size."""
        return _at(self.rows[4 * len(self.normals) :], size).reshape(-1, 2, 3)

    def at_all(self, sizes: Floats, frames: Floats, places: Floats) -> Floats:
        """Its points at sizes (m, 3), each in a frame whose ways (m, 3, 3) begin at a place (m, 3): (k, m, 3)."""
        moves = np.concatenate([frames, sizes[:, :, None] * frames, places[:, None]], axis=1)
        found: Floats = (self.rows @ moves.transpose(1, 0, 2).reshape(7, -1)).reshape(len(self.rows), -1, 3)
        return found

    def grain_at(self, sizes: Floats) -> Floats:
        """Its grain at sizes (m, 3): (m, 4 n, 2)."""
        terms = np.concatenate([sizes, np.ones((len(sizes), 1), np.float32)], axis=1)
        found: Floats = (terms @ self.grain.T).reshape(len(sizes), -1, 2)
        return found


def _at(rows: Floats, size: Size3) -> Floats:
    return rows[:, :3] + rows[:, 3:6] * np.array(size, np.float32)


class Slab(NamedTuple):
    """From one height to another the same area of wood."""

    low: float
    high: float
    area: BaseGeometry


def cells(size: Size3, cuts: Sequence[CutOut]) -> tuple[Cell, ...]:
    """A board as boxes that do not overlap; outlines of cuts are taken as the boxes around them."""
    if not cuts:
        return (((0.0, size[0]), (0.0, size[1]), (0.0, size[2])),)
    grid = _grid(size, cuts)
    solid = _solid(cuts, grid)
    return tuple(
        ((grid[0][i], grid[0][i + 1]), (grid[1][j], grid[1][j + 1]), (grid[2][k], grid[2][k + 1])) for i, j, k in np.argwhere(solid)
    )


def box_surface(low: Sequence[float], high: Sequence[float]) -> Surface:
    """The surface of an upright box."""
    start, end = np.array(low, dtype=np.float64), np.array(high, dtype=np.float64)
    return Surface((start + _SIDES * (end - start)).astype(np.float32), _NORMALS)


def square_surface(size: Size3, cuts: Sequence[CutOut]) -> Surface:
    """The surface of a board with square cuts only."""
    if not cuts:
        return box_surface((0.0, 0.0, 0.0), size)
    lines = _grid(size, cuts)
    grid = [np.array(line) for line in lines]
    solid = np.pad(_solid(cuts, lines), 1).view(np.int8)
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
    return Surface(np.concatenate(found).astype(np.float32), np.concatenate(turned))


def layers(ring: Ring, thickness: float, cuts: Sequence[CutOut]) -> tuple[Slab, ...]:
    """A board of an outline from z = 0 up."""
    whole, levels = Polygon(ring), {0.0, thickness}
    for cut in cuts:
        levels |= {min(max(z, 0.0), thickness) for z in (cut.low.z, cut.high.z)}
    found = []
    for low, high in pairwise(sorted(levels)):
        if high - low < 1e-9:
            continue
        middle = (low + high) / 2
        removed = [_area(cut) for cut in cuts if cut.low.z < middle < cut.high.z]
        found.append(Slab(low, high, whole.difference(shapely.union_all(removed)) if removed else whole))
    return tuple(found)


def layered_volume(slabs: Sequence[Slab]) -> float:
    """What layers enclose, in cubic millimetres."""
    return float(sum((slab.high - slab.low) * slab.area.area for slab in slabs))


def layered_surface(slabs: Sequence[Slab]) -> Surface:
    """The surface of layers, each piece counter-clockwise seen from outside."""
    quads: list[tuple[tuple[float, float, float], ...]] = []
    normals: list[tuple[float, float, float]] = []
    for slab in slabs:
        for quad, normal in _sides(slab):
            quads.append(quad)
            normals.append(normal)
    surface = [np.array(quads, dtype=np.float32).reshape(-1, 4, 3)]
    ways = [np.array(normals, dtype=np.float32).reshape(-1, 3)]
    empty, known = Polygon(), dict[int, tuple[BaseGeometry, Floats]]()
    above = [*(slab.area for slab in slabs), empty]
    below = [empty, *(slab.area for slab in slabs)]
    levels = [slabs[0].low, *(slab.high for slab in slabs)]
    for z, lower, upper in zip(levels, below, above, strict=True):
        for area, up in _bare(lower, upper):
            _, flat = known[id(area)] = known.get(id(area)) or (area, _triangles(area))
            surface.append(_level(flat, z, up=up))
            ways.append(np.broadcast_to(_NORMALS[4 if up else 5], (len(flat), 3)))
    return Surface(np.concatenate(surface), np.concatenate(ways))


def _bare(lower: BaseGeometry, upper: BaseGeometry) -> Iterator[tuple[BaseGeometry, bool]]:
    """What is seen of two layers where they meet: the lower one from above, the upper one from below."""
    if lower.is_empty or upper.is_empty:
        yield (lower, True) if upper.is_empty else (upper, False)
    else:
        yield lower.difference(upper), True
        yield upper.difference(lower), False


def _level(flat: Floats, z: float, *, up: bool) -> Floats:
    """Triangles (n, 3, 2), counter-clockwise, at a height, as seen from above or from below.

    Their last corner is told twice.
    """
    found = np.full((len(flat), 4, 3), z, np.float32)
    found[:, :, :2] = flat[:, (0, 1, 2, 2) if up else (0, 2, 1, 1)]
    return found


def _area(cut: CutOut) -> BaseGeometry:
    return Polygon(cut.outline) if cut.outline is not None else box(cut.low.x, cut.low.y, cut.high.x, cut.high.y)


def _polygons(area: BaseGeometry) -> Iterator[Polygon]:
    for piece in getattr(area, "geoms", (area,)):
        if isinstance(piece, Polygon) and piece.area > LEAST_AREA:
            yield piece


def _sides(slab: Slab) -> Iterator[tuple[tuple[tuple[float, float, float], ...], tuple[float, float, float]]]:
    low, high = slab.low, slab.high
    for polygon in shapely.orient_polygons(list(_polygons(slab.area))):
        for ring in (polygon.exterior, *polygon.interiors):
            for (x0, y0), (x1, y1) in pairwise(ring.coords):
                length = hypot(x1 - x0, y1 - y0)
                if length > 1e-9:
                    yield ((x0, y0, low), (x1, y1, low), (x1, y1, high), (x0, y0, high)), ((y1 - y0) / length, (x0 - x1) / length, 0.0)


def _triangles(area: BaseGeometry) -> Floats:
    """An area in triangles (n, 3, 2), counter-clockwise."""
    rings = shapely.get_coordinates(shapely.constrained_delaunay_triangles(list(_polygons(area))))
    corners = rings.reshape(-1, 4, 2)[:, :3]
    (x, y), (u, v) = (corners[:, 1] - corners[:, 0]).T, (corners[:, 2] - corners[:, 0]).T
    clockwise = x * v - y * u < 0
    corners[clockwise, 1:] = corners[clockwise, :0:-1]
    found: Floats = corners.astype(np.float32)
    return found


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


def _grid(size: Size3, cuts: Sequence[CutOut]) -> list[list[float]]:
    grid = []
    for axis in range(3):
        whole = size[axis]
        lines = {0.0, whole}
        for cut in cuts:
            lines |= {min(max(cut.low[axis], 0.0), whole), min(max(cut.high[axis], 0.0), whole)}
        grid.append(_without_slivers(sorted(lines)))
    return grid


def _without_slivers(lines: list[float]) -> list[float]:
    kept = [lines[0]]
    kept += [b for a, b in pairwise(lines) if b - a > 1e-9]
    return kept


def _solid(cuts: Sequence[CutOut], grid: list[list[float]]) -> NDArray[np.bool_]:
    solid = np.ones([len(line) - 1 for line in grid], dtype=bool)
    middles = [np.array([(a + b) / 2 for a, b in pairwise(line)]) for line in grid]
    for cut in cuts:
        inside = [(m > cut.low[a]) & (m < cut.high[a]) for a, m in enumerate(middles)]
        solid &= ~(inside[0][:, None, None] & inside[1][None, :, None] & inside[2][None, None, :])
    return solid
