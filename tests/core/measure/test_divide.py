"""The divide rule."""

from itertools import pairwise

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st

from strategies import members
from tallplank.core.measure.divide import DivideError, Member, Remainder, divide, equal, slats


@given(st.floats(100, 6000), members, st.floats(0, 30), st.tuples(st.floats(0, 30), st.floats(0, 30)))
def test_the_sum_of_the_parts_is_the_whole(length: float, given_members: list[Member], separator: float, ends: tuple[float, float]) -> None:
    try:
        division = divide(length, given_members, separator=separator, ends=ends)
    except DivideError:
        assume(False)
    total = sum(division.sizes) + separator * (len(given_members) - 1) + sum(ends)
    assert total == pytest.approx(length, abs=1e-6)
    assert all(size >= 0 for size in division.sizes)
    assert division.starts[0] == ends[0]
    for (a, size), (b, _) in pairwise(zip(division.starts, division.sizes, strict=True)):
        assert b == pytest.approx(a + size + separator)


@given(st.floats(1000, 6000), st.integers(1, 9), st.sampled_from(Remainder), st.sampled_from((1.0, 5.0, 32.0)))
def test_a_step_keeps_the_sum_and_snaps_all_but_those_that_take_the_rest(length: float, count: int, where: Remainder, step: float) -> None:
    sizes = divide(length, equal(count), step=step, remainder=where).sizes
    assert sum(sizes) == pytest.approx(length)
    loose = [s for s in sizes if abs(s / step - round(s / step)) > 1e-6]
    assert len(loose) <= (2 if where is Remainder.BOTH else 1)


def test_bounds_hold_and_the_others_share_again() -> None:
    assert divide(700, [Member.fixed(140), Member(), Member(share=2, most=200)]).sizes == (140, 360, 200)
    assert divide(300, [Member(least=200), Member(), Member()]).sizes == (200, 50, 50)


@given(st.lists(st.tuples(st.floats(0.1, 4), st.floats(0, 200), st.floats(200, 900)), min_size=1, max_size=6), st.randoms())
def test_the_order_of_members_does_not_matter(bounds: list[tuple[float, float, float]], random) -> None:  # type: ignore[no-untyped-def]
    made = [Member(share=s, least=low, most=high) for s, low, high in bounds]
    length = sum((low + high) / 2 for _, low, high in bounds)
    sizes = divide(length, made).sizes
    order = list(range(len(made)))
    random.shuffle(order)
    again = divide(length, [made[i] for i in order]).sizes
    assert [again[order.index(i)] for i in range(len(made))] == pytest.approx(sizes, abs=1e-4)
    assert all(m.least - 1e-6 <= s <= (m.most or 0) + 1e-6 for m, s in zip(made, sizes, strict=True))


@pytest.mark.parametrize(
    "make",
    [
        lambda: divide(100, []),
        lambda: divide(100, [Member.fixed(120)]),
        lambda: divide(100, [Member.fixed(80)]),
        lambda: divide(100, [Member(least=60), Member(least=60)]),
        lambda: divide(100, [Member(most=40), Member(most=40)]),
        lambda: divide(100, [Member(least=50, most=40)]),
        lambda: divide(100, equal(3), separator=60),
        lambda: divide(100, equal(3), separator=-1),
        lambda: divide(float("nan"), equal(3)),
        lambda: divide(100, equal(2), step=0),
        lambda: divide(103, [Member(most=51.5), Member()], step=50, remainder=Remainder.FIRST),
        lambda: slats(100, 200, 10),
        lambda: slats(100, 0, 10),
    ],
)  # fmt: skip
def test_refuses_what_cannot_be_divided(make) -> None:  # type: ignore[no-untyped-def]
    with pytest.raises(DivideError):
        make()


def test_one_slat_has_no_gap() -> None:
    assert slats(25, 20, 20) == (1, 0.0)


def test_the_remainder_goes_where_it_is_told() -> None:
    def sizes(where: Remainder) -> tuple[float, ...]:
        return divide(108, equal(3), step=10, remainder=where).sizes

    assert sizes(Remainder.FIRST) == (48, 30, 30)
    assert sizes(Remainder.LAST) == (30, 30, 48)
    assert sizes(Remainder.BOTH) == (39, 30, 39)
    assert sizes(Remainder.SPREAD) == (40, 30, 38)
