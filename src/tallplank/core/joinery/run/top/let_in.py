"""Sinks and hobs that are let into worktops, and taps: what is cut out for them, and where seams must not be.

Source: common practice: in the middle of their unit and of the top's depth or behind a face frame, so far from its edges as their
makers ask; seams keep clear of what is cut out; a tap stands behind the bowl, in the middle of what is left there.
"""

from collections.abc import Iterator, Sequence
from functools import lru_cache
from math import acos, ceil, cos, pi, sin
from typing import NamedTuple

from tallplank.core.catalog.catalog import Catalog
from tallplank.core.catalog.hardware import Fixture, Tap
from tallplank.core.error import mm
from tallplank.core.joinery.part.hole import Pocket
from tallplank.core.joinery.part.part import BuildError, Part
from tallplank.core.joinery.rule.corner import CORNER_PLANS
from tallplank.core.joinery.rule.place import Placed, middle_of_opening
from tallplank.core.joinery.run.stretch import Stretch
from tallplank.core.joinery.run.top.seen import APRON, BRIDGE, HERE, is_square, pieces_of_item, seen_in, tap_pieces
from tallplank.core.joinery.setout.collector import Collector
from tallplank.core.measure.size import Size
from tallplank.core.measure.source import Decided
from tallplank.core.space.frame import Frame, Vec
from tallplank.core.space.outline import Point, Ring

SEAM_CLEAR = 100.0
"""How far a seam stays from what is cut out."""
FLAT = 0.05
"""How far the straight pieces of a rounded corner lie within it at most."""
BESIDE = 1.0
"""What is free beside a sink that stands before the worktop's edge."""
GROOVES, GROOVE_PITCH, GROOVE_WIDE, GROOVE_DEEP, GROOVE_FROM = 5, 36.0, 10.0, 4.0, 30.0
"""Of a drainer: how many, how far apart, how wide and deep, and how far from the bowl they begin. Common practice, no source."""


class LetIn(NamedTuple):
    """A sink or a hob and the middle of its opening, in the frame of its own face; `there` is that frame in the worktop's."""

    item: Fixture
    unit: Placed
    middle: Point
    depth: float
    there: Frame
    tap: Tap | None = None

    @property
    def rings(self) -> tuple[Ring, ...]:
        """The openings with their rounded corners, in the frame of the worktop; two of them for two bowls under the top."""
        (x, y), (wide, deep) = self.middle, self.item.cut
        if self.item.mount == "front":
            front, half = -self.depth, max(self.item.size[0], wide) / 2 + BESIDE
            corners = _rounded((x, (y + deep / 2 + front) / 2), (wide, y + deep / 2 - front), self.item.radius, front_square=True)
            step = front + APRON + BESIDE
            around = ((x + half, front), (x + half, step), (x + wide / 2, step), *corners[1:-1], (x - wide / 2, step))
            return (self.there.flat_out((*around, (x - half, step), (x - half, front))),)
        if self.item.bowls == 2 and self.item.mount == "under":
            each = (wide - BRIDGE) / 2
            middles = (x - (each + BRIDGE) / 2, x + (each + BRIDGE) / 2)
            return tuple(self.there.flat_out(_rounded((m, y), (each, deep), self.item.radius)) for m in middles)
        return (self.there.flat_out(_rounded((x, y), (wide, deep), self.item.radius)),)

    @property
    def span(self) -> tuple[float, float]:
        """From where to where along the worktop the openings reach."""
        xs = [x for ring in self.rings for x, _ in ring]
        return min(xs), max(xs)

    @property
    def tap_at(self) -> Point:
        """The middle of the tap's hole, in the frame of its own face."""
        return self.middle[0], (self.middle[1] + self.item.cut[1] / 2) / 2


def _rounded(middle: Point, size: tuple[float, float], radius: float, *, front_square: bool = False) -> Ring:
    """A rectangle with round corners, those at its front square where it is open there."""
    (x, y), (wide, deep) = middle, size
    r = min(radius, wide / 2, deep / 2)
    a, b = wide / 2 - r, deep / 2 - r
    if r <= 0:
        return ((x - a, y - b), (x + a, y - b), (x + a, y + b), (x - a, y + b))
    corners = _round_corners(ceil(pi / 4 / acos(max(1.0 - FLAT / r, 0.0))))
    ring = [(x + sx * a + r * c, y + sy * b + r * s) for sx, sy, c, s in corners if not (front_square and sy < 0)]
    if front_square:
        low = y - deep / 2
        ring = [(x + wide / 2, low), *ring, (x - wide / 2, low)]
    return tuple(ring)


@lru_cache
def _round_corners(steps: int) -> tuple[tuple[int, int, float, float], ...]:
    """The points of a rounded rectangle: which corner each belongs to, and its place on the quarter of a circle there."""
    return tuple(
        (sx, sy, cos((quarter - 1) * pi / 2 + i * pi / 2 / steps), sin((quarter - 1) * pi / 2 + i * pi / 2 / steps))
        for quarter, (sx, sy) in enumerate(((1, -1), (1, 1), (-1, 1), (-1, -1)))
        for i in range(steps + 1)
    )


