"""The outline of a worktop: strips before the wall, what units of other plans add, cut where it meets another round a corner.

Areas are joined and cut by shapely; rings here are counter-clockwise, in the frame of the face.
"""

from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass
from itertools import groupby

from shapely import Polygon, box, union_all
from shapely.geometry.base import BaseGeometry
from shapely.geometry.polygon import orient

from tallplank.core.joinery.part.part import BuildError
from tallplank.core.joinery.rule.corner import CORNER_PLANS, corner_of, stood
from tallplank.core.joinery.rule.place import Placed
from tallplank.core.joinery.run.corner import Line, arm_front, front_line, seen
from tallplank.core.joinery.run.stretch import Course, Joint, Side
from tallplank.core.joinery.run.wall_end import leaning_ends
from tallplank.core.space.outline import Point, Ring, crossing, edges

FAR = 20_000.0
"""Farther than anything in a room."""
GRID, SLIVER = 1e-4, 1e-3
"""Corners nearer than this are one; and the length of edges and the width of gaps that are none."""
SHARP = 20.0
"""How far a mitred corner of an overhang may reach, in overhangs."""


@dataclass(frozen=True, slots=True)
class StraightTop:
    """A worktop along one wall: a rectangle, which needs no reckoning with areas."""

    start: float
    end: float
    depth: float

    def between(self, start: float, end: float) -> Ring:
        """What of it lies between two places along the face."""
        return ((start, -self.depth), (end, -self.depth), (end, 0.0), (start, 0.0))


@dataclass(frozen=True, slots=True)
class ShapedTop:
    """A worktop of any outline."""

    area: Polygon

    @property
    def start(self) -> float:
        """Its left end."""
        return float(self.area.bounds[0])

    @property
    def end(self) -> float:
        """Its right end."""
        return float(self.area.bounds[2])

    def between(self, start: float, end: float) -> Ring:
        """What of it lies between two places along the face, as a ring of its true corners."""
        low, high = self.area.bounds[1], self.area.bounds[3]
        piece = _one(self.area.intersection(box(start, low - 1.0, end, high + 1.0)))
        ring = _clean(list(orient(piece, 1.0).exterior.coords)[:-1])
        if len(ring) < 3:
            raise BuildError("The worktops of this corner leave nothing of each other: move the units apart.")
        return ring


def region(course: Course, depth: float, over: float, ends: tuple[float, float], *, butt: bool) -> StraightTop | ShapedTop:
    """What a worktop covers: `depth` from the wall to its front edge, `over` of it before the fronts, and on at its ends."""
    stretch = course.stretch
    walls = leaning_ends(course, depth)
    if not course.joints and not stretch.shaped and not walls:
        return StraightTop(stretch.start - ends[0], stretch.end + ends[1], depth)
    areas = [
        *_strips(course, depth, over, ends, [wall.side for wall in walls]),
        *(_odd(p, ring, depth, over, ends, course) for p, ring in stretch.shaped),
    ]
    for joint in course.joints:
        areas += [_odd_beside(p, ring, over, joint) for p, ring in joint.other.shaped if p.kind.plan in CORNER_PLANS]
    whole = areas[0] if len(areas) == 1 else _one(union_all(areas).buffer(SLIVER, join_style="mitre").buffer(-SLIVER, join_style="mitre"))
    for joint in course.joints:
        whole = _one(whole.intersection(_kept(course, joint, depth, butt=butt)))
        if joint.inner and (abs(joint.there.x.x) > GRID or _round_corner(course, joint) is not None):
            whole = _one(whole.intersection(_half(seen(((0.0, 0.0), (1.0, 0.0)), joint.there), _along(joint, depth))))
    for wall in walls:
        whole = _one(whole.intersection(_half(wall.line, (stretch.start if wall.side == "right" else stretch.end, -depth / 2))))
    return ShapedTop(whole)


