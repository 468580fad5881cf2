"""The first user's story in the real window: measure, place, change, choose, undo, save, open, write the papers."""

import time
from collections.abc import Callable
from pathlib import Path
from threading import Event

import pytest
from PyQt6 import sip
from PyQt6.QtCore import QMimeData, QObject, QPoint, QPointF, Qt
from PyQt6.QtGui import QDragMoveEvent, QDropEvent, QWheelEvent
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QApplication, QFileDialog, QLineEdit, QMessageBox, QWidget
from pytestqt.qtbot import QtBot

from hands import figure
from makers import ROOM, WALL, a_room, a_wall_of, the_demo
from tallplank.app.board.cutlist import CutlistPane
from tallplank.app.board.price import PricePane
from tallplank.app.board.room3d import OPENED, Room3DPane
from tallplank.app.board.schedule import SchedulePane
from tallplank.app.canvas.inline import InlineField
from tallplank.app.canvas.view import KIND_MIME, DrawingCanvas
from tallplank.app.frame.command import CommandFinder
from tallplank.app.frame.findings import FindingList
from tallplank.app.frame.jobfile import LEAVE
from tallplank.app.frame.window import MainWindow
from tallplank.app.look.money import money
from tallplank.app.panel.cost_panel import CostPanel, CostRow
from tallplank.app.panel.parts import PartList
from tallplank.app.panel.rates_panel import RatesPanel
from tallplank.core.exchange.registry import EXPORTERS
from tallplank.core.job.file import save
from tallplank.core.job.measure import OfUnit
from tallplank.core.work import Report

Open = Callable[..., MainWindow]
LEFT = Qt.MouseButton.LeftButton


def canvas(window: MainWindow, kind: str) -> DrawingCanvas:
    found = window.board.pane(kind)
    assert isinstance(found, DrawingCanvas)
    return found


def click(view: DrawingCanvas, x: float, y: float, **how: object) -> None:
    QTest.mouseClick(view, LEFT, pos=view.place_of(x, y).toPoint(), **how)  # type: ignore[arg-type]


def type_into(field: QWidget, text: str) -> None:
    assert isinstance(field, QLineEdit)
    field.setFocus()
    field.selectAll()
    QTest.keyClicks(field, text)
    QTest.keyClick(field, Qt.Key.Key_Return)


def row(window: MainWindow, name: str) -> QWidget:
    assert window.spec.panel is not None
    return window.spec.panel.row(name)


def test_survey_the_room_is_measured_by_number(open_window: Open) -> None:
    window = open_window(a_room())
    window.store.go("survey")
    type_into(row(window, "Width"), "4.2 m + 10 cm")
    assert window.store.job.face(ROOM, WALL).length == 4300
    window.tray.items[1].click()
    assert window.store.state.placing == "window"
    click(canvas(window, "elevation"), 2000, 1200)
    (opening,) = window.store.job.face(ROOM, WALL).openings
    type_into(row(window, "Sill"), "1100")
    type_into(row(window, "From left"), "1500")
    measured = window.store.job.face(ROOM, WALL).openings[0]
    assert (measured.id, measured.kind, measured.x, measured.width) == (opening.id, "window", 1500, 1200)
    assert (measured.sill, measured.height) == (1100, 1150)


def test_layout_a_unit_lands_beside_its_neighbour_at_its_height(open_window: Open) -> None:
    window = open_window()
    view = canvas(window, "elevation")
    next(i for i in window.tray.items if i.kind == "sink").click()
    QTest.mouseMove(view, view.place_of(1620, 500).toPoint())
    assert view.ghost is not None
    assert view.ghost.relation == "right of 2"
    click(view, 1620, 500)
    unit = window.store.job.units[-1]
    assert (unit.kind, unit.x) == ("sink", 1200)
    assert window.store.derived.made.by_id[unit.id].placed.z == 150
    assert window.store.state.selected == (unit.id,)
    assert window.store.state.placing == ""


def test_a_unit_can_be_dropped_on_the_plan(open_window: Open) -> None:
    window = open_window()
    view = canvas(window, "plan")
    data = QMimeData()
    data.setData(KIND_MIME, b"tall")
    carried = (data, Qt.MouseButton.LeftButton, Qt.KeyboardModifier.NoModifier)
    over = QDragMoveEvent(view.place_of(4150, 1500).toPoint(), Qt.DropAction.CopyAction, *carried)
    view.dragMoveEvent(over)
    assert over.isAccepted()
    assert view.ghost is not None
    view.dropEvent(QDropEvent(view.place_of(4150, 1500), Qt.DropAction.CopyAction, *carried))
    assert view.ghost is None
    assert (window.store.job.units[-1].face, window.store.job.units[-1].x) == ("right", 1200)


