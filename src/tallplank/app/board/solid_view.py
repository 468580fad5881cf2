"""Solids on screen: turn, shift, come nearer, point. What is shown and what pointing does is up to the pane."""

from collections.abc import Callable, Sequence
from time import monotonic
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray
from PyQt6.QtCore import QPointF, Qt, QTimer
from PyQt6.QtGui import QColor, QImage, QKeyEvent, QMouseEvent, QPainter, QPaintEvent, QResizeEvent, QShowEvent, QWheelEvent
from PyQt6.QtWidgets import QHBoxLayout, QSlider, QWidget

from tallplank.app.board.still import Stills
from tallplank.app.look.label import Label
from tallplank.app.look.theme import Tokens, colour
from tallplank.core.joinery.part.part import PartRef
from tallplank.core.solid.scene import Solids
from tallplank.session.state import Stage
from tallplank.session.store import Store
from tallplank.view3d.scene import Scene, SceneView
from tallplank.view3d.skin import Tones

REST_MS = 180
"""How long the eye rests before its picture is made smooth, in steps."""
HEAD, STEP = 0.2, 200.0
"""Degrees by which the head turns with a pixel; and a step at eye height, in millimetres."""
HURRY_S = 0.15
"""Edits nearer to each other than this are not shown one by one, nor are the steps of a drag.

A drag stays smooth, and the solids follow when it pauses.
"""


FIRST = ("corner", "facing", "above")
"""How the first, the second and the third pane of a kind look at what they show."""


class Watched(NamedTuple):
    """What is looked at, in which pane of its kind, and at which stage."""

    what: str
    number: int
    stage: Stage | None

    @property
    def anywhere(self) -> "Watched":
        """The same at whatever stage it was looked at last."""
        return self._replace(stage=None)


