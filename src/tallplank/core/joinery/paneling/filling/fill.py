"""What fills the regions of a paneled wall, each made into boards: one function for each kind of fill."""

from collections.abc import Callable, Iterator, Sequence
from functools import partial
from typing import Any

from shapely import Polygon

from tallplank.core.catalog.hardware import Hardware, Molding
from tallplank.core.error import mm
from tallplank.core.job.filling import Cover, Facets, Frames, Grooves, KeptFree, Panel, Plain, Shelves, Slats, Tiles, Upholstery
from tallplank.core.joinery.paneling.area import Area, area_of, rectangle_of, rounded
from tallplank.core.joinery.paneling.block import Field
from tallplank.core.joinery.paneling.board import SLIVER, Making, add_boards, pieces_within
from tallplank.core.joinery.paneling.filling.facet import add_facets
from tallplank.core.joinery.paneling.filling.leaning import add_leaning
from tallplank.core.joinery.paneling.filling.mold import add_frame_of
from tallplank.core.joinery.paneling.filling.niche import add_shelves
from tallplank.core.joinery.paneling.filling.slat import add_slats
from tallplank.core.joinery.paneling.filling.soft import add_pads
from tallplank.core.joinery.paneling.filling.tile import add_tiles
from tallplank.core.joinery.paneling.kept import add_kept_like
from tallplank.core.joinery.paneling.place import name_of
from tallplank.core.joinery.paneling.shape import bands, inner_ring
from tallplank.core.joinery.part.hole import Pocket
from tallplank.core.joinery.part.lot import AT_ONCE
from tallplank.core.joinery.part.part import BuildError, Note, Tag
from tallplank.core.space.frame import Vec
from tallplank.core.space.outline import Ring


def add_fill(making: Making, field: Field) -> None:
    """The parts that fill a field.

    Raises:
        BuildError: its fill does not fit into it.
    """
    if field.ring is not None:
        making = making.clipped(field.ring)
    _FILLS[type(field.region.fill)](making, field, field.region.fill)


LEAST_INSIDE = 40.0
"""Where less would be left within its molding, a panel that is cut has none (common practice, no source)."""
LIKE = (Plain, KeptFree, Panel, Frames, Grooves)
"""Fills that are the same wherever they are: parts alone, laid out from the corner of their region. So are slats, see `is_alike`."""


def is_alike(field: Field) -> bool:
    """Whether what fills a field, which is a plain rectangle, is as in any other of its size; many slats are like one another instead."""
    fill = field.region.fill
    return isinstance(fill, LIKE) or (isinstance(fill, Slats) and max(field.area.width, field.area.height) < fill.width * AT_ONCE)


def within(field: Field, border: float) -> Area:
    """What is left of a field within a border.

    Raises:
        BuildError: nothing is.
    """
    area = field.inside.within(border)
    if min(area.width, area.height) <= 0:
        smallest = min(field.inside.width, field.inside.height)
        raise BuildError(f"{where(field)} is {mm(smallest)} across: its border is less than {mm(smallest / 2)}.")
    return area


def outline_within(field: Field, border: float) -> Ring:
    """The outline of a field within a border.

    Raises:
        BuildError: nothing is left.
    """
    return within(field, border).ring if field.ring is None else inner_ring(field.ring, border, where(field))


def shape_within(field: Field, border: float) -> Area | Polygon:
    """The same as a shape.

    Raises:
        BuildError: nothing is left.
    """
    return within(field, border) if field.ring is None else Polygon(outline_within(field, border))


def where(field: Field) -> str:
    """A field in words."""
    return name_of(field.path)


def _nothing(making: Making, field: Field, fill: object) -> None:
    """Nothing is planted on the wall."""


def _panel(making: Making, field: Field, panel: Panel) -> None:
    """A panel with its molding; where something cuts its field right across, one in each piece that is left."""
    molding = making.catalog.hardware.get(panel.mold or "")
    rise = molding.rise if isinstance(molding, Molding) else 0.0
    left = making.left_of(field.inside) if field.ring is None else None
    if left is None or left == [field.inside]:
        if not _add_panel(making, field, panel, molding):
            _note_cut(making, field)
        return
    least = 2 * (panel.border + rise) + LEAST_INSIDE
    framed = [area for area in left if min(area.width, area.height) > least]
    for area in map(rounded, framed):  # those of one size are made once
        piece, of = field._replace(area=area.at_corner), ("panel", panel, field.finish)
        add_kept_like(making, of, area, partial(_add_panel, field=piece, panel=panel, molding=molding))
    if left and not framed and (rise or panel.raised):
        _note_cut(making, field)


def _note_cut(making: Making, field: Field) -> None:
    """Tell of a panel without its molding, unless nothing is seen of it."""
    whole = rectangle_of(field.inside) if field.ring is None else Polygon(field.ring)
    if making.free.intersection(whole).area > SLIVER:
        remedy = "Hold its edge at the opening or the unit, or divide the wall otherwise."
        making.out.note(Note("panel-cut", where(field), remedy))


