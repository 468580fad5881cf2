"""One part laid flat, its face up: outline, cuts, holes, bands and the dimensions that the bench needs."""

from collections import Counter
from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import dataclass
from itertools import pairwise

from tallplank.core.build.part import HOLE_NAMES, Edges, Hole, Part, Pocket
from tallplank.core.catalog.record import Band
from tallplank.core.draw.primitive import CUT, PAPER, Arc, Chain, Drawing, Fill, Line, Measure, Pen, Point, Poly, Shape, Text, rectangle

TINY = 1e-6
STRIP = 0.018
"""Width of the tint beside a banded edge, as a share of the longer side."""
LEAST_STRIP = 7.0
MARK_AT = 0.17
FACE = 0.5
"""From this share of the direction on, a hole goes into a face, else into an edge."""
MOST_TICKS = 24


@dataclass(frozen=True, slots=True)
class Flat:
    """A part in the plane of the drawing: its length to the right if that is the longer side, else upwards."""

    part: Part
    turned: bool

    def out(self, x: float, y: float) -> Point:
        """A point of the part's own face in the drawing."""
        return (self.part.width.value - y, x) if self.turned else (x, y)

    @property
    def size(self) -> tuple[float, float]:
        """Width and height of the drawing."""
        length, width, _ = self.part.size
        return (width, length) if self.turned else (length, width)


def part_drawing(part: Part, title: str, bands: Mapping[str, Band], show: Callable[[float], str], *, marked: bool = True) -> Drawing:
    """A part with its machining; `marked` shows the tint and mark of each edge's band, which customers need not see."""
    flat = Flat(part, part.width.value > part.length.value)
    wide, high = flat.size
    shapes: list[Shape] = [_outline(flat, PAPER)]
    for pocket in part.pockets:
        shapes += _pocket(flat, pocket)
    if part.grain == "length":
        shapes += _grain(flat)
    shapes += [shape for hole in part.holes for shape in _hole(flat, hole)]
    if marked and part.outline is None:
        shapes += _bands(flat, part.edges, bands)
    shapes.append(_outline(flat, None))
    return Drawing(title, tuple(shapes), tuple(_chains(flat)), (), (0.0, 0.0), (wide, high))


def machining_lines(part: Part, show: Callable[[float], str]) -> tuple[str, ...]:
    """What is cut and bored, gathered by kind: `4 × ⌀5, 12 deep, shelf pin · dowel bit 5`."""
    cuts = Counter((p.what, show(p.high.z - p.low.z), show(min(p.high.x - p.low.x, p.high.y - p.low.y)), p.tool) for p in part.pockets)
    lines = [f"{n} × {what} {wide} wide, {deep} deep · {tool}" for (what, deep, wide, tool), n in cuts.items()]
    holes = Counter((h.what, show(h.diameter), show(h.depth), _side(h, part), h.tool) for h in part.holes)
    lines += [f"{n} × ⌀{d}, {deep} deep, {HOLE_NAMES[what]}, {side} · {tool}" for (what, d, deep, side, tool), n in holes.items()]
    return tuple(lines)


def _side(hole: Hole, part: Part) -> str:
    if hole.into.z < -FACE:
        return "through" if hole.depth > part.thickness.value - TINY else "upper face"
    if hole.into.z > FACE:
        return "through" if hole.depth > part.thickness.value - TINY else "lower face"
    return "end" if abs(hole.into.x) > FACE else "edge"


def _outline(flat: Flat, fill: Fill | None) -> Shape:
    corners = flat.part.outline
    if corners is None:
        return rectangle(0.0, 0.0, *flat.size, Pen.OUTLINE, fill)
    return Poly(tuple(flat.out(x, y) for x, y in corners), Pen.OUTLINE, fill)


def _pocket(flat: Flat, pocket: Pocket) -> Iterator[Shape]:
    """A cut from the upper face is drawn full, one from below broken, one right through empty."""
    a, b = flat.out(pocket.low.x, pocket.low.y), flat.out(pocket.high.x, pocket.high.y)
    x, y, wide, high = min(a[0], b[0]), min(a[1], b[1]), abs(b[0] - a[0]), abs(b[1] - a[1])
    thick = flat.part.thickness.value
    above, below = pocket.high.z > thick - TINY, pocket.low.z < TINY
    if above and below:
        yield rectangle(x, y, wide, high, Pen.OUTLINE, Fill("tint", "#ffffff"))
        yield Line((x, y), (x + wide, y + high), Pen.BEYOND)
        yield Line((x, y + high), (x + wide, y), Pen.BEYOND)
    else:
        yield rectangle(x, y, wide, high, Pen.EDGE if above else Pen.HIDDEN, CUT if above else None)


