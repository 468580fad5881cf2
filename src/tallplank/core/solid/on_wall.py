"""What is mounted on walls as surfaces: many parts of few shapes, so that those that are alike are placed all at once."""

from collections.abc import Iterator, Sequence
from functools import partial
from itertools import chain
from typing import NamedTuple

import numpy as np

from tallplank.core.job.face import Face
from tallplank.core.joinery.part.lot import Lot, lots_of
from tallplank.core.joinery.part.part import Part, Parts
from tallplank.core.joinery.run.run import Run
from tallplank.core.measure.memo import IdentityMemo
from tallplank.core.solid.many import NO_LINES, FaceLay, Placed, Shapes, shapes_of
from tallplank.core.solid.mesh import Batch, Faces, Surfaces, coat_faces, look_of_piece, piece_faces
from tallplank.core.space.frame import Floats, Vec

MANY = 600
"""A wall of as many parts is one of slats, which change all together: the fewer surfaces are shown of it, the quicker it turns."""
MOST_LAYS = 100
FEW = 30
"""So many parts of any other are shown together, so that an edit changes few of them."""


class SideSolids(NamedTuple):
    """What is mounted on one wall, and is not seen from behind it: a point of the wall, the way into it, surfaces and lines."""

    at: Vec
    into: Vec
    batches: tuple[Batch, ...]
    lines: Floats


class WallSolids:
    """Makes the solids of what is on walls, keeping those of parts that did not change."""

    def __init__(self, surfaces: Surfaces) -> None:
        self._surfaces = surfaces
        self._lays: dict[FaceLay, FaceLay] = {}
        """The very same for faces that lie alike, of those that were asked for since there were many."""
        self._pieces: IdentityMemo[SideSolids] = IdentityMemo(2000)
        self._many: IdentityMemo[SideSolids] = IdentityMemo(20)

    def of(self, run: Run, face: Face) -> tuple[SideSolids, ...]:
        """The solids of one run on its wall."""
        kept, most = (self._pieces, FEW) if len(run.parts) < MANY else (self._many, 2 * MANY)
        lay = self._lay_of(face)
        again, others = list[Lot](), list[Lot]()  # apart, so that a part which changes has none beside it that is set in several places
        for lot in lots_of(run.parts):
            (others if lot.like is lot.parts else again).append(lot)
        rows = (*_together(again, most), *_together(others, most))
        shown = [kept.get((*lots, lay), partial(self._some, lots, lay)) for lots in rows]
        return (*shown, _beside_parts(run, face)) if run.pieces or run.coats else tuple(shown)

    def _lay_of(self, face: Face) -> FaceLay:
        if len(self._lays) > MOST_LAYS:
            self._lays.clear()
        lay = FaceLay(face.frame, face.height)
        return self._lays.setdefault(lay, lay)

    def _some(self, lots: Sequence[Lot], lay: FaceLay) -> SideSolids:
        where: dict[int, list[Lot]] = {}
        for lot in lots:
            where.setdefault(id(lot.like), []).append(lot)
        like = [some for some in where.values() if some[0].like is not some[0].parts]
        shapes = [some[0].like.carried("shapes", partial(self._shapes_of, some[0].like, lay), lay) for some in like]
        placed = [one.moved(np.array([lot.by for lot in some]), lay) for found, some in zip(shapes, like, strict=True) for one in found]
        placed += self._where_they_are([lot.parts for lot in lots if lot.like is lot.parts], lay)
        frame = lay.frame
        return SideSolids(frame.origin, frame.y, tuple(gathered(placed)), np.concatenate([line for _, _, line in placed]))

    def _where_they_are(self, some: Sequence[Parts], lay: FaceLay) -> list[Placed]:
        """Parts that are like no others: all at once, which is as quick; of many those that stay are kept.

        Only from the second time on: where all of them change with every edit nothing is worth keeping.
        """
        few = sum(map(len, some)) <= 2 * FEW
        stay = [] if few else [row for row in some if row.carries("shown", lay)]
        others = [row for row in some if not row.carries("shown", lay)] if stay else some
        for row in others:
            row.carried("shown", lambda: True, lay)
        kept = [one for row in stay for one in row.carried("solids", partial(self._placed, row, lay), lay)]
        return [*kept, *self._placed(list(chain.from_iterable(others)), lay)]

    def _placed(self, parts: Sequence[Part], lay: FaceLay) -> tuple[Placed, ...]:
        return tuple([one.there(lay) for one in shapes_of(parts, lay, self._surfaces)])

    def _shapes_of(self, parts: Sequence[Part], lay: FaceLay) -> tuple[Shapes, ...]:
        return tuple(shapes_of(parts, lay, self._surfaces))


def _together(lots: Sequence[Lot], most: int) -> Iterator[tuple[Lot, ...]]:
    """Lots as they are shown together: so many parts at once, or one lot of more."""
    some, count = list[Lot](), 0
    for lot in lots:
        if some and count + len(lot.parts) > most:
            yield tuple(some)
            some, count = [], 0
        some.append(lot)
        count += len(lot.parts)
    if some:
        yield tuple(some)


def _beside_parts(run: Run, face: Face) -> SideSolids:
    """What is on a wall beside its boards: light, pads and paint."""
    bodies = [(look_of_piece(piece), piece_faces(piece)) for piece in run.pieces] + [(coat.look, coat_faces(coat)) for coat in run.coats]
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
