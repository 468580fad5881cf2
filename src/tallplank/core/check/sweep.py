"""What a front or an appliance's door sweeps when it opens: with its pulls as upright prisms, in its unit's frame, step by step."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from functools import cached_property
from math import hypot

from tallplank.core.joinery.made import MadeUnit
from tallplank.core.joinery.part.opened import SHOWN_OUT
from tallplank.core.joinery.part.part import Front, Part, Piece
from tallplank.core.joinery.rule.choice import usual_hinge
from tallplank.core.space.frame import Frame, Vec
from tallplank.core.space.motion import Motion, SlideOut, Turn
from tallplank.core.space.outline import Ring, bounds, far

STEP = 10.0
"""Degrees between two positions that are looked at."""
AT_AXIS = 40.0
"""Of a folding pair only the leaf that begins this near to the axis is looked at; the other lies folded onto it."""
SLICE = 20.0
"""A flap is looked at in strips about this high, since it leans while it turns."""
UPRIGHT = 0.99
SQUARE_TURN = 90.0


@dataclass(frozen=True, slots=True)
class Prism:
    """An upright body: its outline seen from above and its heights."""

    ring: Ring
    low: float
    high: float

    def within(self, frame: Frame) -> "Prism":
        """The same in the frame around, where that is level."""
        (ax, ay, _), (bx, by, _), (x0, y0, rise) = frame.x, frame.y, frame.origin
        ring = tuple((x0 + x * ax + y * bx, y0 + x * ay + y * by) for x, y in self.ring)
        return Prism(ring, self.low + rise, self.high + rise)

    @property
    def box(self) -> tuple[Vec, Vec]:
        """The lowest and the highest corner of the box around it."""
        (left, near), (right, far_end) = bounds(self.ring)
        return Vec(left, near, self.low), Vec(right, far_end, self.high)


@dataclass(frozen=True)
class OpeningFront:
    """One front that opens, with its pulls, in the frame of its unit."""

    front: Front
    name: str
    motion: Motion
    wanted: float
    """How far it shall open: degrees, or millimetres of what slides; 0 where nobody asks."""
    bodies: tuple[Prism, ...]

    @property
    def steps(self) -> Iterator[float]:
        """The positions to look at on the way."""
        count = max(round(self.wanted / STEP), 1) if isinstance(self.motion, Turn) else 1
        yield from (self.wanted * number / count for number in range(1, count + 1))

    @cached_property
    def _positions(self) -> dict[float, tuple[Prism, ...]]:
        return {}

    def at(self, opened: float) -> tuple[Prism, ...]:
        """What it takes there: turned so far, or all that it passes while it slides so far."""
        known = self._positions.get(opened)
        if known is None:
            known = self._positions[opened] = self._at(opened)
        return known

    def _at(self, opened: float) -> tuple[Prism, ...]:
        motion = self.motion
        if isinstance(motion, SlideOut):
            share = opened * SHOWN_OUT / far((0.0, 0.0), motion.by[:2])
            return tuple(_passed(body, motion.at(share).origin) for body in self.bodies)
        frame = motion.at(opened / abs(motion.degrees))
        if abs(motion.axis.z) > UPRIGHT:
            return tuple(Prism(frame.flat_out(body.ring), body.low, body.high) for body in self.bodies)
        return tuple(piece for body in self.bodies for piece in _leaning(body, frame))

    @cached_property
    def around(self) -> tuple[Vec, Vec]:
        """A box around all that it ever takes, somewhat larger where it turns."""
        swings = isinstance(self.motion, Turn) and abs(self.motion.axis.z) > UPRIGHT
        boxes = [prism.box for opened in ((self.wanted,) if swings else self.steps) for prism in self.at(opened)]
        boxes += [body.box for body in self.bodies] if swings else []
        (x0, y0, z0), (x1, y1, z1) = box_around(boxes)
        more = self._beyond() if swings else 0.0
        return Vec(x0 - more, y0 - more, z0), Vec(x1 + more, y1 + more, z1)

    def _beyond(self) -> float:
        """By how much a door that swings by up to a right angle may reach out of the box around both its ends.

        A corner reaches farthest where it stands square to the axis: by its distance, instead of by the larger of its sides.
        """
        motion, most = self.motion, 0.0
        assert isinstance(motion, Turn)
        x, y = motion.point[:2]
        for body in self.bodies:
            for a, b in body.ring:
                most = max(most, hypot(a - x, b - y) - max(abs(a - x), abs(b - y)))
        return most if self.wanted <= SQUARE_TURN else max(hypot(a - x, b - y) for body in self.bodies for a, b in body.ring)

    def mirrored(self) -> "OpeningFront":
        """The same hung at its other side."""
        twice, motion = 2 * self.front.x + self.front.width, self.motion
        if isinstance(motion, Turn):
            point = Vec(twice - motion.point.x, motion.point.y, motion.point.z)
            motion = replace(motion, point=point, degrees=0.0 - motion.degrees)
        bodies = tuple(replace(b, ring=tuple((twice - x, y) for x, y in reversed(b.ring))) for b in self.bodies)
        return replace(self, motion=motion, bodies=bodies)


def movers_of(unit: MadeUnit) -> tuple[OpeningFront, ...]:
    """The fronts of a unit that open, and the doors of the appliances in it; doors as far as the rule asks and their hinges allow."""
    parts: dict[int, list[Part]] = {}
    for part in unit.parts:
        if part.front >= 0 and part.motion is not None:
            parts.setdefault(part.front, []).append(part)
    pulls = pulls_of(unit)
    doors_open = unit.choice.rules.door_opens
    if any(front.kind == "door" for front in unit.fronts):
        doors_open = min(doors_open, usual_hinge(unit.choice).opens)
    found = (_mover(unit.fronts[index], leaf, pulls, doors_open) for index, leaf in parts.items())
    return (*(mover for mover in found if mover is not None), *_appliance_doors(unit))


def _appliance_doors(unit: MadeUnit) -> Iterator[OpeningFront]:
    """Doors of appliances with their handles, which come after them."""
    doors: dict[Motion, list[Piece]] = {}
    for piece in unit.pieces:
        if piece.role == "appliance" and piece.motion is not None:
            doors.setdefault(piece.motion, []).append(piece)
    for motion, pieces in doors.items():
        low, high = pieces[0].box
        front = Front("flap", low.x, low.z, high.x - low.x, high.z - low.z)
        yield OpeningFront(front, pieces[0].name, motion, SQUARE_TURN, tuple(map(prism_of, pieces)))


def proud_of(unit: MadeUnit) -> tuple[Piece, ...]:
    """What stands before a unit's boards and fronts: pulls, and the doors and handles of appliances."""
    return (*pulls_of(unit), *(p for p in unit.pieces if p.role == "appliance" and p.low.y < 0.0))


