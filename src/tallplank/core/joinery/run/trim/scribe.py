"""Strips that close the space between wall or tall units and the ceiling or a soffit over them.

Source: common practice: flush with the front edge of the boxes, cut higher than the gap so that they can be scribed to the ceiling;
their corners are butted, the strip that runs along the wall in front.
"""

from itertools import pairwise
from math import hypot

from tallplank.core.catalog.finish import Finish
from tallplank.core.joinery.part.part import BuildError, Edges
from tallplank.core.joinery.rule.corner import CORNER_PLANS
from tallplank.core.joinery.rule.place import Placed
from tallplank.core.joinery.run.length import length_of, of_unit, pieces_of
from tallplank.core.joinery.run.stretch import Course, Side
from tallplank.core.joinery.run.trim.molding import corner_way, turn_at
from tallplank.core.joinery.run.wall_end import edge_at_wall
from tallplank.core.joinery.setout.collector import Collector, Stuff
from tallplank.core.measure.size import Size
from tallplank.core.measure.source import Decided
from tallplank.core.space.frame import Frame, Vec
from tallplank.core.space.outline import Point, crossing, without_repeats

OUTER = 1.0
"""Degrees of a turn from which it is an outer corner."""
BEHIND = 25.0
"""What a strip takes behind its face at most, where a wall leans away."""
LEAST = 3.0
"""A gap narrower than this is caulked."""


def add_scribe(course: Course, finish: Finish, above: float, out: Collector) -> None:
    """The strips along a stretch up to `above`, the lowest of the ceiling or soffits over it.

    Raises:
        BuildError: the units reach through it.
    """
    first = course.stretch.members[0]
    gap, rules = above - first.top, first.rules
    if gap < -LEAST:
        raise BuildError("The units reach through the ceiling over them.")
    if gap < LEAST:
        return
    height = Size.of(above, "height over the units") - Size.of(first.top, "top of the units", of_unit(first, Decided("unit", "height")))
    height = height + Size.of(_uneven(course), "the ceiling out of level") if _uneven(course) else height
    thickness = Size.of(finish.thickness, "board", Decided("finish", "front"))
    points = _path(course)
    for (a, b), (before, after) in zip(pairwise(points), _butts(points, thickness.value), strict=True):
        _add_strip(course, (a, b), (before, after), (height, thickness), rules.scribe, finish, out)


def _uneven(course: Course) -> float:
    """How much higher the measured ceiling is at its highest place along the wall than at its lowest."""
    heights = getattr(course.face.carrier, "heights", None)
    return max(heights) - min(heights) if heights else 0.0


def _path(course: Course) -> list[Point]:
    """The front edges of the boxes from left to right, across corner units, with the returns to the wall at free ends."""
    members = course.stretch.members
    points = [*reversed(_end(course, "left"))]
    for one, other in pairwise(members):
        a, b = _edge(one), _edge(other)
        if abs(a - b) > 1e-6:
            points += [(other.x, a), (other.x, b)]
    return without_repeats([*points, *_end(course, "right")])


def _edge(placed: Placed) -> float:
    """The y of the front edge of a box; of a unit made for a corner that of its arm."""
    in_corner = placed.kind.plan in CORNER_PLANS
    return placed.back - ((placed.unit.arm or placed.kind.arm) if in_corner else placed.unit.depth)


def _end(course: Course, side: Side) -> list[Point]:
    """The corners of the path from its straight line on to one of its ends."""
    stretch, joint = course.stretch, course.left if side == "left" else course.right
    last, is_open = stretch.last(side), stretch.open_left if side == "left" else stretch.open_right
    if stretch.corner_unit(side) is not None:
        return list(corner_way(last, "crown", None, joined=joint is not None))
    y, x = _edge(last), last.x if side == "left" else last.right
    if joint is not None:
        its = joint.other.corner_unit(joint.other_side)
        if its is not None:
            a, b = joint.there.flat_out(corner_way(its, "crown", None)[-2:])
        else:
            other = _edge(joint.other.last(joint.other_side))
            a, b = joint.there.flat_out([(0.0, other), (1.0, other)])
        met = crossing(((0.0, y), (1.0, y)), (a, b))
        return [met if met is not None else b]
    return [(x, y), (x, last.back)] if is_open and last.back - y > 1e-6 else [(edge_at_wall(course, side, y, x, BEHIND), y)]


def _butts(points: list[Point], thick: float) -> list[tuple[float, float]]:
    """By how much each strip is shorter at its start and its end: at outer corners those along the wall run through."""
    outer = [0 < i < len(points) - 1 and turn_at(*points[i - 1 : i + 2]) > OUTER for i in range(len(points))]
    found = []
    for i, (a, b) in enumerate(pairwise(points)):
        along_wall = abs(b[1] - a[1]) < 1e-6
        found.append((0.0, 0.0) if along_wall else (thick if outer[i] else 0.0, thick if outer[i + 1] else 0.0))
    return found


def _add_strip(
    course: Course,
    line: tuple[Point, Point],
    short: tuple[float, float],
    sizes: tuple[Size, Size],
    scribe: float,
    finish: Finish,
    out: Collector,
) -> None:
    (x0, y0), (x1, y1) = line
    long = hypot(x1 - x0, y1 - y0)
    way = Vec((x1 - x0) / long, (y1 - y0) / long, 0.0)
    level, members = abs(y1 - y0) < 1e-6, course.stretch.members
    start, end = short[0], long - short[1]
    if end - start <= 1.0:
        return
    seams = [p.right - x0 for p in members] if level else []
    height, thickness = sizes
    for a, b in pieces_of(start, end, seams, out.catalog.boards[finish.board].sheet[0]):
        length = length_of(members, x0 + a, x0 + b, {}, "beside the units") if level else Size.of(b - a, "back to the wall")
        inward = Vec(-way.y, way.x, 0.0)
        deep = thickness.value
        origin = Vec(x0 + way.x * a + inward.x * deep, y0 + way.y * a + inward.y * deep, members[0].top)
        frame = Frame(origin, way, Vec(0.0, 0.0, 1.0), Vec(way.y, -way.x, 0.0))
        part = out.add("ceiling scribe", Stuff(finish, "front", "top"), (length, height, thickness), frame, edges=Edges())
        out.widen(len(out.parts) - 1, part.cut_width + scribe)