def test_enter_in_the_tray_takes_the_first_gap(open_window: Open) -> None:
    window = open_window()
    window.activateWindow()
    item = next(i for i in window.tray.items if i.kind == "base")
    item.setFocus()
    QTest.keyClick(item, Qt.Key.Key_Return)
    if len(window.store.job.units) == 3:
        window.place_now("base")
    assert window.store.job.units[-1].x == 1200


def test_sliding_is_one_step_and_shows_in_every_view(open_window: Open) -> None:
    window = open_window()
    view = canvas(window, "elevation")
    start, end = (view.place_of(x, 500).toPoint() for x in (900, 1900))
    QTest.mousePress(view, LEFT, pos=start)
    for share in (0.2, 0.5, 1.0):
        QTest.mouseMove(view, start + QPoint(round((end.x() - start.x()) * share), 0))
    QTest.mouseRelease(view, LEFT, pos=end)
    moved = window.store.job.unit("u2").x
    assert 1500 < moved < 1700
    plan = canvas(window, "plan").drawing
    assert plan is not None
    assert next(t for t in plan.targets if t.owner == "u2").low[0] == pytest.approx(moved)
    window.store.undo()
    assert window.store.job.unit("u2").x == 600


def test_undo_with_the_mouse_still_down_leaves_the_history_right(open_window: Open) -> None:
    window = open_window()
    type_into(row(window, "Customer"), "Lock & Quay")
    view = canvas(window, "elevation")
    start = view.place_of(900, 500).toPoint()
    undo = next(c for c in window.commands if c.id == "undo")
    QTest.mousePress(view, LEFT, pos=start)
    for by in (30, 60, 90):
        QTest.mouseMove(view, start + QPoint(by, 0))
    assert window.store.state.history.undo_label == "slide unit"
    window.run(undo)
    QTest.mouseMove(view, start + QPoint(120, 0))
    QTest.mouseRelease(view, LEFT, pos=start + QPoint(120, 0))
    assert window.store.job.unit("u2").x == 600
    assert [step.label for step in window.store.state.history.past[1:]] == ["customer of the job"]
    assert window.store.state.history.redo_label == "slide unit"


def test_a_dimension_can_be_clicked_and_typed(open_window: Open) -> None:
    window = open_window()
    view = canvas(window, "elevation")
    chains = view.dimensions()
    assert chains is not None
    text = next(t for t in chains.texts if t.measure == OfUnit("u1", "width"))
    QTest.mouseClick(view, LEFT, pos=view.place_of(*text.centre).toPoint())
    field = view.findChild(InlineField)
    assert field is not None
    QTest.keyClicks(field.field, "20 1/2 in")
    QTest.keyClick(field.field, Qt.Key.Key_Return)
    assert window.store.job.unit("u1").width == pytest.approx(520.7)


def test_a_wrong_size_is_said_and_nothing_changes(open_window: Open) -> None:
    window = open_window()
    window.store.select(["u1"])
    job = window.store.job
    type_into(row(window, "Width"), "30")
    assert window.store.job is job
    assert "no room between the gables" in window.message_label.text()
    type_into(row(window, "Width"), "wide")
    assert "not understood" in window.message_label.text()
    field = row(window, "Width")
    QTest.keyClick(field, Qt.Key.Key_Escape)
    assert field.text() == "600"  # type: ignore[attr-defined]


def test_several_units_are_changed_alike_and_differences_show_as_mixed(open_window: Open) -> None:
    window = open_window()
    window.store.select(["u1", "u3"])
    field = row(window, "Depth")
    assert (field.text(), field.placeholderText()) == ("", "mixed")  # type: ignore[attr-defined]
    type_into(field, "400")
    assert [u.depth for u in window.store.job.units] == [400, 560, 400]


def test_own_values_say_so_and_go_back(open_window: Open) -> None:
    window = open_window()
    window.store.select(["u1"])
    type_into(row(window, "Kick height"), "120")
    spec_row = row(window, "Kick height").parentWidget()
    assert spec_row.reset_button.text() == "own ×"  # type: ignore[union-attr]
    spec_row.reset_button.click()  # type: ignore[union-attr]
    assert window.store.job.units[0].rules == {}
    assert spec_row.reset_button.text() == "shop"  # type: ignore[union-attr]


