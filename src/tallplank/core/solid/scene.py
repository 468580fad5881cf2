"""A room as surfaces gathered by look, ready for any renderer. Units that did not change keep their arrays."""

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, field, replace

import numpy as np

from tallplank.core.job.face import Faces as FacesOfRoom
from tallplank.core.job.picture import Picture
from tallplank.core.job.room import Room
from tallplank.core.job.unit import ROOM_KINDS
from tallplank.core.job.wall import FreeWall
from tallplank.core.joinery.made import Made, MadeUnit
from tallplank.core.joinery.part.part import Part, PartRef
from tallplank.core.joinery.run.run import Run
from tallplank.core.measure.memo import Mapped, are_same
from tallplank.core.solid.daylight import Daylight, daylight_of
from tallplank.core.solid.many import NO_LINES, Placed
from tallplank.core.solid.mesh import Batch, Faces, Surfaces, look_of_piece, piece_faces
from tallplank.core.solid.on_wall import SideSolids, WallSolids, gathered, joined
from tallplank.core.solid.outline import outline
from tallplank.core.solid.shell import reveals_of, services_of, shell, shell_lines
from tallplank.core.space.frame import Floats, Frame, Vec
from tallplank.core.space.motion import Motion
from tallplank.core.space.outline import Ring, bounds


@dataclass(frozen=True, slots=True)
class SceneBody:
    """Some surfaces of one look that move together, in the frame of their unit, with the edges that are drawn as lines."""

    look: str
    faces: Faces
    lines: Floats
    motion: Motion | None


@dataclass(frozen=True, slots=True)
class SceneBlock:
    """Where a unit stands in the room, or a part in its unit, for pointing at it: an upright prism over an outline."""

    owner: str | PartRef
    ring: Ring
    base: float
    top: float
    front: tuple[float, float] = (0.0, 0.0)
    """Which way its front looks on the plan; nowhere for what has none."""

    def shifted(self, x: float, y: float, z: float) -> "SceneBlock":
        """The same at another place."""
        ring = tuple((a + x, b + y) for a, b in self.ring)
        return replace(self, ring=ring, base=self.base + z, top=self.top + z)

    @property
    def low(self) -> Vec:
        """The lowest corner of the box around it."""
        return Vec(*bounds(self.ring)[0], self.base)

    @property
    def high(self) -> Vec:
        """The highest corner of the box around it."""
        return Vec(*bounds(self.ring)[1], self.top)


@dataclass(frozen=True, slots=True)
class Solids:
    """A room ready to be shown; `lines` is (n, 2, 3)."""

    batches: tuple[Batch, ...]
    lines: Floats
    blocks: tuple[SceneBlock, ...]
    shell: tuple[Batch, ...]
    """The room itself, each side seen from inside only: batches by what covers them, see `shell`."""
    low: Vec
    high: Vec
    """The corners of the box around the room, or around the unit."""
    sides: tuple[SideSolids, ...] = ()
    """What is mounted on walls themselves, wall by wall."""
    pictures: Mapping[str, Picture] = field(default_factory=dict)
    """What the user brought along for walls and floors, by id."""
    daylight: Daylight = field(default_factory=Daylight)


class SolidMaker:
    """Makes the solids of rooms, keeping those of units that did not change."""

    def __init__(self) -> None:
        self._surfaces = Surfaces()
        self._units: Mapped[MadeUnit, tuple[SceneBody, ...]] = Mapped()
        self._insides: Mapped[MadeUnit, tuple[SceneBody, ...]] = Mapped()
        self._standing: Mapped[MadeUnit, tuple[Placed, ...]] = Mapped()
        self._runs: Mapped[Run, tuple[Placed, ...]] = Mapped()
        self._last_shell: tuple[list[object], tuple[Batch, ...], Floats] | None = None
        self._on_walls: Mapped[Run, tuple[SideSolids, ...]] = Mapped()
        self._wall_solids = WallSolids(self._surfaces)

    def solids(self, made: Made, room_id: str, opened: float = 0.0) -> Solids:
        """The surfaces of a room with its fronts open by a share from 0 to 1."""
        room, faces = made.job.room(room_id), made.faces[room_id]
        units = made.by_room.get(room_id, ())
        standing = self._stood(units, faces, opened)
        runs = [r for r in made.runs_in.get(room_id, ()) if r.what not in ROOM_KINDS]
        mounted = [r for r in made.runs_in.get(room_id, ()) if r.what in ROOM_KINDS]
        along = [faces[r.face] for r in runs]
        passing = self._runs.of(
            runs, lambda r: tuple(_placed(body, faces[r.face].frame, 0.0) for body in self._run_bodies(r)), room_id, along
        )
        on_walls = self._on_walls.of(mounted, lambda r: self._wall_solids.of(r, faces[r.face]), room_id, [faces[r.face] for r in mounted])
        sides = (*(some for wall in on_walls for some in wall), *_in_walls(faces))
        self._surfaces.turn()
        placed = [one for bodies in (*standing, *passing) for one in bodies]
        batches, edges = self._shell(room, faces)
        lines = [*(line for _, _, line in placed if len(line)), edges]
        (left, near), (right, far) = bounds(room.corners)
        return Solids(
            tuple(gathered(placed)),
            np.concatenate(lines),
            tuple(_block(unit, faces[unit.unit.face].frame) for unit in units),
            batches,
            Vec(left, near, 0.0),
            Vec(right, far, room.height),
            sides,
            {picture.id: picture for picture in made.job.pictures},
            daylight_of(faces.values()),
        )

    def _shell(self, room: Room, faces: FacesOfRoom) -> tuple[tuple[Batch, ...], Floats]:
        """The surfaces and edges of a room, which what is on its walls leaves as they are."""
        of = [*(piece for name, piece in room.by_field.items() if name != "schemes"), *faces.values()]
        if self._last_shell is None or not are_same(self._last_shell[0], of):
            self._last_shell = (of, shell(room, faces), shell_lines(room))
        return self._last_shell[1:]

    def _run_bodies(self, run: Run) -> Iterator[SceneBody]:
        yield from _bodies(self._surfaces, run.parts)
        for piece in run.pieces:
            yield SceneBody(look_of_piece(piece), piece_faces(piece), NO_LINES, None)

    def _stood(self, units: Sequence[MadeUnit], faces: FacesOfRoom, opened: float) -> list[tuple[Placed, ...]]:
        """The surfaces of units in their room; those in the units' own frames are kept, however far fronts stand open."""
        insides = self._insides.of(units, lambda u: tuple(_inside_bodies(self._surfaces, u))) if opened > 0 else [()] * len(units)
        outsides = self._units.of(units, lambda u: tuple(_outside_bodies(self._surfaces, u)))
        bodies = {id(u): (*inside, *outside) for u, inside, outside in zip(units, insides, outsides, strict=True)}

        def placed(unit: MadeUnit) -> tuple[Placed, ...]:
            frame = unit.frame.then(faces[unit.unit.face].frame)
            if opened > 0:
                return tuple(_placed(body, frame, opened) for body in bodies[id(unit)])
            return tuple(_placed_shut(bodies[id(unit)], frame))

        return self._standing.of(units, placed, opened, [faces[u.unit.face] for u in units])


