"""Which material, hardware and rule holds for one unit: its own, else the job's, else the catalogue's."""

from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import Literal, TypeVar, overload

from tallplank.core.catalog.catalog import Catalog
from tallplank.core.catalog.door_style import DoorStyle
from tallplank.core.catalog.finish import Finish
from tallplank.core.catalog.hardware import (
    Anchor,
    Appliance,
    Bracket,
    Fastener,
    Fixing,
    Fixture,
    Hanger,
    Hardware,
    Hinge,
    Insert,
    Leg,
    Molding,
    Pin,
    Pull,
    Rail,
    Situation,
    Slide,
    Stay,
    TopBolt,
)
from tallplank.core.catalog.kind import Kind
from tallplank.core.job.construction import Construction, RuleValue
from tallplank.core.job.opening import FrontKind
from tallplank.core.job.standard import Standard
from tallplank.core.job.unit import FinishRole, HardwareRole, Unit
from tallplank.core.joinery.rule.under_top import DEEP, let_in_item, under_let_in
from tallplank.core.measure.size import Size
from tallplank.core.measure.source import Decided

Source = Literal["own", "job", "construction", "catalogue"]
_H = TypeVar("_H", Slide, Hanger, Fixing, Stay, Hinge)
Table = Literal["finishes", "hardware", "front_styles"]


@dataclass(frozen=True, slots=True)
class Choice:
    """Everything that building one unit needs beside the unit itself."""

    unit: Unit
    kind: Kind
    rules: Construction
    door_style: DoorStyle
    catalog: Catalog
    standard: Standard
    used: set[tuple[Table, str]] = field(default_factory=set, compare=False, repr=False)
    """What was asked for so far. Nothing but this, the rules and the door style decides how the unit is built."""
    _finishes: dict[FinishRole, Finish] = field(default_factory=dict, compare=False, repr=False)
    _items: dict[HardwareRole, Hardware] = field(default_factory=dict, compare=False, repr=False)

    @property
    def apron(self) -> Size | None:
        """How far a sink that stands before the front comes down below the top of the box; None where there is none."""
        item = let_in_item(self.catalog, self.unit, self.kind, "sink")
        if item is None or item.mount != "front":
            return None
        return Size.of(item.size[2], "height of the sink", Decided("hardware", "sink")) - self._top_board

    @property
    def drop(self) -> Size | None:
        """How far a hob reaches down into the box below the worktop; None where none does, and where it is deep as a bowl is."""
        item = let_in_item(self.catalog, self.unit, self.kind, "hob")
        if item is None:
            return None
        drop = Size.of(item.size[2], "depth of the hob", Decided("hardware", "hob")) - self._top_board
        return drop if 0 < drop.value <= DEEP else None

    @property
    def deep_hob(self) -> bool:
        """Whether a hob reaches so deep into the box that it takes the place of what is at its top."""
        item = let_in_item(self.catalog, self.unit, self.kind, "hob")
        return item is not None and item.size[2] - self._top_board.value > DEEP

    @property
    def _top_board(self) -> Size:
        return Size.of(self.finish("top").thickness, "worktop board", Decided("finish", "top"))

    def finish(self, role: FinishRole) -> Finish:
        """The finish of a role; an unknown id falls back to the catalogue's default (a finding says so)."""
        known = self._finishes.get(role)
        if known is None:
            self.used.add(("finishes", role))
            known = self._finishes[role] = in_board(chosen_finish(self.catalog, self.standard, self.unit, role), role, self.rules)
        return known

    @overload
    def hardware(self, role: Literal["hinge"]) -> Hinge: ...
    @overload
    def hardware(self, role: Literal["slide"]) -> Slide: ...
    @overload
    def hardware(self, role: Literal["leg"]) -> Leg: ...
    @overload
    def hardware(self, role: Literal["pin"]) -> Pin: ...
    @overload
    def hardware(self, role: Literal["pull"]) -> Pull: ...
    @overload
    def hardware(self, role: Literal["hanger"]) -> Hanger: ...
    @overload
    def hardware(self, role: Literal["cam", "dowel", "confirmat", "screw", "pocket-screw"]) -> Fixing: ...
    @overload
    def hardware(self, role: Literal["anchor"]) -> Anchor: ...
    @overload
    def hardware(self, role: Literal["top-bolt"]) -> TopBolt: ...
    @overload
    def hardware(self, role: Literal["crown", "light-rail", "cornice", "soffit-rail"]) -> Molding: ...
    @overload
    def hardware(self, role: Literal["sink", "hob"]) -> Fixture: ...
    @overload
    def hardware(self, role: Literal["appliance"]) -> Appliance: ...
    @overload
    def hardware(self, role: Literal["fastener"]) -> Fastener: ...
    @overload
    def hardware(self, role: Literal["stay"]) -> Stay: ...
    @overload
    def hardware(self, role: Literal["rail"]) -> Rail: ...
    @overload
    def hardware(self, role: Literal["bracket"]) -> Bracket: ...
    @overload
    def hardware(self, role: Literal["rack", "basket", "bin", "dish-rack"]) -> Insert: ...
    @overload
    def hardware(self, role: HardwareRole) -> Hardware: ...
    def hardware(self, role: HardwareRole) -> Hardware:
        """The item of a role; an unknown id, or one of another role, falls back to the catalogue's default (a finding says so)."""
        known = self._items.get(role)
        if known is None:
            self.used.add(("hardware", role))
            known = self._items[role] = chosen_hardware(self.catalog, self.standard, self.unit, role)
        return known

    def item(self, role: HardwareRole, own: str | None) -> Hardware:
        """An opening's own item of a role, else the unit's."""
        item = self.catalog.hardware.get(own or "")
        return item if item is not None and item.role == role else self.hardware(role)

    def family(self, chosen: _H) -> tuple[_H, ...]:
        """A chosen item with all others of its make and role, from which a rule picks by size or load."""
        alike = (h for h in self.catalog.hardware_for(chosen.role) if chosen.family and h.family == chosen.family)
        return tuple(h for h in alike if isinstance(h, type(chosen))) or (chosen,)

    def front_style(self, kind: FrontKind) -> DoorStyle:
        """The style of fronts of a kind that have none of their own: the unit's, else the job's for the kind, else the job's."""
        self.used.add(("front_styles", kind))
        by_kind = None if self.unit.door_style else self.standard.front_styles.get(kind)
        return self.catalog.door_styles.get(by_kind or "") or self.door_style

    def holds(self, standard: Standard, *, but: Table | None = None) -> bool:
        """Whether the unit would be built just the same by another standard, for all that was asked of this choice.

        One table may be left out of account.
        """
        old = self.standard
        if old is standard:
            return True
        if style_for(self.catalog, standard, self.unit) is not self.door_style or not self._rules_hold(standard):
            return False
        return not any(
            getattr(old, table).get(role) != getattr(standard, table).get(role) and role not in getattr(self.unit, table, ())
            for table, role in self.used
            if table != but
        )

    def _rules_hold(self, standard: Standard) -> bool:
        old = self.standard
        if (old.construction, old.rules, old.constructions) == (standard.construction, standard.rules, standard.constructions):
            return True
        return rules_for(self.catalog, standard, self.unit) == self.rules

    def rule(self, name: str, label: str = "") -> Size:
        """A construction rule as a size with its name, for derivations."""
        return Size.of(getattr(self.rules, name), label or name.replace("_", " "), Decided("rule", name))


