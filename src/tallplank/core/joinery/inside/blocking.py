"""Blocking: where a face frame stands in front of the uprights, slides are screwed to boards that fill the step behind it.

Source: common practice; its height is a rule of the construction, its thickness what the frame stands proud.
"""

from dataclasses import dataclass

from tallplank.core.catalog.hardware import Fixing
from tallplank.core.joinery.joint.joint import holding_screw
from tallplank.core.joinery.joint.meeting import TOUCH
from tallplank.core.joinery.part.part import Note, Tag
from tallplank.core.joinery.rule.choice import Choice
from tallplank.core.joinery.setout.box import Box
from tallplank.core.joinery.setout.collector import Bore, Collector, Lay
from tallplank.core.joinery.setout.layout import Cell
from tallplank.core.measure.size import Size
from tallplank.core.measure.source import Decided
from tallplank.core.space.frame import Vec

FROM_EDGE, FROM_ENDS, ASIDE = 15.0, 60.0, 30.0
"""The screws: below the upper edge, from the ends, and those at the right this much farther back than those at the left."""
SCREWS = 3


@dataclass(frozen=True, slots=True)
class _Place:
    """One blocking: the face of the upright that it is screwed to, and the height of its screws."""

    tag: Tag
    x: float
    left: bool
    z: float

    @property
    def into(self) -> Vec:
        """The direction into the upright."""
        return Vec(-1.0 if self.left else 1.0, 0.0, 0.0)


def add_blocking(choice: Choice, box: Box, cell: Cell, number: int, z: float, out: Collector) -> None:
    """Add the blocking for the slides of one drawer, whose screws lie at the height `z`; none where the frame is flush."""
    span, high = cell.x, choice.rule("blocking_height", "blocking")
    if high.value > cell.z.clear.value:
        high = Size.of(cell.z.clear.value, "clear height", cell.source)
    low = min(max(z - high.value / 2, cell.z.clear_at), cell.z.clear_end - high.value)
    screws = low + high.value - FROM_EDGE
    if screws - z < FROM_EDGE:
        screws = low + min(FROM_EDGE, high.value / 2)
    for side, x, thick in (("left", span.clear_at, span.way_at - span.clear_at), ("right", span.clear_end, span.clear_end - span.way_end)):
        if thick > TOUCH:
            size = Size.of(thick, "what the frame stands proud", Decided("rule", "frame_stile"))
            place = _Place(Tag("slide blocking", side, number), x, side == "left", screws)
            _add(choice, box, place, low, (box.inside_depth, high, size), out)


def _add(choice: Choice, box: Box, place: _Place, low: float, sizes: tuple[Size, Size, Size], out: Collector) -> None:
    length, _, thick = sizes
    rear = box.front + length.value
    lay = Lay("+y", "+z", (place.x, box.front, low)) if place.left else Lay("-y", "+z", (place.x, rear, low))
    out.add(place.tag, "carcass", "carcass", choice.finish("carcass"), sizes, lay, kind="blocking")
    upright = out.host(Vec(place.x, (box.front + rear) / 2, place.z), place.into, ("gable", "partition"))
    if upright is None:
        out.miss("The blocking behind a face frame finds no board to be screwed to.")
        return
    screw = holding_screw(choice, thick.value, out.parts[upright].thickness.value)
    if screw is None:
        out.note(Note("no-screw", f"No screw holds a blocking {thick.value:g} thick.", "Choose other screws, or a narrower frame."))
        return
    _fix(screw, len(out.parts) - 1, upright, place, (box.front, length.value), out)


def _fix(screw: Fixing, blocking: int, upright: int, place: _Place, depth: tuple[float, float], out: Collector) -> None:
    """Holes through the blocking and into the upright; in a partition the screws from both sides pass each other."""
    start, length = depth
    bores, thick = screw.joint, out.parts[blocking].thickness.value
    inset, aside = min(FROM_ENDS, length / 4), min(ASIDE, length / 8)
    first, pitch = start + inset + (0.0 if place.left else aside), (length - 2 * inset - aside) / (SCREWS - 1)
    for i in range(SCREWS):
        point, pair = Vec(place.x, first + i * pitch, place.z), f"{place.tag.name}.{i}"
        out.bore(blocking, point, Vec(-place.into.x, 0.0, 0.0), Bore("screw", bores.face, thick, pair))
        out.bore(upright, point, place.into, Bore("screw", bores.end, screw.length - thick, pair))
    out.fit(screw, Size.of(SCREWS, "screws to a blocking", Decided("hardware", "screw")), place.tag.name)
