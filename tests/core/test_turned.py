"""Nothing depends on which way a room lies: turned, every part, list, price, finding and drawing is what it was."""

from math import cos, radians, sin

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from makers import CATALOG, ELL, ROOM, WALL, a_furnished_ell, a_room, a_wall_of, made, the_demo
from tallplank.core.check.finding import findings
from tallplank.core.check.overlap import OverlapFinder, ids_of
from tallplank.core.derive.derived import Deriver
from tallplank.core.draw.dimension import set_out
from tallplank.core.draw.elevation import elevation
from tallplank.core.draw.plan import face_at, plan
from tallplank.core.draw.primitive import Chain
from tallplank.core.edit.group import add_island, change_group, turn_group
from tallplank.core.edit.snap import Mover, rest
from tallplank.core.edit.survey.room import add_room_of, change_room, turn_room
from tallplank.core.edit.survey.service import add_service
from tallplank.core.edit.survey.standing import add_column, add_slope, add_soffit
from tallplank.core.edit.unit import Spot, place_unit
from tallplank.core.job.face import faces_of
from tallplank.core.job.job import Job
from tallplank.core.solid.scene import SolidMaker
from tallplank.core.space.outline import area, holds

ANGLES = st.sampled_from((30.0, 45.0, 90.0, 137.5, 180.0, -63.0)) | st.floats(-180, 180)


def a_whole_ell() -> Job:
    """The furnished ell with all that a survey finds: a breast, a soffit with its rail, a slope, services, a cornice."""
    job = a_furnished_ell()
    job = add_column(job, ROOM, (900.0, 300.0), "chimney").job
    job = add_soffit(job, ROOM, ((0, 3600), (1200, 3600), (1200, 4000), (0, 4000)), 2300.0, molding=True).job
    job = add_slope(job, ROOM, "wall4", 2400.0, 500.0).job
    job = add_service(job, ROOM, "wall1", "socket", 2500.0).job
    return change_room(job, ROOM, cornice=True)


FURNISHED = a_whole_ell()
BEFORE = Deriver(CATALOG).derive(FURNISHED)


@settings(max_examples=12, deadline=None)
@given(ANGLES)
def test_parts_lists_price_and_findings_do_not_know_how_the_room_is_turned(degrees: float) -> None:
    after = Deriver(CATALOG).derive(turn_room(FURNISHED, ROOM, degrees))
    assert [u.parts for u in after.made.units] == [u.parts for u in BEFORE.made.units]
    assert [(r.label, r.parts, r.fittings) for r in after.made.runs] == [(r.label, r.parts, r.fittings) for r in BEFORE.made.runs]
    assert (after.shop.cutlist, after.shop.schedule) == (BEFORE.shop.cutlist, BEFORE.shop.schedule)
    assert after.shop.price.total == BEFORE.shop.price.total
    assert [(f.code, f.text) for f in after.findings] == [(f.code, f.text) for f in BEFORE.findings]
    assert {f.code for f in after.findings} >= {"overlap"}


@settings(max_examples=12, deadline=None)
@given(ANGLES)
def test_elevations_are_the_same_and_plans_measure_the_same(degrees: float) -> None:
    job = turn_room(FURNISHED, ROOM, degrees)
    shown = made(job)
    for face in job.rooms[0].face_ids:
        old, new = elevation(BEFORE.made, ROOM, face), elevation(shown, ROOM, face)
        assert (old.shapes, old.targets) == (new.shapes, new.targets) or _is_near(old.low + old.high, new.low + new.high)
        assert [c.measures for c in old.chains] == [c.measures for c in new.chains]
    old, new = plan(BEFORE.made, ROOM), plan(shown, ROOM)
    assert sorted(map(_spaces, old.chains)) == sorted(map(_spaces, new.chains))
    assert [t.owner for t in old.targets] == [t.owner for t in new.targets]
    assert [area(t.ring) for t in new.targets] == pytest.approx([area(t.ring) for t in old.targets])


def _is_near(a: tuple, b: tuple) -> bool:
    return all(abs(x - y) < 1e-6 for x, y in zip(a, b, strict=True))


def _spaces(chain: Chain) -> tuple:
    """What a chain measures and how long it is, whichever way it runs."""
    spaces = [(round(b - a, 6), str(m)) for a, b, m in zip(chain.ticks, chain.ticks[1:], chain.measures, strict=False)]
    return min(tuple(spaces), tuple(reversed(spaces)))


@settings(max_examples=12, deadline=None)
@given(ANGLES)
def test_solids_are_turned_as_a_whole(degrees: float) -> None:
    old, new = (SolidMaker().solids(m, ROOM) for m in (BEFORE.made, made(turn_room(FURNISHED, ROOM, degrees))))
    c, s = cos(radians(degrees)), sin(radians(degrees))
    turn = np.array(((c, s, 0), (-s, c, 0), (0, 0, 1)))
    pivot = np.array((*ELL[0], 0.0))
    for a, b in zip(old.batches, new.batches, strict=True):
        assert np.abs((a.faces.corners - pivot) @ turn + pivot - b.faces.corners).max() < 0.01
        assert np.abs(a.faces.normals @ turn - b.faces.normals).max() < 1e-5
    assert [len(b.faces) for b in old.shell] == [len(b.faces) for b in new.shell]
    assert [b.owner for b in new.blocks] == [u.unit.id for u in BEFORE.made.units]