def _hole(flat: Flat, hole: Hole) -> Iterator[Shape]:
    x, y = flat.out(hole.at.x, hole.at.y)
    r = hole.diameter / 2
    if abs(hole.into.z) > FACE:
        above = hole.into.z < 0 or hole.depth > flat.part.thickness.value - TINY
        yield Arc((x, y), r, 0.0, 360.0, Pen.OUTLINE if above else Pen.HIDDEN)
        if above:
            yield Line((x - 1.6 * r, y), (x + 1.6 * r, y), Pen.DIMENSION)
            yield Line((x, y - 1.6 * r), (x, y + 1.6 * r), Pen.DIMENSION)
        return
    ends = flat.out(hole.at.x + hole.into.x * hole.depth, hole.at.y + hole.into.y * hole.depth)
    across = (r, 0.0) if abs(ends[1] - y) > abs(ends[0] - x) else (0.0, r)
    low = (min(x, ends[0]) - across[0], min(y, ends[1]) - across[1])
    high = (max(x, ends[0]) + across[0], max(y, ends[1]) + across[1])
    yield rectangle(low[0], low[1], high[0] - low[0], high[1] - low[1], Pen.HIDDEN)


def _grain(flat: Flat) -> Iterator[Shape]:
    """An arrow along the grain, near the upper left corner."""
    length, width, _ = flat.part.size
    run, y = min(length * 0.22, 160.0), width * 0.86
    x, head = length * 0.05, min(length * 0.02, 14.0)
    for a, b in (
        ((x, y), (x + run, y)),
        ((x + run, y), (x + run - head, y + head * 0.6)),
        ((x + run, y), (x + run - head, y - head * 0.6)),
        ((x, y), (x + head, y + head * 0.6)),
        ((x, y), (x + head, y - head * 0.6)),
    ):
        yield Line(flat.out(*a), flat.out(*b), Pen.BEYOND)


def _bands(flat: Flat, edges: Edges, bands: Mapping[str, Band]) -> Iterator[Shape]:
    length, width, _ = flat.part.size
    strip = max(STRIP * max(length, width), LEAST_STRIP)
    for band, (x0, y0, x1, y1) in (
        (edges.l1, (0.0, 0.0, length, strip)),
        (edges.l2, (0.0, width - strip, length, width)),
        (edges.w1, (0.0, 0.0, strip, width)),
        (edges.w2, (length - strip, 0.0, length, width)),
    ):
        if band is None or band not in bands:
            continue
        a, b = flat.out(x0, y0), flat.out(x1, y1)
        low, high = (min(a[0], b[0]), min(a[1], b[1])), (max(a[0], b[0]), max(a[1], b[1]))
        yield rectangle(*low, high[0] - low[0], high[1] - low[1], None, Fill("tint", bands[band].tint))
        inward = flat.out(_mark(x0, x1, length, strip), _mark(y0, y1, width, strip))
        yield Text(inward, bands[band].mark, 2.8)


def _mark(low: float, high: float, whole: float, strip: float) -> float:
    """Where a strip's mark stands: along it a little off its middle, where holes are rare, and across it just inside."""
    if high - low > 1.5 * strip:
        return low + (high - low) * MARK_AT
    return low + 2.9 * strip if low < whole / 2 else high - 2.9 * strip


def _chains(flat: Flat) -> Iterator[Chain]:
    """Where holes and cuts lie along both sides, from one corner, and the whole sizes."""
    wide, high = flat.size
    across, up = _places(flat)
    for side, places, whole in (("below", across, wide), ("left", up, high)):
        ticks = (0.0, *(p for p in places if TINY < p < whole - TINY), whole)
        if 2 < len(ticks) <= MOST_TICKS:
            yield Chain(side, 0.0, ticks, tuple(Measure("level") for _ in pairwise(ticks)))  # type: ignore[arg-type]
        yield Chain(side, 0.0, (0.0, whole), (Measure("level"),))  # type: ignore[arg-type]


def _places(flat: Flat) -> tuple[Sequence[float], Sequence[float]]:
    part = flat.part
    points = [flat.out(h.at.x, h.at.y) for h in part.holes]
    corners = [flat.out(x, y) for p in part.pockets for x, y in ((p.low.x, p.low.y), (p.high.x, p.high.y))]
    both = [*points, *corners]
    return tuple(sorted({round(p[0], 3) for p in both})), tuple(sorted({round(p[1], 3) for p in both}))
