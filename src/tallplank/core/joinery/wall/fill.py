"""What fills the regions of a paneled wall, each made into boards: one function for each kind of fill."""

from collections.abc import Callable
from itertools import product
from math import floor
from typing import Any

from shapely import Polygon

from tallplank.core.catalog.hardware import Molding
from tallplank.core.error import mm
from tallplank.core.job.scheme import Cover, Frames, Grooves, Kept, Panel, Plain, Shelves, Slats, Tiles
from tallplank.core.joinery.part.hole import Pocket
from tallplank.core.joinery.part.part import BuildError, Tag
from tallplank.core.joinery.setout.collector import Lay
from tallplank.core.joinery.wall.board import Making, add_boards, pieces_within, rectangle_of
from tallplank.core.joinery.wall.mold import add_frame_of
from tallplank.core.joinery.wall.solve import SAME, Area, Field
from tallplank.core.measure.divide import DivideError, slats
from tallplank.core.measure.size import Size
from tallplank.core.space.frame import Vec


def add_fill(making: Making, field: Field) -> None:
    """The parts that fill a field.

    Raises:
        BuildError: its fill does not fit into it.
    """
    _FILLS[type(field.region.fill)](making, field, field.region.fill)


def within(field: Field, border: float) -> Area:
    """What is left of a field within a border.

    Raises:
        BuildError: nothing is.
    """
    area = field.area.within(border)
    if min(area.width, area.height) <= 0:
        smallest = min(field.area.width, field.area.height)
        raise BuildError(f"{where(field)} is {mm(smallest)} across: its border is less than {mm(smallest / 2)}.")
    return area


def where(field: Field) -> str:
    """A field in words."""
    return f"Region {'.'.join(str(i + 1) for i in field.path)}" if field.path else "The region"


def _nothing(making: Making, field: Field, fill: object) -> None:
    """Nothing is planted on the wall."""


def _panel(making: Making, field: Field, panel: Panel) -> None:
    area, level = within(field, panel.border), making.behind
    if panel.raised:
        finish = making.finish(field.finish, panel.raised)
        add_boards(making, Tag("panel"), rectangle_of(area), finish, level, upright=True)
    molding = making.catalog.hardware.get(panel.mold or "")
    if isinstance(molding, Molding):
        edge = area if not panel.raised else area.within(-molding.rise)
        way = rectangle_of(edge).difference(rectangle_of(edge.within(molding.rise)))
        if making.free.contains(way):
            add_frame_of(making, edge, molding, making.finish(field.finish), level)


def _slats(making: Making, field: Field, fill: Slats) -> None:
    area, upright = field.area, fill.way == "upright"
    across, along = (area.width, area.height) if upright else (area.height, area.width)
    try:
        count, gap = slats(across, fill.width, fill.gap)
    except DivideError as problem:
        raise BuildError(f"{where(field)}: {problem.text}") from None
    finish = making.finish(field.finish, fill.width)
    lengths = pieces_within(0.0, along, [], making.catalog.boards[finish.board].sheet[0])
    for i, (a, b) in product(range(count), lengths):
        at = i * (fill.width + gap)
        place = Area(area.x + at, area.z + a, fill.width, b - a) if upright else Area(area.x + a, area.z + at, b - a, fill.width)
        sizes = (Size.of(b - a, "length of the region"), Size.of(fill.deep, "depth of a slat"), Size.of(fill.width, "width of a slat"))
        if not making.free.contains(rectangle_of(place)):
            add_boards(making, Tag("slat"), rectangle_of(place), making.finish(field.finish, fill.deep), making.behind, upright=upright)
            continue
        lay = Lay("+z", "-y", (place.x, making.behind, place.z)) if upright else Lay("+x", "-y", (place.x, making.behind, place.top))
        making.out.add(Tag("slat"), "front", "front", finish, sizes, lay)


