"""A corner by mouse and keyboard: a unit pointed at it comes with its filler, and Undo takes both."""

from collections.abc import Callable

from PyQt6.QtTest import QTest

from hands import LEFT, type_into
from makers import CATALOG, ROOM, WALL, a_room
from tallplank.app.canvas.view import DrawingCanvas
from tallplank.app.frame.window import MainWindow
from tallplank.core.edit.unit import Spot, place_unit

Open = Callable[..., MainWindow]


def test_a_unit_pointed_at_a_corner_comes_with_its_filler(open_window: Open) -> None:
    job = place_unit(a_room(), CATALOG, "drawers", Spot(ROOM, "left", 2400.0)).job
    window = open_window(job)
    store, view = window.store, window.board.pane("elevation")
    assert isinstance(view, DrawingCanvas)
    store.place_next("base")
    at = view.place_of(581.0 + 310.0, 400.0).toPoint()
    QTest.mouseMove(view, at)
    assert view.ghost is not None
    assert view.ghost.relation == "corner, beside 1 on Wall D, with a filler of 37 mm"
    left, right = min(x for x, _ in view.ghost.ring), max(x for x, _ in view.ghost.ring)
    QTest.mouseClick(view, LEFT, pos=at)
    _, unit, strip = store.job.units
    assert (strip.kind, strip.x, strip.width) == ("filler", 581.0, 37.0)
    assert (unit.x, unit.opening.hand) == (618.0, "right")
    assert (left, right) == (581.0, 1218.0)
    assert store.state.selected == (unit.id,)
    store.undo()
    assert store.job.units == job.units


def test_the_keyboard_places_beside_the_corner_too(open_window: Open) -> None:
    job = place_unit(a_room(), CATALOG, "drawers", Spot(ROOM, "left", 2400.0)).job
    window = open_window(job)
    window.place_now("sink")
    assert [(u.kind, u.x) for u in window.store.job.units[1:]] == [("sink", 618.0), ("filler", 581.0)]


def test_the_angle_of_a_corner_is_typed_over(open_window: Open) -> None:
    job = place_unit(a_room(), CATALOG, "corner-diagonal", Spot(ROOM, WALL, 0.0)).job
    window = open_window(job)
    store = window.store
    store.select(["u1"])
    type_into(window, "Corner", "105°")
    assert store.job.units[0].corner == 105.0
    assert [f.fix.label for f in store.derived.findings if f.code == "other-corner" and f.fix is not None] == ["Make it for 90°"]
    type_into(window, "Corner", "wide")
    assert store.job.units[0].corner == 105.0
    store.undo()
    assert store.job == job