def test_every_size_explains_itself(open_window: Open) -> None:
    window = open_window()
    window.store.select(["u1"])
    parts = window.spec.panel.findChild(PartList)  # type: ignore[union-attr]
    item = next(parts.tree.topLevelItem(i) for i in range(parts.tree.topLevelItemCount()) if parts.tree.topLevelItem(i).text(0) == "bottom")
    parts.tree.setCurrentItem(item)
    assert "Length 564 = 600 width − 2 × 18 gable" in parts.explained_label.text()
    assert "6 × ⌀15 cam" in parts.explained_label.text()


def test_finish_for_the_job_and_for_one_unit(open_window: Open) -> None:
    window = open_window()
    window.store.go("finish")
    button = next(w for n, w in window.tray._filtered if n == "oak veneer, oiled")
    button.click()  # type: ignore[attr-defined]
    assert window.store.job.standard.finishes == {"front": "oak"}
    window.store.select(["u2"])
    next(w for n, w in window.tray._filtered if n == "heron grey, sprayed").click()  # type: ignore[attr-defined]
    assert window.store.job.unit("u2").finishes == {"front": "heron"}
    assert window.store.price_change != 0
    assert figure(window, "price")
    assert "price, " in window.ticket.figures["price"].name_label.text()


def test_what_does_not_apply_is_skipped_and_said(open_window: Open) -> None:
    window = open_window(a_wall_of("base", "filler", "drawers"))
    window.store.select(["u1", "u2", "u3"])
    field = row(window, "Pull")
    field._chosen(1)  # type: ignore[attr-defined]
    assert [dict(u.hardware) for u in window.store.job.units] == [{"pull": "pull-bar-320"}, {}, {"pull": "pull-bar-320"}]
    assert "2 of 3" in window.message_label.text()


def test_rows_and_units_are_linked_both_ways(open_window: Open) -> None:
    window = open_window()
    window.store.go("make")
    cuts, hardware = window.board.pane("cutlist"), window.board.pane("schedule")
    assert isinstance(cuts, CutlistPane)
    assert isinstance(hardware, SchedulePane)
    window.store.select(["u2"])
    assert {r.owner for r in cuts.picked_rows()} >= {"u2"}
    slide = next(i for i, r in enumerate(hardware.rows_model.rows) if r.item.role == "slide")
    hinge = next(i for i, r in enumerate(hardware.rows_model.rows) if r.item.role == "hinge")
    hardware.selectRow(slide)
    assert window.store.state.selected == ("u2",)
    hardware.selectRow(hinge)
    assert window.store.state.selected == ("u1", "u3")
    assert {r.owner for r in cuts.picked_rows()} >= {"u1", "u3"}
    cuts.group(True)
    assert len(cuts.rows_model.rows) < len(window.store.derived.cutlist)


def test_the_quote_follows_the_rates(open_window: Open) -> None:
    window = open_window()
    window.store.go("quote")
    pane = window.board.pane("price")
    assert isinstance(pane, PricePane)
    before = window.store.derived.price.total
    type_into(row(window, "Margin"), "40 %")
    assert window.store.job.rates.margin == pytest.approx(0.4)
    assert window.store.derived.price.total > before
    assert pane._sums._labels[-1][1].text() == figure(window, "price")
    type_into(row(window, "Margin"), "120")
    assert "Margin" in window.message_label.text()


def test_a_margin_is_tried_before_it_is_kept(open_window: Open) -> None:
    window = open_window()
    store = window.store
    store.go("quote")
    pane = window.board.pane("price")
    assert isinstance(pane, PricePane)
    before, job = store.derived.price, store.job
    pane.trial_bar.start.click()
    type_into(row(window, "Margin"), "40 %")
    assert not pane.table.isColumnHidden(8)
    changes = [pane.table.rows_model.columns[8].text(line) for line in store.derived.price.lines]
    assert changes[0] == "+" + money(store.derived.price.lines[0].price - before.lines[0].price, "EUR")
    pane.trial_bar.drop.click()
    assert store.job is job
    assert pane.table.isColumnHidden(8)
    pane.trial_bar.start.click()
    type_into(row(window, "Discount"), "5 %")
    pane.trial_bar.keep.click()
    assert store.job.rates.discount == pytest.approx(0.05)
    assert store.state.trial is None


