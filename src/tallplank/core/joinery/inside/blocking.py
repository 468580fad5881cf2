"""Blocking: where a face frame or the hinges of a door stand before the uprights, slides are screwed to boards that fill the step.

Source: common practice; its height is a rule of the construction. It is made of the boards that the shop buys, one or two on each other,
and where those are thinner than the frame stands proud, the box of the drawer is so much wider.
"""

from dataclasses import dataclass
from itertools import combinations_with_replacement

from tallplank.core.catalog.hardware import Fixing
from tallplank.core.joinery.joint.joint import holding_screw
from tallplank.core.joinery.joint.meeting import TOUCH
from tallplank.core.joinery.part.part import Note, Tag
from tallplank.core.joinery.part.role import PartRole
from tallplank.core.joinery.rule.choice import Choice
from tallplank.core.joinery.setout.box import Box
from tallplank.core.joinery.setout.collector import Bore, Collector, Lay, Stuff
from tallplank.core.joinery.setout.layout import Cell
from tallplank.core.measure.size import Size
from tallplank.core.measure.source import Decided
from tallplank.core.space.frame import Vec

LAYERS_APART = 20.0
"""The screws of a packing lie so much lower than those of the blocking that it lies on."""
FROM_EDGE, FROM_ENDS, ASIDE = 15.0, 60.0, 30.0
"""The screws: below the upper edge, from the ends, and those at the right this much farther back than those at the left."""
SCREWS = 3
PASSES = 2.0
"""A box that is wider because its blocking stays behind the edge of the frame still passes that by this much."""


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


@dataclass(frozen=True, slots=True)
class Mount:
    """What the slides of a drawer are screwed to: the faces at its left and right, the width between, and the boards of each blocking."""

    left: float
    right: float
    width: Size
    layers: tuple[tuple[float, ...], tuple[float, ...]]


def mount_of(choice: Choice, cell: Cell) -> Mount:
    """Where the slides of a drawer in this cell are screwed."""
    span = cell.x
    steps = (span.way_at - span.clear_at, span.clear_end - span.way_end)
    layers = (_layers(choice, steps[0]), _layers(choice, steps[1]))
    thin = [step - sum(boards) if boards else 0.0 for step, boards in zip(steps, layers, strict=True)]
    width = span.free
    if sum(thin) > TOUCH:
        width = width + Size.of(sum(thin), "behind the frame", Decided("finish", "carcass"))
    return Mount(span.free_at - thin[0], span.free_end + thin[1], width, layers)


def _layers(choice: Choice, step: float) -> tuple[float, ...]:
    """The boards that fill a step without standing out of it: one, best that of the gables, or two on each other.

    Where none are thin enough, or all leave more than the drawer can be wider, it is one that has to be planed.
    """
    if step <= TOUCH:
        return ()
    sold = [float(t) for t in choice.catalog.boards[choice.finish("carcass").board].prices]
    usual, least = choice.rules.board_thickness, step - _beside_box(choice) + PASSES
    stacks = [(t,) for t in sold] + list(combinations_with_replacement(sorted(sold, reverse=True), 2))
    fitting = [stack for stack in stacks if least <= sum(stack) <= step + TOUCH]
    return min(fitting, key=lambda stack: (len(stack), stack != (usual,), -sum(stack)), default=(step,))


def _beside_box(choice: Choice) -> float:
    """What the slides leave between a box and what they are screwed to."""
    slide = choice.hardware("slide")
    return slide.width_less / 2 - choice.finish("drawer").thickness if slide.width_less else slide.side_clearance


def add_blocking(choice: Choice, box: Box, cell: Cell, number: int, at: tuple[float, float], out: Collector) -> None:
    """Add the blocking for the slides of one drawer, none where nothing stands before the uprights.

    It begins at the y and has the slides' screws at the height of `at`.
    """
    start, z = at
    length = box.inside_depth if start <= box.front else box.inside_depth - Size.of(start - box.front, "front", Decided("finish", "front"))
    span, high = cell.x, choice.rule("blocking_height", "blocking")
    if high.value > cell.z.clear.value:
        high = Size.of(cell.z.clear.value, "clear height", cell.source)
    low = min(max(z - high.value / 2, cell.z.clear_at), cell.z.clear_end - high.value)
    screws = low + high.value - FROM_EDGE
    if screws - z < FROM_EDGE:
        screws = low + min(FROM_EDGE, high.value / 2)
    for side, x, boards in zip(("left", "right"), (span.clear_at, span.clear_end), mount_of(choice, cell).layers, strict=True):
        for layer, thick in enumerate(boards):
            size = Size.of(thick, "carcass board", Decided("finish", "carcass"))
            role: PartRole = "slide blocking" if layer == 0 else "slide packing"
            face = x + sum(boards[:layer]) * (1.0 if side == "left" else -1.0)
            place = _Place(Tag(role, side, number), face, side == "left", screws - layer * LAYERS_APART)
            _add(choice, place, Vec(face, start, low), (length, high, size), out)


def _add(choice: Choice, place: _Place, origin: Vec, sizes: tuple[Size, Size, Size], out: Collector) -> None:
    length, _, thick = sizes
    start, rear = origin.y, origin.y + length.value
    lay = Lay("+y", "+z", origin) if place.left else Lay("-y", "+z", origin._replace(y=rear))
    out.add(place.tag, Stuff(choice.finish("carcass"), "carcass"), sizes, lay, kind="blocking")
    upright = out.host(Vec(place.x, (start + rear) / 2, place.z), place.into, ("gable", "partition", "blocking"))
    if upright is None:
        out.miss("The blocking behind a face frame finds no board to be screwed to.")
        return
    screw = holding_screw(choice, thick.value, out.parts[upright].thickness.value)
    if screw is None:
        out.note(Note("no-screw", f"No screw holds a blocking {thick.value:g} thick.", "Choose other screws, or a narrower frame."))
        return
    _fix(screw, len(out.parts) - 1, upright, place, (start, length.value), out)


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
