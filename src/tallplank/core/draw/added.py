"""Dimensions that somebody added, as chains of one space that lie where they were put, with lines to what they hold."""

from collections.abc import Iterable, Iterator
from dataclasses import replace
from math import hypot

from tallplank.core.draw.primitive import Chain, DrawingSide, Line, Pen
from tallplank.core.edit.dimension.reach import box_of, place_in, places_of
from tallplank.core.job.dimension import Axis, Dimension, End, View
from tallplank.core.job.face import Face
from tallplank.core.job.measure import OfAdded
from tallplank.core.joinery.made import Made
from tallplank.core.space.frame import Frame
from tallplank.core.space.outline import Point

LEAST = 0.01
ADDED = "added"
"""How the names of chains begin that somebody added."""


def shown_chains(chains: Iterable[Chain], drawing: str, hidden: Iterable[str]) -> Iterator[Chain]:
    """The chains of a drawing with names that are its own, without those that are hidden."""
    out = frozenset(hidden)
    for chain in chains:
        name = f"{drawing}/{chain.name}"
        if name not in out:
            yield replace(chain, name=name)


def added_to(made: Made, room_id: str, view: View, face_id: str = "") -> tuple[tuple[Chain, ...], tuple[Line, ...]]:
    """The added dimensions of a plan or of the elevation of a face, and the lines that lead to what they hold."""
    found = list(_added_to(made, room_id, view, face_id)) if made.job.dimensions else []
    return tuple(chain for chain, _ in found), tuple(line for _, lines in found for line in lines)


def _added_to(made: Made, room_id: str, view: View, face_id: str) -> Iterator[tuple[Chain, tuple[Line, ...]]]:
    hidden = frozenset(made.job.hidden_chains)
    for dimension in made.job.dimensions:
        here = dimension.room == room_id and dimension.view == view and (view == "plan" or dimension.face == face_id)
        if not here or f"{ADDED}/{dimension.id}" in hidden:
            continue
        places = places_of(made, dimension)
        if places is not None and abs(places[1] - places[0]) > LEAST:
            yield _chain(made, dimension, places), tuple(_leads(made, dimension, places))


def _chain(made: Made, dimension: Dimension, places: tuple[float, float]) -> Chain:
    frame = made.faces[dimension.room][dimension.face].frame
    a, b = (_on_drawing(dimension, frame, place, dimension.at) for place in sorted(places))
    if b[0] < a[0] - LEAST or (abs(b[0] - a[0]) <= LEAST and b[1] < a[1]):
        a, b = b, a
    length = hypot(b[0] - a[0], b[1] - a[1])
    way = ((b[0] - a[0]) / length, (b[1] - a[1]) / length)
    side = DrawingSide(f"{ADDED} {dimension.id}", a, way, (0.0 - way[1], way[0]))
    return Chain(side, (0.0, length), (OfAdded(dimension.id),), name=f"{ADDED}/{dimension.id}", on_side=True)


def _leads(made: Made, dimension: Dimension, places: tuple[float, float]) -> Iterator[Line]:
    """A thin line from what an end holds to the dimension's own line, where that lies beyond it."""
    face = made.faces[dimension.room][dimension.face]
    for end, place in zip((dimension.first, dimension.second), places, strict=True):
        near = _nearest(made, dimension, face, end)
        if abs(near - dimension.at) > LEAST:
            a, b = (_on_drawing(dimension, face.frame, place, at) for at in (near, dimension.at))
            yield Line(a, b, Pen.DIMENSION)


def _nearest(made: Made, dimension: Dimension, face: Face, end: End) -> float:
    """The place across a dimension nearest to its line of what an end holds."""
    box = box_of(made, dimension.room, end, face.frame)
    assert box is not None
    low, high = place_in(box, dimension.across, "low"), place_in(box, dimension.across, "high")
    return min(max(dimension.at, low), high)


def _on_drawing(dimension: Dimension, frame: Frame, place: float, at: float) -> Point:
    """A point of the drawing that lies so far along a dimension and across it, in the frame of its face."""
    where: dict[Axis, float] = {dimension.axis: place, dimension.across: at}
    if dimension.view == "elevation":
        return where["x"], where["z"]
    point = frame.out((where["x"], where["y"], 0.0))
    return point.x, point.y
