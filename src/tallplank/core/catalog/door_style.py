"""How fronts are built."""

from typing import Annotated, Literal

from pydantic import Field

from tallplank.core.job.base import Id, Name, NotNegative, Positive, Record

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
