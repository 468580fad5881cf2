"""Cost and price of a job: what its units and runs cost, what comes to the job as a whole, then overhead, margin, discount and tax.

Money is summed in whole cents, so that the lines of a paper add up to its totals.
Source: price = cost / (1 - margin) for a margin of the price, cost * (1 + markup) for a markup; common practice.
"""

from collections.abc import Iterator
from dataclasses import dataclass
from functools import cached_property
from typing import NamedTuple

from tallplank.core.catalog.operation import Department
from tallplank.core.job.job import Rates
from tallplank.core.joinery.made import Made, MadeUnit
from tallplank.core.joinery.part.part import PartRef, part_refs
from tallplank.core.joinery.run.run import Run
from tallplank.core.measure.memo import IdentityMemo, Mapped, Same
from tallplank.core.money.entry import Cost, Entry, added, amounts_of, cost_of
from tallplank.core.money.labour import Counts, run_counts, unit_counts
from tallplank.core.money.material import Tables, amounts_for, entries_of, labour_amounts, labour_entries
from tallplank.core.money.site import (
    Load,
    Loads,
    RunLoad,
    RunLoads,
    delivery_entries,
    design_counts,
    install_counts,
    load_of,
    stock_entries,
    stretch_of,
)

Hours = tuple[tuple[Department, float], ...]
SITE = {"design": "Design and survey", "delivery": "Delivery", "installation": "Installation", "stock": "Left of sheets, rolls, packs"}
"""What comes to the job as a whole: the owner of its line, and its label."""


@dataclass(frozen=True, slots=True)
class PriceLine:
    """One unit, worktop or plinth, or one thing that the whole job takes, with its cost and its price before discount and tax, in cents."""

    owner: str
    owners: tuple[str, ...]
    room: str
    label: str
    cost: Cost
    price: int
    hours: Hours = ()
    """What is worked on it, by department."""


@dataclass(frozen=True)
class Price:
    """The price of the job, in cents; what it consists of is reckoned when it is asked for."""

    rates: Rates
    lines: tuple[PriceLine, ...]
    discount: int
    net: int
    tax: int

    @property
    def currency(self) -> str:
        """That of the job's rates."""
        return self.rates.currency

    @cached_property
    def cost(self) -> Cost:
        """What all lines cost."""
        return added([line.cost for line in self.lines])

    @cached_property
    def overhead(self) -> int:
        """What comes to what the shop makes itself."""
        return round(self.cost.own * self.rates.overhead)

    @property
    def margin(self) -> int:
        """With the markup on what is bought in."""
        return self.full - self.cost.total - self.overhead

    @property
    def full(self) -> int:
        """Before the discount."""
        return self.net + self.discount

    @property
    def hours(self) -> dict[Department, float]:
        """What is worked on all of it, by department."""
        found: dict[Department, float] = {}
        for line in self.lines:
            for department, hours in line.hours:
                found[department] = found.get(department, 0.0) + hours
        return found

    @property
    def total(self) -> int:
        """What the customer pays."""
        return self.net + self.tax


class _Site(NamedTuple):
    """What lines of the job as a whole are reckoned from."""

    made: Made
    loads: Loads
    stretches: RunLoads

    @classmethod
    def of(cls, made: Made) -> "_Site":
        """For a job that was not priced before."""
        return cls(made, Loads.of([load_of(unit) for unit in made.units]), RunLoads.of([stretch_of(run) for run in made.runs]))


class PriceMaker:
    """Prices jobs, keeping the lines of each unit and run that did not change."""

    def __init__(self) -> None:
        self._loads: Mapped[MadeUnit, Load] = Mapped()
        self._stretches: Mapped[Run, RunLoad] = Mapped()
        self._units: Mapped[MadeUnit, PriceLine] = Mapped()
        self._runs: Mapped[Run, PriceLine] = Mapped()
        self._tables: IdentityMemo[Tables] = IdentityMemo(1)

    def price(self, made: Made) -> Price:
        """The price of a job."""
        rates, tables = made.job.rates, self._of(made)
        rooms = {room.id: room.name for room in made.job.rooms}
        units = self._units.of(made.units, lambda u: _unit_line(u, rooms[u.unit.room], tables), (Same(tables), rooms))
        runs = self._runs.of(made.runs, lambda r: _run_line(r, rooms[r.room], tables), (Same(tables), rooms))
        site = _Site(made, Loads.of(self._loads.of(made.units, load_of)), RunLoads.of(self._stretches.of(made.runs, stretch_of)))
        return _summed((*units, *runs, *_site_lines(site, tables)), rates)

    def entries(self, made: Made, owner: str) -> tuple[Entry, ...]:
        """What the cost of one line consists of; nothing for a line that there is not."""
        return tuple(_entries(made, owner, self._of(made)))

    def _of(self, made: Made) -> Tables:
        catalog, rates = made.catalog, made.job.rates
        return self._tables.get((catalog, rates), lambda: Tables.of(catalog, rates))


