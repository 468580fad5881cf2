"""One part laid flat, its face up: outline, cuts, holes, bored edges folded out, bands, and where everything lies."""

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from itertools import pairwise
from math import atan2, hypot, pi
from typing import Literal

from tallplank.core.catalog.board import Band
from tallplank.core.draw.machining import bored_edge, lettered
from tallplank.core.draw.primitive import (
    CUT,
    PAPER,
    Chain,
    Dimensions,
    Drawing,
    DrawingSide,
    DrawnArc,
    Fill,
    Line,
    Pen,
    Poly,
    Running,
    Shape,
    Text,
    rectangle,
)
from tallplank.core.job.measure import LEVEL
from tallplank.core.joinery.part.hole import Hole, Pocket
from tallplank.core.joinery.part.part import EdgeName, Edges, Part
from tallplank.core.space.outline import Point

TINY = 1e-6
STRIP = 0.018
"""Width of the tint beside a banded edge, as a share of the longer side."""
LEAST_STRIP = 7.0
MARK_AT = 0.17
SHARP_RAD = 0.14
"""From this turn on, in radians, a point of an outline is a corner."""
FOLDED_OUT = 16.0
"""From the board to an edge that is drawn folded out beside it."""
LETTER_ROOM, LETTER_OFF, LETTER_APART = 22.0, 5.0, 110.0
"""How large a letter beside a hole may be, how far it stands off, and how near another hole alike needs none of its own."""
LEAST_ANGLE = 0.05
"""A bevel that is less, in degrees, is none."""
BEVEL_IN = 0.3
"""How far from its edge the words of a bevel stand, as a share of the way to the middle of the board."""
SideName = Literal["below", "above", "left", "right"]


@dataclass(frozen=True, slots=True)
class Flat:
    """A part in the plane of the drawing: its length to the right if that is the longer side, else upwards."""

    part: Part
    turned: bool

    def out(self, x: float, y: float) -> Point:
        """A point of the part's own face in the drawing."""
        return (self.part.width.value - y, x) if self.turned else (x, y)

    def inside(self, at: Point) -> Point:
        """A point of the drawing in the part's own face."""
        return (at[1], self.part.width.value - at[0]) if self.turned else at

    def side_of(self, edge: EdgeName) -> SideName:
        """The side of the drawing on which an edge of the part lies."""
        square: dict[EdgeName, SideName] = {"w1": "left", "w2": "right", "l1": "below", "l2": "above"}
        turned: dict[EdgeName, SideName] = {"w1": "below", "w2": "above", "l1": "right", "l2": "left"}
        return (turned if self.turned else square)[edge]

    @property
    def size(self) -> tuple[float, float]:
        """Width and height of the drawing."""
        length, width, _ = self.part.size
        return (width, length) if self.turned else (length, width)


def laid_flat(part: Part) -> Flat:
    """The part with its longer side level."""
    return Flat(part, part.width.value > part.length.value)


def part_drawing(part: Part, title: str, bands: Mapping[str, Band], *, marked: bool = True) -> Drawing:
    """A part with its machining; `marked` shows the tint and mark of each edge's band, which customers need not see."""
    flat = laid_flat(part)
    wide, high = flat.size
    shapes: list[Shape] = [_outline(flat, PAPER)]
    for pocket in part.pockets:
        shapes += _pocket(flat, pocket)
    if part.grain == "length":
        shapes += _grain(flat)
    shapes += [shape for hole in part.holes for shape in _hole(flat, hole)]
    straight = _bands(flat, part.edges, bands) if part.form.is_square else ()
    banded = [*straight, *_shaped_bands(flat, bands)] if marked else []
    shapes += [tint for tint, _ in banded]
    shapes.append(_outline(flat, None))
    shapes += [mark for _, mark in banded]
    shapes += _bevels(flat)
    strips = _strips(flat)
    shapes += [shape for strip in strips.values() for shape in _folded_out(strip)]
    shapes += _letters(flat, strips)
    off = {side: FOLDED_OUT + part.thickness.value if side in strips else 0.0 for side in ("below", "above", "left", "right")}
    low, high_corner = (-off["left"], -off["below"]), (wide + off["right"], high + off["above"])
    return Drawing(title, tuple(shapes), tuple(_chains(flat, strips)), (), low, high_corner)


@dataclass(frozen=True, slots=True)
class _Strip:
    """An edge folded out beside the board, the face that lies up nearest to it."""

    side: SideName
    flat: Flat
    holes: tuple[Hole, ...]

    def out(self, along: float, z: float) -> Point:
        """A point of the edge, by its place along the drawing's side and its height in the board."""
        wide, high = self.flat.size
        away = FOLDED_OUT + self.flat.part.thickness.value - z
        return {"below": (along, -away), "above": (along, high + away), "left": (-away, along), "right": (wide + away, along)}[self.side]

    def along(self, hole: Hole) -> float:
        """Where a hole enters, along the drawing's side."""
        x, y = self.flat.out(hole.at.x, hole.at.y)
        return x if self.side in ("below", "above") else y


