"""The elevation of one face: what stands before it, drawn from the nearest to the farthest, with its dimensions."""

from collections.abc import Collection, Iterable, Iterator, Sequence
from dataclasses import replace
from math import hypot
from typing import assert_never

from tallplank.core.draw.added import added_to, shown_chains
from tallplank.core.draw.chain import fixture_chain, front_chain, level_chain, opening_chain, service_chains, unit_chain
from tallplank.core.draw.mounted import run_faces
from tallplank.core.draw.primitive import (
    CUT,
    LEVEL_GRAIN,
    PAPER,
    UPRIGHT,
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
    rectangle,
)
from tallplank.core.draw.surround import FLOOR_DEPTH, in_the_room, outlets, surround, things_of
from tallplank.core.job.face import Face
from tallplank.core.job.front import SHAPES
from tallplank.core.job.job import DimensionLevel
from tallplank.core.job.measure import LEVEL, OfFace, OfRoom
from tallplank.core.job.room import Group, Room
from tallplank.core.job.unit import RunKind
from tallplank.core.joinery.made import Made, MadeUnit
from tallplank.core.joinery.part.part import Front, Part
from tallplank.core.joinery.run.run import Run
from tallplank.core.space.frame import Vec
from tallplank.core.space.outline import Point, strip_span


def elevation(
    made: Made, room_id: str, face_id: str, wrong: frozenset[str] = frozenset(), *, working: bool = True, surveyed: bool = False
) -> Drawing:
    """The elevation of a wall or another face as seen by someone looking at it; units in `wrong` are marked as overlapping.

    A working drawing has dimensions, numbers and hinge marks; without them it is for showing finishes. One of what was `surveyed` also
    measures the services; so does that of a face at which nothing stands.
    """
    room, face = made.job.room(room_id), made.faces[room_id][face_id]
    units = sorted(made.at_face(room_id, face_id), key=lambda u: -u.placed.front)
    runs = made.runs_at(room_id, face_id)
    face = _as_high_as_what_stands(face, units, runs)
    beside = _thick_beside(room, face)
    shapes, words = _apart([*surround(room, made.faces[room_id], face, beside), *in_the_room(room, face)])
    shapes += [shape for run in runs if run.what in BEHIND_UNITS for shape in run_faces(run)]
    before, more = _apart([shape for unit in units for shape in unit_front(unit, marked=working)])
    shapes += before
    shapes += [shape for run in runs if run.what not in BEHIND_UNITS for shape in run_faces(run)]
    before, most = _apart([*outlets(face), *(shape for unit in units if unit.unit.id in wrong for shape in _wrong(unit))])
    shapes += [*before, *_round_corners(made, room_id, face, units), *words, *more, *most]
    levels = made.job.display.dimensions
    chains: tuple[Chain, ...] = ()
    if working:
        own = _chains(room, face, units, runs, beside, levels=levels, surveyed=surveyed or not units)
        placed = (replace(chain, name=f"{chain.side.name} {chain.name}") for chain in own)
        added, leads = added_to(made, room_id, "elevation", face_id)
        chains = (*shown_chains(placed, f"{room_id}/{face_id}", made.job.hidden_chains), *added)
        shapes += leads
    targets = [Target.upright(owner, low, high) for owner, low, high in things_of(room, face)]
    targets += [Target.upright(u.unit.id, (u.placed.x, u.placed.z), (u.placed.right, u.placed.top)) for u in units]
    left, right = _reach(face, units, runs)
    title = f"{room.name} · {face.name}"
    return Drawing(title, tuple(shapes), chains, tuple(targets), (left - beside[0], -FLOOR_DEPTH), (right + beside[1], face.height))


def _reach(face: Face, units: Sequence[MadeUnit], runs: Sequence[Run]) -> tuple[float, float]:
    """From where to where along a face anything stands; at a face without walls, also what lies over its units."""
    over = [corner.x for run in runs if face.is_loose for part in run.parts for corner in part.box]
    left = min([0.0, *(u.placed.x for u in units), *over])
    return left, max([face.length, *(u.placed.right for u in units), *over])


def _apart(shapes: Sequence[Shape]) -> tuple[list[Shape], list[Shape]]:
    """Lines and areas, and the texts that are written over all of them."""
    words: list[Shape] = [shape for shape in shapes if type(shape) is Text]
    return [shape for shape in shapes if type(shape) is not Text] if words else list(shapes), words


def _as_high_as_what_stands(face: Face, units: Sequence[MadeUnit], runs: Sequence[Run]) -> Face:
    """A face of a group has no wall behind it that goes up to the ceiling; any other is as high as it is."""
    if not isinstance(face.carrier, Group):
        return face
    tops = [*(u.placed.top for u in units), *(p.box[1].z for r in runs for p in r.parts)]
    return replace(face, height=max(tops)) if tops else face


