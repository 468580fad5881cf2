"""Profiles of moldings as SVG: those that ship, and files that are none."""

from contextlib import suppress
from math import pi
from pathlib import Path

import pytest
from hypothesis import given
from hypothesis import strategies as st

from makers import CATALOG
from tallplank.core.catalog.hardware import Molding
from tallplank.core.catalog.profile import ProfileError, read_profile
from tallplank.core.space.outline import area, is_clockwise, is_simple

SVG = '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 100 100"><path d="{}"/></svg>'
SHIPPED = Path(__file__).parents[3] / "src/tallplank/core/catalog/data/profile"


def test_thirty_profiles_ship_and_each_is_used() -> None:
    moldings = [h for h in CATALOG.hardware.values() if isinstance(h, Molding)]
    assert {m.drawing for m in moldings} == {f.name for f in SHIPPED.glob("*.svg")}
    assert len({m.drawing for m in moldings}) >= 30
    for molding in moldings:
        assert is_simple(molding.outline)
        assert not is_clockwise(molding.outline)
        assert min(up for up, _ in molding.outline) == min(out for _, out in molding.outline) == 0.0
        assert f"{molding.rise:.0f}" in molding.name


def test_a_square_stands_up_and_out() -> None:
    ring = read_profile(SVG.format("M10 5 H30 V45 H10 Z"), "x.svg")
    assert set(ring) == {(0.0, 0.0), (0.0, 20.0), (40.0, 20.0), (40.0, 0.0)}


def test_curves_are_kept_to_a_tenth() -> None:
    """A quarter of a circle of 40, by hand its area is 400 pi; chords within 0.1 lose at most 0.1 of their length."""
    ring = read_profile(SVG.format("M0 0 H40 A40 40 0 0 1 0 40 Z"), "x.svg")
    assert area(ring) == pytest.approx(400 * pi, abs=0.1 * 20 * pi)


@pytest.mark.parametrize(
    ("text", "told"),
    [
        ("", "no SVG"),
        ("<svg>", "no SVG"),
        ("<svg/>", "there are 0"),
        (SVG.format("M0 0 H9 V9 Z").replace("</svg>", '<path d="M0 0"/></svg>'), "there are 2"),
        (SVG.format(""), "one closed outline"),
        (SVG.format("M0 0 H9 V9 Z M1 1 H2 V2 Z"), "one closed outline"),
        (SVG.format("M0 0 L40 40 L40 0 L0 40 Z"), "cross itself"),
        (SVG.format("M0 0 H900 V9 Z"), "wide and high"),
        (SVG.format("M0 0 H1 V1 Z"), "wide and high"),
        (SVG.format("M0 0 nonsense"), "cannot be read"),
        ('<!DOCTYPE svg [<!ENTITY a "aaaa">]>' + SVG.format("M0 0 H9 V9 Z"), "no document type"),
        ("x" * 300_000, "kB"),
    ],
)
def test_what_is_no_profile_is_refused_in_a_sentence(text: str, told: str) -> None:
    with pytest.raises(ProfileError, match=told):
        read_profile(text, "x.svg")


@given(st.text(max_size=200))
def test_any_text_is_a_profile_or_refused(text: str) -> None:
    for tried in (text, SVG.format(text)):
        with suppress(ProfileError):
            assert len(read_profile(tried, "x.svg")) >= 3


@pytest.mark.parametrize(
    "path",
    ["M0 0 C 1e14 0 0 1e14 10 10 Z", "M0 0 C 1e308 0 0 1 10 10 Z", "M0 0 L 1e999 0 L 3 3 Z", "M0 0 A 1e9 1 0 0 1 10 10 Z",
     "M0 0 " + "C 9 9 9 9 9 9 " * 9000 + "Z"],
)  # fmt: skip
def test_absurd_numbers_in_a_profile_are_refused_before_anything_is_drawn(path: str) -> None:
    with pytest.raises(ProfileError, match=r"larger than any profile|at most 400 corners"):
        read_profile(f'<svg xmlns="http://www.w3.org/2000/svg"><path d="{path}"/></svg>', "nose.svg")
