"""Prices: single facts by hand, and that the lines add up."""

from collections import Counter
from math import ceil

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from makers import CATALOG, ROOM, WALL, a_room, a_wall_of, made, the_demo
from tallplank.core.edit.construction import set_job_construction
from tallplank.core.edit.paneling.scheme import add_scheme
from tallplank.core.edit.standard import change_rates, set_job_hardware, set_job_style
from tallplank.core.edit.unit import Spot, place_unit, set_finish, set_rule, set_width
from tallplank.core.job.filling import Panel, Plain
from tallplank.core.job.job import Job
from tallplank.core.job.scheme import Region
from tallplank.core.money.entry import COST_KINDS, in_cents
from tallplank.core.money.labour import Labour, unit_counts
from tallplank.core.money.material import board_price_m2
from tallplank.core.money.price import PriceLine, PriceMaker, entries, price

kinds = st.lists(st.sampled_from(sorted(CATALOG.kinds)), min_size=1, max_size=5)
shares = st.floats(0, 0.6)


@settings(max_examples=25)
@given(kinds, shares, shares, shares, shares)
def test_lines_add_up_to_the_total(names: list[str], waste: float, overhead: float, margin: float, tax: float) -> None:
    job = change_rates(a_wall_of(*names), waste=waste, overhead=overhead, margin=margin, tax=tax)
    found = price(made(job))
    assert found.full == sum(line.price for line in found.lines)
    assert found.cost.total == sum(line.cost.total for line in found.lines)
    assert found.cost.total + found.overhead + found.margin == found.full
    assert found.net == found.full - found.discount
    assert found.total == found.net + found.tax
    assert found.full == pytest.approx(found.cost.own * (1 + overhead) / (1 - margin) + found.cost.bought * 1.12, abs=len(found.lines))
    for line in found.lines:
        terms = entries(made(job), line.owner)
        for kind, cents in line.cost.by_kind.items():
            assert cents == pytest.approx(100 * sum(e.amount for e in terms if e.kind == kind), abs=0.51)


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
    assert line.cost.machine == round(100 * 2 * 3 / 60 * 14), "two parts are cut"
    material = (1.15 * (strip * 14.1 + cleat * 9.1)) + coated * 21.5 + 0.12
    assert line.cost.sundries == round(100 * 0.03 * material)
    assert line.price == round(line.cost.total * 1.12 / 0.72)


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
    assert counts["boxed_m3"] == pytest.approx(0.4 * 0.72 * 0.3)
    assert counts["band_metre"] == pytest.approx((2 * (720 + 2 * 300) + 2 * 364 + 2 * 362) / 1000)
    assert counts["pocket"] == 6, "a groove in each board around the back, two corners of it cut out for the hangers"
    cams, dowels = counts["fixing"] / 2, counts["fixing"] / 2
    assert cams == dowels
    labour = Labour.of(CATALOG.operations)
    minutes = 7 * 3 + counts["band_metre"] * 1.2 + 10 * 0.5 + counts["bored_part"] * 1 + holes * 0.12 + 6 * 1.5
    minutes += counts["fixing"] * 0.4 + 5 * 4 + 0.0864 * 12 + 19
    assert labour.hours(counts) == pytest.approx(minutes / 60)
    assert sum(labour.by_department(counts).values()) == pytest.approx(minutes / 60)


GALLEY = (
    ("tall", 0.0, 600.0), ("drawers", 600.0, 600.0), ("base", 1200.0, 450.0), ("sink", 1650.0, 900.0), ("base", 2550.0, 450.0),
    ("drawers", 3600.0, 550.0), ("filler", 4150.0, 50.0), ("wall", 600.0, 450.0), ("wall", 1050.0, 450.0), ("open-shelf", 2700.0, 300.0),
    ("wall", 3000.0, 600.0), ("wall", 3600.0, 550.0), ("drawers", 3000.0, 600.0),
)  # fmt: skip
"""Kind, left edge and width."""


def test_a_galley_kitchen_takes_the_hours_that_a_maker_reckons() -> None:
    """Common practice, a maker's judgement: a painted framed kitchen of 4 m with 13 units takes 60 to 70 hours in the shop.

    The demo's, an L with an island, crown, light rail, a soffit rail, a sink and a hob, takes as much for each of its units, a quarter up or down.
    """

    def in_shop(job: Job) -> float:
        return sum(hours for department, hours in price(made(job)).hours.items() if department not in ("design", "installation"))

    def kitchen_of(job: Job) -> Job:
        return job.replaced(rooms=job.rooms[:1], units=tuple(u for u in job.units if u.room == ROOM))

    job = set_job_hardware(set_job_style(a_room(), CATALOG, "sluice-frame"), CATALOG, "pull", "pull-knob-32")
    for kind, x, width in GALLEY:
        job = place_unit(job, CATALOG, kind, Spot(ROOM, WALL, x), width=width).job
    assert len(job.units) == 13
    assert 60 <= in_shop(job) <= 70
    demo = kitchen_of(the_demo().job)
    assert 60 / 13 * 0.75 <= in_shop(demo) / len(demo.units) <= 70 / 13 * 1.25
    assert all(o.basis.startswith("common practice") for o in CATALOG.operations.values())


