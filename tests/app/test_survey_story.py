"""The survey by mouse and keyboard: an L-shaped room with a column and a chimney breast, laid out; a room of five walls; its views."""

from math import cos, hypot, radians, sin
from pathlib import Path

import pytest
from PIL import Image
from PyQt6.QtCore import QPointF, Qt
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QComboBox, QPushButton, QToolButton

from hands import LEFT, Open, choose, drag, panel, press, type_into
from makers import CATALOG, ROOM, a_room, a_wall_of
from tallplank.app.board.room3d import Room3DPane
from tallplank.app.canvas.view import DrawingCanvas
from tallplank.app.frame.window import MainWindow
from tallplank.app.panel.room.surface_row import picture_from_file
from tallplank.app.tray.tray import TrayItem
from tallplank.core.draw.dimension import DimensionText
from tallplank.core.edit.survey.room import add_room
from tallplank.core.edit.survey.shape import corner_angles
from tallplank.core.edit.unit import Spot, place_unit
from tallplank.core.error import PlankError
from tallplank.core.job.face import faces_of
from tallplank.core.job.measure import OfGap, OfStanding
from tallplank.session.section import SECTION_LINE


def view(window: MainWindow, kind: str) -> DrawingCanvas:
    if window.board.pane(kind) is None:
        window.board.show_only("plan", "elevation", "room3d")
    QTest.qWait(30)
    pane = window.board.pane(kind)
    assert isinstance(pane, DrawingCanvas)
    return pane


def from_tray(window: MainWindow, name: str) -> None:
    item = next(i for i in window.tray.findChildren(TrayItem) if i.name == name)
    item.click()


def click_at(canvas: DrawingCanvas, x: float, y: float) -> None:
    QTest.mouseClick(canvas, LEFT, pos=canvas.place_of(x, y).toPoint())


def text_of(canvas: DrawingCanvas, measure: object) -> DimensionText:
    chains = canvas.dimensions()
    assert chains is not None
    return next(t for t in chains.texts if t.measure == measure)


def test_an_l_with_a_column_and_a_chimney_breast_by_typing(open_window: Open) -> None:
    """The tape's walk, then breast and column from the tray and their places typed; a soffit over what hangs, and a crown round it."""
    window = open_window(a_room())
    store = window.store
    store.go("survey")
    type_into(window, "Walls", "5000 r 2600 r 2000 l 1400 r 3000 r 4000")
    room = store.job.rooms[0]
    assert sorted(round(f.length) for f in faces_of(room).values()) == [1400, 2000, 2600, 3000, 4000, 5000]
    plan = view(window, "plan")
    (x0, y0), back = room.corners[0], faces_of(room)["wall1"]
    from_tray(window, "Chimney breast")
    click_at(plan, x0 + 1500.0, y0 - 60.0)
    (breast,) = store.job.rooms[0].columns
    assert store.state.selected == (breast.id,)
    type_into(window, "Width", "1400")
    field = plan.type_over(text_of(plan, OfStanding(ROOM, back.id, breast.id, "x")))
    field.field.setText("600")
    QTest.keyClick(field.field, Qt.Key.Key_Return)
    (breast,) = store.job.rooms[0].columns
    assert (min(x for x, _ in breast.outline) - x0, breast.width) == (600.0, 1400.0)
    store.select([])
    from_tray(window, "Column")
    click_at(plan, x0 + 3000.0, y0 - 2500.0)
    post = store.job.rooms[0].columns[1]
    type_into(window, "From left", str(x0 + 2600))
    choose(window, "Shape", "Round")
    assert (store.job.rooms[0].columns[1].x, store.job.rooms[0].columns[1].round) == (x0 + 2600.0, True)
    type_into(window, "Bottom at", "none")
    assert store.job.rooms[0].columns[1].low == 0.0
    assert post.id == "column2"
    store.go("layout")
    store.look_at(ROOM, back.id)
    for kind, at in (("wall", 2100.0), ("wall", 2700.0), ("base", 2100.0), ("drawers", 2700.0)):
        store.place_next(kind)
        click_at(
            view(window, "elevation") if kind == "wall" else view(window, "plan"),
            *((at + 300, 1700.0) if kind == "wall" else (x0 + at + 300, y0 - 200)),
        )
    assert [u.x for u in store.job.units] == [2000.0, 2600.0, 2000.0, 2600.0], "beside the breast, which ends at 2000"
    assert store.derived.findings == ()
    store.go("survey")
    next(w for n, w in window.tray._filtered if n == "soffit over wall units").click()  # type: ignore[attr-defined]
    choose(window, "Molding", "Round it below")
    store.select([])
    choose(window, "Cornice", "Walls and soffits")
    made = store.derived.made
    assert {r.what for r in made.runs} >= {"cornice", "soffit-rail"}
    front = [r for r in made.runs if r.what == "cornice" and r.face == "wall1"]
    assert sum(len(r.parts) for r in front) >= 3, "along the wall, round the breast and the soffit"
    store.undo()
    store.undo()
    store.undo()
    assert store.job.rooms[0].soffits == ()


