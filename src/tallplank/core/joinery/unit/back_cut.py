"""What is cut out of a back: corners for the hangers, and openings behind appliances for their air. Source: common practice."""

from dataclasses import replace

from tallplank.core.catalog.hardware import Appliance, Hanger
from tallplank.core.joinery.inside.inside import appliance_of
from tallplank.core.joinery.part.hole import PocketKind
from tallplank.core.joinery.rule.choice import Choice
from tallplank.core.joinery.setout.box import Box
from tallplank.core.joinery.setout.collector import Collector, slot
from tallplank.core.joinery.setout.layout import Cell, Layout
from tallplank.core.space.frame import Vec

AIR_FROM_BOARD = 20.0
"""From the board below an appliance to the opening for its air, so that the back stays in one piece."""


def cut_backs(choice: Choice, box: Box, layout: Layout, hanger: Hanger | None, out: Collector) -> None:
    """Cut the back for what hangs the unit and for the appliances in it; through a back of full board a unit is screwed to the wall."""
    if hanger is not None and min(hanger.cutout) > 0 and choice.rules.back != "flat":
        wide, high = hanger.cutout
        let_in = choice.rules.groove_depth if choice.rules.back == "grooved" else 0.0
        top = box.height.value - box.top_used.value
        for x in (box.inside_left - let_in, box.inside_right - wide):
            _cut(Vec(x, 0.0, top - high), Vec(x + wide + let_in, 0.0, top + let_in), "notch", out)
    for cell in layout.leaves:
        appliance = appliance_of(choice, cell.opening)
        if appliance is not None and min(appliance.air) > 0:
            _cut_for_air(cell, appliance, out)


def _cut_for_air(cell: Cell, appliance: Appliance, out: Collector) -> None:
    wide, high = min(appliance.air[0], cell.x.clear.value - 2 * AIR_FROM_BOARD), appliance.air[1]
    left, low = cell.x.clear_at + (cell.x.clear.value - wide) / 2, cell.z.clear_at + AIR_FROM_BOARD
    if wide > 0 and low + high < cell.z.clear_end:
        _cut(Vec(left, 0.0, low), Vec(left + wide, 0.0, low + high), "cutout", out)


def _cut(low: Vec, high: Vec, what: PocketKind, out: Collector) -> None:
    """Cut what of the back lies between two corners in x and z, right through."""
    for index, part in enumerate(out.parts):
        if part.kind != "back":
            continue
        length, width, thick = part.size
        corners = [part.frame.inside(Vec(p.x, part.frame.origin.y, p.z)) for p in (low, high)]
        x0, x1 = sorted(min(max(c.x, 0.0), length) for c in corners)
        y0, y1 = sorted(min(max(c.y, 0.0), width) for c in corners)
        if x1 - x0 > 1.0 and y1 - y0 > 1.0:
            cut = slot((x0, x1), (y0, y1), (0.0, thick), what)
            out.swap(index, replace(part, pockets=(*part.pockets, cut)))
