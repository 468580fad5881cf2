"""Whether what is bored keeps clear of what is bored and cut already; holes are taken as the boxes around them."""

import numpy as np

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
    """The numbers of the holes, all of them in a face, that share space with another hole."""
    if not others:
        return set()
    here = np.array([(h.at.x, h.at.y, h.diameter) for h in holes])[:, None]
    there = np.array([(o.at.x, o.at.y, o.diameter if abs(o.into.z) > 0.5 else 2 * FAR, o.what == "pin") for o in others])[None]
    apart = np.abs(here[..., :2] - there[..., :2]).max(axis=2)
    near = apart < np.where(there[..., 2] < 2 * FAR, (here[..., 2] + there[..., 2]) / 2, FAR)
    near &= ~((there[..., 3] > 0) & (apart < TOUCH))  # another pin's hole from the other side on the same line
    return {int(i) for i, j in np.argwhere(near) if boxes_meet(_box_of(holes[i]), _box_of(others[j]))}


def _box_of(hole: Hole) -> Box:
    return bored_box(hole.at, hole.into, hole.diameter / 2, hole.depth)
