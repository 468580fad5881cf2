"""Lengths of what runs across several units: in pieces that the stock allows, and as sums of the units that they cross."""

from collections.abc import Mapping, Sequence

from tallplank.core.joinery.rule.corner import CORNER_PLANS
from tallplank.core.joinery.rule.place import Placed
from tallplank.core.measure.size import Size
from tallplank.core.measure.source import Decided, DecidedFor

SHORT = 300.0
"""A piece of several is no shorter than this."""


def pieces_of(
    start: float, end: float, seams: Sequence[float], longest: float, clear: Sequence[tuple[float, float]] = ()
) -> tuple[tuple[float, float], ...]:
    """The length from start to end in pieces no longer than the stock, parted at the farthest seam within reach.

    No seam falls into the spans that are kept clear; where none lies beside them it is put before the nearest one. The last piece is no
    scrap that nobody could hold against the saw's fence.
    """
    pieces, at = [], start
    while end - at > longest + 1e-6:
        within = [s for s in seams if at + longest / 3 < s <= at + longest and not any(a < s < b for a, b in clear)]
        cut = max(within, default=_before(at, at + longest, clear))
        if end - cut < SHORT and longest > 3 * SHORT:
            cut = max((s for s in within if end - s >= SHORT), default=_before(at, end - SHORT, clear))
        pieces.append((at, cut))
        at = cut
    return (*pieces, (at, end))


def _before(at: float, place: float, clear: Sequence[tuple[float, float]]) -> float:
    """The farthest place up to `place` that is in no span kept clear; `place` itself where there is none beyond `at`."""
    free = place
    for low, high in sorted(clear, reverse=True):
        if low < free < high:
            free = low
    return free if free > at + 1.0 else place


def of_unit(placed: Placed, source: Decided) -> DecidedFor:
    """What is decided for one of several units."""
    return DecidedFor(placed.unit.id, source)


def length_of(members: Sequence[Placed], a: float, b: float, ends: Mapping[float, Size], besides: str = "between units") -> Size:
    """The length from a to b as the sum of the units it crosses and of its overhangs at their places.

    What no unit takes is told as `besides`.
    """
    none = Size(0.0, ())
    before, after = ends.get(a, none), ends.get(b, none)
    size, at, stop = none + before if before.value else none, a + before.value, b - after.value
    for placed in members:
        low, high = max(placed.x, at), min(placed.right, stop)
        if high - low > 1e-9:
            whole = abs(high - low - placed.unit.width) < 1e-9
            name = f"unit {placed.unit.mark}" if whole else f"part of unit {placed.unit.mark}"
            size, at = size + Size.of(high - low, name, of_unit(placed, Decided("unit", "width"))), high
    if after.value:
        size = size + after
    rest = (b - a) - size.value
    return size + Size.of(rest, besides) if abs(rest) > 1e-9 else size


def body_depth(deepest: Placed) -> Size:
    """From the line that units stand at to the fronts of the one that stands out farthest; of a corner unit alone over its arm."""
    in_corner = deepest.kind.plan in CORNER_PLANS
    arm = deepest.unit.arm or deepest.kind.arm
    depth = Size.of(arm if in_corner else deepest.unit.depth, "deepest carcass", of_unit(deepest, Decided("unit", "depth")))
    if deepest.unit.off:
        depth = depth + Size.of(deepest.unit.off, "behind it", of_unit(deepest, Decided("unit", "off")))
    if (proud := deepest.back - deepest.unit.depth - deepest.front) > 0:
        depth = depth + Size.of(proud, "front", of_unit(deepest, Decided("finish", "front")))
    return depth
