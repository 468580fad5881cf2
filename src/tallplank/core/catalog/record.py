"""The entries of the catalogue. Prices are in the catalogue's currency, without tax."""

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Annotated, Literal

from pydantic import Field

from tallplank.core.error import PlankError
from tallplank.core.job.base import Id, Name, NotNegative, Positive, Record
from tallplank.core.job.construction import NO_RULES, Construction, Rules
from tallplank.core.job.opening import Opening
from tallplank.core.job.unit import FinishRole, HardwareRole, MountKind

Colour = Annotated[str, Field(pattern=r"^#[0-9a-f]{6}$")]


class Look(Record):
    """How a surface looks: plain, or a procedural wood or stone; `scale` is millimetres of one pattern repeat."""

    id: Id
    name: Name
    kind: Literal["plain", "wood", "stone", "glass"]
    colour: Colour
    second: Colour = "#000000"
    scale: Positive = 600.0
    seed: int = 1
    gloss: NotNegative = 0.1


class Board(Record):
    """A sheet material; `prices` holds the price of a square metre by thickness in millimetres."""

    id: Id
    name: Name
    code: Name
    supplier: Name
    prices: Mapping[str, NotNegative]
    sheet: tuple[Positive, Positive]
    grain: bool
    density: Positive
    """In kg per cubic metre."""
    modulus: Positive | None = None
    """Stiffness in bending along the length, in N per square millimetre."""
    movement: Annotated[float, Field(ge=0, lt=0.02)] = 0.0
    """By what share solid wood grows across its grain for each per cent of moisture; 0 for what does not move."""

    def price_m2(self, thickness: float) -> float | None:
        """Price of a square metre, or None if the board is not sold in this thickness."""
        return self.prices.get(f"{thickness:g}")


class Band(Record):
    """An edge band, sold by the metre."""

    id: Id
    name: Name
    code: Name
    supplier: Name
    thickness: Positive
    price_m: NotNegative
    allowance: NotNegative = 50.0
    """Millimetres lost per edge."""
    tint: Colour
    """How its edges are shown in the drawings for the shop, with its mark."""
    mark: Annotated[str, Field(min_length=1, max_length=3)]


class Finish(Record):
    """A surface that can be chosen for a role: its look, its board and band, and what coating it costs."""

    id: Id
    name: Name
    roles: tuple[FinishRole, ...]
    look: Id
    board: Id
    thickness: Positive
    band: Id | None = None
    coat_m2: NotNegative = 0.0
    """Price of coating a square metre of one face."""
    coated_faces: Literal[0, 1, 2] = 0


PanelKind = Literal["flat", "raised", "beaded", "slatted", "louvred", "glazed"]


class DoorStyle(Record):
    """How a front is built: one slab, or a frame of two stiles and its rails with panels in their grooves."""

    id: Id
    name: Name
    build: Literal["slab", "five-piece"]
    edge: Literal["square", "eased", "rounded"] = "square"
    """The outer edge's shape, as the shop notes it."""
    stile: NotNegative = 0.0
    rail: NotNegative = 0.0
    top_rail: NotNegative = 0.0
    """Where it is another than the others; 0 is as they."""
    mid_rails: Annotated[int, Field(ge=0, le=4)] = 0
    """Rails between the panels of doors; drawers have none."""
    corner: Literal["butt", "mitred"] = "butt"
    arch: NotNegative = 0.0
    """Rise of the arch in the top rail of doors."""
    tongue: NotNegative = 10.0
    """Depth of the groove, and of the tongue of the rails in it."""
    panel_kind: PanelKind = "flat"
    panel: Positive = 6.0
    """Thickness of the panel, or of a raised panel's edge, of slats or of the glass."""
    float_gap: NotNegative = 2.0
    """Taken off the panel's width and height in all."""
    raised: Positive = 14.0
    """Thickness of a raised panel's field."""
    bevel: NotNegative = 28.0
    """From the frame to a raised panel's field."""
    pitch: Positive = 50.0
    """From bead to bead, slat to slat or louvre to louvre, at most."""
    slat: Positive = 40.0
    """Width of slats and louvres."""
    slope: Annotated[float, Field(ge=10, le=80)] = 40.0
    """Of louvres, in degrees from upright."""
    bars: tuple[Annotated[int, Field(ge=0, le=4)], Annotated[int, Field(ge=0, le=6)]] = (0, 0)
    """Glazing bars upright and level."""
    bar: Positive = 20.0
    """Width of a glazing bar."""
    least: Positive = 60.0
    """A front whose panel would show less than this is made as a slab."""


class Bored(Record):
    """A hole that an item asks for; what x and z are measured from is said by the field that lists it."""

    x: float = 0.0
    z: float = 0.0
    diameter: Positive
    depth: Positive


class JointBores(Record):
    """What one fixing of a joint bores: in the face of the one part and in the end of the other."""

    face: Positive
    """Diameter in the face."""
    face_depth: NotNegative = 0.0
    """0 is right through."""
    end: Positive
    """Diameter in the end."""
    cam: NotNegative = 0.0
    cam_depth: NotNegative = 0.0


