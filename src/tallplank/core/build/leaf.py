"""How one front is made: a slab, or five pieces whose tongues and panel sit in real grooves.

Source: common practice; the values are fields of the door style.
"""

from dataclasses import dataclass
from typing import Literal

from tallplank.core.build.choice import Choice
from tallplank.core.build.collector import Collector, Lay, slot
from tallplank.core.build.part import BuildError, Edges, FrontShape, Motion
from tallplank.core.catalog.record import DoorStyle, Finish
from tallplank.core.measure.size import Size


@dataclass(frozen=True, slots=True)
class Leaf:
    """One front in its place, in the frame of its unit; `y` is its back face."""

    name: str
    kind: FrontShape
    x: float
    z: float
    width: Size
    height: Size
    y: float
    motion: Motion | None
    hand: Literal["left", "right", ""] = ""


def add_leaf_parts(choice: Choice, style: DoorStyle, leaf: Leaf, out: Collector) -> bool:
    """Add the parts of one front; returns whether it is framed. One too small for its frame is made as a slab."""
    clear = min(leaf.width.value - 2 * style.stile, leaf.height.value - 2 * style.rail)
    framed = style.build == "five-piece" and leaf.kind != "strip" and clear >= style.least
    if framed:
        _add_frame(choice, style, leaf, out)
    else:
        _add_slab(choice, leaf, out)
    return framed


def front_thickness(choice: Choice) -> Size:
    """The thickness of the board that fronts are made of."""
    return Size.of(choice.finish("front").thickness, "front board", "finish.front")


def _add_slab(choice: Choice, leaf: Leaf, out: Collector) -> None:
    finish = choice.finish("front")
    edges = Edges(finish.band, finish.band, finish.band, finish.band)
    across = leaf.kind == "drawer" and choice.rules.drawer_front_grain == "across"
    if across:
        sizes, lay = (leaf.width, leaf.height, front_thickness(choice)), Lay("+x", "+z", (leaf.x, leaf.y, leaf.z))
    else:
        sizes, lay = (leaf.height, leaf.width, front_thickness(choice)), Lay("+z", "-x", (leaf.x + leaf.width.value, leaf.y, leaf.z))
    out.add(leaf.name, "front", "front", finish, sizes, lay, edges=edges, motion=leaf.motion, kind="front")


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


def _add_frame(choice: Choice, style: DoorStyle, leaf: Leaf, out: Collector) -> None:
    full = front_thickness(choice)
    if style.panel >= full.value:
        raise BuildError(f"A panel {style.panel:g} thick does not fit into a frame of {full.value:g}.")
    frame = _Frame(
        leaf,
        style,
        choice.finish("front"),
        leaf.y,
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
        out.add(name, "front", "front", frame.finish, sizes, lay, edges=edges, pockets=pockets, motion=leaf.motion, kind="front")


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
        out.add(name, "front", "front", frame.finish, sizes, lay, edges=edges, pockets=pockets, motion=leaf.motion, kind="front")


def _add_panel(frame: _Frame, out: Collector) -> None:
    leaf, style, tongue = frame.leaf, frame.style, frame.tongue
    play = Size.of(style.float_gap, "float", "door_style.float_gap")
    height = leaf.height - 2 * frame.rail + 2 * tongue - play
    width = leaf.width - 2 * frame.stile + 2 * tongue - play
    sizes = (height, width, Size.of(style.panel, "panel", "door_style.panel"))
    half = style.float_gap / 2
    x = frame.right - style.stile + style.tongue - half
    lay = Lay("+z", "-x", (x, frame.y - frame.groove[0], leaf.z + style.rail - style.tongue + half))
    out.add(f"{leaf.name} panel", "front", "front", frame.finish, sizes, lay, motion=leaf.motion, kind="front")
