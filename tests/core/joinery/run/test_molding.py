"""Crowns and light rails: by hand, and that their pieces meet in space."""

from itertools import pairwise
from math import cos, radians, sin, tan

import pytest
from hypothesis import given
from hypothesis import strategies as st

from makers import CATALOG, ROOM, WALL, a_room, made
from tallplank.core.catalog.hardware import Molding
from tallplank.core.edit.standard import set_job_hardware, set_job_rule
from tallplank.core.edit.survey.room import add_room_of
from tallplank.core.edit.unit import Spot, change_units, place_unit, set_rule
from tallplank.core.job.job import Job
from tallplank.core.joinery.part.form.swept import Swept
from tallplank.core.joinery.part.part import Part
from tallplank.core.joinery.run.run import Run
from tallplank.core.money.price import entries
from tallplank.core.shop.cutlist import cutlist
from tallplank.core.shop.moldinglist import flat_settings, moldinglist
from tallplank.core.space.frame import Frame, Vec


def crowned(job: Job | None = None, rail: str = "no") -> Job:
    return set_job_rule(set_job_rule(job or a_room(), CATALOG, "crown", "yes"), CATALOG, "light_rail", rail)


def a_row(*depths: float, job: Job | None = None, x: float = 400.0, rail: str = "no") -> Job:
    job = crowned(job, rail)
    for number, depth in enumerate(depths):
        job = place_unit(job, CATALOG, "wall", Spot(ROOM, WALL, x + 600.0 * number), depth=depth).job
    return job


def runs(job: Job, what: str = "crown") -> list[Run]:
    return [run for run in made(job).runs if run.what == what]


def ends(part: Part, frame: Frame) -> tuple[list[Vec], list[Vec]]:
    """Where the corners of the profile lie at both ends of a piece, in the room."""
    form = part.form
    assert isinstance(form, Swept)
    whole = part.frame.then(frame)
    both = [form._ends(part.size, y, z) for y, z in form.profile]
    first = [whole.out((a, y, z)) for (a, _), (y, z) in zip(both, form.profile, strict=True)]
    return first, [whole.out((b, y, z)) for (_, b), (y, z) in zip(both, form.profile, strict=True)]


def gap(one: list[Vec], other: list[Vec]) -> float:
    return max(max(abs(a - b) for a, b in zip(p, q, strict=True)) for p, q in zip(one, other, strict=True))


def test_a_crown_returns_to_the_wall_at_free_ends() -> None:
    """By hand: 600 along the front and 320 back to the wall, a cove that stands out 60: 60 more for each outer mitre."""
    (run,) = runs(a_row(320.0))
    assert [round(part.length.value, 3) for part in run.parts] == [380.0, 720.0, 380.0]
    assert [part.size[1:] for part in run.parts] == [(70.0, 60.0)] * 3
    assert {part.box[0].z for part in run.parts} == {1400.0 + 720.0}
    rows = moldinglist(made(a_row(320.0)))
    assert [(r.first.kind, r.last.kind, r.last.saw.miter) for r in rows] == [
        ("square", "outer", 45.0),
        ("outer", "outer", 45.0),
        ("outer", "square", 0.0),
    ]


def test_a_crown_follows_steps_in_depth() -> None:
    """By hand: a unit 80 deeper: 80 + 60 for its sides (inner and outer mitre), 600 + 120 for its front."""
    (run,) = runs(a_row(320.0, 400.0, 320.0))
    assert [round(part.length.value, 3) for part in run.parts] == [380.0, 660.0, 140.0, 720.0, 140.0, 660.0, 380.0]


def test_crowns_end_at_walls_and_taller_units() -> None:
    (run,) = runs(a_row(320.0, x=0.0))
    assert len(run.parts) == 2, "nothing returns at the wall"
    tall = place_unit(a_row(320.0), CATALOG, "tall", Spot(ROOM, WALL, 1000.0), height=2200.0).job
    one, other = runs(tall)
    assert [len(r.parts) for r in (one, other)] == [2, 3]
    level = place_unit(a_row(320.0), CATALOG, "tall", Spot(ROOM, WALL, 1000.0), height=1970.0).job
    (both,) = runs(level)
    assert len(both.parts) == 5


def test_light_rails_are_flush_with_the_fronts() -> None:
    """By hand: a square rail 18 thick and 35 high below a unit whose fronts end 341 before the wall."""
    (run,) = runs(a_row(320.0, rail="yes"), "light-rail")
    assert [round(part.length.value, 3) for part in run.parts] == [341.0, 600.0, 341.0]
    assert min(part.box[0].y for part in run.parts) == pytest.approx(-341.0)
    assert {(part.box[0].z, part.box[1].z) for part in run.parts} == {(1365.0, 1400.0)}
    assert (min(p.box[0].x for p in run.parts), max(p.box[1].x for p in run.parts)) == (400.0, 1000.0)


