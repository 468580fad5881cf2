"""Boxings that bow out: a bent skin between flat sides, over ribs and upright battens, and slats that stand on it.

Source: plain geometry. A skin that bends as it is keeps its length in the middle of its thickness. One that is too stiff is sawn in
from behind up to a web: the web keeps its length, and each kerf closes by its width over its depth (common practice).
"""

from collections.abc import Iterator, Sequence
from math import asin, atan2, ceil, hypot, radians
from typing import Literal, NamedTuple

from shapely import Polygon, box, union_all
from shapely.geometry.polygon import orient

from tallplank.core.catalog.catalog import Catalog
from tallplank.core.catalog.finish import Finish
from tallplank.core.error import mm
from tallplank.core.job.filling import Plain, Slats
from tallplank.core.job.scheme import Boxing, Scheme
from tallplank.core.joinery.paneling.area import Area
from tallplank.core.joinery.paneling.board import SAME, Making, pieces_within, shapes_of
from tallplank.core.joinery.paneling.covered import cased, cut_outs_on
from tallplank.core.joinery.paneling.filling.section import lies_flat, sizes_of, tag_of, thick_of
from tallplank.core.joinery.part.form.bent import Bent
from tallplank.core.joinery.part.form.form import SHEET
from tallplank.core.joinery.part.form.outlined import Outlined
from tallplank.core.joinery.part.hole import Pocket
from tallplank.core.joinery.part.part import BuildError, Part, Tag
from tallplank.core.joinery.part.role import PartRole
from tallplank.core.joinery.setout.collector import Lay, Stuff
from tallplank.core.measure.divide import DivideError, slats
from tallplank.core.measure.size import Size
from tallplank.core.space.bow import Bow
from tallplank.core.space.frame import Frame, Vec, moved
from tallplank.core.space.outline import Ring, bounds

KERF, WEB = 3.2, 3.0
"""How wide the saw cuts, and how much it leaves. Source: common practice, no source."""
SKIN: PartRole = "boxing skin"
LARGEST_TURN = radians(3.0)
"""A skin turns by no more at one kerf, so that it looks round. Source: our own rule."""
BETWEEN = 3.0
"""What stays between two kerfs at least."""


Levels = Sequence[tuple[str, float]]


class Kerfs(NamedTuple):
    """How a skin is sawn in from behind: how many cuts, how far from one to the next, how deep."""

    number: int
    pitch: float
    deep: float


def bow_of(scheme: Scheme, inner: Area, free: tuple[bool, bool]) -> Bow:
    """The skin of a boxing that bows out, between the boards at those of its sides that are free.

    Raises:
        BuildError: it would be more than half a circle.
    """
    assert scheme.box is not None
    left, right = inner.x + scheme.side * free[0], inner.right - scheme.side * free[1]
    if scheme.box.bow > (right - left) / 2 + SAME:
        raise BuildError(f"A boxing bows out by at most half of what is between its sides: {mm((right - left) / 2)}.")
    bow = Bow(left, right, scheme.box.deep, scheme.box.bow, scheme.backing)
    if bow.inner <= 0 or bow.end <= 0:
        raise BuildError(f"A face {mm(scheme.backing)} thick does not bend so far.")
    return bow


def kerfs_of(catalog: Catalog, finish: Finish, bow: Bow, turn: float) -> Kerfs | None:
    """How a skin that turns by so many radians is sawn in, which closes no kerf; None where it bends as it is."""
    if f"{bow.thick:g}" in catalog.boards[finish.board].bends or bow.thick <= WEB:
        return None
    deep = bow.thick - WEB
    count = ceil(max(turn * deep / KERF, turn / LARGEST_TURN) - SAME)
    return Kerfs(count, turn * (bow.radius - WEB / 2) / count, deep)


def add_skin(making: Making, bow: Bow, seams: Sequence[float]) -> None:
    """The bent boards, with seams on battens whose middles are given along the wall."""
    whole = making.solved.whole
    if any(whole.meets(area) for area in (*(cased(o, 0.0) for o in making.face.openings), *cut_outs_on(making.face))):
        raise BuildError("A boxing that bows out has no openings, sockets and switches in its face.")
    finish = bent_finish(making, making.solved.scheme.backing)
    sheet = making.catalog.boards[finish.board].sheet
    middle = (bow.left + bow.right) / 2
    angles = [angle for x in seams if abs(angle := _angle_at(bow, x - middle)) < bow.half]
    radius = run_radius(making.catalog, finish, bow)
    along = pieces_within(-bow.half * radius, bow.half * radius, [a * radius for a in angles], sheet[1])
    for a, b in along:
        for low, high in pieces_within(whole.z, whole.top, [], sheet[0]):
            _add_piece(making, bow, finish, (a / radius, b / radius), (low, high), b - a)


