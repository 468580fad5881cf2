"""How one front is made: a slab, or a frame of stiles and rails whose tongues and panels sit in real grooves.

Source: common practice; the values are fields of the door style.
"""

from dataclasses import dataclass
from typing import Literal

from tallplank.core.catalog.door_style import DoorStyle
from tallplank.core.catalog.finish import Finish
from tallplank.core.error import mm
from tallplank.core.job.front import FrontShape
from tallplank.core.joinery.front.panel import Inset, PanelField, add_field
from tallplank.core.joinery.part.form.form import formed
from tallplank.core.joinery.part.hole import Pocket, PocketKind
from tallplank.core.joinery.part.part import BuildError, Edges, Tag
from tallplank.core.joinery.rule.choice import Choice
from tallplank.core.joinery.setout.collector import Collector, Lay, Stuff, slot
from tallplank.core.measure.divide import divide, equal
from tallplank.core.measure.size import Size
from tallplank.core.measure.source import Decided
from tallplank.core.space.arc import Arc
from tallplank.core.space.frame import Vec
from tallplank.core.space.motion import Motion
from tallplank.core.space.outline import Ring

OPEN_PANELS = ("slatted", "louvred", "glazed")
"""Panels that drawers have flat instead, since their pulls and contents ask for it."""
ARCH_STEPS = 24
"""Straight pieces by which an arch is drawn and cut."""


@dataclass(frozen=True, slots=True)
class Leaf:
    """One front in its place, in the frame of its unit; `y` is its back face."""

    tag: Tag
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
    if leaf.kind == "drawer" and style.panel_kind in OPEN_PANELS:
        style = style.but(panel_kind="flat")
    clear = min(leaf.width.value - 2 * style.stile, leaf.height.value - style.rail - (style.top_rail or style.rail))
    framed = style.build == "five-piece" and leaf.kind != "strip" and clear >= style.least
    if framed:
        _add_frame(choice, style, leaf, out)
    else:
        _add_slab(choice, leaf, out)
    return framed


def front_thickness(choice: Choice) -> Size:
    """The thickness of the board that fronts are made of."""
    return Size.of(choice.finish("front").thickness, "front board", Decided("finish", "front"))


def _add_slab(choice: Choice, leaf: Leaf, out: Collector) -> None:
    finish = choice.finish("front")
    edges = Edges(finish.band, finish.band, finish.band, finish.band)
    across = leaf.kind == "drawer" and choice.rules.drawer_front_grain == "across"
    if across:
        sizes, lay = (leaf.width, leaf.height, front_thickness(choice)), Lay("+x", "+z", (leaf.x, leaf.y, leaf.z))
    else:
        sizes, lay = (leaf.height, leaf.width, front_thickness(choice)), Lay("+z", "-x", (leaf.x + leaf.width.value, leaf.y, leaf.z))
    out.add(leaf.tag, Stuff(finish, "front"), sizes, lay, edges=edges, motion=leaf.motion, kind="front")


@dataclass(frozen=True, slots=True)
class _Frame:
    """The shared sizes of a framed front."""

    leaf: Leaf
    style: DoorStyle
    finish: Finish
    full: Size
    stile: Size
    rail: Size
    top_rail: Size
    tongue: Size
    glazed: bool
    arch: float

    @property
    def groove(self) -> tuple[float, float]:
        """Where the groove lies in the thickness from the back; for glass it is a rebate, open to the back."""
        middle = self.full.value / 2
        low, high = middle - self.style.panel / 2, middle + self.style.panel / 2
        return (0.0, high) if self.glazed else (low, high)

    @property
    def right(self) -> float:
        """The right edge of the front."""
        return self.leaf.x + self.leaf.width.value

    @property
    def mitred(self) -> bool:
        """Whether the corners are mitred."""
        return self.style.corner == "mitred"


