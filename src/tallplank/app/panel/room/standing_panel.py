"""The Spec of a selected column, beam, pipe, boxing, soffit or sloping ceiling, and of a selected service."""

from collections.abc import Callable

from PyQt6.QtWidgets import QPushButton

from tallplank.app.panel.angle import degrees_of, shown_degrees
from tallplank.app.panel.panel import SpecPanel
from tallplank.app.panel.room.corner_list import corners_of, corners_text
from tallplank.app.panel.room.surface_row import surface_rows
from tallplank.core.edit.survey.service import SERVICE_NAMES, change_service, remove_service, service_of
from tallplank.core.edit.survey.standing import Standing, change_standing, remove_standing, standing_of, standings
from tallplank.core.job.face import Face, faces_of
from tallplank.core.job.job import Job
from tallplank.core.job.standing import Column, Slope, Soffit
from tallplank.core.job.wall import Service
from tallplank.core.space.outline import Point, is_clockwise
from tallplank.session.store import Store

SHAPES = (("square", "Square", None), ("round", "Round", None), ("any", "By its corners", None))
EIGHT = ((0.3, 0.0), (0.7, 0.0), (1.0, 0.3), (1.0, 0.7), (0.7, 1.0), (0.3, 1.0), (0.0, 0.7), (0.0, 0.3))
"""The outline that a column of any outline begins with: its corners cut off."""


def selected_standing(store: Store) -> Standing | None:
    """The column, soffit or slope that is selected."""
    room, chosen = store.room(), set(store.state.selected)
    return next((thing for thing in standings(room) if thing.id in chosen), None) if room is not None else None


def selected_service(store: Store) -> tuple[Face, Service] | None:
    """The service that is selected, with its face."""
    room, chosen = store.room(), set(store.state.selected)
    faces = faces_of(room).values() if room is not None else ()
    return next(((f, s) for f in faces for s in f.services if s.id in chosen), None)


class StandingPanel(SpecPanel):
    """The place, size and heights of what stands or hangs in the room."""

    def __init__(self, store: Store, thing: Standing) -> None:
        super().__init__(store)
        self._room_id, self._id = store.state.room, thing.id
        self.title(lambda: self._now().name, lambda: "Lengths from the left and from below are those of the plan.")
        self.text("Name", lambda: self._now().name, lambda v: self._put("name", v))
        if isinstance(thing, Column):
            self._column_rows(thing)
        elif isinstance(thing, Soffit):
            self._soffit_rows()
        else:
            self._slope_rows()
        button = QPushButton("Remove it")
        button.clicked.connect(lambda: store.apply(lambda j: remove_standing(j, self._room_id, self._id), f"remove {thing.name}"))
        self.widget(button)
        self.done()

    @staticmethod
    def key(store: Store) -> tuple[object, ...]:
        """What the panel's rows depend on."""
        thing = selected_standing(store)
        surface = thing.surface if isinstance(thing, Soffit) else None
        cornered = isinstance(thing, Column) and bool(thing.corners)
        return ("standing", store.state.room, thing.id if thing else "", surface, len(store.job.pictures), cornered)

    def _now(self) -> Standing:
        return standing_of(self.store.job.room(self._room_id), self._id)

    def _put(self, name: str, value: object) -> None:
        self.store.apply(lambda j: change_standing(j, self._room_id, self._id, **{name: value}), f"{self._now().name} {name}")

    def _lengths(self, *rows: tuple[str, str]) -> None:
        for name, label in rows:
            self.length(label, lambda n=name: getattr(self._now(), n), lambda v, n=name: self._put(n, v))  # type: ignore[misc]

    def _column_rows(self, column: Column) -> None:
        def shape() -> str:
            now = self._now()
            assert isinstance(now, Column)
            return "round" if now.round else "any" if now.corners else "square"

        def reshape(value: object) -> None:
            change = {"round": value == "round", "corners": EIGHT if value == "any" else ()}
            self.store.apply(lambda j: change_standing(j, self._room_id, self._id, **change), f"{self._now().name} shape")

        self.pick("Shape", SHAPES, shape, reshape)
        if column.corners:
            self.text("Corners", self._corners, lambda v: self._put("corners", corners_of(self, v, self._outline())))
        self._lengths(("x", "From left"), ("y", "From below"), ("width", "Width"), ("depth", "Depth"), ("low", "Bottom at"))
        self.length("Top at", lambda: self._top(), lambda v: self._put("high", v))
        self.text("Turn", lambda: shown_degrees(getattr(self._now(), "turn")), lambda v: self._put("turn", degrees_of(v)))  # noqa: B009

    def _top(self) -> float:
        now = self._now()
        assert isinstance(now, Column)
        return now.top(self.store.job.room(self._room_id).height)

    def _corners(self) -> str:
        return corners_text(self, self._outline())

    def _outline(self) -> tuple[Point, ...]:
        now = self._now()
        return () if isinstance(now, Slope) else now.corners

    def _soffit_rows(self) -> None:
        self._lengths(("low", "Underside"))
        self.text("Corners", self._corners, lambda v: self._put("corners", _counter_clockwise(corners_of(self, v, self._outline()))))
        self.pick("Molding", ((False, "None", None), (True, "Round it below", None)), self._molding, lambda v: self._put("molding", v))
        surface_rows(self, self._room_id, self._id, lambda: getattr(self._now(), "surface", None))

    def _molding(self) -> bool:
        now = self._now()
        return isinstance(now, Soffit) and now.molding

    def _slope_rows(self) -> None:
        self._lengths(("low", "At the wall"), ("run", "Level after"))
        self.words("soft", lambda: "It rises from the wall and meets the level ceiling on a line so far from it.")


