"""A record that is made at once is like one that is made value by value."""

import copy
import pickle
from dataclasses import FrozenInstanceError, dataclass, fields, replace

import pytest

from tallplank.core.measure.quick import made_at_once


@dataclass(frozen=True)
class Slow:
    """The plain one."""

    a: int
    b: str = "b"
    c: tuple[int, ...] = ()


@made_at_once
@dataclass(frozen=True)
class Quick:
    """The same."""

    a: int
    b: str = "b"
    c: tuple[int, ...] = ()


@pytest.mark.parametrize(("given", "named"), [((1,), {}), ((1, "x"), {"c": (2,)}), ((), {"c": (3,), "a": 4})])
def test_values_and_defaults_are_those_of_the_plain_one(given: tuple[object, ...], named: dict[str, object]) -> None:
    slow, quick = Slow(*given, **named), Quick(*given, **named)  # type: ignore[arg-type]
    assert vars(slow) == vars(quick) and [f.name for f in fields(quick)] == ["a", "b", "c"]


def test_it_is_still_a_frozen_record() -> None:
    one = Quick(1)
    with pytest.raises(FrozenInstanceError):
        one.a = 2  # type: ignore[misc]
    assert replace(one, a=2) == Quick(2) != one and hash(Quick(1)) == hash(one)
    assert copy.deepcopy(one) == one == pickle.loads(pickle.dumps(one))


@pytest.mark.parametrize(("given", "named"), [((), {}), ((1, "b", (), 4), {}), ((1,), {"a": 1}), ((1,), {"d": 1})])
def test_what_is_missing_or_too_much_is_refused(given: tuple[object, ...], named: dict[str, object]) -> None:
    with pytest.raises(TypeError):
        Quick(*given, **named)  # type: ignore[arg-type]
