"""Corners as they are listed: x and y, corner by corner."""

from tallplank.app.panel.panel import Panel
from tallplank.core.error import PlankError
from tallplank.core.measure.length import parse_length
from tallplank.core.space.outline import Point


def corners_text(panel: Panel, corners: tuple[Point, ...]) -> str:
    """Corners as they are typed: x and y, corner by corner."""
    return "; ".join(f"{panel.shown(x)} {panel.shown(y)}" for x, y in corners)


def corners_of(panel: Panel, text: str) -> tuple[Point, ...]:
    """The corners that were typed.

    Raises:
        PlankError: a corner without two lengths, or fewer than three corners.
    """
    unit, found = panel.store.job.display.style.unit, []
    for corner in filter(None, (part.strip() for part in text.split(";"))):
        pair = corner.split(",") if "," in corner else corner.split()
        if len(pair) != 2:
            raise PlankError(f"'{corner}' is no corner: type its distances from the left and from below, such as 1200 350.")
        found.append((parse_length(pair[0], unit), parse_length(pair[1], unit)))
    if len(found) < 3:
        raise PlankError("An outline has three corners or more, such as 0 0; 1200 0; 1200 350.")
    return tuple(found)
