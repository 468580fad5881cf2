"""Pictures of the window are taken when everything is drawn."""

from collections.abc import Callable

import pytest
from PyQt6.QtGui import QImage

from tallplank.app.frame.window import MainWindow
from tallplank.app.shots import settle

Open = Callable[..., MainWindow]


def is_blank(image: QImage) -> bool:
    return len({image.pixel(x, y) for x in range(0, image.width(), 2) for y in range(0, image.height(), 2)}) < 3


def test_settling_waits_for_the_pictures_of_the_tray(open_window: Open) -> None:
    window = open_window()
    assert not window.tray.is_drawn
    settle(window)
    assert len(window.tray.items) > 20
    pictures = [item.icon().pixmap(item.iconSize()).toImage() for item in window.tray.items]
    assert [item.kind for item, picture in zip(window.tray.items, pictures, strict=True) if is_blank(picture)] == []


def test_settling_does_not_wait_for_ever(open_window: Open, monkeypatch: pytest.MonkeyPatch) -> None:
    window = open_window()
    monkeypatch.setattr("tallplank.app.shots.LONGEST_MS", 50)
    monkeypatch.setattr(window, "is_drawn", lambda: False)
    with pytest.raises(TimeoutError):
        settle(window)
