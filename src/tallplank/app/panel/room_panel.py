"""The Spec of the room, its walls, and a selected door or window."""

from PyQt6.QtWidgets import QPushButton

from tallplank.app.panel.panel import Panel
from tallplank.core.edit.room import change_opening, change_room, change_wall, remove_opening
from tallplank.core.job.room import Wall, WallOpening
from tallplank.session.store import Store


def selected_opening(store: Store) -> tuple[Wall, WallOpening] | None:
    """The door or window that is selected, with its wall."""
    room = store.room()
    chosen = set(store.state.selected)
    return next(((w, o) for w in (room.walls if room else ()) for o in w.openings if o.id in chosen), None)


class RoomPanel(Panel):
    """The sizes of the shown room and of its walls."""

    def __init__(self, store: Store) -> None:
        super().__init__(store)
        self.title(lambda: "Room", lambda: "Measured between the finished faces of the walls.")
        room_id = store.state.room

        def put(name: str, value: object) -> None:
            store.apply(
                lambda j: change_room(j, room_id, **{name: value}),
                f"room {name} → {self.shown(value) if isinstance(value, float) else value}",
            )

        self.text("Name", lambda: store.job.room(room_id).name, lambda v: put("name", v))
        for name in ("width", "depth", "height"):
            self.length(name.capitalize(), lambda n=name: getattr(store.job.room(room_id), n), lambda v, n=name: put(n, v))  # type: ignore[misc]
        for wall in store.job.room(room_id).walls:
            self._wall(room_id, wall.id, wall.side)
        self.done()

    def _wall(self, room_id: str, wall_id: str, side: str) -> None:
        store = self.store
        self.group(f"Wall at the {side} of the plan")

        def put(name: str, value: object) -> None:
            store.apply(lambda j: change_wall(j, room_id, wall_id, **{name: value}), f"wall {name}")

        self.text("Name", lambda: store.job.wall(room_id, wall_id).name, lambda v: put("name", v))
        self.length("Thickness", lambda: store.job.wall(room_id, wall_id).thickness, lambda v: put("thickness", v))


class OpeningPanel(Panel):
    """The place and size of a door or window."""

    def __init__(self, store: Store, wall: Wall, opening: WallOpening) -> None:
        super().__init__(store)
        room_id = store.state.room

        def now() -> WallOpening:
            return next(o for o in store.job.wall(room_id, wall.id).openings if o.id == opening.id)

        def put(name: str, value: float) -> None:
            store.apply(
                lambda j: change_opening(j, room_id, wall.id, opening.id, **{name: value}), f"{opening.kind} {name} → {self.shown(value)}"
            )

        self.title(
            lambda: opening.kind.capitalize(), lambda: f"In {store.job.wall(room_id, wall.id).name}, from its left end as you face it."
        )
        for name, label in (("x", "From left"), ("width", "Width"), ("sill", "Sill"), ("height", "Height")):
            self.length(label, lambda n=name: getattr(now(), n), lambda v, n=name: put(n, v))  # type: ignore[misc]
        button = QPushButton(f"Remove this {opening.kind}")
        button.clicked.connect(lambda: store.apply(lambda j: remove_opening(j, room_id, wall.id, opening.id), f"remove {opening.kind}"))
        self.widget(button)
        self.done()
