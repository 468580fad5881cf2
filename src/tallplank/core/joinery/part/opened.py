"""How doors, flaps and drawers are shown open."""

from tallplank.core.space.frame import RIGHT, UP, Vec
from tallplank.core.space.motion import SlideOut, Turn

WIDEST, LEVEL = 100.0, 90.0
"""Degrees that a door and a flap are shown open at most."""
SHOWN_OUT = 0.75
"""How much of its slide a drawer is shown to come out when fully opened."""


def swing(x: float, y: float, *, left: bool) -> Turn:
    """How a door opens that hangs on an upright axis at (x, y) on its left or right."""
    return Turn(Vec(x, y, 0.0), UP, -WIDEST if left else WIDEST)


def flap(y: float, z: float, *, lifts: bool) -> Turn:
    """How a flap opens about a level axis at (y, z): it drops forward, or lifts."""
    return Turn(Vec(0.0, y, z), RIGHT, -LEVEL if lifts else LEVEL)


def pulled_out(reach: float) -> SlideOut:
    """How a drawer opens whose slides reach that far."""
    return SlideOut(Vec(0.0, -reach * SHOWN_OUT, 0.0))
