"""How a new unit is set for its place: doors that open away from a wall, corner units for their corner and their neighbours.

Source: common practice.
"""

from collections.abc import Callable
from typing import Literal

from tallplank.core.edit.mirror import mirrored_unit
from tallplank.core.edit.snap import neighbour
from tallplank.core.job.face import Face
from tallplank.core.job.opening import Opening
from tallplank.core.job.unit import Unit
from tallplank.core.joinery.made import Made
from tallplank.core.joinery.rule.choice import Choice
from tallplank.core.joinery.rule.corner import CORNER_PLANS, LEAST_CORNER, MOST_CORNER
from tallplank.core.joinery.rule.place import Placed, place
from tallplank.core.joinery.run.stretch import JOINED
from tallplank.core.joinery.shaped.plan import LEAST_ARM
from tallplank.core.space.outline import strip_span

SQUARE = 0.05
"""Degrees within which a corner is square."""
NEAR_WALL = 100.0
"""A unit that begins nearer to a wall than this has its doors open away from it."""
PAST_PULLS = 5.0
"""Between a neighbour's pulls and the edge of the door of a blind corner."""
LEAST_DOOR = 150.0
"""A fixed front that would leave less than this is not made wider."""
STRIP = 1000.0
"""How far before a unit's front its neighbours round the corner are looked for."""
Side = Literal["left", "right"]


def set_for_place(choice: Choice, face: Face, present: Callable[[], Made]) -> Unit:
    """The unit as it suits its place. Units at faces that stand free stay as they are."""
    unit = choice.unit
    if face.is_loose:
        return unit
    low, high = (0.0, face.length) if choice.kind.plan in CORNER_PLANS else face.span(-place(choice).front)
    left, right = unit.x - low, high - unit.x - unit.width
    if unit.opening.blind or choice.kind.plan in CORNER_PLANS:
        corner = _corner(face, left, right)
        return _in_corner(choice, face, present, corner) if corner is not None else unit
    near_left = face.closed_left and left < NEAR_WALL
    near_right = face.closed_right and right < NEAR_WALL
    if near_left == near_right:
        return unit
    return unit.but(opening=hung_at(unit.opening, "right" if near_left else "left"))


def _corner(face: Face, left: float, right: float) -> Side | None:
    """The corner that is nearer, of those that there are."""
    if face.closed_left and (left <= right or not face.closed_right):
        return "left"
    return "right" if face.closed_right else None


def _in_corner(choice: Choice, face: Face, present: Callable[[], Made], corner: Side) -> Unit:
    unit = choice.unit
    if not unit.opening.blind:
        turned = unit if unit.side == corner else mirrored_unit(unit)
        return turned.but(arm=_arm(choice, face, present()), corner=corner_angle(face, corner))
    away: Side = "right" if corner == "left" else "left"
    turned = unit if unit.opening.hand == away else mirrored_unit(unit)
    blind = _blind(choice, face, present, corner)
    if not 0 < blind < unit.width - LEAST_DOOR:
        return turned
    return turned.but(opening=turned.opening.but(blind=blind))


def corner_angle(face: Face, corner: Side) -> float:
    """The angle that a unit in a corner is made for: that of the walls, as far as such units can be built."""
    angle = face.before if corner == "left" else face.after
    return 90.0 if abs(angle - 90.0) < SQUARE else min(max(round(angle, 3), LEAST_CORNER), MOST_CORNER)


def _arm(choice: Choice, face: Face, made: Made) -> float:
    """As deep as the unit that stands against it; 0, which is its kind's, where that has its depth or none stands there."""
    unit = choice.unit
    beside = neighbour(made, unit.room, face.id, unit.x, unit.width, JOINED)
    if unit.arm or beside is None or beside.unit.depth == choice.kind.arm:
        return unit.arm
    return beside.unit.depth if LEAST_ARM <= beside.unit.depth < min(unit.width, unit.depth) - LEAST_DOOR else 0.0


def _blind(choice: Choice, face: Face, present: Callable[[], Made], corner: Side) -> float:
    """How wide the fixed front is: past the fronts and the pulls of what stands round the corner, or of its like."""
    unit = choice.unit
    off, placed = unit.x if corner == "left" else face.length - unit.x - unit.width, place(choice)
    beside = [reach for reach in _reaches(placed, face, present, corner) if reach > off]
    like = choice.hardware("pull").projection - placed.front
    return max(beside, default=like) + PAST_PULLS - off


def _reaches(placed: Placed, face: Face, present: Callable[[], Made], corner: Side) -> list[float]:
    """How far from the corner the neighbours round it reach with their pulls, before the unit's front."""
    unit, front, made = placed.unit, placed.front, present()
    found: list[float] = []
    for other in made.by_room.get(unit.room, ()):
        if other.unit.face == face.id or other.placed.z >= placed.top or other.placed.top <= placed.z:
            continue
        frame = made.face(other).frame
        ring = [face.frame.inside((*point, 0.0))[:2] for point in frame.flat_out(other.outline)]
        span = strip_span(ring, front - STRIP, front)
        if span is not None and span[1] > 0 and span[0] < face.length:
            pull = other.choice.hardware("pull").projection if other.unit.opening.is_fronted else 0.0
            found.append((span[1] if corner == "left" else face.length - span[0]) + pull)
    return [reach for reach in found if reach < face.length / 2]


def hung_at(opening: Opening, hand: Side) -> Opening:
    """The opening with its doors hung so; doors between others of one row of bays too."""
    cells = tuple(hung_at(cell, hand) for cell in opening.openings)
    return opening.but(hand=hand, openings=cells) if opening.front == "doors" else opening.but(openings=cells)
