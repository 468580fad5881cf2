"""What was made before, kept by whoever makes it and handed down: each kind of it by its name, for as long as it is asked for."""

from collections.abc import Hashable
from threading import RLock
from typing import Any, TypeVar
from weakref import WeakValueDictionary

from tallplank.core.measure.memo import Rounds, Same

_H = TypeVar("_H", bound=Hashable)
ROUNDS = 4
"""Jobs that are made before what none of them asked for is forgotten, one time in so many: an edit makes one, or two."""


class Keep:
    """Tables of what was made. Several jobs may share one; it is dropped with whoever made them.

    Threads may ask at once: at worst two reckon the same. What changes things that are kept takes the lock.
    """

    def __init__(self) -> None:
        self._tables: dict[str, Rounds[Any]] = {}
        self._alike: WeakValueDictionary[Hashable, Same[Any]] = WeakValueDictionary()
        """For as long as somebody has them: what is like a thing that was made long ago must find it."""
        self._made = 0
        self.lock = RLock()

    def table(self, name: str) -> Rounds[Any]:
        """What was made under a name, by all that it depends on."""
        found = self._tables.get(name)
        return self._tables.setdefault(name, Rounds()) if found is None else found

    def alike(self, key: _H) -> Same[_H]:
        """One and the same stand-in for all keys that are equal, which is quick to look up by."""
        found = self._alike.get(key)
        return self._alike.setdefault(key, Same(key)) if found is None else found

    def turn(self) -> None:
        """Another job is made: what was asked for by none of the last ones is forgotten."""
        self._made += 1
        if self._made % ROUNDS == 0:
            for table in self._tables.values():
                table.turn()

    def __len__(self) -> int:
        return sum(map(len, self._tables.values()))
