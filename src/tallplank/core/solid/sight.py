"""What is seen of a room's fronts from a point, and what stands in the way."""

from collections.abc import Iterator, Sequence

import numpy as np
from numpy.typing import NDArray

from tallplank.core.joinery.part.part import PartRef
from tallplank.core.solid.scene import SceneBlock
from tallplank.core.space.frame import Vec
from tallplank.core.space.outline import bounds, edges, is_clockwise

Points = NDArray[np.float64]
BEFORE = 40.0
"""How far before its body the fronts of a unit are seen, handles and all."""
ACROSS = (0.1, 0.5, 0.9)
"""Where on its front, from one edge to the other, a unit is to be seen."""
TALL = 1200.0
"""What is lower hides little of what is behind it: an island stays as it is."""
MUCH = 0.25
"""What hides so much of the fronts of another unit fades."""
NEAR = 0.98
"""What is so far on the way to a point hides it; what is farther touches it."""
AROUND, BELOW, ABOVE = 90.0, 250.0, 300.0
"""How far beside, under and over a unit is what goes with it: its end panels, plinth and crown."""
FLAT = 1e-9


def front_points(block: SceneBlock) -> Points:
    """Points on the front of a unit (9, 3); without a front, within it."""
    (fx, fy), ring = block.front, np.array(block.ring)
    high = block.base + (block.top - block.base) * np.array(ACROSS)
    if not (fx or fy):
        middle = ring.mean(axis=0)
        return np.array([(*middle, z) for z in high for _ in ACROSS])
    aside, ahead = ring @ np.array((fy, -fx)), float((ring @ np.array((fx, fy))).max()) + BEFORE
    along = aside.min() + (aside.max() - aside.min()) * np.array(ACROSS)
    return np.array([(fx * ahead + fy * a, fy * ahead - fx * a, z) for a in along for z in high])


def are_behind(block: SceneBlock, eye: Points, points: Points) -> NDArray[np.bool_]:
    """Which of some points (n, 3) a block hides from an eye; one with inner corners hides what is behind its core."""
    way = points - eye
    near, far = _between(way[:, 2], block.base - eye[2], block.top - eye[2])
    for corner, outward in _sides(block):
        ahead, falling = float(outward @ (corner - eye[:2])), way[:, :2] @ outward
        falling = np.where(np.abs(falling) < FLAT, FLAT, falling)
        at = ahead / falling
        near = np.where(falling < 0.0, np.maximum(near, at), near)
        far = np.where(falling > 0.0, np.minimum(far, at), far)
    found: NDArray[np.bool_] = (near <= far) & (far > 0.0) & (near < NEAR)
    return found


def _sides(block: SceneBlock) -> Iterator[tuple[Points, Points]]:
    """A corner of each side of an outline, and the way out of it, as long as the side."""
    turn = -1.0 if is_clockwise(block.ring) else 1.0
    for (x0, y0), (x1, y1) in edges(block.ring):
        yield np.array((x0, y0)), np.array((y1 - y0, x0 - x1)) * turn


def _between(
    rise: NDArray[np.float64], low: float, high: float
) -> tuple[NDArray[np.float64], NDArray[np.float64]]:
    """From where to where on its way each ray is between two levels."""
    level = np.where(np.abs(rise) < FLAT, FLAT, rise)
    return np.minimum(low / level, high / level), np.maximum(low / level, high / level)


