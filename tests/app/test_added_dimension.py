"""Dimensions added on the drawings by two clicks, typed over, held to other things, hidden and taken away."""

from PyQt6.QtCore import QPoint, Qt
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QComboBox

from hands import LEFT, Open, fill, run
from makers import CATALOG, ROOM, WALL, a_wall_of
from tallplank.app.canvas.tool.dimension import DimensionTool
from tallplank.app.canvas.view import DrawingCanvas
from tallplank.app.frame.window import MainWindow
from tallplank.core.draw.dimension import DimensionText
from tallplank.core.edit.survey.walled import add_opening
from tallplank.core.edit.unit import Spot, place_unit
from tallplank.core.job.job import Job
from tallplank.core.job.measure import OfAdded


def a_wall() -> Job:
    job = add_opening(a_wall_of("base", "base"), ROOM, WALL, "window", 1500.0, width=900.0).job
    return place_unit(job, CATALOG, "wall", Spot(ROOM, WALL, 0.0)).job


def drawing(window: MainWindow, kind: str = "elevation") -> DrawingCanvas:
    pane = window.board.pane(kind)
    assert isinstance(pane, DrawingCanvas)
    return pane


def click(pane: DrawingCanvas, x: float, y: float) -> None:
    QTest.mouseClick(pane, LEFT, pos=pane.place_of(x, y).toPoint())


def figure(pane: DrawingCanvas) -> DimensionText:
    chains = pane.dimensions()
    assert chains is not None
    return next(t for t in chains.texts if isinstance(t.measure, OfAdded))


def offered(pane: DrawingCanvas) -> dict[str, object]:
    """What the menu of the added figure offers, with its submenus."""
    tool = next(t for t in pane._tools if isinstance(t, DimensionTool))
    menu = tool.offer(pane.view.out(figure(pane).centre))
    assert menu is not None
    return {a.text(): a.menu() or a for a in menu.actions() if a.text()}


def test_two_clicks_measure_and_a_value_typed_over_moves(open_window: Open) -> None:
    window = open_window(a_wall())
    pane, store = drawing(window), window.store
    run(window, "dimension")
    click(pane, 1200.0, 500.0)
    click(pane, 1500.0, 1300.0)
    (added,) = store.job.dimensions
    assert [(e.thing, e.holds, e.edge) for e in (added.first, added.second)] == [("u2", "carcass", "high"), ("window1", "opening", "low")]
    QTest.keyClick(pane, Qt.Key.Key_Escape)
    assert store.state.placing == ""
    text = figure(pane)
    assert text.text == "300"
    field = pane.type_over(text).field
    field.setText("12 in")
    QTest.keyClick(field, Qt.Key.Key_Return)
    assert store.job.face(ROOM, WALL).openings[0].x == 1200.0 + 304.8
    store.undo()
    store.undo()
    assert store.job.dimensions == ()


def test_esc_forgets_the_first_click_and_then_leaves(open_window: Open) -> None:
    window = open_window(a_wall())
    pane, store = drawing(window), window.store
    run(window, "dimension")
    click(pane, 1200.0, 500.0)
    QTest.keyClick(pane, Qt.Key.Key_Escape)
    assert store.state.placing == "dimension"
    click(pane, 300.0, 3.0e3)
    assert "edge" in store.state.message
    QTest.keyClick(pane, Qt.Key.Key_Escape)
    assert store.state.placing == ""
    click(pane, 300.0, 500.0)
    assert store.state.selected == ("u1",)


def test_an_end_holds_something_else_and_the_figure_is_hidden_and_taken_away(open_window: Open) -> None:
    window = open_window(a_wall())
    pane, store = drawing(window), window.store
    run(window, "dimension")
    click(pane, 1200.0, 500.0)
    click(pane, 1500.0, 1300.0)
    run(window, "dimension")
    below = offered(pane)["From 2 Base, doors · carcass, right"]
    ends = {a.text(): a for a in below.actions()}
    assert ends["2 Base, doors · carcass, right"].isChecked()
    ends["2 Base, doors · front, right"].trigger()
    assert figure(pane).text == "301.5"
    offered(pane)["Hide it"].trigger()
    assert store.job.hidden_chains == ("added/dimension1",)
    form = run(window, "chains")
    fill(form, **{"301.5 mm: 2 Base, doors · front, right – window 1 of Wall A, left": "yes"})
    assert store.job.hidden_chains == ()
    offered(pane)["Take this dimension away"].trigger()
    assert store.job.dimensions == ()


def test_all_of_it_without_the_mouse(open_window: Open) -> None:
    window = open_window(a_wall())
    store = window.store
    store.look_at(ROOM, WALL)
    form = run(window, "dimension-named")
    fill(form, Measured="Elevation, up", From="1 Base, doors · worktop, top", To="3 Wall unit · carcass, bottom")
    (added,) = store.job.dimensions
    assert added.axis == "z"
    form = run(window, "dimension-named")
    known = form.field("Dimension")
    assert isinstance(known, QComboBox)
    known.setCurrentIndex(1)
    fill(form, To="3 Wall unit · carcass, top")
    assert store.job.dimensions[0].second.edge == "high"
    form = run(window, "dimension-named")
    form.field("Dimension").setCurrentIndex(1)
    fill(form, Take_it_away="yes")
    assert store.job.dimensions == ()
    form = run(window, "chains")
    fill(form, **{"Wall A: units, below": ""})
    assert store.job.hidden_chains == (f"{ROOM}/{WALL}/below units",)
    pane = drawing(window)
    assert f"{ROOM}/{WALL}/below units" not in {c.name for c in pane.drawing.chains}


def test_a_right_click_that_pans_opens_no_menu(open_window: Open) -> None:
    window = open_window(a_wall())
    pane = drawing(window)
    at = pane.place_of(600.0, 500.0).toPoint()
    before = pane.place_of(0.0, 0.0)
    QTest.mousePress(pane, Qt.MouseButton.RightButton, pos=at)
    QTest.mouseMove(pane, at + QPoint(30, 0))
    QTest.mouseRelease(pane, Qt.MouseButton.RightButton, pos=at + QPoint(30, 0))
    assert pane.place_of(0.0, 0.0).x() - before.x() == 30.0
