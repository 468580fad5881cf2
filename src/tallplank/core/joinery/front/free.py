"""Hinges and the boards behind a door give way to each other.

Source: common practice: the middle of a hinge keeps 25 clear of shelves; a hinge moves along its door, then a shelf on its rows.
"""

from collections.abc import Iterator, Sequence
from itertools import pairwise
from typing import NamedTuple

from tallplank.core.joinery.joint.meeting import TOUCH
from tallplank.core.joinery.part.part import UPRIGHTS, PartKind, stood
from tallplank.core.joinery.rule.choice import Choice
from tallplank.core.joinery.setout.collector import Collector
from tallplank.core.space.frame import Vec

CLEAR = 25.0
"""From the middle of a hinge to the faces of a board."""
PLATE_OUT, PLATE_BESIDE, PLATE_SCREWS = 10.0, 8.0, 32.0
"""How far a plate stands out of its board and reaches beyond its screws, and how far these are apart."""
LEAST_END, FINE = 50.0, 8.0
"""A hinge is no nearer to an end of its door; the steps in which it moves where there are no rows of holes."""
MOST_ROWS = 4
LEAST_SPACE = 60.0
"""What is left above and below a shelf that has moved."""
NEVER: tuple[PartKind, ...] = ("gable", "front", "back", "frame", "drawer", "kick")


class Blocked(NamedTuple):
    """Where a board stands before an upright: the number of the part, from where to where it reaches in height."""

    board: int
    low: float
    high: float


def in_the_way(out: Collector, side: float, inward: float, depth: tuple[float, float]) -> Iterator[Blocked]:
    """The boards that stand where the plates of hinges would: before the plane x = `side`, at these depths."""
    first, last = sorted((side, side + inward * PLATE_OUT))
    for index, part in enumerate(out.parts):
        if part.kind in NEVER:
            continue
        low, high = out.box(index)
        beside = low.x < last - TOUCH and high.x > first + TOUCH
        if beside and low.y < depth[1] + PLATE_BESIDE and high.y > depth[0] - PLATE_BESIDE:
            yield Blocked(index, low.z, high.z)


def is_free(z: float, blocked: Sequence[Blocked]) -> bool:
    """Whether a hinge in the middle of this height keeps clear of all boards."""
    return all(z + CLEAR <= b.low + TOUCH or z - CLEAR >= b.high - TOUCH for b in blocked)


def freed(choice: Choice, even: Sequence[float], span: tuple[float, float], blocked: Sequence[Blocked], *, rows: bool) -> tuple[float, ...]:
    """The heights of hinges, each moved to the nearest place that is free, if there is one within its part of the door."""
    step = choice.rules.system_pitch if rows else FINE
    found = []
    for i, z in enumerate(even):
        before = even[i - 1] if i else 2 * span[0] - z
        after = even[i + 1] if i + 1 < len(even) else 2 * span[1] - z
        least = min(LEAST_END, z - span[0], span[1] - z)
        low, high = max(z - (z - before) / 3, span[0] + least), min(z + (after - z) / 3, span[1] - least)
        tries = [z, *(z + sign * step * k for k in range(1, int((high - low) / step) + 1) for sign in (1.0, -1.0))]
        found.append(next((t for t in tries if low - TOUCH <= t <= high + TOUCH and is_free(t, blocked)), z))
    return tuple(found)


def move_shelves(choice: Choice, places: Sequence[float], blocked: Sequence[Blocked], out: Collector) -> bool:
    """Move loose shelves off hinges that found no place of their own, along their rows; False where a board cannot give way."""
    done = True
    for z in places:
        for board in [b for b in blocked if not is_free(z, [b])]:
            done = out.parts[board.board].kind == "shelf" and _moved(choice, board, out, z) and done
    return done


def _moved(choice: Choice, shelf: Blocked, out: Collector, hinge: float) -> bool:
    taken = [hinge, *_plates(out)]
    neighbours = [out.box(i) for i, p in enumerate(out.parts) if i != shelf.board and p.kind in ("shelf", "fixed-shelf", "floor")]
    path, thick = out.parts[shelf.board].path, shelf.high - shelf.low
    cell = out.layout.at(path) if out.layout is not None and path is not None else None
    if cell is None:
        return False
    for k in range(1, MOST_ROWS + 1):
        for sign in (1.0, -1.0):
            z = shelf.low + sign * k * choice.rules.system_pitch
            apart = all(z >= high.z + LEAST_SPACE or z + thick <= low.z - LEAST_SPACE for low, high in neighbours)
            within = cell.z.clear_at <= z and z + thick <= cell.z.clear_end
            if apart and within and all(is_free(t, [Blocked(shelf.board, z, z + thick)]) for t in taken):
                part = out.parts[shelf.board]
                origin = part.frame.origin
                out.swap(shelf.board, stood(part, part.frame._replace(origin=Vec(origin.x, origin.y, origin.z + z - shelf.low))))
                return True
    return False


def _plates(out: Collector) -> Iterator[float]:
    """The middles of the plates that are bored so far, in height."""
    for index, part in enumerate(out.parts):
        if part.kind in UPRIGHTS:
            heights = sorted({round(part.frame.out(h.at).z, 6) for h in out.holes.get(index, ()) if h.what == "plate"})
            yield from ((a + b) / 2 for a, b in pairwise(heights) if abs(b - a - PLATE_SCREWS) < TOUCH)
