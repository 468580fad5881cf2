"""Units that are no rectangles in plan: gables, backs and shelves follow the plan's outline, doors stand along its fronts.

Source: common practice; the values are rules of the construction and fields of the kind.
"""

from dataclasses import dataclass, replace
from itertools import pairwise
from typing import Literal

from tallplank.core.build.box import thickness
from tallplank.core.build.choice import Choice
from tallplank.core.build.collector import FORWARD, Bore, Collector, Lay
from tallplank.core.build.front import hinge_count
from tallplank.core.build.joint import add_joints
from tallplank.core.build.leaf import Leaf, add_leaf_parts, front_thickness
from tallplank.core.build.load import weight_kg
from tallplank.core.build.machining import cup_bores, hinge_places
from tallplank.core.build.part import Body, BuildError, Edges, Front, Hole, Motion, Part, PartKind, Piece
from tallplank.core.build.plan import Plan, Point, Side, arc, inset, mirrored, overhang, plan_of, setback
from tallplank.core.build.pull import add_pulls, pull_places
from tallplank.core.build.shelf import PIN_RADIUS
from tallplank.core.measure.divide import DivideError, divide, equal
from tallplank.core.measure.frame import Frame, Vec, moved, turned_about_z
from tallplank.core.measure.size import Size

SHELF_PLAY = 1.0
PINS = 4
INWARD_LEG = 70.0
FOLD_FROM_EDGE, FOLD_SCREWS = 20.0, 32.0
"""The screws of a folding hinge on the leaf that carries the other: from its edge, and apart."""


def build_shaped(choice: Choice, out: Collector) -> None:
    """Add all parts and fittings of a corner, slanted or curved unit.

    Raises:
        BuildError: the sizes leave no room, or the unit's opening is divided.
    """
    unit, kind = choice.unit, choice.kind
    if unit.opening.openings:
        raise BuildError(f"A {kind.name.lower()} has one opening; it is not divided.")
    if unit.opening.front not in ("none", "doors"):
        raise BuildError(f"A {kind.name.lower()} takes doors or none.")
    if unit.opening.inside != "none":
        raise BuildError(f"A {kind.name.lower()} takes shelves and nothing else.")
    arm = unit.arm or kind.arm
    plan = plan_of(kind.plan, unit.width, unit.depth, arm)
    if unit.side == "right":
        plan = mirrored(plan, unit.width)
    rise = {"bow": arm, "hollow": -arm}.get(kind.plan, 0.0)
    out.plan = _outline(plan, rise)
    _gables(choice, plan, rise, out)
    _backs(choice, plan, out)
    _boards(choice, plan, rise, out)
    if unit.opening.front == "doors":
        _doors(choice, plan, rise, out)
    _legs(choice, plan, rise, out)
    add_joints(choice, None, out)


def _outline(plan: Plan, rise: float) -> tuple[Point, ...]:
    points: list[Point] = []
    for side in plan:
        points += arc(side, rise)[:-1] if side.kind == "curve" else [side.a]
    return tuple(points)


def _turned(side: Side, z: float = 0.0) -> Frame:
    """The frame along a side: x from a to b, y to the inside."""
    return turned_about_z(side.angle, (side.a[0], side.a[1], z))


def _height(choice: Choice) -> Size:
    return Size.of(choice.unit.height, "height", "unit.height")


def _gables(choice: Choice, plan: Plan, rise: float, out: Collector) -> None:
    finish, board, height = choice.finish("carcass"), choice.rule("board_thickness", "gable"), _height(choice)
    band = finish.band if choice.kind.mount == "wall" else None
    names = iter(("gable left", "gable right"))
    gables = [i for i, side in enumerate(plan) if side.kind == "gable"]
    for i in sorted(gables, key=lambda i: plan[i].a[0] + plan[i].b[0]):
        side = plan[i]
        first, last = setback(plan, i, board.value, rise)
        length = Size.of(side.length, "side of the plan", "unit.depth")
        if first + last:
            length = length - Size.of(first + last, "for the sharp corner", "unit.depth")
        lay = Lay("+z", "+x", (first, 0.0, 0.0))
        part = out.add(
            next(names), "carcass", "carcass", finish, (height, length, board), lay,
            edges=Edges(l1=finish.band, l2=finish.band, w1=band, w2=band), kind="gable",
        )  # fmt: skip
        _place(out, part, _turned(side))


