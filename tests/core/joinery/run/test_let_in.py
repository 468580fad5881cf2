"""Sinks and hobs in worktops, seams, backsplashes, edges, sills, and pieces changed by hand."""

from math import pi

import pytest
from hypothesis import given
from hypothesis import strategies as st
from shapely import Polygon

from makers import CATALOG, ROOM, WALL, a_room, a_wall_of, made
from tallplank.core.check.finding import findings
from tallplank.core.edit.check import EditError
from tallplank.core.edit.run_piece import change_piece, reset_piece
from tallplank.core.edit.standard import set_job_finish, set_job_rule
from tallplank.core.edit.survey.walled import add_opening
from tallplank.core.edit.unit import Spot, place_unit, set_hardware, set_rule
from tallplank.core.job.file import dumps, loads
from tallplank.core.job.job import Job
from tallplank.core.job.room import PieceChange
from tallplank.core.joinery.part.part import Part
from tallplank.core.joinery.run.length import pieces_of
from tallplank.core.joinery.run.run import Run
from tallplank.core.money.labour import run_counts
from tallplank.core.shop.schedule import schedule
from tallplank.core.shop.toplist import toplist


def tops(job: Job) -> list[Run]:
    return [run for run in made(job).runs if run.what == "top"]


def parts(job: Job, role: str) -> list[Part]:
    return [part for run in made(job).runs for part in run.parts if part.tag.role == role]


def test_a_sink_is_cut_in_the_middle_of_its_unit_and_counted() -> None:
    """By hand: over a unit from 600 to 1400, in a top 601 deep: 480 × 420 from 760 and 90.5 on, right through 30."""
    job = a_wall_of("base", "sink", "drawers")
    (pocket,) = (p for part in parts(job, "worktop") for p in part.pockets)
    assert (pocket.what, pocket.low, pocket.high) == ("cutout", (760.0, 90.5, 0.0), (1240.0, 510.5, 30.0))
    assert Polygon(pocket.outline or ()).area == pytest.approx(480 * 420 - (4 - pi) * 15**2, rel=2e-4)
    assert [(row.name, row.quantity) for row in schedule(made(job)) if row.item.role == "sink"] == [("Bowl 50, Weirpool", 1)]
    (run,) = tops(job)
    assert (run_counts(run)["top_opening"], len(run.pieces)) == (1.0, 10)


def test_a_hob_needs_a_top_deep_enough() -> None:
    job = place_unit(a_room(), CATALOG, "base", Spot(ROOM, WALL, 600.0), depth=480.0).job
    job = set_hardware(job, CATALOG, ["u1"], "hob", "hob-60")
    assert [f.code for f in findings(made(job))] == ["run-not-built"]
    assert "580" in tops(job)[0].problem


@given(st.lists(st.floats(100, 9900), max_size=5), st.lists(st.floats(100, 9900), max_size=4), st.floats(1500, 4000))
def test_seams_keep_clear_of_openings(seams: list[float], middles: list[float], longest: float) -> None:
    """However many openings there are, as long as they leave a place within reach: no seam in a span that is kept clear."""
    spans: list[tuple[float, float]] = []
    for middle in sorted(middles):
        if not spans or middle - 340 > spans[-1][1] + 10:
            spans.append((middle - 340, middle + 340))
    pieces = pieces_of(0.0, 10_000.0, sorted(seams), longest, spans)
    assert pieces[0][0] == 0.0 and pieces[-1][1] == 10_000.0
    assert all(b - a <= longest + 1e-6 for a, b in pieces)
    assert not any(low < b < high for _, b in pieces[:-1] for low, high in spans)


def test_a_backsplash_ends_under_what_hangs_and_under_the_sill() -> None:
    """By hand: top at 900; wall unit from 1400 on: 500 high; window sill at 1050: 150; elsewhere the rule's 600."""
    job = add_opening(a_room(), ROOM, WALL, "window", 1200.0, sill=1050.0, width=600.0).job
    for kind, x in (("base", 0.0), ("base", 600.0), ("base", 1200.0), ("wall", 0.0)):
        job = place_unit(job, CATALOG, kind, Spot(ROOM, WALL, x)).job
    job = set_job_rule(job, CATALOG, "splash", "whole")
    found = [(p.frame.origin.x, p.length.value, p.width.value) for p in parts(job, "backsplash")]
    assert found == [(0.0, 600.0, 500.0), (600.0, 600.0, 600.0), (1200.0, 600.0, 150.0)]
    panels = set_job_rule(job, CATALOG, "splash_height", 500.0)
    assert [p.length.value for p in parts(panels, "backsplash")] == [1200.0, 600.0]
    assert [p.length.value for p in parts(set_job_rule(panels, CATALOG, "splash", "panels"), "backsplash")] == [600.0, 600.0, 600.0]


def test_an_upstand_is_left_off_unit_by_unit() -> None:
    job = set_job_rule(a_wall_of("base", "base", "base"), CATALOG, "upstand", 60.0)
    assert [p.length.value for p in parts(job, "upstand")] == [1810.0]
    off = set_rule(job, CATALOG, ["u2"], "upstand", 0.0)
    assert [(p.frame.origin.x, p.length.value) for p in parts(off, "upstand")] == [(0.0, 600.0), (1200.0, 610.0)]


def test_free_corners_are_round_or_splayed() -> None:
    """By hand: one free corner at the front right: (4 − π)/4·60² or 60²/2 less than 2010·wide."""
    job = a_wall_of("base", "sink", "drawers")
    (square,) = (Polygon(p.above).area for p in parts(job, "worktop"))
    for shape, less in (("round", (4 - pi) / 4 * 60**2), ("splay", 60**2 / 2)):
        shaped = set_job_rule(job, CATALOG, "top_free_corner", shape)
        (area,) = (Polygon(p.above).area for p in parts(shaped, "worktop"))
        assert square - area == pytest.approx(less, rel=0.02)


