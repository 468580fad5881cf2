"""Whether worktops bear what stands on them: between the gables under them, and where they stand out beyond.

Source: common practice: a worktop stands out free by ten times its thickness at most, and not farther than 300.
"""

from collections.abc import Iterator, Sequence
from math import ceil, cos, hypot, radians, sin

from shapely import LineString, Point, Polygon, union_all

from tallplank.core.check.overlap import SLACK
from tallplank.core.check.record import Finding, shown
from tallplank.core.check.strength import shelf_sag
from tallplank.core.job.face import Face
from tallplank.core.job.room import Room
from tallplank.core.joinery.made import Made, MadeUnit
from tallplank.core.joinery.part.part import Part
from tallplank.core.joinery.part.role import word_of
from tallplank.core.joinery.rule.corner import CORNER_PLANS
from tallplank.core.joinery.run.run import Run
from tallplank.core.joinery.run.top.bar import BAR, RISER
from tallplank.core.measure.memo import Same
from tallplank.core.space.frame import Vec
from tallplank.core.space.outline import Point as Point2
from tallplank.core.space.outline import Ring, edges

FREE_BY_THICKNESS, FREE_MOST, APART = 10.0, 300.0, 700.0
IN_CORNER, FAR = 0.5, 10_000.0
"""A worktop that comes this near to a corner of the walls lies on battens there; and a length beyond any worktop's depth."""


def worktops(made: Made, room: Room, _: tuple[MadeUnit, ...]) -> Iterator[Finding]:
    """Worktops that sag between their supports, stand out too far without any, or stand before a window."""
    faces = Same(made.faces[room.id])
    for run in made.runs_in.get(room.id, ()):
        if run.what == "top" and run.parts:
            yield from run.carried("worktop", lambda run=run: tuple(_of_run(made, run)), made.job.display, faces)  # type: ignore[misc]


def _of_run(made: Made, run: Run) -> Iterator[Finding]:
    in_room = {unit.unit.id: unit for unit in made.by_room[run.room]}
    members = [in_room[key] for key in run.members]
    yield from _sagging(made, run, members)
    yield from _standing_out(made, run, members)
    yield from _over_windows(made, run)
    yield from _bar_standing_out(made, run)


def _sagging(made: Made, run: Run, members: Sequence[MadeUnit]) -> Iterator[Finding]:
    widest = max(members, key=_clear)
    span, rules, part = _clear(widest), widest.choice.rules, run.parts[0]
    bend = shelf_sag(part, made.catalog, rules, span=span)
    if bend is not None and bend > span / rules.sag_limit:
        text = (
            f"{run.label} sags {shown(made.job, bend)} in time over {widest.label}; {shown(made.job, span / rules.sag_limit)} is allowed."
        )
        yield Finding("warning", "worktop-sags", text, "Choose a thicker worktop, or put a rail under it.", (widest.unit.id,))


def _clear(unit: MadeUnit) -> float:
    return unit.unit.width - 2 * unit.choice.rules.board_thickness


def _over_windows(made: Made, run: Run) -> Iterator[Finding]:
    """Upstands that reach higher than the sill of a window behind them, and what returns along another wall."""
    for face, part in _standing(made, run):
        what = word_of("backsplash" if part.tag.role == "backsplash return" else "upstand")
        low, high = _seen_from(face, made.faces[run.room][run.face], part)
        for opening in face.openings:
            beside = low.x < opening.x + opening.width - SLACK and high.x > opening.x + SLACK
            if beside and opening.sill < high.z - SLACK and opening.sill + opening.height > low.z + SLACK:
                text = f"{run.label}: its {what} covers {shown(made.job, high.z - opening.sill)} of a {opening.kind}."
                yield Finding("warning", "upstand-window", text, f"Make the {what} lower, or the sill higher.", run.members)


def _standing(made: Made, run: Run) -> Iterator[tuple[Face, Part]]:
    """What stands on a worktop, each with the wall behind it. A backsplash along the wall of its units goes round openings by itself."""
    faces = made.faces[run.room]
    walls = [key for key, face in faces.items() if not face.is_loose]
    for part in run.parts:
        if part.tag.role == "upstand":
            yield faces[run.face], part
        elif part.tag.role in ("upstand return", "backsplash return"):
            at = walls.index(run.face) + (1 if part.tag.side == "right" else -1)
            yield faces[walls[at % len(walls)]], part


def _seen_from(face: Face, own: Face, part: Part) -> tuple[Vec, Vec]:
    """The box of a part of one face in the frame of another."""
    low, high = part.box
    if face is own:
        return low, high
    ends = [face.frame.inside(own.frame.out(part.frame.out((x, 0.0, 0.0)))) for x in (0.0, part.length.value)]
    return Vec(min(p.x for p in ends), 0.0, low.z), Vec(max(p.x for p in ends), 0.0, high.z)


