"""The Spec of the room and its walls."""

import re
from collections.abc import Callable
from itertools import zip_longest
from math import atan2, degrees

from PyQt6.QtWidgets import QPushButton

from tallplank.app.panel.angle import degrees_of, shown_degrees
from tallplank.app.panel.panel import SpecPanel
from tallplank.app.panel.room.corner_list import corners_of, corners_text
from tallplank.app.panel.room.surface_row import surface_key, surface_rows
from tallplank.app.panel.room.tape_rows import TapeRows
from tallplank.core.edit.survey.room import change_room, change_wall, rectangle_of, remove_free_wall, remove_room, set_wall_length
from tallplank.core.edit.survey.shape import corner_angles, move_wall, remove_wall, set_corner_angle, split_wall
from tallplank.core.edit.survey.standing import standings
from tallplank.core.error import PlankError
from tallplank.core.job.face import Face, faces_of
from tallplank.core.job.job import Job
from tallplank.core.job.room import ROOM_KINDS
from tallplank.core.space.outline import Point
from tallplank.session.store import Store

KINDS = tuple((kind, kind.replace("-", " ").capitalize(), None) for kind in ROOM_KINDS)
CORNICE = ((False, "None", None), (True, "Walls and soffits", None))
WAYS = ("right", "top right", "top", "top left", "left", "bottom left", "bottom", "bottom right")


def where_on_plan(face: Face) -> str:
    """At which side of the plan a wall of the room is."""
    into = face.frame.y
    return WAYS[round(degrees(atan2(into.y, into.x)) / 45.0) % len(WAYS)]


