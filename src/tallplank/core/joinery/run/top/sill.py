"""Boards on window sills. Source: common practice: from the glass to a little before the wall, with an ear on either side."""

from tallplank.core.catalog.finish import Finish
from tallplank.core.job.face import Face
from tallplank.core.job.wall import WallOpening
from tallplank.core.joinery.part.form.outlined import Outlined
from tallplank.core.joinery.part.hole import ShapedEdge
from tallplank.core.joinery.setout.collector import Collector, Lay, Stuff
from tallplank.core.measure.size import Size
from tallplank.core.measure.source import Decided

NOSING, EAR, PLAY = 25.0, 30.0, 2.0
"""How far a sill board stands before the wall, and beyond the reveal on either side; and its play in the reveal."""
GLASS_AT = 0.6
"""Where in the thickness of the wall the window stands."""


def add_sill(window: WallOpening, face: Face, finish: Finish, out: Collector) -> None:
    """The board on the sill of a window: a rectangle in the reveal, with ears before the wall."""
    deep = face.thickness * GLASS_AT
    length = Size.of(window.width, "window") + Size.of(2 * EAR, "ears")
    width = Size.of(deep, "reveal up to the window") + Size.of(NOSING, "before the wall")
    thickness = Size.of(finish.thickness, "worktop board", Decided("finish", "top"))
    long, wide = length.value, width.value
    inner = EAR + PLAY
    shape = (
        (0.0, 0.0),
        (long, 0.0),
        (long, NOSING),
        (long - inner, NOSING),
        (long - inner, wide),
        (inner, wide),
        (inner, NOSING),
        (0.0, NOSING),
    )
    front = ((0.0, NOSING), (0.0, 0.0), (long, 0.0), (long, NOSING))
    banded = (ShapedEdge(finish.band, front),) if finish.band else ()
    lay = Lay("+x", "+y", (window.x - EAR, -NOSING, window.sill - finish.thickness))
    out.add("window sill", Stuff(finish, "top"), (length, width, thickness), lay, form=Outlined(shape, banded))
