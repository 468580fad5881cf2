"""Placing what was chosen in the tray, by clicks or by dragging it in."""

from PyQt6.QtCore import QPointF, Qt
from PyQt6.QtGui import QPainter

from tallplank.app.canvas.tool.tool import Canvas, Hint, Tool, paint_ghost
from tallplank.core.error import PlankError
from tallplank.session.arrange import Arranger, Ghost


class PlaceTool(Tool):
    """Shows where a thing would land, and lands it there."""

    def __init__(self, canvas: Canvas, arranger: Arranger) -> None:
        super().__init__(canvas)
        self._arranger = arranger
        self.ghost: Ghost | None = None

    def press(self, at: QPointF, *, adding: bool) -> bool:
        kind = self.store.state.placing
        if kind:
            self.drop(kind, at)
        return bool(kind)

    def hover(self, at: QPointF) -> None:
        if self.store.state.placing:
            self.carry(self.store.state.placing, at)
        elif self.ghost is not None:
            self.leave()

    def carry(self, kind: str, at: QPointF) -> bool:
        self.ghost = self._arranger.ghost(kind, self.canvas.view.inside(at), self.canvas.reach())
        self.canvas.widget().update()
        return True

    def drop(self, kind: str, at: QPointF) -> None:
        try:
            self._arranger.place(kind, self.canvas.view.inside(at), self.canvas.reach())
        except PlankError as problem:
            self.store.say(str(problem))
        self.leave()

    def leave(self) -> None:
        self.ghost = None
        self.canvas.widget().update()

    def hint(self, at: QPointF) -> Hint | None:
        return Hint(Qt.CursorShape.ArrowCursor) if self.store.state.placing else None

    def back_out(self) -> bool:
        placing = bool(self.store.state.placing)
        if placing:
            self.store.place_next("")
        return placing

    def paint(self, painter: QPainter) -> None:
        if self.ghost is not None:
            paint_ghost(self.canvas, painter, self.ghost)
