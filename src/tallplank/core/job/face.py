"""Faces: the sides that carry units, of walls, of walls that stand free and of groups, each with a frame and a length."""

from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from math import atan2, cos, degrees, radians, tan
from operator import attrgetter
from typing import Literal

from tallplank.core.job.room import EndKind, Group, GroupFace, Room
from tallplank.core.job.wall import FreeWall, Service, Wall, WallOpening
from tallplank.core.measure.memo import are_same
from tallplank.core.space.frame import Frame, along, turned_about_z
from tallplank.core.space.outline import edges, far, inner_angle

HALF_TURN = 180.0
SQUARE, ALONG = 1e-6, 1 - 1e-9
"""What a square wall leans by at most, and the cosine of the angle between what runs alike."""


@dataclass(frozen=True, slots=True)
class Face:
    """A side that carries units, in its room: x to the right for someone looking at it, y into it, z up from the floor."""

    id: str
    name: str
    frame: Frame
    length: float
    height: float
    carrier: Wall | FreeWall | Group
    thickness: float
    """Of the wall behind it; nothing behind the face of a group."""
    openings: tuple[WallOpening, ...] = ()
    services: tuple[Service, ...] = ()
    """Both as measured on this face."""
    before: float = 360.0
    """The angle in the room between it and the wall that meets its left end; a whole turn where none does."""
    after: float = 360.0
    """The same at its right end."""
    ends: tuple[EndKind, EndKind] = ("free", "free")
    """How the worktop of a group ends at its left and its right end."""

    def is_alike(self, other: "Face") -> bool:
        """Whether what stands at both is made alike, wherever they are in the room."""
        if self is other:
            return True
        here, there = (
            (f.id, f.name, f.length, f.height, f.thickness, f.openings, f.services, f.before, f.after, f.ends) for f in (self, other)
        )
        return here == there and (self.carrier is other.carrier or _lies_elsewhere(self.carrier, other.carrier))

    def within(self, outer: "Face") -> Frame:
        """Its frame as it is seen in another face's; of two in one group the very same wherever that stands."""
        group = self.carrier
        if isinstance(group, Group) and outer.carrier is group:
            records = {f.id: f for f in group.faces}
            return face_in_group(records[self.id]).within(face_in_group(records[outer.id]))
        return self.frame.within(outer.frame)

    @property
    def closed_left(self) -> bool:
        """Whether a wall stands against its left end, so that units end there."""
        return self.before < HALF_TURN

    @property
    def closed_right(self) -> bool:
        """Whether a wall stands against its right end."""
        return self.after < HALF_TURN

    def lean(self, side: Literal["left", "right"]) -> float | None:
        """How far the wall at an end reaches into its length for each millimetre before it; None where no wall closes the end.

        Negative where that wall leans away, 0 where it is square.
        """
        angle = self.before if side == "left" else self.after
        if angle >= HALF_TURN:
            return None
        lean = 1.0 / tan(radians(angle))
        return 0.0 if abs(lean) < SQUARE else lean

    def inset(self, side: Literal["left", "right"], depth: float) -> float:
        """How far from an end a thing begins that is so deep, for it to clear the wall there."""
        return max((self.lean(side) or 0.0) * depth, 0.0)

    def span(self, depth: float) -> tuple[float, float]:
        """From where to where along it a thing so deep may stand between the walls at its ends."""
        return self.inset("left", depth), self.length - self.inset("right", depth)

    @property
    def turn(self) -> float:
        """Which way it runs on the plan, in degrees counter-clockwise from x."""
        return degrees(atan2(self.frame.x.y, self.frame.x.x))

    @property
    def is_loose(self) -> bool:
        """Whether it stands free in the room, so that what stands at it may reach beyond its ends."""
        return type(self.carrier) is not Wall


def _lies_elsewhere(one: Wall | FreeWall | Group, other: Wall | FreeWall | Group) -> bool:
    """Whether both are the same group but for its place."""
    return (
        isinstance(one, Group)
        and isinstance(other, Group)
        and (one.id, one.faces, one.top, one.seats) == (other.id, other.faces, other.top, other.seats)
    )


Faces = Mapping[str, Face]


_faced = attrgetter("corners", "walls", "height", "free_walls", "groups")
"""All of a room that its faces depend on."""


def have_same_faces(one: Room, other: Room) -> bool:
    """Whether nothing that the faces of two records of a room depend on was changed between them."""
    return are_same(_faced(one), _faced(other))


def faces_of(room: Room) -> Faces:
    """The faces of a room by their ids: the walls in order, then both sides of walls that stand free, then those of groups."""
    return room.carried("faces", lambda: _faces(room))


def _faces(room: Room) -> dict[str, Face]:
    found = [*_walls(room), *(f for wall in room.free_walls for f in _sides(wall)), *(f for g in room.groups for f in _group(room, g))]
    return {face.id: face for face in found}


def face_of(room: Room, face_id: str) -> Face | None:
    """One face of a room, or None if it has none of this id."""
    return faces_of(room).get(face_id)


def group_frame(group: Group) -> Frame:
    """The frame of a group in its room."""
    return turned_about_z(group.turn, (group.x, group.y, 0.0))


def face_in_group(face: GroupFace) -> Frame:
    """The frame of a group's face in that of the group."""
    return turned_about_z(face.turn, (face.x, face.y, 0.0))


def _walls(room: Room) -> Iterator[Face]:
    corners = room.corners
    angles = [inner_angle(corners[i - 1], c, corners[(i + 1) % len(corners)]) for i, c in enumerate(corners)]
    for i, (wall, (a, b)) in enumerate(zip(room.walls, edges(corners), strict=True)):
        ends = (angles[i], angles[(i + 1) % len(angles)])
        yield Face(wall.id, wall.name, along(a, b), far(a, b), room.height, wall, wall.thickness, wall.openings, wall.services, *ends)


def _sides(wall: FreeWall) -> Iterator[Face]:
    length, front = far(wall.start, wall.end), along(wall.start, wall.end)
    yield Face(wall.id, wall.name, front, length, wall.height, wall, wall.thickness, wall.openings, wall.services)
    a, b = front.out((length, wall.thickness, 0.0)), front.out((0.0, wall.thickness, 0.0))
    back = along((a.x, a.y), (b.x, b.y))
    turned = tuple(_from_behind(o, length) for o in reversed(wall.openings))
    yield Face(wall.back, f"{wall.name}, back", back, length, wall.height, wall, wall.thickness, turned)


def _from_behind(opening: WallOpening, length: float) -> WallOpening:
    hand: Literal["left", "right"] = "right" if opening.hand == "left" else "left"
    swing: Literal["in", "out"] = "out" if opening.swing == "in" else "in"
    return opening.but(x=max(length - opening.x - opening.width, 0.0), hand=hand, swing=swing)


def _group(room: Room, group: Group) -> Iterator[Face]:
    frame = group_frame(group)
    for face in group.faces:
        name = f"{group.name}, {face.name}"
        placed = face_in_group(face).then(frame)
        yield Face(face.id, name, placed, face.length, room.height, group, 0.0, ends=_ends(group, face))


def _ends(group: Group, face: GroupFace) -> tuple[EndKind, EndKind]:
    """How the worktop ends at both ends of a face that runs along the group's length, to one side or the other."""
    ends, way = (group.top.left_end, group.top.right_end), cos(radians(face.turn - group.faces[0].turn))
    return ends if way > ALONG else (ends[1], ends[0]) if way < -ALONG else ("free", "free")
