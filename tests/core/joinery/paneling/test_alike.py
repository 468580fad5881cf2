"""Regions that are alike are made once and set elsewhere: all that follows is as if each were made where it is."""

from collections import defaultdict
from collections.abc import Iterable, Iterator, Sequence

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from makers import CATALOG, ROOM, WALL, a_room, made
from tallplank.core.draw.elevation import elevation
from tallplank.core.draw.primitive import Line, Poly, each_of
from tallplank.core.edit.paneling.scheme import add_scheme
from tallplank.core.edit.survey.walled import add_opening
from tallplank.core.error import PlankError
from tallplank.core.job.face import faces_of
from tallplank.core.job.filling import Cover, FrameFill, Frames, Grooves, Panel, Plain, Slats
from tallplank.core.job.job import Job
from tallplank.core.job.scheme import Region
from tallplank.core.joinery.made import Made
from tallplank.core.joinery.paneling import build, solve
from tallplank.core.joinery.paneling.area import Area
from tallplank.core.joinery.paneling.block import Field, Strip
from tallplank.core.joinery.part.lot import lots_of
from tallplank.core.joinery.part.part import Part
from tallplank.core.money.price import price
from tallplank.core.solid.scene import SolidMaker
from tallplank.core.space.outline import area, bounds

FILLS = st.sampled_from(
    [
        Plain(),
        Plain(paint="paint-chalk"),
        Panel(border=20.0, mold="mold-panel-25"),
        Panel(raised=12.0, border=25.0, mold="mold-panel-25"),
        Panel(raised=9.0, border=15.0),
        Slats(width=18.0, gap=22.0, deep=25.0),
        Slats(width=30.0, gap=25.0, deep=15.0, way="level"),
        Grooves(pitch=90.0),
        Frames(frames=(FrameFill(inset=30.0, width=40.0),)),
        Cover(border=10.0),
    ]
)
FINISHES = st.sampled_from([None, None, "oak-stave"])


@st.composite
def divided(draw: st.DrawFn, deep: int = 2) -> Region:
    """A region of others, several of which are alike."""
    if not deep:
        return Region(fill=draw(FILLS), finish=draw(FINISHES))
    few = draw(st.lists(divided(deep - 1), min_size=1, max_size=2))
    parts = draw(st.lists(st.sampled_from(few), min_size=2, max_size=4))
    return Region(split=draw(st.sampled_from(["across", "up"])), stile=draw(st.sampled_from([35.0, 63.7])), parts=tuple(parts))


def built(job: Job, *, alike: bool) -> Made:
    """Made from nothing, what is alike once or each where it is."""
    with pytest.MonkeyPatch.context() as patch:
        if not alike:
            patch.setattr(build, "is_apart", lambda *_: False)
            patch.setattr(solve, "_kind", lambda *_: object())
        return made(job)


def parts_of(found: Made) -> tuple[Part, ...]:
    return next(run.parts for run in found.runs if run.what == "panel")


def numbers(part: Part) -> list[float]:
    """What of a part can be measured."""
    low, high = part.box
    (x0, y0), (x1, y1) = bounds(part.ring)
    sizes = [*part.size, part.cut_length, part.cut_width, part.volume / 1000.0, area(part.ring) / 1000.0]
    return [*sizes, *low, *high, *part.frame.origin, *part.frame.x, *part.frame.z, x0, y0, x1, y1]


def drawn(found: Made) -> Iterator[tuple[object, ...]]:
    for shape in each_of(elevation(found, ROOM, WALL).shapes):
        if isinstance(shape, Poly):
            yield (shape.pen, shape.fill, *(c for point in shape.points for c in point))
        elif isinstance(shape, Line):
            yield (shape.pen, *shape.a, *shape.b)


def shown(found: Made) -> dict[str, list[float]]:
    """Of each look what all its surfaces come to: how many, where, which way, and how the grain lies on them."""
    sums: defaultdict[str, list[float]] = defaultdict(lambda: [0.0] * 12)
    sides = SolidMaker().solids(found, ROOM).sides
    for batch in (batch for side in sides for batch in side.batches):
        corners, uv = batch.faces.corners.astype(float), batch.faces.uv.astype(float)
        ways, grain = np.abs(batch.faces.normals.astype(float)).sum(axis=0), np.abs(uv - uv[:, :1]).sum(axis=(0, 1))
        own = [len(corners), *corners.sum(axis=(0, 1)), *(corners**2).sum(axis=(0, 1)), *ways, *grain]
        sums[batch.look] = [a + b for a, b in zip(sums[batch.look], own, strict=True)]
    lines = np.concatenate([side.lines for side in sides]).astype(float).reshape(-1, 2, 3)
    sums["lines"] = [len(lines), *lines.sum(axis=(0, 1)), *(lines**2).sum(axis=(0, 1))]
    return dict(sums)


def assert_same(job: Job) -> None:
    once, each = built(job, alike=True), built(job, alike=False)
    parts, others = parts_of(once), parts_of(each)
    assert [(p.tag, p.finish, p.kind, p.edges) for p in parts] == [(p.tag, p.finish, p.kind, p.edges) for p in others]
    for part, other in zip(parts, others, strict=True):
        assert numbers(part) == pytest.approx(numbers(other), abs=1e-6)
        assert [term.name for term in part.length.terms] == [term.name for term in other.length.terms]
    for shape, like in zip(drawn(once), drawn(each), strict=True):
        told = [value for value in shape if not isinstance(value, float)]
        assert told == [value for value in like if not isinstance(value, float)]
        assert [v for v in shape if isinstance(v, float)] == pytest.approx([v for v in like if isinstance(v, float)], abs=1e-6)
    assert [sum(line.cost) for line in price(once).lines] == pytest.approx([sum(line.cost) for line in price(each).lines], abs=2)
    assert [(f.item, f.count.value) for run in once.runs for f in run.fittings] == [
        (f.item, f.count.value) for run in each.runs for f in run.fittings
    ]
    ours, theirs = shown(once), shown(each)
    assert ours.keys() == theirs.keys()
    for look, sums in ours.items():
        assert sums == pytest.approx(theirs[look], rel=1e-5, abs=1.0), look