def _strips(course: Course, depth: float, over: float, ends: tuple[float, float], walls: Sequence[Side]) -> Iterator[Polygon]:
    """Rectangles from the wall to the front edge over units that stand together, on into a corner; and along the arm of a corner unit."""
    stretch = course.stretch
    odd = {id(placed) for placed, _ in stretch.shaped if placed.kind.plan not in CORNER_PLANS}
    groups = [(straight, list(group)) for straight, group in groupby(stretch.members, lambda p: id(p) not in odd)]
    for number, (straight, group) in enumerate(groups):
        if not straight:
            continue
        left, right = group[0].x, max(p.right for p in group)
        if number == 0:
            left = left - FAR if course.left is not None or "left" in walls else left - ends[0]
        if number == len(groups) - 1:
            right = right + FAR if course.right is not None or "right" in walls else right + ends[1]
        yield box(left, -depth, right, 0.0)
    for placed, _ in stretch.shaped:
        if placed.kind.plan in CORNER_PLANS:
            yield _arm(placed, over - arm_front(placed))


def _arm(placed: Placed, wide: float) -> Polygon:
    """What the arm of a corner unit takes of the wall round the corner."""
    shape = corner_of(placed)
    wall = -placed.back
    return Polygon(stood(placed, [(0.0, wall), (wide / shape.inward[0], wall), shape.at(shape.depth, wide), shape.at(shape.depth, 0.0)]))


def _odd(placed: Placed, ring: Ring, depth: float, over: float, ends: tuple[float, float], course: Course) -> Polygon:
    """What a unit of another plan takes: its outline with the overhang before its fronts, from the wall on."""
    grown = Polygon(ring).buffer(over, join_style="mitre", mitre_limit=SHARP)
    left = placed.x - (ends[0] if placed is course.stretch.members[0] else 0.0)
    right = placed.right + (ends[1] if placed.right >= course.stretch.end - SLIVER else 0.0)
    behind = box(left, placed.back - SLIVER, right, 0.0) if placed.back < -SLIVER else Polygon()
    if placed.kind.plan in CORNER_PLANS:
        more = right - placed.right if placed.unit.side == "left" else placed.x - left
        corner = corner_of(placed)
        return grown.intersection(Polygon(stood(placed, corner._replace(width=corner.width + more).cell()))).union(behind)
    low = -depth if placed.kind.plan == "slanted" and course.stretch.plain else -FAR
    return grown.intersection(box(left, low, right, 0.0)).union(behind)


def _odd_beside(placed: Placed, ring: Ring, over: float, joint: Joint) -> Polygon:
    """A corner unit of the other stretch, with its overhang, between the walls and the lines square to them at its ends."""
    around = stood(placed, corner_of(placed).cell())
    grown = Polygon(joint.there.flat_out(ring)).buffer(over, join_style="mitre", mitre_limit=SHARP)
    return grown.intersection(Polygon(joint.there.flat_out(around)))


def cut_line(course: Course, joint: Joint, depth: float, *, butt: bool) -> Line | None:
    """Where a worktop ends at a joint: from the corner of the walls to where the front edges cross, or along the other's front edge.

    With a butt joint the one on the left runs through to the other's wall, at corners that are nearly square. None where the front
    edges never cross.
    """
    if (whole := _round_corner(course, joint)) is not None:
        return whole[0]
    own: Line = ((0.0, -depth), (1.0, -depth))
    its = seen(front_line(joint.other, joint.other_side, joint.other.deepest.rules.top_front), joint.there)
    cross = crossing(own, its)
    if cross is None:
        return None
    has_unit = course.stretch.corner_unit(joint.side) or joint.other.corner_unit(joint.other_side)
    if not butt or has_unit is not None or not joint.inner or not joint.is_square:
        return joint.corner, cross
    if joint.side == "right":
        return seen(((0.0, 0.0), (1.0, 0.0)), joint.there)
    return its


