"""The workshop keeps what it made: by what each unit uses, over edits, undo and changes of the whole job."""

import gc
import weakref
from dataclasses import replace

import pytest
from hypothesis import given
from hypothesis import strategies as st

from makers import CATALOG, ROOM, WALL, a_made_unit, a_wall_of, made, many_units
from strategies import kinds
from tallplank.core.edit.standard import set_job_finish, set_job_hardware, set_job_rule, set_job_style
from tallplank.core.edit.unit import Spot, place_unit, set_finish, set_width
from tallplank.core.error import told
from tallplank.core.job.job import Job
from tallplank.core.job.standard import Standard
from tallplank.core.job.unit import FINISH_ROLES, FinishRole
from tallplank.core.joinery.refinish import cut_alike, refinished
from tallplank.core.joinery.workshop import Workshop, build_unit, make, make_unit
from tallplank.demo import demo_job
from tallplank.session.arrange import Arranger
from tallplank.session.store import Store

pytestmark = pytest.mark.anew

finishes = st.sampled_from([(role, f.id) for role in FINISH_ROLES for f in CATALOG.finishes_for(role)])


def plain(unit):  # type: ignore[no-untyped-def]
    """A made unit without what only says what it was built by."""
    return replace(unit, choice=None)


def built_by(workshop: Workshop, edit, job: Job) -> tuple[Job, int]:  # type: ignore[no-untyped-def]
    """The job after an edit with the workshop at hand, and how many units were built for it in all."""
    before = workshop.built["unit"]
    with workshop.at_hand():
        job = edit(job)
    workshop.make(job)
    return job, workshop.built["unit"] - before


def test_what_an_edit_built_is_not_built_again() -> None:
    workshop, job = Workshop(CATALOG), a_wall_of("base", "drawers", "wall")
    workshop.make(job)
    job, count = built_by(workshop, lambda j: set_width(j, CATALOG, ["u2"], 650), job)
    assert count == 1
    job, count = built_by(workshop, lambda j: place_unit(j, CATALOG, "base", Spot(ROOM, WALL), workshop.make(j)).job, job)
    assert count == 1
    _, count = built_by(workshop, lambda j: set_job_rule(j, CATALOG, "kick_height", 120), job)
    assert count == 4


def test_a_large_job_builds_each_unit_once_for_a_rule_of_the_job() -> None:
    workshop, job = Workshop(CATALOG), many_units(300)
    workshop.make(job)
    _, count = built_by(workshop, lambda j: set_job_rule(j, CATALOG, "kick_height", 120), job)
    assert count == 300


def test_a_unit_is_kept_by_the_choices_that_it_uses() -> None:
    workshop, job = Workshop(CATALOG), a_wall_of("base", "open-shelf", "drawers")
    first = workshop.make(job)
    job, count = built_by(workshop, lambda j: set_job_finish(j, CATALOG, "top", "basalt-stone"), job)
    assert count == 0
    assert all(a is b for a, b in zip(first.units, workshop.make(job).units, strict=True))
    assert {p.finish.id for r in workshop.make(job).runs for p in r.parts if r.what == "top"} == {"basalt-stone"}
    job, count = built_by(workshop, lambda j: set_job_hardware(j, CATALOG, "hinge", "hinge-155"), job)
    assert count == 1
    job, count = built_by(workshop, lambda j: set_job_style(j, CATALOG, "sluice-frame"), job)
    assert count == 3
    assert workshop.make(job) == made(job)


def test_a_run_is_kept_by_the_finishes_that_it_asked_for() -> None:
    """After another finish of the job all is as from nothing; of what no unit is made of, only the runs with it are made anew."""
    workshop, job = Workshop(CATALOG), demo_job(CATALOG)
    before, anew, other = workshop.make(job), {}, {}
    for role in FINISH_ROLES:
        changed = set_job_finish(job, CATALOG, role, CATALOG.finishes_for(role)[-1].id)
        count = workshop.built["run"]
        found, again = workshop.make(changed), make(changed, CATALOG)
        anew[role] = workshop.built["run"] - count
        other[role] = sum(a.parts != b.parts for a, b in zip(found.runs, before.runs, strict=True))
        assert [run.parts for run in found.runs] == [run.parts for run in again.runs], role
        workshop.make(job)
    assert anew["top"] == other["top"] > 0
    assert anew["glass"] == other["glass"] == 0


