"""Copies and islands by mouse and keyboard: repeat, mirror, another kind, neighbours, carrying; ways and waterfall ends typed and chosen."""

from collections.abc import Callable

from PyQt6.QtTest import QTest

from hands import LEFT, choose, drag, fill, run, type_into
from makers import CATALOG, ROOM, a_room, a_wall_of, made
from tallplank.app.canvas.view import DrawingCanvas
from tallplank.app.frame.window import MainWindow
from tallplank.core.edit.group import add_island
from tallplank.core.edit.unit import Spot, place_unit, set_finish
from tallplank.core.edit.walkway import walkways
from tallplank.core.job.job import Job

Open = Callable[..., MainWindow]


def an_island() -> tuple[Job, str]:
    job, (group, front, back) = add_island(a_room(6000.0, 5000.0), ROOM, 2000.0, 2200.0, 1800.0)
    for kind in ("base", "drawers", "base"):
        job = place_unit(job, CATALOG, kind, Spot(ROOM, front)).job
    return place_unit(job, CATALOG, "base-open", Spot(ROOM, back, 0.0), depth=300.0, width=1800.0).job, group


def test_units_are_repeated_and_undone_at_once(open_window: Open) -> None:
    window = open_window(a_wall_of("base"))
    store = window.store
    store.select(["u1"])
    form = fill(run(window, "repeat"), Times="many")
    assert form.told.isVisible()
    assert "many" in form.told.text()
    fill(form, Times="2", Pitch="70 cm")
    assert [u.x for u in store.job.units] == [0.0, 700.0, 1400.0]
    assert store.state.selected == ("u2", "u3")
    store.undo()
    assert len(store.job.units) == 1
    store.select(["u1"])
    fill(run(window, "repeat"), Times="3", Up_to="4200")
    assert [round(u.x) for u in store.job.units] == [0, 1200, 2400, 3600]


def test_units_are_mirrored_about_the_middle_and_about_another(open_window: Open) -> None:
    window = open_window(a_wall_of("base", "drawers"))
    store = window.store
    store.select(["u1"])
    fill(run(window, "mirror-about"), About="The middle of its wall or side", Keep_the_original="yes")
    assert [u.x for u in store.job.units] == [0.0, 600.0, 3600.0]
    store.select(["u1"])
    fill(run(window, "mirror-about"), About="The middle of 2 Base, drawers")
    assert [u.x for u in store.job.units] == [1200.0, 600.0, 3600.0]


def test_another_kind_neighbours_and_what_is_carried(open_window: Open) -> None:
    window = open_window(set_finish(a_wall_of("base", "drawers", "filler"), CATALOG, ["u1"], "front", "oak"))
    store = window.store
    store.select(["u2"])
    fill(run(window, "kind"), Kind="Base, open")
    assert [u.kind for u in store.job.units] == ["base", "base-open", "filler"]
    store.select(["u1"])
    run(window, "swap-right")
    assert {u.id: u.x for u in store.job.units} == {"u1": 600.0, "u2": 0.0, "u3": 1200.0}
    store.select(["u1", "u2", "u3"])
    fill(run(window, "carry"), Front_style="", Hardware="yes", Finishes="")
    assert store.state.message == "Carried to 0 units; it does not apply to 2."
    fill(run(window, "carry"))
    assert {u.finishes.get("front") for u in store.job.units} == {"oak"}


def test_an_island_is_picked_in_the_plan_dragged_and_placed_by_its_ways(open_window: Open) -> None:
    job, group = an_island()
    window = open_window(job)
    store, plan = window.store, window.board.pane("plan")
    assert isinstance(plan, DrawingCanvas)
    store.select(["u1"])
    run(window, "group")
    assert store.state.selected == (group,)
    type_into(window, "Way front", "36 in")
    type_into(window, "Way right", "45 in")
    ways = walkways(store.derived.made, ROOM, group)
    assert (round(ways["front"].width, 1), round(ways["right"].width, 1)) == (914.4, 1143.0)
    type_into(window, "Over back", "381")
    choose(window, "Left end", "Waterfall, to the floor")
    assert [u.kind for u in store.job.units[4:]] == ["filler", "filler"]
    store.select([])
    record = store.job.room(ROOM).groups[0]
    edge = plan.place_of(record.x + 900.0, record.y + 321.0 + 200.0).toPoint()
    QTest.mouseClick(plan, LEFT, pos=edge)
    assert store.state.selected == (group,)
    drag(plan, plan.place_of(record.x + 900.0, record.y + 521.0), plan.place_of(record.x + 1300.0, record.y + 1121.0))
    moved = store.job.room(ROOM).groups[0]
    assert abs(moved.x - record.x - 400.0) < 30.0
    assert abs(moved.y - record.y - 600.0) < 30.0
    store.undo()
    assert store.job.room(ROOM).groups[0] == record


def test_groups_are_duplicated_mirrored_and_removed_as_one(open_window: Open) -> None:
    job, group = an_island()
    window = open_window(job)
    store = window.store
    store.select([group])
    run(window, "duplicate")
    assert len(store.job.units) == 8
    assert len(store.job.room(ROOM).groups) == 2
    run(window, "mirror")
    assert made(store.job).units[0].unit == job.units[0]
    run(window, "delete")
    assert store.job.units == job.units
    store.select([group])
    fill(run(window, "repeat"), Times="2", To_the_right_by="0", Up_by="-2 m")
    assert [g.y for g in store.job.room(ROOM).groups] == [2200.0, 200.0, -1800.0]
