"""Moldings round a panel, mitred at its corners."""

from itertools import pairwise
from math import hypot

from tallplank.core.catalog.finish import Finish
from tallplank.core.catalog.hardware import Molding
from tallplank.core.joinery.part.form.swept import EndCut, Swept
from tallplank.core.joinery.part.part import Tag
from tallplank.core.joinery.setout.collector import Lay
from tallplank.core.joinery.wall.board import Making
from tallplank.core.joinery.wall.solve import Area
from tallplank.core.measure.size import Size
from tallplank.core.measure.source import Decided
from tallplank.core.space.frame import Frame, Vec

OUT = Vec(0.0, -1.0, 0.0)
MITRE = EndCut(y=-1.0)
"""At the corners of a rectangle: a fibre ends so much earlier as it lies within the outer edge."""


def add_frame_of(making: Making, area: Area, molding: Molding, finish: Finish, back: float) -> None:
    """A molding along the inner side of all edges of an area, its back at the y `back`; each piece from long point to long point."""
    if min(area.width, area.height) <= 2 * molding.rise:
        return
    corners = [(area.x, area.z), (area.right, area.z), (area.right, area.top), (area.x, area.top)]
    for side, (a, b) in zip(("lower", "right", "upper", "left"), pairwise([*corners, corners[0]]), strict=True):
        long = hypot(b[0] - a[0], b[1] - a[1])
        way = Vec((b[0] - a[0]) / long, 0.0, (b[1] - a[1]) / long)
        frame = Frame(Vec(a[0], back, a[1]), way, Vec(0.0 - way.z, 0.0, way.x), OUT)
        sizes = (
            Size.of(long, "from long point to long point"),
            *(Size.of(v, "profile", Decided("hardware", molding.role)) for v in (molding.rise, molding.reach)),
        )
        form = Swept(molding.outline, MITRE, MITRE, molding.id)
        tag = Tag("panel mold", side)
        making.out.add(tag, "front", "top", finish, sizes, Lay("+x", "+z", frame.origin), kind="molding", form=form, frame=frame)  # type: ignore[arg-type]