def pulls_of(unit: MadeUnit) -> tuple[Piece, ...]:
    """The pulls of a unit's fronts; each bar without the posts behind it."""
    found: list[Piece] = []
    for piece in unit.pieces:
        if piece.role == "pull" and not (found and _is_post(piece, found[-1])):
            found.append(piece)
    return tuple(found)


def _is_post(piece: Piece, bar: Piece) -> bool:
    return (
        piece.low.x >= bar.low.x and piece.high.x <= bar.high.x and piece.low.z >= bar.low.z and piece.high.z <= bar.high.z
    ) and piece.turned == bar.turned


def prism_of(piece: Piece) -> Prism:
    """A visible piece of hardware as a body."""
    low, high = piece.box
    return Prism(piece.above, low.z, high.z)


def _mover(front: Front, leaf: list[Part], pulls: tuple[Piece, ...], doors_open: float) -> OpeningFront | None:
    motion = leaf[0].motion
    assert motion is not None
    bodies = _bodies(leaf)
    if front.kind == "door" and isinstance(motion, Turn):
        axis = (motion.point.x, motion.point.y)
        if min(far(axis, corner) for body in bodies for corner in body.ring) > AT_AXIS:
            return None
    own = tuple(prism_of(p) for p in pulls if p.motion == motion and _on(front, p))
    tag = leaf[0].tag
    while tag.of is not None:
        tag = tag.of
    return OpeningFront(front, tag.name, motion, _wanted(front, motion, doors_open), (*bodies, *own))


def _wanted(front: Front, motion: Motion, doors_open: float) -> float:
    if isinstance(motion, SlideOut):
        return far((0.0, 0.0), motion.by[:2]) / SHOWN_OUT
    return doors_open if front.kind == "door" else abs(motion.degrees)


def _on(front: Front, pull: Piece) -> bool:
    low, high = pull.box
    x, z = (low.x + high.x) / 2, (low.z + high.z) / 2
    return front.x <= x <= front.x + front.width and front.z <= z <= front.z + front.height


def _bodies(leaf: list[Part]) -> tuple[Prism, ...]:
    """A front as one body where it lies square, else each of its parts."""
    boxes = [part.box for part in leaf]
    low, high = box_around(boxes)
    if all(max(abs(part.frame.z.y), abs(part.frame.x.y), abs(part.frame.y.y)) > UPRIGHT and len(part.above) == 4 for part in leaf):
        return (Prism(_rectangle(low, high), low.z, high.z),)
    return tuple(Prism(part.above, box[0].z, box[1].z) for part, box in zip(leaf, boxes, strict=True))


def box_around(boxes: Sequence[tuple[Vec, Vec]]) -> tuple[Vec, Vec]:
    """The one box around several."""
    lows, highs = zip(*boxes, strict=True)
    return Vec(*map(min, zip(*lows, strict=True))), Vec(*map(max, zip(*highs, strict=True)))


def _rectangle(low: Vec, high: Vec) -> Ring:
    return ((low.x, low.y), (high.x, low.y), (high.x, high.y), (low.x, high.y))


def _passed(body: Prism, by: Vec) -> Prism:
    low, high = body.box
    start = Vec(min(low.x, low.x + by.x), min(low.y, low.y + by.y), low.z)
    return Prism(_rectangle(start, Vec(max(high.x, high.x + by.x), max(high.y, high.y + by.y), high.z)), body.low, body.high)


def _leaning(body: Prism, frame: Frame) -> Iterator[Prism]:
    (left, near), (right, far_end) = bounds(body.ring)
    count = max(round((body.high - body.low) / SLICE), 1)
    each = (body.high - body.low) / count
    for number in range(count):
        heights = (body.low + number * each, body.low + (number + 1) * each)
        corners = [frame.out((0.0, y, z)) for y in (near, far_end) for z in heights]
        ys, zs = [c.y for c in corners], [c.z for c in corners]
        yield Prism(_rectangle(Vec(left, min(ys), 0.0), Vec(right, max(ys), 0.0)), min(zs), max(zs))
