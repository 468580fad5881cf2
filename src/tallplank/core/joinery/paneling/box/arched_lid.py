"""The lid of a boxing that is arched: bent boards between its sides, over ribs that are cut to its curve.

Source: plain geometry; see `Bow`, which is seen here from the front: its y is 0 at the floor and less above it.
"""

from collections.abc import Iterator, Sequence
from itertools import pairwise
from math import asin
from typing import NamedTuple

from shapely import Polygon, box, union_all
from shapely.geometry.polygon import orient

from tallplank.core.catalog.finish import Finish
from tallplank.core.error import mm
from tallplank.core.job.scheme import Boxing
from tallplank.core.joinery.paneling.board import SAME, Making, pieces_within, shapes_of
from tallplank.core.joinery.paneling.box.bowed import bent_finish, cuts_of, run_radius
from tallplank.core.joinery.part.form.bent import Bent
from tallplank.core.joinery.part.form.outlined import Outlined
from tallplank.core.joinery.part.part import BuildError, Tag
from tallplank.core.joinery.part.role import PartRole
from tallplank.core.joinery.setout.collector import BACKWARD, Lay, Stuff
from tallplank.core.measure.size import Size
from tallplank.core.space.bow import Bow
from tallplank.core.space.frame import DOWN, RIGHT, Frame, Vec
from tallplank.core.space.outline import Ring, bounds

LID: PartRole = "boxing lid"
RIB: PartRole = "boxing rib"
LEAST = 20.0
"""What there is at least between the two ribs, and below them."""


class Clearance(NamedTuple):
    """What is kept free in a boxing: from where to where along the wall, and how far before it."""

    left: float
    right: float
    deep: float


def kept_free(boxing: Boxing, arch: Bow, hides: Sequence[tuple[Ring, float]]) -> list[Clearance]:
    """What goes on above an arched lid, of what a boxing hides with its top."""
    found = []
    for ring, top in hides:
        (x0, y0), (x1, _) = bounds(ring)
        if top > min(arch.room_at(x0), arch.room_at(x1)):
            found.append(Clearance(x0 - boxing.clear, x1 + boxing.clear, boxing.clear - y0))
    return found


def add_lid(making: Making, arch: Bow, deep: float, kept: Sequence[Clearance]) -> None:
    """Bent boards from the wall to so far before it, beside what goes on above them."""
    finish = bent_finish(making, arch.thick)
    sheet, radius = making.catalog.boards[finish.board].sheet, run_radius(making.catalog, finish, arch)
    for near, far in pairwise(sorted({0.0, deep, *(one.deep for one in kept if SAME < one.deep < deep - SAME)})):
        for start, stop in _left_over(arch, [one for one in kept if one.deep > near + SAME]):
            for a, b in pieces_within(start * radius, stop * radius, [], sheet[1]):
                for low, high in pieces_within(near, far, [], sheet[0]):
                    _add_piece(making, arch, finish, (a / radius, b / radius), (low, high), b - a)


def _left_over(arch: Bow, beside: Sequence[Clearance]) -> Iterator[tuple[float, float]]:
    """The parts of the arch, in radians from its middle, that leave what is kept free."""
    at = -arch.half
    for one in sorted(beside):
        stop = min(_angle(arch, one.left, radius) for radius in (arch.inner, arch.radius))
        if stop - at > SAME:
            yield at, stop
        at = max(at, *(_angle(arch, one.right, radius) for radius in (arch.inner, arch.radius)))
    if arch.half - at > SAME:
        yield at, arch.half


def _angle(arch: Bow, x: float, radius: float) -> float:
    away = (x - (arch.left + arch.right) / 2) / radius
    return min(max(asin(max(min(away, 1.0), -1.0)), -arch.half), arch.half)


def _add_piece(making: Making, arch: Bow, finish: Finish, turn: tuple[float, float], reach: tuple[float, float], run: float) -> None:
    """A bent board from one distance before the wall to another; its outline is seen from the front."""
    shape, long = arch.skin(*turn), reach[1] - reach[0]
    x0, y0 = bounds(shape)[0]
    body = Frame(Vec(x0, 0.0 - reach[1], 0.0 - y0), RIGHT, DOWN, BACKWARD)
    form = Bent(body, tuple((x - x0, y - y0) for x, y in shape), long)
    cuts = cuts_of(making.catalog, finish, arch, turn[1] - turn[0], long)
    along = "along the arc in the middle of the web" if cuts else "along the arc in the middle of its thickness"
    sizes = (Size.of(long, "from the wall to its face"), Size.of(run, along), Size.of(finish.thickness, "board"))
    lay = Lay("+y", "-x", (shape[0][0] + run, 0.0 - reach[1], 0.0 - y0))
    making.out.add(Tag(LID), Stuff(finish, "front"), sizes, lay, form=form, pockets=cuts)


def add_arch_ribs(making: Making, boxing: Boxing, arch: Bow, deep: float, finish: Finish, kept: Sequence[Clearance]) -> float:
    """A board at the wall and one behind the face, their upper edges under the lid; how high up from the floor they begin.

    Raises:
        BuildError: there is no room for them.
    """
    low, thick = arch.end - boxing.batten, finish.thickness
    if low < making.solved.whole.z + thick + LEAST:
        raise BuildError(f"The arch begins {mm(arch.deep)} high; there is no room under it for its ribs.")
    if deep < 2 * thick + LEAST:
        raise BuildError(f"An arched boxing is deeper than {mm(2 * thick + LEAST + making.solved.scheme.backing)}: two ribs carry its lid.")
    under = Polygon([(x, 0.0 - y) for x, y in arch.space()]).intersection(box(arch.left, low, arch.right, arch.deep + arch.rise))
    longest = making.catalog.boards[finish.board].sheet[0]
    for side, before in (("back", 0.0), ("front", deep - thick)):
        gone = [box(one.left, low, one.right, arch.deep + arch.rise) for one in kept if one.deep > before]
        shape = under.difference(union_all(gone)) if gone else under
        for a, b in pieces_within(arch.left, arch.right, [], longest):
            for piece in shapes_of(shape.intersection(box(a, low, b, arch.deep + arch.rise))):
                _add_rib(making, side, piece, finish, before)
    return low


def _add_rib(making: Making, side: str, piece: Polygon, finish: Finish, before: float) -> None:
    x0, z0, x1, z1 = piece.bounds
    ring = tuple((x - x0, z - z0) for x, z in orient(piece, 1.0).exterior.coords[:-1])
    sizes = (Size.of(x1 - x0, "between its sides"), Size.of(z1 - z0, "batten width and the arch"), Size.of(finish.thickness, "board"))
    lay = Lay("+x", "+z", (x0, 0.0 - before, z0))
    making.out.add(Tag(RIB, side), Stuff(finish, "carcass"), sizes, lay, form=Outlined(ring))
