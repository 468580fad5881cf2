"""Shelves in a field: between what is around them, in a box that stands out, or in a niche that reaches back into a boxing."""

from collections.abc import Iterator, Sequence
from typing import NamedTuple

from shapely import Polygon

from tallplank.core.catalog.finish import Finish
from tallplank.core.catalog.hardware import Supply
from tallplank.core.error import mm
from tallplank.core.job.filling import Shelves
from tallplank.core.joinery.paneling.area import Area
from tallplank.core.joinery.paneling.block import Field
from tallplank.core.joinery.paneling.board import Making
from tallplank.core.joinery.paneling.place import name_of
from tallplank.core.joinery.paneling.shape import level_span
from tallplank.core.joinery.part.part import BuildError, Piece, Tag
from tallplank.core.joinery.part.role import PartRole
from tallplank.core.joinery.rule.choice import chosen_hardware
from tallplank.core.joinery.setout.collector import Lay, Stuff
from tallplank.core.measure.size import Size
from tallplank.core.measure.source import Decided
from tallplank.core.space.frame import Vec
from tallplank.core.space.outline import Ring

LAMP, INSET = (12.0, 8.0), 15.0
"""How deep and how high a strip of light is, and how far it lies behind the front. Source: common practice, no source."""
LIGHT = "#ffedc2"


class _Box(NamedTuple):
    """Where the boards of shelves lie: the y of their backs, and how deep they are."""

    field: Field
    fill: Shelves
    finish: Finish
    back: float
    clear: Area

    @property
    def sizes(self) -> tuple[Size, Size]:
        """Depth and thickness of the boards."""
        return Size.of(self.fill.deep, "depth of the shelves"), Size.of(self.finish.thickness, "board")


def is_niche(field: Field) -> bool:
    """Whether a field is filled with a niche."""
    return isinstance(field.region.fill, Shelves) and field.region.fill.recessed


def niches_of(making: Making, hidden: Sequence[Ring]) -> list[Ring]:
    """What niches take up in a boxing, seen from above.

    Raises:
        BuildError: one reaches through to the wall, or into what the boxing hides.
    """
    found: list[Ring] = []
    scheme = making.solved.scheme
    for field in filter(is_niche, making.solved.leaves):
        fill, area = field.region.fill, field.inside
        assert isinstance(fill, Shelves)
        least = fill.deep + making.finish(field.finish).thickness
        front, back = 0.0 - scheme.stands, least - scheme.stands
        if back > 0.0:
            raise BuildError(f"{name_of(field.path)} is a niche, which takes up {mm(least)}: the boxing is {mm(scheme.stands)} deep.")
        ring = ((area.x, front), (area.right, front), (area.right, back), (area.x, back))
        if any(Polygon(ring).intersects(Polygon(other)) for other in hidden):
            raise BuildError(f"{name_of(field.path)} is a niche that reaches into what the boxing hides.")
        found.append(ring)
    return found


def add_shelves(making: Making, field: Field, fill: Shelves) -> None:
    """Shelves at equal distances, with boards around them and a back where the fill says so.

    Raises:
        BuildError: they do not fit, or there is nothing that a niche could reach into.
    """
    where = name_of(field.path)
    if fill.recessed and (making.solved.scheme.box is None or field.proud):
        raise BuildError(f"{where} is a niche: only a boxing has room for it, where it does not stand proud.")
    if field.ring is not None and (fill.boxed or fill.recessed):
        raise BuildError(f"{where} is no rectangle: its shelves have no box of their own.")
    if any(field.inside.meets(one) for one in making.covered):
        raise BuildError(f"{where}: shelves need a field without openings, and without units before it.")
    finish, area, closed = making.finish(field.finish, all_round=True), field.inside, fill.boxed or fill.recessed
    back = making.behind + (fill.deep if fill.recessed else 0.0)
    found = _Box(field, fill, finish, back, area.within(finish.thickness) if closed else area)
    free = found.clear.height - fill.count * finish.thickness
    if found.clear.width <= 0 or free <= 0:
        raise BuildError(f"{where}: {fill.count} shelves do not fit into {mm(area.height)}.")
    if closed:
        _add_sides(making, found)
    if fill.recessed:
        _add_back(making, found)
    for role, z in _levels(found, free, closed=closed):
        start, stop = (found.clear.x, found.clear.right) if field.ring is None else level_span(field.ring, z, z + finish.thickness)
        lay = Lay("+x", "-y", (start, back, z + finish.thickness))
        sizes = (Size.of(stop - start, "between its sides"), *found.sizes)
        making.out.add(Tag(role), Stuff(finish, "front"), sizes, lay, kind="shelf" if role == "wall shelf" else "other")
        if (role == "wall box top" and fill.lamps != "none") or (role == "wall shelf" and fill.lamps == "all"):
            _add_lamp(making, start, stop, back - fill.deep, z)


def _levels(found: _Box, free: float, *, closed: bool) -> Iterator[tuple[PartRole, float]]:
    """The boards that lie: what they are, and their undersides."""
    thick, count, area = found.finish.thickness, found.fill.count, found.field.inside
    for i in range(count):
        yield "wall shelf", found.clear.z + (i + 1) * free / (count + 1) + i * thick
    if closed:
        yield "wall box floor", area.z
        yield "wall box top", area.top - thick


def _add_sides(making: Making, found: _Box) -> None:
    area, finish = found.field.inside, found.finish
    for side, x in (("left", area.x), ("right", area.right - finish.thickness)):
        sizes = (Size.of(area.height, "height of the region"), *found.sizes)
        making.out.add(Tag("wall box side", side), Stuff(finish, "front"), sizes, Lay("+z", "-y", (x, found.back, area.z)))


def _add_back(making: Making, found: _Box) -> None:
    """The back of a niche, behind its sides."""
    area, finish = found.field.inside, found.finish
    sizes = (Size.of(area.height, "height of the region"), Size.of(area.width, "width of the region"), Size.of(finish.thickness, "board"))
    lay = Lay("+z", "-x", (area.right, found.back + finish.thickness, area.z))
    making.out.add(Tag("niche back"), Stuff(finish, "front"), sizes, lay)


def _add_lamp(making: Making, start: float, stop: float, front: float, under: float) -> None:
    """A strip of light under a board, near its front."""
    item = chosen_hardware(making.catalog, making.standard, None, "lamp")
    (deep, high), at = LAMP, front + INSET
    if isinstance(item, Supply):
        making.out.pieces.append(Piece("lamp", LIGHT, Vec(start, at, under - high), Vec(stop, at + deep, under)))
        making.out.fit(item, Size.of((stop - start) / item.each, "length of the board", Decided("hardware", "lamp")), "under shelves")
