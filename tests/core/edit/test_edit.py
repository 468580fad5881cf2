"""Edits: what they do, what they refuse, and that undo gives everything back."""

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from makers import CATALOG, ROOM, WALL, a_room, a_wall_of, made
from strategies import edits
from tallplank.core.edit.align import close_up, space_evenly
from tallplank.core.edit.check import EditError
from tallplank.core.edit.opening import set_drawer_count, set_opening, set_opening_size
from tallplank.core.edit.snap import Mover, rest
from tallplank.core.edit.standard import change_job, change_rates, new_job, set_job_finish, set_job_hardware, set_job_rule, set_job_style
from tallplank.core.edit.survey.room import change_room, change_wall, remove_room
from tallplank.core.edit.survey.walled import add_opening, change_opening, remove_opening
from tallplank.core.edit.unit import (
    Spot,
    change_units,
    delete_units,
    duplicate_units,
    move_to_face,
    place_unit,
    renumber,
    set_finish,
    set_hardware,
    set_rule,
    set_width,
    slide_units,
)
from tallplank.core.error import PlankError
from tallplank.session.store import Store


@settings(max_examples=40)
@given(st.lists(edits(), max_size=12))
def test_any_edits_then_undo_give_back_the_very_same_job(changes: list) -> None:
    store = Store(CATALOG, a_wall_of("base", "drawers", "wall"))
    first = store.job
    for change in changes:
        before = store.job
        try:
            store.apply(change, "edit")
        except PlankError:
            assert store.job is before
    last = store.job
    while store.state.history.undo_label is not None:
        store.undo()
    assert store.job is first
    while store.state.history.redo_label is not None:
        store.redo()
    assert store.job is last


def test_a_new_unit_takes_the_first_gap() -> None:
    job = a_wall_of("base", "base", "base")
    job = place_unit(delete_units(job, ["u2"]), CATALOG, "drawers", Spot(ROOM, WALL)).job
    assert [(u.kind, u.x) for u in job.units] == [("base", 0), ("base", 1200), ("drawers", 600)]
    assert job.units[-1].mark == 4


def test_wall_units_do_not_mind_those_below() -> None:
    job = place_unit(a_wall_of("base"), CATALOG, "wall", Spot(ROOM, WALL)).job
    assert job.units[-1].x == 0


def test_a_filler_takes_the_height_of_its_neighbour() -> None:
    job = place_unit(a_wall_of("tall"), CATALOG, "filler", Spot(ROOM, WALL)).job
    filler = job.units[-1]
    assert (filler.x, filler.height, filler.depth) == (600, 1970, 560)


@pytest.mark.parametrize(("anchor", "x"), [("left", 1000), ("right", 900), ("centre", 950)])
def test_the_anchored_side_stays(anchor: str, x: float) -> None:
    job = slide_units(a_wall_of("base"), ["u1"], 1000)
    assert set_width(job, CATALOG, ["u1"], 700, anchor).units[0].x == x


def test_copies_stand_to_the_right_in_the_same_order() -> None:
    job, ids = duplicate_units(a_wall_of("base", "sink"), ["u1", "u2"])
    assert [(job.unit(i).x, job.unit(i).kind, job.unit(i).mark) for i in ids] == [(1400, "base", 3), (2000, "sink", 4)]
    assert duplicate_units(job, [])[0] is job


def test_gaps_close_from_the_left() -> None:
    job = slide_units(slide_units(a_wall_of("base", "base", "base"), ["u2"], 100), ["u3"], 300)
    closed = close_up(job, ["u1", "u2", "u3"])
    assert [u.x for u in closed.units] == [0, 600, 1200]
    assert close_up(closed, ["u1", "u2", "u3"]) is closed


