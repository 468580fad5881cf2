"""Edits of openings: split, join, size and move a boundary, for one unit or many."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from makers import CATALOG, a_wall_of, made
from tallplank.core.edit.check import EditError
from tallplank.core.edit.opening import (
    cell_size,
    merge_openings,
    move_boundary,
    set_drawer_count,
    set_front,
    set_opening,
    set_opening_size,
    split_opening,
)
from tallplank.core.job.file import dumps, loads
from tallplank.core.job.job import Job
from tallplank.core.job.opening import Opening, opening_at, walk


def opening(job: Job, unit: str = "u1") -> Opening:
    return job.unit(unit).opening


def sizes(job: Job, unit: str = "u1") -> list[float]:
    one = made(job).by_id[unit]
    assert one.layout is not None, one.problem
    return [round(cell_size(one.unit, c), 6) for c in one.layout.cells if len(c.path) == 1]


def test_a_split_opening_has_equal_cells_that_keep_its_front() -> None:
    job = split_opening(a_wall_of("base"), CATALOG, ["u1"], (), "bays", 3)
    assert [(c.front, c.board) for c in opening(job).openings] == [("doors", True), ("doors", True), ("doors", False)]
    assert sizes(job) == [pytest.approx((597 - 6) / 3)] * 3
    assert len([p for p in made(job).units[0].parts if p.name == "partition"]) == 2


def test_one_front_may_stay_over_all_cells() -> None:
    job = split_opening(a_wall_of("base"), CATALOG, ["u1"], (), "rows", 2, over=True)
    assert (opening(job).front, [c.front for c in opening(job).openings]) == ("doors", ["none", "none"])
    assert len(made(job).units[0].fronts) == 1


def test_a_drawer_is_split_into_drawers_without_boards() -> None:
    job = split_opening(a_wall_of("drawers"), CATALOG, ["u1"], (1,), "rows", 2)
    assert len(opening(job).openings) == 4
    assert not any(c.board for c in opening(job).openings)
    assert sizes(job)[0] == 140


def test_a_split_in_the_other_direction_nests() -> None:
    job = split_opening(a_wall_of("drawers", "drawers"), CATALOG, ["u1", "u2"], (2,), "bays", 2)
    assert [len(list(walk(opening(job, u)))) for u in ("u1", "u2")] == [6, 6]
    assert opening(job).openings[2].split == "bays"


def test_joining_adds_fixed_sizes_and_ends_a_division_of_two() -> None:
    job = set_opening_size(set_drawer_count(a_wall_of("drawers"), CATALOG, ["u1"], 4), CATALOG, ["u1"], (1,), 150)
    job = merge_openings(job, CATALOG, ["u1"], (0,))
    assert sizes(job)[0] == 290
    for _ in range(2):
        job = merge_openings(job, CATALOG, ["u1"], (len(opening(job).openings) - 1,))
    assert opening(job) == Opening(front="drawer")


@given(st.floats(-60.0, 60.0))
def test_a_moved_boundary_changes_just_its_two_neighbours(by: float) -> None:
    job = set_drawer_count(a_wall_of("drawers"), CATALOG, ["u1"], 4)
    before = sizes(job)
    after = sizes(move_boundary(job, CATALOG, "u1", (1,), before[1] + by))
    assert after == [before[0], pytest.approx(before[1] + by), pytest.approx(before[2] - by), before[3]]
    assert sum(after) == pytest.approx(sum(before))


def test_a_boundary_between_two_fixed_sizes_moves_both() -> None:
    job = set_opening_size(a_wall_of("drawers"), CATALOG, ["u1"], (1,), 250)
    job = move_boundary(job, CATALOG, "u1", (0,), 180)
    assert sizes(job)[:2] == [180, 210]


def test_a_front_over_a_bank_turns_its_drawers_into_inner_ones() -> None:
    job = set_front(a_wall_of("drawers"), CATALOG, ["u1"], (), "doors")
    assert {c.inside for c in opening(job).openings} == {"drawer"}
    unit = made(job).units[0]
    assert [f.kind for f in unit.fronts] == ["door"]
    assert sum(f.count.value for f in unit.fittings if f.role == "slide") == 3


@pytest.mark.parametrize(
    ("edit", "words"),
    [
        (lambda j: split_opening(j, CATALOG, ["u1"], (), "rows", 1), "2 to 40"),
        (lambda j: split_opening(j, CATALOG, ["u2"], (), "rows", 2), "divided already"),
        (lambda j: split_opening(j, CATALOG, ["u1"], (), "bays", 40), "more than there is|would be|No|room|overlap"),
        (lambda j: merge_openings(j, CATALOG, ["u1"], ()), "nothing to join"),
        (lambda j: set_opening_size(j, CATALOG, ["u2"], (1,), 900), "more than there is"),
        (lambda j: set_opening_size(j, CATALOG, ["u2"], (1,), -5), "from 1 mm to 10000 mm"),
        (lambda j: set_opening_size(j, CATALOG, ["u1"], (), 300), "from the unit"),
        (lambda j: move_boundary(j, CATALOG, "u2", (0,), 2000), "pass its neighbour"),
        (lambda j: move_boundary(j, CATALOG, "u1", (), 20), "no boundary"),
        (lambda j: set_opening(j, CATALOG, ["u1"], (), shelves=13), "less than or equal to 12"),
    ],
)
def test_a_refused_edit_says_why(edit, words: str) -> None:  # type: ignore[no-untyped-def]
    job = a_wall_of("base", "drawers")
    with pytest.raises(EditError, match=words):
        edit(job)


def test_units_without_such_an_opening_are_left_as_they_are() -> None:
    job = a_wall_of("base", "drawers")
    assert set_opening(job, CATALOG, ["u1", "u2"], (2,), hand="right").unit("u1") is job.unit("u1")


def test_openings_by_their_paths() -> None:
    root = opening(a_wall_of("drawers"))
    assert opening_at(root, (2,)) is root.openings[2]
    assert opening_at(root, (3,)) is None
    assert opening_at(root, (0, 0)) is None
    assert [path for path, _ in walk(root)] == [(), (0,), (1,), (2,)]


def test_a_file_of_the_first_version_is_read_as_a_tree() -> None:
    """A column of openings becomes rows, its only one the root, and its floor a board."""
    job = a_wall_of("base", "tall")
    old = dumps(job).replace('"version": 3', '"version": 1')
    document = __import__("json").loads(old)
    document["job"]["units"][0]["openings"] = [{"front": "doors", "shelves": 2}]
    document["job"]["units"][0].pop("opening")
    document["job"]["units"][1]["openings"] = [{"front": "doors", "floor": True}, {"front": "none"}]
    document["job"]["units"][1].pop("opening")
    read = loads(__import__("json").dumps(document))
    assert opening(read, "u1") == Opening(front="doors", shelves=2)
    assert opening(read, "u2") == Opening(openings=(Opening(front="doors", board=True), Opening()))
    assert loads(dumps(read)) == read


def test_several_units_are_changed_where_they_have_the_opening() -> None:
    job = a_wall_of("base", "drawers", "tall")
    split = split_opening(job, CATALOG, ["u1", "u2", "u3"], (1,), "rows", 2)
    assert split.unit("u1") is job.unit("u1")
    assert [len(opening(split, u).openings) for u in ("u2", "u3")] == [4, 2]
    joined = merge_openings(split, CATALOG, ["u1", "u2", "u3"], (2,))
    assert [len(opening(joined, u).openings) for u in ("u1", "u2", "u3")] == [0, 3, 2]
