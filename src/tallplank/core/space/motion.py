"""How opened doors and drawers stand: moving points of a unit as its fronts swing and slide."""

from math import cos, radians, sin

import numpy as np
from numpy.typing import NDArray

WIDEST = 100.0
"""Degrees that a door opens at most."""


def swung(points: NDArray[np.float32], x: float, y: float, clockwise: bool, share: float) -> NDArray[np.float32]:
    """Points (…, 3) turned about the upright axis at (x, y) by a share of the widest opening."""
    angle = radians(WIDEST * share) * (-1 if clockwise else 1)
    c, s = cos(angle), sin(angle)
    turn = np.array([[c, s, 0], [-s, c, 0], [0, 0, 1]], dtype=np.float32)
    pivot = np.array([x, y, 0], dtype=np.float32)
    moved: NDArray[np.float32] = ((points - pivot) @ turn + pivot).astype(np.float32)
    return moved


def turned(directions: NDArray[np.float32], clockwise: bool, share: float) -> NDArray[np.float32]:
    """Directions (…, 3) turned in the same way."""
    return swung(directions, 0.0, 0.0, clockwise, share)
