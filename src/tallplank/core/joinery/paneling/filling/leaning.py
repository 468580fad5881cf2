"""Slats at an angle: one through the middle of the field, the others beside it, each cut off straight where the field ends."""

from collections.abc import Iterator
from math import ceil, cos, radians, sin

from shapely import Polygon
from shapely.affinity import affine_transform

from tallplank.core.job.filling import Slats
from tallplank.core.joinery.paneling.area import Area, rectangle_of
from tallplank.core.joinery.paneling.board import SAME, Making, shapes_of
from tallplank.core.joinery.paneling.filling.section import cut_at, lies_flat, sizes_of, tag_of, thick_of
from tallplank.core.joinery.paneling.filling.slat import Ends, ends_of, slope
from tallplank.core.joinery.part.part import BuildError
from tallplank.core.joinery.setout.collector import Stuff
from tallplank.core.measure.size import Size
from tallplank.core.space.frame import Frame, Vec

OUT = Vec(0.0, -1.0, 0.0)


def add_leaning(making: Making, area: Area, fill: Slats, own_finish: str | None, where: str) -> None:
    """Slats over an area that lean.

    Raises:
        BuildError: there is no room for one.
    """
    turn = radians(fill.lean + (90.0 if fill.way == "level" else 0.0))
    middle = (area.x + area.width / 2, area.z + area.height / 2)
    c, s = cos(turn), sin(turn)
    # along the slats as if they stood upright about the middle of the field
    upright = affine_transform(
        rectangle_of(area).intersection(making.free), (c, -s, s, c, -c * middle[0] + s * middle[1], -s * middle[0] - c * middle[1])
    )
    found = list(_placed(upright, fill))
    if not found:
        raise BuildError(f"{where}: no slat fits into it at this angle.")
    finish = making.finish(own_finish, thick_of(fill), all_round=True)
    for x, ends in found:
        low, high = min(ends.start), max(ends.stop)
        form = cut_at(fill, slope(ends.start, fill.width), slope(ends.stop, fill.width))
        side = x + fill.width if lies_flat(fill) else x
        origin = Vec(middle[0] + c * side + s * low, making.behind, middle[1] - s * side + c * low)
        ways = (Vec(0.0 - c, 0.0, s), OUT) if lies_flat(fill) else (OUT, Vec(c, 0.0, 0.0 - s))
        frame, sizes = Frame(origin, Vec(s, 0.0, c), *ways), sizes_of(fill, Size.of(high - low, "from long point to long point"))
        making.out.add(tag_of(fill), Stuff(finish, "front"), sizes, frame, form=form)


def _placed(shape: Polygon, fill: Slats) -> Iterator[tuple[float, Ends]]:
    """The left side of each slat and how it is cut off, where it is at least as long as wide; shorter ones are left out."""
    if shape.is_empty:
        return
    x0, z0, x1, z1 = shape.bounds
    pitch = fill.width + fill.gap
    most = ceil((max(-x0, x1) + fill.width) / pitch)
    for i in range(-most, most + 1):
        place = Area(i * pitch - fill.width / 2, z0 - 1.0, fill.width, z1 - z0 + 2.0)
        for piece in shapes_of(rectangle_of(place).intersection(shape)):
            ends = ends_of(piece, place, upright=True)
            if ends is not None and min(ends.stop) - max(ends.start) > fill.width - SAME:
                yield place.x, ends
