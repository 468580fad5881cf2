"""Room for what is pulled out behind doors: packing under its slides, so that it passes the hinges and a door that stands open.

Source: a packing about as thick as a carcass board at each side where a door hangs, common practice, no source.
"""

from collections.abc import Iterable
from dataclasses import replace

from tallplank.core.joinery.front.front import door_count
from tallplank.core.joinery.joint.meeting import TOUCH
from tallplank.core.joinery.rule.choice import Choice
from tallplank.core.joinery.setout.layout import Cell
from tallplank.core.measure.size import Size
from tallplank.core.measure.source import Decided


def between_hinges(choice: Choice, cell: Cell, cells: Iterable[Cell]) -> Cell:
    """A cell with the way left between packings at those of its sides where a door of a box without a frame hangs."""
    closing = next((c for c in cells if c.opening.front == "doors" and cell.path[: len(c.path)] == c.path), None)
    if closing is None or choice.rules.box == "face-frame":
        return cell
    left, right = (_hangs(choice, closing, cell, side) for side in ("left", "right"))
    packing = Size.of(choice.rules.board_thickness, "packing at the hinges", Decided("rule", "board_thickness"))
    way, start = cell.x.clear, cell.x.clear_at
    if left:
        way, start = way - packing, start + packing.value
    if right:
        way = way - packing
    return replace(cell, x=replace(cell.x, way=way, way_at=start)) if left or right else cell


def _hangs(choice: Choice, closing: Cell, cell: Cell, side: str) -> bool:
    ends = (closing.x.clear_at, cell.x.clear_at) if side == "left" else (closing.x.clear_end, cell.x.clear_end)
    return abs(ends[0] - ends[1]) < TOUCH and (door_count(choice, closing) == 2 or closing.opening.hand == side)
