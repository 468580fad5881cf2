"""The parts of regions and boards that were made before, kept while they are the same: a boundary that is dragged changes few of them.

Those that are alike but for their place are made once, at the corner of the wall, and set where they are.
"""

from collections.abc import Callable, Hashable

from tallplank.core.catalog.catalog import Catalog
from tallplank.core.joinery.paneling.area import Area, rectangle_of
from tallplank.core.joinery.paneling.board import Known, MadeBoards, Making
from tallplank.core.joinery.part.lot import Lot
from tallplank.core.joinery.setout.collector import Collector
from tallplank.core.measure.keep import Keep
from tallplank.core.measure.memo import Same
from tallplank.core.space.frame import Vec


def kept_of(keep: Keep, catalog: Catalog, around: Hashable) -> Known:
    """What was made before of a wall, by the catalogue and all else that the whole of it depends on."""
    known: Known = keep.table("walls").get((Same(catalog), around), Known)
    return known


def add_kept(making: Making, of: Hashable, area: Area, add: Callable[[Making], object]) -> None:
    """Add what `add` makes of a region or a board within an area.

    It depends on nothing but `of`, on what there is not free to it, and on what the whole wall depends on.
    """
    add_made(making, of, area, lambda: boards_by(making, add))


def add_made(making: Making, of: Hashable, area: Area, make: Callable[[], MadeBoards]) -> None:
    """The same of what is made by itself."""
    making.known.there.get((of, making.near(area)), make).give(making.out)


def add_kept_like(making: Making, of: Hashable, area: Area, add: Callable[[Making], object]) -> None:
    """Add what `add` makes of a bare area, as it is elsewhere; the very same where it was made there before."""
    key = (of, area, making.behind)
    making.known.there.get(key, lambda: boards_like(making, of, area, add)).give(making.out)


def boards_like(making: Making, of: Hashable, area: Area, add: Callable[[Making], object]) -> MadeBoards:
    """What `add` makes of a bare area, which it makes at the corner of the wall.

    It depends on nothing but `of`, on how large the area is and on what it stands on.
    """

    def at_corner() -> MadeBoards:
        room, elsewhere = area.at_corner, making.known.elsewhere()
        there = making._replace(free=rectangle_of(room), plain=room, covered=(), cut_outs=(), known=elsewhere)
        return boards_by(there, add)

    known = making.known.alike.get((of, area.width, area.height, making.behind), at_corner)
    lot = Lot.again(known.parts, Vec(area.x, 0.0, area.z))
    return MadeBoards(lot.parts, ((0, lot),), known.fittings, ())


def boards_by(making: Making, add: Callable[[Making], object]) -> MadeBoards:
    """What `add` makes."""
    out = Collector(making.catalog)
    add(making.into(out))
    return MadeBoards.of(out)
