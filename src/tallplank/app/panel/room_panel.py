"""The Spec of the room, its walls, and a selected door or window."""

from collections.abc import Callable
from math import atan2, degrees

from PyQt6.QtWidgets import QLineEdit, QPushButton

from tallplank.app.panel.panel import Panel
from tallplank.core.edit.column import change_column, column_of, remove_column
from tallplank.core.edit.group import change_group, remove_group
from tallplank.core.edit.room import change_room, change_wall, rectangle_of, remove_free_wall, set_wall_length
from tallplank.core.edit.tape import survey_room
from tallplank.core.edit.walled import change_opening, remove_opening
from tallplank.core.error import PlankError
from tallplank.core.job.face import Face, faces_of
from tallplank.core.job.job import Job
from tallplank.core.job.room import Column, Group, WallOpening
from tallplank.core.measure.tape import Spread, parse_walk, walked
from tallplank.session.store import Store

WAYS = ("right", "top right", "top", "top left", "left", "bottom left", "bottom", "bottom right")


def selected_opening(store: Store) -> tuple[Face, WallOpening] | None:
    """The door or window that is selected, on the face that is shown or else the front of its wall."""
    room = store.room()
    chosen = set(store.state.selected)
    faces = sorted(faces_of(room).values() if room else (), key=lambda f: f.id != store.state.face)
    return next(((f, o) for f in faces for o in f.openings if o.id in chosen), None)


def where_on_plan(face: Face) -> str:
    """At which side of the plan a wall of the room is."""
    into = face.frame.y
    return WAYS[round(degrees(atan2(into.y, into.x)) / 45.0) % len(WAYS)]


def degrees_of(text: str) -> float:
    """An angle as it is typed.

    Raises:
        PlankError: it is no number.
    """
    try:
        return float(text.replace("°", "").replace("−", "-").replace(",", ".").strip())
    except ValueError:
        raise PlankError(f"'{text}' is no angle: type a number of degrees, such as 30.") from None


class RoomPanel(Panel):
    """The sizes of the shown room and of its walls, and where what stands free in it stands."""

    @staticmethod
    def key(store: Store) -> tuple[object, ...]:
        """What the panel's rows depend on."""
        room = store.room()
        if room is None:
            return ("room",)
        return ("room", room.id, room.face_ids, rectangle_of(room) is not None, tuple(c.id for c in room.columns))

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

        self.text("Name", lambda: store.job.room(room_id).name, lambda v: put("name", v))
        if rectangle_of(room) is not None:
            for number, name in enumerate(("width", "depth")):
                self.length(name.capitalize(), lambda n=number: self._sides()[n], lambda v, n=name: put(n, v))  # type: ignore[misc]
        self.length("Height", lambda: store.job.room(room_id).height, lambda v: put("height", v))
        TapeRows(self, room_id)
        for face in faces_of(room).values():
            if not face.is_loose:
                self._wall(face, f"Wall at the {where_on_plan(face)} of the plan")
            elif face.carrier.id == face.id:
                self._wall(face, "Wall that stands free")
        for group in room.groups:
            self._group(group.id)
        for column in room.columns:
            self._column_rows(column.id)
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
        if face.is_loose:
            self.length("Height", lambda: now().height, lambda v: put("height", v))
            self._remove("Remove this wall", lambda j: remove_free_wall(j, room_id, face.id), "remove wall")

    def _remove(self, words: str, edit: Callable[[Job], Job], label: str) -> None:
        button = QPushButton(words)
        button.clicked.connect(lambda: self.store.apply(edit, label))
        self.widget(button)

    def _column_rows(self, column_id: str) -> None:
        store, room_id = self.store, self._room_id

        def now() -> Column:
            return column_of(store.job.room(room_id), column_id)

        def put(name: str, value: object) -> None:
            store.apply(lambda j: change_column(j, room_id, column_id, **{name: value}), f"{now().name} {name}")

        self.group("Column or beam")
        self.text("Name", lambda: now().name, lambda v: put("name", v))
        shapes = ((False, "Square", None), (True, "Round", None))
        self.pick("Shape", shapes, lambda: now().round, lambda v: put("round", v))
        for name, label in (("x", "From left"), ("y", "From below"), ("width", "Width"), ("depth", "Depth"), ("low", "Bottom at")):
            self.length(label, lambda n=name: getattr(now(), n), lambda v, n=name: put(n, v))  # type: ignore[misc]
        self.length("Top at", lambda: now().high or store.job.room(room_id).height, lambda v: put("high", v))
        self.text("Turn", lambda: f"{now().turn:g}°", lambda v: put("turn", degrees_of(v)))
        self._remove(f"Remove {now().name}", lambda j: remove_column(j, room_id, column_id), "remove column")

    def _group(self, group_id: str) -> None:
        store, room_id = self.store, self._room_id

        def now() -> Group:
            return next(g for g in store.job.room(room_id).groups if g.id == group_id)

        def put(name: str, value: object) -> None:
            store.apply(lambda j: change_group(j, room_id, group_id, **{name: value}), f"{now().name} {name}")

        self.group("Group that stands free")
        self.text("Name", lambda: now().name, lambda v: put("name", v))
        self.length("From left", lambda: now().x, lambda v: put("x", v))
        self.length("From below", lambda: now().y, lambda v: put("y", v))
        self.text("Turn", lambda: f"{now().turn:g}°", lambda v: put("turn", degrees_of(v)))
        self._remove(f"Remove {now().name}", lambda j: remove_group(j, room_id, group_id), "remove group")


