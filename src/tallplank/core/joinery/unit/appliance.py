"""Appliances that stand or hang by themselves in a row of units: the place that they take, and a front of ours before some of them.

Source: common practice; the place that each needs stands in its record.
"""

from collections.abc import Callable, Iterator, Mapping
from typing import NamedTuple

from tallplank.core.catalog.hardware import Appliance
from tallplank.core.error import mm
from tallplank.core.joinery.front.front import add_front
from tallplank.core.joinery.front.leaf import Leaf
from tallplank.core.joinery.part.opened import flap, swing
from tallplank.core.joinery.part.part import Note, Piece, Tag
from tallplank.core.joinery.rule.choice import Choice
from tallplank.core.joinery.rule.place import place
from tallplank.core.joinery.setout.box import box_of
from tallplank.core.joinery.setout.collector import Collector
from tallplank.core.joinery.setout.layout import lay_out
from tallplank.core.joinery.setout.plane import plane_of
from tallplank.core.measure.size import Size
from tallplank.core.measure.source import Decided
from tallplank.core.space.frame import Vec
from tallplank.core.space.motion import Motion

GLASS, STEEL, DARK, FEET = "#20262a", "#b9b6ae", "#2c2e2f", 12.0
DOOR, HANDLE, BAR, FREE = 24.0, 38.0, 16.0, 2.0
"""How thick a door is, how far its handle stands before it, how thick that is, and what is free behind a front of ours."""
FITS = 1e-6
Span = tuple[float, float]


class ApplianceBody(NamedTuple):
    """An appliance in the frame of its unit: its left and right end, how deep it is, and where it begins and ends above the floor."""

    left: float
    right: float
    deep: float
    low: float
    high: float
    item: Appliance
    start: float = 0.0
    """How far behind the front edges of units beside it the body begins."""
    foot: float = 0.0
    """The same of its foot, which stands behind the plinth where a front of ours is before it."""

    @property
    def wide(self) -> float:
        """From end to end."""
        return self.right - self.left

    def piece(self, x: Span, y: Span, z: Span, colour: str, motion: Motion | None = None, axis: str = "") -> Piece:
        """A box of it, its x and z from its own left and lower end."""
        low = Vec(self.left + x[0], y[0], self.low + z[0])
        high = Vec(self.left + x[1], y[1], self.low + z[1])
        return Piece("appliance", colour, low, high, motion, name=self.item.name, axis=axis)  # type: ignore[arg-type]


def build_appliance(choice: Choice, out: Collector) -> None:
    """Keep the place free, draw the appliance in it, count it, and hang a front of ours where it takes one."""
    unit, item = choice.unit, standing_item(choice)
    needed = item.place or item.size
    for what, need, there in zip(("wide", "high", "deep"), needed, _room(choice), strict=True):
        if need > there + FITS:
            text = f"{item.name} needs a place {mm(need)} {what}; there are {mm(there)}."
            out.note(Note("niche", text, "Make the unit larger, or choose another appliance."))
    floor = -place(choice).z if choice.kind.mount == "floor" else 0.0
    wide, high, deep = item.size
    left = (unit.width - wide) / 2
    high = min(high, unit.height - floor)
    start = max(plane_of(choice).back + FREE, 0.0) if item.front == "ours" else 0.0
    body = ApplianceBody(left, left + wide, max(min(deep, unit.depth - start), 1.0), floor, floor + high, item, start, _foot(choice, start))
    out.pieces += SHAPES.get(item.shape, _plain)(body)
    out.fit(item, Size.of(1, "in its place", Decided("hardware", "appliance")), "its place")
    if item.front == "ours" and unit.opening.front != "none":
        _add_our_front(choice, item, out)


def _foot(choice: Choice, start: float) -> float:
    """How far behind the front edges of units beside it an appliance's foot begins, clear of the plinth before it."""
    kicked = choice.kind.kick and choice.rules.kick != "none"
    return max(choice.rules.kick_setback + choice.finish("plinth").thickness + FREE, start) if kicked else start


def standing_item(choice: Choice) -> Appliance:
    """The unit's own appliance, else that of its kind; one that takes no place of its own falls back to that too."""
    items = (choice.catalog.hardware.get(table.get("appliance", "")) for table in (choice.unit.hardware, choice.kind.hardware))
    return next(item for item in items if isinstance(item, Appliance) and item.place is not None)


def _room(choice: Choice) -> tuple[float, float, float]:
    """Width, height from the floor and depth of the place."""
    unit = choice.unit
    high = unit.height + (place(choice).z if choice.kind.mount == "floor" else 0.0)
    return unit.width, high, unit.depth