def test_a_line_of_the_price_explains_itself_down_to_its_parts(open_window: Open) -> None:
    window = open_window()
    window.store.go("quote")
    pane = window.board.pane("price")
    assert isinstance(pane, PricePane)
    pane.table.selectRow(0)
    panel = window.spec.panel
    assert isinstance(panel, CostPanel)
    boards = next(r for r in panel.findChildren(CostRow) if r.kind == "boards")
    boards.button.click()
    assert "m² × 1.15 ×" in boards.terms.text()
    assert boards.amount.text() == money(window.store.derived.price.lines[0].cost.boards, "EUR")
    boards.terms.linkActivated.emit("0")
    assert window.store.state.stage == "bench"
    assert window.store.state.pick is not None
    window.store.go("quote")
    window.store.select(())
    assert isinstance(window.spec.panel, RatesPanel)
    lines = window.store.derived.price.lines
    window.board.pane("price").table.selectRow(next(i for i, line in enumerate(lines) if line.owner == "installation"))
    assert isinstance(window.spec.panel, CostPanel)
    labour = next(r for r in window.spec.panel.findChildren(CostRow) if r.kind == "labour")
    labour.button.click()
    assert "min" in labour.terms.text()


@pytest.mark.pictured
def test_the_room_in_3d_selects_turns_and_opens(open_window: Open, qtbot: QtBot) -> None:
    window = open_window()
    view = window.board.pane("room3d")
    assert isinstance(view, Room3DPane)
    view.repaint()
    view.look("facing")
    view.repaint()
    found = {view.unit_at(QPointF(x, y)) for x in range(0, view.width(), 12) for y in range(0, view.height(), 12)}
    assert found == {None, "u1", "u2", "u3"}
    place = next(
        QPointF(x, y) for x in range(0, view.width(), 6) for y in range(0, view.height(), 6) if view.unit_at(QPointF(x, y)) == "u2"
    )
    QTest.mouseClick(view, LEFT, pos=place.toPoint())
    assert window.store.state.selected == ("u2",)
    closed = view.grab().toImage()
    window.store.hold(OPENED, 0.8)
    view.repaint()
    assert view.grab().toImage() != closed
    for key in (Qt.Key.Key_Left, Qt.Key.Key_Up):
        QTest.keyClick(view, key)
    QTest.mousePress(view, LEFT, pos=QPoint(60, 60))
    QTest.mouseMove(view, QPoint(90, 80))
    QTest.mouseMove(view, QPoint(120, 90))
    QTest.mouseRelease(view, LEFT, pos=QPoint(120, 90))
    wheel = QWheelEvent(
        QPointF(50, 50),
        QPointF(50, 50),
        QPoint(),
        QPoint(0, 240),
        Qt.MouseButton.NoButton,
        Qt.KeyboardModifier.NoModifier,
        Qt.ScrollPhase.NoScrollPhase,
        False,
    )
    QApplication.sendEvent(view, wheel)
    view.look("above")
    qtbot.wait(250)
    assert window.store.state.selected == ("u2",)


