"""A room as surfaces gathered by look, ready for any renderer. Units that did not change keep their arrays."""

from collections.abc import Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from tallplank.core.job.room import Room, Wall
from tallplank.core.joinery.made import Made, MadeUnit
from tallplank.core.joinery.part.part import Part, PartRef
from tallplank.core.joinery.run.worktop import Run
from tallplank.core.measure.memo import Mapped
from tallplank.core.solid.mesh import Faces, Floats, box_faces, faces
from tallplank.core.space.frame import Frame, Vec, wall_frame
from tallplank.core.space.motion import Motion

SHELL_GAP = 3.0
"""Walls and floor are shown this far behind their true faces, so that what stands against them keeps its edges."""
PANE_DEPTH = 0.6
"""How far into the wall glass and door leaves stand, as a share of its thickness."""
MOST_CORNERS = 8
"""An outline with more corners than this is a curve; its corners are no edges."""


@dataclass(frozen=True, slots=True)
class Body:
    """Some surfaces of one look that move together, in the frame of their unit, with the edges that are drawn as lines."""

    look: str
    faces: Faces
    lines: Floats
    motion: Motion | None


@dataclass(frozen=True, slots=True)
class Batch:
    """All surfaces of one look, in the frame of the room: a catalogue look's id, or a plain colour such as '#a0a0a0'."""

    look: str
    faces: Faces


@dataclass(frozen=True, slots=True)
class Box:
    """Where a unit stands in the room, or a part in its unit, for pointing at it."""

    owner: str | PartRef
    low: Vec
    high: Vec


@dataclass(frozen=True, slots=True)
class Solids:
    """A room ready to be shown; `lines` is (n, 2, 3)."""

    batches: tuple[Batch, ...]
    lines: Floats
    boxes: tuple[Box, ...]
    shell: tuple[Batch, ...]
    """The room itself, each side seen from inside only: batches named wall, floor, glass and door."""
    size: Vec


_Placed = tuple[str, Faces, Floats]


class SolidMaker:
    """Makes the solids of rooms, keeping those of units that did not change."""

    def __init__(self) -> None:
        self._units: Mapped[MadeUnit, tuple[Body, ...]] = Mapped()
        self._insides: Mapped[MadeUnit, tuple[Body, ...]] = Mapped()
        self._standing: Mapped[MadeUnit, tuple[_Placed, ...]] = Mapped()
        self._runs: Mapped[Run, tuple[_Placed, ...]] = Mapped()

    def solids(self, made: Made, room_id: str, opened: float = 0.0) -> Solids:
        """The surfaces of a room with its fronts open by a share from 0 to 1."""
        room = made.job.room(room_id)
        frames = {w.id: wall_frame(w.side, room.width, room.depth) for w in room.walls}
        units = made.by_room.get(room_id, ())
        boxes = [_box(unit, frames[unit.unit.wall]) for unit in units]
        where = (room.width, room.depth)
        standing = self._stood(units, frames, opened, where)
        runs = [r for r in made.runs if r.room == room_id]
        passing = self._runs.of(runs, lambda r: tuple(_placed(body, frames[r.wall], 0.0) for body in _bodies(r.parts)), where)
        placed = [one for bodies in (*standing, *passing) for one in bodies]
        lines = [line for _, _, line in placed if len(line)]
        return Solids(
            tuple(_gathered(placed)),
            np.concatenate(lines) if lines else np.zeros((0, 2, 3), np.float32),
            tuple(boxes),
            _shell(room, frames.values()),
            Vec(room.width, room.depth, room.height),
        )

    def _stood(
        self, units: Sequence[MadeUnit], frames: Mapping[str, Frame], opened: float, where: tuple[float, float]
    ) -> list[tuple[_Placed, ...]]:
        """The surfaces of units in their room; those in the units' own frames are kept, however far fronts stand open."""
        insides = self._insides.of(units, lambda u: tuple(_inside_bodies(u))) if opened > 0 else [()] * len(units)
        outsides = self._units.of(units, lambda u: tuple(_outside_bodies(u)))
        bodies = {id(u): (*inside, *outside) for u, inside, outside in zip(units, insides, outsides, strict=True)}

        def placed(unit: MadeUnit) -> tuple[_Placed, ...]:
            frame = unit.frame.then(frames[unit.unit.wall])
            return tuple(_placed(body, frame, opened) for body in bodies[id(unit)])

        return self._standing.of(units, placed, (where, opened))


