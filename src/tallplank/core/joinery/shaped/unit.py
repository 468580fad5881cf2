"""Units that are no rectangles in plan: gables, backs and shelves follow the plan's outline, doors stand along its fronts.

Source: common practice; the values are rules of the construction and fields of the kind.
"""

from collections.abc import Mapping
from dataclasses import replace
from functools import reduce

from tallplank.core.error import mm
from tallplank.core.joinery.inside.shelf import PIN_RADIUS
from tallplank.core.joinery.joint.joint import add_joints
from tallplank.core.joinery.joint.meeting import TOUCH
from tallplank.core.joinery.part.form.outlined import Outlined
from tallplank.core.joinery.part.hole import ShapedEdge
from tallplank.core.joinery.part.part import HANDS, BuildError, Edges, Note, Part, PartKind, Tag, stood
from tallplank.core.joinery.part.role import PartRole, word_of
from tallplank.core.joinery.rule.choice import Choice
from tallplank.core.joinery.rule.corner import past, short
from tallplank.core.joinery.setout.box import thickness
from tallplank.core.joinery.setout.collector import Bore, Collector, Lay, Stuff
from tallplank.core.joinery.shaped.cleat import add_cleats
from tallplank.core.joinery.shaped.frame import add_frames
from tallplank.core.joinery.shaped.front import add_doors
from tallplank.core.joinery.shaped.hanger import add_hangers
from tallplank.core.joinery.shaped.leg import add_legs
from tallplank.core.joinery.shaped.plan import Plan, Point, SideKind, arc, inset_sides, mirrored, plan_of
from tallplank.core.joinery.shaped.stand import SQUARE, Stand
from tallplank.core.measure.divide import DivideError, divide, equal
from tallplank.core.measure.size import Size
from tallplank.core.measure.source import Decided
from tallplank.core.space.frame import Frame

Insets = Mapping[SideKind, float]
SHELF_PLAY = 1.0
PINS, PIN_OUT = 4, 5.0
UNFRAMED = Note(
    "frameless-here",
    "It is built without the face frame: a bent front has none.",
    "Give it a frameless construction, with the fronts that the others have.",
)


def build_shaped(choice: Choice, out: Collector) -> None:
    """Add all parts and fittings of a corner, slanted or curved unit.

    Raises:
        BuildError: the sizes leave no room, or the unit's opening is divided.
    """
    unit, kind = choice.unit, choice.kind
    if unit.opening.openings:
        raise BuildError(f"A {kind.name.lower()} has one opening; it is not divided.")
    if unit.opening.front not in kind.way.fronts:
        raise BuildError(f"A {kind.name.lower()} takes doors or none.")
    if unit.opening.inside != "none":
        raise BuildError(f"A {kind.name.lower()} takes shelves and nothing else.")
    arm = unit.arm or kind.arm
    plan = plan_of(kind.plan, unit.width, unit.depth, arm, unit.corner)
    if unit.side == "right":
        plan = mirrored(plan, unit.width)
    rise = {"bow": arm, "hollow": -arm}.get(kind.plan, 0.0)
    out.plan = _outline(plan, rise)
    stand = Stand(choice, plan, rise)
    if choice.rules.box == "face-frame" and not stand.framed:
        out.note(UNFRAMED)
    stand = replace(stand, gables=_gables(stand, out))
    _backs(choice, plan, out)
    _boards(stand, out)
    add_joints(choice, None, out)
    if stand.framed:
        stand = replace(stand, stiles=add_frames(stand, out))
    if unit.opening.front == "doors":
        add_doors(stand, out)
    _support(stand, out)


def _outline(plan: Plan, rise: float) -> tuple[Point, ...]:
    points: list[Point] = []
    for side in plan:
        points += arc(side, rise)[:-1] if side.kind == "curve" else [side.a]
    return tuple(points)


def _height(choice: Choice) -> Size:
    return Size.of(choice.unit.height, "height", Decided("unit", "height"))


