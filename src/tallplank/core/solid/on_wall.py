"""What is mounted on walls as surfaces: many parts of few shapes, so that those that are alike are placed all at once."""

from collections.abc import Iterator, Sequence
from functools import partial
from itertools import groupby
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

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
        self._few: BySome[Part, tuple[Placed, ...]] = BySome(8000)

    def of(self, run: Run, face: Face) -> tuple[SideSolids, ...]:
        """The solids of one run on its wall."""
        pieces, lay = self._pieces if len(run.parts) < MANY else self._many, alike(Lay(face.frame, face.height))
        some = pieces.of(run.parts, partial(self._some, lay), lay)
        return (*some, _beside_parts(run, face)) if run.pieces or run.coats else tuple(some)

    def _some(self, lay: Same[Lay], parts: Sequence[Part]) -> SideSolids:
        placed = [one for few in self._few.of_rows(parts, partial(self._placed, lay.it), lay) for one in few]
        frame = lay.it.frame
        return SideSolids(frame.origin, frame.y, tuple(gathered(placed)), np.concatenate([line for _, _, line in placed]))

    def _placed(self, lay: Lay, rows: Sequence[Sequence[Part]]) -> list[tuple[Placed, ...]]:
        groups: dict[tuple[str, int, int], tuple[Faces, Floats, list[Part], list[int]]] = {}
        for number, part in ((i, part) for i, row in enumerate(rows) for part in row):
            bare, lines = self._surfaces.of(part), bare_outline(part)
            group = groups.setdefault((part.finish.look, id(bare), id(lines)), (bare, lines, [], []))
            group[2].append(part)
            group[3].append(number)
        found: list[list[Placed]] = [[] for _ in rows]
        for (look, _, _), (bare, lines, parts, numbers) in groups.items():
            made, at = _all_placed(lay, bare, lines, parts), 0
            for number, own in groupby(numbers):
                after = at + len(list(own))
                found[number].append((look, *made.some(at, after)))
                at = after
        return [tuple(placed) for placed in found]


class Alike(NamedTuple):
    """Parts of one shape in the room: corners (n, m, 4, 3), normals, grain, edges (n, k, 2, 3), and which of the surfaces are seen."""

    corners: Floats
    normals: Floats
    uv: Floats
    edges: Floats
    seen: NDArray[np.bool_] | None

    def some(self, start: int, stop: int) -> tuple[Faces, Floats]:
        """The surfaces and the edges of some of them."""
        corners, normals, uv, edges = (array[start:stop] for array in self[:4])
        edges = edges.reshape(-1, 2, 3)
        if self.seen is not None:
            seen = self.seen[start:stop]
            return Faces(corners[seen], normals[seen], uv[seen]), edges
        return Faces(corners.reshape(-1, *corners.shape[2:]), normals.reshape(-1, 3), uv.reshape(-1, *uv.shape[2:])), edges


def _all_placed(lay: Lay, bare: Faces, lines: Floats, parts: Sequence[Part]) -> Alike:
    """Parts of one shape, in the room; their grain begins where they lie, whatever comes before them."""
    wall = np.array((lay.frame.x, lay.frame.y, lay.frame.z))
    stood = [part.form.standing(part.frame) for part in parts]
    count, turn = len(parts), (np.array([(f.x, f.y, f.z) for f in stood]) @ wall).astype(np.float32)
    places = (np.array([f.origin for f in stood]) @ wall + np.array(lay.frame.origin)).astype(np.float32)[:, None]
    corners = (bare.corners.reshape(-1, 3) @ turn + places).reshape(count, *bare.corners.shape)
    normals = bare.normals @ turn
    shifts = [grain_shift(round(part.frame.origin.x + 7 * part.frame.origin.z)) for part in parts]
    uv = bare.uv + np.array(shifts, dtype=np.float32)[:, None, None]
    edges = (lines.reshape(-1, 3) @ turn + places).reshape(count, -1, 2, 3)
    if any(p.what == "groove" for p in parts[0].pockets):
        edges = np.concatenate([edges, [_grooves(part, lay.frame) for part in parts]], axis=1)
    return Alike(corners, normals, uv, edges, _seen(lay, corners, normals, turn) if parts[0].tag == SLAT else None)


def _seen(lay: Lay, corners: Floats, normals: Floats, turn: Floats) -> NDArray[np.bool_]:
    """Of slats: without their backs, which stand on what is behind them, and their ends on the floor and under the ceiling."""
    heights = corners[..., 2]
    off_ends = (heights.max(axis=2) > TOUCHING) & (heights.min(axis=2) < lay.height - TOUCHING)
    seen: NDArray[np.bool_] = off_ends & ((normals @ turn[:, 1, :, None])[..., 0] > -FACING)
    return seen


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
