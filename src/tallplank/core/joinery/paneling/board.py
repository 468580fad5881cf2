"""Boards that stand flat on a wall: rectangles, or what openings leave of them in its true shape."""

from collections.abc import Iterator, Sequence
from dataclasses import replace
from itertools import compress
from math import ceil
from typing import NamedTuple

from shapely import LinearRing, Polygon, prepare
from shapely.geometry.base import BaseGeometry
from shapely.geometry.polygon import orient

from tallplank.core.catalog.catalog import Catalog
from tallplank.core.catalog.finish import Finish
from tallplank.core.job.face import Face
from tallplank.core.job.standard import Standard
from tallplank.core.joinery.paneling.area import HAIR, Area, rectangle_of
from tallplank.core.joinery.paneling.solve import Solved
from tallplank.core.joinery.part.form.form import SHEET, Form
from tallplank.core.joinery.part.form.outlined import Outlined
from tallplank.core.joinery.part.hole import Pocket
from tallplank.core.joinery.part.lot import Lot
from tallplank.core.joinery.part.part import Fitting, Note, Parts, Piece, Tag
from tallplank.core.joinery.rule.choice import chosen_finish
from tallplank.core.joinery.setout.collector import Collector, Lay, Stuff
from tallplank.core.measure.keep import Keep
from tallplank.core.measure.memo import Recent, Same
from tallplank.core.measure.size import Size
from tallplank.core.space.frame import Vec
from tallplank.core.space.outline import Ring, bounds

NEAR = 1.0
"""What is nearer, in millimetres, is in the same place."""
NARROW = 100.0
"""What a seam would leave that is narrower is a strip rather than a board (common practice, no source)."""
Bounds = tuple[float, float, float, float]
CLOSE = 10.0
"""What is farther from a board does not change it."""
APART = CLOSE - HAIR
SLIVER, SAME = 1.0, 1e-6
"""What is narrower, in millimetres, is no board; and corners nearer than this are one."""


class MadeBoards(NamedTuple):
    """What was made of a region or a board."""

    parts: Parts
    lots: tuple[tuple[int, Lot], ...]
    fittings: tuple[Fitting, ...]
    pieces: tuple[Piece, ...]
    notes: tuple[Note, ...] = ()

    @classmethod
    def of(cls, out: Collector) -> "MadeBoards":
        """All that was gathered."""
        return cls(out.finished(), tuple(out.lots), tuple(out.fittings), tuple(out.pieces), tuple(out.notes))

    def give(self, out: Collector) -> None:
        """Add all of it to what is gathered."""
        before = len(out.parts)
        out.lots += [(before + start, lot) for start, lot in self.lots]
        out.parts += self.parts
        out.fittings += self.fittings
        out.pieces += self.pieces
        for note in self.notes:
            out.note(note)


class Known:
    """What was made before of a wall: by where it is, and of what is alike by what it is."""

    def __init__(self) -> None:
        self.there: Recent[MadeBoards] = Recent(5000)
        self.alike: Recent[MadeBoards] = Recent(5000)
        self.finishes: dict[tuple[str | None, float | None, bool], Finish] = {}
        """Those that were asked for, so that boards which are finished alike share theirs."""

    def elsewhere(self) -> "Known":
        """The same of another place: what is alike, and finishes."""
        other = Known()
        other.alike, other.finishes = self.alike, self.finishes
        return other


