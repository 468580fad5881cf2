"""The sizes that the parts of one carcass share, and its openings in their places."""

from dataclasses import dataclass

from tallplank.core.job.record import Opening
from tallplank.core.measure.size import Size


@dataclass(frozen=True, slots=True)
class Box:
    """The sizes that the parts of one carcass share."""

    width: Size
    height: Size
    depth: Size
    board: Size
    gable_depth: Size
    inside_width: Size
    inside_depth: Size
    """From the front edge of the gables to the face of the back."""
    back: Size


@dataclass(frozen=True, slots=True)
class Cell:
    """An opening in its place: its front's height and lower edge, and the clear height behind it."""

    opening: Opening
    height: Size
    z: float
    low: float
    high: float
