"""The carcass: gables, bottom and top between them, the back, a face frame where the shop builds one.

Source: common practice throughout; every value is a rule of the construction.
"""

from tallplank.core.error import mm
from tallplank.core.joinery.inside.shelf import bore_spares
from tallplank.core.joinery.joint.face_fixing import fix_faces
from tallplank.core.joinery.joint.joint import add_joints
from tallplank.core.joinery.part.hole import Pocket
from tallplank.core.joinery.part.part import BOTTOM, BuildError, Edges, Tag
from tallplank.core.joinery.rule.choice import Choice
from tallplank.core.joinery.rule.place import AROUND, middle_of_opening, place
from tallplank.core.joinery.rule.under_top import has_top_drawer
from tallplank.core.joinery.setout.box import Box, box_of, foot_of, front_band
from tallplank.core.joinery.setout.collector import Collector, Lay, Stuff, slot
from tallplank.core.joinery.setout.layout import lay_out
from tallplank.core.joinery.unit.cut_out import cut_backs, cut_below
from tallplank.core.joinery.unit.fill import fill_cells
from tallplank.core.joinery.unit.frame import add_face_frame
from tallplank.core.joinery.unit.support import add_support


def build_carcass(choice: Choice, out: Collector) -> None:
    """Add all parts and fittings of a cabinet.

    Raises:
        BuildError, DivideError: the sizes leave no room for a part; the text names it.
    """
    box = box_of(choice)
    _gables(choice, box, out)
    _bottom_and_top(choice, box, out)
    _back(choice, box, out)
    layout = out.layout = lay_out(choice, box)
    if choice.rules.box == "face-frame":
        add_face_frame(choice, box, layout, out)
    rows = fill_cells(choice, box, layout, out)
    hanger = add_support(choice, box, out)
    add_joints(choice, box, out)
    bore_spares(rows, out)
    cut_below(choice, box, layout, out)
    fix_faces(choice, out)
    cut_backs(choice, box, layout, hanger, out)


def _groove(choice: Choice, box: Box, length: float, thick: float, start: float = 0.0) -> tuple[Pocket, ...]:
    """The groove or rebate for the back in a part of full board thickness whose width starts at `start` in the depth."""
    rules = choice.rules
    if rules.back not in ("grooved", "rebated"):
        return ()
    if rules.groove_depth >= thick:
        raise BuildError(f"A groove {mm(rules.groove_depth)} deep would cut through the {mm(thick)} board.")
    front = box.inside_depth.value - start
    end = front + box.back.value + rules.groove_play if rules.back == "grooved" else box.gable_depth.value - start
    if front < 0:
        raise BuildError("The groove for the back would lie in front of the board: use a deeper unit or a smaller back inset.")
    return (slot((0.0, length), (front, end), (thick - rules.groove_depth, thick), "groove" if rules.back == "grooved" else "rebate"),)


def _gables(choice: Choice, box: Box, out: Collector) -> None:
    finish, foot = choice.finish("carcass"), foot_of(choice)
    height = box.height + foot
    sizes = (height, box.gable_depth, box.board)
    pockets = _groove(choice, box, height.value, box.board.value)
    band = finish.band if choice.kind.mount == "wall" else None
    edges = Edges(l1=front_band(choice), w1=band, w2=band)
    right = box.inside_right + box.board.value
    for side, lay, low in (
        ("left", Lay("-z", "+y", (box.left, box.front, box.height.value)), box.height.value),
        ("right", Lay("+z", "+y", (right, box.front, -foot.value)), 0.0),
    ):
        notch = _notch(choice, box, (low, low + foot.value)) if foot.value else ()
        bowl = _notch_for_sink(choice, box, height.value if side == "right" else None)
        out.add(Tag("gable", side), Stuff(finish, "carcass"), sizes, lay, edges=edges, pockets=(*pockets, *notch, *bowl), kind="gable")


BOWL_AROUND = 5.0
"""The wall of a bowl beside its opening, with what is free around it."""


def _notch_for_sink(choice: Choice, box: Box, top: float | None) -> tuple[Pocket, ...]:
    """The notch in the upper front corner of a gable for a sink before the front that is wider than the box inside.

    `top` is the place of the gable's upper end along it, None where that is its start.
    """
    apron = choice.apron
    if apron is None or (sink := choice.hardware("sink")).size[0] <= box.inside_width.value:
        return ()
    placed = place(choice)
    middle = middle_of_opening(placed, sink, choice.rules.top_front - placed.front)
    deep = middle + sink.cut[1] / 2 + BOWL_AROUND - placed.back + choice.unit.depth - box.front
    along = (0.0, apron.value) if top is None else (top - apron.value, top)
    return (slot(along, (0.0, min(deep, box.inside_depth.value)), (0.0, box.board.value), "notch"),)


def _notch(choice: Choice, box: Box, along: tuple[float, float]) -> tuple[Pocket, ...]:
    """The notch in the lower front corner of a gable, behind the face of the plinth."""
    deep = choice.rules.kick_setback + choice.finish("plinth").thickness - box.front
    if deep >= box.gable_depth.value:
        raise BuildError(f"The notch for the kick would be {mm(deep)} deep in a gable of {mm(box.gable_depth.value)}.")
    return (slot(along, (0.0, deep), (0.0, box.board.value), "notch"),) if deep > 0 else ()


