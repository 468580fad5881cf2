"""Upstands and backsplashes: what stands on a worktop along the wall, unit by unit as their rules ask.

Source: common practice. An upstand is of the worktop's board, its upper edge banded. A backsplash goes up to what hangs over the top, to
the sill of a window, or to the height of its rule. In a corner the right one stands against the face of the left one;
at a wall that ends the top they go on along that to the front edge.
"""

from collections.abc import Iterator
from itertools import pairwise
from typing import NamedTuple

from tallplank.core.catalog.finish import Finish
from tallplank.core.job.unit import FinishRole
from tallplank.core.joinery.part.part import Edges, Tag
from tallplank.core.joinery.part.role import PartRole
from tallplank.core.joinery.rule.corner import past
from tallplank.core.joinery.rule.place import Placed
from tallplank.core.joinery.run.length import length_of, of_unit, pieces_of
from tallplank.core.joinery.run.stretch import Course
from tallplank.core.joinery.run.wall_end import WallEnd, wall_ends
from tallplank.core.joinery.setout.collector import Collector, Lay, Stuff
from tallplank.core.measure.size import Size
from tallplank.core.measure.source import Decided
from tallplank.core.space.frame import Frame, Vec
from tallplank.core.space.outline import shared_depth, strip_span

LEAST = 20.0
"""A strip of a backsplash narrower or lower than this is left out."""
ALIKE = 0.01
TOP: FinishRole = "top"
SPLASH: FinishRole = "splash"


class UpstandPlace(NamedTuple):
    """What stands behind a worktop between two places along the face: how high, whether a backsplash, and whose rule says so."""

    start: float
    end: float
    height: Size
    is_splash: bool
    unit: Placed


def add_upstand(course: Course, finish: Finish, splash: Finish, ends: tuple[float, float], depth: Size, out: Collector) -> None:
    """The boards along the wall behind a worktop `depth` deep, from end to end, and along the walls that it ends at.

    None where no wall stands behind it, or the rules ask for none.
    """
    if not course.face.thickness:
        return
    wanted = [p for p in course.stretch.members if p.rules.upstand > 0 or p.rules.splash != "none"]
    if not wanted:
        return
    thick = max(splash.thickness if p.rules.splash != "none" else finish.thickness for p in wanted)
    left, right = _start(course, thick, course.stretch.start - ends[0]), _end(course, thick, course.stretch.end + ends[1])
    top = course.stretch.members[0].top + finish.thickness
    stands = _joined(_stands(course, left, right, top, (finish.thickness, splash.thickness)))
    for stand in stands:
        if stand.is_splash:
            _add_splash(course, stand, splash, top, out)
        else:
            _add_boards(course, stand, finish, top, (left, right), out)
    for wall in wall_ends(course) if stands else ():
        stand = stands[0 if wall.side == "left" else -1]
        reached = stand.start - left < ALIKE if wall.side == "left" else right - stand.end < ALIKE
        if reached and stand.unit.rules.splash_returns == "walls":
            of = splash if stand.is_splash else finish
            _add_return(course, wall, of, (stand.height, depth, top), is_splash=stand.is_splash, out=out)


def _stands(course: Course, left: float, right: float, top: float, thick: tuple[float, float]) -> Iterator[UpstandPlace]:
    """Unit by unit, the first and the last from and to the ends of the worktop."""
    members = course.stretch.members
    cuts = [left, *((a.right + b.x) / 2 for a, b in pairwise(members)), right]
    for placed, (start, end) in zip(members, pairwise(cuts), strict=True):
        if placed.rules.splash == "none":
            if placed.rules.upstand > 0 and end - start > LEAST:
                height = Size.of(placed.rules.upstand, "upstand", of_unit(placed, Decided("rule", "upstand")))
                yield UpstandPlace(start, end, height, False, placed)
        else:
            yield from _splashes(course, placed, (start, end), top, thick)


def _splashes(course: Course, placed: Placed, span: tuple[float, float], top: float, thicks: tuple[float, float]) -> Iterator[UpstandPlace]:
    """The pieces of a backsplash behind one unit, parted where what is over it changes; `thicks` are of the worktop and of it."""
    board, thick = thicks
    windows = [o for o in course.face.openings if o.kind in ("window", "opening", "niche") and o.sill + o.height > top]
    over = [(b.placed, at) for b in course.stretch.over if (at := strip_span(b.ring, -thick, 0.0)) is not None]
    cuts = {*span, *(x for o in windows for x in (o.x, o.x + o.width)), *(x for _, at in over for x in at)}
    for start, end in pairwise(sorted(x for x in cuts if span[0] <= x <= span[1])):
        middle = (start + end) / 2
        height = Size.of(placed.rules.splash_height, "backsplash", of_unit(placed, Decided("rule", "splash_height")))
        for hung in (p for p, at in over if at[0] < middle < at[1]):
            height = _under(hung, top, height)
        for window in (o for o in windows if o.x < middle < o.x + o.width):
            if window.sill - top < height.value:
                height = Size.of(window.sill, f"sill of the {window.kind}") - Size.of(top, "worktop")
                height = height - Size.of(board, "sill board") if window.board else height
        if height.value > LEAST and end - start > LEAST:
            yield UpstandPlace(start, end, height, True, placed)


