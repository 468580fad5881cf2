"""A room out of a DXF plan, by mouse and keyboard."""

import os
from collections.abc import Callable
from pathlib import Path

import pytest
from PyQt6.QtCore import Qt
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QFileDialog, QLabel
from pytestqt.qtbot import QtBot

from hands import LEFT
from makers import a_room
from outside.test_plan import ELL, drawing, lines
from tallplank.app.form.plan import PlanDialog, add_picked
from tallplank.app.frame.window import MainWindow
from tallplank.app.look.theme import LIGHT
from tallplank.core.exchange import plan_dxf
from tallplank.core.exchange.plan_dxf import PlanDrawing, read_plan
from tallplank.core.job.job import Display

ROOT = Path(__file__).parents[2]
Open = Callable[..., MainWindow]
SMALL = tuple((x + 300.0, y + 300.0) for x, y in ((0.0, 0.0), (1500.0, 0.0), (1500.0, 1800.0), (0.0, 1800.0)))


def two_rooms(insunits: int = 4) -> bytes:
    return drawing(lambda s: (lines(s, ELL, "ROOMS"), lines(s, SMALL, "BATH")), insunits)  # type: ignore[func-returns-value]


def test_the_largest_outline_is_picked_and_its_size_told(qtbot: QtBot) -> None:
    dialog = PlanDialog(read_plan(two_rooms()), LIGHT, Display())
    qtbot.addWidget(dialog)
    dialog.layer.setCurrentText("ROOMS")
    assert dialog.told.text() == "The room is 4200 mm × 3900 mm."
    dialog.layer.setCurrentText("BATH")
    assert dialog.told.text().startswith("The room is 1500 mm × 1800 mm")
    dialog.unit.setCurrentText("m")
    assert "check the unit" in dialog.told.text()


def test_a_drawing_without_a_unit_is_guessed_by_its_size(qtbot: QtBot) -> None:
    metres = drawing(lambda s: lines(s, [(x / 1000, y / 1000) for x, y in ELL], "0"), 0)
    dialog = PlanDialog(read_plan(metres), LIGHT, Display())
    qtbot.addWidget(dialog)
    assert dialog.unit.currentText() in ("m", "ft")


def test_a_click_picks_the_outline_around_it(qtbot: QtBot) -> None:
    both = drawing(lambda s: (lines(s, ELL, "0"), lines(s, SMALL, "0")))  # type: ignore[func-returns-value]
    dialog = PlanDialog(read_plan(both), LIGHT, Display())
    qtbot.addWidget(dialog)
    dialog.show()
    assert dialog.outline.count() == 2
    QTest.mouseClick(dialog.picker, LEFT, pos=dialog.picker.place_of((900.0, 900.0)).toPoint())
    assert dialog.outline.currentIndex() == 1
    dialog.outline.setCurrentIndex(0)
    assert "4200" in dialog.told.text()
    dialog.close()  # nothing else holds it, and what is painted while it is collected takes the process down


def asked(window: MainWindow) -> PlanDialog | None:
    return next((d for d in window.findChildren(PlanDialog) if d.isVisible()), None)


def test_the_menu_reads_a_plan_into_the_job(open_window: Open, monkeypatch: pytest.MonkeyPatch, tmp_path: Path, qtbot: QtBot) -> None:
    window = open_window(a_room())
    path = tmp_path / "plan.dxf"
    path.write_bytes(two_rooms())
    monkeypatch.setattr(QFileDialog, "getOpenFileName", lambda *_: (str(path), ""))
    window.read_plan()
    assert window.cancel_button.isVisible(), "it is read in the background, and can be given up"
    qtbot.waitUntil(lambda: asked(window) is not None, timeout=60_000)
    dialog = asked(window)
    assert dialog is not None
    assert not window.cancel_button.isVisible()
    dialog.layer.setCurrentText("ROOMS")
    dialog.accept()
    room = window.store.room()
    assert room is not None
    assert (room.name, len(room.walls), window.store.state.stage) == ("Room 2", 6, "survey")
    path.write_bytes(b"nothing")
    window.read_plan()
    qtbot.waitUntil(lambda: "no DXF drawing" in window.message_label.text(), timeout=60_000)
    monkeypatch.setattr(QFileDialog, "getOpenFileName", lambda *_: (str(tmp_path / "gone.dxf"), ""))
    window.read_plan()
    assert "cannot be read" in window.message_label.text()


def test_an_outline_that_is_no_room_is_refused(open_window: Open) -> None:
    window = open_window(a_room())
    from tallplank.core.error import PlankError

    with pytest.raises(PlankError):
        add_picked(window.store, ((0.0, 0.0), (5.0, 0.0), (0.0, 5.0)))


def test_a_plan_that_takes_too_long_is_given_up(open_window: Open, monkeypatch: pytest.MonkeyPatch, tmp_path: Path, qtbot: QtBot) -> None:
    window = open_window(a_room())
    path = tmp_path / "plan.dxf"
    path.write_bytes(two_rooms())
    monkeypatch.setenv("PYTHONPATH", os.pathsep.join([str(ROOT / "src"), str(ROOT / "tests")]))
    monkeypatch.setattr(QFileDialog, "getOpenFileName", lambda *_: (str(path), ""))
    monkeypatch.setattr(plan_dxf, "READER", "outside.slow:never")
    window.read_plan()
    qtbot.waitUntil(lambda: "Reading the drawing" in window.message_label.text(), timeout=60_000)
    QTest.mouseClick(window.cancel_button, LEFT)
    qtbot.waitUntil(lambda: not window.cancel_button.isVisible(), timeout=60_000)
    assert asked(window) is None


def test_what_is_left_out_of_a_plan_is_told_as_plain_text(qtbot: QtBot) -> None:
    dialog = PlanDialog(PlanDrawing({"0": (ELL,)}, "mm", ("Layer <b>X</b> has 30000 lines.",)), LIGHT, Display())
    qtbot.addWidget(dialog)
    dialog.show()
    (label,) = [w for w in dialog.findChildren(QLabel) if "30000" in w.text()]
    assert label.isVisible()
    assert label.textFormat() is Qt.TextFormat.PlainText
    dialog.close()