def _add_panel(making: Making, field: Field, panel: Panel, molding: Hardware | None) -> bool:
    """Add a panel; whether all of its molding has a place."""
    wide = molding.rise if panel.raised and isinstance(molding, Molding) else 0.0  # round a raised panel it takes up the border
    ring, level = outline_within(field, max(panel.border, wide)), making.behind
    if panel.raised:
        finish = making.finish(field.finish, panel.raised)
        add_boards(making, Tag("panel"), shape_within(field, max(panel.border, wide)), finish, level, upright=True)
    if not isinstance(molding, Molding):
        return True
    inner = ring if panel.raised else inner_ring(ring, molding.rise, where(field))
    outer = inner_ring(ring, -molding.rise, where(field)) if panel.raised else ring
    around = area_of(outer)
    if making.is_bare(around) or making.is_free(Polygon(outer)) or making.is_free(Polygon(outer).difference(Polygon(inner))):
        add_frame_of(making, outer, molding, making.finish(field.finish), level, where(field))
        return True
    return False


def _slats(making: Making, field: Field, fill: Slats) -> None:
    add = add_leaning if fill.lean else add_slats
    add(making, field.inside, fill, field.finish, where(field))


def _grooves(making: Making, field: Field, fill: Grooves) -> None:
    area, finish, upright = field.inside, making.finish(field.finish), fill.way == "upright"
    across, along = (area.width, area.height) if upright else (area.height, area.width)
    if fill.deep >= finish.thickness or fill.width >= fill.pitch:
        raise BuildError(f"{where(field)}: a groove is less deep than its board, {mm(finish.thickness)}, and narrower than their pitch.")
    count = max(round(across / fill.pitch), 1)
    pitch = across / count
    low, top = finish.thickness - fill.deep, finish.thickness
    grooves = [i * pitch for i in range(1, count)]
    seams = [middle + pitch / 2 for middle in grooves[:-1]]
    for a, b in pieces_within(0.0, across, seams, making.catalog.boards[finish.board].sheet[1]):
        place = Area(area.x + a, area.z, b - a, along) if upright else Area(area.x, area.z + a, along, b - a)
        # an upright board is laid out from its right edge
        places = [b - middle if upright else middle - a for middle in grooves if a < middle < b]
        spans = [(y - fill.width / 2, y + fill.width / 2) for y in sorted(places)]
        cuts = tuple(Pocket("groove", Vec(0.0, y0, low), Vec(along, y1, top)) for y0, y1 in spans)
        add_boards(making, Tag("grooved panel"), place, finish, making.behind, upright=upright, cuts=cuts)


def _frames(making: Making, field: Field, fill: Frames) -> None:
    border = 0.0
    for number, frame in enumerate(fill.frames, 1):
        border += frame.inset
        finish = making.finish(field.finish, frame.thick)
        try:
            boards = _frame_of(field, border, frame.width)
        except BuildError:
            raise BuildError(f"{where(field)}: there is no room for frame {number} of {len(fill.frames)}.") from None
        for side, shape, upright in boards:
            add_boards(making, Tag("frame board", side, number), shape, finish, making.behind, upright=upright)
        border += frame.width


def _frame_of(field: Field, border: float, width: float) -> Sequence[tuple[str, Polygon | Area, bool]]:
    """The boards of a frame.

    Raises:
        BuildError: there is no room for it.
    """
    if field.ring is not None:
        return list(bands(outline_within(field, border), width, where(field)))
    within(field, border + width)
    return list(_square_frame(field, border, width))


def _square_frame(field: Field, border: float, width: float) -> Iterator[tuple[str, Area, bool]]:
    """The boards of a square frame: the upright ones run through."""
    outer = field.inside.within(border)
    inner = outer.within(width)
    for side, x in (("left", outer.x), ("right", inner.right)):
        yield side, Area(x, outer.z, width, outer.height), True
    for side, z in (("lower", outer.z), ("upper", inner.top)):
        yield side, Area(inner.x, z, inner.width, width), False


def _cover(making: Making, field: Field, fill: Cover) -> None:
    shape, finish = shape_within(field, fill.border), making.catalog.finishes.get(fill.finish or "")
    if finish is None:
        finish = next(f for f in making.catalog.finishes.values() if "glass" in f.roles)
    add_boards(making, Tag("sheet"), shape, finish, making.behind, upright=True)


def _tiles(making: Making, field: Field, fill: Tiles) -> None:
    add_tiles(making, field.inside, fill, field.finish)


def _upholstery(making: Making, field: Field, fill: Upholstery) -> None:
    if field.ring is not None:
        raise BuildError(f"{where(field)} is no rectangle: its pads would have no straight edges.")
    add_pads(making, field.inside, fill)


def _facets(making: Making, field: Field, fill: Facets) -> None:
    if field.ring is not None or not making.is_free(rectangle_of(field.inside)):
        raise BuildError(f"{where(field)}: facets need a field without outline, openings, sockets and units.")
    add_facets(making, field.inside, fill, field.finish, where(field))


_FILLS: dict[type, Callable[[Making, Field, Any], None]] = {
    Plain: _nothing,
    KeptFree: _nothing,
    Panel: _panel,
    Slats: _slats,
    Grooves: _grooves,
    Frames: _frames,
    Cover: _cover,
    Tiles: _tiles,
    Facets: _facets,
    Shelves: add_shelves,
    Upholstery: _upholstery,
}
