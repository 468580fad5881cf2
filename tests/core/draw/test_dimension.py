"""Dimension chains: one fact a test, numbers visible. Text height 10, so a figure is 5.2 wide."""

import pytest

from tallplank.core.draw.dimension import FIGURE_WIDTH, PITCH, STAND_OFF, DimensionText, set_out
from tallplank.core.draw.primitive import Chain, DrawingSide
from tallplank.core.job.measure import GAP, OfUnit, can_be_typed

H = 10.0


def chain(*sizes: float, side: str = "below", base: float = 0.0) -> Chain:
    ticks = [0.0]
    for size in sizes:
        ticks.append(ticks[-1] + size)
    return Chain(DrawingSide.of(side, base), tuple(ticks), (GAP,) * len(sizes))  # type: ignore[arg-type]


def texts(*chains: Chain, lifts: int | None = None) -> tuple[DimensionText, ...]:
    return set_out(chains, H, lambda v: f"{v:g}", lifts).texts


def test_a_text_that_fits_stands_over_the_middle_of_its_space() -> None:
    (text,) = texts(chain(600))
    assert text.centre == (300, -STAND_OFF * H - 0.72 * H)
    assert text.half_along == 3 * FIGURE_WIDTH * H / 2


def test_a_text_that_does_not_fit_is_lifted_one_level() -> None:
    wide, narrow = texts(chain(600, 12))
    assert narrow.centre[1] == pytest.approx(wide.centre[1] - 1.25 * H)


def test_neighbours_that_do_not_fit_are_lifted_past_each_other() -> None:
    levels = {t.centre[1] for t in texts(chain(10.5, 10.5, 10.5))}
    assert len(levels) == 3


def test_beyond_the_most_lifts_a_text_is_left_out() -> None:
    assert len(texts(chain(10.5, 10.5, 10.5, 10.5), lifts=2)) == 3
    assert len(texts(chain(10.5, 10.5, 10.5, 10.5))) == 4


def test_the_second_chain_of_a_side_stands_clear_of_the_first() -> None:
    first, second = texts(chain(600), chain(600))
    assert first.centre[1] - second.centre[1] == pytest.approx(PITCH * H)


def test_lifted_texts_push_the_next_chain_out() -> None:
    plain, lifted = texts(chain(600), chain(600))[-1], texts(chain(600, 12), chain(612))[-1]
    assert lifted.centre[1] == pytest.approx(plain.centre[1] - 1.25 * H)


@pytest.mark.parametrize(
    ("side", "base", "sign", "upright"), [("below", 0, -1, False), ("above", 500, 1, False), ("left", 0, -1, True), ("right", 500, 1, True)]
)  # fmt: skip
def test_chains_stand_off_outwards(side: str, base: float, sign: int, upright: bool) -> None:
    (text,) = texts(chain(600, side=side, base=base))
    across = text.centre[0] if upright else text.centre[1]
    assert (across - base) * sign == pytest.approx(STAND_OFF * H + 0.72 * H)
    assert text.angle == (90 if upright else 0)


def test_every_tick_has_its_extension_line_and_its_stroke() -> None:
    out = set_out([chain(600, 300)], H, lambda v: f"{v:g}")
    assert len(out.ticks) == 3
    assert len(out.lines) == 1 + 3


def test_bounds_hold_all_lines_and_texts() -> None:
    out = set_out([chain(600, 12), chain(612)], H, lambda v: f"{v:g}")
    for text in out.texts:
        left, bottom, right, top = text.box
        assert out.low[0] <= left
        assert out.low[1] <= bottom
        assert out.high[0] >= right
        assert out.high[1] >= top


def test_nothing_to_measure_is_no_trouble() -> None:
    out = set_out([], H, str)
    assert (out.lines, out.texts, out.low, out.high) == ((), (), (0.0, 0.0), (0.0, 0.0))


def test_a_text_knows_what_it_measures() -> None:
    found = Chain(DrawingSide.of("below", 0.0), (0.0, 600.0, 700.0), (OfUnit("u1", "width"), GAP))
    first, second = texts(found)
    assert (first.measure, first.value, first.span) == (OfUnit("u1", "width"), 600, (0, 600))
    assert not can_be_typed(second.measure)


def test_chains_beside_each_other_share_a_row_and_those_above_each_other_do_not() -> None:
    side = DrawingSide.of("above", 0.0)
    far = DrawingSide("above", (2000.0, 0.0), side.way, side.out)
    near = DrawingSide("above", (300.0, 0.0), side.way, side.out)
    one, apart, crossing = (Chain(s, (0.0, 600.0), (GAP,)) for s in (side, far, near))
    levels = [round(t.centre[1], 6) for t in set_out([one, apart, crossing], H, lambda v: f"{v:g}").texts]
    assert levels[0] == levels[1] < levels[2]
