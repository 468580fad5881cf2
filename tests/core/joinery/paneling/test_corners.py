"""Paneled walls where they meet round the corners of a room: boards bevelled or lapped, moldings mitred, and all that is asked for there."""

import json
import random
from math import cos, radians, sin, tan

import pytest
from hypothesis import given
from hypothesis import strategies as st

from bodies import shared
from makers import CATALOG, LONG, ROOM, WALL, a_room, made, written
from outside.trade.audit import mitres_have_partners
from outside.trade.corner import walls_meet
from tallplank.core.derive.derived import Deriver
from tallplank.core.edit.paneling.scheme import add_scheme, change_scheme, copy_scheme
from tallplank.core.edit.paneling.start import STARTS, Sizes
from tallplank.core.edit.survey.room import add_room_of
from tallplank.core.edit.survey.walled import add_opening
from tallplank.core.edit.unit import Spot, place_unit
from tallplank.core.error import PlankError
from tallplank.core.exchange.parts import PARTS_JSON
from tallplank.core.job.filling import FrameFill as FrameOf
from tallplank.core.job.filling import Frames
from tallplank.core.job.job import Job
from tallplank.core.job.scheme import Region
from tallplank.core.joinery.part.form.bevelled import Bevelled
from tallplank.core.joinery.part.part import Part
from tallplank.core.shop.moldinglist import moldinglist
from tallplank.core.shop.telling import shape_of

DEEP = 25.0
"""A backing of 6 and boards of 19."""


def a_room_with(angle: float) -> Job:
    """A room of which the first two walls, of 3000, meet at an angle inside it."""
    turn, long = radians(180.0 - angle), 3000.0
    far = (long + long * cos(turn), -long * sin(turn))
    if angle < 90.0:
        corners = [(0.0, 0.0), (long, 0.0), far]
    elif angle < 180.0:
        corners = [(0.0, 0.0), (long, 0.0), far, (far[0] - 2000.0, -6000.0), (-500.0, -6000.0)]
    else:
        corners = [(0.0, 0.0), (long, 0.0), far, (9000.0, far[1]), (9000.0, -7000.0), (-1000.0, -7000.0)]
    return add_room_of(Job(name="Test"), "Room", tuple(corners), 2500.0).job


def round_the_corner(job: Job, start: str, walls: int = 2) -> Job:
    room = job.rooms[0]
    names = [w.id for w in room.walls][:walls]
    found, (key,) = add_scheme(job, CATALOG, room.id, names[0], **STARTS[start].values(Sizes()))
    return copy_scheme(found, CATALOG, room.id, key, names).job


def parts(job: Job, *roles: str) -> list[Part]:
    return [p for run in made(job).runs for p in run.parts if p.tag.role in roles]


def bevels(part: Part) -> list[float]:
    form = part.form
    assert isinstance(form, Bevelled)
    return [angle for _, _, angle in form.bevels(part.thickness.value) if abs(angle) > 1e-6]


@pytest.mark.parametrize("start", sorted(STARTS))
@pytest.mark.parametrize("angle", [60.0, 75.0, 90.0, 100.0, 120.0, 135.0, 225.0, 240.0, 270.0, 300.0])
def test_two_walls_that_are_alike_meet_in_their_corner_at_every_height(angle: float, start: str) -> None:
    """Backing, boards and moldings; nothing of the bare wall is left between them."""
    try:
        job = round_the_corner(a_room_with(angle), start)
    except PlankError:
        pytest.skip("this start does not fit there")
    assert list(walls_meet(json.loads(written(PARTS_JSON, Deriver(CATALOG).derive(job).shop)))) == []


@pytest.mark.parametrize("seed", range(400 if LONG else 30))
def test_walls_that_are_not_alike_stand_nowhere_in_each_other(seed: int) -> None:
    """Moldings end before what the next wall has at their height, those of the next wall before what runs into the corner."""
    dice = random.Random(seed)
    job = a_room_with(dice.choice([60.0, 75.0, 90.0, 90.0, 100.0, 120.0, 135.0, 225.0, 240.0, 270.0, 270.0, 300.0]))
    room = job.rooms[0]
    try:
        for wall in room.walls[:2]:
            job = add_scheme(job, CATALOG, room.id, wall.id, **STARTS[dice.choice(sorted(STARTS))].values(Sizes())).job
    except PlankError:
        pytest.skip("one of the starts does not fit there")
    assert shared(made(job), room.id) == []