def _gables(stand: Stand, out: Collector) -> dict[int, int]:
    """The numbers of the parts by the numbers of their sides. A gable's own y runs with its side, its z to the inside."""
    choice, plan = stand.choice, stand.plan
    finish, board, height = choice.finish("carcass"), choice.rule("board_thickness", "gable"), _height(choice)
    band = finish.band if choice.kind.mount == "wall" else None
    sides = iter(HANDS)
    gables = [i for i, side in enumerate(plan) if side.kind == "gable"]
    placed = {}
    for i in sorted(gables, key=lambda i: plan[i].a[0] + plan[i].b[0]):
        side = plan[i]
        first, last = stand.gable_cut(i)
        length = Size.of(side.length, "side of the plan", Decided("unit", "depth"))
        if first + last:
            length = length - Size.of(
                first + last, "for the front", Decided("rule", "frame_thickness") if stand.framed else Decided("unit", "depth")
            )
        lay = Lay("+z", "+x", (first, 0.0, 0.0))
        before, after = (finish.band if n % len(plan) in stand.fronts else None for n in (i - 1, i + 1))
        part = out.add(
            Tag("gable", next(sides)), Stuff(finish, "carcass"), (height, length, board), lay,
            edges=Edges(before, after, band, band), kind="gable",
        )  # fmt: skip
        _place(out, part, side.frame())
        placed[i] = len(out.parts) - 1
    return placed


def _place(out: Collector, part: Part, frame: Frame) -> None:
    """Move the newest part from a side's frame into the unit's."""
    out.swap(len(out.parts) - 1, stood(part, part.frame.then(frame)))


def _backs(choice: Choice, plan: Plan, out: Collector) -> None:
    """A thin back inside each side at the wall, between its neighbours; in a corner the one across the room runs through."""
    finish, height = choice.finish("back"), _height(choice)
    thick = Size.of(finish.thickness, "back", Decided("finish", "back"))
    board = choice.rules.board_thickness
    for i, side in enumerate(plan):
        if side.kind != "back":
            continue
        before, after = plan[i - 1].kind, plan[(i + 1) % len(plan)].kind
        ends = short if abs(side.b[1] - side.a[1]) < TOUCH else past
        beside = ends(thick.value, choice.unit.corner)
        first, last = (board if n == "gable" else beside if n == "back" else 0.0 for n in (before, after))
        width = Size.of(side.length, "side of the plan", Decided("unit", "width")) - Size.of(
            first + last, "neighbouring boards", Decided("rule", "board_thickness")
        )
        lay = Lay("+z", "+x", (first, 0.0, 0.0))
        part = out.add("back", Stuff(finish, "back"), (height, width, thick), lay, kind="back")
        _place(out, part, side.frame())


def _boards(stand: Stand, out: Collector) -> None:
    """Bottom, top and shelves: the plan less what stands around it; under a sink or a hob without a top, on what is bolted to the walls."""
    choice, rules = stand.choice, stand.choice.rules
    board, back = rules.board_thickness, choice.finish("back").thickness
    floor, shelf = thickness(choice, "floor_thickness", "bottom"), thickness(choice, "shelf_thickness", "shelf")
    within: Insets = {"gable": board, "back": back, "front": stand.frame_depth}
    _add_board(stand, "bottom", "floor", within, 0.0, floor, out)
    if not (choice.unit.hardware.get("sink") or choice.unit.hardware.get("hob")):
        _add_board(stand, "top", "floor", within, choice.unit.height - floor.value, floor, out)
    count = choice.unit.opening.shelves
    if not count:
        return
    clear = choice.unit.height - 2 * floor.value
    try:
        division = divide(clear, equal(count + 1), separator=shelf.value)
    except DivideError:
        raise BuildError(f"{count} shelves do not fit into a clear height of {mm(clear)}.") from None
    behind = stand.behind if choice.unit.opening.front != "none" else 0.0
    back_off = rules.shelf_setback + behind + stand.frame_depth
    play: Insets = {"gable": board + SHELF_PLAY, "back": back + rules.shelf_rear, "front": back_off, "curve": back_off}
    for i in range(count):
        z = floor.value + division.starts[i] + division.sizes[i]
        _add_board(stand, "shelf", "shelf", play, z, shelf, out)
        add_cleats(stand, out.parts[-1], _pins(choice, z, behind, out), out)
    out.fit(choice.hardware("pin"), Size.of(PINS, "pins to a shelf", Decided("hardware", "pin")) * count, f"{count} adjustable shelves")


