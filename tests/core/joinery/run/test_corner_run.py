"""Worktops and plinths round corners: by hand, and against shapely for corners of any angle."""

from math import cos, radians, sin, tan

import pytest
from hypothesis import given
from hypothesis import strategies as st
from shapely import Polygon, box, union_all

from makers import CATALOG, ROOM, WALL, a_room, made
from tallplank.core.check.finding import findings
from tallplank.core.edit.standard import set_job_rule
from tallplank.core.edit.survey.room import add_room_of
from tallplank.core.edit.survey.walled import add_opening
from tallplank.core.edit.unit import Spot, change_units, place_unit, set_rule
from tallplank.core.job.job import Job
from tallplank.core.joinery.made import Made
from tallplank.core.joinery.part.part import Part
from tallplank.core.joinery.run.run import Run
from tallplank.core.joinery.workshop import Workshop
from tallplank.core.space.outline import Ring

FRONT, OVER = 560.0 + 2.0 + 19.0, 20.0
DEEP = FRONT + OVER


def an_ell(kind: str | None, corner: str = "left", top_corner: str = "mitre") -> Job:
    """A base on the back wall and drawers on a side wall, with a unit in the corner or 640 free on either side of it."""
    job = set_job_rule(a_room(), CATALOG, "top_corner", top_corner)
    wide, deep = (640.0, 640.0) if kind is None else (CATALOG.kinds[kind].width, CATALOG.kinds[kind].depth)
    if kind is not None:
        job = place_unit(job, CATALOG, kind, Spot(ROOM, WALL, 0.0 if corner == "left" else 4200.0 - wide)).job
    job = place_unit(job, CATALOG, "base", Spot(ROOM, WALL, wide if corner == "left" else 4200.0 - wide - 600.0)).job
    return place_unit(job, CATALOG, "drawers", Spot(ROOM, corner, 3000.0 - deep - 600.0 if corner == "left" else deep)).job


def a_cornered_room(angle: float, first: float, second: float) -> tuple[Job, float, float]:
    """A room whose first two walls meet at an angle, with units of these depths that end 40 before each other's fronts."""
    x, y = 6000.0 - 4500.0 * cos(radians(angle)), 5000.0 - 4500.0 * sin(radians(angle))
    job = add_room_of(Job(name="Test"), "Room", ((0.0, 5000.0), (6000.0, 5000.0), (x, y), (0.0, min(y, 0.0) - 800.0)), 2500.0).job
    deep, other = first + FRONT - 560.0, second + FRONT - 560.0
    from_corner = max((other + deep * cos(radians(angle))) / sin(radians(angle)), 0.0)
    begin = max((deep + other * cos(radians(angle))) / sin(radians(angle)), 0.0)
    job = place_unit(job, CATALOG, "base", Spot(ROOM, "wall1", 6000.0 - from_corner - 40.0 - 1800.0), depth=first, width=1800.0).job
    return place_unit(job, CATALOG, "drawers", Spot(ROOM, "wall2", begin + 40.0), depth=second, width=1800.0).job, deep + OVER, other + OVER


def tops(job: Job) -> list[Run]:
    return [run for run in made(job).runs if run.what == "top"]


def in_room(job: Made, run: Run, part: Part) -> Polygon:
    return Polygon(job.faces[run.room][run.face].frame.flat_out(part.above))


def areas(job: Job, what: str = "top") -> list[Polygon]:
    whole = made(job)
    return [in_room(whole, run, part) for run in whole.runs if run.what == what for part in run.parts]


def ring(points: Ring) -> set[tuple[float, float]]:
    return {(round(x, 3), round(y, 3)) for x, y in points}


@pytest.mark.parametrize("corner", ["left", "right"])
def test_a_plain_corner_is_mitred_from_wall_to_front(corner: str) -> None:
    """By hand: both tops are 601 deep, the units end 1240 from the corner and the tops 10 farther."""
    one, other = sorted(tops(an_ell(None, corner)), key=lambda run: run.face != "back")
    mitred = ring(one.parts[0].ring)
    long, deep = 1250.0, DEEP
    expected = (
        {(0.0, deep), (long, deep), (deep, 0.0), (long, 0.0)}
        if corner == "left"
        else {(0.0, 0.0), (0.0, deep), (long, deep), (long - deep, 0.0)}
    )
    assert mitred == expected
    assert other.parts[0].size == one.parts[0].size


def test_a_butted_corner_has_the_left_one_through() -> None:
    one, other = sorted(tops(an_ell(None, "left", "butt")), key=lambda run: run.face != "left")
    assert one.parts[0].size[:2] == pytest.approx((1250.0, DEEP))
    assert other.parts[0].size[:2] == pytest.approx((1250.0 - DEEP, DEEP))
    assert (one.parts[0].form.is_square, other.parts[0].form.is_square) == (True, True)


