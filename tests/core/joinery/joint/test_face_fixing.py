"""Screws through faces: drawer fronts on their boxes, planted backs on the edges before them."""

from math import ceil, dist

import pytest
from hypothesis import assume, given

from makers import CATALOG, a_made_unit, a_wall_of
from makers import made as made_job
from strategies import standards, units
from tallplank.core.check.machining import faults
from tallplank.core.edit.construction import set_job_construction
from tallplank.core.job.opening import Opening
from tallplank.core.job.standard import Standard
from tallplank.core.job.unit import Unit
from tallplank.core.joinery.made import MadeUnit
from tallplank.core.joinery.part.part import Part
from tallplank.core.joinery.workshop import make_unit
from tallplank.core.shop.schedule import schedule


def screws(part: Part, pair: str) -> list[tuple[float, float, float]]:
    """Where the screws of one fixing are in the unit."""
    return sorted(part.frame.out(h.at) for h in part.holes if h.what == "screw" and h.pair.startswith(pair))


def named(made: MadeUnit, name: str) -> Part:
    return next(p for p in made.parts if p.name == name)


def test_a_drawer_front_is_held_by_four_screws_from_inside_its_box() -> None:
    """By hand: a box 15 thick and a front 19 take a screw of 30 mm: through the box, 15 deep into the front, where a driver reaches."""
    made = a_made_unit("drawers", Standard(door_style="quayside-slab"))
    box, front = named(made, "drawer 3 box front"), named(made, "drawer 3 front")
    low, high = box.box
    places = screws(box, "drawer 3 front")
    assert len(places) == 4
    for inner, outer in zip(places, screws(front, "drawer 3 front"), strict=True):
        assert inner == pytest.approx(outer)
        assert min(inner[0] - low.x, high.x - inner[0]) == pytest.approx(30), "clear of the sides, from within"
        assert inner[2] >= low.z + 12 + 8.3 + 12 - 1e-9, "clear of the bottom, which lies 12 up in a groove of 8.3"
        assert inner[1] == -2, "where the box meets the back of the front, 2 before the carcass"
    assert {(h.diameter, h.depth) for h in box.holes if h.pair.startswith("drawer 3 front")} == {(4, 15)}
    assert {(h.diameter, h.depth) for h in front.holes if h.pair.startswith("drawer 3 front")} == {(2.5, 15)}
    counted = [(f.item, f.count.value) for f in made.fittings if f.where == "front of drawer 3"]
    assert counted == [("screw-40-30", 4)]


def test_the_screws_of_a_pull_go_through_the_box_behind_its_front() -> None:
    """By hand: through a front of 19 and a box of 15 and 4 into the pull: 40 mm, the next one to be had, two to a bar."""
    made = a_made_unit("drawers", Standard(door_style="quayside-slab"))
    for number in (1, 2, 3):
        box, front = named(made, f"drawer {number} box front"), named(made, f"drawer {number} front")
        outer, inner = ([tuple(p.frame.out(h.at)) for h in p.holes if h.what == "pull"] for p in (front, box))
        assert len(outer) == len(inner) == 2
        assert {(p[0], p[2]) for p in outer} == {(p[0], p[2]) for p in inner}
    assert [(f.item, f.count.value) for f in made.fittings if f.role == "pull-screw"] == [("screw-pull-40", 6)]


def test_everything_that_is_screwed_takes_its_screws() -> None:
    """By hand: a base with two doors and a shelf, cams and dowels: see each count."""
    made = a_made_unit("base", width=800.0, rules={"joint": "cam-dowel"})
    counts = {(f.role, f.where): f.count.value for f in made.fittings}
    assert counts["fitting-screw", "hinges"] == 4 * 2, "two to a cup"
    assert counts["system-screw", "plates of hinges"] == 4 * 2
    assert counts["fitting-screw", "legs"] == 4 * 4
    assert counts["pull-screw", "pulls"] == 2 * 2
    assert next(f.item for f in made.fittings if f.role == "pull-screw") == "screw-pull-25", "19 and 4 into the pull"
    cams = sum(f.count.value for f in made.fittings if f.role == "cam")
    assert counts["cap", "cams"] == cams > 0
    dowels = sum(f.count.value for f in made.fittings if f.role == "dowel")
    assert counts["wood-glue", "dowels"] == dowels > 0


def test_slides_for_inch_work_come_in_inches() -> None:
    """24 in deep: an 18 in slide is the longest of those by 2 in that leaves 1/2 in; told and ordered in inches."""
    made = a_made_unit("drawers", Standard(construction="inch-frameless"), width=609.6, height=762.0, depth=609.6)
    (length,) = {f.length for f in made.fittings if f.role == "slide"}
    assert length / 25.4 == pytest.approx(round(length / 25.4))
    assert length / 25.4 == 22
    job = set_job_construction(a_wall_of("drawers", width=609.6, depth=609.6), CATALOG, "inch-frameless")
    row = next(r for r in schedule(made_job(job)) if r.item.role == "slide")
    assert row.name.endswith(", 22 in")
    assert row.code.endswith("-22in")


