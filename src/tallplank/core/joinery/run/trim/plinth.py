"""Plinths, and the ladder bases behind them. Source: common practice."""

from collections.abc import Iterator, Sequence
from itertools import pairwise
from math import atan2, ceil, degrees, hypot

from tallplank.core.catalog.catalog import Catalog
from tallplank.core.catalog.finish import Finish
from tallplank.core.error import mm
from tallplank.core.job.standard import Standard
from tallplank.core.joinery.part.part import BuildError, Edges, Tag
from tallplank.core.joinery.rule.choice import chosen_finish, chosen_hardware
from tallplank.core.joinery.rule.place import Placed
from tallplank.core.joinery.run.length import length_of, of_unit, pieces_of
from tallplank.core.joinery.run.stretch import SQUARE, Course, Side
from tallplank.core.joinery.run.trim.path import plinth_path, stands_behind
from tallplank.core.joinery.setout.collector import Collector, Lay, Stuff
from tallplank.core.measure.size import Size
from tallplank.core.measure.source import Decided
from tallplank.core.space.frame import frame_along, turned_about_z
from tallplank.core.space.outline import Point

CLIP_PITCH = 600.0
LADDER_PITCH, LADDER_FROM_WALL = 600.0, 60.0
"""Rungs of a ladder base lie no farther apart than this; its rear rail stands this far before the wall."""
SCREWS_AN_END = 2
SIDES: tuple[Side, Side] = ("left", "right")


def add_plinth(course: Course, finish: Finish, out: Collector, catalog: Catalog, standard: Standard) -> None:
    """The boards under the fronts, from end to end, square at their ends: in an inner corner one stands against the face of the next."""
    stretch = course.stretch
    first_unit = stretch.members[0]
    play = Size.of(first_unit.rules.kick_play, "above the floor", of_unit(first_unit, Decided("rule", "kick_play")))
    height = Size.of(first_unit.z, "kick height", of_unit(first_unit, Decided("rule", "kick_height"))) - play
    if height.value <= 0:
        return
    path = plinth_path(course)
    for number, (a, b) in enumerate(pairwise(path)):
        behind = finish.thickness if _stands_behind(course, path, number) else 0.0
        ends = (number == 0, number == len(path) - 2)
        _add_boards(course, (a, b), behind, ends, (height, play), finish, out, catalog, standard)
    for side in SIDES:
        if _is_returned(course, side):
            front = path[0 if side == "left" else -1]
            _add_return(stretch.last(side), side == "left", front, (height, play), finish, out)


def _is_returned(course: Course, side: Side) -> bool:
    """Whether a plinth returns to the wall at an end: not where gables go down to the floor, or a panel does."""
    stretch, index = course.stretch, SIDES.index(side)
    is_open, joint = ((stretch.open_left, course.left), (stretch.open_right, course.right))[index]
    rules, kind = stretch.last(side).rules, stretch.last(side).kind
    wanted = rules.plinth_ends == "returned" and rules.kick != "notched" and not kind.plan
    return is_open and joint is None and wanted and not stretch.panels[index]


def _add_return(last: Placed, is_left: bool, front: Point, rise: tuple[Size, Size], finish: Finish, out: Collector) -> None:
    """The board from behind the plinth to the wall at a free end."""
    thick = finish.thickness
    length = Size.of(-front[1], "from the plinth to the wall") - Size.of(thick, "plinth board", Decided("finish", "plinth"))
    if length.value <= thick:
        return
    x = last.x if is_left else last.right - thick
    lay = Lay("+y", "+z", (x, front[1] + thick, rise[1].value))
    thickness = Size.of(thick, "plinth board", Decided("finish", "plinth"))
    out.add("plinth return", Stuff(finish, "plinth"), (length, rise[0], thickness), lay)


def _stands_behind(course: Course, path: Sequence[Point], number: int) -> bool:
    """Whether a board begins behind the end of the one before it, so that that one stands against its face."""
    return stands_behind(course) if number == 0 else _turns_square(path[number - 1], path[number], path[number + 1])


def _turns_square(a: Point, b: Point, c: Point) -> bool:
    """Whether the way turns into the room at b as in an inner corner that is square, or a little less."""
    ux, uy, vx, vy = b[0] - a[0], b[1] - a[1], c[0] - b[0], c[1] - b[1]
    long = hypot(ux, uy) * hypot(vx, vy)
    return (uy * vx - ux * vy) / long > SQUARE and ux * vx + uy * vy <= 1e-6 * long