def test_units_are_spaced_evenly_between_the_first_and_the_last() -> None:
    job = slide_units(a_wall_of("base", "sink", "base", "wall"), ["u3"], 700)
    even = space_evenly(job, ["u1", "u2", "u3"])
    assert [u.x for u in even.units] == [0, 950, 2100, 0]
    assert space_evenly(even, ["u1", "u2", "u3"]).units == even.units
    for ids in (["u1", "u2"], []):
        with pytest.raises(EditError, match="three or more"):
            space_evenly(job, ids)
    with pytest.raises(PlankError, match="more than there is"):
        space_evenly(slide_units(job, ["u3"], -1000), ["u1", "u2", "u3"])


def test_numbers_run_along_the_walls() -> None:
    job = delete_units(a_wall_of("base", "wall", "base"), [])
    job = place_unit(job, CATALOG, "tall", Spot(ROOM, "right", 0.0)).job
    assert [(u.mark, u.kind) for u in renumber(job, CATALOG).units] == [(1, "base"), (2, "base"), (3, "wall"), (4, "tall")]
    once = renumber(job, CATALOG)
    assert renumber(once, CATALOG) is once


def test_units_move_to_another_wall_together() -> None:
    job = move_to_face(a_wall_of("base", "sink"), ["u1", "u2"], Spot(ROOM, "left", 300.0))
    assert [(u.face, u.x) for u in job.units] == [("left", 300), ("left", 900)]


def test_openings_and_drawers() -> None:
    job = a_wall_of("base", "drawers", "filler")
    job = set_opening(job, CATALOG, ["u1", "u2", "u3"], (), hand="right")
    assert job.unit("u1").opening.hand == "right"
    job = set_drawer_count(job, CATALOG, ["u1", "u2"], 4)
    assert job.unit("u1").opening.openings == ()
    assert next(f.height for f in made(job).by_id["u2"].fronts) == 140
    assert len(made(job).by_id["u2"].fronts) == 4
    job = set_opening_size(job, CATALOG, ["u2"], (1,), 160)
    assert [f.height for f in made(job).by_id["u2"].fronts][:2] == [140, 160]
    job = set_opening_size(job, CATALOG, ["u2"], (0,), None)
    assert made(job).by_id["u2"].fronts[0].height == pytest.approx((716 - 9 - 160) / 3)


def test_own_values_win_and_can_be_given_back() -> None:
    job = set_job_rule(a_wall_of("base", "base"), CATALOG, "kick_height", 120)
    job = set_rule(job, CATALOG, ["u1"], "kick_height", 100)
    assert [u.placed.z for u in made(job).units] == [100, 120]
    job = set_rule(job, CATALOG, ["u1"], "kick_height", None)
    assert job.units[0].rules == {}
    assert [u.placed.z for u in made(job).units] == [120, 120]
    job = set_finish(set_job_finish(job, CATALOG, "front", "oak"), CATALOG, ["u2"], "front", "walnut")
    assert [u.choice.finish("front").id for u in made(job).units] == ["oak", "walnut"]
    job = set_hardware(set_job_hardware(job, CATALOG, "pull", "pull-knob-32"), CATALOG, ["u1"], "pull", "pull-bar-320")
    assert [u.choice.hardware("pull").id for u in made(job).units] == ["pull-bar-320", "pull-knob-32"]
    assert set_finish(job, CATALOG, ["u1"], "front", None) is job


