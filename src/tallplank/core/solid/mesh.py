"""Parts as surfaces with texture coordinates, placed in their unit."""

from dataclasses import dataclass
from typing import TypeVar

import numpy as np
from numpy.typing import NDArray

from tallplank.core.joinery.part.form.sheet import flat_grain
from tallplank.core.joinery.part.hole import ShapedEdge
from tallplank.core.joinery.part.part import ROUND_SIDES, Coat, EdgeName, Part, Piece
from tallplank.core.measure.memo import Rounds
from tallplank.core.space.frame import Floats, Frame
from tallplank.core.space.layered import Surface, box_surface
from tallplank.core.space.outline import triangles


@dataclass(frozen=True, slots=True)
class Faces:
    """Rectangles, and triangles that repeat their last corner: `corners` (n, 4, 3) in millimetres, `normals` (n, 3).

    `uv` (n, 4, 2) is in millimetres along and across the grain.
    """

    corners: Floats
    normals: Floats
    uv: Floats

    def __len__(self) -> int:
        return len(self.corners)


@dataclass(frozen=True, slots=True)
class Batch:
    """All surfaces of one look, in the frame of the room: a look's id, or a colour such as '#a0a0a0', see `METAL`."""

    look: str
    faces: Faces


class Surfaces:
    """The surfaces of parts in the frames that they stand in; parts of one shape share theirs."""

    def __init__(self) -> None:
        self._known: Rounds[Faces] = Rounds()

    def of(self, part: Part) -> Faces:
        """The surface of a part in the frame that it stands in."""
        return self._known.get((part.form, part.size, part.pockets), lambda: _bare(part))

    def turn(self) -> None:
        """A picture is done; what neither it nor the one before it used is forgotten."""
        self._known.turn()

    def faces(self, part: Part, seed: int = 0, standing: Frame | None = None) -> Faces:
        """The surface of a part in the frame of its unit, or as it stands in another; `seed` shifts the grain so that no two look alike."""
        bare = self.of(part)
        shift = np.array(grain_shift(seed), dtype=np.float32)
        frame = standing or part.form.standing(part.frame)
        return Faces(*frame.both_out(bare.corners, bare.normals), bare.uv + shift)

    def edge(self, part: Part, edge: EdgeName, proud: float) -> Faces:
        """What a straight edge of a flat part shows, in the frame of its unit, lifted out of it by `proud`; nothing for a bent one."""
        bare = self.of(part)
        corners, normals = bare.corners, bare.normals
        axis, place, way = _EDGES[edge]
        lies = np.abs(corners[:, :, axis] - place * part.size[axis]).max(axis=1) < 1e-3
        chosen = lies & (normals[:, axis] * way > 0.99) & (part.form.standing(part.frame) == part.frame)
        lifted = corners[chosen] + normals[chosen][:, None] * np.float32(proud)
        none = np.zeros((int(chosen.sum()), 4, 2), np.float32)
        return Faces(part.frame.all_out(lifted), part.frame.all_turned_out(normals[chosen]), none)


_N = TypeVar("_N", float, NDArray[np.float64])


def grain_shift(seed: _N) -> tuple[_N, _N]:
    """How far the grain of a part, or of many, is shifted, so that no two look alike."""
    return (seed * 373.0) % 1700, (seed * 197.0) % 1300


def _bare(part: Part) -> Faces:
    corners, normals = part.form.surface(part.size, part.pockets)
    return Faces(corners, normals, part.form.grain(corners, normals))


