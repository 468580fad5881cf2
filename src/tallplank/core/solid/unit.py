"""One unit as surfaces for the bench: whole or pulled apart, with what is bored into its parts."""

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from types import MappingProxyType

import numpy as np
from numpy.typing import NDArray

from tallplank.core.catalog.board import Band
from tallplank.core.joinery.made import MadeUnit
from tallplank.core.joinery.part.hole import Hole
from tallplank.core.joinery.part.part import EDGE_NAMES, Part, part_refs
from tallplank.core.measure.memo import Rounds
from tallplank.core.solid.mesh import Batch, Faces, Surfaces, look_of_piece, piece_faces, shaped_edge_faces
from tallplank.core.solid.outline import outline
from tallplank.core.solid.scene import SceneBlock, Solids
from tallplank.core.space.frame import Floats, Vec
from tallplank.core.space.layered import Surface

BORED = "#8a3b22"
"""The colour in which holes are shown, as if filled."""
SIDES = 8
PROUD = 0.25
"""A hole's filling stands this far out of its board, so that it is seen on the closed surface."""
APART = (0.55, 0.8, 0.5)
"""How far parts move from the middle of the unit at most, by how far they are from it, along x, y and z."""
FORWARD = {"front": 0.55, "drawer": 0.3, "shelf": 0.12}
"""How far parts of a kind come forward besides, as a share of the depth."""


@dataclass(frozen=True, slots=True)
class _Body:
    """All surfaces of a unit by look, each with the number of what moves it; the last numbers are those of the pieces."""

    surfaces: tuple[tuple[str, Faces, NDArray[np.int64]], ...]
    lines: Floats
    line_owner: NDArray[np.int64]
    moves: Floats
    blocks: tuple[SceneBlock, ...]


NO_BANDS: Mapping[str, Band] = MappingProxyType({})


class UnitSolidMaker:
    """Makes the solids of one unit after the other, keeping what did not change."""

    def __init__(self) -> None:
        self._surfaces = Surfaces()
        self._bars: Rounds[Surface] = Rounds()
        self._last: tuple[MadeUnit, Mapping[str, Band], _Body] | None = None

    def solids(self, made: MadeUnit, apart: float, bands: Mapping[str, Band] = NO_BANDS) -> Solids:
        """The surfaces of a unit in its own frame, pulled apart by a share from 0 to 1, edges tinted by those of their `bands`."""
        last = self._last
        if last is None or last[0] is not made or last[1] is not bands:
            last = self._last = (made, bands, self._body(made, bands))
            self._surfaces.turn()
            self._bars.turn()
        return _pulled(last[2], made, apart)

    def _body(self, made: MadeUnit, bands: Mapping[str, Band]) -> _Body:
        found: dict[str, list[tuple[Faces, int]]] = {}
        lines: list[Floats] = []
        owners: list[int] = []
        blocks: list[SceneBlock] = []
        for number, (ref, part) in enumerate(zip(part_refs(made.unit.id, made.parts), made.parts, strict=True)):
            found.setdefault(part.finish.look, []).append((self._surfaces.faces(part, number), number))
            edges = outline(part)
            lines.append(edges)
            owners += [number] * len(edges)
            low, high = part.box
            blocks.append(SceneBlock(ref, part.above, low.z, high.z))
            if part.holes:
                found.setdefault(BORED, []).append((self._fillings(part), number))
            for tint, strip in self._tinted(part, bands):
                found.setdefault(tint, []).append((strip, number))
        for number, piece in enumerate(made.pieces, len(made.parts)):
            found.setdefault(look_of_piece(piece), []).append((piece_faces(piece), number))
        joined = np.concatenate(lines) if lines else np.zeros((0, 2, 3), np.float32)
        return _Body(tuple(_by_look(found)), joined, np.array(owners, dtype=np.int64), _moves(made), tuple(blocks))

    def _tinted(self, part: Part, bands: Mapping[str, Band]) -> Iterator[tuple[str, Faces]]:
        """The banded edges of a part with the tints of their bands."""
        for edge in EDGE_NAMES:
            band = bands.get(getattr(part.edges, edge) or "")
            if band is not None:
                yield band.tint, self._surfaces.edge(part, edge, PROUD)
        for shaped in part.shaped_edges if bands else ():
            yield bands[shaped.band].tint, shaped_edge_faces(part, shaped, PROUD)

    def _fillings(self, part: Part) -> Faces:
        """The holes of a part as round bars of eight sides, in the frame of its unit."""
        frame, holes = part.form.standing(part.frame), part.form.bored(part.size, part.holes)
        corners, normals = self._bars.get(holes, lambda: _bars(holes))
        return Faces(frame.all_out(corners), frame.all_turned_out(normals), np.zeros((len(corners), 4, 2), np.float32))


