"""The bench's numbers against what is published, against common practice, and against SciPy's integrals."""

from math import isclose

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.integrate import solve_bvp

from makers import CATALOG, a_made_unit, the_demo
from tallplank.core.check.strength import sag, shelf_sag
from tallplank.core.job.opening import Opening
from tallplank.core.job.standard import Standard
from tallplank.core.joinery.front.hinge import hinge_places
from tallplank.core.joinery.joint.system import on_row, row_holes, row_lines
from tallplank.core.joinery.rule.load import GRAVITY, design_kg, drawer_loads
from tallplank.core.joinery.rule.plate import plate_sag
from tallplank.core.measure.wood import movement

LB_PER_FT2 = 4.4482216152605 / 0.3048**2 / 1000
"""A pound-force per square foot in kN/m2; NIST SP 811, appendix B."""


@pytest.mark.parametrize("span", [400.0, 564.0, 900.0, 1164.0])
@pytest.mark.parametrize(("thickness", "modulus"), [(18.0, 2250.0), (25.0, 2250.0), (18.0, 12500.0)])
def test_the_sag_is_that_of_the_integrated_beam(span: float, thickness: float, modulus: float) -> None:
    """Source: Euler's beam E I y'''' = w, simply supported, integrated by scipy.integrate.solve_bvp."""
    depth, load = 520.0, 0.72
    w, stiffness = load / 1000 * depth, modulus * depth * thickness**3 / 12

    def slope(x: np.ndarray, y: np.ndarray) -> np.ndarray:
        return np.vstack([y[1], y[2], y[3], np.full_like(x, w / stiffness)])

    def ends(a: np.ndarray, b: np.ndarray) -> np.ndarray:
        return np.array([a[0], a[2], b[0], b[2]])

    x = np.linspace(0, span, 41)
    solved = solve_bvp(slope, ends, x, np.zeros((4, x.size)), tol=1e-8)
    assert solved.success
    assert abs(float(solved.sol(span / 2)[0])) == pytest.approx(sag(span, depth, thickness, modulus, load), rel=1e-5)


def test_the_design_load_is_that_of_kcma() -> None:
    """Source: ANSI/KCMA A161.1, shelves and drawer bottoms bear 15 lb/ft2; from memory."""
    rules = a_made_unit("base").choice.rules
    assert rules.shelf_load == pytest.approx(15 * LB_PER_FT2, rel=0.005)
    assert design_kg(a_made_unit("base").choice, 1e6) == pytest.approx(15 * 0.45359237 / 0.3048**2, rel=0.005)


@pytest.mark.parametrize(
    ("board", "low", "high"),
    [
        ("mfc-chalk", 1725.0, 2750.0),  # ANSI A208.1, grades M-1 to M-3i, N/mm2, from memory
        ("mdf-primed", 2160.0, 3450.0),  # ANSI A208.2, grades 130 to 155 and above, N/mm2, from memory
        ("oak-solid", 11_000.0, 13_500.0),  # FPL-GTR-282 table 5-3, red and white oak at 12 %, from memory
    ],
)
def test_boards_are_as_stiff_as_their_grades(board: str, low: float, high: float) -> None:
    modulus = CATALOG.boards[board].modulus
    assert modulus is not None
    assert low <= modulus <= high


def test_a_chipboard_shelf_of_800_sags_and_one_of_600_does_not() -> None:
    """Common practice, no source: 18 mm chipboard is good for shelves up to about 700 to 800."""
    for width, good in ((600.0, True), (1100.0, False)):
        unit = a_made_unit("base", width=width)
        shelf = next(p for p in unit.parts if p.name == "shelf")
        bend = shelf_sag(shelf, CATALOG, unit.choice.rules)
        assert bend is not None
        assert (bend <= shelf.length.value / unit.choice.rules.sag_limit) is good


