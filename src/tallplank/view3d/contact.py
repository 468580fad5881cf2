"""Soft shade where things meet, by how far all in a picture is from the eye: no chance in it, so no grain."""

from collections.abc import Iterator
from math import ceil, cos, pi, sin
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

Plane = NDArray[np.float32]

REACH = 260.0
"""How far in millimetres things take light from each other."""
WAYS, STEPS = 8, (3.0, 7.0, 13.0, 21.0, 32.0)
"""In how many directions it is looked for what takes light, and how many pixels away, in a picture so high:"""
HEIGHT = 400.0
DEEP, LEAST = 1.5, 0.08
"""How dark it becomes where half the light is taken, and what is no more than roundness."""
BORDER = 5
FLAT, LARGEST = 1e-6, 1_200_000
"""A picture of more points is shaded more coarsely."""


class Lens(NamedTuple):
    """How a picture was taken: the tangent of half its angle from edge to edge, the nearest and farthest it shows."""

    slope: float
    near: float
    far: float


def shade(depths: NDArray[np.float32], lens: Lens) -> Plane:
    """How much of its light each point keeps, from 0 to 1; `depths` (h, w) are from 0, near, to 1, far.

    Each point is asked what rises over its tangent plane within reach. Source: the horizon-based kind of
    ambient occlusion as in textbooks of computer graphics, here with the same directions everywhere; the
    numbers are from looking.
    """
    every = ceil((depths.size / LARGEST) ** 0.5)
    if every > 1:
        kept = shade(depths[::every, ::every], lens)
        return np.repeat(np.repeat(kept, every, axis=0), every, axis=1)[: depths.shape[0], : depths.shape[1]]
    points = _places(_plain(depths), lens)
    normals = _normals(points)
    seen, taken = points[2] < lens.far * 0.999, np.zeros(depths.shape, np.float32)
    for dx, dy in _steps(depths.shape[0]):
        taken += _taken(points, normals, dx, dy)
    kept = 1.0 - np.float32(DEEP * 2.0 / (WAYS * len(STEPS))) * _blurred(taken, points[2])
    return np.where(seen, np.clip(kept, 0.0, 1.0), 1.0).astype(np.float32)


def _steps(height: int) -> Iterator[tuple[int, int]]:
    """So many pixels to the right and up."""
    for number, step in enumerate(STEPS):
        far = max(step * height / HEIGHT, 1.0)
        for way in range(WAYS):
            angle = (way + 0.5 * (number % 2)) * 2 * pi / WAYS
            yield round(far * cos(angle)), round(far * sin(angle))


def _places(depths: Plane, lens: Lens) -> NDArray[np.float32]:
    """Where each pixel's point is before the eye, (3, h, w): to the right, up and away."""
    height, width = depths.shape
    away = lens.near * lens.far / (lens.far - depths * np.float32(lens.far - lens.near))
    up = (np.arange(height, dtype=np.float32) + 0.5) * 2 / height - 1
    right = (np.arange(width, dtype=np.float32) + 0.5) * 2 / width - 1
    aside = right[None, :] * np.float32(lens.slope * width / height)
    return np.stack([aside * away, up[:, None] * np.float32(lens.slope) * away, away]).astype(np.float32)


def _normals(points: NDArray[np.float32]) -> NDArray[np.float32]:
    """Which way the surface at each point faces, (3, h, w), by those of its neighbours that are on it."""
    across, along = _slopes(points, 2), _slopes(points, 1)
    normal = np.cross(across, along, axis=0)
    normal /= np.maximum(np.linalg.norm(normal, axis=0), FLAT)
    return np.where((normal * points).sum(axis=0) > 0, -normal, normal).astype(np.float32)


def _slopes(points: NDArray[np.float32], axis: int) -> NDArray[np.float32]:
    """The way to the next point along an axis, taken from that side where less of a jump is."""
    steps = np.diff(points, axis=axis)
    ahead, back = (
        np.concatenate(both, axis) for both in ((steps, _last(steps, axis)), (_first(steps, axis), steps))
    )
    return np.where(np.abs(ahead[2]) < np.abs(back[2]), ahead, back)


def _first(values: Plane, axis: int) -> Plane:
    return np.take(values, [0], axis)


def _last(values: Plane, axis: int) -> Plane:
    return np.take(values, [-1], axis)


def _beside(values: Plane, step: int, axis: int) -> Plane:
    """What lies so many points on; past the end the last one."""
    size = values.shape[axis]
    return np.take(values, np.clip(np.arange(size) + step, 0, size - 1), axis)


def _taken(points: NDArray[np.float32], normals: NDArray[np.float32], dx: int, dy: int) -> Plane:
    """How much light a point so many pixels away takes from each."""
    height, width = points.shape[1:]
    here = np.s_[:, max(-dy, 0) : height - max(dy, 0), max(-dx, 0) : width - max(dx, 0)]
    there = np.s_[:, max(dy, 0) : height + min(dy, 0), max(dx, 0) : width + min(dx, 0)]
    way = points[there] - points[here]
    far = np.einsum("ihw,ihw->hw", way, way)
    rises = np.einsum("ihw,ihw->hw", way, normals[here]) / np.sqrt(far + FLAT)
    found = np.zeros((height, width), np.float32)
    found[here[1:]] = np.clip(rises - LEAST, 0.0, 1.0) * np.clip(
        1.0 - far / np.float32(REACH * REACH), 0.0, 1.0
    )
    return found


def _plain(depths: Plane) -> Plane:
    """The same without what is thinner than three pixels: lines, and gaps between fronts."""
    wider = np.pad(depths, BORDER, mode="reflect", reflect_type="odd")  # what goes on is no edge
    opened = _extreme(_extreme(wider, np.maximum), np.minimum)
    return _extreme(_extreme(opened, np.minimum), np.maximum)[BORDER:-BORDER, BORDER:-BORDER]


def _extreme(depths: Plane, of: np.ufunc) -> Plane:
    for axis in (0, 1):
        depths = of(depths, of(_beside(depths, 1, axis), _beside(depths, -1, axis)))
    return depths


def _blurred(taken: Plane, away: Plane) -> Plane:
    """Smoothed over what is as far away."""
    for axis in (1, 0):
        whole, weights = taken.copy(), np.ones_like(taken)
        for step in (-4, -3, -2, -1, 1, 2, 3, 4):
            near = np.abs(_beside(away, step, axis) - away) < REACH / 8
            whole += np.where(near, _beside(taken, step, axis), 0.0)
            weights += near
        taken = whole / weights
    return taken
