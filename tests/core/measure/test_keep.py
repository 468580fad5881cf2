"""What is kept, by whom and for how long."""

from dataclasses import dataclass

import pytest

from makers import a_room
from tallplank.core.job.base import Record
from tallplank.core.job.face import faces_of
from tallplank.core.measure.carry import Carrying, carried_by
from tallplank.core.measure.keep import ROUNDS, Keep
from tallplank.core.measure.memo import Rounds


class Plank(Record):
    length: float
    wide: float = 100.0

    @property
    def area(self) -> float:
        return self.carried("area", lambda: self.length * self.wide)


class Pile(Record):
    planks: tuple[Plank, ...]


@dataclass(frozen=True)
class Row(Carrying):
    number: int


def test_a_thing_reckons_once_and_anew_where_what_is_beside_it_changes() -> None:
    row, done = Row(3), []

    def twice(by: float) -> float:
        done.append(by)
        return row.number * by

    assert [row.carried("by", lambda by=by: twice(by), by) for by in (2.0, 2.0, 5.0, 5.0, 2.0)] == [6.0, 6.0, 15.0, 15.0, 6.0]  # type: ignore[misc]
    assert done == [2.0, 5.0, 2.0]
    assert carried_by([row, Row(4)], "by", lambda one: one.number * 2.0, 2.0) == [6.0, 8.0]
    assert (row.carries("by", 2.0), row.carries("by", 5.0), row.carries("else")) == (True, False, False)


def test_what_is_carried_does_not_count_when_things_are_compared() -> None:
    plank, other = Plank(length=5.0), Plank(length=5.0)
    assert plank.area == 500.0
    assert plank == other
    assert hash(plank) == hash(other)
    assert plank.model_dump() == {"length": 5.0, "wide": 100.0}
    other.carried("area", lambda: 7.0)
    assert plank == other


def test_a_copy_of_a_record_carries_nothing() -> None:
    plank = Plank(length=5.0)
    assert plank.area == 500.0
    assert plank.but(length=6.0).area == 600.0
    pile = Pile(planks=(plank,))
    again = pile.model_copy(deep=True).planks[0]
    assert again.carried("area", lambda: 7.0) == 7.0
    assert plank.model_copy(update={"wide": 10.0}).area == 50.0
    assert plank.area == 500.0


@pytest.mark.parametrize("length", [2.0, 3.0])
def test_what_fails_is_not_kept(length: float) -> None:
    plank = Plank(length=length)
    with pytest.raises(ZeroDivisionError):
        plank.carried("share", lambda: 1 / 0)
    assert plank.carried("share", lambda: 1.0) == 1.0


def test_rounds_forget_what_two_of_them_did_not_ask_for() -> None:
    rounds: Rounds[int] = Rounds()
    assert rounds.get("a", lambda: 1) == 1
    rounds.turn()
    assert rounds.get("a", lambda: 2) == 1
    assert rounds.get("b", lambda: 3) == 3
    rounds.turn()
    rounds.turn()
    assert rounds.get("a", lambda: 4) == 4
    assert len(rounds) == 1
    thing = [1]
    assert rounds.by_identity((thing,), lambda: 5) == rounds.by_identity((thing,), lambda: 6) == 5
    assert rounds.by_identity(([1],), lambda: 6) == 6


def test_a_keep_holds_its_tables_by_name_and_forgets_in_time() -> None:
    keep = Keep()
    assert keep.table("one").get(1, lambda: "x") == "x"
    assert keep.table("other").get(1, lambda: "y") == "y"
    assert keep.alike((1, 2)) is keep.alike((1, 2))
    assert keep.alike((1, 2)) is not Keep().alike((1, 2))
    for _ in range(10 * ROUNDS):
        keep.turn()
        assert keep.table("one").get(1, lambda: "z") == "x"
    assert keep.table("other").get(1, lambda: "gone") == "gone"
    assert len(keep) == 2


def test_rooms_that_differ_in_what_was_asked_of_them_are_alike() -> None:
    room = a_room().rooms[0]
    assert faces_of(room) is faces_of(room)
    assert room.is_alike(room.model_copy(), but=())
    assert room.model_copy().is_alike(room, but=())
    assert not room.is_alike(room.but(height=room.height + 1.0), but=())
    assert set(room.by_field) == set(type(room).model_fields)