def _kept(course: Course, joint: Joint, depth: float, *, butt: bool) -> Polygon:
    """The half of the plan on this stretch's side of a joint."""
    if (whole := _round_corner(course, joint)) is not None:
        return _half(*whole)
    line = cut_line(course, joint, depth, butt=butt)
    return box(-FAR, -FAR, FAR, FAR) if line is None else _half(line, _along(joint, depth))


def _round_corner(course: Course, joint: Joint) -> tuple[Line, Point] | None:
    """Where a top of one piece in a corner, over a unit with something let in, meets the other wall's; and a point on this top's side."""
    own, its = course.stretch.corner_unit(joint.side), joint.other.corner_unit(joint.other_side)
    placed = own or its
    if placed is None or not is_let_in(placed):
        return None
    shape = corner_of(placed)
    points = (shape.at(shape.depth, 0.0), shape.at(shape.depth, shape.arm), shape.at(shape.depth + (-1.0 if own else 1.0), shape.arm / 2))
    ring = stood(placed, points)
    a, b, inside = ring if own is not None else joint.there.flat_out(ring)
    return (a, b), inside


def is_let_in(placed: Placed) -> bool:
    """Whether a sink or a hob has been chosen for a unit."""
    return bool(placed.unit.hardware.get("sink") or placed.unit.hardware.get("hob"))


def _along(joint: Joint, depth: float) -> Point:
    """A point of the plan far along the wall, away from the corner."""
    away = -FAR if joint.side == "right" else FAR
    return joint.corner[0] + away / 2, -depth / 2


def _half(line: Line, point: Point) -> Polygon:
    """The side of a line on which a point lies."""
    (x0, y0), (x1, y1) = line
    length = ((x1 - x0) ** 2 + (y1 - y0) ** 2) ** 0.5
    ax, ay = (x1 - x0) / length, (y1 - y0) / length
    side = 1.0 if ax * (point[1] - y0) - ay * (point[0] - x0) >= 0 else -1.0
    nx, ny = -ay * side * FAR * 2, ax * side * FAR * 2
    a, b = (x0 - ax * 2 * FAR, y0 - ay * 2 * FAR), (x0 + ax * 2 * FAR, y0 + ay * 2 * FAR)
    return Polygon([a, b, (b[0] + nx, b[1] + ny), (a[0] + nx, a[1] + ny)])


def _one(area: BaseGeometry) -> Polygon:
    """Of several pieces the largest."""
    pieces = [piece for piece in getattr(area, "geoms", (area,)) if isinstance(piece, Polygon) and not piece.is_empty]
    if not pieces:
        raise BuildError("The worktops of this corner leave nothing of each other: move the units apart.")
    return max(pieces, key=lambda piece: piece.area)


def _clean(points: Iterable[Point]) -> Ring:
    """The ring without corners that are none."""
    rounded = [(round(x / GRID) * GRID, round(y / GRID) * GRID) for x, y, *_ in points]
    kept = [p for p, q in edges(rounded) if abs(p[0] - q[0]) + abs(p[1] - q[1]) > SLIVER]
    count = len(kept)
    return tuple(p for i, p in enumerate(kept) if _turns(kept[i - 1], p, kept[(i + 1) % count]))


def _turns(a: Point, b: Point, c: Point) -> bool:
    """Whether the way from a to c turns at b."""
    ux, uy, vx, vy = b[0] - a[0], b[1] - a[1], c[0] - b[0], c[1] - b[1]
    return bool(abs(ux * vy - uy * vx) > SLIVER * ((ux * ux + uy * uy) ** 0.5 + (vx * vx + vy * vy) ** 0.5))


def lies_on(a: Point, b: Point, line: Line) -> bool:
    """Whether an edge lies on a line."""
    (x0, y0), (x1, y1) = line
    length = ((x1 - x0) ** 2 + (y1 - y0) ** 2) ** 0.5
    return all(abs((x1 - x0) * (p[1] - y0) - (y1 - y0) * (p[0] - x0)) / length < 0.05 for p in (a, b))
