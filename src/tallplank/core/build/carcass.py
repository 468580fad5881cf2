"""The frameless carcass: gables full height, bottom and top between them, the back in a groove, in a rebate or planted.

Source: common practice throughout; every value is a rule of the construction.
"""

from tallplank.core.build.box import Box, Cell
from tallplank.core.build.choice import Choice
from tallplank.core.build.collector import Collector, Lay, slot
from tallplank.core.build.drawer import add_drawer
from tallplank.core.build.front import add_doors, add_drawer_front
from tallplank.core.build.joint import add_joints
from tallplank.core.build.part import BuildError, Edges, Pocket
from tallplank.core.build.support import add_support
from tallplank.core.job.record import Opening
from tallplank.core.measure.divide import divide, equal
from tallplank.core.measure.size import Size


def build_carcass(choice: Choice, out: Collector) -> None:
    """Add all parts and fittings of a cabinet.

    Raises:
        BuildError, DivideError: the sizes leave no room for a part; the text names it.
    """
    box = _box(choice)
    _gables(choice, box, out)
    _floor_and_top(choice, box, out)
    _back(choice, box, out)
    cells = _cells(choice, box)
    for number, cell in enumerate(cells):
        _fill(choice, box, cell, number, out)
    add_support(choice, box.width, out)
    add_joints(choice, out)


def _box(choice: Choice) -> Box:
    unit, rules = choice.unit, choice.rules
    width = Size.of(unit.width, "width", "unit.width")
    height = Size.of(unit.height, "height", "unit.height")
    depth = Size.of(unit.depth, "depth", "unit.depth")
    board = choice.rule("board_thickness", "gable")
    back = Size.of(choice.finish("back").thickness, "back", "finish.back")
    gable_depth = depth - back if rules.back == "planted" else depth
    inside_depth = gable_depth
    if rules.back == "grooved":
        inside_depth = gable_depth - choice.rule("back_inset") - back
    elif rules.back == "rebated":
        inside_depth = gable_depth - back
    return Box(width, height, depth, board, gable_depth, width - 2 * board, inside_depth, back)


def _groove(choice: Choice, box: Box, length: float, start: float = 0.0) -> tuple[Pocket, ...]:
    """The groove or rebate for the back in a part of full board thickness whose width starts at `start` in the depth."""
    rules = choice.rules
    if rules.back not in ("grooved", "rebated"):
        return ()
    if rules.groove_depth >= box.board.value:
        raise BuildError(f"A groove {rules.groove_depth:g} deep would cut through the {box.board.value:g} board.")
    front = box.inside_depth.value - start
    end = front + box.back.value if rules.back == "grooved" else box.gable_depth.value - start
    if front < 0:
        raise BuildError("The groove for the back would lie in front of the board: use a deeper unit or a smaller back inset.")
    kind = "groove" if rules.back == "grooved" else "rebate"
    depth = (box.board.value - rules.groove_depth, box.board.value)
    return (slot((0.0, length), (front, end), depth, "groove" if kind == "groove" else "rebate"),)


def _gables(choice: Choice, box: Box, out: Collector) -> None:
    finish = choice.finish("carcass")
    sizes = (box.height, box.gable_depth, box.board)
    pockets = _groove(choice, box, box.height.value)
    edges = Edges(l1=finish.band, w1=_gable_end(choice), w2=_gable_end(choice))
    left = Lay("-z", "+y", (0.0, 0.0, box.height.value))
    right = Lay("+z", "+y", (box.width.value, 0.0, 0.0))
    out.add("gable left", "carcass", "carcass", finish, sizes, left, edges=edges, pockets=pockets)
    out.add("gable right", "carcass", "carcass", finish, sizes, right, edges=edges, pockets=pockets)


def _gable_end(choice: Choice) -> str | None:
    """Hung units show the ends of their gables from below; those on the floor do not."""
    return choice.finish("carcass").band if choice.kind.mount == "wall" else None


def _floor_and_top(choice: Choice, box: Box, out: Collector) -> None:
    finish, board = choice.finish("carcass"), box.board.value
    sizes = (box.inside_width, box.gable_depth, choice.rule("board_thickness", "board"))
    pockets = _groove(choice, box, box.inside_width.value)
    edges = Edges(l1=finish.band)
    lay = Lay("+x", "+y", (board, 0.0, 0.0))
    out.add("bottom", "carcass", "carcass", finish, sizes, lay, edges=edges, pockets=pockets)
    if choice.kind.top == "full":
        lay = Lay("-x", "+y", (box.width.value - board, 0.0, box.height.value))
        out.add("top", "carcass", "carcass", finish, sizes, lay, edges=edges, pockets=pockets)
    elif choice.kind.top == "stretchers":
        _flat_stretchers(choice, box, out)
    elif choice.kind.top == "sink":
        _upright_rails(choice, box, out)


def _flat_stretchers(choice: Choice, box: Box, out: Collector) -> None:
    finish, width = choice.finish("carcass"), choice.rule("stretcher_width")
    depth = box.gable_depth.value
    if 2 * width.value > depth:
        raise BuildError(f"Two stretchers {width.value:g} wide do not fit into a depth of {depth:g}.")
    sizes = (box.inside_width, width, choice.rule("board_thickness", "board"))
    x, z = box.width.value - box.board.value, box.height.value
    edges = Edges(l1=finish.band)
    out.add("stretcher front", "carcass", "carcass", finish, sizes, Lay("-x", "+y", (x, 0.0, z)), edges=edges)
    start = depth - width.value
    pockets = _groove(choice, box, box.inside_width.value, start)
    out.add("stretcher back", "carcass", "carcass", finish, sizes, Lay("-x", "+y", (x, start, z)), pockets=pockets)


