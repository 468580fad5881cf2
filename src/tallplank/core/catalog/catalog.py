"""The catalogue: all entries by id. Prices are in the catalogue's currency, without tax."""

from collections.abc import Mapping
from dataclasses import dataclass, field

from tallplank.core.catalog.board import Band, Board
from tallplank.core.catalog.door_style import DoorStyle
from tallplank.core.catalog.finish import Finish
from tallplank.core.catalog.hardware import Hardware
from tallplank.core.catalog.kind import Kind
from tallplank.core.catalog.look import Look
from tallplank.core.catalog.operation import Operation
from tallplank.core.error import PlankError
from tallplank.core.job.base import Id, Record
from tallplank.core.job.construction import Construction
from tallplank.core.job.unit import FinishRole, HardwareRole


class Defaults(Record):
    """What a new job starts with."""

    construction: Id
    door_style: Id
    finishes: Mapping[FinishRole, Id]
    hardware: Mapping[HardwareRole, Id]


class CatalogError(PlankError):
    """A catalogue file is wrong; the text names file and line."""


@dataclass(frozen=True, slots=True)
class Catalog:
    """All entries by id."""

    looks: Mapping[str, Look]
    boards: Mapping[str, Board]
    bands: Mapping[str, Band]
    finishes: Mapping[str, Finish]
    door_styles: Mapping[str, DoorStyle]
    hardware: Mapping[str, Hardware]
    operations: Mapping[str, Operation]
    constructions: Mapping[str, Construction]
    kinds: Mapping[str, Kind]
    defaults: Defaults
    base: "Catalog | None" = None
    """The catalogue that entries of a job were laid over, where they were."""
    _by_role: dict[HardwareRole, tuple[Hardware, ...]] = field(default_factory=dict, init=False, compare=False, repr=False)

    def finishes_for(self, role: FinishRole) -> tuple[Finish, ...]:
        """The finishes that a role can take, in catalogue order."""
        return tuple(f for f in self.finishes.values() if role in f.roles)

    def hardware_for(self, role: HardwareRole) -> tuple[Hardware, ...]:
        """The items that a hardware role can take, in catalogue order."""
        known = self._by_role.get(role)
        if known is None:
            known = self._by_role[role] = tuple(h for h in self.hardware.values() if h.role == role)
        return known
