"""What an empty drawing says in its middle."""

from PyQt6.QtCore import QRect, Qt
from PyQt6.QtGui import QPainter

from tallplank.app.look.painter import View
from tallplank.app.look.theme import Tokens, colour, font
from tallplank.core.draw.primitive import Drawing

FROM_EDGE, SHARE, LEAST = 14, 0.8, 180
"""A hint keeps within the pane, and within so much of the drawing's width unless that is very small."""


def paint_hint(painter: QPainter, hint: str, drawing: Drawing, view: View, pane: QRect, tokens: Tokens) -> None:
    """Paint a hint in the middle of a drawing."""
    painter.setFont(font())
    (x0, y0), (x1, y1) = drawing.low, drawing.high
    room = pane.adjusted(FROM_EDGE, FROM_EDGE, -FROM_EDGE, -FROM_EDGE)
    room.setWidth(max(round(view.scale * (x1 - x0) * SHARE), LEAST))
    room.moveCenter(view.out(((x0 + x1) / 2, (y0 + y1) / 2)).toPoint())
    flags = Qt.AlignmentFlag.AlignCenter | Qt.TextFlag.TextWordWrap
    text = painter.boundingRect(room, flags, hint)
    painter.setPen(colour(tokens.line))
    painter.setBrush(colour(tokens.raised))
    painter.drawRoundedRect(text.adjusted(-10, -6, 10, 6), 4, 4)
    painter.setPen(colour(tokens.ink))
    painter.drawText(text, flags, hint)
