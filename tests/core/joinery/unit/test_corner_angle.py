"""Corner units in corners that are not square: by hand, and against shapely for corners of any angle."""

from collections import Counter
from functools import lru_cache
from math import cos, dist, hypot, radians, sin, tan

import pytest
from hypothesis import assume, given, settings
from hypothesis import strategies as st
from shapely import LineString, Polygon, union_all
from shapely.geometry import Point as Spotted

from makers import CATALOG, made
from tallplank.core.check.finding import findings
from tallplank.core.check.machining import faults
from tallplank.core.edit.standard import set_job_rule
from tallplank.core.edit.survey.room import add_room_of
from tallplank.core.edit.unit import Spot, change_units, place_unit
from tallplank.core.job.job import Job
from tallplank.core.joinery.made import MadeUnit
from tallplank.core.joinery.rule.corner import past, short
from tallplank.core.joinery.shaped.plan import plan_of

ANGLES = st.floats(62.0, 148.0)


def in_a_corner(angle: float, kind: str, *, beside: bool = True, **sizes: float) -> Job:
    """A unit in the right-hand corner of a long wall, with a base on either side of it."""
    turn = radians(angle)
    ring = ((0.0, 4000.0), (5000.0, 4000.0), (5000.0 - 3400.0 * cos(turn), 4000.0 - 3400.0 * sin(turn)), (-1200.0, 500.0))
    job = add_room_of(Job(name="Test"), "Room", ring, 2500.0).job
    room, wide = job.rooms[0].id, sizes.get("width", CATALOG.kinds[kind].width)
    job = place_unit(job, CATALOG, kind, Spot(room, "wall1", 5000.0 - wide), **sizes).job
    if beside:
        job = place_unit(job, CATALOG, "base", Spot(room, "wall1", 5000.0 - wide - 600.0)).job
        job = place_unit(job, CATALOG, "base", Spot(room, "wall2", job.units[0].depth)).job
    return job


@lru_cache
def joined_in(angle: float, kind: str, joint: str) -> MadeUnit:
    """A unit built with other joints."""
    job = in_a_corner(angle, kind, beside=False, width=1150.0, depth=1150.0)
    return made(set_job_rule(set_job_rule(job, CATALOG, "joint", joint), CATALOG, "joint_shelf", joint)).units[0]


def used(unit: MadeUnit, role: str) -> float:
    return sum(f.count.value for f in unit.fittings if f.role == role)


@given(ANGLES, st.floats(700, 1300), st.floats(700, 1300), st.floats(250, 600), st.sampled_from(["diagonal", "ell"]))
def test_its_ends_are_as_deep_as_its_neighbours_and_square_to_the_walls(
    angle: float, width: float, depth: float, arm: float, shape: str
) -> None:
    assume(arm / tan(radians(angle) / 2) < min(width, depth) - 150.0)
    plan = plan_of(shape, width, depth, arm, angle)
    outline = Polygon([side.a for side in plan])
    corner = (0.0, depth)
    far = (5000.0 * cos(radians(angle)), depth - 5000.0 * sin(radians(angle)))
    own, its = LineString([corner, (5000.0, depth)]), LineString([corner, far])
    assert outline.is_valid
    for side in plan:
        if side.kind == "gable":
            wall = own if own.distance(Spotted(side.a)) + own.distance(Spotted(side.b)) < its.distance(Spotted(side.a)) else its
            assert sorted(wall.distance(Spotted(p)) for p in (side.a, side.b)) == pytest.approx([0.0, arm], abs=1e-6)
            assert side.length == pytest.approx(arm)
        elif side.kind == "back":
            assert side.length == pytest.approx(width if abs(side.b[1] - side.a[1]) < 1e-6 else depth)
    if shape == "ell":
        inner = next(p.a for p, q in zip(plan, plan[-1:] + plan[:-1], strict=True) if p.kind == q.kind == "front")
        assert (own.distance(Spotted(inner)), its.distance(Spotted(inner))) == pytest.approx((arm, arm))


def test_the_front_across_a_corner_of_120_degrees() -> None:
    """By hand: lines 560 before both walls meet 560 / tan 60° = 323.32 along them; 576.68 is left, and its chord is 2 × 576.68 × sin 60°."""
    front = next(side for side in plan_of("diagonal", 900.0, 900.0, 560.0, 120.0) if side.kind == "front")
    assert dist(front.a, front.b) == pytest.approx(998.84, abs=0.01)
    legs = [side.length for side in plan_of("ell", 900.0, 900.0, 560.0, 120.0) if side.kind == "front"]
    assert legs == pytest.approx([576.68, 576.68], abs=0.01)


