"""Worktops: over the units of a stretch, round the corners of the room, with the bolts that hold their joints.

Source: common practice: mitred from the corner of the walls to that of the fronts, or butted, the left one through; two bolts, or
three in joints longer than 700.
"""

from collections.abc import Sequence
from itertools import pairwise
from math import hypot

from tallplank.core.catalog.catalog import Catalog
from tallplank.core.catalog.finish import Finish
from tallplank.core.catalog.hardware import TopBolt
from tallplank.core.job.standard import Standard
from tallplank.core.job.unit import FinishRole, Unit
from tallplank.core.joinery.part.hole import Pocket
from tallplank.core.joinery.rule.choice import chosen_finish, chosen_hardware
from tallplank.core.joinery.rule.place import Placed
from tallplank.core.joinery.run.corner import Line
from tallplank.core.joinery.run.length import body_depth, length_of, of_unit, pieces_of
from tallplank.core.joinery.run.stretch import Course, Stretch
from tallplank.core.joinery.run.top.in_corner import corner_let_ins
from tallplank.core.joinery.run.top.island import add_island_top
from tallplank.core.joinery.run.top.let_in import LetIn, cut_for, kept_clear, let_ins
from tallplank.core.joinery.run.top.outline import SLIVER, cut_line, is_let_in, lies_on, region
from tallplank.core.joinery.run.top.upstand import add_upstand
from tallplank.core.joinery.run.top.worktop_piece import add_top_piece, is_at
from tallplank.core.joinery.run.wall_end import leaning_ends
from tallplank.core.joinery.setout.collector import Collector
from tallplank.core.measure.size import Size
from tallplank.core.measure.source import Decided
from tallplank.core.space.frame import Vec
from tallplank.core.space.outline import Point, Ring, bounds, edges

LONG_JOINT = 700.0
"""From this length on a joint takes three bolts."""
ALIKE = 0.01
NO_OVERHANG = Size.of(0.0, "end overhang")


def add_worktop(course: Course, finish: Finish, out: Collector, catalog: Catalog, standard: Standard) -> None:
    """The overhangs are those of the units at its ends, and of the one that stands out farthest."""
    stretch = course.stretch
    if course.island is not None:
        add_island_top(course, course.island, finish, out, catalog, standard)
        return
    deepest = stretch.deepest
    depth = top_depth(deepest)
    straight = let_ins(stretch, depth.value, catalog)
    left, right = end_overhangs(course, straight)
    butt = deepest.rules.top_corner == "butt"
    over = deepest.rules.top_front
    covered = region(course, depth.value, over, (left.value, right.value), butt=butt)
    start, end = covered.start, covered.end
    ends = {start: left, end: right}
    seams = [p.right for p in stretch.members]
    walls = leaning_ends(course, depth.value)
    cuts = [line for j in course.joints if (line := cut_line(course, j, depth.value, butt=butt)) is not None]
    uneven = getattr(course.face.carrier, "out_of_plumb", 0.0)
    let_in = (*straight, *corner_let_ins(stretch, covered, catalog))
    longest = catalog.boards[finish.board].sheet[0]
    ends_of = [start, *_corner_ends(stretch, start, end), end]
    pieces = [piece for a, b in pairwise(ends_of) for piece in pieces_of(a, b, seams, longest, kept_clear(let_in))]
    first = len(out.parts)
    beside = "into the corner" if course.joints else "to the wall" if walls else "between units"
    hidden = [*cuts, *(wall.line for wall in walls)]
    for a, b in pieces:
        sizes = length_of(stretch.members, a, b, ends, beside), depth
        _add_piece(course, finish, covered.between(a, b), sizes, hidden, (a > start + SLIVER, b < end - SLIVER), out)
    cut_for(let_in, first, out)
    for index, part in enumerate(out.parts[first:] if uneven else (), first):
        out.widen(index, part.cut_width + uneven)  # to be scribed to a wall that is out of plumb
    _add_bolts(course, cuts, first, out, catalog, standard)
    splash = chosen_finish(catalog, standard, _own(stretch.members, "splash"), "splash")
    add_upstand(course, finish, splash, (left.value, right.value), depth, out)


def _corner_ends(stretch: Stretch, start: float, end: float) -> list[float]:
    """Where the pieces in corners end that have something let in: at the unit's end along its own wall."""
    units = {id(p): (p, side) for side in ("left", "right") if (p := stretch.corner_unit(side)) is not None and is_let_in(p)}
    places = (p.right if side == "left" else p.x for p, side in units.values())
    return sorted(at for at in places if start + SLIVER < at < end - SLIVER)


def _own(members: Sequence[Placed], role: FinishRole) -> Unit | None:
    """The first unit that has chosen a finish of its own for a role."""
    return next((p.unit for p in members if role in p.unit.finishes), None)


