"""Results kept for as long as their inputs are the very same objects."""

from collections import OrderedDict
from collections.abc import Callable, Hashable, Iterator, Sequence
from itertools import compress
from operator import is_, is_not
from typing import Generic, TypeVar, cast

_S = TypeVar("_S")
_T = TypeVar("_T")


class Same(Generic[_T]):
    """Stands for an object in keys and comparisons by its identity; holds on to it, so that the identity is not reused."""

    __slots__ = ("__weakref__", "it")

    def __init__(self, it: _T) -> None:
        self.it = it

    def __eq__(self, other: object) -> bool:
        return isinstance(other, Same) and other.it is self.it

    def __hash__(self) -> int:
        return id(self.it)


def are_same(a: Sequence[object], b: Sequence[object]) -> bool:
    """Whether two rows hold the very same objects."""
    return a is b or (len(a) == len(b) and all(map(is_, a, b)))


def changed(before: Sequence[object], now: Sequence[object]) -> Iterator[int]:
    """The places in which two rows that are as long hold other objects: of thousands of units an edit changes few."""
    return compress(range(len(now)), map(is_not, before, now))


class IdentityMemo(Generic[_T]):
    """Keeps the newest results by the identity of their inputs, which it holds on to so that no identity is reused."""

    def __init__(self, most: int) -> None:
        self._most = most
        self._kept: OrderedDict[tuple[int, ...], tuple[tuple[object, ...], _T]] = OrderedDict()

    def get(self, inputs: tuple[object, ...], compute: Callable[[], _T]) -> _T:
        """The kept result for these very inputs, or a new one."""
        key = tuple(map(id, inputs))
        known = self._kept.get(key)
        if known is not None:
            return known[1]
        result = compute()
        self._kept[key] = (inputs, result)
        if len(self._kept) > self._most:
            self._kept.popitem(last=False)
        return result


class Recent(Generic[_T]):
    """Keeps the results that were asked for last, by their keys."""

    def __init__(self, most: int) -> None:
        self._kept: OrderedDict[Hashable, _T] = OrderedDict()
        self._most = most

    def get(self, key: Hashable, compute: Callable[[], _T]) -> _T:
        """The kept result for a key, or a new one."""
        known = self._kept.get(key)
        if known is not None:
            self._kept.move_to_end(key)
            return known
        known = self._kept[key] = compute()
        if len(self._kept) > self._most:
            self._kept.popitem(last=False)
        return known


class Mapped(Generic[_S, _T]):
    """One result for each of a row of sources, computed anew only where a source is another object than last time."""

    def __init__(self) -> None:
        self._sources: Sequence[_S] = ()
        self._beside: Sequence[object] = ()
        self._results: list[_T] = []
        self._context: object = None

    def of(
        self, sources: Sequence[_S], compute: Callable[[_S], _T], context: object = None, beside: Sequence[object] | None = None
    ) -> list[_T]:
        """The results in the order of the sources; another `context` makes them all anew, another thing `beside` a source just its own."""
        if context != self._context:
            self._sources, self._beside, self._results, self._context = (), (), [], context
        beside = sources if beside is None else beside
        if len(sources) == len(self._sources):
            results, others = self._results.copy(), set(changed(self._sources, sources))
            if beside is not sources:
                others.update(changed(self._beside, beside))
            for i in sorted(others):
                results[i] = compute(sources[i])
        else:
            known = {(id(s), id(b)): r for s, b, r in zip(self._sources, self._beside, self._results, strict=True)}
            keys = ((id(s), id(b)) for s, b in zip(sources, beside, strict=True))
            results = [known[key] if key in known else compute(s) for key, s in zip(keys, sources, strict=True)]
        self._sources, self._beside, self._results = sources, beside, results
        return results


class Rounds(Generic[_T]):
    """Keeps results by their keys for as long as they are asked for: what two rounds running did not use is forgotten."""

    def __init__(self) -> None:
        self._now: dict[Hashable, _T] = {}
        self._before: dict[Hashable, _T] = {}

    def get(self, key: Hashable, compute: Callable[[], _T]) -> _T:
        """The kept result for a key, or a new one."""
        known = self._now.get(key)
        if known is None:
            known = self._before.get(key)
            self._now[key] = known = compute() if known is None else known
        return known

    def by_identity(self, inputs: tuple[object, ...], compute: Callable[[], _T]) -> _T:
        """The same for these very inputs, which are held on to so that no identity is reused."""
        found = cast("Rounds[tuple[tuple[object, ...], _T]]", self).get(tuple(map(id, inputs)), lambda: (inputs, compute()))
        return found[1]

    def turn(self) -> None:
        """Begin another round."""
        self._before, self._now = self._now, {}

    def __len__(self) -> int:
        return len(self._now.keys() | self._before.keys())
