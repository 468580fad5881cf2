"""What boards, solid wood, bands, coats and fittings cost: entries for each part and each kind of item."""

from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass
from typing import NamedTuple

from tallplank.core.catalog.catalog import Catalog
from tallplank.core.catalog.operation import Department, Operation
from tallplank.core.job.job import Rates
from tallplank.core.joinery.part.lot import of_alike
from tallplank.core.joinery.part.part import Fitting, Part, PartRef, Parts, makeup
from tallplank.core.money.entry import MATERIALS, Amounts, CostKind, Entry, amounts_of, joined, totals
from tallplank.core.money.labour import Counts, Labour, banded_edges

BOUGHT_IN = frozenset({"appliance", "sink", "hob", "tap"})
"""Roles of items that the shop only hands on."""


@dataclass(frozen=True, slots=True)
class Tables:
    """All that prices are reckoned with."""

    catalog: Catalog
    rates: Rates
    labour: Labour

    @classmethod
    def of(cls, catalog: Catalog, rates: Rates) -> "Tables":
        """From a catalogue and the job's rates."""
        return cls(catalog, rates, Labour.of(catalog.operations))

    def hourly(self, department: Department) -> float:
        """What an hour of a department costs."""
        rates = self.rates
        return {"design": rates.design_hour, "installation": rates.install_hour}.get(department, rates.labour_hour)


def board_price_m2(catalog: Catalog, board: str, thickness: float) -> float:
    """Price of a square metre; for a thickness that is not sold that of the next thicker, which is milled down, or of the thickest."""
    entry = catalog.boards[board]
    known = entry.price_m2(thickness)
    if known is not None:
        return known
    return entry.prices[min(entry.prices, key=lambda t: (float(t) < thickness, abs(float(t) - thickness)))]


def entries_of(parts: Sequence[Part], refs: Sequence[PartRef], fittings: Sequence[Fitting], tables: Tables) -> Iterator[Entry]:
    """The materials of one thing, and the sundries that go with them; those of parts say which they are for."""
    pairs = zip(parts, refs, strict=True)
    found = [entry._replace(part=ref) for part, ref in pairs for entry in _of_part(part, part.name, tables)]
    found += _of_fittings(fittings, tables.catalog)
    yield from found
    yield from _sundries([amounts_of(found)], tables)


def amounts_for(parts: Parts, fittings: Sequence[Fitting], tables: Tables) -> Iterator[Amounts]:
    """What the same entries come to."""
    known: dict[tuple[int, ...], tuple[Entry, ...]] = {}
    found = of_alike(parts, "amounts", lambda some: amounts_of(e for part in some for e in _of_part_like(part, tables, known)), tables)
    together = joined((*found, amounts_of(_of_fittings(fittings, tables.catalog))))
    yield together
    yield amounts_of(_sundries([together], tables))


def _of_part_like(part: Part, tables: Tables, known: dict[tuple[int, ...], tuple[Entry, ...]]) -> tuple[Entry, ...]:
    """The same for parts that are the same wherever they are, by what they are: a wall has slats by the thousand."""
    like = tuple(map(id, makeup(part)))
    found = known.get(like)
    if found is None:
        found = known[like] = tuple(_of_part(part, "", tables))  # amounts tell no names
    return found


def _sundries(materials: Iterable[Amounts], tables: Tables) -> Iterator[Entry]:
    if tables.rates.sundries:
        money = totals(materials)
        share = sum([money[kind] for kind in MATERIALS])
        yield Entry("sundries", "glue, screws, abrasives, wrapping: of materials", share, "", 1.0, tables.rates.sundries)


def _of_part(part: Part, name: str, tables: Tables) -> Iterator[Entry]:
    catalog = tables.catalog
    yield _wood(part, name, tables)
    for band, edge in banded_edges(part):
        record = catalog.bands[band]
        yield Entry("bands", name, (edge + record.allowance) / 1000, "m", record.price_m)
    if part.finish.coated_faces:
        faces = part.finish.coated_faces * part.length.value * part.width.value / 1e6
        yield Entry("coats", name, faces, "m²", part.finish.coat_m2)


def _wood(part: Part, name: str, tables: Tables) -> Entry:
    board, rates = tables.catalog.boards[part.board], tables.rates
    if part.form.stock:
        molding = tables.catalog.hardware[part.form.stock]
        return Entry("solid", name, part.length.value / 1000, "m", molding.price, 1 + rates.solid_waste)
    if board.price_m3 is not None:
        volume = part.cut_length * part.cut_width * part.thickness.value / 1e9
        return Entry("solid", name, volume, "m³", board.price_m3, 1 + rates.solid_waste)
    waste = 0.0 if rates.boards == "sheets" else rates.waste
    return Entry("boards", name, part.area_m2, "m²", board_price_m2(tables.catalog, part.board, part.thickness.value), 1 + waste)


def _of_fittings(fittings: Sequence[Fitting], catalog: Catalog) -> Iterator[Entry]:
    for fitting in fittings:
        item = catalog.hardware[fitting.item]
        kind: CostKind = "bought" if item.role in BOUGHT_IN else "fittings"
        yield Entry(kind, f"{item.name}, {fitting.where}", fitting.count.value, "pcs", item.price)


class _Done(NamedTuple):
    """One operation as often as it is done: its hours, and what one of them costs."""

    kind: CostKind
    operation: Operation
    times: float
    hours: float
    rate: float


def _done(counts: Counts, tables: Tables) -> Iterator[_Done]:
    for operation in tables.labour.done(counts):
        count = counts[operation.counted_by]
        hours = count * operation.minutes / 60
        yield _Done("labour", operation, count, hours, tables.hourly(operation.department))
        if operation.machine:
            yield _Done("machine", operation, count, hours, tables.rates.machine_hour)


def labour_entries(counts: Counts, tables: Tables) -> Iterator[Entry]:
    """What is done, operation by operation, and the hours of machines with it."""
    for kind, operation, count, hours, rate in _done(counts, tables):
        yield Entry(kind, f"{operation.name}: {count:.3g} × {operation.minutes:g} min", hours, "h", rate)


def labour_amounts(counts: Counts, tables: Tables) -> Amounts:
    """What the same entries come to."""
    found: dict[CostKind, list[float]] = {"labour": [], "machine": []}
    for kind, _, _, hours, rate in _done(counts, tables):
        found[kind].append(hours * rate)
    return found