def bent_finish(making: Making, thick: float) -> Finish:
    """The finish of the face so thick, on the board that is bent."""
    scheme = making.solved.scheme
    finish = making.finish(scheme.finish, thick)
    skin = making.catalog.boards.get((scheme.box and scheme.box.skin) or "")
    return finish if skin is None else finish.but(board=skin.id)


def least_radius(catalog: Catalog, part: Part) -> float:
    """The least radius, inside, that a skin bends to: of its board, or where its kerfs would meet one another."""
    thick = part.thickness.value
    if not part.pockets:
        return catalog.boards[part.board].bends.get(f"{thick:g}", 0.0)
    return (KERF + BETWEEN) * (thick - WEB) / KERF - thick + WEB / 2


def _angle_at(bow: Bow, away: float) -> float:
    return asin(max(min(away / bow.inner, 1.0), -1.0))


def _add_piece(making: Making, bow: Bow, finish: Finish, turn: tuple[float, float], heights: tuple[float, float], run: float) -> None:
    shape = bow.skin(*turn)
    (x0, y0), high = bounds(shape)[0], heights[1] - heights[0]
    form = Bent(moved(x0, y0, heights[0]), tuple((x - x0, y - y0) for x, y in shape), high)
    cuts = cuts_of(making.catalog, finish, bow, turn[1] - turn[0], high)
    along = "along the arc in the middle of the web" if cuts else "along the arc in the middle of its thickness"
    sizes = (Size.of(high, "height"), Size.of(run, along), Size.of(finish.thickness, "board"))
    making.out.add(Tag(SKIN), Stuff(finish, "front"), sizes, Lay("+z", "-x", (shape[0][0] + run, y0, heights[0])),
                   form=form, pockets=cuts)  # fmt: skip


def run_radius(catalog: Catalog, finish: Finish, bow: Bow) -> float:
    """The radius at which what is bent keeps its length: in the middle of its thickness, or of the web."""
    return bow.radius - (WEB / 2 if kerfs_of(catalog, finish, bow, bow.half) else bow.thick / 2)


def cuts_of(catalog: Catalog, finish: Finish, bow: Bow, turn: float, long: float) -> tuple[Pocket, ...]:
    """What a piece that turns by so many radians is sawn in from behind, from end to end; nothing where it bends as it is."""
    kerfs = kerfs_of(catalog, finish, bow, turn)
    return tuple(_kerfs(kerfs, long)) if kerfs is not None else ()


def _kerfs(kerfs: Kerfs, long: float) -> Iterator[Pocket]:
    """Cuts into the back of the flat board, the first and the last half a pitch within it."""
    for i in range(kerfs.number):
        at = (i + 0.5) * kerfs.pitch - KERF / 2
        yield Pocket("kerf", Vec(0.0, at, 0.0), Vec(long, at + KERF, kerfs.deep))


def add_ribs(
    making: Making, boxing: Boxing, bow: Bow, levels: Levels, finish: Finish, hidden: Sequence[Ring], seams: Sequence[float]
) -> None:
    """Boards that lie behind the skin at these levels of their upper faces, cut to its curve."""
    wide = min(boxing.batten, bow.end)
    shape = Polygon(bow.space()).difference(box(bow.left, 0.0 - bow.end + wide, bow.right, 0.0))
    for name, z in levels:
        add_level(making, Tag("boxing plate", name), shape, z, finish, kept_clear(boxing, hidden), seams)


def add_level(
    making: Making, tag: Tag, shape: Polygon, z: float, finish: Finish, around: Sequence[Polygon], seams: Sequence[float]
) -> None:
    """Boards that lie, with their upper faces at a level: what is left of a shape, seen from above, around what goes through."""
    left, near, right, far = shape.bounds
    left_over = shape.difference(union_all(around)) if around else shape
    for a, b in pieces_within(left, right, seams, making.catalog.boards[finish.board].sheet[0]):
        for piece in shapes_of(left_over.intersection(box(a, near, b, far))):
            _add_lying(making, tag, piece, z, finish)


