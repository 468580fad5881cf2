"""A check that fails is told once and takes nothing else down."""

from collections.abc import Iterator

import pytest

from makers import CATALOG, ROOM, WALL, a_room, a_wall_of, made
from tallplank.core.check import finding as checks
from tallplank.core.check.finding import Checker
from tallplank.core.check.guard import CODE
from tallplank.core.check.record import Finding
from tallplank.core.derive.derived import Deriver
from tallplank.core.edit.paneling.scheme import add_scheme
from tallplank.core.edit.unit import Spot, change_units, place_unit
from tallplank.core.job.filling import Panel
from tallplank.core.job.scheme import Region
from tallplank.core.joinery import workshop
from tallplank.core.joinery.made import Made
from tallplank.session.store import Store


def failing_doors(*_: object) -> Iterator[Finding]:
    raise KeyError("unforeseen")
    yield


class Failing:
    """A check that fails for as long as it is to."""

    __name__ = "failing_doors"
    fails = True

    def __call__(self, *_: object) -> Iterator[Finding]:
        return failing_doors() if self.fails else iter(())


@pytest.mark.parametrize("table", ["UNIT_CHECKS", "PLACE_CHECKS", "JOB_CHECKS"])
def test_a_failing_check_is_told_once_and_all_others_stand(table: str, monkeypatch: pytest.MonkeyPatch) -> None:
    job = change_units(a_wall_of("base", "base", "tall"), CATALOG, ["u2"], x=300.0)
    usual = Checker().findings(made(job))
    assert usual
    failing = Failing()
    monkeypatch.setattr(checks, table, (*getattr(checks, table), failing))
    checker = Checker()
    found = checker.findings(made(job))
    (told,) = [f for f in found if f.code == CODE]
    assert told.level == "error"
    assert "failing doors" in told.text
    assert [f for f in found if f.code != CODE] == list(usual)
    assert [type(fault) for fault in checker.faults] == [KeyError]
    failing.fails = False
    assert checker.findings(made(job)) == usual, "a fault is not kept"
    assert checker.faults == ()


def test_a_check_of_a_whole_room_that_fails_is_told_by_its_name(monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(checks, "ROOM_CHECKS", (failing_doors,))
    (told,) = [f for f in Checker().findings(made(a_wall_of("base"))) if f.code == CODE]
    assert "failing doors" in told.text


def test_swings_that_fail_are_told_by_their_name(monkeypatch: pytest.MonkeyPatch) -> None:
    checker = Checker()
    monkeypatch.setattr(type(checker._swings), "_room", lambda *_: 1 / 0)
    (told,) = [f for f in checker.findings(made(a_wall_of("base"))) if f.code == CODE]
    assert "fronts that open" in told.text
    assert "ZeroDivisionError" in told.text


def test_price_and_lists_are_those_of_the_job_while_checks_fail(monkeypatch: pytest.MonkeyPatch) -> None:
    def overlaps(*_: object) -> object:
        raise RuntimeError("unforeseen")

    store = Store(CATALOG, a_wall_of("base"))
    monkeypatch.setattr(type(store._deriver._checker._overlaps), "overlaps", overlaps)
    before = store.derived.price.total
    store.apply(lambda j: place_unit(j, CATALOG, "tall", Spot(ROOM, WALL)), "place")
    assert store.derived.price.total > before
    assert store.derived.wrong == frozenset()
    assert [f.code for f in store.derived.findings].count(CODE) == 1


@pytest.mark.parametrize("kind", ["sink", "hob-base", "base"])
def test_a_unit_that_reaches_over_the_middle_of_a_sink_is_an_overlap_and_nothing_worse(kind: str) -> None:
    """The neighbour reaches over the middle of what is let in: that is not its own."""
    job = a_room(5000.0, 3000.0)
    for name, x in (("sink", 600.0), ("base", 800.0)):
        job = place_unit(job, CATALOG, name, Spot(ROOM, WALL, x)).job
    if kind in CATALOG.kinds and kind != "sink":
        job = place_unit(job, CATALOG, kind, Spot(ROOM, WALL, 300.0)).job
    derived = Deriver(CATALOG).derive(job)
    assert "overlap" in {f.code for f in derived.findings}
    assert derived.faults == ()


def test_a_unit_that_the_program_stumbles_over_is_not_built_and_the_rest_stands(monkeypatch: pytest.MonkeyPatch) -> None:
    def build(*_: object) -> None:
        raise IndexError("unforeseen")

    job = a_wall_of("base", "filler", "tall")
    monkeypatch.setattr(workshop, "BUILDERS", {**workshop.BUILDERS, "filler": build})
    shown: Made = workshop.make(job, CATALOG)
    assert [bool(u.problem) for u in shown.units] == [False, True, False]
    (told,) = [f for f in Checker().findings(shown) if f.code == "not-built"]
    assert "a fault of the program (IndexError: unforeseen)" in told.text


def test_a_wall_that_the_program_stumbles_over_is_not_built_and_the_rest_stands(monkeypatch: pytest.MonkeyPatch) -> None:
    job = add_scheme(a_wall_of("base"), CATALOG, ROOM, "left", root=Region(fill=Panel())).job
    monkeypatch.setattr("tallplank.core.joinery.paneling.build.make_scheme", lambda *_: 1 / 0)
    room = job.rooms[0]
    job = job.replaced(rooms=(room.but(schemes=(room.schemes[0].but(backing=9.0),)),))
    shown = workshop.make(job, CATALOG)
    assert not shown.units[0].problem
    (run,) = [r for r in shown.runs if r.what == "panel"]
    assert "a fault of the program (ZeroDivisionError" in run.problem