class Making(NamedTuple):
    """What the parts of a scheme are made with: where it lies, what its openings leave free, and where parts go."""

    catalog: Catalog
    standard: Standard
    face: Face
    solved: Solved
    free: BaseGeometry
    """What boards may cover: the wall but for openings and what stands against it."""
    plain: Area | None
    """All of that, with openings, where it is a rectangle."""
    covered: Sequence[Area]
    """What boards may not cover, one by one."""
    cut_outs: Sequence[Area]
    """What is cut out of boards besides."""
    out: Collector
    known: Known
    """What was made before, of those walls that have the same backing, and the same finish where none is chosen."""
    ends: Same[tuple[float, ...]]
    """What boards at the end of the wall and those that are parted depend on besides: upright boards, and where it ends."""
    keep: Keep
    proud: float = 0.0
    """How far what boards stand on is before the backing."""

    def finish(self, own: str | None, thick: float | None = None, *, all_round: bool = False) -> Finish:
        """A finish by its id, else that of the job's fronts; of boards of another thickness where it is given.

        What lies flat is coated on its face alone, unless it is seen `all_round`.
        """
        key = (own, thick, all_round)
        finishes = self.known.finishes
        found = finishes.get(key)
        if found is None:
            found = finishes[key] = self._finish_anew(*key)
        return found

    def _finish_anew(self, own: str | None, thick: float | None, all_round: bool) -> Finish:
        found = self.catalog.finishes.get(own or "") or chosen_finish(self.catalog, self.standard, None, "front")
        changes = {} if thick is None else {"thickness": thick}
        if found.coated_faces > 1 and not all_round:
            return found.but(coated_faces=1, **changes)
        return found.but(**changes) if changes else found

    def is_free(self, shape: BaseGeometry) -> bool:
        """Whether boards may cover all of a shape."""
        if self.plain is not None and not self.covered and not self.cut_outs:
            x0, z0, x1, z1 = shape.bounds
            return self.plain.holds(Area(x0, z0, x1 - x0, z1 - z0))
        return bool(self.keep.table("wider").by_identity((self.free,), lambda: prepared(self.free.buffer(SAME))).contains(shape))

    def near(self, area: Area) -> tuple[Area, ...]:
        """What of the wall is not free in an area or close to it."""
        if not self.covered and not self.cut_outs:
            return ()
        x, z, width, height = area
        left, low, right, top = x - APART, z - APART, x + width + APART, z + height + APART
        around = [(x < right and z < top and x + w > left and z + h > low) for x, z, w, h in (*self.covered, *self.cut_outs)]
        return tuple(compress((*self.covered, *self.cut_outs), around)) if any(around) else ()

    def is_bare(self, area: Area) -> bool:
        """Whether an area lies on a plain wall, and nothing there meets it or is close to it."""
        return self.plain is not None and self.plain.holds(area) and not self.near(area)

    def left_of(self, area: Area) -> list[Area] | None:
        """The boards that are left of an area where all that covers some of it goes right across it.

        None where it is not so plain.
        """
        if self.plain is None or not self.plain.holds(area) or min(area.width, area.height) <= SLIVER:
            return None
        taken = [one for one in (*self.covered, *self.cut_outs) if area.meets(one)]
        if not taken:
            return [area]
        if all(one.x <= area.x and one.right >= area.right for one in taken):
            spans = _less((area.z, area.top), [(one.z, one.top) for one in taken])
            return [Area(area.x, low, area.right - area.x, high - low) for low, high in spans]
        if all(one.z <= area.z and one.top >= area.top for one in taken):
            spans = _less((area.x, area.right), [(one.x, one.right) for one in taken])
            return [Area(low, area.z, high - low, area.top - area.z) for low, high in spans]
        return None

    def clipped(self, ring: Ring) -> "Making":
        """The same where boards may cover no more than an outline."""
        return self._replace(free=self.free.intersection(Polygon(ring)), plain=None)

    def into(self, out: Collector) -> "Making":
        """The same with another place where parts go."""
        return self._replace(out=out)

    @property
    def behind(self) -> float:
        """The y of the face that boards stand on: of the backing, or of the wall, or of what stands before these."""
        return 0.0 - self.solved.scheme.stands - self.proud


def _less(span: tuple[float, float], taken: Sequence[tuple[float, float]]) -> Iterator[tuple[float, float]]:
    """What others leave of a span, as far as it is wider than a sliver, from its start."""
    start, stop = span
    for low, high in sorted(taken):
        if low - start > SLIVER:
            yield start, low
        start = max(start, high)
    if stop - start > SLIVER:
        yield start, stop


def prepared(shape: BaseGeometry) -> BaseGeometry:
    """The same shape, quicker to ask what lies in it."""
    prepare(shape)
    return shape


def shapes_of(shape: BaseGeometry) -> Iterator[Polygon]:
    """The pieces of a shape that are boards, from the left and from below."""
    found = [p for p in getattr(shape, "geoms", (shape,)) if isinstance(p, Polygon) and _is_board(p)]
    yield from sorted(found, key=lambda p: p.bounds[:2]) if len(found) > 1 else found


def _is_board(piece: Polygon) -> bool:
    """Whether it is somewhere wider than a sliver; one without holes is where its area is more than half a sliver all along its edge."""
    if piece.area > SLIVER * piece.length and not piece.interiors:
        return True
    return not piece.buffer(-SLIVER / 2).is_empty


def add_boards(
    making: Making, tag: Tag, shape: BaseGeometry | Area, finish: Finish, back: float, *, upright: bool, cuts: tuple[Pocket, ...] = ()
) -> list[Area]:
    """A board for each piece of a shape that openings leave, its back at the y `back`, its grain upright or level; where they lie."""
    if isinstance(shape, Area):
        if (left := making.left_of(shape)) is not None:
            for area in left:
                own_cuts = _cuts_of(cuts, shape, area, upright=upright)
                _add_board(making, tag, area, finish, back, upright=upright, pockets=own_cuts)
            return left
        shape = rectangle_of(shape)
    found = []
    for piece in shapes_of(shape if making.is_free(shape) else shape.intersection(making.free)):
        x0, z0, x1, z1 = piece.bounds
        own = _cuts_in(cuts, shape.bounds, piece.bounds, upright=upright)
        area = Area(x0, z0, x1 - x0, z1 - z0)
        holes = [_ring(hole, area, upright=upright) for hole in piece.interiors]
        through = tuple(_cut_out(hole, finish.thickness) for hole in holes)
        form = SHEET if _is_rectangle(piece) else Outlined(_ring(piece.exterior, area, upright=upright))
        _add_board(making, tag, area, finish, back, upright=upright, pockets=(*own, *through), form=form)
        found.append(area)
    return found


