"""Edits of what comes out of walls or hangs at them: sockets, switches, water, gas, waste, extract points, radiators."""

from collections.abc import Mapping
from types import MappingProxyType

from tallplank.core.edit.check import Edited, EditError, valid
from tallplank.core.edit.survey.room import fresh_id, with_wall
from tallplank.core.job.face import Face
from tallplank.core.job.job import Job
from tallplank.core.job.wall import Service, ServiceKind, Wall

USUAL: Mapping[ServiceKind, tuple[float, float, float, float]] = MappingProxyType(
    {
        "socket": (1100.0, 146.0, 86.0, 10.0),
        "switch": (1050.0, 86.0, 86.0, 10.0),
        "water": (500.0, 150.0, 60.0, 60.0),
        "gas": (500.0, 40.0, 40.0, 60.0),
        "waste": (400.0, 50.0, 50.0, 80.0),
        "extract": (2150.0, 150.0, 150.0, 20.0),
        "radiator": (120.0, 1000.0, 600.0, 100.0),
    }
)
"""Lower edge, width, height and how far it stands out, of what is new; common practice, no source."""
SERVICE_NAMES: Mapping[ServiceKind, str] = MappingProxyType(
    {
        "socket": "Socket",
        "switch": "Switch",
        "water": "Water",
        "gas": "Gas",
        "waste": "Waste",
        "extract": "Extract",
        "radiator": "Radiator",
    }
)


def add_service(job: Job, room_id: str, face_id: str, kind: ServiceKind, x: float | None = None, **values: object) -> Edited:
    """A job with a service at a wall, in its middle unless `x` says where its left edge is; its id comes with it.

    Raises:
        EditError: it does not fit onto the wall.
    """
    room, face = job.room(room_id), job.face(room_id, face_id)
    z, width, height, deep = USUAL[kind]
    sizes = {"z": z, "width": width, "height": height, "deep": deep, **values}
    start = x if x is not None else (face.length - float(sizes["width"])) / 2  # type: ignore[arg-type]
    key = fresh_id(kind, set(room.ids_in_walls))
    made = valid(lambda: Service.model_validate({"id": key, "kind": kind, "x": start, **sizes}))
    return Edited(_with(job, room_id, face, (*face.services, made)), (key,))


def change_service(job: Job, room_id: str, face_id: str, service_id: str, **values: object) -> Job:
    """A job with a service's place, size or note changed.

    Raises:
        EditError: no such service, a value out of range, or it would not fit onto the wall.
    """
    face = job.face(room_id, face_id)
    made = valid(lambda: service_of(face, service_id).but(**values))
    return _with(job, room_id, face, tuple(made if s.id == service_id else s for s in face.services))


def remove_service(job: Job, room_id: str, face_id: str, service_id: str) -> Job:
    """A job without a service."""
    face = job.face(room_id, face_id)
    service_of(face, service_id)
    return _with(job, room_id, face, tuple(s for s in face.services if s.id != service_id))


def service_of(face: Face, service_id: str) -> Service:
    """A service by its id.

    Raises:
        EditError: the face has none of this id.
    """
    found = next((s for s in face.services if s.id == service_id), None)
    if found is None:
        raise EditError(f"{face.name} has no socket, pipe or radiator '{service_id}'.")
    return found


def _with(job: Job, room_id: str, face: Face, services: tuple[Service, ...]) -> Job:
    def changed(wall: Wall) -> Wall:
        if wall.id != face.id:
            raise EditError("Put it on the front of the wall.")
        return wall.but(services=services)

    return with_wall(job, room_id, face.id, changed)
