"""Fillers: a strip in the plane of the fronts, with a cleat behind it to fix it to its neighbour."""

from tallplank.core.joinery.front.leaf import Leaf, add_leaf_parts
from tallplank.core.joinery.part.part import Front, Tag
from tallplank.core.joinery.rule.choice import Choice
from tallplank.core.joinery.setout.collector import Collector, Lay
from tallplank.core.joinery.setout.plane import plane_of
from tallplank.core.measure.size import Size
from tallplank.core.measure.source import Decided


def build_filler(choice: Choice, out: Collector) -> None:
    """Add the strip and its cleat; a filler takes no pulls, legs or hangers."""
    unit, finish = choice.unit, choice.finish("carcass")
    width = Size.of(unit.width, "width", Decided("unit", "width"))
    height = Size.of(unit.height, "height", Decided("unit", "height"))
    cleat = choice.rule("filler_cleat", "cleat")
    if cleat.value > unit.depth / 2:
        cleat = Size.of(unit.depth / 2, "half the depth", Decided("unit", "depth"))
    board = choice.rule("board_thickness", "board")
    thickness = board if board.value <= unit.width else width
    back = plane_of(choice).back
    y = max(back, 0.0)
    lay = Lay("-z", "+y", (0.0, y, unit.height)) if unit.side == "left" else Lay("+z", "+y", (unit.width, y, 0.0))
    out.add("filler cleat", "carcass", "carcass", finish, (height, cleat, thickness), lay)
    leaf = Leaf(Tag("filler strip"), "strip", 0.0, 0.0, width, height, back, None)
    add_leaf_parts(choice, choice.door_style, leaf, out)
    out.fronts.append(Front("strip", 0.0, 0.0, width.value, height.value))
