"""Paneled walls: how their regions are solved, and what they are made of."""

from itertools import pairwise
from math import acos, cos, isclose, sin, sqrt

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from bodies import shared
from makers import CATALOG, ROOM, WALL, a_room, made
from solids import overlaps
from tallplank.core.check.finding import findings
from tallplank.core.edit.check import EditError
from tallplank.core.edit.paneling.peaks import parse_peaks, peaks_text
from tallplank.core.edit.paneling.scheme import add_scheme, change_scheme, copy_scheme
from tallplank.core.edit.paneling.start import STARTS, Sizes
from tallplank.core.edit.survey.service import add_service
from tallplank.core.edit.survey.standing import add_column_at
from tallplank.core.edit.survey.walled import add_opening
from tallplank.core.edit.unit import Spot, place_unit
from tallplank.core.job.filling import Cover, Facets, FrameFill, Frames, Grooves, KeptFree, Panel, Peak, Shelves, Slats
from tallplank.core.job.job import Display, Job
from tallplank.core.job.scheme import Boxing, Outline, Region, Scheme
from tallplank.core.joinery.paneling.filling.tile import tile_spans
from tallplank.core.joinery.paneling.solve import Area, Solved, solve
from tallplank.core.joinery.run.run import Run
from tallplank.core.measure.display import LengthStyle
from tallplank.core.shop.cutlist import cutlist
from tallplank.core.space.curve import ArcOf, pieces


def a_wall(length: float = 4000.0, height: float = 2500.0) -> Job:
    return a_room(length, 3000.0, height) if height != 2500.0 else a_room(length, 3000.0)


def with_scheme(job: Job, **values: object) -> Job:
    return add_scheme(job, CATALOG, ROOM, WALL, **values).job


def run(job: Job) -> Run:
    (found,) = [r for r in made(job).runs if r.what == "panel"]
    return found


def sizes(job: Job, role: str) -> list[tuple[float, float, float]]:
    return [p.size for p in run(job).parts if p.tag.role == role]


def solved(job: Job) -> Solved:
    return solve(job.rooms[0].schemes[0], made(job).faces[ROOM][WALL], CATALOG)


def test_stiles_and_panels_by_hand() -> None:
    """4000 with five panels and six stiles of 90: (4000 − 540) / 5 = 692; the rails take 2 × 90 of what is between base and top."""
    job = with_scheme(
        a_wall(),
        high=900.0,
        base="base-square-100",
        root=Region(split="up", stile=90.0, parts=(Region(split="across", stile=90.0, count=5, parts=(Region(fill=Panel(raised=12.0)),)),)),
    )
    panels = sizes(job, "panel")
    assert panels == [pytest.approx((620.0, 692.0, 12.0))] * 5
    assert sizes(job, "wall stile") == [pytest.approx((620.0, 90.0, 19.0))] * 6
    assert [p.box[0].x for p in run(job).parts if p.tag.role == "panel"] == pytest.approx([90.0 + i * 782.0 for i in range(5)])
    assert [f.text for f in findings(made(job))] == []


def test_a_panel_begins_its_border_above_the_baseboard() -> None:
    """A baseboard of 9 in and a border of 3 in: the panel begins at 12 in. Under a rail of 2 1/2 in it ends 5 1/2 in below its top."""
    job = with_scheme(a_wall(), high=914.4, base="base-step-229", rail="chair-ogee-64", root=Region(fill=Panel(border=76.2, raised=12.0)))
    (panel,) = [p for p in run(job).parts if p.tag.role == "panel"]
    assert panel.box[0].z == pytest.approx(12 * 25.4)
    assert panel.box[1].z == pytest.approx(914.4 - 5.5 * 25.4)
    assert panel.box[0].x == pytest.approx(76.2)


@pytest.mark.parametrize(("length", "count"), [(4000.0, 8), (3600.0, 7), (500.0, 1), (1010.0, 2)])
def test_as_many_as_make_them_about_so_wide(length: float, count: int) -> None:
    """About 450 with boards of 50 between and at the ends: round((L − 100 + 50) / 500)."""
    job = with_scheme(a_wall(length), root=Region(split="across", stile=50.0, wanted=450.0, parts=(Region(),)))
    assert len(solved(job).leaves) == count


def test_slats_are_flush_at_both_ends() -> None:
    """4000 in slats of 20 about 20 apart: floor(4020 / 40) = 100 slats, and (4000 − 2000) / 99 between them."""
    job = with_scheme(a_wall(), root=Region(fill=Slats(width=20.0, gap=20.0, deep=40.0)))
    slats = [p for p in run(job).parts if p.tag.role == "slat"]
    assert len(slats) == 100
    assert (slats[0].box[0].x, slats[-1].box[1].x) == pytest.approx((0.0, 4000.0))
    assert slats[1].box[0].x - slats[0].box[1].x == pytest.approx(2000.0 / 99.0)
    assert slats[0].size == pytest.approx((2500.0, 40.0, 20.0))
    assert (slats[0].box[0].y, slats[0].box[1].y) == (-40.0, 0.0)


