"""Drawing the line of the section on the plan, and showing it."""

from PyQt6.QtCore import QPointF, Qt
from PyQt6.QtGui import QPainter, QPen

from tallplank.app.canvas.tool.tool import Canvas, Hint, Tool
from tallplank.app.theme import colour
from tallplank.core.space.outline import Point, far

DRAWING = "section"
"""What is being placed while the line is drawn."""
SHORTEST = 50.0
SQUARE_PX = 10.0
"""A line that is off square by less than this is drawn square."""


class SectionTool(Tool):
    """While a section is to be drawn, a drag on the plan draws its line; otherwise the line is shown."""

    def __init__(self, canvas: Canvas) -> None:
        super().__init__(canvas)
        self._from: Point | None = None
        self._to: Point | None = None

    def press(self, at: QPointF, *, adding: bool) -> bool:
        if self.store.state.placing != DRAWING:
            return False
        self._from = self._to = self.canvas.view.inside(at)
        return True

    def move(self, at: QPointF, *, first: bool) -> None:
        if self._from is not None:
            x, y = self.canvas.view.inside(at)
            near = SQUARE_PX / self.canvas.view.scale
            self._to = (self._from[0] if abs(x - self._from[0]) < near else x, self._from[1] if abs(y - self._from[1]) < near else y)
            self.canvas.widget().update()

    def release(self, at: QPointF, *, moved: bool) -> None:
        line = (self._from, self._to)
        self._from = self._to = None
        if line[0] is not None and line[1] is not None and far(line[0], line[1]) > SHORTEST:
            self.store.cut_along((line[0], line[1]))

    def cancel(self) -> None:
        self._from = self._to = None

    def hint(self, at: QPointF) -> Hint | None:
        return Hint(Qt.CursorShape.CrossCursor, "Draw the line of the section") if self.store.state.placing == DRAWING else None

    def paint(self, painter: QPainter) -> None:
        line = (self._from, self._to) if self._from is not None and self._to is not None else self.store.state.section
        if line is None or line[0] is None or line[1] is None:
            return
        painter.setPen(QPen(colour(self.canvas.tokens.accent), 1.6, Qt.PenStyle.DashDotLine))
        painter.drawLine(self.canvas.view.out(line[0]), self.canvas.view.out(line[1]))
