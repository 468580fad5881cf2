"""Doors of rooms that meet what stands in the room before they are open."""

from collections.abc import Iterator, Sequence
from functools import partial
from math import cos, radians, sin
from typing import NamedTuple

from tallplank.core.check.obstacle import Box, Obstacle, boxes_meet, meets, obstacles_of_unit
from tallplank.core.check.record import Finding, Fix
from tallplank.core.check.sweep import Prism, box_around
from tallplank.core.edit.survey.walled import change_opening
from tallplank.core.job.face import Face
from tallplank.core.job.room import Room
from tallplank.core.job.wall import WallOpening
from tallplank.core.joinery.made import Made, MadeUnit
from tallplank.core.space.frame import Frame
from tallplank.core.space.outline import Point, Ring

CLOSE = 10.0
"""What stands nearer before a door than this covers it."""
THICK, OPEN, STEP = 45.0, 90.0, 5.0
"""Thickness of a leaf, and how many degrees it shall open, looked at in such steps; common practice, no source."""


def meeting_doors(made: Made, room: Room, units: tuple[MadeUnit, ...]) -> Iterator[Finding]:
    """Doors that open into a room and meet a unit in it."""
    standing = None
    for face in made.faces[room.id].values() if units else ():
        for door in face.openings:
            if door.kind != "door" or door.leaf == "sliding" or door.swing != "in":
                continue
            if standing is None:
                standing = [o for u in units for o in obstacles_of_unit(u, made.face(u).frame, made.frame(u))]
            if (found := _met(face, door, standing)) is not None:
                yield _told(room.id, face, door, *found, free=_opens(face, _turned(door), standing))


def _turned(door: WallOpening) -> WallOpening:
    return door.but(hand="right" if door.hand == "left" else "left")


def _opens(face: Face, door: WallOpening, standing: Sequence[Obstacle]) -> bool:
    return door.leaf == "single" and _met(face, door, standing) is None


def _told(room: str, face: Face, door: WallOpening, opened: float, other: Obstacle, *, free: bool) -> Finding:
    text = f"The door in {face.name} opens only to {opened:.0f}°; then it meets {other.name}."
    fix = None
    if free:
        hand = _turned(door).hand
        fix = Fix("Hang the door at its other side", partial(change_opening, room_id=room, face_id=face.id, opening_id=door.id, hand=hand))
    return Finding(
        "warning", "door-meets", text, "Hang it at its other side, let it open outwards, or move what it meets.", (other.owner,), fix
    )


def _met(face: Face, door: WallOpening, standing: Sequence[Obstacle]) -> tuple[float, Obstacle] | None:
    """How far the door opens, and what stops it; what stands before it when it is closed is another fault."""
    swept = door.carried("swept", lambda: _swept(face.frame, door), face.frame)
    near = [other for other in standing if boxes_meet(swept.around, (other.low, other.high))]
    covering = {other.owner for other in near if meets(swept.close, other)}
    away = [other for other in near if other.owner not in covering]
    for opened, leaves in swept.steps if away else ():
        for other in away:
            if any(meets(leaf, other) for leaf in leaves):
                return opened, other
    return None


class _Swept(NamedTuple):
    """What a door takes of the room: before it is opened, and its leaves at each step.

    With these goes how far it was open before that.
    """

    close: Prism
    steps: tuple[tuple[float, tuple[Prism, ...]], ...]
    around: Box


def _swept(frame: Frame, door: WallOpening) -> _Swept:
    left, right = door.x, door.x + door.width

    def prism(ring: Ring) -> Prism:
        return Prism(frame.flat_out(ring), door.sill, door.sill + door.height)

    close = prism(((left, -CLOSE), (right, -CLOSE), (right, 0.0), (left, 0.0)))
    numbers = range(1, round(OPEN / STEP) + 1)
    steps = tuple([((number - 1) * STEP, tuple(map(prism, _leaves(door, number * STEP)))) for number in numbers])
    bodies = (close, *(leaf for _, leaves in steps for leaf in leaves))
    return _Swept(close, steps, box_around([body.box for body in bodies]))


def _leaves(door: WallOpening, angle: float) -> Iterator[Ring]:
    left, right = (door.x, 0.0), (door.x + door.width, 0.0)
    if door.leaf == "double":
        yield _leaf(left, door.width / 2, 1.0, angle)
        yield _leaf(right, door.width / 2, -1.0, angle)
    else:
        yield _leaf(left, door.width, 1.0, angle) if door.hand == "left" else _leaf(right, door.width, -1.0, angle)


def _leaf(hung: Point, width: float, inward: float, angle: float) -> Ring:
    """A leaf turned so far into the room, seen from above, in the frame of its face."""
    c, s = cos(radians(angle)), sin(radians(angle))
    along, across = (inward * c, -s), (inward * s, c)
    (x, y), far = hung, (hung[0] + along[0] * width, hung[1] + along[1] * width)
    aside = (across[0] * THICK, across[1] * THICK)
    return ((x, y), far, (far[0] + aside[0], far[1] + aside[1]), (x + aside[0], y + aside[1]))