def test_frames_keep_clear_of_one_another_in_a_corner_by_what_they_are_set_in() -> None:
    """Frames 12 thick on a backing of 6, set in by 40 and by 5: in the corner the backings meet, at 6; else the frames do, at 18."""
    for inset, begins in ((40.0, 6.0), (5.0, 13.0)):
        job, room = a_room_with(90.0), "room1"
        root = Region(fill=Frames(frames=(FrameOf(inset=inset, width=60.0, thick=12.0),)))
        job, (key,) = add_scheme(job, CATALOG, room, job.rooms[0].walls[0].id, backing=6.0, root=root)
        job = copy_scheme(job, CATALOG, room, key, [w.id for w in job.rooms[0].walls][:2]).job
        second = [run for run in made(job).runs if run.what == "panel"][1]
        left = min(part.box[0].x for part in second.parts if part.tag.role == "frame board")
        assert left == pytest.approx(begins + inset)
        assert min(part.box[0].x for part in second.parts if part.tag.role == "backing") == pytest.approx(6.0)
        assert shared(made(job), room) == []


@pytest.mark.parametrize("start", ["wainscot", "tall-wainscot", "grid", "level-slats", "facets"])
@pytest.mark.parametrize("angle", [60.0, 90.0, 120.0, 135.0, 225.0, 270.0, 300.0])
def test_nothing_shares_space_in_a_corner_and_every_mitre_has_its_partner(angle: float, start: str) -> None:
    try:
        job = round_the_corner(a_room_with(angle), start)
    except PlankError:
        pytest.skip("this start does not fit there")
    assert shared(made(job), job.rooms[0].id) == []
    assert list(mitres_have_partners(json.loads(written(PARTS_JSON, Deriver(CATALOG).derive(job).shop)))) == []


@pytest.mark.parametrize(("angle", "sign"), [(120.0, -1.0), (135.0, -1.0), (150.0, -1.0), (225.0, 1.0), (240.0, 1.0), (270.0, 1.0)])
def test_both_edges_in_a_corner_are_bevelled_by_half_of_it(angle: float, sign: float) -> None:
    """Each edge by half of what the walls turn by: in an inner corner long at the back, round an outer one long at the face."""
    job = round_the_corner(a_room_with(angle), "wainscot")
    edges = [part for part in parts(job, "wall stile") if isinstance(part.form, Bevelled)]
    half = abs(180.0 - angle) / 2
    assert len(edges) == 2
    for part in edges:
        assert bevels(part) == [pytest.approx(sign * half)]
        side = "right" if part.box[0].x > 2000.0 else "left"
        assert shape_of(part) == f"{side} edge bevelled by {half:.1f}°, long at the {'back' if sign < 0 else 'face'}"
    usual = min(p.width.value for p in parts(job, "wall stile"))
    seen = DEEP * tan(radians(half))
    for part in edges:
        grown = seen - 6.0 * tan(radians(half)) if sign < 0 else 0.0
        assert part.width.value == pytest.approx(usual + grown, abs=1e-6)
    room = made(job).faces[job.rooms[0].id]
    first = next(f for f in room.values())
    right = next(p.box[1].x for p in edges if p.box[0].x > 2000.0)
    assert right == pytest.approx(first.length - 6.0 * tan(radians(half)) if sign < 0 else first.length + seen)


def test_a_molding_round_an_outer_corner_is_longer_by_its_depth() -> None:
    """Its long point: the wall, what it stands before it, and its own depth, each times the tangent of half the turn."""
    job = round_the_corner(a_room_with(270.0), "wainscot")
    (first, _) = [row for row in moldinglist(made(job)) if row.piece == "baseboard"]
    base = CATALOG.hardware["base-ogee-145"]
    assert first.length == pytest.approx(3000.0 + 6.0 + base.reach)  # type: ignore[union-attr]
    assert (first.last.kind, first.last.saw.miter) == ("outer", pytest.approx(45.0))


