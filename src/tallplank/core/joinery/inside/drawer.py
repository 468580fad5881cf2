"""Drawer boxes: sides the length of the slide, front and back between them, the bottom in a groove all round."""

from collections.abc import Iterator
from dataclasses import dataclass

from tallplank.core.catalog.hardware import Slide
from tallplank.core.error import mm
from tallplank.core.job.construction import Construction
from tallplank.core.joinery.inside.blocking import add_blocking, mount_of
from tallplank.core.joinery.inside.drawer_joint import add_corners
from tallplank.core.joinery.joint.system import on_row
from tallplank.core.joinery.part.hole import Pocket
from tallplank.core.joinery.part.opened import pulled_out
from tallplank.core.joinery.part.part import BOTTOM, BOX_FRONT, UPRIGHTS, BuildError, Edges, Part, PartKind, Piece, Tag
from tallplank.core.joinery.part.role import PartRole
from tallplank.core.joinery.rule.choice import Choice
from tallplank.core.joinery.rule.plate import bottom_thickness
from tallplank.core.joinery.setout.box import Box
from tallplank.core.joinery.setout.collector import Bore, Collector, Lay, Stuff, slot
from tallplank.core.joinery.setout.layout import Cell
from tallplank.core.joinery.setout.plane import Plane
from tallplank.core.measure.size import Size
from tallplank.core.measure.source import Decided
from tallplank.core.space.frame import LEFT, RIGHT, Vec
from tallplank.core.space.motion import Motion

SLIDE_HOSTS: tuple[PartKind, ...] = (*UPRIGHTS, "blocking")
LEAST_SKIN = 1.0
"""A hole that would leave less goes right through."""
BOX_BACK: PartRole = "box back"
FROM_END, SIDE_SKIN = 20.0, 2.0
"""A screw of a slide stays so far from the rear end of a side, and leaves so much of it."""
LEAST_BELOW, LEAST_ABOVE = 3.0, 6.0
"""What is left free below and above a box."""
UNDER_BOX = 18.0
"""How far a slide that holds a box from below reaches under it, from within its sides."""
STEEL = "#b9b6ae"
LOWEST_BOX, NARROWEST_BOX = 30.0, 60.0
"""The height and the inside width below which a box is of no use."""


@dataclass(frozen=True, slots=True)
class Drawer:
    """One drawer in its cell: where it starts in the depth, and whether it has no front of its own."""

    number: int
    cell: Cell
    start: float
    inner: bool = False
    low: bool = False
    """Whether it is a tray that pulls out: as low as its sides can be."""
    height: Size | None = None
    """The height of its box, where that is as that of others behind equal fronts."""

    @property
    def tag(self) -> Tag:
        """The drawer as its parts know it."""
        return Tag("pull-out" if self.low else "drawer", number=self.number)

    @property
    def name(self) -> str:
        """The drawer as papers name it."""
        return self.tag.name


@dataclass(frozen=True, slots=True)
class _Body:
    """The sizes that the five parts of one box share."""

    tag: Tag
    run: Size
    width: Size
    height: Size
    side: Size
    bottom: Size
    bottom_inset: float
    groove: Size
    play: float
    """What the groove is wider than the bottom."""
    x: float
    y: float
    z: float

    @property
    def lip(self) -> tuple[float, float]:
        """Where the groove for the bottom lies, from the lower edge."""
        return self.bottom_inset, self.bottom_inset + self.bottom.value + self.play


def slide_length(lengths: tuple[float, ...], room: float) -> float:
    """The longest nominal length that fits. Source: common practice.

    Raises:
        BuildError: not even the shortest fits.
    """
    fitting = [length for length in lengths if length <= room]
    if not fitting:
        shortest = f"the shortest slide is {min(lengths):g}" if lengths else "the slide has no lengths in the catalogue"
        raise BuildError(f"No drawer slide fits into a free depth of {mm(room)}: {shortest}.")
    return max(fitting)


def add_drawer(choice: Choice, box: Box, drawer: Drawer, out: Collector) -> float:
    """Add one drawer box with its slides; returns the length of the slide.

    Raises:
        BuildError: the opening is too shallow, too low or too narrow for a box.
    """
    slide = choice.hardware("slide")
    room = box.back_face - max(drawer.start, box.front) - choice.rules.slide_clearance
    lengths = (slide.inch_lengths if choice.rules.slide_lengths == "inches" else ()) or slide.lengths
    length = slide_length(lengths, room)
    body = _body(choice, box, drawer, slide, length)
    if (deep := _hanger_depth(choice, box, body)) > 0:
        length = slide_length(lengths, room - deep)
        body = _body(choice, box, drawer, slide, length)
    motion = pulled_out(length)
    first = len(out.parts)
    _add_sides(choice, body, slide, motion, out)
    add_corners(choice, drawer.name, first, out)
    _add_bottom(choice, body, motion, out)
    _bore_sides(slide, body, first, out)
    out.drawers.append((drawer.tag, length))
    out.slides.append((drawer.cell, body.z + slide.rise, length))
    start = max(drawer.start, box.front) if drawer.inner else box.front
    add_blocking(choice, box, drawer.cell, drawer.number, (start, body.z + slide.rise), out)
    return length