@pytest.mark.parametrize(
    ("width", "change", "expected"), [(100.0, 4.0, 1.46), (300.0, -2.0, -2.19), (635.0, 10.0, 23.18), (90.0, 0.0, 0.0)]
)
def test_wood_moves_as_worked_out_by_hand(width: float, change: float, expected: float) -> None:
    """White oak, tangential, 0.00365 a per cent, by pencil to a hundredth. Source of the coefficient: FPL-GTR-282, chapter 13, from memory."""
    assert movement(width, 0.00365, change) == pytest.approx(expected, abs=0.005)


@given(st.floats(50, 900), st.floats(-8, 8))
def test_a_board_twice_as_wide_moves_twice_as_much(width: float, change: float) -> None:
    """Source: dimensional change is proportional to width and change of moisture, FPL-GTR-282, chapter 13."""
    assert isclose(movement(2 * width, 0.00365, change), 2 * movement(width, 0.00365, change), abs_tol=1e-9)
    assert movement(width, 0.00365, -change) == -movement(width, 0.00365, change)


def test_a_solid_panel_is_cut_for_its_movement() -> None:
    """The handbook's worked manner: 457 wide, 4 per cent, white oak flat-sawn: 457 x 0.00365 x 4 = 6.7 in all."""
    solid = a_made_unit("base", Standard(door_style="sluice-frame", finishes={"front": "oak-solid"}))
    veneer = a_made_unit("base", Standard(door_style="sluice-frame", finishes={"front": "oak"}))
    wide = [next(p.width.value for p in m.parts if p.name == "door panel") for m in (solid, veneer)]
    clear = 597 - 2 * 70
    assert wide[1] == pytest.approx(clear + 20 - 2)
    assert wide[0] == pytest.approx(clear + 20 - clear * 0.00365 * 4)


@pytest.mark.parametrize("kind", ["base", "wall", "tall", "open-shelf"])
def test_rows_of_holes_keep_the_32_mm_system(kind: str) -> None:
    """Common practice, no source: holes of 5 at a pitch of 32, the first row 37 from the front edge, 13 deep at most."""
    for part in a_made_unit(kind).parts:
        pins = [h for h in part.holes if h.what in ("pin", "plate")]
        if part.kind != "gable" or not pins:
            continue
        assert {h.diameter for h in pins} == {5}
        assert max(h.depth for h in pins) <= 13
        fronts = {round(h.at.y, 6) for h in pins}
        assert min(fronts) == 37
        assert len(fronts) == 2, "one row near the front, one near the back"
        along = [h.at.x if part.frame.x.z > 0 else part.length.value - h.at.x for h in pins]
        assert all((z - 64) / 32 == pytest.approx(round((z - 64) / 32), abs=1e-6) for z in along)


def test_a_shelf_lies_on_its_rows_alike_in_front_and_behind() -> None:
    rules = a_made_unit("base").choice.rules
    front, rear = row_lines(rules, 0.0, (10.0, 531.0))
    assert front == 37
    assert 531 - rear == front - 10
    assert row_holes(rules, 60.0, 200.0) == (64, 96, 128, 160, 192)
    assert [on_row(rules, z) for z in (0.0, 111.9, 112.1)] == [64, 96, 128]


@pytest.mark.parametrize(("height", "count"), [(700, 2), (900, 2), (901, 3), (1600, 3), (1601, 4), (2000, 4), (2001, 5)])
def test_hinges_by_the_height_of_the_door(height: float, count: int) -> None:
    """Common practice, no source: to 900 two, to 1600 three, to 2000 four, to 2400 five."""
    unit = a_made_unit("tall", height=height + 3, width=300, opening=Opening(front="doors"))
    assert sum(f.count.value for f in unit.fittings if f.role == "hinge") == count
    door = next(p for p in unit.parts if p.name == "door")
    cups = [h for h in door.holes if h.what == "cup"]
    assert len(cups) == count
    assert {(h.diameter, h.depth) for h in cups} == {(35, 12.5)}
    from_edge = {round(min(h.at.y, door.width.value - h.at.y), 3) for h in cups}
    assert all(21.5 <= e <= 22.5 for e in from_edge)
    ends = sorted(h.at.x for h in cups)
    assert 84 <= ends[0] <= 116
    assert 84 <= door.length.value - ends[-1] <= 116