class SolidView(QWidget):
    """Drag turns, middle or right drag (or Shift) shifts, the wheel comes nearer to the pointer, a click selects."""

    def __init__(self, store: Store, tokens: Tokens) -> None:
        super().__init__()
        self.store = store
        self.tokens = tokens
        self._scene: Scene | None = None
        self._image: QImage | None = None
        self.number = 0
        self._stale_scene, self._stale_picture = True, True
        self._framed: Watched | None = None
        self._is_empty, self.empty_text = False, "There is no room yet. Add one in Survey."
        self._changed_at = 0.0
        self._edited = (store.job, store.state.since)
        """The job that was shown last, and what it was before its last edit: the steps of a drag have that in common."""
        self.clock = monotonic
        self._press: QPointF | None = None
        self._last = QPointF()
        self._moved = self._grasped = False
        self._rest = QTimer(self)
        self._rest.setSingleShot(True)
        self._rest.setInterval(REST_MS)
        self._rest.timeout.connect(self._rested)
        self._still = Stills(self, self._show)
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setMinimumSize(120, 90)
        self._subscriptions: list = []  # type: ignore[type-arg]

    # what a pane says

    def solids(self) -> Solids | None:
        """What to show now, or None for nothing."""
        raise NotImplementedError

    def framed_as(self) -> str:
        """What is shown: the eye is set anew when this changes."""
        raise NotImplementedError

    def marked(self) -> Sequence[str | PartRef]:
        """The keys of the boxes that are outlined as selected."""
        raise NotImplementedError

    def pointed(self, key: str | PartRef | None, *, adding: bool) -> None:
        """Something was clicked, or nothing."""
        raise NotImplementedError

    def direction(self, view: str) -> tuple[float, float, float]:
        """Where the eye is for one of the standard views."""
        raise NotImplementedError

    def prepare(self, scene: Scene) -> None:
        """Set the scene up before it shows the solids."""

    # the view

    def close_pane(self) -> None:
        """End the subscriptions and give the renderer's memory back."""
        self._rest.stop()
        self._still.give_up()
        for subscription in self._subscriptions:
            subscription.close()
        if self._scene is not None:
            self._keep_sight()
            self._scene.close()
            self._scene = None

    def _keep_sight(self) -> None:
        """Remember where the eye is, for when the same is shown again at another stage."""
        if self._framed is not None and self._scene is not None:
            for key in (self._framed, self._framed.anywhere):
                self.store.sights[key] = self._scene.view

    def restyle(self, tokens: Tokens) -> None:
        """Use another theme."""
        self.tokens = tokens
        if self._scene is not None:
            self._scene.tint(tones(tokens))
        self.changed()

    @property
    def is_drawn(self) -> bool:
        """Whether it has come to rest, smooth and shaded."""
        return not self._rest.isActive() and not self._stale_scene and not self._still.is_busy

    def fit(self) -> None:
        """Show everything from a corner."""
        self.look("corner")

    def look(self, view: str) -> None:
        """Take one of the standard views: corner, facing or above."""
        scene = self.ready()
        scene.look_from(self.direction(view))
        self.turned()

    def ready(self) -> Scene:
        """The scene with what is to be shown."""
        if self._scene is None:
            self._scene = Scene(self.store.catalog.looks, tones(self.tokens))
            self._size_scene(self._scene)
        if self._stale_scene:
            solids = self.solids()
            self._is_empty = solids is None
            if solids is not None:
                self._scene.use(self.store.catalog.looks)
                self.prepare(self._scene)
                self._scene.show(solids)
                self._scene.choose(self.marked())
            self._stale_scene = False
            seen = Watched(self.framed_as(), self.number, self.store.state.stage)
            if not self._is_empty and (self._framed is None or self._framed.what != seen.what):
                self._frame(self._scene, seen)
        return self._scene

    def _frame(self, scene: Scene, seen: "Watched") -> None:
        """Look at what is shown as it was looked at last at this stage, else at any, else in a way of this pane's own."""
        self._keep_sight()
        self._framed = seen
        kept = self.store.sights.get(seen, self.store.sights.get(seen.anywhere))
        if isinstance(kept, SceneView):
            scene.view = kept
            self.turned()
        else:
            self.look(FIRST[self.number % len(FIRST)])

    def changed(self) -> None:
        """Something else is to be shown: at once, but where edits follow on each other's heels when they pause."""
        now, hurried = self.clock(), self._is_edited_in_a_hurry()
        self._changed_at, self._stale_scene = now, True
        if hurried:
            self._wait_for_rest()
        else:
            self.turned()

    def _is_edited_in_a_hurry(self) -> bool:
        state = self.store.state
        (job, since), self._edited = self._edited, (state.job, state.since)
        if state.job is job:
            return False
        return (since is not None and state.since is since) or self.clock() - self._changed_at < HURRY_S

    def chosen_changed(self) -> None:
        """Something else is selected."""
        if self._scene is not None:
            self._scene.choose(self.marked())
        self.turned()

    def turned(self) -> None:
        """The picture is to be made anew."""
        self._stale_picture = True
        self._wait_for_rest()
        self.update()

    def _wait_for_rest(self) -> None:
        self._rest.start()
        self._still.give_up()

    def _size_scene(self, scene: Scene) -> None:
        ratio = self.devicePixelRatioF()
        scene.resize(round(self.width() * ratio), round(self.height() * ratio))

    def _rested(self) -> None:
        """Show what hurried edits put off, and make the picture smooth."""
        if not self.isVisible():
            return
        if self._stale_scene:
            self._stale_picture = True
            self.repaint()
        if self._scene is not None and not self._is_empty:
            self._still.begin(self._scene)

    def paintEvent(self, event: QPaintEvent | None) -> None:
        if self._stale_picture or self._image is None:
            scene = self.ready()
            if self._is_empty:
                self._paint_hint()
                return
            self._take(scene.render())
        if self._image is not None:
            QPainter(self).drawImage(0, 0, self._image)

    def _take(self, pixels: NDArray[np.uint8]) -> None:
        height, width, _ = pixels.shape
        image = QImage(pixels.tobytes(), width, height, 4 * width, QImage.Format.Format_RGBX8888)
        self._image = image.mirrored(False, True)
        self._image.setDevicePixelRatio(self.devicePixelRatioF())
        self._stale_picture = False

    def _show(self, pixels: NDArray[np.uint8]) -> None:
        """Show a picture of what is at rest."""
        self._take(pixels)
        self.update()

    def _paint_hint(self) -> None:
        self._image = None
        painter = QPainter(self)
        painter.fillRect(self.rect(), colour(self.tokens.paper))
        painter.setPen(colour(self.tokens.soft))
        painter.drawText(self.rect(), Qt.AlignmentFlag.AlignCenter, self.empty_text)

    def resizeEvent(self, event: QResizeEvent | None) -> None:
        if self._scene is not None:
            self._size_scene(self._scene)
        self.turned()

    def showEvent(self, event: QShowEvent | None) -> None:
        self.turned()

    # the pointer

    def grasp(self, place: QPointF) -> bool:
        """Whether a press here takes hold of something, which the pane then moves with `carry`."""
        return False

    def carry(self, place: QPointF, *, first: bool) -> None:
        """What was taken hold of is moved here."""

    def let_go(self) -> None:
        """What was taken hold of is let go."""

    def mousePressEvent(self, event: QMouseEvent | None) -> None:
        if event is not None:
            self._press = self._last = event.position()
            self._moved = False
            plain = event.button() == Qt.MouseButton.LeftButton and not event.modifiers()
            self._grasped = plain and self.grasp(event.position())
            self.setFocus()

    def mouseMoveEvent(self, event: QMouseEvent | None) -> None:
        if event is None or self._press is None:
            return
        step, self._last = event.position() - self._last, event.position()
        if not self._moved and (self._last - self._press).manhattanLength() < 4:
            return
        first, self._moved = not self._moved, True
        if self._grasped:
            self.carry(self._last, first=first)
            return
        shifting = event.buttons() & (Qt.MouseButton.MiddleButton | Qt.MouseButton.RightButton)
        if shifting or event.modifiers() & Qt.KeyboardModifier.ShiftModifier:
            self.ready().eye.pan(step.x() * self.devicePixelRatioF(), -step.y() * self.devicePixelRatioF())
        else:
            self._turn(step.x(), step.y())
        self.turned()

    def _turn(self, x: float, y: float) -> None:
        """Turn what is shown by a drag of so many pixels; at eye height turn the head."""
        eye = self.ready().eye
        if eye.is_walking:
            eye.look_round(-x * HEAD, y * HEAD)
        else:
            eye.orbit(x, y)

    def mouseReleaseEvent(self, event: QMouseEvent | None) -> None:
        if event is not None and self._press is not None and not self._moved and event.button() == Qt.MouseButton.LeftButton:
            adding = event.modifiers() & (Qt.KeyboardModifier.ControlModifier | Qt.KeyboardModifier.ShiftModifier)
            self.pointed(self.unit_at(event.position()), adding=bool(adding))
        if self._grasped:
            self.let_go()
        self._press, self._grasped = None, False

    def unit_at(self, place: QPointF) -> str | PartRef | None:
        """The key of what is under a point of the widget."""
        scene, ratio = self.ready(), self.devicePixelRatioF()
        at = place.x() * ratio, (self.height() - place.y()) * ratio
        return None if self._is_empty else scene.unit_at(*at)

    def wheelEvent(self, event: QWheelEvent | None) -> None:
        if event is not None:
            ratio = self.devicePixelRatioF()
            x, y = event.position().x() - self.width() / 2, self.height() / 2 - event.position().y()
            self.ready().eye.zoom(1.0012 ** event.angleDelta().y(), x * ratio, y * ratio)
            self.turned()

    def keyPressEvent(self, event: QKeyEvent | None) -> None:
        turns: dict[int, tuple[int, int]] = {
            Qt.Key.Key_Left: (-20, 0),
            Qt.Key.Key_Right: (20, 0),
            Qt.Key.Key_Up: (0, 20),
            Qt.Key.Key_Down: (0, -20),
        }
        if event is not None and event.key() in turns:
            self._step(*turns[event.key()])
            self.turned()
        elif event is not None and event.key() == Qt.Key.Key_Escape and not self.store.state.placing:
            self.pointed(None, adding=False)
        else:
            super().keyPressEvent(event)

    def _step(self, x: float, y: float) -> None:
        """An arrow key: turn by so many pixels; at eye height turn to the side or step ahead."""
        eye = self.ready().eye
        if not eye.is_walking:
            eye.orbit(x, y)
        elif y:
            eye.walk(STEP if y > 0 else -STEP)
        else:
            eye.look_round(x / 3, 0.0)