@given(st.floats(3.0, 40.0), st.floats(60.0, 150.0))
def test_boards_at_both_walls_do_not_share_a_corner(thick: float, angle: float) -> None:
    """Against shapely: one square board along each wall, touching."""
    turn = radians(angle)
    way, inward = (cos(turn), -sin(turn)), (sin(turn), cos(turn))
    one = Polygon([(x, y) for x in (short(thick, angle), 500.0) for y in (0.0, -thick)]).convex_hull
    first = past(thick, angle)
    other = Polygon([(way[0] * d + inward[0] * t, way[1] * d + inward[1] * t) for d in (first, 500.0) for t in (0.0, thick)]).convex_hull
    assert one.intersection(other).area < 1e-6
    assert one.distance(other) < 1e-6


@given(ANGLES, st.sampled_from(["corner-diagonal", "corner-ell"]))
def test_its_parts_lie_in_its_outline_whatever_the_corner(angle: float, kind: str) -> None:
    job = in_a_corner(angle, kind, beside=False, width=1150.0, depth=1150.0)
    unit = made(job).units[0]
    assert unit.placed.unit.corner == pytest.approx(angle, abs=0.001)
    assert not unit.problem
    plan = plan_of(unit.choice.kind.plan, 1150.0, 1150.0, 560.0, unit.placed.unit.corner)
    outline = Polygon([(1150.0 - x, y) for side in plan for x, y in [side.a]]).buffer(0.05)
    for part in unit.parts:
        if part.role == "carcass":
            assert outline.covers(Polygon(part.above).buffer(0)), part.name


@settings(max_examples=30)
@given(ANGLES, st.sampled_from(["corner-diagonal", "corner-ell"]))
def test_worktops_meet_over_it_without_gap_or_overlap(angle: float, kind: str) -> None:
    job = in_a_corner(angle, kind, width=1150.0, depth=1150.0)
    whole, room = made(job), Polygon(job.rooms[0].corners).buffer(0.01)
    tops = [
        Polygon(whole.faces[run.room][run.face].frame.flat_out(part.above))
        for run in whole.runs
        if run.what == "top"
        for part in run.parts
        if part.name == "worktop"
    ]
    assert len(tops) == 2
    assert tops[0].intersection(tops[1]).area < 0.5
    covered = union_all([top.buffer(1e-3) for top in tops])
    assert covered.geom_type == "Polygon"
    assert room.covers(union_all(tops))
    units = union_all([Polygon(whole.face(u).frame.flat_out(u.outline)) for u in whole.units])
    assert units.difference(covered).area < 1.0


@settings(max_examples=20)
@pytest.mark.parametrize("joint", ["cam-dowel", "dado", "groove"])
@given(angle=ANGLES, kind=st.sampled_from(["corner-diagonal", "corner-ell"]))
def test_its_boards_are_joined_like_those_of_a_square_one(joint: str, angle: float, kind: str) -> None:
    unit, square = joined_in(angle, kind, joint), joined_in(90.0, kind, joint)
    for role in ("cam", "dowel"):
        assert used(unit, role) == used(square, role)
    pairs = [Counter(hole.pair for part in u.parts for hole in part.holes if hole.pair[:1] == "j") for u in (unit, square)]
    assert sorted(pairs[0].values()) == sorted(pairs[1].values())
    gables = [[p for p in u.parts if p.name.startswith("gable")] for u in (unit, square)]
    assert [len(p.pockets) for p in gables[0]] == [len(p.pockets) for p in gables[1]]
    assert faults(unit.parts) == ()


def test_a_floor_goes_into_the_gable_of_the_other_wall_by_a_tab() -> None:
    """By hand: at 105° the floor's edge at that gable is 560 - 8 long; let in by 9 it takes 9 mm more of board there."""
    job = in_a_corner(105.0, "corner-diagonal", beside=False)
    plain = next(p for p in made(job).units[0].parts if p.name == "bottom")
    deep = CATALOG.constructions["frameless"].dado_depth
    let_in = next(p for p in made(set_job_rule(job, CATALOG, "joint", "dado")).units[0].parts if p.name == "bottom")
    areas = [Polygon(p.form.ring(p.size)).area for p in (plain, let_in)]
    assert areas[1] - areas[0] == pytest.approx(2 * deep * (560.0 - 8.0), abs=1.0)
    assert "let in" in let_in.width.reckoned() + let_in.length.reckoned()


def test_a_unit_in_another_corner_than_its_own_is_told_and_made_for_it_by_one_click() -> None:
    job = in_a_corner(105.0, "corner-diagonal")
    assert job.units[0].corner == 105.0
    square = change_units(job, CATALOG, ["u1"], corner=90.0)
    found = [f for f in findings(made(square)) if f.code == "other-corner"]
    assert [f.text for f in found] == ["1 Diagonal corner is made for a corner of 90°; it stands in one of 105°."]
    assert found[0].fix is not None
    assert found[0].fix.label == "Make it for 105°"
    assert found[0].fix.edit(square) == job
    assert [f for f in findings(made(job)) if f.code == "other-corner"] == []


def test_square_corners_stay_as_they_are() -> None:
    job = in_a_corner(90.0, "corner-ell")
    assert job.units[0].corner == 90.0
    assert hypot(*plan_of("ell", 900.0, 900.0, 560.0)[1].a) == hypot(560.0, 0.0)
