"""The plan of a room: walls cut above the worktops, units below the cut in full line, those above it broken."""

from collections.abc import Iterator, Sequence
from dataclasses import replace
from itertools import pairwise
from math import atan2, degrees, hypot

from tallplank.core.draw.added import added_to, shown_chains
from tallplank.core.draw.chain import fixture_chain, opening_chain, unit_chain
from tallplank.core.draw.elevation import MOST_MARK
from tallplank.core.draw.primitive import (
    PAPER,
    WRONG,
    Chain,
    Drawing,
    DrawingSide,
    Fill,
    Line,
    Pen,
    Poly,
    Shape,
    Target,
    Text,
)
from tallplank.core.draw.room_plan import above_of, box_on, leaf, line_on, point_on, things_of, walls_of
from tallplank.core.edit.triangle import triangle
from tallplank.core.edit.walkway import OUT, group_outline, walkways
from tallplank.core.job.face import Face, Faces, group_frame
from tallplank.core.job.measure import GAP, Measure, OfFace, OfStanding, OfWay
from tallplank.core.job.room import Group, Room
from tallplank.core.job.standing import Column
from tallplank.core.job.wall import FreeWall
from tallplank.core.joinery.made import Made, MadeUnit
from tallplank.core.joinery.part.lot import of_each
from tallplank.core.joinery.part.part import Part
from tallplank.core.joinery.run.run import Run
from tallplank.core.joinery.run.stretch import JOINED
from tallplank.core.space.frame import Frame
from tallplank.core.space.outline import STRAIGHT, Point, Ring, bounds, edges, middle, mitred


def plan(made: Made, room_id: str, wrong: frozenset[str] = frozenset(), *, with_triangle: bool = False) -> Drawing:
    """The plan of a room; units in `wrong` are marked as overlapping. A kitchen's work triangle is drawn where it is asked for."""
    room, faces, units = made.job.room(room_id), made.faces[room_id], made.by_room.get(room_id, ())
    outer = mitred(room.corners, [w.thickness for w in room.walls])
    outside = tuple(p for edge in outer for p in edge)
    shapes: list[Shape] = [Poly(room.corners, None, PAPER), *walls_of(room, faces, outer), *_furnished(made, room, faces)]
    shapes += [Poly(_frame(faces, u).flat_out(u.outline), Pen.WRONG, WRONG) for u in units if u.unit.id in wrong]
    shapes += [s for u in units if not u.placed.hung for s in _swings(faces, u)]
    shapes += [*above_of(room, faces), *(_mark(faces, u) for u in units)]
    if with_triangle:
        shapes += _triangle(made, room_id)
    reach = [p for u in units for p in _frame(faces, u).flat_out(u.outline)]
    low, high = bounds([*outside, *reach])
    added, leads = added_to(made, room_id, "plan")
    chains = (*shown_chains(_chains(made, room, outside), f"{room_id}/plan", made.job.hidden_chains), *added)
    return Drawing(f"{room.name} · plan", (*shapes, *leads), chains, _targets(made, room, faces), low, high)


def _low_first(made: Made, room: Room) -> list[MadeUnit]:
    """What hangs lies over what stands."""
    return sorted(made.by_room.get(room.id, ()), key=lambda u: (u.placed.hung, u.placed.top))


def _furnished(made: Made, room: Room, faces: Faces) -> Iterator[Shape]:
    """What is on walls, the groups, and the units with their worktops, from the lowest to the highest."""
    runs, units = made.runs_in.get(room.id, ()), _low_first(made, room)
    for run in runs:
        if run.what == "panel":
            yield from _paneling(faces[run.face].frame, run)
    for group in room.groups:
        yield from _group(group, faces)
    for unit in units:
        if not unit.placed.hung:
            yield from _unit(faces, unit)
    for run in runs:
        if run.what == "top":
            yield from _worktop(faces[run.face].frame, run)
    for unit in units:
        if unit.placed.hung:
            yield from _unit(faces, unit)


def _targets(made: Made, room: Room, faces: Faces) -> tuple[Target, ...]:
    """What can be pointed at, the topmost last."""
    targets = [Target(owner, ring) for owner, ring in things_of(room, faces)]
    targets += [Target(group.id, ring) for group in room.groups for ring in _ground(made, room.id, group)]
    targets += [Target(u.unit.id, _frame(faces, u).flat_out(u.outline)) for u in _low_first(made, room)]
    return tuple(targets)


def _frame(faces: Faces, unit: MadeUnit) -> Frame:
    return faces[unit.unit.face].frame


