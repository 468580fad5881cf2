"""The surfaces of many parts at once: those of one kind, whatever their sizes and wherever they are, in a few steps for all of them."""

from collections.abc import Iterator, Sequence
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from tallplank.core.joinery.paneling.filling.section import is_slat, outward
from tallplank.core.joinery.part.groove import groove_edges
from tallplank.core.joinery.part.part import Part, makeup
from tallplank.core.solid.mesh import Faces, Surfaces, grain_shift
from tallplank.core.solid.outline import bare_outline, is_lined
from tallplank.core.space.frame import Floats, Frame
from tallplank.core.space.layered import Stretched

FACING = 0.99
"""What faces a way has that share of it."""
TOUCHING = 0.5
"""What is so near to the floor or the ceiling, in millimetres, lies on it."""
ALONG_AND_UP = np.array((1.0, 7.0))
"""Where a part lies on its wall says how its grain is shifted."""
NO_LINES = np.zeros((0, 2, 3), np.float32)
Placed = tuple[str, Faces, Floats]
"""A look, the surfaces that have it and their edges, in the room."""


class FaceLay(NamedTuple):
    """What of a face the surfaces on it depend on."""

    frame: Frame
    height: float


class Shapes(NamedTuple):
    """Surfaces of one look of parts in the room: corners (n, 4, 3), normals, grain as if each began at its part, and edges (m, 2, 3).

    Each is `of` (n) a part, and `at` (k, 2) says where on the wall that is, whose grain begins there; `cut` (n) says which are
    shown but for where they lie on the floor or under the ceiling.
    """

    look: str
    corners: Floats
    normals: Floats
    uv: Floats
    edges: Floats
    of: NDArray[np.intp]
    at: NDArray[np.float64]
    cut: NDArray[np.bool_]

    def there(self, lay: FaceLay) -> Placed:
        """All of them where they are."""
        return self._shown(self.corners, self.normals, self._grained(self.at @ ALONG_AND_UP), self.edges, lay)

    def moved(self, by: NDArray[np.float64], lay: FaceLay) -> Placed:
        """All of them at each of some places (k, 3), so far along the wall, out of it and up."""
        ways = (by @ np.array((lay.frame.x, lay.frame.y, lay.frame.z))).astype(np.float32)
        corners, edges = _each_moved(self.corners, ways), _each_moved(self.edges, ways)
        uv = self._grained(self.at @ ALONG_AND_UP + (by[:, (0, 2)] @ ALONG_AND_UP)[:, None])
        normals = np.broadcast_to(self.normals, (len(by), *self.normals.shape))
        return self._shown(corners, normals, uv, edges.reshape(-1, 2, 3), lay)

    def _grained(self, seeds: NDArray[np.float64]) -> Floats:
        """The grain (…, n, 4, 2) of parts with these seeds (…, k)."""
        shift = np.empty(seeds.shape, np.complex64)  # both coordinates in one step, which is more than twice as quick
        shift.real, shift.imag = grain_shift(np.rint(seeds))
        uv = np.take(shift, np.repeat(self.of, 4), axis=-1)
        uv += np.ascontiguousarray(self.uv).reshape(-1).view(np.complex64)
        return uv.view(np.float32).reshape(*seeds.shape[:-1], *self.uv.shape)

    def _shown(self, corners: Floats, normals: Floats, uv: Floats, edges: Floats, lay: FaceLay) -> Placed:
        if self.cut.any():
            seen = ~self.cut | _off_ends(corners[..., 2], lay.height)
            return self.look, Faces(corners[seen], normals[seen], uv[seen]), edges
        return self.look, Faces(corners.reshape(-1, 4, 3), normals.reshape(-1, 3), uv.reshape(-1, 4, 2)), edges


def _off_ends(heights: Floats, height: float) -> NDArray[np.bool_]:
    """Which surfaces (…, 4) do not lie on the floor or under the ceiling."""
    found: NDArray[np.bool_] = (heights.max(axis=-1) > TOUCHING) & (heights.min(axis=-1) < height - TOUCHING)
    return found