@pytest.mark.parametrize(
    ("edit", "words"),
    [
        (lambda j: set_width(j, CATALOG, ["u1"], 20), "no room between the gables"),
        (lambda j: set_width(j, CATALOG, ["u1", "u2"], 20), "Unit 1: "),
        (lambda j: set_width(j, CATALOG, ["u1"], -5), "Width must be greater than 0"),
        (lambda j: change_units(j, CATALOG, ["u1"], depth=float("nan")), "Depth"),
        (lambda j: change_units(j, CATALOG, ["u2"], depth=100), "Two stretchers"),
        (lambda j: place_unit(j, CATALOG, "spaceship", Spot(ROOM, WALL)).job, "no kind"),
        (lambda j: place_unit(j, CATALOG, "base", Spot(ROOM, "ceiling")).job, "no wall"),
        (lambda j: set_finish(j, CATALOG, ["u1"], "front", "chalk"), "no finish 'chalk' for front"),
        (lambda j: set_hardware(j, CATALOG, ["u1"], "pull", "leg-150"), "no pull"),
        (lambda j: set_rule(j, CATALOG, ["u1"], "colour", 3), "no construction rule"),
        (lambda j: set_rule(j, CATALOG, ["u1"], "colour", None), "no construction rule"),
        (lambda j: set_job_rule(j, CATALOG, "board_thickness", 400), "Unit 1 could not be built"),
        (lambda j: set_job_style(j, CATALOG, "none"), "no door style"),
        (lambda j: set_drawer_count(j, CATALOG, ["u2"], 11), "one to ten"),
        (lambda j: change_rates(j, margin=1.0), "Margin"),
        (lambda j: change_rates(j, labour_hour="lots"), "Labour hour"),
        (lambda j: change_job(j, name=""), "Name"),
        (lambda j: change_room(j, ROOM, width=0), "Width"),
    ],
)  # fmt: skip
def test_a_refused_edit_says_why_and_changes_nothing(edit, words: str) -> None:  # type: ignore[no-untyped-def]
    job = a_wall_of("base", "drawers")
    before = job.model_dump()
    with pytest.raises(PlankError, match=words):
        edit(job)
    assert job.model_dump() == before


def test_openings_of_walls() -> None:
    job = add_opening(a_room(), ROOM, WALL, "window").job
    window = job.face(ROOM, WALL).openings[0]
    assert window.x + window.width / 2 == 2100
    job = change_opening(job, ROOM, WALL, window.id, width=1000.0, sill=900.0)
    assert job.face(ROOM, WALL).openings[0].width == 1000
    for wrong in ({"x": 4000.0}, {"height": 2000.0}, {"width": -1.0}):
        with pytest.raises(EditError):
            change_opening(job, ROOM, WALL, window.id, **wrong)
    with pytest.raises(EditError, match="overlap"):
        add_opening(job, ROOM, WALL, "door")
    with pytest.raises(EditError, match="beyond"):
        change_room(job, ROOM, width=2000)
    assert remove_opening(job, ROOM, WALL, window.id).face(ROOM, WALL).openings == ()


def test_rooms_and_walls() -> None:
    job = change_wall(new_job(), ROOM, WALL, name="Canal wall", thickness=300)
    assert job.face(ROOM, WALL).name == "Canal wall"
    job = place_unit(job, CATALOG, "base", Spot(ROOM, WALL)).job
    assert remove_room(job, ROOM).units == ()


def test_snapping_names_its_relation() -> None:
    job = add_opening(slide_units(a_wall_of("base", "wall"), ["u1"], 1000), ROOM, WALL, "window", 2500.0).job
    job = place_unit(job, CATALOG, "base", Spot(ROOM, "left", 2400.0)).job
    shown, face = made(job), job.face(ROOM, WALL)
    base = Mover(600, 560, 150, 870)

    def at(x: float, mover: Mover = base, reach: float = 40) -> tuple[float, str]:
        found = rest(shown, ROOM, face, mover, x, reach)
        return found.x, found.relation

    assert at(1620) == (1600, "right of 1")
    assert at(390) == (400, "left of 1")
    assert at(595, reach=30) == (581, "corner, beside 3 on Wall D")
    assert at(4170 - 600) == (3600, "right end of Wall A")
    assert at(2790) == (2800, "centred on the window")
    assert at(2200) == (2200, "")
    assert at(9999) == (3600, "end of Wall A")
    assert at(1010, Mover(500, 560, 1400, 2120, frozenset({"u2"}))) == (1000, "left edges in line, above 1")
    assert at(1620, Mover(600, 560, 150, 870, frozenset({"u1"}))) == (1620, "")
