"""Each check finds what it is for, and nothing in a sound job."""

from collections import Counter

import pytest

from fuzz.trial import limited
from makers import CATALOG, ROOM, WALL, a_room, a_unit, a_wall_of, made, the_demo
from tallplank.core.check.finding import findings
from tallplank.core.check.overlap import overlapping
from tallplank.core.draw.plan import plan
from tallplank.core.edit.standard import set_job_rule
from tallplank.core.edit.survey.room import change_room
from tallplank.core.edit.survey.walled import add_opening
from tallplank.core.edit.unit import Spot, change_units, place_unit, set_rule, slide_units
from tallplank.core.job.job import Job


def codes(job: Job) -> list[str]:
    return [f.code for f in findings(made(job))]


def test_a_sound_job_has_no_findings() -> None:
    assert codes(a_wall_of("base", "drawers", "wall", "tall", "filler")) == []
    assert codes(the_demo().job) == []


def test_an_overlap_names_both_and_how_deep() -> None:
    job = slide_units(a_wall_of("base", "drawers"), ["u2"], -25)
    (finding,) = findings(made(job))
    assert finding.text == "1 Base, doors and 2 Base, drawers overlap by 25 mm."
    assert finding.units == ("u1", "u2")
    assert overlapping(made(job)) == {"u1", "u2"}


def test_units_round_a_corner_overlap_in_space() -> None:
    job = a_wall_of("base")
    assert codes(place_unit(job, CATALOG, "base", Spot(ROOM, "left", 2400.0)).job) == ["overlap"]
    assert "overlap" not in codes(place_unit(job, CATALOG, "base", Spot(ROOM, "left", 1800.0)).job)
    assert codes(place_unit(job, CATALOG, "wall", Spot(ROOM, "left", 2400.0)).job) == []


@pytest.mark.parametrize(
    ("job", "code"),
    [
        (slide_units(a_wall_of("base"), ["u1"], -30), "beyond-wall"),
        (change_room(a_wall_of("base", "base"), ROOM, width=1000), "beyond-wall"),
        (change_room(a_wall_of("tall"), ROOM, height=2100), "beyond-ceiling"),
        (add_opening(a_wall_of("wall"), ROOM, WALL, "window", 300.0).job, "covers-opening"),
        (add_opening(a_wall_of("base"), ROOM, WALL, "door", 0.0).job, "covers-opening"),
        (set_rule(a_wall_of("base"), CATALOG, ["u1"], "board_thickness", 17), "thickness-not-sold"),
        (set_job_rule(a_wall_of("base"), CATALOG, "kick_height", 90), "leg-range"),
    ],
)  # fmt: skip
def test_each_check_finds_its_case(job: Job, code: str) -> None:
    assert codes(job) == [code]


def test_what_a_file_can_bring_is_found_too() -> None:
    job = a_wall_of("base", "base")
    first = job.units[0]
    assert codes(job.replaced(units=(first.but(finishes={"front": "gone"}), job.units[1]))) == ["unknown-finish"]
    assert codes(job.replaced(units=(first.but(hardware={"pull": "gone"}), job.units[1]))) == ["unknown-item"]
    assert codes(job.replaced(standard=job.standard.but(finishes={"top": "gone"}))) == ["unknown-finish"]
    assert codes(job.replaced(units=(first.but(door_style="gone"), job.units[1]))) == ["unknown-style"]
    assert codes(job.replaced(standard=job.standard.but(construction="gone"))) == ["unknown-construction"]
    assert codes(job.replaced(units=(first, job.units[1].but(mark=1)))) == ["same-number"]
    assert codes(job.replaced(units=(first.but(width=10),))) == ["not-built"]


def test_errors_come_first_and_every_finding_has_a_remedy() -> None:
    job = add_opening(slide_units(a_wall_of("wall", "wall"), ["u2"], -50), ROOM, WALL, "window", 100.0).job
    found = findings(made(job))
    assert [f.level for f in found] == ["error", "warning", "warning"]
    assert all(f.remedy and f.units for f in found)


def test_a_large_room_is_checked_pairwise_only_where_units_meet() -> None:
    room = a_room(width=90_000)
    job = a_wall_of(*["base"] * 40, room=room)
    assert codes(job) == []
    assert change_units(job, CATALOG, ["u5"], width=700) is not job
    assert codes(change_units(job, CATALOG, ["u5"], width=700)) == ["overlap"]


def test_a_crowd_at_one_place_is_told_of_in_time() -> None:
    crowd = a_room().replaced(units=tuple(a_unit("filler").but(id=f"u{i}", mark=7) for i in range(200)))
    with limited(10):
        found = findings(made(crowd))
        assert plan(made(crowd), ROOM).shapes
    assert Counter(f.code for f in found) == {"overlap": 300, "same-number": 1}
    assert next(f.text for f in found if f.code == "same-number").startswith("200 units have the number 7")
