"""The only mutable place: the open job's history, the selection and the view's choices, with notices to subscribers."""

from collections.abc import Callable, Hashable, Iterable
from dataclasses import replace
from pathlib import Path
from typing import TypeVar

from tallplank.core.catalog.carried import carried
from tallplank.core.catalog.catalog import Catalog
from tallplank.core.derive.derived import Derived, Deriver
from tallplank.core.derive.trial import Trial
from tallplank.core.disk import digest_of
from tallplank.core.edit.check import Edited
from tallplank.core.edit.open import open_stamped
from tallplank.core.edit.standard import new_job
from tallplank.core.job.face import Face, face_of
from tallplank.core.job.file import ChangedMeanwhileError, save
from tallplank.core.job.history import History
from tallplank.core.job.job import Job
from tallplank.core.job.measure import OfRegion
from tallplank.core.job.room import Room
from tallplank.core.job.unit import Unit
from tallplank.core.joinery.made import Made, Pick
from tallplank.session.library import PieceLibrary
from tallplank.session.shop import ShopShelf
from tallplank.session.state import Remembered, Stage, State

_T = TypeVar("_T")


class Subscription:
    """Ends with `close`."""

    def __init__(self, close: Callable[[], None]) -> None:
        self.close = close


class Store:
    """Applies edits, undoes them, and tells subscribers when the piece that they selected is another one."""

    def __init__(
        self,
        catalog: Catalog,
        job: Job | Callable[[Catalog], Job] | None = None,
        path: Path | None = None,
        shelf: ShopShelf | None = None,
        library: PieceLibrary | None = None,
    ) -> None:
        """Open a job, or what is made by a function of the catalogue, whose units are built only once then; without either a new one."""
        self.shelf, self.library = shelf, library
        self._shown: tuple[Made, frozenset[str], Made] | None = None
        self.on_fault: Callable[[Exception], None] | None = None
        """Told what went wrong in a subscriber; without it the first such error is raised when all have been told."""
        self.sights: dict[Hashable, object] = {}
        """Where views last looked from, by what they showed: no part of the job, but kept from stage to stage."""
        self._deriver = Deriver(catalog)
        self._subscribers: list[_Subscriber] = []
        self._price_before: tuple[Job, int] | None = None
        """What the job before the last edit costs."""
        self._notifying = False
        if callable(job):
            with self._deriver.workshop.at_hand():
                job = job(catalog)
        job = job or new_job()
        self.state = State(History.start(job), path=path, saved=job).shown_first

    @property
    def job(self) -> Job:
        """The open job."""
        return self.state.job

    @property
    def catalog(self) -> Catalog:
        """The catalogue that holds for the open job."""
        return self._deriver.catalog(self.job)

    @property
    def base_catalog(self) -> Catalog:
        """The catalogue as it is here, whatever the open job keeps."""
        return self._deriver.base

    @property
    def derived(self) -> Derived:
        """All that follows from the open job; computed when first asked for."""
        return self._deriver.derive(self.job)

    @property
    def price_change(self) -> int:
        """What the last edit added to the price, in cents."""
        since = self.state.since
        if since is None:
            return 0
        if self._price_before is None or self._price_before[0] is not since:  # once for all steps of a drag
            self._price_before = (since, self._deriver.derive(since).price.total)
        return self.derived.price.total - self._price_before[1]

    def apply(self, edit: Callable[[Job], Job | Edited], label: str, *, merge: bool = False) -> tuple[str, ...]:
        """Do one edit under a name; with `merge` it takes the last step's place, for a drag. Returns the ids of what it made.

        Raises:
            PlankError: the edit cannot be done; nothing is changed then.
        """
        before = self.job
        done = self.edited(edit, before)
        job, made = done if isinstance(done, Edited) else (done, ())
        if job is before or job == before:  # what is typed anew as it was is no step
            return made
        history = self.state.history.redone_last(job, label) if merge else self.state.history.done(job, label)
        self._show(history, self.state.since if merge else before)
        return made

    def edited(self, edit: Callable[[Job], _T], job: Job) -> _T:
        """What an edit makes of a job, which is not shown: what it builds for that is at hand when it is.

        Raises:
            PlankError: the edit cannot be done.
        """
        with self._deriver.workshop.at_hand():
            return edit(job)

    def undo(self) -> None:
        """Take the last edit back."""
        self._go(self.state.history.undone(), self.job)

    def redo(self) -> None:
        """Do again what was undone."""
        self._go(self.state.history.redone(), self.job)

    def put_back(self, history: History) -> None:
        """Show the job of an earlier history again, as if what came since had not been."""
        self._go(history, None)

    def _go(self, history: History, since: Job | None) -> None:
        if history is not self.state.history:
            self._show(history, since)

    def select(self, units: Iterable[str]) -> None:
        """Select these units (or wall openings), in this order; the first unit comes to the bench. A region is then picked no more."""
        selected = tuple(dict.fromkeys(units))
        present = {u.id for u in self.job.units}
        first = next((key for key in selected if key in present), self.state.bench)
        kept = first == self.state.bench and not (selected and isinstance(self.state.pick, OfRegion))
        pick = self.state.pick if kept else None
        self._set(replace(self.state, selected=selected, bench=first, pick=pick))

    def pick(self, what: Pick | None) -> None:
        """Pick an opening or a part of the unit on the bench, a region of a paneled wall, or nothing.

        A region takes the place of what is selected: the Spec shows what was picked last.
        """
        selected = () if isinstance(what, OfRegion) else self.state.selected
        self._set(replace(self.state, pick=what, selected=selected))

    def close_groups(self, groups: Iterable[str]) -> None:
        """Take these groups as one, and no others."""
        self._set(replace(self.state, closed=frozenset(groups)))

    def hide(self, units: Iterable[str]) -> None:
        """Show all units but these in drawings and in 3D."""
        hidden = frozenset(units)
        selected = tuple(key for key in self.state.selected if key not in hidden)
        self._set(replace(self.state, hidden=hidden, selected=selected))

    @property
    def shown(self) -> Made:
        """The made job without what is hidden; the very same as long as neither changes."""
        made, hidden = self.derived.made, self.state.hidden
        if self._shown is None or self._shown[0] is not made or self._shown[1] is not hidden:
            self._shown = (made, hidden, made.without(hidden))
        return self._shown[2]

    def hold(self, key: Remembered[_T], value: _T) -> None:
        """Keep something for a tool or a pane."""
        self._set(replace(self.state, held={**self.state.held, key: value}))

    def begin_trial(self) -> None:
        """From now on remember what the job was, to keep or drop what comes."""
        self._set(replace(self.state, trial=Trial(self.job, self.derived.price, self.derived.made)))

    def keep_trial(self) -> None:
        """End the trial; the job stays as it is now."""
        self._set(replace(self.state, trial=None))

    def drop_trial(self) -> None:
        """End the trial; the job is again what it was when it began. That is one step, which can be undone."""
        trial = self.state.trial
        self._set(replace(self.state, trial=None))
        if trial is not None:
            self.apply(lambda _: trial.job, "what was tried")

    def toggle(self, unit: str) -> None:
        """Add a unit to the selection or take it out."""
        kept = tuple(u for u in self.state.selected if u != unit)
        self.select(kept if len(kept) < len(self.state.selected) else (*kept, unit))

    def selected_units(self) -> tuple[Unit, ...]:
        """The selected units, in the job's order."""
        chosen = set(self.state.selected)
        return tuple(u for u in self.job.units if u.id in chosen)

    def go(self, stage: Stage) -> None:
        """Show another stage; the unit on the bench is then the selected one."""
        self._set(replace(self.state, stage=stage, placing=""))
        if stage == "bench" and not self.selected_units() and (unit := self.state.bench_unit()) is not None:
            self.select([unit.id])

    def place_next(self, kind: str) -> None:
        """Let the next click on a drawing place this; nothing with an empty text."""
        self._set(replace(self.state, placing=kind))

    def look_at(self, room: str, face: str | None = None) -> None:
        """Show another room, or another face of it."""
        faces = self.job.room(room).face_ids
        held = {key: value for key, value in self.state.held.items() if room == self.state.room or not key.of_room}
        self._set(replace(self.state, room=room, face=face or faces[0], held=held))

    def say(self, message: str) -> None:
        """Show a short message to the user."""
        self._set(replace(self.state, message=message))

    def replace_job(self, job: Job, path: Path | None, *, saved: bool, digest: str = "") -> None:
        """Open another job with a history of its own; nothing is kept of what was made of the last one."""
        self.sights.clear()
        self._shown, self._deriver = None, Deriver(self.base_catalog)
        stage = self.state.stage
        state = State(History.start(job), path=path, saved=job if saved else None, digest=digest, stage=stage)
        self._set(state.shown_first)

    def open(self, path: Path) -> None:
        """Open a file; the open job stays if that fails.

        Raises:
            JobFileError: naming the file and the place.
        """
        job, digest = open_stamped(path, self.base_catalog)
        self.replace_job(job, path, saved=True, digest=digest)

    def save(self, path: Path, *, over: bool = False) -> None:
        """Save the job to a file; with `over` also to its own file where another program changed that meanwhile.

        Raises:
            ChangedMeanwhileError: it did, and `over` is not said.
            JobFileError: the place cannot be written.
        """
        if not over and path == self.state.path and self.is_changed_outside():
            raise ChangedMeanwhileError(f"{path.name} was changed by another program since it was opened or saved here.")
        digest = save(self.job, path, carried(self.catalog, self.job))
        self._set(replace(self.state, path=path, saved=self.job, digest=digest, message=f"Saved {path.name}."))

    def is_changed_outside(self) -> bool:
        """Whether the job's file is there with other contents than were last read or written here."""
        path, known = self.state.path, self.state.digest
        found = digest_of(path) if path is not None else None
        return found is not None and found != known

    def room(self) -> Room | None:
        """The room that is shown."""
        return next((r for r in self.job.rooms if r.id == self.state.room), None)

    def face(self) -> Face | None:
        """The wall or other face that is shown."""
        room = self.room()
        return face_of(room, self.state.face) if room is not None else None

    def subscribe(self, select: Callable[[State], _T], on_change: Callable[[_T], None], *, now: bool = True) -> Subscription:
        """Call `on_change` with what `select` gives whenever it is another piece, and `now`."""
        subscriber = _Subscriber(select, on_change)
        self._subscribers.append(subscriber)
        if now:
            subscriber.notice(self.state)
        else:
            subscriber.know(self.state)
        return Subscription(lambda: self._unsubscribe(subscriber))

    @property
    def subscriber_count(self) -> int:
        """How many subscriptions are open, for leak checks."""
        return len(self._subscribers)

    def _unsubscribe(self, subscriber: "_Subscriber") -> None:
        if subscriber in self._subscribers:
            self._subscribers.remove(subscriber)

    def _show(self, history: History, since: Job | None) -> None:
        job = history.job
        present = {u.id for u in job.units} | {key for r in job.rooms for key in r.things}
        selected = tuple(u for u in self.state.selected if u in present)
        kept = selected if len(selected) < len(self.state.selected) else self.state.selected
        state = replace(self.state, history=history, selected=kept, since=since, message="")
        self._set(state.shown_first)

    def _set(self, state: State) -> None:
        if self._notifying:
            raise RuntimeError("a subscriber must not change the store from inside a notice")
        self.state = state
        faults: list[Exception] = []
        self._notifying = True
        try:
            for subscriber in tuple(self._subscribers):
                try:
                    subscriber.notice(state)
                except Exception as fault:  # noqa: BLE001  one view's fault must not keep the others from what changed
                    faults.append(fault)
        finally:
            self._notifying = False
        for found in faults:
            if self.on_fault is None:
                raise found
            self.on_fault(found)


class _Subscriber:
    _NOTHING = object()

    def __init__(self, select: Callable[[State], _T], on_change: Callable[[_T], None]) -> None:
        self._select: Callable[[State], object] = select
        self._on_change: Callable[..., None] = on_change
        self._seen: object = self._NOTHING

    def know(self, state: State) -> None:
        """Take what there is as seen."""
        self._seen = self._select(state)

    def notice(self, state: State) -> None:
        piece = self._select(state)
        if piece is not self._seen and (self._seen is self._NOTHING or piece != self._seen):
            self._seen = piece
            self._on_change(piece)
