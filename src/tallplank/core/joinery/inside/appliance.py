"""An appliance in its niche: the boards follow its record, and what they cannot give it is told.

Source: common practice; the room that each needs stands in its record.
"""

from typing import NamedTuple

from tallplank.core.catalog.hardware import Appliance
from tallplank.core.error import mm
from tallplank.core.job.opening import Opening
from tallplank.core.joinery.part.opened import flap
from tallplank.core.joinery.part.part import BuildError, Note, Piece
from tallplank.core.joinery.rule.choice import Choice
from tallplank.core.joinery.setout.box import Box
from tallplank.core.joinery.setout.collector import Collector
from tallplank.core.joinery.setout.layout import Cell
from tallplank.core.joinery.setout.plane import Plane
from tallplank.core.measure.size import Size
from tallplank.core.space.frame import Vec

NICHE, STEEL, GLASS = "#3a3c3d", "#b9b6ae", "#16191b"
WINDOWED = {"oven": 0.34, "microwave": 0.3, "wine": 0.2}
"""Doors with a window, and how much of their height is above it."""
FITS = 1e-6
HINGE_PLATE = 9.0
"""What is left beside an appliance behind doors, for the plates of their hinges; common practice, no source."""
HANDLE, HANDLE_DOWN, HANDLE_SHARE = 22.0, 60.0, 0.84
"""How high a handle is, how far below the top of its door, and how much of the door's width it takes."""


class Lack(NamedTuple):
    """How much wider (less than 0: narrower) and deeper a niche has to be."""

    width: float
    depth: float


def appliance_of(choice: Choice, opening: Opening) -> Appliance | None:
    """The appliance that an opening is made for; None for a niche of the designer's own size."""
    item = choice.catalog.hardware.get(opening.item or "")
    return item if opening.inside == "appliance" and isinstance(item, Appliance) else None


def lack_of(choice: Choice, box: Box, cell: Cell, plane: Plane, appliance: Appliance) -> Lack:
    """What the niche of an appliance lacks in width and depth; its height follows the appliance anyway."""
    clear = _clear(box, cell, plane)
    wider = max(_need(appliance, cell)[0] - clear[0], 0.0)
    if appliance.door is not None and cell.opening.front == "none" and choice.rules.overlay != "inset":
        wider = max(wider, appliance.door[0] - _door_room(choice, box, cell)[0])
    if not wider and appliance.widest:
        wider = min(appliance.widest - clear[0], 0.0)
    return Lack(wider, max(appliance.niche[2] - clear[2], 0.0))


def _need(appliance: Appliance, cell: Cell) -> tuple[float, float, float]:
    """What an appliance needs: its niche, and behind doors room for the plates of their hinges beside it."""
    wide, high, deep = appliance.niche
    return max(wide, appliance.size[0] + 2 * HINGE_PLATE) if cell.opening.front == "doors" else wide, high, deep


def _clear(box: Box, cell: Cell, plane: Plane) -> tuple[float, float, float]:
    return cell.x.way.value, cell.z.way.value, box.back_face - _foremost(cell, plane)


def _door_room(choice: Choice, box: Box, cell: Cell) -> tuple[float, float]:
    """Width and height that an appliance's own door may take: in the only bay it may lie before the gables or stiles too."""
    alone = abs(cell.x.clear.value - box.inside_width.value) < FITS
    return box.width.value - choice.rules.reveal if alone else cell.x.front.value, cell.z.front.value


def _foremost(cell: Cell, plane: Plane) -> float:
    """From where on in the depth there is room for a body."""
    return 0.0 if cell.opening.front == "none" else plane.inner


