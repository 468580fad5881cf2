"""Islands: one worktop over all faces, overhangs, waterfall ends mitred to it, fillers, ways beside them, seats."""

from functools import lru_cache

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from shapely import Polygon, box, union_all

from makers import CATALOG, ROOM, WALL, a_room, made
from tallplank.core.check.finding import findings
from tallplank.core.edit.group import add_island, change_group, set_seats, set_top, turn_group
from tallplank.core.edit.unit import Spot, change_units, place_unit
from tallplank.core.edit.walkway import set_walkway, standing_out, walkways
from tallplank.core.edit.waterfall import set_end
from tallplank.core.job.job import Job
from tallplank.core.job.room import Side4
from tallplank.core.joinery.part.form.mitred import Mitred
from tallplank.core.joinery.part.part import Part
from tallplank.core.joinery.run.run import Run
from tallplank.core.joinery.workshop import Workshop

FRONT = 560.0 + 2.0 + 19.0


@lru_cache
def the_island(front: tuple[str, ...], back: float, wide: float, deep: float) -> tuple[Job, str]:
    job, (group, face, behind) = add_island(a_room(wide, deep), ROOM, wide / 2 - 1000.0, deep / 2 - 300.0, 2000.0)
    for kind in front:
        job = place_unit(job, CATALOG, kind, Spot(ROOM, face)).job
    for _ in range(2):
        job = place_unit(job, CATALOG, "base", Spot(ROOM, behind), depth=back, width=1000.0).job
    return job, group


def an_island(
    turn: float = 0.0,
    *,
    front: tuple[str, ...] = ("base", "drawers", "sink"),
    back: float = 300.0,
    room: tuple[float, float] = (6000.0, 5000.0),
) -> tuple[Job, str]:
    """An island 2000 long of a row at its front, and two shallow units at its back, in the middle of a room."""
    job, group = the_island(front, back, *room)
    return change_group(job, ROOM, group, turn=turn), group


def the_top(job: Job) -> Run:
    (run,) = [r for r in made(job).runs if r.what == "top"]
    return run


def waterfalls(job: Job) -> list[Part]:
    return [p for p in the_top(job).parts if p.tag.role == "waterfall"]


def codes(job: Job) -> set[str]:
    return {f.code for f in findings(made(job))}


@given(st.floats(-180, 180))
@settings(max_examples=20)
def test_one_top_covers_both_rows_and_its_overhangs_whatever_the_turn(turn: float) -> None:
    """By hand: 20 + 581 + 321 + 20 deep, 10 + 2000 + 10 long."""
    job, _ = an_island(turn)
    run = the_top(job)
    (top,) = run.parts
    assert (top.length.value, top.width.value) == pytest.approx((2020.0, 942.0))
    assert run.members == ("u1", "u2", "u3", "u4", "u5")
    whole = made(job)
    covered = Polygon(whole.faces[ROOM][run.face].frame.flat_out(top.above))
    units = union_all([Polygon(whole.face(u).frame.flat_out(u.outline)) for u in whole.units])
    assert covered.area == pytest.approx(2020.0 * 942.0)
    assert units.difference(covered.buffer(1e-6)).area < 1e-6


@given(st.tuples(*[st.one_of(st.none(), st.floats(0, 450)) for _ in range(4)]))
@settings(max_examples=20)
def test_each_side_stands_out_as_the_group_says_or_its_units(over: tuple[float | None, ...]) -> None:
    job, group = an_island()
    sides: tuple[Side4, ...] = ("front", "right", "back", "left")
    wanted = dict(zip(sides, over, strict=True))
    job = set_top(job, ROOM, group, **wanted)
    usual = {"front": 20.0, "right": 10.0, "back": 20.0, "left": 10.0}
    out = standing_out(made(job), ROOM, job.room(ROOM).groups[0])
    assert out == pytest.approx({side: usual[side] if value is None else value for side, value in wanted.items()}, abs=1e-3)
    parts = the_top(job).parts
    assert sum(p.length.value * p.width.value for p in parts) == pytest.approx(
        (2000 + out["left"] + out["right"]) * (902 + out["front"] + out["back"]), abs=5.0
    )


def test_a_waterfall_end_is_mitred_to_the_top_and_goes_down_to_the_floor() -> None:
    """By hand: long point to long point 870 + 30; the wedge below each mitre takes 30 * 30 / 2 of its length."""
    job, group = an_island()
    job = set_end(set_end(job, CATALOG, ROOM, group, "left", "waterfall"), CATALOG, ROOM, group, "right", "waterfall")
    left, right = waterfalls(job)
    assert {(p.length.value, p.width.value, p.thickness.value) for p in (left, right)} == {(900.0, 942.0, 30.0)}
    top = the_top(job).parts[0]
    assert isinstance(top.form, Mitred)
    # 25 of filler and 30 of board beyond the units at either end
    assert top.length.value == pytest.approx(2000.0 + 2 * (25.0 + 30.0))
    assert top.form.volume(top.size, ()) == pytest.approx((2110.0 * 942.0 - 942.0 * 30.0) * 30.0)
    assert left.volume == pytest.approx((900.0 * 942.0 - 942.0 * 15.0) * 30.0)
    assert [(e.profile, e.side) for e in top.worked] == [("miter", "left end"), ("miter", "right end")]
    for part in (left, right):
        low, high = part.box
        assert (low.z, high.z) == (0.0, 900.0)