def _grooves(making: Making, field: Field, fill: Grooves) -> None:
    area, finish, upright = field.area, making.finish(field.finish), fill.way == "upright"
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
        add_boards(making, Tag("grooved panel"), rectangle_of(place), finish, making.behind, upright=upright, cuts=cuts)


def _frames(making: Making, field: Field, fill: Frames) -> None:
    area = field.area
    for number, frame in enumerate(fill.frames, 1):
        outer = area.within(frame.inset)
        inner = outer.within(frame.width)
        if min(inner.width, inner.height) <= 0:
            raise BuildError(f"{where(field)}: there is no room for frame {number} of {len(fill.frames)}.")
        finish = making.finish(field.finish, frame.thick)
        for side, x in (("left", outer.x), ("right", inner.right)):
            upright = rectangle_of(Area(x, outer.z, frame.width, outer.height))
            add_boards(making, Tag("frame board", side, number), upright, finish, making.behind, upright=True)
        for side, z in (("lower", outer.z), ("upper", inner.top)):
            level = rectangle_of(Area(inner.x, z, inner.width, frame.width))
            add_boards(making, Tag("frame board", side, number), level, finish, making.behind, upright=False)
        area = inner


def _cover(making: Making, field: Field, fill: Cover) -> None:
    area = within(field, fill.border)
    finish = making.catalog.finishes.get(fill.finish or "")
    if finish is None:
        finish = next(f for f in making.catalog.finishes.values() if "glass" in f.roles)
    shape: Polygon = rectangle_of(area)
    add_boards(making, Tag("sheet"), shape, finish, making.behind, upright=True)


def _tiles(making: Making, field: Field, fill: Tiles) -> None:
    finish = making.finish(field.finish, fill.raised)
    columns = tile_spans(field.area.width, fill.width, fill.gap, scaled=fill.fit == "scaled")
    rows = tile_spans(field.area.height, fill.height, fill.gap, scaled=fill.fit == "scaled")
    for (x0, x1), (z0, z1) in product(columns, rows):
        area = Area(field.area.x + x0, field.area.z + z0, x1 - x0, z1 - z0)
        add_boards(making, Tag("tile"), rectangle_of(area), finish, making.behind, upright=True)


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


def _shelves(making: Making, field: Field, fill: Shelves) -> None:
    finish, area, back = making.finish(field.finish), field.area, making.behind
    thick, deep = Size.of(finish.thickness, "board"), Size.of(fill.deep, "depth of the shelves")
    clear = area.within(finish.thickness) if fill.boxed else area
    free = clear.height - fill.count * finish.thickness
    if clear.width <= 0 or free <= 0:
        raise BuildError(f"{where(field)}: {fill.count} shelves do not fit into {mm(area.height)}.")
    if fill.boxed:
        for side, x in (("left", area.x + finish.thickness), ("right", area.right)):
            lay = Lay("+z", "-y", (x - finish.thickness, back, area.z))
            sizes = (Size.of(area.height, "height of the region"), deep, thick)
            making.out.add(Tag("wall box side", side), "front", "front", finish, sizes, lay)
    levels = [clear.z + (i + 1) * free / (fill.count + 1) + i * finish.thickness for i in range(fill.count)]
    boards = [("wall shelf", z) for z in levels]
    if fill.boxed:
        boards += [("wall box floor", area.z), ("wall box top", area.top - finish.thickness)]
    for name, z in boards:
        lay = Lay("+x", "-y", (clear.x, back, z + finish.thickness))
        sizes = (Size.of(clear.width, "between its sides"), deep, thick)
        making.out.add(Tag(name), "front", "front", finish, sizes, lay, kind="shelf" if name == "wall shelf" else "other")


_FILLS: dict[type, Callable[[Making, Field, Any], None]] = {
    Plain: _nothing,
    Kept: _nothing,
    Panel: _panel,
    Slats: _slats,
    Grooves: _grooves,
    Frames: _frames,
    Cover: _cover,
    Tiles: _tiles,
    Shelves: _shelves,
}
