"""Boxings: a face before the wall over upright battens between plates, boards at its sides, and a lid where it ends below the ceiling.

Source: common practice: battens on edge behind the face at both ends and no farther apart than the studs of a wall.
"""

from collections.abc import Iterator, Sequence
from itertools import product
from math import ceil
from typing import NamedTuple

from shapely import Polygon, box, union_all

from tallplank.core.error import mm
from tallplank.core.job.scheme import Boxing
from tallplank.core.joinery.part.form.form import SHEET
from tallplank.core.joinery.part.form.outlined import Outlined
from tallplank.core.joinery.part.part import BuildError, Tag
from tallplank.core.joinery.rule.choice import chosen_finish
from tallplank.core.joinery.setout.collector import Lay
from tallplank.core.joinery.wall.area import Area
from tallplank.core.joinery.wall.board import Making, shapes_of
from tallplank.core.measure.size import Size
from tallplank.core.space.outline import Ring

LEAST = 20.0
"""Between boards that are nearer there is no room for a batten."""


class Hull(NamedTuple):
    """What a boxing encloses: along the wall, upwards, and from the wall to the back of its face."""

    left: float
    right: float
    low: float
    high: float
    deep: float


def add_boxing(making: Making, boxing: Boxing, sides: tuple[bool, bool], hides: Sequence[tuple[Ring, float]]) -> None:
    """The frame, the boards at those `sides` that are free, and the lid; it `hides` what has these outlines, seen from its face, and tops.

    Raises:
        BuildError: it is too narrow or too low for its boards.
    """
    scheme, whole = making.solved.scheme, making.solved.whole
    side = scheme.backing
    hull = Hull(whole.x + side * sides[0], whole.right - side * sides[1], whole.z, whole.top, boxing.deep - side)
    thick = chosen_finish(making.catalog, making.standard, None, "carcass").thickness
    if hull.right - hull.left < 2 * thick + LEAST or hull.high - hull.low < 2 * thick + side + LEAST:
        raise BuildError(f"A boxing is wider and higher than {mm(2 * thick + 2 * side + LEAST)}: its battens stand in it.")
    _add_sides(making, whole, hull, sides)
    if scheme.high is not None:
        _add_lid(making, boxing, hull, [ring for ring, top in hides if top > hull.high - side])
        hull = hull._replace(high=hull.high - side)
    _add_frame(making, boxing, hull, thick, [ring for ring, _ in hides])


def _add_sides(making: Making, whole: Area, hull: Hull, sides: tuple[bool, bool]) -> None:
    scheme = making.solved.scheme
    finish = making.finish(scheme.finish, scheme.backing)
    sizes = (
        Size.of(hull.high - hull.low, "height"),
        Size.of(hull.deep, "from the wall to its face"),
        Size.of(finish.thickness, "board"),
    )
    for is_free, name, x in ((sides[0], "left", whole.x), (sides[1], "right", whole.right - finish.thickness)):
        if is_free:
            making.out.add(Tag("boxing side", name), "front", "front", finish, sizes, Lay("+z", "-y", (x, 0.0, hull.low)))


def _add_lid(making: Making, boxing: Boxing, hull: Hull, hidden: Sequence[Ring]) -> None:
    """A board from the wall to the face, cut out round what goes on above it."""
    scheme = making.solved.scheme
    finish = making.finish(scheme.finish, scheme.backing)
    shape = box(hull.left, -hull.deep, hull.right, 0.0)
    around = [Polygon(ring).buffer(boxing.clear, join_style="mitre") for ring in hidden]
    for piece in shapes_of(shape.difference(union_all(around))):
        x0, y0, x1, y1 = piece.bounds
        ring = tuple((x - x0, y1 - y) for x, y in reversed(piece.exterior.coords[:-1]))
        form = SHEET if abs(piece.area - (x1 - x0) * (y1 - y0)) < 1.0 else Outlined(ring)
        sizes = (Size.of(x1 - x0, "between its sides"), Size.of(y1 - y0, "from the wall to its face"), Size.of(finish.thickness, "board"))
        making.out.add(Tag("boxing lid"), "front", "front", finish, sizes, Lay("+x", "-y", (x0, y1, hull.high)), form=form)


def _add_frame(making: Making, boxing: Boxing, hull: Hull, thick: float, hidden: Sequence[Ring]) -> None:
    """Plates above and below, and upright battens between them, behind the face."""
    finish = chosen_finish(making.catalog, making.standard, None, "carcass")
    wide = min(boxing.batten, hull.deep)
    width, board = Size.of(wide, "width of battens"), Size.of(thick, "board")
    back = wide - hull.deep
    for (name, z), (a, b) in product((("lower", hull.low + thick), ("upper", hull.high)), _plates(hull, boxing, wide, hidden)):
        size = Size.of(b - a, "between its sides" if (a, b) == (hull.left, hull.right) else "up to what it hides")
        making.out.add(Tag("boxing plate", name), "carcass", "carcass", finish, (size, width, board), Lay("+x", "-y", (a, back, z)))
    high = Size.of(hull.high - hull.low - 2 * thick, "between the plates")
    for x in batten_places(hull, boxing, thick, wide, hidden):
        making.out.add(
            Tag("boxing batten"), "carcass", "carcass", finish, (high, width, board), Lay("+z", "-y", (x, back, hull.low + thick))
        )


def batten_places(hull: Hull, boxing: Boxing, thick: float, wide: float, hidden: Sequence[Ring]) -> list[float]:
    """The left edges of upright battens: at both ends, evenly between, and beside what reaches in among them."""
    last = hull.right - thick
    spaces = ceil((last - hull.left) / boxing.pitch)
    even = [hull.left + i * (last - hull.left) / spaces for i in range(spaces + 1)]
    taken = [(start - thick, stop) for start, stop in _taken(hull, boxing, wide, hidden)]
    found: list[float] = []
    for x in even:
        blocked = next((span for span in taken if span[0] < x < span[1]), None)
        if blocked is None:
            found.append(x)
        else:
            found += [edge for edge in blocked if hull.left <= edge <= last]
    apart = sorted(set(found))
    return [x for i, x in enumerate(apart) if i == 0 or x - apart[i - 1] >= thick]


def _plates(hull: Hull, boxing: Boxing, wide: float, hidden: Sequence[Ring]) -> Iterator[tuple[float, float]]:
    """From where to where plates run: up to what reaches in among the battens, and on beyond it."""
    at = hull.left
    for start, stop in sorted(_taken(hull, boxing, wide, hidden)):
        if start - at > LEAST:
            yield at, start
        at = max(at, stop)
    if hull.right - at > LEAST:
        yield at, hull.right


def _taken(hull: Hull, boxing: Boxing, wide: float, hidden: Sequence[Ring]) -> Iterator[tuple[float, float]]:
    """Where along the wall what is hidden reaches in among the battens."""
    for ring in hidden:
        xs, ys = zip(*ring, strict=True)
        if 0.0 - min(ys) + boxing.clear > hull.deep - wide:
            yield min(xs) - boxing.clear, max(xs) + boxing.clear