def _grain(frame: Frame) -> float:
    """The direction of a face on the plan, in degrees from 0 to 180."""
    return degrees(atan2(frame.x.y, frame.x.x)) % 180.0


def _group(group: Group, faces: Faces) -> Iterator[Shape]:
    """The lines that units of a group stand at."""
    for face in (faces[f.id] for f in group.faces):
        yield line_on(face.frame, (0.0, 0.0), (face.length, 0.0), Pen.HIDDEN)


def _triangle(made: Made, room_id: str) -> Iterator[Shape]:
    """From sink to hob to fridge, the length of each leg near its beginning and the sum in the middle of all."""
    found = triangle(made, room_id)
    if found is None:
        return
    shown = made.job.display.shown
    for (a, b), leg in zip(edges(found.points), found.legs, strict=True):
        yield Line(a, b, Pen.HIDDEN)
        yield Text((a[0] + (b[0] - a[0]) * LEG_AT, a[1] + (b[1] - a[1]) * LEG_AT), shown(round(leg), suffix=False))
    yield Text(middle(found.points), f"Σ {shown(round(found.sum), suffix=False)}")


LEG_AT = 0.28
"""Where along its leg a length of the work triangle stands."""


def _ground(made: Made, room_id: str, group: Group) -> Iterator[Ring]:
    """What a group is pointed at by, where none of its units is: its worktops, or where it has none the strip along its faces."""
    faces, ids = made.faces[room_id], {f.id for f in group.faces}
    tops = [r for r in made.runs_in.get(room_id, ()) if r.what == "top" and r.face in ids]
    for run in tops:
        yield from (faces[run.face].frame.flat_out(part.above) for part in run.parts)
    for face in (faces[f.id] for f in group.faces) if not tops else ():
        yield box_on(face.frame, 0.0, 0.0, face.length, -STRIP)


STRIP = 150.0
"""How far before the faces of an empty group it can be pointed at."""


def _unit(faces: Faces, unit: MadeUnit) -> Iterator[Shape]:
    frame, placed = _frame(faces, unit), unit.placed
    hung, grain, look = placed.hung, _grain(frame), unit.choice.finish("carcass").look
    pen, fill = Pen.HIDDEN if hung else Pen.OUTLINE, None if hung else Fill("look", look, grain)
    if unit.plan is not None:
        x0, y0, _ = unit.frame.origin
        yield Poly(frame.flat_out([(x0 + x, y0 + y) for x, y in unit.plan]), pen, fill)
        return
    yield Poly(box_on(frame, placed.x, placed.back, unit.unit.width, -unit.unit.depth), pen, fill)
    for piece in unit.pieces if unit.choice.kind.way.is_appliance and not hung else ():
        if piece.axis == "z" and piece.low.y >= 0.0:
            yield Poly(frame.flat_out([(placed.x + x, placed.back - unit.unit.depth + y) for x, y in piece.above]), Pen.EDGE)
    if placed.has_fronts and not hung:
        front = Fill("look", unit.choice.finish("front").look, grain)
        yield Poly(box_on(frame, placed.x, placed.front, unit.unit.width, placed.front_thickness), Pen.EDGE, front)


def _swings(faces: Faces, unit: MadeUnit) -> Iterator[Shape]:
    """What the doors of a unit on the floor sweep, in light lines."""
    if unit.plan is not None:
        return
    frame, placed = _frame(faces, unit), unit.placed
    doors = dict.fromkeys((f.x, f.width, f.hand) for f in unit.fronts if f.kind == "door")
    for x, width, hand in doors:
        hung, inward = (placed.x + x, 1.0) if hand == "left" else (placed.x + x + width, -1.0)
        yield from leaf(frame, (hung, placed.front), width, inward, -1.0, Pen.BEYOND)


def _worktop(frame: Frame, run: Run) -> Iterator[Shape]:
    seats = [piece for piece in run.pieces if piece.role == "seat"]
    for piece in sorted(seats, key=lambda p: p.low.z):
        yield Poly(frame.flat_out(piece.above), Pen.EDGE, Fill("plain", piece.colour))
    for part in run.parts:
        yield Poly(frame.flat_out(part.above), Pen.OUTLINE, Fill("look", part.finish.look, _grain(frame)))
    for piece in (p for p in run.pieces if p.role not in ("seat", "top-support")):
        yield Poly(frame.flat_out(piece.above), Pen.EDGE, Fill("plain", piece.colour))


