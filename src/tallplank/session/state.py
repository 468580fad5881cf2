"""What views look at: the open job with its history, and what of it is selected, shown and tried."""

from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from pathlib import Path
from typing import Any, Generic, Literal, TypeVar

from tallplank.core.derive.trial import Trial
from tallplank.core.job.history import History
from tallplank.core.job.job import Job
from tallplank.core.job.unit import Unit
from tallplank.core.joinery.made import Pick

Stage = Literal["survey", "layout", "bench", "walls", "finish", "make", "quote"]


_T = TypeVar("_T")


@dataclass(frozen=True, slots=True, eq=False)
class Remembered(Generic[_T]):
    """A key under which one tool or pane keeps what only it knows of, with what holds where it has set nothing.

    It is told to the state by `Store.hold`, read by `of`, and goes with the open job; that `of_room` also when another room is looked at.
    """

    usual: _T
    of_room: bool = False

    def of(self, state: "State") -> _T:
        """What is held there."""
        found: _T = state.held.get(self, self.usual)  # type: ignore[assignment]
        return found


@dataclass(frozen=True, slots=True)
class State:
    """Everything that views look at; a new one for every change, sharing what did not change."""

    history: History
    selected: tuple[str, ...] = ()
    room: str = ""
    face: str = ""
    stage: Stage = "layout"
    placing: str = ""
    """The kind of unit that the next click on a drawing places, or 'door' or 'window'."""
    bench: str = ""
    """The id of the unit on the bench: the newest that was selected first."""
    pick: Pick | None = None
    """What is picked on the bench."""
    path: Path | None = None
    saved: Job | None = None
    digest: str = ""
    """Of the file as it was last read or written here, by which a change by another program is noticed."""
    message: str = ""
    trial: Trial | None = None
    """What the job was before changes that are only tried."""
    closed: frozenset[str] = frozenset()
    """Groups that are taken as one, whichever of their units is pointed at."""
    hidden: frozenset[str] = frozenset()
    """Units that are not shown in drawings and in 3D; papers have them all."""
    held: Mapping[Remembered[Any], object] = field(default_factory=dict)
    """What tools and panes keep, each under a key of its own."""
    since: Job | None = None
    """What the job was before the last edit."""

    @property
    def job(self) -> Job:
        """The open job."""
        return self.history.job

    def bench_unit(self) -> Unit | None:
        """The unit on the bench: the one last selected, else the first of the shown room."""
        units = self.job.units
        found = next((u for u in units if u.id == self.bench), None)
        return found or next((u for u in units if u.room == self.room), units[0] if units else None)

    @property
    def is_dirty(self) -> bool:
        """Whether the job differs from the file."""
        return self.job is not self.saved

    @property
    def shown_first(self) -> "State":
        """The same with a room and a face of its job in view."""
        rooms = self.job.rooms
        room = next((r for r in rooms if r.id == self.room), rooms[0] if rooms else None)
        if room is None:
            return replace(self, room="", face="")
        face = self.face if self.face in room.face_ids else room.face_ids[0]
        return self if (room.id, face) == (self.room, self.face) else replace(self, room=room.id, face=face)
