"""What fills the frame of a front: panels flat, raised or beaded, slats, louvres, or glass with its beads and bars.

Source: common practice; the values are fields of the door style.
"""

from collections.abc import Callable, Mapping
from dataclasses import dataclass, replace
from math import ceil, cos, radians, sin
from types import MappingProxyType

from tallplank.core.catalog.door_style import DoorStyle
from tallplank.core.catalog.finish import Finish
from tallplank.core.error import mm
from tallplank.core.joinery.part.form.form import formed
from tallplank.core.joinery.part.hole import Pocket
from tallplank.core.joinery.part.part import BuildError, Tag
from tallplank.core.joinery.rule.choice import Choice
from tallplank.core.joinery.setout.collector import Bore, Collector, Lay, Stuff, slot
from tallplank.core.measure.divide import divide, equal
from tallplank.core.measure.size import Size
from tallplank.core.measure.source import Decided
from tallplank.core.measure.wood import movement
from tallplank.core.space.arc import Arc
from tallplank.core.space.frame import Vec, extent, frame_along, tilted
from tallplank.core.space.motion import Motion
from tallplank.core.space.outline import Ring

BEAD_WIDE, BEAD_DEEP = 3.0, 1.5
LEAST_BEAD = 4.0
Cuts = Callable[[float, float, tuple[float, float]], tuple[Pocket, ...]]
"""From a panel's length, its width and half of its float along and across it to what is cut into it."""
LOUVRE_PIN, PIN_DEEP = 3.0, 10.0
STEPS = 24


@dataclass(frozen=True, slots=True)
class Inset:
    """What all panels of one front share: `y` is the front's back face, `groove` lies in its thickness from there."""

    style: DoorStyle
    finish: Finish
    y: float
    full: float
    groove: tuple[float, float]
    tongue: Size
    motion: Motion | None
    across: bool = False
    """Whether the grain of a panel runs level, not upright."""

    @property
    def stuff(self) -> Stuff:
        """What panels are made of."""
        return Stuff(self.finish, "front")


@dataclass(frozen=True, slots=True)
class PanelField:
    """The clear opening between stiles and rails; its height without the rise of an arch above it."""

    tag: Tag
    x: float
    z: float
    width: Size
    height: Size
    arch: float


def add_field(choice: Choice, inset: Inset, field: PanelField, out: Collector) -> None:
    """Fill one opening of a frame.

    Raises:
        BuildError: the panel does not fit the frame.
    """
    if field.width.value <= 0 or field.height.value - field.arch <= 0:
        raise BuildError(f"The {field.tag.name} would have no room in its frame.")
    FIELDS[inset.style.panel_kind](choice, inset, field, out)


def _still(inset: Inset) -> Size:
    """What is taken off a panel along its grain, in which wood does not move: the style's float."""
    return Size.of(inset.style.float_gap, "float", Decided("door_style", "float_gap"))


def _play(choice: Choice, inset: Inset, width: float) -> Size:
    """What is taken off a panel across its grain: the style's float, or more where solid wood moves more than that."""
    moves = movement(width, choice.catalog.boards[inset.finish.board].movement, choice.rules.moisture_swing)
    if moves <= inset.style.float_gap:
        return _still(inset)
    if moves >= 1.6 * inset.style.tongue:
        raise BuildError(f"A panel {mm(width)} wide would move by {mm(moves)}, more than its grooves hold: use a narrower front.")
    return Size.of(moves, "float for moisture", Decided("rule", "moisture_swing"))


def _add_panel(choice: Choice, inset: Inset, field: PanelField, out: Collector, thickness: Size, pockets: Cuts) -> None:
    """A board in the grooves of a frame, its grain upright or level; it floats more across its grain than along it."""
    tongue = inset.style.tongue
    moving = _play(choice, inset, (field.height if inset.across else field.width).value)
    high, wide = (moving, _still(inset)) if inset.across else (_still(inset), moving)
    height, width = field.height + 2 * inset.tongue - high, field.width + 2 * inset.tongue - wide
    left, low, y = field.x - tongue + wide.value / 2, field.z - tongue + high.value / 2, inset.y - inset.groove[0]
    if inset.across:
        sizes, lay, halves = (width, height, thickness), Lay("+x", "+z", (left, y, low)), (wide.value / 2, high.value / 2)
    else:
        sizes, lay, halves = (height, width, thickness), Lay("+z", "-x", (left + width.value, y, low)), (high.value / 2, wide.value / 2)
    shape = _arched_panel(field, height.value, width.value) if field.arch else None
    out.add(
        field.tag, inset.stuff, sizes, lay,
        pockets=pockets(sizes[0].value, sizes[1].value, halves), motion=inset.motion, kind="front", form=formed(shape),
    )  # fmt: skip


def _arched_panel(field: PanelField, height: float, width: float) -> Ring:
    """A panel whose upper edge follows the arch above it, up into its groove; x runs up the panel, y from its right edge."""
    chord, rise = field.width.value, field.arch
    top, middle = height, width / 2
    points = Arc((top - rise, middle - chord / 2), (top - rise, middle + chord / 2), rise).points(STEPS)
    shoulder = top - rise
    return ((0.0, 0.0), (shoulder, 0.0), *points, (shoulder, width), (0.0, width))


