"""Empty places say what to do first, a new job begins in Survey, and the name of a job moves nothing."""

from collections.abc import Callable

from PyQt6.QtCore import Qt
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QLabel

from hands import panel, type_into
from makers import CATALOG, ROOM, WALL, a_room, a_wall_of, made
from tallplank.app.board.hint import drawing_hint
from tallplank.app.canvas.view import DrawingCanvas
from tallplank.app.frame.window import MainWindow
from tallplank.core.draw.elevation import elevation
from tallplank.core.edit.standard import change_job
from tallplank.core.edit.unit import Spot, place_unit
from tallplank.session.survey import WALK

Open = Callable[..., MainWindow]


def test_a_new_job_begins_in_survey_and_says_what_to_do(open_window: Open) -> None:
    window = open_window(a_wall_of("base"))
    window.store.go("quote")
    window.files.new()
    store = window.store
    assert store.state.stage == "survey"
    assert "sizes of the room" in drawing_hint(store, on_plan=True)
    store.go("layout")
    assert "Click a unit in the tray" in drawing_hint(store, on_plan=False)
    canvas = window.board.pane("elevation")
    assert isinstance(canvas, DrawingCanvas)
    assert canvas.hint()
    store.apply(lambda j: place_unit(j, CATALOG, "base", Spot(ROOM, WALL, 900.0)), "place")
    assert canvas.hint() == ""


def test_the_buttons_stay_where_they_are_whatever_the_job_is_called(open_window: Open) -> None:
    window = open_window(a_room())
    places = []
    for name in ("Quay", "The long and winding name of a house on the quay beside the upper lock"):
        window.store.apply(lambda j, n=name: change_job(j, name=n), "name")  # type: ignore[misc]
        window.grab()
        places.append((window.ticket.undo_button.x(), window.ticket.units_button.x()))
    assert places[0] == places[1]


def test_an_empty_wall_shows_its_height_once() -> None:
    drawing = elevation(made(a_room()), ROOM, WALL)
    upright = [c for c in drawing.chains if c.side.name == "left"]
    assert len(upright) == 1


def test_a_room_is_walked_round_with_a_tape_and_drawn_as_it_grows(open_window: Open) -> None:
    window = open_window(a_room())
    store = window.store
    store.go("survey")
    field = panel(window).row("Walls")
    field.setFocus()
    QTest.keyClicks(field, "5000 r 2500 r 2004 l")
    assert [tuple(map(round, p)) for p in WALK.of(store.state)] == [(0, 3000), (5000, 3000), (5000, 500), (2996, 500)]
    QTest.keyClicks(field, " 1500 r 3000 r 3995")
    assert "6 walls; the end is 6.4 mm from the start" in " ".join(label.text() for label in panel(window).findChildren(QLabel))
    QTest.keyClick(field, Qt.Key.Key_Return)
    assert WALK.of(store.state) == ()
    assert len(store.job.rooms[0].walls) == 6
    type_into(window, "Walls", "4000 r nonsense")
    assert "Wall 2" in window.message_label.text()
