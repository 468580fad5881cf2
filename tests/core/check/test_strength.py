"""Strength: what is too weak is found, and its remedy does away with the finding."""

from dataclasses import replace

import pytest

from makers import CATALOG, ROOM, WALL, a_room, a_wall_of, made
from tallplank.core.check.finding import findings
from tallplank.core.check.record import Finding
from tallplank.core.check.strength import free_span
from tallplank.core.edit.construction import set_job_construction
from tallplank.core.edit.opening import set_opening, split_opening
from tallplank.core.edit.standard import set_job_hardware, set_job_rule
from tallplank.core.edit.unit import Spot, change_units, place_unit, set_finish, set_rule, set_width
from tallplank.core.job.job import Job
from tallplank.core.job.opening import Opening
from tallplank.core.joinery.workshop import make


def found(job: Job, code: str) -> list[Finding]:
    return [f for f in findings(made(job)) if f.code == code]


def remedied(job: Job, code: str) -> Job:
    (finding,) = found(job, code)
    assert finding.fix is not None
    job = finding.fix.edit(job)
    assert found(job, code) == []
    return job


def test_worktops_that_stand_out_or_span_too_far_are_told() -> None:
    """By hand: a top of 30 stands out 300 at most. Oak of 12 over 1164 clear, under 0.72 kN/m2 and its own 0.084, a fifth of it for years:

    5 x 0.00090 x 1164^4 / (384 x 12500 x 144) = 12.0, where 7.8 is allowed."""
    job = place_unit(a_room(), CATALOG, "base", Spot(ROOM, WALL, 1000.0)).job
    assert [f.code for f in findings(made(job)) if f.code.startswith("worktop")] == []
    out = set_job_rule(job, CATALOG, "top_end", 310.0)
    (finding,) = found(out, "worktop-overhang")
    assert "310" in finding.text
    oak = CATALOG.finishes["oak-stave"].but(thickness=12.0)
    catalog = replace(CATALOG, finishes={**CATALOG.finishes, "oak-stave": oak})
    wide = set_finish(
        place_unit(a_room(), catalog, "base", Spot(ROOM, WALL, 1000.0), width=1200.0).job, catalog, ["u1"], "top", "oak-stave"
    )
    (sags,) = [f for f in findings(make(wide, catalog)) if f.code == "worktop-sags"]
    assert "12 mm" in sags.text


def test_a_long_shelf_sags_until_it_is_thicker() -> None:
    job = remedied(set_width(a_wall_of("open-shelf"), CATALOG, ["u1"], 950), "shelf-sags")
    assert job.units[0].rules == {"shelf_thickness": 25}


def test_a_very_long_shelf_takes_a_partition() -> None:
    job = remedied(set_width(a_wall_of("open-shelf"), CATALOG, ["u1"], 1500), "shelf-sags")
    assert len(job.units[0].opening.openings) == 2
    assert any(p.name == "partition" for p in made(job).units[0].parts)


def rows(*cells: Opening, **values: object) -> Opening:
    return Opening(split="rows", openings=cells, **values)  # type: ignore[arg-type]


@pytest.mark.parametrize(("width", "cells"), [(1500.0, 2), (2300.0, 3)])
@pytest.mark.parametrize("front", ["none", "doors"])
def test_a_very_long_fixed_shelf_takes_partitions_under_it(width: float, cells: int, front: str) -> None:
    below = Opening(front=front)  # type: ignore[arg-type]
    job = change_units(a_wall_of("open-shelf"), CATALOG, ["u1"], width=width, opening=rows(Opening(board=True), below))
    job = remedied(job, "shelf-sags")
    opening = job.units[0].opening.openings[1]
    assert (len(opening.openings), opening.front, opening.split) == (cells, front, "bays")
    shelf = next(p for p in made(job).units[0].parts if p.kind == "fixed-shelf")
    assert free_span(shelf, made(job).units[0].parts) == pytest.approx((shelf.length.value + 18) / cells, abs=10)


@pytest.mark.parametrize("joint", ["cam-dowel", "dado", "groove"])
def test_a_fixed_shelf_rests_on_the_partitions_below_but_not_on_those_above(joint: str) -> None:
    divided = Opening(split="bays", openings=(Opening(board=True), Opening()))

    def sags(*cells: Opening) -> bool:
        rules = {"joint_partition": joint, "joint_shelf": joint}
        job = change_units(a_wall_of("open-shelf"), CATALOG, ["u1"], width=1500.0, opening=rows(*cells), rules=rules)
        return bool(found(job, "shelf-sags"))

    assert not sags(Opening(board=True), divided)
    assert sags(divided.but(board=True), Opening())


def test_a_fixed_shelf_over_a_drawer_is_found_but_gets_no_partition() -> None:
    opening = rows(Opening(board=True), Opening(front="drawer"))
    job = change_units(a_wall_of("open-shelf"), CATALOG, ["u1"], width=1500.0, opening=opening)
    (finding,) = found(job, "shelf-sags")
    assert finding.fix is None
    assert "stiffer board" in finding.remedy


def test_wide_units_on_four_legs_are_advised_two_more_in_one_click() -> None:
    job = a_wall_of("base", "sink", "base")
    for unit in ("u1", "u2"):
        job = set_width(job, CATALOG, [unit], 1000)
    job = remedied(job, "few-legs")
    assert [u.rules.get("leg_count") for u in job.units] == [6, 6, None]


