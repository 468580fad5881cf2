"""Dimensions that are added: what their ends hold, and what a value typed over them moves."""

from collections.abc import Sequence

import pytest

from makers import CATALOG, ROOM, WALL, a_room, a_wall_of, made
from tallplank.core.draw.dimension import set_out
from tallplank.core.draw.elevation import elevation
from tallplank.core.draw.plan import plan
from tallplank.core.draw.primitive import Chain
from tallplank.core.edit.check import EditError
from tallplank.core.edit.dimension.added import add_dimension, change_dimension, hide_chains, remove_dimensions, set_dimension
from tallplank.core.edit.dimension.pick import HeldLine, alike, held_on, nearest
from tallplank.core.edit.dimension.reach import places_of
from tallplank.core.edit.dimension.word import chain_words, dimension_words, end_words
from tallplank.core.edit.group import add_island
from tallplank.core.edit.survey.room import turn_room
from tallplank.core.edit.survey.walled import add_opening
from tallplank.core.edit.unit import Spot, delete_units, lock_units, place_unit
from tallplank.core.job.dimension import View
from tallplank.core.job.file import dumps, loads
from tallplank.core.job.job import Job
from tallplank.core.job.measure import OfAdded


def line(job: Job, words: str, view: View = "elevation", axis: str = "x", among: Sequence[HeldLine] | None = None) -> HeldLine:
    """A line by what it is called, of those that are measured along an axis."""
    lines = among if among is not None else held_on(made(job), ROOM, WALL, view)
    named = {end_words(made(job), ROOM, one.end, one.axis): one for one in lines if one.axis == axis}
    assert words in named, list(named)
    return named[words]


def measured(job: Job, first: str, second: str, view: View = "elevation", at: float = 1200.0, axis: str = "x") -> Job:
    start = line(job, first, view, axis)
    beside = list(alike(made(job), ROOM, start, held_on(made(job), ROOM, WALL, view)))
    return add_dimension(job, ROOM, view, start, line(job, second, view, axis, beside), at).job


def value(job: Job, index: int = -1) -> float:
    places = places_of(made(job), job.dimensions[index])
    assert places is not None
    return abs(places[1] - places[0])


def typed(job: Job, wanted: float, **values: str) -> Job:
    return set_dimension(job, CATALOG, made(job), job.dimensions[-1].id, wanted, **values)  # type: ignore[arg-type]


def two_bases_and_a_window() -> Job:
    job = a_wall_of("base", "base")
    return add_opening(job, ROOM, WALL, "window", 1500.0, width=900.0).job


def test_a_dimension_runs_from_the_middle_of_a_unit_to_a_window_and_moves_the_window() -> None:
    job = measured(two_bases_and_a_window(), "2 Base, doors · carcass, middle", "window 1 of Wall A, middle")
    assert value(job) == pytest.approx(1950.0 - 900.0)
    moved = typed(job, 1200.0)
    assert value(moved) == pytest.approx(1200.0)
    assert moved.face(ROOM, WALL).openings[0].x == pytest.approx(1650.0)
    assert [u.x for u in moved.units] == [u.x for u in job.units]


def test_the_side_that_stays_is_chosen() -> None:
    job = measured(two_bases_and_a_window(), "2 Base, doors · carcass, right", "window 1 of Wall A, left")
    assert value(job) == pytest.approx(300.0)
    moved = typed(job, 250.0, anchor="right")
    assert moved.units[1].x == pytest.approx(650.0)
    both = typed(job, 250.0, anchor="centre")
    assert (both.units[1].x, both.face(ROOM, WALL).openings[0].x) == pytest.approx((625.0, 1475.0))


def test_a_wall_stays_whatever_is_chosen() -> None:
    job = measured(two_bases_and_a_window(), "Wall A, left", "2 Base, doors · carcass, left")
    for anchor in ("left", "right", "centre"):
        assert typed(job, 640.0, anchor=anchor).units[1].x == pytest.approx(640.0)


def test_a_height_lifts_a_unit() -> None:
    job = place_unit(a_wall_of("base"), CATALOG, "wall", Spot(ROOM, WALL, 0.0)).job
    job = measured(job, "1 Base, doors · worktop, top", "2 Wall unit · carcass, bottom", at=300.0, axis="z")
    before = value(job)
    moved = typed(job, before + 37.5)
    assert value(moved) == pytest.approx(before + 37.5)
    assert made(moved).units[1].placed.z == pytest.approx(made(job).units[1].placed.z + 37.5)


def test_both_ends_of_one_unit_are_its_size() -> None:
    job = measured(two_bases_and_a_window(), "2 Base, doors · carcass, left", "2 Base, doors · carcass, right")
    assert typed(job, 702.0).units[1].width == 702.0
    fronts = measured(two_bases_and_a_window(), "2 Base, doors · front, left", "2 Base, doors · front, right")
    assert value(fronts) == pytest.approx(597.0)
    with pytest.raises(EditError, match="one thing"):
        typed(fronts, 600.0)