def _counter_clockwise(ring: tuple[Point, ...]) -> tuple[Point, ...]:
    return tuple(reversed(ring)) if is_clockwise(ring) else ring


class ServicePanel(SpecPanel):
    """The place and size of a socket, a pipe's end or a radiator."""

    def __init__(self, store: Store, face: Face, service: Service) -> None:
        super().__init__(store)
        room_id = store.state.room

        def now() -> Service:
            return service_of(store.job.face(room_id, face.id), service.id)

        def put(name: str, value: object) -> None:
            store.apply(lambda j: change_service(j, room_id, face.id, service.id, **{name: value}), f"{service.kind} {name}")

        self.title(lambda: SERVICE_NAMES[service.kind], lambda: f"At {face.name}, from its left end as you face it.")
        middles: tuple[tuple[str, str, Callable[[Service], float]], ...] = (
            ("x", "Middle at", lambda s: s.width / 2),
            ("z", "Height", lambda s: s.height / 2),
        )
        for name, label, half in middles:
            self.length(
                label,
                lambda n=name, h=half: getattr(now(), n) + h(now()),  # type: ignore[misc]
                lambda v, n=name, h=half: put(n, v - h(now())),  # type: ignore[misc]
            )
        for name, label in (("width", "Width"), ("height", "High"), ("deep", "Stands out")):
            self.length(label, lambda n=name: getattr(now(), n), lambda v, n=name: put(n, v))  # type: ignore[misc]
        self.text("Note", lambda: now().note, lambda v: put("note", v))
        button = QPushButton("Remove it")
        button.clicked.connect(lambda: store.apply(_removal(room_id, face.id, service.id), f"remove {service.kind}"))
        self.widget(button)
        self.done()

    @staticmethod
    def key(store: Store) -> tuple[object, ...]:
        """What the panel's rows depend on."""
        found = selected_service(store)
        return ("service", store.state.room, found[0].id, found[1].id) if found is not None else ()


def _removal(room_id: str, face_id: str, service_id: str) -> Callable[[Job], Job]:
    return lambda job: remove_service(job, room_id, face_id, service_id)