def test_the_bottom_of_a_drawer_has_play_in_its_groove() -> None:
    side = named(a_made_unit("drawers"), "drawer 1 side left")
    (groove,) = [p for p in side.pockets if p.what == "groove"]
    assert groove.high.y - groove.low.y == pytest.approx(8.0 + 0.3)


def test_a_worktop_is_screwed_to_its_units_and_sealed_along_the_wall() -> None:
    """By hand: two units of 600, four screws each; 1.2 m along the wall and 1.77 round the opening of the sink."""
    top = next(r for r in made_job(a_wall_of("base", "sink", width=600.0)).runs if r.what == "top")
    counts = {f.role: f.count.value for f in top.fittings}
    assert counts["top-screw"] == 8
    cut = next(p for part in top.parts for p in part.pockets if p.what == "cutout")
    around = sum(dist(a, b) for a, b in zip(cut.outline or (), (cut.outline or ())[1:] + (cut.outline or ())[:1], strict=True))
    assert counts["silicone"] == ceil((1200.0 + around) / 1000.0) == 3


@pytest.mark.parametrize("style", sorted(CATALOG.door_styles))
@pytest.mark.parametrize("construction", sorted(CATALOG.constructions))
def test_screws_into_framed_fronts_keep_to_stiles_and_rails(style: str, construction: str) -> None:
    made = a_made_unit("drawers", Standard(door_style=style, construction=construction))
    for number in (1, 2, 3):
        held = [p for p in made.parts if p.kind == "front" and screws(p, f"drawer {number} front.")]
        assert sum(len(screws(p, f"drawer {number} front.")) for p in held) >= 2
        assert not any("panel" in p.name for p in held)
    assert faults(made.parts) == ()


def test_a_planted_back_is_screwed_all_round() -> None:
    """By hand: 720 high, so 4 screws in each gable at most 250 apart; 564 wide between them, so 3 in the bottom and in the stretcher."""
    made = a_made_unit("base", rules={"back": "planted"})
    back = named(made, "back")
    places = screws(back, "back.")
    assert len(places) == 2 * 4 + 2 * 3
    assert {round(p[1], 6) for p in places} == {560 - 8}
    assert sorted({round(p[0], 6) for p in places if p[0] < 18}) == [9]
    assert len(screws(named(made, "gable left"), "back.")) == 4
    assert len(screws(named(made, "stretcher back"), "back.")) == 3
    assert [(f.item, f.count.value) for f in made.fittings if f.where == "planted back"] == [("screw-40-25", 14)]
    assert faults(made.parts) == ()


def test_backs_in_grooves_take_no_screws() -> None:
    assert not any(f.where == "planted back" for f in a_made_unit("base").fittings)


@given(units(), standards)
def test_every_drawer_front_is_held_or_a_note_says_that_it_is_not(unit: Unit, standard: Standard) -> None:
    made = make_unit(CATALOG, standard, unit)
    assume(not made.problem)
    told = sum(n.code == "no-screw" and n.text.startswith("The front") for n in made.notes)
    fronts = [f for f in made.fronts if f.kind == "drawer"]
    held = [f for f in made.fittings if f.where.startswith("front of drawer")]
    assert len(held) + told == len(fronts)
    assert all(2 <= f.count.value <= 4 for f in held)


def dowels(part: Part) -> list[tuple[float, float, float]]:
    return sorted(part.frame.out(h.at) for h in part.holes if h.what == "dowel" and h.pair.startswith("frame."))


def test_a_face_frame_is_dowelled_to_the_front_edges_of_its_box() -> None:
    """By hand: gables 18 thick behind stiles 19, so dowels stand 9 in from the outside, 12 deep in the stile and 20 in the gable."""
    made = a_made_unit("wall", Standard(construction="face-frame"))
    gable, stile = named(made, "gable left"), named(made, "frame stile left")
    places = dowels(gable)
    assert len(places) == 4, "720 high, from 50 to 670, none farther apart than 250"
    assert {(round(p[0], 6), round(p[1], 6)) for p in places} == {(9, 19)}
    assert all(min(dist(p, q) for q in dowels(stile)) < 0.01 for p in places), "both halves meet"
    assert {h.depth for h in gable.holes if h.pair.startswith("frame.")} == {20}
    assert {h.depth for h in stile.holes if h.pair.startswith("frame.")} == {12}
    counted = next(f.count.value for f in made.fittings if f.where == "face frame to the box")
    assert counted == sum(len(dowels(p)) for p in made.parts if p.kind == "frame")


def test_a_glued_face_frame_takes_no_dowels() -> None:
    made = a_made_unit("wall", Standard(construction="face-frame"), rules={"joint_frame_box": "none"})
    assert not any(dowels(p) for p in made.parts)
    assert not any(f.where == "face frame to the box" for f in made.fittings)


def test_a_front_has_the_number_of_its_box_whatever_else_pulls_out() -> None:
    """A tray behind a door comes first, so the drawer is the second; its front is the second too."""
    cells = (Opening(front="doors", inside="pullout", board=True), Opening(front="drawer"))
    made = a_made_unit("tall", opening=Opening(openings=cells))
    assert {p.name for p in made.parts} >= {"pull-out 1 box front", "drawer 2 box front", "drawer 2 front"}
    assert [f.where for f in made.fittings if f.where.startswith("front of")] == ["front of drawer 2"]
