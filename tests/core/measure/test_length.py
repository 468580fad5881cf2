"""Lengths as people type them."""

import contextlib

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tallplank.core.error import PlankError
from tallplank.core.measure.display import DENOMINATORS, LengthStyle, format_length
from tallplank.core.measure.length import LengthError, LengthUnit, parse_length


@pytest.mark.parametrize(
    ("text", "mm"),
    [
        ("600", 600), ("60 cm", 600), ("2.4 m", 2400), ("2,4 m", 2400), ('23 5/8"', 600.075), ("23-5/8 in", 600.075),
        ("2' 3 1/2\"", 698.5), ("2' 3", 685.8), ("5 ft", 1524), ("(101.25 in - 6*3 in)/5", 422.91), ("600/2", 300),
        ("1 m - 5 cm + 3", 953), ("-(20)", -20), ("½″", 12.7), ("3 × 200", 600), ("1 m / 4", 250), ("600 * (1 m / 2 m)", 300),
        ("5/8 in", 15.875), ("100 in/4", 635), (" 12  ", 12), ("0.5 in + .5", 13.2), ("600 5/8", 600.625),
        ("12'-3 5/8\"", 3749.675), ("3'-6\"", 1066.8), ("0'-6\"", 152.4), ("12'-3-5/8\"", 3749.675), ("12' 3-5/8", 3749.675), ("12ft-3in", 3733.8),
        ("-3'-6\"", -1066.8), ("(12') - 3\"", 3581.4), ("12'-300", 3357.6), ("12' - 14\"", 3302), ("12'-3'", 2743.2), ("2*3'-6\"", 2133.6),
        ("0,375 m", 375), ("12'-6\"-3/4\"", 3790.95),
    ],
)  # fmt: skip
def test_reads(text: str, mm: float) -> None:
    assert parse_length(text) == pytest.approx(mm, abs=1e-9)


@pytest.mark.parametrize(("text", "inches"), [("23-5/8", 23.625), ("23 5/8", 23.625), ("24", 24), ("24-3", 21), ("8-3/1", 5)])
def test_bare_numbers_count_in_the_given_unit(text: str, inches: float) -> None:
    assert parse_length(text, LengthUnit.INCH) == pytest.approx(inches * 25.4)


@pytest.mark.parametrize(
    "text",
    ["", "  ", "abc", "12' - 3\"", "12'- 3", "5' -3\"", "5'-12\"", "3.5'-6\"", "3,642", "12,345 mm", "2 in * 3 in", "600 mm 3", "(600", "600)", "1/0", "5/0 in", "1 m/2 m", "600..", "6 / 2 mm", "1 m/2 m + 3", "1e9",
     "+", "99999999999", "1" * 400, "(" * 150 + "1", "=1+1", "12 parsecs", "3 m m"],
)  # fmt: skip
def test_refuses_with_a_reason(text: str) -> None:
    with pytest.raises(LengthError) as caught:
        parse_length(text)
    assert len(str(caught.value)) > 10


@given(st.text(max_size=40))
def test_never_fails_otherwise_than_with_a_length_error(text: str) -> None:
    with contextlib.suppress(PlankError):
        parse_length(text)


@given(st.floats(-20_000, 20_000), st.sampled_from(LengthStyle), st.sampled_from(DENOMINATORS), st.booleans())
def test_what_is_shown_can_be_typed_again(mm: float, style: LengthStyle, denominator: int, suffix: bool) -> None:
    text = format_length(mm, style, denominator=denominator, suffix=suffix)
    step = {LengthStyle.MM: 0.1, LengthStyle.CM: 0.1, LengthStyle.INCH_DECIMAL: 0.0254}.get(style, 25.4 / denominator)
    assert parse_length(text, style.unit) == pytest.approx(mm, abs=step / 2 + 1e-6)


@pytest.mark.parametrize(
    ("mm", "style", "text"),
    [
        (600, LengthStyle.MM, "600"), (600.04, LengthStyle.MM, "600"), (-0.01, LengthStyle.MM, "0"), (-12.5, LengthStyle.MM, "−12.5"),
        (600, LengthStyle.CM, "60"), (600, LengthStyle.INCH_DECIMAL, "23.622"), (600.075, LengthStyle.INCH_FRACTION, "23 5/8"),
        (25.4 * 11.99, LengthStyle.FEET_INCHES, "1' 0\""), (698.5, LengthStyle.FEET_INCHES, "2' 3 1/2\""), (12.7, LengthStyle.INCH_FRACTION, "1/2"),
        (0, LengthStyle.FEET_INCHES, '0"'), (-698.5, LengthStyle.FEET_INCHES, "−2' 3 1/2\""),
    ],
)  # fmt: skip
def test_shows(mm: float, style: LengthStyle, text: str) -> None:
    assert format_length(mm, style) == text


def test_a_suffix_names_the_unit() -> None:
    assert [format_length(254, s, suffix=True) for s in LengthStyle] == ["254 mm", "25.4 cm", "10 in", "10 in", '10"']


@given(
    st.integers(0, 400),
    st.integers(0, 11),
    st.integers(0, 63),
    st.sampled_from(["-", " ", "", "–"]),
    st.sampled_from(['"', "", " in", "″"]),
)
def test_feet_and_inches_are_the_same_length_however_they_are_joined(feet: int, whole: int, parts: int, hyphen: str, mark: str) -> None:
    text = f"{feet}'{hyphen}{whole} {parts}/64{mark}" if parts else f"{feet}'{hyphen}{whole}{mark}"
    for unit in (LengthUnit.MM, LengthUnit.INCH):
        assert parse_length(text, unit) == pytest.approx((feet * 12 + whole + parts / 64) * 25.4, abs=1e-9)


@given(st.integers(1, 400), st.integers(0, 11), st.sampled_from([" - ", "- ", " -"]))
def test_a_sign_that_could_join_or_take_away_is_refused_with_both_ways_to_write_it(feet: int, inches: int, sign: str) -> None:
    with pytest.raises(LengthError, match="could be two lengths") as caught:
        parse_length(f"{feet}'{sign}{inches}\"")
    joined, taken = str(caught.value).split(": write ")[1].removesuffix(" to take away.").split(" for feet and inches, or ")
    assert parse_length(joined) == pytest.approx((feet * 12 + inches) * 25.4)
    assert parse_length(taken) == pytest.approx((feet * 12 - inches) * 25.4)