def _add_boards(
    course: Course, line: tuple[Point, Point], behind: float, ends: tuple[bool, bool], rise: tuple[Size, Size],
    finish: Finish, out: Collector, catalog: Catalog, standard: Standard,
) -> None:  # fmt: skip
    """The boards along one straight line of the path, no longer than the stock."""
    (x0, y0), (x1, y1) = line
    stretch, members, (height, play) = course.stretch, course.stretch.members, rise
    angle, long = degrees(atan2(y1 - y0, x1 - x0)), hypot(x1 - x0, y1 - y0)
    along_wall = abs(angle) < 1e-6
    seams = [p.right - x0 for p in members] if along_wall else []
    thickness = Size.of(finish.thickness, "plinth board", Decided("finish", "plinth"))
    frame = turned_about_z(angle, (x0, y0, 0.0))
    for a, b in (pieces := pieces_of(-behind, long, seams, out.catalog.boards[finish.board].sheet[0])):
        length = length_of(members, x0 + a, x0 + b, {}, "into the corner") if along_wall else Size.of(b - a, "across the corner")
        first = ends[0] and (a, b) == pieces[0] and stretch.open_left and course.left is None
        last = ends[1] and (a, b) == pieces[-1] and stretch.open_right and course.right is None
        edges = Edges(w1=finish.band if first else None, w2=finish.band if last else None)
        lay = Lay("+x", "+z", (a, finish.thickness, play.value))
        own = frame_along("+x", "+z", lay.origin).then(frame)
        out.add("plinth", Stuff(finish, "plinth"), (length, height, thickness), own, edges=edges)
        count = Size.of(ceil((b - a) / CLIP_PITCH) + 1, f"clips, one every {CLIP_PITCH:g} and one more", Decided("hardware", "clip"))
        if members[0].rules.kick == "legs":
            out.fit(chosen_hardware(catalog, standard, None, "clip"), count, "behind the plinth")
        elif members[0].rules.kick == "ladder" and along_wall:
            _add_ladders(course, (x0 + a, x0 + b), y0 + finish.thickness, finish, out, catalog, standard)


def _add_ladders(
    course: Course, span: tuple[float, float], front: float, finish: Finish, out: Collector, catalog: Catalog, standard: Standard
) -> None:
    """A ladder behind a board from `span` to `span` for each row of neighbours that stands on one, where there is room for it."""
    stretch, members = course.stretch, course.stretch.members
    least, inset = 2 * members[0].rules.board_thickness, [finish.thickness if _is_returned(course, side) else 0.0 for side in SIDES]
    if span[1] - span[0] <= least:
        return
    low, high = max(span[0], members[0].x + inset[0]), min(span[1], stretch.end - inset[1])
    for borne in _borne(members):
        start, end = max(low, borne[0].x), min(high, borne[-1].right)
        if end - start > least:
            _add_ladder(borne, (start, end), front, out, catalog, standard)


def _borne(members: Sequence[Placed]) -> Iterator[list[Placed]]:
    """The neighbours that stand on one ladder: boxes with square plans; appliances stand on the floor, other shapes on legs of their own.

    A filler between two boxes stands over what they stand on.
    """
    found: list[Placed] = []
    for placed in members:
        if placed.kind.way.is_box:
            found.append(placed)
        elif not placed.kind.way.closes_gap and found:
            yield found
            found = []
    if found:
        yield found


def _add_ladder(
    members: Sequence[Placed], ends: tuple[float, float], front: float, out: Collector, catalog: Catalog, standard: Standard
) -> None:
    """A frame like a ladder laid down behind the plinth: two long rails with rungs between them. Source: common practice."""
    finish, (a, b) = chosen_finish(catalog, standard, None, "carcass"), ends
    board = Size.of(members[0].rules.board_thickness, "board", Decided("rule", "board_thickness"))
    height = Size.of(members[0].z, "kick height", of_unit(members[0], Decided("rule", "kick_height")))
    length = length_of(members, a, b, {})
    rear = max(p.back for p in members) - LADDER_FROM_WALL
    between = Size.of(rear - board.value - (front + board.value), "between the rails", Decided("rule", "kick_setback"))
    if between.value <= 0:
        raise BuildError(f"The ladder base would be {mm(between.value)} deep between its rails: use a smaller kick setback.")
    for name, y in (("front", front + board.value), ("rear", rear)):
        lay = Lay("+x", "+z", (a, y, 0.0))
        out.add(Tag("ladder rail", name), Stuff(finish, "plinth"), (length, height, board), lay, kind="kick")
    rungs = max(ceil((b - a - board.value) / LADDER_PITCH), 1) + 1
    step = (b - a - board.value) / (rungs - 1)
    for i in range(rungs):
        lay = Lay("+y", "+z", (a + i * step, front + board.value, 0.0))
        out.add("ladder rung", Stuff(finish, "plinth"), (between, height, board), lay, kind="kick")
    screws = Size.of(2 * SCREWS_AN_END * rungs, f"screws, {SCREWS_AN_END} to each end of {rungs} rungs", Decided("hardware", "screw"))
    out.fit(chosen_hardware(catalog, standard, None, "screw"), screws, "ladder base")