def test_a_room_of_five_walls_without_a_right_angle_is_drawn(open_window: Open) -> None:
    """Corner by corner: typed lengths and directions, the last wall closes by itself."""
    window = open_window(a_room())
    store = window.store
    store.go("survey")
    next(w for n, w in window.tray._filtered if n == "draw a room").click()  # type: ignore[attr-defined]
    plan = view(window, "plan")
    plan.setFocus()
    click_at(plan, 300.0, 300.0)
    for typed in ("2500 < 95", "1800 < 20", "2200 < -50", "1900 < -115"):
        QTest.keyClicks(plan, typed)
        QTest.keyClick(plan, Qt.Key.Key_Return)
    QTest.keyClick(plan, Qt.Key.Key_Return)
    room = store.job.rooms[1]
    assert store.state.room == room.id
    assert len(room.walls) == 5
    assert all(abs(angle - 90.0) > 1.0 for angle in corner_angles(room))
    found = {round(f.length) for f in faces_of(room).values()}
    assert {2500, 1800, 2200, 1900} <= found
    ends = [(2500, 95), (1800, 20), (2200, -50), (1900, -115)]
    x, y = (sum(long * turn(radians(way)) for long, way in ends) for turn in (cos, sin))
    assert round(hypot(x, y)) in found, "by hand: what is left to the first corner"


def test_a_drawing_that_crosses_itself_is_refused_and_stays(open_window: Open) -> None:
    window = open_window(a_room())
    store = window.store
    store.go("survey")
    store.place_next("outline")
    plan = view(window, "plan")
    click_at(plan, 300.0, 300.0)
    for typed in ("2000 < 90", "2000 < 0", "3000 < -135"):
        QTest.keyClicks(plan, typed)
        QTest.keyClick(plan, Qt.Key.Key_Return)
    QTest.keyClick(plan, Qt.Key.Key_Return)
    assert len(store.job.rooms) == 2 or "cross" in store.state.message
    QTest.keyClick(plan, Qt.Key.Key_Escape)
    assert store.state.placing == ""


def test_corners_and_walls_are_dragged(open_window: Open) -> None:
    window = open_window(a_wall_of("base"))
    store = window.store
    store.go("survey")
    plan = view(window, "plan")
    drag(plan, plan.place_of(4200.0, 3000.0), plan.place_of(4500.0, 3300.0))
    x, y = store.job.rooms[0].corners[1]
    assert (abs(x - 4500) < 40, abs(y - 3300) < 40) == (True, True)
    assert store.state.history.undo_label == "move corner"
    store.undo()
    drag(plan, plan.place_of(2000.0, -60.0), plan.place_of(2000.0, -360.0))
    assert store.state.history.undo_label == "move wall"
    assert abs(store.job.rooms[0].corners[2][1] + 300.0) < 40
    store.undo()
    drag(plan, plan.place_of(2000.0, -60.0), plan.place_of(2000.0, -60.0))
    assert store.state.face == "front", "a click looks at the wall"