def _place(out: Collector, part: Part, frame: Frame) -> None:
    """Move the newest part from a side's frame into the unit's."""
    out.parts[-1] = replace(part, frame=part.frame.then(frame))


def _backs(choice: Choice, plan: Plan, out: Collector) -> None:
    """A thin back inside each side at the wall, between its neighbours; in a corner the one across the room runs through."""
    finish, height = choice.finish("back"), _height(choice)
    thick = Size.of(finish.thickness, "back", "finish.back")
    board = choice.rules.board_thickness
    for i, side in enumerate(plan):
        if side.kind != "back":
            continue
        before, after = plan[i - 1].kind, plan[(i + 1) % len(plan)].kind
        whole = abs(side.b[0] - side.a[0]) > abs(side.b[1] - side.a[1])
        first, last = (board if n == "gable" else thick.value if n == "back" and not whole else 0.0 for n in (before, after))
        width = Size.of(side.length, "side of the plan", "unit.width") - Size.of(
            first + last, "neighbouring boards", "rule.board_thickness"
        )
        lay = Lay("+z", "+x", (first, 0.0, 0.0))
        part = out.add("back", "back", "carcass", finish, (height, width, thick), lay, kind="back")
        _place(out, part, _turned(side))


def _boards(choice: Choice, plan: Plan, rise: float, out: Collector) -> None:
    """Bottom, top and shelves: the plan less what stands around it."""
    rules = choice.rules
    board, back = rules.board_thickness, choice.finish("back").thickness
    floor, shelf = thickness(choice, "floor_thickness", "bottom"), thickness(choice, "shelf_thickness", "shelf")
    within = inset(plan, {"gable": board, "back": back}, rise)
    _add_board(choice, "bottom", "floor", within, 0.0, floor, out)
    _add_board(choice, "top", "floor", within, choice.unit.height - floor.value, floor, out)
    count = choice.unit.opening.shelves
    if not count:
        return
    clear = choice.unit.height - 2 * floor.value
    try:
        division = divide(clear, equal(count + 1), separator=shelf.value)
    except DivideError:
        raise BuildError(f"{count} shelves do not fit into a clear height of {clear:.0f}.") from None
    play = {"gable": board + SHELF_PLAY, "back": back + SHELF_PLAY, "front": rules.shelf_setback, "curve": rules.shelf_setback}
    for i in range(count):
        z = floor.value + division.starts[i] + division.sizes[i]
        _add_board(choice, "shelf", "shelf", inset(plan, play, rise), z, shelf, out)  # type: ignore[arg-type]
        _pins(choice, z, out)
    out.fit(choice.hardware("pin"), Size.of(PINS, "pins to a shelf", "hardware.pin") * count, f"{count} adjustable shelves")


def _pins(choice: Choice, z: float, out: Collector) -> None:
    """Two holes in each gable for the pins that a shelf lies on, one near each of its edges."""
    rules = choice.rules
    bored = next(iter(choice.hardware("pin").box_holes), None)
    for index, part in enumerate(out.parts):
        if part.kind != "gable":
            continue
        inset_by = min(rules.system_front, part.width.value / 4)
        into = part.frame.turned_out((0.0, 0.0, -1.0))
        for y in (inset_by, part.width.value - inset_by):
            point = part.frame.out((z - PIN_RADIUS, y, part.thickness.value))
            out.bore(index, point, into, Bore("pin", bored.diameter if bored else 2 * PIN_RADIUS, bored.depth if bored else 12.0))


def _add_board(choice: Choice, name: str, kind: PartKind, points: tuple[Point, ...], z: float, thick: Size, out: Collector) -> None:
    finish = choice.finish("carcass")
    low = (min(p[0] for p in points), min(p[1] for p in points))
    high = (max(p[0] for p in points), max(p[1] for p in points))
    if high[0] - low[0] <= 0 or high[1] - low[1] <= 0:
        raise BuildError(f"The {name} would have no room.")
    length = Size.of(high[0] - low[0], "extent of the plan within its sides", "unit.width")
    width = Size.of(high[1] - low[1], "extent of the plan within its sides", "unit.depth")
    shape = tuple((x - low[0], y - low[1]) for x, y in points)
    lay = Lay("+x", "+y", (low[0], low[1], z))
    out.add(
        name, "carcass", "inside" if kind == "shelf" else "carcass", finish, (length, width, thick), lay,
        edges=Edges(l1=finish.band), kind=kind, outline=shape,
    )  # fmt: skip


