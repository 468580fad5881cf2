"""Carrying what one unit has to others: chosen from a list, and skipped where it does not apply."""

from collections.abc import Iterable, Mapping, Sequence
from typing import Literal, NamedTuple, get_args

from tallplank.core.catalog.catalog import Catalog
from tallplank.core.edit.check import EditError, valid, with_units
from tallplank.core.job.job import Job
from tallplank.core.job.unit import HardwareRole, Unit
from tallplank.core.joinery.workshop import make_unit

Carried = Literal["front", "finishes", "hardware", "inside", "construction", "sizes"]
CARRIED: tuple[Carried, ...] = get_args(Carried)
WORDS: Mapping[Carried, str] = {
    "front": "Front style",
    "finishes": "Finishes",
    "hardware": "Hardware",
    "inside": "Insides",
    "construction": "Construction and rules",
    "sizes": "Height and depth",
}
"""What can be carried, as it is offered."""
LET_IN: frozenset[HardwareRole] = frozenset({"sink", "hob"})
"""Hardware that belongs to one unit, not to its look."""


class CarriedOver(NamedTuple):
    """The job, and to how many units something was carried and how many it does not apply to."""

    job: Job
    carried: int
    skipped: int

    @property
    def told(self) -> str:
        """In words."""
        done = f"Carried to {self.carried} unit{'' if self.carried == 1 else 's'}"
        return f"{done}; it does not apply to {self.skipped}." if self.skipped else f"{done}."


def carry(job: Job, catalog: Catalog, model_id: str, ids: Iterable[str], things: Sequence[Carried]) -> CarriedOver:
    """What a unit has of the things that are chosen, carried to others; those that it does not apply to stay as they are.

    Raises:
        EditError: nothing chosen, or no other units.
    """
    model, others = job.unit(model_id), [u for u in job.units if u.id in set(ids) and u.id != model_id]
    if not things or not others:
        raise EditError("Select the unit that has it first, then those that shall take it, and choose what to carry.")
    changed = {u.id: new for u in others if (new := _with(job, catalog, model, u, things)) is not None}
    real = {key: new for key, new in changed.items() if new != job.unit(key)}
    return CarriedOver(with_units(job, catalog, real) if real else job, len(changed), len(others) - len(changed))


def _with(job: Job, catalog: Catalog, model: Unit, unit: Unit, things: Sequence[Carried]) -> Unit | None:
    """The unit with all of the things that apply to it; None where none does, or it could not be built."""
    values: dict[str, object] = {}
    for thing in things:
        values |= TAKES[thing](catalog, model, unit)
    if not values:
        return None
    new = valid(lambda: unit.but(**values))
    return None if make_unit(catalog, job.standard, new).problem else new


def _front(catalog: Catalog, model: Unit, unit: Unit) -> dict[str, object]:
    return {"door_style": model.door_style} if _has_fronts(catalog, unit) else {}


def _finishes(catalog: Catalog, model: Unit, unit: Unit) -> dict[str, object]:
    return {"finishes": model.finishes}


def _hardware(catalog: Catalog, model: Unit, unit: Unit) -> dict[str, object]:
    if not _has_fronts(catalog, unit):
        return {}
    kept = {role: item for role, item in unit.hardware.items() if role in LET_IN}
    return {"hardware": {**{role: item for role, item in model.hardware.items() if role not in LET_IN}, **kept}}


def _inside(catalog: Catalog, model: Unit, unit: Unit) -> dict[str, object]:
    same = catalog.kinds[model.kind].way.is_box and catalog.kinds[unit.kind].way.is_box
    return {"opening": model.opening.but(hand=unit.opening.hand)} if same else {}


def _construction(catalog: Catalog, model: Unit, unit: Unit) -> dict[str, object]:
    return {"construction": model.construction, "rules": {**catalog.kinds[unit.kind].rules, **model.rules}}


def _sizes(catalog: Catalog, model: Unit, unit: Unit) -> dict[str, object]:
    same = catalog.kinds[model.kind].mount == catalog.kinds[unit.kind].mount
    return {"height": model.height, "depth": model.depth} if same else {}


TAKES = {"front": _front, "finishes": _finishes, "hardware": _hardware, "inside": _inside, "construction": _construction, "sizes": _sizes}
"""What each thing changes in a unit; nothing where it does not apply."""


def _has_fronts(catalog: Catalog, unit: Unit) -> bool:
    return catalog.kinds[unit.kind].way.opens and unit.opening.is_fronted