def test_a_unit_may_have_none_and_another_profile_may_be_chosen() -> None:
    job = a_row(320.0, 320.0)
    (run,) = runs(set_rule(job, CATALOG, ["u2"], "crown", "no"))
    assert run.members == ("u1",)
    other = set_job_hardware(job, CATALOG, "crown", "crown-plain-40")
    assert {part.size[1:] for part in runs(other)[0].parts} == {(40.0, 40.0)}
    assert runs(set_job_rule(job, CATALOG, "crown", "no")) == []


def test_what_stands_on_a_unit_takes_its_crown() -> None:
    job = place_unit(a_row(320.0), CATALOG, "wall", Spot(ROOM, WALL, 400.0), z=2120.0, height=300.0).job
    assert [run.members for run in runs(job)] == [("u2",)]


@given(
    st.lists(st.floats(250, 600), min_size=1, max_size=4),
    st.sampled_from(sorted(k for k, h in CATALOG.hardware.items() if h.role == "crown")),
)
def test_pieces_of_a_crown_meet_in_space(depths: list[float], profile: str) -> None:
    job = set_job_hardware(a_row(*depths), CATALOG, "crown", profile)
    whole = made(job)
    for run in runs(job):
        frame = whole.faces[run.room][run.face].frame
        for one, other in pairwise(run.parts):
            assert gap(ends(one, frame)[1], ends(other, frame)[0]) < 1e-6


@given(st.floats(60, 150), st.floats(250, 400), st.floats(250, 400))
def test_crowns_go_on_round_corners_of_any_angle(angle: float, first: float, second: float) -> None:
    """The pieces of both walls meet at one plane; the reach is added or taken by the tangent of half the turn."""
    turn = radians(angle)
    x, y = 5000.0 - 4000.0 * cos(turn), 5000.0 - 4000.0 * sin(turn)
    job = add_room_of(Job(name="Test"), "Room", ((0.0, 5000.0), (5000.0, 5000.0), (x, y), (0.0, min(y, 0.0) - 800.0)), 2500.0).job
    along = max((second + first * cos(turn)) / sin(turn), 0.0)
    begin = max((first + second * cos(turn)) / sin(turn), 0.0)
    job = place_unit(crowned(job), CATALOG, "wall", Spot(ROOM, "wall1", 5000.0 - along - 60.0 - 900.0), depth=first, width=900.0).job
    job = place_unit(job, CATALOG, "wall", Spot(ROOM, "wall2", begin + 60.0), depth=second, width=900.0).job
    whole = made(job)
    one, other = runs(job)
    meeting = ends(one.parts[-1], whole.faces[ROOM]["wall1"].frame)[1], ends(other.parts[0], whole.faces[ROOM]["wall2"].frame)[0]
    assert gap(*meeting) < 1e-5
    form = one.parts[-1].form
    assert isinstance(form, Swept)
    assert form.end.z == pytest.approx(-tan(radians(180.0 - angle) / 2))


def test_long_crowns_are_cut_from_the_lengths_that_are_sold() -> None:
    job = crowned(a_room(width=12_000.0))
    for number in range(12):
        job = place_unit(job, CATALOG, "wall", Spot(ROOM, WALL, 800.0 * number), width=800.0).job
    (run,) = runs(job)
    molding = CATALOG.hardware["crown-cove-70"]
    assert isinstance(molding, Molding)
    assert all(part.length.value <= max(molding.lengths) + 2 * molding.reach for part in run.parts)
    assert sum(p.length.value for p in run.parts) == pytest.approx(9600.0 + 60.0 + 320.0 + 60.0)


def test_moldings_are_listed_and_paid_by_the_metre() -> None:
    """By hand: 1.48 m of a cove at 9.80, 35 % waste as for solid wood."""
    job = a_row(320.0)
    rows = [row for row in cutlist(made(job)) if row.owner.startswith("crown")]
    assert [(row.quantity, row.material.split(",")[0]) for row in rows] == [(1, "Crown"), (1, "Crown"), (1, "Crown")]
    assert {row.shape for row in rows} == {
        "last end mitred 45.0°",
        "first end mitred 45.0°",
        "both ends mitred 45.0°",
    }
    solid = sum(e.amount for e in entries(made(job), runs(job)[0].id) if e.kind == "solid")
    assert solid == pytest.approx(1.48 * 9.8 * 1.35)


def test_the_saw_for_a_molding_that_lies_flat() -> None:
    """Source: printed compound-miter tables for crown at square corners, from memory: 38 degrees 31.6 and 33.9; 45 degrees 35.3 and 30.0."""
    assert flat_settings(38.0, 90.0) == pytest.approx((31.6, 33.9), abs=0.05)
    assert flat_settings(45.0, 90.0) == pytest.approx((35.3, 30.0), abs=0.05)


def test_a_moved_unit_takes_its_crown_along() -> None:
    job = a_row(320.0, 320.0)
    apart = change_units(job, CATALOG, ["u2"], x=1500.0)
    assert [len(run.parts) for run in runs(apart)] == [3, 3]
    assert [part.size for run in runs(change_units(apart, CATALOG, ["u2"], x=1000.0)) for part in run.parts] == [
        part.size for run in runs(job) for part in run.parts
    ]
