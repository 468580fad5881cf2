"""Niches of appliances, cut-outs in backs, wall angles: by hand."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from makers import CATALOG, ROOM, WALL, a_made_unit, a_room, a_wall_of, made
from tallplank.core.edit.check import EditError
from tallplank.core.edit.opening import set_opening, set_opening_size
from tallplank.core.edit.unit import Spot, place_unit
from tallplank.core.job.standard import Standard
from tallplank.core.joinery.made import MadeUnit
from tallplank.core.measure.display import LengthStyle


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
    assert [n.code for n in narrow.notes] == ["niche"]
    wide = a_made_unit("oven-housing", width=700.0)
    assert [n.code for n in wide.notes] == ["niche"]
    shallow = a_made_unit("oven-housing", depth=520.0)
    assert [n.code for n in shallow.notes] == ["niche"]
    assert a_made_unit("oven-housing").notes == ()


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
