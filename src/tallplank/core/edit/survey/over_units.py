"""Soffits over the units that hang in a room: one that follows their steps, from the wall to a little before their fronts."""

from shapely import Polygon, box, union_all
from shapely.affinity import affine_transform
from shapely.geometry.polygon import orient

from tallplank.core.edit.check import Edited, EditError
from tallplank.core.edit.survey.standing import BEFORE_UNITS, add_soffit
from tallplank.core.job.job import Job
from tallplank.core.joinery.made import Made, MadeUnit
from tallplank.core.space.frame import Frame

JOIN = 30.0
"""Gaps between units up to twice this are closed."""


def soffit_over(job: Job, made: Made, room_id: str, ids: tuple[str, ...] = ()) -> Edited:
    """A job with soffits over units that hang in a room, all of them unless some are named, one over those that join; with their ids.

    An outline follows steps in depth, the underside lies on the highest of them or on the crowns over them.

    Raises:
        EditError: no unit hangs there, or they reach up to the ceiling.
    """
    room, faces = job.room(room_id), made.faces[room_id]
    units = [u for u in made.by_room.get(room_id, ()) if u.placed.hung and (not ids or u.unit.id in ids)]
    if not units:
        raise EditError(f"No unit hangs in {room.name}: place wall units first, or put a soffit at a wall.")
    whole = union_all([_over(u, faces[u.unit.face].frame) for u in units])
    closed = whole.buffer(JOIN, join_style="mitre").buffer(-JOIN, join_style="mitre").intersection(Polygon(room.corners))
    crowns = [p.box[1].z for r in made.runs if (r.room, r.what) == (room_id, "crown") for p in r.parts]
    low = max([u.placed.top for u in units] + [z for z in crowns if z < room.height])
    if low >= room.height - 1.0:
        raise EditError("The units reach up to the ceiling: there is no room for a soffit.")
    ids_made = list[str]()
    for piece in (p for p in getattr(closed, "geoms", (closed,)) if isinstance(p, Polygon) and p.area > 1.0):
        simple = orient(piece.simplify(0.5), 1.0)
        edited = add_soffit(job, room_id, [(round(float(x), 3), round(float(y), 3)) for x, y in simple.exterior.coords[:-1]], low)
        job, ids_made = edited.job, [*ids_made, *edited.ids]
    return Edited(job, tuple(ids_made))


def _over(unit: MadeUnit, frame: Frame) -> Polygon:
    """What a unit takes of the plan, from the wall on and a little before its fronts."""
    placed = unit.placed
    area = box(placed.x, placed.front - BEFORE_UNITS, placed.right, 0.0)
    return affine_transform(area, [frame.x.x, frame.y.x, frame.x.y, frame.y.y, frame.origin.x, frame.origin.y])
