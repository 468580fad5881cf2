"""Drawer boxes: sides the length of the slide, front and back between them, the bottom in a groove all round."""

from tallplank.core.build.box import Box, Cell
from tallplank.core.build.choice import Choice
from tallplank.core.build.collector import Collector, Lay, slot
from tallplank.core.build.part import BuildError, Edges, Motion
from tallplank.core.measure.size import Size

BOTTOM_PLAY = 1.0


def slide_length(lengths: tuple[float, ...], room: float) -> float:
    """The longest nominal length that fits. Source: common practice.

    Raises:
        BuildError: not even the shortest fits.
    """
    fitting = [length for length in lengths if length <= room]
    if not fitting:
        shortest = f"the shortest slide is {min(lengths):g}" if lengths else "the slide has no lengths in the catalogue"
        raise BuildError(f"No drawer slide fits into a free depth of {room:.0f}: {shortest}.")
    return max(fitting)


def add_drawer(choice: Choice, box: Box, cell: Cell, number: int, out: Collector) -> float:
    """Add one drawer box with its slides; returns the length of the slide.

    Raises:
        BuildError: the opening is too shallow, too low or too narrow for a box.
    """
    rules, slide = choice.rules, choice.hardware("slide")
    length = slide_length(slide.lengths, box.inside_depth.value - rules.slide_clearance)
    finish = choice.finish("drawer")
    side = Size.of(finish.thickness, "drawer side", "finish.drawer")
    each_side = Size.of(slide.side_clearance, "slide clearance", "hardware.slide")
    width = box.inside_width - 2 * each_side
    run = Size.of(length, "slide length", "hardware.slide")
    height = _box_height(choice, cell, number)
    between = width - 2 * side
    y, z = -rules.front_gap, cell.low + rules.drawer_allowance / 4
    x = box.board.value + slide.side_clearance
    far, thick = x + width.value, side.value
    bottom_thickness = choice.finish("back").thickness
    lip = (rules.drawer_bottom_inset, rules.drawer_bottom_inset + bottom_thickness)
    if rules.drawer_groove >= thick or lip[1] >= height.value:
        raise BuildError(f"The bottom of drawer {number} finds no groove: the box is {height.value:.0f} high, its sides {thick:g}.")
    cut = (thick - rules.drawer_groove, thick)
    motion = Motion("slide", reach=length)
    edges, name = Edges(l2=finish.band), f"drawer {number}"

    for part, lay, sizes in (
        ("side left", Lay("+y", "+z", (x, y, z)), (run, height, side)),
        ("side right", Lay("-y", "+z", (far, y + length, z)), (run, height, side)),
        ("box front", Lay("-x", "+z", (far - thick, y, z)), (between, height, side)),
        ("box back", Lay("+x", "+z", (x + thick, y + length, z)), (between, height, side)),
    ):
        pockets = (slot((0.0, sizes[0].value), lip, cut),)
        out.add(f"{name} {part}", "drawer", "drawer", finish, sizes, lay, edges=edges, pockets=pockets, motion=motion)

    let_in = choice.rule("drawer_groove", "groove")
    play = Size.of(BOTTOM_PLAY, "play")
    bottom = (run - 2 * side + 2 * let_in - play, between + 2 * let_in - play)
    origin = (far - thick + rules.drawer_groove - BOTTOM_PLAY / 2, y + thick - rules.drawer_groove + BOTTOM_PLAY / 2, z + lip[0])
    sizes = (*bottom, Size.of(bottom_thickness, "back", "finish.back"))
    out.add(f"{name} bottom", "back", "drawer", choice.finish("back"), sizes, Lay("+y", "-x", origin), motion=motion)
    out.fit(choice.hardware("slide"), Size.of(1, "pair of slides to a drawer", "hardware.slide"), f"{name}, {length:g} long")
    return length


def _box_height(choice: Choice, cell: Cell, number: int) -> Size:
    clear = Size.of(cell.high - cell.low, "clear height", "opening")
    height = clear - choice.rule("drawer_allowance", "allowance")
    most = choice.rules.drawer_most
    if height.value > most:
        return Size.of(most, "highest drawer box", "rule.drawer_most")
    if height.value <= 0:
        raise BuildError(f"Drawer {number} has a clear height of {clear.value:.0f}, too low for a box.")
    return height