def _pins(choice: Choice, z: float, behind: float, out: Collector) -> list[Point]:
    """Two holes in each gable for the pins that a shelf lies on, one near each of its edges; clear of doors between the gables.

    Returns where the pins carry it, seen from above.
    """
    rules, tips = choice.rules, []
    bored = next(iter(choice.hardware("pin").box_holes), None)
    for index, part in enumerate(out.parts):
        if part.kind != "gable":
            continue
        inset_by = min(rules.system_front + behind, part.width.value / 4)
        into = part.frame.turned_out((0.0, 0.0, -1.0))
        for y in (inset_by, part.width.value - inset_by):
            point = part.frame.out((z - PIN_RADIUS, y, part.thickness.value))
            tips.append((point.x - PIN_OUT * into.x, point.y - PIN_OUT * into.y))
            out.bore(index, point, into, Bore("pin", bored.diameter if bored else 2 * PIN_RADIUS, bored.depth if bored else 12.0))
    return tips


def _add_board(stand: Stand, role: PartRole, kind: PartKind, insets: Insets, z: float, thick: Size, out: Collector) -> None:
    """A level board of the plan's outline less what stands along its sides, banded along the fronts."""
    choice, sides = stand.choice, inset_sides(stand.plan, insets, stand.rise)
    finish, points = choice.finish("carcass"), [point for _, run in sides for point in run[:-1]]
    low = (min(p[0] for p in points), min(p[1] for p in points))
    high = (max(p[0] for p in points), max(p[1] for p in points))
    if high[0] - low[0] <= 0 or high[1] - low[1] <= 0:
        raise BuildError(f"The {word_of(role)} would have no room.")
    length, width = (_extent(stand, insets, axis, high[axis] - low[axis]) for axis in (0, 1))
    shape = tuple((x - low[0], y - low[1]) for x, y in points)
    fronts = [run for side, run in sides if side in ("front", "curve")]
    banded = tuple(ShapedEdge(finish.band, run).shifted(-low[0], -low[1]) for run in fronts) if finish.band else ()
    lay, surface = Lay("+x", "+y", (low[0], low[1], z)), "inside" if kind == "shelf" else "carcass"
    out.add(role, Stuff(finish, "carcass", surface), (length, width, thick), lay, kind=kind, form=Outlined(shape, banded))  # type: ignore[arg-type]


def _extent(stand: Stand, insets: Insets, axis: int, value: float) -> Size:
    """How far a board reaches along an axis: the unit's size less what stands along the sides square to it, term by term."""
    unit = stand.choice.unit
    whole = (Size.of(unit.width, "width", Decided("unit", "width")), Size.of(unit.depth, "depth", Decided("unit", "depth")))[axis]
    taken = []
    for bound in (0.0, whole.value):
        kinds = [s.kind for s in stand.plan if abs(s.a[axis] - bound) < TOUCH and abs(s.b[axis] - bound) < TOUCH]
        amount = insets.get(kinds[0], 0.0) if kinds else 0.0
        if amount:
            label, source, usual = _taken_by(stand, kinds[0])
            taken.append(Size.of(amount, f"{label} and play" if usual and abs(amount - usual) > TOUCH else label, source))
    size = whole - 2 * taken[0] if len(taken) == 2 and taken[0] == taken[1] else reduce(Size.__sub__, taken, whole)
    rest = size.value - value
    if abs(rest) < TOUCH:
        return size
    if unit.corner != SQUARE:
        return size + Size.of(-rest, "along its outline", Decided("unit", "corner"))
    return size - Size.of(rest, "behind the front", Decided("rule", "shelf_setback"))


def _taken_by(stand: Stand, kind: SideKind) -> tuple[str, Decided, float]:
    """What stands along a side of this kind: its name, where its thickness is decided, and that, if it has one."""
    if kind == "gable":
        return "gable", Decided("rule", "board_thickness"), stand.choice.rules.board_thickness
    if kind == "back":
        return "back", Decided("finish", "back"), stand.choice.finish("back").thickness
    return "setback", Decided("rule", "shelf_setback"), 0.0


def _support(stand: Stand, out: Collector) -> None:
    """Legs under units on the floor, hangers behind units on the wall."""
    choice = stand.choice
    if choice.kind.mount == "wall":
        add_hangers(stand, out)
    elif choice.kind.kick and choice.rules.kick != "none" and choice.rules.kick_height > 0:
        add_legs(choice, stand.plan, out)