def labelled_slider(name: str, tip: str, width: int, changed: Callable[[float], None]) -> tuple[QWidget, QSlider]:
    """A slider from 0 to 1 with its name before it, for the head of a pane."""
    holder = QWidget()
    row = QHBoxLayout(holder)
    row.setContentsMargins(2, 0, 0, 0)
    row.setSpacing(4)
    label = Label(name)
    label.setProperty("kind", "soft")
    slider = QSlider(Qt.Orientation.Horizontal)
    slider.setRange(0, 100)
    slider.setFixedWidth(width)
    slider.setAccessibleName(tip)
    slider.setToolTip(tip)
    slider.valueChanged.connect(lambda v: changed(v / 100))
    row.addWidget(label)
    row.addWidget(slider)
    return holder, slider


def tones(tokens: Tokens) -> Tones:
    """The colours of a theme for what is no material."""

    def rgb(value: str) -> tuple[float, float, float]:
        c = QColor(value)
        return (c.redF(), c.greenF(), c.blueF())

    dark = tokens.name == "Evening"
    shell = {
        "wall": rgb("#8f8d88" if dark else "#f4efe4"),
        "floor": rgb("#77736c" if dark else "#e2d8c6"),
        "glass": rgb("#3c5660" if dark else "#d3e4ea"),
        "door": rgb("#7a7164" if dark else "#e3d9c8"),
        "ceiling": rgb("#9a9892" if dark else "#fbf8f1"),
    }
    return Tones(rgb(tokens.desk), shell, rgb("#151617" if dark else "#4a453e"), rgb(tokens.accent))