def test_profiles_are_worked_along_the_edges_that_are_seen() -> None:
    """By hand: 2010 along the front, 601 at the free end; metres go to the list and to the hours."""
    job = set_job_rule(set_job_rule(a_wall_of("base", "sink", "drawers"), CATALOG, "top_edge", "ogee"), CATALOG, "top_edge_end", "round")
    (part,) = parts(job, "worktop")
    assert [(e.profile, e.side, e.length) for e in part.worked] == [("ogee", "front", 2010.0), ("round", "right end", 601.0)]
    (row,) = toplist(made(job))
    assert (row.worked, row.worked_length) == ("2010 ogee (front), 601 round (right end)", 2611.0)
    assert run_counts(tops(job)[0])["worked_metre"] == pytest.approx(2.611)


def test_the_worktop_list_by_hand() -> None:
    """A mitred corner of two tops 601 deep: 601·√2 = 849.9 on either side; areas of the true outlines. Source of areas: shapely."""
    job = place_unit(a_room(), CATALOG, "corner-ell", Spot(ROOM, WALL, 0.0)).job
    job = place_unit(job, CATALOG, "base", Spot(ROOM, WALL, 900.0)).job
    job = place_unit(job, CATALOG, "base", Spot(ROOM, "left", 3000.0 - 1500.0)).job
    rows = toplist(made(job))
    assert [round(r.joints) for r in rows] == [850, 850]
    assert [r.area for r in rows] == pytest.approx([Polygon(p.above).area / 1e6 for p in parts(job, "worktop")], abs=1e-6)


def test_a_sill_board_lies_in_its_window() -> None:
    """By hand: window 1200 in a wall 120 thick: 1260 with its ears, 72 to the window and 25 before the wall; its top is the sill."""
    job = add_opening(a_room(), ROOM, WALL, "window", 1000.0).job
    window = job.rooms[0].walls[0].openings[0]
    job = job.replaced(
        rooms=(job.rooms[0].but(walls=(job.rooms[0].walls[0].but(openings=(window.but(board=True),)), *job.rooms[0].walls[1:])),)
    )
    (part,) = parts(job, "window sill")
    assert part.size == (1260.0, 97.0, 30.0)
    low, high = part.box
    assert (low.x, high.x, low.y, high.y, high.z) == (970.0, 2230.0, -25.0, 72.0, 1050.0)
    assert [(r.piece, round(r.area, 4)) for r in toplist(made(job))] == [("window sill", round((1260 * 25 + 1196 * 72) / 1e6, 4))]


KEY = f"top-{ROOM}-{WALL}-1/worktop/1"


def test_a_piece_is_changed_by_hand_and_put_back() -> None:
    job = a_wall_of("base", "sink", "drawers")
    longer = change_piece(job, CATALOG, ROOM, KEY, right=25.0, left=5.0)
    (before,), (after,) = parts(job, "worktop"), parts(longer, "worktop")
    assert after.length.value == before.length.value + 30.0
    assert "5 longer at the left + 25 longer at the right" in repr(after.length)
    assert (after.box[0].x, after.box[1].x) == (before.box[0].x - 5.0, before.box[1].x + 25.0)
    hole = [after.frame.out(p.low).x for p in after.pockets]
    assert hole == [before.frame.out(p.low).x for p in before.pockets], "the sink stays over its unit"
    assert loads(dumps(longer)) == longer
    assert reset_piece(longer, ROOM, KEY) == job
    other = change_piece(job, CATALOG, ROOM, KEY, finish="oak-stave")
    assert parts(other, "worktop")[0].finish.id == "oak-stave"


def test_a_piece_that_is_left_out_leaves_the_others_their_names() -> None:
    job = set_job_rule(a_wall_of("base", "sink"), CATALOG, "upstand", 60.0)
    out = change_piece(job, CATALOG, ROOM, KEY, left_out=True)
    (run,) = tops(out)
    assert [p.tag.role for p in run.parts] == ["upstand", "upstand return"]
    assert run.keys == (f"top-{ROOM}-{WALL}-1/upstand/1", f"top-{ROOM}-{WALL}-1/upstand return left/1")
    assert change_piece(out, CATALOG, ROOM, KEY, left_out=False).rooms[0].pieces == {}
    with pytest.raises(EditError, match="not changed by hand"):
        reset_piece(job, ROOM, KEY)
    with pytest.raises(EditError, match="no finish"):
        change_piece(job, CATALOG, ROOM, KEY, finish="gold")
    assert PieceChange() == PieceChange(left=0.0)


def test_a_plinth_returns_to_the_wall_where_its_end_is_free() -> None:
    """By hand: set back 50 behind a front at 560: from 510 − 18 to the wall. Nothing returns where a wall closes the end."""
    job = set_job_rule(a_wall_of("base", "drawers"), CATALOG, "plinth_ends", "returned")
    (part,) = parts(job, "plinth return")
    front = next(p for p in parts(job, "plinth") if p.tag.role == "plinth")
    assert part.box[1].x == 1200.0
    assert part.box[0].y == pytest.approx(front.box[1].y)
    assert part.box[1].y == 0.0


def test_tops_and_edges_of_stone_are_listed_without_bands() -> None:
    rows = toplist(made(set_job_finish(a_wall_of("base"), CATALOG, "top", "oak-stave")))
    assert [(r.material, r.banded) for r in rows] == [("Oak stave 40, oiled", 0.0)]