def _add_our_front(choice: Choice, item: Appliance, out: Collector) -> None:
    """One front that drops with the appliance's own door, its sizes those of a door beside it."""
    layout = out.layout = lay_out(choice, box_of(choice))
    plane, cell = plane_of(choice), layout.leaves[0]
    motion = flap(plane.back - choice.finish("front").thickness, cell.z.front_at, lifts=False)
    leaf = Leaf(Tag("appliance front"), "flap", cell.x.front_at, cell.z.front_at, cell.x.front, cell.z.front, plane.back, motion)
    weight = add_front(choice, cell, leaf, out)
    if item.front_kg and weight > item.front_kg:
        text = f"The front of {item.name} weighs {weight:.1f} kg; its hinges bear {item.front_kg:g} kg."
        out.note(Note("front-weight", text, "Use a lighter front."))


def _plain(body: ApplianceBody) -> Iterator[Piece]:
    yield body.piece((0.0, body.wide), (0.0, body.deep), (FEET, body.high - body.low), body.item.colour)


def _dishwasher(body: ApplianceBody) -> Iterator[Piece]:
    """A body; where no front of ours covers it, a door that drops with a panel and a handle."""
    high = body.high - body.low
    rear, step = body.start + body.deep, min(max(0.0 - body.low, FEET), high)
    if FEET < step < high and body.foot < rear:
        yield body.piece((0.0, body.wide), (body.foot, rear), (FEET, step), STEEL)
    yield body.piece((0.0, body.wide), (body.start, rear), (step, high), STEEL)
    if body.item.front == "own":
        motion = flap(-DOOR, body.low + 100.0, lifts=False)
        yield body.piece((0.0, body.wide), (-DOOR, 0.0), (100.0, high), body.item.colour, motion)
        yield body.piece((0.0, body.wide), (-DOOR - 1.0, -DOOR), (high - 90.0, high), DARK, motion)
        yield from _bar_handle(body, (0.12 * body.wide, 0.88 * body.wide), high - 130.0, motion)


def _bar_handle(body: ApplianceBody, x: tuple[float, float], z: float, motion: Motion | None) -> Iterator[Piece]:
    yield body.piece(x, (-DOOR - HANDLE, -DOOR - HANDLE + BAR), (z, z + BAR), STEEL, motion, "x")
    for end in (x[0] + 20.0, x[1] - 30.0):
        yield body.piece((end, end + 10.0), (-DOOR - HANDLE + BAR, -DOOR), (z + 3.0, z + BAR - 3.0), STEEL, motion)


def _upright_handle(body: ApplianceBody, x: float, z: tuple[float, float], motion: Motion | None) -> Iterator[Piece]:
    yield body.piece((x, x + BAR), (-DOOR - HANDLE, -DOOR - HANDLE + BAR), z, STEEL, motion, "z")
    for end in (z[0] + 20.0, z[1] - 30.0):
        yield body.piece((x + 3.0, x + BAR - 3.0), (-DOOR - HANDLE + BAR, -DOOR), (end, end + 10.0), STEEL, motion)


def _washer(body: ApplianceBody) -> Iterator[Piece]:
    """A round door before the drum, and a panel above it."""
    high, middle = body.high - body.low, body.wide / 2
    yield body.piece((0.0, body.wide), (0.0, body.deep), (FEET, high), body.item.colour)
    yield body.piece((0.0, body.wide), (-8.0, 0.0), (high - 130.0, high - 14.0), STEEL)
    yield body.piece((body.wide - 120.0, body.wide - 60.0), (-26.0, -8.0), (high - 102.0, high - 42.0), DARK, None, "y")
    radius, centre = min(0.31 * body.wide, 190.0), FEET + (high - 150.0) * 0.54
    motion = swing(body.left + middle - radius, -4.0, left=True)
    for wide, y, colour in ((radius, (-30.0, 0.0), STEEL), (radius - 42.0, (-36.0, -30.0), GLASS)):
        yield body.piece((middle - wide, middle + wide), y, (centre - wide, centre + wide), colour, motion, "y")


