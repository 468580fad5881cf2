"""The room in three dimensions."""

from collections.abc import Sequence

from PyQt6.QtCore import QPointF, QSignalBlocker
from PyQt6.QtGui import QMouseEvent
from PyQt6.QtWidgets import QComboBox, QSlider, QWidget

from tallplank.app.board.kind import PaneKind
from tallplank.app.board.solid_view import SolidView, labelled_slider
from tallplank.app.look.theme import Tokens
from tallplank.core.error import PlankError
from tallplank.core.job.face import Face
from tallplank.core.joinery.part.part import PartRef
from tallplank.core.solid.scene import SolidMaker, Solids
from tallplank.core.space.outline import Point, Ring, holds
from tallplank.session.arrange import Arranger
from tallplank.session.group import held, open_at, with_members
from tallplank.session.pick import open_on_bench
from tallplank.session.state import Remembered
from tallplank.session.store import Store

VIEWS = {"corner": (-0.5, -1.0, 0.42), "facing": (0.0, -1.0, 0.12)}
"""Where one stands to look at the shown face, in its frame."""
ABOVE = (0.0, 0.0, 1.0)


class Room3DPane(SolidView):
    """All units of the shown room; a click selects a unit, a double click opens it on the bench."""

    def __init__(self, store: Store, tokens: Tokens) -> None:
        super().__init__(store, tokens)
        self._maker = SolidMaker()
        self._arranger = Arranger(store, on_plan=True)
        self._held, self._from, self._level = "", QPointF(), 0.0
        self._subscriptions = [
            store.subscribe(lambda s: (s.job, s.room, OPENED.of(s), s.hidden), lambda _: self.changed()),
            store.subscribe(lambda s: s.selected, lambda _: self.chosen_changed()),
        ]

    def solids(self) -> Solids | None:
        state = self.store.state
        return self._maker.solids(self.store.shown, state.room, OPENED.of(state)) if state.room else None

    def framed_as(self) -> str:
        return self.store.state.room

    def marked(self) -> Sequence[str]:
        return tuple(with_members(self.store))

    def pointed(self, key: str | PartRef | None, *, adding: bool) -> None:
        taken = held(self.store, key) if isinstance(key, str) and key else ""
        if taken and adding:
            self.store.toggle(taken)
        else:
            self.store.select([taken] if taken else [])

    def look(self, view: str) -> None:
        if view != "inside":
            super().look(view)
            return
        room, face = self.store.room(), self.store.face()
        if room is not None and face is not None:
            self.ready().eye.stand(*_stand(room.corners, face))
            self.turned()

    def direction(self, view: str) -> tuple[float, float, float]:
        face = self.store.face()
        if view == "above" or face is None:
            return ABOVE
        return face.frame.turned_out(VIEWS[view])

    def grasp(self, place: QPointF) -> bool:
        """A selected unit is taken hold of; what is not selected lets the room turn."""
        key = self.unit_at(place)
        if not isinstance(key, str) or key not in self.store.state.selected:
            return False
        self._held, self._from = key, place
        return True

    def carry(self, place: QPointF, *, first: bool) -> None:
        """Slide what is held along its wall, or to the wall that is pointed at: as on the plan, at the height of its bottom."""
        made = self.store.derived.made.by_id.get(self._held)
        if made is None:
            return
        if first:
            self._level = made.placed.z
        points = [self.ready().on_level(*self._pixels(p), self._level) for p in (self._from, place)]
        if points[0] is None or points[1] is None:
            return
        try:
            ghost = self._arranger.slide(self._held, points[0], points[1], REACH, first=first)
        except PlankError as problem:
            self.store.say(str(problem))
            return
        if ghost is not None and ghost.relation:
            self.store.say(ghost.relation)

    def let_go(self) -> None:
        self._arranger.end()

    def _pixels(self, place: QPointF) -> tuple[float, float]:
        ratio = self.devicePixelRatioF()
        return place.x() * ratio, (self.height() - place.y()) * ratio

    def follow_opened(self, slider: QSlider) -> None:
        """Keep a slider where the fronts stand."""

        def show(share: float) -> None:
            with QSignalBlocker(slider):
                slider.setValue(round(share * 100))

        self._subscriptions.append(self.store.subscribe(OPENED.of, show))

    def mouseDoubleClickEvent(self, event: QMouseEvent | None) -> None:
        if event is not None and isinstance(unit := self.unit_at(event.position()), str):
            if not open_at(self.store, unit):
                open_on_bench(self.store, unit)
        else:
            self.look("corner")


def _stand(corners: Ring, face: Face) -> tuple[Point, Point]:
    """Where one stands at eye height to look at a face: before its middle, as far back as the room goes; and the way to it."""
    middle, into = face.frame.out((face.length / 2, 0.0, 0.0)), face.frame.y
    back = 600.0
    while back < FARTHEST and holds(corners, (middle.x - into.x * (back + WALL_GAP), middle.y - into.y * (back + WALL_GAP))):
        back += 100.0
    return (middle.x - into.x * back, middle.y - into.y * back), (into.x, into.y)


OPENED: Remembered[float] = Remembered(0.0)
"""How far doors and drawers stand open, 0 to 1."""
REACH = 40.0
"""How near a relation catches a unit that is dragged in 3D, in millimetres."""
FARTHEST, WALL_GAP = 6000.0, 300.0


def _tools(pane: QWidget) -> list[QWidget]:
    if not isinstance(pane, Room3DPane):
        return []
    view_field = QComboBox()
    view_field.setAccessibleName("Standard views")
    for view, name in (("corner", "From a corner"), ("facing", "Facing"), ("above", "From above"), ("inside", "At eye height")):
        view_field.addItem(name, view)
    view_field.activated.connect(lambda i: pane.look(view_field.itemData(i)))
    return [view_field, _open_slider(pane)]


def _open_slider(pane: Room3DPane) -> QWidget:
    holder, slider = labelled_slider("Open", "Open doors and drawers", 56, lambda share: pane.store.hold(OPENED, share))
    pane.follow_opened(slider)
    return holder


KIND = PaneKind("room3d", "3D", Room3DPane, _tools)
