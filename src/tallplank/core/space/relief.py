"""Reliefs of flat facets over points at several heights, and the boards they are made of: mitred along their ridges and valleys.

Source: plain geometry: two boards of one thickness meet without showing an end where both are cut along the plane that halves the
angle between them.
"""

from collections import defaultdict
from collections.abc import Iterator, Mapping, Sequence
from itertools import pairwise
from typing import NamedTuple

import numpy as np
import shapely
from numpy.typing import NDArray
from shapely import MultiPoint

Place = tuple[float, float, float]
"""Along, up, and out towards the eye."""
Numbers = NDArray[np.float64]
Loop = tuple[int, ...]
FLAT, SAME = 1e-7, 1e-6
OUT = np.array([0.0, 0.0, 1.0])


class ReliefError(Exception):
    """Points that no facets can be laid over, or boards too thick for them."""


class Facet(NamedTuple):
    """A board: the corners of its face, counter-clockwise as seen from before it, and those of its back, one behind each.

    A corner that stands on the ground with its tip is told twice: behind it the back ends in an edge along the ground.
    """

    face: Numbers
    back: Numbers
    normal: Numbers


def facets(points: Sequence[Place], triangles: Sequence[Loop], thick: float) -> list[Facet]:
    """The boards over points, where at least one of their corners stands out; triangles in one plane that meet are one board.

    Raises:
        ReliefError: triangles do not meet edge to edge, or a board would reach behind the ground.
    """
    places = np.array(points, dtype=np.float64)
    loops = merged(places, triangles)
    normals = [_normal(places[list(loop)]) for loop in loops]
    owners: dict[tuple[int, int], int] = {edge: i for i, loop in enumerate(loops) for edge in pairwise((*loop, loop[0]))}
    found = []
    for i, loop in enumerate(loops):
        if max(places[list(loop), 2]) <= SAME:
            continue
        beside = [normals[owners[b, a]] if (b, a) in owners else None for a, b in pairwise((*loop, loop[0]))]
        face = places[list(loop)]
        found.append(Facet(*_board(face, normals[i], beside, thick), normals[i]))
    return found


def triangulated(points: Sequence[Place]) -> list[Loop]:
    """Triangles over points as seen from before them, counter-clockwise; no circle through three of them holds a fourth."""
    known = {(round(x, 6), round(y, 6)): i for i, (x, y, _) in enumerate(points)}
    flat = shapely.delaunay_triangles(MultiPoint([(x, y) for x, y, _ in points]))
    rings = (shapely.orient_polygons(triangle).exterior.coords[:3] for triangle in flat.geoms)
    return [tuple(known[round(x, 6), round(y, 6)] for x, y in ring) for ring in rings]


def merged(places: Numbers, triangles: Sequence[Loop]) -> list[Loop]:
    """Triangles that meet in one plane as one loop of corners each; corners on a straight side between the same two are left out."""
    group = list(range(len(triangles)))
    owners = {edge: i for i, loop in enumerate(triangles) for edge in pairwise((*loop, loop[0]))}
    normals = [_normal(places[list(loop)]) for loop in triangles]

    def root(i: int) -> int:
        while group[i] != i:
            i = group[i]
        return i

    for (a, b), i in owners.items():
        j = owners.get((b, a))
        if j is not None and np.linalg.norm(np.cross(normals[i], normals[j])) < FLAT:
            group[root(i)] = root(j)
    groups: dict[int, list[int]] = defaultdict(list)
    for i in range(len(triangles)):
        groups[root(i)].append(i)
    of = {edge: root(i) for edge, i in owners.items()}
    found: list[Loop] = []
    for key, members in groups.items():
        around = dict(edge for i in members for edge in pairwise((*triangles[i], triangles[i][0])) if of.get(edge[::-1]) != key)
        loop = _chained(around)
        if len(loop) == len(around):
            found.append(_plain(places, loop, of))
        else:
            found += [triangles[i] for i in members]
    return found


