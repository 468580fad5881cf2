"""Tops, plinths and upstands that end at the next wall, square or leaning."""

from math import cos, radians, sin, tan

import pytest
from hypothesis import given
from hypothesis import strategies as st
from shapely import LineString, Polygon

from makers import CATALOG, ROOM, a_room, made
from tallplank.core.check.finding import findings
from tallplank.core.edit.standard import set_job_rule
from tallplank.core.edit.survey.room import add_room_of
from tallplank.core.edit.survey.walled import add_opening, change_opening
from tallplank.core.edit.unit import Spot, place_unit
from tallplank.core.job.job import Job
from tallplank.core.joinery.part.part import Part
from tallplank.core.space.outline import Ring

FRONT = 560.0 + 2.0 + 19.0
DEEP = FRONT + 20.0


def a_leaning_room(left: float, right: float, length: float = 2000.0) -> Job:
    """A room whose first wall meets the others at these angles."""
    a = (1500.0 * cos(radians(left)), 4000.0 - 1500.0 * sin(radians(left)))
    b = (length - 1500.0 * cos(radians(right)), 4000.0 - 1500.0 * sin(radians(right)))
    return add_room_of(Job(name="Test"), "Room", ((0.0, 4000.0), (length, 4000.0), b, a), 2500.0).job


def filled(left: float, right: float) -> tuple[Job, Ring]:
    """Two bases from wall to wall, and the corners of the space before the wall, as deep as the top."""
    leans = [1 / tan(radians(angle)) for angle in (left, right)]
    starts = [max(lean * FRONT, 0.0) for lean in leans]
    width = (2000.0 - sum(starts)) / 2
    job = a_leaning_room(left, right)
    for x in (starts[0], starts[0] + width):
        job = place_unit(job, CATALOG, "base", Spot(ROOM, "wall1", x), width=width).job
    return job, ((leans[0] * DEEP, -DEEP), (2000.0 - leans[1] * DEEP, -DEEP), (2000.0, 0.0), (0.0, 0.0))


def boards(job: Job, role: str) -> list[Part]:
    return [part for run in made(job).runs for part in run.parts if part.tag.role == role]


angle = st.floats(62.0, 118.0)


@given(angle, angle)
def test_a_top_fills_the_space_between_two_walls(left: float, right: float) -> None:
    job, whole = filled(left, right)
    (top,) = boards(job, "worktop")
    space = Polygon(whole)
    slack = 3.0 * DEEP * 2 + 1.0  # what a wall leans by within 3 mm is left to the scriber
    assert float(Polygon(top.above).symmetric_difference(space).area) < slack
    if all(abs(1 / tan(radians(a)) * DEEP) > 3.0 for a in (left, right)):
        assert float(Polygon(top.above).symmetric_difference(space).area) < 0.5
    assert not top.edges.w1 and not top.edges.w2, "no band at a wall"
    assert not [f for f in findings(made(job)) if f.code in ("worktop-overhang", "overlap")]


@given(angle, angle, st.booleans())
def test_upstands_return_along_both_walls(left: float, right: float, is_splash: bool) -> None:
    job, whole = filled(left, right)
    job = set_job_rule(job, CATALOG, "splash" if is_splash else "upstand", "whole" if is_splash else 80.0)
    role = "backsplash" if is_splash else "upstand"
    (behind,), returns = boards(job, role), boards(job, f"{role} return")
    assert [part.tag.side for part in returns] == ["left", "right"]
    thick, space = behind.thickness.value, Polygon(whole).buffer(1e-3)
    plans = [Polygon(_plan(part)) for part in (behind, *returns)]
    assert all(space.contains(plan) for plan in plans), "each within the walls and the front edge"
    assert all(float(plans[0].intersection(plan).area) < 0.1 for plan in plans[1:])
    for plan, line in zip(plans[1:], ((whole[3], whole[0]), (whole[2], whole[1])), strict=True):
        assert float(LineString(line).distance(plan)) < 1e-6
        assert float(plan.buffer(1e-6).intersection(LineString(line)).length) == pytest.approx(plan.area / thick, abs=0.01)
        reach = min(y for _, y in plan.exterior.coords)
        assert reach == pytest.approx(-DEEP, abs=1e-6), "to the front edge of the top"
        assert float(plan.distance(plans[0])) < thick * 0.54, "against the board behind the top"


def _plan(part: Part) -> Ring:
    length, _, thick = part.size
    return tuple(part.frame.out((x, 0.0, z))[:2] for x, z in ((0, 0), (length, 0), (length, thick), (0, thick)))


@given(angle, angle)
def test_a_plinth_goes_on_to_the_walls(left: float, right: float) -> None:
    job, _ = filled(left, right)
    (plinth,) = boards(job, "plinth")
    y = plinth.frame.origin.y - plinth.thickness.value
    for lean, end in ((1 / tan(radians(left)), plinth.box[0].x), (1 / tan(radians(right)), 2000.0 - plinth.box[1].x)):
        gap = end - lean * -y
        assert -1e-6 <= gap <= max(3.0, 20.0 * abs(lean)) + 0.01


def test_a_square_wall_by_hand() -> None:
    """A base 600 wide at the left wall: the top 620 × 601 with its overhang at the right; the return is 601 less the board behind it."""
    job = set_job_rule(place_unit(a_room(), CATALOG, "base", Spot(ROOM, "back", 0.0)).job, CATALOG, "upstand", 100.0)
    behind, back = boards(job, "upstand")[0], boards(job, "upstand return")
    assert behind.size == pytest.approx((610.0, 100.0, 30.0))
    assert [part.size for part in back] == [pytest.approx((571.0, 100.0, 30.0))]
    assert [tuple(corner) for corner in back[0].box] == [pytest.approx((0.0, -601.0, 900.0)), pytest.approx((30.0, -30.0, 1000.0))]
    assert (back[0].edges.w1, back[0].edges.w2) == (back[0].finish.band, None)
    assert not boards(set_job_rule(job, CATALOG, "splash_returns", "none"), "upstand return")


def test_a_return_over_a_window_of_the_other_wall_is_told() -> None:
    job = set_job_rule(place_unit(a_room(), CATALOG, "base", Spot(ROOM, "back", 0.0)).job, CATALOG, "upstand", 100.0)
    near = add_opening(job, ROOM, "left", "window", 2500.0, width=400.0).job
    low = change_opening(near, ROOM, "left", near.face(ROOM, "left").openings[0].id, sill=930.0)
    assert not [f for f in findings(made(change_opening(low, ROOM, "left", "window1", sill=1000.0))) if f.code == "upstand-window"]
    (found,) = [f for f in findings(made(low)) if f.code == "upstand-window"]
    assert found.text == "Worktop Wall A 1: its upstand covers 70 mm of a window."
    away = change_opening(low, ROOM, "left", "window1", x=1000.0)
    assert not [f for f in findings(made(away)) if f.code == "upstand-window"]


def test_a_top_at_a_wall_of_80_degrees_by_hand() -> None:
    """tan 10° of 601 is 105.97: so much longer is its front edge than its back."""
    job = a_leaning_room(100.0, 90.0, 3000.0)
    job = place_unit(job, CATALOG, "base", Spot(ROOM, "wall1", 0.0)).job
    (top,) = boards(job, "worktop")
    assert top.length.value == pytest.approx(600.0 + 10.0 + 105.97, abs=0.01)
    assert top.length.terms[-1].name == "to the wall"
