"""One piece of a worktop, a rectangle or of its true outline; the edges that are seen are banded and worked."""

from collections.abc import Sequence
from math import hypot

from tallplank.core.catalog.finish import Finish
from tallplank.core.joinery.part.form.form import SHEET
from tallplank.core.joinery.part.form.mitred import Miter, Mitred
from tallplank.core.joinery.part.form.outlined import Outlined
from tallplank.core.joinery.part.hole import ShapedEdge, WorkedEdge
from tallplank.core.joinery.part.part import Edges
from tallplank.core.joinery.run.stretch import Stretch
from tallplank.core.joinery.run.top.edge import with_free_corners, worked_edges
from tallplank.core.joinery.run.top.outline import SLIVER
from tallplank.core.joinery.setout.collector import Collector, Lay, Stuff
from tallplank.core.measure.size import Size
from tallplank.core.measure.source import Decided
from tallplank.core.space.outline import Point, Ring, bounds

Edge = tuple[Point, Point]
MITER = "miter"
"""How an edge that is cut at 45° is told among those that are worked."""


def add_top_piece(
    stretch: Stretch,
    finish: Finish,
    ring: Ring,
    sizes: tuple[Size, Size],
    seen: Sequence[Edge],
    out: Collector,
    *,
    miters: Sequence[Edge] = (),
) -> None:
    """A piece over a stretch, with the edges of it that are seen, and those that are mitred to a board that goes down from there."""
    low, high = bounds(ring)
    length, depth = sizes
    thickness = Size.of(finish.thickness, "worktop board", Decided("finish", "top"))
    lay = Lay("+x", "+y", (low[0], low[1], stretch.members[0].top))
    ring, seen = with_free_corners(ring, seen, stretch.deepest.rules.top_free_corner, stretch.deepest.rules.top_free_corner_size)
    worked = worked_edges(stretch, seen, (low[0], high[0]))
    shown = seen if finish.band else []
    if _is_rectangle(ring, low, high) and not miters:
        l1, l2, w1, w2 = (
            finish.band if any(is_at(e, i, at) for e in shown) else None for i, at in ((1, low[1]), (1, high[1]), (0, low[0]), (0, high[0]))
        )
        out.add("worktop", Stuff(finish, "top"), (length, depth, thickness), lay, edges=Edges(l1=l1, l2=l2, w1=w1, w2=w2), form=SHEET)
        out.work(worked)
        return
    shape = tuple((x - low[0], y - low[1]) for x, y in ring)
    banded = tuple(ShapedEdge(finish.band or "", run).shifted(-low[0], -low[1]) for run in _runs(shown))
    cuts = tuple(Miter((a[0] - low[0], a[1] - low[1]), (b[0] - low[0], b[1] - low[1])) for a, b in miters)
    form = Mitred(shape, banded, cuts) if cuts else Outlined(shape, banded)
    out.add("worktop", Stuff(finish, "top"), (length, depth, thickness), lay, form=form)
    out.work((*worked, *(WorkedEdge(MITER, _side(cut, low, high), hypot(cut[1][0] - cut[0][0], cut[1][1] - cut[0][1])) for cut in miters)))


def _side(edge: Edge, low: Point, high: Point) -> str:
    return "left end" if is_at(edge, 0, low[0]) else "right end" if is_at(edge, 0, high[0]) else "front"


def _is_rectangle(ring: Ring, low: Point, high: Point) -> bool:
    return len(ring) == 4 and all(min(abs(p[i] - low[i]), abs(p[i] - high[i])) < SLIVER for p in ring for i in (0, 1))


def is_at(edge: tuple[Point, Point], axis: int, value: float) -> bool:
    """Whether both ends of an edge have a value along an axis."""
    return all(abs(p[axis] - value) < SLIVER for p in edge)


def _runs(shown: list[tuple[Point, Point]]) -> list[Ring]:
    """Edges that follow one another, joined."""
    runs: list[list[Point]] = []
    for a, b in shown:
        if runs and hypot(runs[-1][-1][0] - a[0], runs[-1][-1][1] - a[1]) < SLIVER:
            runs[-1].append(b)
        else:
            runs.append([a, b])
    if len(runs) > 1 and hypot(runs[-1][-1][0] - runs[0][0][0], runs[-1][-1][1] - runs[0][0][1]) < SLIVER:
        runs[0] = [*runs.pop(), *runs[0][1:]]
    return [tuple(run) for run in runs]
