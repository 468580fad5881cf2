"""Fillers: a strip in the plane of the fronts, scribed to the wall, with a cleat behind it that is screwed to its neighbour.

Source: common practice: the strip keeps the reveal beside its neighbour's front and is as high as that; what is cut to the wall is
left wider.
"""

from dataclasses import replace

from tallplank.core.error import mm
from tallplank.core.joinery.front.leaf import Leaf, add_leaf_parts
from tallplank.core.joinery.joint.joint import fixings
from tallplank.core.joinery.part.part import BuildError, Front, Tag
from tallplank.core.joinery.rule.choice import Choice
from tallplank.core.joinery.rule.place import place
from tallplank.core.joinery.setout.collector import Collector, Lay, Stuff
from tallplank.core.joinery.setout.plane import plane_of
from tallplank.core.measure.size import Size
from tallplank.core.measure.source import Decided

TALL = 1200.0
"""From this height on a filler stands beside tall units, which carry no worktop."""

LEAST_STRIP = 8.0
"""A narrower strip is neither sawn nor fixed. Common practice, no source."""


def build_filler(choice: Choice, out: Collector) -> None:
    """Add the strip and its cleat; a filler takes no pulls, legs or hangers.

    Raises:
        BuildError: the reveals leave nothing of it.
    """
    _add_cleat(choice, out)
    _add_strip(choice, out)


def _add_cleat(choice: Choice, out: Collector) -> None:
    """A board behind the strip, screwed against the neighbour on site."""
    unit, rules = choice.unit, choice.rules
    cleat = choice.rule("filler_cleat", "cleat")
    if cleat.value > unit.depth / 2:
        cleat = Size.of(unit.depth / 2, "half the depth", Decided("unit", "depth"))
    thickness = _cleat_thickness(choice)
    height, y = Size.of(unit.height, "height", Decided("unit", "height")), max(plane_of(choice).back, 0.0)
    if y + cleat.value > unit.depth:
        raise BuildError(f"A filler {mm(unit.depth)} deep leaves no room for its cleat.")
    left = unit.side == "left"
    lay = Lay("-z", "+y", (0.0, y, unit.height)) if left else Lay("+z", "+y", (unit.width, y, 0.0))
    out.add("filler cleat", Stuff(choice.finish("carcass"), "carcass"), (height, cleat, thickness), lay)
    screw = min(choice.family(choice.hardware("screw")), key=lambda s: abs(s.length - 2 * thickness.value + 1.0))
    places = fixings((0.0, unit.height), rules.joint_end, rules.joint_pitch)
    count = Size.of(len(places), "screws through the cleat", Decided("rule", "joint_pitch"))
    out.fit(screw, count, "filler to its neighbour")


def _cleat_thickness(choice: Choice) -> Size:
    """The board of the gables, or behind a narrower filler the thickest that is sold and no wider than it."""
    board = choice.rule("board_thickness", "board")
    if board.value <= choice.unit.width:
        return board
    sold = [float(t) for t in choice.catalog.boards[choice.finish("carcass").board].prices if float(t) <= choice.unit.width]
    if not sold:
        raise BuildError("No board is thin enough for the cleat of so narrow a filler: make it wider.")
    return Size.of(max(sold), "thinner board", Decided("unit", "width"))


def _add_strip(choice: Choice, out: Collector) -> None:
    """The strip, as high as the fronts beside it, cut wider for scribing to the wall."""
    unit, plane = choice.unit, plane_of(choice)
    edge, left = 0.5 * choice.rule("reveal"), unit.side == "left"
    top = choice.rule("top_gap", "under the worktop")
    under_worktop = not place(choice).hung and unit.height < TALL
    over = top if under_worktop and top.value > edge.value else edge
    width = Size.of(unit.width, "width", Decided("unit", "width")) - edge
    height = Size.of(unit.height, "height", Decided("unit", "height")) - edge - over
    if min(width.value, height.value) <= 0:
        raise BuildError("The reveals leave nothing of the filler: make it wider.")
    if width.value < LEAST_STRIP:
        least = mm(LEAST_STRIP + edge.value)
        raise BuildError(f"The strip of the filler would be {mm(width.value)} wide: make it {least} at least, or its neighbour wider.")
    x = edge.value if left else 0.0
    leaf = Leaf(Tag("filler strip"), "strip", x, edge.value, width, height, plane.back, None)
    add_leaf_parts(choice, choice.door_style, leaf, out)
    strip = out.parts[-1]
    out.swap(len(out.parts) - 1, replace(strip, cut_width=strip.cut_width + choice.rules.scribe))
    out.fronts.append(Front("strip", x, edge.value, width.value, height.value))
