"""Regions that are no rectangles: arched heads and shaped corners, and the boards around them.

Source: an arch over a span c with a rise h is a circle of R = (c²/4 + h²)/(2 h); plain geometry. Its rise is at most half the span.
"""

from collections.abc import Iterator
from math import cos, hypot, pi, sin
from typing import Literal

from shapely import Polygon, box
from shapely.geometry.base import BaseGeometry
from shapely.geometry.polygon import orient

from tallplank.core.error import mm
from tallplank.core.job.scheme import Outline
from tallplank.core.joinery.paneling.area import Area, rectangle_of
from tallplank.core.joinery.part.part import BuildError
from tallplank.core.space.curve import ArcOf, Straight
from tallplank.core.space.offset import OffsetError, Piece, beside, points_of, ring_of, within
from tallplank.core.space.outline import Point, Ring, is_simple
from tallplank.core.space.recut import with_arcs

SAME = 1e-6


def ring_within(outline: Outline, area: Area, where: str) -> Ring:
    """The outline of a region that takes up an area.

    Raises:
        BuildError: there is no room for it; the text names the region and the limit.
    """
    clear = area.within(outline.border)
    narrow = min(area.width, area.height)
    if min(clear.width, clear.height) <= SAME:
        raise BuildError(f"{where} is {mm(narrow)} across: the boards around it are narrower than {mm(narrow / 2)}.")
    lower = outline.corner
    upper = outline.rise or outline.corner
    if outline.rise > clear.width / 2 + SAME:
        raise BuildError(f"{where} is {mm(clear.width)} wide: its arch rises at most half of that, {mm(clear.width / 2)}.")
    if max(lower * 2 - clear.width, lower + upper - clear.height) > SAME:
        most = clear.height - lower if outline.rise else min(clear.width, clear.height) / 2
        what = "its arch rises" if outline.rise else "its corners are"
        raise BuildError(f"{where} is {mm(clear.width)} × {mm(clear.height)}: {what} at most {mm(most)}.")
    return ring_of(_closed(list(_pieces(outline, clear))))


def _pieces(outline: Outline, area: Area) -> Iterator[Piece]:
    """Its shaped corners in turn, counter-clockwise from the lower left one, or the arch in the place of the upper ones."""
    size, kind = outline.corner, outline.corners
    corners = [(area.x, area.z), (area.right, area.z), (area.right, area.top), (area.x, area.top)]
    for number, corner in enumerate(corners[: 2 if outline.rise else 4]):
        yield from _corner(corner, number, size, kind)
    if outline.rise:
        rise, half = outline.rise, area.width / 2
        radius = (half**2 + rise**2) / (2 * rise)
        spring = area.top - rise
        centre = (area.x + half, area.top - radius)
        yield ArcOf((area.right, spring), (area.x, spring), centre, radius, True)


def _corner(at: Point, number: int, size: float, kind: str) -> Iterator[Piece]:
    """What stands for one corner; a square one is a line of no length."""
    turn = pi / 2 * number
    into, out = (round(cos(turn + pi / 2)), round(sin(turn + pi / 2))), (round(cos(turn)), round(sin(turn)))
    start, end = (at[0] + into[0] * size, at[1] + into[1] * size), (at[0] + out[0] * size, at[1] + out[1] * size)
    inner = (start[0] + out[0] * size, start[1] + out[1] * size)
    if size <= SAME:
        yield Straight(at, at)
    elif kind == "rounded":
        yield ArcOf(start, end, inner, size, True)
    elif kind == "scooped":
        yield ArcOf(start, end, at, size, False)
    else:
        yield Straight(start, inner)
        yield Straight(inner, end)


def _closed(found: list[Piece]) -> list[Piece]:
    """The pieces with straight sides between them."""
    closed: list[Piece] = []
    for before, piece in zip([found[-1], *found], found, strict=False):
        if hypot(piece.start[0] - before.end[0], piece.start[1] - before.end[1]) > SAME:
            closed.append(Straight(before.end, piece.start))
        if piece.start != piece.end:
            closed.append(piece)
    return closed


