"""Fills of paneled walls that are more than boards: paint, upholstery, shelves with light, niches in boxings, mirrors."""

from collections import Counter
from math import cos, pi, radians, sin

import numpy as np
import pytest
from shapely import Polygon, box, unary_union

from bodies import shared
from makers import CATALOG, ROOM, WALL, a_room, made
from tallplank.core.check.finding import findings
from tallplank.core.edit.check import EditError
from tallplank.core.edit.paneling.scheme import add_scheme
from tallplank.core.edit.survey.standing import add_column_at
from tallplank.core.edit.survey.walled import add_opening
from tallplank.core.job.filling import Cover, Panel, Plain, Shelves, Slats, Tiles, Upholstery, Way
from tallplank.core.job.job import Job
from tallplank.core.job.scheme import Boxing, Outline, Region, Trim
from tallplank.core.joinery.paneling.filling.section import outward
from tallplank.core.joinery.part.form.form import SHEET
from tallplank.core.joinery.part.lot import lots_of
from tallplank.core.joinery.part.part import Part
from tallplank.core.joinery.run.run import Run
from tallplank.core.shop.moldinglist import moldinglist
from tallplank.core.solid.scene import SolidMaker
from tallplank.core.space.outline import area


def walled(root: Region, job: Job | None = None, **values: object) -> Job:
    return add_scheme(job or a_room(3000.0, 2500.0), CATALOG, ROOM, WALL, root=root, **values).job


def run(job: Job) -> Run:
    (found,) = [r for r in made(job).runs if r.what == "panel"]
    return found


def is_slat(part: Part) -> bool:
    return part.tag.role == "slat"


def seen_from_front(part: Part) -> Polygon:
    """What a slat covers of the wall: of one that is cut at an angle its outline, else its box."""
    low, high = part.box
    return box(low.x, low.z, high.x, high.z) if part.form is SHEET else Polygon(part.form.front(part.frame, part.size))


def counts(job: Job) -> dict[str, float]:
    return {f.item: f.count.value for f in run(job).fittings}


def test_paint_by_area_and_coats() -> None:
    """3 × 2.5 m twice are 15 m², less a window of 1.2 × 1: 12.6; at 11 m² to the litre 2 litres. Three coats are 18.9: 2; six 37.8: 4."""
    job = add_opening(a_room(3000.0, 2500.0), ROOM, WALL, "window", 900.0, sill=800.0, width=1200.0, height=1000.0).job
    for coats, litres in ((2, 2.0), (3, 2.0), (6, 4.0)):
        painted = walled(Region(fill=Plain(paint="paint-heron", coats=coats)), job)
        assert counts(painted) == {"paint-heron": litres}
        coats_seen = run(painted).coats
        assert {c.look for c in coats_seen} == {"heron"}
        assert sum(area(c.ring) for c in coats_seen) == pytest.approx(7.5e6 - 1.2e6)


def test_colours_are_counted_apart_and_regions_together() -> None:
    thirds = Region(split="up", parts=tuple(Region(fill=Plain(paint=p, coats=1)) for p in ("paint-heron", "paint-chalk", "paint-heron")))
    assert counts(walled(thirds)) == {"paint-heron": 1.0, "paint-chalk": 1.0}


def test_pads_by_hand() -> None:
    """1200 × 900 in pads of about 400 × 300: 3 × 3 of (1200 − 6) / 3 = 398 by 298; foam 1.07 m², fabric 198 more each way: 2.66 m²."""
    job = walled(Region(fill=Upholstery()), left=900.0, right=900.0, high=900.0)
    pads = [p for p in run(job).parts if p.tag.role == "pad"]
    assert {p.size for p in pads} == {(298.0, 398.0, 9.0)}
    assert len(pads) == len(run(job).pieces) == 9
    around = 2 * (40 + 9 + 50)
    assert 9 * (398 + around) * (298 + around) / 1e6 == pytest.approx(2.66, abs=0.01)
    assert (counts(job)["foam-40"], counts(job)["fabric-sedge"]) == (2.0, 3.0)
    assert {(p.low.y, p.high.y) for p in run(job).pieces} == {(-49.0, -9.0)}


