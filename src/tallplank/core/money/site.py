"""What a job costs beside its units: design and survey, delivery, installation, and what is left of whole sheets, rolls and packs."""

from collections import Counter
from collections.abc import Iterator, Sequence
from math import ceil
from typing import NamedTuple

from tallplank.core.catalog.operation import Count
from tallplank.core.joinery.made import Made, MadeUnit
from tallplank.core.joinery.part.lot import of_alike
from tallplank.core.joinery.part.part import Part
from tallplank.core.joinery.run.run import Run
from tallplank.core.money.entry import Entry
from tallplank.core.money.labour import Counts, banded_edges
from tallplank.core.money.material import Tables, board_price_m2
from tallplank.core.space.outline import area

TALL = 1600.0
"""A unit higher than this takes two to stand it up."""
WRAPPED = 1.25
"""What units take in a van, wrapped and stacked, against their own volume; common practice, no source."""


HEAVY = ("top", "sill")
"""Runs that are scribed, cut out and jointed as worktops are."""


class Load(NamedTuple):
    """What one unit is on its way to the house and in it: its room, how it is set up, and what it takes of a van, in m³."""

    room: str
    set_up: Count
    volume: float
    coated: int = 0
    """How many of its fronts are sprayed, and touched up where it stands."""


def load_of(unit: MadeUnit) -> Load:
    """What a unit is on its way."""
    record, fronts = unit.unit, unit.choice.finish("front").coated_faces
    return Load(record.room, _set_up(unit), record.width * record.height * record.depth / 1e9 * WRAPPED, len(unit.fronts) if fronts else 0)


class RunLoad(NamedTuple):
    """What one run is in the house: its room, the metres that are set up of a worktop or of what is light, such as a plinth or a molding.

    Then what there is of a paneled wall:
    boards, metres of moldings, square metres that are painted, each coat of them, and what it takes of a van in m³.
    """

    room: str
    metres: float = 0.0
    light: float = 0.0
    boards: int = 0
    molded: float = 0.0
    painted: float = 0.0
    volume: float = 0.0


class _Sums(NamedTuple):
    """Millimetres of parts and of the moldings among them, how many others there are, and their cubic metres."""

    length: float
    molded: float
    boards: int
    volume: float


def _sums(parts: Sequence[Part]) -> _Sums:
    length = sum([part.length.value for part in parts])
    molded = [part.length.value for part in parts if part.kind == "molding"]
    volume = sum([part.length.value * part.width.value * part.thickness.value for part in parts]) / 1e9
    return _Sums(length, sum(molded), len(parts) - len(molded), volume)


def stretch_of(run: Run) -> RunLoad:
    """What a run is in the house."""
    some = of_alike(run.parts, "sums", _sums)
    length, molded, boards, volume = (sum(column) for column in zip(_Sums(0.0, 0.0, 0, 0.0), *some, strict=True))
    if run.what != "panel":
        return RunLoad(run.room, length / 1000) if run.what in HEAVY else RunLoad(run.room, light=length / 1000)
    painted = sum([area(coat.ring) * coat.times for coat in run.coats]) / 1e6
    return RunLoad(run.room, 0.0, 0.0, int(boards), molded / 1000, painted, volume * WRAPPED)


class Loads(NamedTuple):
    """Units on their way, column by column, as they are summed: a house has thousands."""

    rooms: tuple[str, ...] = ()
    set_up: tuple[Count, ...] = ()
    volumes: tuple[float, ...] = ()
    coated: tuple[int, ...] = ()

    @classmethod
    def of(cls, rows: Sequence[Load]) -> "Loads":
        """The columns of these."""
        return cls(*zip(*rows, strict=True)) if rows else cls()


class RunLoads(NamedTuple):
    """Runs in the house, column by column."""

    rooms: tuple[str, ...] = ()
    metres: tuple[float, ...] = ()
    light: tuple[float, ...] = ()
    boards: tuple[int, ...] = ()
    molded: tuple[float, ...] = ()
    painted: tuple[float, ...] = ()
    volumes: tuple[float, ...] = ()

    @classmethod
    def of(cls, rows: Sequence[RunLoad]) -> "RunLoads":
        """The columns of these."""
        return cls(*zip(*rows, strict=True)) if rows else cls()