def test_grooved_boards_are_no_wider_than_their_sheet_and_grooves_keep_their_pitch() -> None:
    """4000 at a pitch of 100 has 39 grooves, in boards of at most 1220."""
    job = with_scheme(a_wall(), high=1000.0, root=Region(fill=Grooves(pitch=100.0, width=4.0, deep=4.0)))
    boards = [p for p in run(job).parts if p.tag.role == "grooved panel"]
    assert max(p.width.value for p in boards) <= 1220.0
    assert sum(p.width.value for p in boards) == pytest.approx(4000.0)
    places = sorted(p.frame.out((0.0, (q.low.y + q.high.y) / 2, 0.0)).x for p in boards for q in p.pockets if q.what == "groove")
    assert places == pytest.approx([100.0 * i for i in range(1, 40)])


def test_frames_in_frames_by_hand() -> None:
    """Within 40, boards of 60; within 80 more, boards of 60: the inner frame begins at 180."""
    fill = Frames(frames=(FrameFill(inset=40.0, width=60.0, thick=12.0), FrameFill(inset=80.0, width=60.0, thick=12.0)))
    job = with_scheme(a_wall(1000.0), root=Region(fill=fill))
    boards = {p.name: p for p in run(job).parts}
    assert boards["frame board 1 left"].box[0].x == pytest.approx(40.0)
    assert boards["frame board 2 left"].box[0].x == pytest.approx(180.0)
    assert boards["frame board 2 lower"].size == pytest.approx((1000.0 - 2 * 240.0, 60.0, 12.0))


def test_openings_cut_boards_to_their_true_shape_and_moldings_short() -> None:
    job = add_opening(a_wall(), ROOM, WALL, "door", 1500.0, width=900.0).job
    job = with_scheme(
        job, high=1200.0, backing=6.0, base="base-square-100", root=Region(split="across", stile=80.0, wanted=400.0, parts=(Region(),))
    )
    door = job.face(ROOM, WALL).openings[0]
    for part in run(job).parts:
        low, high = part.box
        inside = low.x < door.x + door.width - 0.1 and high.x > door.x + 0.1 and low.z < door.height
        assert not inside or not part.form.is_square, part.name
    bases = [(p.box[0].x, p.box[1].x) for p in run(job).parts if p.tag.role == "baseboard"]
    assert bases == [pytest.approx((0.0, 1500.0)), pytest.approx((2400.0, 4000.0))]


def test_what_is_kept_free_has_no_backing() -> None:
    free = Region(size=1000.0, fill=KeptFree())
    job = with_scheme(a_wall(), backing=12.0, root=Region(split="across", parts=(Region(), free, Region())))
    backs = [p.box for p in run(job).parts if p.tag.role == "backing"]
    assert all(high.x <= 1500.1 or low.x >= 2499.9 for low, high in backs)
    assert sum((high.x - low.x) * (high.z - low.z) for low, high in backs) == pytest.approx(3000.0 * 2500.0)


@pytest.mark.parametrize(
    ("root", "told"),
    [
        (Region(fill=Panel(border=2000.0)), "its border is less than"),
        (Region(fill=Slats(width=5000.0)), "No slat"),
        (Region(fill=Grooves(pitch=100.0, deep=40.0)), "less deep than its board"),
        (Region(fill=Frames(frames=(FrameFill(inset=1300.0),))), "no room for frame 1"),
        (Region(split="across", stile=100.0, count=60, parts=(Region(),)), "more than there is"),
        (Region(split="across", parts=(Region(size=3000.0), Region(size=3000.0))), "more than there is"),
        (Region(fill=Cover(border=1400.0)), "its border is less than"),
    ],
)
def test_what_does_not_fit_is_refused_with_its_limit(root: Region, told: str) -> None:
    with pytest.raises(EditError, match=told):
        with_scheme(a_wall(), root=root)


@pytest.mark.parametrize("start", sorted(STARTS))
@pytest.mark.parametrize("inches", [False, True])
def test_every_start_goes_round_a_room_and_shares_no_space(start: str, inches: bool) -> None:
    job = a_room(4237.0, 3311.0)
    walls = [w.id for w in job.rooms[0].walls]
    job, (key,) = add_scheme(job, CATALOG, ROOM, walls[0], **STARTS[start].values(Sizes(inches=inches)))
    job = copy_scheme(job, CATALOG, ROOM, key, walls).job
    result = made(job)
    assert len([r for r in result.runs if r.what == "panel"]) == 4
    assert [f.text for f in findings(result)] == []
    assert shared(result, ROOM) == []
    rows = [row for row in cutlist(result) if row.part in ("wall stile", "backing", "slat", "grooved panel", "panel")]
    assert rows or start == "molds"


