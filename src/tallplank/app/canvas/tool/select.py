"""Selecting units and openings, by clicks and by a frame drawn round them, and sliding them."""

from PyQt6.QtCore import QPointF, QRectF, Qt
from PyQt6.QtGui import QKeyEvent, QPainter, QPen, QPolygonF

from tallplank.app.canvas.tool.tool import Canvas, Hint, Tool, paint_ghost
from tallplank.app.look.theme import colour
from tallplank.core.draw.primitive import Subject
from tallplank.core.error import PlankError
from tallplank.session.arrange import Arranger, Ghost
from tallplank.session.group import held, open_at
from tallplank.session.pick import open_on_bench

WAYS: dict[int, tuple[float, float]] = {
    Qt.Key.Key_Left: (-1.0, 0.0),
    Qt.Key.Key_Right: (1.0, 0.0),
    Qt.Key.Key_Up: (0.0, 1.0),
    Qt.Key.Key_Down: (0.0, -1.0),
}
"""Which way arrow keys move what is selected."""


class SelectTool(Tool):
    """The tool for drawings of rooms."""

    def __init__(self, canvas: Canvas, arranger: Arranger) -> None:
        super().__init__(canvas)
        self._arranger = arranger
        self._from: QPointF | None = None
        self._held: str | None = None
        self._frame: QRectF | None = None
        self.ghost: Ghost | None = None

    def press(self, at: QPointF, *, adding: bool) -> bool:
        owner = self.canvas.unit_at(at)
        self._from, self._held = at, held(self.store, owner) if isinstance(owner, str) else None
        if adding:
            if self._held:
                self.store.toggle(self._held)
        elif self._held not in self.store.state.selected:
            self.store.select([self._held] if self._held else [])
        return True

    def move(self, at: QPointF, *, first: bool) -> None:
        if self._from is None:
            return
        if self._held is None:
            self._frame = QRectF(self._from, at).normalized()
            return
        start, end = self.canvas.view.inside(self._from), self.canvas.view.inside(at)
        try:
            self.ghost = self._arranger.slide(self._held, start, end, self.canvas.reach(), first=first)
        except PlankError as problem:
            self.store.say(str(problem))

    def release(self, at: QPointF, *, moved: bool) -> None:
        if self._frame is not None and moved:
            self._select_inside(self._frame)
        self._arranger.end()
        self._over()

    def cancel(self) -> None:
        self._arranger.cancel()
        self._over()

    def _over(self) -> None:
        self._from = self._frame = self.ghost = self._held = None

    def _select_inside(self, frame: QRectF) -> None:
        around = QPolygonF(frame)
        chosen = [t.owner for t in self.canvas.targets if around.intersects(QPolygonF([self.canvas.view.out(p) for p in t.ring]))]
        self.store.select(dict.fromkeys(held(self.store, owner) for owner in chosen if isinstance(owner, str)))

    def hint(self, at: QPointF) -> Hint | None:
        return Hint(Qt.CursorShape.PointingHandCursor) if self.canvas.unit_at(at) else None

    def double(self, at: QPointF) -> bool:
        owner = self.canvas.unit_at(at)
        if isinstance(owner, str) and not open_at(self.store, owner) and any(u.id == owner for u in self.store.job.units):
            open_on_bench(self.store, owner)
        return owner is not None

    def key(self, event: QKeyEvent) -> bool:
        way = WAYS.get(event.key())
        if way is None:
            return False
        step = self.store.job.display.step / (10.0 if event.modifiers() & Qt.KeyboardModifier.ShiftModifier else 1.0)
        try:
            return self._arranger.nudge(way[0] * step, way[1] * step)
        except PlankError as problem:
            self.store.say(str(problem))
            return True

    def back_out(self) -> bool:
        had = bool(self.store.state.selected)
        self.store.select([])
        return had

    def paint(self, painter: QPainter) -> None:
        if self._frame is not None:
            painter.setPen(QPen(colour(self.canvas.tokens.accent), 1.0, Qt.PenStyle.DashLine))
            painter.setBrush(colour(self.canvas.tokens.accent, 0.1))
            painter.drawRect(self._frame)
        if self.ghost is not None:
            paint_ghost(self.canvas, painter, self.ghost)


class PickTool(Tool):
    """Picks an opening or a part of the unit on the bench."""

    def press(self, at: QPointF, *, adding: bool) -> bool:
        owner: Subject | None = self.canvas.unit_at(at)
        self.store.pick(None if isinstance(owner, str) else owner)
        return True

    def hint(self, at: QPointF) -> Hint | None:
        return Hint(Qt.CursorShape.PointingHandCursor) if self.canvas.unit_at(at) else None

    def double(self, at: QPointF) -> bool:
        return self.canvas.unit_at(at) is not None

    def back_out(self) -> bool:
        had = self.store.state.pick is not None
        self.store.pick(None)
        return had
