"""Whether what is bored keeps clear of what is bored and cut already; holes are taken as the boxes around them."""

from tallplank.core.joinery.joint.meeting import TOUCH
from tallplank.core.joinery.part.part import Hole
from tallplank.core.joinery.setout.collector import Collector
from tallplank.core.space.frame import Vec

Box = tuple[Vec, Vec]
FAR = 60.0
"""No hole in an edge reaches farther than this."""


def bored_box(at: Vec, into: Vec, reach: float, depth: float) -> Box:
    """The box around a hole, so much wider than its axis to all sides."""
    end = [a + depth * d for a, d in zip(at, into, strict=True)]
    spread = [reach * (1.0 - abs(d)) if abs(d) > 1.0 - TOUCH else reach for d in into]
    low = Vec(*(min(a, b) - s for a, b, s in zip(at, end, spread, strict=True)))
    return low, Vec(*(max(a, b) + s for a, b, s in zip(at, end, spread, strict=True)))


def boxes_meet(one: Box, other: Box) -> bool:
    """Whether two boxes share space."""
    return all(min(a, b) - max(c, d) > TOUCH for a, b, c, d in zip(one[1], other[1], one[0], other[0], strict=True))


def drop_spares(out: Collector) -> None:
    """Leave out the spare pin holes that would run into other holes, with all at the same height in their opening."""
    if not out.spares:
        return
    spare = {id(hole) for _, _, hole in out.spares}
    fixed = {index: [h for h in out.holes[index] if id(h) not in spare] for _, index, _ in out.spares}
    crowded = {group for group, index, hole in out.spares if _is_crowded(hole, fixed[index])}
    gone = {id(hole) for group, _, hole in out.spares if group in crowded}
    for index in fixed if gone else ():
        out.holes[index] = [h for h in out.holes[index] if id(h) not in gone]


def _is_crowded(hole: Hole, others: list[Hole]) -> bool:
    near = [other for other in others if _is_near(hole, other) and not _in_line(hole, other)]
    return bool(near) and any(boxes_meet(_box_of(hole), _box_of(other)) for other in near)


def _is_near(hole: Hole, other: Hole) -> bool:
    """Whether a hole in the face may touch another: one in a face only where they are side by side, one in an edge from afar."""
    reach = (hole.diameter + other.diameter) / 2 if abs(other.into.z) > 0.5 else FAR
    return abs(other.at.x - hole.at.x) < reach and abs(other.at.y - hole.at.y) < reach


def _in_line(hole: Hole, other: Hole) -> bool:
    """Whether another pin's hole is bored from the other side on the same line, or is the very same."""
    return other.what == "pin" and abs(hole.at.x - other.at.x) < TOUCH and abs(hole.at.y - other.at.y) < TOUCH


def _box_of(hole: Hole) -> Box:
    return bored_box(hole.at, hole.into, hole.diameter / 2, hole.depth)