def test_light_by_the_metre_under_shelves() -> None:
    """Between sides of 19 in 1000: 962 under the top, and under two shelves too: 0.96 and 2.89 m, 1 and 3 by the metre."""
    for lamps, metres in (("none", None), ("top", 1.0), ("all", 3.0)):
        job = walled(Region(fill=Shelves(count=2, lamps=lamps)), left=1000.0, right=1000.0, high=900.0)
        assert counts(job).get("lamp-1000") == metres


def niche(deep: float = 150.0, column: bool = False, **values: object) -> Job:
    """A boxing 220 deep with a niche of 800 × 700 in its middle."""
    room = a_room(3000.0, 2500.0)
    if column:
        room = add_column_at(room, ROOM, room.face(ROOM, WALL), 1500.0, "column", width=200.0, depth=120.0).job
    shelves = Region(size=700.0, fill=Shelves(count=1, deep=deep, recessed=True, lamps="top"))
    upright = Region(size=800.0, split="up", parts=(Region(), shelves, Region()))
    root = Region(split="across", parts=(Region(), upright, Region()))
    return walled(root, room, left=500.0, right=500.0, backing=12.0, box=Boxing(deep=220.0), **values)


def test_a_niche_reaches_back_into_its_boxing() -> None:
    job = niche()
    parts = {role: [p for p in run(job).parts if p.tag.role == role] for role in {p.tag.role for p in run(job).parts}}
    (back,) = parts["niche back"]
    assert back.size == (700.0, 800.0, 19.0)
    assert (back.box[0].y, back.box[1].y) == (-70.0, -51.0)
    assert {(p.box[0].y, p.box[1].y) for p in parts["wall box side"]} == {(-220.0, -70.0)}
    assert sum(p.volume for p in parts["backing"]) == pytest.approx(12.0 * (2000.0 * 2500.0 - 800.0 * 700.0))
    assert not [p for p in parts["boxing batten"] if p.box[1].x > 1100.0 and p.box[0].x < 1900.0]
    assert shared(made(job), ROOM) == []
    assert findings(made(job)) == ()


@pytest.mark.parametrize(
    ("values", "says"),
    [
        ({"deep": 215.0}, "takes up 234 mm: the boxing is 220 mm deep"),
        ({"deep": 150.0, "column": True}, "reaches into what the boxing hides"),
    ],
)
def test_a_niche_that_has_no_room_is_refused(values: dict[str, object], says: str) -> None:
    with pytest.raises(EditError, match=says):
        niche(**values)  # type: ignore[arg-type]


def test_a_niche_needs_a_boxing() -> None:
    with pytest.raises(EditError, match="only a boxing has room"):
        walled(Region(fill=Shelves(recessed=True)))


def test_a_mirror_is_a_sheet_of_its_own_glass() -> None:
    job = walled(Region(fill=Cover(border=20.0, finish="mirror")), high=1200.0)
    (sheet,) = [p for p in run(job).parts if p.tag.role == "sheet"]
    assert (sheet.board, sheet.finish.look, sheet.size) == ("mirror-4", "mirror", (1160.0, 2960.0, 4.0))


@pytest.mark.parametrize(("way", "lean"), [("upright", 45.0), ("upright", -30.0), ("level", 20.0), ("level", -70.0)])
@pytest.mark.parametrize("outline", [None, Outline(border=60.0, rise=300.0)])
def test_slats_at_an_angle_stay_in_their_field_and_keep_their_pitch(way: str, lean: float, outline: Outline | None) -> None:
    """Pitch 100 across the slats, one through the middle; none leaves the field, which is 1200 wide and 1500 high."""
    fill = Slats(width=40.0, gap=60.0, deep=30.0, way=way, lean=lean)
    job = walled(Region(fill=fill, outline=outline), left=900.0, right=900.0, high=1500.0)
    slats = [p for p in run(job).parts if p.tag.role == "slat"]
    assert len(slats) > 8
    turn = radians(lean + (90.0 if way == "level" else 0.0))
    field = box(900.0, 0.0, 2100.0, 1500.0)
    places = []
    for slat in slats:
        seen = Polygon(slat.form.front(slat.frame, slat.size))
        assert seen.difference(field).area < 0.01
        middle = seen.centroid
        across = (middle.x - 1500.0) * cos(turn) - (middle.y - 750.0) * sin(turn)
        places.append(round(slat.frame.inside((1500.0, 0.0, 750.0))[3 - outward(slat)], 6))
        assert abs(across / 100.0 - round(across / 100.0)) < 0.25
    assert {round((20.0 - p) / 100.0, 6) % 1.0 for p in places} == {0.0}
    assert shared(made(job), ROOM) == []


