"""Legs under units that are no rectangles, and the holes that they are screwed to. Source: common practice."""

from collections.abc import Iterator, Sequence
from itertools import chain, pairwise
from math import atan2, cos, degrees, dist, hypot, radians, sin, sqrt
from typing import NamedTuple

import shapely
from shapely import LinearRing, Polygon
from shapely import Point as Dot
from shapely.geometry.base import BaseGeometry
from shapely.ops import nearest_points

from tallplank.core.catalog.hardware import Bored, Leg
from tallplank.core.joinery.part.part import BOTTOM, Piece
from tallplank.core.joinery.rule.choice import Choice
from tallplank.core.joinery.setout.collector import Bore, Collector
from tallplank.core.joinery.shaped.plan import Plan, PlanSide, Point, inset
from tallplank.core.measure.size import Size
from tallplank.core.measure.source import Decided
from tallplank.core.space.frame import Vec
from tallplank.core.space.outline import lies_among

INWARD = 70.0
"""How far a leg stands in from the sides at least, and behind the plinth."""
WITHIN, APART = 2.0, 10.0
"""A leg's plate lies so far within the bottom, and so far from the next one."""
FARTHEST = 1000.0
"""Legs farther apart than this have another between them."""
SKIN = 3.0
"""Left between a leg's screw and another hole or the edge of the board."""
TURNS = (0.0, 180.0, 90.0, 270.0, 45.0, 135.0, 225.0, 315.0)
LEAST, TINY = 3, 1e-12


def add_legs(choice: Choice, plan: Plan, out: Collector) -> None:
    """A leg near each corner of the plan and between those that are far apart, each screwed to the bottom."""
    number = next((i for i, part in enumerate(out.parts) if part.tag.role == BOTTOM), None)
    leg = choice.hardware("leg")
    if number is None or not isinstance(leg, Leg):
        return
    bottom = out.parts[number]
    shape = Polygon([bottom.frame.out((x, y, 0.0))[:2] for x, y in bottom.ring])
    points = legs_at(choice, plan, shape, leg.thick)
    out.fit(leg, Size.of(len(points), "legs, one near each corner", Decided("rule", "leg_inset")), "under the carcass")
    half, high, middle, taken = leg.thick / 2, choice.rules.kick_height, shape.centroid, _taken(out, number)
    board = _Board(shape, shape.exterior)
    for x, y in points:
        out.pieces.append(Piece("leg", leg.colour, Vec(x - half, y - half, -high), Vec(x + half, y + half, 0.0)))
        for at, bored in _screws(leg, (x, y), (middle.x, middle.y), board, taken):
            depth = min(bored.depth, bottom.thickness.value - SKIN)
            taken.append(_Bored(*at, 0.0, 0.0, bored.diameter / 2))
            out.bore(number, Vec(*at, 0.0), Vec(0.0, 0.0, 1.0), Bore("leg", bored.diameter, depth))


def legs_at(choice: Choice, plan: Plan, bottom: Polygon, thick: float) -> list[Point]:
    """Where legs stand: wholly under the bottom, apart from each other, so that its middle lies between them."""
    rules = choice.rules
    straight = tuple(PlanSide("front" if s.kind == "curve" else s.kind, s.a, s.b) for s in plan)
    back_off = max(rules.leg_inset, INWARD)
    wanted = inset(straight, {"gable": back_off, "back": back_off, "front": rules.kick_setback + INWARD})
    around = thick / sqrt(2) + WITHIN
    plinth = rules.kick_setback + choice.finish("plinth").thickness + thick / 2 + WITHIN
    behind = Polygon(inset(straight, {"gable": WITHIN, "back": WITHIN, "front": plinth}))
    under = bottom.buffer(-around, join_style="mitre")
    under = under.intersection(behind) if behind.is_valid else under
    if not isinstance(under, Polygon) or under.is_empty:
        return [(bottom.centroid.x, bottom.centroid.y)]
    found: list[Point] = []
    for point in _with_middles(wanted):
        _add_apart(found, _moved_under(point, under), thick)
    if len(found) < LEAST or not lies_among(found, (bottom.centroid.x, bottom.centroid.y), WITHIN):
        for point in list(under.exterior.coords)[:-1]:
            _add_apart(found, point, thick)
    return found