@pytest.mark.parametrize("corner", ["left", "right"])
@pytest.mark.parametrize("kind", ["corner-ell", "corner-diagonal"])
@pytest.mark.parametrize("top_corner", ["mitre", "butt"])
def test_corner_units_are_covered_with_their_overhang(kind: str, corner: str, top_corner: str) -> None:
    """By hand: two strips 601 deep and 1510 long share their square; a diagonal adds the triangle before its front.

    The front of a diagonal lies in the line from (560, 340) to (900, ...), moved out by 20: x - y = 560 + 20 * sqrt(2) there.
    """
    found = areas(an_ell(kind, corner, top_corner))
    assert sum(a.area for a in found) == pytest.approx(union_all(found).area, abs=1.0)
    both = 2 * 1510.0 * DEEP - DEEP**2
    leg = 340.0 + 560.0 + 20.0 * 2**0.5 - 2 * 0.0 - DEEP
    triangle = (900.0 - (DEEP - 560.0 - 20.0 * 2**0.5) - DEEP) ** 2 / 2 if kind == "corner-diagonal" else 0.0
    assert leg > 0
    assert union_all(found).area == pytest.approx(both + triangle, abs=2.0)


@given(st.floats(62, 150), st.floats(350, 700), st.floats(350, 700), st.sampled_from(["mitre", "butt"]))
def test_tops_at_any_corner_cover_it_without_gap_or_overlap(angle: float, first: float, second: float, top_corner: str) -> None:
    """Against shapely: both strips on to the corner, each cut at the other's wall, joined."""
    job, deep, other = a_cornered_room(angle, first, second)
    job = set_job_rule(job, CATALOG, "top_corner", top_corner)
    whole = made(job)
    found = areas(job)
    assert len(found) == 2
    one, two = found
    assert one.intersection(two).area < 0.1
    frames = [whole.faces[ROOM][wall].frame for wall in ("wall1", "wall2")]
    left, right = whole.units[0].placed.x - 10.0, whole.units[1].placed.right + 10.0
    strips = [box(left, -deep, 9000.0, 0.0), box(-9000.0, -other, right, 0.0)]
    first_strip, second_strip = (Polygon(f.flat_out(list(s.exterior.coords)[:-1])) for f, s in zip(frames, strips, strict=True))
    room = Polygon(job.rooms[0].corners)
    expected = union_all([first_strip, second_strip]).intersection(room)
    assert union_all(found).symmetric_difference(expected).area < 1e-6 * expected.area
    assert union_all([a.buffer(1e-3) for a in found]).geom_type == "Polygon"


@given(st.floats(62, 165), st.floats(350, 700), st.floats(350, 700))
def test_plinths_meet_at_any_corner(angle: float, first: float, second: float) -> None:
    """Their faces end where their lines cross; boards share at most the wedge of their thickness."""
    job, _, _ = a_cornered_room(angle, first, second)
    one, two = areas(job, "plinth")
    assert one.distance(two) < 0.01
    assert one.intersection(two).area < 18.0 * 18.0 / abs(tan(radians(angle / 2))) + 18.0 * 18.0


@pytest.mark.parametrize("corner", ["left", "right"])
def test_plinths_stand_square_against_each_other(corner: str) -> None:
    """By hand: faces 482 before the walls; the right one begins 18 behind the left one's end."""
    plinths = {run.face: run.parts[0] for run in made(an_ell(None, corner)).runs if run.what == "plinth"}
    left, right = (plinths["left"], plinths["back"]) if corner == "left" else (plinths["back"], plinths["right"])
    assert left.size[0] == pytest.approx(1240.0 - 482.0 - 18.0)
    assert right.size[0] == pytest.approx(1240.0 - 482.0)
    one, two = areas(an_ell(None, corner), "plinth")
    assert one.intersection(two).area == pytest.approx(0.0, abs=1e-6)
    assert one.distance(two) == pytest.approx(0.0, abs=1e-6)


def test_a_diagonal_corner_has_its_plinth_across() -> None:
    """By hand: the front runs at 45 degrees, set back by 78 + 20 like the others; the piece across lies between both lines."""
    parts = [part for run in made(an_ell("corner-diagonal")).runs if run.what == "plinth" for part in run.parts]
    across = next(p for p in parts if abs(p.frame.x.x) < 0.9)
    assert abs(across.frame.x.y) == pytest.approx(cos(radians(45)))
    found = areas(an_ell("corner-diagonal"), "plinth")
    assert all(min(a.distance(b) for b in found if b is not a) < 0.01 for a in found)


def test_joints_are_bolted_from_below() -> None:
    runs = tops(an_ell(None))
    assert sum(f.count.value for run in runs for f in run.fittings if f.role == "top-bolt") == 3
    for run in runs:
        (part,) = run.parts
        assert len(part.pockets) == 3
        for pocket in part.pockets:
            assert (pocket.low.z, pocket.high.z) == (0.0, 20.0)
            assert pocket.outline is not None
            assert Polygon(part.ring).buffer(0.01).contains(Polygon(pocket.outline))
    straight = made(place_unit(a_room(), CATALOG, "base", Spot(ROOM, WALL, 900.0)).job)
    assert not [f for run in straight.runs for f in run.fittings if f.role == "top-bolt"]


