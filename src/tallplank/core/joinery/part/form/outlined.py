"""A flat board of any outline."""

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass, replace
from math import dist

from tallplank.core.joinery.part.form.plain import FormMark, PlainForm
from tallplank.core.joinery.part.form.sheet import flat_grain, prism_lines, seen_along
from tallplank.core.joinery.part.hole import Pocket, ShapedEdge
from tallplank.core.space.frame import Floats, Frame, Vec
from tallplank.core.space.layered import Size3, Surface, layered_surface, layered_volume, layers
from tallplank.core.space.outline import Point, Ring, bounds, edges, holds

TOUCH = 1e-3
"""Millimetres within which a corner lies on an edge."""
AT_END = 1.0
"""What is so near to an end, in millimetres, lies at it."""
MOST_CORNERS = 8
"""An outline with more corners than this is a curve; its corners are no edges."""


@dataclass(frozen=True, slots=True)
class Outlined(PlainForm):
    """The true shape in x and y, counter-clockwise; length and width of the part are its extent."""

    outline: Ring
    banded: tuple[ShapedEdge, ...] = ()
    """The pieces of the outline that are banded."""
    is_square = False
    may_cross = True
    takes_bevels = True

    def ring(self, size: Size3) -> Ring:
        """See `PlainForm`."""
        return self.outline

    def marks(self, size: Size3) -> Iterator[FormMark]:
        """See `PlainForm`: its corners, which run through from its back to its face."""
        yield from (FormMark(x, y, size[2] / 2) for x, y in self.outline)

    def covers(self, size: Size3, x: float, y: float) -> bool:
        """See `PlainForm`."""
        return holds(self.outline, (x, y))

    def volume(self, size: Size3, pockets: Sequence[Pocket]) -> float:
        """See `Seen`."""
        return layered_volume(layers(self.outline, size[2], pockets))

    def surface(self, size: Size3, pockets: Sequence[Pocket]) -> Surface:
        """See `Seen`."""
        return layered_surface(layers(self.outline, size[2], pockets))

    def grain(self, corners: Floats, normals: Floats) -> Floats:
        """See `Seen`."""
        return flat_grain(corners, normals)

    def lines(self, size: Size3, tongue: float) -> Floats:
        """See `Seen`; upright edges only where the outline is no curve."""
        return prism_lines(self.outline, size[2], self.outline if len(self.outline) <= MOST_CORNERS else ())

    def box(self, frame: Frame, size: Size3) -> tuple[Vec, Vec]:
        """See `Seen`."""
        if frame.is_square:  # each coordinate follows one of its own: two opposite corners say it all
            low, high = bounds(self.outline)
            points = [frame.out((*low, 0.0)), frame.out((*high, size[2]))]
        else:
            points = [frame.out((x, y, z)) for x, y in self.outline for z in (0.0, size[2])]
        return Vec(*map(min, zip(*points, strict=True))), Vec(*map(max, zip(*points, strict=True)))

    def above(self, frame: Frame, size: Size3) -> Ring:
        """See `Seen`."""
        return seen_along(self.outline, frame, size[2], 0, 1)

    def front(self, frame: Frame, size: Size3) -> Ring:
        """See `Seen`."""
        return tuple((p.x, p.z) for p in (frame.out((*corner, 0.0)) for corner in self.outline))

    def straight(self, frame: Frame, size: Size3, axis: int, at: float, along: int) -> tuple[float, float]:
        """See `PlainForm`; nothing where it has no edge in that plane."""
        points = (frame.out((*corner, 0.0)) for corner in self.outline)
        places = [p[along] for p in points if abs(p[axis] - at) < TOUCH]
        return (min(places), max(places)) if places else (0.0, 0.0)

    def grown(self, index: int, edge: float, tab: tuple[Vec, Vec], shift: float) -> "Outlined":
        """See `PlainForm`: it grows only by a tab, of which two opposite corners are given, on its edge at x (or y) = `edge`."""
        base, out = sorted((tab[0][index], tab[1][index]), key=lambda c: abs(c - edge))
        sides = sorted((tab[0][1 - index], tab[1][1 - index]))
        points: list[tuple[float, float]] = []
        for a, b in edges(self.outline):
            points.append(a)
            start, stop = sorted((a[1 - index], b[1 - index]))
            holds_it = start - TOUCH < sides[0] and sides[1] < stop + TOUCH
            if holds_it and abs(a[index] - edge) < TOUCH and abs(b[index] - edge) < TOUCH:
                first, last = sides if a[1 - index] < b[1 - index] else reversed(sides)
                corners = ((base, first), (out, first), (out, last), (base, last))
                points += [c if index == 0 else (c[1], c[0]) for c in corners]
        by = (shift, 0.0) if index == 0 else (0.0, shift)
        moved = tuple((x + by[0], y + by[1]) for x, y in points)
        clean = tuple(p for p, q in edges(moved) if abs(p[0] - q[0]) + abs(p[1] - q[1]) > TOUCH)
        return Outlined(clean, tuple(e.shifted(*by) for e in self.banded))

    def tabbed(self, tab: Ring) -> tuple["Outlined", Point, Point]:
        """See `PlainForm`."""
        points: list[tuple[float, float]] = []
        for a, b in edges(self.outline):
            points.append(a)
            if all(_is_between(corner, a, b) for corner in (tab[0], tab[3])):
                points += tab if dist(a, tab[0]) < dist(a, tab[3]) else tab[::-1]
        x, y = (-min(values) for values in zip(*points, strict=True))
        moved = [(u + x, v + y) for u, v in points]
        clean = tuple(p for p, q in edges(moved) if dist(p, q) > TOUCH)
        grown = tuple(new - old for new, old in zip(_extent(clean), _extent(self.outline), strict=True))
        return Outlined(clean, tuple(edge.shifted(x, y) for edge in self.banded)), (x, y), (grown[0], grown[1])

    def lengthened(self, length: float, left: float, right: float) -> "Outlined":
        """See `PlainForm`: what lies at its ends goes on with them."""

        def at(point: Point) -> Point:
            x, y = point
            return (x if x <= AT_END else x + left + (right if x >= length - AT_END else 0.0), y)

        return self._with_points(at)

    def _with_points(self, at: Callable[[Point], Point]) -> "Outlined":
        """The same with its points elsewhere."""
        bands = tuple(ShapedEdge(band.band, tuple(map(at, band.points))) for band in self.banded)
        return replace(self, outline=tuple(map(at, self.outline)), banded=bands)

    def grows_where(self, met: tuple[float, float], whole: tuple[float, float]) -> tuple[float, float]:
        """See `PlainForm`: only as far as it meets its partner."""
        return met

    def rebanded(self, band: str) -> "Outlined":
        """See `PlainForm`."""
        return replace(self, banded=tuple(replace(edge, band=band) for edge in self.banded))


def _extent(outline: Ring) -> Point:
    """How long and how wide an outline is."""
    xs, ys = zip(*outline, strict=True)
    return max(xs) - min(xs), max(ys) - min(ys)


def _is_between(point: tuple[float, float], a: tuple[float, float], b: tuple[float, float]) -> bool:
    """Whether a point lies on an edge from a to b."""
    return dist(a, point) + dist(point, b) - dist(a, b) < TOUCH / 10