def _hanger_depth(choice: Choice, box: Box, body: _Body) -> float:
    """How much of the depth behind a drawer box the hangers of a unit on the wall take up, under its top."""
    if choice.kind.mount != "wall":
        return 0.0
    _, deep, high = choice.hardware("hanger").body
    return deep if body.z + body.height.value > box.height.value - box.top_used.value - high else 0.0


def _body(choice: Choice, box: Box, drawer: Drawer, slide: Slide, length: float) -> _Body:
    rules, cell = choice.rules, drawer.cell
    side = Size.of(choice.finish("drawer").thickness, "drawer side", Decided("finish", "drawer"))
    run = Size.of(length, "slide length", Decided("hardware", "slide"))
    if slide.length_less:
        run = run - Size.of(slide.length_less, "less for the slide", Decided("hardware", "slide"))
    low, high = cell.z.free_at, cell.z.free_end
    height = drawer.height or box_height(choice, drawer, high - low)
    if height.value < slide.rise + slide.high / 2:
        least = slide.rise + slide.high / 2
        raise BuildError(f"The box of {drawer.name} would be {mm(height.value)} high; its slide needs {mm(least)}.")
    mount = mount_of(choice, cell)
    if slide.width_less:
        width = mount.width - Size.of(slide.width_less, "less for the slide, inside the box", Decided("hardware", "slide")) + 2 * side
        x = mount.left + slide.width_less / 2 - side.value
    else:
        width = mount.width - 2 * Size.of(slide.side_clearance, "slide clearance", Decided("hardware", "slide"))
        x = mount.left + slide.side_clearance
    if width.value - 2 * side.value < NARROWEST_BOX:
        raise BuildError(f"{drawer.name.capitalize()} has a clear width of {mm(cell.x.free.value)}, too narrow for a box.")
    z = _on_rows(rules, slide, (low, high), height.value)
    bottom = Size.of(bottom_thickness(choice, (run.value, width.value)), "drawer bottom", Decided("finish", "back"))
    inset, groove = slide.bottom_recess or rules.drawer_bottom_inset, choice.rule("drawer_groove", "groove")
    body = _Body(drawer.tag, run, width, height, side, bottom, inset, groove, rules.groove_play, x, drawer.start, z)
    if groove.value >= side.value or body.lip[1] >= height.value:
        raise BuildError(f"The bottom of {drawer.name} finds no groove: the box is {mm(height.value)} high, its sides {mm(side.value)}.")
    return body


def _on_rows(rules: Construction, slide: Slide, room: tuple[float, float], height: float) -> float:
    """Where a box stands: with its slides' screws on the row of holes nearest to the usual place, if there is one in its room."""
    low, high = room
    usual = low + max(rules.drawer_allowance / 4, slide.under)
    if rules.box == "face-frame":
        return usual
    row = on_row(rules, usual + slide.rise)
    found = (row + k * rules.system_pitch - slide.rise for k in (0, 1, -1))
    fitting = [z for z in found if z >= low + max(slide.under, LEAST_BELOW) and z + height <= high - LEAST_ABOVE]
    return min(fitting, key=lambda z: abs(z - usual), default=usual)


def _add_sides(choice: Choice, body: _Body, slide: Slide, motion: Motion, out: Collector) -> None:
    stuff, thick, x, y, z = Stuff(choice.finish("drawer"), "drawer"), body.side.value, body.x, body.y, body.z
    far, end, between = x + body.width.value, y + body.run.value, body.width - 2 * body.side
    piece, cut, edges = body.tag.piece, (thick - body.groove.value, thick), Edges(l2=stuff.finish.band)
    for tag, lay, run in (
        (piece("side", "left"), Lay("+y", "+z", (x, y, z)), body.run),
        (piece("side", "right"), Lay("-y", "+z", (far, end, z)), body.run),
        (piece(BOX_FRONT), Lay("-x", "+z", (far - thick, y, z)), between),
        (piece(BOX_BACK), Lay("+x", "+z", (x + thick, end, z)), between),
    ):
        pockets: tuple[Pocket, ...] = (slot((0.0, run.value), body.lip, cut),)
        if tag.role == BOX_BACK and slide.hook_notch is not None:
            pockets += _lock_notches(body, slide.hook_notch, run.value)
        size = (run, body.height, body.side)
        out.add(tag, stuff, size, lay, edges=edges, pockets=pockets, motion=motion, kind="drawer")


