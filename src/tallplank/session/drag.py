"""One drag: edits of the job as it was when it began, which are one undo step from first to last."""

from collections.abc import Callable

from tallplank.core.job.history import Step
from tallplank.core.job.job import Job
from tallplank.session.store import Store


class Drag:
    """Replaces its own step with each move. What is undone or changed otherwise meanwhile ends it."""

    def __init__(self, store: Store) -> None:
        self._store, self.origin = store, store.job
        self._before = store.state.history
        self._step: Step | None = None

    @property
    def is_over(self) -> bool:
        """Whether something else changed the job since: moves then do nothing."""
        return self._store.state.history.past[-1] is not (self._step or self._before.past[-1])

    @property
    def has_moved(self) -> bool:
        """Whether its step is in the history."""
        return self._step is not None and not self.is_over

    def move(self, edit: Callable[[Job], Job], label: str) -> None:
        """Do this edit of the job as it was, in place of the last move's.

        Raises:
            PlankError: the edit cannot be done; the last move's stays.
        """
        if self.is_over:
            return
        job = self._store.edited(edit, self.origin)
        if job is self.origin:
            self.cancel()
            return
        self._store.apply(lambda _: job, label, merge=self._step is not None)
        self._step = self._store.state.history.past[-1]

    def cancel(self) -> None:
        """Put everything back as it was before, what could be redone too."""
        if self.has_moved:
            self._store.put_back(self._before)
            self._step = None
