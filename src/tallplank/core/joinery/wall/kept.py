"""The parts of regions and boards that were made before, kept while they are the same: a boundary that is dragged changes few of them.

Those that are alike but for their place are made once, at the corner of the wall, and set where they are.
"""

from collections.abc import Callable, Hashable

from tallplank.core.catalog.catalog import Catalog
from tallplank.core.joinery.setout.collector import Collector
from tallplank.core.joinery.wall.area import Area, rectangle_of
from tallplank.core.joinery.wall.board import Known, MadeBoards, Making
from tallplank.core.measure.keep import Keep
from tallplank.core.measure.memo import Same
from tallplank.core.space.frame import Vec


def kept_of(keep: Keep, catalog: Catalog, around: Hashable) -> Known:
    """What was made before of a wall, by the catalogue and all else that the whole of it depends on."""
    known: Known = keep.table("walls").get((Same(catalog), around), Known)
    return known


def add_kept(making: Making, of: Hashable, area: Area, add: Callable[[Making], None]) -> None:
    """Add what `add` makes of a region or a board within an area.

    It depends on nothing but `of`, on what there is not free to it, and on what the whole wall depends on.
    """
    making.known.there.get((of, making.near(area)), lambda: _made(making, add)).give(making.out)


def add_like(making: Making, of: Hashable, area: Area, add: Callable[[Making], None]) -> None:
    """Add what `add` makes of a bare area, which it makes at the corner of the wall.

    It depends on nothing but `of`, on how large the area is and on what it stands on.
    """

    def at_corner() -> MadeBoards:
        room, elsewhere = area.at_corner, making.known.elsewhere()
        return _made(making._replace(free=rectangle_of(room), plain=room, covered=(), cut_outs=(), known=elsewhere), add)

    known = making.known.alike.get((of, area.width, area.height, making.behind), at_corner)
    making.out.again(known.parts, Vec(area.x, 0.0, area.z))
    making.out.fittings += known.fittings


def add_kept_like(making: Making, of: Hashable, area: Area, add: Callable[[Making], None]) -> None:
    """The same, which is the very same where that was made there before."""
    making.known.there.get((of, area, making.behind), lambda: _made(making, lambda making: add_like(making, of, area, add))).give(
        making.out
    )


def _made(making: Making, add: Callable[[Making], None]) -> MadeBoards:
    out = Collector(making.catalog)
    add(making.into(out))
    return MadeBoards.of(out)
