"""Moldings of the room itself: a cornice under the ceiling along walls, round soffits and units that reach it; rails round soffits.

Source: common practice: a cornice follows the outermost line under the ceiling and is left out where that slopes. Areas by shapely.
"""

from collections.abc import Iterator, Sequence
from typing import NamedTuple

from shapely import LineString, Polygon, union_all
from shapely.geometry.base import BaseGeometry
from shapely.geometry.polygon import orient

from tallplank.core.catalog.finish import Finish
from tallplank.core.catalog.hardware import Molding
from tallplank.core.job.ceiling import ceiling_at
from tallplank.core.job.face import Face, Faces
from tallplank.core.job.room import Room
from tallplank.core.job.unit import RunKind
from tallplank.core.joinery.part.part import Tag
from tallplank.core.joinery.part.role import PartRole
from tallplank.core.joinery.run.trim.molding import Profiled, Segment, add_line, turn_at
from tallplank.core.joinery.setout.collector import Collector
from tallplank.core.measure.size import Size
from tallplank.core.space.frame import Frame
from tallplank.core.space.outline import Point, Ring, edges, far

FLAT, NEAR, LEAST = 1e-3, 0.5, 5.0
"""Degrees that are no turn; millimetres within which a line lies on a wall; and the shortest piece."""
DECIMALS = 6
ROLES: dict[RunKind, PartRole] = {"cornice": "cornice", "soffit-rail": "soffit rail"}


class InTheWay(NamedTuple):
    """What stands in a room: its outline on the plan, how high it reaches, and whether it has a crown that a cornice ends at."""

    ring: Ring
    top: float
    is_crowned: bool = False


class Stroke(NamedTuple):
    """A straight piece of the way that a molding takes, with its face to the right, and the turns at its ends in degrees."""

    line: Segment
    turns: tuple[float, float]


def laid_straight(room: Room, faces: Faces, standing: Sequence[InTheWay]) -> tuple[Room, list[InTheWay]]:
    """The room with its first wall along x, and what stands in it: so that no piece knows which way the room lies on the plan."""
    base = faces[room.walls[0].id]

    def flat(ring: Sequence[Point]) -> Ring:
        return tuple((round(p.x, DECIMALS), round(p.y, DECIMALS)) for p in (base.frame.inside((*point, 0.0)) for point in ring))

    columns = []
    for column in room.columns:
        ((x, y),) = flat([(column.x, column.y)])
        columns.append(column.model_copy(update={"x": x, "y": y, "turn": round(column.turn - base.turn, DECIMALS)}))
    soffits = tuple(soffit.model_copy(update={"corners": flat(soffit.corners)}) for soffit in room.soffits)
    straight = room.model_copy(update={"corners": flat(room.corners), "columns": tuple(columns), "soffits": soffits})
    return straight, [one._replace(ring=flat(one.ring)) for one in standing]


def cornice_strokes(room: Room, faces: Faces, size: tuple[float, float], standing: Sequence[InTheWay]) -> Iterator[Stroke]:
    """The way of a cornice round what stands at the walls, up to crowns, but not round columns that stand free.

    `size` are its height and how far it reaches: where there is no room for it on both sides it does not go between.
    """
    rise, reach = size
    edge = Polygon(room.corners).exterior
    breasts = [c for c in room.columns if c.top(room.height) > room.height - rise and not c.round]
    hung = [s.corners for s in room.soffits] + [c.outline for c in breasts if edge.distance(Polygon(c.outline)) < NEAR]
    high = [one for one in standing if one.top > room.height - rise]
    hung += [one.ring for one in high]
    free = Polygon(room.corners)
    if hung:
        free = free.difference(
            union_all([Polygon(ring).buffer(NEAR, join_style="mitre") for ring in hung]).buffer(-NEAR, join_style="mitre")
        )
        free = free.buffer(-reach, join_style="mitre").buffer(reach, join_style="mitre")
    crowned = union_all([Polygon(one.ring) for one in high if one.is_crowned]).buffer(NEAR)
    for ring in _rings(free):
        yield from _level_parts(room, faces, list(_outside(crowned, _strokes(ring))))


def _outside(area: BaseGeometry, strokes: Sequence[Stroke]) -> Iterator[Stroke]:
    """The strokes that do not run along an area; those that end at it end square."""
    within = [not area.is_empty and area.contains(LineString(stroke.line)) for stroke in strokes]
    count = len(strokes)
    for i, stroke in enumerate(strokes):
        if not within[i]:
            yield stroke._replace(turns=(0.0 if within[i - 1] else stroke.turns[0], 0.0 if within[(i + 1) % count] else stroke.turns[1]))


