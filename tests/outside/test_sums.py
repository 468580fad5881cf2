"""The sums of the trade, and lengths, against sources that are not ours."""

from fractions import Fraction

import pint
import pytest
from hypothesis import given
from hypothesis import strategies as st

from makers import a_made_unit
from tallplank.core.measure.divide import divide, equal, slats
from tallplank.core.measure.length import parse_length

UNITS = pint.UnitRegistry()
NAMES = {"mm": "millimeter", "cm": "centimeter", "m": "meter", "in": "inch", "ft": "foot", '"': "inch", "'": "foot"}


@given(st.integers(0, 99_999), st.integers(0, 3), st.sampled_from(sorted(NAMES)))
def test_units_agree_with_a_unit_library(digits: int, places: int, unit: str) -> None:
    """Source: the unit definitions of Pint, after NIST SP 811."""
    number = digits / 10**places / (100 if unit in ("m", "ft", "'") else 1)
    expected = UNITS.Quantity(number, NAMES[unit]).to("millimeter").magnitude
    assert parse_length(f"{number:.6f} {unit}") == pytest.approx(expected, abs=1e-9, rel=1e-12)


@given(st.integers(0, 120), st.sampled_from((2, 4, 8, 16, 32, 64)), st.integers(1, 63))
def test_fractions_of_an_inch_are_exact(whole: int, lower: int, upper: int) -> None:
    """Source: 1 in = 25.4 mm exactly (NIST SP 811, appendix B)."""
    upper = upper % lower or 1
    exact = (whole + Fraction(upper, lower)) * Fraction(254, 10)
    for text in (f'{whole} {upper}/{lower}"', f"{whole}-{upper}/{lower} in"):
        assert parse_length(text) == pytest.approx(float(exact), abs=1e-9)


@pytest.mark.parametrize("text", ["(101.25 in - 6*3 in)/5", "2.4 m - 3*(1 ft + 2 cm)/4", "1 in * 3 - 10 mm / 4"])
def test_arithmetic_agrees_with_a_unit_library(text: str) -> None:
    """Source: Pint's own evaluation of the same expression."""
    expected = UNITS.parse_expression(text.replace(" in", " inch").replace(" ft", " foot")).to("millimeter").magnitude
    assert parse_length(text) == pytest.approx(expected)


def test_five_panels_between_six_stiles() -> None:
    """101 1/4 in, five panels, 3 in stiles: 16.65 in each. Common practice, no source."""
    sizes = divide(101.25, equal(5), separator=3, ends=(3, 3)).sizes
    assert sizes == pytest.approx([16.65] * 5)


@given(st.integers(2, 60), st.floats(5, 100), st.floats(5, 100))
def test_slats_fill_the_length_flush(count: int, width: float, gap: float) -> None:
    """n = floor((L + g) / (w + g)), g' = (L - n w) / (n - 1). Common practice, no source."""
    length = count * width + (count - 1) * gap
    n, between = slats(length, width, gap)
    assert n == count
    assert between == pytest.approx(gap)
    n, between = slats(length + 0.9 * (width + gap), width, gap)
    assert n == count
    assert n * width + (n - 1) * between == pytest.approx(length + 0.9 * (width + gap))


@pytest.mark.parametrize(
    ("length", "width", "gap", "count", "between"),
    [(1000, 20, 20, 25, 20.8333), (2400, 40, 15, 43, 16.1905), (600, 45, 10, 11, 10.5), (300, 300, 10, 1, 0.0), (96, 1.5, 0.75, 43, 0.75)],
)  # fmt: skip
def test_slats_as_set_out_with_a_pencil(length: float, width: float, gap: float, count: int, between: float) -> None:
    """Counted and divided by hand, to a ten-thousandth. Common practice, no source."""
    found, apart = slats(length, width, gap)
    assert found == count
    if count > 1:
        assert apart == pytest.approx(between, abs=1e-4)


def test_a_shelf_between_gables_makes_a_wider_unit() -> None:
    """A 24 in shelf between two 3/4 in gables makes a 25 1/2 in unit; its right gable starts at 24 3/4 in. Common practice."""
    made = a_made_unit("base", width=25.5 * 25.4, rules={"board_thickness": 0.75 * 25.4})
    bottom = next(p for p in made.parts if p.name == "bottom")
    right = next(p for p in made.parts if p.name == "gable right")
    assert bottom.length.value == pytest.approx(24 * 25.4)
    assert right.box[0].x == pytest.approx(24.75 * 25.4)


def test_side_mounted_slides_need_half_an_inch_each_side() -> None:
    """Drawer box = opening − 25.4 for side-mounted slides. Common practice, no source."""
    made = a_made_unit("drawers", width=600)
    box = [p.box for p in made.parts if p.name.startswith("drawer 1 side")]
    assert max(b[1].x for b in box) - min(b[0].x for b in box) == pytest.approx(600 - 2 * 18 - 25.4)
