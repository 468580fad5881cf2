"""A drawing as it was painted last, for as long as nothing of it changes."""

from collections.abc import Callable

from PyQt6.QtGui import QColor, QPainter, QPixmap
from PyQt6.QtWidgets import QWidget


class KeptPicture:
    """Painted anew only when what it shows is another, not while the mouse moves over it."""

    def __init__(self) -> None:
        self._shows: tuple[object, ...] = ()
        self._pixmap = QPixmap()

    def of(self, widget: QWidget, shows: tuple[object, ...], ground: QColor, paint: Callable[[QPainter], None]) -> QPixmap:
        """The picture of what is shown, as large as a widget; `shows` are all the things that it depends on."""
        ratio = widget.devicePixelRatioF()
        wanted = (*shows, widget.width(), widget.height(), ratio)
        if not _are_the_same(wanted, self._shows):
            self._pixmap = QPixmap(round(widget.width() * ratio), round(widget.height() * ratio))
            self._pixmap.setDevicePixelRatio(ratio)
            self._pixmap.fill(ground)
            painter = QPainter(self._pixmap)
            paint(painter)
            painter.end()
            self._shows = wanted
        return self._pixmap


def _are_the_same(a: tuple[object, ...], b: tuple[object, ...]) -> bool:
    """Whether two rows hold the same objects, or numbers and texts that are equal."""
    return len(a) == len(b) and all(x is y or (isinstance(x, int | float | str) and x == y) for x, y in zip(a, b, strict=True))
