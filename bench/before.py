"""The same work in this tree and in that of an earlier commit, in turn: what one run can say of two states of the code."""

import os
import subprocess
import sys
import tempfile
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from pathlib import Path

ROOT = Path(__file__).parents[1]

_WORKER = """
import gc, sys, time
root, *given = sys.argv[1:]
sys.path[:0] = [root + "/src", root + "/tests", root + "/bench"]
{work}
for _ in sys.stdin:
    job = fresh()
    gc.collect()
    gc.disable()
    start = time.perf_counter()
    derive(job)
    print(time.perf_counter() - start, flush=True)
    gc.enable()
"""
UNITS = """
from makers import CATALOG, many_units
try:
    from tallplank.core.derive.derived import Deriver
except ImportError:  # where it was at the commits that are looked back to
    from tallplank.session.derived import Deriver
job = many_units(150)
if given == ["differ"]:
    job = job.replaced(units=tuple(u.model_copy(update={"width": u.width - i * 0.03}) for i, u in enumerate(job.units)))
def fresh():
    return job.replaced(units=tuple(u.model_copy() for u in job.units), standard=job.standard.model_copy())
def derive(job):
    derived = Deriver(CATALOG).derive(job)
    _ = derived.cutlist, derived.schedule, derived.price
"""
"""The parts, lists and price of 150 units that repeat, or all `differ`."""
PANELS = """
from makers import CATALOG, ROOM, WALL, a_room
from run import Screen, copied
from tallplank.core.edit.wall.scheme import add_scheme
from tallplank.core.job.filling import Panel
from tallplank.core.job.scheme import Region
cell = Region(split="up", stile=40.0, parts=(Region(fill=Panel(border=20.0, mold="mold-panel-25")),) * 5)
root = Region(split="across", stile=40.0, parts=(cell,) * 14)
job = add_scheme(a_room(9800.0, 5000.0), CATALOG, ROOM, WALL, backing=6.0, root=root).job
def fresh():
    return copied(job)
def derive(job):
    Screen("walls").show(job)
"""
"""All that Walls shows of a wall of 400 parts."""


@contextmanager
def tree_of(commit: str) -> Iterator[Path]:
    """The files of a commit in a worktree that is gone afterwards."""
    with tempfile.TemporaryDirectory() as scratch:
        place = Path(scratch) / "tree"
        git = ["git", "-C", str(ROOT), "worktree"]
        subprocess.run([*git, "add", "--detach", str(place), commit], check=True, capture_output=True)
        try:
            yield place
        finally:
            subprocess.run([*git, "remove", "--force", str(place)], check=True, capture_output=True)


def cold_pairs(tree: Path, rounds: int, *, differ: bool) -> list[tuple[float, float]]:
    """Seconds to derive 150 units cold in another tree and in this one, in turn; the units repeat, or all `differ`."""
    with worker(tree, UNITS, "differ" * differ) as other, worker(ROOT, UNITS, "differ" * differ) as own:
        return [(other(), own()) for _ in range(rounds)][1:]


@contextmanager
def worker(tree: Path, work: str, *given: str) -> Iterator[Callable[[], float]]:
    """Does some work once, cold, in another process with the files of a tree; says how many seconds it took.

    Both processes stay on one processor from then on: two of a machine need not be as quick, and what is compared is the code.
    """
    os.sched_setaffinity(0, {min(os.sched_getaffinity(0))})
    command = [sys.executable, "-c", _WORKER.format(work=work), str(tree), *given]
    process = subprocess.Popen(command, stdin=subprocess.PIPE, stdout=subprocess.PIPE, text=True)

    def once() -> float:
        assert process.stdin is not None and process.stdout is not None
        process.stdin.write("\n")
        process.stdin.flush()
        return float(process.stdout.readline())

    try:
        yield once
    finally:
        process.kill()
        process.wait()