def _strips(flat: Flat) -> dict[SideName, _Strip]:
    """The edges of a rectangular part that are bored, by the side on which they lie."""
    found: dict[SideName, list[Hole]] = {}
    for hole in flat.part.holes if flat.part.form.is_square else ():
        edge = bored_edge(hole)
        if edge is not None:
            found.setdefault(flat.side_of(edge), []).append(hole)
    return {side: _Strip(side, flat, tuple(holes)) for side, holes in found.items()}


def _folded_out(strip: _Strip) -> Iterator[Shape]:
    wide, high = strip.flat.size
    thick = strip.flat.part.thickness.value
    whole = wide if strip.side in ("below", "above") else high
    corners = (strip.out(0.0, 0.0), strip.out(whole, 0.0), strip.out(whole, thick), strip.out(0.0, thick))
    yield Poly(corners, Pen.EDGE, PAPER)
    for hole in strip.holes:
        yield from _crossed(strip.out(strip.along(hole), hole.at.z), hole.diameter / 2)


def _letters(flat: Flat, strips: Mapping[SideName, _Strip]) -> Iterator[Shape]:
    """The letter of each kind of machining beside its holes and in its cuts, those near others of their kind left out."""
    for letter, lot in lettered(flat.part):
        shown: list[Point] = []
        for hole in lot.holes:
            x, y = flat.out(hole.at.x, hole.at.y)
            if all(abs(x - a) + abs(y - b) >= LETTER_APART for a, b in shown):
                shown.append((x, y))
                edge = bored_edge(hole)
                strip = strips.get(flat.side_of(edge)) if edge is not None else None
                if strip is not None:
                    yield Text(strip.out(strip.along(hole), flat.part.thickness.value + FOLDED_OUT / 2), letter, 2.0, room=LETTER_ROOM)
                else:
                    yield _letter(flat, (x, y), hole.diameter / 2 + LETTER_OFF, letter)
        for pocket in lot.pockets:
            at = flat.out(pocket.low.x + (pocket.high.x - pocket.low.x) * 0.6, (pocket.low.y + pocket.high.y) / 2)
            yield Text(at, letter, 2.2, room=LETTER_ROOM)


def _letter(flat: Flat, at: Point, off: float, letter: str) -> Text:
    """A letter beside a point, on the side that is towards the middle of the board."""
    wide, high = flat.size
    right, up = at[0] < wide / 2, at[1] < high / 2
    return Text((at[0] + (off if right else -off), at[1] + (off if up else -off)), letter, 2.2, room=LETTER_ROOM)


def _outline(flat: Flat, fill: Fill | None) -> Shape:
    return Poly(tuple(flat.out(x, y) for x, y in flat.part.ring), Pen.OUTLINE, fill)


def _bevels(flat: Flat) -> Iterator[Shape]:
    """Where the edges of the face and of the back lie, and by how much each edge that is not square is off that."""
    form, (wide, high) = flat.part.form, flat.size
    if form.rims is None:
        return
    for ring, pen in zip(form.rims, (Pen.EDGE, Pen.HIDDEN), strict=True):
        yield Poly(tuple(flat.out(*p) for p in ring), pen)
    for a, b, angle in form.bevels(flat.part.thickness.value):
        if abs(angle) > LEAST_ANGLE:
            x, y = flat.out((a[0] + b[0]) / 2, (a[1] + b[1]) / 2)
            inwards = (x + (wide / 2 - x) * BEVEL_IN, y + (high / 2 - y) * BEVEL_IN)
            yield Text(inwards, f"{abs(angle):.1f}° {'face' if angle > 0 else 'back'} long", 2.0, framed=True)


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
    if bored_edge(hole) is None:
        if hole.into.z < 0 or hole.depth > flat.part.thickness.value - TINY:
            yield from _crossed((x, y), r)
        else:
            yield DrawnArc((x, y), r, 0.0, 360.0, Pen.HIDDEN)
        return
    ends = flat.out(hole.at.x + hole.into.x * hole.depth, hole.at.y + hole.into.y * hole.depth)
    across = (r, 0.0) if abs(ends[1] - y) > abs(ends[0] - x) else (0.0, r)
    low = (min(x, ends[0]) - across[0], min(y, ends[1]) - across[1])
    high = (max(x, ends[0]) + across[0], max(y, ends[1]) + across[1])
    yield rectangle(low[0], low[1], high[0] - low[0], high[1] - low[1], Pen.HIDDEN)


