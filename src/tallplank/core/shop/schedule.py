"""The hardware schedule: what is bought, how many, and where each is used."""

from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass

from tallplank.core.build.made import Made
from tallplank.core.build.part import Fitting
from tallplank.core.catalog.record import Hardware
from tallplank.core.measure.memo import ByKey


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


class ScheduleMaker:
    """Makes schedules, keeping the counts of each unit and run that did not change."""

    def __init__(self) -> None:
        self._kept: ByKey[tuple[tuple[str, int], ...]] = ByKey()

    def rows(self, made: Made) -> tuple[ScheduleRow, ...]:
        """The schedule in catalogue order."""
        used: dict[str, list[tuple[tuple[str, ...], str, int]]] = {}
        for unit in made.units:
            for item, count in self._kept.get(unit.unit.id, unit, lambda u: _counts(u.fittings)):
                used.setdefault(item, []).append(((unit.unit.id,), unit.label, count))
        for run in made.runs:
            for item, count in self._kept.get(run.id, run, lambda r: _counts(r.fittings)):
                used.setdefault(item, []).append((run.members, run.label, count))
        return tuple(
            ScheduleRow(item, sum(count for _, _, count in used[key]), tuple(used[key]))
            for key, item in made.catalog.hardware.items()
            if key in used
        )


def schedule(made: Made) -> tuple[ScheduleRow, ...]:
    """The hardware schedule, made from nothing."""
    return ScheduleMaker().rows(made)


def _counts(fittings: Sequence[Fitting]) -> tuple[tuple[str, int], ...]:
    counts: Counter[str] = Counter()
    for fitting in fittings:
        counts[fitting.item] += round(fitting.count.value)
    return tuple(counts.items())