def _cooker(body: ApplianceBody) -> Iterator[Piece]:
    """An oven door with its window, knobs above it, rings on top."""
    high = body.high - body.low
    yield body.piece((0.0, body.wide), (0.0, body.deep), (FEET, high), body.item.colour)
    yield body.piece((0.0, body.wide), (-6.0, 0.0), (high - 120.0, high - 10.0), STEEL)
    doors = 2 if body.wide > 800.0 else 1
    motion = flap(-DOOR, body.low + 150.0, lifts=False)
    each = body.wide / doors
    for i in range(doors):
        x0, x1 = i * each + 4.0, (i + 1) * each - 4.0
        yield body.piece((x0, x1), (-DOOR, 0.0), (150.0, high - 130.0), body.item.colour, motion)
        yield body.piece((x0 + 0.14 * each, x1 - 0.14 * each), (-DOOR - 1.0, -DOOR), (230.0, high - 260.0), GLASS, motion)
        yield from _bar_handle(body, (x0 + 0.08 * each, x1 - 0.08 * each), high - 190.0, motion)
    knobs = 3 * doors + 2
    for i in range(knobs):
        x = body.wide * (i + 0.5) / knobs
        yield body.piece((x - 18.0, x + 18.0), (-34.0, -6.0), (high - 84.0, high - 48.0), DARK, None, "y")
    for x, y, radius in _rings(body.wide, body.deep, 2 * doors + 2):
        yield body.piece((x - radius, x + radius), (y - radius, y + radius), (high, high + 14.0), DARK, None, "z")


def _rings(wide: float, deep: float, count: int) -> Iterator[tuple[float, float, float]]:
    columns = (count + 1) // 2
    for i in range(count):
        radius = min(0.38 * wide / columns, 95.0) * (1.0 if i % 3 else 0.78)
        yield wide * (i // 2 + 0.5) / columns, deep * (0.28 if i % 2 else 0.72), radius


def _fridge(body: ApplianceBody) -> Iterator[Piece]:
    """Doors that turn, the freezer's below, or side by side where it is wide; each with its handle."""
    high = body.high - body.low
    yield body.piece((0.0, body.wide), (0.0, body.deep), (FEET, high), DARK)
    tall = high > 1300.0
    split = 0.36 * high if tall else FEET + 10.0
    spans = [(0.0, body.wide / 2), (body.wide / 2, body.wide)] if body.wide > 800.0 else [(0.0, body.wide)]
    rows = [(FEET + 40.0, split - 3.0), (split + 3.0, high)] if tall else [(FEET + 20.0, high)]
    for low, top in rows:
        for number, (x0, x1) in enumerate(spans):
            left = number == 0
            hinge = body.left + (x0 if left else x1)
            motion = swing(hinge, -DOOR, left=left)
            yield body.piece((x0 + 2.0, x1 - 2.0), (-DOOR, 0.0), (low, top), body.item.colour, motion)
            x = x1 - 52.0 if left else x0 + 36.0
            long = min(0.55 * (top - low), 700.0)
            start = top - 60.0 - long if low < split else low + 60.0
            yield from _upright_handle(body, x, (start, start + long), motion)


def _wine(body: ApplianceBody) -> Iterator[Piece]:
    """A door of glass in a frame, shelves behind it."""
    high = body.high - body.low
    yield body.piece((0.0, body.wide), (0.0, body.deep), (FEET, high), DARK)
    motion = swing(body.left, -DOOR, left=True)
    yield body.piece((0.0, body.wide), (-DOOR, 0.0), (100.0, high), STEEL, motion)
    yield body.piece((36.0, body.wide - 36.0), (-DOOR - 1.0, -DOOR), (140.0, high - 40.0), GLASS, motion)
    count = max(int((high - 200.0) // 110.0), 2)
    for i in range(count):
        z = 150.0 + (high - 220.0) * (i + 0.5) / count
        yield body.piece((44.0, body.wide - 44.0), (-DOOR - 3.0, -DOOR - 1.0), (z, z + 12.0), "#8b6f4e", motion)
    yield from _upright_handle(body, body.wide - 34.0, (high - 460.0, high - 120.0), motion)


def _hood(body: ApplianceBody) -> Iterator[Piece]:
    """A flat canopy and the shaft above it."""
    high = body.high - body.low
    canopy = min(0.16 * high, 90.0)
    yield body.piece((0.0, body.wide), (-0.0, body.deep), (0.0, canopy), body.item.colour)
    yield body.piece((0.0, body.wide), (-4.0, 0.0), (0.25 * canopy, 0.75 * canopy), DARK)
    middle, half = body.wide / 2, min(0.2 * body.wide, 150.0)
    yield body.piece((middle - half, middle + half), (body.deep - 2 * half, body.deep), (canopy, high), body.item.colour)


SHAPES: Mapping[str, Callable[[ApplianceBody], Iterator[Piece]]] = {
    "dishwasher": _dishwasher,
    "washer": _washer,
    "cooker": _cooker,
    "fridge": _fridge,
    "wine": _wine,
    "hood": _hood,
}
"""How each shape is drawn; one without a shape is a plain box."""
