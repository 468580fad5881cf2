"""Moldings round a panel, mitred at its corners; along arcs they are cut from a board and shaped."""

from math import hypot

from tallplank.core.catalog.finish import Finish
from tallplank.core.catalog.hardware import Molding
from tallplank.core.joinery.paneling.board import Making, add_boards
from tallplank.core.joinery.paneling.shape import beside_in, between
from tallplank.core.joinery.part.form.plain import EndCut
from tallplank.core.joinery.part.form.swept import Swept
from tallplank.core.joinery.part.part import Tag
from tallplank.core.joinery.setout.collector import Stuff
from tallplank.core.measure.memo import Same
from tallplank.core.measure.size import Size
from tallplank.core.measure.source import Decided
from tallplank.core.space.curve import Straight
from tallplank.core.space.frame import Frame, Vec
from tallplank.core.space.offset import Piece
from tallplank.core.space.outline import Ring

OUT = Vec(0.0, -1.0, 0.0)
DIGITS = 9
"""Of the slope of a mitre: those of one angle are one and the same."""
SIDES = ["left", "lower", "right", "upper"]


def add_frame_of(making: Making, outer: Ring, molding: Molding, finish: Finish, back: float, where: str) -> None:
    """A molding along the inner side of an outline, its back at the y `back`; each piece from long point to long point.

    Raises:
        BuildError: there is no room for it.
    """
    pairs = beside_in(outer, molding.rise, where)
    sides = [_side(out) for out, _ in pairs]
    if sorted(sides) != SIDES:
        sides = [str(number) for number in range(1, len(pairs) + 1)]
    for side, (out, into) in zip(sides, pairs, strict=True):
        tag = Tag("panel mold", side)
        if isinstance(out, Straight) and isinstance(into, Straight):
            add_straight(making, tag, out, into, molding, finish, back)
        else:
            blank = finish.but(thickness=molding.reach)
            add_boards(making, Tag("curved panel mold", tag.side), between(out, into), blank, back, upright=False)


def _side(piece: Piece) -> str:
    """Which side of what goes round counter-clockwise a piece is."""
    x, z = piece.end[0] - piece.start[0], piece.end[1] - piece.start[1]
    if abs(x) >= abs(z):
        return "lower" if x > 0 else "upper"
    return "right" if z > 0 else "left"


def _profile(molding: Molding) -> tuple[Size, Size]:
    """How wide and how thick it is."""
    why = Decided("hardware", molding.role)
    return Size.of(molding.rise, "profile", why), Size.of(molding.reach, "profile", why)


def _mitred(molding: Molding, start: float, end: float) -> Swept:
    return Swept(molding.outline, EndCut(y=start), EndCut(y=end), molding.id)


def add_straight(making: Making, tag: Tag, out: Straight, into: Straight, molding: Molding, finish: Finish, back: float) -> None:
    """A straight piece between its outer and its inner edge: at a corner that goes inward the inner edge is the longer one."""
    (x0, z0), (x1, z1) = out.start, out.end
    long = hypot(x1 - x0, z1 - z0)
    way = Vec((x1 - x0) / long, 0.0, (z1 - z0) / long)
    first = (into.start[0] - x0) * way.x + (into.start[1] - z0) * way.z
    last = (x1 - into.end[0]) * way.x + (z1 - into.end[1]) * way.z
    before, after = max(0.0, -first), max(0.0, -last)
    frame = Frame(Vec(x0 - before * way.x, back, z0 - before * way.z), way, Vec(0.0 - way.z, 0.0, way.x), OUT)
    sizes = (Size.of(before + long + after, "from long point to long point"), *molding.carried("profile", lambda: _profile(molding)))
    slopes = (round(-first / molding.rise, DIGITS), round(-last / molding.rise, DIGITS))
    form = making.keep.table("molds").get((Same(molding), slopes), lambda: _mitred(molding, *slopes))
    making.out.add(tag, Stuff(finish, "front", "top"), sizes, frame, kind="molding", form=form)
