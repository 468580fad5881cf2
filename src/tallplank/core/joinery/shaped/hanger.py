"""Hangers of units on the wall that are no rectangles: in the corners between gables and backs. Source: common practice."""

from collections.abc import Iterator
from dataclasses import replace

from tallplank.core.catalog.hardware import Hanger
from tallplank.core.joinery.part.part import Part, Piece
from tallplank.core.joinery.rule.choice import by_load
from tallplank.core.joinery.rule.load import hung_load
from tallplank.core.joinery.setout.box import thickness
from tallplank.core.joinery.setout.collector import Bore, Collector, slot
from tallplank.core.joinery.shaped.stand import Stand
from tallplank.core.measure.size import Size
from tallplank.core.measure.source import Decided
from tallplank.core.space.frame import Vec


def add_hangers(stand: Stand, out: Collector) -> None:
    """A hanger in the upper rear corner of each gable at a wall, screwed to it, with what is cut out of the back for it."""
    choice = stand.choice
    load = hung_load(choice, out.parts)
    hanger = by_load(choice, choice.hardware("hanger"), load)
    why = f"pair of hangers for {load:.0f} kg filled"
    out.fit(hanger, Size.of(1, why, Decided("hardware", "hanger")), "hung on the wall")
    top = choice.unit.height - thickness(choice, "floor_thickness", "top").value
    for gable, back, at_start in _corners(stand, out):
        _hang(hanger, gable, top, choice.finish("back").thickness, out, at_start=at_start)
        _cut_back(hanger, back, top, out, at_start=not at_start)


def _corners(stand: Stand, out: Collector) -> Iterator[tuple[int, int, bool]]:
    """The numbers of a gable and of the back that it meets, and whether that is where the gable's side begins."""
    plan = stand.plan
    sides = [i for i, side in enumerate(plan) if side.kind == "back"]
    backs = dict(zip(sides, (i for i, part in enumerate(out.parts) if part.kind == "back"), strict=True))
    for side, gable in stand.gables.items():
        before, after = (side - 1) % len(plan), (side + 1) % len(plan)
        if before in backs:
            yield gable, backs[before], True
        elif after in backs:
            yield gable, backs[after], False


def _hang(hanger: Hanger, number: int, top: float, back: float, out: Collector, *, at_start: bool) -> None:
    gable = out.parts[number]
    frame, (_, width, thick) = gable.frame, gable.size

    def off_back(by: float) -> float:
        return back + by if at_start else width - back - by

    for bored in hanger.box_holes:
        point = frame.out((top - bored.z, off_back(bored.x), thick))
        out.bore(number, point, frame.turned_out((0.0, 0.0, -1.0)), Bore("hanger", bored.diameter, bored.depth))
    wide, deep, high = hanger.body
    if min(hanger.body) > 0:
        near, far = sorted((off_back(0.0), off_back(deep)))
        low, up = Vec(top - high, near, thick), Vec(top, far, thick + wide)
        out.pieces.append(Piece("hanger", hanger.colour, low, up, turned=frame))


def _cut_back(hanger: Hanger, number: int, top: float, out: Collector, *, at_start: bool) -> None:
    """Cut the end of a back at a gable for what goes through it to the wall."""
    (wide, high), back = hanger.cutout, out.parts[number]
    if min(wide, high) > 0:
        across = (0.0, wide) if at_start else (back.size[1] - wide, back.size[1])
        out.swap(number, _notched(back, (top - high, top), across))


def _notched(back: Part, along: tuple[float, float], across: tuple[float, float]) -> Part:
    return replace(back, pockets=(*back.pockets, slot(along, across, (0.0, back.size[2]), "notch")))
