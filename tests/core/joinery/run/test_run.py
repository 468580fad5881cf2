"""Worktops and plinths that follow a run, and rebuilding no more than an edit touches."""

import pytest

from makers import CATALOG, ROOM, WALL, a_room, a_wall_of, made, many_units
from tallplank.core.edit.standard import change_job, set_job_rule
from tallplank.core.edit.survey.room import change_room
from tallplank.core.edit.unit import Spot, change_units, place_unit, set_finish, set_rule, set_width, slide_units
from tallplank.core.joinery.run.length import pieces_of
from tallplank.core.joinery.run.run import Run
from tallplank.core.joinery.workshop import Workshop
from tallplank.core.measure.source import Decided, DecidedFor


def runs(job, what: str) -> list[Run]:  # type: ignore[no-untyped-def]
    return [r for r in made(job).runs if r.what == what]


def test_a_worktop_runs_across_neighbours_with_its_overhangs() -> None:
    (top,) = runs(slide_units(a_wall_of("base", "sink", "drawers"), ["u1", "u2", "u3"], 500), "top")
    (part,) = top.parts
    assert part.length.explained() == "2020 = 10 end overhang + 600 unit 1 + 800 unit 2 + 600 unit 3 + 10 end overhang"
    assert part.width.explained() == "601 = 560 deepest carcass + 21 front + 20 front overhang"
    low, high = part.box
    assert (low.x, high.x, low.z, high.z) == (490, 2510, 870, 900)
    assert high.y == 0


def test_an_end_at_a_wall_or_a_tall_unit_has_no_overhang() -> None:
    (top,) = runs(a_wall_of("base", "base", "tall"), "top")
    assert top.parts[0].length.value == 1200
    assert top.members == ("u1", "u2")


def test_units_that_stand_apart_split_the_run() -> None:
    job = slide_units(a_wall_of("base", "base", "base"), ["u3"], 600)
    assert [r.members for r in runs(job, "top")] == [("u1", "u2"), ("u3",)]
    assert [r.members for r in runs(slide_units(job, ["u3"], -600), "top")] == [("u1", "u2", "u3")]


def test_a_step_in_height_splits_the_worktop_but_not_the_plinth() -> None:
    job = change_units(a_wall_of("base", "base"), CATALOG, ["u2"], height=800)
    assert len(runs(job, "top")) == 2
    assert len(runs(job, "plinth")) == 1


def test_the_deepest_unit_sets_the_depth() -> None:
    job = change_units(a_wall_of("base", "base"), CATALOG, ["u2"], depth=700)
    assert runs(job, "top")[0].parts[0].width.value == 741


def test_the_plinth_takes_in_tall_units_and_stands_back() -> None:
    (plinth,) = runs(a_wall_of("tall", "base"), "plinth")
    (part,) = plinth.parts
    low, high = part.box
    assert (high.x - low.x, high.z) == (1200, 150)
    assert low.y == -560 + 60
    assert plinth.fittings[0].count.value == 3


def test_the_overhangs_are_those_of_the_units_that_decide_them() -> None:
    job = set_rule(a_wall_of("base", "base"), CATALOG, ["u2"], "top_end", 25)
    job = change_units(set_rule(job, CATALOG, ["u1"], "top_front", 35), CATALOG, ["u1"], depth=600.0)
    (part,) = runs(job, "top")[0].parts
    assert part.length.value == 1200 + 25
    assert part.width.value == 600 + 21 + 35
    assert [t.source for t in part.length.terms] == [
        DecidedFor("u1", Decided("unit", "width")),
        DecidedFor("u2", Decided("unit", "width")),
        DecidedFor("u2", Decided("rule", "top_end")),
    ]


def test_an_inset_front_does_not_push_the_worktop_forward() -> None:
    job = set_job_rule(a_wall_of("base"), CATALOG, "overlay", "inset")
    assert runs(job, "top")[0].parts[0].width.value == 560 + 20


def test_a_long_worktop_is_joined_at_a_unit() -> None:
    room = a_room(width=6000)
    (top,) = runs(set_finish(a_wall_of(*["base"] * 8, room=room), CATALOG, ["u1"], "top", "oak-stave"), "top")
    assert [p.length.value for p in top.parts] == [3600, 1210]
    assert top.parts[0].finish.id == "oak-stave"


def test_pieces_cover_the_length_without_gaps() -> None:
    assert pieces_of(0, 5000, [600, 2900, 3100], 3000) == ((0, 2900), (2900, 5000))
    assert pieces_of(0, 7000, [], 3000) == ((0, 3000), (3000, 6000), (6000, 7000))
    assert pieces_of(0, 3000, [1000], 3000) == ((0, 3000),)
    assert pieces_of(0, 3043, [], 3000) == ((0, 2743), (2743, 3043)), "no scrap at the end"
    assert pieces_of(0, 3043, [2000, 3000], 3000) == ((0, 2000), (2000, 3043))


def test_a_filler_beside_a_tall_unit_carries_no_worktop() -> None:
    job = place_unit(a_wall_of("tall"), CATALOG, "filler", Spot(ROOM, WALL, 600.0)).job
    assert made(job).units[1].placed.top == 2120
    assert [run.what for run in made(job).runs] == ["plinth"]


def test_hung_fillers_carry_no_worktop() -> None:
    job = place_unit(a_wall_of("wall"), CATALOG, "filler", Spot(ROOM, WALL, 600.0)).job
    assert made(job).units[1].placed.z == 1400
    assert made(job).runs == ()


def test_an_edit_of_one_unit_rebuilds_one_unit_and_its_runs() -> None:
    workshop, job = Workshop(CATALOG), many_units(60)
    first = workshop.make(job)
    workshop.built.clear()
    second = workshop.make(set_width(job, CATALOG, ["u12"], 610))
    assert workshop.built == {"unit": 1, "run": 2}
    same = [a is b for a, b in zip(first.units, second.units, strict=True)]
    assert same.count(False) == 1
    workshop.built.clear()
    workshop.make(change_job(second.job, name="Other"))
    assert not workshop.built


def test_the_workshop_agrees_with_building_from_nothing() -> None:
    workshop, job = Workshop(CATALOG), a_wall_of("base", "wall", "tall")
    for edit in (
        lambda j: set_width(j, CATALOG, ["u1"], 450),
        lambda j: set_job_rule(j, CATALOG, "kick_height", 120),
        lambda j: change_room(j, ROOM, width=5000),
        lambda j: slide_units(j, ["u2"], 37.5),
        lambda j: j.replaced(units=j.units[1:]),
    ):
        workshop.make(job)
        job = edit(job)
        kept, new = workshop.make(job), made(job)
        assert kept.units == new.units
        assert kept.runs == new.runs
        assert dict(kept.by_id).keys() == {u.id for u in job.units}


@pytest.mark.parametrize("side", ["back", "right", "front", "left"])
def test_runs_work_on_every_wall(side: str) -> None:
    job = a_room()
    for x in (0.0, 600.0):
        job = place_unit(job, CATALOG, "base", Spot(ROOM, side, x)).job
    assert [r.face for r in made(job).runs] == [side, side]