def _paneling(frame: Frame, run: Run) -> Iterator[Shape]:
    """What a paneled wall is made of, seen from above: boards one above the other once."""
    for ring in dict.fromkeys(ring for some in of_each(run.parts, "feet", _feet) for ring in some):
        yield Poly(frame.flat_out(ring), Pen.BEYOND, PAPER)


def _feet(parts: Sequence[Part]) -> dict[Ring, None]:
    return dict.fromkeys(_foot(part) for part in parts if part.kind != "molding")


def _foot(part: Part) -> Ring:
    """What a board covers seen from above, to a tenth; what leans out of its wall by the box around it."""
    bent_or_turned = part.form.bend_radius is not None or (
        abs(part.frame.x.z) == 1.0 and min(abs(part.frame.y.x), abs(part.frame.y.y)) > STRAIGHT
    )
    if bent_or_turned:
        return tuple((round(x, 1), round(y, 1)) for x, y in part.above)
    (x0, y0, _), (x1, y1, _) = ((round(c, 1) for c in corner) for corner in part.box)
    return ((x0, y0), (x1, y0), (x1, y1), (x0, y1))


def _mark(faces: Faces, unit: MadeUnit) -> Text:
    """The unit's number: near the front of those on the floor, near the wall in those above."""
    share = 0.3 if unit.placed.hung else 0.76
    if unit.placed.top > 1800 and not unit.placed.hung:
        share = 0.5
    at = point_on(_frame(faces, unit), unit.placed.x + unit.unit.width / 2, unit.placed.front * share)
    return Text(at, str(unit.unit.mark), framed=True, room=min(max(unit.unit.width * 0.7, 90.0), MOST_MARK))


def _chains(made: Made, room: Room, outside: Ring) -> Iterator[Chain]:
    """What stands at every face, then the lengths of the walls, of parallel walls of one length only the later one's."""
    faces, levels = made.faces[room.id], made.job.display.dimensions
    lengths: list[Chain] = []
    for face in faces.values():
        floor = [u for u in made.at_face(room.id, face.id) if not u.placed.hung]
        side = _inner_side(made, room, face, floor) if face.is_loose else _outer_side(face, outside)
        if floor and "fronts" in levels and (middles := fixture_chain(side, floor, face.length)):
            yield _outward(middles, face)
        if floor and "units" in levels:
            yield _outward(unit_chain(side, floor, face.length), face)
        if face.openings:
            yield _outward(opening_chain(side, room.id, face), face)
        yield from (_outward(chain, face) for chain in _standing_chains(room, faces, face, side))
        if not face.is_loose or (face.id == face.carrier.id if isinstance(face.carrier, FreeWall) else not floor):
            whole = _outward(Chain(side, (0.0, face.length), (OfFace(room.id, face.id),), name="whole"), face)
            lengths = [c for c in lengths if not _tells_the_same(c, whole)]
            lengths.append(whole)
    if "overall" in levels:
        yield from lengths
    for group in room.groups:
        yield from _ways(made, room.id, group)


def _ways(made: Made, room_id: str, group: Group) -> Iterator[Chain]:
    """The ways beside a group, each from the edge of its worktop outwards, near an end of that side."""
    frame = group_frame(group)
    low, _, high, _ = group_outline(made, room_id, group)
    for side, way in walkways(made, room_id, group.id).items():
        if way.width <= JOINED:
            continue
        dx, dy = OUT[side]
        x = high[0] + BEYOND if dy else (low[0] if dx < 0 else high[0])
        y = (low[1] + high[1]) / 2 if dx else (low[1] if dy < 0 else high[1])
        start = frame.out((x, y, 0.0))
        along, across = frame.turned_out((dx, dy, 0.0)), frame.turned_out((abs(dy), abs(dx), 0.0))
        name = DrawingSide(f"way {group.id} {side}", (start.x, start.y), (along.x, along.y), (across.x, across.y))
        yield Chain(name, (0.0, way.width), (OfWay(room_id, group.id, side),), name=f"{group.id} way {side}")


BEYOND = 160.0
"""How far beyond its end the ways before and behind a group are measured, clear of the chains along it."""