class RoomPanel(SpecPanel):
    """The sizes of the shown room and of its walls, and where what stands free in it stands."""

    @staticmethod
    def key(store: Store) -> tuple[object, ...]:
        """What the panel's rows depend on."""
        room = store.room()
        if room is None:
            return ("room",)
        names = tuple((thing.id, thing.name) for thing in standings(room))
        shape = (len(room.corners), rectangle_of(room) is not None)
        return ("room", room.id, room.face_ids, shape, names, tuple(g.id for g in room.groups), *surface_key(store))

    def __init__(self, store: Store) -> None:
        super().__init__(store)
        self.title(lambda: "Room", lambda: "Measured between the finished faces of the walls.")
        self._room_id = room_id = store.state.room
        room = store.job.room(room_id)

        def put(name: str, value: object) -> None:
            store.apply(
                lambda j: change_room(j, room_id, **{name: value}),
                f"room {name} → {self.shown(value) if isinstance(value, float) else value}",
            )

        def corners() -> tuple[Point, ...]:
            return store.job.room(room_id).corners

        self.text("Name", lambda: store.job.room(room_id).name, lambda v: put("name", v))
        self.pick("Kind", KINDS, lambda: store.job.room(room_id).kind, lambda v: put("kind", v))
        if rectangle_of(room) is not None:
            for number, name in enumerate(("width", "depth")):
                self.length(name.capitalize(), lambda n=number: self._sides()[n], lambda v, n=name: put(n, v))  # type: ignore[misc]
        self.length("Height", lambda: store.job.room(room_id).height, lambda v: put("height", v))
        surface_rows(self, room_id, "floor", lambda: store.job.room(room_id).floor, "Floor")
        surface_rows(self, room_id, "ceiling", lambda: store.job.room(room_id).ceiling, "Ceiling")
        self.pick("Cornice", CORNICE, lambda: store.job.room(room_id).cornice, lambda v: put("cornice", v))
        TapeRows(self, room_id)
        self.text("Corners", lambda: corners_text(self, corners()), lambda v: put("corners", corners_of(self, v, corners())))
        for face in faces_of(room).values():
            if not face.is_loose:
                self._wall(face, f"Wall at the {where_on_plan(face)} of the plan")
            elif face.carrier.id == face.id:
                self._wall(face, "Wall that stands free")
        if room.groups or standings(room):
            self.group("In the room")
        for thing in (*room.groups, *standings(room)):
            self._selects(thing.name, thing.id)
        if len(store.job.rooms) > 1:
            self.group("The whole of it")
            self._remove("Remove this room and its units", lambda j: remove_room(j, room_id), f"remove {room.name}")
        self.done()

    def _sides(self) -> tuple[float, float]:
        return rectangle_of(self.store.job.room(self._room_id)) or (0.0, 0.0)

    def _wall(self, face: Face, title: str) -> None:
        store, room_id = self.store, self._room_id
        self.group(title)

        def now() -> Face:
            return store.job.face(room_id, face.id)

        def put(name: str, value: object) -> None:
            store.apply(lambda j: change_wall(j, room_id, face.id, **{name: value}), f"wall {name}")

        def lengthen(value: float) -> None:
            store.apply(lambda j: set_wall_length(j, room_id, face.id, value), f"wall length → {self.shown(value)}")

        self.text("Name", lambda: now().name, lambda v: put("name", v))
        self.length("Length", lambda: now().length, lengthen)
        self.length("Thickness", lambda: now().thickness, lambda v: put("thickness", v))
        surface_rows(self, room_id, face.id, lambda: getattr(now().carrier, "surface", None))
        if not face.is_loose:
            self._shape(face)
        if face.is_loose:
            self.length("Height", lambda: now().height, lambda v: put("height", v))
            self._remove("Remove this wall", lambda j: remove_free_wall(j, room_id, face.id), "remove wall")

    def _shape(self, face: Face) -> None:
        """What changes the shape of the room at one of its walls, and how far the wall is out of true."""
        store, room_id = self.store, self._room_id
        index = [w.id for w in store.job.room(room_id).walls].index(face.id)

        def angle() -> str:
            return shown_degrees(corner_angles(store.job.room(room_id))[index])

        def measured(name: str) -> tuple[float, ...]:
            return getattr(store.job.face(room_id, face.id).carrier, name) or ()

        def three(name: str) -> str:
            return "  ".join(self.shown(v) for v in measured(name))

        def put_three(name: str, text: str) -> None:
            typed = zip_longest(_listed(text), measured(name)[: len(_listed(text))])
            values = tuple(store.job.display.retyped(part, old) for part, old in typed) or None
            if values is not None and len(values) != 3:
                raise PlankError("Type three measures, such as 2450 2447 2441, or nothing.")
            store.apply(lambda j: change_wall(j, room_id, face.id, **{name: values}), f"wall {name}")

        self.text("Corner", angle, lambda v: self._turn_corner(index, v), figure=True)
        self.length("Move out", lambda: 0.0, lambda v: self._do(lambda j: move_wall(j, room_id, face.id, v), "move wall"))
        self.length("Split at", lambda: 0.0, lambda v: self._do(lambda j: split_wall(j, room_id, face.id, v), "split wall"))
        self.text("3 heights", lambda: three("heights"), lambda v: put_three("heights", v))
        self.text("3 depths", lambda: three("depths"), lambda v: put_three("depths", v))
        if len(store.job.room(room_id).walls) > 3:
            self._remove("Take this wall out", lambda j: remove_wall(j, room_id, face.id), "take a wall out")

    def _do(self, edit: Callable[[Job], Job], label: str) -> None:
        self.store.apply(edit, label)

    def _turn_corner(self, index: int, text: str) -> None:
        room_id, value = self._room_id, degrees_of(text)
        self._do(lambda j: set_corner_angle(j, room_id, index, value), f"corner → {value:g}°")

    def _remove(self, words: str, edit: Callable[[Job], Job], label: str) -> None:
        button = QPushButton(words)
        button.clicked.connect(lambda: self.store.apply(edit, label))
        self.widget(button)

    def _selects(self, name: str, key: str) -> None:
        button = QPushButton(name)
        button.setProperty("kind", "row")
        button.clicked.connect(lambda: self.store.select([key]))
        self.widget(button)


def _listed(text: str) -> list[str]:
    """The lengths of a list: parted by semicolons, by wide gaps as they are shown, or by single blanks."""
    gap = r"\s*;\s*" if ";" in text else r"\s{2,}" if re.search(r"\S\s{2,}\S", text) else r"\s+"
    return [part for part in re.split(gap, text.strip()) if part]
