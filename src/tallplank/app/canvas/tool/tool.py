"""What every tool of a drawing can do; one does what it needs to."""

from dataclasses import dataclass
from typing import Protocol

from PyQt6.QtCore import QPointF, QRectF, Qt
from PyQt6.QtGui import QKeyEvent, QPainter, QPen, QPolygonF
from PyQt6.QtWidgets import QWidget

from tallplank.app.look.painter import View
from tallplank.app.look.theme import Tokens, colour, font
from tallplank.core.draw.dimension import DimensionText
from tallplank.core.draw.primitive import Drawing, Subject, Target
from tallplank.session.arrange import Ghost
from tallplank.session.store import Store


class Canvas(Protocol):
    """What tools need of the drawing that they work on."""

    store: Store
    tokens: Tokens
    pointer: QPointF | None
    view: View

    @property
    def drawing(self) -> Drawing | None:
        """What is shown now."""

    @property
    def targets(self) -> tuple[Target, ...]:
        """What can be pointed at."""

    def reach(self) -> float:
        """How near a relation catches, in millimetres."""

    def unit_at(self, place: QPointF) -> Subject | None:
        """What is pointed at."""

    def dimension_at(self, place: QPointF) -> DimensionText | None:
        """The dimension that is pointed at."""

    def widget(self) -> QWidget:
        """Where fields are opened."""


@dataclass(frozen=True, slots=True)
class Hint:
    """What a press would do here: the shape of the cursor, and a tip."""

    shape: Qt.CursorShape
    tip: str = ""


class Tool:
    """Asked in turn by the canvas; the one that takes a press has the mouse until it is let go."""

    def __init__(self, canvas: Canvas) -> None:
        self.canvas, self.store = canvas, canvas.store

    def press(self, at: QPointF, *, adding: bool) -> bool:
        """The mouse went down at a point of the widget; whether the tool takes it."""
        return False

    def move(self, at: QPointF, *, first: bool) -> None:
        """The mouse moved while the tool has it; at first it has come some way from where it went down."""

    def release(self, at: QPointF, *, moved: bool) -> None:
        """The mouse was let go."""

    def cancel(self) -> None:
        """What was begun with the mouse down is given up."""

    def hover(self, at: QPointF) -> None:
        """The mouse moved with no button down."""

    def leave(self) -> None:
        """The mouse left the drawing."""

    def hint(self, at: QPointF) -> Hint | None:
        """What a press would do; None leaves it to the next tool."""
        return None

    def double(self, at: QPointF) -> bool:
        """A double click; whether the tool did something with it."""
        return False

    def carry(self, kind: str, at: QPointF) -> bool:
        """A kind of unit is dragged over the drawing; whether the tool would take it."""
        return False

    def drop(self, kind: str, at: QPointF) -> None:
        """It was let go here."""

    def key(self, event: QKeyEvent) -> bool:
        """A key; whether the tool did something with it."""
        return False

    def back_out(self) -> bool:
        """Esc with nothing held; whether the tool had something to leave."""
        return False

    def paint(self, painter: QPainter) -> None:
        """Draw over the drawing what the tool shows meanwhile."""


def paint_ghost(canvas: Canvas, painter: QPainter, ghost: Ghost) -> None:
    """Where a thing would land, and beside the mouse the relation that holds it there."""
    tokens = canvas.tokens
    if ghost.ring:
        painter.setPen(QPen(colour(tokens.accent), 1.6, Qt.PenStyle.DashLine))
        painter.setBrush(colour(tokens.accent, 0.16))
        painter.drawPolygon(QPolygonF([canvas.view.out(p) for p in ghost.ring]))
    if not ghost.relation or canvas.pointer is None:
        return
    painter.setFont(font(12, bold=True))
    metrics = painter.fontMetrics()
    box = QRectF(canvas.pointer.x() + 14, canvas.pointer.y() - 30, metrics.horizontalAdvance(ghost.relation) + 14, 22)
    box.moveRight(min(box.right(), canvas.widget().width() - 4.0))
    box.moveTop(max(box.top(), 4.0))
    painter.setPen(Qt.PenStyle.NoPen)
    painter.setBrush(colour(tokens.accent))
    painter.drawRoundedRect(box, 3, 3)
    painter.setPen(colour(tokens.on_accent))
    painter.drawText(box, Qt.AlignmentFlag.AlignCenter, ghost.relation)