def _pulled(body: _Body, made: MadeUnit, apart: float) -> Solids:
    shift = body.moves * np.float32(apart)
    batches = [
        Batch(look, Faces(surface.corners + shift[owner][:, None], surface.normals, surface.uv)) for look, surface, owner in body.surfaces
    ]
    blocks = [b.shifted(*map(float, shift[i])) for i, b in enumerate(body.blocks)]
    size = Vec(made.unit.width, made.unit.depth, made.unit.height)
    return Solids(tuple(batches), body.lines + shift[body.line_owner][:, None], tuple(blocks), (), Vec(0.0, 0.0, 0.0), size)


def _by_look(found: Mapping[str, Sequence[tuple[Faces, int]]]) -> Iterator[tuple[str, Faces, NDArray[np.int64]]]:
    for look, some in found.items():
        yield look, _joined([f for f, _ in some]), np.concatenate([np.full(len(f), owner) for f, owner in some])


def _moves(made: MadeUnit) -> Floats:
    """Where each part and piece goes when the unit is pulled all apart."""
    unit = made.unit
    middle = np.array((unit.width / 2, unit.depth / 2, unit.height / 2))
    moves = []
    for part in made.parts:
        low, high = part.box
        way = ((np.array(low) + np.array(high)) / 2 - middle) * APART
        moves.append(way - (0.0, FORWARD.get(part.kind, 0.0) * unit.depth, 0.0))
    for piece in made.pieces:
        way = ((np.array(piece.box[0]) + np.array(piece.box[1])) / 2 - middle) * APART
        ahead = FORWARD["front"] if piece.role == "pull" else 0.0
        moves.append(way - (0.0, ahead * unit.depth, 0.0))
    return np.array(moves, dtype=np.float32).reshape(-1, 3)


def _joined(some: Sequence[Faces]) -> Faces:
    return Faces(np.concatenate([f.corners for f in some]), np.concatenate([f.normals for f in some]), np.concatenate([f.uv for f in some]))


def _bars(holes: tuple[Hole, ...]) -> Surface:
    """The sides and both ends of all bars as quads, and their normals; an eight-cornered end is three quads."""
    at, along = np.array([h.at for h in holes]), np.array([h.into for h in holes])
    radius, depth = np.array([h.diameter / 2 for h in holes]), np.array([h.depth for h in holes])
    aside = np.cross(along, np.where(np.abs(along[:, 2:3]) < 0.7, (0.0, 0.0, 1.0), (1.0, 0.0, 0.0)))
    aside /= np.linalg.norm(aside, axis=1, keepdims=True)
    upward = np.cross(along, aside)
    turns = np.arange(SIDES) * 2 * np.pi / SIDES
    ring = radius[:, None, None] * (np.cos(turns)[:, None] * aside[:, None] + np.sin(turns)[:, None] * upward[:, None])
    near = ring + (at - along * PROUD)[:, None]
    far = ring + (at + along * depth[:, None])[:, None]
    after = np.roll(np.arange(SIDES), -1)
    sides = np.stack([near, near[:, after], far[:, after], far], axis=2)
    middles = (ring + ring[:, after]) / 2
    ends = [np.stack([end[:, list(quad)] for quad in ((0, 1, 2, 3), (0, 3, 4, 7), (4, 5, 6, 7))], axis=1) for end in (near[:, ::-1], far)]
    ways = [middles / np.linalg.norm(middles, axis=2, keepdims=True), *(np.repeat(s * along[:, None], 3, axis=1) for s in (-1.0, 1.0))]
    corners = np.concatenate([sides, *ends], axis=1).reshape(-1, 4, 3)
    return Surface(corners.astype(np.float32), np.concatenate(ways, axis=1).reshape(-1, 3).astype(np.float32))