def test_copies_are_solved_again_for_each_length() -> None:
    job = a_room(4200.0, 2900.0)
    walls = [w.id for w in job.rooms[0].walls]
    values = {"high": 900.0, "root": Region(split="across", stile=90.0, wanted=450.0, parts=(Region(),))}
    job, (key,) = add_scheme(job, CATALOG, ROOM, walls[0], **values)
    job = copy_scheme(job, CATALOG, ROOM, key, walls).job
    stiles = [sum(p.tag.role == "wall stile" for p in r.parts) for r in made(job).runs if r.what == "panel"]
    assert stiles == [9, 6, 9, 6]
    one = {s.root for s in job.rooms[0].schemes}
    assert len(one) == 1


def test_boards_butt_in_corners_and_moldings_are_mitred() -> None:
    """Boards 6 + 19 before the wall: the next wall's begin at 25; the base, 6 before the wall, begins and ends there at 45°."""
    job = a_room(4000.0, 3000.0)
    walls = [w.id for w in job.rooms[0].walls]
    values = {
        "high": 900.0,
        "backing": 6.0,
        "base": "base-square-100",
        "root": Region(split="across", stile=90.0, count=4, parts=(Region(),)),
    }
    job, (key,) = add_scheme(job, CATALOG, ROOM, walls[0], **values)
    job = copy_scheme(job, CATALOG, ROOM, key, walls).job
    parts = next(r for r in made(job).runs if r.what == "panel").parts
    stiles = [p for p in parts if p.tag.role == "wall stile"]
    assert (stiles[0].box[0].x, stiles[0].width.value) == (25.0, 90.0)
    assert (stiles[-1].box[0].x, stiles[-1].box[1].x) == (4000.0 - 25.0 - 90.0, 4000.0)
    (base,) = [p for p in parts if p.tag.role == "baseboard"]
    assert (base.box[0].x, base.box[1].x) == (6.0, 3994.0)
    low, high = base.form.front(base.frame, base.size)[0], base.size
    assert high[0] == pytest.approx(3988.0)
    assert low is not None


MEMBERS = st.builds(
    Region,
    size=st.one_of(st.none(), st.floats(20.0, 200.0)),
    share=st.floats(0.2, 5.0),
)


@settings(max_examples=80, deadline=None)
@given(
    st.lists(MEMBERS, min_size=1, max_size=6),
    st.one_of(st.just(0.0), st.floats(5.0, 60.0)),
    st.sampled_from(["across", "up"]),
    st.integers(1, 12),
    st.floats(1500.0, 6000.0),
)
def test_regions_and_boards_tile_the_wall(parts: list[Region], stile: float, split: str, count: int, length: float) -> None:
    """The areas of all fields and boards add up to the wall, and none lies on another."""
    parts = [*parts, Region()]
    inner = Region(split="up" if split == "across" else "across", stile=stile, count=count, parts=(Region(),))
    root = Region(split=split, stile=stile, parts=(*parts, inner))  # type: ignore[arg-type]
    face = made(a_wall(length)).faces[ROOM][WALL]
    try:
        found = solve(Scheme(id="s1", name="s", face=WALL, root=root), face, CATALOG)
    except Exception as problem:  # noqa: BLE001 (too much for its length is told)
        assert "more than there is" in str(problem) or "must" in str(problem)
        return
    areas = [f.area for f in found.leaves] + [s.area for s in found.strips]
    whole = face.length * face.height
    assert isclose(sum(a.width * a.height for a in areas), whole, rel_tol=1e-9)
    assert all(not _overlap(a, b) for i, a in enumerate(areas) for b in areas[:i])


def _overlap(a: Area, b: Area) -> bool:
    return min(a.right, b.right) - max(a.x, b.x) > 1e-6 and min(a.top, b.top) - max(a.z, b.z) > 1e-6


def codes(job: Job) -> set[str]:
    return {f.code for f in findings(made(job))}


def test_boards_are_cut_out_for_sockets_and_those_between_boards_are_told() -> None:
    root = Region(split="across", stile=90.0, count=4, parts=(Region(fill=Panel(raised=12.0)),))
    job = with_scheme(add_service(a_wall(), ROOM, WALL, "socket", 400.0, z=300.0).job, high=900.0, backing=6.0, root=root)
    cut = [p for p in run(job).parts if any(q.what == "cutout" for q in p.pockets)]
    assert sorted(p.tag.role for p in cut) == ["backing", "panel"]
    (pocket,) = [q for q in cut[1].pockets if q.what == "cutout"]
    assert pocket.high.z - pocket.low.z == cut[1].thickness.value
    assert "socket-in-panel" not in codes(job)
    stile = next(p for p in run(job).parts if p.tag.role == "wall stile" and p.box[0].x > 100.0)
    meets = add_service(job, ROOM, WALL, "socket", stile.box[0].x - 20.0, z=300.0).job
    assert "socket-in-panel" in codes(meets)
    slatted = with_scheme(job, root=Region(fill=Slats(width=20.0, gap=20.0)))
    assert "thickness-not-sold" in codes(slatted)
    assert "socket-in-panel" in codes(slatted)


