"""Raised bars on islands: where the bar and its riser lie, what carries them, and who sits there."""

import pytest

from makers import CATALOG, ROOM, a_room, made
from tallplank.core.check.finding import findings
from tallplank.core.edit.check import EditError
from tallplank.core.edit.copies.mirrored import mirror_group
from tallplank.core.edit.group import add_island, set_bar, set_seats, set_top
from tallplank.core.edit.unit import Spot, place_unit
from tallplank.core.edit.walkway import standing_out
from tallplank.core.job.file import dumps, loads
from tallplank.core.job.job import Job
from tallplank.core.joinery.part.part import Part
from tallplank.core.joinery.run.run import Run
from tallplank.core.shop.toplist import toplist


def an_island(side: str | None = "back", **values: float) -> tuple[Job, str]:
    job, (group, front, _) = add_island(a_room(6000.0, 5000.0), ROOM, 2000.0, 2200.0, 1837.0)
    for width in (613.0, 611.0, 613.0):
        job = place_unit(job, CATALOG, "base", Spot(ROOM, front), width=width, depth=577.0).job
    return set_bar(job, ROOM, group, side, **values), group


def top(job: Job) -> Run:
    (run,) = [run for run in made(job).runs if run.what == "top"]
    return run


def parts(run: Run, role: str) -> list[Part]:
    return [part for part in run.parts if part.tag.role == role]


@pytest.mark.parametrize("side", ["front", "back"])
def test_a_bar_of_42_inches_by_hand(side: str) -> None:
    """Units 720 on a plinth of 150, a top of 38: 908. To the bar's underside at 1067 − 38 = 1029 the riser is 121 high."""
    job, group = an_island(side)
    run = top(job)
    without = set_bar(job, ROOM, group, None)
    outs = [standing_out(made(j), ROOM, j.room(ROOM).groups[0]) for j in (job, without)]
    assert outs[0] == outs[1]
    (main,), (bar,), (riser,) = parts(run, "worktop"), parts(run, "raised bar"), parts(run, "bar riser")
    thick = main.thickness.value
    level = main.box[1].z
    assert (riser.length.value, riser.width.value) == (main.length.value, pytest.approx(1067.0 - thick - level))
    assert (bar.length.value, bar.width.value, bar.box[1].z) == (main.length.value, 400.0, 1067.0)
    assert (riser.box[0].z, riser.box[1].z) == pytest.approx((level, bar.box[0].z))
    edge, sign = (main.box[1].y, 1.0) if side == "back" else (main.box[0].y, -1.0)
    outer, inner = (riser.box[1].y, riser.box[0].y) if side == "back" else (riser.box[0].y, riser.box[1].y)
    assert (outer, inner) == pytest.approx((edge, edge - sign * thick))
    far, near = (bar.box[1].y, bar.box[0].y) if side == "back" else (bar.box[0].y, bar.box[1].y)
    assert (far, near) == pytest.approx((edge + sign * (400.0 - thick - 20.0), edge - sign * (thick + 20.0)))


def test_a_bar_without_brackets_is_told_and_carried_by_them() -> None:
    job, group = an_island(depth=450.0)
    assert "worktop-overhang" in {f.code for f in findings(made(job))}
    held = set_top(job, ROOM, group, supports=3)
    run = top(held)
    level = parts(run, "raised bar")[0].box[0].z
    supports = [p for p in run.pieces if p.role == "top-support"]
    assert len(supports) == 3
    assert {p.high.z for p in supports} == {level}
    assert "worktop-overhang" not in {f.code for f in findings(made(held))}


def test_high_stools_stand_at_the_bar_and_knees_need_12_inches_there() -> None:
    """At a top 42 in high knees need 12 in (305), at 36 in 15 in (381): NKBA guidelines, from memory."""
    job, group = an_island(depth=305.0 + 38.0 + 20.0)
    job = set_seats(job, ROOM, group, "back", 2)
    thick = parts(top(job), "raised bar")[0].thickness.value
    job = set_bar(job, ROOM, group, "back", depth=305.0 + thick + 20.0)
    assert "knee-depth" not in {f.code for f in findings(made(job))}
    short = set_bar(job, ROOM, group, "back", depth=300.0 + thick + 20.0)
    assert "knee-depth" in {f.code for f in findings(made(short))}
    seats = [p for p in top(job).pieces if p.role == "seat"]
    assert max(p.high.z for p in seats) == pytest.approx(1067.0 - 270.0)


def test_a_bar_too_low_or_too_shallow_is_told_and_one_taken_away_leaves_the_same_parts() -> None:
    job, group = an_island(None)
    low = set_bar(job, ROOM, group, "back", height=930.0)
    assert "higher than" in top(low).problem
    shallow = set_bar(job, ROOM, group, "back", depth=40.0)
    assert "deeper than" in top(shallow).problem
    with pytest.raises(EditError):
        set_bar(job, ROOM, group, "left")
    barred = set_bar(job, ROOM, group, "back")
    assert top(set_bar(barred, ROOM, group, None)).parts == top(job).parts
    assert loads(dumps(barred)) == barred


def test_bars_and_waterfalls_are_in_the_worktop_list_and_mirrored_twice_are_the_same() -> None:
    job, group = an_island()
    job = set_top(job, ROOM, group, left_end="waterfall")
    assert [row.piece for row in toplist(made(job))] == ["worktop", "waterfall left", "bar riser", "raised bar"]
    once = mirror_group(job, ROOM, group).job
    assert {p.name for p in top(once).parts} == {"worktop", "waterfall right", "bar riser", "raised bar"}
    assert mirror_group(once, ROOM, group).job == job


def test_the_riser_is_dowelled_to_the_bar_and_to_the_worktop_by_hand() -> None:
    """The bar is as long as the worktop: dowels begin `joint_end` from its ends, no two farther apart than `joint_pitch`; for each
    place one above and one below. A dowel 30 long goes 12 into the boards and 20 into the riser, whose middle is half its thickness
    from the edge of the worktop.
    """
    job, _ = an_island()
    run = top(job)
    (main,), (bar,), (riser,) = parts(run, "worktop"), parts(run, "raised bar"), parts(run, "bar riser")
    rules = made(job).units[0].choice.rules
    places = 1 + -(-(riser.length.value - 2 * rules.joint_end) // rules.joint_pitch)
    (dowels,) = [f.count.value for f in run.fittings if f.role == "dowel"]
    assert dowels == 2 * places == len(riser.holes) == len(bar.holes) + len(main.holes)
    assert {h.depth for h in riser.holes} == {20.0}
    assert {h.depth for h in (*bar.holes, *main.holes)} == {12.0}
    thick = riser.thickness.value
    for part in (bar, main):
        for hole in part.holes:
            at = part.frame.out(hole.at)
            assert at.y == pytest.approx(main.box[1].y - thick / 2)
            assert at.z == pytest.approx(bar.box[0].z if part is bar else main.box[1].z)
    by_pair = {h.pair: riser.frame.out(h.at) for h in riser.holes}
    for part in (bar, main):
        assert all(part.frame.out(h.at) == pytest.approx(by_pair[h.pair]) for h in part.holes)
