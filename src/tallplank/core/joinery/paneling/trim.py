"""The moldings of paneled walls: along the floor, along the upper edge and under the ceiling; they stand on the backing."""

from collections.abc import Iterator, Mapping, Sequence
from typing import NamedTuple

from tallplank.core.catalog.hardware import Molding
from tallplank.core.error import mm
from tallplank.core.job.filling import Panel, Plain
from tallplank.core.job.scheme import Trim
from tallplank.core.joinery.paneling.area import Area
from tallplank.core.joinery.paneling.board import NEAR, SAME, Making
from tallplank.core.joinery.paneling.corner.corner import Corners, Side, TrimRole
from tallplank.core.joinery.paneling.corner.molding import molding_ends, stands_for
from tallplank.core.joinery.paneling.solve import rise
from tallplank.core.joinery.part.part import BuildError, Tag
from tallplank.core.joinery.part.role import PartRole
from tallplank.core.joinery.run.trim.molding import Profiled, add_line
from tallplank.core.measure.size import Size
from tallplank.core.space.frame import Vec
from tallplank.core.space.outline import Point

ROLES: dict[TrimRole, PartRole] = {"base": "baseboard", "rail": "wall rail", "crown": "wall crown"}
OUTSIDE = 90.0
"""By how many degrees a molding turns at the sides of a boxing."""


def add_trims(making: Making, corners: Corners) -> None:
    """The moldings of a scheme, mitred into those of the next walls; round the sides of a boxing they return to the wall."""
    solved, scheme = making.solved, making.solved.scheme
    levels: dict[TrimRole, float] = {"base": solved.whole.z, "crown": making.face.height - rise(making.catalog, scheme.crown)}
    if scheme.high is not None:
        levels["rail"] = solved.whole.top - rise(making.catalog, scheme.rail)
    if scheme.box is not None and scheme.high is not None and scheme.crown is not None:
        raise BuildError("A boxing that ends below the ceiling has no crown.")
    for what, z in levels.items():
        molding = making.catalog.hardware.get(getattr(scheme, what) or "")
        if isinstance(molding, Molding):
            for span in _free_of_openings(making, z, molding.rise):
                _add_along(making, corners, what, molding, z, span, 0.0 - stands_for(scheme, what))
    for number, (trim, molding, z) in enumerate(trims_of(making), 1):
        for span in _free_of_openings(making, z, molding.rise):
            if solved.arch is not None and z + molding.rise > solved.arch.deep + NEAR:
                raise BuildError(f"Molding {number} would reach above {mm(solved.arch.deep)}, where the boxing is arched.")
            _add_along(making, corners, trim, molding, z, span, _before(making, corners, z, molding.rise), number)


def trims_of(making: Making) -> Iterator[tuple[Trim, Molding, float]]:
    """The moldings at heights of their own, with their lower edges; each may lie on or under one before it.

    Raises:
        BuildError: one would be above the ceiling or below the floor, or over another one.
    """
    solved, scheme = making.solved, making.solved.scheme
    marks = {**solved.marks, **_own_marks(making)}
    taken = list(_own_spans(making))
    for number, trim in enumerate(scheme.trims, 1):
        molding = making.catalog.hardware.get(trim.molding)
        if not isinstance(molding, Molding):
            continue
        at = marks.get(trim.pin or "", trim.z)
        z = at - molding.rise if trim.under else at
        top = z + molding.rise
        if z < 0.0 or top > making.face.height + NEAR:
            raise BuildError(f"Molding {number} would reach from {mm(z)} to {mm(top)}; the wall is {mm(making.face.height)} high.")
        over = next((words for words, low, high in taken if min(high, top) - max(low, z) > SAME), None)
        if over is not None:
            raise BuildError(f"Molding {number}, from {mm(z)} to {mm(top)}, would lie over {over}.")
        taken.append((f"molding {number}", z, top))
        marks[f"trim{number}.foot"], marks[f"trim{number}.head"] = z, top
        yield trim, molding, z


def _own_spans(making: Making) -> Iterator[tuple[str, float, float]]:
    """Which heights the baseboard, the rail and the crown take up."""
    inner, whole = making.solved.inner, making.solved.whole
    if inner.z > whole.z:
        yield "the baseboard", whole.z, inner.z
    if whole.top > inner.top:
        yield ("the rail" if making.solved.scheme.high is not None else "the crown"), inner.top, whole.top


def _own_marks(making: Making) -> Mapping[str, float]:
    """Where the scheme's own moldings end: the top of the baseboard, the foot of rail and crown."""
    inner, whole = making.solved.inner, making.solved.whole
    return {"base.head": inner.z, "rail.foot": inner.top, "rail.head": whole.top, "crown.foot": inner.top}


def _before(making: Making, corners: Corners, z: float, rise: float) -> float:
    """The y that a molding stands on: that of what is planted at its height, or of the backing."""
    solved, stands = making.solved, making.solved.scheme.stands
    bordered = [field.area for field in solved.fields if field.region.outline is not None or field.region.proud]
    planted = [*(strip.area for strip in solved.strips), *bordered]
    outs = [corners.depth(solved.scheme) for area in planted if _is_at(area, z, rise)]
    for field in solved.leaves:
        fill = field.region.fill
        if not isinstance(fill, Plain) and _is_at(field.area, z, rise):
            mold = making.catalog.hardware.get(fill.mold or "") if isinstance(fill, Panel) else None
            reach = mold.reach if isinstance(mold, Molding) else 0.0
            outs += [corners.depth(solved.scheme), stands + field.proud + (fill.raised if isinstance(fill, Panel) else 0.0) + reach]
    return 0.0 - max(outs, default=stands)