def boards_around(outline: Outline, area: Area, ring: Ring) -> Iterator[tuple[Literal["lower", "upper", "left", "right"], BaseGeometry]]:
    """The boards between an area and the outline within it: one above and one below from side to side, and those between them.

    Without a border these are only what fills the corners.
    """
    shape = Polygon(ring)
    low = outline.border + outline.corner
    high = outline.border + (outline.rise or outline.corner)
    middle = area.height - low - high
    spans: tuple[tuple[Literal["lower", "upper"], float, float], ...] = (
        ("lower", area.z, area.z + low),
        ("upper", area.top - high, area.top),
    )
    for side, z0, z1 in spans:
        if z1 - z0 > SAME:
            yield side, box(area.x, z0, area.right, z1).difference(shape)
    if outline.border and middle > SAME:
        yield "left", box(area.x, area.z + low, area.x + outline.border, area.top - high)
        yield "right", box(area.right - outline.border, area.z + low, area.right, area.top - high)


def inner_ring(ring: Ring, border: float, where: str) -> Ring:
    """An outline so far within another; arcs stay about the same middle.

    Raises:
        BuildError: there is nothing left.
    """
    try:
        return within(ring, border)
    except OffsetError:
        raise BuildError(_too_wide(ring, border, where)) from None


def _too_wide(ring: Ring, border: float, where: str) -> str:
    (x0, z0, x1, z1) = Polygon(ring).bounds
    return f"{where} is {mm(x1 - x0)} × {mm(z1 - z0)} and shaped: a border of {mm(border)} leaves nothing of it."


def bands(outer: Ring, width: float, where: str) -> Iterator[tuple[str, Polygon, bool]]:
    """A band along the inner side of an outline as boards mitred at the corners: their side, shape, and whether they are upright.

    Raises:
        BuildError: there is no room for it.
    """
    for number, (out, into) in enumerate(beside_in(outer, width, where), 1):
        (x0, z0), (x1, z1) = out.start, out.end
        yield str(number), between(out, into), abs(z1 - z0) > abs(x1 - x0)


def between(out: Piece, into: Piece) -> Polygon:
    """What lies between a line or an arc and another beside it."""
    return Polygon([*points_of(out), *reversed(points_of(into))])


def beside_in(outer: Ring, width: float, where: str) -> list[tuple[Piece, Piece]]:
    """Each line and arc of an outline with what is so far within it.

    Raises:
        BuildError: there is no room for it.
    """
    try:
        return beside(outer, width)
    except OffsetError:
        raise BuildError(_too_wide(outer, width, where)) from None


def level_span(ring: Ring, low: float, high: float) -> tuple[float, float]:
    """From where to where an outline is as wide at two heights as a board between them is."""
    shape = Polygon(ring)
    (x0, _, x1, _) = shape.bounds
    spans = [shape.intersection(box(x0, z - SAME, x1, z + SAME)).bounds for z in (low + SAME, high - SAME)]
    return max(span[0] for span in spans), min(span[2] for span in spans)


def cut_by(area: Area, around: Ring | None, *, recut: bool = True) -> Ring | None:
    """What an outline leaves of an area that it cuts; None where it lies well inside, or nothing is around it.

    Its arcs are arcs again, for what is offset from them; without `recut` their chords stay as they are, for what lies along them.
    """
    if around is None or Polygon(around).buffer(SAME).covers(rectangle_of(area)):
        return None
    ring = _outer(rectangle_of(area).intersection(Polygon(around)))
    return _in_arcs(ring, around) if recut else ring


def common(one: Ring, other: Ring, where: str) -> Ring:
    """What two outlines have in common.

    Raises:
        BuildError: they have nothing in common.
    """
    ring = _outer(Polygon(one).intersection(Polygon(other)))
    if not ring:
        raise BuildError(f"{where} lies outside the outline of what it is in.")
    return _in_arcs(ring, one, other)


def _in_arcs(ring: Ring, *around: Ring) -> Ring:
    """An outline with the arcs of those that it was cut from; as it is where these would not meet in a corner that is all but none."""
    found = ring
    for other in around:
        found = with_arcs(found, other)
    return found if is_simple(found) else ring


def _outer(shape: BaseGeometry) -> Ring:
    """The outer edge of the largest piece, counter-clockwise; nothing for none."""
    found = [p for p in getattr(shape, "geoms", (shape,)) if isinstance(p, Polygon) and not p.is_empty]
    return tuple(orient(max(found, key=lambda p: p.area)).exterior.coords[:-1]) if found else ()
