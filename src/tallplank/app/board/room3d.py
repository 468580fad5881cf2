"""The room in three dimensions."""

from PyQt6.QtCore import QPointF, QSignalBlocker, Qt, QTimer
from PyQt6.QtGui import QColor, QImage, QKeyEvent, QMouseEvent, QPainter, QPaintEvent, QResizeEvent, QShowEvent, QWheelEvent
from PyQt6.QtWidgets import QComboBox, QHBoxLayout, QLabel, QSlider, QWidget

from tallplank.app.board.kind import PaneKind
from tallplank.app.theme import Tokens
from tallplank.core.solid.scene import SolidMaker
from tallplank.session.store import Store
from tallplank.view3d.scene import Scene, Tones

REST_MS = 180
CORNER_VIEWS = {"back": (-0.5, -1.0, 0.42), "right": (-1.0, 0.5, 0.42), "front": (0.5, 1.0, 0.42), "left": (1.0, -0.5, 0.42)}
FACING = {"back": (0.0, -1.0, 0.12), "right": (-1.0, 0.0, 0.12), "front": (0.0, 1.0, 0.12), "left": (1.0, 0.0, 0.12)}
ABOVE = (0.0, 0.0, 1.0)


class Room3DPane(QWidget):
    """Drag turns, middle or right drag (or Shift) shifts, the wheel comes nearer to the pointer, a click selects."""

    def __init__(self, store: Store, tokens: Tokens) -> None:
        super().__init__()
        self.store = store
        self._tokens = tokens
        self._scene: Scene | None = None
        self._solids = SolidMaker()
        self._image: QImage | None = None
        self._stale_scene, self._stale_picture, self._framed = True, True, ""
        self._press: QPointF | None = None
        self._last = QPointF()
        self._moved = False
        self._rest = QTimer(self)
        self._rest.setSingleShot(True)
        self._rest.setInterval(REST_MS)
        self._rest.timeout.connect(self._smooth)
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setMinimumSize(120, 90)
        self._subscriptions = [
            store.subscribe(lambda s: (s.job, s.room, s.opened), lambda _: self._changed()),
            store.subscribe(lambda s: s.selected, lambda _: self._chosen()),
        ]

    def follow_opened(self, slider: QSlider) -> None:
        """Keep a slider where the fronts stand."""

        def show(share: float) -> None:
            with QSignalBlocker(slider):
                slider.setValue(round(share * 100))

        self._subscriptions.append(self.store.subscribe(lambda s: s.opened, show))

    def close_pane(self) -> None:
        """End the subscriptions and give the renderer's memory back."""
        self._rest.stop()
        for subscription in self._subscriptions:
            subscription.close()
        if self._scene is not None:
            self._scene.close()
            self._scene = None

    def restyle(self, tokens: Tokens) -> None:
        """Use another theme."""
        self._tokens = tokens
        if self._scene is not None:
            self._scene.tint(_tones(tokens))
        self._changed()

    def fit(self) -> None:
        """Show the units of the shown wall from a corner."""
        self.look("corner")

    def look(self, view: str) -> None:
        """Take one of the standard views: corner, facing or above."""
        wall = self.store.wall()
        side = wall.side if wall else "back"
        direction = ABOVE if view == "above" else FACING[side] if view == "facing" else CORNER_VIEWS[side]
        scene = self._ready()
        scene.look_from(direction)
        self._turned()

    def _ready(self) -> Scene:
        if self._scene is None:
            self._scene = Scene(self.store.catalog.looks, _tones(self._tokens))
            self._size_scene(self._scene)
        if self._stale_scene and self.store.state.room:
            self._scene.show(self._solids.solids(self.store.derived.made, self.store.state.room, self.store.state.opened))
            self._scene.choose(self.store.state.selected)
            self._stale_scene = False
            if self._framed != self.store.state.room:
                self._framed = self.store.state.room
                self.look("corner")
        return self._scene

    def _size_scene(self, scene: Scene) -> None:
        ratio = self.devicePixelRatioF()
        scene.resize(round(self.width() * ratio), round(self.height() * ratio))

    def _changed(self) -> None:
        self._stale_scene = True
        self._turned()

    def _chosen(self) -> None:
        if self._scene is not None:
            self._scene.choose(self.store.state.selected)
        self._turned()

    def _turned(self) -> None:
        self._stale_picture = True
        self._rest.start()
        self.update()

    def _smooth(self) -> None:
        if self._scene is not None and self.isVisible():
            self._scene.smooth(True)
            self._stale_picture = True
            self.repaint()
            self._scene.smooth(False)

    def paintEvent(self, event: QPaintEvent | None) -> None:
        if not self.store.state.room:
            return
        if self._stale_picture or self._image is None:
            pixels = self._ready().render()
            height, width, _ = pixels.shape
            image = QImage(pixels.tobytes(), width, height, 4 * width, QImage.Format.Format_RGBX8888)
            self._image = image.mirrored(False, True)
            self._image.setDevicePixelRatio(self.devicePixelRatioF())
            self._stale_picture = False
        QPainter(self).drawImage(0, 0, self._image)

    def resizeEvent(self, event: QResizeEvent | None) -> None:
        if self._scene is not None:
            self._size_scene(self._scene)
        self._turned()

    def showEvent(self, event: QShowEvent | None) -> None:
        self._turned()

    def mousePressEvent(self, event: QMouseEvent | None) -> None:
        if event is not None:
            self._press = self._last = event.position()
            self._moved = False
            self.setFocus()

    def mouseMoveEvent(self, event: QMouseEvent | None) -> None:
        if event is None or self._press is None:
            return
        step, self._last = event.position() - self._last, event.position()
        if not self._moved and (self._last - self._press).manhattanLength() < 4:
            return
        self._moved = True
        shifting = event.buttons() & (Qt.MouseButton.MiddleButton | Qt.MouseButton.RightButton)
        if shifting or event.modifiers() & Qt.KeyboardModifier.ShiftModifier:
            self._ready().pan(step.x() * self.devicePixelRatioF(), -step.y() * self.devicePixelRatioF())
        else:
            self._ready().orbit(step.x(), step.y())
        self._turned()

    def mouseReleaseEvent(self, event: QMouseEvent | None) -> None:
        if event is not None and self._press is not None and not self._moved and event.button() == Qt.MouseButton.LeftButton:
            unit = self.unit_at(event.position())
            if unit and event.modifiers() & (Qt.KeyboardModifier.ControlModifier | Qt.KeyboardModifier.ShiftModifier):
                self.store.toggle(unit)
            else:
                self.store.select([unit] if unit else [])
        self._press = None

    def unit_at(self, place: QPointF) -> str | None:
        """The unit under a point of the widget."""
        ratio = self.devicePixelRatioF()
        return self._ready().unit_at(place.x() * ratio, (self.height() - place.y()) * ratio)

    def wheelEvent(self, event: QWheelEvent | None) -> None:
        if event is not None:
            ratio = self.devicePixelRatioF()
            x, y = event.position().x() - self.width() / 2, self.height() / 2 - event.position().y()
            self._ready().zoom(1.0012 ** event.angleDelta().y(), x * ratio, y * ratio)
            self._turned()

    def mouseDoubleClickEvent(self, event: QMouseEvent | None) -> None:
        self.look("corner")

    def keyPressEvent(self, event: QKeyEvent | None) -> None:
        turns = {Qt.Key.Key_Left: (-20, 0), Qt.Key.Key_Right: (20, 0), Qt.Key.Key_Up: (0, 20), Qt.Key.Key_Down: (0, -20)}
        if event is not None and event.key() in turns:
            self._ready().orbit(*turns[event.key()])
            self._turned()
        elif event is not None and event.key() == Qt.Key.Key_Escape:
            self.store.select([])
        else:
            super().keyPressEvent(event)