def _with_middles(points: Sequence[Point]) -> Iterator[Point]:
    yield from points
    for (ax, ay), (bx, by) in pairwise((*points, points[0])):
        if dist((ax, ay), (bx, by)) > FARTHEST:
            yield (ax + bx) / 2, (ay + by) / 2


def _moved_under(point: Point, under: BaseGeometry) -> Point:
    near = nearest_points(under, Dot(point))[0]
    return near.x, near.y


def _add_apart(found: list[Point], point: Point, thick: float) -> None:
    """Add a leg where none stands so near that the two would share space."""
    if all(max(abs(point[0] - x), abs(point[1] - y)) >= thick + APART for x, y in found):
        found.append(point)


class _Board(NamedTuple):
    """A board seen from above, and its edge."""

    shape: Polygon
    edge: LinearRing


class _Bored(NamedTuple):
    """A hole seen from above: where it begins, how far it goes which way, and its radius."""

    x: float
    y: float
    along: float
    up: float
    radius: float

    def off(self, point: Point) -> float:
        """How far a point is from its axis."""
        x, y = point[0] - self.x, point[1] - self.y
        square = self.along * self.along + self.up * self.up
        share = min(max((x * self.along + y * self.up) / square, 0.0), 1.0) if square > TINY else 0.0
        return hypot(x - share * self.along, y - share * self.up)


def _taken(out: Collector, number: int) -> list[_Bored]:
    """What is bored in a level board already."""
    part, found = out.parts[number], []
    for hole in out.holes[number]:
        (x, y, _), way = part.frame.out(hole.at), part.frame.turned_out(hole.into)
        found.append(_Bored(x, y, way.x * hole.depth, way.y * hole.depth, hole.diameter / 2))
    return found


def _screws(leg: Leg, at: Point, middle: Point, bottom: _Board, taken: Sequence[_Bored]) -> list[tuple[Point, Bored]]:
    """The screws of a leg whose plate looks as much to the middle of the bottom as edges and other holes allow."""
    away = degrees(atan2(middle[1] - at[1], middle[0] - at[0]))
    reach = max([hypot(bored.x, bored.z) + bored.diameter / 2 for bored in leg.box_holes], default=0.0) + SKIN
    taken = [hole for hole in taken if hole.off(at) < reach + hole.radius]  # none of its screws comes near to any other
    ways = sorted(TURNS, key=lambda turn: abs((turn - away + 180.0) % 360.0 - 180.0))
    placed = ([(_turned(at, bored.x, bored.z, way), bored) for bored in leg.box_holes] for way in ways)
    first = next(placed)
    return next((screws for screws in chain((first,), placed) if _is_free(screws, bottom, taken)), first)


def _turned(at: Point, along: float, across: float, turn: float) -> Point:
    c, s = cos(radians(turn)), sin(radians(turn))
    return at[0] + along * c - across * s, at[1] + along * s + across * c


def _is_free(screws: Sequence[tuple[Point, Bored]], bottom: _Board, taken: Sequence[_Bored]) -> bool:
    """Whether screws meet no other hole, and none comes out at the edge of the board."""
    if any(hole.off(point) < bored.diameter / 2 + hole.radius + SKIN for point, bored in screws for hole in taken):
        return False
    dots = shapely.points([point for point, _ in screws])
    around = [bored.diameter / 2 + SKIN for _, bored in screws]
    edges = shapely.distance(bottom.edge, dots)
    return bool(shapely.contains(bottom.shape, dots).all() and (edges >= around).all())
