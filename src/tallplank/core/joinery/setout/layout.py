"""Where the openings of a unit lie: its tree of divisions laid out by the divide rule, with the boards between them."""

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass
from functools import partial
from typing import Literal

from tallplank.core.catalog.hardware import Appliance
from tallplank.core.job.opening import ROOT, Opening, Path
from tallplank.core.joinery.part.part import BuildError
from tallplank.core.joinery.rule.choice import Choice
from tallplank.core.joinery.rule.under_top import behind_apron
from tallplank.core.joinery.setout.box import Box
from tallplank.core.measure.divide import DivideError, Member, divide
from tallplank.core.measure.size import Size
from tallplank.core.measure.source import Decided, DecidedIn

Axis = Literal["x", "z"]
NOTHING = Size(0.0, ())


@dataclass(frozen=True, slots=True)
class Span:
    """The extent of a cell along one axis: of its front, clear between its boards, and of the way through a face frame."""

    front: Size
    front_at: float
    clear: Size
    clear_at: float
    lead: Size
    """From the start of the clear extent to the start of the front's."""
    trail: Size
    """From the end of the front's to the end of the clear extent."""
    way: Size
    way_at: float

    @property
    def front_end(self) -> float:
        """Where the front ends."""
        return self.front_at + self.front.value

    @property
    def clear_end(self) -> float:
        """Where the clear extent ends."""
        return self.clear_at + self.clear.value

    @property
    def way_end(self) -> float:
        """Where the way through the frame ends."""
        return self.way_at + self.way.value

    @property
    def free_at(self) -> float:
        """Where what neither a board nor the frame takes starts."""
        return max(self.clear_at, self.way_at)

    @property
    def free_end(self) -> float:
        """Where it ends."""
        return min(self.clear_end, self.way_end)

    @property
    def free(self) -> Size:
        """What neither a board nor the frame takes."""
        between = self.free_end - self.free_at
        fitting = (size for size in (self.way, self.clear) if abs(size.value - between) < 1e-9)
        return next(fitting, Size.of(between, "between board and frame", Decided("rule", "frame_stile")))


@dataclass(frozen=True, slots=True)
class Cell:
    """An opening or a division in its place."""

    path: Path
    opening: Opening
    x: Span
    z: Span

    @property
    def source(self) -> DecidedIn:
        """Where its sizes are decided."""
        return DecidedIn(self.path)


@dataclass(frozen=True, slots=True)
class Divider:
    """What stands between two neighbouring cells of a division: `at` is its middle line, `across` and `way` run along it."""

    kind: Literal["shelf", "partition"]
    path: Path
    """Of the first of the two cells: the one above a shelf or to the left of a partition."""
    at: float
    board: bool
    member: bool
    """Whether a face frame has a member there."""
    across: Span
    behind: bool
    """Whether a front over several openings closes what it parts."""


@dataclass(frozen=True, slots=True)
class Layout:
    """All cells of a unit, divisions before what is in them, and the dividers between them."""

    cells: tuple[Cell, ...]
    dividers: tuple[Divider, ...]

    @property
    def leaves(self) -> tuple[Cell, ...]:
        """The cells that are not divided."""
        return tuple(cell for cell in self.cells if not cell.opening.openings)

    def at(self, path: Path) -> Cell | None:
        """The cell at a path."""
        return next((cell for cell in self.cells if cell.path == path), None)


@dataclass(frozen=True, slots=True)
class _Rules:
    """What lies between neighbours, and along the outer edges."""

    box: Box
    reveal: Size
    inset_gap: Size
    frame_mid: Size
    frame_overlay: Size
    framed: bool
    inset: bool
    niche: Callable[[Opening], Size | None]
    """The clear height that an opening has to have for what is in it; None where it has none of its own."""
    gone: frozenset[Path] = frozenset()
    """Openings that are not made, because something else takes their place."""

    def board(self, axis: Axis) -> Size:
        return self.box.shelf if axis == "z" else self.box.partition

    def gap(self, axis: Axis, board: bool) -> Size:
        """Between two fronts."""
        if self.framed:
            return self.frame_mid + 2 * self.inset_gap if self.inset else self.frame_mid - 2 * self.frame_overlay
        if self.inset and board:
            return self.board(axis) + 2 * self.inset_gap
        return self.reveal


def lay_out(choice: Choice, box: Box) -> Layout:
    """The cells of a unit in their places.

    Raises:
        BuildError: the sizes asked for do not fit; the text names the opening.
    """
    rules = choice.rules
    given = _Rules(
        box,
        choice.rule("reveal"),
        choice.rule("inset_gap", "gap"),
        choice.rule("frame_mid", "frame member"),
        choice.rule("frame_overlay", "overlay"),
        rules.box == "face-frame",
        rules.overlay == "inset",
        partial(_niche, choice),
        behind_apron(choice.unit.opening) if choice.apron is not None else frozenset(),
    )
    cells: list[Cell] = []
    dividers: list[Divider] = []
    _lay(Cell(ROOT, choice.unit.opening, _root_x(choice, box), _root_z(choice, box)), given, cells, dividers, behind=False)
    return Layout(tuple(cells), tuple(dividers))