def test_slivers_are_told() -> None:
    root = Region(split="across", stile=0.0, parts=(Region(fill=Panel(raised=12.0)), Region(size=15.0, fill=Panel(raised=12.0))))
    assert "sliver" in codes(with_scheme(a_wall(), root=root))


def test_what_stands_against_the_wall_is_left_out() -> None:
    job = place_unit(a_wall(), CATALOG, "tall", Spot(ROOM, WALL, 1000.0)).job
    job = with_scheme(
        job, high=900.0, backing=6.0, base="base-square-100", root=Region(split="across", stile=90.0, count=5, parts=(Region(),))
    )
    unit = job.units[0]
    for part in run(job).parts:
        low, high = part.box
        assert high.x <= unit.x + 0.1 or low.x >= unit.x + unit.width - 0.1
    assert shared(made(job), ROOM) == []


@pytest.mark.parametrize(
    ("length", "scaled", "spans"),
    [
        (1215.0, True, [(0.0, 300.0), (305.0, 605.0), (610.0, 910.0), (915.0, 1215.0)]),
        (1000.0, True, [(0.0, 330.0), (335.0, 665.0), (670.0, 1000.0)]),
        (1215.0, False, [(0.0, 300.0), (305.0, 605.0), (610.0, 910.0), (915.0, 1215.0)]),
        (1000.0, False, [(0.0, 192.5), (197.5, 497.5), (502.5, 802.5), (807.5, 1000.0)]),
        (1300.0, False, [(0.0, 190.0), (195.0, 495.0), (500.0, 800.0), (805.0, 1105.0), (1110.0, 1300.0)]),
    ],
)
def test_tiles_by_hand(length: float, scaled: bool, spans: list[tuple[float, float]]) -> None:
    """Tiles of 300 with gaps of 5. In 1000 three whole ones would leave 37.5 at each end, less than half a tile: two stay."""
    assert [pytest.approx(span) for span in tile_spans(length, 300.0, 5.0, scaled=scaled)] == spans


@settings(max_examples=60, deadline=None)
@given(st.floats(400.0, 6000.0), st.floats(30.0, 900.0), st.floats(0.0, 30.0), st.booleans())
def test_tiles_keep_their_gaps_and_the_ends(length: float, size: float, gap: float, scaled: bool) -> None:
    spans = tile_spans(length, size, gap, scaled=scaled)
    assert spans[0][0] == pytest.approx(length - spans[-1][1], abs=1e-6)
    for (_, end), (start, _) in pairwise(spans):
        assert start - end == pytest.approx(gap, abs=1e-6)
    assert all(stop > start for start, stop in spans)


def test_a_box_of_shelves_by_hand() -> None:
    """In a region of 800 × 1000 with boards of 19: shelves 762 long; two of them leave (1000 − 4 × 19) / 3 = 308 between."""
    box = Region(size=1000.0, fill=Shelves(count=2, deep=240.0))
    root = Region(split="up", parts=(Region(size=700.0), box, Region()))
    job = with_scheme(a_wall(800.0), root=root)
    boards = {p.name: p for p in run(job).parts}
    assert boards["wall box side left"].size == pytest.approx((1000.0, 240.0, 19.0))
    shelves = [p for p in run(job).parts if p.tag.role == "wall shelf"]
    assert [p.size for p in shelves] == [pytest.approx((762.0, 240.0, 19.0))] * 2
    assert [p.box[0].z for p in shelves] == pytest.approx([700.0 + 19.0 + 308.0, 700.0 + 19.0 + 2 * 308.0 + 19.0])
    assert shared_parts(job) == []


def shared_parts(job: Job) -> list[str]:
    return overlaps(run(job).parts)


def arched(fill: object, **outline: object) -> Job:
    region = Region(fill=fill, outline=Outline(**outline))
    return with_scheme(a_wall(), high=2000.0, root=Region(split="across", stile=100.0, count=3, parts=(region,)))


def test_an_arch_by_hand() -> None:
    """4000 less four boards of 100 in three: 1200. Within boards of 100 the arch spans 1000; risen by 300 its radius is 566.667.

    What is above the arch in its rail: 1000 x 300 less the segment, R²(a − sin a cos a) with cos a = (R − 300) / R.
    """
    job = arched(Cover(), border=100.0, rise=300.0)
    parts = run(job).parts
    rails = {p.tag.side: p for p in parts if p.tag.role == "shaped rail"}
    assert rails["lower"].size[:2] == pytest.approx((1200.0, 100.0))
    assert rails["upper"].size[:2] == pytest.approx((1200.0, 400.0))
    radius = 340_000 / 600
    half = acos((radius - 300.0) / radius)
    segment = radius**2 * (half - sin(half) * cos(half))
    upper = rails["upper"]
    assert upper.volume / upper.size[2] == pytest.approx(1200.0 * 400.0 - segment, rel=2e-4)
    stiles = [p.size[:2] for p in parts if p.tag.role == "wall stile" and p.size[1] == pytest.approx(100.0) and p.size[0] < 2000.0]
    assert stiles == [pytest.approx((1500.0, 100.0))] * 6
    sheet = next(p for p in parts if p.tag.role == "sheet")
    assert sheet.volume / sheet.size[2] == pytest.approx(1000.0 * 1500.0 + segment, rel=2e-4)


