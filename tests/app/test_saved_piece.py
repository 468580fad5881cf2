"""An island kept as a piece and placed in another job from the tray."""

from collections.abc import Callable
from pathlib import Path

from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QToolButton

from app.test_copies import an_island
from hands import LEFT, fill, run
from makers import ROOM, a_room, a_wall_of
from tallplank.app.frame.window import MainWindow
from tallplank.session.library import PieceLibrary
from tallplank.session.saved_piece import tell_changed

Open = Callable[..., MainWindow]


def test_an_island_is_kept_and_placed_in_another_job(open_window: Open, tmp_path: Path) -> None:
    job, group = an_island()
    window = open_window(job)
    window.store.library = PieceLibrary(tmp_path)
    window.store.select([group])
    fill(run(window, "keep-piece"), Name="Breakfast island", Tags="island, oak")
    (kept,) = window.store.library.pieces("oak")
    assert kept.piece.picture
    other = open_window(a_room(6000.0, 5000.0))
    other.store.library = PieceLibrary(tmp_path)
    tell_changed(other.store)
    button = next(b for b in other.findChildren(QToolButton) if b.text() == "Breakfast island")
    QTest.mouseClick(button, LEFT)
    (placed,) = other.store.job.room(ROOM).groups
    assert other.store.state.selected == (placed.id,)
    assert len(other.store.job.units) == len(job.units)
    other.store.undo()
    assert other.store.job.units == ()
    fill(run(other, "piece-away"))
    assert other.store.library.pieces() == ()
    assert not [b for b in other.findChildren(QToolButton) if b.text() == "Breakfast island" and b.isVisible()]


def test_units_that_are_kept_need_a_name(open_window: Open, tmp_path: Path) -> None:
    window = open_window(a_wall_of("base", "tall"))
    window.store.library = PieceLibrary(tmp_path)
    window.store.select(["u1", "u2"])
    form = fill(run(window, "keep-piece"), Name=" ")
    assert form.told.isVisible()
    fill(form, Name="Pair")
    assert [k.piece.name for k in window.store.library.pieces()] == ["Pair"]