def _root_x(choice: Choice, box: Box) -> Span:
    rules = choice.rules
    if rules.box == "face-frame":
        stile = choice.rule("frame_stile", "stile")
        edge = stile + choice.rule("inset_gap", "gap") if rules.overlay == "inset" else stile - choice.rule("frame_overlay", "overlay")
        clear_edge = choice.rule("frame_overhang", "frame overhang") + box.board
        return _outer(box.width, (edge, edge), (clear_edge, clear_edge), (stile, stile))
    if rules.overlay == "inset":
        edge = box.board + choice.rule("inset_gap", "gap")
    elif rules.overlay == "half":
        edge = 0.5 * box.board + 0.5 * choice.rule("reveal")
    else:
        edge = 0.5 * choice.rule("reveal")
    return _outer(box.width, (edge, edge), (box.board, box.board), None)


def _root_z(choice: Choice, box: Box) -> Span:
    rules = choice.rules
    clear, apron = (box.floor, box.top_used), choice.apron
    if rules.box == "face-frame":
        rail = choice.rule("frame_rail", "rail")
        edge = rail + choice.rule("inset_gap", "gap") if rules.overlay == "inset" else rail - choice.rule("frame_overlay", "overlay")
        top, way = (edge, rail) if apron is None else (edge + apron, rail + apron)
        return _outer(box.height, (edge, top), clear, (rail, way))
    if rules.overlay == "inset":
        gap = choice.rule("inset_gap", "gap")
        return _outer(box.height, (box.floor + gap, box.top_used + gap), clear, None)
    if apron is not None:
        edge = 0.5 * choice.rule("reveal")
        return _outer(box.height, (edge, apron + choice.rule("reveal", "under the sink")), clear, None)
    edge = 0.5 * choice.rule("reveal")
    under = choice.rule("top_gap", "under the worktop")
    top = under if choice.kind.worktop and under.value > edge.value else edge
    return _outer(box.height, (edge, top), clear, None)


def _outer(whole: Size, front: tuple[Size, Size], clear: tuple[Size, Size], way: tuple[Size, Size] | None) -> Span:
    clear_size = _less(whole, clear)
    return Span(
        _less(whole, front),
        front[0].value,
        clear_size,
        clear[0].value,
        front[0] - clear[0],
        front[1] - clear[1],
        _less(whole, way) if way else clear_size,
        way[0].value if way else clear[0].value,
    )


def _less(whole: Size, edges: tuple[Size, Size]) -> Size:
    first, second = edges
    return whole - 2 * first if first == second else whole - first - second


def _lay(cell: Cell, rules: _Rules, cells: list[Cell], dividers: list[Divider], *, behind: bool) -> None:
    cells.append(cell)
    parts = cell.opening.openings
    if not parts:
        return
    axis: Axis = "z" if cell.opening.split == "rows" else "x"
    fronted = not behind and cell.opening.front == "none" and cell.opening.is_fronted
    whole = cell.z if axis == "z" else cell.x
    made = [i for i in range(len(parts)) if (*cell.path, i) not in rules.gone]
    order = made if axis == "x" else made[::-1]
    along = [parts[i] for i in order]
    boards = [(along[k] if axis == "x" else along[k + 1]).board for k in range(len(along) - 1)]
    try:
        sources = [DecidedIn((*cell.path, i)) for i in order]
        spans = [whole] if len(made) == 1 < len(parts) else _divided(whole, along, boards, axis, rules, sources, fronted=fronted)
    except DivideError as problem:
        raise BuildError(_where(cell, axis) + problem.text) from None
    placed = dict(zip(order, spans, strict=True))
    for k, board in enumerate(boards):
        member = rules.framed and not behind and cell.opening.front == "none" and (fronted or board)
        first = order[k] if axis == "x" else order[k + 1]
        if board or member:
            line = (spans[k].clear_end + spans[k + 1].clear_at) / 2
            kind: Literal["shelf", "partition"] = "shelf" if axis == "z" else "partition"
            across = cell.x if axis == "z" else cell.z
            hidden = behind or cell.opening.front != "none"
            dividers.append(Divider(kind, (*cell.path, first), line, board, member, across, hidden))
    for index in made:
        part = parts[index]
        x, z = (cell.x, placed[index]) if axis == "z" else (placed[index], cell.z)
        inner = Cell((*cell.path, index), part, x, z)
        _lay(inner, rules, cells, dividers, behind=behind or cell.opening.front != "none")


def _where(cell: Cell, axis: Axis) -> str:
    what = "heights" if axis == "z" else "widths"
    if not cell.path:
        return f"The {what} of the openings: "
    return f"The {what} in opening {'.'.join(str(i + 1) for i in cell.path)}: "