def test_the_boards_around_an_outline_and_what_fills_it_tile_the_region() -> None:
    for corners in ("rounded", "scooped", "notched"):
        for border, rise in ((0.0, 0.0), (60.0, 0.0), (60.0, 250.0), (0.0, 600.0)):
            parts = run(arched(Cover(), border=border, rise=rise, corner=150.0, corners=corners)).parts
            area = sum(p.volume / p.size[2] for p in parts)
            assert area == pytest.approx(4000.0 * 2000.0, abs=1e-6 * 8e6)


def test_slats_end_at_their_arch() -> None:
    """A straight cut from where one side of a slat meets the arch to where the other does; the length is that of the longer side."""
    job = arched(Slats(width=20.0, gap=80.0, deep=40.0), border=100.0, rise=300.0)
    slats = [p for p in run(job).parts if p.tag.role == "slat"]
    slats = slats[: len(slats) // 3]
    radius, at = 340_000 / 600, slats[0].box[0].x
    for slat in slats:
        assert slat.size[1:] == (40.0, 20.0)
        heights = [1900.0 - radius + sqrt(radius**2 - (slat.box[x].x - at - 500.0) ** 2) for x in (0, 1)]
        assert slat.box[1].z == pytest.approx(max(heights), abs=0.1)  # chords lie 0.05 within their arc, more where it is steep
        assert slat.volume == pytest.approx(40.0 * 20.0 * (sum(heights) / 2 - 100.0), rel=1e-4)


def test_frames_and_moldings_follow_an_arch_concentrically() -> None:
    job = arched(Frames(frames=(FrameFill(inset=40.0, width=50.0),)), border=100.0, rise=300.0)
    curved = next(p for p in run(job).parts if p.tag.role == "frame board" and len(p.form.ring(p.size)) > 8)
    radii = sorted(piece.radius for piece in pieces(curved.form.ring(curved.size)) if isinstance(piece, ArcOf))
    assert radii == pytest.approx([340_000 / 600 - 90.0, 340_000 / 600 - 40.0], abs=1e-4)
    job = arched(Panel(border=40.0, mold="mold-panel-25"), border=100.0, rise=300.0)
    molds = [p for p in run(job).parts if "panel mold" in p.tag.role]
    assert [p.tag.role for p in molds[:4]].count("curved panel mold") == 1


def test_an_arched_panel_is_as_high_as_its_sum_says() -> None:
    """80 in less a surround of 2 1/2 and a border of 1 1/2 all round: 72; (103 1/4 - 4 x 3 1/2) / 3 - 2 x 4 = 21 3/4."""
    arch = Region(fill=Panel(border=38.1, raised=12.0), outline=Outline(border=63.5, rise=152.4))
    root = Region(split="across", stile=88.9, count=3, parts=(arch,))
    job = with_scheme(a_wall(143.5 * 25.4), left=508.0, right=514.35, high=2032.0, root=root)
    assert sizes(job, "panel") == [pytest.approx((72 * 25.4, 21.75 * 25.4, 12.0), abs=1e-6)] * 3


def test_grooves_keep_their_places_in_an_arch() -> None:
    job = arched(Grooves(pitch=100.0), border=0.0, rise=300.0)
    board = next(p for p in run(job).parts if p.tag.role == "grooved panel")
    assert len([q for q in board.pockets if q.what == "groove"]) == 11


@pytest.mark.parametrize(("outline", "says"), [({"rise": 700.0}, "at most half"), ({"border": 700.0}, "narrower than 600")])
def test_an_outline_that_has_no_room_is_refused(outline: dict[str, float], says: str) -> None:
    with pytest.raises(EditError, match=says):
        arched(Cover(), **outline)


def test_schemes_side_by_side_and_one_in_the_place_of_another() -> None:
    job = add_scheme(a_wall(), CATALOG, ROOM, WALL, name="Left", right=2500.0).job
    job = add_scheme(job, CATALOG, ROOM, WALL, name="Right", left=1500.0).job
    job = add_scheme(job, CATALOG, ROOM, WALL, name="Over", left=1400.0, right=1400.0, low=2000.0).job
    assert [s.name for s in job.rooms[0].schemes] == ["Over"]
    job = add_scheme(job, CATALOG, ROOM, WALL, name="Below", high=2000.0).job
    job = add_scheme(job, CATALOG, ROOM, WALL, name="Beside", left=2600.0).job
    assert [s.name for s in job.rooms[0].schemes] == ["Over", "Beside"]


def test_a_region_stands_proud_on_a_ground_with_all_that_is_in_it() -> None:
    """Backing 6, a ground of 12, one of 6 on it and a panel of 12: the panel's face is 36 before the wall, the boards beside it 25."""
    inner = Region(fill=Panel(border=50.0, raised=12.0), proud=6.0)
    middle = Region(split="up", stile=80.0, parts=(inner,), proud=12.0)
    job = with_scheme(a_wall(), high=2000.0, backing=6.0, root=Region(split="across", stile=100.0, parts=(Region(), middle, Region())))
    parts = {role: [p for p in run(job).parts if p.tag.role == role] for role in ("ground", "panel", "wall rail board", "wall stile")}
    assert [p.size for p in parts["ground"]] == [pytest.approx((2000.0, 1200.0, 12.0)), pytest.approx((1840.0, 1200.0, 6.0))]
    assert [p.box[0].y for p in parts["ground"]] == pytest.approx([-18.0, -24.0])
    assert parts["panel"][0].box[0].y == pytest.approx(-36.0)
    assert {round(p.box[0].y, 6) for p in parts["wall rail board"]} == {-37.0}
    assert {round(p.box[0].y, 6) for p in parts["wall stile"]} == {-25.0}


def test_what_stands_proud_in_a_corner_keeps_off_the_next_wall() -> None:
    arch = Region(fill=Slats(deep=40.0), outline=Outline(border=80.0, rise=200.0), proud=16.0)
    job = with_scheme(a_wall(), backing=6.0, root=Region(split="across", count=4, parts=(arch,)))
    job = copy_scheme(job, CATALOG, ROOM, job.rooms[0].schemes[0].id, [w.id for w in job.rooms[0].walls]).job
    assert shared(made(job), ROOM) == []


def boxed(column: tuple[float, float] | None = (300.0, 200.0), **values: object) -> Job:
    """A boxing from 1000 to 3000 along a wall of 4000, 12 thick and 300 deep, over a column in its middle."""
    job = a_wall()
    if column is not None:
        job = add_column_at(job, ROOM, job.face(ROOM, WALL), 2000.0, "column", width=column[0], depth=column[1], name="The column").job
    given = {"left": 1000.0, "right": 1000.0, "backing": 12.0, "box": Boxing(deep=300.0), **values}
    return with_scheme(job, name="The boxing", **given)


def test_a_boxing_by_hand() -> None:
    """Sides 288 deep and the face over their edges; battens 60 wide, at both ends and in between no farther apart than 600."""
    job = boxed()
    parts = {role: [p for p in run(job).parts if p.tag.role == role] for role in {p.tag.role for p in run(job).parts}}
    assert {p.size for p in parts["boxing side"]} == {(2500.0, 288.0, 12.0)}
    assert sum(p.size[1] for p in parts["backing"]) == pytest.approx(2000.0)
    assert {p.box[0].y for p in parts["backing"]} == {-300.0}
    thick = parts["boxing batten"][0].size[2]
    assert {p.size[:2] for p in parts["boxing plate"]} == {(1976.0, 60.0)}
    assert {p.size[:2] for p in parts["boxing batten"]} == {(2500.0 - 2 * thick, 60.0)}
    places = sorted(p.box[0].x for p in parts["boxing batten"])
    assert places[0] == 1012.0
    assert places[-1] == pytest.approx(2988.0 - thick)
    assert max(b - a for a, b in pairwise(places)) <= 600.0
    assert [f for f in findings(made(job)) if f.code == "not-hidden"] == []
    assert shared(made(job), ROOM) == []


def test_battens_and_plates_keep_off_what_reaches_in_among_them() -> None:
    """Of 300 a column of 260 with 10 around it leaves 18 to the face: plates are parted and battens stand beside it."""
    parts = run(boxed((300.0, 260.0))).parts
    plates = sorted((p.box[0].x, p.box[1].x) for p in parts if p.tag.role == "boxing plate" and p.tag.side == "lower")
    assert plates == [pytest.approx((1012.0, 1840.0)), pytest.approx((2160.0, 2988.0))]
    assert not [p for p in parts if p.tag.role == "boxing batten" and p.box[1].x > 1840.1 and p.box[0].x < 2159.9]
    assert shared(made(boxed((300.0, 260.0))), ROOM) == []


@pytest.mark.parametrize(("column", "values"), [((300.0, 290.0), {}), ((300.0, 200.0), {"left": 1850.0}), ((2100.0, 100.0), {})])
def test_a_boxing_that_does_not_hide_its_column_says_what_it_needs(column: tuple[float, float], values: dict[str, float]) -> None:
    (found,) = [f for f in findings(made(boxed(column, **values))) if f.code == "not-hidden"]
    assert f"has to be {column[1] + 22:.0f} mm deep" in found.text
    assert f"from {2000 - column[0] / 2 - 22:.0f} mm to {2000 + column[0] / 2 + 22:.0f} mm" in found.text


def test_a_boxing_below_the_ceiling_has_a_lid_cut_out_round_the_column() -> None:
    lid = next(p for p in run(boxed(high=2000.0)).parts if p.tag.role == "boxing lid")
    assert lid.size == pytest.approx((1976.0, 288.0, 12.0))
    assert lid.volume == pytest.approx(12.0 * (1976.0 * 288.0 - 320.0 * 210.0))
    low = next(p for p in run(boxed(None, high=2000.0)).parts if p.tag.role == "boxing lid")
    assert low.volume == pytest.approx(12.0 * 1976.0 * 288.0)


def test_moldings_return_along_the_sides_of_a_boxing() -> None:
    """Each side from the wall to the face, and to the long point of its mitre: as much more as the molding stands out."""
    job = boxed(base="base-square-100")
    reach = CATALOG.hardware["base-square-100"].reach
    molds = {p.tag.side: p.size[0] for p in run(job).parts if p.tag.role == "baseboard"}
    assert molds == {"left": pytest.approx(300.0 + reach), "right": pytest.approx(300.0 + reach), "": pytest.approx(2000.0 + 2 * reach)}


def test_a_boxing_without_a_face_or_thinner_than_it_is_refused() -> None:
    for backing in (0.0, 300.0):
        with pytest.raises(EditError, match="backing"):
            boxed(backing=backing)


def test_a_boxing_stands_before_a_wainscot_that_ends_at_its_sides() -> None:
    job = with_scheme(a_wall(), name="Wainscot", **STARTS["wainscot"].values(Sizes()))
    job = add_column_at(job, ROOM, job.face(ROOM, WALL), 2000.0, "column", width=300.0, depth=200.0).job
    values = {
        "left": 1600.0,
        "right": 1500.0,
        "backing": 12.0,
        "box": Boxing(deep=300.0),
        "base": "base-ogee-145",
        "crown": "crown-cove-70",
    }
    job = with_scheme(job, name="Boxing", root=Region(split="up", stile=90.0, parts=(Region(),)), **values)
    assert [s.name for s in job.rooms[0].schemes] == ["Wainscot", "Boxing"]
    wainscot, boxing = (r for r in made(job).runs if r.what == "panel")
    assert not [p for p in wainscot.parts if p.box[0].x < 2499.9 and p.box[1].x > 1600.1]
    assert (min(p.box[0].x for p in boxing.parts if p.kind != "molding"), max(p.box[1].x for p in boxing.parts if p.kind != "molding")) == (
        1600.0,
        2500.0,
    )
    assert shared(made(job), ROOM) == []
    assert [f for f in findings(made(job)) if f.level == "error"] == []


def faceted(fill: Facets) -> Job:
    return with_scheme(a_wall(), high=1200.0, left=1000.0, right=1800.0, root=Region(fill=fill))


def test_facets_by_hand() -> None:
    """Four pyramids of 300 x 600, 75 high, of 6 mm: the lower facet is 300 wide and hypot(300, 75) = 309.23 long."""
    parts = run(faceted(Facets(peaks=(Peak(out=75.0),), across=4, up=2, thick=6.0))).parts
    assert len(parts) == 4 * 8
    sizes = {tuple(round(v, 2) for v in p.size) for p in parts}
    assert (309.23, 300.0, 6.0) in sizes
    assert max(p.box[1].x for p in parts) == pytest.approx(2200.0)
    assert min(p.box[0].y for p in parts) == pytest.approx(-75.0)
    assert max(p.box[1].y for p in parts) == pytest.approx(0.0, abs=1e-6)


def test_mirrored_facets_are_mirror_images() -> None:
    """Two patterns side by side: what is left of the middle is mirrored to its right."""
    parts = run(faceted(Facets(peaks=(Peak(across=0.3, up=0.6, out=90.0),), across=2, mirrored=True))).parts
    assert len(parts) == 8
    left = sorted((round(1600.0 - p.box[1].x, 4), round(p.box[0].z, 4), round(p.volume, 2)) for p in parts if p.box[1].x < 1600.1)
    right = sorted((round(p.box[0].x - 1600.0, 4), round(p.box[0].z, 4), round(p.volume, 2)) for p in parts if p.box[0].x > 1599.9)
    for one, other in zip(left, right, strict=True):
        assert one == pytest.approx(other, abs=1e-3)


@pytest.mark.parametrize(
    ("fill", "says"),
    [
        (Facets(peaks=(Peak(out=8.0),), thick=12.0), "12 mm thick do not fit below facets that stand out 8 mm"),
        (Facets(peaks=(Peak(across=0.0, out=60.0),), across=2, thick=3.0), "meet the same ones on the next"),
    ],
)
def test_facets_that_cannot_be_made_are_refused(fill: Facets, says: str) -> None:
    with pytest.raises(EditError, match=says):
        faceted(fill)


def test_facets_need_a_field_of_their_own() -> None:
    job = add_service(a_wall(), ROOM, WALL, "socket", 1500.0, z=300.0).job
    with pytest.raises(EditError, match="without outline, openings, sockets"):
        with_scheme(job, high=1200.0, root=Region(fill=Facets()))


def test_peaks_are_read_as_they_are_written() -> None:
    for display in (Display(), Display(style=LengthStyle.INCH_FRACTION)):
        peaks = (Peak(across=0.35, up=0.6, out=88.9), Peak(across=1.0, up=0.0, out=50.8))
        read = parse_peaks(peaks_text(peaks, display), display)
        assert [(p.across, p.up) for p in read] == [(0.35, 0.6), (1.0, 0.0)]
        assert [p.out for p in read] == pytest.approx([88.9, 50.8], abs=0.05)
    for wrong in ("", "50: 60", "50 50", "50 50 50: 60", "a b: 60", "150 50: 60"):
        with pytest.raises(EditError):
            parse_peaks(wrong, Display())


def test_fixings_by_hand() -> None:
    """1200 × 1000 with two stiles of 90: 1.2 + 0.18 m² to glue; brads every 300 and one more, 5 in each stile; screws in 3 rows of 4."""
    job = with_scheme(a_wall(1200.0, 1000.0), backing=6.0, root=Region(split="across", stile=90.0, parts=(Region(),)))
    counts = {f.role: f.count.value for f in run(job).fittings}
    assert counts == {"adhesive": 1.0, "brad": 10.0, "wall-screw": 12.0}
    higher = with_scheme(a_wall(1200.0, 2000.0), backing=6.0, root=Region(split="across", stile=90.0, parts=(Region(),)))
    assert {f.role: f.count.value for f in run(higher).fittings} == {"adhesive": 2.0, "brad": 16.0, "wall-screw": 18.0}
    solid = change_scheme(higher, CATALOG, ROOM, "panel1", studs=400.0)
    assert {f.role: f.count.value for f in run(solid).fittings}["wall-screw"] == 24.0


def test_pipes_that_a_boxing_does_not_hide_and_units_in_it_are_told() -> None:
    """A waste 60 deep needs 60 + 10 + 12; half beside the boxing it is told too; a base unit that begins within its sides stands in it."""
    job = add_service(a_wall(), ROOM, WALL, "waste", 1500.0, z=300.0).job
    deep = job.face(ROOM, WALL).services[0].deep
    values = {"left": 1000.0, "right": 2000.0, "backing": 12.0, "root": Region()}
    enough = with_scheme(job, box=Boxing(deep=deep + 22.0), **values)
    assert "not-hidden" not in codes(enough)
    (found,) = [f for f in findings(made(with_scheme(job, box=Boxing(deep=deep + 21.0), **values))) if f.code == "not-hidden"]
    assert f"{deep + 22.0:.0f} mm deep" in found.text
    (found,) = [f for f in findings(made(with_scheme(job, box=Boxing(deep=300.0), **{**values, "left": 1510.0}))) if f.code == "not-hidden"]
    assert "only a part" in found.text
    beside = place_unit(enough, CATALOG, "base", Spot(ROOM, WALL, 2000.0), width=600.0).job
    assert "in-boxing" not in codes(beside)
    within = place_unit(enough, CATALOG, "base", Spot(ROOM, WALL, 1900.0), width=600.0).job
    assert "in-boxing" in codes(within)


def test_paneling_of_another_wall_that_runs_into_a_boxing_is_told() -> None:
    """A boxing 300 deep ends 200 before the corner: boards of the next wall, which begin there, run into it; 400 before it they do not."""
    job = with_scheme(a_wall(), right=200.0, backing=12.0, box=Boxing(deep=300.0), name="Boxing")
    beside = job.rooms[0].walls[job.rooms[0].face_ids.index(WALL) + 1].id
    both = add_scheme(job, CATALOG, ROOM, beside, backing=12.0, name="Boards").job
    deep = add_scheme(job, CATALOG, ROOM, beside, backing=12.0, box=Boxing(deep=250.0), name="Boards").job
    assert "in-boxing" not in codes(both), "boards of 12 with what is planted on them lie beside it"
    (first, second) = [f for f in findings(made(deep)) if f.code == "in-boxing"]
    assert {first.text, second.text} == {"Boards runs into Boxing.", "Boxing runs into Boards."}
    apart = change_scheme(deep, CATALOG, ROOM, "panel1", right=300.0)
    assert "in-boxing" not in codes(apart)


def test_the_last_board_behind_a_wall_is_no_strip() -> None:
    """2489 with four panels of 526.5, a sheet of 1220: a seam behind the last stile would leave 30.5; the one before it leaves 631."""
    panels = Region(split="across", stile=87.0, ends=61.0, count=4, parts=(Region(),))
    job = add_scheme(a_room(3217.0), CATALOG, ROOM, WALL, high=913.0, backing=12.0, left=317.0, right=411.0, root=panels).job
    boards = [p for r in made(job).runs if r.what == "panel" for p in r.parts if p.name == "backing"]
    assert [p.box[1].x - p.box[0].x for p in boards] == pytest.approx([631.0, 613.5, 613.5, 631.0])
