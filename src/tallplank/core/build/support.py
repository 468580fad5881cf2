"""What carries a unit: legs under those on the floor, hangers behind those on the wall. Source: common practice."""

from tallplank.core.build.choice import Choice
from tallplank.core.build.collector import Collector
from tallplank.core.build.part import Piece
from tallplank.core.measure.divide import divide, equal
from tallplank.core.measure.frame import Vec
from tallplank.core.measure.size import Size

FEW_LEGS, WIDE_LEGS = 4, 6


def add_support(choice: Choice, width: Size, out: Collector) -> None:
    """Add legs or hangers."""
    if choice.kind.mount == "wall":
        out.fit(choice.hardware("hanger"), Size.of(1, "pair of hangers to a unit", "hardware.hanger"), "hung on the wall")
    elif choice.kind.kick and choice.rules.kick == "legs" and choice.rules.kick_height > 0:
        _add_legs(choice, width.value, out)


def _add_legs(choice: Choice, width: float, out: Collector) -> None:
    rules, leg, depth = choice.rules, choice.hardware("leg"), choice.unit.depth
    count = Size.of(FEW_LEGS, "legs to a unit", "hardware.leg")
    if width >= rules.leg_wide:
        count = count + Size.of(WIDE_LEGS - FEW_LEGS, f"in the middle, from {rules.leg_wide:g} wide", "rule.leg_wide")
    out.fit(choice.hardware("leg"), count, "under the carcass")
    columns = int(count.value) // 2
    half = leg.thick / 2
    first, last = min(rules.leg_inset, width / 2), max(width - rules.leg_inset, width / 2)
    gaps = divide(max(last - first, 1.0), equal(columns - 1)).starts
    front = min(rules.kick_setback + choice.finish("plinth").thickness + half, depth / 2)
    for x in (*(first + g for g in gaps), last):
        for y in (front, max(depth - rules.leg_inset, depth / 2)):
            low = Vec(x - half, y - half, -rules.kick_height)
            out.pieces.append(Piece("leg", leg.colour, low, Vec(x + half, y + half, 0.0)))