def _divided(
    whole: Span, parts: Sequence[Opening], boards: Sequence[bool], axis: Axis, rules: _Rules, sources: Sequence[DecidedIn], *, fronted: bool
) -> list[Span]:
    """The spans of neighbours in rising order along the axis."""
    gaps = [rules.gap(axis, board) for board in boards]
    boards_between = [rules.board(axis) if board else NOTHING for board in boards]
    lead = [whole.lead, *(0.5 * (g - b) for g, b in zip(gaps, boards_between, strict=True))]
    trail = [*(0.5 * (g - b) for g, b in zip(gaps, boards_between, strict=True)), whole.trail]
    total, between = (whole.front, gaps) if fronted else (whole.clear, boards_between)
    rest = total
    for size in _alike(between):
        rest = rest - size
    if min([0.0, *(g.value for g in between)]) < 0:
        raise DivideError("the fronts would overlap: make the overlay smaller or the frame wider.")
    niches = [rules.niche(part) if axis == "z" else None for part in parts]
    fixed = [_taken(niche, whole, rules, k, gaps, lead[k] + trail[k], fronted=fronted) for k, niche in enumerate(niches)]
    members = [part.size if niche is None else Member.fixed(max(niche.value, 0.0)) for part, niche in zip(parts, fixed, strict=True)]
    division = divide(rest.value, members)
    at = whole.front_at if fronted else whole.clear_at
    spans = []
    for k, value in enumerate(division.sizes):
        size = fixed[k] or _share(rest, members, sources, k, value)
        front, clear = (size, size + lead[k] + trail[k]) if fronted else (size - lead[k] - trail[k], size)
        niche = niches[k]
        clear = niche if niche is not None and not rules.framed else clear
        front_at, clear_at = (at, at - lead[k].value) if fronted else (at + lead[k].value, at)
        way, way_at = _way(whole, rules, (clear, clear_at), k, len(parts), (front_at, front.value), gaps)
        spans.append(Span(front, front_at, clear, clear_at, lead[k], trail[k], way, way_at))
        at += value + (between[k].value if k < len(between) else 0.0)
    return spans


def _niche(choice: Choice, opening: Opening) -> Size | None:
    item = choice.catalog.hardware.get(opening.item or "")
    if opening.inside != "appliance" or not isinstance(item, Appliance):
        return None
    return Size.of(item.niche[1], f"niche of {item.name}", None)


def _taken(niche: Size | None, whole: Span, rules: _Rules, k: int, gaps: Sequence[Size], edges: Size, *, fronted: bool) -> Size | None:
    """What an opening takes of its division so that its niche is clear: of one into fronts, or of one into clear heights."""
    if niche is None:
        return None
    front = _front_over(niche, whole, rules, k, gaps, edges)
    return front if fronted else front + edges


def _front_over(niche: Size, whole: Span, rules: _Rules, k: int, gaps: Sequence[Size], edges: Size) -> Size:
    """How high the front of an opening is, or would be, so that its niche is clear between boards or the members of a face frame.

    `edges` is by how much the clear extent between boards is larger than the front.
    """
    if not rules.framed:
        return niche - edges
    half = 0.5 * rules.frame_mid
    ends = (whole.front_at - whole.way_at, whole.way_end - whole.front_end)
    below, above = (Size.of(end, "front from the frame", Decided("rule", "frame_overlay")) for end in ends)
    return niche - (below if k == 0 else 0.5 * gaps[k - 1] - half) - (above if k == len(gaps) else 0.5 * gaps[k] - half)


def _alike(sizes: Sequence[Size]) -> Iterator[Size]:
    """Equal sizes gathered, so that a sum says `2 × 3 reveal`."""
    left = list(sizes)
    while left:
        first = left[0]
        same = [s for s in left if s == first]
        left = [s for s in left if s != first]
        yield len(same) * first


def _way(
    whole: Span, rules: _Rules, clear: tuple[Size, float], k: int, count: int, front: tuple[float, float], gaps: Sequence[Size]
) -> tuple[Size, float]:
    """The way through the frame; without a frame it is the clear extent."""
    if not rules.framed:
        return clear
    half = rules.frame_mid.value / 2
    start = whole.way_at if k == 0 else front[0] - gaps[k - 1].value / 2 + half
    end = whole.way_end if k == count - 1 else front[0] + front[1] + gaps[k].value / 2 - half
    return Size.of(end - start, "frame opening", Decided("rule", "frame_mid")), start


def _share(rest: Size, members: Sequence[Member], sources: Sequence[DecidedIn], index: int, value: float) -> Size:
    """One member's size with its terms; a bound that took hold is named as such."""
    member = members[index]
    if member.size is not None:
        return Size.of(member.size, "set size", sources[index])
    left = rest
    for other, source in zip(members, sources, strict=True):
        if other.size is not None:
            left = left - Size.of(other.size, "set size", source)
    weight = sum(m.share for m in members if m.is_open)
    size = left.named("left to share", member.share / weight)
    return size if abs(size.value - value) < 1e-6 else Size.of(value, "bound of the divide rule", sources[index])