class TapeRows:
    """The room by its walls, one after the other, as one walks round it with a tape."""

    def __init__(self, panel: Panel, room_id: str) -> None:
        self._panel, self._store, self._room_id = panel, panel.store, room_id
        self._spread: Spread = "even"
        panel.group("Walk round it with a tape")
        panel.text("Walls", lambda: "", self._survey)
        field = panel.row("Walls")
        assert isinstance(field, QLineEdit)
        field.setPlaceholderText("4200 r 3000 r …")
        field.textEdited.connect(self._typed)
        panel.pick("What is left", SPREADS, lambda: self._spread, self._choose)
        self._words = panel.words("soft", lambda: HOW)

    def _typed(self, text: str) -> None:
        """Draw the walk as it grows, and say how far its end is from its start."""
        store = self._store
        try:
            walk = walked(parse_walk(text, store.job.display.style.unit)) if text.strip() else None
        except PlankError as problem:
            self._words.setText(str(problem))
            return
        if walk is None:
            store.show_walk(())
            self._words.setText(HOW)
            return
        x0, y0 = store.job.room(self._room_id).corners[0]
        store.show_walk(tuple((x0 + x, y0 + y) for x, y in walk.points))
        walls = len(walk.points) - 1
        shown = store.job.display.shown(walk.misclosure)
        self._words.setText(f"{walls} {'wall' if walls == 1 else 'walls'}; the end is {shown} from the start.")

    def _survey(self, text: str) -> None:
        store, room_id = self._store, self._room_id
        legs = parse_walk(text, store.job.display.style.unit)
        store.apply(lambda j: survey_room(j, room_id, legs, self._spread), "room by tape")
        store.show_walk(())

    def _choose(self, value: object) -> None:
        self._spread = value  # type: ignore[assignment]


SPREADS = (("even", "Spread over all walls", None), ("last", "Into the last wall", None), ("none", "Must be nothing", None))
HOW = "Clockwise: a length, then r or l for the turn; r45 by degrees; rd5100 by the diagonal to the next corner but one."


DOOR = (
    ("leaf", "Leaves", (("single", "One", None), ("double", "Two", None), ("sliding", "Sliding", None))),
    ("hand", "Hand", (("left", "Left", None), ("right", "Right", None))),
    ("swing", "Opens", (("in", "To this side", None), ("out", "To the other side", None))),
)


class OpeningPanel(Panel):
    """The place and size of a door or window."""

    def __init__(self, store: Store, face: Face, opening: WallOpening) -> None:
        super().__init__(store)
        room_id = store.state.room

        def now() -> WallOpening:
            return next(o for o in store.job.face(room_id, face.id).openings if o.id == opening.id)

        def put(name: str, value: float) -> None:
            store.apply(
                lambda j: change_opening(j, room_id, face.id, opening.id, **{name: value}), f"{opening.kind} {name} → {self.shown(value)}"
            )

        def turn(name: str, value: object) -> None:
            store.apply(lambda j: change_opening(j, room_id, face.id, opening.id, **{name: value}), f"door {name}")

        self.title(
            lambda: opening.kind.capitalize(), lambda: f"In {store.job.face(room_id, face.id).name}, from its left end as you face it."
        )
        for name, label in (("x", "From left"), ("width", "Width"), ("sill", "Sill"), ("height", "Height")):
            self.length(label, lambda n=name: getattr(now(), n), lambda v, n=name: put(n, v))  # type: ignore[misc]
        if opening.kind == "door":
            for name, label, choices in DOOR:
                self.pick(label, choices, lambda n=name: getattr(now(), n), lambda v, n=name: turn(n, v))  # type: ignore[misc]
        button = QPushButton(f"Remove this {opening.kind}")
        button.clicked.connect(lambda: store.apply(lambda j: remove_opening(j, room_id, face.id, opening.id), f"remove {opening.kind}"))
        self.widget(button)
        self.done()