def shapes_of(parts: Sequence[Part], lay: FaceLay, surfaces: Surfaces) -> Iterator[Shapes]:
    """The surfaces of parts in the room, look by look."""
    groups = dict[tuple[object, ...], AlikeSolids]()
    for part in parts:
        follows = part.form.stretched(part.pockets)
        if follows is None:
            key: tuple[object, ...] = tuple(map(id, makeup(part)))
        else:
            key = (id(follows), part.finish.look, is_lined(part), is_slat(part) and outward(part))
        group = groups.get(key)
        if group is None:
            group = groups[key] = AlikeSolids(_still(part, surfaces) if follows is None else follows, [])
        group.parts.append(part)
    by_look: dict[str, list[Shapes]] = {}
    for group in groups.values():
        by_look.setdefault(group.parts[0].finish.look, []).append(_of_one_kind(group, lay))
    for found in by_look.values():
        yield found[0] if len(found) == 1 else _all_of(found)


class AlikeSolids(NamedTuple):
    """Parts that are one surface, of several sizes and turned in several ways."""

    stretched: Stretched
    parts: list[Part]


def _still(part: Part, surfaces: Surfaces) -> Stretched:
    """The surface and the edges of a part of a form that does not follow sizes."""
    bare = surfaces.of(part)
    return Stretched.still(bare.corners, bare.normals, bare_outline(part), bare.uv)


def _all_of(found: Sequence[Shapes]) -> Shapes:
    """Surfaces of one look together."""
    before = np.cumsum([0, *(len(one.at) for one in found[:-1])])
    of = np.concatenate([one.of + start for one, start in zip(found, before, strict=True)])
    corners, normals, uv, edges = (np.concatenate([one[i] for one in found]) for i in range(1, 5))
    return Shapes(found[0].look, corners, normals, uv, edges, of, *(np.concatenate([one[i] for one in found]) for i in (6, 7)))


def _of_one_kind(group: AlikeSolids, lay: FaceLay) -> Shapes:
    """The surfaces of a group in the room; of slats not their backs, which stand on what is behind them."""
    stretched, parts = group
    first, wall = parts[0], np.array((lay.frame.x, lay.frame.y, lay.frame.z))
    backless = is_slat(first)
    if backless:
        stretched = stretched.only(stretched.normals[:, outward(first)] > -FACING)
    elif not is_lined(first):
        stretched = stretched.bare()
    normals, count = stretched.normals, len(parts)
    own, split = len(normals), 4 * len(normals)
    sizes, frames, places, at = _laid(parts, wall, lay)
    points = stretched.at_all(sizes, frames, places).transpose(1, 0, 2)
    corners, edges = points[:, :split], points[:, split:].reshape(count, -1, 2, 3)
    uv = stretched.grain_at(sizes)
    if any(p.what == "groove" for p in first.pockets):
        edges = np.concatenate([edges, [_grooves(part, lay.frame) for part in parts]], axis=1)
    cut, of = np.full(count * own, backless), np.repeat(np.arange(count), own)
    ways = (normals @ frames).reshape(-1, 3)
    return Shapes(first.finish.look, corners.reshape(-1, 4, 3), ways, uv.reshape(-1, 4, 2), edges.reshape(-1, 2, 3), of, at, cut)


def _laid(parts: Sequence[Part], wall: NDArray[np.float64], lay: FaceLay) -> tuple[Floats, Floats, Floats, NDArray[np.float64]]:
    """The sizes of parts (n, 3), the ways of their surfaces in the room (n, 3, 3), and where these are (n, 3).

    Then where the parts are on the wall (n, 2), along it and up.
    """
    rows = []
    for part in parts:
        frame, stood = part.frame, part.form.standing(part.frame)
        rows.append((*part.size, *stood.x, *stood.y, *stood.z, *stood.origin, frame.origin.x, frame.origin.z))
    found = np.array(rows)
    frames = found[:, 3:15].reshape(-1, 4, 3) @ wall
    places = frames[:, 3] + np.array(lay.frame.origin)
    return found[:, :3].astype(np.float32), frames[:, :3].astype(np.float32), places.astype(np.float32), found[:, 15:]


def _each_moved(points: Floats, by: Floats) -> Floats:
    """Points (…, k) moved by each of some ways (n, k): (n, …, k), one coordinate after the other, which is several times as quick."""
    flat = points.reshape(-1, points.shape[-1])
    found = np.empty((len(by), *flat.shape), np.float32)
    for axis in range(flat.shape[1]):
        np.add(flat[None, :, axis], by[:, axis : axis + 1], out=found[..., axis])
    return found.reshape(len(by), *points.shape)


def _grooves(part: Part, wall: Frame) -> Floats:
    return part.frame.then(wall).all_out(np.array(list(groove_edges(part)), dtype=np.float32))
