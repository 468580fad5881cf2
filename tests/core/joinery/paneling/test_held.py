"""Regions that are held at a mark, as large as another, or symmetric about a window."""

from itertools import pairwise

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from bodies import shared
from makers import CATALOG, ROOM, WALL, a_room, made, the_demo
from tallplank.core.check.finding import findings
from tallplank.core.draw.paneling import schemes_at
from tallplank.core.edit.check import EditError
from tallplank.core.edit.paneling.scheme import add_scheme, change_region, change_scheme, copy_scheme, split_region
from tallplank.core.edit.paneling.start import STARTS, Sizes
from tallplank.core.edit.survey.room import add_free_wall
from tallplank.core.edit.survey.walled import add_opening, change_opening, remove_opening
from tallplank.core.edit.unit import Spot, place_unit
from tallplank.core.job.base import RecordError
from tallplank.core.job.job import Job
from tallplank.core.job.scheme import Boxing, Path, Region
from tallplank.core.joinery.paneling.area import Area
from tallplank.core.joinery.paneling.place import HeldBy, path_of, placed
from tallplank.core.measure.memo import Same


def room() -> Job:
    """A wall of 5000 by 2500 with a window from 1500 to 2700, its sill at 900 and its head at 2200."""
    return add_opening(a_room(5000.0, 2700.0), ROOM, WALL, "window", 1500.0, sill=900.0, width=1200.0, height=1300.0).job


def window(job: Job) -> str:
    return job.face(ROOM, WALL).openings[0].id


def walled(job: Job, root: Region, **values: object) -> Job:
    return add_scheme(job, CATALOG, ROOM, WALL, root=root, **values).job


def areas(job: Job, number: int = 0) -> dict[Path, Area]:
    _, solved = list(schemes_at(made(job), ROOM, WALL))[number]
    return {field.path: field.area for field in solved.fields}


def test_an_edge_is_held_at_the_head_of_a_window_and_goes_with_it() -> None:
    """Three rows, a board of 60 between: the second ends at 2200 whatever its size, the first two share 2200 − 60, the third has 240."""
    job = room()
    root = Region(split="up", stile=60.0, ends=0.0, parts=(Region(), Region(pin=f"{window(job)}.head"), Region()))
    job = walled(job, root)
    found = areas(job)
    assert [found[(i,)].height for i in range(3)] == pytest.approx([1070.0, 1070.0, 240.0])
    assert found[(1,)].top == pytest.approx(2200.0)
    lower = change_opening(job, ROOM, WALL, window(job), height=1100.0)
    assert areas(lower)[(1,)].top == pytest.approx(2000.0)


def test_sizes_of_their_own_stay_where_others_can_give_way() -> None:
    job = room()
    root = Region(split="up", parts=(Region(size=300.0), Region(size=100.0, pin=f"{window(job)}.head"), Region(size=100.0)))
    found = areas(walled(job, root))
    assert [found[(i,)].height for i in range(3)] == pytest.approx([300.0, 1900.0, 300.0])


def test_an_edge_is_held_at_another_wall_and_at_a_unit() -> None:
    job = walled(room(), Region(), high=1100.0, right=2500.0, name="Wainscot")
    wainscot = job.rooms[0].schemes[0].id
    job = place_unit(job, CATALOG, "base", Spot(ROOM, WALL, 4200.0), width=600.0).job
    unit = made(job).units[0]
    root = Region(split="up", parts=(Region(pin=f"{wainscot}.head"), Region(pin=f"{unit.unit.id}.head"), Region()))
    with pytest.raises(EditError, match="An edge is held at 870"):
        walled(job, root, low=300.0, left=2800.0, right=1000.0)
    root = Region(split="up", parts=(Region(pin=f"{unit.unit.id}.head"), Region(pin=f"{wainscot}.head"), Region()))
    job = walled(job, root, low=300.0, left=2800.0, right=1000.0)
    found = areas(job, 1)
    assert (found[(0,)].top, found[(1,)].top) == pytest.approx((870.0, 1100.0))


