"""Sinks and hobs that are let into worktops: what is cut out for them, where seams must not be, and the pieces that are seen.

Source: common practice: in the middle of their unit and of the top's depth, so far from its edges as their makers ask; seams keep
clear of what is cut out.
"""

from collections.abc import Iterator, Sequence
from math import cos, pi, sin
from typing import NamedTuple

from tallplank.core.catalog.catalog import Catalog
from tallplank.core.catalog.hardware import Fixture
from tallplank.core.error import mm
from tallplank.core.joinery.part.hole import Pocket
from tallplank.core.joinery.part.part import BuildError, Part, Piece
from tallplank.core.joinery.rule.corner import CORNER_PLANS
from tallplank.core.joinery.rule.place import Placed
from tallplank.core.joinery.run.stretch import Stretch
from tallplank.core.joinery.setout.collector import Collector
from tallplank.core.measure.size import Size
from tallplank.core.measure.source import Decided
from tallplank.core.space.frame import Frame, Vec
from tallplank.core.space.outline import Point, Ring

SEAM_CLEAR = 100.0
"""How far a seam stays from what is cut out."""
ROUNDING = 6
"""Straight pieces of a rounded corner."""
ROUND = tuple(
    (sx, sy, cos((quarter - 1) * pi / 2 + i * pi / 2 / ROUNDING), sin((quarter - 1) * pi / 2 + i * pi / 2 / ROUNDING))
    for quarter, (sx, sy) in enumerate(((1, -1), (1, 1), (-1, 1), (-1, -1)))
    for i in range(ROUNDING + 1)
)
"""The points of a rounded rectangle: which corner each belongs to, and its place on the quarter of a circle there."""
ASIDE = 0.7
"""The sine from which on a face runs across another one rather than along it."""
RIM = 4.0
"""How high what is let in stands over the top."""


class LetIn(NamedTuple):
    """A sink or a hob and the middle of its opening, in the frame of the face; `sideways` over a unit of a face square to that."""

    item: Fixture
    unit: Placed
    middle: Point
    sideways: bool = False

    def turned(self, wide: float, deep: float) -> tuple[float, float]:
        """A width and a depth as they lie along x and y."""
        return (deep, wide) if self.sideways else (wide, deep)

    @property
    def span(self) -> tuple[float, float]:
        """From where to where along the face the opening reaches."""
        half = self.turned(*self.item.cut)[0] / 2
        return self.middle[0] - half, self.middle[0] + half

    @property
    def ring(self) -> Ring:
        """The opening with its rounded corners, counter-clockwise."""
        (x, y), (wide, deep) = self.middle, self.turned(*self.item.cut)
        r = min(self.item.radius, wide / 2, deep / 2)
        a, b = wide / 2 - r, deep / 2 - r
        if r <= 0:
            return ((x - a, y - b), (x + a, y - b), (x + a, y + b), (x - a, y + b))
        return tuple((x + sx * a + r * c, y + sy * b + r * s) for sx, sy, c, s in ROUND)


def let_ins(stretch: Stretch, depth: float, catalog: Catalog, there: Frame | None = None) -> tuple[LetIn, ...]:
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
                middle = (placed.x + placed.unit.width / 2, -depth / 2)
                if there is not None:
                    middle = there.flat_out([middle])[0]
                found.append(LetIn(item, placed, middle, there is not None and abs(there.x.y) > ASIDE))
    return tuple(found)


def kept_clear(found: Sequence[LetIn]) -> list[tuple[float, float]]:
    """Where no seam may be, along the face."""
    return [(f.span[0] - SEAM_CLEAR, f.span[1] + SEAM_CLEAR) for f in found]


def cut_for(found: Sequence[LetIn], first: int, out: Collector) -> None:
    """Cut the pieces of a worktop, from number `first` on, and count and show what is let in."""
    for let_in in found:
        for index, part in enumerate(out.parts[first:], first):
            low, high = part.box
            if low.x < let_in.span[0] and high.x > let_in.span[1]:
                out.cut(index, [_opening(part, let_in.ring)])
                break
        else:
            raise BuildError(f"A seam of the worktop would run through the opening for {let_in.item.name}.")
        out.fit(
            let_in.item, Size.of(1, f"over unit {let_in.unit.unit.mark}", Decided("hardware", let_in.item.role)), "let into the worktop"
        )
        out.pieces += pieces_of_item(let_in, out.parts[index].box[1].z)


def _opening(part: Part, ring: Ring) -> Pocket:
    """The opening in the frame of a piece, right through."""
    z = part.frame.origin.z
    points = tuple(part.frame.inside((*p, z))[:2] for p in ring)
    xs, ys = [p[0] for p in points], [p[1] for p in points]
    return Pocket("cutout", Vec(min(xs), min(ys), 0.0), Vec(max(xs), max(ys), part.thickness.value), points)


def pieces_of_item(let_in: LetIn, top: float) -> Iterator[Piece]:
    """What is seen: a hob's plate, or the rim, the walls and the bottom of a bowl."""
    (x, y), item, down = let_in.middle, let_in.item, let_in.item.size[2]
    (wide, deep), hole = let_in.turned(*item.size[:2]), let_in.turned(*item.cut)
    left, right, front, back = x - wide / 2, x + wide / 2, y - deep / 2, y + deep / 2
    if item.role == "hob":
        yield Piece(item.role, item.colour, Vec(left, front, top), Vec(right, back, top + RIM), name=item.name)
        cut = (hole[0] / 2 - 2.0, hole[1] / 2 - 2.0)
        yield Piece(item.role, item.colour, Vec(x - cut[0], y - cut[1], top - down), Vec(x + cut[0], y + cut[1], top), name=item.name)
        return
    inner = (hole[0] / 2 - 20.0, hole[1] / 2 - 20.0)
    x0, x1, y0, y1 = x - inner[0], x + inner[0], y - inner[1], y + inner[1]
    for a, b in (((left, front), (right, y0)), ((left, y1), (right, back)), ((left, y0), (x0, y1)), ((x1, y0), (right, y1))):
        yield Piece(item.role, item.colour, Vec(*a, top), Vec(*b, top + RIM / 2), name=item.name)
    for a, b in (((x0 - 2, y0 - 2), (x1 + 2, y0)), ((x0 - 2, y1), (x1 + 2, y1 + 2)), ((x0 - 2, y0), (x0, y1)), ((x1, y0), (x1 + 2, y1))):
        yield Piece(item.role, item.colour, Vec(*a, top - down), Vec(*b, top), name=item.name)
    yield Piece(item.role, item.colour, Vec(x0, y0, top - down), Vec(x1, y1, top - down + 2.0), name=item.name)
