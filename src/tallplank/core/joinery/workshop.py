"""The whole job as it is made, rebuilt only where a decision changed."""

from collections import Counter
from collections.abc import Callable, Iterator, Mapping
from contextlib import contextmanager
from contextvars import ContextVar
from operator import is_
from types import MappingProxyType

from tallplank.core.catalog.record import Catalog
from tallplank.core.error import PlankError
from tallplank.core.job.record import RUN_ROLES, FinishRole, Job, Room, Standard, Unit, Wall
from tallplank.core.joinery.made import Made, MadeUnit
from tallplank.core.joinery.refinish import refinished
from tallplank.core.joinery.rule.choice import Choice, choice_for
from tallplank.core.joinery.rule.place import place
from tallplank.core.joinery.run.worktop import Run, Stretch, build_run, stretches
from tallplank.core.joinery.setout.collector import Collector
from tallplank.core.joinery.shaped.unit import build_shaped
from tallplank.core.joinery.unit.carcass import build_carcass
from tallplank.core.joinery.unit.filler import build_filler
from tallplank.core.joinery.unit.sheet import build_back_panel, build_end_panel

BUILDERS: Mapping[str, Callable[[Choice, Collector], None]] = MappingProxyType(
    {
        "carcass": build_carcass,
        "filler": build_filler,
        "shaped": build_shaped,
        "end-panel": build_end_panel,
        "back-panel": build_back_panel,
    }
)
"""From a kind's `build` to the function that builds it; a new way of building is registered here."""


_at_hand: ContextVar["Workshop | None"] = ContextVar("at_hand", default=None)


def make_unit(catalog: Catalog, standard: Standard, unit: Unit) -> MadeUnit:
    """One unit with its parts; one that cannot be built comes back empty, with the reason.

    Where a workshop is at hand it is asked first, and keeps what is built for it.
    """
    workshop = _at_hand.get()
    return workshop.unit(standard, unit) if workshop is not None and workshop.catalog is catalog else build_unit(catalog, standard, unit)


def build_unit(catalog: Catalog, standard: Standard, unit: Unit) -> MadeUnit:
    """The same, built anew."""
    choice = choice_for(catalog, standard, unit)
    out = Collector(catalog, choice.rules.bands_trimmed == "yes")
    placed = place(choice)
    try:
        BUILDERS[choice.kind.build](choice, out)
    except PlankError as error:
        return MadeUnit(unit, choice, placed, (), (), (), (), problem=str(error))
    made = (out.finished(), tuple(out.fittings), tuple(out.pieces), tuple(out.fronts))
    return MadeUnit(unit, choice, placed, *made, out.layout, out.plan, tuple(out.tails.items()), tuple(out.notes))


MOST_STANDARDS = 2
"""How many makes of one unit are kept, so that a change of the whole job can be undone and redone at once."""


class Workshop:
    """Makes jobs, keeping each unit and run that the last job already had. Not for use from two threads at once.

    A unit is kept by its record and by the choices that were used to build it: what it does not use may change.
    """

    def __init__(self, catalog: Catalog) -> None:
        self.catalog = catalog
        self.built: Counter[str] = Counter()
        """How many units and runs were built so far, for tests and benchmarks."""
        self._stock: dict[int, tuple[MadeUnit, ...]] = {}
        """Units by the identity of their records, which they hold on to: those of the last two jobs and what edits built since."""
        self._runs: dict[tuple[str, str], tuple[tuple[object, ...], tuple[Run, ...], list[tuple[tuple[object, ...], Run]]]] = {}
        self._last: Made | None = None

    def make(self, job: Job) -> Made:
        """The job as it is made."""
        last = self._last
        if last is not None and last.job is job:
            return last
        if last is None or job.standard is not last.job.standard:
            self._runs = {}
        units = self._all_units(job)
        same = last is not None and last.job.rooms is job.rooms and last.job.units is job.units
        runs = last.runs if last is not None and same and last.job.standard is job.standard else self._all_runs(job, units)
        self._last = Made(job, self.catalog, units, runs)
        kept = {*map(id, job.units), *(map(id, last.job.units) if last is not None else ())}
        for gone in self._stock.keys() - kept:
            del self._stock[gone]
        return self._last

    def _built(self, standard: Standard, unit: Unit) -> MadeUnit:
        self.built["unit"] += 1
        return build_unit(self.catalog, standard, unit)

    def _all_units(self, job: Job) -> tuple[MadeUnit, ...]:
        standard, stock, units = job.standard, self._stock, []
        for unit in job.units:
            newest = stock[id(unit)][0] if id(unit) in stock else None
            usual = newest is not None and newest.unit is unit and newest.choice.standard is standard
            units.append(newest if usual and newest is not None else self.unit(standard, unit))
        return tuple(units)

    @contextmanager
    def at_hand(self) -> Iterator[None]:
        """Within, edits ask here for the units that they check, so that what one builds need not be built again."""
        token = _at_hand.set(self)
        try:
            yield
        finally:
            _at_hand.reset(token)

    def unit(self, standard: Standard, unit: Unit) -> MadeUnit:
        """A unit that was made before, where all that it uses is the same, else a new one."""
        kept = self._stock.get(id(unit), ())
        for known in kept:
            if known.unit is unit and known.choice.holds(standard):
                return known
        alike = (refinished(known, standard) for known in kept if known.unit is unit)
        made = next(filter(None, alike), None) or self._built(standard, unit)
        self._stock[id(unit)] = (made, *kept)[:MOST_STANDARDS]
        return made

    def _all_runs(self, job: Job, units: tuple[MadeUnit, ...]) -> tuple[Run, ...]:
        by_wall: dict[tuple[str, str], list[MadeUnit]] = {}
        for made, unit in zip(units, job.units, strict=True):
            by_wall.setdefault((unit.room, unit.wall), []).append(made)
        runs: list[Run] = []
        for room in job.rooms:
            for wall in room.walls:
                members = by_wall.get((room.id, wall.id))
                if members:
                    runs += self._wall_runs(job, room, wall, members)
        return tuple(runs)

    def _wall_runs(self, job: Job, room: Room, wall: Wall, members: list[MadeUnit]) -> tuple[Run, ...]:
        key = (room, wall, *members)
        known = self._runs.get((room.id, wall.id))
        if known is not None and len(known[0]) == len(key) and all(map(is_, known[0], key)):
            return known[1]
        before = {run_key: run for run_key, run in known[2]} if known is not None and all(map(is_, known[0][:2], key[:2])) else {}
        placed = [m.placed for m in members]
        made: list[tuple[tuple[object, ...], Run]] = []
        for what in RUN_ROLES:
            for number, stretch in enumerate(stretches(placed, room.wall_length(wall), worktop=what == "top"), 1):
                run_key = (what, number, stretch.open_left, stretch.open_right, *map(id, stretch.members))
                run = before.get(run_key) or self._run(stretch, what, number, room, wall, job.standard)
                made.append((run_key, run))
        runs = tuple(run for _, run in made)
        self._runs[room.id, wall.id] = (key, runs, made)
        return runs

    def _run(self, stretch: Stretch, what: FinishRole, number: int, room: Room, wall: Wall, standard: Standard) -> Run:
        self.built["run"] += 1
        return build_run(stretch, what, number, room, wall, self.catalog, standard)


def make(job: Job, catalog: Catalog) -> Made:
    """The job as it is made, built from nothing."""
    return Workshop(catalog).make(job)
