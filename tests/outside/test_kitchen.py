"""Islands and kitchens against published guidelines and general-purpose libraries.

Sources: NKBA Kitchen Planning Guidelines, from memory: walkways of 36 in, seats 24 in wide, knee depths of 18, 15 and 12 in at tops 30, 36 and
42 in high, work triangle legs of 4 to 9 ft and a sum of 26 ft at most; areas by shapely; the sums of the island of two gables, common practice.
"""

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from shapely import Polygon, affinity, box

from makers import CATALOG, ROOM, WALL, a_room, made
from tallplank.core.check.finding import findings
from tallplank.core.edit.group import add_island, set_seats, set_top
from tallplank.core.edit.triangle import triangle
from tallplank.core.edit.unit import Spot, change_units, place_unit, set_hardware
from tallplank.core.edit.walkway import set_walkway, walkways
from tallplank.core.job.job import Job

INCH = 25.4


def an_island(height: float = 720.0) -> tuple[Job, str]:
    job, (group, front, _) = add_island(a_room(7000.0, 6000.0), ROOM, 2500.0, 2800.0, 1800.0)
    for number in range(3):
        job = place_unit(job, CATALOG, "drawers", Spot(ROOM, front, 600.0 * number), height=height).job
    return job, group


def codes(job: Job) -> set[str]:
    return {f.code for f in findings(made(job))}


@pytest.mark.parametrize(("top_in", "knee_in"), [(30, 18), (36, 15), (42, 12)])
def test_knees_have_the_depth_that_the_guideline_gives_by_height(top_in: float, knee_in: float) -> None:
    """A unit whose top lies so high that the worktop's board ends about at 30, 36 or 42 in."""
    job, group = an_island(top_in * INCH - 150.0 - 44.0)
    job = set_seats(job, ROOM, group, "back", 2)
    assert "knee-depth" in codes(set_top(job, ROOM, group, back=knee_in * INCH - 8.0))
    assert "knee-depth" not in codes(set_top(job, ROOM, group, back=knee_in * INCH + 1.0))


@pytest.mark.parametrize(("wide_in", "told"), [(23.5, True), (24.1, False)])
def test_a_seat_has_24_inches(wide_in: float, told: bool) -> None:
    job, group = an_island()
    assert ("narrow-seat" in codes(set_seats(job, ROOM, group, "back", 2, wide_in * INCH))) is told


@pytest.mark.parametrize(("way_in", "told"), [(34.0, True), (36.0, False)])
def test_a_way_has_36_inches(way_in: float, told: bool) -> None:
    job, group = an_island()
    assert ("narrow-way" in codes(set_walkway(job, made(job), ROOM, group, "right", way_in * INCH))) is told


@given(st.floats(-180, 180), st.floats(2000, 4500), st.floats(2000, 3500))
@settings(max_examples=20)
def test_ways_are_the_distances_that_shapely_measures(turn: float, x: float, y: float) -> None:
    """Source: shapely: how far the island's box may be moved before it meets the room's outline."""
    job, (group, front, _) = add_island(a_room(7000.0, 6000.0), ROOM, x, y, 600.0, turn=turn)
    job = place_unit(job, CATALOG, "base", Spot(ROOM, front, 0.0)).job
    whole = made(job)
    (run,) = [r for r in whole.runs if r.what == "top"]
    island = Polygon(whole.faces[ROOM][run.face].frame.flat_out(run.parts[0].above))
    room = Polygon(job.rooms[0].corners)
    if not room.buffer(-1.0).contains(island):
        return
    frame = whole.faces[ROOM][front].frame
    out = {
        "right": (frame.x.x, frame.x.y),
        "left": (-frame.x.x, -frame.x.y),
        "back": (frame.y.x, frame.y.y),
        "front": (-frame.y.x, -frame.y.y),
    }
    for side, way in walkways(whole, ROOM, group).items():
        dx, dy = out[side]
        for by, free in ((way.width - 2.0, True), (way.width + 2.0, False)):
            assert room.buffer(1e-3).contains(affinity.translate(island, dx * by, dy * by)) is free, side


def test_the_island_of_two_gables_adds_up() -> None:
    """Common practice: 24 in between two gables of 3/4 in: 25 1/2 in overall, at 0, 3/4 and 24 3/4."""
    job, (_, front, _) = add_island(a_room(), ROOM, 1000.0, 1500.0, 25.5 * INCH)
    for kind, width in (("end-panel", 0.75), ("between", 24.0), ("end-panel", 0.75)):
        job = place_unit(job, CATALOG, kind, Spot(ROOM, front), made(job), width=width * INCH).job
    assert [u.x / INCH for u in job.units] == pytest.approx([0.0, 0.75, 24.75])
    (run,) = [r for r in made(job).runs if r.what == "top"]
    assert run.parts[0].length.value == pytest.approx(25.5 * INCH + 2 * 10.0)
    assert "overlap" not in codes(job)


@pytest.mark.parametrize("sink", ["sink-50", "sink-under-40", "sink-double-86", "sink-prep-34"])
def test_what_is_left_of_a_worktop_is_what_shapely_leaves(sink: str) -> None:
    job = place_unit(a_room(), CATALOG, "sink", Spot(ROOM, WALL, 1200.0), width=1000.0).job
    job = set_hardware(change_units(job, CATALOG, ["u1"], depth=600.0), CATALOG, ["u1"], "sink", sink)
    (top,) = [p for r in made(job).runs if r.what == "top" for p in r.parts if p.tag.role == "worktop"]
    item = CATALOG.hardware[sink]
    wide, deep = item.cut  # type: ignore[union-attr]
    radius = item.radius  # type: ignore[union-attr]
    hole = box(-wide / 2 + radius, -deep / 2 + radius, wide / 2 - radius, deep / 2 - radius).buffer(radius, quad_segs=64)
    expected = (top.length.value * top.width.value - hole.area) * top.thickness.value
    assert top.volume == pytest.approx(expected, rel=1e-3)


def test_the_triangle_is_measured_between_the_middles_of_fronts() -> None:
    """By hand: all on one wall, the legs along it are 1200, 2400 and 3600: the first is under 4 ft, the last over 9 ft."""
    job = a_room(8000.0)
    for kind, x in (("fridge-housing", 300.0), ("sink", 1400.0), ("base", 3900.0)):
        job = place_unit(job, CATALOG, kind, Spot(ROOM, WALL, x), width=800.0 if kind == "sink" else 600.0).job
    job = set_hardware(job, CATALOG, ["u3"], "hob", "hob-60")
    found = triangle(made(job), ROOM)
    assert found is not None
    assert found.legs == pytest.approx((2400.0, 3600.0, 1200.0), abs=1.0)
    kitchen = job.replaced(rooms=(job.rooms[0].but(kind="kitchen"),))
    told = [f.text.split(": ")[1].split(" it is")[0] for f in findings(made(kitchen)) if f.code == "triangle-leg"]
    assert told == ["from the hob to the fridge", "from the fridge to the sink"]