def _doors(choice: Choice, plan: Plan, rise: float, out: Collector) -> None:
    fronts = [side for side in plan if side.kind in ("front", "curve")]
    if len(fronts) == 2:
        _folding_pair(choice, fronts, out)
    elif fronts[0].kind == "curve":
        _curved_door(choice, fronts[0], rise, out)
    else:
        side, reveal = fronts[0], choice.rules.reveal
        proud = choice.rules.front_gap + choice.finish("front").thickness
        first, last = overhang(plan, plan.index(side), proud)
        width = Size.of(side.length, "front side of the plan", "unit.width") - choice.rule("reveal")
        if first + last:
            width = width - Size.of(first + last, "beside the neighbours' fronts", "finish.front")
        left = choice.unit.opening.hand == "left"
        _hang(choice, side, _Leaf("door", reveal / 2 + first, width, left), out)


def _folding_pair(choice: Choice, fronts: list[Side], out: Collector) -> None:
    """Two leaves that meet in the inner corner and fold onto each other; the first is hung on its gable."""
    rules, reveal = choice.rules, choice.rule("reveal")
    first, second = fronts
    corner = Size.of(rules.front_gap + choice.finish("front").thickness, "in the corner", "finish.front") + reveal
    left = choice.unit.opening.hand == "left"
    frame = _turned(first) if left else _turned(second)
    axis = frame.out(
        (reveal.value / 2 if left else second.length - reveal.value / 2, -rules.front_gap - choice.finish("front").thickness, 0.0)
    )
    motion = Motion("swing", axis.x, axis.y, clockwise=left)
    for side, name, start in ((first, "door left", reveal.value / 2), (second, "door right", corner.value)):
        width = Size.of(side.length, "front side of the plan", "unit.width") - 0.5 * reveal - corner
        hung = left == (side is first)
        inner_right = side is first
        _hang(choice, side, _Leaf(name, start, width, inner_right if hung else not inner_right, motion, hung, carries=hung), out)


@dataclass(frozen=True, slots=True)
class _Leaf:
    """One flat door along a straight side: from where on, how wide, on which hand, and whether its hinges sit on a gable."""

    name: str
    start: float
    width: Size
    left: bool
    motion: Motion | None = None
    on_gable: bool = True
    carries: bool = False
    """Whether another leaf folds onto it, hinged at its free edge."""


def _hang(choice: Choice, side: Side, door: _Leaf, out: Collector) -> None:
    """A flat door made in the side's own frame and then turned into place with its holes."""
    name, start, width, left, motion = door.name, door.start, door.width, door.left, door.motion
    rules, reveal = choice.rules, choice.rule("reveal")
    height, thick = _height(choice) - reveal, choice.finish("front").thickness
    apart = Collector(out.catalog, out.trimmed)
    apart.fronts = list(out.fronts)
    frame = _turned(side)
    if motion is None:
        axis = frame.out((start if left else start + width.value, -rules.front_gap - thick, 0.0))
        motion = Motion("swing", axis.x, axis.y, clockwise=left)
    leaf = Leaf(name, "door", start, reveal.value / 2, width, height, -rules.front_gap, motion, "left" if left else "right")
    framed = add_leaf_parts(choice, choice.door_style, leaf, apart)
    weight = sum(weight_kg(choice, p) for p in apart.parts)
    if choice.kind.takes_pulls and (name == "door" or not door.on_gable):
        add_pulls(choice, leaf, choice.door_style if framed else None, apart)
    hinge = choice.hardware("hinge")
    count = hinge_count(hinge, height.value, weight)
    out.fit(hinge, count, name)
    places = hinge_places(choice, reveal.value / 2, reveal.value / 2 + height.value, round(count.value), rows=True)
    _cups(choice, leaf, places, apart)
    if door.carries:
        edge = leaf.x + leaf.width.value - FOLD_FROM_EDGE if left else leaf.x + FOLD_FROM_EDGE
        for z in places:
            for off in (-FOLD_SCREWS / 2, FOLD_SCREWS / 2):
                apart.bore_at(Vec(edge, leaf.y, z + off), FORWARD, Bore("plate", 2.5, 10.0), ("front",))
    if door.on_gable:
        _plates(choice, frame.out((leaf.x if left else leaf.x + width.value, 0.0, 0.0)), places, out)
    low, high = frame.out((start, 0.0, 0.0)), frame.out((start + width.value, 0.0, 0.0))
    out.parts += [replace(p, frame=p.frame.then(frame)) for p in apart.finished()]
    out.fittings += apart.fittings
    out.pieces += [_turned_piece(piece, frame) for piece in apart.pieces]
    x = min(low.x, high.x)
    shown = Front("door", x, reveal.value / 2, abs(high.x - low.x), height.value, leaf.hand, framed, choice.door_style.id, (), weight)
    out.fronts.append(shown)


