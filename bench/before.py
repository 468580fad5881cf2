"""The same work in this tree and in that of an earlier commit, in turn: what one run can say of two states of the code."""

import subprocess
import sys
import tempfile
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

ROOT = Path(__file__).parents[1]

_WORKER = """
import gc, sys, time
root, differ = sys.argv[1], sys.argv[2] == "differ"
sys.path[:0] = [root + "/src", root + "/tests"]
from makers import CATALOG, many_units
from tallplank.session.derived import Deriver
job = many_units(150)
if differ:
    job = job.replaced(units=tuple(u.model_copy(update={"width": u.width - i * 0.03}) for i, u in enumerate(job.units)))
for _ in sys.stdin:
    fresh = job.replaced(units=tuple(u.model_copy() for u in job.units), standard=job.standard.model_copy())
    gc.collect()
    gc.disable()
    start = time.perf_counter()
    derived = Deriver(CATALOG).derive(fresh)
    _ = derived.cutlist, derived.schedule, derived.price
    print(time.perf_counter() - start, flush=True)
    gc.enable()
"""


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
    with _worker(tree, differ) as other, _worker(ROOT, differ) as own:
        return [(_once(other), _once(own)) for _ in range(rounds)][1:]


@contextmanager
def _worker(tree: Path, differ: bool) -> Iterator["subprocess.Popen[str]"]:
    command = [sys.executable, "-c", _WORKER, str(tree), "differ" if differ else "repeat"]
    process = subprocess.Popen(command, stdin=subprocess.PIPE, stdout=subprocess.PIPE, text=True)
    try:
        yield process
    finally:
        process.kill()
        process.wait()


def _once(worker: "subprocess.Popen[str]") -> float:
    assert worker.stdin is not None and worker.stdout is not None
    worker.stdin.write("\n")
    worker.stdin.flush()
    return float(worker.stdout.readline())