SERVICE = "#f4f2ec"
"""The colour of sockets and radiators."""


def _in_walls(faces: FacesOfRoom) -> Iterator[SideSolids]:
    """What comes out of the walls and what is in their openings, wall by wall."""
    for face in faces.values():
        services = services_of(face)
        found = [] if services is None else [Batch(SERVICE, services)]
        if face.thickness > 0 and not isinstance(face.carrier, FreeWall):
            found += reveals_of(face)
        if found:
            yield SideSolids(face.frame.origin, face.frame.y, tuple(found), NO_LINES)


def _is_shut(unit: MadeUnit) -> bool:
    """Whether closed fronts hide what is inside: they do unless there is glass in them."""
    return unit.unit.opening.is_closed and not any(part.role == "glass" for part in unit.parts)


def _inside_bodies(surfaces: Surfaces, unit: MadeUnit) -> Iterator[SceneBody]:
    if _is_shut(unit):
        yield from _bodies(surfaces, [p for p in unit.parts if p.surface in ("inside", "drawer")], unit.unit.mark)


def _outside_bodies(surfaces: Surfaces, unit: MadeUnit) -> Iterator[SceneBody]:
    shut = _is_shut(unit)
    yield from _bodies(surfaces, [p for p in unit.parts if not (shut and p.surface in ("inside", "drawer"))], unit.unit.mark + 7)
    for piece in unit.pieces:
        yield SceneBody(look_of_piece(piece), piece_faces(piece), NO_LINES, piece.motion)


def _bodies(surfaces: Surfaces, parts: Sequence[Part], seed: int = 1) -> Iterator[SceneBody]:
    groups: dict[tuple[str, Motion | None], list[tuple[Faces, Floats]]] = {}
    for number, part in enumerate(parts):
        made = (surfaces.faces(part, seed * 31 + number), outline(part))
        groups.setdefault((part.finish.look, part.motion), []).append(made)
    for (look, motion), found in groups.items():
        yield SceneBody(look, joined([f for f, _ in found]), np.concatenate([line for _, line in found]), motion)


def _placed(body: SceneBody, frame: Frame, opened: float) -> Placed:
    corners, normals, lines = body.faces.corners, body.faces.normals, body.lines
    if body.motion is not None and opened > 0:
        frame = body.motion.at(opened).then(frame)
    return body.look, Faces(*frame.both_out(corners, normals), body.faces.uv), frame.all_out(lines)


def _placed_shut(bodies: Sequence[SceneBody], frame: Frame) -> Iterator[Placed]:
    """All bodies of a unit whose fronts are shut, turned at once."""
    if not bodies:
        return
    corners = frame.all_out(np.concatenate([b.faces.corners for b in bodies]))
    normals = frame.all_turned_out(np.concatenate([b.faces.normals for b in bodies]))
    lines = frame.all_out(np.concatenate([b.lines for b in bodies]))
    face = line = 0
    for body in bodies:
        after, below = face + len(body.faces.corners), line + len(body.lines)
        yield body.look, Faces(corners[face:after], normals[face:after], body.faces.uv), lines[line:below]
        face, line = after, below


def _block(unit: MadeUnit, frame: Frame) -> SceneBlock:
    out = frame.y
    ring, front = frame.flat_out(unit.outline), (0.0 - out.x, 0.0 - out.y)
    return SceneBlock(unit.unit.id, ring, unit.placed.z, unit.placed.top, front)
