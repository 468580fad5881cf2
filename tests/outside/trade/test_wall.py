"""Paneled walls against what is not ours: the panel sum, borders from the trim, printed miter tables, areas by shapely."""

from itertools import combinations
from math import asin

import numpy as np
import pytest
import trimesh
from hypothesis import given, settings
from hypothesis import strategies as st
from shapely import LineString, Polygon, box, union_all

from bodies import solids
from makers import CATALOG, ROOM, WALL, a_room, made
from tallplank.core.edit.paneling.scheme import add_scheme, copy_scheme
from tallplank.core.edit.paneling.start import STARTS, Sizes
from tallplank.core.edit.survey.walled import add_opening
from tallplank.core.job.filling import Facets, Panel, Peak
from tallplank.core.job.job import Job
from tallplank.core.job.scheme import Region, Scheme
from tallplank.core.joinery.paneling.filling.facet import relief_over
from tallplank.core.joinery.paneling.solve import solve
from tallplank.core.shop.moldinglist import flat_settings, moldinglist
from tallplank.core.space.bow import Bow

INCH = 25.4


def scheme(job: Job, **values: object) -> Job:
    return add_scheme(job, CATALOG, ROOM, WALL, **values).job


def test_the_panel_sum() -> None:
    """101.25 in with five panels and boards of 3 in between and at both ends: 16.65 in each. Common practice, no source."""
    job = a_room(101.25 * INCH, 3000.0)
    root = Region(split="across", stile=3 * INCH, count=5, parts=(Region(),))
    found = solve(Scheme(id="s", name="s", face=WALL, root=root), made(job).faces[ROOM][WALL], CATALOG)
    assert [f.area.width / INCH for f in found.leaves] == pytest.approx([16.65] * 5)


def test_a_border_is_measured_from_the_finished_trim() -> None:
    """A 9 in baseboard and a 3 in border: the panel starts at 12 in; under a 2 1/2 in rail its top is 5 1/2 in below. Common practice."""
    job = scheme(
        a_room(), high=36 * INCH, base="base-step-229", rail="chair-ogee-64", root=Region(fill=Panel(border=3 * INCH, raised=12.0))
    )
    (panel,) = [p for r in made(job).runs for p in r.parts if p.tag.role == "panel"]
    assert panel.box[0].z / INCH == pytest.approx(12.0)
    assert 36 - panel.box[1].z / INCH == pytest.approx(5.5)


@pytest.mark.parametrize(
    ("spring", "corner", "miter", "bevel"),
    [(38.0, 90.0, 31.6, 33.9), (45.0, 90.0, 35.3, 30.0), (38.0, 135.0, 14.3, 17.6), (45.0, 120.0, 22.2, 20.7)],
)
def test_settings_for_crowns_as_printed(spring: float, corner: float, miter: float, bevel: float) -> None:
    """Compound-miter tables as they are printed for moldings that lie flat; from memory, to a tenth of a degree."""
    saw = flat_settings(spring, corner)
    assert (saw.miter, saw.bevel) == pytest.approx((miter, bevel), abs=0.06)


def test_the_molding_list_of_a_wainscot() -> None:
    """Baseboards stand: an inner corner of 90° is cut at 45. Panel molds lie on their backs: every end is 45. Common practice."""
    job = a_room(4200.0, 2900.0)
    walls = [w.id for w in job.rooms[0].walls]
    job, (key,) = add_scheme(job, CATALOG, ROOM, walls[0], **STARTS["wainscot"].values(Sizes()))
    rows = moldinglist(made(copy_scheme(job, CATALOG, ROOM, key, walls).job))
    molds = [row for row in rows if row.piece.startswith("panel mold")]
    assert {(end.kind, round(end.saw.miter, 6)) for row in molds for end in (row.first, row.last)} == {("frame", 45.0)}
    assert sum(row.quantity for row in molds) == 4 * 5 * 4
    bases = [row for row in rows if row.piece == "baseboard"]
    kinds = [end.kind for row in bases for end in (row.first, row.last) for _ in range(row.quantity)]
    assert kinds.count("inner") == 8
    assert {round(end.saw.miter, 6) for row in bases for end in (row.first, row.last) if end.kind == "inner"} == {45.0}


