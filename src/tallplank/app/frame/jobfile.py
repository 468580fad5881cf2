"""The open job and its file: new, open, save, leaving, and what was left behind by a crash. Each asks or tells; nothing is lost."""

from pathlib import Path

from PyQt6.QtWidgets import QFileDialog, QWidget

from tallplank.app.form.ask import ask
from tallplank.app.frame.notice import Notices
from tallplank.core.error import PlankError
from tallplank.core.job.file import SUFFIX, ChangedMeanwhileError, job_path
from tallplank.session.autosave import Autosave, Left, Unsaved
from tallplank.session.store import Store

LEAVE = "Leave them unsaved"
FILTER = "Tall Plank jobs (*.plank)"


class JobFiles:
    """What the window does with files of jobs."""

    def __init__(self, window: QWidget, store: Store, notices: Notices, autosave: Autosave | None) -> None:
        self._window, self._store, self._notices, self._autosave = window, store, notices, autosave
        self._subscriptions = [
            self._store.subscribe(lambda s: s.job, lambda _: self._note()),
            self._store.subscribe(lambda s: s.saved, lambda _: self._note()),
        ]

    # new, open, save

    def new(self) -> None:
        """Begin another job."""
        if self.may_leave():
            self._store.replace_job(Store(self._store.catalog).job, None, saved=True)
            self._store.go("survey")

    def open(self) -> None:
        """Ask for a file and open it.

        Raises:
            PlankError: it cannot be opened; the open job stays.
        """
        if self.may_leave():
            name, _ = QFileDialog.getOpenFileName(self._window, "Open a job", str(self.folder()), FILTER)
            if name:
                self._store.open(Path(name))

    def save(self) -> bool:
        """Save to the job's file, or ask for one; returns whether it was saved."""
        path = self._store.state.path
        return self._save_to(path) if path is not None else self.save_as()

    def save_as(self) -> bool:
        """Ask for a file and save to it; returns whether it was saved."""
        name = "".join(c for c in self._store.job.name if c != "/" and c.isprintable())
        suggested = self._store.state.path or self.folder() / f"{name}{SUFFIX}"
        typed, _ = QFileDialog.getSaveFileName(self._window, "Save the job", str(suggested), FILTER)
        if not typed:
            return False
        try:
            path = job_path(typed)
        except PlankError as problem:
            return self._failed(problem)
        if str(path) != typed and path.exists():  # the dialog asked about the name that was typed
            answer = ask(self._window, f"{path.name} is there already. Write over it?", ("Write over it", "Cancel"))
            if answer != "Write over it":
                return False
        return self._save_to(path)

    def folder(self) -> Path:
        """Where files are looked for first."""
        path = self._store.state.path
        return path.parent if path and path.parent.is_dir() else Path.home()

    def _save_to(self, path: Path) -> bool:
        try:
            self._store.save(path)
        except ChangedMeanwhileError as problem:
            return self._save_over(path, str(problem))
        except PlankError as problem:
            return self._failed(problem)
        self._notices.dismiss("save")
        return True

    def _save_over(self, path: Path, problem: str) -> bool:
        text = f"{problem} If you write over it, what was changed there is gone."
        answer = ask(self._window, text, ("Save under another name…", "Write over it", "Cancel"))
        if answer == "Save under another name…":
            return self.save_as()
        if answer != "Write over it":
            return False
        try:
            self._store.save(path, over=True)
        except PlankError as again:
            return self._failed(again)
        return True

    def _failed(self, problem: PlankError) -> bool:
        kept = " Your work is kept aside meanwhile." if self._autosave is not None else ""
        self._store.say(str(problem))
        self._notices.post("save", f"The job is not saved: {problem}{kept}", [("Save under another name…", lambda: self._again())])
        return False

    def _again(self) -> None:
        self._notices.dismiss("save")
        self.save_as()

    def may_leave(self) -> bool:
        """Whether the open job may be left: it is as in its file, or the user says what to do with it."""
        if not self._store.state.is_dirty:
            return True
        answer = ask(self._window, f"'{self._store.job.name}' has changes that are not saved.", ("Save", LEAVE, "Cancel"))
        return self.save() if answer == "Save" else answer == LEAVE

    # keeping aside, and finding again

    def _note(self) -> None:
        if self._autosave is None:
            return
        state = self._store.state
        if state.is_dirty:
            self._autosave.note(Unsaved(state.job, state.path, state.digest, state.history.undo_label or ""))
        else:
            self._autosave.forget()

    def offer_left(self) -> None:
        """Offer what applications that did not end well left behind, the newest first."""
        if self._autosave is None:
            return
        for left in self._autosave.left(self._store.base_catalog):
            self._offer(left)
        for number, text in enumerate(self._autosave.unreadable):
            self._notices.post(f"unreadable {number}", text)

    def _offer(self, left: Left) -> None:
        self._notices.post(
            str(left.file),
            _words(left),
            [("Recover it", lambda: self.recover(left)), ("Throw it away", lambda: self._throw_away(left))],
            ("Later", lambda: None),
        )

    def recover(self, left: Left) -> None:
        """Open what was left behind; its file goes only when this session keeps the job itself."""
        if self._autosave is None or not self.may_leave():
            return
        found = left.unsaved
        self._store.replace_job(found.job, found.path, saved=False, digest=found.digest)
        self._notices.dismiss(str(left.file))
        self._autosave.take_over(left)

    def _throw_away(self, left: Left) -> None:
        """It is gone only when this notice is closed: until then it can be had back."""
        text = f"'{left.unsaved.job.name}', kept {_when(left)}, goes when this notice is closed."
        back, close = ("Have it back", lambda: self._offer(left)), ("Close", lambda: self._give_up(left))
        self._notices.post(str(left.file), text, [back], close)

    def _give_up(self, left: Left) -> None:
        if self._autosave is not None:
            self._autosave.give_up(left)

    def end(self) -> None:
        """The window closes, and the job was saved or given up."""
        for subscription in self._subscriptions:
            subscription.close()
        if self._autosave is not None:
            self._autosave.forget()
            self._autosave.end()


def _when(left: Left) -> str:
    return left.at.astimezone().strftime("%d %b %Y at %H:%M:%S")


def _words(left: Left) -> str:
    done = f", after '{left.unsaved.done}'" if left.unsaved.done else ""
    path = left.unsaved.path
    older = f" {path.name} was saved again after that." if left.is_older and path else ""
    file = f" ({path.name})" if path else ""
    return f"'{left.unsaved.job.name}'{file} was not saved when Tall Plank last ended: kept {_when(left)}{done}.{older}"