def _crossed(at: Point, r: float) -> Iterator[Shape]:
    """A hole that is seen from its mouth."""
    x, y = at
    yield DrawnArc(at, r, 0.0, 360.0, Pen.OUTLINE)
    yield Line((x - 1.6 * r, y), (x + 1.6 * r, y), Pen.DIMENSION)
    yield Line((x, y - 1.6 * r), (x, y + 1.6 * r), Pen.DIMENSION)


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


def _bands(flat: Flat, edges: Edges, bands: Mapping[str, Band]) -> Iterator[tuple[Shape, Shape]]:
    """The tint beside each banded edge, and its band's mark."""
    length, width, _ = flat.part.size
    strip = _strip_width(flat)
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
        tint = rectangle(*low, high[0] - low[0], high[1] - low[1], None, Fill("tint", bands[band].tint))
        on_edge = flat.out(_mark(x0, x1, length, strip), _mark(y0, y1, width, strip))
        yield tint, Text(on_edge, bands[band].mark, 2.0, framed=True)


def _strip_width(flat: Flat) -> float:
    length, width, _ = flat.part.size
    return max(STRIP * max(length, width), LEAST_STRIP)


def _shaped_bands(flat: Flat, bands: Mapping[str, Band]) -> Iterator[tuple[Shape, Shape]]:
    """The tint beside each banded piece of an outline, which runs with the board to its left, and the mark in its middle."""
    deep = _strip_width(flat)
    for edge in flat.part.shaped_edges:
        if edge.band not in bands:
            continue
        for number, ((x0, y0), (x1, y1)) in enumerate(pairwise(edge.points)):
            run = max(hypot(x1 - x0, y1 - y0), TINY)
            dx, dy = -(y1 - y0) / run * deep, (x1 - x0) / run * deep
            corners = tuple(flat.out(*p) for p in ((x0, y0), (x1, y1), (x1 + dx, y1 + dy), (x0 + dx, y0 + dy)))
            mark = bands[edge.band].mark if number == (len(edge.points) - 1) // 2 else ""
            middle = flat.out((x0 + x1) / 2, (y0 + y1) / 2)
            yield Poly(corners, None, Fill("tint", bands[edge.band].tint)), Text(middle, mark, 2.0, framed=bool(mark))


def _mark(low: float, high: float, whole: float, strip: float) -> float:
    """Where a strip's mark stands: along it a little off its middle, where holes are rare, and across it on the very edge."""
    if high - low > 1.5 * strip:
        return low + (high - low) * MARK_AT
    return low if low < whole / 2 else high


def _chains(flat: Flat, strips: Mapping[SideName, _Strip]) -> Iterator[Dimensions]:
    """How far every hole and cut lies from the lower left corner, and the whole sizes; on folded-out edges how far below the face."""
    wide, high = flat.size
    across, up = _places(flat)
    thick = flat.part.thickness.value
    sides: tuple[tuple[SideName, Sequence[float], float], ...] = (("below", across, wide), ("left", up, high))
    for side, places, whole in sides:
        base = -(FOLDED_OUT + thick) if side in strips else 0.0
        inner = tuple(p for p in places if TINY < p < whole - TINY)
        if inner:
            yield Running(DrawingSide.of(side, base), 0.0, inner, within=(0.0, whole))
        yield Chain(DrawingSide.of(side, base), (0.0, whole), (LEVEL,))
    yield from map(_levels, strips.values())


def _levels(strip: _Strip) -> Running:
    """How far below the face the holes of an edge lie."""
    wide, high = strip.flat.size
    upright = strip.side in ("left", "right")
    axis = 0 if upright else 1
    levels = sorted({round(strip.out(0.0, hole.at.z)[axis], 3) for hole in strip.holes})
    datum = strip.out(0.0, strip.flat.part.thickness.value)[axis]
    return Running(DrawingSide.of("above", high) if upright else DrawingSide.of("right", wide), datum, tuple(levels), f"edge {strip.side}")


def _places(flat: Flat) -> tuple[Sequence[float], Sequence[float]]:
    part = flat.part
    points = [flat.out(h.at.x, h.at.y) for h in part.holes]
    corners = [flat.out(x, y) for p in part.pockets for x, y in ((p.low.x, p.low.y), (p.high.x, p.high.y))]
    both = [*points, *corners, *(flat.out(*p) for p in _turns(part.ring))]
    return tuple(sorted({round(p[0], 3) for p in both})), tuple(sorted({round(p[1], 3) for p in both}))


def _turns(outline: Sequence[Point]) -> Iterator[Point]:
    """The corners of an outline, without the points that only draw an arc."""
    for index, (x, y) in enumerate(outline):
        before, after = outline[index - 1], outline[(index + 1) % len(outline)]
        turn = atan2(after[1] - y, after[0] - x) - atan2(y - before[1], x - before[0])
        if abs((turn + pi) % (2 * pi) - pi) > SHARP_RAD:
            yield x, y
