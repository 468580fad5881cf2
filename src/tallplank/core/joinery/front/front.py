"""Fronts: doors, drawer fronts, flaps, lift-ups and false fronts, with the hardware that each takes by rule.

Source: common practice; the values are rules of the construction, fields of the door style and of the hardware.
"""

from collections.abc import Sequence
from dataclasses import replace

from tallplank.core.catalog.door_style import DoorStyle
from tallplank.core.catalog.hardware import Hinge, Stay
from tallplank.core.error import mm
from tallplank.core.job.front import FRONTS, SHAPES
from tallplank.core.job.opening import FrontKind
from tallplank.core.joinery.front.leaf import Leaf, add_leaf_parts
from tallplank.core.joinery.front.pull import add_pulls
from tallplank.core.joinery.part.opened import flap, pulled_out, swing
from tallplank.core.joinery.part.part import BuildError, Front, Tag
from tallplank.core.joinery.part.role import PartRole
from tallplank.core.joinery.rule.choice import Choice, usual_hinge
from tallplank.core.joinery.rule.load import GRAVITY, weight_kg
from tallplank.core.joinery.setout.collector import Collector
from tallplank.core.joinery.setout.layout import Cell
from tallplank.core.joinery.setout.plane import Plane
from tallplank.core.measure.size import Size
from tallplank.core.measure.source import Decided

FEWEST_HINGES = 2
STAYS = 2
LEVEL: dict[FrontKind, PartRole] = {"flap": "flap", "lift": "lift-up flap", "false": "false front"}
"""What fronts are that are one leaf and no door."""


def style_of(choice: Choice, cell: Cell) -> DoorStyle:
    """The door style of a front: its own, else the unit's, else the job's for fronts of its kind, else the job's."""
    return choice.catalog.door_styles.get(cell.opening.style or "") or choice.front_style(cell.opening.front)


def door_count(choice: Choice, cell: Cell) -> int:
    """One door or a pair: as set, else a pair where one would be wider than the shop makes them."""
    return cell.opening.doors or (1 if cell.x.front.value - cell.opening.blind + choice.rules.reveal <= choice.rules.door_most else 2)


LEAST_DOOR = 80.0
"""A cup of 35 lies 20 behind the edge of a door, and has wood around it."""
STACKED = {2: ("upper", "lower"), 3: ("upper", "middle", "lower")}
"""What doors one above the other are called."""


def door_tag(cell: Cell, others: Sequence[Cell]) -> Tag:
    """What the doors of an opening are called among those of all openings with doors, from the top left."""
    if len(others) == 1:
        return Tag("door")
    number, total = [c.path for c in others].index(cell.path), len(others)
    if total in STACKED and len({(c.x.front_at, c.x.front_end) for c in others}) == 1:
        return Tag("door", place=STACKED[total][number])
    return Tag("door", number=number + 1, total=total)


def add_doors(choice: Choice, cell: Cell, others: Sequence[Cell], plane: Plane, out: Collector) -> None:
    """Add one door or a pair, with hinges and pulls; `others` are all openings with doors, this among them."""
    which = door_tag(cell, others)
    count, reveal, width, start = door_count(choice, cell), choice.rule("reveal"), cell.x.front, cell.x.front_at
    if cell.opening.blind:
        width, start = _add_blind(choice, cell, plane, out)
    each = width if count == 1 else (width - reveal).named("both doors", 0.5)
    if each.value < LEAST_DOOR:
        raise BuildError(f"The door would be {mm(each.value)} wide; a hinge needs {mm(LEAST_DOOR)}.")
    thick = choice.finish("front").thickness
    for i in range(count):
        left = (cell.opening.hand if count == 1 else ("left", "right")[i]) == "left"
        x = start + i * (each.value + reveal.value)
        motion = swing(x if left else x + each.value, plane.back - thick, left=left)
        tag = which if count == 1 else replace(which, side="left" if left else "right")
        leaf = Leaf(tag, "door", x, cell.z.front_at, each, cell.z.front, plane.back, motion, "left" if left else "right")
        weight = add_front(choice, cell, leaf, out)
        hinge = usual_hinge(choice)
        out.fit(hinge, hinge_count(hinge, cell.z.front.value, weight), tag.name)