@settings(max_examples=25, deadline=None)
@given(ANGLES, st.sampled_from(FURNISHED.rooms[0].face_ids), st.floats(-100, 5100), st.sampled_from((450.0, 600.0)))
def test_things_come_to_rest_at_the_same_places(degrees: float, face: str, x: float, width: float) -> None:
    job = turn_room(FURNISHED, ROOM, degrees)
    mover = Mover(width, 560, 150, 870)
    old = rest(BEFORE.made, ROOM, FURNISHED.face(ROOM, face), mover, x, 40)
    new = rest(made(job), ROOM, job.face(ROOM, face), mover, x, 40)
    assert new.x == pytest.approx(old.x, abs=1e-6)
    assert new.relation == old.relation


@settings(max_examples=25, deadline=None)
@given(ANGLES)
def test_pointing_at_the_middle_of_a_unit_finds_it_and_its_face(degrees: float) -> None:
    job = turn_room(FURNISHED, ROOM, degrees)
    drawing, faces = plan(made(job), ROOM), faces_of(job.rooms[0])
    for target in drawing.targets:
        if target.owner not in {u.id for u in job.units}:
            continue
        unit = job.unit(str(target.owner))
        middle = (sum(p[0] for p in target.ring) / len(target.ring), sum(p[1] for p in target.ring) / len(target.ring))
        assert holds(target.ring, middle) or unit.kind.startswith("corner")
        near = faces[unit.face].frame.out((unit.x + unit.width / 2, -10, 0))
        assert face_at(faces, (near.x, near.y))[0].id == unit.face


def test_texts_of_a_turned_plan_are_read_from_below_or_the_right() -> None:
    for degrees in range(0, 360, 15):
        out = set_out(plan(made(turn_room(a_wall_of("base", "drawers"), ROOM, degrees)), ROOM).chains, 60, lambda v: f"{v:.0f}")
        assert all(-90 < t.angle <= 90 + 1e-6 for t in out.texts)
        assert {t.text for t in out.texts} >= {"600", "4200", "3000"}


@pytest.mark.parametrize("degrees", [0.0, 30.0])
def test_the_demo_turned_has_the_same_numbers(degrees: float) -> None:
    job = the_demo().job
    old, new = (Deriver(CATALOG).derive(j) for j in (job, turn_room(job, ROOM, degrees)))
    assert new.shop.price.total == old.shop.price.total
    assert new.findings == old.findings


def test_a_worktop_may_overhang_where_the_room_goes_on_and_not_where_a_wall_stands() -> None:
    job = add_room_of(Job(name="Test"), "Room", ELL, 2500).job
    job = place_unit(job, CATALOG, "base", Spot(ROOM, "wall2", 900.0)).job
    (end,) = (r for r in made(job).runs if r.what == "top")
    assert [p.box[0].x for p in end.parts] + [p.box[1].x for p in end.parts] == [890, 1510]
    job = place_unit(job, CATALOG, "base", Spot(ROOM, "wall1", 0.0)).job
    start = next(r for r in made(job).runs if r.what == "top")
    assert start.parts[0].box[0].x == 0


def test_outlines_overlap_and_not_the_boxes_around_them() -> None:
    job, (group, front, _) = add_island(a_room(), ROOM, 1500, 1500, 600, turn=45)
    job = place_unit(job, CATALOG, "base", Spot(ROOM, front)).job
    near = 3000 - 581.0
    job = place_unit(job, CATALOG, "base", Spot(ROOM, WALL, 1500.0)).job

    def overlapping(job: Job) -> frozenset[str]:
        return ids_of(OverlapFinder().overlaps(made(job)))

    corner = 1500 + 600 / 2**0.5
    assert overlapping(job) == frozenset()
    assert overlapping(change_group(job, ROOM, group, y=1500 + near - corner - 1)) == frozenset()
    assert overlapping(change_group(job, ROOM, group, y=1500 + near - corner + 2)) == {"u1", "u2"}
    beside = change_group(job, ROOM, group, x=2000, y=2200)
    assert overlapping(beside) == frozenset(), "their boxes overlap, they do not"


@settings(max_examples=30, deadline=None)
@given(st.floats(-180, 180), st.floats(-3000, 3000), st.floats(-3000, 3000))
def test_a_group_moved_and_turned_keeps_its_inside(degrees: float, x: float, y: float) -> None:
    job, (group, front, back) = add_island(a_room(), ROOM, 1500, 1500, 1200)
    for face in (front, back):
        job = place_unit(job, CATALOG, "drawers", Spot(ROOM, face, 300.0)).job
    moved = turn_group(change_group(job, ROOM, group, x=x, y=y), ROOM, group, degrees)
    old, new = made(job), made(moved)
    assert [u.parts for u in new.units] == [u.parts for u in old.units]
    assert [r.parts for r in new.runs] == [r.parts for r in old.runs]
    a, b = (m.frame(m.units[0]).origin for m in (old, new))
    c, d = (m.frame(m.units[1]).origin for m in (old, new))
    assert np.hypot(*np.subtract(a, c)[:2]) == pytest.approx(np.hypot(*np.subtract(b, d)[:2]))
    assert [f.code for f in findings(old)] == []


def test_the_elevation_of_an_island_is_as_high_as_what_stands_there() -> None:
    job, (_, front, back) = add_island(a_room(), ROOM, 1000, 1500, 1200)
    job = place_unit(job, CATALOG, "drawers", Spot(ROOM, front)).job
    shown = made(job)
    assert elevation(shown, ROOM, front).high[1] == 900
    assert elevation(shown, ROOM, back).high[1] == 900, "the worktop over it is seen from behind too"
    empty, (_, face, _) = add_island(a_room(), ROOM, 1000, 1500, 1200)
    assert elevation(made(empty), ROOM, face).high[1] == job.rooms[0].height