def test_a_room_is_taken_away_with_all_that_is_in_it_and_comes_back(open_window: Open) -> None:
    """Begun with a unit of that room picked."""
    window = open_window(a_wall_of("base", "drawers"))
    store, before = window.store, window.store.job
    assert not [b for b in panel_of(window) if "Remove this room" in b.text()], "the only one stays"
    store.apply(lambda j: add_room(j, "Larder", 2000.0, 1500.0, 2400.0), "a room")
    store.look_at("room1")
    store.go("survey")
    store.select(["u1"])
    store.select([])
    press(window, "Remove this room and its units")
    assert [room.name for room in store.job.rooms] == ["Larder"]
    assert store.job.units == ()
    assert store.room() is store.job.rooms[0]
    store.undo()
    store.undo()
    assert store.job is before


def panel_of(window: MainWindow) -> list[QPushButton]:
    window.store.go("survey")
    return panel(window).findChildren(QPushButton)


def test_services_are_placed_dragged_and_typed(open_window: Open) -> None:
    window = open_window(a_room())
    store = window.store
    store.go("survey")
    elevation = view(window, "elevation")
    from_tray(window, "Socket")
    click_at(elevation, 1000.0, 1200.0)
    (socket,) = store.job.rooms[0].walls[0].services
    assert abs(socket.x - 927.0) < 9
    assert store.state.selected == (socket.id,)
    type_into(window, "Height", "300")
    type_into(window, "Middle at", "1 m")
    (socket,) = store.job.rooms[0].walls[0].services
    assert (socket.x, socket.z) == (927.0, 257.0)
    drag(elevation, elevation.place_of(1000.0, 300.0), elevation.place_of(1500.0, 900.0))
    (socket,) = store.job.rooms[0].walls[0].services
    assert abs(socket.middle[0] - 1500) < 25 and abs(socket.middle[1] - 900) < 25
    press(window, "Remove it")
    assert store.job.rooms[0].walls[0].services == ()
    store.undo()
    store.select(["socket1"])
    QTest.keyClick(elevation, Qt.Key.Key_Delete)
    assert store.job.rooms[0].walls[0].services == ()


def test_a_distance_is_typed_over_on_the_elevation(open_window: Open) -> None:
    window = open_window(a_wall_of("base"))
    canvas = view(window, "elevation")
    field = canvas.type_over(text_of(canvas, OfGap("u1", "right", 4200.0)))
    field.field.setText("600")
    QTest.keyClick(field.field, Qt.Key.Key_Return)
    assert window.store.job.units[0].x == 3000.0


def test_a_wall_takes_a_picture(open_window: Open, tmp_path: Path) -> None:
    window = open_window(a_room())
    store = window.store
    store.go("survey")
    path = tmp_path / "tiles.png"
    Image.new("RGB", (64, 64), (20, 90, 40)).save(path)
    picture_from_file(panel(window), ROOM, "back", path)
    assert store.job.rooms[0].walls[0].surface == "picture1"
    type_into(window, "Repeats", "150")
    assert store.job.pictures[0].width == 150.0
    (tmp_path / "words.png").write_text("words")
    with pytest.raises(PlankError, match="no picture"):
        picture_from_file(panel(window), ROOM, "back", tmp_path / "words.png")


def test_three_heights_and_wrong_ones(open_window: Open) -> None:
    window = open_window(a_room())
    window.store.go("survey")
    type_into(window, "3 heights", "2500 2494 2512")
    assert window.store.job.rooms[0].walls[0].heights == (2500.0, 2494.0, 2512.0)
    type_into(window, "3 heights", "2500 2494")
    assert "three measures" in window.store.state.message
    assert window.store.job.rooms[0].walls[0].heights == (2500.0, 2494.0, 2512.0)


def shown_3d(window: MainWindow) -> Room3DPane:
    window.board.show_only("room3d")
    pane = window.board.pane("room3d")
    assert isinstance(pane, Room3DPane)
    pane.resize(700, 500)
    pane.ready()
    return pane


