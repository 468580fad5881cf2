"""One unit as surfaces for the bench: whole or pulled apart, with what is bored into its parts."""

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from functools import lru_cache
from types import MappingProxyType

import numpy as np
from numpy.typing import NDArray

from tallplank.core.catalog.record import Band
from tallplank.core.joinery.made import MadeUnit
from tallplank.core.joinery.part.part import EDGE_NAMES, Body, Hole, Part, part_refs
from tallplank.core.measure.memo import IdentityMemo
from tallplank.core.solid.mesh import Batch, Faces, Floats, box_faces, edge_faces, faces, shaped_edge_faces
from tallplank.core.solid.scene import Block, Solids, box_block, outline
from tallplank.core.space.frame import Vec

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
    blocks: tuple[Block, ...]


_bodies: IdentityMemo[_Body] = IdentityMemo(4)
NO_BANDS: Mapping[str, Band] = MappingProxyType({})


def unit_solids(made: MadeUnit, apart: float, bands: Mapping[str, Band] = NO_BANDS) -> Solids:
    """The surfaces of a unit in its own frame, pulled apart by a share from 0 to 1, edges tinted by those of their `bands`."""
    body = _bodies.get((made, bands), lambda: _body(made, bands))
    shift = body.moves * np.float32(apart)
    batches = [
        Batch(look, Faces(surface.corners + shift[owner][:, None], surface.normals, surface.uv)) for look, surface, owner in body.surfaces
    ]
    blocks = [b.shifted(*map(float, shift[i])) for i, b in enumerate(body.blocks)]
    size = Vec(made.unit.width, made.unit.depth, made.unit.height)
    return Solids(tuple(batches), body.lines + shift[body.line_owner][:, None], tuple(blocks), (), Vec(0.0, 0.0, 0.0), size)


def _body(made: MadeUnit, bands: Mapping[str, Band]) -> _Body:
    found: dict[str, list[tuple[Faces, int]]] = {}
    lines: list[Floats] = []
    owners: list[int] = []
    blocks: list[Block] = []
    for number, (ref, part) in enumerate(zip(part_refs(made.unit.id, made.parts), made.parts, strict=True)):
        found.setdefault(part.finish.look, []).append((faces(part, number), number))
        edges = outline(part)
        lines.append(edges)
        owners += [number] * len(edges)
        blocks.append(box_block(ref, *part.box))
        if part.holes:
            found.setdefault(BORED, []).append((_fillings(part), number))
        for tint, strip in _tinted(part, bands):
            found.setdefault(tint, []).append((strip, number))
    for number, piece in enumerate(made.pieces, len(made.parts)):
        found.setdefault(piece.colour, []).append((box_faces(piece.low, piece.high), number))
    surfaces = [
        (look, _joined([f for f, _ in some]), np.concatenate([np.full(len(f), owner) for f, owner in some])) for look, some in found.items()
    ]
    joined = np.concatenate(lines) if lines else np.zeros((0, 2, 3), np.float32)
    return _Body(tuple(surfaces), joined, np.array(owners, dtype=np.int64), _moves(made), tuple(blocks))


def _tinted(part: Part, bands: Mapping[str, Band]) -> Iterator[tuple[str, Faces]]:
    """The banded edges of a part with the tints of their bands."""
    for edge in EDGE_NAMES:
        band = bands.get(getattr(part.edges, edge) or "")
        if band is not None:
            yield band.tint, edge_faces(part, edge, PROUD)
    for shaped in part.shaped_edges if bands else ():
        yield bands[shaped.band].tint, shaped_edge_faces(part, shaped, PROUD)


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
        way = ((np.array(piece.low) + np.array(piece.high)) / 2 - middle) * APART
        ahead = FORWARD["front"] if piece.role == "pull" else 0.0
        moves.append(way - (0.0, ahead * unit.depth, 0.0))
    return np.array(moves, dtype=np.float32).reshape(-1, 3)


def _joined(some: Sequence[Faces]) -> Faces:
    return Faces(np.concatenate([f.corners for f in some]), np.concatenate([f.normals for f in some]), np.concatenate([f.uv for f in some]))


def _fillings(part: Part) -> Faces:
    """The holes of a part as round bars of eight sides, in the frame of its unit."""
    holes, frame = (part.holes, part.frame) if part.body is None else (bent_holes(part, part.body), part.body.frame)
    corners, normals = _bars(holes)
    turn = np.array([frame.x, frame.y, frame.z], dtype=np.float32)
    placed = corners @ turn + np.array(frame.origin, dtype=np.float32)
    return Faces(placed, normals @ turn, np.zeros((len(corners), 4, 2), np.float32))


def bent_holes(part: Part, body: Body) -> tuple[Hole, ...]:
    """The holes of a bent part in the frame of its body: those of the flat board, whose own y runs from its right edge."""
    count = len(body.outline) // 2
    outer, inner = np.array(body.outline[:count]), np.array(body.outline[count:])[::-1]
    bent = []
    for hole in part.holes:
        place = (1.0 - hole.at.y / part.width.value) * (count - 1)
        first = min(max(int(place), 0), count - 2)
        share = place - first
        face, back = (line[first] * (1 - share) + line[first + 1] * share for line in (outer, inner))
        forward = (face - back) / np.linalg.norm(face - back)
        start, way = (back, forward) if hole.into.z > 0 else (face, -forward)
        (x, y), (i, j) = start.tolist(), way.tolist()
        bent.append(hole._replace(at=Vec(x, y, hole.at.x), into=Vec(i, j, 0.0)))
    return tuple(bent)


@lru_cache(maxsize=2048)
def _bars(holes: tuple[Hole, ...]) -> tuple[Floats, Floats]:
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
    return corners.astype(np.float32), np.concatenate(ways, axis=1).reshape(-1, 3).astype(np.float32)
