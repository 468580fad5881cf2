"""Carcasses: laws over random sizes and constructions, and single facts with visible numbers."""

from dataclasses import replace

import pytest
from hypothesis import assume, given

from makers import CATALOG, a_made_unit, a_unit
from solids import SLACK, overlaps
from strategies import standards, units
from tallplank.core.error import told
from tallplank.core.job.opening import Opening
from tallplank.core.job.standard import Standard
from tallplank.core.job.unit import Unit
from tallplank.core.joinery.made import MadeUnit
from tallplank.core.joinery.part.part import Part
from tallplank.core.joinery.workshop import make_unit
from tallplank.core.measure.divide import Member
from tallplank.core.measure.size import Size


def part(made: MadeUnit, name: str) -> Part:
    return next(p for p in made.parts if p.name == name)


def total(size: Size) -> float:
    """The sum of a size's terms, all the way down."""
    for term in size.terms:
        if term.inner is not None:
            assert total(term.inner) == pytest.approx(term.inner.value, abs=1e-6)
            assert term.amount == term.inner.value
    return sum(t.factor * t.amount for t in size.terms)


@given(units(), standards)
def test_parts_never_overlap_and_stay_inside_their_box(unit: Unit, standard: Standard) -> None:
    made = make_unit(CATALOG, standard, unit)
    assume(not made.problem)
    assert overlaps(made.parts) == []
    front = made.placed.front + unit.depth - (3.0 if unit.kind == "base-hollow" else 0.0)  # the ends of a bent door stand on its radius
    for p in made.parts:
        low, high = p.box
        assert low.x >= -SLACK, p.name
        assert low.y >= front - SLACK, p.name
        foot = made.placed.z if unit.rules.get("kick") == "notched" and p.name.startswith(("gable", "frame stile")) else 0.0
        assert low.z >= -foot - SLACK, p.name
        assert high.x <= unit.width + SLACK, p.name
        assert high.y <= unit.depth + SLACK, p.name
        assert high.z <= unit.height + SLACK, p.name


@given(units(), standards)
def test_the_terms_add_up_to_the_size_and_no_size_is_negative(unit: Unit, standard: Standard) -> None:
    made = make_unit(CATALOG, standard, unit)
    assert made.parts or made.pieces or made.problem
    for p in made.parts:
        for size in (p.length, p.width, p.thickness):
            assert size.value > 0
            assert total(size) == pytest.approx(size.value, abs=1e-6)
        assert 0 < p.cut_length <= p.length.value
        scribed = made.choice.rules.scribe if p.tag.role == "filler strip" else 0.0
        assert 0 < p.cut_width <= p.width.value + scribed
    for fitting in made.fittings:
        assert total(fitting.count) == fitting.count.value > 0


@given(units())
def test_making_twice_is_equal(unit: Unit) -> None:
    assert make_unit(CATALOG, Standard(), unit) == make_unit(CATALOG, Standard(), unit.model_copy())


def test_the_bottom_explains_itself() -> None:
    bottom = part(a_made_unit("base", width=600), "bottom")
    assert bottom.length.explained() == "564 = 600 width − 2 × 18 gable"


def test_a_grooved_back_is_as_wide_as_its_grooves_less_the_clearance() -> None:
    back = part(a_made_unit("base", width=600, height=720), "back")
    assert back.width.value == 600 - 2 * 18 + 2 * 8 - 1
    assert back.length.value == 720 - 2 * 18 + 2 * 8 - 1


@pytest.mark.parametrize(
    ("back", "gable", "shelf"), [("grooved", 560, 521), ("rebated", 560, 539), ("planted", 552, 539), ("none", 560, 547)]
)
def test_the_kind_of_back_sets_the_depths(back: str, gable: float, shelf: float) -> None:
    made = a_made_unit("base", rules={"back": back})
    assert part(made, "gable left").width.value == gable
    assert part(made, "shelf").width.value == shelf
    assert any(p.name == "back" for p in made.parts) == (back != "none")


def test_front_edges_are_banded_and_the_cut_is_less_by_the_band() -> None:
    gable = part(a_made_unit("base"), "gable left")
    assert gable.edges.l1 == "chalk-08"
    assert (gable.width.value, gable.cut_width) == (560, pytest.approx(559.2))
    trimmed = part(a_made_unit("base", rules={"bands_trimmed": "yes"}), "gable left")
    assert trimmed.cut_width == 560


def test_a_drawer_bank_shares_its_height_by_the_rule() -> None:
    made = a_made_unit("drawers", height=720)
    assert [f.height for f in made.fronts] == [140, 285, 285]
    assert sum(f.height for f in made.fronts) + 2 * 3 == 716
    assert part(made, "drawer 2 front").width.steps()[0] == "285 = 1/2 of 570 left to share"


def test_a_bound_that_holds_is_named() -> None:
    opening = Opening(openings=(Opening(front="drawer", size=Member(most=150)), Opening(front="drawer")))
    front = part(a_made_unit("drawers", opening=opening), "drawer 1 front")
    assert front.width.explained() == "150 = 150 bound of the divide rule"


def test_grain_runs_up_doors_and_across_drawer_fronts() -> None:
    door = part(a_made_unit("base", finishes={"front": "oak"}), "door")
    drawer = part(a_made_unit("drawers", finishes={"front": "oak"}), "drawer 2 front")
    upright = part(a_made_unit("drawers", finishes={"front": "oak"}, rules={"drawer_front_grain": "upright"}), "drawer 2 front")
    assert (abs(door.frame.x.z), abs(drawer.frame.x.x), abs(upright.frame.x.z)) == (1, 1, 1)
    assert door.grain == "length"


@pytest.mark.parametrize(
    ("kind", "values", "words"),
    [
        ("base", {"width": 36}, "no room between the gables: 0 mm = 36 mm width − 2 × 18 mm gable"),
        ("drawers", {"depth": 240}, "No drawer slide fits"),
        ("drawers", {"width": 80}, "Drawer 1"),
        ("drawers", {"opening": Opening(openings=(Opening(front="drawer"),) * 12)}, "too low|finds no groove"),
        ("drawers", {"opening": Opening(openings=(Opening(front="drawer", size=Member.fixed(900)), Opening(front="drawer")))}, "more than there is"),
        ("drawers", {"opening": Opening(front="drawer", shelves=2)}, "takes no shelves"),
        ("base", {"rules": {"groove_depth": 18}}, "cut through"),
        ("base", {"rules": {"stretcher_width": 300}}, "stretchers"),
        ("sink", {"rules": {"stretcher_width": 710}}, "no room between bottom and top"),
        ("wall", {"depth": 20}, "no room before the back"),
        ("wall", {"height": 60, "opening": Opening(shelves=5)}, "5 shelves do not fit"),
        ("wall", {"rules": {"board_thickness": 5, "groove_depth": 3}, "finishes": {"front": "slate-front"}, "door_style": "narrowboat-frame"}, ""),
    ],
)  # fmt: skip
def test_what_cannot_be_built_says_why_and_has_no_parts(kind: str, values: dict, words: str) -> None:
    made = a_made_unit(kind, **values)
    if words:
        assert made.parts == ()
        assert __import__("re").search(words, told(made.problem)), made.problem
    else:
        assert not made.problem


def test_a_panel_thicker_than_its_frame_is_refused() -> None:
    style = CATALOG.door_styles["sluice-frame"].but(panel=25)
    catalog = replace(CATALOG, door_styles={**CATALOG.door_styles, "sluice-frame": style})
    assert "does not fit into a frame" in make_unit(catalog, Standard(door_style="sluice-frame"), a_unit("base")).problem
