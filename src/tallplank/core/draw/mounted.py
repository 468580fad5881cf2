"""What is mounted along a face as it is seen from the front: boards and moldings by the thousand, of which many are alike."""

from collections.abc import Iterator, Sequence
from functools import partial
from itertools import chain
from operator import itemgetter

from tallplank.core.draw.primitive import LEVEL_GRAIN, UPRIGHT, Again, Fill, Line, Pen, Poly, Shape
from tallplank.core.joinery.paneling.box.boxing import INSIDE
from tallplank.core.joinery.part.groove import groove_edges
from tallplank.core.joinery.part.lot import Lot, lots_of
from tallplank.core.joinery.part.part import Part
from tallplank.core.joinery.part.role import PartRole
from tallplank.core.joinery.run.run import Run
from tallplank.core.measure.carry import carried_by

BEHIND_FACES: tuple[PartRole, ...] = (*INSIDE, "boxing lid")
"""What the face of a boxing hides."""
Seen = tuple[float, Sequence[Poly | Line | Again]]
"""How far before the wall parts are, of those that cover one another, and how they look."""
Own = tuple[float, tuple[Poly | Line, ...]]
"""The same of parts that are not drawn as others are."""


def run_faces(run: Run) -> list[Shape]:
    """What passes along a face, as it is seen from the front; no text."""
    pen = Pen.EDGE if run.what == "panel" else Pen.OUTLINE
    seen = list(chain.from_iterable(carried_by(lots_of(run.parts), "seen", partial(_lot, pen=pen), pen)))
    if run.what == "panel":
        seen += [(0.0 - piece.low.y, [Poly(piece.front, Pen.EDGE, Fill("plain", piece.colour))]) for piece in run.pieces]
        seen += [(0.0 - coat.y, [Poly(coat.ring, None, Fill("look", coat.look))]) for coat in run.coats]
        seen.sort(key=itemgetter(0))
    return list(chain.from_iterable([shapes for _, shapes in seen]))


def _lot(lot: Lot, pen: Pen) -> Sequence[Seen]:
    """A lot as the one that it is like, moved to where it is; what is as far before the wall together."""
    if lot.like is lot.parts:
        return _together(carried_by(lot.parts, "seen", partial(_seen_of, pen=pen), pen))
    x, y, z = lot.by
    seen = lot.like.carried("seen", lambda: _together([_seen_of(part, pen) for part in lot.like]), pen)
    return [(before - y, (Again(shapes, (x, z)),)) for before, shapes in seen]


def _together(seen: Sequence[Own]) -> list[Own]:
    rows: dict[float, list[Poly | Line]] = {}
    for before, shapes in seen:
        rows.setdefault(before, []).extend(shapes)
    return [(before, tuple(shapes)) for before, shapes in rows.items()]


def _seen_of(part: Part, pen: Pen) -> Own:
    """Only what is on walls hides one another."""
    return _before(part) if pen is Pen.EDGE else 0.0, tuple(_part_faces(part, pen))


def _before(part: Part) -> float:
    """How far before the wall a part is: what stands on a bent one covers all of it."""
    low, high = part.box
    if part.tag.role in BEHIND_FACES:
        return 0.0
    return -low.y if part.form.bend_radius is None else -high.y


def _part_faces(part: Part, pen: Pen) -> Iterator[Poly | Line]:
    fill = Fill("look", part.finish.look, UPRIGHT if abs(part.frame.x.z) > 0.5 else LEVEL_GRAIN)
    ring, edges = part.form.seen(part.frame, part.size)
    yield Poly(ring, pen if part.form.is_square else Pen.EDGE, fill)
    yield from [Line(a, b, Pen.EDGE) for a, b in edges]
    yield from _grooves_of(part)


def _grooves_of(part: Part) -> tuple[Line, ...]:
    """The edges of grooves in the face of a board."""
    return tuple(_seen(part, *edge) for edge in groove_edges(part)) if part.pockets else ()


def _seen(part: Part, *ends: tuple[float, float, float]) -> Line:
    a, b = (part.frame.out(end) for end in ends)
    return Line((a.x, a.z), (b.x, b.z), Pen.BEYOND)
