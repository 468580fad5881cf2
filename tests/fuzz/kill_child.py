"""The real window, offscreen, worked by an invisible hand until somebody kills it. Tells on its output what it did and when.

Each line is a time in seconds and the digest of the job's compact text; the line of an edit is written before the edit, so
that whoever reads them knows of everything that can have been kept. `saved` lines come when a save is over.
"""

import hashlib
import random
import resource
import sys
import time
from pathlib import Path

from PyQt6.QtCore import QSettings, QTimer

from fuzz.trial import FARTHEST
from makers import CATALOG, a_wall_of
from tallplank.app.frame.window import MainWindow, application
from tallplank.app.look.theme import load_fonts
from tallplank.core.edit.unit import set_width, slide_units
from tallplank.core.job.file import dumps_compact
from tallplank.core.job.job import Job
from tallplank.session.autosave import Autosave
from tallplank.session.store import Store


class Hand:
    """Edits at a human pace, in bursts, and saves now and then."""

    def __init__(self, store: Store, file: Path, rng: random.Random) -> None:
        self._store, self._file, self._rng = store, file, rng

    def work(self) -> None:
        """One deed, and the next after a while."""
        draw = self._rng.random()
        if draw < 0.1:
            self._save()
        else:
            for _ in range(self._rng.choice((1, 1, 1, 8, 30))):
                self._edit()
        pause = self._rng.choice((5, 30, 150, 400, 1200))
        QTimer.singleShot(pause, self.work)

    def _edit(self) -> None:
        ids = [self._rng.choice(self._store.job.units).id]
        if self._rng.random() < 0.7:
            job = set_width(self._store.job, CATALOG, ids, 400 + self._rng.random() * 400)
        else:
            job = slide_units(self._store.job, ids, self._rng.uniform(-5, 5))
        tell("edit", job)
        self._store.apply(lambda _: job, "fuzz")

    def _save(self) -> None:
        self._store.save(self._file)
        tell("saved", self._store.job)


def tell(what: str, job: Job) -> None:
    """Write a line, at once."""
    print(f"{what} {time.time():.6f} {hashlib.sha256(dumps_compact(job).encode()).hexdigest()}", flush=True)


def main(folder: Path, seed: str) -> None:
    """Work in a folder until killed, with no more memory than a trial may have."""
    resource.setrlimit(resource.RLIMIT_AS, (FARTHEST, FARTHEST))
    app = application(sys.argv[:1])
    load_fonts()
    store = Store(CATALOG, a_wall_of("base", "drawers", "wall"))
    window = MainWindow(store, QSettings(str(folder / "window.ini"), QSettings.Format.IniFormat), Autosave(folder / "recovery"))
    window.show()
    hand = Hand(store, folder / "kitchen.plank", random.Random(seed))
    tell("edit", store.job)
    QTimer.singleShot(0, hand.work)
    app.exec()


if __name__ == "__main__":
    main(Path(sys.argv[1]), sys.argv[2])
