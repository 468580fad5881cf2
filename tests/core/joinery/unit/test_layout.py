"""Layout: openings divide to any depth, fill their unit without gaps, and every size says how it came about."""

from itertools import pairwise

import pytest
from hypothesis import assume, given

from makers import CATALOG, a_made_unit
from solids import overlaps
from strategies import standards, units
from tallplank.core.check.machining import faults
from tallplank.core.error import told
from tallplank.core.job.opening import Opening
from tallplank.core.job.standard import Standard
from tallplank.core.job.unit import Unit
from tallplank.core.joinery.made import MadeUnit
from tallplank.core.joinery.setout.layout import Cell
from tallplank.core.joinery.workshop import make_unit
from tallplank.core.measure.divide import Member

DOORS = Opening(front="doors")


def cell(made: MadeUnit, *path: int) -> Cell:
    assert made.layout is not None, made.problem
    found = made.layout.at(path)
    assert found is not None
    return found


def rows(*cells: Opening, **values: object) -> Opening:
    return Opening(openings=cells, **values)  # type: ignore[arg-type]


def bays(*cells: Opening, **values: object) -> Opening:
    return Opening(split="bays", openings=cells, **values)  # type: ignore[arg-type]


@given(units(), standards)
def test_solids_of_any_construction_never_overlap(unit: Unit, standard: Standard) -> None:
    made = make_unit(CATALOG, standard, unit)
    assume(not made.problem)
    assert overlaps(made.parts) == []


@given(units(), standards)
def test_neighbouring_cells_leave_just_the_board_between_them(unit: Unit, standard: Standard) -> None:
    made = make_unit(CATALOG, standard, unit)
    assume(made.layout is not None and not made.problem)
    assert made.layout is not None
    thick = {"rows": made.choice.rules.shelf_thickness, "bays": made.choice.rules.partition_thickness}
    for outer in made.layout.cells:
        inner = [cell(made, *outer.path, i) for i in range(len(outer.opening.openings))]
        if not inner:
            continue
        level = outer.opening.split == "rows"
        spans = [(c.z if level else c.x) for c in (reversed(inner) if level else inner)]
        boards = [c.opening.board for c in (list(reversed(inner))[1:] if level else inner[:-1])]
        whole = outer.z if level else outer.x
        assert spans[0].clear_at == pytest.approx(whole.clear_at)
        assert spans[-1].clear_end == pytest.approx(whole.clear_end)
        board = thick[outer.opening.split] or made.choice.rules.board_thickness
        for (a, b), has_board in zip(pairwise(spans), boards, strict=True):
            assert b.clear_at - a.clear_end == pytest.approx(board if has_board else 0.0, abs=1e-6)


@given(units(), standards)
def test_every_size_is_the_sum_of_its_terms(unit: Unit, standard: Standard) -> None:
    made = make_unit(CATALOG, standard, unit)
    for one in made.layout.cells if made.layout else ():
        for size in (one.x.front, one.x.clear, one.z.front, one.z.clear):
            assert sum(t.factor * t.amount for t in size.terms) == pytest.approx(size.value, abs=1e-6)


def test_the_third_drawer_set_to_160_leaves_the_rest_to_the_rule() -> None:
    drawer = Opening(front="drawer")
    made = a_made_unit("drawers", opening=rows(drawer, drawer, drawer.but(size=Member.fixed(160)), drawer))
    fronts = [f.height for f in made.fronts]
    assert fronts == [pytest.approx((716 - 9 - 160) / 3)] * 2 + [160] + [pytest.approx((716 - 9 - 160) / 3)]


def test_bays_in_rows_in_bays() -> None:
    """By hand: 1200 wide leaves 1164 between the gables; a partition of 18 leaves 573 in each half."""
    inner = bays(Opening(board=True), Opening(), front="doors")
    made = a_made_unit("base", width=1200, opening=bays(rows(DOORS.but(board=True), DOORS, board=True), inner))
    assert not made.problem
    assert cell(made, 0).x.clear.value == pytest.approx(573)
    assert cell(made, 1, 0).x.clear.value == pytest.approx((573 - 18) / 2)
    assert [p.name for p in made.parts if p.kind in ("partition", "fixed-shelf")] == ["partition", "fixed shelf", "partition"]
    assert len([f for f in made.fronts if f.kind == "door"]) == 3


@pytest.mark.parametrize(
    ("rules", "x", "width"),
    [({}, 1.5, 597), ({"overlay": "half"}, 10.5, 579), ({"overlay": "inset"}, 20.5, 559), ({"box": "face-frame"}, 26, 548)],
)
def test_fronts_by_overlay(rules: dict, x: float, width: float) -> None:
    """By hand, 600 wide, gables of 18: full 1.5 a side; half 9 + 1.5; inset 18 + 2.5; face frame 38 less 12 of overlay."""
    (door,) = a_made_unit("base", opening=DOORS, rules=rules).fronts
    assert (door.x, door.width) == (pytest.approx(x), pytest.approx(width))


def test_inset_fronts_are_flush_and_push_what_is_behind_them_back() -> None:
    made = a_made_unit("base", rules={"overlay": "inset"})
    door, shelf = (next(p for p in made.parts if p.name == name) for name in ("door", "shelf"))
    assert (door.box[0].y, door.box[1].y) == (0, 19)
    assert shelf.box[0].y == 10 + 19 + 2
    assert made.placed.front == -560


