"""What follows from a job after a series of edits, each of which changed a little of it, is what follows from it alone."""

import numpy as np

from fuzz.trial import limited
from tallplank.core.derive.derived import Derived, Deriver
from tallplank.core.draw.elevation import elevation
from tallplank.core.draw.plan import plan
from tallplank.core.draw.primitive import Line, Poly, each_of
from tallplank.core.joinery.made import Made
from tallplank.core.joinery.part.part import Part
from tallplank.core.solid.scene import SolidMaker
from tallplank.session.store import Store

NEAR = 1e-6


def check_same(store: Store) -> None:
    """All parts, prices, lists, findings and drawings are as if made from nothing."""
    with limited():
        kept, fresh = store.derived, Deriver(store.base_catalog).derive(store.job)
        assert told(kept) == told(fresh)
        for one, other in zip((*kept.made.units, *kept.made.runs), (*fresh.made.units, *fresh.made.runs), strict=True):
            assert one.problem == other.problem
            assert list(map(plain, one.parts)) == list(map(plain, other.parts))
            numbers, others = ([c for part in some.parts for c in measures(part)] for some in (one, other))
            assert np.allclose(numbers, others, atol=NEAR, rtol=0.0)
        shapes, others = (drawn(derived.made) for derived in (kept, fresh))
        assert [len(some) for some in shapes] == [len(some) for some in others]
        assert all(np.allclose(a, b, atol=NEAR, rtol=0.0) for a, b in zip(shapes, others, strict=True))
        assert shown(kept.made) == shown(fresh.made)


def told(derived: Derived) -> tuple[object, ...]:
    """What papers say."""
    rows = [(row.label, row.part, row.material, row.quantity, row.machining, row.shape, row.hand) for row in derived.cutlist]
    lines = [(line.owner, line.price) for line in derived.price.lines]
    fittings = [(row.item, row.quantity) for row in derived.schedule]
    return rows, lines, fittings, sorted(finding.text for finding in derived.findings)


def plain(part: Part) -> tuple[object, ...]:
    """What of a part is no measure."""
    return (
        part.tag,
        part.board,
        part.finish.id,
        part.edges,
        part.kind,
        part.motion is None,
        len(part.holes),
        len(part.pockets),
        type(part.form),
    )


def measures(part: Part) -> tuple[float, ...]:
    """What of a part can be measured."""
    low, high = part.box
    holes = [c for hole in part.holes for c in (*hole.at, *hole.into, hole.diameter, hole.depth)]
    pockets = [c for pocket in part.pockets for c in (*pocket.low, *pocket.high)]
    return (*part.size, part.cut_length, part.cut_width, *low, *high, *part.frame.origin, *part.frame.x, *part.frame.y, *holes, *pockets)


def drawn(made: Made) -> list[list[float]]:
    """The places of all lines and areas of all drawings."""
    found = []
    for room in made.job.rooms:
        drawings = [plan(made, room.id), *(elevation(made, room.id, face) for face in made.faces[room.id])]
        for drawing in drawings:
            rings = [
                shape.points if isinstance(shape, Poly) else (shape.a, shape.b)
                for shape in each_of(drawing.shapes)
                if isinstance(shape, Poly | Line)
            ]
            found.append([c for ring in rings for point in ring for c in point])
    return found


def shown(made: Made) -> list[tuple[str, int]]:
    """Of each look how many surfaces are shown."""
    maker, counts = SolidMaker(), dict[str, int]()
    for room in made.job.rooms:
        for side in maker.solids(made, room.id).sides:
            for batch in side.batches:
                counts[batch.look] = counts.get(batch.look, 0) + len(batch.faces.corners)
    return sorted(counts.items())
