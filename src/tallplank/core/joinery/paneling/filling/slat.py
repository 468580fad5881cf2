"""Slats: strips side by side, cut off where an outline or something on the wall stops them."""

from collections.abc import Iterator, Sequence
from itertools import product
from typing import NamedTuple

from shapely import LineString, Polygon, contains

from tallplank.core.job.filling import Slats
from tallplank.core.joinery.paneling.area import Area, rectangle_of, rectangles_of
from tallplank.core.joinery.paneling.board import SAME, Making, add_boards, pieces_within, prepared, shapes_of
from tallplank.core.joinery.paneling.filling.section import LYING, cut_at, lay_of, sizes_of, tag_of, thick_of
from tallplank.core.joinery.part.form.form import SHEET
from tallplank.core.joinery.part.lot import AT_ONCE
from tallplank.core.joinery.part.part import BuildError, Parts
from tallplank.core.joinery.setout.collector import Collector, Stuff
from tallplank.core.measure.divide import DivideError, slats
from tallplank.core.measure.size import Size
from tallplank.core.space.frame import Vec

HAIR = 0.5
"""Square millimetres that are none."""


class Ends(NamedTuple):
    """Where a slat begins and stops along its length, at its first side and at its second."""

    start: tuple[float, float]
    stop: tuple[float, float]


