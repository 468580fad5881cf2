"""The room in three dimensions."""

from collections.abc import Callable, Mapping, Sequence
from functools import partial

from PyQt6.QtCore import QPointF, QSignalBlocker
from PyQt6.QtGui import QMouseEvent
from PyQt6.QtWidgets import QComboBox, QSlider, QWidget

from tallplank.app.board.kind import PaneKind
from tallplank.app.board.solid_view import SolidView, labelled_slider
from tallplank.app.look.theme import Tokens
from tallplank.core.error import PlankError
from tallplank.core.job.face import Face
from tallplank.core.job.room import Room
from tallplank.core.joinery.part.part import PartRef
from tallplank.core.solid.scene import SolidMaker, Solids
from tallplank.core.solid.sight import best_way
from tallplank.core.space.frame import Frame, Vec
from tallplank.core.space.outline import Point, Ring, holds
from tallplank.session.arrange import Arranger
from tallplank.session.group import held, open_at, with_members
from tallplank.session.pick import open_on_bench
from tallplank.session.state import Remembered
from tallplank.session.store import Store
from tallplank.view3d.eye import Cut
from tallplank.view3d.scene import Scene

CORNERS = tuple(Vec(x, -1.0, 0.42) for x in (-0.5, 0.5, -0.9, 0.9))
"""From where one may look at the shown face, in its frame; it is looked at from where most of the fronts is seen."""
FACING, SQUARELY, ABOVE = Vec(0.0, -1.0, 0.12), Vec(0.0, -1.0, 0.0), Vec(0.0, 0.0, 1.0)
BEFORE = 80.0
"""How far before bodies a square look begins, for fronts and handles."""


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
        room, face = self.store.room(), self.store.face()
        if room is None or face is None or view not in self._own_views:
            super().look(view)
            return
        self._own_views[view](self.ready(), room, face)
        self.turned()

    @property
    def _own_views(self) -> Mapping[str, Callable[[Scene, Room, Face], None]]:
        return {"inside": _stand_in, "wall": self._square_to_wall, "unit": self._square_to_picked}

    def _square_to_wall(self, scene: Scene, room: Room, face: Face) -> None:
        """Look squarely at a wall with all that stands at it."""
        ends = [face.frame.out((x, 0.0, z)) for x, z in ((0.0, 0.0), (face.length, face.height))]
        at_it = [u for u in self.store.derived.made.by_room.get(room.id, ()) if u.unit.face == face.id]
        deep = max((-y for unit in at_it for _, y in unit.outline), default=0.0)
        scene.look_at(_cut(face.frame, deep), (ends[0], ends[1]))

    def _square_to_picked(self, scene: Scene, room: Room, face: Face) -> None:
        """Look squarely at the units that are picked, as the first of them faces; at the wall where none is."""
        picked = [
            unit for unit in self.store.derived.made.by_room.get(room.id, ()) if unit.unit.id in self.marked()
        ]
        if not picked:
            self._square_to_wall(scene, room, face)
            return
        faces = self.store.derived.made.faces[room.id]
        first = picked[0].frame.then(faces[picked[0].unit.face].frame)
        rings = [(unit, faces[unit.unit.face].frame.flat_out(unit.outline)) for unit in picked]
        points = [Vec(*p, z) for unit, ring in rings for p in ring for z in (unit.placed.z, unit.placed.top)]
        low, high = Vec(*map(min, zip(*points, strict=True))), Vec(*map(max, zip(*points, strict=True)))
        scene.look_at(_cut(first, max(-first.inside(p).y for p in points)), (low, high))

    def direction(self, view: str) -> tuple[float, float, float]:
        face = self.store.face()
        if view == "above" or face is None:
            return ABOVE
        if view == "facing":
            return face.frame.turned_out(FACING)
        solids = self.solids()
        ways = [face.frame.turned_out(way) for way in CORNERS]
        return ways[0] if solids is None else best_way(solids.blocks, ways, solids.low, solids.high)

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


def _cut(frame: Frame, deep: float) -> Cut:
    """Where a square look begins: before all that stands so deep before a frame, handles and all."""
    return Cut(frame.out((0.0, -deep - BEFORE, 0.0)), frame.turned_out(SQUARELY))


def _stand_in(scene: Scene, room: Room, face: Face) -> None:
    scene.eye.stand(*_stand(room.corners, face))


def _stand(corners: Ring, face: Face) -> tuple[Point, Point]:
    """Where one stands at eye height to look at a face: before its middle, as far back as the room goes; and the way to it."""
    middle, into = face.frame.out((face.length / 2, 0.0, 0.0)), face.frame.y
    back = 600.0
    while back < FARTHEST and holds(
        corners, (middle.x - into.x * (back + WALL_GAP), middle.y - into.y * (back + WALL_GAP))
    ):
        back += 100.0
    return (middle.x - into.x * back, middle.y - into.y * back), (into.x, into.y)


VIEWS = {
    "corner": "From a corner",
    "facing": "Facing",
    "above": "From above",
    "wall": "The wall, squarely",
    "unit": "What is picked, squarely",
    "inside": "At eye height",
}
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
    for view, name in VIEWS.items():
        view_field.addItem(name, view)
    view_field.setPlaceholderText("Look")
    view_field.setCurrentIndex(-1)
    view_field.setMinimumContentsLength(3)
    view_field.activated.connect(partial(_look, pane, view_field))
    return [view_field, _open_slider(pane)]


def _look(pane: Room3DPane, field: QComboBox, number: int) -> None:
    """Take a view; the field shows none, since the eye moves on."""
    pane.look(field.itemData(number))
    field.setCurrentIndex(-1)


def _open_slider(pane: Room3DPane) -> QWidget:
    holder, slider = labelled_slider(
        "Open", "Open doors and drawers", 56, lambda share: pane.store.hold(OPENED, share)
    )
    pane.follow_opened(slider)
    return holder


KIND = PaneKind("room3d", "3D", Room3DPane, _tools)