def _add_board(
    making: Making, tag: Tag, area: Area, finish: Finish, back: float, *, upright: bool, pockets: tuple[Pocket, ...], form: Form = SHEET
) -> None:
    sides = (Size.of(area.height, "height"), Size.of(area.width, "width"))
    length, width = sides if upright else sides[::-1]
    lay = Lay("+z", "-x", (area.right, back, area.z)) if upright else Lay("+x", "+z", (area.x, back, area.z))
    thick = Size.of(finish.thickness, "board")
    making.out.add(tag, Stuff(finish, "front"), (length, width, thick), lay, pockets=pockets, form=form)


def _cuts_of(cuts: tuple[Pocket, ...], whole: Area, area: Area, *, upright: bool) -> tuple[Pocket, ...]:
    """What is cut into a rectangle, as what is left of it has it."""
    if area is whole:
        return cuts
    around, piece = ((one.x, one.z, one.right, one.top) for one in (whole, area))
    return tuple(_cuts_in(cuts, around, piece, upright=upright))


def _cuts_in(cuts: Sequence[Pocket], whole: Bounds, piece: Bounds, *, upright: bool) -> Iterator[Pocket]:
    """What is cut into a shape, as a piece of it has it: from its own corner, and no farther than it reaches."""
    (x0, z0, x1, _), (px0, pz0, px1, pz1) = whole, piece
    by = (z0 - pz0, px1 - x1) if upright else (x0 - px0, z0 - pz0)
    size = (pz1 - pz0, px1 - px0) if upright else (px1 - px0, pz1 - pz0)
    for cut in cuts:
        low = Vec(max(cut.low.x + by[0], 0.0), max(cut.low.y + by[1], 0.0), cut.low.z)
        high = Vec(min(cut.high.x + by[0], size[0]), min(cut.high.y + by[1], size[1]), cut.high.z)
        if high.x - low.x > SAME and high.y - low.y > SAME:
            yield replace(cut, low=low, high=high)


def _cut_out(ring: Ring, thick: float) -> Pocket:
    """An opening right through a board."""
    low, high = bounds(ring)
    return Pocket("cutout", Vec(*low, 0.0), Vec(*high, thick), ring)


def _ring(line: LinearRing, area: Area, *, upright: bool) -> Ring:
    """An outline as its part sees it: along the grain and across, counter-clockwise, from the corner nearest to its start.

    What it was cut out of does not decide where it begins.
    """
    points = list(orient(Polygon(line), 1.0).exterior.coords)[:-1]
    ring = [(z - area.z, area.right - x) if upright else (x - area.x, z - area.z) for x, z in points]
    first = min(range(len(ring)), key=lambda i: (round(ring[i][0], 6), round(ring[i][1], 6)))
    return tuple(ring[first:] + ring[:first])


def _is_rectangle(piece: Polygon) -> bool:
    """Whether it is one but for what is cut out of it."""
    x0, z0, x1, z1 = piece.bounds
    outer = Polygon(piece.exterior).area if piece.interiors else piece.area
    return bool(abs(outer - (x1 - x0) * (z1 - z0)) < SAME * (x1 - x0 + z1 - z0))


def pieces_within(
    start: float, end: float, seams: Sequence[float], widest: float, studs: Sequence[float] = ()
) -> list[tuple[float, float]]:
    """From start to end in pieces no wider than the sheet: up to the farthest seam within reach, else stud, else in equal ones.

    A nearer seam is taken where the farthest would leave a strip, if what it leaves fits the sheet.
    """
    found, at = [], start
    while end - at > widest + NEAR:
        reach = [s for s in seams if at + NEAR < s <= at + widest] or [s for s in studs if at + NEAR < s <= min(at + widest, end - NEAR)]
        after = [s for s in seams if s > at + widest]
        to = after[0] if after else end
        cut = max(reach, default=at + (to - at) / ceil((to - at) / widest))
        if reach and end - cut < NARROW:
            cut = max((s for s in reach if NARROW <= end - s <= widest), default=cut)
        found.append((at, cut))
        at = cut
    return [*found, (at, end)]
