"""Locking, hiding, showing nothing but the selection, and moving by arrow keys."""

from collections.abc import Callable

import pytest
from PyQt6.QtCore import Qt
from PyQt6.QtTest import QTest

from app.test_copies import an_island
from hands import run, type_into
from makers import ROOM, a_wall_of
from tallplank.app.canvas.view import DrawingCanvas
from tallplank.app.frame.window import MainWindow
from tallplank.core.edit.check import EditError
from tallplank.core.edit.unit import delete_units, lock_units, slide_units

Open = Callable[..., MainWindow]
KEY = Qt.Key


def shown(window: MainWindow, pane: str) -> set[object]:
    view = window.board.pane(pane)
    assert isinstance(view, DrawingCanvas)
    return {t.owner for t in view.targets if str(t.owner).startswith("u")}


def test_what_is_hidden_is_in_no_drawing_but_in_all_lists(open_window: Open) -> None:
    window = open_window(a_wall_of("base", "drawers", "tall"))
    store = window.store
    rows, price = len(store.derived.cutlist), store.derived.price.total
    store.select(["u2"])
    run(window, "hide")
    assert shown(window, "plan") == shown(window, "elevation") == {"u1", "u3"}
    assert store.state.selected == ()
    assert (len(store.derived.cutlist), store.derived.price.total) == (rows, price)
    run(window, "show-all")
    assert shown(window, "plan") == {"u1", "u2", "u3"}
    store.select(["u3"])
    run(window, "isolate")
    assert shown(window, "plan") == {"u3"}
    assert store.shown is store.shown, "kept while nothing changes"
    store.select(["u3"])
    QTest.keyClick(window.board.pane("plan"), KEY.Key_Left)
    assert store.job.unit("u3").x == 1190.0


def test_what_is_locked_stays(open_window: Open) -> None:
    window = open_window(a_wall_of("base", "drawers"))
    store, view = window.store, window.board.pane("elevation")
    store.select(["u1"])
    run(window, "lock")
    QTest.keyClick(view, KEY.Key_Right)
    assert (store.job.unit("u1").x, store.state.message) == (0.0, "Unit 1 is locked; unlock first.")
    store.select(["u1", "u2"])
    QTest.keyClick(view, KEY.Key_Right)
    assert [u.x for u in store.job.units] == [0.0, 610.0]
    assert len(delete_units(store.job, ["u1", "u2"]).units) == 1
    store.select(["u1"])
    run(window, "lock")
    assert not store.job.unit("u1").locked
    with pytest.raises(EditError, match="All of them are locked"):
        slide_units(lock_units(store.job, ["u1", "u2"], locked=True), ["u1", "u2"], 5.0)


def test_arrow_keys_take_a_step_of_the_users_own_and_lift_what_hangs(open_window: Open) -> None:
    window = open_window(a_wall_of("wall"))
    store, view = window.store, window.board.pane("elevation")
    type_into(window, "Arrow step", "25")
    store.select(["u1"])
    QTest.keyClick(view, KEY.Key_Right)
    QTest.keyClick(view, KEY.Key_Up)
    QTest.keyClick(view, KEY.Key_Down, Qt.KeyboardModifier.ShiftModifier)
    assert (store.job.unit("u1").x, store.job.unit("u1").z) == (25.0, 1400.0 + 25.0 - 2.5)


def test_arrow_keys_move_a_group_over_the_plan(open_window: Open) -> None:
    job, group = an_island()
    window = open_window(job)
    store, plan = window.store, window.board.pane("plan")
    store.select([group])
    for key in (KEY.Key_Up, KEY.Key_Up, KEY.Key_Left):
        QTest.keyClick(plan, key)
    record = store.job.room(ROOM).groups[0]
    assert (record.x, record.y) == (1990.0, 2220.0)


def test_chains_are_shown_and_hidden_level_by_level(open_window: Open) -> None:
    window = open_window(a_wall_of("base", "drawers"))
    store, pane = window.store, window.board.pane("elevation")
    assert isinstance(pane, DrawingCanvas)
    assert pane.drawing is not None
    usual = len(pane.drawing.chains)
    run(window, "dimensions-fronts")
    assert len(pane.drawing.chains) == usual + 1
    run(window, "dimensions-units")
    assert store.job.display.dimensions == ("overall", "fronts")
    assert len(pane.drawing.chains) < usual
    store.undo()
    store.undo()
    assert len(pane.drawing.chains) == usual
