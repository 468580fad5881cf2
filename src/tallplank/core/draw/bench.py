"""One unit opened up: its front with all openings and boards, and beside it the section, both with their inner sizes."""

from collections.abc import Callable, Iterator, Sequence
from itertools import pairwise

from tallplank.core.draw.elevation import front_marks
from tallplank.core.draw.primitive import (
    CUT,
    PAPER,
    Chain,
    Drawing,
    DrawingSide,
    DrawnArc,
    Fill,
    Handle,
    Pen,
    Poly,
    Shape,
    Target,
    Text,
    rectangle,
)
from tallplank.core.job.measure import GAP, LEVEL, Measure, OfCell, OfUnit
from tallplank.core.job.opening import ROOT, Opening, Path, divides_fronts, opening_at
from tallplank.core.joinery.made import BenchPart, MadeUnit
from tallplank.core.joinery.part.part import Part, Piece, Tag, part_refs
from tallplank.core.joinery.setout.layout import Cell, Layout

BETWEEN = 260.0
"""Room between front and section."""
TEXT_AT = 0.26
"""Where in its height a cell's size is written: low, clear of pulls and marks."""
GRIP = 7.0
"""How far beyond a boundary, to both sides, it can be grasped."""
BEYOND = 12.0
"""How much of a worktop or plinth is shown beside the unit."""
TINY = 1e-6

Show = Callable[[float], str]


def bench_drawing(made: MadeUnit, pick: Path, show: Show, passing: Sequence[BenchPart] = ()) -> Drawing:
    """Front and section of a unit. The chains measure the division that the opening at `pick` is part of.

    `passing` are the pieces of worktop and plinth that go over and under the unit.
    """
    unit = made.unit
    title = f"Unit {made.label}"
    if made.layout is None:
        return _undivided(made, title)
    offset = unit.width + BETWEEN
    cut = _cut_at(made, made.layout, pick)
    shapes = [*_front(made, made.layout, show), *_section(made, offset, cut), *_passing(made, passing, offset)]
    floor, top = _floor_and_top(made, passing)
    low, high = (0.0, floor), (offset + unit.depth, top)
    chains = tuple(_chains(made, made.layout, pick, offset, cut, floor))
    targets = (*_targets(made, made.layout), *_passing_targets(made, passing, offset))
    return Drawing(title, tuple(shapes), chains, targets, low, high, tuple(_handles(made, made.layout)))


def _floor_and_top(made: MadeUnit, passing: Sequence[BenchPart]) -> tuple[float, float]:
    boxes = [*(p.box for p in made.parts), *(p.box for p in made.pieces), *(p.part.box for p in passing)]
    return min((low.z for low, _ in boxes), default=0.0), max((high.z for _, high in boxes), default=made.unit.height)


def _clipped(made: MadeUnit, part: Part) -> tuple[float, float]:
    """What is shown of a part that passes over or under the unit: a little more than the unit's width."""
    low, high = part.box
    return max(low.x, -BEYOND), min(high.x, made.unit.width + BEYOND)


def _passing(made: MadeUnit, passing: Sequence[BenchPart], offset: float) -> Iterator[Shape]:
    """Worktop and plinth in the front and, cut, in the section."""
    for _, _, part, _ in passing:
        low, high = part.box
        left, right = _clipped(made, part)
        if part.kind != "kick":
            yield _rect(left, low.z, right, high.z, Pen.EDGE, PAPER)
        if min(high.x, made.unit.width) - max(low.x, 0.0) > TINY:
            yield _rect(offset + low.y, low.z, offset + high.y, high.z, Pen.OUTLINE, CUT)


def _passing_targets(made: MadeUnit, passing: Sequence[BenchPart], offset: float) -> Iterator[Target]:
    for ref, _, part, _ in passing:
        low, high = part.box
        left, right = _clipped(made, part)
        if part.kind != "kick":
            yield Target.upright(ref, (left, low.z), (right, high.z))
        yield Target.upright(ref, (offset + low.y, low.z), (offset + high.y, high.z))