@pytest.mark.parametrize("turn", [0.0, 90.0, 33.0])
def test_fronts_beside_a_waterfall_end_get_their_filler(turn: float) -> None:
    job, group = an_island(turn)
    bare = set_top(job, ROOM, group, left_end="waterfall")
    found = [f for f in findings(made(bare)) if f.code == "rubs"]
    assert [f.text for f in found] == [
        "1 Base, doors and 5 Base, doors: the fronts would rub along the waterfall end at the left of Island 1."
    ]
    assert found[0].fix is not None
    mended = found[0].fix.edit(bare)
    assert mended == set_end(job, CATALOG, ROOM, group, "left", "waterfall")
    assert [(u.kind, u.x, u.width) for u in mended.units[5:]] == [("filler", -25.0, 25.0), ("filler", 2000.0, 25.0)]
    assert "rubs" not in codes(mended)


def test_ways_are_measured_to_the_next_worktop_or_wall_and_typed() -> None:
    """By hand: the front edge is at 2200 - 601, the room's edge at 0; the back edge at 2200 + 341, the wall's worktop at 5000 - 601."""
    job, group = an_island()
    job = place_unit(job, CATALOG, "base", Spot(ROOM, WALL, 2500.0)).job
    ways = walkways(made(job), ROOM, group)
    assert {side: (round(way.width, 6), way.to) for side, way in ways.items()} == {
        "front": (1599.0, "Wall C"),
        "right": (1990.0, "Wall B"),
        "back": (1858.0, "Worktop Wall A 1"),
        "left": (1990.0, "Wall D"),
    }
    typed = set_walkway(job, made(job), ROOM, group, "front", 36 * 25.4)
    assert walkways(made(typed), ROOM, group)["front"].width == pytest.approx(914.4)
    assert "narrow-way" not in codes(typed)
    assert "narrow-way" in codes(set_walkway(job, made(job), ROOM, group, "back", 700.0))


@given(st.floats(0, 360), st.sampled_from(["front", "right", "back", "left"]), st.floats(300, 1200))
@settings(max_examples=20)
def test_a_way_is_as_wide_as_it_is_typed_whatever_the_turn(turn: float, side: Side4, width: float) -> None:
    job, group = an_island(turn, room=(9000.0, 9000.0))
    typed = set_walkway(job, made(job), ROOM, group, side, width)
    assert walkways(made(typed), ROOM, group)[side].width == pytest.approx(width, abs=1e-3)


def test_a_group_that_moves_or_turns_keeps_its_inside() -> None:
    job, group = an_island()
    shop = Workshop(CATALOG)
    before = shop.make(job)
    built = dict(shop.built)
    moved = turn_group(change_group(job, ROOM, group, x=2345.0, y=1900.0), ROOM, group, 17.0)
    after = shop.make(moved)
    assert dict(shop.built) == built
    assert after.units == before.units
    assert [r.parts for r in after.runs] == [r.parts for r in before.runs]


def test_seats_have_their_room_and_their_knees() -> None:
    """Sources: NKBA Kitchen Planning Guidelines, from memory: 24 in for each seat, 15 in of knee depth at a top 36 in high."""
    job, group = an_island()
    tight = set_seats(job, ROOM, group, "back", 4)
    assert {"many-seats", "knee-depth"} <= codes(tight)
    good = set_seats(set_top(job, ROOM, group, back=381.0), ROOM, group, "back", 3)
    assert not {"many-seats", "knee-depth", "narrow-seat"} & codes(good)
    assert "narrow-seat" in codes(set_seats(good, ROOM, group, "back", 3, 500.0))
    assert len({(p.low.x, p.low.y) for p in the_top(good).pieces if p.role == "seat" and p.colour == "#8b6f4e"}) == 3
    assert set_seats(good, ROOM, group, "back", 0).room(ROOM).groups[0].seats == ()


def test_a_sink_at_either_row_is_cut_where_its_unit_stands() -> None:
    job, _ = an_island(front=("base", "drawers", "base"), back=560.0)
    sink = job.units[4]
    with_sink = job.replaced(units=(*job.units[:4], sink.but(hardware={"sink": "sink-50"})))
    (top,) = the_top(with_sink).parts
    (cut,) = top.pockets
    unit = made(with_sink).units[4]
    face, run = made(with_sink).face(unit), the_top(with_sink)
    frame = made(with_sink).faces[ROOM][run.face].frame
    middle = frame.out(top.frame.out(((cut.low.x + cut.high.x) / 2, (cut.low.y + cut.high.y) / 2, 0.0)))
    local = face.frame.inside(middle)
    assert (local.x, local.y) == pytest.approx((unit.placed.x + 500.0, -(FRONT + 20.0) / 2))
    assert (cut.high.x - cut.low.x, cut.high.y - cut.low.y) == pytest.approx((480.0, 420.0))


def test_a_top_of_rows_that_do_not_end_alike_follows_them() -> None:
    job, _ = an_island(front=("base", "drawers"))
    (top,) = the_top(job).parts
    ring = Polygon(top.form.ring(top.size))
    strips = [box(-10.0, 0.0, 1210.0, 601.0 + 20.0), box(-10.0, 601.0 - 10.0, 2010.0, 942.0)]
    assert ring.area == pytest.approx(union_all(strips).area, rel=0.02)


def test_worktops_at_two_heights_that_would_cross_are_told() -> None:
    """A row 12 mm higher: tops of 30 would share 18; one 200 higher stands clear over what stays low."""
    job, _ = an_island()
    ids = [u.id for u in job.units if u.depth == 300.0]
    assert "crossing-tops" not in codes(job)
    low = change_units(job, CATALOG, ids, height=732.0)
    assert "crossing-tops" in codes(low)
    (told,) = [f for f in findings(made(low)) if f.code == "crossing-tops"]
    assert (told.level, set(told.units)) == ("error", {u.id for u in job.units})
    assert "crossing-tops" not in codes(change_units(job, CATALOG, ids, height=920.0))
