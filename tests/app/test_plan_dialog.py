"""A room out of a DXF plan, by mouse and keyboard."""

from collections.abc import Callable
from pathlib import Path

import pytest
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QDialog, QFileDialog
from pytestqt.qtbot import QtBot

from hands import LEFT
from makers import a_room
from outside.test_plan import ELL, drawing, lines
from tallplank.app.plan_dialog import PlanDialog, add_picked
from tallplank.app.theme import LIGHT
from tallplank.app.window import MainWindow
from tallplank.core.exchange.plan_dxf import read_plan
from tallplank.core.job.job import Display

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


def test_the_menu_reads_a_plan_into_the_job(open_window: Open, monkeypatch: pytest.MonkeyPatch, tmp_path: Path) -> None:
    window = open_window(a_room())
    path = tmp_path / "plan.dxf"
    path.write_bytes(two_rooms())
    monkeypatch.setattr(QFileDialog, "getOpenFileName", lambda *_: (str(path), ""))
    monkeypatch.setattr(PlanDialog, "exec", lambda self: self.layer.setCurrentText("ROOMS") or QDialog.DialogCode.Accepted)
    window.read_plan()
    room = window.store.room()
    assert room is not None
    assert (room.name, len(room.walls), window.store.state.stage) == ("Room 2", 6, "survey")
    path.write_bytes(b"nothing")
    window.read_plan()
    assert "no DXF drawing" in window.message_label.text()
    monkeypatch.setattr(QFileDialog, "getOpenFileName", lambda *_: (str(tmp_path / "gone.dxf"), ""))
    window.read_plan()
    assert "cannot be read" in window.message_label.text()


def test_an_outline_that_is_no_room_is_refused(open_window: Open) -> None:
    window = open_window(a_room())
    from tallplank.core.error import PlankError

    with pytest.raises(PlankError):
        add_picked(window.store, ((0.0, 0.0), (5.0, 0.0), (0.0, 5.0)))
