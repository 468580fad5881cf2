"""What a standard was asked for while something was made by it: where another one answers the same, that holds there too."""

from collections.abc import Iterator, Mapping
from typing import Literal

from tallplank.core.job.standard import Standard

Table = Literal["finishes", "hardware"]
Asked = frozenset[tuple[Table, str]]
TABLES: tuple[Table, ...] = ("finishes", "hardware")


class Asking:
    """A standard that notes which of its finishes and hardware are looked up."""

    def __init__(self, standard: Standard) -> None:
        self._asked: set[tuple[Table, str]] = set()
        tables: dict[str, _Noting] = {table: _Noting(getattr(standard, table), table, self._asked) for table in TABLES}
        self.of, self.standard = standard, standard.model_copy(update=tables)

    def begin(self) -> None:
        """Forget what was looked up."""
        self._asked.clear()

    @property
    def asked(self) -> Asked:
        """What was looked up since then."""
        return frozenset(self._asked)


class _Noting(Mapping[str, str]):
    def __init__(self, values: Mapping[str, str], table: Table, asked: set[tuple[Table, str]]) -> None:
        self._values, self._table, self._asked = values, table, asked

    def __getitem__(self, role: str) -> str:
        self._asked.add((self._table, role))
        return self._values[role]

    def __len__(self) -> int:
        return len(self._values)

    def __iter__(self) -> Iterator[str]:
        raise NotImplementedError("what goes through all of a table depends on all of it")


def holds(made_by: Standard, now: Standard, asked: Asked) -> bool:
    """Whether what was made by one standard, of which no more was looked up, would be made just the same by another."""
    if made_by is now:
        return True
    if any(getattr(made_by, name) != getattr(now, name) for name in Standard.model_fields if name not in TABLES):
        return False
    return all(getattr(made_by, table).get(role) == getattr(now, table).get(role) for table, role in asked)
