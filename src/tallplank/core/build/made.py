"""The whole job as it is made, rebuilt only where a decision changed."""

from collections import Counter
from collections.abc import Callable, Iterator, Mapping
from dataclasses import dataclass, field
from types import MappingProxyType

from tallplank.core.build.carcass import build_carcass
from tallplank.core.build.choice import Choice, choice_for
from tallplank.core.build.collector import Collector
from tallplank.core.build.filler import build_filler
from tallplank.core.build.part import Fitting, Front, Part, Piece
from tallplank.core.build.place import Placed, place
from tallplank.core.build.run import Run, build_run, stretches
from tallplank.core.catalog.record import Catalog
from tallplank.core.error import PlankError
from tallplank.core.job.record import RUN_ROLES, Job, Room, Standard, Unit, Wall
from tallplank.core.measure.frame import Frame, moved, wall_frame
from tallplank.core.measure.memo import IdentityMemo

BUILDERS: Mapping[str, Callable[[Choice, Collector], None]] = MappingProxyType({"carcass": build_carcass, "filler": build_filler})
"""From a kind's `build` to the function that builds it; a new way of building is registered here."""


@dataclass(frozen=True, slots=True)
class MadeUnit:
    """A unit with all that it is made of, in its own frame. With a `problem` it could not be built and has no parts."""

    unit: Unit
    choice: Choice
    placed: Placed
    parts: tuple[Part, ...]
    fittings: tuple[Fitting, ...]
    pieces: tuple[Piece, ...]
    fronts: tuple[Front, ...]
    problem: str = ""

    @property
    def frame(self) -> Frame:
        """The unit's frame in the frame of its wall."""
        return moved(self.placed.x, -self.unit.depth, self.placed.z)

    @property
    def label(self) -> str:
        """The unit's number and kind, as papers name it."""
        return f"{self.unit.mark} {self.choice.kind.name}"


@dataclass(frozen=True, slots=True)
class Made:
    """The job as it is made."""

    job: Job
    catalog: Catalog
    units: tuple[MadeUnit, ...]
    runs: tuple[Run, ...]
    by_id: Mapping[str, MadeUnit] = field(repr=False)

    def on_wall(self, room_id: str, wall_id: str) -> tuple[MadeUnit, ...]:
        """The units on one wall, in the job's order."""
        return tuple(u for u in self.units if (u.unit.room, u.unit.wall) == (room_id, wall_id))

    def walls(self) -> Iterator[tuple[Room, Wall, Frame]]:
        """Every wall with its frame in its room."""
        for room in self.job.rooms:
            for wall in room.walls:
                yield room, wall, wall_frame(wall.side, room.width, room.depth)


_newest: IdentityMemo[MadeUnit] = IdentityMemo(256)


def make_unit(catalog: Catalog, standard: Standard, unit: Unit) -> MadeUnit:
    """One unit with its parts; one that cannot be built comes back empty, with the reason.

    The newest results are kept, since an edit builds a unit once to check it and the workshop then asks for it again.
    """
    return _newest.get((catalog, standard, unit), lambda: _make_unit(catalog, standard, unit))


def _make_unit(catalog: Catalog, standard: Standard, unit: Unit) -> MadeUnit:
    choice = choice_for(catalog, standard, unit)
    out = Collector(catalog, choice.rules.bands_trimmed == "yes")
    placed = place(choice)
    try:
        BUILDERS[choice.kind.build](choice, out)
    except PlankError as error:
        return MadeUnit(unit, choice, placed, (), (), (), (), str(error))
    return MadeUnit(unit, choice, placed, tuple(out.parts), tuple(out.fittings), tuple(out.pieces), tuple(out.fronts))


class Workshop:
    """Makes jobs, keeping each unit and run that the last job already had. Not for use from two threads at once."""

    def __init__(self, catalog: Catalog) -> None:
        self.catalog = catalog
        self.built: Counter[str] = Counter()
        """How many units and walls of runs were built so far, for tests and benchmarks."""
        self._standard: Standard | None = None
        self._units: dict[str, MadeUnit] = {}
        self._runs: dict[tuple[str, str], tuple[tuple[object, ...], tuple[Run, ...]]] = {}
        self._last: Made | None = None

    def make(self, job: Job) -> Made:
        """The job as it is made."""
        last = self._last
        if last is not None and last.job is job:
            return last
        if job.standard is not self._standard:
            self._units, self._runs, self._standard = {}, {}, job.standard
        units = tuple(map(self._unit, job.units)) if job.units else ()
        if len(self._units) > len(units):
            self._units = {u.unit.id: u for u in units}
        same_places = last is not None and last.job.rooms is job.rooms and last.job.units is job.units
        runs = last.runs if last is not None and same_places and last.job.standard is job.standard else self._all_runs(job, units)
        self._last = Made(job, self.catalog, units, runs, MappingProxyType(self._units.copy()))
        return self._last

    def _unit(self, unit: Unit) -> MadeUnit:
        known = self._units.get(unit.id)
        if known is not None and known.unit is unit:
            return known
        self.built["unit"] += 1
        made = make_unit(self.catalog, self._standard or Standard(), unit)
        self._units[unit.id] = made
        return made

    def _all_runs(self, job: Job, units: tuple[MadeUnit, ...]) -> tuple[Run, ...]:
        by_wall: dict[tuple[str, str], list[MadeUnit]] = {}
        for made in units:
            unit = made.unit
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
        if known is not None and len(known[0]) == len(key) and all(a is b for a, b in zip(known[0], key, strict=True)):
            return known[1]
        self.built["wall"] += 1
        placed = [m.placed for m in members]
        runs = tuple(
            build_run(stretch, what, number, room, wall, self.catalog, job.standard)
            for what in RUN_ROLES
            for number, stretch in enumerate(stretches(placed, room.wall_length(wall), worktop=what == "top"), 1)
        )
        self._runs[room.id, wall.id] = (key, runs)
        return runs


def make(job: Job, catalog: Catalog) -> Made:
    """The job as it is made, built from nothing."""
    return Workshop(catalog).make(job)
