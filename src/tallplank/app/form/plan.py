"""A room out of a DXF plan: choose layer and unit, pick the outline."""

from collections.abc import Callable
from pathlib import Path

from PyQt6.QtCore import QPointF, Qt, QTimer, pyqtSignal
from PyQt6.QtGui import QColor, QMouseEvent, QPainter, QPaintEvent, QPen, QPolygonF
from PyQt6.QtWidgets import QComboBox, QDialog, QDialogButtonBox, QFileDialog, QFormLayout, QVBoxLayout, QWidget

from tallplank.app.look.label import Label
from tallplank.app.look.theme import Tokens
from tallplank.core.disk import read_file
from tallplank.core.edit.survey.room import add_room_of
from tallplank.core.error import PlankError
from tallplank.core.exchange.plan_dxf import LARGEST, UNITS, PlanDrawing, plan_apart, room_corners
from tallplank.core.job.job import Display
from tallplank.core.space.outline import Ring, bounds, holds
from tallplank.core.work import Report
from tallplank.session.store import Store

MARGIN = 18.0
ROOM_HEIGHT = 2500.0
"""A plan tells no height; this is the usual one to begin with."""
BELIEVABLE = (1_500.0, 60_000.0)
"""The sizes of rooms in millimetres by which the unit of a drawing that names none is guessed."""


class OutlinePicker(QWidget):
    """Draws outlines to scale; a click picks the smallest one around it."""

    picked = pyqtSignal(int)

    def __init__(self, tokens: Tokens) -> None:
        super().__init__()
        self._tokens, self._rings, self._chosen = tokens, tuple[Ring, ...](), 0
        self.setMinimumSize(420, 300)
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)

    def show_rings(self, rings: tuple[Ring, ...]) -> None:
        """Show other outlines, the first picked."""
        self._rings, self._chosen = rings, 0
        self.update()
        self.picked.emit(0)

    def place_of(self, point: tuple[float, float]) -> QPointF:
        """Where a point of the drawing is shown."""
        (left, low), (right, high) = self._extent()
        scale = self._scale()
        x = (self.width() - (right - left) * scale) / 2 + (point[0] - left) * scale
        return QPointF(x, (self.height() + (high - low) * scale) / 2 - (point[1] - low) * scale)

    def _extent(self) -> tuple[tuple[float, float], tuple[float, float]]:
        return bounds([p for ring in self._rings for p in ring])

    def _scale(self) -> float:
        (left, low), (right, high) = self._extent()
        return min((self.width() - 2 * MARGIN) / max(right - left, 1e-9), (self.height() - 2 * MARGIN) / max(high - low, 1e-9))

    def paintEvent(self, event: QPaintEvent | None) -> None:
        """Qt asks for the picture."""
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        painter.fillRect(self.rect(), QColor(self._tokens.paper))
        for number, ring in enumerate(self._rings):
            painter.setBrush(QColor(self._tokens.accent_wash) if number == self._chosen else Qt.BrushStyle.NoBrush)
            painter.setPen(QPen(QColor(self._tokens.accent if number == self._chosen else self._tokens.soft), 1.6))
            painter.drawPolygon(QPolygonF([self.place_of(p) for p in ring]))

    def mousePressEvent(self, event: QMouseEvent | None) -> None:
        """A click picks; keyboards use the arrow keys of the list instead."""
        if event is None or not self._rings:
            return
        inside = [
            i for i, ring in enumerate(self._rings) if holds([self._at(p) for p in ring], (event.position().x(), event.position().y()))
        ]
        if inside:
            self.choose(inside[-1])

    def _at(self, point: tuple[float, float]) -> tuple[float, float]:
        place = self.place_of(point)
        return place.x(), place.y()

    def choose(self, number: int) -> None:
        """Pick an outline by its number, the largest being 0."""
        if 0 <= number < len(self._rings) and number != self._chosen:
            self._chosen = number
            self.update()
            self.picked.emit(number)


