"""Panes of the board in other colours: what stays open shows the same as what is made anew."""

from collections.abc import Callable
from time import monotonic

import pytest
from PyQt6.QtGui import QImage
from PyQt6.QtTest import QTest

from tallplank.app.board.registry import PANES
from tallplank.app.frame.window import MainWindow

Open = Callable[..., MainWindow]


@pytest.mark.pictured
@pytest.mark.parametrize("kind", list(PANES))
def test_a_pane_in_other_colours_shows_what_one_made_anew_shows(open_window: Open, kind: str) -> None:
    window = open_window()
    window.store.select(["u2"])
    board = window.board
    board.show_only(kind)
    before, first = board.pane(kind), _picture_of(window)
    window.change_theme()
    assert board.pane(kind) is before, "it stays open, with all that was set in it"
    shown = _picture_of(window)
    assert shown != first
    board.show_only(kind)
    assert _picture_of(window) == shown


def _picture_of(window: MainWindow) -> QImage:
    """The board once it stays as it is."""
    deadline, shown, before = monotonic() + 10.0, window.board.grab().toImage(), None
    while (not window.is_drawn() or shown != before) and monotonic() < deadline:
        QTest.qWait(20)
        before, shown = shown, window.board.grab().toImage()
    return shown
