"""Parts in lots, of which many are others set elsewhere: a wall of panels that are alike is reckoned, drawn and shown by the lot."""

from collections import Counter
from collections.abc import Callable, Hashable, Iterator, Sequence
from dataclasses import dataclass
from itertools import chain
from typing import TypeVar

from tallplank.core.joinery.part.part import Part, Parts
from tallplank.core.measure.carry import Carrying, carried_by
from tallplank.core.measure.keep import Keep
from tallplank.core.measure.memo import are_same
from tallplank.core.space.frame import Vec

AT_ONCE = 30
"""So many parts that are alike make a lot."""
LOOSE = 10
"""So many that are like no others do, so that one which changes has few beside it."""
LEAST = 3
"""Of fewer parts it is not worth while to say that they are like others, if these are few too."""
NOWHERE = Vec(0.0, 0.0, 0.0)
_T = TypeVar("_T")


@dataclass(frozen=True, eq=False)
class Lot(Carrying):
    """Parts, and those that they are `like` but for being `by` so far from them: themselves, where they are like no others."""

    parts: Parts
    like: Parts
    by: Vec = NOWHERE

    @classmethod
    def again(cls, like: Parts, by: Vec) -> "Lot":
        """Parts that are not bored once more, so far from where they are."""
        return cls(like.moved(by), like, by)


def in_lots(parts: Parts, known: Sequence[tuple[int, Lot]], keep: Keep) -> Parts:
    """Parts in the lots that begin at these places, as far as they are still the same and worth it, and others between them."""
    lots, at = list[Lot](), 0
    often = Counter([id(lot.like) for _, lot in known])
    for start, lot in known:
        count, times = len(lot.parts), often[id(lot.like)]
        if times < 2 or start < at or (count < LEAST and (times < AT_ONCE or not count)):
            continue
        stop = start + count
        if are_same(parts[start:stop], lot.parts):
            lots += _loose(parts[at:start], keep)
            lots.append(lot)
            at = stop
    lots += _loose(parts[at:], keep)
    parts.carried("lots", lambda: tuple(lots))
    return parts


def _loose(parts: Sequence[Part], keep: Keep) -> Iterator[Lot]:
    """Parts in short rows, those that were there before the very same."""
    for some in _rows(parts):
        yield keep.table("loose").by_identity(some, lambda some=some: Lot(some, some))  # type: ignore[misc]


def _rows(parts: Sequence[Part]) -> Iterator[Parts]:
    for start in range(0, len(parts), LOOSE):
        yield Parts(parts[start : start + LOOSE])


def lots_of(parts: Parts) -> tuple[Lot, ...]:
    """The lots of any parts; the very same ones for the very same parts."""
    return parts.carried("lots", lambda: tuple([Lot(some, some) for some in _rows(parts)]))


def of_each(parts: Parts, name: Hashable, compute: Callable[[Parts], _T], *beside: object) -> list[_T]:
    """What is reckoned of the parts lot by lot, where they are; what else it depends on is `beside`."""
    return carried_by([lot.parts for lot in lots_of(parts)], name, compute, *beside)


def of_alike(parts: Parts, name: Hashable, compute: Callable[[Parts], _T], *beside: object) -> list[_T]:
    """The same of what is the same wherever they are: of lots that are alike it is reckoned once."""
    return carried_by([lot.like for lot in lots_of(parts)], name, compute, *beside)


def picked(parts: Parts, name: Hashable, pick: Callable[[Parts], list[Part]], *beside: object) -> list[Part]:
    """Those parts that something is true of wherever they are, in their order."""
    alike = zip(lots_of(parts), of_alike(parts, name, pick, *beside), strict=True)
    rows = [lot.parts for lot, some in alike if some]
    return list(chain.from_iterable(carried_by(rows, name, pick, *beside)))
