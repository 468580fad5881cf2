"""Curved edges between regions: arcs and curves through points, made of arcs, and the outlines that they leave of the regions there."""

from collections.abc import Sequence
from typing import NamedTuple

from tallplank.core.job.scheme import Edge, Region
from tallplank.core.joinery.paneling.area import Area, area_of
from tallplank.core.joinery.paneling.place import SAME, name_of
from tallplank.core.joinery.part.part import BuildError
from tallplank.core.space.biarc import Piece, backwards, through
from tallplank.core.space.curve import ArcOf, Straight
from tallplank.core.space.offset import ring_of
from tallplank.core.space.outline import Point, Ring, is_simple


class Bounded(NamedTuple):
    """A part of a division with curved edges: the rectangle around it and its outline."""

    area: Area
    ring: Ring | None


def bounded(
    region: Region, parts: Sequence[Region], places: Sequence[tuple[float, float]], area: Area, path: tuple[int, ...]
) -> dict[int, Bounded]:
    """Those parts of a division that have a curved edge, by their number.

    Raises:
        BuildError: an edge crosses another, or leaves the region.
    """
    edges = {k: part.edge for k, part in enumerate(parts[:-1]) if part.edge is not None and (part.edge.rise or part.edge.bends)}
    found = {}
    for k in sorted({*edges, *(before + 1 for before in edges)}):
        start, size = places[k]
        found[k] = _between(region.split, area, (edges.get(k - 1), start), (edges.get(k), start + size), (*path, k))
    return found


def strips_between(region: Region, parts: Sequence[Region], places: Sequence[tuple[float, float]], area: Area) -> dict[int, Ring]:
    """The outlines of the boards between parts where the edge that they lie along is curved, by the number of the part before."""
    found: dict[int, Ring] = {}
    for k, part in enumerate(parts[:-1]):
        low, high = sum(places[k]), places[k + 1][0]
        if part.edge is not None and (part.edge.rise or part.edge.bends) and high - low > SAME:
            found[k] = _between(region.split, area, (part.edge, low), (part.edge, high), ()).ring or ()
    return found


def _between(split: str, area: Area, low: tuple[Edge | None, float], high: tuple[Edge | None, float], path: tuple[int, ...]) -> Bounded:
    across = split == "across"
    length, most = (area.height, area.width) if across else (area.width, area.height)
    first, last = _curve(*low, length), _curve(*high, length)
    around = [*first, Straight(first[-1].end, last[-1].end), *backwards(last), Straight(last[0].start, first[0].start)]
    ring = ring_of(around)
    outs = [out for _, out in ring]
    if not is_simple(ring) or min(outs) < -SAME or max(outs) > most + SAME:
        raise BuildError(f"{name_of(path)}: its curved edge crosses another one, or leaves what it is in. Let it rise by less.")
    placed = tuple(_onto(point, area, across=across) for point in ring)
    if across:
        placed = tuple(reversed(placed))
    return Bounded(area_of(placed), placed)


def _curve(edge: Edge | None, at: float, length: float) -> list[Piece]:
    """An edge from its start to its end: along it, and how far out it lies, `at` and beyond."""
    start, end = (0.0, at), (length, at)
    if edge is None:
        return [Straight(start, end)]
    if edge.bends:
        return through([start, *((bend.along * length, at + bend.out) for bend in edge.bends), end])
    if not edge.rise:
        return [Straight(start, end)]
    rise = edge.rise
    reach = (length * length / 4 - rise * rise) / (2 * rise)
    return [ArcOf(start, end, (length / 2, at - reach), abs(reach + rise), rise < 0)]


def _onto(point: Point, area: Area, *, across: bool) -> Point:
    along, out = point
    return (area.x + out, area.z + along) if across else (area.x + along, area.z + out)