def _bottom_and_top(choice: Choice, box: Box, out: Collector) -> None:
    finish, left = choice.finish("carcass"), box.inside_left
    sizes = (box.inside_width, box.gable_depth, box.floor)
    pockets = _groove(choice, box, box.inside_width.value, box.floor.value)
    edges = Edges(l1=front_band(choice))
    lay = Lay("+x", "+y", (left, box.front, 0.0))
    out.add(BOTTOM, Stuff(finish, "carcass"), sizes, lay, edges=edges, pockets=pockets, kind="floor")
    if box.top == "full":
        lay = Lay("-x", "+y", (box.inside_right, box.front, box.height.value))
        out.add("top", Stuff(finish, "carcass"), sizes, lay, edges=edges, pockets=pockets, kind="floor")
    elif box.top == "stretchers":
        _flat_stretchers(choice, box, out)
    elif box.top == "rails":
        _upright_rails(choice, box, out)


def _flat_stretchers(choice: Choice, box: Box, out: Collector) -> None:
    finish, width = choice.finish("carcass"), choice.rule("stretcher_width")
    depth = box.gable_depth.value
    if 2 * width.value > depth:
        raise BuildError(f"Two stretchers {mm(width.value)} wide do not fit into a depth of {mm(depth)}.")
    sizes = (box.inside_width, width, box.floor)
    x, z, start = box.inside_right, box.height.value, depth - width.value
    pockets = _groove(choice, box, box.inside_width.value, box.floor.value, start)
    ends = (("front", 0.0, Edges(l1=front_band(choice)), ()), ("back", start, Edges(), pockets))
    free = _free_of_hob(choice, box) if choice.drop is not None else (depth, depth)
    for (name, y, edges, cut), room in zip(ends, free, strict=True):
        if room >= width.value:
            lay = Lay("-x", "+y", (x, box.front + y, z))
            out.add(Tag("stretcher", name), Stuff(finish, "carcass"), sizes, lay, edges=edges, pockets=cut, kind="floor")
        elif name == "back" and room >= box.floor.value and not has_top_drawer(choice.unit.opening):
            _rail(choice, box, name, box.back_face, z - width.value, Edges(), out)


def _free_of_hob(choice: Choice, box: Box) -> tuple[float, float]:
    """What of the depth of the boards a hob leaves before and behind itself, in a worktop over this unit."""
    placed, hob = place(choice), choice.hardware("hob")
    cut, middle = hob.cut[1], middle_of_opening(placed, hob, choice.rules.top_front - placed.front)
    front = middle - cut / 2 - placed.back + choice.unit.depth - box.front
    return front - AROUND, box.gable_depth.value - front - cut - AROUND


def _upright_rails(choice: Choice, box: Box, out: Collector) -> None:
    width, thick = choice.rule("stretcher_width"), box.floor
    z = box.height.value - width.value
    if 2 * thick.value > box.inside_depth.value:
        raise BuildError(f"Two rails {mm(thick.value)} thick do not fit into a depth of {mm(box.inside_depth.value)}.")
    under = box.height.value - box.top_used.value if choice.apron is not None else z
    if not choice.deep_hob and (choice.drop is None or _free_of_hob(choice, box)[0] >= thick.value):
        _rail(choice, box, "front", box.front + thick.value, under, Edges(l1=choice.finish("carcass").band), out)
    _rail(choice, box, "back", box.back_face, z, Edges(), out)


def _rail(choice: Choice, box: Box, name: str, y: float, low: float, edges: Edges, out: Collector) -> None:
    """A rail on edge between the gables, its rear face at `y`."""
    sizes = (box.inside_width, choice.rule("stretcher_width"), box.floor)
    lay = Lay("+x", "+z", (box.inside_left, y, low))
    out.add(Tag("rail", name), Stuff(choice.finish("carcass"), "carcass"), sizes, lay, edges=edges, kind="floor")


def _back(choice: Choice, box: Box, out: Collector) -> None:
    rules = choice.rules
    if rules.back == "none":
        return
    if rules.back == "flat":
        _flat_back(choice, box, out)
        return
    clearance = choice.rule("back_clearance", "clearance")
    half, groove = clearance.value / 2, rules.groove_depth
    if rules.back == "planted":
        width = box.inside_width + 2 * box.board - clearance
        sizes = (box.height - clearance, width, box.back)
        right = box.inside_right + box.board.value - half
        lay = Lay("+z", "-x", (right, box.front + box.gable_depth.value + box.back.value, half))
    else:
        let_in = choice.rule("groove_depth")
        height = box.height - box.floor + let_in - 0.5 * clearance
        if box.top in ("full", "stretchers"):
            height = box.height - 2 * box.floor + 2 * let_in - clearance
        sizes = (height, box.inside_width + 2 * let_in - clearance, box.back)
        rear = box.back_face + box.back.value
        lay = Lay("+z", "-x", (box.inside_right + groove - half, rear, box.floor.value - groove + half))
    out.add("back", Stuff(choice.finish("back"), "back"), sizes, lay, kind="back")


def _flat_back(choice: Choice, box: Box, out: Collector) -> None:
    """A board between the gables, flush with their rear edges and standing on the bottom."""
    height = box.height - box.floor
    if box.top in ("full", "stretchers"):
        height = height - box.floor
    rear = box.front + box.gable_depth.value
    lay = Lay("+z", "-x", (box.inside_right, rear, box.floor.value))
    out.add("back", Stuff(choice.finish("carcass"), "carcass"), (height, box.inside_width, box.back), lay, kind="back")
