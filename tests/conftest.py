"""What all tests share."""

import gc
import os
from collections import defaultdict

import pytest
from hypothesis import HealthCheck, settings

from builds import Builds
from makers import EXAMPLES

os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")
settings.register_profile(
    "plank",
    deadline=None,
    max_examples=EXAMPLES,
    suppress_health_check=[HealthCheck.too_slow],
    derandomize=True,
)
settings.load_profile("plank")
BUILDS = Builds()


def pytest_configure() -> None:
    BUILDS.install()


def pytest_runtest_setup(item: pytest.Item) -> None:
    BUILDS.anew = item.get_closest_marker("anew") is not None


def pytest_collection_finish(session: pytest.Session) -> None:
    """Look for garbage seldom, as the application does: all that the tests keep would be gone through again and again."""
    gc.set_threshold(100_000, 50, 100)
    gc.freeze()


SLOWEST, WORTH_TELLING = 12, 20.0


def pytest_terminal_summary(terminalreporter: pytest.TerminalReporter) -> None:
    """Which rooms of the tests take longest, in seconds of one processor, with the slowest test of each."""
    taken: defaultdict[str, float] = defaultdict(float)
    slowest: dict[str, tuple[float, str]] = {}
    for reports in terminalreporter.stats.values():
        for report in reports:
            if isinstance(report, pytest.TestReport):
                path, _, name = report.nodeid.partition("::")
                room = path.removeprefix("tests/").rpartition("/")[0] or path
                taken[room] += report.duration
                slowest[room] = max(slowest.get(room, (0.0, "")), (report.duration, f"{path.rpartition('/')[2]}::{name}"))
    if sum(taken.values()) < WORTH_TELLING:
        return
    terminalreporter.section("slowest rooms", "-")
    for room in sorted(taken, key=lambda key: -taken[key])[:SLOWEST]:
        long, name = slowest[room]
        terminalreporter.write_line(f"{taken[room]:6.0f} s  {room:32} slowest {long:.1f} s  {name}")