def test_a_heavy_door_becomes_a_pair() -> None:
    job = change_units(a_wall_of("tall"), CATALOG, ["u1"], opening=Opening(front="doors", doors=1), width=900.0, height=2400.0)
    remedied(job, "door-weight")


def test_a_heavy_drawer_asks_for_stronger_slides() -> None:
    job = set_job_hardware(a_wall_of("drawers"), CATALOG, "slide", "slide-under-40")
    job = set_rule(set_width(job, CATALOG, ["u1"], 1200), CATALOG, ["u1"], "shelf_load", 0.8)
    (first, *_) = found(job, "drawer-weight")
    assert "bears 40 kg" in first.text


def test_slides_and_hangers_are_chosen_by_load_within_their_make() -> None:
    job = set_job_hardware(a_wall_of("drawers", "wall"), CATALOG, "slide", "slide-side-30")
    light = {f.item for f in made(job).units[0].fittings if f.role == "slide"}
    heavy = {f.item for f in made(set_width(job, CATALOG, ["u1"], 1000)).units[0].fittings if f.role == "slide"}
    assert light == {"slide-side-30"}
    assert heavy == {"slide-side-45"}
    wide = made(set_width(job, CATALOG, ["u2"], 900)).units[1]
    assert [f.item for f in wide.fittings if f.role == "hanger"] == ["hanger-120"]


def test_a_hung_unit_too_heavy_for_any_hanger_is_found() -> None:
    job = change_units(a_wall_of("wall"), CATALOG, ["u1"], width=1200.0, height=1400.0)
    job = set_opening(job, CATALOG, ["u1"], (), shelves=6, doors=2)
    assert "bears 120 kg" in found(job, "hung-weight")[0].text


def test_a_flap_too_heavy_for_any_stay_is_found() -> None:
    job = change_units(a_wall_of("wall"), CATALOG, ["u1"], width=1200.0, height=900.0, opening=Opening(front="lift"))
    job = set_finish(job, CATALOG, ["u1"], "front", "oak-solid")
    assert "hold 50 Nm" in found(job, "flap-moment")[0].text


def test_stays_are_chosen_by_the_flap_moment() -> None:
    def stay(height: float) -> str:
        job = change_units(a_wall_of("wall"), CATALOG, ["u1"], height=height, opening=Opening(front="lift"))
        return next(f.item for f in made(job).units[0].fittings if f.role == "stay")

    assert [stay(h) for h in (360, 600, 800)] == ["stay-15", "stay-30", "stay-60"]


def test_hinges_without_a_board_are_found() -> None:
    opening = Opening(split="bays", openings=(Opening(front="doors", hand="right"), Opening(front="doors", hand="left")))
    job = change_units(a_wall_of("base"), CATALOG, ["u1"], opening=opening)
    assert len(found(job, "no-board")) == 2


@pytest.mark.parametrize("kind", sorted(CATALOG.kinds))
def test_every_kind_in_its_usual_size_is_strong_enough(kind: str) -> None:
    strength = {"shelf-sags", "door-weight", "drawer-weight", "hung-weight", "flap-moment", "no-board"}
    assert [f.text for f in findings(made(a_wall_of(kind))) if f.code in strength] == []


@pytest.mark.parametrize("kind", ["corner-diagonal", "corner-ell"])
def test_a_shaped_unit_stands_on_its_corners_and_is_advised_nothing(kind: str) -> None:
    assert found(a_wall_of(kind), "few-legs") == []


def test_a_bottom_is_held_by_its_partitions() -> None:
    """Five bays in a hung unit of 2000: 2000 less two gables and four partitions of 18, in five: 378.4 clear, 396.4 apart."""
    wide = set_width(a_wall_of("wall", room=a_room(4000.0, 3000.0)), CATALOG, ["u1"], 2000.0)
    (finding,) = found(wide, "bottom-sags")
    assert finding.level == "warning"
    bays = split_opening(wide, CATALOG, ["u1"], (), "bays", 5, board=True, over=True)
    assert found(bays, "bottom-sags") == []


def test_more_bays_are_offered_where_no_board_is_thick_enough() -> None:
    job = set_width(a_wall_of("wall", room=a_room(5000.0, 3000.0)), CATALOG, ["u1"], 3000.0)
    (finding,) = found(job, "bottom-sags")
    assert finding.fix is not None
    assert "bays" in finding.fix.label
    assert found(finding.fix.edit(job), "bottom-sags") == []


@pytest.mark.parametrize("kick", ["ladder", "notched", "none"])
def test_a_bottom_that_lies_on_something_all_along_does_not_sag(kick: str) -> None:
    job = set_width(a_wall_of("base", room=a_room(4000.0, 3000.0)), CATALOG, ["u1"], 1800.0)
    assert found(set_rule(job, CATALOG, ["u1"], "kick", kick), "bottom-sags") == []


@pytest.mark.parametrize("width", [30.0, 33.0, 36.0])
def test_usual_inch_bases_have_no_warning_of_sag(width: float) -> None:
    """What every shop builds is no fault: bases of 30 to 36 in with one shelf of 3/4 board."""
    job = set_job_construction(a_wall_of("base", width=width * 25.4, room=a_room(4000.0, 3000.0)), CATALOG, "inch-face-frame")
    assert [f for f in findings(made(job)) if f.code.endswith("sags") and f.level == "warning"] == []
