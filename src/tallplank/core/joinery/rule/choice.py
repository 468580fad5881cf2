"""Which material, hardware and rule holds for one unit: its own, else the job's, else the catalogue's."""

from collections.abc import Mapping
from dataclasses import dataclass
from functools import lru_cache
from typing import Any, Literal

from tallplank.core.catalog.record import Catalog, DoorStyle, Finish, Hardware, Kind
from tallplank.core.job.construction import Construction, RuleValue
from tallplank.core.job.record import FinishRole, HardwareRole, Standard, Unit
from tallplank.core.measure.memo import Same
from tallplank.core.measure.size import Size

Source = Literal["own", "job", "construction", "catalogue"]


@dataclass(frozen=True, slots=True)
class Choice:
    """Everything that building one unit needs beside the unit itself."""

    unit: Unit
    kind: Kind
    rules: Construction
    door_style: DoorStyle
    catalog: Catalog
    standard: Standard

    def finish(self, role: FinishRole) -> Finish:
        """The finish of a role; an unknown id falls back to the catalogue's default (a finding says so)."""
        return chosen_finish(self.catalog, self.standard, self.unit, role)

    def hardware(self, role: HardwareRole) -> Hardware:
        """The item of a role; an unknown id falls back to the catalogue's default (a finding says so)."""
        return chosen_hardware(self.catalog, self.standard, self.unit, role)

    def item(self, role: HardwareRole, own: str | None) -> Hardware:
        """An opening's own item of a role, else the unit's."""
        item = self.catalog.hardware.get(own or "")
        return item if item is not None and item.role == role else self.hardware(role)

    def family(self, role: HardwareRole) -> tuple[Hardware, ...]:
        """The chosen item of a role with all others of its make, from which a rule picks by size or load."""
        chosen = self.hardware(role)
        return tuple(h for h in self.catalog.hardware_for(role) if chosen.family and h.family == chosen.family) or (chosen,)

    def rule(self, name: str, label: str = "") -> Size:
        """A construction rule as a size with its name, for derivations."""
        return Size.of(getattr(self.rules, name), label or name.replace("_", " "), f"rule.{name}")


def chosen_finish(catalog: Catalog, standard: Standard, unit: Unit | None, role: FinishRole) -> Finish:
    """The finish of a role for a unit, or for the job where `unit` is None."""
    default = catalog.defaults.finishes[role]
    own = unit.finishes.get(role) if unit is not None else None
    return catalog.finishes.get(own or standard.finishes.get(role, default)) or catalog.finishes[default]


def chosen_hardware(catalog: Catalog, standard: Standard, unit: Unit | None, role: HardwareRole) -> Hardware:
    """The item of a hardware role for a unit, or for the job where `unit` is None."""
    default = catalog.defaults.hardware[role]
    own = unit.hardware.get(role) if unit is not None else None
    return catalog.hardware.get(own or standard.hardware.get(role, default)) or catalog.hardware[default]


def by_load(choice: Choice, role: HardwareRole, load_kg: float) -> Hardware:
    """The chosen item, or the weakest stronger one of its make that bears the load; the strongest where none does."""
    chosen = choice.hardware(role)
    stronger = sorted((h for h in choice.family(role) if h.rated_kg >= chosen.rated_kg), key=lambda h: h.rated_kg)
    return next((h for h in stronger if h.rated_kg >= load_kg), stronger[-1])


def choice_for(catalog: Catalog, standard: Standard, unit: Unit) -> Choice:
    """The choices that hold for a unit.

    Raises:
        KeyError: the unit's kind is not in the catalogue.
    """
    style = catalog.door_styles.get(unit.door_style or standard.door_style) or catalog.door_styles[catalog.defaults.door_style]
    return Choice(unit, catalog.kinds[unit.kind], rules_for(catalog, standard, unit), style, catalog, standard)


def rules_for(catalog: Catalog, standard: Standard, unit: Unit | None = None) -> Construction:
    """The construction that holds for a unit, or for the job.

    A unit's own construction stands apart from the rules that the job lays over its own; the unit's rules are laid over both.
    """
    own = unit.construction if unit is not None and is_known(catalog, standard, unit.construction) else None
    base, saved = _based(catalog, standard, own or standard.construction)
    job_rules = standard.rules if own is None or own == standard.construction else {}
    rules = {**saved, **job_rules, **(unit.rules if unit is not None else {})}
    return _overlaid(Same(base), tuple(sorted(rules.items()))) if rules else base


def is_known(catalog: Catalog, standard: Standard, construction: str | None) -> bool:
    """Whether the job or the catalogue has this construction."""
    return construction in catalog.constructions or any(s.id == construction for s in standard.constructions)


def _based(catalog: Catalog, standard: Standard, wanted: str) -> tuple[Construction, Mapping[str, RuleValue]]:
    """The catalogue's construction behind an id, and the rules that a shop's own lays over it."""
    saved = next((s for s in standard.constructions if s.id == wanted), None)
    usual = catalog.constructions[catalog.defaults.construction]
    if saved is not None:
        return catalog.constructions.get(saved.base) or usual, saved.rules
    return catalog.constructions.get(wanted) or usual, {}


@lru_cache(maxsize=256)
def _overlaid(base: Same, rules: tuple[tuple[str, Any], ...]) -> Construction:
    construction: Construction = base.it  # type: ignore[assignment]
    return construction.model_copy(update=dict(rules))


def rule_source(standard: Standard, unit: Unit | None, name: str) -> Source:
    """Where the value of a construction rule comes from."""
    if unit is not None and name in unit.rules:
        return "own"
    apart = unit is not None and unit.construction not in (None, standard.construction)
    return "job" if name in standard.rules and not apart else "construction"


def pick_source(standard: Standard, unit: Unit | None, table: Literal["finishes", "hardware"], role: str) -> Source:
    """Where the choice of a finish or a hardware item comes from."""
    if unit is not None and role in getattr(unit, table):
        return "own"
    return "job" if role in getattr(standard, table) else "catalogue"