@settings(max_examples=25, deadline=None)
@given(st.integers(1, 7), st.floats(30.0, 120.0), st.floats(900.0, 2400.0), st.floats(300.0, 1500.0))
def test_boards_cover_what_they_should(count: int, stile: float, x: float, width: float) -> None:
    """With a backing, the areas of all backing boards are those of the wall less its window, as shapely reckons them."""
    job = add_opening(a_room(5000.0, 3000.0), ROOM, WALL, "window", x, sill=800.0, width=width, height=900.0).job
    root = Region(split="across", stile=stile, count=count, parts=(Region(),))
    parts = [p for r in made(scheme(job, backing=6.0, root=root)).runs for p in r.parts if p.tag.role == "backing"]
    face = job.face(ROOM, WALL)
    wall = box(0.0, 0.0, face.length, face.height).difference(box(x, 800.0, x + width, 1700.0))
    assert sum(p.form.volume(p.size, p.pockets) for p in parts) / 6.0 == pytest.approx(wall.area, rel=1e-6)
    boxes = union_all([box(p.box[0].x, p.box[0].z, p.box[1].x, p.box[1].z) for p in parts])
    assert boxes.area >= wall.area - 1.0


PATTERNS = (
    ((Peak(out=75.0),), 2, 2, False, 6.0),
    ((Peak(across=0.35, up=0.6, out=90.0),), 3, 2, True, 6.0),
    ((Peak(across=0.3, up=0.3, out=60.0), Peak(across=0.7, up=0.7, out=90.0)), 1, 1, False, 9.0),
    ((Peak(across=0.0, up=0.5, out=70.0), Peak(across=1.0, up=0.5, out=70.0)), 1, 1, False, 6.0),
)


@pytest.mark.parametrize(("peaks", "across", "up", "mirrored", "thick"), PATTERNS)
def test_facets_against_trimesh_and_manifold(peaks: tuple[Peak, ...], across: int, up: int, mirrored: bool, thick: float) -> None:
    """Source: trimesh for the angles between faces of the relief, manifold3d for the volumes and for what boards share.

    At a ridge both boards are cut off square by half the angle between the normals of their faces.
    """
    fill = Facets(peaks=peaks, across=across, up=up, mirrored=mirrored, thick=thick)
    job = made(scheme(a_room(), left=700.0, high=1700.0, root=Region(fill=fill)))
    (run,) = [r for r in job.runs if r.what == "panel"]
    bodies = [body for _, _, body in solids(job, ROOM)]
    for part, body in zip(run.parts, bodies, strict=True):
        assert part.volume == pytest.approx(body.volume(), rel=1e-4)
    assert max(((a ^ b).volume() for a, b in combinations(bodies, 2)), default=0.0) < 100.0

    area = solve(job.job.rooms[0].schemes[0], job.faces[ROOM][WALL], CATALOG).leaves[0].area
    points, loops = relief_over(area, fill)
    mesh = trimesh.Trimesh(points, loops, process=False)
    angles = {}
    for (a, b), angle in zip(mesh.face_adjacency_edges, mesh.face_adjacency_angles, strict=True):
        if angle > 1e-6 and max(points[a][2], points[b][2]) > 1e-6:
            angles[frozenset((tuple(np.round(points[a], 3)), tuple(np.round(points[b], 3))))] = np.degrees(angle) / 2
    found = 0
    for part in run.parts:
        for a, b, bevel in part.form.bevels(thick):
            ends = (part.frame.out((*p, thick)) for p in (a, b))
            key = frozenset(tuple(np.round((p.x, p.z, -p.y), 3)) for p in ends)
            if key in angles:
                assert abs(bevel) == pytest.approx(angles[key], abs=1e-3)
                found += 1
    assert found >= len(angles), "every edge between two boards is on one of them or more"


@pytest.mark.parametrize(("chord", "rise"), [(600.0, 100.0), (2000.0, 40.0), (800.0, 399.0)])
def test_a_bow_by_its_chord_and_rise(chord: float, rise: float) -> None:
    """R = (c² / 4 + h²) / (2 h), length 2 R asin(c / 2 R); the points by shapely's length, the bent skin by trimesh's volume."""
    bow = Bow(0.0, chord, 200.0, rise, 6.0)
    radius = (chord**2 / 4 + rise**2) / (2 * rise)
    assert bow.radius == pytest.approx(radius)
    assert LineString(bow.arc(-bow.half, bow.half, radius)).length == pytest.approx(2 * radius * asin(chord / 2 / radius), rel=1e-3)
    skin = trimesh.creation.extrude_polygon(Polygon(bow.skin(-bow.half, bow.half)), 2400.0)
    assert skin.is_volume
    assert skin.volume == pytest.approx((radius**2 - (radius - 6.0) ** 2) * asin(chord / 2 / radius) * 2400.0, rel=5e-3)