class Fronts:
    """The fronts of a room's units, to ask again and again what is in the way of a look at them."""

    def __init__(self, blocks: Sequence[SceneBlock]) -> None:
        self._blocks = blocks
        self.points = np.array([front_points(block) for block in blocks]).reshape(
            len(blocks), len(ACROSS) ** 2, 3
        )
        """Points of each (n, 9, 3)."""
        self._middles = np.array([np.array(block.ring).mean(axis=0) for block in blocks]).reshape(-1, 2)
        self._ways = np.array([block.front for block in blocks]).reshape(-1, 2)
        self._tall = np.array([block.top >= TALL for block in blocks], bool)

    def hiders(self, place: Sequence[float]) -> frozenset[str | PartRef]:
        """What stands in the way for an eye at a place: tall units that turn their backs, by their owners."""
        eye = np.array(place)
        facing = ((eye[:2] - self._middles) * self._ways).sum(axis=1)
        turned = np.flatnonzero(self._tall & (facing < 0.0))
        looked_at = self.points[facing > 0.0]
        if not len(turned) or not len(looked_at):
            return frozenset()
        points = looked_at.reshape(-1, 3)
        some = [self._blocks[int(i)] for i in turned]
        hidden = [
            are_behind(block, eye, points).reshape(looked_at.shape[:2]).mean(axis=1).max() for block in some
        ]
        return frozenset(block.owner for block, most in zip(some, hidden, strict=True) if most >= MUCH)


def best_way(blocks: Sequence[SceneBlock], ways: Sequence[Vec], low: Vec, high: Vec) -> Vec:
    """From which of some ways, into a room between two corners, most fronts are seen; the first of equals."""
    middle, away = (
        (np.array(low) + np.array(high)) / 2,
        2.0 * float(np.linalg.norm(np.array(high) - np.array(low))),
    )
    fronts = [b for b in blocks if b.front != (0.0, 0.0)]
    if not fronts:
        return ways[0]
    points = np.array([front_points(b) for b in fronts])
    seen = [
        round(_seen(blocks, fronts, points, middle + np.array(way) / np.linalg.norm(way) * away), 6)
        for way in ways
    ]
    return ways[seen.index(max(seen))]


def _seen(blocks: Sequence[SceneBlock], fronts: Sequence[SceneBlock], points: Points, eye: Points) -> float:
    """How much of the fronts is seen from a point, in square metres as they are seen from there."""
    hidden = np.zeros(points.shape[:2], bool)
    for block in blocks:
        behind = are_behind(block, eye, points.reshape(-1, 3)).reshape(hidden.shape)
        behind[[other is block for other in fronts]] = False
        hidden |= behind
    way = eye - points.mean(axis=1)
    facing = np.einsum("ni,ni->n", way[:, :2], np.array([b.front for b in fronts])) / np.linalg.norm(
        way, axis=1
    )
    size = [
        float(np.ptp(np.array(b.ring) @ np.array((b.front[1], -b.front[0])))) * (b.top - b.base)
        for b in fronts
    ]
    return float((np.clip(facing, 0.0, None) * size * (1.0 - hidden.mean(axis=1))).sum()) / 1e6


def stand_in(
    blocks: Sequence[SceneBlock], others: Sequence[SceneBlock], points: NDArray[np.float32]
) -> NDArray[np.bool_]:
    """Which of some points (n, 3) belong to some units, or to what goes with them, and to none of the others."""
    found = np.zeros(len(points), bool)
    for block in blocks:
        found |= _holds(block, points, AROUND, BELOW, ABOVE)
    near = np.flatnonzero(found)  # few of all
    for block in others:
        near = near[~_holds(block, points[near], 0.5, 0.0, 0.0)]
    found[:] = False
    found[near] = True
    return found


def neighbours(blocks: Sequence[SceneBlock], others: Sequence[SceneBlock]) -> list[SceneBlock]:
    """Those of the others that may reach into what goes with some units."""
    boxes = np.array([bounds(block.ring) for block in blocks])
    low, high = boxes[:, 0] - AROUND, boxes[:, 1] + AROUND
    ends = [bounds(block.ring) for block in others]
    return [b for b, (near, far) in zip(others, ends, strict=True) if ((low <= far) & (near <= high)).all(axis=1).any()]


def _holds(
    block: SceneBlock, points: NDArray[np.float32], around: float, below: float, above: float
) -> NDArray[np.bool_]:
    """Which points are within an outline, or so near to it; of one with inner corners only its core."""
    held: NDArray[np.bool_] = (points[:, 2] > block.base - below) & (points[:, 2] < block.top + above)
    for corner, outward in _sides(block):
        held &= (points[:, :2] - corner) @ outward <= around * float(np.hypot(*outward))
    return held
