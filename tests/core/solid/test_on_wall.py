"""The surfaces of boards and moldings on a wall: which of them are placed anew."""

from collections import Counter
from collections.abc import Iterator, Sequence
from contextlib import contextmanager
from dataclasses import replace
from unittest.mock import patch

import numpy as np
import pytest

from makers import CATALOG, ROOM, WALL, a_room, made
from tallplank.core.edit.paneling.scheme import add_scheme
from tallplank.core.job.face import Face
from tallplank.core.job.filling import Panel
from tallplank.core.job.scheme import Region
from tallplank.core.joinery.part.lot import Lot, lots_of
from tallplank.core.joinery.part.part import Parts
from tallplank.core.joinery.run.run import Run
from tallplank.core.solid import on_wall
from tallplank.core.solid.mesh import Surfaces
from tallplank.core.solid.on_wall import FEW, SideSolids, WallSolids


def an_odd_wall() -> tuple[Run, Face]:
    """Panels of which none is like another."""
    panel = Panel(border=20.0, mold="mold-panel-25")
    cells = tuple(Region(size=200.0 + 3.3 * i, fill=panel) for i in range(24))
    root = Region(split="across", stile=41.0, parts=(*cells, Region()))
    job = add_scheme(a_room(9000.0), CATALOG, ROOM, WALL, root=root).job
    shop = made(job)
    return shop.runs[0], shop.faces[ROOM][WALL]


@contextmanager
def counted() -> Iterator[list[int]]:
    """How many parts are placed at a time."""
    counts: list[int] = []
    plain = on_wall.shapes_of

    def shapes_of(parts: Parts, *of: object) -> object:
        counts.append(len(parts))
        return plain(parts, *of)  # type: ignore[arg-type]

    with patch.object(on_wall, "shapes_of", shapes_of):
        yield counts


def test_of_many_parts_those_that_stay_are_placed_twice_and_then_kept() -> None:
    """All at once at first; one by one when something else beside them changed, and no more after that."""
    run, face = an_odd_wall()
    assert len(run.parts) > 2 * FEW
    solids, first, placed = WallSolids(Surfaces()), lots_of(run.parts), []
    with counted() as counts, patch.object(on_wall, "MANY", len(run.parts) // 2):
        for lots in (first, first[1:], first[2:]):
            before = len(counts)
            shown = solids.of(replace(run, parts=of_lots(lots)), face)
            placed.append([count for count in counts[before:] if count])
            anew = [Lot(parts, parts) for parts in (Parts(lot.parts) for lot in lots)]
            afresh = WallSolids(Surfaces()).of(replace(run, parts=of_lots(anew)), face)
            assert area_of(shown) == pytest.approx(area_of(afresh))
    assert placed == [[len(run.parts)], [len(lot.parts) for lot in first[1:]], []]


def of_lots(lots: Sequence[Lot]) -> Parts:
    parts = Parts([part for lot in lots for part in lot.parts])
    parts.carried("lots", lambda: tuple(lots))
    return parts


def area_of(shown: Sequence[SideSolids]) -> dict[str, float]:
    """Square millimetres of each look."""
    found: Counter[str] = Counter()
    for batch in (batch for one in shown for batch in one.batches):
        a, b, c, d = (batch.faces.corners[:, i].astype(float) for i in range(4))
        found[batch.look] += float(np.linalg.norm(np.cross(c - a, d - b), axis=1).sum() / 2)
    return found