def _add_frame(choice: Choice, style: DoorStyle, leaf: Leaf, out: Collector) -> None:
    full = front_thickness(choice)
    if style.panel >= full.value:
        raise BuildError(f"A panel {mm(style.panel)} thick does not fit into a frame of {mm(full.value)}.")
    door = leaf.kind == "door"
    rail = Size.of(style.rail, "rail", Decided("door_style", "rail"))
    frame = _Frame(
        leaf,
        style,
        choice.finish("front"),
        full,
        Size.of(style.stile, "stile", Decided("door_style", "stile")),
        rail,
        Size.of(style.top_rail, "top rail", Decided("door_style", "top_rail")) if style.top_rail else rail,
        Size.of(style.tongue, "tongue", Decided("door_style", "tongue")),
        style.panel_kind == "glazed",
        style.arch if door and style.corner == "butt" else 0.0,
    )
    if frame.arch and frame.arch > (leaf.width.value - 2 * style.stile) / 2:
        raise BuildError(f"An arch rising {mm(frame.arch)} is too high for a door {mm(leaf.width.value)} wide.")
    spans = _panels(frame)
    _add_stiles(frame, spans, out)
    _add_rails(frame, spans, out)
    inset = _inset(choice, frame)
    for number, (low, height, top) in enumerate(spans, 1):
        tag = leaf.tag.piece("panel", number=number if len(spans) > 1 else 0)
        width = leaf.width - 2 * frame.stile
        arch = frame.arch if top else 0.0
        add_field(choice, inset, PanelField(tag, leaf.x + style.stile, leaf.z + low, width, height, arch), out)


def _inset(choice: Choice, frame: _Frame) -> Inset:
    across = frame.leaf.kind == "drawer" and choice.rules.drawer_front_grain == "across"
    return Inset(frame.style, frame.finish, frame.leaf.y, frame.full.value, frame.groove, frame.tongue, frame.leaf.motion, across)


def _panels(frame: _Frame) -> list[tuple[float, Size, bool]]:
    """The openings between the rails from below: their lower edges, their heights (in their middle) and whether one is the top."""
    style, leaf = frame.style, frame.leaf
    count = style.mid_rails + 1 if leaf.kind == "door" else 1
    clear = leaf.height - frame.rail - frame.top_rail
    if count == 1:
        return [(style.rail, clear, True)]
    rest = clear - (count - 1) * frame.rail
    division = divide(clear.value, equal(count), separator=style.rail)
    height = rest.named("left to share", 1 / count)
    return [(style.rail + division.starts[i], height, i == count - 1) for i in range(count)]


def _add_stiles(frame: _Frame, spans: list[tuple[float, Size, bool]], out: Collector) -> None:
    leaf, style, band = frame.leaf, frame.style, frame.finish.band
    for side, x, inner, edges in (
        ("left", leaf.x + style.stile, (0.0, style.tongue), Edges(l2=band, w1=band, w2=band)),
        ("right", frame.right, (style.stile - style.tongue, style.stile), Edges(l1=band, w1=band, w2=band)),
    ):
        what: PocketKind = "rebate" if frame.glazed else "groove"
        pockets = tuple(slot(along, inner, frame.groove, what) for along in _grooved(frame, spans))
        shape = _mitred_stile(frame, left=side == "left") if frame.mitred else None
        sizes, lay = (leaf.height, frame.stile, frame.full), Lay("+z", "-x", (x, leaf.y, leaf.z))
        out.add(
            leaf.tag.piece("stile", side), Stuff(frame.finish, "front"), sizes, lay,
            edges=edges, pockets=pockets, motion=leaf.motion, kind="front", form=formed(shape),
        )  # fmt: skip


def _grooved(frame: _Frame, spans: list[tuple[float, Size, bool]]) -> list[tuple[float, float]]:
    """Where the stiles are grooved: over their whole length, or behind louvres only where rails are let in."""
    high = frame.leaf.height.value
    if frame.style.panel_kind != "louvred":
        return [(0.0, high)]
    edges = [0.0, *(edge for low, height, _ in spans for edge in (low, low + height.value)), high]
    return [(edges[i], edges[i + 1]) for i in range(0, len(edges), 2)]


def _mitred_stile(frame: _Frame, *, left: bool) -> Ring:
    """A stile cut off from the outer to the inner corner of the frame at both ends."""
    high, wide = frame.leaf.height.value, frame.style.stile
    low, top = frame.rail.value, high - frame.top_rail.value
    if left:
        return ((low, 0.0), (top, 0.0), (high, wide), (0.0, wide))
    return ((0.0, 0.0), (high, 0.0), (top, wide), (low, wide))


def _add_rails(frame: _Frame, spans: list[tuple[float, Size, bool]], out: Collector) -> None:
    leaf, band = frame.leaf, frame.finish.band
    high = leaf.height.value
    _add_rail(frame, "bottom", 0.0, frame.rail, Edges(l1=band), out)
    _add_rail(frame, "top", high - frame.top_rail.value - frame.arch, frame.top_rail, Edges(l2=band), out)
    for number, (low, height, _) in enumerate(spans[:-1], 1):
        name = "middle" if len(spans) == 2 else f"middle {number}"
        _add_rail(frame, name, low + height.value, frame.rail, Edges(), out)