def price(made: Made) -> Price:
    """The price of a job, made from nothing."""
    return PriceMaker().price(made)


def entries(made: Made, owner: str) -> tuple[Entry, ...]:
    """What the cost of one line consists of."""
    return PriceMaker().entries(made, owner)


def _entries(made: Made, owner: str, tables: Tables) -> Iterator[Entry]:
    unit = made.by_id.get(owner)
    run = next((r for r in made.runs if r.id == owner), None)
    if unit is not None:
        yield from _entries_of(unit, part_refs(owner, unit.parts), unit_counts(unit), tables)
    elif run is not None:
        yield from _entries_of(run, part_refs(owner, run.parts), run_counts(run), tables)
    elif owner in SITE:
        site = _Site.of(made)
        yield from _site_entries(site, owner, _site_counts(site, owner), tables)


def _entries_of(made: MadeUnit | Run, refs: tuple[PartRef, ...], counts: Counts, tables: Tables) -> Iterator[Entry]:
    yield from entries_of(made.parts, refs, made.fittings, tables)
    yield from labour_entries(counts, tables)


def _cost_of(made: MadeUnit | Run, counts: Counts, tables: Tables) -> Cost:
    return cost_of((*amounts_for(made.parts, made.fittings, tables), labour_amounts(counts, tables)))


def _site_entries(site: _Site, owner: str, counts: Counts, tables: Tables) -> Iterator[Entry]:
    if owner == "delivery":
        yield from delivery_entries(site.loads, site.stretches, tables)
    elif owner == "stock":
        yield from stock_entries(site.made, tables)
    else:
        yield from labour_entries(counts, tables)


def _site_counts(site: _Site, owner: str) -> Counts:
    if owner == "design":
        return design_counts(site.loads, site.stretches)
    return install_counts(site.loads, site.stretches) if owner == "installation" else {}


def _unit_line(made: MadeUnit, room: str, tables: Tables) -> PriceLine:
    counts = unit_counts(made)
    cost = _cost_of(made, counts, tables)
    return PriceLine(made.unit.id, (made.unit.id,), room, made.label, cost, _sold_for(cost, tables.rates), _hours(counts, tables))


def _run_line(run: Run, room: str, tables: Tables) -> PriceLine:
    counts = run_counts(run)
    cost = _cost_of(run, counts, tables)
    return PriceLine(run.id, run.members, room, run.label, cost, _sold_for(cost, tables.rates), _hours(counts, tables))


def _site_lines(site: _Site, tables: Tables) -> Iterator[PriceLine]:
    for owner, label in SITE.items() if site.loads.rooms or site.stretches.rooms else ():
        counts = _site_counts(site, owner)
        cost = cost_of([labour_amounts(counts, tables) if counts else amounts_of(_site_entries(site, owner, counts, tables))])
        if cost.total:
            yield PriceLine(owner, (), "", label, cost, _sold_for(cost, tables.rates), _hours(counts, tables))


def _hours(counts: Counts, tables: Tables) -> Hours:
    return tuple((department, hours) for department, hours in tables.labour.by_department(counts).items() if hours)


def _sold_for(cost: Cost, rates: Rates) -> int:
    """The price of a cost; what is bought in takes a markup of its own, and neither overhead nor margin."""
    made = cost.own * (1 + rates.overhead)
    made = made / (1 - rates.margin) if rates.adds == "margin" else made * (1 + rates.margin)
    return round(made + cost.bought * (1 + rates.bought_markup))


def _summed(lines: tuple[PriceLine, ...], rates: Rates) -> Price:
    full = sum([line.price for line in lines])
    discount = round(full * rates.discount)
    net = full - discount
    return Price(rates, lines, discount, net, round(net * rates.tax))
