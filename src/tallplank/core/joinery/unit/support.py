"""What carries a unit: legs under those on the floor, hangers behind those on the wall; what holds tall ones. Source: common practice."""

from tallplank.core.catalog.hardware import Hanger
from tallplank.core.joinery.part.part import Piece
from tallplank.core.joinery.rule.choice import Choice, by_load
from tallplank.core.joinery.rule.load import hung_load
from tallplank.core.joinery.setout.box import Box
from tallplank.core.joinery.setout.collector import Bore, Collector
from tallplank.core.measure.divide import divide, equal
from tallplank.core.measure.size import Size
from tallplank.core.measure.source import Decided
from tallplank.core.space.frame import Vec

TALL, ANCHORS = 1600.0, 2
"""A unit higher than this could tip, and is held at the wall by so many angles."""
BESIDE_PARTITION = 8.0
"""The screws of middle legs keep this far from where a partition might stand."""
CLEAR_OF_CAMS = 6.0
"""From the middle of the cams to that of a leg, so that their holes keep apart."""


def add_support(choice: Choice, box: Box, out: Collector) -> Hanger | None:
    """Add legs or hangers and wall angles, with the holes that they are screwed to; returns the hangers of a unit that hangs."""
    if choice.kind.mount == "wall":
        return _add_hangers(choice, box, out)
    if choice.kind.kick and choice.rules.kick == "legs" and choice.rules.kick_height > 0:
        _add_legs(choice, box, out)
    if choice.unit.height > TALL and box.top == "full":
        _add_anchors(choice, box, out)
    return None


def _add_anchors(choice: Choice, box: Box, out: Collector) -> None:
    """Two wall angles under the top of a tall unit, at the back."""
    anchor, z = choice.hardware("anchor"), box.height.value - box.top_used.value
    out.fit(anchor, Size.of(ANCHORS, "wall angles to a tall unit", Decided("hardware", "anchor")), "fixed to the wall")
    for share in (0.25, 0.75):
        x = box.inside_left + share * box.inside_width.value
        for bored in anchor.box_holes:
            bore = Bore("anchor", bored.diameter, min(bored.depth, box.floor.value - 3.0))
            out.bore_at(Vec(x + bored.x, box.back_face - bored.z, z), Vec(0.0, 0.0, 1.0), bore, ("floor",))


def _add_hangers(choice: Choice, box: Box, out: Collector) -> Hanger:
    load, rear = hung_load(choice, out.parts), box.back_face
    hanger = by_load(choice, choice.hardware("hanger"), load)
    out.fit(hanger, Size.of(1, f"pair of hangers for {load:.0f} kg filled", Decided("hardware", "hanger")), "hung on the wall")
    top = box.height.value - box.top_used.value
    wide, deep, high = hanger.body
    for x, into in ((box.inside_left, Vec(-1.0, 0.0, 0.0)), (box.inside_right, Vec(1.0, 0.0, 0.0))):
        if min(hanger.body) > 0:
            near, far = sorted((x, x - into.x * wide))
            out.pieces.append(Piece("hanger", hanger.colour, Vec(near, rear - deep, top - high), Vec(far, rear, top)))
        for bored in hanger.box_holes:
            bore = Bore("hanger", bored.diameter, bored.depth)
            out.bore_at(Vec(x, rear - bored.x, top - bored.z), into, bore, ("gable",))
    return hanger


def _add_legs(choice: Choice, box: Box, out: Collector) -> None:
    rules, leg, depth, width = choice.rules, choice.hardware("leg"), choice.unit.depth, box.width.value
    count = Size.of(rules.leg_count, "legs to a unit", Decided("rule", "leg_count"))
    out.fit(leg, count, "under the carcass")
    columns = int(count.value) // 2
    half = leg.thick / 2
    inset = max(rules.leg_inset, box.inside_left + rules.cam_from_end + CLEAR_OF_CAMS)
    first, last = min(inset, width / 2), max(width - inset, width / 2)
    gaps = divide(max(last - first, 1.0), equal(columns - 1)).starts
    front = min(rules.kick_setback + choice.finish("plinth").thickness + half, depth / 2)
    rear = max(min(depth - rules.leg_inset, box.back_face - half), depth / 2)
    for x in (*(first + g for g in gaps), last):
        inward = 1.0 if x < width / 2 else -1.0
        aside = 0.0 if x in (first, last) else BESIDE_PARTITION
        for y in (front, rear):
            low = Vec(x - half, y - half, -rules.kick_height)
            out.pieces.append(Piece("leg", leg.colour, low, Vec(x + half, y + half, 0.0)))
            for bored in leg.box_holes:
                bore = Bore("leg", bored.diameter, min(bored.depth, box.floor.value - 3.0))
                out.bore_at(Vec(x + inward * (bored.x + aside), y + bored.z, 0.0), Vec(0.0, 0.0, 1.0), bore, ("floor",))
