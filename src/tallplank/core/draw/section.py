"""A section through a room along any line: what the line cuts is hatched, what lies beyond it is drawn light.

Cut faces are found from the surfaces of the parts themselves, so every form and every groove is cut as it is; areas by shapely.
"""

from collections.abc import Iterator, Sequence
from itertools import pairwise
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray
from shapely import MultiLineString, Polygon, polygonize, unary_union

from tallplank.core.draw.primitive import GLASS, PAPER, SECTION, WALL, Chain, Drawing, DrawingSide, Line, Pen, Poly, Shape, Text, rectangle
from tallplank.core.job.ceiling import ceiling_at
from tallplank.core.job.face import Face, Faces
from tallplank.core.job.measure import GAP, LEVEL
from tallplank.core.job.room import Room
from tallplank.core.joinery.made import Made, MadeUnit
from tallplank.core.joinery.part.part import Part
from tallplank.core.space.frame import Frame, Vec, along
from tallplank.core.space.outline import Point, Ring, bounds, edges, far

GRID = 3
"""Decimals of a millimetre to which cut edges are joined."""
FLOOR_DEPTH = 60.0
NEAR = 0.5
STEPS = 24
"""Places along a section at which a sloping ceiling is looked up."""


class SectionCut(NamedTuple):
    """Where a section is taken: a line on the plan, seen to its left."""

    a: Point
    b: Point


def section(made: Made, room_id: str, cut: SectionCut) -> Drawing:
    """The section of a room along a line, as one sees it who looks to the left of the way from `a` to `b`.

    Raises:
        ValueError: the line has no length.
    """
    room, faces, frame = made.job.room(room_id), made.faces[room_id], along(cut.a, cut.b)
    inside = _crossed(room.corners, frame) or [(0.0, far(cut.a, cut.b))]
    shapes: list[Shape] = [*_beyond(made, room, frame), *_shell(room, faces, frame, inside)]
    spans: list[tuple[float, float]] = []
    heights: set[float] = set()
    for unit in made.by_room.get(room_id, ()):
        whole = unit.frame.then(faces[unit.unit.face].frame)
        polygons = list(_cut_parts(unit.parts, whole, frame))
        shapes += polygons
        if polygons:
            points = [p for poly in polygons for p in poly.points]
            (left, low), (right, high) = bounds(points)
            spans.append((left, right))
            heights |= {round(low, 1), round(high, 1)}
            shapes.append(Text(((left + right) / 2, (low + high) / 2), str(unit.unit.mark), framed=True, room=min(right - left, 400.0)))
    for run in made.runs_in.get(room_id, ()):
        polygons = list(_cut_parts(run.parts, faces[run.face].frame, frame))
        shapes += polygons
        heights |= {round(bounds(poly.points)[1][1], 1) for poly in polygons if run.what == "top"}
    words = [s for s in shapes if isinstance(s, Text)]
    shapes = [*(s for s in shapes if not isinstance(s, Text)), *words]
    left, right = min(a for a, _ in inside), max(b for _, b in inside)
    edge = max(w.thickness for w in room.walls)
    chains = tuple(_chains(spans, sorted(heights), (left, right), room.height, edge))
    return Drawing(f"{room.name} · section", tuple(shapes), chains, (), (left - edge, -FLOOR_DEPTH), (right + edge, room.height))


def _shell(room: Room, faces: Faces, frame: Frame, inside: Sequence[tuple[float, float]]) -> Iterator[Shape]:
    """Floor and ceiling, the walls that the line cuts, soffits, columns and beams."""
    for start, end in inside:
        ceiling = [(x, ceiling_at(room, faces, frame.out((x, 0.0, 0.0))[:2])) for x in np.linspace(start, end, STEPS + 1)]
        line = [(float(x), float(z)) for x, z in ceiling] if room.slopes else [(start, room.height), (end, room.height)]
        yield rectangle(start, -FLOOR_DEPTH, end - start, FLOOR_DEPTH, None, WALL)
        yield Line((start, 0.0), (end, 0.0), Pen.CUT)
        yield from _cut_wall(faces, frame, start, -1, line[0][1])
        yield from _cut_wall(faces, frame, end, 1, line[-1][1])
        yield from (Line(a, b, Pen.CUT) for a, b in pairwise(line))
    for ring, low, high in _bodies(room):
        for x0, x1 in _crossed(ring, frame):
            yield rectangle(x0, low, x1 - x0, high - low, Pen.CUT, WALL)


