"""The plan of a room: walls cut above the worktops, units below the cut in full line, those above it broken."""

from collections.abc import Iterator

from tallplank.core.draw.elevation import mark_room, opening_chain, unit_chain
from tallplank.core.draw.primitive import GLASS, PAPER, WALL, WRONG, Arc, Chain, Drawing, Fill, Line, Pen, Point, Poly, Shape, Target, Text
from tallplank.core.job.measure import OfRoom
from tallplank.core.job.room import Room, Wall
from tallplank.core.joinery.made import Made, MadeUnit
from tallplank.core.joinery.run.worktop import JOINED, Run
from tallplank.core.space.frame import Frame, wall_frame


def plan(made: Made, room_id: str, wrong: frozenset[str] = frozenset()) -> Drawing:
    """The plan of a room; units in `wrong` are marked as overlapping."""
    room = made.job.room(room_id)
    thick = max(w.thickness for w in room.walls)
    shapes: list[Shape] = [_quad((0, 0), (room.width, room.depth), None, PAPER), *_walls(room)]
    targets: list[Target] = []
    units = [u for u in made.units if u.unit.room == room_id]
    low_first = sorted(units, key=lambda u: (u.placed.hung, u.placed.top))
    runs = [r for r in made.runs if r.room == room_id and r.what == "top"]
    shapes += [s for u in low_first if not u.placed.hung for s in _unit(room, u)]
    shapes += [s for r in runs for s in _worktop(room, r)]
    shapes += [s for u in low_first if u.placed.hung for s in _unit(room, u)]
    shapes += [s for u in units if u.unit.id in wrong for s in _wrong(room, u)]
    shapes += [_mark(room, u) for u in units]
    for wall in room.walls:
        frame = wall_frame(wall.side, room.width, room.depth)
        targets += [Target(o.id, *_span(frame, o.x, 0.0, o.width, wall.thickness)) for o in wall.openings]
    targets += [Target(u.unit.id, *_outline(room, u)) for u in low_first]
    low, high = (-thick, -thick), (room.width + thick, room.depth + thick)
    return Drawing(f"{room.name} · plan", tuple(shapes), tuple(_chains(made, room, thick)), tuple(targets), low, high)


def _quad(low: Point, high: Point, pen: Pen | None, fill: Fill | None = None) -> Poly:
    return Poly((low, (high[0], low[1]), high, (low[0], high[1])), pen, fill)


def _span(frame: Frame, x: float, y: float, along: float, into: float) -> tuple[Point, Point]:
    """Low and high corner on the plan of a rectangle in the frame of a wall."""
    a, b = frame.out((x, y, 0.0)), frame.out((x + along, y + into, 0.0))
    return (min(a.x, b.x), min(a.y, b.y)), (max(a.x, b.x), max(a.y, b.y))


def _walls(room: Room) -> Iterator[Shape]:
    thickness = {w.side: w.thickness for w in room.walls}
    low = (-thickness["left"], -thickness["front"])
    high = (room.width + thickness["right"], room.depth + thickness["back"])
    for wall in room.walls:
        frame, length = wall_frame(wall.side, room.width, room.depth), room.wall_length(wall)
        index = room.walls.index(wall)
        before = room.walls[index - 1].thickness
        after = room.walls[(index + 1) % len(room.walls)].thickness
        yield _quad(*_span(frame, -before, 0.0, length + before + after, wall.thickness), None, WALL)
    yield _quad(low, high, Pen.CUT)
    yield _quad((0.0, 0.0), (room.width, room.depth), Pen.CUT)
    for wall in room.walls:
        yield from _openings(room, wall)


def _openings(room: Room, wall: Wall) -> Iterator[Shape]:
    frame, thick = wall_frame(wall.side, room.width, room.depth), wall.thickness
    for opening in wall.openings:
        fill = PAPER if opening.kind == "door" else GLASS
        yield _quad(*_span(frame, opening.x, 0.0, opening.width, thick), None, fill)
        for x in (opening.x, opening.x + opening.width):
            yield _line(frame, (x, 0.0), (x, thick), Pen.CUT)
        if opening.kind == "window":
            for y in (0.0, thick * 0.42, thick * 0.58, thick):
                yield _line(frame, (opening.x, y), (opening.x + opening.width, y), Pen.EDGE)
        else:
            yield from _leaf(frame, opening.x, opening.width)


def _line(frame: Frame, a: Point, b: Point, pen: Pen) -> Line:
    p, q = frame.out((*a, 0.0)), frame.out((*b, 0.0))
    return Line((p.x, p.y), (q.x, q.y), pen)


def _leaf(frame: Frame, x: float, width: float) -> Iterator[Shape]:
    """A door leaf open at a right angle into the room, and the quarter circle that it sweeps."""
    yield _line(frame, (x, 0.0), (x, -width), Pen.OUTLINE)
    hinge, free, across = (frame.out(p) for p in ((x, 0.0, 0.0), (x, -width, 0.0), (x + width, 0.0, 0.0)))
    start = _angle(hinge, free)
    turn = (_angle(hinge, across) - start + 540) % 360 - 180
    yield Arc((hinge.x, hinge.y), width, start if turn > 0 else start + turn, abs(turn), Pen.BEYOND)