def shaped_edge_faces(part: Part, edge: ShapedEdge, proud: float) -> Faces:
    """The banded piece of an outline as upright quads, in the frame of its unit, lifted out of it by `proud`."""
    line = np.array(edge.points, dtype=np.float32)
    a, b = line[:-1], line[1:]
    along = b - a
    outward = np.stack([along[:, 1], -along[:, 0]], axis=1) / np.linalg.norm(along, axis=1, keepdims=True)
    thick = np.float32(part.thickness.value)
    flat = np.stack([a, b, b, a], axis=1) + outward[:, None] * np.float32(proud)
    heights = np.broadcast_to(np.array([0, 0, thick, thick], dtype=np.float32), flat.shape[:2])
    corners, normals = np.concatenate([flat, heights[:, :, None]], axis=2), np.pad(outward, ((0, 0), (0, 1)))
    return Faces(part.frame.all_out(corners), part.frame.all_turned_out(normals), np.zeros((len(a), 4, 2), np.float32))


_EDGES: dict[EdgeName, tuple[int, float, float]] = {"l1": (1, 0.0, -1.0), "l2": (1, 1.0, 1.0), "w1": (0, 0.0, -1.0), "w2": (0, 1.0, 1.0)}
"""The axis across each edge, where on it the edge lies as a share of the size, and which way it faces."""


METAL = "/metal"
"""Behind the colour of what is of metal."""
_OF_METAL = frozenset({"pull", "leg", "rail", "slide", "hanger", "tap", "sink", "top-support"})


def look_of_piece(piece: Piece) -> str:
    """The look under which a visible piece of hardware is shown."""
    return piece.colour + METAL if piece.role in _OF_METAL else piece.colour


def piece_faces(piece: Piece) -> Faces:
    """The surface of a visible piece of hardware, in the frame of its unit."""
    corners, normals = _bar(piece) if piece.axis else box_surface(piece.low, piece.high)
    grain = flat_grain(corners, normals)
    if piece.turned is None:
        return Faces(corners, normals, grain)
    return Faces(piece.turned.all_out(corners), piece.turned.all_turned_out(normals), grain)


def coat_faces(coat: Coat) -> Faces:
    """What is painted, in the frame of its face, as triangles that repeat their last corner."""
    flat = [((a[0], coat.y, a[1]), (b[0], coat.y, b[1]), (c[0], coat.y, c[1])) for a, b, c in triangles(coat.ring)]
    corners = np.array([(*three, three[-1]) for three in flat], dtype=np.float32).reshape(-1, 4, 3)
    normals = np.tile(np.array((0.0, -1.0, 0.0), dtype=np.float32), (len(corners), 1))
    return Faces(corners, normals, flat_grain(corners, normals))


def _bar(piece: Piece) -> Surface:
    """A round bar in the box of a piece: its sides, then both ends in wedges that repeat their last corner."""
    axis = "xyz".index(piece.axis)
    across = ((1, 2), (2, 0), (0, 1))[axis]
    low, high = np.array(piece.low), np.array(piece.high)
    middle, half = (low + high) / 2, (high - low) / 2
    turn = np.arange(ROUND_SIDES + 1) * 2 * np.pi / ROUND_SIDES
    start = np.tile(middle, (ROUND_SIDES + 1, 1))
    for index, wave in zip(across, (np.cos(turn), np.sin(turn)), strict=True):
        start[:, index] += wave * half[index]
    end = start.copy()
    start[:, axis], end[:, axis] = low[axis], high[axis]
    hubs = [np.broadcast_to(np.where(np.arange(3) == axis, edge, middle), (ROUND_SIDES, 3)) for edge in (low, high)]
    sides = np.stack([start[:-1], start[1:], end[1:], end[:-1]], axis=1)
    first = np.stack([hubs[0], start[1:], start[:-1], start[:-1]], axis=1)
    last = np.stack([hubs[1], end[:-1], end[1:], end[1:]], axis=1)
    out, along = np.zeros((ROUND_SIDES, 3)), np.eye(3)[axis]
    out[:, across[0]], out[:, across[1]] = np.cos(turn[:-1]), np.sin(turn[:-1])
    ways = [out, np.tile(-along, (ROUND_SIDES, 1)), np.tile(along, (ROUND_SIDES, 1))]
    return Surface(np.concatenate([sides, first, last]).astype(np.float32), np.concatenate(ways).astype(np.float32))
