"""Gathers what a builder makes, and turns sizes and places into parts."""

from collections import defaultdict
from collections.abc import Iterator, Mapping, Sequence
from contextlib import contextmanager
from dataclasses import dataclass, field, replace
from typing import NamedTuple

from tallplank.core.catalog.catalog import Catalog
from tallplank.core.catalog.finish import Finish
from tallplank.core.catalog.hardware import Hardware
from tallplank.core.error import mm
from tallplank.core.job.unit import FinishRole
from tallplank.core.joinery.part.form.form import SHEET, Form
from tallplank.core.joinery.part.hole import Hole, HoleKind, Pocket, PocketKind, WorkedEdge
from tallplank.core.joinery.part.lot import Lot
from tallplank.core.joinery.part.part import (
    NO_EDGES,
    BuildError,
    Edges,
    Fitting,
    Front,
    Note,
    Part,
    PartKind,
    Parts,
    Piece,
    Surface,
    Tag,
    bored,
    let_into,
    stood,
)
from tallplank.core.joinery.part.role import PartRole
from tallplank.core.joinery.setout.layout import Cell, Layout
from tallplank.core.measure.size import Size
from tallplank.core.space.frame import Frame, Vec, frame_along, turned_about_z
from tallplank.core.space.motion import Motion
from tallplank.core.space.outline import Ring, is_simple


@dataclass(frozen=True, slots=True)
class Lay:
    """How a part lies: the signed axes of its length and width and the corner where its own frame starts."""

    length_axis: str
    width_axis: str
    origin: tuple[float, float, float]

    @property
    def frame(self) -> Frame:
        """The same as a frame."""
        return frame_along(self.length_axis, self.width_axis, self.origin)


class Stuff(NamedTuple):
    """What a part is made of: its finish, which of a unit's finishes that is, and as what it is seen, where not as usual."""

    finish: Finish
    role: FinishRole
    seen: Surface | None = None

    @property
    def surface(self) -> Surface:
        """As what it is seen."""
        return self.seen or SEEN_AS[self.role]


class Bore(NamedTuple):
    """What is bored: its use, diameter and depth; holes that a fitting joins carry the same `pair`."""

    what: HoleKind
    diameter: float
    depth: float
    pair: str = ""


class HoleRow(NamedTuple):
    """Points in the frame of a unit: those of `start` but for the coordinate `axis`, which takes the values of `places`."""

    start: Vec
    axis: int
    places: Sequence[float]


SEEN_AS: Mapping[FinishRole, Surface] = {
    "carcass": "carcass",
    "front": "front",
    "back": "carcass",
    "drawer": "drawer",
    "top": "top",
    "plinth": "plinth",
    "glass": "front",
    "splash": "top",
}
"""As what each finish of a unit is usually seen."""
_new = tuple.__new__  # twice as quick as calling the class
FROM_BOTH_SIDES: frozenset[HoleKind] = frozenset({"plate", "slide", "stay", "rail"})
BETWEEN = 1.0
"""Screws into a partition from both of its sides may stand on one line: they are bored less than half through."""
FORWARD, BACKWARD = Vec(0.0, -1.0, 0.0), Vec(0.0, 1.0, 0.0)
NEAR = 1e-6
NOWHERE = (0.0, 0.0, 0.0)