def _add_rail(frame: _Frame, end: str, z: float, wide: Size, edges: Edges, out: Collector) -> None:
    leaf, style = frame.leaf, frame.style
    outer = end in ("bottom", "top")
    if frame.mitred and outer:
        _add_mitred_rail(frame, end, z, wide, edges, out)
        return
    arch = frame.arch if end == "top" else 0.0
    width = wide + Size.of(arch, "arch", Decided("door_style", "arch")) if arch else wide
    length = leaf.width - 2 * frame.stile + 2 * frame.tongue
    run = length.value
    pockets: list[Pocket] = []
    grooved = style.panel_kind != "louvred"
    if grooved and end != "top":
        pockets.append(_inner_cut(frame, (0.0, run), (width.value - style.tongue, width.value)))
    if grooved and arch:
        pockets.append(_arched_cut(frame, run, arch))
    elif grooved and end != "bottom":
        pockets.append(_inner_cut(frame, (0.0, run), (0.0, style.tongue)))
    pockets += _cheeks(frame, run, width.value)
    shape = _arched(style.tongue, run, width.value, arch) if arch else None
    lay = Lay("+x", "+z", (leaf.x + style.stile - style.tongue, leaf.y, leaf.z + z))
    out.add(
        leaf.tag.piece("rail", end), Stuff(frame.finish, "front"), (length, width, frame.full), lay,
        edges=edges, pockets=tuple(pockets), motion=leaf.motion, kind="front", form=formed(shape),
    )  # fmt: skip


def _inner_cut(frame: _Frame, along: tuple[float, float], across: tuple[float, float]) -> Pocket:
    return slot(along, across, frame.groove, "rebate" if frame.glazed else "groove")


def _cheeks(frame: _Frame, run: float, width: float) -> list[Pocket]:
    """What is cut off the ends of a rail, so that tongues are left that fit the grooves of the stiles."""
    tongue, (near, far) = frame.style.tongue, frame.groove
    ends = ((0.0, tongue), (run - tongue, run))
    depths = [(far, frame.full.value)] if near <= 0 else [(0.0, near), (far, frame.full.value)]
    return [slot(end, (0.0, width), depth, "tongue") for end in ends for depth in depths]


def _arc(run: float, tongue: float, rise: float, lift: float) -> list[tuple[float, float]]:
    """Points along the arch from right to left: over the clear width, `rise` high in the middle, shifted up by `lift`."""
    points = Arc((run - tongue, 0.0), (tongue, 0.0), rise).points(ARCH_STEPS)
    return [(x, y + lift) for x, y in points]


def _arched(tongue: float, run: float, width: float, rise: float) -> Ring:
    """A top rail whose lower edge is arched between its tongues."""
    arc = _arc(run, tongue, rise, 0.0)
    return ((run, 0.0), (run, width), (0.0, width), (0.0, 0.0), *reversed(arc))


def _arched_cut(frame: _Frame, run: float, rise: float) -> Pocket:
    """The groove along the arch: as deep as the others, measured upwards."""
    tongue, depth = frame.style.tongue, frame.style.tongue
    lower, upper = _arc(run, tongue, rise, -1.0), _arc(run, tongue, rise, depth)
    ends = ((run, -1.0), (run, depth), *upper, (0.0, depth), (0.0, -1.0))
    shape = (*ends, *reversed(lower))
    near, far = frame.groove
    kind: Literal["rebate", "groove"] = "rebate" if frame.glazed else "groove"
    return Pocket(kind, Vec(0.0, 0.0, near), Vec(run, rise + depth, far), shape)


def _add_mitred_rail(frame: _Frame, end: str, z: float, wide: Size, edges: Edges, out: Collector) -> None:
    leaf, style = frame.leaf, frame.style
    run, width, stile = leaf.width.value, wide.value, style.stile
    lower = end == "bottom"
    upward = ((0.0, 0.0), (run, 0.0), (run - stile, width), (stile, width))
    downward = ((stile, 0.0), (run - stile, 0.0), (run, width), (0.0, width))
    shape = upward if lower else downward
    cut = _inner_cut(frame, (0.0, run), (width - style.tongue, width) if lower else (0.0, style.tongue))
    lay = Lay("+x", "+z", (leaf.x, leaf.y, leaf.z + z))
    out.add(
        leaf.tag.piece("rail", end), Stuff(frame.finish, "front"), (leaf.width, wide, frame.full), lay,
        edges=edges, pockets=(cut,), motion=leaf.motion, kind="front", form=formed(shape),
    )  # fmt: skip
