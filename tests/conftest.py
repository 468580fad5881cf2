"""What all tests share."""

import gc
import os

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