def design_counts(loads: Loads, stretches: RunLoads) -> Counts:
    """What is surveyed and designed: each paneled wall is drawn as a unit is."""
    rooms = {*loads.rooms, *stretches.rooms}
    walls = sum(map(any, zip(stretches.boards, stretches.molded, stretches.painted, strict=True)))
    return {"job": 1.0, "room": float(len(rooms)), "designed_unit": float(len(loads.rooms) + walls)}


def install_counts(loads: Loads, stretches: RunLoads) -> Counts:
    """What is set up in the house: units, so many metres of each run, and what is on walls."""
    counts: dict[Count, float] = {count: float(n) for count, n in Counter(loads.set_up).items()}
    counts["house"] = float(bool(loads.rooms or stretches.rooms))
    counts["carried_unit"] = float(len(loads.rooms))
    counts["coated_front"] = float(sum(loads.coated))
    counts["run_metre"], counts["light_metre"] = sum(stretches.metres), sum(stretches.light)
    counts["wall_board"] = float(sum(stretches.boards))
    counts["wall_metre"], counts["painted_m2"] = sum(stretches.molded), sum(stretches.painted)
    return counts


def _set_up(unit: MadeUnit) -> Count:
    if unit.choice.kind.way.is_board:
        return "scribed_piece"
    if unit.placed.hung:
        return "hung_unit"
    return "tall_unit" if unit.unit.height > TALL else "standing_unit"


def delivery_entries(loads: Loads, stretches: RunLoads, tables: Tables) -> Iterator[Entry]:
    """Trips of the van, by the volume of units and of what is on walls, as they are wrapped."""
    rates = tables.rates
    volume = sum(loads.volumes) + sum(stretches.volumes)
    trips = ceil(volume / rates.van_m3) if rates.van_m3 > 0 else 1
    yield Entry("delivery", f"Trips for {volume:.1f} m³, {rates.van_m3:g} m³ each", trips, "trips", rates.delivery_trip)


def stock_entries(made: Made, tables: Tables) -> Iterator[Entry]:
    """What whole sheets, rolls and packs cost beyond what the units take of them, where the shop charges that to the job."""
    rates = tables.rates
    if rates.boards == "sheets":
        yield from _sheets(_parts(made), tables)
    if rates.bands == "rolls":
        yield from _rolls(_parts(made), tables)
    if rates.packs == "whole":
        yield from _packs(made, tables)


def _parts(made: Made) -> list[Part]:
    owners: tuple[MadeUnit | Run, ...] = (*made.units, *made.runs)
    return [part for owner in owners for part in owner.parts]


def _sheets(parts: Sequence[Part], tables: Tables) -> Iterator[Entry]:
    areas: Counter[tuple[str, float]] = Counter()
    for part in parts:
        if tables.catalog.boards[part.board].price_m3 is None and part.kind != "molding":
            areas[part.board, part.thickness.value] += part.area_m2  # type: ignore[assignment]
    for (key, thick), covered in sorted(areas.items()):
        board = tables.catalog.boards[key]
        sheet = board.sheet[0] * board.sheet[1] / 1e6
        count = ceil(covered * (1 + tables.rates.waste) / sheet - 1e-9)
        text = f"{board.name} {thick:g}: {count} sheets of {sheet:.2f} m², left over"
        yield Entry("boards", text, count * sheet - covered, "m²", board_price_m2(tables.catalog, key, thick))


def _rolls(parts: Sequence[Part], tables: Tables) -> Iterator[Entry]:
    metres: Counter[str] = Counter()
    for part in parts:
        for key, edge in banded_edges(part):
            metres[key] += (edge + tables.catalog.bands[key].allowance) / 1000  # type: ignore[assignment]
    for key, length in sorted(metres.items()):
        band = tables.catalog.bands[key]
        rolls = ceil(length / band.roll - 1e-9)
        yield Entry("bands", f"{band.name}: {rolls} rolls of {band.roll:g} m, left over", rolls * band.roll - length, "m", band.price_m)


def _packs(made: Made, tables: Tables) -> Iterator[Entry]:
    counts: Counter[str] = Counter()
    owners: tuple[MadeUnit | Run, ...] = (*made.units, *made.runs)
    for owner in owners:
        for fitting in owner.fittings:
            counts[fitting.item] += round(fitting.count.value)
    for key, count in sorted(counts.items()):
        item = tables.catalog.hardware[key]
        packs = ceil(count / item.pack)
        if item.pack > 1 and packs * item.pack > count:
            text = f"{item.name}: {packs} packs of {item.pack}, left over"
            yield Entry("fittings", text, packs * item.pack - count, "pcs", item.price)
