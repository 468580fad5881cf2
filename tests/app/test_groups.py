"""Groups closed and opened, a peninsula by its form, and mirroring about a line that is drawn."""

from PyQt6.QtCore import QPointF
from PyQt6.QtTest import QTest

from app.test_copies import an_island
from hands import LEFT, Open, drag, fill, run
from makers import ROOM, WALL, a_room, a_wall_of
from tallplank.app.canvas.view import DrawingCanvas
from tallplank.app.frame.window import MainWindow
from tallplank.session.group import with_members


def plan(window: MainWindow) -> DrawingCanvas:
    pane = window.board.pane("plan")
    assert isinstance(pane, DrawingCanvas)
    return pane


def test_a_closed_group_is_taken_as_one_until_it_is_opened(open_window: Open) -> None:
    job, group = an_island()
    window = open_window(job)
    store, pane = window.store, plan(window)
    unit = store.derived.made.by_id["u2"]
    middle = store.derived.made.face(unit).frame.out((unit.placed.x + 300.0, -300.0, 0.0))
    at = pane.place_of(middle.x, middle.y)
    QTest.mouseClick(pane, LEFT, pos=at.toPoint())
    assert store.state.selected == ("u2",)
    run(window, "group-shut")
    assert store.state.selected == (group,)
    store.select([])
    QTest.mouseClick(pane, LEFT, pos=at.toPoint())
    assert store.state.selected == (group,)
    assert with_members(store) == {group, "u1", "u2", "u3", "u4"}
    before = store.job.room(ROOM).groups[0]
    drag(pane, at, at + QPointF(40.0, 0.0))
    assert store.job.room(ROOM).groups[0].x > before.x
    store.undo()
    QTest.mouseDClick(pane, LEFT, pos=at.toPoint())
    assert store.state.selected == ("u2",)
    assert store.state.stage == "layout"
    assert not store.state.closed


def test_a_frame_round_a_closed_group_takes_it_once(open_window: Open) -> None:
    job, group = an_island()
    window = open_window(job)
    store, pane = window.store, plan(window)
    store.close_groups([group])
    record = store.job.room(ROOM).groups[0]
    drag(pane, pane.place_of(record.x - 300.0, record.y - 1500.0), pane.place_of(record.x + 2200.0, record.y + 1500.0))
    assert store.state.selected == (group,)


def test_units_are_mirrored_about_a_line_drawn_on_the_plan(open_window: Open) -> None:
    window = open_window(a_wall_of("base", "drawers"))
    store, pane = window.store, plan(window)
    store.select(["u1", "u2"])
    fill(run(window, "mirror-about"), About="A line that is drawn on the plan next", Keep_the_original="yes")
    wall = store.job.face(ROOM, WALL)
    a, b = (wall.frame.out((1500.0, y, 0.0)) for y in (-200.0, -1500.0))
    drag(pane, pane.place_of(a.x, a.y), pane.place_of(b.x, b.y))
    xs = sorted((round(u.x / 10.0) * 10, u.kind) for u in store.job.units)
    assert [kind for _, kind in xs] == ["base", "drawers", "drawers", "base"]
    assert abs(xs[2][0] - 1800.0) <= 2 / pane.view.scale
    assert store.state.placing == ""


def test_a_group_is_mirrored_about_a_line_and_a_line_askew_to_a_wall_is_told(open_window: Open) -> None:
    job, group = an_island()
    window = open_window(job)
    store, pane = window.store, plan(window)
    store.select([group])
    fill(run(window, "mirror-about"), About="A line that is drawn on the plan next")
    x = store.job.room(ROOM).groups[0].x
    drag(pane, pane.place_of(3000.0, 800.0), pane.place_of(3000.0, 3000.0))
    assert store.job.room(ROOM).groups[0].x != x
    window = open_window(a_wall_of("base"))
    store, pane = window.store, plan(window)
    store.select(["u1"])
    fill(run(window, "mirror-about"), About="A line that is drawn on the plan next")
    drag(pane, pane.place_of(500.0, 500.0), pane.place_of(1500.0, 1500.0))
    assert "square to the wall" in store.state.message


def test_a_peninsula_by_its_form(open_window: Open) -> None:
    window = open_window(a_room(5000.0, 4000.0))
    store = window.store
    form = fill(run(window, "peninsula"), Along_the_wall_at="99999")
    assert "beyond" in form.told.text()
    fill(form, Along_the_wall_at="3000", Length="6 ft", Fronts_look_to_the="Right")
    (group,) = store.job.room(ROOM).groups
    assert store.state.selected == (group.id,)
    assert abs(group.faces[0].length - 1828.8) < 1e-9
