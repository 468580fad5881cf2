"""Boxings: a face before the wall over upright battens between plates, boards at its sides, and a lid where it ends below the ceiling.

Source: common practice: battens on edge behind the face at both ends and no farther apart than the studs of a wall.
"""

from collections.abc import Iterator, Sequence
from itertools import product
from math import ceil
from typing import NamedTuple

from shapely import Polygon, box

from tallplank.core.error import mm
from tallplank.core.job.scheme import Boxing
from tallplank.core.joinery.paneling.area import Area
from tallplank.core.joinery.paneling.board import Making, pieces_within
from tallplank.core.joinery.paneling.box.arched_lid import RIB, add_arch_ribs, add_lid, kept_free
from tallplank.core.joinery.paneling.box.bowed import add_level, add_ribs, bow_of, kept_clear
from tallplank.core.joinery.part.part import BuildError, Tag
from tallplank.core.joinery.part.role import PartRole
from tallplank.core.joinery.rule.choice import chosen_finish
from tallplank.core.joinery.setout.collector import Lay, Stuff
from tallplank.core.measure.size import Size
from tallplank.core.space.bow import Bow
from tallplank.core.space.outline import Ring

INSIDE: tuple[PartRole, ...] = ("boxing plate", "boxing batten", RIB)
"""The parts of a boxing that are not seen."""
LEAST = 20.0
"""Between boards that are nearer there is no room for a batten."""


class Hull(NamedTuple):
    """What a boxing encloses: along the wall, upwards, and from the wall to the back of its face."""

    left: float
    right: float
    low: float
    high: float
    deep: float


def add_boxing(
    making: Making, boxing: Boxing, sides: tuple[bool, bool], hides: Sequence[tuple[Ring, float]], niches: Sequence[Ring]
) -> list[float]:
    """The frame, the boards at those `sides` that are free, and the lid; it `hides` what has these outlines, seen from its face, and tops.

    Its battens stand beside `niches` too, given as they are seen from above. Returns their middles, where its face may have seams.

    Raises:
        BuildError: it is too narrow or too low for its boards, or it does not bend so far.
    """
    scheme, whole, inner = making.solved.scheme, making.solved.whole, making.solved.inner
    side = scheme.side
    hull = Hull(inner.x + side * sides[0], inner.right - side * sides[1], whole.z, whole.top, boxing.deep - scheme.backing)
    thick = chosen_finish(making.catalog, making.standard, None, "carcass").thickness
    if hull.right - hull.left < 2 * thick + LEAST or hull.high - hull.low < 2 * thick + side + LEAST:
        raise BuildError(f"A boxing is wider and higher than {mm(2 * thick + 2 * side + LEAST)}: its battens stand in it.")
    bow = bow_of(scheme, inner, sides) if boxing.bow else None
    around = [ring for ring, _ in hides]
    frame = hull if bow is None else hull._replace(deep=bow.end)
    places = batten_places(frame, boxing, thick, min(boxing.batten, frame.deep), [*around, *niches])
    seams = [x + thick / 2 for x in places]
    arch = making.solved.arch
    if arch is not None:
        _add_arched(making, boxing, hull, arch, sides, hides, places)
        return seams
    _add_sides(making, whole, hull if bow is None else hull._replace(deep=boxing.deep), sides)
    if scheme.high is not None:
        _add_lid(making, boxing, hull, bow, [ring for ring, top in hides if top > hull.high - side], seams)
        frame = frame._replace(high=frame.high - side)
    _add_plates(making, boxing, frame, bow, around, seams)
    _add_battens(making, boxing, frame, bow, places)
    return seams


