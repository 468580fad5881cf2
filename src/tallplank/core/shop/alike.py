"""Whether two parts are the same piece of work, however they lie: equal once one of them is turned; or mirror images, which are not.

A board can be turned about its three axes by half a turn; a left one never becomes a right one by that.
"""

from collections.abc import Hashable, Iterable, Iterator
from functools import cached_property
from itertools import product
from math import floor, prod
from typing import NamedTuple, get_args
from zlib import crc32

import numpy as np
from numpy.typing import NDArray

from tallplank.core.joinery.part.hole import HoleKind, Pocket, PocketKind
from tallplank.core.joinery.part.part import Part

Doubles = NDArray[np.float64]
Whole = NDArray[np.int64]
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
_MIX = np.random.default_rng(17).integers(1 << 40, 1 << 62, _WIDTH, dtype=np.int64) | 1
"""Odd numbers without a pattern; sums of their products may run over, which does no harm."""
AS_IT_IS = WAYS[0]
_NUMBER = {way: number for number, way in enumerate(WAYS)}
_SIGNS = np.array([[0 if sign > 0 else 1 for sign in way] for way in WAYS])


class AlikeParts(NamedTuple):
    """Parts that are one piece of work; `hand` is L or R where there is, or may be, a mirror image of it, that is another piece."""

    parts: tuple[Part, ...]
    number: int
    """The same for two that are mirror images."""
    hand: str = ""


def grouped_alike(parts: Iterable[Part]) -> list[AlikeParts]:
    """The parts in groups of one piece of work each, in the order in which they come; mirror images beside each other."""
    by_size: dict[Hashable, list[list[_Seen]]] = {}
    for part in parts:
        sizes = tuple([floor(size * FINE + OFF_GRID) for size in (*part.size, part.cut_length, part.cut_width)])
        groups = by_size.setdefault((part.tag.unhanded, part.board, sizes), [])
        seen = _Seen(part)
        group = next((g for g in groups if g[0].is_alike(seen)), None)
        if group is not None:
            group.append(seen)
        else:
            groups.append([seen])
    found: list[AlikeParts] = []
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
        self._lying: dict[Signs, Whole] = {}

    def is_alike(self, other: "_Seen") -> bool:
        """Whether one is the other, turned."""
        return self._comes_to(other, TURNS)

    def mirrors(self, other: "_Seen") -> bool:
        """Whether one is the mirror image of the other."""
        return self._comes_to(other, MIRRORS)

    def _comes_to(self, other: "_Seen", ways: Iterable[Signs]) -> bool:
        a, b = self.part, other.part
        if AS_IT_IS in ways and _is_as_it_is(a, b):
            return True
        if (len(a.holes), len(a.pockets), a.form.is_square) != (len(b.holes), len(b.pockets), b.form.is_square):
            return False
        bands = self.bands(AS_IT_IS)
        likely = [way for way in ways if other.bands(way) == bands]
        return any(self.sums[0] == other.sums[_NUMBER[way]] and self._is_same(other, way) for way in likely)

    def _is_same(self, other: "_Seen", way: Signs) -> bool:
        """Whether the very same rows are there, in whatever order."""
        one, two = self._after(AS_IT_IS), other._after(way)
        return one.shape == two.shape and (np.array_equal(one, two) or np.array_equal(_in_order(one), _in_order(two)))

    def bands(self, way: Signs) -> tuple[str | None, ...]:
        """What its straight edges are banded with, turned or mirrored."""
        e = self.part.edges
        along = (e.l2, e.l1) if way[1] < 0 else (e.l1, e.l2)
        return (*along, e.w2, e.w1) if way[0] < 0 else (*along, e.w1, e.w2)

    @cached_property
    def sums(self) -> Whole:
        """One number for each way of lying, which no order of the rows changes: parts of other numbers are not the same."""
        rows = self.rows
        seen, turned = _counted(rows) * _MIX, np.hstack((self._far - rows[:, 1:4], -rows[:, 4:7]))
        turned = _counted(turned) * _MIX[1:7]
        by_turning = turned[:, :3] + turned[:, 3:] - seen[:, 1:4] - seen[:, 4:7]
        mixed = seen.sum(axis=1) + _SIGNS @ by_turning.T
        mixed ^= mixed >> 29
        found: Whole = (mixed * _MIX[0]).sum(axis=1)
        return found

    def _after(self, way: Signs) -> Whole:
        """Its rows in whole numbers, turned or mirrored."""
        known = self._lying.get(way)
        if known is None:
            signs, found = np.array(way), self.rows.copy()
            found[:, 1:4] = np.where(signs < 0, self._far - found[:, 1:4], found[:, 1:4])
            found[:, 4:7] *= signs
            known = self._lying[way] = _counted(found)
        return known

    @cached_property
    def rows(self) -> Doubles:
        """Its holes, cuts and corners: a kind, a place, a way, and three sizes that no turn changes."""
        part = self.part
        found = [*_holes(part), *_pockets(part.pockets), *_form(part)]
        return np.array(found, dtype=np.float64).reshape(-1, _WIDTH)

    @cached_property
    def _far(self) -> Doubles:
        """What a place and the one that it comes to add up to."""
        low, high = self.part.form.span(self.part.size)
        return np.add(low, high)


def _is_as_it_is(a: Part, b: Part) -> bool:
    """Whether all that is looked at of two parts is the very same, which is told at once."""
    one, two = ((p.size, p.edges, p.holes, p.pockets, p.finish.coated_faces == 1) for p in (a, b))
    return one == two and (a.form is b.form or a.form == b.form)


def _counted(values: Doubles) -> Whole:
    return np.floor(values * FINE + OFF_GRID).astype(np.int64)


def _in_order(rows: Whole) -> Whole:
    return rows[np.lexsort(rows.T)]


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


def _handed(groups: list[list[_Seen]], last: int) -> Iterator[AlikeParts]:
    """Groups of one size with their numbers and hands; mirror images share a number, the left one first."""
    left = list(groups)
    number = last
    while left:
        group, number = left.pop(0), number + 1
        mate = next((other for other in left if group[0].mirrors(other[0])), None)
        if mate is None:
            yield AlikeParts(_parts(group), number, _own_hand(group))
            continue
        left.remove(mate)
        first, second = (mate, group) if _own_side(group) == "R" or _own_side(mate) == "L" else (group, mate)
        yield AlikeParts(_parts(first), number, "L")
        yield AlikeParts(_parts(second), number, "R")


def _own_hand(group: list[_Seen]) -> str:
    """The hand of a piece without a mirror image here: that of its side, where it is another one than its own mirror image."""
    side = _own_side(group)
    return side if side and not group[0].mirrors(group[0]) else ""


def _own_side(group: list[_Seen]) -> str:
    sides = {seen.part.tag.side for seen in group}
    return {"left": "L", "right": "R"}.get(next(iter(sides)), "") if len(sides) == 1 else ""


def _parts(group: list[_Seen]) -> tuple[Part, ...]:
    return tuple(seen.part for seen in group)
