"""Sizes as the shop cuts them, told alike everywhere."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tallplank.core.measure.cut import CutSizes
from tallplank.core.measure.display import LengthStyle
from tallplank.core.measure.length import parse_length

INCHES = (LengthStyle.INCH_DECIMAL, LengthStyle.INCH_FRACTION, LengthStyle.FEET_INCHES)


@pytest.mark.parametrize(
    ("diameter", "words"), [(5.0, "5 mm"), (35.0, "35 mm"), (6.35, "1/4"), (12.7, "1/2"), (8.0, "8 mm"), (3.175, "1/8"), (0.1, "0.1 mm")]
)
def test_a_bit_is_told_in_the_unit_it_is_sold_in(diameter: float, words: str) -> None:
    assert CutSizes(LengthStyle.INCH_FRACTION, 25.4 / 32).bit(diameter) == words


def test_a_bit_of_metric_work_is_told_in_millimetres() -> None:
    assert CutSizes(LengthStyle.MM, 0.1).bit(5.0) == "5"
    assert CutSizes(LengthStyle.CM, 0.1).bit(5.0) == "0.5"


@given(st.floats(0, 20_000), st.sampled_from(INCHES), st.sampled_from([25.4 / 8, 25.4 / 16, 25.4 / 32, 25.4 / 64, 0.1, 0.5]))
def test_what_is_told_in_inches_is_what_is_cut(length: float, style: LengthStyle, step: float) -> None:
    sizes = CutSizes(style, step)
    assert parse_length(sizes.shown(length), style.unit) == pytest.approx(sizes.inches(length) * 25.4, abs=0.0128)
    assert abs(sizes.inches(length) * 25.4 - length) <= 25.4 / sizes.parts / 2 + 1e-9


@given(st.floats(0, 20_000), st.sampled_from([0.1, 0.5, 1.0]))
def test_what_is_told_in_millimetres_is_what_is_cut(length: float, step: float) -> None:
    assert parse_length(CutSizes(LengthStyle.MM, step).shown(length)) == pytest.approx(CutSizes(LengthStyle.MM, step).mm(length), abs=1e-6)