def _standing_chains(room: Room, faces: Faces, face: Face, side: DrawingSide) -> Iterator[Chain]:
    """The places of columns along the wall that they stand nearest to."""
    if face.is_loose:
        return
    for column in room.columns:
        if _nearest_wall(faces, column) != face.id:
            continue
        ring = [face.frame.inside((*point, 0.0))[:2] for point in column.outline]
        left, right = column.span(ring, face.frame.inside((column.x, column.y, 0.0)).x)
        places = [p for p in (left, right) if JOINED < p < face.length - JOINED]
        ticks = (0.0, *places, face.length)
        known: dict[tuple[float, float], Measure] = {
            (0.0, left): OfStanding(room.id, face.id, column.id, "x"),
            (left, right): OfStanding(room.id, face.id, column.id, "width"),
        }
        yield Chain(side, ticks, tuple(known.get(pair, GAP) for pair in pairwise(ticks)), name=column.id)


def _nearest_wall(faces: Faces, column: Column) -> str:
    """The wall that a column stands nearest to."""

    def away(face: Face) -> float:
        ring = [face.frame.inside((*point, 0.0)) for point in column.outline]
        beyond = max(-max(p.x for p in ring), min(p.x for p in ring) - face.length, 0.0)
        return min(-p.y for p in ring) + beyond

    return min((f for f in faces.values() if not f.is_loose), key=away).id


def _tells_the_same(one: Chain, other: Chain) -> bool:
    """Whether two chains measure the same length on opposite sides of the room."""
    opposite = hypot(one.side.out[0] + other.side.out[0], one.side.out[1] + other.side.out[1]) < JOINED / 1000
    shift = (other.side.at[0] - one.side.at[0]) * one.side.way[0] + (other.side.at[1] - one.side.at[1]) * one.side.way[1]
    return opposite and abs(shift) < JOINED and all(abs(a - b) < JOINED for a, b in zip(one.ticks, other.ticks, strict=True))


def _outer_side(face: Face, outside: Ring) -> DrawingSide:
    """Outside the whole room on the side of a wall, so that no chain crosses another part of it."""
    frame = face.frame
    away = max((p[0] - frame.origin.x) * frame.y.x + (p[1] - frame.origin.y) * frame.y.y for p in outside)
    way = (frame.x.x, frame.x.y)
    return DrawingSide(f"out {_direction(frame)}", point_on(frame, 0.0, away), way, (frame.y.x, frame.y.y))


def _inner_side(made: Made, room: Room, face: Face, units: Sequence[MadeUnit]) -> DrawingSide:
    """In the room, before what stands at a face that stands free, its worktop and its seats."""
    frame = face.frame
    front = min((u.placed.front for u in units), default=0.0)
    for run in made.runs_at(room.id, face.id) if isinstance(face.carrier, Group) else ():
        rings = [*(p.above for p in run.parts), *(p.above for p in run.pieces if p.role == "seat")]
        front = min([front, *(y for ring in rings for _, y in ring)])
    return DrawingSide(f"at {face.id}", point_on(frame, 0.0, front), (frame.x.x, frame.x.y), (0.0 - frame.y.x, 0.0 - frame.y.y))


def _direction(frame: Frame) -> int:
    """Which way a wall faces, in hundredths of a degree: chains beyond walls that face the same way stack."""
    return round(degrees(atan2(frame.y.y, frame.y.x)) * 100) % 36000


def _outward(chain: Chain, face: Face) -> Chain:
    """A chain that runs to the right or upwards on the plan, so that its ticks are drawn alike everywhere, named by its face."""
    side, chain = chain.side, replace(chain, name=f"{face.id} {chain.name}")
    if side.way[0] > JOINED / 1000 or (abs(side.way[0]) <= JOINED / 1000 and side.way[1] > 0):
        return chain
    start = side.beside(face.length, 0.0)
    turned = DrawingSide(side.name, start, (0.0 - side.way[0], 0.0 - side.way[1]), side.out)
    ticks, measures = tuple(face.length - t for t in reversed(chain.ticks)), tuple(reversed(chain.measures))
    return replace(chain, side=turned, ticks=ticks, measures=measures)


def face_at(faces: Faces, point: Point) -> tuple[Face, float]:
    """The face nearest to a point of the plan among those seen from there, and how far along it, from its left end, the point lies.

    A point inside a wall belongs to that wall.
    """
    best: tuple[float, Face, float] | None = None
    for face in faces.values():
        local = face.frame.inside((*point, 0.0))
        if face.is_loose and local.y > face.thickness / 2:
            continue
        beyond = max(-local.x, local.x - face.length, 0.0)
        distance = abs(local.y) + beyond
        if best is None or distance < best[0] - JOINED:
            best = (distance, face, local.x)
    if best is None:
        raise ValueError("a room has walls")
    return best[1], best[2]
