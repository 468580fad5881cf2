"""Moldings that a job has of its own: from a drawing, or one of the catalogue in another size."""

from typing import Any, get_args

from tallplank.core.catalog.catalog import Catalog
from tallplank.core.catalog.hardware import Molding
from tallplank.core.catalog.reader import TABLES
from tallplank.core.edit.check import Edited, EditError, valid
from tallplank.core.error import mm
from tallplank.core.job.job import Job
from tallplank.core.space.outline import Ring, area

ROLES: tuple[str, ...] = get_args(Molding.model_fields["role"].annotation)
SMALLEST, LARGEST = 3.0, 400.0
OWN = "own drawing"


def add_molding(job: Job, catalog: Catalog, outline: Ring, name: str, role: str, price: float = 0.0) -> Edited:
    """A job with a molding of its own, by its outline in (up, outwards); its id.

    Raises:
        EditError: a name, role or price that cannot be.
    """
    if role not in ROLES:
        raise EditError(f"'{role}' is no kind of molding.")
    key = _fresh(job, catalog)
    raw = {"id": key, "role": role, "name": name.strip(), "code": key, "supplier": OWN, "price": price, "outline": outline}
    return Edited(_with_entry(job, valid(lambda: Molding.model_validate(raw))), (key,))


def resize_molding(job: Job, catalog: Catalog, molding_id: str, rise: float, reach: float) -> Edited:
    """A job with a molding of its own that is another one in another size, its price by how much wood is in it; its id.

    Raises:
        EditError: there is no such molding, it leans from wall to ceiling at an angle of its own, or it would be too small or too large.
    """
    molding = catalog.hardware.get(molding_id)
    if not isinstance(molding, Molding):
        raise EditError("There is no such molding.")
    if molding.spring:
        raise EditError(f"{molding.name} leans: its size cannot be changed without its angle.")
    if not all(SMALLEST <= size <= LARGEST for size in (rise, reach)):
        raise EditError(f"A molding is {mm(SMALLEST)} to {mm(LARGEST)} high and deep.")
    up, out = rise / molding.rise, reach / molding.reach
    outline = tuple((round(a * up, 6), round(b * out, 6)) for a, b in molding.outline)
    price = round(molding.price * area(outline) / area(molding.outline), 2)
    return add_molding(job, catalog, outline, f"{molding.name}, {rise:g} × {reach:g}", molding.role, price)


def _with_entry(job: Job, molding: Molding) -> Job:
    raw: dict[str, Any] = TABLES["hardware"].dump_python(molding, mode="json", exclude_defaults=True)
    kept = {**job.pinned.get("hardware", {}), molding.id: raw}
    return valid(lambda: job.but(pinned={**job.pinned, "hardware": kept}))


def _fresh(job: Job, catalog: Catalog) -> str:
    known = {*catalog.hardware, *job.pinned.get("hardware", {})}
    return next(key for n in range(1, len(known) + 2) if (key := f"own-molding-{n}") not in known)
