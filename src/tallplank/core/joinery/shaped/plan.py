"""The outlines, seen from above, of units that are no rectangles: corners, slanted ends, curved fronts."""

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass
from itertools import pairwise
from math import atan2, cos, degrees, hypot, radians, sin, tan
from types import MappingProxyType
from typing import Literal

from tallplank.core.joinery.part.part import BuildError
from tallplank.core.joinery.rule.corner import Corner
from tallplank.core.space.arc import Arc
from tallplank.core.space.frame import Frame, turned_about_z
from tallplank.core.space.outline import crossing

Point = tuple[float, float]
SideKind = Literal["gable", "back", "front", "curve"]
CURVE_STEPS = 24
LEAST_ARM, LEAST_RISE = 120.0, 3.0
"""The least depth of a corner unit's neighbours, and the least bow of a front that is not straight."""


@dataclass(frozen=True, slots=True)
class PlanSide:
    """One side of the plan from `a` to `b`, the inside to its left."""

    kind: SideKind
    a: Point
    b: Point

    @property
    def length(self) -> float:
        """From end to end."""
        return hypot(self.b[0] - self.a[0], self.b[1] - self.a[1])

    @property
    def angle(self) -> float:
        """Its direction in degrees, counter-clockwise from x."""
        return degrees(atan2(self.b[1] - self.a[1], self.b[0] - self.a[0]))

    def frame(self) -> Frame:
        """The frame along it: x from a to b, y to the inside."""
        return turned_about_z(self.angle, (self.a[0], self.a[1], 0.0))


Plan = tuple[PlanSide, ...]
"""All sides counter-clockwise, beginning at the front left."""


def plan_of(shape: str, width: float, depth: float, arm: float, corner: float = 90.0) -> Plan:
    """The plan of a unit for its left-hand corner or end.

    `arm` is the depth of the neighbours at corners, the depth of the shallow end of slanted units, and how far a curved front
    bows out (or in) in its middle. `corner` is the angle between the walls that a corner unit stands at.

    Raises:
        BuildError: the sizes make no such plan.
    """
    return SHAPES[shape](Corner(width, depth, arm, corner))


def mirrored(plan: Plan, width: float) -> Plan:
    """The same plan for the other hand."""

    def turned(p: Point) -> Point:
        return (width - p[0], p[1])

    return tuple(PlanSide(s.kind, turned(s.b), turned(s.a)) for s in reversed(plan))


def _sides(points: Sequence[Point], kinds: Sequence[SideKind]) -> Plan:
    return tuple(PlanSide(kind, a, b) for kind, a, b in zip(kinds, points, (*points[1:], points[0]), strict=True))


def _need(ok: bool, text: str) -> None:
    if not ok:
        raise BuildError(text)


def _in_corner(corner: Corner, points: Sequence[Point], kinds: Sequence[SideKind]) -> Plan:
    """A plan of points of the corner, with the unit's own back at y = depth."""
    return _sides([(x, y + corner.depth) for x, y in points], kinds)


def _diagonal(corner: Corner) -> Plan:
    width, depth, arm, _ = corner
    _need(arm >= LEAST_ARM, f"The neighbours of a corner unit are {arm:.0f} deep; they must be at least {LEAST_ARM:.0f}.")
    inner = corner.inner()[0]
    _need(inner < min(width, depth) - 100, f"A corner unit {width:.0f} × {depth:.0f} leaves no front beside neighbours {arm:.0f} deep.")
    points = (corner.at(depth, 0.0), corner.at(depth, arm), (width, -arm), (width, 0.0), (0.0, 0.0))
    return _in_corner(corner, points, ("gable", "front", "gable", "back", "back"))


def _ell(corner: Corner) -> Plan:
    width, depth, arm, _ = corner
    _need(arm >= LEAST_ARM, f"The neighbours of a corner unit are {arm:.0f} deep; they must be at least {LEAST_ARM:.0f}.")
    inner = corner.inner()
    _need(inner[0] < min(width, depth) - 150, f"A corner unit {width:.0f} × {depth:.0f} leaves no fronts beside neighbours {arm:.0f} deep.")
    points = (corner.at(depth, 0.0), corner.at(depth, arm), inner, (width, -arm), (width, 0.0), (0.0, 0.0))
    return _in_corner(corner, points, ("gable", "front", "front", "gable", "back", "back"))


def _slanted(corner: Corner) -> Plan:
    width, depth, arm, _ = corner
    _need(80 < arm < depth, f"The shallow end is {arm:.0f} deep; it must be less than {depth:.0f} and more than 80.")
    points = ((0.0, 0.0), (width, depth - arm), (width, depth), (0.0, depth))
    return _sides(points, ("front", "gable", "back", "gable"))


def _bowed(corner: Corner) -> Plan:
    width, depth, rise, _ = corner
    _need(LEAST_RISE <= rise < min(width / 2, depth - 150), f"A front {width:.0f} wide cannot bow out by {rise:.0f}.")
    points = ((0.0, rise), (width, rise), (width, depth), (0.0, depth))
    return _sides(points, ("curve", "gable", "back", "gable"))


def _hollowed(corner: Corner) -> Plan:
    width, depth, rise, _ = corner
    _need(
        LEAST_RISE <= rise <= min(width / 8, depth - 150), f"A front {width:.0f} wide cannot curve in by {rise:.0f}: an eighth is the most."
    )
    points = ((0.0, 0.0), (width, 0.0), (width, depth), (0.0, depth))
    return _sides(points, ("curve", "gable", "back", "gable"))


