"""Results kept for as long as their inputs are the very same objects."""

from collections import OrderedDict
from collections.abc import Callable
from typing import Generic, TypeVar

_S = TypeVar("_S")
_T = TypeVar("_T")


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


class ByKey(Generic[_T]):
    """One result per key, kept while its input is the very same object."""

    def __init__(self) -> None:
        self._kept: dict[str, tuple[object, _T]] = {}

    def get(self, key: str, source: _S, compute: Callable[[_S], _T]) -> _T:
        """The kept result if `source` is the object it was computed from, or a new one."""
        known = self._kept.get(key)
        if known is not None and known[0] is source:
            return known[1]
        result = compute(source)
        self._kept[key] = (source, result)
        return result