def test_undo_of_a_change_of_the_whole_job_builds_nothing() -> None:
    workshop, job = Workshop(CATALOG), a_wall_of("base", "drawers", "wall")
    workshop.make(job)
    changed, _ = built_by(workshop, lambda j: set_job_rule(j, CATALOG, "kick_height", 120), job)
    before = workshop.built["unit"]
    assert workshop.make(job) == made(job)
    assert workshop.make(changed) == made(changed)
    assert workshop.built["unit"] == before


def test_nothing_is_kept_of_what_no_job_has_any_longer() -> None:
    workshop, job = Workshop(CATALOG), a_wall_of("base", "drawers")
    workshop.make(job)
    old = weakref.ref(job.units[0])
    for width in range(610, 630):
        job, _ = built_by(workshop, lambda j, w=width: set_width(j, CATALOG, ["u1"], w), job)
    gc.collect()
    assert old() is None
    assert sum(map(len, workshop._stock.values())) <= 4


def test_hovering_while_placing_builds_nothing(monkeypatch: pytest.MonkeyPatch) -> None:
    store = Store(CATALOG, a_wall_of("base", "drawers"))
    assert store.derived.made.units
    monkeypatch.setattr("tallplank.core.joinery.workshop.build_unit", lambda *_: pytest.fail("a unit was built"))
    for on_plan, point in ((True, (1980.0, 2700.0)), (False, (1980.0, 400.0))):
        assert Arranger(store, on_plan=on_plan).ghost("tall", point, 60) is not None


def test_without_a_workshop_at_hand_an_edit_builds_for_itself() -> None:
    unit = a_wall_of("base").units[0]
    assert make_unit(CATALOG, Standard(), unit) is not make_unit(CATALOG, Standard(), unit)


@given(kinds, st.lists(finishes, max_size=2), finishes)
def test_refinishing_is_the_same_as_building_anew(kind: str, own: list[tuple[FinishRole, str]], change: tuple[FinishRole, str]) -> None:
    job = place_unit(a_wall_of(), CATALOG, kind, Spot(ROOM, WALL, 0.0)).job
    for role, finish in own:
        job = set_finish(job, CATALOG, ["u1"], role, finish)
    unit, role, finish = build_unit(CATALOG, job.standard, job.units[0]), *change
    standard = Standard(finishes={role: finish})
    again = refinished(unit, standard)
    if again is not None:
        assert plain(again) == plain(build_unit(CATALOG, standard, job.units[0]))
        assert again.choice == build_unit(CATALOG, standard, job.units[0]).choice


def test_finishes_of_one_board_are_refinished_and_others_built() -> None:
    unit = build_unit(CATALOG, Standard(), a_wall_of("base").units[0])
    grey, oak = Standard(finishes={"front": "heron"}), Standard(finishes={"front": "oak"})
    again = refinished(unit, grey)
    assert again is not None
    assert {p.finish.id for p in again.parts if p.surface == "front"} == {"heron"}
    assert refinished(unit, oak) is None
    assert refinished(unit, Standard(finishes={"front": "heron"}, hardware={"hinge": "hinge-155"})) is None
    assert not cut_alike(CATALOG, CATALOG.finishes["heron"], CATALOG.finishes["oak"])


@pytest.mark.parametrize(
    ("kind", "width", "height", "depth", "says"),
    [
        ("corner-diagonal", 693.0, 200.0, 1800.0, "the door would stand 20.7"),
        ("tall-diagonal", 693.0, 200.0, 1800.0, "the door would stand 20.7"),
        ("console-bow", 600.0, 5.0, 360.0, "the bottom would stand 13"),
        ("between", 1.0, 870.0, 300.0, "the shelf cleat left would stand 17"),
        ("base", 76.0, 720.0, 560.0, "The door would be 73 mm wide; a hinge needs 80 mm."),
    ],
)
def test_sizes_at_which_parts_would_stand_out_of_a_unit_are_refused(
    kind: str, width: float, height: float, depth: float, says: str
) -> None:
    assert says in told(a_made_unit(kind, width=width, height=height, depth=depth).problem)


def test_the_demo_is_the_same_however_often_it_was_asked_for() -> None:
    """It is put together with a workshop at hand, which keeps what it built: made from nothing it is the same."""
    job = demo_job(CATALOG)
    workshop = Workshop(CATALOG)
    with workshop.at_hand():
        again = make(job, CATALOG)
    fresh = made(job)
    assert demo_job(CATALOG) == job
    assert [unit.parts for unit in again.units] == [unit.parts for unit in fresh.units]
    assert again.runs == fresh.runs
