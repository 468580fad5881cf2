"""Sinks in corners: over diagonal and folding units, in one piece of board, at either corner and at any angle."""

from math import atan2, degrees, hypot

import pytest
from shapely import Polygon

from makers import CATALOG, a_room, made
from tallplank.core.catalog.hardware import Fixture
from tallplank.core.check.finding import findings
from tallplank.core.edit.survey.room import add_room_of
from tallplank.core.edit.survey.shape import set_corner_angle
from tallplank.core.edit.unit import Spot, place_unit, set_hardware
from tallplank.core.job.job import Job
from tallplank.core.joinery.run.run import Run
from tallplank.core.solid.scene import SolidMaker

SIDES = ("left", "right")


def a_corner(kind: str, side: str, sink: str | None = "sink-50", angle: float = 90.0) -> Job:
    """A unit in a corner between two bases, with a sink."""
    job = add_room_of(a_room(), "Corner", ((0.0, 0.0), (0.0, 3600.0), (4300.0, 3600.0), (4300.0, 0.0)), 2500.0).job
    room = job.rooms[-1].id
    if angle != 90.0:
        job = set_corner_angle(job, room, 1 if side == "left" else 2, angle)
    ids = job.room(room).face_ids
    one, other = ids[1], ids[0] if side == "left" else ids[2]
    length = job.face(room, one).length
    job = place_unit(job, CATALOG, kind, Spot(room, one, 0.0 if side == "left" else length - 900.0), made(job), side=side, corner=angle).job
    unit = job.units[-1]
    job = place_unit(job, CATALOG, "base", Spot(room, one, unit.width if side == "left" else length - 1500.0)).job
    beside = job.face(room, other).length - unit.depth - 600.0 if side == "left" else unit.depth
    job = place_unit(job, CATALOG, "base", Spot(room, other, beside)).job
    return set_hardware(set_hardware(job, CATALOG, [unit.id], "sink", sink), CATALOG, [unit.id], "tap", "tap-arc" if sink else None)


def tops(job: Job) -> list[Run]:
    return [run for run in made(job).runs if run.what == "top"]


@pytest.mark.parametrize("side", SIDES)
@pytest.mark.parametrize("kind", ["corner-diagonal", "corner-ell"])
@pytest.mark.parametrize("sink", ["sink-50", "sink-corner-46", "sink-under-40"])
def test_a_sink_looks_out_of_the_corner_and_keeps_from_every_edge(kind: str, side: str, sink: str) -> None:
    job = a_corner(kind, side, sink)
    assert [f.text for f in findings(made(job)) if f.code != "service-far"] == []
    run = next(run for run in tops(job) if run.pieces)
    part = next(p for p in run.parts if any(q.what == "cutout" for q in p.pockets))
    item = CATALOG.hardware[sink]
    assert isinstance(item, Fixture)
    bowl, tap = (p.outline for p in part.pockets if p.what == "cutout")
    assert bowl is not None
    assert tap is not None
    board = Polygon(part.ring)
    assert board.exterior.distance(Polygon(bowl)) >= item.edge - 0.01
    assert board.contains(Polygon(tap))
    sides = [hypot(b[0] - a[0], b[1] - a[1]) for a, b in zip(bowl, (*bowl[1:], bowl[0]), strict=True)]
    longest = max(range(len(bowl)), key=lambda i: sides[i])
    a, b = bowl[longest], bowl[(longest + 1) % len(bowl)]
    assert degrees(atan2(b[1] - a[1], b[0] - a[0])) % 90.0 == pytest.approx(45.0, abs=1e-6)
    assert Polygon(bowl).distance(Polygon(tap)) == pytest.approx(60.0 - 35.0 / 2, abs=0.1)


@pytest.mark.parametrize("side", SIDES)
def test_the_board_in_the_corner_is_one_piece_as_large_as_the_unit(side: str) -> None:
    """By hand: 900 along both walls; the boards beside it begin there, and the joint at the other wall is bolted once on each side."""
    job = a_corner("corner-diagonal", side)
    result = made(job)
    runs = [run for run in result.runs if run.what == "top"]
    parts = [(run, p) for run in runs for p in run.parts if p.tag.role == "worktop"]
    (corner,) = [p for _, p in parts if any(q.what == "cutout" for q in p.pockets)]
    assert (corner.length.value, corner.width.value) == (900.0, 900.0)
    others = [p for _, p in parts if p is not corner]
    assert len(others) == 2
    assert {round(p.length.value) for p in others} <= {600, 610, 620}
    rings = [Polygon(result.faces[run.room][run.face].frame.flat_out(p.above)) for run, p in parts]
    assert all(a.intersection(b).area < 1.0 for i, a in enumerate(rings) for b in rings[:i])
    assert sum(f.count.value for run in runs for f in run.fittings if f.role == "top-bolt") == 2


@pytest.mark.parametrize("angle", [75.0, 105.0, 135.0])
def test_a_corner_of_another_angle_takes_it_too(angle: float) -> None:
    job = a_corner("corner-diagonal", "left", "sink-under-40", angle)
    own = [run for run in tops(job) if run.problem]
    assert not own
    part = next(p for run in tops(job) for p in run.parts if any(q.what == "cutout" for q in p.pockets))
    bowl = next(p.outline for p in part.pockets if p.what == "cutout")
    assert bowl is not None
    assert Polygon(part.ring).exterior.distance(Polygon(bowl)) > 49.0


def test_what_does_not_fit_is_told_and_without_a_sink_all_is_as_before() -> None:
    job = a_corner("corner-diagonal", "left", "sink-double-86")
    assert any("does not fit into the corner" in run.problem for run in tops(job))
    trough = a_corner("corner-diagonal", "left", "sink-front-60")
    assert any("straight front" in run.problem for run in tops(trough))
    bare = a_corner("corner-diagonal", "left", None)
    unit = bare.units[0].id
    there = set_hardware(bare, CATALOG, [unit], "sink", "sink-50")
    assert "top" not in {p.name for p in made(there).units[0].parts}
    again = set_hardware(there, CATALOG, [unit], "sink", None)
    assert [r.parts for r in tops(again)] == [r.parts for r in tops(bare)]
    assert made(again).units[0].parts == made(bare).units[0].parts


def test_it_is_seen_in_3d() -> None:
    job = a_corner("corner-ell", "right")
    room = job.units[0].room
    solids = SolidMaker().solids(made(job), room, 0.0)
    assert solids is not None
