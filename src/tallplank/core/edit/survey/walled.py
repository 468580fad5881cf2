"""Edits of doors and windows in walls."""

from tallplank.core.edit.check import Edited, EditError, valid
from tallplank.core.edit.survey.room import fresh_id, with_wall
from tallplank.core.job.face import Face
from tallplank.core.job.job import Job
from tallplank.core.job.wall import OpeningKind, Wall, WallOpening

USUAL = {"door": (0.0, 900.0, 2050.0), "window": (1050.0, 1200.0, 1150.0), "opening": (0.0, 1000.0, 2100.0), "niche": (900.0, 600.0, 900.0)}
"""Sill, width and height of what is new in a wall; common practice, no source."""
NICHE = 0.6
"""How far a new niche goes into its wall at most, as a share of its thickness."""


def usual_opening(kind: str) -> tuple[float, float, float]:
    """Sill, width and height of a new door, window or opening without either."""
    return USUAL.get(kind, USUAL["door"])


def add_opening(job: Job, room_id: str, face_id: str, kind: OpeningKind, x: float | None = None, **values: float) -> Edited:
    """A job with a door, a window or an opening without either in a wall, in its middle unless `x` says where.

    Sill, width and height may be given.

    Raises:
        EditError: it does not fit into the wall or meets another opening.
    """
    sill, width, height = usual_opening(kind)
    room, face = job.room(room_id), job.face(room_id, face_id)
    taken = set(room.ids_in_walls)
    sizes = {"sill": sill, "width": width, "height": height, **values}
    if kind == "niche":
        sizes.setdefault("deep", round(min(150.0, face.thickness * NICHE)))
    start = x if x is not None else (face.length - sizes["width"]) / 2
    key = fresh_id(kind, taken)
    opening = valid(lambda: WallOpening(id=key, kind=kind, x=_on_front(face, start, sizes["width"]), **sizes))
    return Edited(with_wall(job, room_id, face_id, lambda wall: wall.but(openings=(*wall.openings, opening))), (key,))


def change_opening(job: Job, room_id: str, face_id: str, opening_id: str, **values: object) -> Job:
    """A job with a door's or window's x (as seen on this face), width, sill or height changed."""
    face = job.face(room_id, face_id)
    before = next((o for o in face.openings if o.id == opening_id), None)
    if before is None:
        raise EditError(f"{face.name} has no door or window '{opening_id}'.")
    if _is_back(face):
        seen = valid(lambda: before.but(**values))
        values = {**values, "x": _on_front(face, seen.x, seen.width)}
        other = {"left": "right", "right": "left", "in": "out", "out": "in"}
        values |= {name: other[str(getattr(seen, name))] for name in ("hand", "swing") if name in values}

    def changed(wall: Wall) -> Wall:
        return wall.but(openings=tuple(o.but(**values) if o.id == opening_id else o for o in wall.openings))

    return with_wall(job, room_id, face_id, changed)


def remove_opening(job: Job, room_id: str, face_id: str, opening_id: str) -> Job:
    """A job without one door or window."""

    def without(wall: Wall) -> Wall:
        return wall.but(openings=tuple(o for o in wall.openings if o.id != opening_id))

    return with_wall(job, room_id, face_id, without)


def _is_back(face: Face) -> bool:
    return isinstance(face.carrier, Wall) and face.carrier.id != face.id


def _on_front(face: Face, x: float, width: float) -> float:
    """A place along a face as measured on the front of its wall."""
    return face.length - x - width if _is_back(face) else x
