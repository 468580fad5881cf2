"""Adding, changing, removing and hiding dimensions, and a value typed over one that was added."""

from collections.abc import Iterable
from functools import partial

from tallplank.core.catalog.catalog import Catalog
from tallplank.core.edit.check import Edited, EditError, valid
from tallplank.core.edit.dimension.pick import HeldLine
from tallplank.core.edit.dimension.reach import AXES, places_of
from tallplank.core.edit.group import change_group, group_of
from tallplank.core.edit.survey.room import fresh_id
from tallplank.core.edit.survey.service import change_service, service_of
from tallplank.core.edit.survey.standing import move_standing
from tallplank.core.edit.survey.walled import change_opening
from tallplank.core.edit.unit import Anchor, change_units, free_of, raise_units, set_width, slide_units
from tallplank.core.job.dimension import MOST_DIMENSIONS, MOST_HIDDEN, OF_UNITS, Dimension, End, View
from tallplank.core.job.face import Face
from tallplank.core.job.job import Job
from tallplank.core.job.room import Group
from tallplank.core.joinery.made import Made
from tallplank.core.space.frame import Vec

SMALLEST = 1e-6


def add_dimension(job: Job, room: str, view: View, first: HeldLine, second: HeldLine, at: float) -> Edited:
    """A job with a dimension between two lines of a drawing, the second of those alike to the first; its own line is drawn at `at`.

    Raises:
        EditError: both are the same, or there are too many.
    """
    if len(job.dimensions) >= MOST_DIMENSIONS:
        raise EditError(f"A job has at most {MOST_DIMENSIONS} dimensions of its own.")
    key = fresh_id("dimension", {d.id for d in job.dimensions})
    ends = (first.end, second.end)
    dimension = valid(
        lambda: Dimension(id=key, room=room, face=first.face, view=view, axis=first.axis, first=ends[0], second=ends[1], at=at)
    )
    return Edited(job.replaced(dimensions=(*job.dimensions, dimension)), (key,))


def dimension_of(job: Job, dimension_id: str) -> Dimension:
    """An added dimension by its id.

    Raises:
        EditError: there is none.
    """
    found = next((d for d in job.dimensions if d.id == dimension_id), None)
    if found is None:
        raise EditError("That dimension is gone.")
    return found


def change_dimension(job: Job, dimension_id: str, **values: object) -> Job:
    """A job with other ends of a dimension, or with its line at another place.

    Raises:
        EditError: both ends would be the same.
    """
    dimension = dimension_of(job, dimension_id)
    changed = valid(partial(dimension.but, **values))
    return job.replaced(dimensions=tuple(changed if d is dimension else d for d in job.dimensions))


def remove_dimensions(job: Job, ids: Iterable[str]) -> Job:
    """A job without these dimensions."""
    gone = set(ids)
    left = tuple(d for d in job.dimensions if d.id not in gone)
    return job.replaced(dimensions=left) if len(left) < len(job.dimensions) else job


def hide_chains(job: Job, names: Iterable[str], *, hidden: bool) -> Job:
    """A job in which chains of dimensions are hidden, or drawn again.

    Raises:
        EditError: there would be too many hidden ones.
    """
    wanted = tuple(dict.fromkeys(names))
    if hidden:
        now = tuple(dict.fromkeys((*job.hidden_chains, *wanted)))
        if len(now) > MOST_HIDDEN:
            raise EditError(f"At most {MOST_HIDDEN} chains of a job are hidden.")
    else:
        now = tuple(name for name in job.hidden_chains if name not in wanted)
    return job.replaced(hidden_chains=now) if now != job.hidden_chains else job


def set_dimension(job: Job, catalog: Catalog, made: Made, dimension_id: str, value: float, anchor: Anchor = "left") -> Job:
    """A job in which what an added dimension holds was moved until it has this value.

    `anchor` says which of its ends stays, the left or lower one, the right or upper one, or the middle between both. But a wall stays
    always, and what stands against a wall stays where the other end is free to move away from it.

    Raises:
        EditError: nothing that it holds can be moved so.
    """
    dimension = dimension_of(job, dimension_id)
    places = places_of(made, dimension)
    if value < 0 or places is None:
        raise EditError("A distance is 0 or more." if value < 0 else "One of its ends is not there now.")
    ends = [dimension.first, dimension.second]
    if places[0] > places[1]:
        ends.reverse()
    low, high = ends
    if low.thing == high.thing:
        return _sized(job, catalog, dimension, value, anchor)
    grows = value - abs(places[1] - places[0])
    share = {"left": 0.0, "right": 1.0, "centre": 0.5}[anchor]
    hold_low, hold_high = (_hold(made, dimension, end) for end in ends)
    if hold_low != hold_high:
        share = 1.0 if hold_high > hold_low else 0.0
    for end, other, by in ((high, low, grows * (1.0 - share)), (low, high, 0.0 - grows * share)):
        if abs(by) > SMALLEST:
            job = _moved(job, catalog, made, dimension, end, other, by)
    return job


