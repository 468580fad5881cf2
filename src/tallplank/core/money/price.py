"""Cost and price: boards by area with waste, bands, coats, fittings and labour; then overhead, margin and tax.

Money is summed in whole cents, so that the lines of a paper add up to its totals.
Source: price = cost / (1 - margin) for a margin of the price; common practice.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from tallplank.core.catalog.board import Band
from tallplank.core.catalog.catalog import Catalog
from tallplank.core.catalog.operation import Department
from tallplank.core.job.job import Rates
from tallplank.core.joinery.made import Made, MadeUnit
from tallplank.core.joinery.part.part import Fitting, Part
from tallplank.core.joinery.run.worktop import Run
from tallplank.core.measure.memo import IdentityMemo, Mapped
from tallplank.core.money.labour import Counts, Labour, banded_edges, run_counts, unit_counts

Hours = tuple[tuple[Department, float], ...]


@dataclass(frozen=True, slots=True)
class Cost:
    """What one thing costs the shop, in cents."""

    boards: int
    bands: int
    coats: int
    fittings: int
    labour: int

    @property
    def total(self) -> int:
        """All of it."""
        return self.boards + self.bands + self.coats + self.fittings + self.labour


@dataclass(frozen=True, slots=True)
class PriceLine:
    """One unit, worktop or plinth with its cost and its price before tax, in cents."""

    owner: str
    owners: tuple[str, ...]
    room: str
    label: str
    cost: Cost
    price: int
    hours: Hours = ()
    """What the shop works on it, by department."""


@dataclass(frozen=True, slots=True)
class Price:
    """The price of the job, in cents."""

    currency: str
    lines: tuple[PriceLine, ...]
    cost: Cost
    overhead: int
    margin: int
    net: int
    tax: int

    @property
    def hours(self) -> dict[Department, float]:
        """What the shop works on all of it, by department."""
        found: dict[Department, float] = {}
        for line in self.lines:
            for department, hours in line.hours:
                found[department] = found.get(department, 0.0) + hours
        return found

    @property
    def total(self) -> int:
        """What the customer pays."""
        return self.net + self.tax


class PriceMaker:
    """Prices jobs, keeping the lines of each unit and run that did not change."""

    def __init__(self) -> None:
        self._units: Mapped[MadeUnit, PriceLine] = Mapped()
        self._runs: Mapped[Run, PriceLine] = Mapped()
        self._tables: IdentityMemo[_Tables] = IdentityMemo(1)

    def price(self, made: Made) -> Price:
        """The price of a job."""
        rates, catalog = made.job.rates, made.catalog
        tables = self._tables.get((catalog, rates), lambda: _Tables.of(catalog, rates))
        rooms = {room.id: room.name for room in made.job.rooms}
        units = self._units.of(made.units, lambda u: _unit_line(u, rooms[u.unit.room], tables), (id(tables), rooms))
        runs = self._runs.of(made.runs, lambda r: _run_line(r, rooms[r.room], tables), (id(tables), rooms))
        return _summed((*units, *runs), rates)


def price(made: Made) -> Price:
    """The price of a job, made from nothing."""
    return PriceMaker().price(made)


@dataclass(frozen=True, slots=True)
class _Tables:
    catalog: Catalog
    rates: Rates
    labour: Labour

    @classmethod
    def of(cls, catalog: Catalog, rates: Rates) -> "_Tables":
        return cls(catalog, rates, Labour.of(catalog.operations))


def board_price_m2(catalog: Catalog, board: str, thickness: float) -> float:
    """Price of a square metre; for a thickness that is not sold that of the next thicker, which is milled down, or of the thickest."""
    entry = catalog.boards[board]
    known = entry.price_m2(thickness)
    if known is not None:
        return known
    return entry.prices[min(entry.prices, key=lambda t: (float(t) < thickness, abs(float(t) - thickness)))]


def band_metres(part: Part, bands: Mapping[str, Band]) -> float:
    """Metres of band that a part takes, with the allowance per edge."""
    return sum(edge + bands[band].allowance for band, edge in banded_edges(part)) / 1000


def _unit_line(made: MadeUnit, room: str, tables: _Tables) -> PriceLine:
    cost, hours = _cost(made.parts, made.fittings, unit_counts(made), tables)
    return PriceLine(made.unit.id, (made.unit.id,), room, made.label, cost, _sold_for(cost, tables.rates), hours)


def _run_line(run: Run, room: str, tables: _Tables) -> PriceLine:
    cost, hours = _cost(run.parts, run.fittings, run_counts(run), tables)
    return PriceLine(run.id, run.members, room, run.label, cost, _sold_for(cost, tables.rates), hours)


def _cost(parts: Sequence[Part], fittings: Sequence[Fitting], counts: Counts, tables: _Tables) -> tuple[Cost, Hours]:
    catalog, rates = tables.catalog, tables.rates
    boards = bands = coats = 0.0
    for part in parts:
        boards += part.area_m2 * board_price_m2(catalog, part.board, part.thickness.value) * (1 + rates.waste)
        for band, edge in banded_edges(part):
            record = catalog.bands[band]
            bands += (edge + record.allowance) / 1000 * record.price_m
        coats += part.finish.coated_faces * part.length.value * part.width.value / 1e6 * part.finish.coat_m2
    bought = sum(catalog.hardware[f.item].price * f.count.value for f in fittings)
    labour = tables.labour.hours(counts) * rates.labour_hour
    cost = Cost(_cents(boards), _cents(bands), _cents(coats), _cents(bought), _cents(labour))
    return cost, tuple(tables.labour.by_department(counts).items())


def _cents(amount: float) -> int:
    return round(amount * 100)


def _sold_for(cost: Cost, rates: Rates) -> int:
    return round(cost.total * (1 + rates.overhead) / (1 - rates.margin))


def _summed(lines: tuple[PriceLine, ...], rates: Rates) -> Price:
    columns = list(zip(*[(c.boards, c.bands, c.coats, c.fittings, c.labour) for c in [line.cost for line in lines]], strict=True))
    cost = Cost(*map(sum, columns)) if columns else Cost(0, 0, 0, 0, 0)
    net = sum([line.price for line in lines])
    overhead = round(cost.total * rates.overhead)
    return Price(rates.currency, lines, cost, overhead, net - cost.total - overhead, net, round(net * rates.tax))
