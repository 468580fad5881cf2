"""The Spec of a selected door, window, opening or niche."""

from PyQt6.QtWidgets import QPushButton

from tallplank.app.panel.panel import SpecPanel
from tallplank.core.edit.survey.walled import change_opening, remove_opening
from tallplank.core.job.face import Face, faces_of
from tallplank.core.job.wall import WallOpening
from tallplank.session.store import Store


def selected_opening(store: Store) -> tuple[Face, WallOpening] | None:
    """The door or window that is selected, on the face that is shown or else the front of its wall."""
    room = store.room()
    chosen = set(store.state.selected)
    faces = sorted(faces_of(room).values() if room else (), key=lambda f: f.id != store.state.face)
    return next(((f, o) for f in faces for o in f.openings if o.id in chosen), None)


DOOR = (
    ("leaf", "Leaves", (("single", "One", None), ("double", "Two", None), ("sliding", "Sliding", None))),
    ("hand", "Hand", (("left", "Left", None), ("right", "Right", None))),
    ("swing", "Opens", (("in", "To this side", None), ("out", "To the other side", None))),
)


class OpeningPanel(SpecPanel):
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
        if opening.kind == "window":
            sills = ((False, "None", None), (True, "As the worktop", None))
            self.pick("Sill board", sills, lambda: now().board, lambda v: turn("board", v))
        if opening.kind == "niche":
            self.length("Deep", lambda: now().deep, lambda v: put("deep", v))
        if opening.kind == "door":
            for name, label, choices in DOOR:
                self.pick(label, choices, lambda n=name: getattr(now(), n), lambda v, n=name: turn(n, v))  # type: ignore[misc]
        button = QPushButton(f"Remove this {opening.kind}")
        button.clicked.connect(lambda: store.apply(lambda j: remove_opening(j, room_id, face.id, opening.id), f"remove {opening.kind}"))
        self.widget(button)
        self.done()