def _flat(choice: Choice, inset: Inset, field: PanelField, out: Collector) -> None:
    _add_panel(choice, inset, field, out, Size.of(inset.style.panel, "panel", Decided("door_style", "panel")), lambda *_: ())


def _raised(choice: Choice, inset: Inset, field: PanelField, out: Collector) -> None:
    """A thick field with thin edges that go into the grooves."""
    style = inset.style
    thick = Size.of(min(style.raised, inset.full - inset.groove[0]), "raised field", Decided("door_style", "raised"))
    if thick.value <= style.panel:
        _flat(choice, inset, field, out)
        return

    def edges(length: float, width: float, halves: tuple[float, float]) -> tuple[Pocket, ...]:
        ends, sides = (style.tongue - half + style.bevel for half in halves)
        if 2 * ends >= length or 2 * sides >= width:
            raise BuildError(f"The {field.tag.name} is too small for a raised field.")
        depth = (style.panel, thick.value)
        return (
            slot((0.0, length), (0.0, sides), depth, "tongue"),
            slot((0.0, length), (width - sides, width), depth, "tongue"),
            slot((0.0, ends), (sides, width - sides), depth, "tongue"),
            slot((length - ends - field.arch, length), (sides, width - sides), depth, "tongue"),
        )

    _add_panel(choice, inset, field, out, thick, edges)


def _beaded(choice: Choice, inset: Inset, field: PanelField, out: Collector) -> None:
    """A flat panel with beads cut into its face at an even pitch, the outer ones half a pitch from the frame."""
    style = inset.style
    deep = min(BEAD_DEEP, style.panel / 3)

    def beads(length: float, width: float, halves: tuple[float, float]) -> tuple[Pocket, ...]:
        clear = (field.height if inset.across else field.width).value
        count = max(ceil(clear / style.pitch), 1)
        start = style.tongue - halves[1]
        lines = [start + clear * i / count for i in range(1, count)]
        return tuple(
            slot((0.0, length), (y - BEAD_WIDE / 2, y + BEAD_WIDE / 2), (style.panel - deep, style.panel), "groove") for y in lines
        )

    _add_panel(choice, inset, field, out, Size.of(style.panel, "panel", Decided("door_style", "panel")), beads)


def _slatted(choice: Choice, inset: Inset, field: PanelField, out: Collector) -> None:
    """Upright slats in the grooves of the rails; their width is kept and the gaps take what is left."""
    style = inset.style
    count = max(int((field.width.value + style.pitch - style.slat) / style.pitch), 1)
    if count * style.slat > field.width.value:
        raise BuildError(f"Slats {mm(style.slat)} wide do not fit into a frame {mm(field.width.value)} wide inside.")
    gap = (field.width.value - count * style.slat) / (count + 1)
    play = Size.of(style.float_gap, "float", Decided("door_style", "float_gap"))
    height = field.height - Size.of(field.arch, "arch", Decided("door_style", "arch")) + 2 * inset.tongue - play
    sizes = (
        height,
        Size.of(style.slat, "slat", Decided("door_style", "slat")),
        Size.of(style.panel, "slat", Decided("door_style", "panel")),
    )
    z = field.z - style.tongue + style.float_gap / 2
    for i in range(count):
        right = field.x + gap + i * (style.slat + gap) + style.slat
        lay = Lay("+z", "-x", (right, inset.y - inset.groove[0], z))
        out.add(field.tag.piece("slat"), inset.stuff, sizes, lay, motion=inset.motion, kind="front")


def _louvred(choice: Choice, inset: Inset, field: PanelField, out: Collector) -> None:
    """Sloping slats pinned between the stiles, each lapping the next."""
    style = inset.style
    slope = radians(style.slope)
    high = style.slat * cos(slope) + style.panel * sin(slope)
    room = field.height.value - field.arch
    if high > room or style.slat * sin(slope) + style.panel * cos(slope) > inset.full:
        raise BuildError(f"Louvres {mm(style.slat)} wide at {style.slope:g}° do not fit into a frame {mm(inset.full)} thick.")
    count = max(ceil((room - high) / style.pitch) + 1, 1)
    step = (room - high) / (count - 1) if count > 1 else 0.0
    length = field.width - Size.of(style.float_gap, "float", Decided("door_style", "float_gap"))
    sizes = (
        length,
        Size.of(style.slat, "louvre", Decided("door_style", "slat")),
        Size.of(style.panel, "louvre", Decided("door_style", "panel")),
    )
    size = (length.value, style.slat, style.panel)
    deep = style.slat * sin(slope) + style.panel * cos(slope)
    back = inset.y - (inset.full - deep) / 2
    for i in range(count):
        corner = (field.x + style.float_gap / 2, 0.0, 0.0)
        low, high_corner = extent(tilted(frame_along("+x", "+z", corner), style.slope), size)
        lift = field.z + i * step - low.z
        frame = tilted(frame_along("+x", "+z", (corner[0], back - high_corner.y, lift)), style.slope)
        tag = field.tag.piece("louvre")
        out.add(tag, inset.stuff, sizes, frame, motion=inset.motion, kind="front")
        _pin(out, frame.out((0.0, style.slat / 2, style.panel / 2)), length.value, style.float_gap / 2)
    dowels = Size.of(2 * count, "dowels, two to a louvre", Decided("door_style", "pitch"))
    out.fit(choice.hardware("dowel"), dowels, field.tag.name)


