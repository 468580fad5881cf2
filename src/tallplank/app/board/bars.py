"""Quiet bars: a few named amounts, each with a bar as long as its share of the largest."""

from collections.abc import Sequence
from dataclasses import dataclass

from PyQt6.QtCore import QRectF, QSize, Qt
from PyQt6.QtGui import QPainter, QPaintEvent
from PyQt6.QtWidgets import QWidget

from tallplank.app.look.theme import Tokens, colour, font

ROW, NAME, FIGURE, LEAST_BAR, HIGH = 21, 96, 82, 50, 6


@dataclass(frozen=True, slots=True)
class Bar:
    """One amount: its name, how it is written, and how much it is."""

    name: str
    text: str
    amount: float


class Bars(QWidget):
    """Amounts one below the other; what comes last may be their sum, without a bar."""

    def __init__(self, tokens: Tokens, name: str) -> None:
        super().__init__()
        self.tokens = tokens
        self.bars: tuple[Bar, ...] = ()
        self._total: Bar | None = None
        self.setAccessibleName(name)

    def show_bars(self, bars: Sequence[Bar], total: Bar) -> None:
        """Show other amounts and their sum."""
        self.bars, self._total = tuple(bars), total
        self.setAccessibleDescription(", ".join(f"{bar.name} {bar.text}" for bar in (*self.bars, total)))
        self.updateGeometry()
        self.update()

    def restyle(self, tokens: Tokens) -> None:
        """Take other colours."""
        self.tokens = tokens
        self.update()

    def sizeHint(self) -> QSize:
        return QSize(NAME + FIGURE + 3 * LEAST_BAR, ROW * (len(self.bars) + 1))

    def minimumSizeHint(self) -> QSize:
        return QSize(NAME + FIGURE + LEAST_BAR, self.sizeHint().height())

    def paintEvent(self, event: QPaintEvent | None) -> None:
        painter, t = QPainter(self), self.tokens
        painter.setFont(font(13))
        painter.setPen(colour(t.ink))
        most = max((bar.amount for bar in self.bars), default=0.0)
        room = self.width() - NAME - FIGURE - 12
        for row, bar in enumerate((*self.bars, self._total) if self._total is not None else self.bars):
            line = QRectF(0, row * ROW, self.width(), ROW)
            painter.drawText(line, Qt.AlignmentFlag.AlignLeft | Qt.AlignmentFlag.AlignVCenter, bar.name)
            figure = QRectF(NAME, row * ROW, FIGURE, ROW)
            painter.drawText(figure, Qt.AlignmentFlag.AlignRight | Qt.AlignmentFlag.AlignVCenter, bar.text)
            if row < len(self.bars) and most > 0:
                long = room * bar.amount / most
                painter.fillRect(QRectF(NAME + FIGURE + 12, (row + 0.5) * ROW - HIGH / 2, long, HIGH), colour(t.wood_dark))
