"""What was opened and closed is gone."""

import pytest

from fuzz.growth import Growth, resident
from fuzz.shown import settle
from hands import Open
from makers import CATALOG, LONG
from tallplank.core.job.file import dumps, loads
from tallplank.demo import demo_job

JOBS, MOST_LEFT = (20 if LONG else 6), 20e6
"""As many jobs opened and closed leave so many bytes at most."""


def test_jobs_that_were_opened_and_closed_are_gone(open_window: Open) -> None:
    window, text = open_window(), dumps(demo_job(CATALOG))

    def open_one() -> None:
        window.store.replace_job(loads(text), None, saved=True)
        settle(window)

    for _ in range(3):
        open_one()
    before = resident()
    for _ in range(JOBS):
        open_one()
    left = resident() - before
    assert left <= MOST_LEFT, f"{left / 1e6:.1f} MB"


def test_growth_is_noticed(monkeypatch: pytest.MonkeyPatch) -> None:
    sizes = iter([100, 120, 110, 100, 90, 168, 169])
    monkeypatch.setattr("fuzz.growth.resident", lambda: next(sizes))
    growth = Growth()
    for _ in range(6):
        growth.look()
    with pytest.raises(AssertionError, match="at first"):
        growth.look()
