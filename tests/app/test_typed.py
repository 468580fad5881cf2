"""What is typed is what is set, and what is cut reads alike on every screen and paper."""

import pytest
from PyQt6 import sip
from PyQt6.QtCore import Qt
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QApplication

from hands import Open, panel, type_into
from makers import CATALOG, ROOM, a_room, a_wall_of
from tallplank.app.board.cutlist import CutlistPane
from tallplank.app.canvas.view import DrawingCanvas
from tallplank.app.frame.window import MainWindow
from tallplank.app.panel.row import TextField
from tallplank.app.tray.tray import TrayItem
from tallplank.core.edit.construction import set_job_construction
from tallplank.core.exchange.paper import cut_table
from tallplank.core.job.job import Job
from tallplank.core.job.measure import OfUnit
from tallplank.core.measure.display import LengthStyle
from tallplank.session.pick import cut_sizes


def inches(job: Job) -> Job:
    return replace_display(job, style=LengthStyle.INCH_FRACTION)


def replace_display(job: Job, **values: object) -> Job:
    return job.model_copy(update={"display": job.display.model_copy(update=values)})


def test_what_is_typed_is_set_also_where_it_reads_like_the_rounded_value(open_window: Open) -> None:
    """An end panel of 19 mm shows 3/4; whoever types 3/4 means 19.05. What is only looked at stays as it is."""
    job = inches(a_wall_of("base", width=609.0))
    window = open_window(job)
    window.store.select(["u1"])
    field = panel(window).row("Width")
    assert isinstance(field, TextField)
    assert field.text() == "24"
    field.setFocus()
    QTest.keyClick(field, Qt.Key.Key_Return)
    assert window.store.job is job, "nothing was typed"
    type_into(window, "Width", "24")
    assert window.store.job.unit("u1").width == pytest.approx(609.6, abs=1e-9)
    history = window.store.state.history
    type_into(window, "Width", "24")
    assert window.store.state.history is history, "the same again is no step"


def begun(window: MainWindow, text: str) -> TextField:
    """A width that is typed, and not yet entered."""
    window.activateWindow()
    assert QTest.qWaitForWindowActive(window)
    window.store.select(["u2"])
    field = panel(window).row("Width")
    assert isinstance(field, TextField)
    field.setFocus()
    field.selectAll()
    QTest.keyClicks(field, text)
    return field


def test_what_is_typed_is_set_before_a_command_by_its_key(open_window: Open) -> None:
    """The copy is as wide as what was typed, and so is what it was copied from; what was typed is not set on something else."""
    window = open_window(a_wall_of("base", "drawers"))
    QTest.keyClick(begun(window, "555"), Qt.Key.Key_D, Qt.KeyboardModifier.ControlModifier)
    assert [u.width for u in window.store.job.units] == [600.0, 555.0, 555.0]


def test_what_is_typed_is_set_before_a_press_elsewhere(open_window: Open) -> None:
    window = open_window(a_wall_of("base", "drawers"))
    begun(window, "555")
    button = next(b for b in window.tray.findChildren(TrayItem) if b.kind == "base" and b.isVisible())
    QTest.mouseClick(button, Qt.MouseButton.LeftButton)
    QTest.keyClick(window, Qt.Key.Key_Escape)
    assert [u.width for u in window.store.job.units] == [600.0, 555.0]


def test_what_is_typed_and_no_longer_asked_for_is_left(open_window: Open) -> None:
    """Whatever shows something else while a field is written in: nothing is set there, and nothing goes wrong."""
    window = open_window(a_wall_of("base", "drawers"))
    job, field = window.store.job, begun(window, "555")
    window.store.select([])
    assert window.store.job is job and panel(window).isVisible() and not field.isModified()


def test_esc_leaves_what_is_placed_wherever_the_keyboard_is(open_window: Open) -> None:
    window = open_window(a_wall_of("base", "drawers"))
    for place in (window, window.board, window.tray, *window.board.panes):
        window.store.place_next("base")
        QTest.keyClick(place, Qt.Key.Key_Escape)
        assert not window.store.state.placing


def test_a_pane_that_its_own_list_closes_is_there_until_the_key_is_over(open_window: Open) -> None:
    """Its list is amid the key that chose something when the pane goes: what is deleted under it ends the program."""
    window = open_window(a_wall_of("base", "drawers"))
    pane = window.board.panes[0]
    chosen: list[bool] = []
    pane.kind_field.activated.connect(lambda _: chosen.append(not sip.isdeleted(pane.kind_field)))
    pane.kind_field.setFocus()
    pane.kind_field.showPopup()
    QTest.keyClick(pane.kind_field.view(), Qt.Key.Key_End)
    QTest.keyClick(pane.kind_field.view(), Qt.Key.Key_Return)
    assert chosen == [True] and window.board.panes[0] is not pane
    focus = QApplication.focusWidget()
    assert focus is None or not pane.isAncestorOf(focus)


def test_a_dimension_that_is_opened_and_left_keeps_its_exact_value(open_window: Open) -> None:
    job = inches(a_wall_of("base", width=609.0))
    window = open_window(job)
    view = window.board.pane("elevation")
    assert isinstance(view, DrawingCanvas)
    for typed, width in (("", 609.0), ("24", 609.6)):
        chains = view.dimensions()
        assert chains is not None
        field = view.type_over(next(t for t in chains.texts if t.measure == OfUnit("u1", "width")))
        assert field.field.text() == "24"
        QTest.keyClicks(field.field, typed)
        QTest.keyClick(field.field, Qt.Key.Key_Return)
        assert window.store.job.unit("u1").width == pytest.approx(width, abs=1e-9)


def test_corners_that_were_not_touched_in_a_list_keep_their_exact_values(open_window: Open) -> None:
    room = a_room(4200.04, 3000.0)
    window = open_window(room)
    window.store.go("survey")
    field = panel(window).row("Corners")
    assert isinstance(field, TextField)
    type_into(window, "Corners", field.text().replace("4200 0", "4200 10"))
    assert (4200.04, 3000.0) in window.store.job.room(ROOM).corners
    assert (4200.04, 10.0) in window.store.job.room(ROOM).corners


@pytest.mark.parametrize("construction", ["inch-frameless", "frameless"])
def test_cut_sizes_read_alike_on_every_screen_and_paper(open_window: Open, construction: str) -> None:
    """The list on the screen, the part on the bench, its drawing and the list on paper, for every board of inch units."""
    job = set_job_construction(a_wall_of("base", "drawers", "wall", width=609.0), CATALOG, construction)
    job = replace_display(job, style=LengthStyle.INCH_FRACTION, papers="inches")
    window = open_window(job)
    store = window.store
    store.go("make")
    rows = store.derived.cutlist
    paper = cut_table("", rows, job.display)
    columns = [paper.columns.index(name) for name in ("length_in", "width_in", "cut_length_in", "cut_width_in")]
    pane = window.board.pane("cutlist")
    assert isinstance(pane, CutlistPane)
    named = {c.name: c for c in pane.rows_model.columns}
    for row, line in zip(rows, paper.rows, strict=True):
        screen = [named[name].text(row) for name in ("Length", "Width", "Cut length", "Cut width")]
        assert screen == [line[c] for c in columns]
        sizes = cut_sizes(store, store.derived.made.by_id.get(row.owner))
        assert [sizes.shown(v) for v in (row.source.length.value, row.source.cut_length)] == [screen[0], screen[2]]
