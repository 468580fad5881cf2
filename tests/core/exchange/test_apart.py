"""Files that are read in a process of their own: in time, with a limit of memory, and given up when asked."""

import os
import time
from collections.abc import Iterator
from pathlib import Path

import pytest

from tallplank.core.error import PlankError
from tallplank.core.exchange.apart import ApartError, read_apart

TESTS = Path(__file__).parents[2]


@pytest.fixture(autouse=True)
def found_by_children(monkeypatch: pytest.MonkeyPatch) -> Iterator[None]:
    monkeypatch.setenv("PYTHONPATH", os.pathsep.join([str(TESTS.parent / "src"), str(TESTS)]))
    yield


def test_what_a_reader_makes_comes_back_with_its_progress() -> None:
    said: list[tuple[int, int, str]] = []
    data = bytes(3_000_000)
    assert read_apart("outside.slow:well", data, "it", lambda *a: said.append(a)).result == len(data)


def test_what_never_ends_is_ended() -> None:
    found = read_apart("outside.slow:never", b"x", "the drawing", seconds=1.0)
    assert found.result is None
    assert found.ended == "Reading the drawing took longer than 1 seconds"


def test_what_was_told_before_it_was_ended_stands() -> None:
    found = read_apart("outside.slow:busy", b"four", "it", seconds=2.0)
    assert found.parts == [["a part", 4]]
    assert found.ended


def test_memory_has_a_limit() -> None:
    found = read_apart("outside.slow:hungry", b"", "it", megabytes=600)
    assert "memory" in found.ended


def test_what_falls_over_is_told_in_words() -> None:
    with pytest.raises(ApartError, match="it could not be read"):
        read_apart("outside.slow:clumsy", b"", "it")


def test_a_refusal_of_the_reader_is_the_refusal() -> None:
    with pytest.raises(PlankError, match="no DXF drawing"):
        read_apart("tallplank.core.exchange.plan_dxf:parts_of", b"nothing", "it")


def test_what_is_given_up_is_ended_at_once() -> None:
    class GivenUpError(Exception):
        pass

    def report(*_: object) -> None:
        raise GivenUpError

    begun = time.monotonic()
    with pytest.raises(GivenUpError):
        read_apart("outside.slow:never", b"", "it", report, seconds=600.0)
    assert time.monotonic() - begun < 300.0, "it did not wait for the reader"
