"""Fillers that corners and fronts ask for: by hand, mirrored, and by one click."""

from math import cos, radians, sin

import pytest
from hypothesis import given
from hypothesis import strategies as st

from makers import CATALOG, ROOM, WALL, a_room, made
from tallplank.core.check.finding import findings
from tallplank.core.edit.check import EditError
from tallplank.core.edit.filler import FillerStrip, place_beside, put_filler
from tallplank.core.edit.opening import set_opening
from tallplank.core.edit.standard import set_job_hardware
from tallplank.core.edit.survey.room import add_room_of
from tallplank.core.edit.unit import Spot, place_unit
from tallplank.core.job.job import Job
from tallplank.core.job.opening import ROOT
from tallplank.core.measure.display import LengthStyle

PULL = CATALOG.hardware["pull-bar-192"].projection  # type: ignore[union-attr]
FRONT = 560.0 + 2.0 + 19.0


def round_the_corner(corner: str, kind: str = "drawers", **sizes: object) -> Job:
    """A unit on a side wall that reaches into the corner of the back wall."""
    at = 0.0 if corner == "right" else 3000.0 - 600.0
    return place_unit(a_room(), CATALOG, kind, Spot(ROOM, corner, at), **sizes).job


def told(job: Job) -> list[str]:
    return [f.text for f in findings(made(job)) if f.code == "cannot-open"]


@pytest.mark.parametrize("corner", ["left", "right"])
@pytest.mark.parametrize("kind", ["base", "drawers", "sink"])
def test_a_corner_comes_with_its_filler(corner: str, kind: str) -> None:
    """By hand: the neighbour reaches 560 + 2 + 19 = 581 along the wall; bars project as far as their record says, and 5 more are left."""
    width = CATALOG.kinds[kind].width
    at = FRONT if corner == "left" else 4200.0 - FRONT - width
    job, ids = place_beside(round_the_corner(corner), CATALOG, kind, Spot(ROOM, WALL, at))
    unit, strip = (job.unit(key) for key in ids)
    assert (unit.width, strip.width) == (width, PULL + 5.0)
    assert strip.x == pytest.approx(FRONT if corner == "left" else 4200.0 - FRONT - strip.width)
    assert unit.x == pytest.approx(strip.x + strip.width if corner == "left" else strip.x - width)
    assert (strip.height, strip.depth, strip.side) == (unit.height, unit.depth, "right" if corner == "left" else "left")
    mine = (f"{unit.mark} ", f"{strip.mark} ")
    assert [text for text in told(job) if text.startswith(mine)] == []


@pytest.mark.parametrize("kind", ["base", "drawers", "wall", "tall"])
def test_the_strip_is_as_high_as_the_front_beside_it(kind: str) -> None:
    """By hand: 720 less 1.5 below and 2.5 under the worktop; of wall and tall units less 1.5 at both ends."""
    job = place_unit(a_room(), CATALOG, kind, Spot(ROOM, WALL, 900.0)).job
    beside = place_unit(job, CATALOG, "filler", Spot(ROOM, WALL, 900.0 + job.units[0].width)).job
    inserted = put_filler(job, CATALOG, "u1", FillerStrip("left", 40.0))
    top = max(f.z + f.height for f in made(job).units[0].fronts)
    for found in (beside, inserted):
        (strip,) = made(found).units[1].fronts
        assert (strip.z, strip.z + strip.height) == pytest.approx((1.5, top))


def test_the_first_gap_lies_beside_what_stands_round_the_corner() -> None:
    job, ids = place_beside(round_the_corner("left"), CATALOG, "base", Spot(ROOM, WALL))
    assert job.unit(ids[1]).x == pytest.approx(FRONT)
    assert not [f for f in findings(made(job)) if f.code == "overlap"]


def test_where_there_is_no_room_to_stand_farther_the_unit_is_narrower() -> None:
    job = place_unit(round_the_corner("left"), CATALOG, "tall", Spot(ROOM, WALL, FRONT + 500.0)).job
    job, (unit, strip) = place_beside(job, CATALOG, "base", Spot(ROOM, WALL, FRONT), width=500.0)
    assert job.unit(unit).width + job.unit(strip).width == pytest.approx(500.0)
    assert job.unit(unit).x == pytest.approx(job.unit(strip).x + PULL + 5.0)


def test_corner_units_shelves_and_open_walls_take_none() -> None:
    for kind in ("blind-corner", "corner-diagonal", "base-open", "filler"):
        assert len(place_beside(round_the_corner("left"), CATALOG, kind, Spot(ROOM, WALL, FRONT)).ids) == 1
    assert len(place_beside(round_the_corner("left", "base-open"), CATALOG, "base", Spot(ROOM, WALL, 560.0)).ids) == 1
    assert len(place_beside(a_room(), CATALOG, "base", Spot(ROOM, WALL, 0.0)).ids) == 1
    hung = round_the_corner("left", "wall")
    assert len(place_beside(hung, CATALOG, "base", Spot(ROOM, WALL, 341.0)).ids) == 1