def _turned_piece(piece: Piece, frame: Frame) -> Piece:
    """A small upright piece of hardware in its new place; it stays square to the room, which at its size does not show."""
    middle = frame.out(((piece.low.x + piece.high.x) / 2, (piece.low.y + piece.high.y) / 2, 0.0))
    half = ((piece.high.x - piece.low.x) / 2, (piece.high.y - piece.low.y) / 2)
    wide, deep = half if abs(frame.x.x) > 0.4 else half[::-1]
    low = Vec(middle.x - wide, middle.y - deep, piece.low.z)
    return replace(piece, low=low, high=Vec(middle.x + wide, middle.y + deep, piece.high.z))


def _cups(choice: Choice, leaf: Leaf, places: tuple[float, ...], apart: Collector) -> None:
    edge, inward = (leaf.x, 1.0) if leaf.hand == "left" else (leaf.x + leaf.width.value, -1.0)
    for z in places:
        for bored, bore in cup_bores(choice.hardware("hinge")):
            apart.bore_at(Vec(edge + inward * bored.x, leaf.y, z + bored.z), FORWARD, bore, ("front",))


def _plates(choice: Choice, hinged: Vec, places: tuple[float, ...], out: Collector) -> None:
    """The plates on the gable that is nearest to the hinged edge, measured from its front edge."""
    gables = [i for i, p in enumerate(out.parts) if p.kind == "gable"]

    def reach(index: int) -> float:
        low, high = out.box(index)
        return max(low.x - hinged.x, hinged.x - high.x, 0.0) + max(low.y - hinged.y, hinged.y - high.y, 0.0)

    index = min(gables, key=reach)
    gable = out.parts[index]
    local = gable.frame.inside(hinged)
    from_start = local.y < gable.width.value / 2
    inner = gable.thickness.value if gable.frame.inside(_middle(out)).z > gable.thickness.value / 2 else 0.0
    into = gable.frame.turned_out((0.0, 0.0, -1.0 if inner else 1.0))
    for z in places:
        for bored in choice.hardware("hinge").box_holes:
            y = bored.x if from_start else gable.width.value - bored.x
            if 0 < y < gable.width.value:
                out.bore(index, gable.frame.out((z + bored.z, y, inner)), into, Bore("plate", bored.diameter, bored.depth))


def _middle(out: Collector) -> Vec:
    points = out.plan or ((0.0, 0.0),)
    return Vec(sum(p[0] for p in points) / len(points), sum(p[1] for p in points) / len(points), 0.0)


