"""The fuzzers, briefly and with the same seeds every time; `./plank fuzz` goes on for longer."""

import os
import random
from contextlib import suppress
from pathlib import Path

import pytest

from fuzz import edits, files, kills, pairs, readers, sizes, user, walls
from fuzz.kills import Told, judged
from fuzz.run import main
from fuzz.trial import Fuzzer, GrownError, HangError, Tally, limited
from makers import a_wall_of
from tallplank.core.job.construction import Construction, rule_bounds
from tallplank.core.job.file import save

pytestmark = pytest.mark.anew

TIMES = int(os.environ.get("PLANK_FUZZ", "1"))


@pytest.mark.parametrize(
    ("fuzzer", "count"),
    [
        (files.FUZZER, 50),
        (readers.FUZZER, 120),
        (edits.FUZZER, 30),
        (sizes.FUZZER, 60),
        (pairs.FUZZER, 30),
        (walls.FUZZER, 20),
        (user.FUZZER, 3),
    ],
    ids=lambda v: getattr(v, "name", ""),
)
def test_nothing_but_clear_refusals(fuzzer: Fuzzer, count: int) -> None:
    tally = Tally(fuzzer)
    for seed in range(count * TIMES):
        tally.run(seed)
    assert tally.faults == []
    assert min(tally.outcomes.values()) > count * TIMES // 40, "hardly anything was tried"


@pytest.mark.parametrize("seed", range(2 * TIMES))
def test_a_killed_window_loses_two_seconds_at_most(seed: int) -> None:
    tally = Tally(kills.FUZZER)
    tally.run(seed)
    assert tally.faults == []


def test_the_judge_of_kills_notices_what_is_gone(tmp_path: Path) -> None:
    old, new = a_wall_of("base"), a_wall_of("tall")
    save(old, tmp_path / "kitchen.plank")
    told = [Told("edit", 100.0, kills.digest(old)), Told("edit", 101.0, kills.digest(new))]
    assert judged(tmp_path, told, 102.9) == "nothing to recover"
    with pytest.raises(AssertionError, match=r"3\.10 s of work are gone"):
        judged(tmp_path, told, 104.1)
    with pytest.raises(AssertionError, match="never was"):
        judged(tmp_path, told[1:], 102.0)


def test_faults_and_hangs_are_caught_and_told_with_their_seed(capsys: pytest.CaptureFixture[str], monkeypatch: pytest.MonkeyPatch) -> None:
    def hanging(rng: random.Random) -> str:
        with limited(0.05):
            while True:
                with suppress(Exception):
                    rng.random()

    def broken(_: random.Random) -> str:
        raise KeyError("unforeseen")

    def greedy(_: random.Random) -> str:
        with limited():
            return str(len(b"x" * (5 * 1024**3)))

    with pytest.raises(HangError), limited(0.01):
        while True:
            pass
    with pytest.raises(GrownError, match="took 0 MB"), limited(most=-1):
        pass
    for trial, words in ((hanging, "HangError"), (broken, "KeyError: 'unforeseen'"), (greedy, "MemoryError")):
        monkeypatch.setattr("fuzz.run.FUZZERS", (Fuzzer("bad", "nothing", trial),))
        assert main(["--again", "7"]) == 1
        out = capsys.readouterr().out
        assert "bad, seed 7" in out
        assert words in out
        assert out.rstrip().endswith("0 passed, 1 failed")


def test_every_rule_has_its_bounds_as_data() -> None:
    numbers = [n for n, f in Construction.model_fields.items() if f.annotation in (float, int)]
    assert len(numbers) > 50
    assert [n for n in numbers if rule_bounds(n) is None] == []
