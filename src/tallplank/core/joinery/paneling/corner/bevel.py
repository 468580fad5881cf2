"""The edges of boards that meet round a corner of the room above a right angle: bevelled, so that they lie on one another all along.

Source: plain geometry: the plane between two boards runs from where their backs meet to where their faces do.
"""

from collections.abc import Iterator
from dataclasses import replace

from tallplank.core.job.filling import Facets, Frames, Shelves, Slats, Tiles, Upholstery
from tallplank.core.job.scheme import Region
from tallplank.core.joinery.paneling.board import NEAR, Making
from tallplank.core.joinery.part.form.bevelled import Bevelled
from tallplank.core.joinery.part.part import Part
from tallplank.core.measure.size import Size
from tallplank.core.space.frame import Frame
from tallplank.core.space.outline import Ring, bounds

Ends = tuple[float, float]
Slopes = tuple[float, float]
"""For each millimetre before the wall, how much farther within its left and its right end a board stops; less than 0: beyond them."""
SAME = 1e-9
FACING = -1 + 1e-6
"""What looks straight into the room has its z against the wall's y."""


def ends_flat(region: Region, side: str) -> bool:
    """Whether all that lies at an end of a region is flat boards, whose edges can be bevelled."""
    if not region.parts:
        fill = region.fill
        return not isinstance(fill, Slats | Facets | Tiles | Upholstery | Frames | Shelves) and region.outline is None
    if region.split == "across":
        return region.at_ends > 0.0 or ends_flat(region.parts[0 if side == "left" else -1], side)
    return all(ends_flat(part, side) for part in region.parts)


def with_bevelled_ends(making: Making, slopes: Slopes) -> None:
    """Give the boards at the ends of a wall the edges that its corners ask for."""
    if not any(slopes):
        return
    inner = making.solved.inner
    for number, part in enumerate(making.out.parts):
        if part.form.takes_bevels and part.frame.z.y < FACING:
            making.out.parts[number] = _bevelled(part, (inner.x, inner.right), (0.0, making.face.length), slopes)


def _bevelled(part: Part, seen: Ends, corners: Ends, slopes: Slopes) -> Part:
    """A board whose edges at the seen ends of a wall run to where the corners ask for at its back and at its face."""
    depths = sorted(0.0 - v.y for v in part.box)
    rings = [tuple(_moved(part, seen, corners, slopes, depth)) for depth in depths]
    if rings[0] == rings[1] == part.ring:
        return part
    return _between(part, *rings)


def _moved(part: Part, seen: Ends, corners: Ends, slopes: Slopes, depth: float) -> Iterator[tuple[float, float]]:
    """The outline of a board at a depth before the wall, in its own frame."""
    left, right = corners[0] + slopes[0] * depth, corners[1] - slopes[1] * depth
    for x, y in part.ring:
        at = part.frame.out((x, y, 0.0))
        to = left if slopes[0] and abs(at.x - seen[0]) < NEAR else right if slopes[1] and abs(at.x - seen[1]) < NEAR else at.x
        inside = part.frame.inside((to, at.y, at.z))
        yield (inside[0], inside[1]) if abs(to - at.x) > SAME else (x, y)


def _between(part: Part, back: Ring, face: Ring) -> Part:
    """The same board with another back and face; its frame begins at the corner of the box around both."""
    (x0, y0), (x1, y1) = bounds((*back, *face))
    back, face = (tuple((x - x0, y - y0) for x, y in ring) for ring in (back, face))
    frame = Frame(part.frame.out((x0, y0, 0.0)), part.frame.x, part.frame.y, part.frame.z)
    length, width = (_grown(size, to) for size, to in ((part.length, x1 - x0), (part.width, y1 - y0)))
    return replace(
        part,
        frame=frame,
        length=length,
        width=width,
        cut_length=part.cut_length + length.value - part.length.value,
        cut_width=part.cut_width + width.value - part.width.value,
        pockets=tuple(pocket.shifted(-x0, -y0) for pocket in part.pockets),
        form=Bevelled.between(face, back),
    )


def _grown(size: Size, to: float) -> Size:
    return size if abs(to - size.value) < SAME else size + Size.of(to - size.value, "into the corner")
