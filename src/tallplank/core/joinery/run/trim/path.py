"""Where a plinth runs before the floor: along the fronts, across or round a corner unit, on to where it meets the next."""

from collections.abc import Iterator

from tallplank.core.joinery.rule.corner import CORNER_PLANS, corner_of, stood
from tallplank.core.joinery.rule.corner import SQUARE as RIGHT
from tallplank.core.joinery.rule.place import Placed
from tallplank.core.joinery.run.corner import Line, seen
from tallplank.core.joinery.run.stretch import Course, Joint, Side, Stretch
from tallplank.core.joinery.run.wall_end import edge_at_wall
from tallplank.core.space.outline import Point, crossing, shifted

BEHIND = 20.0
"""What the board of a plinth and its play take behind its face, where a wall leans away."""


def plinth_path(course: Course) -> tuple[Point, ...]:
    """The face of the plinth from left to right, seen from above in the frame of the face."""
    stretch = course.stretch
    y, only = plinth_line(stretch), stretch.members[0]
    if len(stretch.members) == 1 and only.kind.plan == "slanted":
        slant, ends = _slant(only), [((x, 0.0), (x, -1.0)) for x in (only.x, only.right)]
        return tuple(p for p in (crossing(slant, end) for end in ends) if p is not None)
    last = max(stretch.members, key=lambda p: p.right)
    return (*reversed(list(_end(course, stretch.members[0], "left", y))), *_end(course, last, "right", y))


def plinth_line(stretch: Stretch) -> float:
    """The y of the face of the plinth: behind the unit that stands out farthest."""
    straight = [p for p in stretch.members if p.kind.plan not in CORNER_PLANS and p.kind.plan != "slanted"]
    if straight:
        return min(p.rules.kick_setback - p.unit.depth + p.back for p in straight)
    return min(_own_line(p) for p in stretch.members)


def _own_line(placed: Placed) -> float:
    """The y of the plinth of a unit by itself, on the side where it is as deep as its neighbours."""
    depth = (placed.unit.arm or placed.kind.arm) if placed.kind.plan in CORNER_PLANS else placed.unit.depth
    return placed.rules.kick_setback - depth + placed.back


def stands_behind(course: Course) -> bool:
    """Whether the first board of a plinth begins behind the end of that of the stretch before, which stands against it.

    At an obtuse corner their ends meet at the face only: cut square, one behind the other would stand in it.
    """
    joint = course.left
    if joint is None or not joint.inner or not joint.is_square or course.face.before > RIGHT + 1e-6:
        return False
    return not any(unit is not None and unit.kind.plan == "diagonal" for unit in _corner_units(course, joint, "left"))


def _corner_units(course: Course, joint: Joint | None, side: Side) -> tuple[Placed | None, Placed | None]:
    """The units made for the corner at a side: this stretch's own, and that of what it meets there."""
    own = course.stretch.corner_unit(side)
    own = own if own is not None and own.unit.side == side else None
    return own, joint.other.corner_unit(joint.other_side) if joint is not None else None


def _end(course: Course, unit: Placed, side: Side, y: float) -> Iterator[Point]:
    """The corners of the path from its straight line on to one of its ends."""
    joint = course.left if side == "left" else course.right
    own: Line = ((0.0, y), (1.0, y))
    edge = edge_at_wall(course, side, y, unit.x if side == "left" else unit.right, BEHIND)
    if unit.kind.plan == "slanted" and unit.unit.side != side:
        slant = _slant(unit)
        yield from (p for p in (crossing(own, slant), crossing(slant, ((edge, 0.0), (edge, -1.0)))) if p is not None)
        return
    corner, others = _corner_units(course, joint, side)
    round_it = _line_round(joint, corner)
    if round_it is None or (cross := crossing(own, round_it)) is None:
        yield (edge, y)
        return
    chamfer = _chamfer(corner) if corner is not None else None
    if chamfer is None and others is not None and joint is not None and (there := _chamfer(others)) is not None:
        chamfer = seen(there, joint.there)
    if chamfer is None:
        yield cross
    else:
        yield from (p for p in (crossing(own, chamfer), crossing(chamfer, round_it) if corner is not None else None) if p is not None)
    if joint is None and corner is not None:
        shape = corner_of(corner)
        yield from stood(corner, [shape.at(shape.depth, shape.arm - corner.rules.kick_setback)])


def _line_round(joint: Joint | None, corner: Placed | None) -> Line | None:
    """The face of the plinth that the path goes on along round the corner: that of the next stretch, or of the corner unit's arm."""
    if joint is not None:
        y = plinth_line(joint.other)
        return seen(((0.0, y), (1.0, y)), joint.there)
    if corner is None:
        return None
    shape = corner_of(corner)
    off = shape.arm - corner.rules.kick_setback
    a, b = stood(corner, [shape.at(0.0, off), shape.at(1.0, off)])
    return a, b


def _chamfer(unit: Placed) -> Line | None:
    """The face of the plinth across the corner, of a diagonal unit."""
    if unit.kind.plan != "diagonal":
        return None
    shape = corner_of(unit)
    (x0, y0), (x1, y1) = shape.at(shape.depth, shape.arm), (shape.width, -shape.arm)
    return _set_back(unit, (x0, unit.back + y0), (x1, unit.back + y1), mirrored=unit.unit.side == "right")


def _slant(unit: Placed) -> Line:
    """The face of the plinth along the front of a slanted unit."""
    arm, low = unit.unit.arm or unit.kind.arm, unit.back - unit.unit.depth
    return _set_back(unit, (0.0, low), (unit.unit.width, unit.back - arm), mirrored=unit.unit.side == "right")


def _set_back(unit: Placed, a: Point, b: Point, *, mirrored: bool) -> Line:
    """A line of the front, from left to right of a left-hand unit, moved back to where the plinth is."""
    (x0, y0), (x1, y1) = shifted((a, b), unit.rules.kick_setback)
    if (y0 - a[1]) + (y1 - b[1]) < 0:
        (x0, y0), (x1, y1) = shifted((a, b), -unit.rules.kick_setback)
    xs = [unit.right - x if mirrored else unit.x + x for x in (x0, x1)]
    return (xs[0], y0), (xs[1], y1)
