"""Cornices along walls and round soffits, rails round soffits, strips up to the ceiling: by hand, and that their pieces meet in space."""

from math import cos, hypot, pi, sin

import pytest
from hypothesis import given
from hypothesis import strategies as st

from core.joinery.run.test_molding import ends, gap
from makers import CATALOG, ELL, ROOM, WALL, a_room, made
from tallplank.core.check.finding import findings
from tallplank.core.edit.check import EditError
from tallplank.core.edit.standard import set_job_rule
from tallplank.core.edit.survey.over_units import soffit_over
from tallplank.core.edit.survey.room import add_room_of, change_room, change_wall, turn_room
from tallplank.core.edit.survey.standing import add_column, add_column_at, add_slope, add_soffit, change_standing
from tallplank.core.edit.unit import Spot, place_unit
from tallplank.core.job.job import Job
from tallplank.core.joinery.part.form.swept import Swept
from tallplank.core.joinery.part.part import Part
from tallplank.core.joinery.run.run import Run
from tallplank.core.shop.moldinglist import moldinglist
from tallplank.core.space.frame import Frame

COVE = 60.0
"""How far the usual cornice stands out."""


def corniced(job: Job) -> Job:
    return change_room(job, job.rooms[0].id, cornice=True)


def runs(job: Job, what: str) -> list[Run]:
    return [run for run in made(job).runs if run.what == what]


def pieces(job: Job, what: str) -> list[tuple[Part, Frame]]:
    faces = made(job).faces[job.rooms[0].id]
    return [(part, faces[run.face].frame) for run in runs(job, what) for part in run.parts]


def lengths(job: Job, what: str) -> dict[str, list[float]]:
    return {run.face: [round(part.length.value, 3) for part in run.parts] for run in runs(job, what)}


def all_meet(job: Job, what: str) -> bool:
    """Whether every mitred end lies on the end of another piece, corner by corner of the profile."""
    found = pieces(job, what)
    whole = [(part.form, ends(part, frame)) for part, frame in found]
    for number, (form, (first, last)) in enumerate(whole):
        assert isinstance(form, Swept)
        others = [pair for i, (_, pair) in enumerate(whole) if i != number]
        if form.start.z and min(gap(first, other[1]) for other in others) > 0.01:
            return False
        if form.end.z and min(gap(last, other[0]) for other in others) > 0.01:
            return False
    return True


def test_a_cornice_round_a_rectangle_by_hand() -> None:
    """Along 4200 and 3000, mitred into four inner corners: the long points are at the walls, so the lengths are those of the walls."""
    job = corniced(a_room())
    assert lengths(job, "cornice") == {"back": [3900.0, 300.0], "right": [3000.0], "front": [3900.0, 300.0], "left": [3000.0]}
    assert {part.box[0].z for part, _ in pieces(job, "cornice")} == {2430.0}, "70 high, under 2500"
    assert {r.first.kind for r in moldinglist(made(job))} <= {"inner", "square"}


def test_a_cornice_goes_round_a_soffit_in_one_go() -> None:
    """By hand: a soffit 1000 × 400 in the back left corner: its front 1000, its side 400, each 60 more for the outer mitre."""
    job = add_soffit(corniced(a_room()), ROOM, ((0, 2600), (1000, 2600), (1000, 3000), (0, 3000)), 2200.0).job
    found = lengths(job, "cornice")
    assert found["back"] == [1060.0, 3200.0]
    assert sorted(found["left"]) == [460.0, 2600.0]
    assert found["right"] == [3000.0]
    assert all_meet(job, "cornice")


def test_a_cornice_goes_round_a_breast_but_not_round_a_column_that_stands_free() -> None:
    job = add_column_at(corniced(a_room()), ROOM, a_room().face(ROOM, WALL), 2100.0, "chimney", width=1200.0, depth=350.0).job
    assert sorted(lengths(job, "cornice")["back"]) == [1320.0, 1500.0, 1500.0]
    free = add_column(corniced(a_room()), ROOM, (2000.0, 1500.0)).job
    assert lengths(free, "cornice") == lengths(corniced(a_room()), "cornice")