def line_of(job: Job, owner: str) -> PriceLine:
    return next(line for line in price(made(job)).lines if line.owner == owner)


def test_what_the_whole_job_takes_by_hand() -> None:
    """Two bases of 600 and a wall unit in one room, 1.2 m of worktop and of plinth.

    Survey 150 and talks 240 minutes, 15 to draw each unit; 150 to come and go, 10 to carry each in, 2 x 40 to set up, 50 to hang, 25 a metre
    of worktop and 11 of plinth, 4 for each of five sprayed fronts; one trip for
    1.25 x (2 x 0.6 x 0.72 x 0.56 + 0.6 x 0.72 x 0.32) = 0.78 cubic metres.
    """
    job = a_wall_of("base", "base", "wall")
    top, plinth = (
        sum(p.length.value for run in made(job).runs if run.what == what for p in run.parts) / 1000 for what in ("top", "plinth")
    )
    sprayed = sum(len(u.fronts) for u in made(job).units if u.choice.finish("front").coated_faces)
    assert line_of(job, "design").cost.labour == round(100 * (150 + 240 + 3 * 15) / 60 * 52)
    assert line_of(job, "installation").cost.labour == round(
        100 * (150 + 3 * 10 + 2 * 40 + 50 + 25 * top + 11 * plinth + 4 * sprayed) / 60 * 44
    )
    assert line_of(job, "delivery").cost.delivery == 12_000
    assert line_of(change_rates(job, van_m3=0.5), "delivery").cost.delivery == 24_000
    assert price(made(a_room())).total == 0


def test_a_paneled_wall_is_drawn_brought_and_set_up_by_hand() -> None:
    """A wall of 3 m by 2.5: backing in three boards, 3 m of baseboard, and three coats on 3 by 2.4 m, with no unit in the job.

    150 minutes to come and go, 6 a board, 8 a metre of molding, 6 a square metre of each coat: 150 + 18 + 24 + 129.6.
    """
    painted = Region(fill=Plain(paint="paint-heron", coats=3))
    job = add_scheme(a_room(3000.0), CATALOG, ROOM, WALL, backing=12.0, base="base-square-100", root=painted).job
    assert line_of(job, "installation").cost.labour == round(100 * (150 + 18 + 24 + 129.6) / 60 * 44)
    assert line_of(job, "design").cost.labour == round(100 * (150 + 240 + 15) / 60 * 52)
    assert line_of(job, "delivery").cost.delivery == 12_000
    (volume,) = (e.text for e in entries(made(job), "delivery"))
    assert volume.startswith(f"Trips for {1.25 * 3.0 * (2.5 * 0.012 + 0.1 * 0.016):.1f} m³")


def test_an_odd_paneled_wall_costs_what_it_takes_by_hand() -> None:
    """2489 wide: 917 less base 145, rail 45 and two boards of 73 leave 581; four panels of 531 between five stiles, molds 31 within.

    Molds 4 x 2 x (469 + 519) long; baseboard and rail as long as the wall. What lies on a wall is coated on its face alone.
    """
    panels = Region(split="across", stile=73.0, count=4, parts=(Region(fill=Panel(border=31.0, mold="mold-panel-25")),))
    values = {"high": 917.0, "backing": 12.0, "base": "base-ogee-145", "rail": "chair-cap-45"}
    job, (key,) = add_scheme(a_room(2489.0), CATALOG, ROOM, WALL, root=Region(split="up", stile=73.0, parts=(panels,)), **values)
    cost = line_of(job, f"panel-{ROOM}-{key}").cost
    backing, boards = 2.489 * 0.917, (2 * 2.489 + 5 * 0.581) * 0.073
    molds = 8 * (0.469 + 0.519)
    assert cost.boards == pytest.approx(100 * 1.15 * (backing * 9.9 + boards * 14.1), abs=1)
    assert cost.solid == pytest.approx(100 * 1.35 * (molds * 2.8 + 2.489 * (9.4 + 6.2)), abs=1)
    coated = backing + boards + molds * 0.025 + 2.489 * (0.145 + 0.045)
    assert cost.coats == pytest.approx(100 * coated * CATALOG.finishes["lock-gate"].coat_m2, abs=1)
    assert cost.labour == pytest.approx(100 * 46 / 60 * (28 * 3 + 28 * 4 + coated * 28), abs=2)


