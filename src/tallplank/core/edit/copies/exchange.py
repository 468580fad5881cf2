"""Exchanging units: for another kind in the same place, and with their neighbours."""

from collections.abc import Iterable

from tallplank.core.catalog.catalog import Catalog
from tallplank.core.catalog.kind import Kind
from tallplank.core.edit.appliance import fitted_unit
from tallplank.core.edit.check import EditError, valid, with_units
from tallplank.core.edit.copies.copied import units_of
from tallplank.core.edit.unit import usual_values
from tallplank.core.job.job import Job
from tallplank.core.job.unit import Unit
from tallplank.core.joinery.run.stretch import JOINED
from tallplank.core.measure.length import LengthUnit

OF_THE_PLACE = ("id", "mark", "room", "face", "x", "off", "note", "construction", "finishes", "door_style", "side")
"""What a unit of another kind keeps whatever it is."""


def replace_kind(job: Job, catalog: Catalog, ids: Iterable[str], kind: str) -> Job:
    """A job in which units are of another kind: in their place, as wide as before, with all that still applies to them.

    Height, depth and level stay where both kinds stand, or hang, alike; rules, finishes, hardware and the door style of the unit's own
    always do, but for what belongs to the old kind; so does the hand of its doors.

    Raises:
        EditError: no such kind, or one that cannot be built in a unit's place.
    """
    if kind not in catalog.kinds:
        raise EditError(f"The catalogue has no kind of unit called '{kind}'.")
    new, inches = catalog.kinds[kind], job.display.style.unit is LengthUnit.INCH
    changed = {u.id: _replaced(job, catalog, u, new, inches=inches) for u in units_of(job, ids) if u.kind != kind}
    return with_units(job, catalog, changed) if changed else job


def _replaced(job: Job, catalog: Catalog, unit: Unit, new: Kind, *, inches: bool) -> Unit:
    old = catalog.kinds.get(unit.kind)
    usual, before = usual_values(new, inches=inches), usual_values(old, inches=inches) if old is not None else {}
    kept = {name: getattr(unit, name) for name in OF_THE_PLACE}
    sizes = {"width": unit.width}
    if old is not None and old.mount == new.mount and old.worktop == new.worktop:
        sizes |= {"height": unit.height, "depth": unit.depth, "z": unit.z}  # type: ignore[dict-item]
    own = {
        name: {**usual[name], **{k: v for k, v in getattr(unit, name).items() if before.get(name, {}).get(k) != v}}  # type: ignore[attr-defined,dict-item]
        for name in ("rules", "hardware")
    }
    opening = usual["opening"].but(hand=unit.opening.hand)  # type: ignore[attr-defined]
    made = valid(lambda: Unit.model_validate({**usual, **kept, **sizes, **own, "kind": new.id, "opening": opening}))
    return fitted_unit(catalog, job.standard, made, keep=frozenset({"width"}))


def swap_units(job: Job, ids: Iterable[str]) -> Job:
    """A job in which two units of one face have changed places, the space that they take together, and between them, the same.

    Raises:
        EditError: not two units, or units of two faces.
    """
    units = units_of(job, ids)
    if len(units) != 2 or len({(u.room, u.face) for u in units}) > 1:
        raise EditError("Select two units of one wall to swap them.")
    first, second = sorted(units, key=lambda u: u.x)
    between = second.x - first.x - first.width
    places = {second.id: first.x, first.id: first.x + second.width + between}
    return job.replaced(units=tuple(u.but(x=places[u.id]) if u.id in places else u for u in job.units))


def swap_with_neighbour(job: Job, unit_id: str, side: str) -> Job:
    """A job in which a unit has changed places with the one beside it.

    Raises:
        EditError: no unit stands on that side of it.
    """
    unit = job.unit(unit_id)
    row = [u for u in job.units if (u.room, u.face) == (unit.room, unit.face) and u.id != unit_id and _is_level(unit, u)]
    beside = [u for u in row if (u.x >= unit.x + unit.width - JOINED if side == "right" else u.x + u.width <= unit.x + JOINED)]
    if not beside:
        raise EditError(f"No unit stands at the {side} of it.")
    other = min(beside, key=lambda u: abs(u.x - unit.x))
    return swap_units(job, [unit_id, other.id])


def _is_level(one: Unit, other: Unit) -> bool:
    return one.z == other.z or one.z is None or other.z is None