def _add_blind(choice: Choice, cell: Cell, plane: Plane, out: Collector) -> tuple[Size, float]:
    """Add the fixed front of a blind corner away from the hinges; returns the width and the start of what is left for doors."""
    blind, reveal = Size.of(cell.opening.blind, "blind front", cell.source), choice.rule("reveal")
    left = cell.x.front - blind - reveal
    if left.value <= 0:
        raise BuildError(f"A blind front {mm(blind.value)} wide leaves no door: {left.reckoned()}.")
    hinged_left = cell.opening.hand == "left"
    x = cell.x.front_at + (left.value + reveal.value if hinged_left else 0.0)
    leaf = Leaf(Tag("blind front"), "false", x, cell.z.front_at, blind, cell.z.front, plane.back, None)
    add_front(choice, cell, leaf, out)
    return left, cell.x.front_at if hinged_left else cell.x.front_at + blind.value + reveal.value


def add_drawer_front(choice: Choice, cell: Cell, number: int, slide: float, plane: Plane, out: Collector) -> None:
    """Add the front of a drawer that runs out by `slide`."""
    motion = pulled_out(slide)
    tag = Tag("drawer", number=number).piece("front")
    add_front(choice, cell, Leaf(tag, "drawer", cell.x.front_at, cell.z.front_at, cell.x.front, cell.z.front, plane.back, motion), out)


def add_level_front(choice: Choice, cell: Cell, kind: FrontKind, plane: Plane, out: Collector) -> None:
    """Add a flap that drops, a flap that lifts, or a front that stays shut."""
    face = plane.back - choice.finish("front").thickness
    shape = FRONTS[kind].shape
    assert shape is not None
    above = SHAPES[shape].hung == "above"
    motion = flap(face, cell.z.front_end if above else cell.z.front_at, lifts=above) if SHAPES[shape].is_flap else None
    tag = Tag(LEVEL[kind])
    leaf = Leaf(tag, shape, cell.x.front_at, cell.z.front_at, cell.x.front, cell.z.front, plane.back, motion)
    weight = add_front(choice, cell, leaf, out)
    if motion is None:
        return
    hinge = usual_hinge(choice)
    out.fit(hinge, hinge_count(hinge, cell.x.front.value, weight), tag.name)
    moment = stay_moment(weight, cell.z.front.value)
    count = Size.of(STAYS, f"stays for a moment of {moment:.1f} Nm", Decided("hardware", "stay"))
    out.fit(stay_for(choice, moment), count, tag.name)


def stay_moment(weight_kg: float, height: float) -> float:
    """The moment in Nm of a flap held level by its edge: its weight at half its height."""
    return weight_kg * GRAVITY * height / 2000


def stay_for(choice: Choice, moment_nm: float) -> Stay:
    """The weakest stay of the chosen make of which two hold the flap's moment; the strongest where none does."""
    make = sorted(choice.family(choice.hardware("stay")), key=lambda h: h.rated_nm)
    return next((h for h in make if STAYS * h.rated_nm >= moment_nm), make[-1])


def add_front(choice: Choice, cell: Cell, leaf: Leaf, out: Collector) -> float:
    """Add one front with its pulls; returns its weight in kg."""
    style, first = style_of(choice, cell), len(out.parts)
    framed = add_leaf_parts(choice, style, leaf, out)
    weight = sum(weight_kg(choice, p) for p in out.parts[first:])
    if choice.kind.takes_pulls and SHAPES[leaf.kind].pulled:
        add_pulls(choice, leaf, style if framed else None, out)
    size = (leaf.width.value, leaf.height.value)
    out.fronts.append(Front(leaf.kind, leaf.x, leaf.z, *size, leaf.hand, framed, style.id, cell.path, weight))
    return weight


def hinge_count(hinge: Hinge, height: float, weight_kg: float) -> Size:
    """Hinges for a door by its height and weight, whichever asks for more; doors beyond the table take one more each step.

    Source: up to 900 two, 1600 three, 2000 four, 2400 five; common practice, kept in the hinge's record.
    """
    by_height = sum(height > limit for limit in hinge.door_heights)
    by_weight = sum(weight_kg > limit for limit in hinge.door_kg)
    count = Size.of(FEWEST_HINGES, "hinges to a door", Decided("hardware", "hinge"))
    if by_height >= by_weight and by_height:
        return count + Size.of(by_height, f"more for a height of {height:.0f}", Decided("hardware", "hinge"))
    return count + Size.of(by_weight, f"more for a weight of {weight_kg:.1f} kg", Decided("hardware", "hinge")) if by_weight else count