def test_one_walks_at_eye_height_and_comes_back_to_the_same_sight(open_window: Open) -> None:
    window = open_window(a_wall_of("base", "drawers"))
    pane = shown_3d(window)
    field = next(f for f in window.board.findChildren(QComboBox) if f.accessibleName() == "Standard views")
    field.activated.emit(field.findData("inside"))
    eye = pane.ready().eye
    start = eye.place
    assert (eye.is_walking, start[2]) == (True, 1600.0)
    pane.setFocus()
    QTest.keyClick(pane, Qt.Key.Key_Up)
    assert eye.place[1] == pytest.approx(start[1] + 200.0), "a step towards the back wall"
    QTest.keyClick(pane, Qt.Key.Key_Left)
    before = eye.sight()
    window.store.go("quote")
    window.store.go("layout")
    after = shown_3d(window).ready().eye.sight()
    assert after.walking and after.place == pytest.approx(before.place) and after.focus == pytest.approx(before.focus)


def test_what_stands_between_the_eye_and_the_units_fades(open_window: Open) -> None:
    from tallplank.core.edit.survey.standing import add_column

    job = add_column(a_wall_of("base", "drawers"), ROOM, (700.0, 1200.0), width=900.0).job
    window = open_window(job)
    pane = shown_3d(window)
    scene = pane.ready()
    pane.look("facing")
    scene.render()
    actor = scene.skins.actor(next(name for name in scene.skins.names() if name.endswith("@column1")))
    assert actor.GetProperty().GetOpacity() < 0.5
    scene.eye.stand((600.0, 1000.0), (0.0, 1.0))
    scene.render()
    assert actor.GetProperty().GetOpacity() == 1.0, "at eye height all is as it is"


def test_a_unit_is_dragged_in_three_dimensions(open_window: Open) -> None:
    """Selected first, then dragged to the right: it slides along its wall; one undo puts it back."""
    job = place_unit(a_room(), CATALOG, "base", Spot(ROOM, "back", 600.0)).job
    window = open_window(job)
    pane = shown_3d(window)
    pane.look("facing")
    window.store.select(["u1"])
    place = QPointF(pane.width() / 2, pane.height() / 2)
    assert pane.unit_at(place) == "u1"
    drag(pane, place, place + QPointF(60.0, 0.0))
    assert window.store.job.units[0].x > 650.0
    window.store.undo()
    assert window.store.job.units == job.units


def a_section(window: MainWindow) -> DrawingCanvas:
    window.board.show_only("plan", "section")
    QTest.qWait(50)
    pane = window.board.pane("section")
    assert isinstance(pane, DrawingCanvas)
    return pane


def test_a_section_is_drawn_by_a_line_on_the_plan(open_window: Open) -> None:
    window = open_window(a_wall_of("base", "drawers"))
    pane = a_section(window)
    assert pane.drawing is not None
    next(b for b in window.board.findChildren(QToolButton) if b.accessibleName() == "Draw the section's line").click()
    plan = view(window, "plan")
    drag(plan, plan.place_of(900.0, 2900.0), plan.place_of(903.0, 200.0))
    line = SECTION_LINE.of(window.store.state)
    assert line is not None and line[0][0] == line[1][0], "nearly upright is drawn upright"
    assert window.store.state.placing == ""
    assert "2" in [s.text for s in pane.drawing.shapes if hasattr(s, "text")], "unit 2 is cut"


def test_a_piece_is_left_out_on_the_bench_and_put_back(open_window: Open) -> None:
    from tallplank.session.pick import bench_parts, open_on_bench

    window = open_window(a_wall_of("base"))
    store = window.store
    open_on_bench(store, "u1")
    store.pick(next(p.ref for p in bench_parts(store) if p.name == "worktop"))
    type_into(window, "Right +", "40")
    assert next(p.part for p in bench_parts(store) if p.name == "worktop").length.value == 650.0
    press(window, "Leave this piece out")
    assert not [p for p in bench_parts(store) if p.name == "worktop"]
    store.go("layout")
    store.select([])
    press(window, "Worktop Wall A 1, worktop 1: left out – put it back")
    assert store.job == a_wall_of("base")