def _thick_beside(room: Room, face: Face) -> tuple[float, float]:
    """How thick the walls are that close the face on its left and its right; 0 where none does."""
    if face.is_loose:
        return 0.0, 0.0
    index = room.face_ids.index(face.id)
    before, after = room.walls[index - 1], room.walls[(index + 1) % len(room.walls)]
    return before.thickness if face.closed_left else 0.0, after.thickness if face.closed_right else 0.0


BEFORE = 200.0
"""How far before the units of a face what stands round its corners is cut through."""


def _round_corners(made: Made, room_id: str, face: Face, units: Sequence[MadeUnit]) -> Iterator[Shape]:
    """What stands at the walls beside a face and hides its corners: cut through, since it is looked at from the end."""
    if face.is_loose or not units:
        return
    deep = max(u.unit.depth + u.unit.off for u in units)
    for unit in made.by_room.get(room_id, ()):
        other = made.face(unit)
        along = other.frame.x.x * face.frame.x.x + other.frame.x.y * face.frame.x.y
        if other.is_loose or other.id == face.id or abs(along) > PARALLEL:
            continue
        ring = [face.frame.inside((*point, 0.0))[:2] for point in other.frame.flat_out(unit.outline)]
        span = strip_span(ring, -deep - BEFORE, -deep)
        if span is None or (span[0] > AT_END and span[1] < face.length - AT_END) or span[1] - span[0] > face.length / 2:
            continue
        low, high = max(span[0], 0.0), min(span[1], face.length)
        if high - low > AT_END:
            yield rectangle(low, unit.placed.z, high - low, unit.unit.height, Pen.EDGE, CUT)


PARALLEL = 0.8
"""The cosine from which on another wall stands opposite rather than beside."""
AT_END = 1.0
"""What begins nearer than this to an end of a face stands at the wall there."""


def unit_front(unit: MadeUnit, *, marked: bool = True) -> tuple[Shape, ...]:
    """One unit as seen from the front, in the frame of its face, with its number where `marked`."""
    return unit.carried(("front", marked), lambda: tuple(_unit_front(unit, marked=marked)))


def _unit_front(unit: MadeUnit, *, marked: bool) -> Iterator[Shape]:
    x, z = unit.placed.x, unit.placed.z
    if unit.problem:
        yield rectangle(x, z, unit.unit.width, unit.unit.height, Pen.WRONG, PAPER)
        yield Text((x + unit.unit.width / 2, z + unit.unit.height / 2), "cannot be built")
        return
    covered = bool(unit.fronts) and unit.unit.opening.is_closed
    first = [p for p in unit.parts if p.surface == "front"] if covered else list(unit.parts)
    if covered:
        yield rectangle(x, z, unit.unit.width, unit.unit.height, Pen.EDGE, PAPER)
    for part in sorted(reversed(first), key=lambda p: -p.box[0].y):
        yield _part(unit, part, x, z)
    if unit.parts:
        yield rectangle(x, z, unit.unit.width, unit.unit.height, Pen.OUTLINE)
    for front in unit.fronts if marked else ():
        yield from front_marks(front, x, z)
    whole = unit.choice.kind.way.is_appliance
    for piece in sorted(unit.pieces, key=lambda p: -p.low.y) if whole else unit.pieces:
        if piece.role == "pull" or (piece.role == "appliance" and (piece.low.y < 0.0 or not unit.parts)):
            yield Poly(tuple((x + a, z + b) for a, b in piece.front), Pen.EDGE, Fill("plain", piece.colour))
    if marked:
        yield Text(_mark_place(unit), str(unit.unit.mark), framed=True, room=mark_room(unit))


MOST_MARK = 420.0
"""How much of a drawing a unit's number takes at most."""


def mark_room(unit: MadeUnit) -> float:
    """How much of the drawing a unit's number may take."""
    return min(max(min(unit.unit.width * 0.7, unit.unit.height * 0.45), 90.0), MOST_MARK)


def _mark_place(unit: MadeUnit) -> Point:
    """Where a unit's number hides nothing: its usual place, else the first beside or below that is clear of pulls and fittings."""
    x, z, wide, high = unit.placed.x, unit.placed.z, unit.unit.width, min(unit.unit.height, 1200.0)
    seen = [piece.box for piece in unit.pieces if piece.role == "pull" or piece.low.y < 0.0]
    radius = mark_room(unit) / 2
    places = [(x + wide / 2, _mark_height(unit)), *((x + wide * across, z + high * up) for up in UP for across in ACROSS)]

    def clear(place: Point) -> float:
        gaps = (hypot(*(max(low - at, at - top, 0.0) for low, at, top in spans)) for spans in _spans(seen, (x, z), place))
        return min(gaps, default=radius)

    return next((place for place in places if clear(place) >= radius), max(places, key=clear))