def chosen_finish(catalog: Catalog, standard: Standard, unit: Unit | None, role: FinishRole) -> Finish:
    """The finish of a role for a unit, or for the job where `unit` is None."""
    default = catalog.defaults.finishes[role]
    own = unit.finishes.get(role) if unit is not None else None
    return catalog.finishes.get(own or standard.finishes.get(role, default)) or catalog.finishes[default]


_BOARDS: dict[FinishRole, str] = {"front": "front_board", "back": "back_board", "drawer": "drawer_board"}


def in_board(finish: Finish, role: FinishRole, rules: Construction) -> Finish:
    """A finish on a board of the thickness that the construction asks for in that role."""
    thickness = getattr(rules, _BOARDS[role]) if role in _BOARDS else 0.0
    return finish.but(thickness=thickness) if thickness and thickness != finish.thickness else finish


def chosen_hardware(catalog: Catalog, standard: Standard, unit: Unit | None, role: HardwareRole) -> Hardware:
    """The item of a hardware role for a unit, or for the job where `unit` is None."""
    default = catalog.defaults.hardware[role]
    own = unit.hardware.get(role) if unit is not None else None
    chosen = catalog.hardware.get(own or standard.hardware.get(role, default))
    return chosen if chosen is not None and chosen.role == role else catalog.hardware[default]


_L = TypeVar("_L", Slide, Hanger)


def by_load(choice: Choice, chosen: _L, load_kg: float) -> _L:
    """The chosen item, or the weakest stronger one of its make that bears the load; the strongest where none does."""
    stronger = sorted((h for h in choice.family(chosen) if h.rated_kg >= chosen.rated_kg), key=lambda h: h.rated_kg)
    return next((h for h in stronger if h.rated_kg >= load_kg), stronger[-1])


def hinge_for(choice: Choice, fits: Situation) -> Hinge:
    """The hinge of the chosen make that is made for a door that lies so; the chosen one where there is none."""
    chosen = choice.hardware("hinge")
    return next((h for h in choice.family(chosen) if h.fits == fits), chosen)


def usual_hinge(choice: Choice) -> Hinge:
    """The hinge for fronts that lie as the construction says."""
    if choice.rules.box == "face-frame":
        return hinge_for(choice, "frame-inset" if choice.rules.overlay == "inset" else "frame")
    return hinge_for(choice, choice.rules.overlay)


def choice_for(catalog: Catalog, standard: Standard, unit: Unit) -> Choice:
    """The choices that hold for a unit.

    Raises:
        KeyError: the unit's kind is not in the catalogue.
    """
    style = style_for(catalog, standard, unit)
    kind = catalog.kinds[unit.kind]
    unit, kind = under_let_in(catalog, unit, kind, chosen_finish(catalog, standard, unit, "top").thickness)
    return Choice(unit, kind, rules_for(catalog, standard, unit), style, catalog, standard)


def style_for(catalog: Catalog, standard: Standard, unit: Unit) -> DoorStyle:
    """The door style of a unit: its own, else the job's; an unknown id falls back to the catalogue's default."""
    return catalog.door_styles.get(unit.door_style or standard.door_style) or catalog.door_styles[catalog.defaults.door_style]


def rules_for(catalog: Catalog, standard: Standard, unit: Unit | None = None) -> Construction:
    """The construction that holds for a unit, or for the job.

    A unit's own construction stands apart from the rules that the job lays over its own; the unit's rules are laid over both.
    """
    own = unit.construction if unit is not None and is_known(catalog, standard, unit.construction) else None
    base, saved = _based(catalog, standard, own or standard.construction)
    job_rules = standard.rules if own is None or own == standard.construction else {}
    rules = {**saved, **job_rules, **(unit.rules if unit is not None else {})}
    return base.model_copy(update=rules) if rules else base


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
