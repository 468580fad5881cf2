"""Picking regions of paneled walls on the elevation and dragging the boundaries between them, at the Walls stage."""

from PyQt6.QtCore import QPointF, Qt
from PyQt6.QtGui import QPainter

from tallplank.app.canvas.tool.select import PickTool
from tallplank.app.canvas.tool.tool import Canvas, Hint, paint_ghost
from tallplank.core.error import PlankError
from tallplank.core.job.measure import OfRegion
from tallplank.core.space.outline import Point
from tallplank.session.arrange import Ghost
from tallplank.session.paneling_drag import Boundary, RegionDrag, boundary_at

REACH_PX, SNAP_PX = 5.0, 8.0
"""How near a boundary is taken hold of, and how near a relation holds it."""


class RegionTool(PickTool):
    """A press picks the region under it; a drag from a boundary moves that. Only at the Walls stage."""

    def __init__(self, canvas: Canvas) -> None:
        super().__init__(canvas)
        self._grasped: Boundary | None = None
        self._from: Point = (0.0, 0.0)
        self._drag: RegionDrag | None = None
        self.ghost: Ghost | None = None

    @property
    def _on(self) -> bool:
        return self.store.state.stage == "walls"

    def press(self, at: QPointF, *, adding: bool) -> bool:
        if not self._on:
            return False
        self._grasped, self._from = self._boundary(at), self.canvas.view.inside(at)
        if self._grasped is None:
            owner = self.canvas.unit_at(at)
            self._pick(owner if isinstance(owner, OfRegion) else None)
        return True

    def move(self, at: QPointF, *, first: bool) -> None:
        if self._grasped is None:
            return
        if first or self._drag is None:
            self._drag = RegionDrag(self.store, self._grasped)
        a, b = self._from, self.canvas.view.inside(at)
        try:
            self.ghost = Ghost((), self._drag.move((b[0] - a[0], b[1] - a[1]), SNAP_PX / self.canvas.view.scale))
        except PlankError as problem:
            self.store.say(str(problem))

    def release(self, at: QPointF, *, moved: bool) -> None:
        self._drag = self._grasped = self.ghost = None

    def cancel(self) -> None:
        if self._drag is not None:
            self._drag.cancel()
        self._drag = self._grasped = self.ghost = None

    def hint(self, at: QPointF) -> Hint | None:
        if not self._on:
            return None
        boundary = self._boundary(at)
        if boundary is None:
            return super().hint(at)
        shape = Qt.CursorShape.SplitHCursor if boundary.across else Qt.CursorShape.SplitVCursor
        return Hint(shape, "Drag the boundary")

    def double(self, at: QPointF) -> bool:
        return self._on and super().double(at)

    def back_out(self) -> bool:
        """Esc leaves the region first; with none picked it is for what is selected."""
        return self._on and isinstance(self.store.state.pick, OfRegion) and super().back_out()

    def _pick(self, region: OfRegion | None) -> None:
        if region is None:
            self.store.select([])
        self.store.pick(region)

    def paint(self, painter: QPainter) -> None:
        if self.ghost is not None:
            paint_ghost(self.canvas, painter, self.ghost)

    def _boundary(self, at: QPointF) -> Boundary | None:
        return boundary_at(self.store, self.canvas.view.inside(at), REACH_PX / self.canvas.view.scale)
