"""Edits of what stands or hangs in a room and cannot be moved: columns, chimney breasts, beams, boxings, soffits, sloping ceilings."""

from collections.abc import Iterable, Mapping, Sequence
from functools import partial
from types import MappingProxyType
from typing import Literal, cast

from tallplank.core.edit.check import Edited, EditError, valid
from tallplank.core.edit.survey.room import fresh_id, with_room
from tallplank.core.job.face import Face
from tallplank.core.job.job import Job
from tallplank.core.job.room import Room
from tallplank.core.job.standing import Column, Slope, Soffit
from tallplank.core.space.outline import Point, bounds, is_clockwise

Standing = Column | Soffit | Slope
ColumnKind = Literal["column", "chimney", "beam", "pipe", "boxing"]
USUAL: Mapping[str, tuple[str, Mapping[str, object]]] = MappingProxyType(
    {
        "column": ("Column", {"width": 300.0, "depth": 300.0}),
        "chimney": ("Chimney breast", {"width": 1200.0, "depth": 350.0}),
        "beam": ("Beam", {"width": 2000.0, "depth": 200.0}),
        "pipe": ("Pipe", {"width": 50.0, "depth": 50.0, "round": True}),
        "boxing": ("Boxing", {"width": 200.0, "depth": 200.0}),
    }
)
"""Names and sizes of what is new; common practice, no source."""
BEAM_DROP, SOFFIT_DROP, SLOPE_LOW, SLOPE_RUN = 250.0, 330.0, 1200.0, 1400.0
"""How far a new beam and a new soffit come down from the ceiling; where a new slope begins and how far it runs."""
BEFORE_UNITS = 20.0
"""How far a soffit over units stands out before their fronts."""
FIELDS: Mapping[type, str] = MappingProxyType({Column: "columns", Soffit: "soffits", Slope: "slopes"})


def add_column(job: Job, room_id: str, at: Point, kind: ColumnKind = "column", **values: object) -> Edited:
    """A job with one more column, chimney breast, beam, pipe or boxing, its middle at a point of the plan; its id comes with it.

    Raises:
        EditError: a value out of range, or too many.
    """
    room = job.room(room_id)
    name, usual = USUAL[kind]
    if kind == "beam":
        usual = {**usual, "low": max(room.height - BEAM_DROP, 0.0)}
    number = 1 + sum(c.name.startswith(name) for c in room.columns)
    return _with_more(job, room, Column, "column", {"name": f"{name} {number}", "x": at[0], "y": at[1], **usual, **values})


def add_column_at(job: Job, room_id: str, face: Face, along: float, kind: ColumnKind, **values: object) -> Edited:
    """The same with its back against a face, its middle so far along it."""
    _, usual = USUAL[kind]
    deep = float({**usual, **values}["depth"])  # type: ignore[arg-type]
    point = face.frame.out((along, -deep / 2, 0.0))
    return add_column(job, room_id, (point.x, point.y), kind, turn=face.turn, **values)


def add_soffit(job: Job, room_id: str, corners: Iterable[Point], low: float | None = None, **values: object) -> Edited:
    """A job with one more soffit over an outline, given in either direction; its id comes with it.

    Raises:
        EditError: its sides cross, it begins above the ceiling, or there are too many.
    """
    room = job.room(room_id)
    ring = tuple((float(x), float(y)) for x, y in corners)
    if len(ring) > 2 and is_clockwise(ring):
        ring = tuple(reversed(ring))
    low = max(room.height - SOFFIT_DROP, room.height / 2) if low is None else low
    name = f"Soffit {len(room.soffits) + 1}"
    return _with_more(job, room, Soffit, "soffit", {"name": name, "corners": ring, "low": low, **values})


def add_slope(job: Job, room_id: str, face_id: str, low: float = SLOPE_LOW, run: float = SLOPE_RUN) -> Edited:
    """A job in which the ceiling slopes down to a wall; the id of the slope comes with it.

    Raises:
        EditError: no such wall, a height above the ceiling, or too many.
    """
    room = job.room(room_id)
    name = f"Slope at {job.face(room_id, face_id).name}"
    return _with_more(job, room, Slope, "slope", {"name": name, "face": face_id, "low": low, "run": run})