def _tones(tokens: Tokens) -> Tones:
    def rgb(value: str) -> tuple[float, float, float]:
        c = QColor(value)
        return (c.redF(), c.greenF(), c.blueF())

    dark = tokens.name == "Evening"
    shell = {
        "wall": rgb("#8f8d88" if dark else "#f4efe4"),
        "floor": rgb("#77736c" if dark else "#e2d8c6"),
        "glass": rgb("#3c5660" if dark else "#d3e4ea"),
        "door": rgb("#7a7164" if dark else "#e3d9c8"),
    }
    return Tones(rgb(tokens.desk), shell, rgb("#151617" if dark else "#4a453e"), rgb(tokens.accent))


def _tools(pane: QWidget) -> list[QWidget]:
    if not isinstance(pane, Room3DPane):
        return []
    view_field = QComboBox()
    view_field.setAccessibleName("Standard views")
    for view, name in (("corner", "From a corner"), ("facing", "Facing"), ("above", "From above")):
        view_field.addItem(name, view)
    view_field.activated.connect(lambda i: pane.look(view_field.itemData(i)))
    return [view_field, _open_slider(pane)]


def _open_slider(pane: Room3DPane) -> QWidget:
    holder = QWidget()
    row = QHBoxLayout(holder)
    row.setContentsMargins(2, 0, 0, 0)
    row.setSpacing(4)
    label = QLabel("Open")
    label.setProperty("kind", "soft")
    slider = QSlider(Qt.Orientation.Horizontal)
    slider.setRange(0, 100)
    slider.setFixedWidth(56)
    slider.setAccessibleName("Open doors and drawers")
    slider.setToolTip("Open doors and drawers")
    slider.valueChanged.connect(lambda v: pane.store.open_fronts(v / 100))
    pane.follow_opened(slider)
    row.addWidget(label)
    row.addWidget(slider)
    return holder


KIND = PaneKind("room3d", "3D", Room3DPane, _tools)