def _undivided(made: MadeUnit, title: str) -> Drawing:
    """A unit without a tree of openings: its front and, where it is no rectangle, its plan beside it."""
    unit = made.unit
    shapes: list[Shape] = []
    for part in sorted(made.parts, key=lambda p: (p.surface == "front", -p.box[0].y)):
        shapes.append(_part_front(part, Pen.EDGE if part.surface == "front" else Pen.BEYOND, PAPER))
    for front in made.fronts:
        shapes += front_marks(front, 0.0, 0.0)
    for piece in made.pieces:
        shapes.append(_rect(*_seen(piece), Pen.BEYOND))
    if made.problem:
        shapes.append(Text((unit.width / 2, unit.height / 2), "cannot be built"))
    floor = min([0.0, *(p.box[0].z for p in made.pieces)])
    chains = [_whole("below", unit.width, OfUnit(unit.id, "width"), floor), _whole("left", unit.height, OfUnit(unit.id, "height"))]
    targets = list(_part_targets(made))
    right = unit.width
    if made.plan is not None:
        offset = unit.width + BETWEEN
        shapes += from_above(made, offset)
        chains.append(_whole("below", unit.width, OfUnit(unit.id, "width"), 0.0, offset, "plan"))
        chains.append(_whole("right", unit.depth, OfUnit(unit.id, "depth"), offset + unit.width, 0.0, "plan"))
        right = offset + unit.width
        targets = [*targets, *_whole_opening(made, offset)]
    return Drawing(title, tuple(shapes), tuple(chains), tuple(targets), (0.0, floor), (right, max(unit.height, unit.depth)))


def _whole_opening(made: MadeUnit, offset: float) -> Iterator[Target]:
    """The one opening of a shaped unit, in its front within the outer boards, and in its plan."""
    unit, board = made.unit, made.choice.rules.board_thickness
    owner = OfCell(unit.id, ROOT)
    yield Target.upright(owner, (board, board), (unit.width - board, unit.height - board))
    yield Target.upright(owner, (offset, 0.0), (offset + unit.width, unit.depth))


def from_above(made: MadeUnit, offset: float) -> Iterator[Shape]:
    """The plan of a shaped unit, shifted right by `offset`: its outline, what stands around it, and the fronts."""
    if made.plan is not None:
        yield Poly(tuple((offset + x, y) for x, y in made.plan), Pen.OUTLINE, PAPER)
    for part in made.parts:
        if part.kind in ("gable", "back", "frame", "front"):
            yield Poly(tuple((offset + p[0], p[1]) for p in part.above), Pen.EDGE, CUT)


def _rect(x0: float, z0: float, x1: float, z1: float, pen: Pen | None, fill: Fill | None = None) -> Shape:
    return rectangle(x0, z0, x1 - x0, z1 - z0, pen, fill)


def _front(made: MadeUnit, layout: Layout, show: Show) -> Iterator[Shape]:
    unit = made.unit
    yield rectangle(0.0, 0.0, unit.width, unit.height, None, PAPER)
    for part in sorted((p for p in made.parts if p.kind in ("drawer", "shelf", "blocking")), key=lambda p: -p.box[0].y):
        yield _part_front(part, Pen.BEYOND)
    for piece in made.pieces:
        if piece.role != "pull":
            yield _rect(*_seen(piece), Pen.BEYOND)
    for part in made.parts:
        if part.kind in ("gable", "floor", "fixed-shelf", "partition", "frame"):
            yield _part_front(part, Pen.EDGE, CUT if part.kind != "frame" else PAPER)
    for front in made.fronts:
        yield rectangle(front.x, front.z, front.width, front.height, Pen.OUTLINE)
        yield from front_marks(front, 0.0, 0.0)
    for piece in made.pieces:
        if piece.role == "pull":
            yield _rect(*_seen(piece), Pen.EDGE, PAPER)
    for cell in layout.leaves:
        yield from _cell_text(cell, _text_share(made, cell), show)


def _text_share(made: MadeUnit, cell: Cell) -> float:
    """Where in its width a cell's size is written: clear of the line between a pair of doors and of a drawer's one pull."""
    fronts = [f for f in made.fronts if f.path == cell.path[: len(f.path)]]
    if len(fronts) > 1:
        return 0.27
    middle = cell.x.clear_at + cell.x.clear.value / 2
    pulled = any(p.role == "pull" and p.box[0].x < middle < p.box[1].x for p in made.pieces)
    return 0.25 if pulled and fronts and fronts[0].kind == "drawer" else 0.5


def _seen(piece: Piece) -> tuple[float, float, float, float]:
    low, high = piece.box
    return low.x, low.z, high.x, high.z


