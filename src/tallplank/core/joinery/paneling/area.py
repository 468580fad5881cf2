"""Rectangles on the elevation of a face."""

from collections.abc import Sequence
from typing import NamedTuple

import numpy as np
import shapely
from numpy.typing import NDArray
from shapely import Polygon, box

from tallplank.core.space.outline import Ring, bounds

HAIR = 1e-6
DIGITS = 9
"""To a millionth of a micrometre: what is shared anew or lies elsewhere differs in the last bits, and is the very same so."""


class Area(NamedTuple):
    """An upright rectangle on the elevation of a face."""

    x: float
    z: float
    width: float
    height: float

    @property
    def right(self) -> float:
        """Where it ends to the right."""
        return self.x + self.width

    @property
    def top(self) -> float:
        """Where it ends above."""
        return self.z + self.height

    def within(self, border: float) -> "Area":
        """The area so far within its edges; less than nothing wide where there is none."""
        return Area(self.x + border, self.z + border, self.width - 2 * border, self.height - 2 * border)

    def meets(self, other: "Area") -> bool:
        """Whether it has more in common with another than an edge."""
        wide, high = min(self.right, other.right) - max(self.x, other.x), min(self.top, other.top) - max(self.z, other.z)
        return min(wide, high) > HAIR

    @property
    def at_corner(self) -> "Area":
        """One as large at (0, 0)."""
        return Area(0.0, 0.0, self.width, self.height)

    def holds(self, other: "Area") -> bool:
        """Whether all of another lies in it."""
        return other.x >= self.x - HAIR and other.z >= self.z - HAIR and other.right <= self.right + HAIR and other.top <= self.top + HAIR

    @property
    def ring(self) -> tuple[tuple[float, float], ...]:
        """Its corners, counter-clockwise."""
        return ((self.x, self.z), (self.right, self.z), (self.right, self.top), (self.x, self.top))


def rectangle_of(area: Area) -> Polygon:
    """An area as a shape."""
    return box(area.x, area.z, area.right, area.top)


def rectangles_of(areas: Sequence[Area]) -> NDArray[np.object_]:
    """Areas as shapes (n)."""
    x, z, width, height = np.array(areas, dtype=float).reshape(-1, 4).T
    found: NDArray[np.object_] = shapely.box(x, z, x + width, z + height)
    return found


def area_of(ring: Ring) -> Area:
    """The rectangle around an outline."""
    (x0, z0), (x1, z1) = bounds(ring)
    return Area(x0, z0, x1 - x0, z1 - z0)


def wider(area: Area, by: float) -> Area:
    """An area that reaches so much farther to the right."""
    return Area(area.x, area.z, area.width + by, area.height) if by else area


def around(areas: Sequence[Area]) -> Area:
    """The smallest rectangle round some."""
    left, low = min(area.x for area in areas), min(area.z for area in areas)
    return Area(left, low, max(area.right for area in areas) - left, max(area.top for area in areas) - low)


def rounded(area: Area) -> Area:
    """The same but for the last bits of its size, so that it is as large as others like it."""
    return Area(area.x, area.z, round(area.width, DIGITS), round(area.height, DIGITS))
