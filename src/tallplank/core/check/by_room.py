"""Checks of whole rooms, kept for as long as nothing in a room changes."""

from collections.abc import Callable, Iterator

from tallplank.core.check.record import Finding
from tallplank.core.job.room import Room
from tallplank.core.joinery.made import Made, MadeUnit
from tallplank.core.measure.memo import are_same

Units = tuple[MadeUnit, ...]


class RoomChecker:
    """Looks through jobs one after the other with a check of one room and the units in it."""

    def __init__(self, check: Callable[[Made, Room, Units], Iterator[Finding]]) -> None:
        self._check = check
        self._known: dict[str, tuple[Room, Units, tuple[Finding, ...]]] = {}

    @property
    def name(self) -> str:
        """The name of its check, by which that is told where it fails."""
        return self._check.__name__

    def findings(self, made: Made) -> Iterator[Finding]:
        """What is found in all rooms, in their order."""
        before, self._known = self._known, {}
        for room in made.job.rooms:
            units = made.by_room.get(room.id, ())
            kept = before.get(room.id)
            if kept is None or kept[0] is not room or not are_same(kept[1], units):
                kept = (room, units, tuple(self._check(made, room, units)))
            self._known[room.id] = kept
            yield from kept[2]
