"""Drawing a room on the plan, corner by corner, with lengths and directions typed on the way."""

from PyQt6.QtCore import QPointF, QRectF, Qt
from PyQt6.QtGui import QKeyEvent, QPainter, QPen, QPolygonF

from tallplank.app.canvas.tool.tool import Canvas, Hint, Tool
from tallplank.app.look.theme import colour, font
from tallplank.core.edit.survey.room import add_room_of
from tallplank.core.error import PlankError
from tallplank.core.space.outline import Point, far
from tallplank.session.outline_drawing import OutlineInHand

DRAWING = "outline"
"""What is being placed while a room is drawn."""
HEIGHT = 2500.0
"""Of a new room until another is typed; common practice, no source."""
LETTERS = frozenset("0123456789.,/ '\"<°-+*()mcfint")


class OutlineTool(Tool):
    """A click sets a corner; typing gives the wall's length and direction; a click on the first corner, or Enter, closes the room."""

    def __init__(self, canvas: Canvas) -> None:
        super().__init__(canvas)
        self.outline = OutlineInHand()
        self._at: Point = (0.0, 0.0)

    @property
    def _on(self) -> bool:
        on = self.store.state.placing == DRAWING
        if not on and self.outline.corners:
            self.outline = OutlineInHand()
        return on

    def press(self, at: QPointF, *, adding: bool) -> bool:
        if not self._on:
            return False
        self._at = self.canvas.view.inside(at)
        if self.outline.closes(self._at) and not self.outline.typed:
            self._close()
        else:
            self._set_corner()
        return True

    def hover(self, at: QPointF) -> None:
        if self._on:
            self._at = self.canvas.view.inside(at)
            self.canvas.widget().update()

    def key(self, event: QKeyEvent) -> bool:
        if not self._on:
            return False
        if event.key() in (Qt.Key.Key_Return, Qt.Key.Key_Enter):
            self._set_corner() if self.outline.typed else self._close()
        elif event.key() == Qt.Key.Key_Backspace:
            self.outline = self.outline.with_key("\b") if self.outline.typed else self.outline.without_last()
        elif event.text() and set(event.text().lower()) <= LETTERS:
            self.outline = self.outline.with_key(event.text())
        else:
            return False
        self.canvas.widget().update()
        return True

    def hint(self, at: QPointF) -> Hint | None:
        return Hint(Qt.CursorShape.CrossCursor) if self._on else None

    def back_out(self) -> bool:
        if not self._on:
            return False
        self.outline = OutlineInHand()
        self.store.place_next("")
        return True

    def _set_corner(self) -> None:
        try:
            corner = self.outline.aimed(self._at, self.store.job.display.style.unit)
        except PlankError as problem:
            self.store.say(str(problem))
            self.outline = OutlineInHand(self.outline.corners)
            return
        self.outline = self.outline.with_corner(corner)

    def _close(self) -> None:
        store, corners = self.store, self.outline.corners
        name = f"Room {len(store.job.rooms) + 1}"
        try:
            (room,) = store.apply(lambda j: add_room_of(j, name, corners, HEIGHT), "draw a room")
        except PlankError as problem:
            store.say(str(problem))
            return
        self.outline = OutlineInHand()
        store.place_next("")
        store.look_at(room)

    def paint(self, painter: QPainter) -> None:
        if not self._on:
            return
        try:
            aim = self.outline.aimed(self._at, self.store.job.display.style.unit)
        except PlankError:
            aim = self._at
        out, accent = self.canvas.view.out, colour(self.canvas.tokens.accent)
        painter.setPen(QPen(accent, 2.0))
        painter.setBrush(Qt.BrushStyle.NoBrush)
        painter.drawPolyline(QPolygonF([out(p) for p in (*self.outline.corners, aim)]))
        painter.setBrush(accent)
        for corner in self.outline.corners:
            painter.drawEllipse(out(corner), 4.0, 4.0)
        if self.outline.corners:
            length = far(self.outline.corners[-1], aim)
            text = self.outline.typed or self.store.job.display.shown(length)
            place = out(aim)
            painter.setFont(font(12, bold=True))
            box = QRectF(place.x() + 12, place.y() - 26, painter.fontMetrics().horizontalAdvance(text) + 12, 20)
            painter.setPen(Qt.PenStyle.NoPen)
            painter.drawRoundedRect(box, 3, 3)
            painter.setPen(colour(self.canvas.tokens.on_accent))
            painter.drawText(box, Qt.AlignmentFlag.AlignCenter, text)
