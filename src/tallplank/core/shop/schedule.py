"""The hardware schedule: what is bought, how many, and where each is used."""

from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass
from itertools import chain

from tallplank.core.catalog.hardware import Hardware, Slide
from tallplank.core.joinery.made import Made, MadeUnit
from tallplank.core.joinery.part.part import Fitting
from tallplank.core.joinery.run.run import Run
from tallplank.core.measure.length import MM_PER_INCH
from tallplank.core.measure.memo import Mapped


@dataclass(frozen=True, slots=True)
class ScheduleRow:
    """One item, of one length where there are several, with its total and the places that use it: (owner ids, label, count)."""

    item: Hardware
    quantity: int
    used: tuple[tuple[tuple[str, ...], str, int], ...]
    length: float = 0.0

    @property
    def name(self) -> str:
        """The item's name, with its length."""
        return f"{self.item.name}, {self._long}" if self.length else self.item.name

    @property
    def code(self) -> str:
        """The code that it is ordered by: each length has its own."""
        return f"{self.item.code}-{self._long.replace(' ', '')}" if self.length else self.item.code

    @property
    def _long(self) -> str:
        """Its length as it is ordered: of slides for inch work in inches."""
        in_inches = isinstance(self.item, Slide) and self.length in self.item.inch_lengths
        return f"{self.length / MM_PER_INCH:g} in" if in_inches else f"{self.length:g}"

    @property
    def where(self) -> str:
        """The places in words."""
        return ", ".join(f"{label} ({count})" for _, label, count in self.used)

    @property
    def owners(self) -> tuple[str, ...]:
        """The ids of all units that use the item."""
        return tuple(dict.fromkeys(owner for owners, _, _ in self.used for owner in owners))


DIGITS = 6
"""Lengths that differ by less than so many digits of a millimetre are one; inch work ends at the sixth."""
_Use = tuple[tuple[str, ...], str, int]
_Key = tuple[str, float]


class ScheduleMaker:
    """Makes schedules, keeping the counts of each unit and run that did not change."""

    def __init__(self) -> None:
        self._units: Mapped[MadeUnit, tuple[tuple[_Key, _Use], ...]] = Mapped()
        self._runs: Mapped[Run, tuple[tuple[_Key, _Use], ...]] = Mapped()

    def rows(self, made: Made) -> tuple[ScheduleRow, ...]:
        """The schedule in catalogue order, the lengths of one item in rising order."""
        used: dict[_Key, list[_Use]] = {}
        for uses in chain(self._units.of(made.units, _unit_uses), self._runs.of(made.runs, _run_uses)):
            for key, use in uses:
                used.setdefault(key, []).append(use)
        order = {key: place for place, key in enumerate(made.catalog.hardware)}
        return tuple(
            ScheduleRow(made.catalog.hardware[item], sum([count for _, _, count in uses]), tuple(uses), length)
            for (item, length), uses in sorted(used.items(), key=lambda entry: (order[entry[0][0]], entry[0][1]))
        )


def schedule(made: Made) -> tuple[ScheduleRow, ...]:
    """The hardware schedule, made from nothing."""
    return ScheduleMaker().rows(made)


def _unit_uses(unit: MadeUnit) -> tuple[tuple[_Key, _Use], ...]:
    return tuple((key, ((unit.unit.id,), unit.label, count)) for key, count in _counts(unit.fittings))


def _run_uses(run: Run) -> tuple[tuple[_Key, _Use], ...]:
    return tuple((key, (run.members, run.label, count)) for key, count in _counts(run.fittings))


def _counts(fittings: Sequence[Fitting]) -> tuple[tuple[_Key, int], ...]:
    counts: Counter[_Key] = Counter()
    for fitting in fittings:
        counts[fitting.item, round(fitting.length, DIGITS)] += round(fitting.count.value)
    return tuple(counts.items())
