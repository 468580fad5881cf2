"""Whether what is bored keeps clear of what is bored and cut already; holes are taken as the boxes around them."""

from collections.abc import Iterable, Sequence

from tallplank.core.joinery.joint.meeting import TOUCH
from tallplank.core.joinery.part.hole import Hole
from tallplank.core.space.frame import Vec

Box = tuple[Vec, Vec]


_new = tuple.__new__  # twice as quick as calling the class


def bored_box(at: Vec, into: Vec, reach: float, depth: float) -> Box:
    """The box around a hole, so much wider than its axis to all sides."""
    x, y, z = at
    i, j, k = into
    u, v, w = x + depth * i, y + depth * j, z + depth * k
    a, b, c = _spread(i, reach), _spread(j, reach), _spread(k, reach)
    low = _new(Vec, ((x if i > 0 else u) - a, (y if j > 0 else v) - b, (z if k > 0 else w) - c))
    return low, _new(Vec, ((u if i > 0 else x) + a, (v if j > 0 else y) + b, (w if k > 0 else z) + c))


def _spread(along: float, reach: float) -> float:
    """How far a hole reaches beyond the ends of its axis in a direction that it goes so much along."""
    if not along:
        return reach
    along = abs(along)
    return reach * (1.0 - along) if along > 1.0 - TOUCH else reach


def boxes_meet(one: Box, other: Box) -> bool:
    """Whether two boxes share space."""
    (a, b, c), (d, e, f) = one
    (u, v, w), (x, y, z) = other
    return min(d, x) - max(a, u) > TOUCH and min(e, y) - max(b, v) > TOUCH and min(f, z) - max(c, w) > TOUCH


def crowded(row: Sequence[Hole], others: Iterable[Hole]) -> set[int]:
    """The numbers of those holes of a row of pins that would share space with another hole.

    The pins differ in nothing but their place along the row. Others on their very line, bored from the other side, are left out.
    """
    if not row:
        return set()
    first, last = row[0], row[-1]
    axis = max(range(3), key=lambda a: abs(last.at[a] - first.at[a]))
    across = min(range(3), key=lambda a: (a == axis, abs(first.into[a])))
    radius, place = first.diameter / 2, first.at[across]
    box, end = _box(first), _box(last)
    around = Vec(*map(min, box[0], end[0])), Vec(*map(max, box[1], end[1]))
    before, after = first.at[axis] - box[0][axis], box[1][axis] - first.at[axis]
    found: set[int] = set()
    for other in others:
        if abs(other.at[across] - place) < radius + other.diameter / 2 + other.depth and boxes_meet(around, met := _box(other)):
            low, high = met[0][axis] - after + TOUCH, met[1][axis] + before - TOUCH
            found.update(i for i, hole in enumerate(row) if low < hole.at[axis] < high and not _in_line(hole, other))
    return found


def _box(hole: Hole) -> Box:
    return bored_box(hole.at, hole.into, hole.diameter / 2, hole.depth)


def _in_line(hole: Hole, other: Hole) -> bool:
    """Whether another pin's hole is bored from the other side on the same line, or is the very same."""
    return other.what == "pin" and abs(hole.at.x - other.at.x) < TOUCH and abs(hole.at.y - other.at.y) < TOUCH
