"""Where the hours go: each department with a quiet bar."""

from collections.abc import Mapping

from PyQt6.QtCore import QRectF, QSize, Qt
from PyQt6.QtGui import QPainter, QPaintEvent
from PyQt6.QtWidgets import QWidget

from tallplank.app.theme import Tokens, colour, font

ROW, NAME, FIGURE, LEAST_BAR = 21, 86, 58, 60


class HoursBars(QWidget):
    """The hours by department, and their sum."""

    def __init__(self, tokens: Tokens) -> None:
        super().__init__()
        self.tokens = tokens
        self._hours: dict[str, float] = {}
        self.setAccessibleName("Hours by department")

    def show_hours(self, hours: Mapping[str, float]) -> None:
        """Show other hours."""
        self._hours = {department.capitalize(): value for department, value in hours.items()}
        self._hours["Hours"] = sum(hours.values())
        self.setAccessibleDescription(", ".join(f"{name} {value:.1f}" for name, value in self._hours.items()))
        self.updateGeometry()
        self.update()

    def restyle(self, tokens: Tokens) -> None:
        """Take other colours."""
        self.tokens = tokens
        self.update()

    def sizeHint(self) -> QSize:
        return QSize(NAME + FIGURE + 3 * LEAST_BAR, ROW * max(len(self._hours), 1))

    def minimumSizeHint(self) -> QSize:
        return QSize(NAME + FIGURE + LEAST_BAR, self.sizeHint().height())

    def paintEvent(self, event: QPaintEvent | None) -> None:
        painter, t = QPainter(self), self.tokens
        painter.setFont(font(13))
        most = max((v for name, v in self._hours.items() if name != "Hours"), default=0.0)
        room = self.width() - NAME - FIGURE - 12
        for row, (name, value) in enumerate(self._hours.items()):
            line = QRectF(0, row * ROW, self.width(), ROW)
            painter.setPen(colour(t.ink))
            painter.drawText(line, Qt.AlignmentFlag.AlignLeft | Qt.AlignmentFlag.AlignVCenter, name)
            figure = QRectF(NAME, row * ROW, FIGURE, ROW)
            painter.drawText(figure, Qt.AlignmentFlag.AlignRight | Qt.AlignmentFlag.AlignVCenter, f"{value:.1f} h")
            if name != "Hours" and most > 0:
                painter.fillRect(QRectF(NAME + FIGURE + 12, row * ROW + ROW / 2 - 3, room * value / most, 6), colour(t.line))
