"""Where a ray from the eye meets what can be pointed at."""

from collections.abc import Iterator

import numpy as np
from numpy.typing import NDArray

from tallplank.core.solid.scene import SceneBlock
from tallplank.core.space.outline import edges, holds

FLAT = 1e-9


def reach(start: NDArray[np.float64], along: NDArray[np.float64], block: SceneBlock) -> float | None:
    """How far along a ray it enters a block, or None."""
    with np.errstate(divide="ignore", invalid="ignore"):
        a, b = (np.array(block.low) - start) / along, (np.array(block.high) - start) / along
    near, far = float(np.nanmax(np.minimum(a, b))), float(np.nanmin(np.maximum(a, b)))
    if not (near <= far and far > 0):
        return None
    return min((t for t in _entries(start, along, block) if t > 0), default=None)


def _entries(start: NDArray[np.float64], along: NDArray[np.float64], block: SceneBlock) -> Iterator[float]:
    """Where a ray passes through the sides and ends of a block."""
    for (x0, y0), (x1, y1) in edges(block.ring):
        nx, ny = y1 - y0, x0 - x1
        falling = nx * along[0] + ny * along[1]
        if abs(falling) < FLAT:
            continue
        t = (nx * (x0 - start[0]) + ny * (y0 - start[1])) / falling
        x, y, z = start + t * along
        inside = (x - x0) * (x1 - x0) + (y - y0) * (y1 - y0)
        if block.base <= z <= block.top and 0 <= inside <= nx * nx + ny * ny:
            yield float(t)
    for level in (block.base, block.top) if abs(along[2]) > FLAT else ():
        t = (level - start[2]) / along[2]
        x, y, _ = start + t * along
        if holds(block.ring, (float(x), float(y))):
            yield float(t)
