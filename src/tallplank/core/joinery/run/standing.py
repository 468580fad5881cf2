"""What stands at the walls of a room as its cornice sees it: units up to the ceiling, or as high as their own crowns reach."""

from collections.abc import Sequence

from shapely import Polygon

from tallplank.core.job.face import Face, Faces
from tallplank.core.job.room import Room
from tallplank.core.joinery.rule.corner import CORNER_PLANS
from tallplank.core.joinery.rule.place import Placed
from tallplank.core.joinery.run.row import is_at_wall
from tallplank.core.joinery.run.run import Run
from tallplank.core.joinery.run.trim.room_molding import InTheWay
from tallplank.core.joinery.run.wall_end import REACHED
from tallplank.core.space.outline import Ring

BEHIND = 5.0
"""What stands at a wall is taken to reach so far into it, so that nothing is left free between them."""


def standing_in(room: Room, faces: Faces, units: Sequence[tuple[Placed, Ring]], runs: Sequence[Run]) -> list[InTheWay]:
    """The units of a room, each with what it covers in the frame of its face, and the runs over them."""
    high = [(r.members, max(p.box[1].z for p in r.parts), r.parts[0].thickness.value) for r in runs if r.what == "crown" and r.parts]
    crowns = {member: (top, reach) for members, top, reach in high for member in members}
    closed = {member for run in runs if run.what == "scribe" and run.parts for member in run.members}
    found = []
    for placed, outline in units:
        face, key = faces[placed.unit.face], placed.unit.id
        over, reach = crowns.get(key, (0.0, 0.0))
        top = room.height if key in closed else max(placed.top, over)
        ring = outline if placed.kind.plan in CORNER_PLANS else _to_walls(placed, face, boxed=key in closed)
        if reach:
            grown = Polygon(ring).buffer(reach, join_style="mitre")
            ring = tuple((float(x), float(y)) for x, y in grown.exterior.coords[:-1])
        found.append(InTheWay(face.frame.flat_out(ring), top, key in crowns))
    return found


def _to_walls(placed: Placed, face: Face, *, boxed: bool) -> Ring:
    """The outline of a unit, with the wedge between it and a wall that leans away from it; `boxed` is without its fronts."""
    front = placed.back - placed.unit.depth if boxed else placed.front
    back = placed.back if placed.back < -BEHIND else BEHIND
    near, far = _sides(placed, face, back), _sides(placed, face, front)
    return ((far[0], front), (far[1], front), (near[1], back), (near[0], back))


def _sides(placed: Placed, face: Face, y: float) -> tuple[float, float]:
    left, right = placed.x, placed.right
    if is_at_wall(placed, face, "left") and abs((face.lean("left") or 0.0) * y) <= REACHED:
        left = (face.lean("left") or 0.0) * -y
    if is_at_wall(placed, face, "right") and abs((face.lean("right") or 0.0) * y) <= REACHED:
        right = face.length - (face.lean("right") or 0.0) * -y
    return left, right