def _seen_aside(piece: Piece, offset: float) -> tuple[float, float, float, float]:
    low, high = piece.box
    return offset + low.y, low.z, offset + high.y, high.z


def _part_front(part: Part, pen: Pen, fill: Fill | None = None) -> Shape:
    low, high = part.box
    return _rect(low.x, low.z, high.x, high.z, pen, fill)


def _cell_text(cell: Cell, share: float, show: Show) -> Iterator[Shape]:
    """The clear size of a cell."""
    x, z = cell.x.clear_at + cell.x.clear.value * share, cell.z.clear_at + cell.z.clear.value * TEXT_AT
    text = f"{show(cell.x.clear.value)} × {show(cell.z.clear.value)}"
    room = min(cell.x.clear.value * min(0.9, 1.8 * share), cell.z.clear.value * 2.4)
    yield Text((x, z), text, 2.4, room=room)


def _cut_at(made: MadeUnit, layout: Layout, pick: Path) -> float:
    """Where the section is cut: through the middle of what is picked, but through no upright board."""
    cell = layout.at(pick) or layout.cells[0]
    x = (cell.x.clear_at + cell.x.clear_end) / 2
    uprights = [p.box for p in made.parts if p.kind in ("partition", "gable")]
    for low, high in uprights:
        if low.x - TINY < x < high.x + TINY:
            x = high.x + 20.0
    return x


def _section(made: MadeUnit, offset: float, cut: float) -> Iterator[Shape]:
    """The unit cut upright and seen from its right: fronts to the left, back to the right, the left part's gable beyond."""
    gable = next((p for p in made.parts if p.tag == Tag("gable", "left")), None)
    beyond = [p for p in made.parts if p.kind in ("gable", "partition") and p.box[1].x <= cut]
    seen = sorted(beyond, key=lambda p: p.box[1].x)[-1:] or ([gable] if gable else [])
    blocking = [p for p in made.parts if p.kind == "blocking" and seen and abs(p.box[0].x - seen[0].box[1].x) < TINY]
    for part in (*seen, *blocking):
        low, high = part.box
        yield _rect(offset + low.y, low.z, offset + high.y, high.z, Pen.BEYOND, PAPER)
        yield from _bored_side(part, offset)
    for piece in made.pieces:
        yield _rect(*_seen_aside(piece, offset), Pen.BEYOND)
    for part in made.parts:
        low, high = part.box
        if part.kind == "drawer" and low.x > cut - TINY:
            continue
        through = low.x - TINY < cut < high.x + TINY
        if through:
            yield _rect(offset + low.y, low.z, offset + high.y, high.z, Pen.CUT if part.kind != "drawer" else Pen.OUTLINE, CUT)
        elif part.kind == "drawer":
            yield _rect(offset + low.y, low.z, offset + high.y, high.z, Pen.BEYOND)


def _bored_side(part: Part, offset: float) -> Iterator[Shape]:
    """The holes in the inner face of an upright, as circles."""
    for hole in part.holes:
        into = part.frame.turned_out(hole.into)
        if into.x < -0.9:
            at = part.frame.out(hole.at)
            yield DrawnArc((offset + at.y, at.z), hole.diameter / 2, 0.0, 360.0, Pen.BEYOND)


def _targets(made: MadeUnit, layout: Layout) -> Iterator[Target]:
    for cell in layout.leaves:
        x, z = cell.x, cell.z
        fronted = any(f.path == cell.path for f in made.fronts)
        low = (x.front_at, z.front_at) if fronted else (x.clear_at, z.clear_at)
        high = (x.front_end, z.front_end) if fronted else (x.clear_end, z.clear_end)
        yield Target.upright(OfCell(made.unit.id, cell.path), low, high)
    yield from _part_targets(made)


def _part_targets(made: MadeUnit) -> Iterator[Target]:
    for ref, part in zip(part_refs(made.unit.id, made.parts), made.parts, strict=True):
        if part.kind in ("gable", "floor", "fixed-shelf", "partition", "frame", "shelf", "blocking"):
            low_corner, high_corner = part.box
            yield Target.upright(ref, (low_corner.x, low_corner.z), (high_corner.x, high_corner.z))