def test_a_mark_that_is_not_there_leaves_the_size_as_it_is() -> None:
    root = Region(split="up", parts=(Region(size=800.0, pin="nothing.head"), Region()))
    assert areas(walled(room(), root))[(0,)].height == 800.0


def test_symmetric_about_a_window() -> None:
    """Its middle is at 2100: within 4200 three of about 1300 with 100 between and at the ends, (4200 − 400) / 3; one in the last 800."""
    job = room()
    root = Region(split="across", stile=100.0, wanted=1300.0, about=f"{window(job)}.middle", parts=(Region(),))
    found = areas(walled(job, root))
    wide = 3800.0 / 3
    assert [found[(i,)].width for i in range(4)] == pytest.approx([wide, wide, wide, 700.0])
    assert found[(1,)].x + wide / 2 == pytest.approx(2100.0)


@given(st.floats(100, 4900), st.floats(150, 900), st.sampled_from([0.0, 60.0]))
@settings(max_examples=60, deadline=None)
def test_what_is_symmetric_about_a_mark_tiles_its_wall(middle: float, wanted: float, stile: float) -> None:
    region = Region(split="across", stile=stile, wanted=wanted, about="m", parts=(Region(),))
    _, spans = placed(region, (), 0.0, 5000.0, HeldBy(Same((("m", middle),)), Same(())))
    first, last = spans[0][0], 5000.0 - spans[-1][0] - spans[-1][1]
    assert min(first, last) == pytest.approx(stile, abs=1e-6)
    assert max(first, last) - stile < spans[0][1] / 2 + stile + 1e-6, "less than half of one is a wider board"
    assert all(b[0] - a[0] - a[1] == pytest.approx(stile, abs=1e-6) for a, b in pairwise(spans))
    half = min(middle, 5000.0 - middle)
    if half > stile + 1 and 5000.0 - 2 * half > stile + 1:
        inside = [(a - middle, a + s - middle) for a, s in spans if abs(a + s / 2 - middle) < half]
        assert inside == [pytest.approx((-b, -a), abs=1e-6) for a, b in reversed(inside)]


def test_as_large_as_another_region() -> None:
    """In another division it takes that one's solved width; beside it both share alike."""
    left = Region(split="up", parts=(Region(), Region()))
    other = Region(split="across", parts=(Region(like=(0,)), Region()))
    root = Region(split="across", parts=(Region(size=1200.0), Region(split="up", parts=(other, left))))
    found = areas(walled(room(), root))
    assert found[(1, 0, 0)].width == pytest.approx(1200.0)
    beside = Region(split="across", parts=(Region(share=2.0), Region(like=(0,)), Region()))
    found = areas(walled(room(), beside))
    assert [found[(i,)].width for i in range(3)] == pytest.approx([2000.0, 2000.0, 1000.0])


def test_a_circle_of_sizes_is_refused() -> None:
    inner = Region(split="across", parts=(Region(like=(1,)), Region()))
    with pytest.raises(EditError, match="circle"):
        walled(room(), Region(split="across", parts=(inner, Region(like=(0, 0)))))


def test_a_mark_that_is_gone_is_told() -> None:
    job = room()
    job = walled(job, Region(split="up", parts=(Region(size=1000.0, pin=f"{window(job)}.head"), Region())), low=100.0)
    assert "mark-gone" not in {f.code for f in findings(made(job))}
    (found,) = [f for f in findings(made(remove_opening(job, ROOM, WALL, window(job)))) if f.code == "mark-gone"]
    assert "region 1" in found.text