@dataclass(slots=True)
class Collector:
    """The parts, fittings and pieces of one unit or run, while it is being built."""

    catalog: Catalog
    trimmed: bool = False
    """Whether the shop mills the band's thickness off before banding."""
    parts: list[Part] = field(default_factory=list)
    lots: list[tuple[int, Lot]] = field(default_factory=list)
    """Parts that are like others, with the number of the first of them."""
    fittings: list[Fitting] = field(default_factory=list)
    pieces: list[Piece] = field(default_factory=list)
    fronts: list[Front] = field(default_factory=list)
    holes: defaultdict[int, list[Hole]] = field(default_factory=lambda: defaultdict(list))
    """What is bored so far, by the number of the part; the parts take it when all is built."""
    layout: Layout | None = None
    plan: Ring | None = None
    """The unit's outline seen from above, where it is no rectangle."""
    notes: list[Note] = field(default_factory=list)
    tails: dict[str, int] = field(default_factory=dict)
    """How many dovetails the corners of each drawer box take in all."""
    drawers: list[tuple[Tag, float]] = field(default_factory=list)
    """Each drawer and tray with the length of its slides, which are counted when its front is there too."""
    slides: list[tuple[Cell, float, float]] = field(default_factory=list)
    """Each pair of slides: its cell, the height of its screws and its length."""
    _ways: dict[tuple[int, Vec], Vec] = field(default_factory=dict)
    _boxes: dict[int, tuple[Part, tuple[Vec, Vec]]] = field(default_factory=dict)
    _hosts: dict[tuple[PartKind, ...], list[tuple[int, tuple[Vec, Vec]]]] = field(default_factory=dict)
    path: tuple[int, ...] | None = None
    """The opening that is being filled; None while the box is built."""

    def add(
        self,
        what: Tag | PartRole,
        stuff: Stuff,
        sizes: tuple[Size, Size, Size],
        lay: Lay | Frame,
        *,
        edges: Edges = NO_EDGES,
        pockets: tuple[Pocket, ...] = (),
        motion: Motion | None = None,
        kind: PartKind = "other",
        form: Form = SHEET,
    ) -> Part:
        """Add a part of length, width and thickness, which lies along the axes or in a frame; one that is no rectangle gives its `form`.

        Raises:
            BuildError: one of its sizes would be nothing or less, or its outline would cross itself.
        """
        tag = Tag(what) if isinstance(what, str) else what
        off_length, off_width = (0.0, 0.0) if self.trimmed else self._banded(edges)
        _check(tag, sizes, form, (off_length, off_width, 0.0))
        (length, width, thickness), finish = sizes, stuff.finish
        board = self.catalog.boards[finish.board]
        part = Part(
            tag,
            stuff.role,
            stuff.surface,
            finish,
            finish.board,
            length,
            width,
            thickness,
            length.value - off_length,
            width.value - off_width,
            "length" if board.grain else "none",
            edges,
            lay.frame if isinstance(lay, Lay) else lay,
            pockets,
            motion,
            front=len(self.fronts) if kind == "front" else -1,
            kind=kind,
            path=self.path,
            form=form,
        )
        self.parts.append(part)
        self._hosts.clear()
        return part

    def again(self, like: Parts, by: Vec) -> None:
        """Add parts that are not bored once more, so far from where they are."""
        lot = Lot.again(like, by)
        self.lots.append((len(self.parts), lot))
        self.parts += lot.parts
        self._hosts.clear()

    def take(self, apart: "Collector", frame: Frame) -> None:
        """Take in what was made apart, in a frame of its own that lies in this one; visible pieces are taken as they are."""
        self._hosts.clear()
        for part in apart.finished():
            self.parts.append(stood(bored(part, ()) if part.holes else part, part.frame.then(frame)))
            if part.holes:
                self.holes[len(self.parts) - 1] = list(part.holes)
        self.fittings += apart.fittings
        self.pieces += apart.pieces

    def fit(self, item: Hardware, count: Size, where: str, length: float = 0.0) -> None:
        """Add a number of items, of a length where they are told apart by it."""
        if count.value > 0:
            self.fittings.append(Fitting(item.role, item.id, count, where, length))

    def bore(self, index: int, point: Vec, into: Vec, bore: Bore) -> None:
        """Bore part number `index` where `point` and the direction `into` are in the frame of the unit."""
        what, diameter, depth, pair = bore
        part = self.parts[index]
        if part.kind == "partition" and what in FROM_BOTH_SIDES:
            depth = min(depth, (part.thickness.value - BETWEEN) / 2)
        self.holes[index].append(Hole(what, part.frame.inside(point), self._way(index, into), diameter, depth, pair))

    def bore_row(self, index: int, row: HoleRow, into: Vec, bore: Bore) -> None:
        """Bore a row of holes into part number `index`, each with a pair of its own where `bore` has one."""
        self.holes[index] += self.row(index, row, into, bore)

    def row(self, index: int, row: HoleRow, into: Vec, bore: Bore) -> list[Hole]:
        """The holes of such a row, not bored yet."""
        what, diameter, depth, pair = bore
        way, points = self._way(index, into), self.parts[index].frame.row_inside(*row)
        if not pair:
            return [_new(Hole, (what, at, way, diameter, depth, "")) for at in points]
        return [_new(Hole, (what, at, way, diameter, depth, f"{pair}.{i}")) for i, at in enumerate(points)]

    def _way(self, index: int, into: Vec) -> Vec:
        """A direction of the unit in the frame of part number `index`."""
        key = (index, into)
        way = self._ways.get(key)
        if way is None:
            way = self._ways[key] = _turned_in(self.parts[index].frame, into)
        return way

    def swap(self, index: int, part: Part) -> None:
        """Put another shape of a part in its place; what is bored in it stays where it is in the unit."""
        old = self.parts[index]
        self.parts[index] = part
        self._hosts.clear()
        if index in self.holes and part.frame.origin != old.frame.origin:
            self.holes[index] = [h._replace(at=part.frame.inside(old.frame.out(h.at))) for h in self.holes[index]]

    def widen(self, index: int, cut_width: float) -> None:
        """Cut a part wider than it is in the end, for scribing."""
        self.parts[index] = replace(self.parts[index], cut_width=cut_width)
        self._hosts.clear()

    def work(self, worked: tuple[WorkedEdge, ...]) -> None:
        """Work profiles on edges of the part that was added last."""
        if worked:
            self.parts[-1] = replace(self.parts[-1], worked=worked)
            self._hosts.clear()

    def cut(self, index: int, pockets: Sequence[Pocket]) -> None:
        """Cut more out of a part."""
        part = self.parts[index]
        self.swap(index, let_into(part, (*part.pockets, *pockets)))

    def box(self, index: int) -> tuple[Vec, Vec]:
        """The smallest and the largest corner of part number `index`."""
        part = self.parts[index]
        known = self._boxes.get(index)
        if known is None or known[0] is not part:
            known = self._boxes[index] = (part, part.box)
        return known[1]

    @contextmanager
    def turned(self, degrees: float) -> Iterator[None]:
        """While it lasts all parts lie turned about z, so that those which stand at this angle run along the axes; no part is added."""
        there, back = turned_about_z(-degrees, NOWHERE), turned_about_z(degrees, NOWHERE)
        laid = [stood(part, part.frame.then(there)) for part in self.parts]
        before, self.parts = self.parts, list(laid)
        self._forget()
        try:
            yield
        finally:
            all_of = zip(before, laid, self.parts, strict=True)
            self.parts = [old if now is was else stood(now, now.frame.then(back)) for old, was, now in all_of]
            self._forget()

    def _forget(self) -> None:
        self._ways.clear()
        self._hosts.clear()

    def bore_at(self, point: Vec, into: Vec, bore: Bore, kinds: tuple[PartKind, ...]) -> int | None:
        """Bore the part of one of these kinds on whose surface `point` lies; returns its number, or None where there is none."""
        index = self.host(point, into, kinds)
        if index is not None:
            self.bore(index, point, into, bore)
        return index

    def host(self, point: Vec, into: Vec, kinds: tuple[PartKind, ...]) -> int | None:
        """The number of the part of one of these kinds that a hole from `point` goes into, or None."""
        known = self._hosts.get(kinds)
        if known is None:
            known = self._hosts[kinds] = [(i, self.box(i)) for i, part in enumerate(self.parts) if part.kind in kinds]
        return next((index for index, box in known if _enters(box, point, into)), None)

    def note(self, note: Note) -> None:
        """Keep a note for the designer, each once."""
        if note not in self.notes:
            self.notes.append(note)

    def miss(self, text: str) -> None:
        """Note that some hardware finds no board."""
        self.note(Note("no-board", text, "Put a board there, or choose another front or inside."))

    def finished(self) -> Parts:
        """The parts with their holes."""
        found = self.parts.copy()
        for index, holes in self.holes.items():
            found[index] = bored(found[index], tuple(dict.fromkeys(holes)))
        return Parts(found)

    def _banded(self, edges: Edges) -> tuple[float, float]:
        def thick(band: str | None) -> float:
            return self.catalog.bands[band].thickness if band else 0.0

        return thick(edges.w1) + thick(edges.w2), thick(edges.l1) + thick(edges.l2)


