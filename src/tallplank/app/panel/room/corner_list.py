"""Corners as they are listed: x and y, corner by corner."""

from tallplank.app.panel.panel import SpecPanel
from tallplank.core.error import PlankError
from tallplank.core.space.outline import Point


def corners_text(panel: SpecPanel, corners: tuple[Point, ...]) -> str:
    """Corners as they are typed: x and y, corner by corner."""
    return "; ".join(f"{panel.shown(x)} {panel.shown(y)}" for x, y in corners)


def corners_of(panel: SpecPanel, text: str, before: tuple[Point, ...]) -> tuple[Point, ...]:
    """The corners that were typed; the very ones of before where they still read as they stood.

    Raises:
        PlankError: a corner without two lengths, or fewer than three corners.
    """
    display, found = panel.store.job.display, list[Point]()
    for corner in filter(None, (part.strip() for part in text.split(";"))):
        pair = corner.split(",") if "," in corner else corner.split()
        if len(pair) != 2:
            raise PlankError(f"'{corner}' is no corner: type its distances from the left and from below, such as 1200 350.")
        old = before[len(found)] if len(found) < len(before) else (None, None)
        found.append((display.retyped(pair[0], old[0]), display.retyped(pair[1], old[1])))
    if len(found) < 3:
        raise PlankError("An outline has three corners or more, such as 0 0; 1200 0; 1200 350.")
    return tuple(found)