@pytest.mark.parametrize(("way", "lean"), [("upright", 0.0), ("level", 0.0), ("upright", 33.0), ("level", -20.0)])
@pytest.mark.parametrize("outline", [None, Outline(border=80.0, rise=300.0)])
def test_slats_wider_than_deep_lie_flat(way: Way, lean: float, outline: Outline | None) -> None:
    """The board is as thick as the lesser of both; each takes up the same place on the wall as one that stands on edge."""
    flat, edge = (
        [
            p
            for p in run(walled(Region(fill=Slats(width=45.0, gap=30.0, deep=deep, way=way, lean=lean), outline=outline))).parts
            if is_slat(p)
        ]
        for deep in (18.0, 60.0)
    )
    assert len(flat) == len(edge)
    for one, other in zip(flat, edge, strict=True):
        assert (one.size[1:], other.size[1:]) == ((45.0, 18.0), (60.0, 45.0))
        assert one.finish.thickness == 18.0
        assert one.box[0].y == pytest.approx(-18.0)
        assert one.box[1].y == pytest.approx(0.0)
        corners = [[c for v in part.box for c in (v.x, v.z)] for part in (one, other)]
        assert corners[0] == pytest.approx(corners[1], abs=1e-6)
        assert one.volume / 18.0 == pytest.approx(other.volume / 60.0)
        assert seen_from_front(one).symmetric_difference(seen_from_front(other)).area < 1e-3


def test_what_is_shown_of_slats_is_all_but_their_backs() -> None:
    """Five faces of each, whichever way it lies; the one that is left out is the one on the wall."""
    for deep in (18.0, 60.0):
        job = walled(Region(fill=Slats(width=45.0, gap=30.0, deep=deep)), low=100.0, high=2000.0)
        room, count = job.rooms[0], sum(map(is_slat, run(job).parts))
        batches = [batch for side in SolidMaker().solids(made(job), room.id).sides for batch in side.batches]
        frame = made(job).faces[room.id][WALL].frame
        corners = np.concatenate([batch.faces.corners for batch in batches]).reshape(-1, 4, 3) - np.array(frame.origin)
        out = corners @ np.array(frame.y)
        assert len(corners) == 5 * count
        assert not (np.abs(out) < 0.1).all(axis=1).any()
        assert (np.abs(out + deep) < 0.1).all(axis=1).sum() == count


@pytest.mark.parametrize(("motif", "share"), [("round", pi / 4), ("slant", 0.5), ("step", 1.0)])
def test_motifs_turn_so_that_four_make_a_whole(motif: str, share: float) -> None:
    """4 × 4 tiles of 300 with 0 between: a motif of 0.6 takes 180 × 180 of a corner, or its share of that; four meet at one point."""
    fill = Tiles(width=300.0, height=300.0, gap=0.0, motif=motif, share=0.6, motif_finish="oak")
    job = walled(Region(fill=fill), left=900.0, right=900.0, high=1200.0)
    motifs = [p for p in run(job).parts if p.tag.role == "motif"]
    tiles = [p for p in run(job).parts if p.tag.role == "tile"]
    assert (len(motifs), len(tiles)) == (16, 16)
    assert {p.board for p in motifs} == {"oak-veneer"}
    assert sum(p.volume / p.thickness.value for p in motifs) == pytest.approx(16 * 180.0**2 * share, rel=2e-3)
    assert sum(p.volume / p.thickness.value for p in (*motifs, *tiles)) == pytest.approx(1200.0 * 1200.0, rel=1e-6)
    boxes = sorted((round(p.box[0].x), round(p.box[0].z)) for p in motifs)
    assert boxes[:4] == [(1020, 120), (1020, 300), (1020, 720), (1020, 900)]
    assert shared(made(job), ROOM) == []