def _curved_door(choice: Choice, side: Side, rise: float, out: Collector) -> None:
    """One bent door: a flat board of the length of its arc in the cut list, a curved body in every view."""
    rules, finish, reveal = choice.rules, choice.finish("front"), choice.rule("reveal")
    thick, height = front_thickness(choice), _height(choice) - reveal
    gap = rules.front_gap
    trim = reveal.value / 2
    inner, outer = arc(side, rise, gap, trim), arc(side, rise, gap + thick.value, trim)
    shape = (*outer, *reversed(inner))
    middle = [((a[0] + b[0]) / 2, (a[1] + b[1]) / 2) for a, b in zip(inner, outer, strict=True)]
    run = sum(((b[0] - a[0]) ** 2 + (b[1] - a[1]) ** 2) ** 0.5 for a, b in pairwise(middle))
    width = Size.of(run, "along the arc in the middle of its thickness, less the reveal", "unit.width")
    left = choice.unit.opening.hand == "left"
    hinged = outer[0] if left else outer[-1]
    motion = Motion("swing", hinged[0], hinged[1], clockwise=left)
    low = (min(p[0] for p in shape), min(p[1] for p in shape))
    body = Body(moved(low[0], low[1], reveal.value / 2), tuple((x - low[0], y - low[1]) for x, y in shape), height.value)
    edges = Edges(finish.band, finish.band, finish.band, finish.band)
    lay = Lay("+z", "-x", (side.b[0], side.b[1] - gap, reveal.value / 2))
    part = out.add("door", "front", "front", finish, (height, width, thick), lay, edges=edges, motion=motion, kind="front")
    out.parts[-1] = replace(part, body=body)
    weight = weight_kg(choice, part)
    hinge = choice.hardware("hinge")
    count = hinge_count(hinge, height.value, weight)
    out.fit(hinge, count, "door")
    places = hinge_places(choice, reveal.value / 2, reveal.value / 2 + height.value, round(count.value), rows=True)
    _bore_flat(choice, len(out.parts) - 1, [z - reveal.value / 2 for z in places], left, out)
    corner = side.a if left else side.b
    _plates(choice, Vec(corner[0], corner[1], 0.0), places, out)
    hand: Literal["left", "right"] = "left" if left else "right"
    x = min(side.a[0], side.b[0]) + reveal.value / 2
    size = (side.length - reveal.value, height.value)
    out.fronts.append(Front("door", x, reveal.value / 2, *size, hand, False, choice.door_style.id, (), weight))
    if choice.kind.takes_pulls:
        _curved_pull(choice, side, rise, hand, motion, out)


def _bore_flat(choice: Choice, index: int, places: list[float], left: bool, out: Collector) -> None:
    """The cups of a bent door, on the flat board that it is bent from: its own y runs from its right edge."""
    width = out.parts[index].width.value
    for z in places:
        for bored, bore in cup_bores(choice.hardware("hinge")):
            y = width - bored.x if left else bored.x
            out.holes[index].append(Hole(bore.what, Vec(z + bored.z, y, 0.0), Vec(0.0, 0.0, 1.0), bore.diameter, bore.depth))


def _curved_pull(choice: Choice, side: Side, rise: float, hand: Literal["left", "right"], motion: Motion, out: Collector) -> None:
    """The pull of a bent door, upright near its free edge, and the holes for it in the flat board."""
    pull, index, reveal = choice.hardware("pull"), len(out.parts) - 1, choice.rule("reveal")
    part = out.parts[index]
    leaf = Leaf("door", "door", 0.0, reveal.value / 2, part.width, part.length, 0.0, motion, hand)
    count, (place, *_) = pull_places(choice, leaf, pull)
    out.fit(pull, count, "door")
    for off in (-pull.centres / 2, pull.centres / 2) if pull.centres else (0.0,):
        at = Vec(place.z + off - reveal.value / 2, part.width.value - place.x, 0.0)
        out.holes[index].append(Hole("pull", at, Vec(0.0, 0.0, 1.0), pull.screw, part.thickness.value))
    face = arc(side, rise, choice.rules.front_gap + part.thickness.value)
    share = place.x / part.width.value
    x, y = face[min(int(share * len(face)), len(face) - 1)]
    half = pull.thick / 2
    low = Vec(x - half, y - pull.projection, place.z - pull.length / 2)
    out.pieces.append(Piece("pull", pull.colour, low, Vec(x + half, y, place.z + pull.length / 2), motion))


def _legs(choice: Choice, plan: Plan, rise: float, out: Collector) -> None:
    """A leg near each corner of the plan, or hangers behind units on the wall."""
    rules, leg = choice.rules, choice.hardware("leg")
    if choice.kind.mount == "wall":
        out.fit(choice.hardware("hanger"), Size.of(1, "pair of hangers to a unit", "hardware.hanger"), "hung on the wall")
        return
    if not choice.kind.kick or rules.kick == "none" or rules.kick_height <= 0:
        return
    straight = tuple(Side("front" if s.kind == "curve" else s.kind, s.a, s.b) for s in plan)
    back_off = max(rules.leg_inset, INWARD_LEG)
    points = inset(straight, {"gable": back_off, "back": back_off, "front": rules.kick_setback + INWARD_LEG})
    out.fit(leg, Size.of(len(points), "legs, one near each corner", "rule.leg_inset"), "under the carcass")
    half = leg.thick / 2
    for x, y in points:
        out.pieces.append(Piece("leg", leg.colour, Vec(x - half, y - half, -rules.kick_height), Vec(x + half, y + half, 0.0)))
