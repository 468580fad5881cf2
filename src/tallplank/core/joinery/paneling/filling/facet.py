"""Reliefs on walls: flat boards over peaks, mitred along their ridges and cut to the ground at their feet."""

from collections.abc import Iterator

import numpy as np

from tallplank.core.error import mm
from tallplank.core.job.filling import Facets, Peak
from tallplank.core.joinery.paneling.area import Area
from tallplank.core.joinery.paneling.board import Making
from tallplank.core.joinery.part.form.bevelled import Bevelled
from tallplank.core.joinery.part.part import BuildError, Tag
from tallplank.core.joinery.setout.collector import Stuff
from tallplank.core.measure.size import Size
from tallplank.core.space.frame import Frame, Vec
from tallplank.core.space.outline import Ring, bounds
from tallplank.core.space.relief import Facet, Loop, Numbers, Place, ReliefError, facets, triangulated

UP = np.array([0.0, 1.0, 0.0])
ALONG = np.array([1.0, 0.0, 0.0])
SAME = 1e-6


def add_facets(making: Making, area: Area, fill: Facets, finish: str | None, where: str) -> None:
    """The boards of a relief over an area.

    Raises:
        BuildError: its boards are too thick for it, or its pattern does not meet itself.
    """
    places, triangles = relief_over(area, fill)
    _check_edges(places, triangles, area, where)
    try:
        found = facets(places, triangles, fill.thick)
    except ReliefError:
        most = max(peak.out for peak in fill.peaks)
        raise BuildError(f"{where}: boards {mm(fill.thick)} thick do not fit below facets that stand out {mm(most)}.") from None
    for facet in found:
        _add(making, facet, fill.thick, finish)


def relief_over(area: Area, fill: Facets) -> tuple[list[Place], list[Loop]]:
    """The points of a relief on the elevation, and the triangles over them."""
    wide, high = area.width / fill.across, area.height / fill.up
    triangles = triangulated([(p.across * wide, p.up * high, p.out) for p in _points(fill)])
    places: dict[tuple[float, float], int] = {}
    points: list[Place] = []
    found: list[Loop] = []
    for i, j in ((i, j) for j in range(fill.up) for i in range(fill.across)):
        turned = (fill.mirrored and bool(i % 2), fill.mirrored and bool(j % 2))
        known = []
        for peak in _points(fill):
            x = area.x + (i + (1 - peak.across if turned[0] else peak.across)) * wide
            z = area.z + (j + (1 - peak.up if turned[1] else peak.up)) * high
            at = places.setdefault((round(x, 4), round(z, 4)), len(points))
            if at == len(points):
                points.append((x, z, peak.out))
            known.append(at)
        loops = [tuple(known[k] for k in triangle) for triangle in triangles]
        found += [loop[::-1] for loop in loops] if turned[0] != turned[1] else loops
    return points, found


def _points(fill: Facets) -> Iterator[Peak]:
    """The peaks of a pattern, and its corners where no peak is; those lie on the ground."""
    taken = {(peak.across, peak.up): peak for peak in fill.peaks}
    yield from taken.values()
    yield from (Peak(across=x, up=z, out=0.0) for x in (0.0, 1.0) for z in (0.0, 1.0) if (x, z) not in taken)


def _check_edges(places: list[Place], triangles: list[Loop], area: Area, where: str) -> None:
    """Every edge is shared by two triangles, or lies on the edge of the area."""
    edges = {(a, b) for loop in triangles for a, b in zip(loop, (*loop[1:], loop[0]), strict=True)}
    for a, b in edges:
        if (b, a) not in edges and not any(_on(places[a], places[b], axis, at) for axis, at in _borders(area)):
            raise BuildError(f"{where}: peaks on the edge of a pattern meet the same ones on the next, or every second is mirrored.")


def _borders(area: Area) -> tuple[tuple[int, float], ...]:
    return ((0, area.x), (0, area.right), (1, area.z), (1, area.top))


def _on(a: Place, b: Place, axis: int, at: float) -> bool:
    return abs(a[axis] - at) < SAME and abs(b[axis] - at) < SAME


def _add(making: Making, facet: Facet, thick: float, own: str | None) -> None:
    """One board, in its own plane: its length as near to upright as that is."""
    finish = making.finish(own, thick)
    way = UP - facet.normal * (UP @ facet.normal)
    if np.linalg.norm(way) < SAME:
        way = ALONG
    way = way / np.linalg.norm(way)
    side = np.cross(facet.normal, way)
    origin = facet.back[0]
    face, back = ([((p - origin) @ way, (p - origin) @ side) for p in ring] for ring in (facet.face, facet.back))
    low, high = bounds([(float(x), float(y)) for x, y in (*face, *back)])
    origin = origin + way * low[0] + side * low[1]
    rings: list[Ring] = [tuple((float(x) - low[0], float(y) - low[1]) for x, y in ring) for ring in (face, back)]
    frame = Frame(_out(origin, making.behind), _out(way), _out(side), _out(facet.normal))
    sizes = (Size.of(high[0] - low[0], "up the facet"), Size.of(high[1] - low[1], "across the facet"), Size.of(thick, "board"))
    making.out.add(Tag("facet"), Stuff(finish, "front"), sizes, frame, form=Bevelled.between(*rings))


def _out(p: Numbers, behind: float = 0.0) -> Vec:
    """What is told along, up and out, in the frame of the wall."""
    return Vec(float(p[0]), behind - float(p[2]), float(p[1]))