def add_niche(choice: Choice, box: Box, cell: Cell, plane: Plane, out: Collector) -> None:
    """The space that an appliance takes, kept free of shelves.

    Raises:
        BuildError: shelves in it, or no room at all.
    """
    if cell.opening.shelves:
        raise BuildError("An appliance's niche takes no shelves.")
    appliance = appliance_of(choice, cell.opening)
    if appliance is not None:
        _add_appliance(choice, box, cell, plane, appliance, out)
        return
    gap = 4.0
    low = Vec(cell.x.way_at + gap, plane.inner, cell.z.way_at + gap)
    high = Vec(cell.x.way_end - gap, box.back_face - 30.0, cell.z.way_end - gap)
    if any(b - a <= 0 for a, b in zip(low, high, strict=True)):
        raise BuildError("The niche leaves no room for an appliance.")
    out.pieces.append(Piece("appliance", NICHE, low, high))


def _add_appliance(choice: Choice, box: Box, cell: Cell, plane: Plane, appliance: Appliance, out: Collector) -> None:
    """The appliance in the middle of its niche, on the board below it; what the niche lacks is told."""
    clear = _clear(box, cell, plane)
    for what, need, there in zip(("wide", "high", "deep"), _need(appliance, cell), clear, strict=True):
        if need > there + FITS:
            text = f"{appliance.name} needs a niche {mm(need)} {what}; there are {mm(there)}."
            out.note(Note("niche", text, "Make the unit larger, or choose another appliance."))
    if appliance.widest and clear[0] > appliance.widest + FITS:
        text = f"{appliance.name} covers a niche of {mm(appliance.widest)} at most; this one is {mm(clear[0])} wide."
        out.note(Note("niche", text, "Make the unit narrower, or put strips beside the appliance."))
    beside = 2 * HINGE_PLATE if cell.opening.front == "doors" else 0.0
    room = (clear[0] - beside, clear[1], clear[2])
    wide, high, deep = (min(own, there) for own, there in zip(appliance.size, room, strict=True))
    x, y, z = cell.x.way_at + (clear[0] - wide) / 2, max(_foremost(cell, plane), 0.0), max(cell.z.way_at, cell.z.clear_at)
    out.pieces.append(Piece("appliance", appliance.colour, Vec(x, y, z), Vec(x + wide, y + deep, z + high), name=appliance.name))
    out.fit(appliance, Size.of(1, "to an opening", cell.source), "its niche")
    if appliance.door is not None and cell.opening.front == "none":
        _add_door(choice, box, cell, plane, appliance, appliance.door, out)


def _add_door(
    choice: Choice, box: Box, cell: Cell, plane: Plane, appliance: Appliance, door: tuple[float, float, float], out: Collector
) -> None:
    """Its own door or face, before the boards and in the middle between the fronts around it, with its handle."""
    wide, high, thick = door
    for what, need, free in zip(("wide", "high"), (wide, high), _door_room(choice, box, cell), strict=True):
        if need > free + FITS and choice.rules.overlay != "inset":
            text = f"The door of {appliance.name} is {mm(need)} {what}; between the fronts there are {mm(free)}."
            out.note(Note("niche", text, "Make the opening larger, or choose another appliance."))
    back = min(plane.back, 0.0)
    x, z = cell.x.front_at + (cell.x.front.value - wide) / 2, cell.z.front_at + (cell.z.front.value - high) / 2
    motion = flap(back - thick, z, lifts=False) if appliance.drops else None
    name = f"door of {appliance.name}"
    out.pieces.append(Piece("appliance", appliance.colour, Vec(x, back - thick, z), Vec(x + wide, back, z + high), motion, name=name))
    if appliance.shape in WINDOWED:
        share = WINDOWED[appliance.shape]
        low, above = Vec(x + 0.09 * wide, back - thick - 1.0, z + 0.14 * high), z + (1.0 - share) * high
        out.pieces.append(Piece("appliance", GLASS, low, Vec(x + 0.91 * wide, back - thick, above), motion, name=name))
    if appliance.handle:
        aside, top = wide * (1 - HANDLE_SHARE) / 2, z + high - HANDLE_DOWN
        low = Vec(x + aside, back - thick - appliance.handle, top - HANDLE)
        out.pieces.append(
            Piece("appliance", STEEL, low, Vec(x + wide - aside, back - thick, top), motion, name=f"handle of {appliance.name}")
        )