def add_slats(making: Making, area: Area, fill: Slats, own_finish: str | None, where: str) -> None:
    """Slats over an area, the first and the last flush with its sides.

    Raises:
        BuildError: there is no room for one.
    """
    upright = fill.way == "upright"
    across, along = (area.width, area.height) if upright else (area.height, area.width)
    try:
        count, gap = slats(across, fill.width, fill.gap)
    except DivideError as problem:
        raise BuildError(f"{where}: {problem.text}") from None
    finish = making.finish(own_finish, thick_of(fill), all_round=True)
    lengths = pieces_within(0.0, along, [], making.catalog.boards[finish.board].sheet[0])
    places = []
    for i, (a, b) in product(range(count), lengths):
        at = i * (fill.width + gap)
        places.append(Area(area.x + at, area.z + a, fill.width, b - a) if upright else Area(area.x + a, area.z + at, b - a, fill.width))
    _add_all(making, places, fill, own_finish, max(AT_ONCE // len(lengths), 1) * len(lengths))


def _add_all(making: Making, places: Sequence[Area], fill: Slats, finish: str | None, at_once: int) -> None:
    """A slat at each place, or the pieces that are left of it there; so many that are whole are like as many others."""
    whole = contains(prepared(making.free), rectangles_of(places))
    known, first = Parts(), places[0]
    for start in range(0, len(places), at_once):
        some, are_whole = places[start : start + at_once], whole[start : start + at_once]
        if len(some) == at_once and are_whole.all():
            if not known:
                known, first = _all_whole(making, some, fill, finish), some[0]
            making.out.again(known, Vec(some[0].x - first.x, 0.0, some[0].z - first.z))
            continue
        for place, is_whole in zip(some, are_whole, strict=True):
            (_add_whole if is_whole else _add_pieces)(making, place, fill, finish)


def _all_whole(making: Making, places: Sequence[Area], fill: Slats, finish: str | None) -> Parts:
    own = Collector(making.catalog)
    for place in places:
        _add_whole(making.into(own), place, fill, finish)
    return own.finished()


def _add_whole(making: Making, place: Area, fill: Slats, finish: str | None) -> None:
    """A slat that nothing cuts off."""
    low, high = (place.z, place.top) if fill.way == "upright" else (place.x, place.right)
    _add(making, place, Ends((low, low), (high, high)), fill, finish)


def _add_pieces(making: Making, place: Area, fill: Slats, finish: str | None) -> None:
    """What is left of a slat at a place."""
    upright = fill.way == "upright"
    for piece in shapes_of(rectangle_of(place).intersection(making.free)):
        if (ends := ends_of(piece, place, upright=upright)) is not None:
            _add(making, place, ends, fill, finish)
        else:
            add_boards(making, LYING, piece, making.finish(finish, fill.deep, all_round=True), making.behind, upright=upright)


def _add(making: Making, place: Area, ends: Ends, fill: Slats, own_finish: str | None) -> None:
    finish = making.finish(own_finish, thick_of(fill), all_round=True)
    low, high = min(ends.start), max(ends.stop)
    start, stop = (slope(pair, fill.width) for pair in ends)
    form = cut_at(fill, start, stop) if start or stop else SHEET
    sizes, lay = sizes_of(fill, Size.of(high - low, "length of the region")), lay_of(fill, place, low, making.behind)
    making.out.add(tag_of(fill), Stuff(finish, "front"), sizes, lay, form=form)


def slope(pair: tuple[float, float], width: float) -> float:
    """By how much an end goes on from one side of a slat to the other, for each millimetre of its width."""
    slope = (pair[1] - pair[0]) / width
    return slope if abs(slope) > SAME else 0.0


def ends_of(piece: Polygon, place: Area, *, upright: bool) -> Ends | None:
    """How a piece of a slat that is as wide as it is cut off at its ends, by straight cuts; None where it is narrower."""
    x0, z0, x1, z1 = piece.bounds
    if upright:
        sides = (place.x, place.right)
        if abs(x0 - sides[0]) > SAME or abs(x1 - sides[1]) > SAME:
            return None
        spans = [_span(piece, LineString([(x, z0 - 1), (x, z1 + 1)]), 1) for x in (sides[0] + SAME, sides[1] - SAME)]
        points = [(x, z) for x, z in piece.exterior.coords]
    else:
        sides = (place.top, place.z)
        if abs(z1 - sides[0]) > SAME or abs(z0 - sides[1]) > SAME:
            return None
        spans = [_span(piece, LineString([(x0 - 1, z), (x1 + 1, z)]), 0) for z in (sides[0] - SAME, sides[1] + SAME)]
        points = [(z, x) for x, z in piece.exterior.coords]
    middle = sum(sum(span) for span in spans) / 4
    start = _straight(sides, (-spans[0][0], -spans[1][0]), [(w, -along) for w, along in points if along < middle])
    stop = _straight(sides, (spans[0][1], spans[1][1]), [(w, along) for w, along in points if along > middle])
    ends = Ends((0.0 - start[0], 0.0 - start[1]), stop)
    if _lies_in(piece, sides, ends, upright=upright):
        return ends
    square = _square(spans, [along for _, along in points])
    return square if square is not None and _lies_in(piece, sides, square, upright=upright) else None


def _lies_in(piece: Polygon, sides: tuple[float, float], ends: Ends, *, upright: bool) -> bool:
    """Whether a slat that is cut so lies within what there is room for, and is one."""
    (a, b), (start, stop) = sides, ends
    if min(stop[0] - start[0], stop[1] - start[1]) < 0.0:
        return False
    outline = [(a, start[0]), (b, start[1]), (b, stop[1]), (a, stop[0])]
    shape = Polygon(outline if upright else [(along, across) for across, along in outline])
    return bool(shape.difference(piece).area < HAIR)


def _square(spans: list[tuple[float, float]], corners: list[float]) -> Ends | None:
    """Cut off square where both of its sides are, and no corner reaches in; None where nothing is left."""
    low, high = max(span[0] for span in spans), min(span[1] for span in spans)
    middle = (low + high) / 2
    low, high = max([low, *(at for at in corners if at < middle)]), min([high, *(at for at in corners if at > middle)])
    return Ends((low, low), (high, high)) if high - low > SAME else None


def _span(piece: Polygon, line: LineString, axis: int) -> tuple[float, float]:
    bounds = piece.intersection(line).bounds
    return bounds[axis], bounds[axis + 2]


def _straight(sides: tuple[float, float], ends: tuple[float, float], points: list[tuple[float, float]]) -> tuple[float, float]:
    """A straight cut from one side to the other that nowhere leaves the outline; a square one where that loses less."""
    over = max((_between(sides, ends, w) - along for w, along in _inner(points, sides)), default=0.0)
    if over > abs(ends[1] - ends[0]) / 2 + SAME:
        lowest = min(*ends, *(along for _, along in _inner(points, sides)))
        return lowest, lowest
    return ends[0] - max(over, 0.0), ends[1] - max(over, 0.0)


def _inner(points: list[tuple[float, float]], sides: tuple[float, float]) -> Iterator[tuple[float, float]]:
    low, high = sorted(sides)
    return ((w, along) for w, along in points if low + SAME < w < high - SAME)


def _between(sides: tuple[float, float], ends: tuple[float, float], at: float) -> float:
    return ends[0] + (ends[1] - ends[0]) * (at - sides[0]) / (sides[1] - sides[0])
