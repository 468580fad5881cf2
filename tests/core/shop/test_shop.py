"""Cut list and hardware schedule."""

from collections.abc import Callable
from dataclasses import replace
from itertools import combinations, product

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from makers import CATALOG, a_made_unit, a_wall_of, made
from tallplank.core.edit.construction import set_job_construction
from tallplank.core.edit.opening import set_opening, split_opening
from tallplank.core.edit.paneling.scheme import add_scheme
from tallplank.core.edit.survey.room import add_room
from tallplank.core.edit.unit import Spot, place_unit, set_finish, set_width
from tallplank.core.exchange.parts import parts_data
from tallplank.core.job.job import Job
from tallplank.core.job.opening import Opening
from tallplank.core.joinery.part.part import NO_EDGES, Part, part_refs
from tallplank.core.shop.alike import grouped_alike
from tallplank.core.shop.cutlist import CutlistMaker, cutlist, grouped, unit_rows
from tallplank.core.shop.schedule import ScheduleMaker, schedule

kinds = st.lists(st.sampled_from(sorted(CATALOG.kinds)), min_size=1, max_size=5)


@settings(max_examples=25)
@given(kinds)
def test_every_part_is_in_the_list_once(names: list[str]) -> None:
    shown = made(a_wall_of(*names))
    rows = cutlist(shown)
    parts = sum(len(u.parts) for u in shown.units) + sum(len(r.parts) for r in shown.runs)
    assert sum(r.quantity for r in rows) == sum(r.quantity for r in grouped(rows)) == parts
    assert len({r.label for r in rows}) == len(rows)


def test_left_and_right_have_a_line_and_a_label_each_where_they_are_mirror_images() -> None:
    rows = [r for r in cutlist(made(a_wall_of("base", width=800))) if r.part.startswith("gable")]
    assert [(r.part, r.label, r.hand, r.quantity) for r in rows] == [
        ("gable left", "001-01L", "L", 1),
        ("gable right", "001-01R", "R", 1),
    ]
    for row in rows:
        assert (row.length, row.width, row.cut_width) == (720, 560, 559.2)
    assert rows[0].bands == ("ABS chalk 0.8", "", "", "")


def test_what_is_its_own_mirror_image_has_no_hand() -> None:
    """Bare boards: a left and a right end of an open shelf that is only glued are one piece of work, twice."""
    parts = [p for p in a_made_unit("base").parts if p.tag.role == "gable"]
    bare = [replace(p, holes=(), pockets=(), edges=NO_EDGES) for p in parts]
    (group,) = grouped_alike(bare)
    assert (len(group.parts), group.hand) == (2, "")


def test_a_gable_with_hinges_and_one_without_are_told_apart() -> None:
    rows = {r.part: r for r in cutlist(made(a_wall_of("base", width=600))) if r.part.startswith("gable")}
    assert {part: (r.quantity, r.length, r.width) for part, r in rows.items()} == {
        "gable left": (1, 720, 560),
        "gable right": (1, 720, 560),
    }
    assert {len([h for h in r.source.holes if h.what == "plate"]) for r in rows.values()} == {0, 4}
    assert rows["gable left"].label != rows["gable right"].label


@pytest.mark.parametrize("kind", ["drawers", "sink", "tall"])
@pytest.mark.parametrize("role", ["gable", "side", "stile"])
def test_parts_share_a_line_only_with_what_is_the_same_once_turned(kind: str, role: str) -> None:
    """Turning and mirroring a part's machining by hand, hole by hole, about its own middle."""
    unit = a_made_unit(kind, door_style="sluice-frame")
    groups = grouped_alike(p for p in unit.parts if p.tag.role == role)
    for group in groups:
        first = holes_of(group.parts[0])
        for part in group.parts[1:]:
            assert first in [turned(part, *ways) for ways in product((same, over), repeat=3) if ways.count(over) % 2 == 0]
    for one, other in combinations(groups, 2):
        if one.number == other.number:
            assert (one.hand, other.hand) == ("L", "R")
            assert holes_of(one.parts[0]) in [
                turned(other.parts[0], *ways) for ways in product((same, over), repeat=3) if ways.count(over) % 2
            ]


def turned(part: Part, *ways: Callable[[float, float], float]) -> set[tuple[str, float, float, float]]:
    sizes = part.size
    return {(what, *(way(v, size) for way, v, size in zip(ways, at, sizes, strict=True))) for what, *at in holes_of(part)}


def same(v: float, _: float) -> float:
    return v


def over(v: float, size: float) -> float:
    return round(size - v, 3) + 0.0


def holes_of(part: Part) -> set[tuple[str, float, float, float]]:
    return {(h.what, round(h.at.x, 3) + 0.0, round(h.at.y, 3) + 0.0, round(h.at.z, 3) + 0.0) for h in part.holes}


def test_part_references_stay_when_another_opening_changes() -> None:
    job = a_wall_of("base-drawer-doors")
    unit = made(job).units[0]
    before = dict(zip(part_refs("u1", unit.parts), unit.parts, strict=True))
    job = set_opening(job, CATALOG, ["u1"], (1,), shelves=3)
    unit = made(job).units[0]
    after = dict(zip(part_refs("u1", unit.parts), unit.parts, strict=True))
    assert len(after) == len(unit.parts)
    kept = [ref for ref in before if ref.opening != (1,)]
    assert len(kept) > 10
    for ref in kept:
        assert (after[ref].tag, after[ref].size) == (before[ref].tag, before[ref].size)
    job = set_opening(job, CATALOG, ["u1"], (1,), front="none")
    assert set(kept) <= set(part_refs("u1", made(job).units[0].parts))