def _check(tag: Tag, sizes: tuple[Size, Size, Size], form: Form, bands: tuple[float, float, float]) -> None:
    for extent, size, off in zip(("long", "wide", "thick"), sizes, bands, strict=True):
        if size.value <= 0:
            raise BuildError(f"The {tag.name} would be {mm(size.value)} {extent} ({size.reckoned()}).")
        if size.value <= off:
            raise BuildError(f"The {tag.name} would be {mm(size.value)} {extent}, no more than its bands.")
    if form.may_cross and not is_simple(form.ring((sizes[0].value, sizes[1].value, sizes[2].value))):
        raise BuildError(f"The {tag.name} would cross itself: a side of the unit is too short for its boards.")


def _turned_in(frame: Frame, into: Vec) -> Vec:
    i, j, k = into
    return Vec(*(i * a.x + j * a.y + k * a.z for a in (frame.x, frame.y, frame.z)))


def _enters(box: tuple[Vec, Vec], point: Vec, into: Vec) -> bool:
    """Whether a point lies on the surface of a box with its wood in the direction `into`."""
    (x0, y0, z0), (x1, y1, z1) = box
    x, y, z = point
    if not (x0 - NEAR <= x <= x1 + NEAR and y0 - NEAR <= y <= y1 + NEAR and z0 - NEAR <= z <= z1 + NEAR):
        return False
    i, j, k = into
    return (not i or x0 < x + i < x1) and (not j or y0 < y + j < y1) and (not k or z0 < z + k < z1)


def slot(x: tuple[float, float], y: tuple[float, float], z: tuple[float, float], what: PocketKind = "groove") -> Pocket:
    """A pocket from its three ranges in the part's frame."""
    return Pocket(what, Vec(x[0], y[0], z[0]), Vec(x[1], y[1], z[1]))
