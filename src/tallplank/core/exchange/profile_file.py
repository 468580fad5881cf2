"""Profiles of moldings from drawings that somebody drops: SVG as the catalogue has them, or the largest closed outline of a DXF drawing."""

from tallplank.core.catalog.profile import LARGEST_SIDE, MOST_POINTS, SMALLEST_SIDE, ProfileError, read_profile
from tallplank.core.error import PlankError
from tallplank.core.exchange.plan_dxf import UNITS, plan_apart
from tallplank.core.space.outline import Ring, area, bounds, is_clockwise, is_simple
from tallplank.core.work import Report, silent

SUFFIXES = (".svg", ".dxf")


def profile_from(data: bytes, name: str, report: Report = silent) -> Ring:
    """The outline in a file, counter-clockwise in (up, outwards), beginning at 0 in both; a DXF drawing is read in a process of its own.

    Raises:
        ProfileError: it is no such drawing; the text names the file.
    """
    if name.lower().endswith(".dxf"):
        return _from_dxf(data, name, report)
    if not name.lower().endswith(".svg"):
        raise ProfileError(f"{name}: a profile is a drawing, SVG or DXF.")
    try:
        return read_profile(data.decode("utf-8"), name)
    except UnicodeDecodeError:
        raise ProfileError(f"{name}: this is no SVG drawing: it is no text.") from None


def _from_dxf(data: bytes, name: str, report: Report) -> Ring:
    try:
        drawing = plan_apart(data, report)
    except PlankError as problem:
        raise ProfileError(f"{name}: {problem}") from None
    largest = max((ring for rings in drawing.layers.values() for ring in rings), key=area)
    scale = UNITS.get(drawing.unit, 1.0)
    (left, low), _ = bounds(largest)
    ring = tuple((round((y - low) * scale, 6), round((x - left) * scale, 6)) for x, y in largest)
    _, (high, far) = bounds(ring)
    if not all(SMALLEST_SIDE <= side <= LARGEST_SIDE for side in (high, far)):
        raise ProfileError(f"{name}: a profile is {SMALLEST_SIDE:g} to {LARGEST_SIDE:g} mm wide and high.")
    if len(ring) > MOST_POINTS or not is_simple(ring):
        raise ProfileError(f"{name}: the outline of a profile does not cross itself, and has at most {MOST_POINTS} corners.")
    return tuple(reversed(ring)) if is_clockwise(ring) else ring
