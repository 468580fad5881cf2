"""The largest scale at which a drawing with its dimensions, which keep their size on the screen, fits into a widget."""

from collections.abc import Callable

from tallplank.app.look.painter import View
from tallplank.core.space.outline import Point

SMALLEST, LARGEST, HALVINGS = 0.002, 5.0, 14
MARGIN = 16.0
"""Pixels that are left free, both sides together."""


def fitted(bounds: Callable[[float], tuple[Point, Point]], width: float, height: float) -> View:
    """The view that shows all of what lies within `bounds`, told for a scale, in the middle of a widget."""
    small, large = SMALLEST, LARGEST
    for _ in range(HALVINGS):
        scale = (small * large) ** 0.5
        low, high = bounds(scale)
        fits = (high[0] - low[0]) * scale <= width - MARGIN and (high[1] - low[1]) * scale <= height - MARGIN
        small, large = (scale, large) if fits else (small, scale)
    low, high = bounds(small)
    return View(small, (width - (low[0] + high[0]) * small) / 2, (height + (low[1] + high[1]) * small) / 2)
