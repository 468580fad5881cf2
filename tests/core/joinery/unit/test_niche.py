"""Niches of appliances, cut-outs in backs, wall angles: by hand."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from makers import CATALOG, ROOM, WALL, a_made_unit, a_room, a_wall_of, made
from tallplank.core.check.finding import findings
from tallplank.core.edit.appliance import fit_appliances
from tallplank.core.edit.check import EditError
from tallplank.core.edit.construction import set_job_construction
from tallplank.core.edit.opening import set_opening, set_opening_size
from tallplank.core.edit.survey.room import change_room
from tallplank.core.edit.unit import Spot, place_unit
from tallplank.core.job.job import Display
from tallplank.core.job.standard import Standard
from tallplank.core.joinery.made import MadeUnit
from tallplank.core.measure.display import LengthStyle

DISPLAY = Display()


def niche_of(unit: MadeUnit) -> tuple[float, float]:
    """From the top of the board below the oven to the underside of the one above, as the boards stand."""
    assert unit.layout is not None
    cell = next(c for c in unit.layout.leaves if c.opening.inside == "appliance")
    edges = [z for p in unit.parts if p.kind in ("fixed-shelf", "floor", "frame") for z in (p.box[0].z, p.box[1].z)]
    return max(z for z in edges if z <= cell.z.way_at + 1e-6), min(z for z in edges if z >= cell.z.way_end - 1e-6)


@given(st.sampled_from(list(CATALOG.constructions)), st.floats(1700, 2400), st.floats(560, 700))
def test_595_clear_is_595_clear_in_every_construction(construction: str, height: float, width: float) -> None:
    unit = a_made_unit("oven-housing", Standard(construction=construction), height=height, width=width)
    assert not unit.problem
    low, high = niche_of(unit)
    assert high - low == pytest.approx(595.0)
    oven = next(p for p in unit.pieces if p.role == "appliance")
    assert oven.low.z == pytest.approx(low)
    assert sum(f.count.value for f in unit.fittings if f.item == "oven-60") == 1


def test_another_appliance_moves_the_boards() -> None:
    job = place_unit(a_room(), CATALOG, "oven-housing", Spot(ROOM, WALL, 500.0)).job
    other = set_opening(job, CATALOG, ["u1"], (1,), item="oven-30in")
    low, high = niche_of(made(other).units[0])
    assert high - low == pytest.approx(704.85)
    with pytest.raises(EditError, match="as high as Oven 30 in"):
        set_opening_size(other, CATALOG, ["u1"], (1,), 500.0)
    own = set_opening_size(set_opening(job, CATALOG, ["u1"], (1,), item=None), CATALOG, ["u1"], (1,), 500.0)
    assert not made(own).units[0].problem


def test_a_niche_that_lacks_something_is_told() -> None:
    narrow = a_made_unit("oven-housing", width=580.0)
    assert {n.code for n in narrow.notes} == {"niche"}
    assert [DISPLAY.told(n.text).split(" is ")[0].split(" needs ")[0] for n in narrow.notes] == [
        "Oven 60, Hearthside",
        "The door of Oven 60, Hearthside",
    ]
    wide = a_made_unit("oven-housing", width=700.0)
    assert [n.code for n in wide.notes] == ["niche"]
    shallow = a_made_unit("oven-housing", depth=520.0)
    assert [n.code for n in shallow.notes] == ["niche"]
    assert a_made_unit("oven-housing").notes == ()


@pytest.mark.parametrize("construction", list(CATALOG.constructions))
def test_a_new_housing_is_as_wide_and_deep_as_its_appliance_asks_for(construction: str) -> None:
    """By hand: a frameless housing gives 600 - 2 x 18 = 564, of 560 to 568; stiles of 38 leave 560 in a unit of 636."""
    job = set_job_construction(a_room(), CATALOG, construction)
    unit = made(place_unit(job, CATALOG, "oven-housing", Spot(ROOM, WALL, 500.0)).job).units[0]
    assert unit.notes == ()
    assert unit.layout is not None
    cell = next(c for c in unit.layout.leaves if c.opening.inside == "appliance")
    assert 560.0 - 1e-6 <= cell.x.way.value <= 568.0 + 1e-6
    assert unit.unit.width == {"frameless": 600.0, "face-frame": 636.0}.get(construction, unit.unit.width)


def test_units_follow_the_appliance_that_is_chosen_for_them() -> None:
    """By hand: the 30 in oven needs 723.9 clear, 759.9 outside, and 577.85 before a back of 8 that is set in by 18: 603.85 deep."""
    job = place_unit(a_room(), CATALOG, "oven-housing", Spot(ROOM, WALL, 500.0)).job
    other = set_opening(job, CATALOG, ["u1"], (1,), item="oven-30in")
    unit = other.units[0]
    assert (unit.width, unit.depth) == pytest.approx((759.9, 603.85))
    assert made(other).units[0].notes == ()
    given = place_unit(a_room(), CATALOG, "oven-housing", Spot(ROOM, WALL, 500.0), width=700.0).job
    assert given.units[0].width == 700.0


@given(st.sampled_from(list(CATALOG.constructions)), st.floats(450, 900), st.floats(450, 700))
def test_one_click_fits_a_unit_to_its_appliance(construction: str, width: float, depth: float) -> None:
    job = set_job_construction(a_room(), CATALOG, construction)
    job = place_unit(job, CATALOG, "oven-housing", Spot(ROOM, WALL, 500.0), width=width, depth=depth).job
    found = [f for f in findings(made(job)) if f.code == "niche"]
    for finding in found[:1]:
        assert finding.fix is not None
        assert made(finding.fix.edit(job)).units[0].notes == ()
    if not found:
        assert fit_appliances(job, CATALOG, ["u1"]) is job


def test_an_oven_shows_its_door_between_the_fronts_and_opens_downward() -> None:
    """By hand: the niche of 595 leaves 595 + 18 - 3 = 610 between the fronts; a door of 595 stands in the middle of it, 20 before the boards."""
    unit = a_made_unit("oven-housing")
    body, door, window, handle = [p for p in unit.pieces if p.role == "appliance"]
    assert door.low.x < window.low.x < window.high.x < door.high.x
    assert unit.layout is not None
    cell = next(c for c in unit.layout.leaves if c.opening.inside == "appliance")
    assert cell.z.front.value == pytest.approx(610.0)
    assert door.low.z - cell.z.front_at == pytest.approx(7.5)
    assert (door.high.z - door.low.z, door.high.x - door.low.x, door.high.y - door.low.y) == pytest.approx((595.0, 594.0, 20.0))
    assert handle.low.y == pytest.approx(door.low.y - 45.0)
    assert (body.motion, door.motion == handle.motion) == (None, True)
    tight = place_unit(a_room(), CATALOG, "oven-housing", Spot(ROOM, WALL, 500.0)).job
    tight = change_room(tight, ROOM, depth=560.0 + 2.0 + 20.0 + 500.0)
    assert any("the door of Oven 60, Hearthside opens only" in f.text for f in findings(made(tight)))


@pytest.mark.parametrize("construction", list(CATALOG.constructions))
def test_a_hood_draws_through_the_board_below_it(construction: str) -> None:
    unit = a_made_unit("hood", Standard(construction=construction))
    bottom = next(p for p in unit.parts if p.kind == "floor")
    (cut,) = [p for p in bottom.pockets if p.what == "cutout"]
    assert (cut.high.x - cut.low.x, cut.high.y - cut.low.y, cut.high.z - cut.low.z) == pytest.approx((430.0, 200.0, bottom.size[2]))
    assert cut.low.x + cut.high.x == pytest.approx(bottom.size[0])
    narrow = a_made_unit("hood", Standard(construction=construction), width=560.0)
    assert any("in the board below it" in n.text for n in narrow.notes)


def test_backs_are_cut_out_for_hangers_and_air() -> None:
    """By hand: 720 high, gables, top and bottom of 18, a back let in by 10: its notches reach 62 and 70 into the clear corners."""
    back = next(p for p in a_made_unit("wall").parts if p.kind == "back")
    notches = [p for p in back.pockets if p.what == "notch"]
    assert len(notches) == 2
    for notch in notches:
        corners = [back.frame.out(c) for c in (notch.low, notch.high)]
        xs, zs = sorted(c.x for c in corners), sorted(c.z for c in corners)
        assert zs[0] == pytest.approx(720 - 18 - 70)
        assert xs[1] == pytest.approx(18 + 62) or xs[0] == pytest.approx(600 - 18 - 62)
        assert (notch.low.z, notch.high.z) == (0.0, 8.0)
    behind = next(p for p in a_made_unit("oven-housing").parts if p.kind == "back")
    (cutout,) = [p for p in behind.pockets if p.what == "cutout"]
    assert cutout.high.y - cutout.low.y == pytest.approx(460)
    assert cutout.high.x - cutout.low.x == pytest.approx(80)
    assert not [p for p in next(p for p in a_made_unit("base").parts if p.kind == "back").pockets]


def test_tall_units_are_held_at_the_wall() -> None:
    tall = a_made_unit("tall")
    assert [f.count.value for f in tall.fittings if f.role == "anchor"] == [2]
    top = next(p for p in tall.parts if p.name == "top")
    assert len([h for h in top.holes if h.what == "anchor"]) == 4
    assert not [f for f in a_made_unit("base").fittings if f.role == "anchor"]


def test_inch_kitchens_get_inch_ovens() -> None:
    job = a_wall_of()
    job = job.replaced(display=job.display.but(style=LengthStyle.INCH_FRACTION))
    unit = place_unit(job, CATALOG, "oven-housing", Spot(ROOM, WALL, 500.0)).job.units[0]
    assert {cell.item for cell in unit.opening.cells if cell.inside == "appliance"} == {"oven-30in"}


@pytest.mark.parametrize("construction", ["frameless", "frameless-inset", "face-frame"])
def test_fronts_that_stay_shut_are_fixed_from_behind_and_nothing_comes_out(construction: str) -> None:
    for kind, name in (("blind-corner", "blind front"), ("hood", "false front")):
        unit = a_made_unit(kind, Standard(construction=construction))
        fixed = [f for f in unit.fittings if f.where == name]
        assert sum(f.count.value for f in fixed) == 4
        for part in unit.parts:
            for hole in part.holes:
                if hole.what == "bracket" and part.kind == "front":
                    assert hole.depth <= part.thickness.value - 2