def test_copies_on_other_walls_have_no_marks_there() -> None:
    job = room()
    job = walled(job, Region(split="up", parts=(Region(size=1000.0, pin=f"{window(job)}.head"), Region())))
    beside = job.rooms[0].walls[1].id
    job = copy_scheme(job, CATALOG, ROOM, job.rooms[0].schemes[0].id, [beside]).job
    (_, solved), *_ = list(schemes_at(made(job), ROOM, beside))
    assert solved.fields[1].area.height == 1000.0


def test_numbers_of_regions_are_read_as_they_are_written() -> None:
    assert path_of("2.1.3") == (1, 0, 2)
    assert path_of(" ") is None
    for text in ("2.", "0.1", "a", "2.x"):
        with pytest.raises(RecordError):
            path_of(text)


def test_an_edit_keeps_what_is_held() -> None:
    job = room()
    job = walled(job, Region(split="up", parts=(Region(pin=f"{window(job)}.sill"), Region())))
    key = job.rooms[0].schemes[0].id
    changed = change_region(job, CATALOG, ROOM, key, (0,), pin=f"{window(job)}.foot")
    assert areas(changed)[(0,)].top == pytest.approx(900.0)


@pytest.mark.parametrize("start", ["wainscot", "slats", "facets", "grid"])
def test_the_back_of_an_island_is_paneled_on_its_back_panel(start: str) -> None:
    """The demo's island: what is planted begins 18 before its face, reaches up to the panel's top, and shares no space with anything."""
    job = the_demo().job
    room = job.rooms[0]
    face = next(f for f in made(job).faces[room.id].values() if f.name.endswith("back"))
    values = {**STARTS[start].values(Sizes()), "high": None, "base": None, "rail": None, "crown": None}
    job = add_scheme(job, CATALOG, room.id, face.id, **values).job
    run = next(r for r in made(job).runs if r.what == "panel" and r.face == face.id)
    panel = next(u for u in made(job).by_room[room.id] if u.choice.kind.build == "back-panel")
    assert max(p.box[1].y for p in run.parts) == pytest.approx(0.0 - panel.unit.depth)
    assert max(p.box[1].z for p in run.parts) == pytest.approx(panel.placed.top)
    assert findings(made(job)) == ()
    assert shared(made(job), room.id) == []


def test_an_island_without_a_panel_and_a_boxing_on_one_are_refused() -> None:
    job = the_demo().job
    room = job.rooms[0].id
    front, back = (f.id for f in made(job).faces[room].values() if f.is_loose)
    with pytest.raises(EditError, match="place one there first"):
        add_scheme(job, CATALOG, room, front)
    with pytest.raises(EditError, match="not before an island"):
        add_scheme(job, CATALOG, room, back, backing=12.0, box=Boxing(deep=100.0))


def test_both_sides_of_a_wall_that_stands_free_are_paneled() -> None:
    job, ids = add_free_wall(a_room(6000.0, 5000.0), ROOM, (2000.0, 2000.0), (4500.0, 2600.0))
    for key in ids:
        job = add_scheme(job, CATALOG, ROOM, key, **STARTS["wainscot"].values(Sizes())).job
    runs = [r for r in made(job).runs if r.what == "panel"]
    assert len(runs) == 2
    assert all(len(r.parts) > 20 for r in runs)
    assert shared(made(job), ROOM) == []


def test_regions_are_divided_eight_times_one_in_another_at_most() -> None:
    job, (key,) = add_scheme(a_room(4000.0), CATALOG, ROOM, WALL)
    path: tuple[int, ...] = ()
    for level in range(8):
        job = split_region(job, CATALOG, ROOM, key, path, "up" if level % 2 else "across", 2)
        path = (*path, 0)
    with pytest.raises(EditError, match=r"^Regions are divided at most 8 times one in another\.$"):
        split_region(job, CATALOG, ROOM, key, path, "across", 2)
    with pytest.raises(EditError, match=r"^Regions are divided at most 8 times one in another\.$"):
        change_scheme(job, CATALOG, ROOM, key, root=Region(parts=(job.rooms[0].schemes[0].root, Region())))