def rail_strokes(room: Room, number: int) -> Iterator[Stroke]:
    """The way of a rail round soffit number `number`: its sides but those at the walls."""
    ring, walls = room.soffits[number].corners, LineString([*room.corners, room.corners[0]])
    count = len(ring)
    shown = [walls.distance(LineString(side).interpolate(0.5, normalized=True)) > NEAR for side in edges(ring)]
    turns = [turn_at(ring[i - 1], p, ring[(i + 1) % count]) if shown[i - 1] and shown[i] else 0.0 for i, p in enumerate(ring)]
    for i, side in enumerate(edges(ring)):
        if shown[i]:
            yield Stroke(side, (turns[i], turns[(i + 1) % count]))


def _rings(area: BaseGeometry) -> Iterator[Ring]:
    """The edges of an area, each with the area to its right."""
    for piece in getattr(area, "geoms", (area,)):
        if isinstance(piece, Polygon) and piece.area > 1.0:
            clean = orient(piece.simplify(0.05), -1.0)
            yield tuple((float(x), float(y)) for x, y in clean.exterior.coords[:-1])
            for hole in clean.interiors:
                yield tuple((float(x), float(y)) for x, y in hole.coords[:-1])


def _strokes(ring: Ring) -> list[Stroke]:
    ring = tuple(p for i, p in enumerate(ring) if abs(turn_at(ring[i - 1], p, ring[(i + 1) % len(ring)])) > FLAT)
    count = len(ring)
    turns = [turn_at(ring[i - 1], p, ring[(i + 1) % count]) for i, p in enumerate(ring)]
    return [Stroke((p, ring[(i + 1) % count]), (turns[i], turns[(i + 1) % count])) for i, p in enumerate(ring)]


def _level_parts(room: Room, faces: Faces, strokes: Sequence[Stroke]) -> Iterator[Stroke]:
    """What of a way lies under the level ceiling; where it is cut off there its end is square."""
    for stroke in strokes:
        if not room.slopes:
            yield stroke
            continue
        a, b = stroke.line
        low = [ceiling_at(room, faces, p) < room.height - NEAR for p in (a, b)]
        if all(low) and ceiling_at(room, faces, ((a[0] + b[0]) / 2, (a[1] + b[1]) / 2)) < room.height - NEAR:
            continue
        ends = [_level_from(room, faces, a, b) if low[0] else a, _level_from(room, faces, b, a) if low[1] else b]
        if far(*ends) > LEAST:
            yield Stroke((ends[0], ends[1]), (0.0 if low[0] else stroke.turns[0], 0.0 if low[1] else stroke.turns[1]))


def _level_from(room: Room, faces: Faces, low: Point, high: Point) -> Point:
    """Where the ceiling becomes level on the way from a place under a slope, found by halving."""
    near, beyond = 0.0, 1.0
    for _ in range(40):
        t = (near + beyond) / 2
        point = (low[0] + t * (high[0] - low[0]), low[1] + t * (high[1] - low[1]))
        near, beyond = (t, beyond) if ceiling_at(room, faces, point) < room.height - 1e-6 else (near, t)
    return (low[0] + beyond * (high[0] - low[0]), low[1] + beyond * (high[1] - low[1]))


def face_of_stroke(faces: Faces, stroke: Stroke) -> Face:
    """The wall that a piece runs along, or that it is seen before: of those that run the same way the nearest behind it."""
    (x0, y0), (x1, y1) = stroke.line
    long, middle = far(*stroke.line), ((x0 + x1) / 2, (y0 + y1) / 2)

    def rank(face: Face) -> tuple[float, float]:
        same = (face.frame.x.x * (x1 - x0) + face.frame.x.y * (y1 - y0)) / long
        at = face.frame.inside((*middle, 0.0))
        beyond = max(-at.x, at.x - face.length, 0.0)
        return (-round(same, 3), abs(at.y) + beyond)

    return min((f for f in faces.values() if not f.is_loose), key=rank)


def add_strokes(strokes: Sequence[Stroke], what: RunKind, z: float, molding: Molding, finish: Finish, frame: Frame, out: Collector) -> None:
    """The pieces along such ways, told in the frame of a face."""
    for line, turns in strokes:
        profiled = Profiled(molding, finish, Tag(ROLES[what]))
        add_line(line, z, turns, profiled, out, length=lambda a, b: Size.of(b - a, "along it"), room=frame)