SHAPES: Mapping[str, Callable[[Corner], Plan]] = MappingProxyType(
    {"diagonal": _diagonal, "ell": _ell, "slanted": _slanted, "bow": _bowed, "hollow": _hollowed}
)
"""Every shape of plan; a new one is one function here."""


def arc(side: PlanSide, rise: float, lift: float = 0.0, trim: float = 0.0) -> tuple[Point, ...]:
    """The points of a curved side from a to b: a circle over the chord, bowing out of the unit by `rise` (in, if negative).

    `lift` shifts it outwards, concentric; with `trim` it ends so far within the chord at both ends.
    """
    return Arc(side.a, side.b, rise).points(CURVE_STEPS, lift=lift, trim=trim)


def inset(plan: Plan, by: Mapping[SideKind, float], rise: float = 0.0) -> tuple[Point, ...]:
    """The outline with each kind of side moved inwards; a curved side's arc is moved concentrically.

    Raises:
        BuildError: two neighbouring sides run in one line.
    """
    return tuple(point for _, points in inset_sides(plan, by, rise) for point in points[:-1])


def inset_sides(plan: Plan, by: Mapping[SideKind, float], rise: float = 0.0) -> tuple[tuple[SideKind, tuple[Point, ...]], ...]:
    """As `inset`, side by side: its kind and its points from end to end.

    Raises:
        BuildError: two neighbouring sides run in one line.
    """
    lines = [_moved(side, by.get(side.kind, 0.0)) for side in plan]
    corners = [_crossing(lines[i - 1], lines[i]) for i in range(len(plan))]
    ends = [(corners[i], corners[(i + 1) % len(plan)]) for i in range(len(plan))]
    runs = [
        tuple(_clipped(arc(side, rise, -by.get("curve", 0.0)), *end)) if side.kind == "curve" else end
        for side, end in zip(plan, ends, strict=True)
    ]
    found: list[tuple[SideKind, tuple[Point, ...]]] = []
    for i, (side, run) in enumerate(zip(plan, runs, strict=True)):
        before, after = plan[i - 1].kind, plan[(i + 1) % len(plan)].kind
        if side.kind != "curve":  # an arc ends on its neighbours' lines, not in the corner over its chord
            run = (runs[i - 1][-1] if before == "curve" else run[0], runs[(i + 1) % len(plan)][0] if after == "curve" else run[-1])
        found.append((side.kind, run))
    return tuple(found)


def _clipped(points: Sequence[Point], start: Point, end: Point) -> list[Point]:
    """The points of an arc between two neighbours' lines, here always upright ones, with the ends brought onto them."""
    low, high = min(start[0], end[0]), max(start[0], end[0])
    inner = [p for p in points if low + 1e-9 < p[0] < high - 1e-9]
    return [(low, _height_at(points, low)), *inner, (high, _height_at(points, high))]


def _height_at(points: Sequence[Point], x: float) -> float:
    for (x0, y0), (x1, y1) in pairwise(points):
        if x0 <= x <= x1 and x1 > x0:
            return y0 + (y1 - y0) * (x - x0) / (x1 - x0)
    return points[0][1] if x < points[0][0] else points[-1][1]


def _moved(side: PlanSide, by: float) -> tuple[Point, Point]:
    dx, dy = (side.b[0] - side.a[0]) / side.length, (side.b[1] - side.a[1]) / side.length
    return ((side.a[0] - dy * by, side.a[1] + dx * by), (side.b[0] - dy * by, side.b[1] + dx * by))


def _crossing(one: tuple[Point, Point], other: tuple[Point, Point]) -> Point:
    met = crossing(one, other)
    if met is None:
        raise BuildError("Two neighbouring sides of the unit run in one line.")
    return met


def setback(plan: Plan, index: int, thick: float, rise: float = 0.0, frame: float = 0.0) -> tuple[float, float]:
    """By how much a board along a side must be shorter at its start and its end.

    It stays within sharp corners and hollow fronts, and behind a face frame that is so deep.
    """
    side, before, after = plan[index], plan[index - 1], plan[(index + 1) % len(plan)]
    return _cut(before, side, (thick, rise, frame), before), _cut(side, after, (thick, rise, frame), after)


def _cut(first: PlanSide, second: PlanSide, board: tuple[float, float, float], beside: PlanSide) -> float:
    """For the inner angle between two sides: nothing from a right angle on, else the board's thickness over its tangent."""
    thick, rise, frame = board
    if beside.kind == "curve":
        return _height_at(arc(beside, rise), beside.a[0] + thick) - beside.a[1] if rise < 0 else 0.0
    inner = corner_angle(first, second)
    if frame and beside.kind == "front":
        return (frame + max(thick * cos(radians(inner)), 0.0)) / sin(radians(inner))
    return thick / tan(radians(inner)) if 1 < inner < 89.9 else 0.0


def corner_angle(first: PlanSide, second: PlanSide) -> float:
    """The unit's inner angle in degrees where one side meets the next; a reflex one is negative."""
    return 180 - (second.angle - first.angle) % 360


def overhang(plan: Plan, index: int, proud: float) -> tuple[float, float]:
    """By how much a door that stands `proud` of a side must end short at both ends, not to pass the planes of blunt corners."""
    side = plan[index]

    def short(first: PlanSide, second: PlanSide) -> float:
        blunt = 90 - (second.angle - first.angle) % 360
        return proud * tan(radians(blunt)) if 0 < blunt < 80 else 0.0

    return short(plan[index - 1], side), short(side, plan[(index + 1) % len(plan)])
