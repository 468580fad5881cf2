"""Doors and drawer fronts: slabs, or five pieces whose tongues and panel sit in real grooves; hinges and pulls by rule.

Source: common practice; the values are rules of the construction, fields of the door style and of the hardware.
"""

from dataclasses import dataclass
from typing import Literal

from tallplank.core.build.box import Cell
from tallplank.core.build.choice import Choice
from tallplank.core.build.collector import Collector, Lay, slot
from tallplank.core.build.part import BuildError, Edges, Front, Motion, Piece
from tallplank.core.catalog.record import DoorStyle, Finish, Hardware
from tallplank.core.measure.frame import Vec
from tallplank.core.measure.size import Size

FEWEST_HINGES = 2


@dataclass(frozen=True, slots=True)
class Leaf:
    """One front in its place, in the frame of its unit."""

    name: str
    kind: Literal["door", "drawer", "strip"]
    x: float
    z: float
    width: Size
    height: Size
    motion: Motion | None
    hand: Literal["left", "right", ""] = ""


def add_doors(choice: Choice, cell: Cell, out: Collector) -> None:
    """Add one door or a pair, with hinges and pulls."""
    rules, reveal = choice.rules, choice.rule("reveal")
    width = Size.of(choice.unit.width, "width", "unit.width") - reveal
    count = cell.opening.doors or (1 if choice.unit.width <= rules.door_most else 2)
    each = width if count == 1 else (width - reveal).named("both doors", 0.5)
    for i in range(count):
        hand = cell.opening.hand if count == 1 else ("left", "right")[i]
        x = reveal.value / 2 + i * (each.value + reveal.value)
        axis = x if hand == "left" else x + each.value
        motion = Motion("swing", axis, -rules.front_gap - _thickness(choice).value, hand == "left")
        name = "door" if count == 1 else f"door {hand}"
        leaf = Leaf(name, "door", x, cell.z, each, cell.height, motion, "left" if hand == "left" else "right")
        first = len(out.parts)
        add_leaf(choice, leaf, out)
        weight = sum(_weight_kg(choice, p.size, p.board) for p in out.parts[first:])
        out.fit(choice.hardware("hinge"), hinge_count(choice.hardware("hinge"), cell.height.value, weight), name)


def add_drawer_front(choice: Choice, cell: Cell, number: int, slide: float, out: Collector) -> None:
    """Add the front of a drawer that runs out by `slide`."""
    reveal = choice.rule("reveal")
    width = Size.of(choice.unit.width, "width", "unit.width") - reveal
    motion = Motion("slide", reach=slide)
    add_leaf(choice, Leaf(f"drawer {number} front", "drawer", reveal.value / 2, cell.z, width, cell.height, motion), out)


def add_leaf(choice: Choice, leaf: Leaf, out: Collector) -> None:
    """Add one front with its pulls, as a slab or in five pieces as the door style says."""
    style = choice.door_style
    clear = min(leaf.width.value - 2 * style.stile, leaf.height.value - 2 * style.rail)
    framed = style.build == "five-piece" and leaf.kind != "strip" and clear >= style.least
    if framed:
        _add_frame(choice, leaf, out)
    else:
        _add_slab(choice, leaf, out)
    out.fronts.append(Front(leaf.kind, leaf.x, leaf.z, leaf.width.value, leaf.height.value, leaf.hand, framed))
    if choice.kind.takes_pulls and leaf.kind != "strip":
        _add_pulls(choice, leaf, out)


def hinge_count(hinge: Hardware, height: float, weight_kg: float) -> Size:
    """Hinges for a door by its height and weight, whichever asks for more; doors beyond the table take one more each step.

    Source: up to 900 two, 1600 three, 2000 four, 2400 five; common practice, kept in the hinge's record.
    """
    by_height = sum(height > limit for limit in hinge.door_heights)
    by_weight = sum(weight_kg > limit for limit in hinge.door_kg)
    count = Size.of(FEWEST_HINGES, "hinges to a door", "hardware.hinge")
    if by_height >= by_weight and by_height:
        return count + Size.of(by_height, f"more for a height of {height:.0f}", "hardware.hinge")
    return count + Size.of(by_weight, f"more for a weight of {weight_kg:.1f} kg", "hardware.hinge") if by_weight else count