def _bodies(room: Room) -> list[tuple[Ring, float, float]]:
    """Columns, beams and soffits: outlines with the heights from and to which they reach."""
    return [(c.outline, c.low, c.top(room.height)) for c in room.columns] + [(s.corners, s.low, room.height) for s in room.soffits]


def _wall_at(faces: Faces, point: Point) -> tuple[float, list[tuple[float, float]]]:
    """How thick the wall is in which a point of the room's outline lies, and from where to where it is open there."""
    best = min((f for f in faces.values() if not f.is_loose), key=lambda f: _beside(f, point))
    x = best.frame.inside((*point, 0.0)).x
    return best.thickness, [(o.sill, o.sill + o.height) for o in best.openings if o.x < x < o.x + o.width and o.kind != "niche"]


def _beside(face: Face, point: Point) -> float:
    at = face.frame.inside((*point, 0.0))
    return abs(at.y) + max(-at.x, at.x - face.length, 0.0)


def _cut_wall(faces: Faces, frame: Frame, x: float, side: int, high: float) -> Iterator[Shape]:
    """The wall at one end of a section, to its left (-1) or its right (1), with the window or door that it is cut through."""
    thick, gaps = _wall_at(faces, frame.out((x, 0.0, 0.0))[:2])
    left, at = (x - thick if side < 0 else x), 0.0
    for low, top in sorted(gaps):
        if low > at:
            yield rectangle(left, at, thick, low - at, Pen.OUTLINE, WALL)
        yield rectangle(left + thick * 0.45, low, thick * 0.1, top - low, Pen.EDGE, GLASS)
        at = top
    yield rectangle(left, at, thick, high - at, Pen.OUTLINE if gaps else None, WALL)
    for low, top in pairwise((0.0, *(z for gap in sorted(gaps) for z in gap), high)):
        if (low, top) not in gaps:
            yield Line((x, low), (x, top), Pen.CUT)


def _crossed(ring: Ring, frame: Frame) -> list[tuple[float, float]]:
    """From where to where along the line it runs within an outline."""
    places = []
    for a, b in edges(ring):
        p, q = frame.inside((*a, 0.0)), frame.inside((*b, 0.0))
        if (p.y > 0) != (q.y > 0):
            places.append(p.x + (q.x - p.x) * p.y / (p.y - q.y))
    places.sort()
    return [(a, b) for a, b in zip(places[::2], places[1::2], strict=False) if b - a > NEAR]


def _beyond(made: Made, room: Room, frame: Frame) -> Iterator[Shape]:
    """What is seen behind the cut, the farthest first."""
    faces = made.faces[room.id]
    seen: list[tuple[float, list[Shape]]] = []
    for unit in made.by_room.get(room.id, ()):
        box = _seen_box([frame.inside((*p, 0.0)) for p in faces[unit.unit.face].frame.flat_out(unit.outline)])
        if box is not None:
            x0, x1, away = box
            shapes: list[Shape] = [rectangle(x0, unit.placed.z, x1 - x0, unit.unit.height, Pen.BEYOND, PAPER)]
            seen.append((away, [*shapes, *_fronts_beyond(unit, faces, frame)]))
    for run in made.runs_in.get(room.id, ()):
        for part in run.parts:
            lower, upper = part.box
            box = _seen_box([frame.inside((*p, 0.0)) for p in faces[run.face].frame.flat_out(part.above)])
            if box is not None:
                seen.append((box[2], [rectangle(box[0], lower.z, box[1] - box[0], upper.z - lower.z, Pen.BEYOND, PAPER)]))
    for ring, low, high in _bodies(room):
        box = _seen_box([frame.inside((*p, 0.0)) for p in ring])
        if box is not None:
            seen.append((box[2], [rectangle(box[0], low, box[1] - box[0], high - low, Pen.BEYOND, PAPER)]))
    for _, shapes in sorted(seen, key=lambda pair: -pair[0]):
        yield from shapes