def _chained(around: Mapping[int, int]) -> Loop:
    start = at = next(iter(around))
    found = [start]
    while (at := around[at]) != start:
        found.append(at)
    return tuple(found)


def _plain(places: Numbers, loop: Loop, of: Mapping[tuple[int, int], int]) -> Loop:
    """A loop without the corners on straight sides, behind which is the same all along."""
    kept = []
    for before, at, after in zip((loop[-1], *loop), loop, (*loop[1:], loop[0]), strict=False):
        straight = np.linalg.norm(np.cross(places[at] - places[before], places[after] - places[at])) < SAME
        if not (straight and of.get((at, before)) == of.get((after, at))):
            kept.append(at)
    return tuple(kept)


def _normal(corners: Numbers) -> Numbers:
    """Of a flat loop, towards the eye. Source: Newell's sum over its edges."""
    after = np.roll(corners, -1, axis=0)
    found = np.sum(np.cross(corners, after), axis=0)
    return np.asarray(found / np.linalg.norm(found))


def _board(face: Numbers, normal: Numbers, beside: Sequence[Numbers | None], thick: float) -> tuple[Numbers, Numbers]:
    """The corners of the face and of the back: these are where the back plane meets the cuts of the edges before and after."""
    cuts = [_cut(a, b, normal, other) for (a, b), other in zip(_sides(face), beside, strict=True)]
    front, found = [], []
    for corner, before, after in zip(face, [cuts[-1], *cuts[:-1]], cuts, strict=True):
        back = [_behind(corner, normal, before, after, thick)]
        if back[0][2] < -SAME and corner[2] <= SAME:
            back = [_behind(corner, normal, before, -OUT, thick), _behind(corner, normal, -OUT, after, thick)]
        front += [corner] * len(back)
        found += back
    first, last = np.array(front), np.array(found)
    ways = [np.dot(b - a, d - c) for (a, b), (c, d) in zip(_sides(first), _sides(last), strict=True) if np.linalg.norm(b - a) > SAME]
    if min(last[:, 2]) < -SAME or min(ways) <= 0.0:
        raise ReliefError
    return first, last


def _behind(corner: Numbers, normal: Numbers, before: Numbers, after: Numbers, thick: float) -> Numbers:
    """Where the back plane meets two cuts through a corner of the face; where these are one plane, straight down along it."""
    planes = np.array([normal, before, after])
    if abs(np.linalg.det(planes)) < FLAT:
        planes = np.array([normal, after, np.cross(normal, after)])
    return np.asarray(corner + np.linalg.solve(planes, [-thick, 0.0, 0.0]))


def _sides(loop: Numbers) -> Iterator[tuple[Numbers, Numbers]]:
    return zip(loop, np.roll(loop, -1, axis=0), strict=True)


def _cut(a: Numbers, b: Numbers, normal: Numbers, other: Numbers | None) -> Numbers:
    """The outward normal of the plane in which the edge from a to b is cut.

    On the ground it is the ground; along a free edge it stands square to that; else it halves the angle to the board beside it.
    """
    if max(a[2], b[2]) <= SAME:
        return -OUT
    way = np.cross(b - a, OUT if other is None else normal + other)
    return np.asarray(way / np.linalg.norm(way))


def bevels(facet: Facet) -> list[float]:
    """By how many degrees each edge is off square, from corner to corner; more than 0 where the face is the longer side."""
    found = []
    for (a, b), (c, _) in zip(_sides(facet.face), _sides(facet.back), strict=True):
        if np.linalg.norm(b - a) <= SAME:
            continue
        along = (b - a) / np.linalg.norm(b - a)
        inwards = np.cross(facet.normal, along)
        down = c - a
        found.append(float(np.degrees(np.arctan2(np.dot(down, inwards), -np.dot(down, facet.normal)))))
    return found