def test_a_cornice_goes_round_units_that_reach_the_ceiling() -> None:
    """A tall unit 2450 high from 150 on reaches 2500 only with legs of 50: here one of 2330, its top at 2480, over the cornice's foot."""
    job = place_unit(corniced(a_room()), CATALOG, "tall", Spot(ROOM, WALL, 0.0), height=2330.0).job
    assert lengths(job, "cornice")["back"][0] == 660.0
    assert all_meet(job, "cornice")


def test_a_cornice_ends_square_where_the_ceiling_slopes() -> None:
    """By hand: level from 1200 on along the back wall; 4200 − 1200 to the corner. None at the low wall itself."""
    job = corniced(add_slope(a_room(), ROOM, "left", 1300.0, 1200.0).job)
    found = lengths(job, "cornice")
    assert set(found) == {"back", "right", "front"}
    assert found["back"] == pytest.approx([3000.0], abs=0.01)


@given(st.lists(st.floats(300, 700), min_size=3, max_size=6), st.floats(-180, 180))
def test_a_cornice_meets_at_corners_of_any_angle(spread: list[float], turn: float) -> None:
    """A room of many angles round a middle, each corner at its own distance: star-shaped, so it never crosses itself."""
    count = len(spread)
    corners = []
    for i, far in enumerate(spread):
        angle = -2 * pi * i / count
        corners.append((far * 6 * cos(angle), far * 6 * sin(angle)))
    job = corniced(add_room_of(Job(name="Star"), "Star", corners, 2500.0).job)
    assert all_meet(job, "cornice")
    turned = turn_room(job, ROOM, turn)
    assert sorted(x for row in lengths(turned, "cornice").values() for x in row) == pytest.approx(
        sorted(x for row in lengths(job, "cornice").values() for x in row), abs=0.01
    )


def test_the_ell_has_one_outer_mitre_of_two_pieces() -> None:
    job = corniced(add_room_of(Job(name="Ell"), "Ell", ELL, 2500.0).job)
    assert all_meet(job, "cornice")
    kinds = [end.kind for r in moldinglist(made(job)) for end in (r.first, r.last)]
    assert (kinds.count("outer"), kinds.count("inner")) == (2, 10)


def test_a_rail_round_a_soffit_runs_on_its_free_sides() -> None:
    """By hand: two free sides of a soffit in a corner, 1000 and 400; the usual rail stands out 22, mitred once: 22 more each."""
    job = add_soffit(a_room(), ROOM, ((0, 2600), (1000, 2600), (1000, 3000), (0, 3000)), 2200.0, molding=True).job
    rail = CATALOG.hardware["soffit-cove-50"]
    reach = rail.reach  # type: ignore[union-attr]
    found = sorted(x for row in lengths(job, "soffit-rail").values() for x in row)
    assert found == pytest.approx([400.0 + reach, 1000.0 + reach])
    assert {part.box[0].z for part, _ in pieces(job, "soffit-rail")} == {2200.0}
    assert all_meet(job, "soffit-rail")
    assert runs(change_standing(job, ROOM, "soffit1", molding=False), "soffit-rail") == []


def hung(*depths: float) -> Job:
    job = a_room()
    for number, depth in enumerate(depths):
        job = place_unit(job, CATALOG, "wall", Spot(ROOM, WALL, 600.0 * number), depth=depth).job
    return job


def test_a_soffit_over_units_follows_their_steps() -> None:
    """By hand: 320 + 21 front + 20 = 361 and 400 + 41 = 441 before the wall, from 0 to 600 and on to 1200; on the units at 2120."""
    job = hung(320.0, 400.0)
    edited = soffit_over(job, made(job), ROOM)
    (soffit,) = edited.job.rooms[0].soffits
    assert soffit.low == 2120.0
    assert set(soffit.corners) == {(0.0, 3000.0), (0.0, 2639.0), (600.0, 2639.0), (600.0, 2559.0), (1200.0, 2559.0), (1200.0, 3000.0)}
    assert findings(made(edited.job)) == ()
    with pytest.raises(EditError, match="No unit hangs"):
        soffit_over(a_room(), made(a_room()), ROOM)


