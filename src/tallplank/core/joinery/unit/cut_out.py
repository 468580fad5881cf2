"""What is cut out of boards: corners of a back for the hangers, openings for the air of appliances behind and below them.

Source: common practice.
"""

from tallplank.core.catalog.hardware import Appliance, Hanger
from tallplank.core.error import mm
from tallplank.core.joinery.inside.appliance import FITS, appliance_of
from tallplank.core.joinery.part.hole import PocketKind
from tallplank.core.joinery.part.part import Note, Part, let_into
from tallplank.core.joinery.rule.choice import Choice
from tallplank.core.joinery.setout.box import Box
from tallplank.core.joinery.setout.collector import Collector, slot
from tallplank.core.joinery.setout.layout import Cell, Layout
from tallplank.core.joinery.setout.plane import plane_of
from tallplank.core.space.frame import Vec

AIR_FROM_BOARD = 20.0
"""From the board below an appliance to the opening for its air, so that the back stays in one piece."""
BELOW_FROM_END, BELOW_FROM_EDGE = 60.0, 25.0
"""From the ends of a board, where it is joined, and from its front and the back to what is cut through it."""


def cut_backs(choice: Choice, box: Box, layout: Layout, hanger: Hanger | None, out: Collector) -> None:
    """Cut the back for what hangs the unit and for the appliances in it; through a back of full board a unit is screwed to the wall."""
    if hanger is not None and min(hanger.cutout) > 0 and choice.rules.back != "flat":
        wide, high = hanger.cutout
        let_in = choice.rules.groove_depth if choice.rules.back == "grooved" else 0.0
        top = box.height.value - box.top_used.value
        for x in (box.inside_left - let_in, box.inside_right - wide):
            _cut_backs(Vec(x, 0.0, top - high), Vec(x + wide + let_in, 0.0, top + let_in), "notch", out)
    for cell in layout.leaves:
        appliance = appliance_of(choice, cell.opening)
        if appliance is not None and min(appliance.air) > 0:
            _cut_for_air(cell, appliance, out)


def cut_below(choice: Choice, box: Box, layout: Layout, out: Collector) -> None:
    """Cut the boards below appliances for what they draw through them; a board that is too small for it is told."""
    for cell in layout.leaves:
        appliance = appliance_of(choice, cell.opening)
        if appliance is None or min(appliance.below) <= 0:
            continue
        wide, deep = appliance.below
        plane = plane_of(choice)
        front = plane.inner if cell.opening.front != "none" else box.front
        free = (cell.x.clear.value - 2 * BELOW_FROM_END, box.back_face - front - 2 * BELOW_FROM_EDGE)
        if wide > free[0] or deep > free[1]:
            there = f"there is room for {mm(max(free[0], 0.0))} by {mm(max(free[1], 0.0))}."
            text = f"{appliance.name} needs an opening {mm(wide)} by {mm(deep)} in the board below it; {there}"
            out.note(Note("niche", text, "Make the unit larger, or choose another appliance."))
            continue
        x, y = cell.x.clear_at + (cell.x.clear.value - wide) / 2, (front + box.back_face - deep) / 2
        for index, part in enumerate(out.parts):
            if part.kind in ("floor", "fixed-shelf") and _carries(part, cell):
                _cut(index, part, Vec(x, y, cell.z.clear_at), Vec(x + wide, y + deep, cell.z.clear_at), "cutout", out)


def _carries(board: Part, cell: Cell) -> bool:
    low, high = board.box
    return abs(high.z - cell.z.clear_at) < FITS and low.x < cell.x.clear_at + FITS and high.x > cell.x.clear_end - FITS


def _cut_for_air(cell: Cell, appliance: Appliance, out: Collector) -> None:
    wide, high = min(appliance.air[0], cell.x.clear.value - 2 * AIR_FROM_BOARD), appliance.air[1]
    left, low = cell.x.clear_at + (cell.x.clear.value - wide) / 2, cell.z.clear_at + AIR_FROM_BOARD
    if wide > 0 and low + high < cell.z.clear_end:
        _cut_backs(Vec(left, 0.0, low), Vec(left + wide, 0.0, low + high), "cutout", out)


def _cut_backs(low: Vec, high: Vec, what: PocketKind, out: Collector) -> None:
    """Cut what of the back lies between two corners in x and z."""
    for index, part in enumerate(out.parts):
        if part.kind == "back":
            y = part.frame.origin.y
            _cut(index, part, Vec(low.x, y, low.z), Vec(high.x, y, high.z), what, out)


def _cut(index: int, part: Part, low: Vec, high: Vec, what: PocketKind, out: Collector) -> None:
    """Cut a board right through between two corners in its plane, as far as it reaches."""
    length, width, thick = part.size
    corners = [part.frame.inside(corner) for corner in (low, high)]
    x0, x1 = sorted(min(max(c.x, 0.0), length) for c in corners)
    y0, y1 = sorted(min(max(c.y, 0.0), width) for c in corners)
    if x1 - x0 > 1.0 and y1 - y0 > 1.0:
        out.swap(index, let_into(part, (*part.pockets, slot((x0, x1), (y0, y1), (0.0, thick), what))))