@pytest.mark.parametrize("top_corner", ["mitre", "butt"])
def test_tops_with_other_overhangs_still_meet(top_corner: str) -> None:
    """By hand: 601 and 641 deep, 1250 long each; the square in the corner is 601 by 641."""
    job = set_rule(an_ell(None, "left", top_corner), CATALOG, ["u2"], "top_front", 60.0)
    one, two = areas(job)
    assert one.intersection(two).area < 0.1
    assert union_all([one, two]).area == pytest.approx(1250.0 * 601.0 + 1250.0 * 641.0 - 601.0 * 641.0, abs=1.0)


def test_tops_that_are_not_level_or_far_apart_do_not_meet() -> None:
    job = an_ell(None)
    assert all(part.form.is_square for run in tops(change_units(job, CATALOG, ["u1"], height=900.0)) for part in run.parts)
    assert all(part.form.is_square for run in tops(change_units(job, CATALOG, ["u1"], x=1500.0)) for part in run.parts)


def test_corners_have_no_findings_of_their_own() -> None:
    for kind in (None, "corner-ell", "corner-diagonal", "blind-corner"):
        for corner in ("left", "right"):
            assert [f.code for f in findings(made(an_ell(kind, corner))) if f.code.startswith(("worktop", "run"))] == []


def test_a_run_is_made_anew_only_where_its_corner_changed() -> None:
    job, workshop = an_ell(None), Workshop(CATALOG)
    before = workshop.make(job)
    built = workshop.built["run"]
    moved = workshop.make(change_units(job, CATALOG, ["u2"], width=500.0))
    assert workshop.built["run"] - built == 4, "both of the wall, and both that meet them round the corner"
    again = made(moved.job)
    assert [(r.id, [(p.size, p.ring) for p in r.parts]) for r in moved.runs] == [
        (r.id, [(p.size, p.ring) for p in r.parts]) for r in again.runs
    ]
    assert before.runs != moved.runs


def test_slanted_and_bowed_units_carry_a_top_of_their_shape() -> None:
    job = place_unit(a_room(), CATALOG, "base", Spot(ROOM, WALL, 1000.0)).job
    job = place_unit(job, CATALOG, "end-slanted", Spot(ROOM, WALL, 1600.0)).job
    job = place_unit(job, CATALOG, "base-bow", Spot(ROOM, WALL, 400.0)).job
    (run,) = tops(job)
    (part,) = run.parts
    whole = made(job)
    shape = Polygon(whole.faces[ROOM][WALL].frame.flat_out(part.above))
    for unit in whole.units:
        assert shape.buffer(0.01).contains(Polygon(whole.face(unit).frame.flat_out(unit.outline)))
    assert not part.form.is_square


def test_upstands_stand_on_the_top_along_the_wall() -> None:
    """By hand: a base 600 wide with 10 over at both ends; a stone of 30 stands 100 high on 870 + 30."""
    job = set_job_rule(place_unit(a_room(), CATALOG, "base", Spot(ROOM, WALL, 900.0)).job, CATALOG, "upstand", 100.0)
    (run,) = tops(job)
    top, upstand = run.parts
    assert upstand.size == pytest.approx((620.0, 100.0, 30.0))
    assert [tuple(corner) for corner in upstand.box] == [pytest.approx((890.0, -30.0, 900.0)), pytest.approx((1510.0, 0.0, 1000.0))]
    assert top.size[0] == 620.0
    assert tops(set_job_rule(job, CATALOG, "upstand", 0.0))[0].parts == (top,)


@pytest.mark.parametrize("corner", ["left", "right"])
@pytest.mark.parametrize("kind", [None, "corner-ell"])
def test_upstands_meet_in_the_corner(corner: str, kind: str | None) -> None:
    job = set_job_rule(an_ell(kind, corner), CATALOG, "upstand", 80.0)
    whole = made(job)
    found = [in_room(whole, run, part) for run in tops(job) for part in run.parts if part.name.startswith("upstand")]
    one, other = found
    assert one.distance(other) == pytest.approx(0.0, abs=1e-6)
    assert one.intersection(other).area == pytest.approx(0.0, abs=1e-3)
    assert sum(p.area for p in found) == pytest.approx(
        30.0 * (sum(max(q.bounds[2] - q.bounds[0], q.bounds[3] - q.bounds[1]) for q in found))
    )


def test_an_upstand_before_a_window_is_told() -> None:
    job = place_unit(a_room(), CATALOG, "base", Spot(ROOM, WALL, 900.0)).job
    job = add_opening(job, ROOM, WALL, "window", 1000.0, sill=950.0).job
    assert not [f for f in findings(made(job)) if f.code == "upstand-window"]
    (found,) = [f for f in findings(made(set_job_rule(job, CATALOG, "upstand", 100.0))) if f.code == "upstand-window"]
    assert "covers 50 mm of a window" in found.text
    assert not [f for f in findings(made(set_job_rule(job, CATALOG, "upstand", 50.0))) if f.code == "upstand-window"]