def _under(hung: Placed, top: float, height: Size) -> Size:
    """The height, or what is free under a unit that hangs over the worktop, if that is less."""
    free = Size.of(hung.z, f"under unit {hung.unit.mark}", of_unit(hung, Decided("unit", "z"))) - Size.of(top, "worktop")
    return free if free.value < height.value or hung.z - top < ALIKE else height


def _joined(stands: Iterator[UpstandPlace]) -> list[UpstandPlace]:
    """Neighbours of one height as one, but where each unit has a panel of its own."""
    found: list[UpstandPlace] = []
    for stand in stands:
        last = found[-1] if found else None
        apart = stand.is_splash and stand.unit.rules.splash == "panels" and last is not None and last.unit is not stand.unit
        joins = last is not None and abs(last.end - stand.start) < ALIKE and abs(last.height.value - stand.height.value) < ALIKE
        if last is not None and joins and not apart and last.is_splash == stand.is_splash:
            found[-1] = last._replace(end=stand.end)
        else:
            found.append(stand)
    return found


def _add_splash(course: Course, stand: UpstandPlace, finish: Finish, top: float, out: Collector) -> None:
    thickness = Size.of(finish.thickness, "backsplash", Decided("finish", "splash"))
    members = course.stretch.members
    for a, b in pieces_of(stand.start, stand.end, [p.right for p in members], out.catalog.boards[finish.board].sheet[0]):
        lay = Lay("+x", "+z", (a, 0.0, top))
        out.add("backsplash", Stuff(finish, "splash"), (length_of(members, a, b, {}, "beside the units"), stand.height, thickness), lay)


def _add_boards(course: Course, stand: UpstandPlace, finish: Finish, top: float, whole: tuple[float, float], out: Collector) -> None:
    stretch = course.stretch
    thickness = Size.of(finish.thickness, "worktop board", Decided("finish", "top"))
    pieces = pieces_of(stand.start, stand.end, [p.right for p in stretch.members], out.catalog.boards[finish.board].sheet[0])
    for a, b in pieces:
        first = a == stand.start and (a > whole[0] + ALIKE or (stretch.open_left and course.left is None))
        last = b == stand.end and (b < whole[1] - ALIKE or (stretch.open_right and course.right is None))
        edges = Edges(l2=finish.band, w1=finish.band if first else None, w2=finish.band if last else None)
        lay = Lay("+x", "+z", (a, 0.0, top))
        sizes = (length_of(stretch.members, a, b, {}, "beside the units"), stand.height, thickness)
        out.add("upstand", Stuff(finish, "top"), sizes, lay, edges=edges)


def _add_return(course: Course, end: WallEnd, finish: Finish, place: tuple[Size, Size, float], *, is_splash: bool, out: Collector) -> None:
    """The board along the wall at an end, from the one behind the top to the front edge of that.

    `place` has its height, the depth of the top and where that is.
    """
    (wx, wy), thick, (height, depth, top) = end.way, finish.thickness, place
    role: PartRole = "backsplash return" if is_splash else "upstand return"
    source = SPLASH if is_splash else TOP
    s, c = -wy, wx if end.side == "left" else -wx
    start, stop = (thick + max(0.0, thick * c)) / s, (depth.value - max(0.0, -thick * c)) / s
    last = course.stretch.last(end.side)
    length = depth - Size.of(thick, "the board behind it", of_unit(last, Decided("finish", source)))
    if abs(rest := stop - start - length.value) > 1e-6:
        length = length + Size.of(rest, "along the leaning wall")
    at = stop if end.side == "left" else start
    along = Vec(-wx, -wy, 0.0) if end.side == "left" else Vec(wx, wy, 0.0)
    inward = (s, c) if end.side == "left" else (-s, c)
    ring = [
        (end.corner + wx * d + inward[0] * t, wy * d + inward[1] * t) for d, t in ((start, 0), (stop, 0), (stop, thick), (start, thick))
    ]
    for hung in (b.placed for b in course.stretch.over if is_splash and shared_depth(tuple(ring), b.ring) > ALIKE):
        height = _under(hung, top, height)
    if height.value <= LEAST:
        return
    frame = Frame(Vec(end.corner + wx * at, wy * at, top), along, Vec(0.0, 0.0, 1.0), Vec(along.y, -along.x, 0.0))
    shown = None if is_splash else finish.band
    edges = Edges(l2=shown, w1=shown) if end.side == "left" else Edges(l2=shown, w2=shown)
    thickness = Size.of(thick, "board", Decided("finish", source))
    out.add(Tag(role, end.side), Stuff(finish, source, "top"), (length, height, thickness), frame, edges=edges)


def _start(course: Course, thick: float, free: float) -> float:
    """Where the first board begins: before the face of the one round the corner, at the wall, or at the free end of the worktop."""
    joint, face = course.left, course.face
    if joint is None:
        return face.inset("left", thick) if course.stretch.wall_left else free
    if not joint.inner:
        return 0.0
    return past(thick, face.before)


def _end(course: Course, thick: float, free: float) -> float:
    """Where the last board ends: at the wall round the corner or at the end, or at the free end of the worktop."""
    if course.right is None and not course.stretch.wall_right:
        return free
    return course.face.length - course.face.inset("right", thick)