class PlanDialog(QDialog):
    """Asks which outline of a drawing is the room."""

    def __init__(self, drawing: PlanDrawing, tokens: Tokens, display: Display, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.setWindowTitle("A room from a plan")
        self._drawing, self._display, self._number = drawing, display, 0
        self.layer, self.unit, self.outline = QComboBox(), QComboBox(), QComboBox()
        self.told = Label()
        self.picker = OutlinePicker(tokens)
        self.layer.addItems(list(drawing.layers))
        self.unit.addItems(list(UNITS))
        form = QFormLayout()
        for name, field in (("Layer", self.layer), ("Drawn in", self.unit), ("Outline", self.outline)):
            form.addRow(name, field)
        buttons = QDialogButtonBox(QDialogButtonBox.StandardButton.Ok | QDialogButtonBox.StandardButton.Cancel)
        self.ok = buttons.button(QDialogButtonBox.StandardButton.Ok)
        assert self.ok is not None
        self.ok.setText("Make the room")
        buttons.accepted.connect(self.accept)
        buttons.rejected.connect(self.reject)
        layout = QVBoxLayout(self)
        layout.addLayout(form)
        layout.addWidget(self.picker, 1)
        layout.addWidget(self.told)
        left_out = Label(" ".join(drawing.left_out))
        left_out.setTextFormat(Qt.TextFormat.PlainText)
        left_out.setWordWrap(True)
        left_out.setProperty("kind", "soft")
        left_out.setVisible(bool(drawing.left_out))
        layout.addWidget(left_out)
        layout.addWidget(buttons)
        self.layer.currentTextChanged.connect(self._show_layer)
        self.unit.currentTextChanged.connect(self._tell)
        self.outline.currentIndexChanged.connect(self.picker.choose)
        self.picker.picked.connect(self._take)
        self.unit.setCurrentText(drawing.unit or self._guessed())
        self._show_layer(self.layer.currentText())

    @property
    def corners(self) -> Ring:
        """The corners of the room that was picked, in millimetres."""
        return room_corners(self._drawing.layers[self.layer.currentText()][self._number], self.unit.currentText())

    def _guessed(self) -> str:
        """The unit in which the largest outline is as large as a room."""
        largest = max((ring for rings in self._drawing.layers.values() for ring in rings[:1]), key=_side)
        return next((u for u, mm in UNITS.items() if BELIEVABLE[0] <= _side(largest) * mm <= BELIEVABLE[1]), "mm")

    def _show_layer(self, layer: str) -> None:
        rings = self._drawing.layers[layer]
        self.outline.blockSignals(True)
        self.outline.clear()
        self.outline.addItems([f"{i}, {len(ring)} corners" for i, ring in enumerate(rings, 1)])
        self.outline.blockSignals(False)
        self.picker.show_rings(rings)

    def _take(self, number: int) -> None:
        self._number = number
        self.outline.setCurrentIndex(number)
        self._tell()

    def _tell(self) -> None:
        (left, low), (right, high) = bounds(self.corners)
        sides = [self._display.shown(v) for v in (right - left, high - low)]
        believed = all(v <= BELIEVABLE[1] for v in (right - left, high - low))
        self.told.setText(f"The room is {sides[0]} × {sides[1]}." + ("" if believed else " That is larger than any room: check the unit."))


def _side(ring: Ring) -> float:
    (left, low), (right, high) = bounds(ring)
    return max(right - left, high - low)


RunTask = Callable[[Callable[[Report], object], Callable[[object], str]], None]


def room_from_plan(window: QWidget, store: Store, tokens: Tokens, folder: Path, run_task: RunTask) -> None:
    """Ask for a drawing, read it in the background, ask for the outline in it, and add that as a room.

    Raises:
        PlankError: the file cannot be read.
    """
    name, _ = QFileDialog.getOpenFileName(window, "A room from a plan", str(folder), "DXF drawings (*.dxf)")
    if not name:
        return
    data = read_file(Path(name), LARGEST)

    def ask(drawing: object) -> str:
        assert isinstance(drawing, PlanDrawing)
        QTimer.singleShot(0, lambda: _ask(window, store, tokens, drawing))
        return ""

    run_task(lambda report: plan_apart(data, report), ask)


def _ask(window: QWidget, store: Store, tokens: Tokens, drawing: PlanDrawing) -> PlanDialog:
    dialog = PlanDialog(drawing, tokens, store.job.display, window)

    def add() -> None:
        try:
            add_picked(store, dialog.corners)
        except PlankError as problem:
            store.say(str(problem))

    dialog.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
    dialog.accepted.connect(add)
    dialog.open()
    return dialog


def add_picked(store: Store, corners: Ring) -> None:
    """Add a room of these corners, and look at it.

    Raises:
        PlankError: they are no room.
    """
    name = f"Room {len(store.job.rooms) + 1}"
    (room,) = store.apply(lambda j: add_room_of(j, name, corners, ROOM_HEIGHT), "room from a plan")
    store.look_at(room)
    store.go("survey")