def _thickness(choice: Choice) -> Size:
    return Size.of(choice.finish("front").thickness, "front board", "finish.front")


def _weight_kg(choice: Choice, size: tuple[float, float, float], board: str) -> float:
    return size[0] * size[1] * size[2] / 1e9 * choice.catalog.boards[board].density


def _add_slab(choice: Choice, leaf: Leaf, out: Collector) -> None:
    finish, y = choice.finish("front"), -choice.rules.front_gap
    edges = Edges(finish.band, finish.band, finish.band, finish.band)
    across = leaf.kind == "drawer" and choice.rules.drawer_front_grain == "across"
    if across:
        sizes, lay = (leaf.width, leaf.height, _thickness(choice)), Lay("+x", "+z", (leaf.x, y, leaf.z))
    else:
        sizes, lay = (leaf.height, leaf.width, _thickness(choice)), Lay("+z", "-x", (leaf.x + leaf.width.value, y, leaf.z))
    out.add(leaf.name, "front", "front", finish, sizes, lay, edges=edges, motion=leaf.motion)


@dataclass(frozen=True, slots=True)
class _Frame:
    """The shared sizes of a five-piece front."""

    leaf: Leaf
    style: DoorStyle
    finish: Finish
    y: float
    full: Size
    stile: Size
    rail: Size
    tongue: Size

    @property
    def groove(self) -> tuple[float, float]:
        """Where the groove lies in the thickness."""
        return (self.full.value - self.style.panel) / 2, (self.full.value + self.style.panel) / 2

    @property
    def right(self) -> float:
        """The right edge of the front."""
        return self.leaf.x + self.leaf.width.value


def _add_frame(choice: Choice, leaf: Leaf, out: Collector) -> None:
    style, full = choice.door_style, _thickness(choice)
    if style.panel >= full.value:
        raise BuildError(f"A panel {style.panel:g} thick does not fit into a frame of {full.value:g}.")
    frame = _Frame(
        leaf,
        style,
        choice.finish("front"),
        -choice.rules.front_gap,
        full,
        Size.of(style.stile, "stile", "door_style.stile"),
        Size.of(style.rail, "rail", "door_style.rail"),
        Size.of(style.tongue, "tongue", "door_style.tongue"),
    )
    _add_stiles(frame, out)
    _add_rails(frame, out)
    _add_panel(frame, out)


def _add_stiles(frame: _Frame, out: Collector) -> None:
    leaf, style, band = frame.leaf, frame.style, frame.finish.band
    for side, x, inner, edges in (
        ("left", leaf.x + style.stile, (0.0, style.tongue), Edges(l2=band, w1=band, w2=band)),
        ("right", frame.right, (style.stile - style.tongue, style.stile), Edges(l1=band, w1=band, w2=band)),
    ):
        pockets = (slot((0.0, leaf.height.value), inner, frame.groove),)
        sizes, lay = (leaf.height, frame.stile, frame.full), Lay("+z", "-x", (x, frame.y, leaf.z))
        name = f"{leaf.name} stile {side}"
        out.add(name, "front", "front", frame.finish, sizes, lay, edges=edges, pockets=pockets, motion=leaf.motion)


def _add_rails(frame: _Frame, out: Collector) -> None:
    leaf, style, band = frame.leaf, frame.style, frame.finish.band
    length = leaf.width - 2 * frame.stile + 2 * frame.tongue
    run, (near, far) = length.value, frame.groove
    ends = ((0.0, style.tongue), (run - style.tongue, run))
    cheeks = tuple(slot(e, (0.0, style.rail), depth, "tongue") for e in ends for depth in ((0.0, near), (far, frame.full.value)))
    for end, z, inner, edges in (
        ("bottom", leaf.z, (style.rail - style.tongue, style.rail), Edges(l1=band)),
        ("top", leaf.z + leaf.height.value - style.rail, (0.0, style.tongue), Edges(l2=band)),
    ):
        lay = Lay("+x", "+z", (leaf.x + style.stile - style.tongue, frame.y, z))
        pockets = (slot((0.0, run), inner, frame.groove), *cheeks)
        sizes, name = (length, frame.rail, frame.full), f"{leaf.name} rail {end}"
        out.add(name, "front", "front", frame.finish, sizes, lay, edges=edges, pockets=pockets, motion=leaf.motion)