def test_the_terms_of_every_cost_add_up_to_it_to_the_cent() -> None:
    """Of every line and kind of the demo, and of a job that buys whole sheets; what is rounded off one term is in the next."""
    for job in (the_demo().job, change_rates(a_wall_of("base", "tall", "wall"), boards="sheets", bands="rolls", packs="whole")):
        whole = made(job)
        for line in price(whole).lines:
            terms = entries(whole, line.owner)
            cents = in_cents(terms)
            for kind, cost in line.cost.by_kind.items():
                assert sum(c for e, c in zip(terms, cents, strict=True) if e.kind == kind) == cost, (line.label, kind)
            assert all(abs(c - 100 * e.amount) <= 1.0 for e, c in zip(terms, cents, strict=True))


def test_what_holds_a_framed_front_together_is_charged_with_its_framing() -> None:
    """A base with a door of five pieces has as many grooves to cut as one with a plain door; eleven grooves for beads are cut for themselves."""
    plain, framed, beaded = (
        unit_counts(made(set_job_style(a_wall_of("base"), CATALOG, style)).units[0])
        for style in ("quayside-slab", "sluice-frame", "reedbed-beaded")
    )
    assert framed["pocket"] == plain["pocket"]
    assert beaded["pocket"] == plain["pocket"] + 11
    assert (plain["frame_front"], framed["frame_front"]) == (0, 1)


def test_whole_sheets_rolls_and_packs_cost_what_is_bought() -> None:
    """By hand: an open shelf unit takes 1.5 square metres of chipboard 18; a sheet of 2.8 x 2.07 costs 5.796 x 9.10."""
    job = change_rates(a_wall_of("open-shelf"), boards="sheets", bands="rolls", packs="whole")
    unit, stock = line_of(job, "u1"), line_of(job, "stock")
    sheets = 5.796 * 9.10 + 5.796 * 6.20
    assert unit.cost.boards + stock.cost.boards == pytest.approx(100 * sheets, abs=2)
    assert unit.cost.bands + stock.cost.bands == pytest.approx(100 * 50 * 0.34, abs=2)
    bought = sum(
        ceil(count / CATALOG.hardware[i].pack) * CATALOG.hardware[i].pack * CATALOG.hardware[i].price for i, count in counts_of(job).items()
    )
    assert unit.cost.fittings + stock.cost.fittings == pytest.approx(100 * bought, abs=2)


def counts_of(job: Job) -> Counter[str]:
    found: Counter[str] = Counter()
    for owner in (*made(job).units, *made(job).runs):
        for fitting in owner.fittings:
            found[fitting.item] += round(fitting.count.value)
    return found


def test_solid_wood_is_paid_by_its_volume() -> None:
    """By hand: a stile of an oak frame 38 x 19 and 720 long is 0.00052 cubic metres, times 1.35 for waste at 3400."""
    job = set_finish(set_job_construction(a_wall_of("base"), CATALOG, "face-frame"), CATALOG, ["u1"], "front", "oak-solid")
    stile = next(e for e in entries(made(job), "u1") if e.kind == "solid" and e.text == "frame stile left")
    part = next(p for p in made(job).units[0].parts if p.name == "frame stile left")
    assert stile.amount == pytest.approx(part.cut_length * part.cut_width * 19 / 1e9 * 1.35 * 3400)
    assert not [e for e in entries(made(job), "u1") if e.kind == "boards" and e.part is not None and "stile" in e.text]


def test_a_markup_and_a_discount_by_hand() -> None:
    job = change_rates(a_wall_of("base"), adds="markup", margin=0.4, discount=0.05)
    line = line_of(job, "u1")
    assert line.price == round(line.cost.total * 1.12 * 1.4)
    found = price(made(job))
    assert found.discount == round(0.05 * found.full)
    assert found.tax == round(0.2 * (found.full - found.discount))


def test_every_kind_of_cost_can_be_told() -> None:
    job = change_rates(the_demo().job, boards="sheets", packs="whole")
    whole = made(job)
    kinds = {e.kind for line in price(whole).lines for e in entries(whole, line.owner)}
    assert kinds >= set(COST_KINDS) - {"solid", "bought"}
    assert entries(whole, "nobody") == ()