def _pin(out: Collector, middle: Vec, length: float, play: float) -> None:
    """A dowel at each end of the newest louvre, into the stile beside it; it bridges the play between them."""
    louvre = len(out.parts) - 1
    for x, way in ((middle.x, -1.0), (middle.x + length, 1.0)):
        bore = Bore("louvre", LOUVRE_PIN, PIN_DEEP)
        out.bore(louvre, Vec(x, middle.y, middle.z), Vec(-way, 0.0, 0.0), bore)
        out.bore_at(Vec(x + way * play, middle.y, middle.z), Vec(way, 0.0, 0.0), bore, ("front",))


def _glazed(choice: Choice, inset: Inset, field: PanelField, out: Collector) -> None:
    """A pane in the rebate with a bead behind it all round, and glazing bars before it."""
    style, glass = inset.style, choice.finish("glass")
    pane = Size.of(glass.thickness, "glass", Decided("finish", "glass"))
    play = _still(inset)
    height, width, half = field.height + 2 * inset.tongue - play, field.width + 2 * inset.tongue - play, play.value / 2
    far = inset.groove[1]
    if pane.value + LEAST_BEAD > far:
        raise BuildError(f"Glass {mm(pane.value)} thick leaves no room for a bead in a rebate of {mm(far)}.")
    right = field.x + field.width.value + style.tongue - half
    lay = Lay("+z", "-x", (right, inset.y - far + pane.value, field.z - style.tongue + half))
    shape = _arched_panel(field, height.value, width.value) if field.arch else None
    tag = replace(field.tag, role="glass")
    out.add(tag, Stuff(glass, "glass"), (height, width, pane), lay, motion=inset.motion, kind="front", form=formed(shape))
    _add_beads(inset, field, pane, out)
    _add_bars(inset, field, out)


def _add_beads(inset: Inset, field: PanelField, pane: Size, out: Collector) -> None:
    """Strips behind the glass that fill the rest of the rebate; along an arch a pliable one is bought."""
    style = inset.style
    thick = Size.of(inset.groove[1], "rebate", Decided("door_style", "panel")) - pane
    tag, tongue = replace(field.tag, role="bead"), style.tongue
    wide = Size.of(tongue, "rebate", Decided("door_style", "tongue"))
    high = field.height + 2 * inset.tongue
    if field.arch:
        high = high - Size.of(field.arch + tongue, "arch", Decided("door_style", "arch"))
    for right in (field.x, field.x + field.width.value + tongue):
        lay = Lay("+z", "-x", (right, inset.y, field.z - tongue))
        out.add(tag, inset.stuff, (high, wide, thick), lay, motion=inset.motion, kind="front")
    for low in (field.z - tongue, field.z + field.height.value)[: 1 if field.arch else 2]:
        lay = Lay("+x", "+z", (field.x, inset.y, low))
        out.add(tag, inset.stuff, (field.width, wide, thick), lay, motion=inset.motion, kind="front")


def _add_bars(inset: Inset, field: PanelField, out: Collector) -> None:
    """Bars on the glass: the upright ones whole, the level ones between them."""
    style = inset.style
    across, up = style.bars
    thick = Size.of(inset.full - inset.groove[1], "before the glass", Decided("door_style", "panel"))
    wide, y = Size.of(style.bar, "bar", Decided("door_style", "bar")), inset.y - inset.groove[1]
    clear = field.height - Size.of(field.arch, "arch", Decided("door_style", "arch")) if field.arch else field.height
    columns = divide(field.width.value, equal(across + 1), separator=style.bar)
    rows = divide(clear.value, equal(up + 1), separator=style.bar)
    tag = replace(field.tag, role="bar")
    for i in range(across):
        right = field.x + columns.starts[i] + columns.sizes[i] + style.bar
        lay = Lay("+z", "-x", (right, y, field.z))
        out.add(tag, inset.stuff, (clear, wide, thick), lay, motion=inset.motion, kind="front")
    for k in range(up):
        low = field.z + rows.starts[k] + rows.sizes[k]
        for i in range(across + 1):
            length = Size.of(columns.sizes[i], "between bars", Decided("door_style", "bars"))
            lay = Lay("+x", "+z", (field.x + columns.starts[i], y, low))
            out.add(tag, inset.stuff, (length, wide, thick), lay, motion=inset.motion, kind="front")


FIELDS: Mapping[str, Callable[[Choice, Inset, PanelField, Collector], None]] = MappingProxyType(
    {"flat": _flat, "raised": _raised, "beaded": _beaded, "slatted": _slatted, "louvred": _louvred, "glazed": _glazed}
)
"""How each kind of panel is made; a new kind is one function here."""