@pytest.mark.parametrize("construction", ["frameless", "face-frame"])
def test_references_of_dividers_stay_when_another_opening_is_divided(construction: str) -> None:
    job = set_job_construction(a_wall_of("base-open", width=900, height=1900), CATALOG, construction)
    job = split_opening(job, CATALOG, ["u1"], (), "bays", 2, board=True)
    job = split_opening(job, CATALOG, ["u1"], (1,), "rows", 3, board=True)
    unit = made(job).units[0]
    before = {r: p for r, p in zip(part_refs("u1", unit.parts), unit.parts, strict=True) if "fixed shelf" in r.role or "frame" in r.role}
    assert sum("fixed shelf" in r.role for r in before) == 2
    unit = made(split_opening(job, CATALOG, ["u1"], (0,), "rows", 4, board=True)).units[0]
    after = dict(zip(part_refs("u1", unit.parts), unit.parts, strict=True))
    assert {r: (p.frame, p.size) for r, p in before.items()} == {r: (after[r].frame, after[r].size) for r in before}
    assert sum("fixed shelf" in r.role for r in after) == 5


def test_boards_that_are_called_alike_are_not_one_line() -> None:
    """A shop's own board may have the name of another."""
    row = cutlist(made(a_wall_of("base")))[0]
    other = replace(row, source=replace(row.source, board="other"))
    assert [line.quantity for line in grouped([row, row])] == [2 * row.quantity]
    assert [line.quantity for line in grouped([row, other])] == [row.quantity, row.quantity]


def test_alike_parts_of_two_units_are_grouped() -> None:
    rows = grouped(cutlist(made(a_wall_of("sink", "drawers", width=800))))
    gable = next(r for r in rows if r.part == "gable left")
    assert (gable.quantity, gable.label) == (2, "001-01L, 002-01L")
    assert gable.unit == "1 Sink base, 2 Base, drawers"
    assert gable.owners == ("u1", "u2")


def test_worktops_and_plinths_are_listed_with_their_units() -> None:
    rows = cutlist(made(a_wall_of("base", "base")))
    top, plinth = (next(r for r in rows if r.part == name) for name in ("worktop", "plinth"))
    assert top.owners == plinth.owners == ("u1", "u2")
    assert (top.unit, top.label, plinth.label) == ("Worktop Wall A 1", "T-A1-01", "P-A1-01")


def test_the_schedule_counts_and_says_where() -> None:
    rows = {r.item.role: r for r in schedule(made(a_wall_of("base", "drawers", "wall")))}
    assert rows["hinge"].quantity == 4
    assert rows["hinge"].where == "1 Base, doors (2), 3 Wall unit (2)"
    assert rows["pull"].quantity == 5
    assert rows["slide"].owners == ("u2",)
    assert rows["clip"].owners == ("u1", "u2")


def test_kept_rows_agree_with_new_ones() -> None:
    lists, schedules = CutlistMaker(), ScheduleMaker()
    job = a_wall_of("base", "drawers", "tall")
    for edit in (
        lambda j: j,
        lambda j: set_width(j, CATALOG, ["u2"], 800),
        lambda j: set_finish(j, CATALOG, ["u1"], "front", "oak"),
        lambda j: j.replaced(units=j.units[:2]),
        lambda j: j.replaced(rooms=(j.rooms[0].but(name="Scullery"),)),
    ):
        job = edit(job)
        shown = made(job)
        assert lists.rows(shown) == cutlist(shown)
        assert schedules.rows(shown) == schedule(shown)


def test_parts_of_one_size_that_are_bored_otherwise_have_lines_of_their_own() -> None:
    """A partition with shelves on one side is another part than one with shelves on both."""
    open_bay, shelved = Opening(board=True), Opening(board=True, shelves=2)
    last = shelved.but(board=False)
    alike = a_made_unit("base-open", width=1200, opening=Opening(split="bays", openings=(shelved, shelved, last)))
    other = a_made_unit("base-open", width=1200, opening=Opening(split="bays", openings=(open_bay, shelved, last)))
    assert [r.quantity for r in unit_rows(alike, "Room") if r.part == "partition"] == [2]
    assert [r.quantity for r in unit_rows(other, "Room") if r.part == "partition"] == [1, 1]
    assert [r.quantity for r in unit_rows(alike, "Room") if r.part == "shelf"] == [6]


@settings(max_examples=15)
@given(
    st.lists(st.lists(st.sampled_from(["base", "drawers", "wall", "tall", "corner-ell"]), min_size=1, max_size=3), min_size=2, max_size=4)
)
def test_every_label_of_a_house_is_its_own(rooms: list[list[str]]) -> None:
    """Rooms whose walls have the same names, with tops, plinths and paneling called alike in each."""
    job = Job(name="House")
    for kinds_here in rooms:
        job, (key,) = add_room(job, "Room", 5000.0, 4000.0, 2500.0)
        walls = [wall.id for wall in job.room(key).walls]
        for name in kinds_here:
            job = place_unit(job, CATALOG, name, Spot(key, walls[0])).job
        for _ in range(2):
            job = add_scheme(job, CATALOG, key, walls[2], left=500.0, right=500.0, high=900.0, base="base-square-100", name="Wainscot").job
    labels = [row.label for row in cutlist(made(job))]
    assert len(labels) == len(set(labels))
    data = parts_data(made(job))
    assert {part["line"] for owner in data["owners"] for part in owner["parts"]} == set(labels)