def test_a_drawer_behind_a_high_drawer_front() -> None:
    made = a_made_unit("drawers", opening=rows(Opening(inside="drawer"), Opening(), front="drawer"))
    assert not made.problem
    assert [f.kind for f in made.fronts] == ["drawer"]
    assert sum(f.count.value for f in made.fittings if f.role == "slide") == 2


@pytest.mark.parametrize(
    "values", [{"openings": (DOORS,)}, {"openings": (DOORS, DOORS), "shelves": 2}, {"openings": (DOORS, DOORS), "front": "lift"}]
)
def test_divisions_that_make_no_sense_are_refused(values: dict) -> None:
    with pytest.raises(ValueError, match=r"opening|division"):
        Opening(**values)


def test_openings_are_not_divided_without_end() -> None:
    deep = Opening()
    with pytest.raises(ValueError, match="more than 6 deep"):
        for _ in range(7):
            deep = Opening(openings=(deep, Opening()))


@pytest.mark.parametrize(
    ("kind", "values", "words"),
    [
        ("drawers", {"width": 40}, "too narrow"),
        ("base", {"opening": Opening(inside="rail"), "width": 160}, "needs an opening 150 mm wide; there are 124 mm"),
        ("wall", {"opening": Opening(inside="drawer"), "depth": 200}, "No drawer slide fits"),
        ("base", {"opening": bays(DOORS.but(size=Member.fixed(400)), DOORS.but(size=Member.fixed(400)))}, "widths of the openings.*more than there is"),
        ("base", {"rules": {"joint": "dado", "dado_depth": 17}}, "let 17 mm into the gable"),
        ("base", {"rules": {"kick": "notched", "kick_setback": 600}}, "notch for the kick"),
        ("base", {"rules": {"box": "face-frame", "frame_stile": 310}}, "would be|no room|overlap"),
    ],
)  # fmt: skip
def test_absurd_wishes_are_refused_in_words(kind: str, values: dict, words: str) -> None:
    made = a_made_unit(kind, **values)
    assert made.parts == ()
    assert __import__("re").search(words, told(made.problem)), made.problem


def framed(opening: Opening, **values: object) -> MadeUnit:
    made = a_made_unit("base", Standard(construction="face-frame"), opening=opening, **values)
    assert not made.problem
    assert faults(made.parts) == ()
    assert made.notes == ()
    return made


def test_slides_behind_a_face_frame_are_screwed_to_blocking() -> None:
    """By hand, 600 wide, stiles 38, gables 18: a step of 20, filled by the board of 18; the box is 2 wider at each side and still passes."""
    made = framed(Opening(front="drawer"), rules={"frame_overhang": 0.0})
    left, right = (p for p in made.parts if p.kind == "blocking")
    assert (left.thickness.value, left.width.value) == (18, 70)
    stile = next(p for p in made.parts if p.name == "frame stile left")
    assert (left.box[1].x, stile.box[1].x) == (36, 38)
    assert right.box[0].x == 600 - 36
    assert left.box[0].y == stile.box[1].y, "it begins behind the frame"
    slides = [h for h in left.holes if h.what == "slide"]
    assert slides
    assert all(left.frame.out(h.at).x == pytest.approx(36) for h in slides)
    assert not [h for p in made.parts if p.kind == "gable" for h in p.holes if h.what == "slide"]
    box = next(p for p in made.parts if p.name == "drawer 1 side left")
    assert box.box[0].x == pytest.approx(36 + made.choice.hardware("slide").side_clearance)


@pytest.mark.parametrize(("overhang", "item"), [(0.0, "screw-40-30"), (6.0, "screw-40-25")])
def test_blocking_is_screwed_through_with_the_longest_screw_that_stays_inside(overhang: float, item: str) -> None:
    made = framed(Opening(front="drawer"), rules={"frame_overhang": overhang})
    used = {f.item: f.count.value for f in made.fittings if f.where.startswith("slide blocking")}
    assert set(used) == {item}
    bored = [h for p in made.parts if p.kind in ("gable", "blocking") for h in p.holes if h.what == "screw"]
    assert len(bored) == 2 * 6


def test_a_frame_that_is_flush_with_its_boards_needs_no_blocking() -> None:
    made = framed(Opening(front="drawer"), rules={"frame_stile": 18.0, "frame_overlay": 5.0, "frame_overhang": 0.0, "frame_rail": 30.0})
    assert not [p for p in made.parts if p.kind == "blocking"]
    assert [h for p in made.parts if p.kind == "gable" for h in p.holes if h.what == "slide"]


def test_blocking_on_both_sides_of_a_partition_is_screwed_past_each_other() -> None:
    made = framed(bays(Opening(front="drawer", board=True), Opening(front="drawer")), width=900.0)
    assert [round(p.thickness.value, 6) for p in made.parts if p.kind == "blocking"] == [18, 8, 8, 18]


@pytest.mark.parametrize("front", ["flap", "lift"])
def test_flaps_of_a_face_frame_hang_on_its_rails(front: str) -> None:
    made = framed(Opening(front=front))  # type: ignore[arg-type]
    (part,) = {p.name for p in made.parts for h in p.holes if h.what == "plate"}
    assert part == ("frame rail bottom" if front == "flap" else "frame rail top")