def test_a_molding_round_a_raised_panel_takes_up_the_border() -> None:
    """25 wide: the panel is 25 within the region, or as far as the border says where that is more; the molding lies round it."""
    for border, within in ((0.0, 25.0), (60.0, 60.0)):
        found = run(walled(Region(fill=Panel(border=border, raised=19.0, mold="mold-panel-25"))))
        (panel,) = [p for p in found.parts if p.tag.role == "panel"]
        assert panel.size == (2500.0 - 2 * within, 3000.0 - 2 * within, 19.0)
        boxes = [p.box for p in found.parts if p.tag.role == "panel mold"]
        low, high = min(box[0].x for box in boxes), max(box[1].z for box in boxes)
        assert (low, high) == pytest.approx((within - 25.0, 2500.0 - within + 25.0))


def test_a_molding_runs_before_motifs_that_stand_before_their_tiles() -> None:
    tiles = Region(fill=Tiles(width=300.0, height=300.0, raised=12.0, motif="slant", motif_raised=22.0))
    job = walled(tiles, backing=6.0, trims=(Trim(molding="picture-rail-50", z=1200.0),))
    (trim,) = [p for p in run(job).parts if p.tag.role == "wall molding"]
    assert trim.box[1].y == pytest.approx(-28.0)
    assert shared(made(job), ROOM) == []


def test_a_molding_round_notched_corners_is_cut_to_its_long_points() -> None:
    """Rise 25, notches of 150: their sides are 150 along the outer edge, and 25 more along the inner one where they go inward."""
    outline = Outline(border=60.0, corner=150.0, corners="notched")
    job = walled(Region(fill=Panel(border=40.0, mold="mold-panel-25"), outline=outline), left=900.0, right=900.0, high=1500.0)
    molds = [p for p in run(job).parts if p.tag.role == "panel mold"]
    assert len(molds) == 12
    assert sorted(p.size[0] for p in molds) == pytest.approx([175.0] * 8 + [1200 - 200 - 300.0] * 2 + [1500 - 200 - 300.0] * 2)
    covered = [Polygon(p.form.front(p.frame, p.size)) for p in molds]
    assert unary_union(covered).area == pytest.approx(sum(c.area for c in covered))
    assert sum(c.area for c in covered) == pytest.approx(25.0 * (2 * (1000 + 1300) - 4 * 25))
    small = [(r.first.long, r.last.long) for r in moldinglist(made(job)) if r.length == 175.0]
    assert {frozenset(ends) for ends in small} == {frozenset(("inner edge", "outer edge"))}
    ends = [end for r in moldinglist(made(job)) for end in (r.first, r.last)]
    assert {(end.kind, end.saw.miter, end.saw.bevel) for end in ends} == {("frame", 45.0, 0.0)}
    # Seen with its outer edge at the fence, the first end lies at the right hand: long there, the saw goes left.
    assert {(r.first.long, r.first.swing) for r in moldinglist(made(job))} == {("outer edge", "left"), ("inner edge", "right")}
    assert {(r.last.long, r.last.swing) for r in moldinglist(made(job))} == {("outer edge", "right"), ("inner edge", "left")}


MOLD, DOOR = 25.0, 2040.0


def frames(job: Job) -> list[tuple[float, float, float, float]]:
    """From where to where along the wall and up the molding of each panel goes."""
    sides = [[part.box for part in run(job).parts if part.name == f"panel mold {side}"] for side in ("left", "right")]
    both = zip(*(sorted(boxes, key=lambda box: (box[0].z, box[0].x)) for boxes in sides), strict=True)
    return sorted((left[0].x, right[1].x, left[0].z, left[1].z) for left, right in both)


def cut_panel(job: Job, raised: float = 0.0, width: float = 3000.0) -> Job:
    """One panel all over a wall, its molding 31 within its edge."""
    panel = Panel(border=31.0, mold="mold-panel-25", raised=raised)
    return walled(Region(split="across", parts=(Region(size=width, fill=panel), Region())), job)


def cut_notes(job: Job) -> list[str]:
    return [found.text for found in findings(made(job)) if found.code == "panel-cut"]