def assert_lie_alike(some: Sequence[Field | Strip], others: Sequence[Field | Strip]) -> None:
    nowhere = Area(0.0, 0.0, 0.0, 0.0)
    assert [one._replace(area=nowhere) for one in some] == [one._replace(area=nowhere) for one in others]
    assert flat(one.area for one in some) == pytest.approx(flat(one.area for one in others), abs=1e-6)


def flat(areas: Iterable[Area]) -> list[float]:
    return [size for area in areas for size in area]


@settings(deadline=None)
@given(st.integers(2, 3).flatmap(divided), st.floats(2000.0, 9000.0))
def test_what_is_divided_alike_lies_as_if_divided_for_itself(root: Region, long: float) -> None:
    job = a_room(long, 3000.0)
    try:
        scheme = add_scheme(job, CATALOG, ROOM, WALL, root=root).job.rooms[0].schemes[0]
    except PlankError:
        return
    face = faces_of(job.rooms[0])[WALL]
    with pytest.MonkeyPatch.context() as patch:
        once = solve.solve(scheme, face, CATALOG)
        patch.setattr(solve, "_kind", lambda *_: object())
        each = solve.solve(scheme, face, CATALOG)
    assert_lie_alike(once.fields, each.fields)
    assert_lie_alike(once.strips, each.strips)
    assert_lie_alike(once.leaves, each.leaves)
    assert_lie_alike(once.block.painted, each.block.painted)
    assert once.middles == pytest.approx(each.middles, abs=1e-6)
    reaches = [flat(part.reach(1.5) for part in solved.block.parts) for solved in (once, each)]
    assert reaches[0] == pytest.approx(reaches[1], abs=1e-6)


def test_columns_that_are_as_large_and_alike_are_divided_once() -> None:
    cell = Region(split="up", stile=40.0, parts=(Region(fill=Plain(paint="paint-chalk")),) * 3)
    other = cell.model_copy(update={"stile": 41.0})
    root = Region(split="across", stile=40.0, parts=(cell, other, cell, cell.model_copy(update={"share": 2.0}), cell.model_copy()))
    scheme = add_scheme(a_room(6000.0), CATALOG, ROOM, WALL, root=root).job.rooms[0].schemes[0]
    block = solve.solve(scheme, faces_of(a_room(6000.0).rooms[0])[WALL], CATALOG).block
    assert [part.like and part.like.field.path for part in block.parts] == [None, None, (0,), None, (0,)]


@settings(deadline=None)
@given(divided(), st.floats(2500.0, 9000.0), st.sampled_from([2600.0, 3250.5]), st.booleans(), st.sampled_from([0.0, 6.0]))
def test_what_is_alike_is_as_if_made_where_it_is(root: Region, long: float, high: float, window: bool, backing: float) -> None:
    job = a_room(long, high)
    if window:
        job = add_opening(job, ROOM, WALL, "window", long * 0.4, sill=900.0, width=700.0, height=800.0).job
    try:
        job = add_scheme(job, CATALOG, ROOM, WALL, root=root, backing=backing).job
    except PlankError:
        return
    assert_same(job)


@pytest.mark.parametrize("way", ["upright", "level"])
@pytest.mark.parametrize("window", [False, True])
def test_slats_by_the_hundred_are_as_if_each_were_made_where_it_is(way: str, *, window: bool) -> None:
    job = a_room(7000.0, 3400.0)
    if window:
        job = add_opening(job, ROOM, WALL, "window", 2500.0, sill=800.0, width=900.0, height=900.0).job
    job = add_scheme(job, CATALOG, ROOM, WALL, root=Region(fill=Slats(width=12.0, gap=11.0, deep=20.0, way=way))).job
    assert_same(job)


def test_columns_that_are_alike_are_one_lot_each_and_share_all_but_their_place() -> None:
    """Of 12 columns of 4 panels the last ends at the end of the wall, and one more is met by a window."""
    cell = Region(split="up", stile=40.0, parts=(Region(fill=Panel(border=20.0, mold="mold-panel-25")),) * 4)
    root = Region(split="across", stile=40.0, parts=(cell,) * 12)
    job = add_opening(a_room(8400.0), ROOM, WALL, "window", 2900.0, sill=900.0, width=300.0, height=600.0).job
    parts = parts_of(built(add_scheme(job, CATALOG, ROOM, WALL, root=root).job, alike=True))
    lots = lots_of(parts)
    columns = [lot for lot in lots if len(lot.parts) == 4 * 4 + 5]
    assert len(columns) == 11
    assert len({id(lot.like) for lot in columns}) == 1
    assert len({id(lot.parts[3].length) for lot in columns}) == 1
    assert [part for lot in lots for part in lot.parts] == list(parts)
    assert len({lot.by.x for lot in columns}) == 11


def test_a_wall_that_is_only_painted_is_shown() -> None:
    """It has no part at all."""
    job = add_scheme(a_room(3000.0), CATALOG, ROOM, WALL, root=Region(fill=Plain(paint="paint-chalk"))).job
    assert parts_of(made(job)) == ()
    assert shown(made(job))
