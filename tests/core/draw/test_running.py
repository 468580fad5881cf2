"""Running dimensions: figures keep apart, in order, as near to their places as can be."""

from itertools import pairwise

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tallplank.core.draw.dimension import FIGURE_WIDTH, set_out
from tallplank.core.draw.primitive import Chain, DrawingSide, Running
from tallplank.core.draw.running import ROW, shown_places, spread
from tallplank.core.job.measure import OfUnit

H = 10.0
places = st.lists(st.floats(0, 1000), min_size=1, max_size=30).map(sorted)


@given(places, st.floats(1, 60))
def test_neighbours_are_a_pitch_apart_and_in_order(found: list[float], pitch: float) -> None:
    out = spread(found, pitch)
    assert all(b - a >= pitch - 1e-6 for a, b in pairwise(out))
    assert sum(out) == pytest.approx(sum(found), abs=1e-3), "none is favoured: what some move up others move down"


@given(places, st.floats(1, 60))
def test_places_that_stand_apart_stay_where_they_are(found: list[float], pitch: float) -> None:
    out = spread(found, pitch)
    assert spread(out, pitch * 0.999) == pytest.approx(out)


@given(places, st.floats(1, 30))
def test_within_its_side_no_figure_passes_the_ends(found: list[float], pitch: float) -> None:
    out = spread(found, pitch, (0.0, 1000.0))
    assert all(b - a >= pitch - 1e-6 for a, b in pairwise(out))
    assert out[0] >= -1e-6
    assert out[-1] <= 1000 + 1e-6


def test_two_at_one_place_part_to_both_sides() -> None:
    assert spread([100, 100, 300], 12) == (94, 106, 300)


def test_figures_tell_the_distance_from_the_edge() -> None:
    texts = set_out([Running(DrawingSide.of("below", 0.0), 0.0, (9, 37, 720))], H, lambda v: f"{v:g}").texts
    assert [(t.text, t.angle) for t in texts] == [("9", 90), ("37", 90), ("720", 90)]
    texts = set_out([Running(DrawingSide.of("above", 500.0), -16.0, (-25, -16))], H, lambda v: f"{v:g}").texts
    assert [(t.text, t.value, t.centre[1] > 500) for t in texts] == [("9", 9, True), ("0", 0, True)]


def test_every_line_begins_at_its_place_and_ends_at_its_figure() -> None:
    out = set_out([Running(DrawingSide.of("left", 0.0), 0.0, (50, 52))], H, lambda v: f"{v:g}")
    assert len(out.lines) == 2 * 3
    for text, start, end in zip(out.texts, out.lines[::3], out.lines[2::3], strict=True):
        assert start[0][1] == text.span[1]
        assert end[1][1] == pytest.approx(text.centre[1])
        assert end[1][0] > text.box[2], "the line does not run into the figure"


def test_the_chain_outside_stands_clear_of_the_longest_figure() -> None:
    running, chain = (
        Running(DrawingSide.of("below", 0.0), 0.0, (1234.5,)),
        Chain(DrawingSide.of("below", 0.0), (0.0, 2000.0), (OfUnit("u1", "width"),)),
    )
    figure, whole = set_out([running, chain], H, lambda v: f"{v:g}").texts
    assert figure.half_along == 6 * FIGURE_WIDTH * H / 2
    assert whole.box[3] < figure.box[1]


def test_even_rows_keep_their_ends_where_room_is_short() -> None:
    row = tuple(100 + 32.0 * i for i in range(10))
    running = Running(DrawingSide.of("below", 0.0), 0.0, (9, *row, 700))
    assert shown_places(running, 10, all_of_them=False) == running.places
    pressed = shown_places(running, 120, all_of_them=False)
    assert set(pressed) <= {9, row[0], row[-1], 700}
    assert pressed[-1] == 700
    assert shown_places(running, 120, all_of_them=True) == running.places


@given(places, st.floats(5, 200))
def test_what_is_shown_has_room(found: list[float], height: float) -> None:
    running = Running(DrawingSide.of("below", 0.0), 0.0, tuple(found))
    shown = shown_places(running, height, all_of_them=False)
    assert set(shown) <= set(found)
    assert len(shown) <= max(0.95 * found[-1] / (ROW * height), 2) + 2
