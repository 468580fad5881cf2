"""Whether what is bored keeps clear of what is bored and cut already; holes are taken as the boxes around them."""

import numpy as np
from numpy.typing import NDArray

from tallplank.core.joinery.joint.meeting import TOUCH
from tallplank.core.joinery.part.hole import Hole
from tallplank.core.joinery.setout.collector import Collector
from tallplank.core.space.frame import Vec

Box = tuple[Vec, Vec]
Floats = NDArray[np.float64]


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
    by_part: dict[int, list[tuple[object, Hole]]] = {}
    for group, index, hole in out.spares:
        by_part.setdefault(index, []).append((group, hole))
    crowded: set[object] = set()
    for index, spares in by_part.items():
        others = [h for h in out.holes[index] if id(h) not in spare]
        crowded |= {spares[i][0] for i in _crowded([hole for _, hole in spares], others)}
    gone = {id(hole) for group, _, hole in out.spares if group in crowded}
    for index in by_part if gone else ():
        out.holes[index] = [h for h in out.holes[index] if id(h) not in gone]


def _crowded(holes: list[Hole], others: list[Hole]) -> set[int]:
    """The numbers of the holes that share space with another hole, those of pins on the same line left out."""
    if not others:
        return set()
    (low, high), (other_low, other_high) = _boxes_of(holes), _boxes_of(others)
    shared = np.minimum(high[:, None], other_high[None]) - np.maximum(low[:, None], other_low[None])
    meeting = np.argwhere((shared > TOUCH).all(axis=2))
    return {int(i) for i, j in meeting if not _in_line(holes[i], others[j])}


def _in_line(hole: Hole, other: Hole) -> bool:
    """Whether another pin's hole is bored from the other side on the same line, or is the very same."""
    return other.what == "pin" and abs(hole.at.x - other.at.x) < TOUCH and abs(hole.at.y - other.at.y) < TOUCH


def _boxes_of(holes: list[Hole]) -> tuple[Floats, Floats]:
    """The lowest and the highest corners of the boxes around holes, as (n, 3)."""
    at, into = np.array([h.at for h in holes]), np.array([h.into for h in holes])
    sizes = np.array([(h.diameter / 2, h.depth) for h in holes])
    end = at + sizes[:, 1:] * into
    along = np.abs(into)
    spread = sizes[:, :1] * np.where(along > 1.0 - TOUCH, 1.0 - along, 1.0)
    return np.minimum(at, end) - spread, np.maximum(at, end) + spread
