"""A rectangular board."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any

import numpy as np
from numpy.typing import NDArray

from tallplank.core.joinery.part.form.plain import PlainForm
from tallplank.core.joinery.part.hole import Pocket
from tallplank.core.space.frame import Floats, Frame, Vec, extent
from tallplank.core.space.layered import Size3, Stretched, Surface, cells, layered_surface, layered_volume, layers, square_surface
from tallplank.core.space.outline import Ring, edges

LEVEL = 1e-9


@dataclass(frozen=True, slots=True)
class Sheet(PlainForm):
    """A rectangle as long and wide as the part."""

    takes_bevels = True

    def volume(self, size: Size3, pockets: Sequence[Pocket]) -> float:
        """Cubic millimetres of wood left by the pockets."""
        if any(p.outline is not None for p in pockets):
            return layered_volume(layers(self.ring(size), size[2], pockets))
        return sum((x[1] - x[0]) * (y[1] - y[0]) * (z[1] - z[0]) for x, y, z in cells(size, pockets))

    def surface(self, size: Size3, pockets: Sequence[Pocket]) -> Surface:
        """The surface in the frame that it stands in."""
        if any(p.outline is not None for p in pockets):
            return layered_surface(layers(self.ring(size), size[2], pockets))
        return square_surface(size, pockets)

    def grain(self, corners: Floats, normals: Floats) -> Floats:
        """Millimetres along and across the grain, for every corner of a surface: along x, on the ends across them."""
        return flat_grain(corners, normals)

    def lines(self, size: Size3, tongue: float) -> Floats:
        """The edges that are drawn (n, 2, 3), in the frame that it stands in, without tongues of this length at its ends."""
        ring = self.ring(size)
        seen = tuple((min(max(x, tongue), size[0] - tongue), y) for x, y in ring)
        return prism_lines(seen, size[2], seen)

    def stretched(self, pockets: Sequence[Pocket]) -> Stretched | None:
        """See `PlainForm`."""
        return None if pockets else BOX

    def box(self, frame: Frame, size: Size3) -> tuple[Vec, Vec]:
        """The smallest and the largest corner in the unit."""
        return extent(frame, size)

    def above(self, frame: Frame, size: Size3) -> Ring:
        """What it covers seen from above, in the unit; of one that lies level its whole face."""
        return seen_along(self.ring(size), frame, size[2], 0, 1)

    def front(self, frame: Frame, size: Size3) -> Ring:
        """What it covers seen from the front, in the unit's x and z."""
        low, high = self.box(frame, size)
        return ((low.x, low.z), (high.x, low.z), (high.x, high.z), (low.x, high.z))

    def straight(self, frame: Frame, size: Size3, axis: int, at: float, along: int) -> tuple[float, float]:
        """From where to where along a unit axis its straight edge runs that lies in the plane `at` across another axis."""
        low, high = self.box(frame, size)
        return low[along], high[along]


def flat_grain(corners: Floats, normals: Floats) -> Floats:
    """Along x, and on the ends of a board, where x is the normal, across them; corners (…, n, 4, 3) have the same normals (n, 3)."""
    ends, faces = np.abs(normals[:, 0:1]) > 0.5, np.abs(normals[:, 1:2]) > 0.5
    grain = np.empty((*corners.shape[:-1], 2), np.float32)
    grain[..., 0] = np.where(ends, corners[..., 2], corners[..., 0])
    grain[..., 1] = np.where(faces, corners[..., 2], corners[..., 1])
    return grain


def grain_columns(normals: NDArray[Any]) -> NDArray[np.intp]:
    """Which coordinates these are (n, 4, 2) for the corners of sides with these normals (n, 3)."""
    own = np.broadcast_to(np.arange(3.0, dtype=np.float32), (len(normals), 4, 3))
    return flat_grain(own, normals.astype(np.float32)).astype(np.intp)


def prism_lines(ring: Ring, height: float, sharp: Ring) -> Floats:
    """The edges of a ring at both ends of a height, and upright ones at its `sharp` corners."""
    lines = [((*a, z), (*b, z)) for a, b in edges(ring) for z in (0.0, height)]
    lines += [((x, y, 0.0), (x, y, height)) for x, y in sharp]
    return np.array(lines, dtype=np.float32).reshape(-1, 2, 3)


def seen_along(ring: Ring, frame: Frame, thick: float, across: int, up: int) -> Ring:
    """A board of an outline projected along one of the unit's axes: its face, or where that stands on edge a rectangle."""
    if abs(frame.z[3 - across - up]) > LEVEL:
        return tuple((p[across], p[up]) for p in (frame.out((*corner, 0.0)) for corner in ring))
    side = frame.x if abs(frame.x[3 - across - up]) < LEVEL else frame.y
    places = [sum(c * s for c, s in zip(frame.out((*corner, 0.0)), side, strict=True)) for corner in ring]
    first, last = ring[places.index(min(places))], ring[places.index(max(places))]
    ends = [frame.out((*corner, z)) for corner, z in ((first, 0.0), (last, 0.0), (last, thick), (first, thick))]
    return tuple((p[across], p[up]) for p in ends)


def _box() -> Stretched:
    unit = ((0.0, 0.0), (1.0, 0.0), (1.0, 1.0), (0.0, 1.0))
    (corners, normals), lines = square_surface((1.0, 1.0, 1.0), ()), prism_lines(unit, 1.0, unit)
    return Stretched.of((np.zeros_like(corners), corners), normals, (np.zeros_like(lines), lines), grain_columns(normals))


BOX = _box()
"""A board without cuts."""
