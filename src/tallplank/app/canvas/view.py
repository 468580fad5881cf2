"""A drawing on screen: pan, zoom about the cursor, pointing; what a press does is up to the tools that it is given."""

from collections.abc import Callable, Sequence
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
    QPixmap,
    QPolygonF,
    QResizeEvent,
    QWheelEvent,
)
from PyQt6.QtWidgets import QWidget

from tallplank.app.canvas.fit import fitted
from tallplank.app.canvas.hint import paint_hint
from tallplank.app.canvas.inline import InlineField
from tallplank.app.canvas.picture import KeptPicture
from tallplank.app.canvas.tool.dimension import DimensionTool
from tallplank.app.canvas.tool.tool import Tool
from tallplank.app.look.label import set_tip
from tallplank.app.look.painter import DrawingPainter, View
from tallplank.app.look.theme import Tokens, colour
from tallplank.core.draw.dimension import DimensionText, SetOut, set_out
from tallplank.core.draw.primitive import Drawing, Subject, Target
from tallplank.core.space.outline import Point, holds
from tallplank.session.arrange import Ghost
from tallplank.session.store import Store, Subscription

TEXT_PX, SMALL_TEXT_PX, SMALL_PANE = 12.5, 11.0, 300
"""Height of dimension texts, and in panes that are not as high or wide as this."""
KIND_MIME = "application/x-tall-plank-kind"
SNAP_PX, MOST_SNAP = 12.0, 120.0
"""How near a relation catches: in pixels, and at most in millimetres."""
MOST_LIFTS = 1
DRAG_FROM = 4.0
"""Pixels that the mouse comes from where it went down before it drags."""


@dataclass(slots=True)
class _Press:
    """The mouse is down: where it went down, and the tool that has it, or none while the drawing is panned."""

    at: QPointF
    tool: Tool | None
    moved: bool = False


def _extent(drawing: Drawing | None) -> object:
    """What the fitting scale depends on, but for single widths: an edit of one must not make the drawing jump."""
    return (drawing.low, drawing.high, [c.side for c in drawing.chains]) if drawing else None


MOST_MARKED = 12
"""What has more corners than this is curved: they are not marked."""