def test_cups_and_plates_meet() -> None:
    """Each cup has its plate's two screws, 32 apart, at its own height in the gable."""
    unit = a_made_unit("tall")
    plates = sorted(round(p.frame.out(h.at).z, 3) for p in unit.parts if p.kind == "gable" for h in p.holes if h.what == "plate")
    cups = sorted(round(p.frame.out(h.at).z, 3) for p in unit.parts for h in p.holes if h.what == "cup")
    assert plates == sorted(z + off for z in cups for off in (-16, 16))


@given(st.floats(300, 2400), st.integers(2, 6))
def test_hinges_are_spread_over_the_door(height: float, count: int) -> None:
    places = hinge_places(a_made_unit("base").choice, 0.0, height, count, rows=False)
    assert len(places) == count
    assert places[0] == pytest.approx(height - places[-1])
    assert places[0] <= 100


def test_a_drawer_filled_weighs_what_the_bottom_bears() -> None:
    """By hand: a bottom of 481 x 519.6 at 0.72 kN/m2 bears 18.3 kg besides the box's own weight."""
    unit = a_made_unit("drawers")
    (first, *_) = drawer_loads(unit.choice, unit.parts)
    assert first.filled_kg - first.own_kg == pytest.approx(0.481 * 0.5196 * 720 / GRAVITY, rel=1e-3)
    assert 4 < first.own_kg < 9


def test_drawer_boxes_by_their_slides() -> None:
    """Common practice, no source: side slides take 12.7 a side; slides from below leave opening less 42 inside the box."""
    side = a_made_unit("drawers")
    under = a_made_unit("drawers", hardware={"slide": "slide-under-40"}, finishes={"drawer": "chalk-drawer"})
    inside = [next(p.length.value for p in m.parts if p.name == "drawer 1 box front") for m in (side, under)]
    assert inside == [pytest.approx(564 - 25.4 - 2 * 15), pytest.approx(564 - 42)]
    back = next(p for p in under.parts if p.name == "drawer 1 box back")
    assert sum(p.what == "notch" for p in back.pockets) == 2


def test_the_demo_is_sound() -> None:
    from tallplank.core.check.finding import findings

    assert findings(the_demo()) == ()


def test_a_board_that_is_loaded_for_years_goes_on_bending() -> None:
    """By pencil: 18 mm of particleboard, 600 long: 5 · 0.00072 · 600^4 / (384 · 2250 · 486) = 1.111; with k_def 2.25 on a fifth of it 1.611.

    Source of k_def: EN 1995-1-1, table 3.2, particleboard, service class 1, from memory.
    """
    assert sag(600.0, 500.0, 18.0, 2250.0, 0.72) == pytest.approx(1.111, abs=1e-3)
    assert sag(600.0, 500.0, 18.0, 2250.0, 0.72, lasting=0.2 * 2.25) == pytest.approx(1.611, abs=1e-3)
    assert {CATALOG.boards[b].creep for b in ("mfc-chalk", "mdf-primed")} == {2.25}


@pytest.mark.parametrize(("ratio", "share"), [(1.0, 0.00406), (1.2, 0.00564), (1.5, 0.00772), (2.0, 0.01013), (3.0, 0.01223)])
def test_the_sag_of_a_drawer_bottom_is_that_of_the_plate(ratio: float, share: float) -> None:
    """Source: S. Timoshenko, Theory of Plates and Shells, simply supported plates, w = share · q a^4 / D, from memory."""
    a, thickness, modulus, load = 480.0, 8.0, 2600.0, 0.72
    stiff = modulus * thickness**3 / (12 * (1 - 0.09))
    assert plate_sag((a, a * ratio), thickness, modulus, load) == pytest.approx(share * load / 1000 * a**4 / stiff, rel=0.002)