class Hardware(Record):
    """A bought item, counted by rule; the fields beside the price are those its role needs."""

    id: Id
    role: HardwareRole
    name: Name
    code: Name
    supplier: Name
    finish: str = ""
    price: NotNegative
    family: str = ""
    """Items of one make and different ratings or sizes; a rule picks the one that suits."""
    length: NotNegative = 0.0
    """A pull's or a screw's whole length."""
    projection: NotNegative = 0.0
    colour: Colour = "#8a8478"
    thick: NotNegative = 0.0
    centres: NotNegative = 0.0
    """Between the two screws of a pull; 0 for a single one."""
    screw: Positive = 5.0
    """The hole for a pull's screw."""
    mount: Literal["side", "under"] = "side"
    """Whether a slide holds the box at its sides or from below."""
    side_clearance: NotNegative = 0.0
    """Free width a slide needs on each side of the box."""
    width_less: NotNegative = 0.0
    """Slides from below: the opening less the width inside the box."""
    length_less: NotNegative = 0.0
    """What the box is shorter than the slide."""
    bottom_recess: NotNegative = 0.0
    """Slides from below: from the lower edge of the sides to the underside of the bottom."""
    hook_notch: tuple[Positive, Positive] | None = None
    """Slides from below: width and height of the notches in the back of the box that their hooks lock into."""
    under: NotNegative = 0.0
    """Free height that a slide needs below the box."""
    rise: NotNegative = 0.0
    """From the lower edge of the box to the line of a slide's screws."""
    lengths: tuple[Positive, ...] = ()
    """The nominal lengths a slide is sold in."""
    rated_kg: NotNegative = 0.0
    rated_nm: NotNegative = 0.0
    """The moment that one stay holds."""
    door_heights: tuple[Positive, ...] = ()
    """Hinges: up to the first height two, up to the second three, and so on."""
    door_kg: tuple[Positive, ...] = ()
    """Hinges: the same by the weight of the door."""
    heights: tuple[NotNegative, NotNegative] = (0.0, 0.0)
    """A leg's smallest and largest height."""
    room: tuple[NotNegative, NotNegative, NotNegative] = (0.0, 0.0, 0.0)
    """The clear width, depth and height that an inside needs."""
    joint: JointBores | None = None
    """Fixings of joints only."""
    front_holes: tuple[Bored, ...] = ()
    """In the back of a front: x from its hinged edge, z from the middle of the item."""
    box_holes: tuple[Bored, ...] = ()
    """In the box: x from the front edge for hinges and slides, from its middle inwards for legs, from the rear for hangers."""


class Operation(Record):
    """One operation of the shop: minutes for each of what it is counted by."""

    id: Id
    name: Name
    counted_by: Literal["part", "band_metre", "unit", "front", "frame_front", "drawer", "coat_m2", "top_metre", "tail"]
    minutes: NotNegative


class Kind(Record):
    """A kind of unit that the tray offers, with the module that builds it and its usual sizes."""

    id: Id
    name: Name
    hint: Name
    build: Literal["carcass", "filler", "shaped", "end-panel", "back-panel"]
    plan: Literal["", "diagonal", "ell", "slanted", "bow", "hollow"] = ""
    """The outline of a shaped unit, seen from above."""
    arm: NotNegative = 0.0
    """The second depth of a shaped unit: of its neighbours at a corner, of its shallow end, or how far its front curves."""
    mount: MountKind
    top: Literal["full", "worktop", "sink", "none"]
    """How the box is closed above; under a worktop as the construction says."""
    worktop: bool
    kick: bool
    width: Positive
    height: Positive
    depth: Positive
    opening: Opening = Opening()
    takes_pulls: bool = True
    plinth: bool = True
    """Whether a plinth runs before its legs."""
    rules: Rules = NO_RULES
    hardware: Mapping[HardwareRole, Id] = {}
    """What a unit of this kind starts with, where that is not what the job says."""
    inch: tuple[Positive, Positive, Positive] | None = None
    """Width, height and depth in inch work, in millimetres."""


class Defaults(Record):
    """What a new job starts with."""

    construction: Id
    door_style: Id
    finishes: Mapping[FinishRole, Id]
    hardware: Mapping[HardwareRole, Id]


class CatalogError(PlankError):
    """A catalogue file is wrong; the text names file and line."""


@dataclass(frozen=True, slots=True)
class Catalog:
    """All entries by id."""

    looks: Mapping[str, Look]
    boards: Mapping[str, Board]
    bands: Mapping[str, Band]
    finishes: Mapping[str, Finish]
    door_styles: Mapping[str, DoorStyle]
    hardware: Mapping[str, Hardware]
    operations: Mapping[str, Operation]
    constructions: Mapping[str, Construction]
    kinds: Mapping[str, Kind]
    defaults: Defaults

    def finishes_for(self, role: FinishRole) -> tuple[Finish, ...]:
        """The finishes that a role can take, in catalogue order."""
        return tuple(f for f in self.finishes.values() if role in f.roles)

    def hardware_for(self, role: HardwareRole) -> tuple[Hardware, ...]:
        """The items that a hardware role can take, in catalogue order."""
        return tuple(h for h in self.hardware.values() if h.role == role)
