"""Curved edges between regions: arcs by their rise and curves through points."""

from itertools import pairwise
from math import acos, hypot, sqrt

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from shapely import LineString, Point, Polygon

from bodies import shared
from makers import CATALOG, ROOM, WALL, a_room, made
from tallplank.core.draw.paneling import schemes_at
from tallplank.core.edit.check import EditError
from tallplank.core.edit.paneling.bends import bends_text, parse_bends
from tallplank.core.edit.paneling.scheme import add_scheme
from tallplank.core.job.base import RecordError
from tallplank.core.job.filling import FrameFill, Frames, Panel, Slats
from tallplank.core.job.job import Display, Job
from tallplank.core.job.scheme import Bend, Edge, Region
from tallplank.core.joinery.paneling.solve import Solved
from tallplank.core.joinery.part.form.outlined import Outlined
from tallplank.core.joinery.part.part import Part
from tallplank.core.measure.display import LengthStyle
from tallplank.core.space.biarc import through
from tallplank.core.space.curve import ArcOf, pieces
from tallplank.core.space.offset import points_of

BOARD = Region(fill=Panel(raised=12.0))


def walled(root: Region, **values: object) -> Job:
    return add_scheme(a_room(2000.0, 3000.0), CATALOG, ROOM, WALL, root=root, **values).job


def parts(job: Job, role: str) -> list[Part]:
    return [p for r in made(job).runs if r.what == "panel" for p in r.parts if p.tag.role == role]


def solved(job: Job) -> Solved:
    return next(found for _, found in schemes_at(made(job), ROOM, WALL))


def segment(chord: float, rise: float) -> float:
    """The area between an arc and its chord. Source: R² acos((R − h) / R) − (R − h) √(2 R h − h²)."""
    radius = (chord**2 / 4 + rise**2) / (2 * rise)
    return float(radius**2 * acos((radius - rise) / radius) - (radius - rise) * sqrt(2 * radius * rise - rise**2))


@pytest.mark.parametrize("rise", [200.0, -200.0])
def test_an_arc_between_two_rows_by_hand(rise: float) -> None:
    """2000 wide, the edge at 1000 rises by 200 over a radius of 2600: a segment of that more below and less above, or the other way."""
    job = walled(Region(split="up", parts=(BOARD.but(size=1000.0, edge=Edge(rise=rise)), BOARD)))
    low, high = sorted(sum(p.volume for p in parts(job, "panel") if (p.box[0].z < 1.0) is first) / 12.0 for first in (False, True))
    more = segment(2000.0, 200.0) * (1 if rise > 0 else -1)
    assert sorted((low, high)) == pytest.approx(sorted((2.0e6 + more, 3.0e6 - more)), rel=1e-4)
    radii = {
        round(one.radius, 1)
        for p in parts(job, "panel")
        if isinstance(p.form, Outlined)
        for one in pieces(p.form.outline)
        if isinstance(one, ArcOf)
    }
    assert radii == {2600.0}
    assert shared(made(job), ROOM) == []


@pytest.mark.parametrize("split", ["across", "up"])
@pytest.mark.parametrize("edge", [Edge(rise=150.0), Edge(bends=(Bend(along=0.25, out=120.0), Bend(along=0.7, out=-90.0)))])
@pytest.mark.parametrize("stile", [0.0, 60.0])
def test_regions_and_boards_along_curved_edges_tile_the_wall(split: str, edge: Edge, stile: float) -> None:
    job = walled(Region(split=split, stile=stile, parts=(BOARD.but(edge=edge), BOARD.but(edge=edge), BOARD)))
    found = solved(job)
    rings = [Polygon(f.clip) if f.clip else Polygon(f.area.ring) for f in found.leaves]
    rings += [Polygon(s.clip) if s.clip else Polygon(s.area.ring) for s in found.strips]
    assert sum(ring.area for ring in rings) == pytest.approx(2000.0 * 2500.0, abs=1e-3)
    assert sum(
        p.volume / p.thickness.value for role in ("panel", "wall stile", "wall rail board") for p in parts(job, role)
    ) == pytest.approx(5.0e6, rel=1e-9)
    assert shared(made(job), ROOM) == []