def _is_at(area: Area, z: float, rise: float) -> bool:
    return area.z < z + rise - NEAR and area.top > z + NEAR


def _add_along(
    making: Making,
    corners: Corners,
    what: TrimRole | Trim,
    molding: Molding,
    z: float,
    span: tuple[float, float],
    face: float,
    number: int = 0,
) -> None:
    (a, b), whole = span, making.solved.whole
    ends = molding_ends(corners, what, 0.0 - face, molding.reach, (z, z + molding.rise))
    first, last = a <= whole.x, b >= whole.right
    stretch = (a + ends[0].inset if first else a), (b - ends[1].inset if last else b)
    turns = (ends[0].turn if first else 0.0), (ends[1].turn if last else 0.0)
    if making.solved.scheme.box is not None:
        before = [0.0 - _beside(corners, making, z, molding.rise, x) for x in stretch]
        lines = list(_round_box(corners, (stretch, turns), (first, last), before, face))
    else:
        lines = list(_returned(making, corners, molding, (stretch, turns), face))
    finish = making.finish(making.solved.scheme.finish)
    for line, turn, side, way in lines:
        tag = Tag(ROLES[what] if isinstance(what, str) else "wall molding", side, number)
        length = _from_wall if side else _along_wall
        add_line(line, z, turn, Profiled(molding, finish, tag), making.out, length=length, way=way)


Two = tuple[float, float]


def _round_box(
    corners: Corners, along: tuple[Two, Two], at_ends: tuple[bool, bool], before: Sequence[float], face: float
) -> Iterator["_Line"]:
    """A molding before a boxing, with the pieces that go round its sides; `along` has where it runs and the turns at its ends."""
    (start, stop), (left, right) = along
    if at_ends[0] and not corners.is_in_corner("left"):
        left = OUTSIDE
        yield _Line(((start, before[0]), (start, face)), (0.0, OUTSIDE), "left")
    if at_ends[1] and not corners.is_in_corner("right"):
        right = OUTSIDE
        yield _Line(((stop, face), (stop, before[1])), (OUTSIDE, 0.0), "right")
    yield _Line(((start, face), (stop, face)), (left, right), "")


def _returned(making: Making, corners: Corners, molding: Molding, along: tuple[Two, Two], face: float) -> Iterator["_Line"]:
    """A molding along a wall, with the pieces that return its free ends to the wall where the scheme asks for these."""
    (start, stop), (left, right) = along
    if making.solved.scheme.stops == "returned" and stop - start > 2 * molding.reach:
        if _is_free(making, corners, "left", start):
            start, left = start + molding.reach, OUTSIDE
            yield _Line(((start, face), (start, face)), (0.0, OUTSIDE), "left", Vec(0.0, -1.0, 0.0))
        if _is_free(making, corners, "right", stop):
            stop, right = stop - molding.reach, OUTSIDE
            yield _Line(((stop, face), (stop, face)), (OUTSIDE, 0.0), "right", Vec(0.0, 1.0, 0.0))
    yield _Line(((start, face), (stop, face)), (left, right), "")


class _Line(NamedTuple):
    """A piece of a molding: its line, the turns at its ends, its side, and the way of one that has no length."""

    line: tuple[Point, Point]
    turns: tuple[float, float]
    side: str
    way: Vec | None = None


def _from_wall(a: float, b: float) -> Size:
    return Size.of(b - a, "from the wall")


def _along_wall(a: float, b: float) -> Size:
    return Size.of(b - a, "along the wall")


def _is_free(making: Making, corners: Corners, side: Side, x: float) -> bool:
    """Whether a molding ends in the open: at an opening without a casing, or where the paneling ends before a corner."""
    whole, scheme = making.solved.whole, making.solved.scheme
    if abs(x - (whole.x if side == "left" else whole.right)) < NEAR:
        return not corners.is_in_corner(side)
    edges = [edge for o in making.face.openings for edge in (o.x, o.x + o.width)]
    return scheme.casing is None and any(abs(x - edge) < NEAR for edge in edges)


def _beside(corners: Corners, making: Making, low: float, rise: float, x: float) -> float:
    """How far what lies on the wall beside a boxing, at some heights, stands before it: a molding begins in front of that."""
    found, face, own = [0.0], making.face, corners.scheme
    for scheme in corners.room.schemes:
        high = scheme.high if scheme.high is not None else face.height
        reaches = scheme.left < x + NEAR and face.length - scheme.right > x - NEAR
        if scheme.face == own.face and scheme.box is None and reaches and scheme.low < low + rise and high > low:
            molds = [making.catalog.hardware.get(key or "") for key in (scheme.base, scheme.rail, scheme.crown)]
            out = max((mold.reach for mold in molds if isinstance(mold, Molding)), default=0.0)
            found.append(max(corners.depth(scheme), scheme.stands + out))
    return max(found)


def _free_of_openings(making: Making, z: float, high: float) -> Iterator[tuple[float, float]]:
    """Where along the wall a molding at a height runs: up to doors, windows and what stands there, and on behind them."""
    whole = making.solved.whole
    spans = [(area.x, area.right) for area in making.covered if area.z < z + high and area.top > z]
    at = whole.x
    for low, stop in sorted(span for span in spans if span[0] < whole.right):
        if low - at > NEAR:
            yield at, low
        at = max(at, stop)
    if whole.right - at > NEAR:
        yield at, whole.right
