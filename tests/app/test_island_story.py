"""From a blank job to a waterfall island by mouse and keyboard, every action counted as the guide counts them."""

import re
from collections.abc import Callable
from pathlib import Path

import pytest
from PyQt6.QtCore import Qt
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QPushButton, QSpinBox, QToolButton

from hands import LEFT, choose, fill, panel, run, type_into
from tallplank.app.canvas.view import DrawingCanvas
from tallplank.app.frame.window import MainWindow
from tallplank.app.tray.tray import TrayItem
from tallplank.core.edit.standard import new_job
from tallplank.core.edit.walkway import walkways
from tallplank.session.library import PieceLibrary
from tallplank.session.saved_piece import tell_changed

Open = Callable[..., MainWindow]
GUIDE = Path(__file__).parents[2] / "docs" / "guide" / "kitchen.md"
INCH = 25.4


class Counted:
    """Hands that count what they do: one for a click, a choice, or a value typed with Enter."""

    def __init__(self, window: MainWindow) -> None:
        self.window, self.done = window, 0

    def button(self, words: str) -> None:
        button = next(b for b in self.window.findChildren(QPushButton) if b.text() == words and b.isVisible())
        QTest.mouseClick(button, LEFT)
        self.done += 1

    def key(self, key: Qt.Key, modifier: Qt.KeyboardModifier = Qt.KeyboardModifier.ControlModifier) -> None:
        QTest.keyClick(self.window, key, modifier)
        self.done += 1

    def tray_and_elevation(self, kind: str, x: float) -> None:
        item = next(i for i in self.window.tray.findChildren(TrayItem) if i.kind == kind)
        item.click()
        view = self.window.board.pane("elevation")
        assert isinstance(view, DrawingCanvas)
        QTest.qWait(20)
        QTest.mouseClick(view, LEFT, pos=view.place_of(x, 300.0).toPoint())
        self.done += 2

    def typed(self, name: str, text: str) -> None:
        type_into(self.window, name, text)
        self.done += 1

    def chosen(self, name: str, text: str) -> None:
        choose(self.window, name, text)
        self.done += 1

    def counted(self, name: str, number: int) -> None:
        field = panel(self.window).row(name)
        assert isinstance(field, QSpinBox)
        field.setValue(number)
        self.done += 1


@pytest.fixture
def library(tmp_path: Path) -> PieceLibrary:
    return PieceLibrary(tmp_path)


def test_a_waterfall_island_from_a_blank_job_kept_and_placed_in_another(open_window: Open, library: PieceLibrary) -> None:
    """By hand, in inches: a 24 in row with its front behind one of 12 in, 15 in out for the seats, 1 in fillers, ends 36 in high."""
    window = open_window(new_job())
    store, hands = window.store, Counted(window)
    store.library = library
    hands.key(Qt.Key.Key_2)
    hands.chosen("Lengths in", "inches, fractions")
    hands.chosen("Built as", next(c.name for c in store.catalog.constructions.values() if c.id == "inch-frameless"))
    hands.button("Add an island")
    (group,) = store.job.rooms[0].groups
    front, back = group.faces
    for kind, x in (("drawers", 300.0), ("base", 914.0), ("drawers", 1524.0)):
        hands.tray_and_elevation(kind, x)
    store.look_at(store.state.room, back.id)
    hands.done += 1
    for x in (300.0, 914.0):
        hands.tray_and_elevation("base-open", x)
    behind = [u.id for u in store.job.units if u.face == back.id]
    store.select(behind)
    hands.done += 1
    hands.typed("Width", '36"')
    hands.typed("Depth", '12"')
    run(window, "close-up")
    hands.done += 1
    run(window, "group")
    hands.done += 1
    hands.chosen("Left end", "Waterfall, to the floor")
    hands.chosen("Right end", "Waterfall, to the floor")
    hands.typed("Over back", '15"')
    hands.counted("Seats back", 3)
    hands.counted("Brackets", 3)
    hands.typed("Way front", '36"')
    hands.typed("Way right", '45"')

    made, room = store.derived.made, store.state.room
    (top_run,) = [r for r in made.runs if r.what == "top"]
    top, left, right = top_run.parts
    thick = top.thickness.value
    assert {u.width for u in store.job.units if u.kind == "filler"} == {INCH}
    assert top.length.value == pytest.approx(72 * INCH + 2 * INCH + 2 * thick)
    assert left.length.value == right.length.value == pytest.approx((4.5 + 30) * INCH + thick)
    ways = walkways(made, room, store.job.rooms[0].groups[0].id)
    assert (ways["front"].width, ways["right"].width) == pytest.approx((36 * INCH, 45 * INCH))
    assert [f.text for f in store.derived.findings if f.code in ("overlap", "rubs", "worktop-overhang", "knee-depth", "narrow-seat")] == []

    told = re.search(r"\*\*(\d+) actions\*\*", GUIDE.read_text())
    assert told is not None
    assert hands.done == int(told[1])

    fill(run(window, "keep-piece"), Name="Waterfall island")
    other = open_window(new_job())
    other.store.library = library
    tell_changed(other.store)
    QTest.mouseClick(next(b for b in other.findChildren(QToolButton) if b.text() == "Waterfall island"), LEFT)
    assert len(other.store.job.units) == len(store.job.units)
    assert other.store.job.rooms[0].groups[0].top == store.job.rooms[0].groups[0].top
    assert front.length > 0


def test_a_sink_is_put_in_swapped_and_taken_out_in_the_spec(open_window: Open) -> None:
    window = open_window()
    store = window.store
    store.select(["u2"])
    before = store.derived.made.by_id["u2"].parts
    choose(window, "Sink", "Bowl 50, under the top, Weirpool")
    assert "false front" in [p.name for p in store.derived.made.by_id["u2"].parts]
    choose(window, "Sink", "Double bowl 86, Weirpool")
    choose(window, "Tap", "Tap, high arc, Weirpool")
    (run_over,) = [r for r in store.derived.made.runs if r.what == "top"]
    assert run_over.problem or {f.item for f in run_over.fittings} >= {"sink-double-86"}
    choose(window, "Sink", "None")
    choose(window, "Tap", "None")
    assert store.derived.made.by_id["u2"].parts == before


def test_a_plain_island_of_two_gables_and_shelves_adds_up_by_itself(open_window: Open) -> None:
    """By hand: 24 in between two of 3/4 in: positions 0, 3/4 and 24 3/4, overall 25 1/2."""
    window = open_window(new_job())
    store, hands = window.store, Counted(window)
    hands.key(Qt.Key.Key_2)
    hands.chosen("Lengths in", "inches, fractions")
    hands.button("Add an island")
    for kind, width in (("end-panel", '3/4"'), ("between", '24"'), ("end-panel", '3/4"')):
        window.place_now(kind)
        hands.done += 2
        hands.typed("Width", width)
    units = sorted(store.job.units, key=lambda u: u.x)
    assert [u.x / INCH for u in units] == pytest.approx([0.0, 0.75, 24.75])
    assert (units[-1].x + units[-1].width) / INCH == pytest.approx(25.5)
    assert [f.text for f in store.derived.findings if f.code == "overlap"] == []
    assert hands.done <= 13
