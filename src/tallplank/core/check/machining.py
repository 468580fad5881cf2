"""Whether every hole lies in its board, keeps clear of the others, and meets its partner in the mating part."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from math import sqrt
from typing import NamedTuple

from tallplank.core.joinery.part.form.form import SHEET, Form
from tallplank.core.joinery.part.hole import HOLE_NAMES, Hole, HoleKind, Pocket
from tallplank.core.joinery.part.part import Part
from tallplank.core.measure.memo import Rounds
from tallplank.core.space.frame import Vec

SLACK = 1e-6
MEET = 0.01
"""Both halves of a joint meet in space within this."""
LEAST_SKIN = 1.0
"""Board that must be left under a blind hole, and beside it towards an edge."""
SHARED: frozenset[HoleKind] = frozenset({"pin", "bolt"})
"""Holes of these may be bored from both sides of a board on one line: pins are as short as that, bolts go through to both."""
JOINED: frozenset[HoleKind] = frozenset({"bolt", "dowel", "confirmat", "screw", "pocket-screw"})
"""Holes that have a partner in another part."""
REMEDIES = {
    "breaks-through": "Use a thicker board, or hardware that needs less depth.",
    "breaks-out": "Move it away from the edge: change the size, or the rule that places it.",
    "holes-clash": "Move one of them: change the size of the opening, or the rule that places them.",
    "hole-in-cut": "Move the hole or the cut: change the setback, the inset of the back or the depth.",
    "no-partner": "Choose another joint for these parts.",
}


@dataclass(frozen=True, slots=True)
class Fault:
    """One thing that is wrong with the machining of a part."""

    code: str
    part: int
    text: str

    @property
    def remedy(self) -> str:
        """What to do about it."""
        return REMEDIES[self.code]


class _Bored(NamedTuple):
    """A hole with its two ends and its box in the frame of its part, and the axis that it runs along most."""

    hole: Hole
    end: Vec
    low: tuple[float, float, float]
    high: tuple[float, float, float]
    axis: int


Known = Rounds[tuple[tuple[str, str], ...]]
"""What was found in boards, by all that the check of one depends on."""


def faults(parts: Sequence[Part], known: Known | None = None) -> tuple[Fault, ...]:
    """Everything that is wrong with the machining of the parts of one unit, each kind once for a part.

    An edit leaves most parts as they were; what is `known` of them is not looked for again.
    """
    known = Rounds() if known is None else known
    found: dict[tuple[str, int], Fault] = {}
    for index, part in enumerate(parts):
        board = _Board(part.name, part.size, part.pockets, part.holes, part.form)
        for code, text in known.get(board, lambda board=board: _own_faults(board)):  # type: ignore[misc]
            found.setdefault((code, index), Fault(code, index, text))
    for fault in _partners(parts):
        found.setdefault((fault.code, fault.part), fault)
    return tuple(found.values())


class _Board(NamedTuple):
    """What the check of one part by itself depends on."""

    name: str
    size: tuple[float, float, float]
    pockets: tuple[Pocket, ...]
    holes: tuple[Hole, ...]
    form: Form = SHEET


def _own_faults(board: _Board) -> tuple[tuple[str, str], ...]:
    """What is wrong with one part by itself."""
    bored = [_bored(hole) for hole in board.holes]
    return (*_in_board(board, bored), *_apart(board, bored), *_in_wood(board, bored))


def _bored(hole: Hole) -> _Bored:
    (x, y, z), (i, j, k), depth, r = hole.at, hole.into, hole.depth, hole.diameter / 2
    x1, y1, z1 = x + i * depth, y + j * depth, z + k * depth
    axis = 0 if abs(i) > STRAIGHT else 1 if abs(j) > STRAIGHT else 2 if abs(k) > STRAIGHT else -1
    if axis >= 0:
        sx, sy, sz = _SQUARE[axis]
        sx, sy, sz = sx * r, sy * r, sz * r
    else:
        sx, sy, sz = (r * sqrt(max(1.0 - d * d, 0.0)) for d in (i, j, k))
        axis = max(range(3), key=lambda a: abs((i, j, k)[a]))
    low = ((x if x < x1 else x1) - sx, (y if y < y1 else y1) - sy, (z if z < z1 else z1) - sz)
    high = ((x1 if x < x1 else x) + sx, (y1 if y < y1 else y) + sy, (z1 if z < z1 else z) + sz)
    return _Bored(hole, Vec(x1, y1, z1), low, high, axis)


STRAIGHT = 1 - 1e-9
_SQUARE = ((0.0, 1.0, 1.0), (1.0, 0.0, 1.0), (1.0, 1.0, 0.0))
"""How far a round bar along each axis spreads along the three, in radii."""
_ACROSS = ((1, 2), (0, 2), (0, 1))
"""The two other axes."""


def _said(part: Part | _Board, hole: Hole) -> str:
    return f"{part.name}: the hole {hole.diameter:g} for a {HOLE_NAMES[hole.what]}"


def _in_board(part: _Board, bored: Sequence[_Bored]) -> Iterator[tuple[str, str]]:
    size = part.size
    for one in bored:
        hole = one.hole
        if hole.what == "pocket-screw" and hole.into.z:
            continue
        axis = one.axis
        skin = size[axis] - hole.depth
        if skin < -SLACK or SLACK < skin < LEAST_SKIN:
            yield "breaks-through", f"{_said(part, hole)}, {hole.depth:g} deep, breaks through its {size[axis]:g}."
        if abs(hole.into.z) > 0.5 and not part.form.covers(part.size, hole.at.x, hole.at.y):
            yield "breaks-out", f"{_said(part, hole)} lies outside of its outline."
        low, high = one.low, one.high
        a, b = _ACROSS[axis]
        if low[a] < -SLACK or low[b] < -SLACK or high[a] > size[a] + SLACK or high[b] > size[b] + SLACK:
            yield "breaks-out", f"{_said(part, hole)} breaks out at an edge."


def _apart(part: _Board, bored: Sequence[_Bored]) -> Iterator[tuple[str, str]]:
    """Clashes between holes, found by sweeping along the length."""
    active: list[_Bored] = []
    for one in sorted(bored, key=lambda b: b.low[0]):
        active = [a for a in active if a.high[0] > one.low[0] + SLACK]
        for other in active:
            if (
                _near(one, other)
                and not _agree(one, other)
                and _distance(one, other) < (one.hole.diameter + other.hole.diameter) / 2 - SLACK
            ):
                yield "holes-clash", f"{_said(part, one.hole)} runs into the one for a {HOLE_NAMES[other.hole.what]}."
        active.append(one)


def _near(one: _Bored, other: _Bored) -> bool:
    (_, y0, z0), (_, y1, z1), (_, v0, w0), (_, v1, w1) = one.low, one.high, other.low, other.high
    return min(y1, v1) - max(y0, v0) > SLACK and min(z1, w1) - max(z0, w0) > SLACK


def _agree(one: _Bored, other: _Bored) -> bool:
    """Holes that belong together: of one fitting, one and the same hole used twice, or a line bored from both sides."""
    a, b = one.hole, other.hole
    if a.pair and a.pair == b.pair:
        return True
    if a == b:
        return True
    if a.what != b.what or a.what not in SHARED or abs(a.diameter - b.diameter) > SLACK:
        return False
    axis = max(range(3), key=lambda i: abs(a.into[i]))
    return abs(b.into[axis]) > 1 - SLACK and all(abs(a.at[i] - b.at[i]) < SLACK for i in range(3) if i != axis)


def _distance(one: _Bored, other: _Bored) -> float:
    """The least distance between the axes of two holes, as segments."""
    p, q = one.hole.at, other.hole.at
    u, v = _minus(one.end, p), _minus(other.end, q)
    w = _minus(p, q)
    a, b, c, d, e = _dot(u, u), _dot(u, v), _dot(v, v), _dot(u, w), _dot(v, w)
    det = a * c - b * b
    s = min(max((b * e - c * d) / det, 0.0), 1.0) if det > SLACK else 0.0
    t = min(max((b * s + e) / c, 0.0), 1.0) if c > SLACK else 0.0
    s = min(max((b * t - d) / a, 0.0), 1.0) if a > SLACK else 0.0
    gap = [w[i] + s * u[i] - t * v[i] for i in range(3)]
    return sqrt(sum(g * g for g in gap))


def _minus(a: Vec, b: Vec) -> Vec:
    return Vec(a.x - b.x, a.y - b.y, a.z - b.z)


def _dot(a: Vec, b: Vec) -> float:
    return a.x * b.x + a.y * b.y + a.z * b.z


def _in_wood(part: _Board, bored: Sequence[_Bored]) -> Iterator[tuple[str, str]]:
    for pocket in part.pockets:
        for one in bored:
            if one.hole.what == "pull" and pocket.high.z - pocket.low.z < part.size[2] / 2:
                continue  # a screw may pass through a bead
            if all(min(one.high[a], pocket.high[a]) - max(one.low[a], pocket.low[a]) > SLACK for a in range(3)):
                yield "hole-in-cut", f"{_said(part, one.hole)} runs into a {pocket.what}."


def _partners(parts: Sequence[Part]) -> Iterator[Fault]:
    """Holes whose other half is missing or elsewhere."""
    halves: dict[str, list[tuple[int, Part, Hole]]] = {}
    for index, part in enumerate(parts):
        for hole in part.holes:
            if hole.what in JOINED:
                halves.setdefault(hole.pair, []).append((index, part, hole))
    for pair in halves.values():
        index, part, hole = pair[0]
        if len(pair) != 2 or not _met(pair[0], pair[1]):
            yield Fault("no-partner", index, f"{_said(part, hole)} finds no partner in the part that it joins.")


def _met(one: tuple[int, Part, Hole], other: tuple[int, Part, Hole]) -> bool:
    (_, a, hole_a), (_, b, hole_b) = one, other
    gap = _minus(a.frame.out(hole_a.at), b.frame.out(hole_b.at))
    if _dot(gap, gap) > MEET * MEET:
        return False
    return _dot(a.frame.turned_out(hole_a.into), b.frame.turned_out(hole_b.into)) < -1 + 1e-6
