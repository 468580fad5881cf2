"""The stage rail: one tall plank with the stages cut into it."""

from PyQt6.QtCore import QRectF, QSize, Qt
from PyQt6.QtGui import QFocusEvent, QKeyEvent, QLinearGradient, QMouseEvent, QPainter, QPaintEvent, QPen, QTransform
from PyQt6.QtWidgets import QWidget

from tallplank.app.look.painter import look_pixmap
from tallplank.app.look.sign import stage_picture
from tallplank.app.look.theme import Tokens, colour, font
from tallplank.app.stage import STAGES
from tallplank.core.catalog.look import Look
from tallplank.session.state import Stage
from tallplank.session.store import Store

WIDTH, STEP, TOP = 84, 86, 14
ORDER: tuple[Stage, ...] = tuple(STAGES)


class StageRail(QWidget):
    """Click a stage, or walk with the arrow keys."""

    def __init__(self, store: Store, tokens: Tokens) -> None:
        super().__init__()
        self._store = store
        self._hover: int | None = None
        self.setFixedWidth(WIDTH)
        self.setMouseTracking(True)
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setAccessibleName("Stages")
        self.restyle(tokens)
        self._subscription = store.subscribe(lambda s: s.stage, lambda _: self.update())

    def close_pane(self) -> None:
        """End the subscription."""
        self._subscription.close()

    def restyle(self, tokens: Tokens) -> None:
        """Use another theme."""
        self._tokens = tokens
        self._wood = Look(id="rail", name="rail", kind="wood", colour=tokens.wood, second=tokens.wood_dark, seed=42)
        self.update()

    def stage_at(self, y: float) -> int | None:
        """The stage at a height, by its number."""
        index = int((y - TOP) // STEP)
        return index if 0 <= index < len(STAGES) and y >= TOP else None

    def sizeHint(self) -> QSize:
        return QSize(WIDTH, TOP * 2 + STEP * len(STAGES))

    def paintEvent(self, event: QPaintEvent | None) -> None:
        t, painter = self._tokens, QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        board = QRectF(0, 0, self.width(), self.height())
        painter.fillRect(board, colour(t.wood))
        painter.save()
        painter.setOpacity(0.62)
        painter.setTransform(QTransform().rotate(90).scale(1.9, 0.62))
        painter.drawTiledPixmap(0, -140, 1024, 512, look_pixmap(self._wood))
        painter.restore()
        shade = QLinearGradient(0, 0, self.width(), 0)
        shade.setColorAt(0.0, colour("#000000", 0.0))
        shade.setColorAt(0.92, colour("#000000", 0.0))
        shade.setColorAt(1.0, colour("#000000", 0.16))
        painter.fillRect(board, shade)
        for i, stage in enumerate(STAGES):
            self._paint_stage(painter, i, stage)
        painter.setPen(QPen(colour(t.wood_dark), 1.0))
        painter.drawLine(self.width() - 1, 0, self.width() - 1, self.height())

    def _paint_stage(self, painter: QPainter, index: int, stage: Stage) -> None:
        t = self._tokens
        active = stage == self._store.state.stage
        field = QRectF(7, TOP + index * STEP, WIDTH - 14, STEP - 8)
        if active:
            painter.setPen(Qt.PenStyle.NoPen)
            painter.setBrush(colour(t.panel))
            painter.drawRoundedRect(QRectF(7, field.top(), WIDTH, field.height()), 4, 4)
            painter.setBrush(colour(t.accent))
            painter.drawRoundedRect(QRectF(7, field.top(), 4, field.height()), 2, 2)
        elif self._hover == index:
            painter.setPen(Qt.PenStyle.NoPen)
            painter.setBrush(colour(t.panel, 0.35))
            painter.drawRoundedRect(field, 4, 4)
        if active and self.hasFocus():
            painter.setPen(QPen(colour(t.accent), 2.0))
            painter.setBrush(Qt.BrushStyle.NoBrush)
            painter.drawRoundedRect(field.adjusted(1, 1, -1, -1), 4, 4)
        ink = t.ink if active else t.on_wood
        painter.drawPixmap(round(field.center().x() - 14), round(field.top() + 11), stage_picture(stage, 28, ink))
        painter.setPen(colour(ink))
        painter.setFont(font(13, bold=True))
        painter.drawText(QRectF(0, field.top() + 44, WIDTH, 22), Qt.AlignmentFlag.AlignCenter, STAGES[stage].name)

    def mouseMoveEvent(self, event: QMouseEvent | None) -> None:
        if event is not None:
            self._hover = self.stage_at(event.position().y())
            self.setCursor(Qt.CursorShape.PointingHandCursor if self._hover is not None else Qt.CursorShape.ArrowCursor)
            self.setToolTip(f"{STAGES[ORDER[self._hover]].name} (Ctrl+{self._hover + 1})" if self._hover is not None else "")
            self.update()

    def leaveEvent(self, event: object) -> None:
        self._hover = None
        self.update()

    def mousePressEvent(self, event: QMouseEvent | None) -> None:
        if event is not None and (index := self.stage_at(event.position().y())) is not None:
            self._store.go(ORDER[index])

    def keyPressEvent(self, event: QKeyEvent | None) -> None:
        steps = {Qt.Key.Key_Up: -1, Qt.Key.Key_Down: 1}
        if event is not None and event.key() in steps:
            index = ORDER.index(self._store.state.stage) + steps[Qt.Key(event.key())]
            self._store.go(ORDER[min(max(index, 0), len(ORDER) - 1)])
        else:
            super().keyPressEvent(event)

    def focusInEvent(self, event: QFocusEvent | None) -> None:
        super().focusInEvent(event)
        self.update()