def _angle(centre: tuple[float, float, float], point: tuple[float, float, float]) -> float:
    """The direction of a point along one of the plan's axes, in degrees."""
    dx, dy = point[0] - centre[0], point[1] - centre[1]
    return (0.0 if dx > 0 else 180.0) if abs(dx) > abs(dy) else (90.0 if dy > 0 else 270.0)


def _frame(room: Room, unit: MadeUnit) -> Frame:
    side = next(w.side for w in room.walls if w.id == unit.unit.wall)
    return wall_frame(side, room.width, room.depth)


def _outline(room: Room, unit: MadeUnit) -> tuple[Point, Point]:
    return _span(_frame(room, unit), unit.placed.x, unit.placed.front, unit.unit.width, -unit.placed.front)


def _unit(room: Room, unit: MadeUnit) -> Iterator[Shape]:
    frame, placed = _frame(room, unit), unit.placed
    hung = placed.hung
    look = unit.choice.finish("carcass").look
    if unit.plan is not None:
        points = [frame.out((placed.x + x, y - unit.unit.depth, 0.0)) for x, y in unit.plan]
        fill = None if hung else Fill("look", look, "x")
        yield Poly(tuple((p.x, p.y) for p in points), Pen.HIDDEN if hung else Pen.OUTLINE, fill)
        return
    carcass = _span(frame, placed.x, -unit.unit.depth, unit.unit.width, unit.unit.depth)
    yield _quad(*carcass, Pen.HIDDEN if hung else Pen.OUTLINE, None if hung else Fill("look", look, "x"))
    if placed.has_fronts and not hung:
        thick = placed.front_thickness
        front = Fill("look", unit.choice.finish("front").look, "x")
        yield _quad(*_span(frame, placed.x, placed.front, unit.unit.width, thick), Pen.EDGE, front)


def _worktop(room: Room, run: Run) -> Iterator[Shape]:
    frame = wall_frame(next(w.side for w in room.walls if w.id == run.wall), room.width, room.depth)
    for part in run.parts:
        low, high = part.box
        along = "x" if abs(frame.x.x) > 0.5 else "y"
        fill = Fill("look", part.finish.look, "x" if along == "x" else "y")
        yield _quad(*_span(frame, low.x, low.y, high.x - low.x, high.y - low.y), Pen.OUTLINE, fill)


def _wrong(room: Room, unit: MadeUnit) -> Iterator[Shape]:
    yield _quad(*_outline(room, unit), Pen.WRONG, WRONG)


def _mark(room: Room, unit: MadeUnit) -> Text:
    """The unit's number: near the front of those on the floor, near the wall in those above."""
    share = 0.3 if unit.placed.hung else 0.76
    if unit.placed.top > 1800 and not unit.placed.hung:
        share = 0.5
    frame = _frame(room, unit)
    middle = frame.out((unit.placed.x + unit.unit.width / 2, unit.placed.front * share, 0.0))
    return Text((middle.x, middle.y), str(unit.unit.mark), framed=True, room=mark_room(unit))


def _chains(made: Made, room: Room, thick: float) -> Iterator[Chain]:
    sides = {
        "back": ("above", room.depth + thick),
        "front": ("below", -thick),
        "left": ("left", -thick),
        "right": ("right", room.width + thick),
    }
    for wall in room.walls:
        side, base = sides[wall.side]
        length = room.wall_length(wall)
        units = [u for u in made.on_wall(room.id, wall.id) if not u.placed.hung]
        if units:
            yield _turned(unit_chain(side, base, units, length), wall, length)
        if wall.openings:
            yield _turned(opening_chain(side, base, room, wall), wall, length)
    yield Chain("below", -thick, (0.0, room.width), (OfRoom(room.id, "width"),))
    yield Chain("left", -thick, (0.0, room.depth), (OfRoom(room.id, "depth"),))


def _turned(chain: Chain, wall: Wall, length: float) -> Chain:
    """A chain along a wall whose left end is at the far end of the plan's axis."""
    if wall.side in ("back", "left"):
        return chain
    ticks = tuple(length - t for t in reversed(chain.ticks))
    return Chain(chain.side, chain.base, ticks, tuple(reversed(chain.measures)))


def wall_at(room: Room, point: Point) -> tuple[Wall, float]:
    """The wall nearest to a point of the plan, and how far along it, from its left end, the point lies."""
    best: tuple[float, Wall, float] | None = None
    for wall in room.walls:
        local = wall_frame(wall.side, room.width, room.depth).inside((*point, 0.0))
        beyond = max(-local.x, local.x - room.wall_length(wall), 0.0)
        distance = abs(local.y) + beyond
        if best is None or distance < best[0] - JOINED:
            best = (distance, wall, local.x)
    if best is None:
        raise ValueError("a room has walls")
    return best[1], best[2]