def _hold(made: Made, dimension: Dimension, end: End) -> int:
    """How firmly what an end holds stays where it is along a dimension: a wall most, then what would have to leave its wall."""
    if end.holds == "wall":
        return 2
    unit = made.by_id.get(end.thing)
    if unit is None or isinstance(made.face(unit).carrier, Group) or dimension.axis == "z":
        return 0
    frame, own = made.faces[dimension.room][dimension.face].frame, made.face(unit).frame
    way = frame.x if dimension.axis == "x" else frame.y
    return 1 if abs(way.x * own.x.x + way.y * own.x.y) <= SMALLEST else 0


def _sized(job: Job, catalog: Catalog, dimension: Dimension, value: float, anchor: Anchor) -> Job:
    """A job with the size of a unit that both ends hold."""
    one, other = dimension.first, dimension.second
    if (one.holds, other.holds) != ("carcass", "carcass") or "middle" in (one.edge, other.edge):
        raise EditError("Both of its ends are of one thing: change that instead.")
    if dimension.axis == "x":
        return set_width(job, catalog, [one.thing], value, anchor)
    return change_units(job, catalog, [one.thing], **{"depth" if dimension.axis == "y" else "height": value})


def _moved(job: Job, catalog: Catalog, made: Made, dimension: Dimension, end: End, other: End, by: float) -> Job:
    """A job with what an end holds moved along a dimension."""
    faces = made.faces[dimension.room]
    frame = faces[dimension.face].frame
    way = (frame.x, frame.y, frame.z)[AXES[dimension.axis]]
    step = Vec(way.x * by, way.y * by, way.z * by)
    if end.holds in OF_UNITS:
        return _unit_moved(job, catalog, made, end.thing, other, step)
    if end.holds == "standing":
        if step.z:
            raise EditError("Its height is its own: type it in the Spec.")
        return move_standing(job, dimension.room, end.thing, (step.x, step.y))
    face = next((f for f in faces.values() if _is_in(f, end.thing)), None)
    if face is None:
        raise EditError("A wall stays where it is: move what stands before it.")
    return _slid_in_wall(job, dimension.room, face, end, step)


def _is_in(face: Face, thing: str) -> bool:
    return any(o.id == thing for o in face.openings) or any(s.id == thing for s in face.services)


def _slid_in_wall(job: Job, room: str, face: Face, end: End, step: Vec) -> Job:
    """A job with a door, window or service moved along its wall, or up."""
    along = step.x * face.frame.x.x + step.y * face.frame.x.y
    if abs(step.x * face.frame.y.x + step.y * face.frame.y.y) > SMALLEST:
        raise EditError("It stays in its wall.")
    if end.holds == "service":
        service = service_of(face, end.thing)
        return change_service(job, room, face.id, service.id, x=service.x + along, z=service.z + step.z)
    opening = next(o for o in face.openings if o.id == end.thing)
    return change_opening(job, room, face.id, opening.id, x=opening.x + along, sill=opening.sill + step.z)


def _unit_moved(job: Job, catalog: Catalog, made: Made, unit_id: str, other: End, step: Vec) -> Job:
    """A job with a unit moved along its face, up, or off it; one of a group takes the group along, but for what is in it too."""
    unit, face = job.unit(unit_id), made.face(made.by_id[unit_id])
    free_of(job, [unit_id])
    if step.z:
        return raise_units(job, made, [unit_id], step.z)
    beside = made.by_id.get(other.thing)
    if isinstance(face.carrier, Group) and (beside is None or made.face(beside).carrier is not face.carrier):
        group = group_of(job.room(unit.room), face.carrier.id)
        return change_group(job, unit.room, group.id, x=group.x + step.x, y=group.y + step.y)
    along = step.x * face.frame.x.x + step.y * face.frame.x.y
    off = 0.0 - step.x * face.frame.y.x - step.y * face.frame.y.y
    if abs(off) <= SMALLEST:
        return slide_units(job, [unit_id], along)
    if abs(along) > SMALLEST:
        raise EditError("A unit moves along its wall, or off it.")
    if unit.off + off < 0:
        raise EditError(f"Unit {unit.mark} stands against its wall: it can come no nearer.")
    return change_units(job, catalog, [unit_id], off=unit.off + off)