def _add_lying(making: Making, tag: Tag, piece: Polygon, z: float, finish: Finish) -> None:
    what: Literal["front", "carcass"] = "front" if tag.role == "boxing lid" else "carcass"
    x0, y0, x1, y1 = piece.bounds
    ring = tuple((x - x0, y1 - y) for x, y in orient(piece, -1.0).exterior.coords[:-1])
    form = SHEET if abs(piece.area - (x1 - x0) * (y1 - y0)) < 1.0 else Outlined(ring)
    sizes = (Size.of(x1 - x0, "between its sides"), Size.of(y1 - y0, "from its back to its face"), Size.of(finish.thickness, "board"))
    making.out.add(tag, Stuff(finish, what), sizes, Lay("+x", "-y", (x0, y1, z)), form=form)


def kept_clear(boxing: Boxing, hidden: Sequence[Ring]) -> list[Polygon]:
    """What a boxing leaves free for what it hides, seen from above."""
    return [Polygon(ring).buffer(boxing.clear, join_style="mitre") for ring in hidden]


def add_on_skin(making: Making, bow: Bow) -> None:
    """The slats that stand on a bent skin, at right angles to it.

    Raises:
        BuildError: something else fills it.
    """
    root, inner = making.solved.scheme.root, making.solved.inner
    if root.parts or root.outline is not None or root.proud or not isinstance(root.fill, Plain | Slats):
        raise BuildError("A boxing that bows out is one region: plain, or with upright slats.")
    if isinstance(root.fill, Plain):
        return
    if root.fill.way != "upright":
        raise BuildError("Slats on a boxing that bows out stand upright.")
    _add_slats(making, bow, root.fill, inner)


def _add_slats(making: Making, bow: Bow, fill: Slats, inner: Area) -> None:
    root = making.solved.scheme.root
    outmost = _outmost(bow, fill, inner)
    try:
        count, gap = slats(2 * outmost * bow.radius + fill.width, fill.width, fill.gap)
    except DivideError as problem:
        raise BuildError(problem.text) from None
    finish = making.finish(root.finish or making.solved.scheme.finish, thick_of(fill), all_round=True)
    lengths = pieces_within(inner.z, inner.top, [], making.catalog.boards[finish.board].sheet[0])
    for i in range(count):
        angle = i * (fill.width + gap) / bow.radius - outmost if count > 1 else 0.0
        for low, high in lengths:
            sizes, frame = sizes_of(fill, Size.of(high - low, "height")), _upright_on(bow, angle, fill, low)
            making.out.add(tag_of(fill), Stuff(finish, "front"), sizes, frame)


def _outmost(bow: Bow, fill: Slats, inner: Area) -> float:
    """From the middle to the middle of the last slat, which stands on the skin and leans out no farther than the boxing is wide.

    Raises:
        BuildError: not even one fits.
    """
    on_skin, within = (bow.radius, (bow.right - bow.left) / 2), (bow.radius + fill.deep, inner.width / 2)
    half = fill.width / 2
    angles = [asin(min(reach / hypot(r, half), 1.0)) - atan2(half, r) for r, reach in (on_skin, within)]
    if min(angles) < 0:
        raise BuildError(f"No slat of {mm(fill.width)} stands on a face that bows out so far.")
    return min(angles)


def _upright_on(bow: Bow, angle: float, fill: Slats, low: float) -> Frame:
    """The frame of a slat: along it, away from the skin, and along that; of one that lies flat back along the skin, and away from it."""
    x, y = bow.at(angle, bow.radius)
    (x1, y1) = bow.at(angle, bow.radius + 1.0)
    out = Vec(x1 - x, y1 - y, 0.0)
    along = Vec(0.0 - out.y, out.x, 0.0)
    half, ways = 0.0 - fill.width / 2, (out, along)
    if lies_flat(fill):
        half, ways = fill.width / 2, (Vec(0.0 - along.x, 0.0 - along.y, 0.0), out)
    return Frame(Vec(x + along.x * half, y + along.y * half, low), Vec(0.0, 0.0, 1.0), *ways)