def _add_arched(
    making: Making,
    boxing: Boxing,
    hull: Hull,
    arch: Bow,
    sides: tuple[bool, bool],
    hides: Sequence[tuple[Ring, float]],
    places: Sequence[float],
) -> None:
    """The same under an arch: sides up to where it begins, and ribs under the lid in the place of the upper plates."""
    finish, kept = chosen_finish(making.catalog, making.standard, None, "carcass"), kept_free(boxing, arch, hides)
    _add_sides(making, making.solved.whole, hull._replace(high=arch.deep), sides)
    add_lid(making, arch, hull.deep, kept)
    low = add_arch_ribs(making, boxing, arch, hull.deep, finish, kept)
    below = hull._replace(high=low + finish.thickness)
    seams = [x + finish.thickness / 2 for x in places]
    _add_plates(making, boxing, below, None, [ring for ring, _ in hides], seams, only_lower=True)
    _add_battens(making, boxing, below, None, places)


def _add_sides(making: Making, whole: Area, hull: Hull, sides: tuple[bool, bool]) -> None:
    scheme = making.solved.scheme
    finish = making.finish(scheme.finish, scheme.side)
    deep, board = Size.of(hull.deep, "from the wall to its face"), Size.of(finish.thickness, "board")
    ends = ((sides[0], "left", whole.x), (sides[1], "right", whole.right - finish.thickness))
    heights = pieces_within(hull.low, hull.high, [], making.catalog.boards[finish.board].sheet[0])
    for (is_free, name, x), (low, high) in product(ends, heights):
        if is_free:
            sizes = (Size.of(high - low, "height"), deep, board)
            making.out.add(Tag("boxing side", name), Stuff(finish, "front"), sizes, Lay("+z", "-y", (x, 0.0, low)))


def _add_lid(making: Making, boxing: Boxing, hull: Hull, bow: Bow | None, hidden: Sequence[Ring], seams: Sequence[float]) -> None:
    """A board from the wall to the face, cut out round what goes on above it."""
    scheme = making.solved.scheme
    finish = making.finish(scheme.finish, scheme.side)
    shape = box(hull.left, -hull.deep, hull.right, 0.0) if bow is None else Polygon(bow.space())
    add_level(making, Tag("boxing lid"), shape, hull.high, finish, kept_clear(boxing, hidden), seams)


def _add_plates(
    making: Making,
    boxing: Boxing,
    hull: Hull,
    bow: Bow | None,
    hidden: Sequence[Ring],
    seams: Sequence[float],
    *,
    only_lower: bool = False,
) -> None:
    """Boards that lie above and below the battens, behind the face."""
    finish = chosen_finish(making.catalog, making.standard, None, "carcass")
    levels = (("lower", hull.low + finish.thickness), ("upper", hull.high))[: 1 if only_lower else 2]
    if bow is not None:
        add_ribs(making, boxing, bow, levels, finish, hidden, seams)
        return
    wide = min(boxing.batten, hull.deep)
    width, board = Size.of(wide, "width of battens"), Size.of(finish.thickness, "board")
    longest = making.catalog.boards[finish.board].sheet[0]
    for (name, z), (start, stop) in product(levels, _plates(hull, boxing, wide, hidden)):
        for a, b in pieces_within(start, stop, seams, longest):
            size = Size.of(b - a, "between its sides" if (a, b) == (hull.left, hull.right) else "up to a batten or to what it hides")
            lay = Lay("+x", "-y", (a, wide - hull.deep, z))
            making.out.add(Tag("boxing plate", name), Stuff(finish, "carcass"), (size, width, board), lay)


def _add_battens(making: Making, boxing: Boxing, hull: Hull, bow: Bow | None, places: Sequence[float]) -> None:
    """Upright boards between the plates, behind the face."""
    finish = chosen_finish(making.catalog, making.standard, None, "carcass")
    thick, wide = finish.thickness, min(boxing.batten, hull.deep)
    width, board = Size.of(wide, "width of battens"), Size.of(thick, "board")
    heights = pieces_within(hull.low + thick, hull.high - thick, [], making.catalog.boards[finish.board].sheet[0])
    for x, (low, high) in product(places, heights):
        room = hull.deep if bow is None else min(bow.room_at(x), bow.room_at(x + thick))
        sizes = (Size.of(high - low, "between the plates"), width, board)
        making.out.add(Tag("boxing batten"), Stuff(finish, "carcass"), sizes, Lay("+z", "-y", (x, wide - room, low)))


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
