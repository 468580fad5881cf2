"""What an opening holds beside shelves and drawers: hanging rails, racks, baskets, bins, dish racks, a niche for an appliance.

Source: common practice; the room that each needs stands in its record.
"""

from collections.abc import Iterator
from itertools import product

from tallplank.core.catalog.hardware import Insert, Rail
from tallplank.core.error import mm
from tallplank.core.job.inside import INSIDES
from tallplank.core.joinery.inside.appliance import add_niche
from tallplank.core.joinery.part.part import BuildError, Piece
from tallplank.core.joinery.rule.choice import Choice
from tallplank.core.joinery.setout.box import Box
from tallplank.core.joinery.setout.collector import Bore, Collector
from tallplank.core.joinery.setout.layout import Cell
from tallplank.core.joinery.setout.plane import Plane
from tallplank.core.measure.size import Size
from tallplank.core.measure.source import Decided
from tallplank.core.space.frame import Vec

RAIL_FROM_BACK, RAIL_BELOW = 300.0, 60.0
"""The middle of a hanging rail before the back and below what is above it. Source: about 300 from the back, common practice."""
WIRE, MESH = 6.0, 60.0
BRACKETS = 2


def add_inside(choice: Choice, box: Box, cell: Cell, plane: Plane, out: Collector) -> None:
    """Add what the opening holds.

    Raises:
        BuildError: the item needs more room than there is; the text says how much.
    """
    sort = INSIDES[cell.opening.inside]
    assert sort.role is not None, "what is built of boards is built elsewhere"
    if sort.role == "appliance":
        add_niche(choice, box, cell, plane, out)
        return
    item = choice.item(sort.role, cell.opening.item)
    if not isinstance(item, Rail | Insert):
        raise BuildError(f"{item.name} is nothing that an opening holds.")
    depth = box.back_face - plane.inner
    for what, need, there in zip(("wide", "deep", "high"), item.room, (cell.x.way.value, depth, cell.z.clear.value), strict=True):
        if need > there + 1e-6:
            raise BuildError(f"{item.name} needs an opening {mm(need)} {what}; there are {mm(there)}.")
    if isinstance(item, Rail):
        _add_rail(choice, box, cell, item, out)
        return
    out.fit(item, Size.of(1, "to an opening", cell.source), item.name)
    low, high = _standing(box, cell, plane, item, hung=sort.hung)
    bars = _solid(low, high) if sort.solid else _wire(low, high)
    out.pieces.extend(Piece(item.role, item.colour, a, b) for a, b in bars)


def _add_rail(choice: Choice, box: Box, cell: Cell, item: Rail, out: Collector) -> None:
    bracket, half = choice.hardware("bracket"), item.thick / 2
    y, z = max(box.back_face - RAIL_FROM_BACK, (box.front + box.back_face) / 2), cell.z.clear_end - RAIL_BELOW
    if z < cell.z.clear_at + RAIL_BELOW:
        raise BuildError(f"A hanging rail does not fit into a clear height of {mm(cell.z.clear.value)}.")
    length = round(cell.x.clear.value - bracket.thick, 1)
    out.fit(item, Size.of(1, "rail to an opening", cell.source), f"cut to {length:g}", length)
    out.fit(bracket, Size.of(BRACKETS, "brackets to a rail", Decided("hardware", "bracket")), "hanging rail")
    low, high = Vec(cell.x.clear_at, y - half, z - half), Vec(cell.x.clear_end, y + half, z + half)
    out.pieces.append(Piece("rail", item.colour, low, high))
    for x, sign in ((cell.x.clear_at, -1.0), (cell.x.clear_end, 1.0)):
        for bored in bracket.box_holes:
            point = Vec(x, y + bored.x, z + bored.z)
            out.bore_at(point, Vec(sign, 0.0, 0.0), Bore("rail", bored.diameter, bored.depth), ("gable", "partition"))


def _standing(box: Box, cell: Cell, plane: Plane, item: Insert, *, hung: bool) -> tuple[Vec, Vec]:
    """The outline of an item: as wide as its record or as the opening, standing on the floor of it or hung from the top."""
    width = min(item.length or cell.x.way.value - 2 * item.side_clearance, cell.x.way.value)
    depth, height = item.room[1] or box.back_face - plane.inner - 20.0, item.room[2] or cell.z.clear.value / 2
    x = (cell.x.way_at + cell.x.way_end - width) / 2
    y = plane.inner + 10.0
    z = cell.z.clear_end - height if hung else max(cell.z.clear_at, cell.z.way_at) + WIRE
    return Vec(x, y, z), Vec(x + width, min(y + depth, box.back_face), min(z + height, cell.z.clear_end))


def _solid(low: Vec, high: Vec) -> Iterator[tuple[Vec, Vec]]:
    yield low, Vec(high.x, high.y, low.z + (high.z - low.z) * 0.86)


def _wire(low: Vec, high: Vec) -> Iterator[tuple[Vec, Vec]]:
    """A basket of wire: a rim, four posts, and a floor of bars."""
    w, rim = WIRE, low.z + (high.z - low.z) * 0.55
    for z in (low.z, rim):
        yield Vec(low.x, low.y, z), Vec(high.x, low.y + w, z + w)
        yield Vec(low.x, high.y - w, z), Vec(high.x, high.y, z + w)
        yield Vec(low.x, low.y, z), Vec(low.x + w, high.y, z + w)
        yield Vec(high.x - w, low.y, z), Vec(high.x, high.y, z + w)
    for x, y in product((low.x, high.x - w), (low.y, high.y - w)):
        yield Vec(x, y, low.z), Vec(x + w, y + w, rim)
    bars = max(int((high.x - low.x) / MESH), 1)
    for i in range(1, bars):
        x = low.x + (high.x - low.x) * i / bars
        yield Vec(x, low.y, low.z), Vec(x + w / 2, high.y, low.z + w / 2)
