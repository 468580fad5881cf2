"""A raised bar: a board on a riser that stands on the worktop along a side of an island, higher than what is worked at.

Source: common practice: a bar is 42 in high, so that it hides the worktop from those who sit at it on high stools; the riser stands
flush with the edge of the worktop, and the board reaches in over it by a little.
"""

from collections.abc import Sequence
from typing import NamedTuple

from tallplank.core.catalog.finish import Finish
from tallplank.core.catalog.hardware import Fixing
from tallplank.core.error import mm
from tallplank.core.job.room import RaisedBar
from tallplank.core.joinery.joint.joint import END_PLAY, fixings
from tallplank.core.joinery.part.part import BuildError, Edges, Tag
from tallplank.core.joinery.part.role import PartRole
from tallplank.core.joinery.run.length import pieces_of
from tallplank.core.joinery.setout.collector import Bore, Collector, Lay, Stuff
from tallplank.core.measure.size import Size
from tallplank.core.measure.source import Decided
from tallplank.core.space.frame import DOWN, UP, Vec
from tallplank.core.space.outline import Ring, bounds, edges, holds

INSIDE, LOWEST = 20.0, 30.0
"""How far the bar reaches in over its riser, and how low the riser is at least."""
LEVEL = 0.5
"""An edge runs along the group where its ends are no farther out of line than this."""
BAR: PartRole = "raised bar"
RISER: PartRole = "bar riser"


def bar_reach(bar: RaisedBar, thickness: float) -> float:
    """How far a bar stands out beyond its riser, where knees are."""
    return bar.depth - thickness - INSIDE


def bar_ring(bar: RaisedBar, ring: Ring, thickness: float, *, over_riser: bool = False) -> Ring:
    """The bar over a worktop of this outline, seen from above; or what of it does not reach beyond its riser."""
    start, end, edge = _side(bar, ring)
    sign, inner = (1.0 if bar.side == "back" else -1.0), thickness + INSIDE
    near, far = edge - sign * inner, edge + sign * (0.0 if over_riser else bar_reach(bar, thickness))
    low, high = min(near, far), max(near, far)
    return ((start, low), (end, low), (end, high), (start, high))


class BarFixing(NamedTuple):
    """The dowels that hold a bar: how far from the ends of a piece, and how far apart."""

    item: Fixing
    end: float
    pitch: float


def add_bar(bar: RaisedBar, ring: Ring, level: float, longest: float, finish: Finish, fixing: BarFixing, out: Collector) -> None:
    """The bar and its riser over a worktop of this outline, whose upper face is at `level`, in pieces no longer than `longest`.

    The riser is dowelled to both.

    Raises:
        BuildError: it is too low to stand on the worktop, or not deep enough to lie on its riser.
    """
    thick = finish.thickness
    if bar.height - thick - level < LOWEST:
        raise BuildError(f"The raised bar stands on the worktop: it is higher than {mm(level + thick + LOWEST)}.")
    if bar_reach(bar, thick) < 0:
        raise BuildError(f"The raised bar lies on its riser: it is deeper than {mm(thick + INSIDE)}.")
    start, end, edge = _side(bar, ring)
    low = bar_ring(bar, ring, thick)[0]
    board = Size.of(thick, "worktop board", Decided("finish", "top"))
    height = Size.of(bar.height, "height of the bar") - board - Size.of(level, "upper face of the worktop")
    under, middle = len(out.parts), edge - thick / 2 if bar.side == "back" else edge + thick / 2
    for a, b in pieces_of(start, end, (), longest):
        length = Size.of(b - a, "length of the worktop")
        ends = _banded(finish, (a, b), (start, end))
        riser = Lay("+x", "+z", (a, edge if bar.side == "back" else edge + thick, level))
        out.add(Tag(RISER), Stuff(finish, "top"), (length, height, board), riser, edges=Edges(w1=ends[0], w2=ends[1]))
        depth, lay = Size.of(bar.depth, "depth of the bar"), Lay("+x", "+y", (a, low[1], bar.height - thick))
        whole = Edges(l1=finish.band, l2=finish.band, w1=ends[0], w2=ends[1])
        out.add(Tag(BAR), Stuff(finish, "top"), (length, depth, board), lay, edges=whole)
        _dowel((a, b), middle, (level, bar.height - thick), under, fixing, out)


def _dowel(piece: tuple[float, float], y: float, levels: tuple[float, float], under: int, fixing: BarFixing, out: Collector) -> None:
    """Bore the riser that was added last but one, the bar on it and the pieces of the worktop below; and count the dowels."""
    riser, bar = len(out.parts) - 2, len(out.parts) - 1
    item, bores = fixing.item, fixing.item.joint
    end = Bore("dowel", bores.end, item.length + END_PLAY - bores.face_depth)
    count = 0
    for number, x in enumerate(fixings(piece, fixing.end, fixing.pitch)):
        for index, level, into in ((bar, levels[1], UP), (_piece_at(out, under, x, y), levels[0], DOWN)):
            if index is None:
                continue
            pair, point = f"bar.{riser}.{index}.{number}", Vec(x, y, level)
            out.bore(index, point, into, Bore("dowel", bores.face, bores.face_depth, pair))
            out.bore(riser, point, UP if into is DOWN else DOWN, end._replace(pair=pair))
            count += 1
    out.fit(item, Size.of(count, "dowels to the riser of the bar", Decided("rule", "joint_pitch")), "raised bar")


def _piece_at(out: Collector, under: int, x: float, y: float) -> int | None:
    """The piece of the worktop that lies at a place."""
    return next((i for i in range(under) if out.parts[i].tag.role == "worktop" and holds(out.parts[i].above, (x, y))), None)


def _banded(finish: Finish, piece: tuple[float, float], whole: tuple[float, float]) -> Sequence[str | None]:
    """The bands of a piece's ends: none where two pieces meet."""
    return [finish.band if abs(at - end) < LEVEL else None for at, end in zip(piece, whole, strict=True)]


def _side(bar: RaisedBar, ring: Ring) -> tuple[float, float, float]:
    """From where to where along a worktop its outermost edge on the bar's side runs, and where that lies across it."""
    (_, front), (_, back) = bounds(ring)
    at = back if bar.side == "back" else front
    xs = [p[0] for edge in edges(ring) if all(abs(q[1] - at) < LEVEL for q in edge) for p in edge]
    return min(xs), max(xs), at
