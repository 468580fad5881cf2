"""Dragging the boundary between two openings of the unit on the bench."""

from PyQt6.QtCore import QPointF, Qt
from PyQt6.QtGui import QPainter

from tallplank.app.canvas.tool.select import PickTool
from tallplank.app.canvas.tool.tool import Canvas, Hint, paint_ghost
from tallplank.core.draw.primitive import Handle
from tallplank.core.error import PlankError
from tallplank.session.arrange import Ghost
from tallplank.session.bench import BoundaryDrag
from tallplank.session.pick import bench_unit

REACH_PX, MOST_REACH = 8.0, 14.0
"""How near a relation catches a dragged boundary: in pixels, and at most in millimetres."""


class BoundaryTool(PickTool):
    """A press picks what lies there; a drag from a boundary moves it."""

    def __init__(self, canvas: Canvas) -> None:
        super().__init__(canvas)
        self._grasped: Handle | None = None
        self._from: QPointF | None = None
        self._drag: BoundaryDrag | None = None
        self.ghost: Ghost | None = None

    def press(self, at: QPointF, *, adding: bool) -> bool:
        super().press(at, adding=adding)
        self._grasped, self._from = self.handle_at(at), at
        return True

    def move(self, at: QPointF, *, first: bool) -> None:
        unit = bench_unit(self.store)
        if self._grasped is None or self._from is None or unit is None:
            return
        if first or self._drag is None:
            self._drag = BoundaryDrag(self.store, unit, self._grasped)
        a, b = self.canvas.view.inside(self._from), self.canvas.view.inside(at)
        by = b[0] - a[0] if self._grasped.axis == "x" else b[1] - a[1]
        try:
            self.ghost = Ghost((), self._drag.move(by, min(REACH_PX / self.canvas.view.scale, MOST_REACH)))
        except PlankError as problem:
            self.store.say(str(problem))

    def release(self, at: QPointF, *, moved: bool) -> None:
        self._drag = self._from = self.ghost = None

    def cancel(self) -> None:
        if self._drag is not None:
            self._drag.cancel()
        self._drag = self._from = self.ghost = None

    def handle_at(self, at: QPointF) -> Handle | None:
        """The boundary under a point of the widget; the innermost where several lie there."""
        x, y = self.canvas.view.inside(at)
        handles = self.canvas.drawing.handles if self.canvas.drawing is not None else ()
        found = [h for h in handles if h.low[0] <= x <= h.high[0] and h.low[1] <= y <= h.high[1]]
        return max(found, key=lambda h: len(h.path), default=None)

    def hint(self, at: QPointF) -> Hint | None:
        handle = self.handle_at(at)
        if handle is None:
            return super().hint(at)
        return Hint(Qt.CursorShape.SplitHCursor if handle.axis == "x" else Qt.CursorShape.SplitVCursor, "Drag the boundary")

    def paint(self, painter: QPainter) -> None:
        if self.ghost is not None:
            paint_ghost(self.canvas, painter, self.ghost)