def _handles(made: MadeUnit, layout: Layout) -> Iterator[Handle]:
    for cell in layout.cells:
        count = len(cell.opening.openings)
        for index in range(count - 1):
            a, b = layout.at((*cell.path, index)), layout.at((*cell.path, index + 1))
            if a is None or b is None:
                continue
            if cell.opening.split == "rows":
                low = (cell.x.clear_at, b.z.clear_end - GRIP)
                yield Handle(a.path, "z", low, (cell.x.clear_end, a.z.clear_at + GRIP))
            else:
                low = (a.x.clear_end - GRIP, cell.z.clear_at)
                yield Handle(a.path, "x", low, (b.x.clear_at + GRIP, cell.z.clear_end))


def _whole(side: str, length: float, measure: Measure, base: float = 0.0, start: float = 0.0, lane: str = "") -> Chain:
    return Chain(DrawingSide.of(side, base), (start, start + length), (measure,), lane)  # type: ignore[arg-type]


def _chains(made: MadeUnit, layout: Layout, pick: Path, offset: float, cut: float, floor: float) -> Iterator[Chain]:
    unit = made.unit
    rows = _division(layout, pick, unit.opening, "rows")
    bays = _division(layout, pick, unit.opening, "bays")
    if bays is not None:
        yield _cells_chain(made, layout, bays, "below", floor)
    yield _whole("below", unit.width, OfUnit(unit.id, "width"), floor)
    if rows is not None:
        yield _cells_chain(made, layout, rows, "left", 0.0)
    yield _whole("left", unit.height, OfUnit(unit.id, "height"))
    yield _heights(made, offset, cut)
    yield from _depths(made, offset, floor)


def _division(layout: Layout, pick: Path, root: Opening, split: str) -> Path | None:
    """The nearest division of a kind that the pick lies in, or holds; of the whole unit as the last resort."""
    candidates = [pick[:n] for n in range(len(pick), -1, -1)]
    candidates += [cell.path for cell in layout.cells if cell.path not in candidates]
    for path in candidates:
        opening = opening_at(root, path)
        if opening is not None and opening.openings and opening.split == split:
            return path
    return None


def _cells_chain(made: MadeUnit, layout: Layout, path: Path, side: str, base: float) -> Chain:
    """The sizes that a division's rule decides: of its fronts or of the clear cells, and what lies between them."""
    cells = [c for c in layout.cells if len(c.path) == len(path) + 1 and c.path[: len(path)] == path]
    rows = side == "left"
    fronted = divides_fronts(made.unit.opening, (*path, 0))
    spans = sorted([((_start(c, rows, fronted), _end(c, rows, fronted)), c.path) for c in cells])
    ticks: list[float] = []
    measures: list[Measure] = []
    for (start, end), cell_path in spans:
        if ticks and start - ticks[-1] > TINY:
            measures.append(GAP)
            ticks.append(start)
        elif not ticks:
            ticks.append(start)
        measures.append(OfCell(made.unit.id, cell_path))
        ticks.append(end)
    return Chain(DrawingSide.of(side, base), tuple(ticks), tuple(measures))  # type: ignore[arg-type]


def _start(cell: Cell, rows: bool, fronted: bool) -> float:
    span = cell.z if rows else cell.x
    return span.front_at if fronted else span.clear_at


def _end(cell: Cell, rows: bool, fronted: bool) -> float:
    span = cell.z if rows else cell.x
    return span.front_end if fronted else span.clear_end


def _heights(made: MadeUnit, offset: float, cut: float) -> Chain:
    """Boards and clear heights where the section cuts, from the bottom up."""
    levels = {0.0, made.unit.height}
    for part in made.parts:
        low, high = part.box
        level = part.kind in ("floor", "fixed-shelf", "shelf") and low.x - TINY < cut < high.x + TINY and high.z - low.z < high.y - low.y
        if level:
            levels |= {round(low.z, 6), round(high.z, 6)}
    ticks = tuple(sorted(levels))
    return Chain(DrawingSide.of("right", offset + made.unit.depth), ticks, tuple(LEVEL for _ in pairwise(ticks)), "section")


def _depths(made: MadeUnit, offset: float, floor: float) -> Iterator[Chain]:
    unit = made.unit
    back = next((p.box[0].y for p in made.parts if p.kind == "back"), unit.depth)
    if unit.depth - back > TINY:
        ticks = (offset, offset + back, offset + unit.depth)
        yield Chain(DrawingSide.of("below", floor), ticks, (LEVEL, LEVEL), "section")
    yield _whole("below", unit.depth, OfUnit(unit.id, "depth"), floor, offset, "section")
