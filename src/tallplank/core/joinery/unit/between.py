"""Boards between two gables that stand there already and are shared with what is beside them: a bottom, a top and shelves on cleats.

Source: common practice: cleats as deep as the board less its setback, screwed to the gables from inside.
"""

from tallplank.core.error import mm
from tallplank.core.joinery.joint.joint import fixings
from tallplank.core.joinery.part.part import BOTTOM, BuildError, Edges, Tag
from tallplank.core.joinery.rule.choice import Choice
from tallplank.core.joinery.setout.box import thickness
from tallplank.core.joinery.setout.collector import Collector, Lay, Stuff
from tallplank.core.measure.divide import DivideError, divide, equal
from tallplank.core.measure.size import Size
from tallplank.core.measure.source import Decided

CLEAT_HIGH = 25.0
HANDS = ("left", "right")


def build_between(choice: Choice, out: Collector) -> None:
    """Add the boards from below to above, each with a cleat at either end.

    Raises:
        BuildError: the boards leave nothing between them.
    """
    unit, count = choice.unit, choice.unit.opening.shelves
    board = thickness(choice, "shelf_thickness", "shelf")
    clear = unit.height - 2 * board.value
    try:
        division = divide(clear, equal(count + 1), separator=board.value)
    except DivideError:
        raise BuildError(f"{count} shelves do not fit into a clear height of {mm(clear)}.") from None
    heights = [board.value + division.starts[i] + division.sizes[i] for i in range(count)]
    _add_board(choice, Tag(BOTTOM), 0.0, board, out)
    for number, z in enumerate(heights, 1):
        _add_board(choice, Tag("shelf", number=number, total=count), z, board, out)
    _add_board(choice, Tag("top"), unit.height - board.value, board, out)


def _add_board(choice: Choice, tag: Tag, z: float, board: Size, out: Collector) -> None:
    unit, finish = choice.unit, choice.finish("carcass")
    width, depth = (Size.of(getattr(unit, side), side, Decided("unit", side)) for side in ("width", "depth"))
    edges = Edges(l1=finish.band)
    out.add(tag, Stuff(finish, "carcass"), (width, depth, board), Lay("+x", "+y", (0.0, 0.0, z)), edges=edges, kind="other")
    below = z - CLEAT_HIGH
    if below < 0:
        return
    off = choice.rules.shelf_setback
    if unit.depth <= 2 * off:
        raise BuildError(f"A board {mm(unit.depth)} deep leaves no room for its cleats.")
    length = depth - 2 * Size.of(off, "shelf setback", Decided("rule", "shelf_setback"))
    high, thick = Size.of(CLEAT_HIGH, "cleat"), choice.rule("board_thickness", "board")
    for side in HANDS:
        x = 0.0 if side == "left" else unit.width - thick.value
        lay = Lay("+y", "+z", (x, off, below))
        out.add(Tag("shelf cleat", side), Stuff(finish, "carcass"), (length, high, thick), lay)
        screw = min(choice.family(choice.hardware("screw")), key=lambda s: abs(s.length - 2 * thick.value + 1.0))
        places = fixings((0.0, length.value), choice.rules.joint_end, choice.rules.joint_pitch)
        out.fit(screw, Size.of(len(places), "screws to a cleat", Decided("rule", "joint_pitch")), "cleats to the gables")
