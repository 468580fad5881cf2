"""Undo and redo as a list of jobs: undo gives back the very same object."""

from dataclasses import dataclass, field, replace
from typing import Self

from tallplank.core.job.job import Job

LONGEST = 500


@dataclass(frozen=True, slots=True)
class Step:
    """A job and the name of the edit that led to it."""

    job: Job
    label: str


@dataclass(frozen=True, slots=True)
class History:
    """All steps up to now and those that were undone."""

    past: tuple[Step, ...]
    future: tuple[Step, ...] = field(default=())

    @classmethod
    def start(cls, job: Job) -> Self:
        """A history with nothing to undo."""
        return cls((Step(job, ""),))

    @property
    def job(self) -> Job:
        """The present job."""
        return self.past[-1].job

    @property
    def undo_label(self) -> str | None:
        """The name of the edit that undo would take back."""
        return self.past[-1].label if len(self.past) > 1 else None

    @property
    def redo_label(self) -> str | None:
        """The name of the edit that redo would do again."""
        return self.future[0].label if self.future else None

    def done(self, job: Job, label: str) -> "History":
        """With one more step; what was undone is dropped. An edit that changed nothing leaves no step."""
        if job is self.job:
            return self
        return History((*self.past[-LONGEST + 1 :], Step(job, label)))

    def redone_last(self, job: Job, label: str) -> "History":
        """With the last step replaced, for a drag that is one step however long it lasts."""
        return replace(self, past=(*self.past[:-1], Step(job, label)), future=())

    def undone(self) -> "History":
        """One step back, or the same history when there is none."""
        return History(self.past[:-1], (self.past[-1], *self.future)) if len(self.past) > 1 else self

    def redone(self) -> "History":
        """One step forward again, or the same history when there is none."""
        return History((*self.past, self.future[0]), self.future[1:]) if self.future else self
