"""A drawing on screen: pan, zoom about the cursor, pointing, typing over dimensions, placing and sliding units."""

from collections.abc import Callable
from dataclasses import dataclass

from PyQt6.QtCore import QPointF, QRectF, Qt
from PyQt6.QtGui import (
    QDragEnterEvent,
    QDragMoveEvent,
    QDropEvent,
    QKeyEvent,
    QMouseEvent,
    QPainter,
    QPaintEvent,
    QPen,
    QPolygonF,
    QResizeEvent,
    QWheelEvent,
)
from PyQt6.QtWidgets import QWidget

from tallplank.app.inline import InlineField
from tallplank.app.painter import DrawingPainter, View
from tallplank.app.theme import Tokens, colour, font
from tallplank.core.draw.dimension import DimensionText, SetOut, set_out
from tallplank.core.draw.primitive import Drawing, Subject
from tallplank.core.error import PlankError
from tallplank.core.job.measure import can_be_typed, has_sides
from tallplank.core.space.outline import holds
from tallplank.session.arrange import Arranger, Ghost
from tallplank.session.measure_edit import edit_measure
from tallplank.session.store import Store

TEXT_PX, SMALL_TEXT_PX, SMALL_PANE = 12.5, 11.0, 300
"""Height of dimension texts, and in panes that are not as high or wide as this."""
KIND_MIME = "application/x-tall-plank-kind"
SNAP_PX, MOST_SNAP = 12.0, 120.0
"""How near a relation catches: in pixels, and at most in millimetres."""
MOST_LIFTS = 1
_DRAG_FROM = 4.0


@dataclass(slots=True)
class Press:
    """What the mouse went down on."""

    at: QPointF
    unit: Subject | None
    panning: bool
    moved: bool = False


def _extent(drawing: Drawing | None) -> object:
    """What the fitting scale depends on, but for single widths: an edit of one must not make the drawing jump."""
    return (drawing.low, drawing.high, [c.side for c in drawing.chains]) if drawing else None