def _add_panel(frame: _Frame, out: Collector) -> None:
    leaf, style, tongue = frame.leaf, frame.style, frame.tongue
    play = Size.of(style.float_gap, "float", "door_style.float_gap")
    height = leaf.height - 2 * frame.rail + 2 * tongue - play
    width = leaf.width - 2 * frame.stile + 2 * tongue - play
    sizes = (height, width, Size.of(style.panel, "panel", "door_style.panel"))
    half = style.float_gap / 2
    x = frame.right - style.stile + style.tongue - half
    lay = Lay("+z", "-x", (x, frame.y - frame.groove[0], leaf.z + style.rail - style.tongue + half))
    out.add(f"{leaf.name} panel", "front", "front", frame.finish, sizes, lay, motion=leaf.motion)


def _add_pulls(choice: Choice, leaf: Leaf, out: Collector) -> None:
    pull, corner = choice.hardware("pull"), choice.rules.pull_corner
    face = -choice.rules.front_gap - _thickness(choice).value
    centre_x, top = leaf.x + leaf.width.value / 2, leaf.z + leaf.height.value
    if leaf.kind == "drawer":
        wide = leaf.width.value >= choice.rules.pull_wide
        count = Size.of(1, "pull to a drawer", "hardware.pull")
        if wide:
            count = count + Size.of(1, f"more, from {choice.rules.pull_wide:g} wide", "rule.pull_wide")
        places = [centre_x] if not wide else [leaf.x + leaf.width.value * share for share in (0.25, 0.75)]
        z = leaf.z + leaf.height.value / 2
        spans = [((x - pull.length / 2, x + pull.length / 2), (z - pull.thick / 2, z + pull.thick / 2)) for x in places]
    else:
        count = Size.of(1, "pull to a door", "hardware.pull")
        x = leaf.x + leaf.width.value - corner if leaf.hand == "left" else leaf.x + corner
        z = _door_pull_height(choice, leaf, pull.length, corner, top)
        spans = [((x - pull.thick / 2, x + pull.thick / 2), (z, z + pull.length))]
    out.fit(choice.hardware("pull"), count, leaf.name)
    for x_span, z_span in spans:
        _add_bar(pull, x_span, z_span, face, leaf.motion, out)


def _door_pull_height(choice: Choice, leaf: Leaf, length: float, corner: float, top: float) -> float:
    """Near the lower corner of doors that hang high, near the upper corner of those that stand low."""
    hangs = choice.kind.mount == "wall" or leaf.z > 1000.0
    return leaf.z + corner if hangs else max(leaf.z, min(top - corner - length, 1050.0))


def _add_bar(pull: Hardware, x: tuple[float, float], z: tuple[float, float], face: float, motion: Motion | None, out: Collector) -> None:
    out_y = face - pull.projection
    bar_y = (out_y, min(out_y + pull.thick, face))
    boxes = [(x, bar_y, z)]
    long_x = x[1] - x[0] > z[1] - z[0]
    start, end = x if long_x else z
    post, inset = min(pull.thick, 10.0), min(24.0, (end - start) / 4)
    for place in {start + inset, end - inset - post} if end - start > 2 * post else {(start + end - post) / 2}:
        span = (place, place + post)
        boxes.append((span if long_x else x, (bar_y[1], face), z if long_x else span))
    for (x0, x1), (y0, y1), (z0, z1) in boxes:
        if y1 > y0:
            out.pieces.append(Piece("pull", pull.colour, Vec(x0, y0, z0), Vec(x1, y1, z1), motion))