def test_a_thicker_wall_round_a_square_outer_corner_is_lapped() -> None:
    """Boards of 19 on 40 of backing against the same on the wall itself: more than twice as deep; the first wall's run over the others."""
    job = round_the_corner(a_room_with(270.0), "wainscot")
    room = job.rooms[0]
    job = change_scheme(job, CATALOG, room.id, room.schemes[1].id, backing=40.0)
    job = change_scheme(job, CATALOG, room.id, room.schemes[0].id, backing=0.0)
    assert shared(made(job), room.id) == []
    assert not any(isinstance(p.form, Bevelled) for p in parts(job, "wall stile"))
    assert max(p.box[1].x for p in parts(job, "wall stile")) == pytest.approx(3000.0 + 40.0 + 19.0)


def test_a_molding_ends_square_where_its_neighbour_does_not_come_into_the_corner() -> None:
    """A door close to the corner takes the next wall's moldings away: what would have met them is no mitre into nothing."""
    job = round_the_corner(a_room(4000.0, 3000.0), "wainscot", walls=4)
    walls = [w.id for w in job.rooms[0].walls]
    mitred = [
        end.kind for row in moldinglist(made(job)) if row.piece == "baseboard" for end in (row.first, row.last) for _ in range(row.quantity)
    ]
    assert mitred.count("inner") == 8
    job = add_opening(job, ROOM, walls[1], "door", 0.0, width=900.0, height=2040.0).job
    assert list(mitres_have_partners(json.loads(written(PARTS_JSON, Deriver(CATALOG).derive(job).shop)))) == []
    ends = [
        end.kind for row in moldinglist(made(job)) if row.piece == "baseboard" for end in (row.first, row.last) for _ in range(row.quantity)
    ]
    assert ends.count("inner") == 6
    assert shared(made(job), ROOM) == []


def test_a_molding_in_an_acute_corner_keeps_clear_of_the_bare_wall() -> None:
    job = round_the_corner(a_room_with(60.0), "wainscot", walls=1)
    assert shared(made(job), job.rooms[0].id) == []


@given(
    st.floats(0.0, 1500.0),
    st.floats(0.0, 1500.0),
    st.lists(st.tuples(st.floats(0.0, 3500.0), st.floats(300.0, 900.0)), max_size=3),
    st.one_of(st.none(), st.floats(0.0, 3400.0)),
)
def test_what_a_wall_asks_for_less_openings_and_units_is_what_the_list_has(
    left: float, right: float, doors: list[tuple[float, float]], unit: float | None
) -> None:
    """The sum of the baseboards is the paneled length without doors and units, reckoned by intervals of their own."""
    job, taken = a_room(4600.0, 3000.0), []
    for x, wide in doors:
        if all(x + wide <= a or x >= b for a, b in taken) and x + wide < 4600.0:
            job = add_opening(job, ROOM, WALL, "door", x, width=wide, height=2040.0).job
            taken.append((x, x + wide))
    try:
        if unit is not None and all(unit + 600.0 <= a or unit >= b for a, b in taken):
            job = place_unit(job, CATALOG, "drawers", Spot(ROOM, WALL, unit)).job
            placed = job.units[-1]
            taken.append((placed.x, placed.x + placed.width))
        job = add_scheme(job, CATALOG, ROOM, WALL, left=left, right=right, base="base-square-100").job
    except PlankError:
        return
    wanted, at = 0.0, left
    for a, b in [*sorted(taken), (4600.0 - right, 4600.0 - right)]:
        a = min(max(a, at), 4600.0 - right)
        wanted += a - at if a - at > 1.0 else 0.0
        at = min(max(at, b), 4600.0 - right)
    rows = moldinglist(made(job))
    assert sum(r.length * r.quantity for r in rows if r.piece == "baseboard") == pytest.approx(wanted, abs=0.01)
