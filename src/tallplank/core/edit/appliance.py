"""How a unit follows its appliances: as wide and as deep as their niches ask for. Source: common practice."""

from collections.abc import Iterable

from tallplank.core.catalog.catalog import Catalog
from tallplank.core.catalog.hardware import Appliance
from tallplank.core.catalog.kind import Kind
from tallplank.core.edit.check import EditError, with_units
from tallplank.core.edit.stand import kept_in_place
from tallplank.core.job.job import Job
from tallplank.core.job.standard import Standard
from tallplank.core.job.unit import Unit
from tallplank.core.joinery.inside.appliance import Lack, appliance_of, lack_of
from tallplank.core.joinery.setout.box import box_of
from tallplank.core.joinery.setout.plane import plane_of
from tallplank.core.joinery.workshop import make_unit

ROUNDS = 8
"""In a unit with several bays each takes but a share of what the unit grows by, so that it is asked again."""
ENOUGH = 1e-6


def fit_appliances(job: Job, catalog: Catalog, ids: Iterable[str]) -> Job:
    """A job in which units are as wide and as deep as the niches of their appliances ask for.

    Raises:
        EditError: no width suits all appliances of a unit.
    """
    wanted = set(ids)
    changed: dict[str, Unit] = {}
    for unit in job.units:
        if unit.id in wanted:
            fitted = fitted_unit(catalog, job.standard, unit)
            if any(_lack(catalog, job.standard, fitted)):
                raise EditError(f"No width of unit {unit.mark} suits what is built into it: choose another appliance.")
            if fitted is not unit:
                changed[unit.id] = kept_in_place(job, catalog, unit, fitted)
    return with_units(job, catalog, changed) if changed else job


def fitted_unit(catalog: Catalog, standard: Standard, unit: Unit, *, keep: frozenset[str] = frozenset()) -> Unit:
    """The unit as wide and as deep as its appliances ask for, but for the sizes to `keep`; itself where that is so already."""
    kind = catalog.kinds.get(unit.kind)
    if kind is not None and kind.way.is_appliance:
        return _in_its_place(catalog, unit, kind, keep)
    fitted = unit
    for _ in range(ROUNDS):
        lack = _lack(catalog, standard, fitted)
        wider, deeper = 0.0 if "width" in keep else lack.width, 0.0 if "depth" in keep else lack.depth
        if not wider and not deeper:
            break
        fitted = fitted.but(width=round(fitted.width + wider, 6), depth=round(fitted.depth + deeper, 6))
    return fitted


def _in_its_place(catalog: Catalog, unit: Unit, kind: Kind, keep: frozenset[str]) -> Unit:
    """The place that an appliance takes by itself: under a worktop as high as the units beside it, and as deep at least."""
    item = catalog.hardware.get(unit.hardware.get("appliance", ""))
    if not isinstance(item, Appliance) or item.place is None:
        return unit
    wide, high, deep = item.place
    sizes = {"width": wide, "height": unit.height if kind.worktop else high, "depth": max(unit.depth, deep) if kind.worktop else deep}
    changed = {name: value for name, value in sizes.items() if name not in keep and getattr(unit, name) != value}
    return unit.but(**changed) if changed else unit


def _lack(catalog: Catalog, standard: Standard, unit: Unit) -> Lack:
    """What the niches of a unit lack together: the widest and deepest of them decide."""
    if not any(cell.inside == "appliance" and cell.item for cell in unit.opening.cells):
        return Lack(0.0, 0.0)
    made = make_unit(catalog, standard, unit)
    if made.layout is None or made.problem:
        return Lack(0.0, 0.0)
    box, plane = box_of(made.choice), plane_of(made.choice)
    found = [
        lack_of(made.choice, box, cell, plane, appliance)
        for cell in made.layout.leaves
        if (appliance := appliance_of(made.choice, cell.opening)) is not None
    ]
    wider = max((lack.width for lack in found), default=0.0)
    deeper = max((lack.depth for lack in found), default=0.0)
    return Lack(wider if abs(wider) > ENOUGH else 0.0, deeper if deeper > ENOUGH else 0.0)
