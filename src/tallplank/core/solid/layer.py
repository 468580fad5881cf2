"""Parts with an outline that is no rectangle, as layers through their thickness. Outlines are cut and meshed with shapely."""

from collections.abc import Iterator
from functools import lru_cache
from itertools import pairwise

import numpy as np
import shapely
from shapely.geometry import Polygon, box
from shapely.geometry.base import BaseGeometry

from tallplank.core.joinery.part.part import Outline, Part, Pocket
from tallplank.core.solid.shape import Shape

Quad = tuple[tuple[float, float, float], ...]
LEAST_AREA = 1e-6


def layers(part: Shape) -> tuple[tuple[float, float, BaseGeometry], ...]:
    """The part from z = 0 up: each layer's lower and upper z with the area of wood in it."""
    whole = _outline(part)
    cuts = {0.0, part.size[2]}
    for pocket in part.pockets:
        cuts |= {min(max(z, 0.0), part.size[2]) for z in (pocket.low.z, pocket.high.z)}
    levels = sorted(cuts)
    found = []
    for low, high in pairwise(levels):
        if high - low < 1e-9:
            continue
        middle = (low + high) / 2
        removed = [_area(p) for p in part.pockets if p.low.z < middle < p.high.z]
        found.append((low, high, whole.difference(shapely.union_all(removed)) if removed else whole))
    return tuple(found)


def shaped_volume(part: Part) -> float:
    """The volume in cubic millimetres."""
    return float(sum((high - low) * area.area for low, high, area in layers(Shape.of(part))))


def shaped_area(outline: Outline) -> float:
    """The area that an outline encloses."""
    return float(_polygon(outline).area)


def shaped_quads(part: Shape) -> tuple[list[Quad], list[tuple[float, float, float]]]:
    """The surface as quads, each counter-clockwise seen from outside, with their normals; triangles repeat a corner."""
    quads: list[Quad] = []
    normals: list[tuple[float, float, float]] = []
    slabs = layers(part)
    for low, high, area in slabs:
        for quad, normal in _sides(area, low, high):
            quads.append(quad)
            normals.append(normal)
    empty = Polygon()
    above = [*(area for _, _, area in slabs), empty]
    below = [empty, *(area for _, _, area in slabs)]
    levels = [slabs[0][0], *(high for _, high, _ in slabs)]
    for z, lower, upper in zip(levels, below, above, strict=True):
        for area, up in ((lower.difference(upper), True), (upper.difference(lower), False)):
            for a, b, c in _triangles(area):
                corners = (a, b, c, c) if up else (a, c, b, b)
                quads.append(tuple((x, y, z) for x, y in corners))
                normals.append((0.0, 0.0, 1.0 if up else -1.0))
    return quads, normals


@lru_cache(maxsize=512)
def _polygon(points: tuple[tuple[float, float], ...]) -> Polygon:
    return Polygon(points)


def _outline(part: Shape) -> BaseGeometry:
    return _polygon(part.outline) if part.outline is not None else box(0.0, 0.0, *part.size[:2])


def _area(pocket: Pocket) -> BaseGeometry:
    return _polygon(pocket.outline) if pocket.outline is not None else box(pocket.low.x, pocket.low.y, pocket.high.x, pocket.high.y)


def _polygons(area: BaseGeometry) -> Iterator[Polygon]:
    for piece in getattr(area, "geoms", (area,)):
        if isinstance(piece, Polygon) and piece.area > LEAST_AREA:
            yield shapely.geometry.polygon.orient(piece)


def _sides(area: BaseGeometry, low: float, high: float) -> Iterator[tuple[Quad, tuple[float, float, float]]]:
    for polygon in _polygons(area):
        for ring in (polygon.exterior, *polygon.interiors):
            points = list(ring.coords)
            for (x0, y0), (x1, y1) in pairwise(points):
                length = float(np.hypot(x1 - x0, y1 - y0))
                if length > 1e-9:
                    yield ((x0, y0, low), (x1, y1, low), (x1, y1, high), (x0, y0, high)), ((y1 - y0) / length, (x0 - x1) / length, 0.0)


def _triangles(area: BaseGeometry) -> Iterator[tuple[tuple[float, float], ...]]:
    for polygon in _polygons(area):
        for triangle in shapely.constrained_delaunay_triangles(polygon).geoms:
            (a, b, c, _) = shapely.geometry.polygon.orient(triangle).exterior.coords
            yield (a, b, c)