def test_a_crown_stands_between_units_and_the_soffit_over_them() -> None:
    job = set_job_rule(hung(320.0, 320.0), CATALOG, "crown", "yes")
    edited = soffit_over(job, made(job), ROOM)
    assert edited.job.rooms[0].soffits[0].low == 2190.0, "on the crown, 70 over 2120"
    assert findings(made(edited.job)) == ()


def test_a_unit_in_a_soffit_is_told() -> None:
    job = add_soffit(hung(320.0), ROOM, ((0, 2600), (1000, 2600), (1000, 3000), (0, 3000)), 2100.0).job
    assert [f.text for f in findings(made(job)) if f.code == "in-column"] == ["1 Wall unit stands 20 mm into Soffit 1."]


def test_a_strip_closes_the_space_up_to_the_ceiling() -> None:
    """By hand: 2500 − 2120 = 380 high, cut 10 higher; 1200 along the front and, behind its board of 19, 301 back to the wall."""
    job = set_job_rule(hung(320.0, 320.0), CATALOG, "ceiling_scribe", "yes")
    (run,) = runs(job, "scribe")
    assert [(round(p.length.value, 3), p.width.value, p.cut_width - p.width.value) for p in run.parts] == [
        (1200.0, 380.0, 10.0),
        (301.0, 380.0, 10.0),
    ]
    assert "380 = 2500 height over the units − 2120" in repr(run.parts[0].width)


def test_the_strip_ends_under_a_soffit_and_follows_a_measured_ceiling() -> None:
    job = set_job_rule(hung(320.0, 320.0), CATALOG, "ceiling_scribe", "yes")
    low = add_soffit(job, ROOM, ((0, 2500), (2000, 2500), (2000, 3000), (0, 3000)), 2200.0).job
    assert runs(low, "scribe")[0].parts[0].width.value == 80.0
    uneven = change_wall(job, ROOM, WALL, heights=(2500.0, 2494.0, 2512.0))
    assert runs(uneven, "scribe")[0].parts[0].width.value == 380.0 + 18.0


def test_a_crown_on_a_strip_hangs_under_the_ceiling() -> None:
    job = set_job_rule(set_job_rule(hung(320.0, 320.0), CATALOG, "ceiling_scribe", "yes"), CATALOG, "crown", "yes")
    (crown,) = runs(job, "crown")
    assert {part.box[1].z for part in crown.parts} == {2500.0}


@pytest.mark.parametrize("side", ["left", "right"])
@pytest.mark.parametrize("kind", ["wall-diagonal", "wall-ell"])
def test_moldings_go_on_across_corner_units(kind: str, side: str) -> None:
    """Crowns and light rails across the unit in the corner meet those of both walls; the diagonal's front is 280·√2 = 396 long."""
    job = set_job_rule(set_job_rule(a_room(), CATALOG, "crown", "yes"), CATALOG, "light_rail", "yes")
    corner, beside, other, at = (0.0, 600.0, "left", 1800.0) if side == "left" else (3600.0, 3000.0, "right", 600.0)
    job = place_unit(job, CATALOG, kind, Spot(ROOM, WALL, corner)).job
    job = place_unit(job, CATALOG, "wall", Spot(ROOM, WALL, beside)).job
    job = place_unit(job, CATALOG, "wall", Spot(ROOM, other, at)).job
    assert job.units[0].side == side
    for what in ("crown", "light-rail"):
        assert len(runs(job, what)) == 2
        assert all_meet(job, what)
        if kind == "wall-diagonal" and what == "crown":
            assert round(280 * hypot(1, 1), 1) in [round(x, 1) for row in lengths(job, what).values() for x in row]


def test_a_strip_goes_on_across_a_corner_unit() -> None:
    """By hand: across the diagonal 280·√2 = 396, along the wall 600, and behind its board 301 back to the wall."""
    job = set_job_rule(a_room(), CATALOG, "ceiling_scribe", "yes")
    job = place_unit(job, CATALOG, "wall-diagonal", Spot(ROOM, WALL, 0.0)).job
    job = place_unit(job, CATALOG, "wall", Spot(ROOM, WALL, 600.0)).job
    job = place_unit(job, CATALOG, "wall", Spot(ROOM, "left", 1800.0)).job
    assert lengths(job, "scribe") == {"back": [pytest.approx(395.98, abs=0.01), 600.0, 301.0], "left": [301.0, 600.0]}
