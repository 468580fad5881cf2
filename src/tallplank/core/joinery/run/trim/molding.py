"""Moldings along units: crowns over wall and tall units, light rails below wall units, mitred where they turn.

Source: common practice: they follow steps in depth, return to the wall at free ends, and go on round the corners of the room. A piece
that turns by an angle d is cut at d / 2; its length is told from long point to long point.
"""

from collections.abc import Callable, Iterator, Sequence
from itertools import pairwise
from math import atan, atan2, degrees, hypot, radians, tan
from typing import NamedTuple

from tallplank.core.catalog.finish import Finish
from tallplank.core.catalog.hardware import Molding
from tallplank.core.job.unit import RunKind
from tallplank.core.joinery.part.form.plain import EndCut
from tallplank.core.joinery.part.form.swept import Swept
from tallplank.core.joinery.part.part import Tag
from tallplank.core.joinery.part.role import PartRole
from tallplank.core.joinery.rule.corner import CORNER_PLANS, corner_of, stood
from tallplank.core.joinery.rule.place import Placed
from tallplank.core.joinery.run.length import length_of, pieces_of
from tallplank.core.joinery.run.row import level_of
from tallplank.core.joinery.run.stretch import Course, Joint, Side
from tallplank.core.joinery.run.wall_end import edge_at_wall, leaning_ends
from tallplank.core.joinery.setout.collector import Collector, Stuff
from tallplank.core.measure.size import Size
from tallplank.core.measure.source import Decided
from tallplank.core.space.frame import Frame, Vec
from tallplank.core.space.outline import Point, crossing, shifted

ROLES: dict[RunKind, PartRole] = {"crown": "crown", "light-rail": "light rail"}
STRAIGHT = 1e-6
Segment = tuple[Point, Point]


def add_molding(
    course: Course, what: RunKind, molding: Molding, finish: Finish, out: Collector, above: float | None = None, splash: float = 0.0
) -> None:
    """The pieces of a crown or a light rail along a stretch; with a strip up to the ceiling at `above` a crown ends under that.

    A light rail ends before a backsplash below it, which is so thick.
    """
    path = molding_path(course, what, molding, splash)
    first = course.stretch.members[0]
    rise = level_of(first, what) - (molding.rise if what == "light-rail" else 0.0)
    if above is not None and first.rules.ceiling_scribe == "yes":
        rise = max(rise, above - molding.rise)
    inner = [turn_at(*path[i : i + 3]) for i in range(len(path) - 2)]
    turns = [_end_turn(course, "left", path, what, molding), *inner, _end_turn(course, "right", path, what, molding)]
    for number, line in enumerate(pairwise(path)):
        profiled = Profiled(molding, finish, Tag(ROLES[what]))
        _add_pieces(course, line, rise, (turns[number], turns[number + 1]), profiled, out)


def molding_path(course: Course, what: RunKind, molding: Molding, splash: float = 0.0) -> tuple[Point, ...]:
    """Where the back of a molding runs, from left to right, seen from above in the frame of the face."""
    members = course.stretch.members
    points = [*reversed(list(_end(course, "left", what, molding, splash)))]
    for one, other in pairwise(members):
        a, b = base_line(one, what, molding), base_line(other, what, molding)
        if abs(a - b) > STRAIGHT:
            inward = 0.0 if what == "crown" else molding.reach if b < a else -molding.reach
            points += [(other.x + inward, a), (other.x + inward, b)]
    return (*points, *_end(course, "right", what, molding, splash))


def base_line(placed: Placed, what: RunKind, molding: Molding) -> float:
    """The y of the back of a molding: a crown stands at the front edge of the box, a light rail ends flush with the fronts."""
    depth = (placed.unit.arm or placed.kind.arm) if placed.kind.plan in CORNER_PLANS else placed.unit.depth
    return placed.back - depth - _beyond(placed, what, molding)


def _beyond(placed: Placed, what: RunKind, molding: Molding) -> float:
    """How far before the front edge of a box the back of a molding runs."""
    return 0.0 if what == "crown" else placed.back - placed.unit.depth - placed.front - molding.reach