def test_an_end_is_changed_to_another_thing_and_follows_it() -> None:
    job = measured(two_bases_and_a_window(), "2 Base, doors · carcass, right", "window 1 of Wall A, left")
    other = line(job, "2 Base, doors · front, right")
    changed = change_dimension(job, job.dimensions[0].id, first=other.end)
    assert value(changed) == pytest.approx(300.0 + 1.5)
    with pytest.raises(EditError, match="two ends"):
        change_dimension(job, job.dimensions[0].id, first=job.dimensions[0].second)


def an_island_before_a_wall(turn: float = 0.0) -> tuple[Job, str]:
    job = a_room(6000.0, 5000.0)
    for _ in range(4):
        job = place_unit(job, CATALOG, "base", Spot(ROOM, WALL)).job
    job, (group, front, _) = add_island(job, ROOM, 600.0, 2200.0, 1800.0)
    for _ in range(2):
        job = place_unit(job, CATALOG, "base", Spot(ROOM, front)).job
    return (turn_room(job, ROOM, turn) if turn else job), group


@pytest.mark.parametrize("turn", [0.0, 31.5])
def test_a_walkway_between_worktops_moves_the_island_as_one(turn: float) -> None:
    job, group = an_island_before_a_wall(turn)
    job = measured(job, "2 Base, doors · worktop, front", "5 Base, doors · carcass, front", "plan", at=700.0, axis="y")
    assert job.dimensions[0].axis == "y"
    before = value(job)
    moved = typed(job, before - 55.0)
    assert value(moved) == pytest.approx(before - 55.0)
    one, other = (next(g for g in j.room(ROOM).groups if g.id == group) for j in (job, moved))
    assert ((other.x - one.x) ** 2 + (other.y - one.y) ** 2) ** 0.5 == pytest.approx(55.0)
    assert [u.x for u in moved.units] == [u.x for u in job.units]
    drawn = [c for c in plan(made(moved), ROOM).chains if isinstance(c, Chain) and c.on_side]
    assert drawn[0].ticks[1] == pytest.approx(before - 55.0)
    assert drawn[0].measures == (OfAdded(job.dimensions[0].id),)


def test_what_is_locked_or_against_its_wall_is_told() -> None:
    job = measured(two_bases_and_a_window(), "2 Base, doors · carcass, right", "window 1 of Wall A, left")
    with pytest.raises(EditError, match="locked"):
        typed(lock_units(job, ["u2"], locked=True), 200.0, anchor="right")
    job, _ = an_island_before_a_wall()
    job = measured(job, "Wall A", "2 Base, doors · carcass, front", "plan", axis="y")
    deeper = typed(job, 800.0)
    assert value(deeper) == pytest.approx(800.0)
    with pytest.raises(EditError, match="no nearer"):
        typed(job, 300.0)


def test_what_goes_takes_its_dimensions_along_and_undo_gives_them_back() -> None:
    job = measured(two_bases_and_a_window(), "2 Base, doors · carcass, right", "window 1 of Wall A, left")
    job = measured(job, "1 Base, doors · carcass, left", "window 1 of Wall A, right")
    assert [d.id for d in delete_units(job, ["u2"]).dimensions] == ["dimension2"]
    assert remove_dimensions(job, ["dimension1", "dimension2"]).dimensions == ()
    assert loads(dumps(job)) == job


def test_chains_are_hidden_by_name_and_shown_again() -> None:
    job = measured(two_bases_and_a_window(), "2 Base, doors · carcass, right", "window 1 of Wall A, left")
    names = [c.name for c in elevation(made(job), ROOM, WALL).chains if isinstance(c, Chain)]
    assert len(set(names)) == len(names)
    assert all(chain_words(made(job), ROOM, name) for name in names[:-1])
    for name in names:
        hidden = hide_chains(job, [name], hidden=True)
        left = [c.name for c in elevation(made(hidden), ROOM, WALL).chains if isinstance(c, Chain)]
        assert left == [n for n in names if n != name]
        assert hide_chains(hidden, [name], hidden=False).hidden_chains == ()
    on_plan = [c.name for c in plan(made(job), ROOM).chains if isinstance(c, Chain)]
    assert len(set(on_plan)) == len(on_plan)


def test_figures_keep_their_chain_and_words_name_both_ends() -> None:
    job = measured(two_bases_and_a_window(), "2 Base, doors · carcass, right", "window 1 of Wall A, left")
    texts = set_out(elevation(made(job), ROOM, WALL).chains, 30.0, lambda v: f"{v:g}").texts
    (own,) = [t for t in texts if isinstance(t.measure, OfAdded)]
    assert (own.text, own.chain) == ("300", "added/dimension1")
    assert own.centre[1] == pytest.approx(1200.0 + 0.72 * 30.0)
    words = dimension_words(made(job), job.dimensions[0])
    assert words == "300 mm: 2 Base, doors · carcass, right – window 1 of Wall A, left"


def test_lines_that_look_like_one_are_told_apart_by_their_order() -> None:
    lines = held_on(made(two_bases_and_a_window()), ROOM, WALL, "elevation")
    close = nearest(lines, (601.4, 400.0), 20.0, same=5.0)
    assert close is not None
    assert (close.end.thing, close.end.holds) == ("u1", "carcass")
    exact = nearest(lines, (601.4, 400.0), 20.0)
    assert exact is not None
    assert exact.end.holds == "front"
    assert nearest(lines, (3500.0, 1200.0), 20.0) is None