@pytest.mark.parametrize(
    "fill", [Panel(border=60.0, mold="mold-panel-25"), Frames(frames=(FrameFill(inset=40.0, width=50.0),)), Slats(width=30.0, gap=30.0)]
)
def test_what_fills_a_region_follows_its_curved_edge(fill: object) -> None:
    edge = Edge(bends=(Bend(along=0.3, out=150.0), Bend(along=0.7, out=-120.0)))
    job = walled(Region(split="up", stile=50.0, parts=(Region(fill=fill, edge=edge), Region(fill=fill))))
    assert not [run.problem for run in made(job).runs if run.problem]
    rings = [Polygon(f.clip) for f in solved(job).leaves if f.clip]
    for part in parts(job, "slat") + parts(job, "frame board"):
        seen = Polygon(part.form.front(part.frame, part.size))
        assert min(seen.difference(ring).area for ring in rings) < 1.0
    assert shared(made(job), ROOM) == []


@pytest.mark.parametrize("edge", [Edge(rise=1200.0), Edge(rise=-900.0), Edge(bends=(Bend(out=1300.0),))])
def test_an_edge_that_leaves_its_field_is_refused(edge: Edge) -> None:
    with pytest.raises(EditError, match="Let it rise by less"):
        walled(Region(split="up", parts=(BOARD.but(size=800.0, edge=edge), BOARD.but(size=700.0, edge=Edge(rise=1.0)), BOARD)))


def test_points_of_an_edge_follow_one_another() -> None:
    with pytest.raises((RecordError, ValueError)):
        Edge(bends=(Bend(along=0.5, out=10.0), Bend(along=0.4, out=10.0)))


@given(st.lists(st.floats(-200, 200), min_size=1, max_size=6))
@settings(max_examples=60, deadline=None)
def test_curves_go_through_their_points_without_a_corner(outs: list[float]) -> None:
    points = [(0.0, 0.0), *((1000.0 * (i + 1), out) for i, out in enumerate(outs)), (1000.0 * (len(outs) + 1), 0.0)]
    found = through(points)
    assert (found[0].start, found[-1].end) == (points[0], points[-1])
    line = LineString([p for piece in found for p in points_of(piece)])
    assert all(line.distance(Point(p)) < 1e-6 for p in points)
    for one, other in pairwise(found):
        assert hypot(one.end[0] - other.start[0], one.end[1] - other.start[1]) < 1e-6
        a, b = _way(one, one.end), _way(other, other.start)
        assert a[0] * b[0] + a[1] * b[1] > 1.0 - 1e-9


def _way(piece: object, at: tuple[float, float]) -> tuple[float, float]:
    if isinstance(piece, ArcOf):
        x, y = at[0] - piece.centre[0], at[1] - piece.centre[1]
        long = hypot(x, y)
        return (-y / long, x / long) if piece.left else (y / long, -x / long)
    (x0, y0), (x1, y1) = piece.start, piece.end  # type: ignore[attr-defined]
    long = hypot(x1 - x0, y1 - y0)
    return (x1 - x0) / long, (y1 - y0) / long


def test_points_are_read_as_they_are_written() -> None:
    mm, inch = Display(), Display(style=LengthStyle.INCH_FRACTION)
    bends = parse_bends("25: 40; 75: -30", mm)
    assert bends == (Bend(along=0.25, out=40.0), Bend(along=0.75, out=-30.0))
    assert parse_bends(bends_text(bends, mm), mm) == bends
    assert parse_bends("50%: 1 1/2", inch)[0].out == pytest.approx(38.1)
    assert parse_bends(" ", mm) == ()
    for text in ("25", "a: 3", "120: 3", "25: x"):
        with pytest.raises(EditError):
            parse_bends(text, mm)


@pytest.mark.parametrize(
    "fill", [Panel(border=30.0, mold="mold-panel-25"), Panel(border=40.0, raised=12.0), Frames(frames=(FrameFill(inset=40.0, width=50.0),))]
)
def test_regions_within_a_curved_one_keep_its_arcs(fill: object) -> None:
    """Divided again into four with boards between: each has its piece of the edge as arcs, and what fills it lies within that."""
    edge = Edge(bends=(Bend(along=0.25, out=160.0), Bend(along=0.6, out=-120.0)))
    low = Region(size=1000.0, edge=edge, split="across", stile=70.0, count=4, parts=(Region(fill=fill),))
    job = walled(Region(split="up", stile=60.0, parts=(low, Region())))
    assert not [run.problem for run in made(job).runs if run.problem]
    arcs = {
        round(piece.radius, 3)
        for piece in pieces(next(f.clip for f in solved(job).fields if f.path == (0,)) or ())
        if isinstance(piece, ArcOf)
    }
    inner = [f for f in solved(job).leaves if len(f.path) == 2]
    for field in inner:
        found = {round(piece.radius, 3) for piece in pieces(field.clip or ()) if isinstance(piece, ArcOf)}
        assert found
        assert all(min(abs(radius - known) for known in arcs) < 0.01 for radius in found)
    assert shared(made(job), ROOM) == []