def corner_way(placed: Placed, what: RunKind, molding: Molding | None, *, joined: bool = True) -> tuple[Point, ...]:
    """The way of a molding across a unit made for a corner, from the run beside it to the run round the corner.

    Where none is there it returns to the wall round the corner instead.
    """
    corner = corner_of(placed)
    ell = placed.kind.plan == "ell"
    inner = [corner.inner()] if ell else []
    last = corner.at(corner.depth + FAR, corner.arm) if joined else corner.at(corner.depth, 0.0)
    own = [(corner.width + FAR, -corner.arm), (corner.width, -corner.arm)]
    corners = [*own, *inner, corner.at(corner.depth, corner.arm), last]
    out = _beyond(placed, what, molding) if molding is not None else 0.0
    lines = [shifted(edge, out) for edge in pairwise(corners)]
    met = [m for one, other in pairwise(lines) if (m := crossing(one, other)) is not None]
    if joined and ell:
        met.append(corner.at(corner.depth, corner.arm + out))
    return stood(placed, met if joined else [*met, lines[-1][1]])


FAR = 1000.0


def _end(course: Course, side: Side, what: RunKind, molding: Molding, splash: float) -> Iterator[Point]:
    """The corners of the path from its straight line on to one of its ends."""
    stretch, joint = course.stretch, course.left if side == "left" else course.right
    last, is_open = stretch.last(side), stretch.open_left if side == "left" else stretch.open_right
    inwards = 1.0 if side == "left" else -1.0
    if stretch.corner_unit(side) is not None:
        *way, (x, end) = corner_way(last, what, molding, joined=joint is not None)
        yield from (*way, (x if joint is not None else x + inwards * _returned_splash(course, side, splash), end))
        return
    y, edge = base_line(last, what, molding), last.x if side == "left" else last.right
    if joint is not None:
        yield _meeting(joint, what, molding, y) or (edge, y)
        return
    if not is_open:
        yield (edge_at_wall(course, side, y, edge) + inwards * _returned_splash(course, side, splash), y)
        return
    edge += stretch.panels[1] if side == "right" else -stretch.panels[0]
    inward = 0.0 if what == "crown" else molding.reach if side == "left" else -molding.reach
    yield (edge + inward, y)
    behind = splash if any(_over(p, edge) for p in stretch.below) else 0.0
    if last.back - behind - y > STRAIGHT:
        yield (edge + inward, last.back - behind)


def _over(below: Placed, x: float) -> bool:
    """Whether a place is over a unit, or over its worktop where that goes on beyond it and its end panel."""
    more = below.rules.top_end + below.front_thickness
    return below.x - more <= x <= below.right + more


def _returned_splash(course: Course, side: Side, splash: float) -> float:
    """What a backsplash takes that returns along the wall at an end."""
    stretch = course.stretch
    end = next((p for p in stretch.below if stretch.last(side).x <= p.right and p.x <= stretch.last(side).right), None)
    walled = stretch.wall_left if side == "left" else stretch.wall_right
    lean = course.face.lean(side) or 0.0
    return splash * hypot(1.0, lean) if walled and end is not None and end.rules.splash_returns == "walls" else 0.0


def _meeting(joint: Joint, what: RunKind, molding: Molding, y: float) -> Point | None:
    """Where the line of a molding meets that of the stretch round the corner, or the way across its corner unit."""
    its = joint.other.corner_unit(joint.other_side)
    if its is not None:
        a, b = joint.there.flat_out(corner_way(its, what, molding)[-2:])
        met = crossing(((0.0, y), (1.0, y)), (a, b))
        return met if met is not None else b
    other = base_line(joint.other.last(joint.other_side), what, molding)
    a, b = joint.there.flat_out([(0.0, other), (1.0, other)])
    return crossing(((0.0, y), (1.0, y)), (a, b))


def _end_turn(course: Course, side: Side, path: tuple[Point, ...], what: RunKind, molding: Molding) -> float:
    """By how much the way turns where it goes on at another face, in degrees; counter-clockwise, which is round an outer corner.

    At a wall that leans it is twice the angle that the end is cut at.
    """
    joint = course.left if side == "left" else course.right
    if joint is None and len(path) > 1:
        end = path[0 if side == "left" else -1]
        leans = any(wall.side == side for wall in leaning_ends(course, -end[1]))
        return -2 * degrees(atan(course.face.lean(side) or 0.0)) if leans else 0.0
    if joint is None or len(path) < 2:
        return 0.0
    ahead = (joint.there.x.x, joint.there.x.y)
    its = joint.other.corner_unit(joint.other_side)
    if its is not None and course.stretch.corner_unit(side) is None:
        a, b = joint.there.flat_out(corner_way(its, what, molding)[-2:])
        ahead = (a[0] - b[0], a[1] - b[1]) if side == "right" else (b[0] - a[0], b[1] - a[1])
    a, b = path[-2:] if side == "right" else path[:2]
    own = (b[0] - a[0], b[1] - a[1])
    before, after = (own, ahead) if side == "right" else (ahead, own)
    turn = degrees(atan2(after[1], after[0]) - atan2(before[1], before[0]))
    return (turn + 180.0) % 360.0 - 180.0