def let_ins(stretch: Stretch, depth: float, catalog: Catalog, there: Frame = HERE) -> tuple[LetIn, ...]:
    """The sinks and hobs that units of a stretch have chosen, in a worktop so deep over it.

    `there` is the frame of its face in that of the worktop, where it is another one.

    Raises:
        BuildError: one does not fit between the edges of the top.
    """
    found = []
    for placed in stretch.members:
        for role in ("sink", "hob"):
            item = catalog.hardware.get(placed.unit.hardware.get(role, ""))
            if isinstance(item, Fixture) and placed.kind.plan not in CORNER_PLANS:
                if item.cut[1] + 2 * item.edge > depth + 1e-6:
                    raise BuildError(f"{item.name} needs a worktop {mm(item.cut[1] + 2 * item.edge)} deep; this one is {mm(depth)}.")
                tap = catalog.hardware.get(placed.unit.hardware.get("tap", "")) if role == "sink" else None
                middle = (placed.x + placed.unit.width / 2, middle_of_opening(placed, item, depth))
                found.append(LetIn(item, placed, middle, depth, there, tap if isinstance(tap, Tap) else None))
    return tuple(found)


def kept_clear(found: Sequence[LetIn]) -> list[tuple[float, float]]:
    """Where no seam may be, along the face."""
    return [(f.span[0] - SEAM_CLEAR, f.span[1] + SEAM_CLEAR) for f in found]


def cut_for(found: Sequence[LetIn], first: int, out: Collector) -> None:
    """Cut the pieces of a worktop, from number `first` on, and count and show what is let in."""
    for let_in in found:
        for index, part in enumerate(out.parts[first:], first):
            low, high = part.box
            if part.tag.role == "worktop" and low.x < let_in.span[0] and high.x > let_in.span[1]:
                _cut(let_in, index, out)
                break
        else:
            raise BuildError(f"A seam of the worktop would run through the opening for {let_in.item.name}.")
        where = f"over unit {let_in.unit.unit.mark}"
        out.fit(let_in.item, Size.of(1, where, Decided("hardware", let_in.item.role)), "let into the worktop")
        seen = [*pieces_of_item(let_in.item, let_in.middle, -let_in.depth, out.parts[index].box[1].z, out.parts[index].thickness.value)]
        if let_in.tap is not None:
            out.fit(let_in.tap, Size.of(1, where, Decided("hardware", "tap")), "behind the bowl")
            seen += tap_pieces(let_in.tap, let_in.tap_at, out.parts[index].box[1].z)
        out.pieces += (seen_in(piece, let_in.there) for piece in seen)


def _cut(let_in: LetIn, index: int, out: Collector) -> None:
    part = out.parts[index]
    cuts = [_opening(part, ring) for ring in let_in.rings]
    if let_in.tap is not None:
        hole = _rounded(let_in.tap_at, (let_in.tap.hole, let_in.tap.hole), let_in.tap.hole / 2)
        cuts.append(_opening(part, let_in.there.flat_out(hole)))
    out.cut(index, [*cuts, *_grooves(let_in, part)])


def _opening(part: Part, ring: Ring) -> Pocket:
    """The opening in the frame of a piece, right through."""
    z = part.frame.origin.z
    points = tuple(part.frame.inside((*p, z))[:2] for p in ring)
    xs, ys = [p[0] for p in points], [p[1] for p in points]
    return Pocket("cutout", Vec(min(xs), min(ys), 0.0), Vec(max(xs), max(ys), part.thickness.value), points)


def _grooves(let_in: LetIn, part: Part) -> Iterator[Pocket]:
    """The grooves of a drainer in the face of the top, beside the bowl on the side where there is more of it."""
    item, thick = let_in.item, part.thickness.value
    if not item.drainer or thick <= GROOVE_DEEP or not is_square(let_in.there):
        return
    (x, y), low, high = let_in.middle, *part.box
    ends = sorted(let_in.there.inside((corner, 0.0, 0.0)).x for corner in (low.x, high.x))
    to_right = ends[1] - x >= x - ends[0]
    start = x + (item.cut[0] / 2 + GROOVE_FROM) * (1.0 if to_right else -1.0)
    stop = start + item.drainer * (1.0 if to_right else -1.0)
    if not ends[0] + GROOVE_FROM < min(start, stop) or not max(start, stop) < ends[1] - GROOVE_FROM:
        return
    for number in range(GROOVES):
        across = y + (number - (GROOVES - 1) / 2) * GROOVE_PITCH
        ring = [(a, across + b) for a, b in ((start, -GROOVE_WIDE / 2), (stop, GROOVE_WIDE / 2))]
        a, b = (part.frame.inside((*p, part.frame.origin.z)) for p in let_in.there.flat_out(ring))
        yield Pocket("groove", Vec(min(a.x, b.x), min(a.y, b.y), thick - GROOVE_DEEP), Vec(max(a.x, b.x), max(a.y, b.y), thick))