def _seen_box(points: Sequence[Vec]) -> tuple[float, float, float] | None:
    """From where to where along the line something is seen that lies beyond it, and how far; None for what does not."""
    if max(p.y for p in points) <= NEAR or min(p.y for p in points) < -NEAR:
        return None
    return min(p.x for p in points), max(p.x for p in points), min(p.y for p in points)


def _fronts_beyond(unit: MadeUnit, faces: Faces, frame: Frame) -> Iterator[Shape]:
    """The fronts of a unit that faces the eye."""
    face = faces[unit.unit.face].frame
    if face.y.x * frame.y.x + face.y.y * frame.y.y < 0.99:
        return
    for front in unit.fronts:
        a = frame.inside(face.out((unit.placed.x + front.x, unit.placed.front, 0.0)))
        yield rectangle(a.x, unit.placed.z + front.z, front.width, front.height, Pen.BEYOND)


def _cut_parts(parts: Sequence[Part], own: Frame, frame: Frame) -> Iterator[Poly]:
    """The cut faces of parts, told in a frame of the room."""
    for part in parts:
        low, high = part.box
        corners = [frame.inside(own.out((x, y, 0.0))) for x in (low.x, high.x) for y in (low.y, high.y)]
        if min(c.y for c in corners) > 0 or max(c.y for c in corners) < 0:
            continue
        whole = part.form.standing(part.frame).then(own)
        points, _ = part.form.surface(part.size, part.pockets)
        for ring in _cut_faces(_seen_from(frame, whole.all_out(points))):
            yield Poly(ring, Pen.OUTLINE, SECTION)


def _seen_from(frame: Frame, points: NDArray[np.float32]) -> NDArray[np.float64]:
    """Points of the room as places along the section, distances beyond it, and heights."""
    moved = points.astype(np.float64) - np.array(frame.origin)
    axes = np.array([frame.x, frame.y, frame.z])
    found: NDArray[np.float64] = moved @ axes.T
    return found


def _cut_faces(quads: NDArray[np.float64]) -> Iterator[Ring]:
    """The areas in which the plane cuts a closed surface of rectangles and triangles."""
    lines = []
    for quad in quads:
        side = quad[:, 1] > 0
        if side.all() or not side.any():
            continue
        points = []
        for i in range(4):
            p, q = quad[i], quad[(i + 1) % 4]
            if (p[1] > 0) != (q[1] > 0):
                t = p[1] / (p[1] - q[1])
                points.append((round(float(p[0] + t * (q[0] - p[0])), GRID), round(float(p[2] + t * (q[2] - p[2])), GRID)))
        lines += [pair for pair in zip(points[::2], points[1::2], strict=False) if pair[0] != pair[1]]
    if not lines:
        return
    faces = [face for face in polygonize([unary_union(MultiLineString(lines))]).geoms if isinstance(face, Polygon) and face.area > 1.0]
    for face in faces:
        yield tuple((float(x), float(z)) for x, z in face.exterior.coords[:-1])


def _chains(
    spans: Sequence[tuple[float, float]], heights: Sequence[float], ends: tuple[float, float], height: float, thick: float
) -> Iterator[Chain]:
    """The depths that are cut with what is free between them, and the heights at which something begins or ends."""
    below, left = DrawingSide.of("below", -FLOOR_DEPTH), DrawingSide.of("left", ends[0] - thick)
    ticks = _apart([ends[0], *(x for span in spans for x in span), ends[1]])
    if len(ticks) > 2:
        yield Chain(below, tuple(ticks), (GAP,) * (len(ticks) - 1))
    yield Chain(below, ends, (GAP,))
    levels = _apart([0.0, *(h for h in heights if 0 < h < height), height])
    if len(levels) > 2:
        yield Chain(left, tuple(levels), (LEVEL,) * (len(levels) - 1))
    yield Chain(left, (0.0, height), (LEVEL,))


def _apart(places: Sequence[float]) -> list[float]:
    """Places in order, those nearer than can be drawn left out."""
    found: list[float] = []
    for place in sorted(places):
        if not found or place - found[-1] > 8.0:
            found.append(place)
    return found