def end_overhangs(course: Course, found: Sequence[LetIn]) -> tuple[Size, Size]:
    """How far a worktop stands out at its free ends: as its units' rules ask, and so that board enough is left beside an opening."""
    stretch = course.stretch
    left = max((f.item.least_board - (f.span[0] - stretch.start) for f in found), default=0.0)
    right = max((f.item.least_board - (stretch.end - f.span[1]) for f in found), default=0.0)
    return (
        _end_overhang(stretch, 0, left) if stretch.open_left and course.left is None else NO_OVERHANG,
        _end_overhang(stretch, 1, right) if stretch.open_right and course.right is None else NO_OVERHANG,
    )


def _end_overhang(stretch: Stretch, end: int, needed: float) -> Size:
    placed = stretch.last("right" if end else "left")
    needed = round(needed, 6)
    if needed <= stretch.beyond[end]:
        return Size.of(stretch.beyond[end], "end overhang", of_unit(placed, Decided("rule", "top_end")))
    return Size.of(min(needed, stretch.room[end]), "end overhang beside an opening", of_unit(placed, Decided("unit", "width")))


def top_depth(deepest: Placed) -> Size:
    """From the wall to the front edge, over the unit that stands out farthest."""
    return body_depth(deepest) + Size.of(deepest.rules.top_front, "front overhang", of_unit(deepest, Decided("rule", "top_front")))


def _add_piece(
    course: Course, finish: Finish, ring: Ring, sizes: tuple[Size, Size], cuts: list[Line], seamed: tuple[bool, bool], out: Collector
) -> None:
    """One piece with the edges of it that are seen."""
    (low, high), (length, depth) = bounds(ring), sizes
    if abs(rest := high[1] - low[1] - depth.value) > ALIKE:
        depth = depth + Size.of(rest, "in the corner", Decided("unit", "depth"))
    seen = [(a, b) for a, b in edges(ring) if _is_seen(course, a, b, cuts, (low, high), seamed)]
    add_top_piece(course.stretch, finish, ring, (length, depth), seen, out)


def _is_seen(course: Course, a: Point, b: Point, cuts: list[Line], extent: tuple[Point, Point], seamed: tuple[bool, bool]) -> bool:
    """Whether an edge is neither at the wall, nor a joint or a seam, nor against what closes an end."""
    (left, _), (right, _) = extent
    stretch = course.stretch
    hidden_left = seamed[0] or not stretch.open_left
    hidden_right = seamed[1] or not stretch.open_right
    return not (
        is_at((a, b), 1, 0.0)
        or any(lies_on(a, b, cut) for cut in cuts)
        or (hidden_left and is_at((a, b), 0, left))
        or (hidden_right and is_at((a, b), 0, right))
        or any(lies_on(a, b, (joint.corner, joint.there.flat_out([(1000.0, 0.0)])[0])) for joint in course.joints)
    )


def _add_bolts(course: Course, cuts: list[Line], first: int, out: Collector, catalog: Catalog, standard: Standard) -> None:
    """Bolts across the joints: their pockets in the underside of both, the bolts counted with the one on the left."""
    bolt = chosen_hardware(catalog, standard, None, "top-bolt")
    assert isinstance(bolt, TopBolt)
    for joint, cut in zip(course.joints, cuts, strict=False):
        for index, part in enumerate(out.parts[first:], first):
            places = _bolt_places(part.above, cut)
            pockets = [_pocket(place, way, part.frame.inside((0.0, 0.0, part.frame.origin.z)), bolt) for place, way in places]
            if pockets and part.thickness.value > bolt.depth:
                out.cut(index, pockets)
                if joint.side == "right":
                    count = Size.of(len(places), "bolts across the joint", Decided("hardware", "top-bolt"))
                    out.fit(bolt, count, "joint of the worktop")


def _bolt_places(ring: Ring, cut: Line) -> list[tuple[Point, Point]]:
    """Where bolts cross the edge of a piece that lies on a joint, each with the way into the piece."""
    for a, b in edges(ring):
        length = hypot(b[0] - a[0], b[1] - a[1])
        if not lies_on(a, b, cut) or length < LONG_JOINT / 4:
            continue
        count = 3 if length > LONG_JOINT else 2
        into = (-(b[1] - a[1]) / length, (b[0] - a[0]) / length)
        shares = [(i + 0.5) / count for i in range(count)]
        return [((a[0] + s * (b[0] - a[0]), a[1] + s * (b[1] - a[1])), into) for s in shares]
    return []


def _pocket(place: Point, into: Point, shift: Vec, bolt: TopBolt) -> Pocket:
    """A slot from the joint inwards, in the underside, for half a bolt; `shift` is the room's origin in the part."""
    along = (into[1], -into[0])
    half, long = bolt.width / 2, bolt.length / 2
    corners = [
        (place[0] + t * long * into[0] + s * half * along[0] + shift.x, place[1] + t * long * into[1] + s * half * along[1] + shift.y)
        for t, s in ((0.0, 1.0), (1.0, 1.0), (1.0, -1.0), (0.0, -1.0))
    ]
    (x0, y0), (x1, y1) = bounds(corners)
    return Pocket("recess", Vec(x0, y0, 0.0), Vec(x1, y1, bolt.depth), tuple(corners))
