"""Whether two parts are the same piece of work, however they lie: equal once one of them is turned; or mirror images, which are not.

A board can be turned about its three axes by half a turn; a left one never becomes a right one by that.
"""

from collections.abc import Hashable, Iterable, Iterator
from itertools import product
from math import prod
from typing import NamedTuple, get_args
from zlib import crc32

import numpy as np
from numpy.typing import NDArray

from tallplank.core.joinery.part.hole import HoleKind, Pocket, PocketKind
from tallplank.core.joinery.part.part import Part

Doubles = NDArray[np.float64]
Signs = tuple[float, float, float]
WAYS: tuple[Signs, ...] = tuple(product((1.0, -1.0), repeat=3))  # type: ignore[arg-type]
TURNS = tuple(way for way in WAYS if prod(way) > 0)
"""How a board may come to lie: as it is, and turned by half a turn about each of its axes."""
MIRRORS = tuple(way for way in WAYS if prod(way) < 0)
FINE, OFF_GRID = 1000.0, 0.3137
"""Places are the same to a thousandth of a millimetre, counted from where no half of one lies on a border: inch work is full of them."""
_HOLES: tuple[str, ...] = get_args(HoleKind)
_POCKETS: tuple[str, ...] = get_args(PocketKind)
_OF_HOLE, _OF_POCKET, _OF_RING, _OF_FORM, _OF_BAND, _OF_COAT = (1000.0 * n for n in range(6))
_WIDTH = 10


class Group(NamedTuple):
    """Parts that are one piece of work; `hand` is L or R where there is, or may be, a mirror image of it, that is another piece."""

    parts: tuple[Part, ...]
    number: int
    """The same for two that are mirror images."""
    hand: str = ""


def grouped_alike(parts: Iterable[Part]) -> list[Group]:
    """The parts in groups of one piece of work each, in the order in which they come; mirror images beside each other."""
    by_size: dict[Hashable, list[list[_Seen]]] = {}
    for part in parts:
        groups = by_size.setdefault((part.tag.unhanded, part.board, part.size, part.cut_length, part.cut_width), [])
        seen = _Seen(part)
        group = next((g for g in groups if g[0].is_alike(seen)), None)
        if group is not None:
            group.append(seen)
        else:
            groups.append([seen])
    found: list[Group] = []
    for groups in by_size.values():
        found += _handed(groups, found[-1].number if found else 0)
    return found


def are_alike(a: Part, b: Part) -> bool:
    """Whether two parts of one size and board are banded, shaped and machined alike, once one of them is turned."""
    return _Seen(a).is_alike(_Seen(b))


def are_mirrored(a: Part, b: Part) -> bool:
    """Whether two parts of one size and board are mirror images of one another."""
    return _Seen(a).mirrors(_Seen(b))


class _Seen:
    """A part with what is banded, shaped, bored and cut of it; looked at only when that is asked."""

    def __init__(self, part: Part) -> None:
        self.part = part
        self._rows: Doubles | None = None

    def is_alike(self, other: "_Seen") -> bool:
        """Whether one is the other, turned."""
        return self._comes_to(other, TURNS)

    def mirrors(self, other: "_Seen") -> bool:
        """Whether one is the mirror image of the other."""
        return self._comes_to(other, MIRRORS)

    def _comes_to(self, other: "_Seen", ways: Iterable[Signs]) -> bool:
        a, b = self.part, other.part
        if (len(a.holes), len(a.pockets), a.form.is_square) != (len(b.holes), len(b.pockets), b.form.is_square):
            return False
        return any(self.after((1.0, 1.0, 1.0)) == other.after(way) for way in ways)

    def after(self, way: Signs) -> Hashable:
        """What there is to see, turned or mirrored, in an order of its own."""
        e = self.part.edges
        along = (e.l2, e.l1) if way[1] < 0 else (e.l1, e.l2)
        across = (e.w2, e.w1) if way[0] < 0 else (e.w1, e.w2)
        rows = self.rows
        if not len(rows):
            return along, across, b""
        low, high = self.part.form.span(self.part.size)
        signs = np.array(way)
        start = np.where(signs < 0, np.add(low, high), 0.0)
        found = rows.copy()
        found[:, 1:4] = found[:, 1:4] * signs + start
        found[:, 4:7] *= signs
        found = np.floor(found * FINE + OFF_GRID)
        return along, across, found[np.lexsort(found.T)].tobytes()

    @property
    def rows(self) -> Doubles:
        """Its holes, cuts and corners: a kind, a place, a way, and three sizes that no turn changes."""
        if self._rows is None:
            part = self.part
            found = [*_holes(part), *_pockets(part.pockets), *_form(part)]
            self._rows = np.array(found, dtype=np.float64).reshape(-1, _WIDTH)
        return self._rows


def _holes(part: Part) -> Iterator[tuple[float, ...]]:
    for what, at, into, diameter, depth, _ in part.holes:
        yield (_OF_HOLE + _HOLES.index(what), *at, *into, diameter, depth, 0.0)


def _pockets(pockets: Iterable[Pocket]) -> Iterator[tuple[float, ...]]:
    for p in pockets:
        middle = [(a + b) / 2 for a, b in zip(p.low, p.high, strict=True)]
        half = [(b - a) / 2 for a, b in zip(p.low, p.high, strict=True)]
        yield (_OF_POCKET + _POCKETS.index(p.what), *middle, 0.0, 0.0, 0.0, *half)
        for x, y in p.outline or ():
            yield (_OF_RING, x, y, middle[2], 0.0, 0.0, 0.0, 0.0, 0.0, 0.0)


def _form(part: Part) -> Iterator[tuple[float, ...]]:
    length, width, thick = part.size
    nothing = (0.0,) * 6
    for mark in part.form.marks(part.size):
        yield (_OF_FORM + mark.kind, mark.x, mark.y, mark.z, *nothing)
    for edge in part.shaped_edges:
        for x, y in edge.points:
            yield (_OF_BAND, x, y, thick / 2, *nothing[:3], float(crc32(edge.band.encode())), 0.0, 0.0)
    if part.finish.coated_faces == 1:
        yield (_OF_COAT, length / 2, width / 2, thick, *nothing)


def _handed(groups: list[list[_Seen]], last: int) -> Iterator[Group]:
    """Groups of one size with their numbers and hands; mirror images share a number, the left one first."""
    left = list(groups)
    number = last
    while left:
        group, number = left.pop(0), number + 1
        mate = next((other for other in left if group[0].mirrors(other[0])), None)
        if mate is None:
            yield Group(_parts(group), number, _own_hand(group))
            continue
        left.remove(mate)
        first, second = (mate, group) if _own_side(group) == "R" or _own_side(mate) == "L" else (group, mate)
        yield Group(_parts(first), number, "L")
        yield Group(_parts(second), number, "R")


def _own_hand(group: list[_Seen]) -> str:
    """The hand of a piece without a mirror image here: that of its side, where it is another one than its own mirror image."""
    side = _own_side(group)
    return side if side and not group[0].mirrors(group[0]) else ""


def _own_side(group: list[_Seen]) -> str:
    sides = {seen.part.tag.side for seen in group}
    return {"left": "L", "right": "R"}.get(next(iter(sides)), "") if len(sides) == 1 else ""


def _parts(group: list[_Seen]) -> tuple[Part, ...]:
    return tuple(seen.part for seen in group)
