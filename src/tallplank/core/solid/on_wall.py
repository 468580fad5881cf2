"""What is mounted on walls as surfaces: many parts of few shapes, so that those that are alike are placed all at once."""

from collections.abc import Iterator, Sequence
from functools import partial
from typing import NamedTuple

import numpy as np

from tallplank.core.job.face import Face
from tallplank.core.joinery.part.groove import groove_edges
from tallplank.core.joinery.part.part import Part
from tallplank.core.joinery.run.run import Run
from tallplank.core.joinery.wall.filling.slat import SLAT
from tallplank.core.measure.memo import BySome, Same, alike
from tallplank.core.solid.mesh import Batch, Faces, Surfaces, coat_faces, grain_shift, piece_faces
from tallplank.core.solid.outline import bare_outline
from tallplank.core.space.frame import Floats, Frame, Vec

FACING = 0.99
"""What faces a way has that share of it."""
TOUCHING = 0.5
"""What is so near to the floor or the ceiling, in millimetres, lies on it."""
MANY = 600
"""A wall of as many parts is one of slats, which change all together: the fewer surfaces are shown of it, the quicker it turns."""
FEW = 120
"""So many are placed at once: of those a drag changes one or two."""
NO_LINES = np.zeros((0, 2, 3), np.float32)
Placed = tuple[str, Faces, Floats]
"""A look, the surfaces that have it and their edges, in the room."""


class SideSolids(NamedTuple):
    """What is mounted on one wall, and is not seen from behind it: a point of the wall, the way into it, surfaces and lines."""

    at: Vec
    into: Vec
    batches: tuple[Batch, ...]
    lines: Floats


class Lay(NamedTuple):
    """What of a face the surfaces on it depend on."""

    frame: Frame
    height: float


class WallSolids:
    """Makes the solids of what is on walls, keeping those of parts that did not change."""

    def __init__(self, surfaces: Surfaces) -> None:
        self._surfaces = surfaces
        self._pieces: BySome[Part, SideSolids] = BySome(2000, 30)
        self._many: BySome[Part, SideSolids] = BySome(100, 2 * MANY)
        """Parts, shown so many at once, put together from a few at a time."""
        self._few: BySome[Part, tuple[Placed, ...]] = BySome(8000, FEW)

    def of(self, run: Run, face: Face) -> tuple[SideSolids, ...]:
        """The solids of one run on its wall."""
        pieces, lay = self._pieces if len(run.parts) < MANY else self._many, alike(Lay(face.frame, face.height))
        some = pieces.of(run.parts, partial(self._some, lay), lay)
        return (*some, _beside_parts(run, face)) if run.pieces or run.coats else tuple(some)

    def _some(self, lay: Same[Lay], parts: Sequence[Part]) -> SideSolids:
        placed = [one for few in self._few.of(parts, partial(self._placed, lay.it), lay) for one in few]
        frame = lay.it.frame
        return SideSolids(frame.origin, frame.y, tuple(gathered(placed)), np.concatenate([line for _, _, line in placed]))

    def _placed(self, lay: Lay, parts: Sequence[Part]) -> tuple[Placed, ...]:
        groups: dict[tuple[str, int, int], tuple[Faces, Floats, list[Part]]] = {}
        for part in parts:
            bare, lines = self._surfaces.of(part), bare_outline(part)
            groups.setdefault((part.finish.look, id(bare), id(lines)), (bare, lines, []))[2].append(part)
        return tuple((look, *_all_placed(lay, *group)) for (look, _, _), group in groups.items())


def _all_placed(lay: Lay, bare: Faces, lines: Floats, parts: Sequence[Part]) -> tuple[Faces, Floats]:
    """The surfaces and the edges of parts of one shape, in the room; their grain begins where they lie, whatever comes before them."""
    wall = np.array((lay.frame.x, lay.frame.y, lay.frame.z))
    stood = [part.form.standing(part.frame) for part in parts]
    turns = np.array([(f.x, f.y, f.z) for f in stood]) @ wall
    places = (np.array([f.origin for f in stood]) @ wall + np.array(lay.frame.origin)).astype(np.float32)[:, None]
    count, turn = len(parts), turns.astype(np.float32)
    corners = (bare.corners.reshape(-1, 3) @ turn + places).reshape(count, *bare.corners.shape)
    normals = (bare.normals.reshape(-1, 3) @ turn).reshape(count, *bare.normals.shape)
    shifts = [grain_shift(round(part.frame.origin.x + 7 * part.frame.origin.z)) for part in parts]
    uv = bare.uv + np.array(shifts, dtype=np.float32)[:, None, None]
    edges = (lines.reshape(-1, 3) @ turn + places).reshape(-1, 2, 3) if len(lines) else NO_LINES
    grooves = [_grooves(part, lay.frame) for part in parts] if any(p.what == "groove" for p in parts[0].pockets) else []
    if grooves:
        edges = np.concatenate([edges, *grooves])
    if parts[0].tag == SLAT:  # without its back, which stands on what is behind it, and its ends on the floor and under the ceiling
        seen = (normals @ turn[:, 1, :, None])[..., 0] > -FACING
        heights = corners[..., 2]
        seen &= (heights.max(axis=2) > TOUCHING) & (heights.min(axis=2) < lay.height - TOUCHING)
        return Faces(corners[seen], normals[seen], uv[seen]), edges
    return Faces(corners.reshape(-1, *bare.corners.shape[1:]), normals.reshape(-1, 3), uv.reshape(-1, *bare.uv.shape[1:])), edges


def _grooves(part: Part, wall: Frame) -> Floats:
    return part.frame.then(wall).all_out(np.array(list(groove_edges(part)), dtype=np.float32))


def _beside_parts(run: Run, face: Face) -> SideSolids:
    """What is on a wall beside its boards: light, pads and paint."""
    bodies = [(piece.colour, piece_faces(piece)) for piece in run.pieces] + [(coat.look, coat_faces(coat)) for coat in run.coats]
    frame = face.frame
    placed = [(look, Faces(*frame.both_out(faces.corners, faces.normals), faces.uv), NO_LINES) for look, faces in bodies]
    return SideSolids(frame.origin, frame.y, tuple(gathered(placed)), NO_LINES)


def gathered(placed: Sequence[Placed]) -> Iterator[Batch]:
    """All surfaces of each look together."""
    by_look: dict[str, list[Faces]] = {}
    for look, surface, _ in placed:
        by_look.setdefault(look, []).append(surface)
    for look, surfaces in by_look.items():
        yield Batch(look, joined(surfaces))


def joined(surfaces: Sequence[Faces]) -> Faces:
    """Several surfaces as one."""
    if len(surfaces) == 1:
        return surfaces[0]
    return Faces(
        np.concatenate([f.corners for f in surfaces]),
        np.concatenate([f.normals for f in surfaces]),
        np.concatenate([f.uv for f in surfaces]),
    )
