"""Prices: single facts by hand, and that the lines add up."""

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from makers import CATALOG, a_wall_of, made
from tallplank.core.edit.standard import change_rates
from tallplank.core.edit.unit import set_rule, set_width
from tallplank.core.money.labour import Labour, unit_counts
from tallplank.core.money.price import PriceMaker, board_price_m2, price
from tallplank.demo import demo_job

kinds = st.lists(st.sampled_from(sorted(CATALOG.kinds)), min_size=1, max_size=5)
shares = st.floats(0, 0.6)


@settings(max_examples=25)
@given(kinds, shares, shares, shares, shares)
def test_lines_add_up_to_the_total(names: list[str], waste: float, overhead: float, margin: float, tax: float) -> None:
    job = change_rates(a_wall_of(*names), waste=waste, overhead=overhead, margin=margin, tax=tax)
    found = price(made(job))
    assert found.net == sum(line.price for line in found.lines)
    assert found.cost.total == sum(line.cost.total for line in found.lines)
    assert found.cost.total + found.overhead + found.margin == found.net
    assert found.total == found.net + found.tax
    assert found.net == pytest.approx(found.cost.total * (1 + overhead) / (1 - margin), abs=len(found.lines))


def test_a_filler_by_hand() -> None:
    """Strip 716 × 48.5 of MDF 19 (half a reveal off, 2.5 under the worktop), cut 10 wider for scribing; cleat 720 × 80 of chipboard 18.

    Both 15 % waste; strip sprayed on two faces; four screws of 0.03, 620 / 250 apart.

    Two parts at 3, a cleat at 4, a front set at 8, one piece sprayed at 4 and 28 a face: all from the table of labour."""
    line = price(made(a_wall_of("filler"))).lines[0]
    strip, cleat, coated = 0.716 * 0.0585, 0.72 * 0.08, 2 * 0.716 * 0.0485
    assert line.cost.boards == round(100 * 1.15 * (strip * 14.1 + cleat * 9.1))
    assert line.cost.coats == round(100 * coated * 21.5)
    assert line.cost.fittings == 12
    minutes = 2 * 3 + 4 + 8 + coated * 28 + 4 + 4 * 0.4
    assert line.cost.labour == round(100 * minutes / 60 * 46)
    assert line.price == round(line.cost.total * 1.08 / 0.72)


def test_bands_are_paid_by_the_metre_with_their_allowance() -> None:
    line = price(made(a_wall_of("open-shelf"))).lines[0]
    gables, boards, shelves = 2 * (720 + 50 + 2 * (300 + 50)), 2 * (364 + 50), 2 * (362 + 50)
    assert line.cost.bands == round(100 * 0.34 * (gables + boards + shelves) / 1000)


def test_a_thickness_that_is_not_sold_costs_what_the_nearest_does() -> None:
    assert board_price_m2(CATALOG, "mfc-chalk", 17.5) == 9.1
    assert board_price_m2(CATALOG, "mfc-chalk", 40) == 13.6


def test_kept_lines_agree_with_new_ones() -> None:
    maker, job = PriceMaker(), a_wall_of("base", "drawers", "tall")
    for edit in (
        lambda j: j,
        lambda j: set_width(j, CATALOG, ["u2"], 800),
        lambda j: set_rule(j, CATALOG, ["u1"], "kick_height", 120),
        lambda j: change_rates(j, waste=0.3),
        lambda j: j.replaced(units=j.units[1:]),
    ):
        job = edit(job)
        assert maker.price(made(job)) == price(made(job))


def test_the_hours_of_a_box_by_hand() -> None:
    """Open shelves 400 wide, 6 boards and a back: counted on its drawing, with the minutes of the table.

    Two gables of three banded edges, bottom, top and two shelves of one: 10 edges; the back has none.
    """
    made_unit = made(a_wall_of("open-shelf")).units[0]
    counts = unit_counts(made_unit)
    holes = sum(len(p.holes) for p in made_unit.parts)
    assert (counts["part"], counts["band_edge"], counts["unit"], counts["boxed_board"]) == (7, 10, 1, 5)
    assert counts["band_metre"] == pytest.approx((2 * (720 + 2 * 300) + 2 * 364 + 2 * 362) / 1000)
    assert counts["pocket"] == 4, "a groove in each board around the back"
    cams, dowels = counts["fixing"] / 2, counts["fixing"] / 2
    assert cams == dowels
    labour = Labour.of(CATALOG.operations)
    minutes = 7 * 3 + counts["band_metre"] * 1.2 + 10 * 0.5 + counts["bored_part"] * 1 + holes * 0.12 + 4 * 1.5
    minutes += counts["fixing"] * 0.4 + 5 * 4 + 22
    assert labour.hours(counts) == pytest.approx(minutes / 60)
    assert sum(labour.by_department(counts).values()) == pytest.approx(minutes / 60)


def test_a_galley_kitchen_takes_the_hours_that_a_maker_reckons() -> None:
    """Common practice, a maker's judgement: a painted framed kitchen of 4 m with 13 units takes 60 to 70 hours in the shop."""
    found = price(made(demo_job(CATALOG)))
    assert 60 <= sum(found.hours.values()) <= 70
    assert all(o.basis.startswith("common practice") for o in CATALOG.operations.values())
