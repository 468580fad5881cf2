"""The parts of regions and boards that were made before, kept while they are the same: a boundary that is dragged changes few of them."""

from collections import OrderedDict
from collections.abc import Callable, Hashable
from dataclasses import replace
from typing import NamedTuple

from tallplank.core.joinery.part.part import Fitting, Part, Piece
from tallplank.core.joinery.setout.collector import Collector
from tallplank.core.joinery.wall.board import Making
from tallplank.core.measure.memo import Same

MOST = 20_000


class Kept(NamedTuple):
    """What was made of a region or a board."""

    parts: tuple[Part, ...]
    fittings: tuple[Fitting, ...]
    pieces: tuple[Piece, ...]


_PARTS: OrderedDict[Hashable, Kept] = OrderedDict()
"""By all that it depends on."""


def add_kept(making: Making, of: tuple[Hashable, ...], add: Callable[[Making], None]) -> None:
    """Add what `add` makes of a region or a board, which depends on nothing but `of` and how the wall is made."""
    key = (Same(making.catalog), making.around, *of)
    known = _PARTS.get(key)
    if known is None:
        own = Collector(making.catalog)
        add(replace(making, out=own))
        known = _PARTS[key] = Kept(own.finished(), tuple(own.fittings), tuple(own.pieces))
        if len(_PARTS) > MOST:
            _PARTS.popitem(last=False)
    making.out.parts += known.parts
    making.out.fittings += known.fittings
    making.out.pieces += known.pieces