def _with_more(job: Job, room: Room, what: type[Standing], prefix: str, values: Mapping[str, object]) -> Edited:
    key = fresh_id(prefix, {*room.face_ids, *(g.id for g in room.groups), *(thing.id for thing in standings(room))})
    made = valid(lambda: what.model_validate({"id": key, **values}))
    field = FIELDS[what]
    return Edited(with_room(job, room.id, lambda r: r.but(**{field: (*getattr(r, field), made)})), (key,))


def change_standing(job: Job, room_id: str, thing_id: str, **values: object) -> Job:
    """A job with a column, soffit or slope changed in some of its values.

    Raises:
        EditError: no such thing, or a value out of range.
    """
    before = standing_of(job.room(room_id), thing_id)
    made = cast(Standing, valid(partial(before.but, **values)))
    if made.id != thing_id:
        raise EditError("What stands in a room keeps its id.")
    field = FIELDS[type(made)]
    return with_room(job, room_id, lambda r: r.but(**{field: tuple(made if c.id == thing_id else c for c in getattr(r, field))}))


def move_standing(job: Job, room_id: str, thing_id: str, by: Point) -> Job:
    """A job with a column or a soffit shifted on the plan."""
    thing = standing_of(job.room(room_id), thing_id)
    if isinstance(thing, Column):
        return change_standing(job, room_id, thing_id, x=thing.x + by[0], y=thing.y + by[1])
    if isinstance(thing, Soffit):
        return change_standing(job, room_id, thing_id, corners=tuple((x + by[0], y + by[1]) for x, y in thing.corners))
    raise EditError("A slope goes with its wall.")


def set_standing_along(job: Job, room_id: str, thing_id: str, face: Face, size: Literal["x", "width"], value: float) -> Job:
    """A job with a column's or a soffit's place along a face, or its width there, as given.

    Raises:
        EditError: a width of something that is turned against the face.
    """
    thing = standing_of(job.room(room_id), thing_id)
    (left, _), (right, _) = bounds(along_face(thing, face))
    if isinstance(thing, Column):
        left, right = thing.span(along_face(thing, face), face.frame.inside((thing.x, thing.y, 0.0)).x)
    if size == "x":
        way = face.frame.x
        return move_standing(job, room_id, thing_id, (way.x * (value - left), way.y * (value - left)))
    if not isinstance(thing, Column):
        raise EditError("A soffit takes its size from its corners: type them in the Spec.")
    turn = (thing.turn - face.turn) % 180.0
    if min(turn, 180.0 - turn) < 1e-6 or thing.round:
        name = "width"
    elif abs(turn - 90.0) < 1e-6:
        name = "depth"
    else:
        raise EditError("It stands at an angle to the wall: type its width in the Spec.")
    shift = (value - (right - left)) / 2
    job = change_standing(job, room_id, thing_id, **{name: value, **({"depth": value} if thing.round else {})})
    return move_standing(job, room_id, thing_id, (face.frame.x.x * shift, face.frame.x.y * shift))


def along_face(thing: Standing, face: Face) -> Sequence[Point]:
    """The outline of a column or soffit in the frame of a face."""
    ring = thing.outline if isinstance(thing, Column) else thing.corners if isinstance(thing, Soffit) else ()
    return [face.frame.inside((*point, 0.0))[:2] for point in ring]


def remove_standing(job: Job, room_id: str, thing_id: str) -> Job:
    """A job without a column, soffit or slope."""
    field = FIELDS[type(standing_of(job.room(room_id), thing_id))]
    return with_room(job, room_id, lambda r: r.but(**{field: tuple(c for c in getattr(r, field) if c.id != thing_id)}))


def standings(room: Room) -> tuple[Standing, ...]:
    """All columns, soffits and slopes of a room."""
    return (*room.columns, *room.soffits, *room.slopes)


def standing_of(room: Room, thing_id: str) -> Standing:
    """A column, soffit or slope by its id.

    Raises:
        EditError: the room has none of this id.
    """
    found = next((c for c in standings(room) if c.id == thing_id), None)
    if found is None:
        raise EditError(f"{room.name} has no column, soffit or slope '{thing_id}'.")
    return found
