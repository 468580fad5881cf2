"""What is seen of sinks, hobs and taps in worktops, as plain pieces: rims, bowls, plates with their rings, spouts."""

from collections.abc import Iterator
from dataclasses import replace
from math import pi, tan
from typing import Literal

from tallplank.core.catalog.hardware import Fixture, Tap
from tallplank.core.joinery.part.part import Piece
from tallplank.core.space.frame import Frame, Vec, moved, turned_about_z
from tallplank.core.space.outline import Point

HERE = moved(0.0, 0.0, 0.0)
DRAIN, RING = "#8d9090", "#45484a"
APRON = 14.0
"""How deep the front of a sink is that stands before the worktop's edge."""
RIM, BRIDGE = 4.0, 40.0
"""How high what is let in stands over the top, and what is left between two bowls."""
WALL, SIDES = 2.0, 16
"""How thick the wall of a bowl is; and the sides by which a round one is drawn."""
Box2 = tuple[float, float, float, float]


def is_square(frame: Frame) -> bool:
    """Whether the axes of a frame run along those of the frame around it."""
    return min(abs(frame.x.x), abs(frame.x.y)) < 1e-9


def seen_in(piece: Piece, frame: Frame) -> Piece:
    """A piece of one frame in the frame around it."""
    if frame is HERE:
        return piece
    if piece.turned is not None or not is_square(frame):
        return replace(piece, turned=frame if piece.turned is None else piece.turned.then(frame))
    a, b = frame.out(piece.low), frame.out(piece.high)
    swapped = abs(frame.x.y) > abs(frame.x.x)
    axis = {"x": "y", "y": "x"}.get(piece.axis, piece.axis) if swapped else piece.axis
    return replace(piece, low=Vec(*map(min, a, b)), high=Vec(*map(max, a, b)), axis=axis)  # type: ignore[arg-type]


def pieces_of_item(item: Fixture, at: Point, front: float, level: float, thick: float) -> Iterator[Piece]:
    """What is seen of one with its middle at a place, in the frame of its own face, in a worktop with its front edge at `front`.

    Of a hob its plate and its rings, or the rim, the walls and the bottom of bowls; the worktop's upper face is at `level`.
    """
    x, y = at
    if item.role == "hob":
        yield from _hob(item, x, y, level)
        return
    wide, deep, down = item.size
    inner = (item.cut[0] - 40.0, item.cut[1] - 40.0) if item.mount == "on" else item.cut
    top = level if item.mount == "on" else level - thick
    if 2 * item.radius > min(item.cut) - 1.0 and item.bowls == 1:
        yield from _round_bowl(item, at, (inner[0] / 2, wide / 2), (level - down, top))
        return
    y0, y1 = y - inner[1] / 2, y + inner[1] / 2
    if item.mount == "on":
        rim = (x - wide / 2, x + wide / 2, y - deep / 2, y + deep / 2)
        yield from _frame_of(item, rim, (x - inner[0] / 2, x + inner[0] / 2, y0, y1), (level, level + RIM / 2))
    if item.mount == "front":
        y0 = front + APRON
        apron = Vec(x - wide / 2, front - 8.0, level - down), Vec(x + wide / 2, y0, level - 4.0)
        yield Piece(item.role, item.colour, *apron, name=item.name)
    each = (inner[0] - BRIDGE) / 2 if item.bowls == 2 else inner[0]
    for middle in (x - (each + BRIDGE) / 2, x + (each + BRIDGE) / 2) if item.bowls == 2 else (x,):
        x0, x1 = middle - each / 2, middle + each / 2
        outer = (x0 - WALL, x1 + WALL, y0 - WALL, y1 + WALL)
        yield from _frame_of(item, outer, (x0, x1, y0, y1), (level - down, top))
        yield Piece(item.role, item.colour, Vec(x0, y0, level - down), Vec(x1, y1, level - down + WALL), name=item.name)
        yield _drain(item, middle, (y0 + y1) / 2, level - down + WALL)