class DrawingCanvas(QWidget):
    """Shows the drawing that `draw` gives. Tools are asked in their order; a figure that can be typed over comes first."""

    def __init__(self, store: Store, tokens: Tokens, draw: Callable[[], Drawing | None], *, textured: bool) -> None:
        super().__init__()
        self.store, self._draw = store, draw
        self.tokens = tokens
        self._painter = DrawingPainter(store.catalog, tokens, textured=textured)
        self._drawing: Drawing | None = None
        self._chains: tuple[float, SetOut] | None = None
        self._picture = KeptPicture()
        self._view = View(0.1, 0.0, 0.0)
        self._fitted, self._to_fit = True, False
        self.empty_text = "There is no room yet. Add one in Survey."
        self.hint: Callable[[], str] = lambda: ""
        """What the drawing says in its middle while there is nothing on it."""
        self._dimensions = DimensionTool(self)
        self._tools: tuple[Tool, ...] = (self._dimensions,)
        self._press: _Press | None = None
        self.pointer: QPointF | None = None
        """Where the mouse is over the drawing."""
        self.setMouseTracking(True)
        self.setAcceptDrops(True)
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setMinimumSize(120, 90)
        self._subscriptions = [
            store.subscribe(lambda s: (s.job, s.room, s.face, s.hidden), lambda _: self.refresh()),
            store.subscribe(lambda s: s.selected, lambda _: self.update()),
            store.subscribe(lambda s: s.placing, lambda _: self._leave_tools()),
        ]

    def work_with(self, first: Sequence[Tool], after: Sequence[Tool] = ()) -> None:
        """Exchange the tools: those before the dimensions, and those after them."""
        self._tools = (*first, self._dimensions, *after)

    def closes_with(self, subscription: Subscription) -> None:
        """End a subscription of a field beside it together with its own."""
        self._subscriptions.append(subscription)

    def close_pane(self) -> None:
        """End the subscriptions."""
        for subscription in self._subscriptions:
            subscription.close()

    def restyle(self, tokens: Tokens, *, textured: bool) -> None:
        """Use another theme, or show looks or not."""
        self.tokens = tokens
        self._painter = DrawingPainter(self.store.catalog, tokens, textured=textured)
        self.update()

    def refresh(self) -> None:
        """Draw again from the job."""
        before, self._drawing = self._drawing, self._draw()
        self._chains = None
        if self._fitted and self._press is None and _extent(before) != _extent(self._drawing):
            self.fit()
        self.update()

    @property
    def drawing(self) -> Drawing | None:
        """What is shown now."""
        return self._drawing

    @property
    def targets(self) -> tuple[Target, ...]:
        """What can be pointed at."""
        return self._drawing.targets if self._drawing is not None else ()

    @property
    def ghost(self) -> Ghost | None:
        """Where a tool shows that something would land."""
        return next((ghost for tool in self._tools if (ghost := getattr(tool, "ghost", None)) is not None), None)

    def widget(self) -> QWidget:
        """Where tools open their fields."""
        return self

    # where things are

    def place_of(self, x: float, y: float) -> QPointF:
        """Where a point of the drawing lies on the widget."""
        return self.view.out((x, y))

    def reach(self) -> float:
        """How near a relation catches, in millimetres."""
        return min(SNAP_PX / self.view.scale, MOST_SNAP)

    @property
    def view(self) -> View:
        """How the drawing lies on the widget; it is fitted when somebody asks, however often its size changed before."""
        if self._to_fit:
            self._to_fit = False
            self._fit_now()
        return self._view

    @view.setter
    def view(self, view: View) -> None:
        self._view, self._to_fit = view, False

    def fit(self) -> None:
        """Show the whole drawing with its dimensions."""
        self._fitted = self._to_fit = True
        self.update()

    def _fit_now(self) -> None:
        drawing = self._drawing
        if drawing is not None and self.width() >= 10 and self.height() >= 10:
            self._view = fitted(lambda scale: self._bounds(drawing, scale), self.width(), self.height())

    def _bounds(self, drawing: Drawing, scale: float) -> tuple[Point, Point]:
        chains = set_out(drawing.chains, self._text_px / scale, self._show, MOST_LIFTS)
        if not chains.lines:
            return drawing.low, drawing.high
        low = (min(drawing.low[0], chains.low[0]), min(drawing.low[1], chains.low[1]))
        return low, (max(drawing.high[0], chains.high[0]), max(drawing.high[1], chains.high[1]))

    def zoom(self, factor: float, about: QPointF) -> None:
        """Scale about a point of the widget."""
        scale = min(max(self.view.scale * factor, 0.01), 20.0)
        factor = scale / self.view.scale
        x = about.x() - (about.x() - self.view.x) * factor
        y = about.y() - (about.y() - self.view.y) * factor
        self.view, self._fitted = View(scale, x, y), False
        self.update()

    def _pan(self, by: QPointF) -> None:
        self.view, self._fitted = View(self.view.scale, self.view.x + by.x(), self.view.y + by.y()), False

    def dimensions(self) -> SetOut | None:
        """The dimension chains at the present scale."""
        if self._drawing is None:
            return None
        if self._chains is None or self._chains[0] != self.view.scale:
            self._chains = (self.view.scale, set_out(self._drawing.chains, self._text_px / self.view.scale, self._show, MOST_LIFTS))
        return self._chains[1]

    @property
    def _text_px(self) -> float:
        return SMALL_TEXT_PX if min(self.width(), self.height()) < SMALL_PANE else TEXT_PX

    def _show(self, length: float) -> str:
        return self.store.job.display.shown(length, suffix=False)

    # painting

    def paintEvent(self, event: QPaintEvent | None) -> None:
        painter = QPainter(self)
        if self._drawing is None:
            painter.fillRect(self.rect(), colour(self.tokens.paper))
            painter.setPen(colour(self.tokens.soft))
            painter.drawText(self.rect(), Qt.AlignmentFlag.AlignCenter, self.empty_text)
            return
        painter.drawPixmap(0, 0, self._painted(self._drawing))
        painter.setRenderHint(QPainter.RenderHint.Antialiasing, True)
        self._paint_selection(painter)
        for tool in self._tools:
            tool.paint(painter)
        if hint := self.hint():
            paint_hint(painter, hint, self._drawing, self.view, self.rect(), self.tokens)

    def _painted(self, drawing: Drawing) -> QPixmap:
        """The drawing with its dimensions."""

        def paint(painter: QPainter) -> None:
            self._painter.paint(painter, drawing.shapes, self.view)
            if chains := self.dimensions():
                self._painter.paint_chains(painter, chains, self.view, self._text_px)

        return self._picture.of(self, (drawing, self.view, self._painter), colour(self.tokens.paper), paint)

    def _paint_selection(self, painter: QPainter) -> None:
        chosen = self.chosen()
        painter.setBrush(colour(self.tokens.accent, 0.1))
        painter.setPen(QPen(colour(self.tokens.accent), 2.4))
        for target in self.targets:
            if target.owner in chosen:
                corners = [self.view.out(p) for p in target.ring]
                painter.drawPolygon(QPolygonF(corners))
                for corner in corners if len(corners) <= MOST_MARKED else ():
                    painter.fillRect(QRectF(corner.x() - 3, corner.y() - 3, 6, 6), colour(self.tokens.accent))

    def chosen(self) -> frozenset[Subject]:
        """The owners of the targets that are marked."""
        return frozenset(self.store.state.selected)

    # pointing

    def unit_at(self, place: QPointF) -> Subject | None:
        """The topmost unit or opening under a point of the widget."""
        x, y = self.view.inside(place)
        found = None
        for target in self.targets:
            if holds(target.ring, (x, y)):
                found = target.owner
        return found

    def dimension_at(self, place: QPointF) -> DimensionText | None:
        """The dimension's text under a point of the widget."""
        x, y = self.view.inside(place)
        slack = 4 / self.view.scale
        chains = self.dimensions()
        return next((text for text in chains.texts if text.holds(x, y, slack)), None) if chains is not None else None

    def type_over(self, text: DimensionText) -> InlineField:
        """Open a field over a dimension."""
        return self._dimensions.type_over(text)

    # the mouse

    def mousePressEvent(self, event: QMouseEvent | None) -> None:
        if event is None:
            return
        at = event.position()
        self.setFocus()
        if event.button() in (Qt.MouseButton.MiddleButton, Qt.MouseButton.RightButton):
            self._press = _Press(at, None)
            return
        self.pointer = at
        adding = bool(event.modifiers() & (Qt.KeyboardModifier.ControlModifier | Qt.KeyboardModifier.ShiftModifier))
        taken = next((tool for tool in self._tools if tool.press(at, adding=adding)), None)
        self._press = _Press(at, taken) if taken is not None else None

    def mouseMoveEvent(self, event: QMouseEvent | None) -> None:
        if event is None:
            return
        before, self.pointer = self.pointer, event.position()
        press = self._press
        if press is None:
            for tool in self._tools:
                tool.hover(self.pointer)
            self.show_cursor(self.pointer)
            return
        if press.tool is None:
            press.moved = press.moved or (self.pointer - press.at).manhattanLength() > DRAG_FROM
            self._pan(self.pointer - (before if before is not None else press.at))
        elif press.moved or (self.pointer - press.at).manhattanLength() > DRAG_FROM:
            first, press.moved = not press.moved, True
            press.tool.move(self.pointer, first=first)
        self.update()

    def mouseReleaseEvent(self, event: QMouseEvent | None) -> None:
        press, self._press = self._press, None
        if press is None or event is None:
            return
        if press.tool is None:
            if event.button() == Qt.MouseButton.RightButton and not press.moved:
                self._dimensions.offer(event.position())
        else:
            press.tool.release(event.position(), moved=press.moved)
            if press.moved and self._fitted:
                self.fit()
        self.update()

    def wheelEvent(self, event: QWheelEvent | None) -> None:
        if event is not None:
            self.zoom(1.0015 ** event.angleDelta().y(), event.position())

    def mouseDoubleClickEvent(self, event: QMouseEvent | None) -> None:
        if event is not None and not any(tool.double(event.position()) for tool in reversed(self._ordered())):
            self.fit()

    def _ordered(self) -> tuple[Tool, ...]:
        """The tools with the dimensions last, which have the first word on a double click."""
        return (*(t for t in self._tools if t is not self._dimensions), self._dimensions)

    def leaveEvent(self, event: object) -> None:
        self.pointer = None
        self._leave_tools()

    def _leave_tools(self) -> None:
        for tool in self._tools:
            tool.leave()
        self.update()

    def resizeEvent(self, event: QResizeEvent | None) -> None:
        self._chains = None
        if self._fitted:
            self.fit()

    def show_cursor(self, place: QPointF) -> None:
        """Let the cursor say what a press would do."""
        hint = next((h for tool in self._tools if (h := tool.hint(place)) is not None), None)
        self.setCursor(hint.shape if hint is not None else Qt.CursorShape.ArrowCursor)
        set_tip(self, hint.tip if hint is not None else "")

    # keys, and what is dragged in

    def keyPressEvent(self, event: QKeyEvent | None) -> None:
        if event is None:
            return
        if event.key() == Qt.Key.Key_Escape:
            self._back_out()
        elif not any(tool.key(event) for tool in self._tools):
            super().keyPressEvent(event)

    def _back_out(self) -> None:
        press = self._press
        if press is not None and press.tool is not None and press.moved:
            press.tool.cancel()
            self._press = None
        else:
            any(tool.back_out() for tool in self._tools)
        self.update()

    def dragEnterEvent(self, event: QDragEnterEvent | None) -> None:
        data = event.mimeData() if event else None
        if event is not None and data is not None and data.hasFormat(KIND_MIME):
            event.acceptProposedAction()

    def dragMoveEvent(self, event: QDragMoveEvent | None) -> None:
        data = event.mimeData() if event else None
        if event is None or data is None:
            return
        self.pointer = event.position()
        kind = bytes(data.data(KIND_MIME).data()).decode()
        if any(tool.carry(kind, self.pointer) for tool in self._tools):
            event.acceptProposedAction()

    def dragLeaveEvent(self, event: object) -> None:
        self._leave_tools()

    def dropEvent(self, event: QDropEvent | None) -> None:
        data = event.mimeData() if event else None
        if event is not None and data is not None:
            kind = bytes(data.data(KIND_MIME).data()).decode()
            for tool in self._tools:
                tool.drop(kind, event.position())
            event.acceptProposedAction()