def _lock_notches(body: _Body, notch: tuple[float, float], run: float) -> tuple[Pocket, ...]:
    """Notches in the lower corners of the back, where the slides' hooks pass under the bottom."""
    wide, high = min(notch[0], run / 3), min(notch[1], body.lip[0])
    ends = ((0.0, wide), (run - wide, run))
    return tuple(slot(along, (0.0, high), (0.0, body.side.value), "notch") for along in ends)


def _add_bottom(choice: Choice, body: _Body, motion: Motion, out: Collector) -> None:
    play, groove, thick = choice.rule("bottom_play", "play"), body.groove, body.side.value
    length = body.run - 2 * body.side + 2 * groove - play
    width = body.width - 2 * body.side + 2 * groove - play
    off = thick - groove.value + play.value / 2
    lay = Lay("+y", "-x", (body.x + body.width.value - off, body.y + off, body.z + body.lip[0]))
    tag, finish = body.tag.piece(BOTTOM), choice.finish("back")
    stuff = Stuff(finish, "back", "drawer")
    out.add(tag, stuff, (length, width, body.bottom), lay, motion=motion, kind="drawer")


def box_height(choice: Choice, drawer: Drawer, room: float) -> Size:
    """How high a box is in a room of this height.

    Raises:
        BuildError: the room is too low for a box.
    """
    clear = Size.of(room, "clear height", drawer.cell.source)
    height = clear - choice.rule("drawer_allowance", "allowance")
    most = choice.rules.tray_height if drawer.low else choice.rules.drawer_most
    if height.value > most:
        return choice.rule("tray_height", "tray") if drawer.low else Size.of(most, "highest drawer box", Decided("rule", "drawer_most"))
    if height.value < LOWEST_BOX:
        raise BuildError(f"{drawer.name.capitalize()} has a clear height of {mm(clear.value)}, too low for a box.")
    return height


def _bore_sides(slide: Slide, body: _Body, first: int, out: Collector) -> None:
    """The holes that the slides ask for in the sides of the box, parts `first` and the next."""
    for index, x, into in ((first, body.x, RIGHT), (first + 1, body.x + body.width.value, LEFT)):
        for bored in slide.drawer_holes:
            if bored.x < body.run.value - FROM_END:
                point = Vec(x, body.y + bored.x, body.z + slide.rise + bored.z)
                out.bore(index, point, into, Bore("slide", bored.diameter, min(bored.depth, body.side.value - SIDE_SKIN)))


def _slide_depth(host: Part, wanted: float) -> float:
    """How deep a slide's screw is bored; a skin too thin to stay is bored through."""
    thick = host.thickness.value
    return wanted if host.kind == "partition" or wanted <= thick - LEAST_SKIN else thick


def _bars(slide: Slide, side: float) -> Iterator[tuple[float, float, float]]:
    """What a slide takes beside and below a box: how far it reaches from what it is screwed to, from where to where about its screws."""
    if slide.mount == "side":
        yield slide.side_clearance, -slide.high / 2, slide.high / 2
        return
    yield slide.width_less / 2 - side, -slide.rise - slide.under, slide.rise
    yield slide.width_less / 2 + UNDER_BOX, -slide.rise - slide.under, -slide.rise


def bore_slides(choice: Choice, cell: Cell, plane: Plane, z: float, length: float, out: Collector) -> None:
    """Both slides with their holes, in the uprights or in the blocking that stands in front of them; `z` is the line of their screws."""
    slide, mount = choice.hardware("slide"), mount_of(choice, cell)
    holes = [h for h in slide.box_holes if h.x <= length]
    for x, into in ((mount.left, LEFT), (mount.right, RIGHT)):
        for wide, low, high in _bars(slide, choice.finish("drawer").thickness):
            near, far = sorted((x, x - into.x * wide))
            out.pieces.append(Piece("slide", STEEL, Vec(near, plane.rows, z + low), Vec(far, plane.rows + length, z + high)))
        for bored in holes:
            point = Vec(x, plane.rows + bored.x, z + bored.z)
            host = out.host(point, into, SLIDE_HOSTS)
            if host is None:
                out.miss("A drawer's slides find no board to be screwed to.")
                continue
            depth = _slide_depth(out.parts[host], bored.depth)
            out.bore(host, point, into, Bore("slide", bored.diameter, depth))
