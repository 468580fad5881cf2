"""The hardware schedule: what is bought, how many, and where each is used."""

from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass
from itertools import chain

from tallplank.core.catalog.hardware import Hardware
from tallplank.core.joinery.made import Made, MadeUnit
from tallplank.core.joinery.part.part import Fitting
from tallplank.core.joinery.run.worktop import Run
from tallplank.core.measure.memo import Mapped


@dataclass(frozen=True, slots=True)
class ScheduleRow:
    """One item with its total and the places that use it: (owner ids, label, count)."""

    item: Hardware
    quantity: int
    used: tuple[tuple[tuple[str, ...], str, int], ...]

    @property
    def where(self) -> str:
        """The places in words."""
        return ", ".join(f"{label} ({count})" for _, label, count in self.used)

    @property
    def owners(self) -> tuple[str, ...]:
        """The ids of all units that use the item."""
        return tuple(dict.fromkeys(owner for owners, _, _ in self.used for owner in owners))


_Use = tuple[tuple[str, ...], str, int]


class ScheduleMaker:
    """Makes schedules, keeping the counts of each unit and run that did not change."""

    def __init__(self) -> None:
        self._units: Mapped[MadeUnit, tuple[tuple[str, _Use], ...]] = Mapped()
        self._runs: Mapped[Run, tuple[tuple[str, _Use], ...]] = Mapped()

    def rows(self, made: Made) -> tuple[ScheduleRow, ...]:
        """The schedule in catalogue order."""
        used: dict[str, list[_Use]] = {key: [] for key in made.catalog.hardware}
        for uses in chain(self._units.of(made.units, _unit_uses), self._runs.of(made.runs, _run_uses)):
            for item, use in uses:
                used[item].append(use)
        return tuple(
            ScheduleRow(item, sum([count for _, _, count in used[key]]), tuple(used[key]))
            for key, item in made.catalog.hardware.items()
            if used[key]
        )


def schedule(made: Made) -> tuple[ScheduleRow, ...]:
    """The hardware schedule, made from nothing."""
    return ScheduleMaker().rows(made)


def _unit_uses(unit: MadeUnit) -> tuple[tuple[str, _Use], ...]:
    return tuple((item, ((unit.unit.id,), unit.label, count)) for item, count in _counts(unit.fittings))


def _run_uses(run: Run) -> tuple[tuple[str, _Use], ...]:
    return tuple((item, (run.members, run.label, count)) for item, count in _counts(run.fittings))


def _counts(fittings: Sequence[Fitting]) -> tuple[tuple[str, int], ...]:
    counts: Counter[str] = Counter()
    for fitting in fittings:
        counts[fitting.item] += round(fitting.count.value)
    return tuple(counts.items())