def test_doors_in_a_corner_open_away_from_it() -> None:
    job, ids = place_beside(round_the_corner("left"), CATALOG, "base", Spot(ROOM, WALL, FRONT))
    assert job.unit(ids[0]).opening.hand == "right"


def test_inch_work_gets_fillers_in_whole_eighths() -> None:
    job = round_the_corner("left")
    job = job.replaced(display=job.display.but(style=LengthStyle.INCH_FRACTION))
    job, ids = place_beside(
        set_job_hardware(job, CATALOG, "pull", "pull-knob-32"), CATALOG, "drawers", Spot(ROOM, WALL, FRONT), depth=560.0
    )
    width = job.unit(ids[1]).width / 25.4 * 8
    assert width == pytest.approx(round(width))


def test_one_click_puts_a_filler_beside_a_door_that_meets_a_wall() -> None:
    job = place_unit(a_room(), CATALOG, "sink", Spot(ROOM, WALL, 0.0)).job
    (found,) = [f for f in findings(made(job)) if f.code == "cannot-open"]
    assert found.fix is not None
    assert found.fix.label == "Put in a filler"
    mended = found.fix.edit(job)
    assert told(mended) == []
    assert [u.kind for u in mended.units] == ["sink", "filler"]
    assert mended.units[0].x == mended.units[1].width


def test_a_filler_that_stands_there_is_made_wider() -> None:
    job = place_unit(a_room(), CATALOG, "base", Spot(ROOM, WALL, 20.0)).job
    job = place_unit(job, CATALOG, "filler", Spot(ROOM, WALL, 0.0), width=20.0).job
    assert job.units[1].side == "right"
    job = set_opening(job, CATALOG, ["u1"], ROOT, hand="left", doors=1)
    wider = put_filler(job, CATALOG, "u1", FillerStrip("left", 22.0))
    assert [(u.x, u.width) for u in wider.units] == [(42.0, 600.0), (0.0, 42.0)]


@given(
    st.sampled_from(["base", "drawers", "tall", "wall", "sink"]), st.sampled_from(["base", "drawers", "tall", "wall"]), st.floats(300, 800)
)
def test_both_corners_take_mirrored_fillers(kind: str, beside: str, width: float) -> None:
    reach = CATALOG.kinds[beside].depth + 2.0 + 19.0
    found = []
    for corner in ("left", "right"):
        job = round_the_corner(corner, beside)
        at = reach if corner == "left" else 4200.0 - reach - width
        job, ids = place_beside(job, CATALOG, kind, Spot(ROOM, WALL, at), width=width)
        units = [job.unit(key) for key in ids]
        found.append([(u.width, u.x if corner == "left" else 4200.0 - u.x - u.width) for u in units])
        if len(ids) == 2:
            assert not [text for text in told(job) if text.startswith(f"{units[0].mark} ") and "pull" in text]
    assert found[0] == [pytest.approx(pair) for pair in found[1]]


@pytest.mark.parametrize("degrees", [100.0, 110.0, 120.0])
def test_units_round_an_obtuse_corner_stand_clear_of_each_others_fronts(degrees: float) -> None:
    """The first gap begins beyond the fronts round the corner, not only beyond their boxes: nothing overlaps."""
    turn = radians(degrees)
    corners = [(0, 3000), (4200, 3000), (4200, 0), (-3000 * cos(turn), 3000 - 3000 * sin(turn))]
    job = add_room_of(Job(name="Odd"), "Odd", corners, 2500.0).job
    job = place_unit(job, CATALOG, "base", Spot(ROOM, "wall4", 1800.0)).job
    job = place_beside(job, CATALOG, "base", Spot(ROOM, "wall1"), made(job)).job
    assert [f.text for f in findings(made(job)) if f.code == "overlap"] == []


def test_a_filler_too_narrow_to_be_sawn_is_refused_with_what_would_do() -> None:
    """A reveal of 3 leaves 1.5 beside the neighbour's front: a strip of 8 needs 9.5."""
    room = a_room()
    with pytest.raises(EditError, match=r"would be 4\.9 mm wide: make it 9\.5 mm at least"):
        place_unit(room, CATALOG, "filler", Spot(ROOM, WALL, 0.0), width=6.4)
    strip = next(
        p for p in made(place_unit(room, CATALOG, "filler", Spot(ROOM, WALL, 0.0), width=10.0).job).units[0].parts if p.kind == "front"
    )
    assert strip.size[1] == 8.5