@pytest.mark.parametrize("raised", [0.0, 12.0])
def test_a_panel_that_a_door_cuts_right_across_has_its_molding_in_each_piece_that_is_left(raised: float) -> None:
    """By hand: of 3000 a door from 1111 to 1911 leaves 1111 and 1089; the molding, or the panel within it, is 31 within each."""
    job = cut_panel(add_opening(a_room(3000.0, 3000.0, DOOR), ROOM, WALL, "door", 1111.0, width=800.0, height=DOOR).job, raised)
    out = max(31.0, MOLD) - MOLD if raised else 31.0
    assert frames(job) == [(out, 1111.0 - out, out, DOOR - out), (1911.0 + out, 3000.0 - out, out, DOOR - out)]
    boards = [part.size[:2] for part in run(job).parts if part.tag.role == "panel"]
    assert boards == ([(DOOR - 62.0, 1111.0 - 62.0), (DOOR - 62.0, 1089.0 - 62.0)] if raised else [])
    assert not cut_notes(job)


def test_a_panel_over_a_door_has_its_molding_above_it() -> None:
    job = add_opening(a_room(3000.0, 3000.0, 2500.0), ROOM, WALL, "door", 400.0, width=833.0, height=DOOR).job
    panel = Region(size=833.0, fill=Panel(border=31.0, mold="mold-panel-25"))
    root = Region(split="across", parts=(Region(size=400.0), panel, Region()))
    assert frames(walled(root, job)) == [(431.0, 1202.0, DOOR + 31.0, 2469.0)]


def test_a_panel_that_is_cut_otherwise_or_too_narrow_is_told() -> None:
    """A window near its upper edge leaves no rectangle; a piece of 152 - 2 × 31 - 2 × 25 = 40 has no place for a molding."""
    window = add_opening(a_room(3000.0, 2500.0), ROOM, WALL, "window", 900.0, sill=2000.0, width=1200.0, height=480.0).job
    assert not frames(cut_panel(window))
    assert cut_notes(cut_panel(window)) == ["Paneled wall 1: Region 1 has no molding, since something cuts it."]
    door = add_opening(a_room(3000.0, 3000.0, DOOR), ROOM, WALL, "door", 152.0, width=1000.0, height=DOOR).job
    narrow = cut_panel(door, width=1152.0)
    assert (frames(narrow), len(cut_notes(narrow))) == ([], 1)
    wider = add_opening(a_room(3000.0, 3000.0, DOOR), ROOM, WALL, "door", 153.0, width=1000.0, height=DOOR).job
    assert frames(cut_panel(wider, width=1153.0)) == [(31.0, 122.0, 31.0, DOOR - 31.0)]


def test_a_panel_that_nothing_is_seen_of_and_one_without_a_molding_are_not_told() -> None:
    door = add_opening(a_room(3000.0, 3000.0, DOOR), ROOM, WALL, "door", 0.0, width=900.0, height=DOOR).job
    assert not cut_notes(cut_panel(door, width=900.0))
    bare = walled(Region(split="across", parts=(Region(size=1000.0, fill=Panel(border=31.0, mold=None)), Region())), door)
    assert not cut_notes(bare)


def test_several_panels_that_are_cut_are_told_once() -> None:
    job = add_opening(a_room(3000.0, 2500.0), ROOM, WALL, "window", 900.0, sill=2000.0, width=1200.0, height=480.0).job
    panel = Region(fill=Panel(border=31.0, mold="mold-panel-25"))
    (text,) = cut_notes(walled(Region(split="across", stile=50.0, parts=(panel, panel)), job))
    assert text == "Paneled wall 1: Region 1 and 1 more have no molding, since something cuts them."


def test_pieces_of_panels_that_are_alike_are_made_once() -> None:
    """Two doors of 500 in panels of 1000, 300 from their left edges, leave 300 and 200 of each."""
    job = a_room(2500.0, 3000.0, DOOR)
    for x in (300.0, 1300.0):
        job = add_opening(job, ROOM, WALL, "door", x, width=500.0, height=DOOR).job
    panel = Region(size=1000.0, fill=Panel(border=31.0, mold="mold-panel-25"))
    job = walled(Region(split="across", parts=(panel, panel, Region())), job)
    assert [(left, right) for left, right, *_ in frames(job)] == [(31.0, 269.0), (831.0, 969.0), (1031.0, 1269.0), (1831.0, 1969.0)]
    likes = Counter(id(lot.like) for lot in lots_of(run(job).parts) if len(lot.parts) == 4)
    assert sorted(likes.values()) == [2, 2]
