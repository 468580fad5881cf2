"""The corners of drawer boxes: dowelled, screwed or dovetailed. Source: common practice."""

from typing import Literal

from tallplank.core.catalog.hardware import Fixing
from tallplank.core.error import mm
from tallplank.core.joinery.joint.joint import END_PLAY
from tallplank.core.joinery.part.part import BuildError
from tallplank.core.joinery.rule.choice import Choice
from tallplank.core.joinery.setout.collector import Bore, Collector, HoleRow
from tallplank.core.measure.size import Size
from tallplank.core.measure.source import Decided
from tallplank.core.space.frame import Vec

SKIN = 4.0
"""Board that is left under a dowel in a side."""
FROM_EDGE, PITCH = 20.0, 64.0
TAIL_PITCH, NEAREST = 25.0, 16.0
ABOVE_BOTTOM = 10.0
"""The lowest dowel or screw sits at least this far above the groove for the bottom."""


def add_corners(choice: Choice, name: str, first: int, out: Collector) -> None:
    """Join the sides (parts `first` and the next) to the front and back of a box (the two after them).

    Raises:
        BuildError: the box is too low for the joint.
    """
    kind = choice.rules.joint_drawer
    if kind == "none":
        return
    side = out.parts[first]
    low, high = out.box(first)
    groove = max((p.high.y for p in side.pockets), default=0.0)
    if kind == "dovetail":
        count = max(int((high.z - low.z) / TAIL_PITCH), 2)
        out.tails[name] = 4 * count
        return
    heights = _heights(low.z + max(groove + ABOVE_BOTTOM, FROM_EDGE), high.z - FROM_EDGE)
    if not heights:
        raise BuildError(f"The corners of {name} are too low to be joined by {kind}s: the box is {mm(high.z - low.z)} high.")
    role: Literal["dowel", "screw"] = "dowel" if kind == "dowel" else "screw"
    item = choice.hardware(role)
    for a in (first, first + 1):
        for b in (first + 2, first + 3):
            _join(item, (a, b), heights, f"{name}.{a - first}{b - first}", out)
    count = 4 * len(heights)
    word = "dowels" if kind == "dowel" else "screws"
    size = Size.of(count, f"{word}, {len(heights)} to a corner", Decided("rule", "joint_drawer"))
    out.fit(item, size, f"corners of {name}")


def _heights(low: float, high: float) -> tuple[float, ...]:
    if high < low:
        return ()
    count = max(int((high - low) / PITCH) + 1, 2) if high - low > NEAREST else 1
    return tuple(low + (high - low) * i / (count - 1) for i in range(count)) if count > 1 else ((low + high) / 2,)


def _join(item: Fixing, pair: tuple[int, int], heights: tuple[float, ...], key: str, out: Collector) -> None:
    """Bore one corner: dowels stop in the side, screws go through it."""
    side, end = pair
    (side_low, side_high), (end_low, end_high) = out.box(side), out.box(end)
    left = side_low.x < end_low.x
    x = end_low.x if left else end_high.x
    into_side, into_end = (Vec(-1.0, 0.0, 0.0), Vec(1.0, 0.0, 0.0)) if left else (Vec(1.0, 0.0, 0.0), Vec(-1.0, 0.0, 0.0))
    y, thick, bores = (end_low.y + end_high.y) / 2, side_high.x - side_low.x, item.joint
    what: Literal["dowel", "screw"] = "dowel" if item.role == "dowel" else "screw"
    in_side = min(bores.face_depth, thick - SKIN) if bores.face_depth else thick
    row = HoleRow(Vec(x, y, 0.0), 2, heights)
    out.bore_row(side, row, into_side, Bore(what, bores.face, in_side, key))
    out.bore_row(end, row, into_end, Bore(what, bores.end, item.length + END_PLAY - in_side, key))
