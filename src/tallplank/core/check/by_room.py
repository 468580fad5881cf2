"""Checks of whole rooms, kept for as long as nothing in a room changes."""

from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass
from typing import NamedTuple

from tallplank.core.check.guard import Guard
from tallplank.core.check.record import Finding
from tallplank.core.job.room import Room
from tallplank.core.joinery.made import Made, MadeUnit
from tallplank.core.joinery.run.run import Run
from tallplank.core.measure.memo import Same, are_same

Units = tuple[MadeUnit, ...]
Check = Callable[[Made, Room, Units], Iterable[Finding]]


@dataclass(frozen=True, slots=True)
class InRoom:
    """A check of one room with its units and runs, among checks of whole jobs."""

    check: Check


class _Known(NamedTuple):
    room: Room
    units: Units
    runs: tuple[Run, ...]
    told: tuple[tuple[int, tuple[Finding, ...]], ...]
    """What was found, each with the number of its check."""


class RoomChecker:
    """Looks through jobs one after the other with checks that depend on one room, what is in it, and how the job shows lengths."""

    def __init__(self, checks: Sequence[Check]) -> None:
        self._checks = checks
        self._known: dict[str, _Known] = {}
        self._beside: tuple[object, ...] = ()

    def look(self, made: Made, guard: Guard) -> list[list[Finding]]:
        """What each check finds in all rooms, in their order."""
        job = made.job
        beside = (Same(made.catalog), Same(job.standard), job.display)
        before, self._known = self._known if beside == self._beside else {}, {}
        self._beside = beside
        found: list[list[Finding]] = [[] for _ in self._checks]
        for room in job.rooms:
            units, runs = made.by_room.get(room.id, ()), made.runs_in.get(room.id, ())
            kept = before.get(room.id)
            if kept is None or kept.room is not room or not are_same(kept.units, units) or not are_same(kept.runs, runs):
                kept = _Known(room, units, runs, self._anew(made, room, units, guard))
            self._known[room.id] = kept
            for number, told in kept.told:
                found[number] += told
        if guard.faults:
            self._known = {}
        return found

    def _anew(self, made: Made, room: Room, units: Units, guard: Guard) -> tuple[tuple[int, tuple[Finding, ...]], ...]:
        found = [tuple(guard.found(check, (), made, room, units)) for check in self._checks]
        return tuple([(number, told) for number, told in enumerate(found) if told])
