"""Parts in lots, of which many are others set elsewhere: a wall of panels that are alike is reckoned, drawn and shown by the lot."""

from collections import Counter
from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass
from itertools import chain

from tallplank.core.joinery.part.part import Part, stood
from tallplank.core.measure.memo import Each, IdentityMemo, are_same
from tallplank.core.space.frame import Frame, Vec

AT_ONCE = 30
"""So many parts that are alike make a lot."""
LOOSE = 10
"""So many that are like no others do, so that one which changes has few beside it."""
LEAST = 3
"""Of fewer parts it is not worth while to say that they are like others."""
NOWHERE = Vec(0.0, 0.0, 0.0)


@dataclass(frozen=True, slots=True, eq=False)
class Lot:
    """Parts, and those that they are `like` but for being `by` so far from them: themselves, where they are like no others."""

    parts: tuple[Part, ...]
    like: tuple[Part, ...]
    by: Vec = NOWHERE

    @classmethod
    def again(cls, like: tuple[Part, ...], by: Vec) -> "Lot":
        """Parts that are not bored once more, so far from where they are."""
        x, y, z = by
        found = []
        for part in like:
            (a, b, c), frame = part.frame.origin, part.frame
            found.append(stood(part, Frame(Vec(a + x, b + y, c + z), frame.x, frame.y, frame.z)))
        return cls(tuple(found), like, by)


class InLots(tuple[Part, ...]):
    """Parts that know their lots."""

    lots: tuple[Lot, ...]


def in_lots(parts: Sequence[Part], known: Sequence[tuple[int, Lot]]) -> InLots:
    """Parts in the lots that begin at these places, as far as they are still the same and worth it, and others between them."""
    found, lots, at = InLots(parts), list[Lot](), 0
    known = [(start, lot) for start, lot in known if len(lot.parts) >= LEAST]
    often = Counter([id(lot.like) for _, lot in known])
    for start, lot in known:
        stop = start + len(lot.parts)
        if often[id(lot.like)] > 1 and start >= at and are_same(found[start:stop], lot.parts):
            if start > at:
                lots += _loose(found[at:start])
            lots.append(lot)
            at = stop
    found.lots = (*lots, *_loose(found[at:]))
    return found


def lots_of(parts: tuple[Part, ...]) -> tuple[Lot, ...]:
    """The lots of any parts; the very same ones for the very same parts."""
    return parts.lots if isinstance(parts, InLots) else _LOTS.get((parts,), lambda: tuple(_loose(parts)))


def rows_of(parts: tuple[Part, ...]) -> list[tuple[Part, ...]]:
    """The parts lot by lot: those of lots that did not change are the very same rows."""
    return [lot.parts for lot in lots_of(parts)]


def likes_of(parts: tuple[Part, ...]) -> list[tuple[Part, ...]]:
    """What the lots of parts are like: all that is the same wherever they are is reckoned from this."""
    return [lot.like for lot in lots_of(parts)]


class Picked:
    """Keeps which parts something is true of wherever they are: of lots that are like one another it is asked once."""

    def __init__(self) -> None:
        self._known: Each[tuple[Part, ...], list[Part]] = Each(4000)

    def of(self, parts: tuple[Part, ...], pick: Callable[[Sequence[Part]], list[Part]], *beside: object) -> list[Part]:
        """Those that `pick` finds, in their order; what else it depends on is `beside`, by its identity."""
        lots = lots_of(parts)
        likes = self._known.of([lot.like for lot in lots], pick, *beside)
        rows = [lot.parts for lot, some in zip(lots, likes, strict=True) if some]
        return list(chain.from_iterable(self._known.of(rows, pick, *beside)))


def _loose(parts: tuple[Part, ...]) -> Iterator[Lot]:
    for start in range(0, len(parts), LOOSE):
        some = parts[start : start + LOOSE]
        yield _LOOSE.get(some, lambda some=some: Lot(some, some))  # type: ignore[misc]


_LOTS: IdentityMemo[tuple[Lot, ...]] = IdentityMemo(1000)
_LOOSE: IdentityMemo[Lot] = IdentityMemo(8000)