def test_overlaps_are_drawn_and_counted_and_no_box_pops_up(open_window: Open, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(QMessageBox, "exec", lambda *_: pytest.fail("a question popped up"))
    window = open_window()
    window.store.select(["u2"])
    type_into(row(window, "From left"), "500")
    assert figure(window, "findings") == "▲ 1"
    assert window.ticket.figures["findings"].name_label.text() == "finding"
    drawing = canvas(window, "elevation").drawing
    assert drawing is not None
    assert sum(getattr(getattr(s, "fill", None), "kind", "") == "wrong" for s in drawing.shapes) == 2
    window.store.select([])
    window.ticket.figures["findings"].click()
    popup = window.findChild(FindingList)
    assert popup is not None
    popup._pick(popup.list.item(0))  # type: ignore[arg-type]
    assert window.store.state.selected == ("u1", "u2")
    popup.close()


def test_keys_undo_redo_duplicate_delete(open_window: Open) -> None:
    window = open_window()
    commands = {c.id: c for c in window.commands}
    window.store.select(["u2"])
    window.run(commands["duplicate"])
    assert [u.x for u in window.store.job.units if u.kind == "drawers"] == [600, 1200]
    assert commands["undo"].name() == "Undo duplicate unit"
    window.run(commands["delete"])
    assert len(window.store.job.units) == 3
    window.run(commands["undo"])
    window.run(commands["undo"])
    assert commands["redo"].name() == "Redo duplicate unit"
    window.run(commands["redo"])
    assert len(window.store.job.units) == 4
    window.run(commands["select-all"])
    window.run(commands["close-up"])
    window.run(commands["renumber"])
    window.store.select([])
    assert not commands["delete"].enabled()
    assert len({c.keys for c in window.commands if c.keys}) == sum(bool(c.keys) for c in window.commands)


def test_undo_names_the_width(open_window: Open) -> None:
    window = open_window()
    window.store.select(["u1"])
    type_into(row(window, "Width"), "650")
    assert "Undo width 600 → 650" in window.ticket.undo_button.toolTip()


def test_the_command_finder_runs_what_is_found(open_window: Open) -> None:
    window = open_window()
    window.find_command()
    finder = window.findChild(CommandFinder)
    assert finder is not None
    assert finder.list.count() == len(window.commands)
    QTest.keyClicks(finder.field, "quote")
    QTest.keyClick(finder.field, Qt.Key.Key_Return)
    assert window.store.state.stage == "quote"


def test_save_and_open_again(open_window: Open, tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    window = open_window(the_demo().job)
    monkeypatch.setattr(QFileDialog, "getSaveFileName", lambda *_: (str(tmp_path / "house"), ""))
    monkeypatch.setattr(QFileDialog, "getOpenFileName", lambda *_: (str(tmp_path / "house.plank"), ""))
    window.store.select([window.store.job.units[0].id])
    type_into(row(window, "Width"), "550")
    job = window.store.job
    window.files.save()
    assert not window.store.state.is_dirty
    assert "Saved house.plank" in window.message_label.text()
    window.files.new()
    assert window.store.job.units == ()
    window.files.open()
    assert window.store.job == job
    (tmp_path / "house.plank").write_text("{}")
    window.run(next(c for c in window.commands if c.id == "open"))
    assert window.store.job == job
    assert "not a Tall Plank job" in window.message_label.text()


def test_leaving_unsaved_work_asks_once(open_window: Open, monkeypatch: pytest.MonkeyPatch) -> None:
    window = open_window()
    window.store.select(["u1"])
    type_into(row(window, "Width"), "650")
    answers = ["Cancel", LEAVE]
    monkeypatch.setattr("tallplank.app.frame.jobfile.ask", lambda *_: answers.pop(0))
    window.files.new()
    assert len(window.store.job.units) == 3
    window.files.new()
    assert window.store.job.units == ()


def test_papers_are_written_in_the_background(open_window: Open, qtbot: QtBot, tmp_path: Path) -> None:
    window = open_window()
    window.write_papers((), tmp_path / "papers")
    window.write_papers((), tmp_path / "second")
    assert len(window.tasks.running) == 2
    qtbot.waitUntil(lambda: not window.tasks.running, timeout=60_000)
    assert [len(list((tmp_path / folder).iterdir())) for folder in ("papers", "second")] == 2 * [len(EXPORTERS)]
    assert f"Wrote {len(EXPORTERS)} files" in window.message_label.text()
    assert not window.cancel_button.isVisible()


def test_long_work_can_be_given_up(open_window: Open, qtbot: QtBot) -> None:
    window = open_window()

    def work(report) -> None:  # type: ignore[no-untyped-def]
        for i in range(10_000):
            report(i, 10_000, "Counting")
            time.sleep(0.001)

    window.run_task(work, lambda _: "done")
    qtbot.waitUntil(lambda: "Counting" in window.message_label.text(), timeout=60_000)
    window.cancel_button.click()
    qtbot.waitUntil(lambda: not window.tasks.running, timeout=60_000)
    assert window.message_label.text() == "Given up."


def test_of_several_tasks_the_newest_is_shown_and_given_up_first(open_window: Open, qtbot: QtBot) -> None:
    window, go_on = open_window(), Event()

    def counting(what: str) -> Callable[[Report], str]:
        def work(report: Report) -> str:
            while not go_on.wait(0.001):
                report(1, 2, what)
            return what

        return work

    window.run_task(counting("Older"), lambda what: f"{what} is done")
    qtbot.waitUntil(lambda: "Older (1 of 2)" in window.message_label.text(), timeout=60_000)
    window.run_task(counting("Newer"), lambda what: f"{what} is done")
    qtbot.waitUntil(lambda: "Newer (1 of 2)" in window.message_label.text(), timeout=60_000)
    window.cancel_button.click()
    qtbot.waitUntil(lambda: len(window.tasks.running) == 1, timeout=60_000)
    assert window.cancel_button.isVisible()
    qtbot.waitUntil(lambda: "Older (1 of 2)" in window.message_label.text(), timeout=60_000)
    go_on.set()
    qtbot.waitUntil(lambda: not window.tasks.running, timeout=60_000)
    assert window.message_label.text() == "Older is done"
    assert not window.cancel_button.isVisible()


def test_what_a_task_was_for_takes_it_with_it(open_window: Open, qtbot: QtBot) -> None:
    window, dialog, came = open_window(), QObject(), list[object]()

    def work(report: Report) -> None:
        while True:
            report(1, 2, "For a dialog")
            time.sleep(0.001)

    window.tasks.run(work, lambda result: came.append(result) or "done", dialog)
    qtbot.waitUntil(lambda: "For a dialog" in window.message_label.text(), timeout=60_000)
    sip.delete(dialog)
    qtbot.waitUntil(lambda: not window.tasks.running, timeout=60_000)
    assert came == []


def test_panes_are_changed_added_closed_and_remembered(open_window: Open) -> None:
    window = open_window()
    board = window.board
    assert [p.kind for p in board.panes] == ["elevation", "plan", "room3d"]
    board.remove(board.panes[1])
    board.change(board.panes[0], "cutlist")
    window.store.go("make")
    window.store.go("layout")
    assert [p.kind for p in board.panes] == ["cutlist", "room3d"]
    board.add(board.panes[0])
    assert len(board.panes) == 3
    board.add(board.panes[0])
    assert len(board.panes) == 3
    for _ in range(4):
        board.remove(board.panes[0])
    assert len(board.panes) == 1


def test_figures_open_what_they_count(open_window: Open) -> None:
    window = open_window()
    figures = window.ticket.figures
    figures["units"].click()
    assert len(window.store.state.selected) == 3
    figures["parts"].click()
    assert window.store.state.stage == "make"
    figures["price"].click()
    assert window.store.state.stage == "quote"
    assert figure(window, "parts") == str(sum(r.quantity for r in window.store.derived.cutlist))


@pytest.mark.pictured
@pytest.mark.parametrize("stage", ["survey", "layout", "finish", "make", "quote"])
def test_every_stage_works_in_both_themes_with_and_without_selection(open_window: Open, stage: str) -> None:
    window = open_window(the_demo().job)
    window.store.go(stage)  # type: ignore[arg-type]
    for selected in ([], [window.store.job.units[1].id], [u.id for u in window.store.job.units]):
        window.store.select(selected)
        window.change_theme()
        window.grab()
    window.tray.search_field.setText("zzz")
    window.tray.search_field.setText("")
    assert all(i.isVisibleTo(window) for i in window.tray.items)


def test_a_job_without_rooms_or_units_is_no_trouble(open_window: Open) -> None:
    window = open_window(a_room().replaced(rooms=()))
    for stage in ("survey", "layout", "finish", "make", "quote"):
        window.store.go(stage)  # type: ignore[arg-type]
        window.grab()
    window.place_now("base")
    window.store.go("survey")
    next(w for n, w in window.tray._filtered if n == "add a room").click()  # type: ignore[attr-defined]
    assert window.store.state.room


def test_esc_backs_out_one_step_at_a_time(open_window: Open) -> None:
    window = open_window()
    view = canvas(window, "elevation")
    window.store.select(["u1"])
    window.store.place_next("base")
    QTest.keyClick(view, Qt.Key.Key_Escape)
    assert (window.store.state.placing, window.store.state.selected) == ("", ("u1",))
    QTest.keyClick(view, Qt.Key.Key_Escape)
    assert window.store.state.selected == ()


def test_dragging_on_empty_ground_selects_what_it_touches(open_window: Open) -> None:
    window = open_window()
    view = canvas(window, "elevation")
    start, end = view.place_of(3000, 100).toPoint(), view.place_of(700, 700).toPoint()
    QTest.mousePress(view, LEFT, pos=start)
    QTest.mouseMove(view, (start + end) / 2)
    QTest.mouseMove(view, end)
    QTest.mouseRelease(view, LEFT, pos=end)
    assert window.store.state.selected == ("u2",)


def test_zooming_keeps_the_point_under_the_cursor(open_window: Open) -> None:
    window = open_window()
    view = canvas(window, "elevation")
    place = QPointF(200, 150)
    before = view.view.inside(place)
    view.zoom(1.7, place)
    assert view.view.inside(place) == pytest.approx(before)
    view.fit()
    save(window.store.job, Path(str(window._settings.fileName()) + ".plank"))