def _upright_rails(choice: Choice, box: Box, out: Collector) -> None:
    finish, width, board = choice.finish("carcass"), choice.rule("stretcher_width"), box.board.value
    sizes = (box.inside_width, width, choice.rule("board_thickness", "board"))
    z = box.height.value - width.value
    if z < board:
        raise BuildError(f"Rails {width.value:g} wide do not fit into a height of {box.height.value:g}.")
    edges = Edges(l1=finish.band)
    lay = Lay("+x", "+z", (board, board, z))
    out.add("rail front", "carcass", "carcass", finish, sizes, lay, edges=edges)
    out.add("rail back", "carcass", "carcass", finish, sizes, Lay("+x", "+z", (board, box.inside_depth.value, z)))


def _back(choice: Choice, box: Box, out: Collector) -> None:
    rules, finish = choice.rules, choice.finish("back")
    if rules.back == "none":
        return
    clearance = choice.rule("back_clearance", "clearance")
    half, board, groove = clearance.value / 2, box.board.value, rules.groove_depth
    if rules.back == "planted":
        sizes = (box.height - clearance, box.width - clearance, box.back)
        lay = Lay("+z", "-x", (box.width.value - half, box.depth.value, half))
    else:
        let_in = choice.rule("groove_depth")
        height = box.height - 2 * box.board + 2 * let_in - clearance
        if choice.kind.top == "sink":
            height = box.height - box.board + let_in - 0.5 * clearance
        rear = box.inside_depth.value + box.back.value
        sizes = (height, box.inside_width + 2 * let_in - clearance, box.back)
        lay = Lay("+z", "-x", (box.width.value - board + groove - half, rear, board - groove + half))
    out.add("back", "back", "carcass", finish, sizes, lay)


def _cells(choice: Choice, box: Box) -> list[Cell]:
    """The openings from top to bottom; their fronts share the height by the divide rule."""
    openings = choice.unit.openings
    if not openings:
        return []
    reveal = choice.rule("reveal")
    members = [o.size for o in openings]
    total = box.height - reveal
    division = divide(total.value, members, separator=reveal.value)
    top = box.height.value - reveal.value / 2
    ceiling = _under_top(choice, box)
    cells = []
    for i, opening in enumerate(openings):
        z = top - division.starts[i] - division.sizes[i]
        last = i == len(openings) - 1
        half_shelf = box.board.value / 2
        low = box.board.value if last else z - reveal.value / 2 + (half_shelf if opening.floor else 0.0)
        cells.append(Cell(opening, _member_size(total, reveal, openings, i, division.sizes[i]), z, low, ceiling))
        ceiling = z - reveal.value / 2 - (half_shelf if opening.floor else 0.0)
    return cells


def _member_size(total: Size, reveal: Size, openings: tuple[Opening, ...], index: int, value: float) -> Size:
    """The height of a front with its terms; a bound that took hold is named as such."""
    member = openings[index].size
    if member.size is not None:
        return Size.of(member.size, "set height", f"opening.{index}")
    if len(openings) == 1:
        return total
    rest = total - (len(openings) - 1) * reveal
    for i, other in enumerate(openings):
        if other.size.size is not None:
            rest = rest - Size.of(other.size.size, "set height", f"opening.{i}")
    weight = sum(o.size.share for o in openings if o.size.is_open)
    size = rest.named("left to share", member.share / weight)
    return size if abs(size.value - value) < 1e-6 else Size.of(value, "bound of the divide rule", f"opening.{index}")


def _under_top(choice: Choice, box: Box) -> float:
    used = {"full": box.board.value, "stretchers": box.board.value, "sink": choice.rules.stretcher_width, "none": 0.0}
    return box.height.value - used[choice.kind.top]


def _fill(choice: Choice, box: Box, cell: Cell, number: int, out: Collector) -> None:
    opening = cell.opening
    if opening.floor and number < len(choice.unit.openings) - 1:
        finish = choice.finish("carcass")
        sizes = (box.inside_width, box.inside_depth, choice.rule("board_thickness", "board"))
        lay = Lay("+x", "+y", (box.board.value, 0.0, cell.low - box.board.value))
        out.add("fixed shelf", "carcass", "carcass", finish, sizes, lay, edges=Edges(l1=finish.band))
    if opening.shelves:
        _shelves(choice, box, cell, out)
    if opening.front == "doors":
        add_doors(choice, cell, out)
    elif opening.front == "drawer":
        slide = add_drawer(choice, box, cell, number + 1, out)
        add_drawer_front(choice, cell, number + 1, slide, out)


def _shelves(choice: Choice, box: Box, cell: Cell, out: Collector) -> None:
    if cell.opening.front == "drawer":
        raise BuildError("A drawer's opening takes no shelves.")
    finish, count, board = choice.finish("carcass"), cell.opening.shelves, choice.rule("board_thickness", "board")
    division = divide(cell.high - cell.low, equal(count + 1), separator=board.value)
    clearance = choice.rule("shelf_clearance", "clearance")
    setback = choice.rule("shelf_setback", "setback")
    sizes = (box.inside_width - clearance, box.inside_depth - setback, board)
    x = box.board.value + clearance.value / 2
    for i in range(count):
        z = cell.low + division.starts[i] + division.sizes[i]
        lay = Lay("+x", "+y", (x, setback.value, z))
        out.add("shelf", "carcass", "inside", finish, sizes, lay, edges=Edges(l1=finish.band))
    per_shelf = Size.of(4, "pins to a shelf", "hardware.pin")
    out.fit(choice.hardware("pin"), per_shelf * count, f"{count} adjustable {'shelf' if count == 1 else 'shelves'}")