class DrawingCanvas(QWidget):
    """Shows the drawing that `draw` gives; `spot` turns a point of it into a face and a place along it."""

    def __init__(self, store: Store, tokens: Tokens, draw: Callable[[], Drawing | None], arranger: Arranger, *, textured: bool) -> None:
        super().__init__()
        self._store, self._draw, self._arranger = store, draw, arranger
        self.tokens = tokens
        self._painter = DrawingPainter(store.catalog, tokens, textured=textured)
        self._drawing: Drawing | None = None
        self._chains: tuple[float, SetOut] | None = None
        self._view = View(0.1, 0.0, 0.0)
        self._fitted = True
        self.empty_text = "There is no room yet. Add one in Survey."
        self._press: Press | None = None
        self._pointer: QPointF | None = None
        self._ghost: Ghost | None = None
        self.setMouseTracking(True)
        self.setAcceptDrops(True)
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setMinimumSize(120, 90)
        self._subscriptions = [
            store.subscribe(lambda s: (s.job, s.room, s.face), lambda _: self.refresh()),
            store.subscribe(lambda s: s.selected, lambda _: self.update()),
            store.subscribe(lambda s: s.placing, lambda _: self._drop_ghost()),
        ]

    def close_pane(self) -> None:
        """End the subscriptions."""
        for subscription in self._subscriptions:
            subscription.close()

    def restyle(self, tokens: Tokens, *, textured: bool) -> None:
        """Use another theme, or show looks or not."""
        self.tokens = tokens
        self._painter = DrawingPainter(self._store.catalog, tokens, textured=textured)
        self.update()

    def refresh(self) -> None:
        """Draw again from the job."""
        before, self._drawing = self._drawing, self._draw()
        self._chains = None
        if self._fitted and _extent(before) != _extent(self._drawing):
            self.fit()
        self.update()

    @property
    def drawing(self) -> Drawing | None:
        """What is shown now."""
        return self._drawing

    def fit(self) -> None:
        """Show the whole drawing with its dimensions."""
        self._fitted = True
        drawing = self._drawing
        if drawing is None or self.width() < 10 or self.height() < 10:
            return
        low_scale, high_scale = 0.002, 5.0
        for _ in range(14):
            scale = (low_scale * high_scale) ** 0.5
            low, high = self._bounds(drawing, scale)
            fits = (high[0] - low[0]) * scale <= self.width() - 16 and (high[1] - low[1]) * scale <= self.height() - 16
            low_scale, high_scale = (scale, high_scale) if fits else (low_scale, scale)
        scale = low_scale
        low, high = self._bounds(drawing, scale)
        x = (self.width() - (low[0] + high[0]) * scale) / 2
        y = (self.height() + (low[1] + high[1]) * scale) / 2
        self._view = View(scale, x, y)
        self.update()

    def _bounds(self, drawing: Drawing, scale: float) -> tuple[tuple[float, float], tuple[float, float]]:
        chains = set_out(drawing.chains, self._text_px / scale, self._show, MOST_LIFTS)
        if not chains.lines:
            return drawing.low, drawing.high
        low = (min(drawing.low[0], chains.low[0]), min(drawing.low[1], chains.low[1]))
        return low, (max(drawing.high[0], chains.high[0]), max(drawing.high[1], chains.high[1]))

    def zoom(self, factor: float, about: QPointF) -> None:
        """Scale about a point of the widget."""
        scale = min(max(self._view.scale * factor, 0.01), 20.0)
        factor = scale / self._view.scale
        x = about.x() - (about.x() - self._view.x) * factor
        y = about.y() - (about.y() - self._view.y) * factor
        self._view, self._fitted = View(scale, x, y), False
        self.update()

    def place_of(self, x: float, y: float) -> QPointF:
        """Where a point of the drawing lies on the widget."""
        return self._view.out((x, y))

    def dimensions(self) -> SetOut | None:
        """The dimension chains at the present scale."""
        if self._drawing is None:
            return None
        if self._chains is None or self._chains[0] != self._view.scale:
            self._chains = (self._view.scale, set_out(self._drawing.chains, self._text_px / self._view.scale, self._show, MOST_LIFTS))
        return self._chains[1]

    @property
    def _text_px(self) -> float:
        return SMALL_TEXT_PX if min(self.width(), self.height()) < SMALL_PANE else TEXT_PX

    def _show(self, length: float) -> str:
        return self._store.job.display.shown(length, suffix=False)

    # painting

    def paintEvent(self, event: QPaintEvent | None) -> None:
        painter = QPainter(self)
        painter.fillRect(self.rect(), colour(self.tokens.paper))
        if self._drawing is None:
            painter.setPen(colour(self.tokens.soft))
            painter.drawText(self.rect(), Qt.AlignmentFlag.AlignCenter, self.empty_text)
            return
        self._painter.paint(painter, self._drawing.shapes, self._view)
        if chains := self.dimensions():
            self._painter.paint_chains(painter, chains, self._view, self._text_px)
        self._paint_selection(painter)
        if self._press and self._press.moved and not self._press.panning and self._press.unit is None and self._pointer:
            painter.setPen(QPen(colour(self.tokens.accent), 1.0, Qt.PenStyle.DashLine))
            painter.setBrush(colour(self.tokens.accent, 0.1))
            painter.drawRect(QRectF(self._press.at, self._pointer).normalized())
        if self._ghost is not None:
            self._paint_ghost(painter, self._ghost)

    def _paint_selection(self, painter: QPainter) -> None:
        chosen = self.chosen()
        painter.setBrush(colour(self.tokens.accent, 0.1))
        painter.setPen(QPen(colour(self.tokens.accent), 2.4))
        for target in self._drawing.targets if self._drawing else ():
            if target.owner in chosen:
                corners = [self._view.out(p) for p in target.ring]
                painter.drawPolygon(QPolygonF(corners))
                for corner in corners:
                    painter.fillRect(QRectF(corner.x() - 3, corner.y() - 3, 6, 6), colour(self.tokens.accent))

    def _paint_ghost(self, painter: QPainter, ghost: Ghost) -> None:
        painter.setPen(QPen(colour(self.tokens.accent), 1.6, Qt.PenStyle.DashLine))
        painter.setBrush(colour(self.tokens.accent, 0.16))
        painter.drawPolygon(QPolygonF([self._view.out(p) for p in ghost.ring]))
        if not ghost.relation or self._pointer is None:
            return
        painter.setFont(font(12, bold=True))
        metrics = painter.fontMetrics()
        box = QRectF(self._pointer.x() + 14, self._pointer.y() - 30, metrics.horizontalAdvance(ghost.relation) + 14, 22)
        box.moveRight(min(box.right(), self.width() - 4.0))
        box.moveTop(max(box.top(), 4.0))
        painter.setPen(Qt.PenStyle.NoPen)
        painter.setBrush(colour(self.tokens.accent))
        painter.drawRoundedRect(box, 3, 3)
        painter.setPen(colour(self.tokens.on_accent))
        painter.drawText(box, Qt.AlignmentFlag.AlignCenter, ghost.relation)

    # pointing

    def unit_at(self, place: QPointF) -> Subject | None:
        """The topmost unit or opening under a point of the widget."""
        x, y = self._view.inside(place)
        found = None
        for target in self._drawing.targets if self._drawing else ():
            if holds(target.ring, (x, y)):
                found = target.owner
        return found

    def dimension_at(self, place: QPointF) -> DimensionText | None:
        """The dimension's text under a point of the widget."""
        x, y = self._view.inside(place)
        slack = 4 / self._view.scale
        for text in chains.texts if (chains := self.dimensions()) else ():
            if text.holds(x, y, slack):
                return text
        return None

    def mousePressEvent(self, event: QMouseEvent | None) -> None:
        if event is None:
            return
        place = event.position()
        self.setFocus()
        if event.button() in (Qt.MouseButton.MiddleButton, Qt.MouseButton.RightButton):
            self._press = Press(place, None, panning=True)
            return
        if self._store.state.placing:
            self._place(place)
            return
        text = self.dimension_at(place)
        if text is not None and can_be_typed(text.measure):
            self.type_over(text)
            return
        unit = self.unit_at(place)
        self.choose(unit, adding=bool(event.modifiers() & (Qt.KeyboardModifier.ControlModifier | Qt.KeyboardModifier.ShiftModifier)))
        self._press = Press(place, unit, panning=False)

    def chosen(self) -> frozenset[Subject]:
        """The owners of the targets that are marked."""
        return frozenset(self._store.state.selected)

    def choose(self, owner: Subject | None, *, adding: bool) -> None:
        """Take what was pointed at into the selection."""
        if not isinstance(owner, str):
            owner = None
        if adding:
            if owner:
                self._store.toggle(owner)
        elif owner not in self._store.state.selected:
            self._store.select([owner] if owner else [])

    def mouseMoveEvent(self, event: QMouseEvent | None) -> None:
        if event is None:
            return
        before, self._pointer = self._pointer, event.position()
        press = self._press
        if self._store.state.placing:
            self._show_ghost(self._store.state.placing)
        if press is None:
            self.show_cursor(event.position())
            return
        if press.panning and before is not None:
            self._view = View(
                self._view.scale, self._view.x + self._pointer.x() - before.x(), self._view.y + self._pointer.y() - before.y()
            )
            self._fitted = False
        elif (self._pointer - press.at).manhattanLength() > _DRAG_FROM or press.moved:
            first = not press.moved
            press.moved = True
            if press.unit is not None:
                self.slide(press, first=first)
        self.update()

    def mouseReleaseEvent(self, event: QMouseEvent | None) -> None:
        press, self._press = self._press, None
        if press is None or event is None:
            return
        if press.moved and press.unit is None and not press.panning:
            self._select_inside(QRectF(press.at, event.position()).normalized())
        self._arranger.end()
        self._ghost = None
        self.update()

    def wheelEvent(self, event: QWheelEvent | None) -> None:
        if event is not None:
            self.zoom(1.0015 ** event.angleDelta().y(), event.position())

    def mouseDoubleClickEvent(self, event: QMouseEvent | None) -> None:
        if event is None or self.dimension_at(event.position()) is not None:
            return
        owner = self.unit_at(event.position())
        if owner is None:
            self.fit()
        elif any(u.id == owner for u in self._store.job.units):
            self._store.open_on_bench(owner)

    def leaveEvent(self, event: object) -> None:
        self._pointer = None
        self._drop_ghost()

    def resizeEvent(self, event: QResizeEvent | None) -> None:
        self._chains = None
        if self._fitted:
            self.fit()

    def keyPressEvent(self, event: QKeyEvent | None) -> None:
        if event is None:
            return
        steps = {Qt.Key.Key_Left: -1.0, Qt.Key.Key_Right: 1.0}
        if event.key() == Qt.Key.Key_Escape:
            self._back_out()
        elif event.key() in steps and self._store.selected_units():
            big = 10.0 if not event.modifiers() & Qt.KeyboardModifier.ShiftModifier else 1.0
            self._arranger.nudge(steps[event.key()] * big)
        else:
            super().keyPressEvent(event)

    def _back_out(self) -> None:
        if self._store.state.placing:
            self._store.place_next("")
        elif self._press is not None and self._press.moved:
            self.cancel_slide()
            self._press = None
            self._ghost = None
        else:
            self.back_out()
        self.update()

    def cancel_slide(self) -> None:
        """Put back what is being dragged."""
        self._arranger.cancel()

    def back_out(self) -> None:
        """Esc with nothing else to leave: let go of the selection."""
        self._store.select([])

    def show_cursor(self, place: QPointF) -> None:
        """Let the cursor say what a press would do."""
        text = self.dimension_at(place)
        if text is not None and can_be_typed(text.measure):
            self.setCursor(Qt.CursorShape.IBeamCursor)
            self.setToolTip("Click to type another size")
        else:
            self.setCursor(Qt.CursorShape.PointingHandCursor if self.unit_at(place) else Qt.CursorShape.ArrowCursor)
            self.setToolTip("")

    def _select_inside(self, rect: QRectF) -> None:
        chosen = [
            t.owner
            for t in (self._drawing.targets if self._drawing else ())
            if QPolygonF(rect).intersects(QPolygonF([self._view.out(p) for p in t.ring]))
        ]
        self._store.select(chosen)

    # typing, placing, sliding

    def type_over(self, text: DimensionText) -> InlineField:
        """Open a field over a dimension."""

        def apply(typed: str, anchor: str) -> None:
            edit_measure(self._store, text.measure, typed, anchor)  # type: ignore[arg-type]

        field = InlineField(self, text.text, apply, sided=has_sides(text.measure))
        field.open_at(self._view.out(text.centre).toPoint())
        return field

    def _reach(self) -> float:
        return min(SNAP_PX / self._view.scale, MOST_SNAP)

    def _show_ghost(self, kind: str) -> None:
        if self._pointer is not None:
            self._ghost = self._arranger.ghost(kind, self._view.inside(self._pointer), self._reach())
            self.update()

    def _drop_ghost(self) -> None:
        self._ghost = None
        self.update()

    def _place(self, place: QPointF, kind: str | None = None) -> None:
        self._pointer = place
        try:
            self._arranger.place(kind or self._store.state.placing, self._view.inside(place), self._reach())
        except PlankError as problem:
            self._store.say(str(problem))
        self._drop_ghost()

    def slide(self, press: Press, *, first: bool) -> None:
        """Drag what the mouse went down on."""
        if self._pointer is None or not isinstance(press.unit, str):
            return
        try:
            self._ghost = self._arranger.slide(
                press.unit, self._view.inside(press.at), self._view.inside(self._pointer), self._reach(), first=first
            )
        except PlankError as problem:
            self._store.say(str(problem))

    def dragEnterEvent(self, event: QDragEnterEvent | None) -> None:
        data = event.mimeData() if event else None
        if event is not None and data is not None and data.hasFormat(KIND_MIME):
            event.acceptProposedAction()

    def dragMoveEvent(self, event: QDragMoveEvent | None) -> None:
        data = event.mimeData() if event else None
        if event is None or data is None:
            return
        self._pointer = event.position()
        self._show_ghost(bytes(data.data(KIND_MIME).data()).decode())
        event.acceptProposedAction()

    def dragLeaveEvent(self, event: object) -> None:
        self._drop_ghost()

    def dropEvent(self, event: QDropEvent | None) -> None:
        data = event.mimeData() if event else None
        if event is not None and data is not None:
            self._place(event.position(), bytes(data.data(KIND_MIME).data()).decode())
            event.acceptProposedAction()
