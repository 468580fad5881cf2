"""What follows from a thing alone stays with it, for as long as it is there itself: nobody else has to keep it, or to forget it."""

from collections.abc import Callable, Hashable, Iterable
from typing import Any, ClassVar, TypeVar

_T = TypeVar("_T")
_C = TypeVar("_C", bound="Carrying")


class _Store(dict[Hashable, tuple[tuple[object, ...], Any]]):
    """Is like no other and is not copied, so that what is carried does not count when things are compared, nor goes with their copies."""

    def __eq__(self, other: object) -> bool:
        return self is other

    __hash__ = None

    def __deepcopy__(self, memo: object) -> "_Store":
        return _Store()


_NOTHING = _Store()
"""What a thing carries before anything was asked of it; nothing is ever put there."""


class Carrying:
    """Carries what follows from it. Threads may ask at once: at worst both reckon the same.

    What outlives a job, as a record that many share, carries nothing that holds on to what was made of one.
    """

    __slots__ = ()
    _carried: ClassVar[_Store] = _NOTHING

    def carried(self, name: Hashable, compute: Callable[[], _T], *beside: object) -> _T:
        """What was reckoned before under a name, or a new one; where it depends on more than the thing itself, on things `beside`.

        For each name only the last result is kept: of what changes, as a frame that is moved, only the present one is asked for again.
        """
        known = self._carried.get(name)
        if known is None or known[0] != beside:
            known = _store_of(self)[name] = (beside, compute())
        found: _T = known[1]
        return found

    def carries(self, name: Hashable, *beside: object) -> bool:
        """Whether that was reckoned before."""
        known = self._carried.get(name)
        return known is not None and known[0] == beside


def carried_by(things: Iterable[_C], name: Hashable, compute: Callable[[_C], _T], *beside: object) -> list[_T]:
    """The same of each of many things."""

    def anew(thing: _C) -> _T:
        found = compute(thing)
        _store_of(thing)[name] = (beside, found)
        return found

    return [k[1] if (k := t._carried.get(name)) is not None and k[0] == beside else anew(t) for t in things]


def without_carried(values: dict[str, Any]) -> dict[str, Any]:
    """The values of a thing that carries, for one that is like it in part."""
    values.pop("_carried", None)
    return values


def _store_of(thing: Carrying) -> _Store:
    if thing._carried is _NOTHING:
        object.__setattr__(thing, "_carried", _Store())
    return thing._carried
