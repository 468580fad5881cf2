"""Upstands: boards of the worktop that stand on it along the wall. Source: common practice: the same board, its upper edge banded.

In a corner the right one stands against the face of the left one.
"""

from tallplank.core.catalog.finish import Finish
from tallplank.core.joinery.part.part import Edges
from tallplank.core.joinery.run.corner import seen
from tallplank.core.joinery.run.length import length_of, of_unit, pieces_of
from tallplank.core.joinery.run.stretch import Course
from tallplank.core.joinery.setout.collector import Collector, Lay
from tallplank.core.measure.size import Size
from tallplank.core.measure.source import Decided
from tallplank.core.space.outline import crossing


def add_upstand(course: Course, finish: Finish, ends: tuple[float, float], out: Collector) -> None:
    """The boards along the wall behind a worktop, from end to end; none where nothing stands behind it, or the rule asks for none."""
    stretch, thick = course.stretch, finish.thickness
    unit = max(stretch.members, key=lambda p: p.rules.upstand)
    if unit.rules.upstand <= 0 or not course.face.thickness:
        return
    start, end = _start(course, thick, stretch.start - ends[0]), _end(course, stretch.end + ends[1])
    height = Size.of(unit.rules.upstand, "upstand", of_unit(unit, Decided("rule", "upstand")))
    thickness = Size.of(thick, "worktop board", Decided("finish", "top"))
    pieces = pieces_of(start, end, [p.right for p in stretch.members], out.catalog.boards[finish.board].sheet[0])
    for a, b in pieces:
        first = (a, b) == pieces[0] and stretch.open_left and course.left is None
        last = (a, b) == pieces[-1] and stretch.open_right and course.right is None
        edges = Edges(l2=finish.band, w1=finish.band if first else None, w2=finish.band if last else None)
        length = length_of(stretch.members, a, b, {}, "beside the units")
        lay = Lay("+x", "+z", (a, 0.0, stretch.members[0].top + thick))
        out.add("upstand", "top", "top", finish, (length, height, thickness), lay, edges=edges)


def _start(course: Course, thick: float, free: float) -> float:
    """Where the first board begins: before the face of the one round the corner, or at the free end of the worktop."""
    joint = course.left
    if joint is None:
        return free
    its = seen(((0.0, -thick), (1.0, -thick)), joint.there)
    cross = crossing(((0.0, -thick), (1.0, -thick)), its) if joint.inner else None
    return cross[0] if cross is not None else 0.0


def _end(course: Course, free: float) -> float:
    """Where the last board ends: at the wall round the corner, or at the free end of the worktop."""
    return course.face.length if course.right is not None else free
