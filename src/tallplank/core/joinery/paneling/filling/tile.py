"""Tiles and modules that repeat, each with a motif in one corner or without."""

from itertools import product
from math import floor
from typing import assert_never

from shapely import Polygon, box

from tallplank.core.job.filling import Tiles
from tallplank.core.joinery.paneling.area import Area, rectangle_of
from tallplank.core.joinery.paneling.board import Making, add_boards
from tallplank.core.joinery.paneling.place import SAME
from tallplank.core.joinery.part.part import Tag
from tallplank.core.space.curve import ArcOf
from tallplank.core.space.offset import points_of


def add_tiles(making: Making, area: Area, fill: Tiles, own_finish: str | None) -> None:
    """Tiles over an area."""
    plain = making.finish(own_finish, fill.raised)
    motif = making.finish(fill.motif_finish or own_finish, fill.motif_raised)
    columns = tile_spans(area.width, fill.width, fill.gap, scaled=fill.fit == "scaled")
    rows = tile_spans(area.height, fill.height, fill.gap, scaled=fill.fit == "scaled")
    for (i, (x0, x1)), (j, (z0, z1)) in product(enumerate(columns), enumerate(rows)):
        place = Area(area.x + x0, area.z + z0, x1 - x0, z1 - z0)
        inner = _motif(place, fill, at_right=i % 2 == 0, at_top=j % 2 == 0)
        around = place if inner is None else rectangle_of(place).difference(inner)
        add_boards(making, Tag("tile"), around, plain, making.behind, upright=True)
        if inner is not None:
            add_boards(making, Tag("motif"), inner, motif, making.behind, upright=True)


def _motif(place: Area, fill: Tiles, *, at_right: bool, at_top: bool) -> Polygon | None:
    """What is set into a corner of a tile: a quarter of a circle, of a lozenge or of a square; a circle goes by the shorter side."""
    wide, high = place.width * fill.share, place.height * fill.share
    x, z = (place.right if at_right else place.x), (place.top if at_top else place.z)
    left, low = (-1.0 if at_right else 1.0), (-1.0 if at_top else 1.0)
    match fill.motif:
        case "step":
            xs, zs = sorted((x, x + left * wide)), sorted((z, z + low * high))
            return box(xs[0], zs[0], xs[1], zs[1])
        case "slant":
            return Polygon([(x, z), (x + left * wide, z), (x, z + low * high)])
        case "round":
            radius = min(wide, high)
            arc = ArcOf((x + left * radius, z), (x, z + low * radius), (x, z), radius, left * low > 0)
            return Polygon([(x, z), *points_of(arc)])
        case "none":
            return None
        case _:
            assert_never(fill.motif)


def tile_spans(length: float, size: float, gap: float, *, scaled: bool) -> list[tuple[float, float]]:
    """From where to where tiles reach along a length: scaled to whole ones, or whole ones in the middle with alike cut ones at both ends.

    Where those at the ends would be narrow there is one whole tile less. Source: common practice: no cut tile is narrower than half one.
    """
    if scaled:
        count = max(1, round((length + gap) / (size + gap)))
        each = (length - gap * (count - 1)) / count
        return [(i * (each + gap), i * (each + gap) + each) for i in range(count)] if each > 0 else []
    count = floor((length + gap) / (size + gap) + SAME)
    beside = (length - count * (size + gap) + gap) / 2
    if beside > SAME and beside - gap < size / 2 and count > 1:
        count, beside = count - 1, beside + (size + gap) / 2
    whole = [(beside + i * (size + gap), beside + i * (size + gap) + size) for i in range(count)]
    cut = beside - gap
    return [(0.0, cut), *whole, (length - cut, length)] if cut > SAME else whole