def turn_at(a: Point, b: Point, c: Point) -> float:
    """By how many degrees the way from a to c turns at b, counter-clockwise."""
    before, after = atan2(b[1] - a[1], b[0] - a[0]), atan2(c[1] - b[1], c[0] - b[0])
    return (degrees(after - before) + 180.0) % 360.0 - 180.0


class Profiled(NamedTuple):
    """What pieces of a molding are cut from, how they are finished, and what they are called."""

    molding: Molding
    finish: Finish
    tag: Tag


def _add_pieces(course: Course, line: Segment, z: float, turns: tuple[float, float], profiled: Profiled, out: Collector) -> None:
    """The pieces along one straight line of the path, no longer than the molding is sold."""
    (x0, y0), (_, y1) = line
    members = course.stretch.members
    along_wall = abs(y1 - y0) < STRAIGHT

    def length(a: float, b: float) -> Size:
        return length_of(members, x0 + a, x0 + b, {}, "beside the units") if along_wall else Size.of(b - a, "back to the wall")

    seams = [p.right - x0 for p in members] if along_wall else []
    add_line(line, z, turns, profiled, out, seams=seams, length=length)


def add_line(
    line: Segment,
    z: float,
    turns: tuple[float, float],
    profiled: Profiled,
    out: Collector,
    *,
    length: Callable[[float, float], Size],
    seams: Sequence[float] = (),
    room: Frame | None = None,
    way: Vec | None = None,
) -> None:
    """Pieces of a molding along a straight line, its back on the line and its face to the right of the way.

    A line of no length is only the mitre of a return; its `way` is given.

    `turns` are the degrees by which the way turns at its ends, counter-clockwise; with `room` the line is in a frame around the one
    that parts are told in, and `room` is the latter in the former.
    """
    ((x0, y0), (x1, y1)), (molding, finish, tag) = line, profiled
    long = hypot(x1 - x0, y1 - y0)
    if long <= STRAIGHT and way is None:
        return
    way = way or Vec((x1 - x0) / long, (y1 - y0) / long, 0.0)
    pieces = pieces_of(0.0, long, seams, max(molding.lengths)) if long > STRAIGHT else [(0.0, 0.0)]
    for a, b in pieces:
        start = EndCut(z=tan(radians(turns[0]) / 2)) if (a, b) == pieces[0] else EndCut()
        end = EndCut(z=tan(radians(turns[1]) / 2)) if (a, b) == pieces[-1] else EndCut()
        before, after = (max(cut.z * o for _, o in molding.outline) for cut in (start, end))
        size = length(a, b)
        if before + after > STRAIGHT:
            size = size + Size.of(before + after, "for the mitres, to the long points", Decided("hardware", molding.role))
        origin = Vec(x0 + way.x * (a - before), y0 + way.y * (a - before), z)
        frame = Frame(origin, way, Vec(0.0, 0.0, 1.0), Vec(way.y, -way.x, 0.0))
        if room is not None:
            frame = seen_in(frame, room)
        rise, reach = (Size.of(value, "profile", Decided("hardware", molding.role)) for value in (molding.rise, molding.reach))
        form = Swept(molding.outline, start, end, molding.id)
        out.add(tag, Stuff(finish, "front", "top"), (size, rise, reach), frame, kind="molding", form=form)


def seen_in(frame: Frame, other: Frame) -> Frame:
    """A frame as it is seen in another, both given in the same one."""
    o = frame.origin
    ways = (other.inside((o.x + w.x, o.y + w.y, o.z + w.z)) for w in (frame.x, frame.y, frame.z))
    origin = other.inside(o)
    return Frame(origin, *(Vec(w.x - origin.x, w.y - origin.y, w.z - origin.z) for w in ways))