ACROSS, UP = (0.5, 0.3, 0.7), (0.5, 0.3, 0.7, 0.18, 0.82)
"""Where else a number may stand, as shares of its unit's width and height."""


def _spans(boxes: Iterable[tuple[Vec, Vec]], origin: Point, place: Point) -> Iterator[tuple[tuple[float, float, float], ...]]:
    """For each box its lower end, the place and its upper end, across and up."""
    for low, high in boxes:
        yield (origin[0] + low.x, place[0], origin[0] + high.x), (origin[1] + low.z, place[1], origin[1] + high.z)


def _mark_height(unit: MadeUnit) -> float:
    """Clear of pulls: low in units on the floor, high in units on the wall."""
    share = 0.72 if unit.placed.hung else 0.3
    if len(unit.fronts) > 1 and any(f.kind == "drawer" for f in unit.fronts):
        lowest = min(unit.fronts, key=lambda f: f.z)
        return unit.placed.z + lowest.z + lowest.height * 0.24
    return unit.placed.z + min(unit.unit.height, 1200.0) * share


def _part(unit: MadeUnit, part: Part, x: float, z: float) -> Poly:
    upright = abs(part.frame.x.z) > 0.5
    fill = Fill("look", part.finish.look, UPRIGHT if upright else LEVEL_GRAIN)
    pen = Pen.EDGE if part.surface == "front" else Pen.BEYOND
    seen = part.form.front(part.frame, part.size)
    return Poly(tuple((x + px, z + max(pz, 0.0)) for px, pz in seen), pen, fill)  # notched gables reach behind the plinth


def front_marks(front: Front, x: float, z: float) -> Iterator[Shape]:
    """Broken lines that meet at the hinged side of a door or flap."""
    near, far = x + front.x, x + front.x + front.width
    low, high = z + front.z, z + front.z + front.height
    match SHAPES[front.kind].hung:
        case "side":
            hinge, free = (near, far) if front.hand == "left" else (far, near)
            tip, ends = (hinge, (low + high) / 2), ((free, low), (free, high))
        case "below":
            tip, ends = ((near + far) / 2, low), ((near, high), (far, high))
        case "above":
            tip, ends = ((near + far) / 2, high), ((near, low), (far, low))
        case "nowhere":
            return
        case never:
            assert_never(never)
    for end in ends:
        yield Line(end, tip, Pen.HIDDEN)


BEHIND_UNITS: tuple[RunKind, ...] = ("plinth", "panel")
"""What passes behind or below units."""


def _wrong(unit: MadeUnit) -> Iterator[Shape]:
    yield rectangle(unit.placed.x, unit.placed.z, unit.unit.width, unit.unit.height, Pen.WRONG, WRONG)


def _chains(
    room: Room,
    face: Face,
    units: Sequence[MadeUnit],
    runs: Sequence[Run],
    beside: tuple[float, float],
    *,
    levels: Collection[DimensionLevel],
    surveyed: bool,
) -> Iterator[Chain]:
    floor = [u for u in units if not u.placed.hung]
    hung = [u for u in units if u.placed.hung]
    below, above = DrawingSide.of("below", -FLOOR_DEPTH), DrawingSide.of("above", face.height)
    left, right = DrawingSide.of("left", -beside[0]), DrawingSide.of("right", face.length + beside[1])
    yield from _rows(below, floor, face.length, levels)
    if surveyed:
        yield from service_chains(room.id, face, (below, right), with_heights=not hung)
    if "overall" in levels or not floor:
        yield Chain(below, (0.0, face.length), (OfFace(room.id, face.id),), name="whole")
    yield from _rows(above, hung, face.length, levels)
    if not hung and face.openings:
        yield opening_chain(above, room.id, face)
    if floor and "units" in levels:
        yield level_chain(left, floor, runs, face.height)
    if "overall" in levels or not units:
        yield Chain(left, (0.0, face.height), (LEVEL if face.is_loose else OfRoom(room.id),), name="whole")
    if hung and "units" in levels:
        yield level_chain(right, hung, (), face.height)


def _rows(side: DrawingSide, units: Sequence[MadeUnit], length: float, levels: Collection[DimensionLevel]) -> Iterator[Chain]:
    """The chains of what stands, or of what hangs, from the nearest outwards."""
    if units and "fronts" in levels:
        if any(unit.fronts for unit in units):
            yield front_chain(side, units, length)
        yield from filter(None, [fixture_chain(side, units, length)])
    if units and "units" in levels:
        yield unit_chain(side, units, length)
