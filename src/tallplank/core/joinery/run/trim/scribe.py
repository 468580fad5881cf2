"""Strips that close the space between wall or tall units and the ceiling or a soffit over them.

Source: common practice: flush with the front edge of the boxes, cut higher than the gap so that they can be scribed to the ceiling;
their corners are butted, the strip that runs along the wall in front.
"""

from itertools import pairwise
from math import hypot

from tallplank.core.catalog.finish import Finish
from tallplank.core.joinery.part.part import BuildError, Edges
from tallplank.core.joinery.run.corner import seen
from tallplank.core.joinery.run.length import length_of, of_unit, pieces_of
from tallplank.core.joinery.run.stretch import Course, Joint
from tallplank.core.joinery.setout.collector import Collector, Lay
from tallplank.core.measure.size import Size
from tallplank.core.measure.source import Decided
from tallplank.core.space.frame import Frame, Vec
from tallplank.core.space.outline import Point, crossing

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
    for (a, b), (before, after) in zip(pairwise(points), _butts(course, len(points) - 1, thickness.value), strict=True):
        _add_strip(course, (a, b), (before, after), (height, thickness), rules.scribe, finish, out)


def _uneven(course: Course) -> float:
    """How much higher the measured ceiling is at its highest place along the wall than at its lowest."""
    heights = getattr(course.face.carrier, "heights", None)
    return max(heights) - min(heights) if heights else 0.0


def _path(course: Course) -> list[Point]:
    """The front edges of the boxes from left to right, with the returns to the wall at free ends."""
    stretch, points = course.stretch, list[Point]()
    left, right = stretch.last("left"), stretch.last("right")
    lines = [(p, p.back - p.unit.depth) for p in stretch.members]
    points.append(_end(course.left, (left.x, lines[0][1]), lines[0][1]))
    for (_, a), (other, b) in pairwise(lines):
        if abs(a - b) > 1e-6:
            points += [(other.x, a), (other.x, b)]
    points.append(_end(course.right, (right.right, lines[-1][1]), lines[-1][1]))
    if stretch.open_left and course.left is None and left.back - lines[0][1] > 1e-6:
        points.insert(0, (left.x, left.back))
    if stretch.open_right and course.right is None and right.back - lines[-1][1] > 1e-6:
        points.append((right.right, right.back))
    return points


def _end(joint: Joint | None, free: Point, y: float) -> Point:
    if joint is None:
        return free
    other = joint.other.last(joint.other_side)
    met = crossing(((0.0, y), (1.0, y)), seen(((0.0, other.back - other.unit.depth), (1.0, other.back - other.unit.depth)), joint.there))
    return met if met is not None else free


def _butts(course: Course, count: int, thick: float) -> list[tuple[float, float]]:
    """By how much each strip is shorter at its start and its end, so that corners are butted: those along the wall run through."""
    points, found = _path(course), list[tuple[float, float]]()
    for i in range(count):
        level = abs(points[i + 1][1] - points[i][1]) < 1e-6
        before = thick if not level and i > 0 else 0.0
        after = thick if not level and i < count - 1 else 0.0
        found.append((before, after))
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
        part = out.add(
            "ceiling scribe", "front", "top", finish, (length, height, thickness), Lay("+x", "+z", origin), edges=Edges(), frame=frame
        )
        out.widen(len(out.parts) - 1, part.cut_width + scribe)