def _standing_out(made: Made, run: Run, members: Sequence[MadeUnit]) -> Iterator[Finding]:
    most = min(FREE_BY_THICKNESS * run.parts[0].thickness.value, FREE_MOST)
    face = made.faces[run.room][run.face]
    if _at_most(run.parts, members, face) <= most:
        return
    boxes = [*(_seen_carcass(made, unit, face) for unit in members), *_corner_boxes(made, run, face)]
    boxes += [part.above for part in run.parts if part.tag.role == "waterfall"]
    boxes += [piece.above for piece in run.pieces if piece.role == "top-support"]
    tops = tuple(part for part in run.parts if part.tag.role == "worktop")
    far, where = max(_overhangs(tops, boxes, [u for u in members if u.unit.face == run.face], face))
    if far > most:
        bracketed = any(piece.role == "top-support" for piece in run.pieces)
        free = f"lies {shown(made.job, far)} from the nearest bracket or unit" if bracketed else f"stands out {shown(made.job, far)}"
        text = f"{run.label} {free} {where}{'' if bracketed else ' without support'}; {shown(made.job, most)} is the most."
        long = max(high.x for _, high in (p.box for p in tops)) - min(low.x for low, _ in (p.box for p in tops))
        remedy = f"Make the overhang smaller, or put brackets under it, {ceil(long / (2 * most))} along the whole length."
        yield Finding("warning", "worktop-overhang", text, remedy, run.members)


def _bar_standing_out(made: Made, run: Run) -> Iterator[Finding]:
    """A raised bar that stands out too far beyond its riser and its brackets."""
    bars, risers = ([p for p in run.parts if p.tag.role == role] for role in (BAR, RISER))
    if not bars:
        return
    most = min(FREE_BY_THICKNESS * bars[0].thickness.value, FREE_MOST)
    carried = [*(p.above for p in risers), *(piece.above for piece in run.pieces if piece.role == "top-support")]
    under = union_all([Polygon(ring) for ring in carried])
    far = max(float(under.distance(Point(*place))) for part in bars for edge in edges(part.above) for place in _along(*edge))
    if far > most:
        text = f"{run.label}: its raised bar stands out {shown(made.job, far)} without support; {shown(made.job, most)} is the most."
        yield Finding("warning", "worktop-overhang", text, "Make the bar less deep, or put brackets under it.", run.members)


def _at_most(parts: tuple[Part, ...], members: Sequence[MadeUnit], face: Face) -> float:
    """How far a worktop of rectangles stands out at most, told by the boxes around it and its units alone; no limit for any other."""
    if not all(part.form.is_square for part in parts) or len({u.unit.face for u in members}) > 1:
        return FAR
    boxes = [part.box for part in parts]
    left = min(u.placed.x for u in members) - min(low.x for low, _ in boxes)
    right = max(high.x for _, high in boxes) - max(u.placed.right for u in members)
    behind = max(high.y for _, high in boxes) - max(u.placed.back for u in members) if face.is_loose else 0.0
    return max(left, right, behind, max(u.placed.back - u.unit.depth for u in members) - min(low.y for low, _ in boxes))


def _overhangs(parts: tuple[Part, ...], boxes: Sequence[Ring], members: Sequence[MadeUnit], face: Face) -> Iterator[tuple[float, str]]:
    """How far the middle of each edge of a worktop stands from what carries it: the boxes under it, and in a corner the walls.

    Between a box and the two walls of a corner it lies on battens, and on what it is bolted to.
    """
    left, right = min(u.placed.x for u in members), max(u.placed.right for u in members)
    low, high = min(part.box[0].x for part in parts), max(part.box[1].x for part in parts)
    shallow = min(u.unit.depth for u in members)
    walls: list[LineString | Polygon] = []
    if face.closed_left and low < IN_CORNER < left:
        turn = radians(face.before)
        walls += [LineString([(0.0, 0.0), (FAR * cos(turn), -FAR * sin(turn))]), Polygon([(0.0, 0.0), (left, 0.0), (left, -shallow)])]
    if face.closed_right and right < face.length - IN_CORNER < high:
        turn = radians(face.after)
        end = face.length
        walls += [
            LineString([(end, 0.0), (end - FAR * cos(turn), -FAR * sin(turn))]),
            Polygon([(end, 0.0), (right, 0.0), (right, -shallow)]),
        ]
    under = union_all([*walls, *map(Polygon, boxes)])
    for x, y in (place for part in parts for edge in edges(part.above) for place in _along(*edge)):
        where = "at its left end" if x < left else "at its right end" if x > right else "at its back" if y > 0 else "at its front"
        yield float(under.distance(Point(x, y))), where


def _along(a: Point2, b: Point2) -> Iterator[Point2]:
    """The middle of an edge, and of a long one also the middles of its parts, none longer than what brackets may be apart."""
    count = max(ceil(hypot(b[0] - a[0], b[1] - a[1]) / APART), 1)
    for i in range(count):
        share = (i + 0.5) / count
        yield a[0] + (b[0] - a[0]) * share, a[1] + (b[1] - a[1]) * share


def _corner_boxes(made: Made, run: Run, face: Face) -> Iterator[Ring]:
    """The boxes of corner units that stand at other walls, in the frame of the face."""
    for unit in made.by_room.get(run.room, ()):
        if unit.choice.kind.plan in CORNER_PLANS and unit.unit.face != run.face:
            yield _seen_carcass(made, unit, face)


def _seen_carcass(made: Made, unit: MadeUnit, face: Face) -> Ring:
    """The same in the frame of a face that need not be the unit's own."""
    own = made.face(unit)
    ring = _carcass(unit)
    return ring if own is face else tuple(face.frame.inside((*point, 0.0))[:2] for point in own.frame.flat_out(ring))


def _carcass(unit: MadeUnit) -> Ring:
    """What of the plan a unit's box takes, without its fronts."""
    x0, y0, _ = unit.frame.origin
    width, depth = unit.unit.width, unit.unit.depth
    plan = unit.plan or ((0.0, 0.0), (width, 0.0), (width, depth), (0.0, depth))
    return tuple((x0 + x, y0 + y) for x, y in plan)
