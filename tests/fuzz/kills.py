"""The real window, killed with SIGKILL at random moments: what is left is whole, and at most the last two seconds are gone."""

import hashlib
import os
import random
import signal
import subprocess
import sys
import tempfile
import time
from dataclasses import dataclass
from pathlib import Path

from fuzz.trial import Fuzzer
from makers import CATALOG
from tallplank.core.job.file import dumps_compact, load
from tallplank.core.job.job import Job
from tallplank.session.autosave import Autosave

ROOT = Path(__file__).parents[2]
CHILD = Path(__file__).with_name("kill_child.py")
MOST_LOST_S = 2.0
START_S, LONGEST_S = 60.0, 6.0


@dataclass(frozen=True)
class Told:
    """One line of the child: what it did, when, and the digest of the job."""

    what: str
    at: float
    digest: str


def trial(rng: random.Random) -> str:
    with tempfile.TemporaryDirectory() as name:
        folder = Path(name)
        told, killed_at = work_and_kill(folder, rng)
        return judged(folder, told, killed_at)


def work_and_kill(folder: Path, rng: random.Random) -> tuple[list[Told], float]:
    """Start the window, let it be worked in, and kill it; what it told, and when it was killed."""
    environment = {**os.environ, "QT_QPA_PLATFORM": "offscreen", "PYTHONPATH": os.pathsep.join((str(ROOT / "src"), str(ROOT / "tests")))}
    output = folder / "told"
    with output.open("wb") as file:
        process = subprocess.Popen(
            [sys.executable, str(CHILD), str(folder), str(rng.random())], stdout=file, stderr=subprocess.PIPE, env=environment
        )
    begun = time.monotonic()
    while not output.stat().st_size:
        if process.poll() is not None or time.monotonic() - begun > START_S:
            process.kill()
            raise AssertionError(f"the window did not start: {process.communicate()[1].decode()[-2000:]}")
        time.sleep(0.02)
    time.sleep(rng.choice((rng.uniform(0, 0.5), rng.uniform(0, LONGEST_S), rng.uniform(1.5, LONGEST_S), rng.uniform(1.5, LONGEST_S))))
    assert process.poll() is None, f"the window ended by itself: {process.communicate()[1].decode()[-2000:]}"
    os.kill(process.pid, signal.SIGKILL)
    killed_at = time.time()
    process.communicate()
    lines = [line.split() for line in output.read_text().splitlines(keepends=True) if line.endswith("\n")]
    return [Told(what, float(at), digest) for what, at, digest in lines], killed_at


def digest(job: Job) -> str:
    """What tells one job from another in the child's lines."""
    return hashlib.sha256(dumps_compact(job).encode()).hexdigest()


def judged(folder: Path, told: list[Told], killed_at: float) -> str:
    """What was left, held against what was told; raises where more than two seconds are gone."""
    file, found = folder / "kitchen.plank", []
    if file.exists():
        found.append(digest(load(file)))
    autosave = Autosave(folder / "recovery")
    try:
        lefts = autosave.left(CATALOG)
        assert not autosave.unreadable, autosave.unreadable
        found += [digest(left.unsaved.job) for left in lefts]
    finally:
        autosave.end()
    known = {t.digest: i for i, t in enumerate(told)}
    assert all(d in known for d in found), "something was left that never was"
    first = told[0].digest
    newest = max((known[d] for d in found), default=known[first])
    lost = [t for t in told[newest + 1 :] if t.digest != told[newest].digest]
    gone = killed_at - min((t.at for t in lost), default=killed_at)
    assert gone <= MOST_LOST_S, f"{gone:.2f} s of work are gone ({len(lost)} edits)"
    return "recovered" if lefts else "nothing to recover"


FUZZER = Fuzzer("kills", "the window killed amid work", trial)