def _is_shut(unit: MadeUnit) -> bool:
    """Whether closed fronts hide what is inside: they do unless there is glass in them."""
    return unit.unit.opening.is_closed and not any(part.role == "glass" for part in unit.parts)


def _inside_bodies(unit: MadeUnit) -> Iterator[Body]:
    if _is_shut(unit):
        yield from _bodies([p for p in unit.parts if p.surface in ("inside", "drawer")], unit.unit.mark)


def _outside_bodies(unit: MadeUnit) -> Iterator[Body]:
    shut = _is_shut(unit)
    yield from _bodies([p for p in unit.parts if not (shut and p.surface in ("inside", "drawer"))], unit.unit.mark + 7)
    for piece in unit.pieces:
        yield Body(piece.colour, box_faces(piece.low, piece.high), np.zeros((0, 2, 3), np.float32), piece.motion)


def _bodies(parts: Sequence[Part], seed: int = 1) -> Iterator[Body]:
    groups: dict[tuple[str, Motion | None], list[tuple[Faces, Floats]]] = {}
    for number, part in enumerate(parts):
        groups.setdefault((part.finish.look, part.motion), []).append((faces(part, seed * 31 + number), outline(part)))
    for (look, motion), made in groups.items():
        yield Body(look, _joined([f for f, _ in made]), np.concatenate([line for _, line in made]), motion)


def outline(part: Part) -> Floats:
    """The edges of what is seen of the part: without its tongues, and nothing of a panel that lies in grooves."""
    if part.body is not None:
        body = part.body
        ends = [(body.outline[i], body.outline[(i + 1) % len(body.outline)]) for i in range(len(body.outline))]
        rings = [((*a, z), (*b, z)) for a, b in ends for z in (0.0, body.height)]
        turn = np.array([body.frame.x, body.frame.y, body.frame.z])
        curved: Floats = (np.array(rings) @ turn + np.array(body.frame.origin)).astype(np.float32)
        return curved
    length, width, thickness = part.size
    if part.surface == "front" and part.kind == "front" and thickness < part.finish.thickness and part.outline is None:
        return np.zeros((0, 2, 3), np.float32)
    tongue = max((p.high.x - p.low.x for p in part.pockets if p.what == "tongue" and p.high.x - p.low.x < length / 2), default=0.0)
    corners = part.outline or ((tongue, 0.0), (length - tongue, 0.0), (length - tongue, width), (tongue, width))
    lines = []
    for (x0, y0), (x1, y1) in zip(corners, (*corners[1:], corners[0]), strict=True):
        lines += [((x0, y0, z), (x1, y1, z)) for z in (0.0, thickness)]
    sharp = corners if len(corners) <= MOST_CORNERS else ()
    lines += [((x, y, 0.0), (x, y, thickness)) for x, y in sharp]
    frame = part.frame
    turn = np.array([frame.x, frame.y, frame.z])
    placed: Floats = (np.array(lines) @ turn + np.array(frame.origin)).astype(np.float32)
    return placed


def _placed(body: Body, frame: Frame, opened: float) -> _Placed:
    corners, normals, lines = body.faces.corners, body.faces.normals, body.lines
    if body.motion is not None and opened > 0:
        frame = body.motion.at(opened).then(frame)
    return body.look, Faces(frame.all_out(corners), frame.all_turned_out(normals), body.faces.uv), frame.all_out(lines)


def _gathered(placed: Iterable[_Placed]) -> Iterator[Batch]:
    by_look: dict[str, list[Faces]] = {}
    for look, surface, _ in placed:
        by_look.setdefault(look, []).append(surface)
    for look, surfaces in by_look.items():
        yield Batch(look, _joined(surfaces))