def _drain(item: Fixture, x: float, y: float, low: float) -> Piece:
    return Piece(item.role, DRAIN, Vec(x - 40.0, y - 40.0, low), Vec(x + 40.0, y + 40.0, low + 2.0), name=item.name, axis="z")


def _round_bowl(item: Fixture, at: Point, radii: tuple[float, float], z: tuple[float, float]) -> Iterator[Piece]:
    """A round bowl: its wall and its rim in straight pieces round its middle, and its bottom."""
    (x, y), (bowl, rim), (low, top) = at, radii, z
    rings = [(bowl, bowl + WALL, low, top)]
    if item.mount == "on":
        rings.append((bowl, rim, top, top + RIM / 2))
    for inner, outer, bottom, upper in rings:
        half = outer * tan(pi / SIDES)
        for i in range(SIDES):
            turned = turned_about_z(360.0 * i / SIDES, (x, y, 0.0))
            yield Piece(item.role, item.colour, Vec(inner, -half, bottom), Vec(outer, half, upper), turned=turned, name=item.name)
    yield Piece(item.role, item.colour, Vec(x - bowl, y - bowl, low), Vec(x + bowl, y + bowl, low + WALL), name=item.name, axis="z")
    yield _drain(item, x, y, low + WALL)


def _frame_of(item: Fixture, outer: Box2, inner: Box2, z: tuple[float, float]) -> Iterator[Piece]:
    """What is between two rectangles, as four boxes."""
    left, right, front, back = outer
    x0, x1, y0, y1 = inner
    for a, b in (((left, front), (right, y0)), ((left, y1), (right, back)), ((left, y0), (x0, y1)), ((x1, y0), (right, y1))):
        if b[0] - a[0] > 0 and b[1] - a[1] > 0:
            yield Piece(item.role, item.colour, Vec(*a, z[0]), Vec(*b, z[1]), name=item.name)


def _hob(item: Fixture, x: float, y: float, top: float) -> Iterator[Piece]:
    wide, deep, down = item.size
    low, high = Vec(x - wide / 2, y - deep / 2, top), Vec(x + wide / 2, y + deep / 2, top + RIM)
    yield Piece(item.role, item.colour, low, high, name=item.name)
    cut = (item.cut[0] / 2 - 2.0, item.cut[1] / 2 - 2.0)
    yield Piece(item.role, item.colour, Vec(x - cut[0], y - cut[1], top - down), Vec(x + cut[0], y + cut[1], top), name=item.name)
    columns = 1 if wide < 400 else 2 if wide < 700 else 3
    for i in range(columns):
        at = x + wide * ((i + 0.5) / columns - 0.5)
        for share, radius in ((0.25, 80.0), (-0.22, 95.0)) if columns < 3 or i != 1 else ((0.04, 125.0),):
            r = min(radius, 0.42 * wide / columns)
            ring = Vec(at - r, y + share * deep - r, top + RIM), Vec(at + r, y + share * deep + r, top + RIM + 1.0)
            yield Piece(item.role, RING, *ring, name=item.name, axis="z")


def tap_pieces(tap: Tap, at: Point, top: float) -> Iterator[Piece]:
    """A tap as it is seen: a foot, a column, a spout that reaches over the bowl and turns down, and a lever at its side."""
    (x, y), high = at, top + tap.high

    def bar(low: tuple[float, float, float], upper: tuple[float, float, float], axis: Literal["x", "y", "z"]) -> Piece:
        return Piece("tap", tap.colour, Vec(*low), Vec(*upper), name=tap.name, axis=axis)

    yield bar((x - 26, y - 26, top), (x + 26, y + 26, top + 8), "z")
    yield bar((x - 14, y - 14, top + 8), (x + 14, y + 14, high), "z")
    yield bar((x - 12, y - tap.reach, high - 24), (x + 12, y + 12, high), "y")
    drop = 0.34 * tap.high if tap.form == "arc" else 34.0
    yield bar((x - 12, y - tap.reach - 12, high - drop), (x + 12, y - tap.reach + 12, high), "z")
    yield bar((x + 12, y - 7, top + 60), (x + 84, y + 7, top + 74), "x")
