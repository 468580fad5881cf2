"""The parts of regions and boards that were made before, kept while they are the same: a boundary that is dragged changes few of them."""

from collections import OrderedDict
from collections.abc import Callable, Hashable
from dataclasses import replace

from tallplank.core.catalog.catalog import Catalog
from tallplank.core.joinery.setout.collector import Collector
from tallplank.core.joinery.wall.area import Area
from tallplank.core.joinery.wall.board import Kept, Making
from tallplank.core.measure.memo import Same

MOST_WALLS, MOST = 60, 5000


_WALLS: OrderedDict[Hashable, OrderedDict[Hashable, Kept]] = OrderedDict()
"""By the catalogue and all else that the whole of a wall depends on: what was made there, by what it depends on."""


def kept_of(catalog: Catalog, around: Hashable) -> OrderedDict[Hashable, Kept]:
    """What was made before of a wall."""
    key = (Same(catalog), around)
    known = _WALLS.get(key)
    if known is None:
        known = _WALLS[key] = OrderedDict()
        if len(_WALLS) > MOST_WALLS:
            _WALLS.popitem(last=False)
    return known


def add_kept(making: Making, of: Hashable, area: Area, add: Callable[[Making], None]) -> None:
    """Add what `add` makes of a region or a board within an area.

    It depends on nothing but `of`, on what there is not free to it, and on what the whole wall depends on.
    """
    of = (of, making.near(area))
    known = making.known.get(of)
    if known is None:
        own = Collector(making.catalog)
        add(replace(making, out=own))
        known = making.known[of] = Kept(own.finished(), tuple(own.fittings), tuple(own.pieces))
        if len(making.known) > MOST:
            making.known.popitem(last=False)
    else:
        making.known.move_to_end(of)
    making.out.parts += known.parts
    making.out.fittings += known.fittings
    making.out.pieces += known.pieces