def _joined(surfaces: Sequence[Faces]) -> Faces:
    return Faces(
        np.concatenate([f.corners for f in surfaces]),
        np.concatenate([f.normals for f in surfaces]),
        np.concatenate([f.uv for f in surfaces]),
    )


def _box(unit: MadeUnit, frame: Frame) -> Box:
    placed = unit.placed
    a = frame.out((placed.x, placed.front, placed.z))
    b = frame.out((placed.right, 0.0, placed.top))
    low, high = np.minimum(a, b), np.maximum(a, b)
    return Box(unit.unit.id, Vec(*map(float, low)), Vec(*map(float, high)))


_Quad = tuple[NDArray[np.float32], tuple[float, float, float]]


def _shell(room: Room, frames: Iterable[Frame]) -> tuple[Batch, ...]:
    floor = np.array([(x, y, -SHELL_GAP) for x, y in ((0, 0), (room.width, 0), (room.width, room.depth), (0, room.depth))], np.float32)
    quads: dict[str, list[_Quad]] = {"floor": [(floor, (0.0, 0.0, 1.0))], "wall": [], "glass": [], "door": []}
    for wall, frame in zip(room.walls, frames, strict=True):
        for x0, x1, z0, z1 in _wall_pieces(room, wall):
            quads["wall"].append(_upright(frame, (x0, x1), (z0, z1), SHELL_GAP))
        quads["wall"] += _jambs(wall, frame)
        for opening in wall.openings:
            x, z = (opening.x, opening.x + opening.width), (opening.sill, opening.sill + opening.height)
            quads["glass" if opening.kind == "window" else "door"].append(_upright(frame, x, z, wall.thickness * PANE_DEPTH))
    return tuple(Batch(look, _flat(found)) for look, found in quads.items() if found)


def _upright(frame: Frame, x: tuple[float, float], z: tuple[float, float], y: float) -> _Quad:
    """A rectangle in a wall's frame, facing the room."""
    corners = ((x[0], y, z[0]), (x[1], y, z[0]), (x[1], y, z[1]), (x[0], y, z[1]))
    return np.array([frame.out(p) for p in corners], np.float32), (-frame.y.x, -frame.y.y, -frame.y.z)


def _flat(quads: Sequence[_Quad]) -> Faces:
    corners = np.array([q for q, _ in quads], dtype=np.float32)
    normals = np.array([n for _, n in quads], dtype=np.float32)
    return Faces(corners, normals, np.zeros((len(corners), 4, 2), np.float32))


def _wall_pieces(room: Room, wall: Wall) -> Iterator[tuple[float, float, float, float]]:
    """The face of a wall around its openings, as rectangles."""
    at = 0.0
    for opening in sorted(wall.openings, key=lambda o: o.x):
        yield at, opening.x, 0.0, room.height
        end = opening.x + opening.width
        if opening.sill > 0:
            yield opening.x, end, 0.0, opening.sill
        yield opening.x, end, opening.sill + opening.height, room.height
        at = end
    yield at, room.wall_length(wall), 0.0, room.height


def _jambs(wall: Wall, frame: Frame) -> Iterator[_Quad]:
    """The reveals of doors and windows, as deep as the wall is thick."""
    t = wall.thickness
    for o in wall.openings:
        x0, x1, z0, z1 = o.x, o.x + o.width, o.sill, o.sill + o.height
        for corners, normal in (
            (((x0, 0, z0), (x0, 0, z1), (x0, t, z1), (x0, t, z0)), (1, 0, 0)),
            (((x1, 0, z0), (x1, t, z0), (x1, t, z1), (x1, 0, z1)), (-1, 0, 0)),
            (((x0, 0, z0), (x0, t, z0), (x1, t, z0), (x1, 0, z0)), (0, 0, 1)),
            (((x0, 0, z1), (x1, 0, z1), (x1, t, z1), (x0, t, z1)), (0, 0, -1)),
        ):
            yield np.array([frame.out(p) for p in reversed(corners)], np.float32), frame.turned_out(normal)
