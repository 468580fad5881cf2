"""Checks that fail take nothing down: what went wrong is told once, as a finding that names the check, and kept for a report."""

from collections.abc import Callable, Iterable, Iterator
from typing import ParamSpec

from tallplank.core.check.record import Finding

_P = ParamSpec("_P")


class Guard:
    """Runs checks; remembers those that failed, each with the first error and the units that it was about."""

    def __init__(self) -> None:
        self._failed: dict[str, tuple[Exception, list[str]]] = {}

    def begin(self) -> None:
        """Forget what failed in the last job."""
        self._failed = {}

    def found(self, check: Callable[_P, Iterable[Finding]], units: Iterable[str], *args: _P.args, **named: _P.kwargs) -> Iterator[Finding]:
        """What a check finds; nothing more once it fails."""
        try:
            yield from tuple(check(*args, **named))
        except Exception as fault:  # noqa: BLE001  whatever a check stumbles over, all others must stand
            self.note(name := name_of(check), fault)
            self._failed[name][1].extend(units)

    def note(self, name: str, fault: Exception) -> None:
        """Remember what failed otherwise."""
        self._failed.setdefault(name, (fault, []))

    @property
    def faults(self) -> tuple[Exception, ...]:
        """The first error of each check that failed."""
        return tuple(fault for fault, _ in self._failed.values())

    def findings(self) -> Iterator[Finding]:
        """One for each check that failed."""
        for name, (fault, about) in self._failed.items():
            text = f"The check of {name} failed: {type(fault).__name__}. This is a fault of the program; all other checks stand."
            yield Finding("error", CODE, text, "Undo the last change, or go on without it.", tuple(dict.fromkeys(about)))


CODE = "check-failed"


def name_of(check: Callable[..., object]) -> str:
    """What a check is called in words: as its function is, or what looks through jobs with it."""
    name = getattr(getattr(check, "__self__", None), "name", None) or check.__name__
    return str(name).strip("_").replace("_", " ")
