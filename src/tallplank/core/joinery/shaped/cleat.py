"""Cleats along the backs of units that are no rectangles, where the pins in their gables would let a shelf tip.

Source: common practice: the middle of a loose board's weight lies within its supports.
"""

from collections.abc import Sequence

from shapely import Polygon

from tallplank.core.catalog.hardware import Fixing
from tallplank.core.joinery.joint.joint import fixings, holding_screw
from tallplank.core.joinery.part.part import Note, Part, stood
from tallplank.core.joinery.rule.corner import past
from tallplank.core.joinery.setout.collector import Bore, Collector, Lay, Stuff
from tallplank.core.joinery.shaped.stand import Stand
from tallplank.core.measure.size import Size
from tallplank.core.measure.source import Decided
from tallplank.core.space.frame import Vec
from tallplank.core.space.outline import Point, lies_among

DEEP, PLAY = 40.0, 5.0
"""How deep a cleat is, and how far its ends stay away from what is beside them."""
LEAST = 80.0
MARGIN = 20.0
"""The middle of a shelf lies this far within what it rests on."""


def add_cleats(stand: Stand, shelf: Part, pins: Sequence[Point], out: Collector) -> None:
    """Add a cleat under a shelf along each back where it would tip on its pins alone, screwed on from behind."""
    if lies(shelf, pins):
        return
    board = stand.choice.rule("board_thickness", "cleat")
    item = holding_screw(stand.choice, stand.choice.finish("back").thickness, DEEP)
    if item is None:
        out.note(Note("no-screw", "No screw holds the cleats of a shelf to the back.", "Choose other screws, or a thinner back."))
        return
    screws = sum(_add_cleat(stand, side, back, (shelf.box[0].z, board), item, out) for side, back in _backs(stand, out))
    out.fit(item, Size.of(screws, "screws to the cleats of a shelf", Decided("rule", "joint_pitch")), "shelf cleats")


def lies(shelf: Part, supports: Sequence[Point]) -> bool:
    """Whether the middle of a shelf's weight lies well within its supports."""
    middle = Polygon(shelf.above).centroid
    return lies_among(supports, (middle.x, middle.y), MARGIN)


def _backs(stand: Stand, out: Collector) -> list[tuple[int, int]]:
    """The sides at the wall, each with the number of its back."""
    sides = [i for i, side in enumerate(stand.plan) if side.kind == "back"]
    return list(zip(sides, [i for i, p in enumerate(out.parts) if p.kind == "back"], strict=True))


def _add_cleat(stand: Stand, side: int, back: int, level: tuple[float, Size], item: Fixing, out: Collector) -> int:
    """One cleat below a level, with its holes and those in the back; returns how many screws hold it."""
    (z, board), choice, frame, plan = level, stand.choice, stand.plan[side].frame(), stand.plan
    thick, rules = out.parts[back].thickness.value, choice.rules
    beside = {"gable": rules.board_thickness + PLAY, "back": past(thick + DEEP, choice.unit.corner) + PLAY}
    first, last = (beside.get(plan[n % len(plan)].kind, 0.0) for n in (side - 1, side + 1))
    whole = Size.of(plan[side].length, "side of the plan", Decided("unit", "width"))
    length = whole - Size.of(first + last, "clear of what is beside it", Decided("rule", "board_thickness"))
    if length.value < LEAST:
        return 0
    lay = Lay("+x", "+y", (first, thick, z - board.value))
    sizes = (length, Size.of(DEEP, "cleat", None), board)
    part = out.add("shelf cleat", Stuff(choice.finish("carcass"), "carcass", "inside"), sizes, lay, kind="blocking")
    cleat = len(out.parts) - 1
    out.swap(cleat, stood(part, part.frame.then(frame)))
    places = fixings((first, first + length.value), rules.joint_end, rules.joint_pitch)
    into, name = frame.turned_out((0.0, 1.0, 0.0)), f"cleat.{cleat}"
    for i, x in enumerate(places):
        height = z - board.value / 2
        out.bore(back, frame.out((x, thick, height)), Vec(-into.x, -into.y, 0.0), Bore("screw", item.joint.face, thick, f"{name}.{i}"))
        out.bore(cleat, frame.out((x, thick, height)), into, Bore("screw", item.joint.end, item.length - thick, f"{name}.{i}"))
    return len(places)
