"""The parts of regions and boards that were made before, kept while they are the same: a boundary that is dragged changes few of them."""

from collections import OrderedDict
from collections.abc import Callable, Hashable
from dataclasses import replace

from tallplank.core.joinery.part.part import Part
from tallplank.core.joinery.setout.collector import Collector
from tallplank.core.joinery.wall.board import Making
from tallplank.core.measure.memo import Same

MOST = 20_000
_PARTS: OrderedDict[Hashable, tuple[Part, ...]] = OrderedDict()
"""By all that they depend on."""


_ALIKE: dict[Hashable, Same[Hashable]] = {}


def alike(key: Hashable) -> Same[Hashable]:
    """One and the same stand-in for all keys that are equal, which is quick to look up by."""
    if len(_ALIKE) > MOST:
        _ALIKE.clear()
    return _ALIKE.setdefault(key, Same(key))


def add_kept(making: Making, of: tuple[Hashable, ...], add: Callable[[Making], None]) -> None:
    """Add what `add` makes of a region or a board, which depends on nothing but `of` and how the wall is made."""
    key = (Same(making.catalog), making.around, *of)
    known = _PARTS.get(key)
    if known is None:
        own = Collector(making.catalog)
        add(replace(making, out=own))
        known = _PARTS[key] = own.finished()
        if len(_PARTS) > MOST:
            _PARTS.popitem(last=False)
    making.out.parts += known
