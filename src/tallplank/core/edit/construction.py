"""Edits of the ways of building: choosing one for units or the job, and keeping a shop's own."""

from collections.abc import Iterable
from functools import partial

from tallplank.core.catalog.catalog import Catalog
from tallplank.core.edit.check import EditError, valid, with_standard, with_units
from tallplank.core.edit.survey.room import fresh_id
from tallplank.core.job.job import Job
from tallplank.core.job.standard import SavedConstruction
from tallplank.core.job.unit import Unit
from tallplank.core.joinery.rule.choice import is_known


def set_construction(job: Job, catalog: Catalog, ids: Iterable[str], construction: str | None) -> Job:
    """A job with units built another way, or again as the job with None; their own rules give way to it.

    Raises:
        EditError: an unknown construction, or a unit that could not be built so.
    """
    _need(job, catalog, construction)
    wanted, changed = set(ids), {}
    for unit in job.units:
        if unit.id in wanted and (unit.construction != construction or unit.rules):
            changed[unit.id] = valid(partial(unit.but, construction=construction, rules={}))
    return with_units(job, catalog, changed) if changed else job


def set_job_construction(job: Job, catalog: Catalog, construction: str) -> Job:
    """A job built another way wherever a unit has no construction of its own; the job's own rules give way to it.

    Raises:
        EditError: an unknown construction, or a unit that could not be built so.
    """
    _need(job, catalog, construction)
    return with_standard(job, catalog, job.standard.but(construction=construction, rules={}))


def save_construction(job: Job, catalog: Catalog, unit_id: str, name: str) -> tuple[Job, SavedConstruction]:
    """A job with one more construction, which is how this unit is built now; the unit then uses it. One of that name is replaced.

    Raises:
        EditError: no name.
    """
    if not name.strip():
        raise EditError("Give the construction a name.")
    unit = job.unit(unit_id)
    saved = _as_saved(job, catalog, unit, name.strip())
    others = tuple(s for s in job.standard.constructions if s.id != saved.id)
    job = job.replaced(standard=job.standard.but(constructions=(*others, saved)))
    return set_construction(job, catalog, [unit_id], saved.id), saved


def add_construction(job: Job, saved: SavedConstruction) -> Job:
    """A job that has a construction of the shop, for use by its units; one with its id is replaced."""
    if saved in job.standard.constructions:
        return job
    others = tuple(s for s in job.standard.constructions if s.id != saved.id)
    return job.replaced(standard=job.standard.but(constructions=(*others, saved)))


def fresh_construction(job: Job, catalog: Catalog, saved: SavedConstruction) -> SavedConstruction:
    """The same construction under an id that is free in the job, unless the job has just this one."""
    if saved in job.standard.constructions:
        return saved
    taken = {*catalog.constructions, *(s.id for s in job.standard.constructions)}
    return saved.but(id=fresh_id("own", taken)) if saved.id in taken else saved


def _as_saved(job: Job, catalog: Catalog, unit: Unit, name: str) -> SavedConstruction:
    standard = job.standard
    construction = unit.construction or standard.construction
    before = next((s for s in standard.constructions if s.id == construction), None)
    base = before.base if before is not None else construction
    apart = unit.construction not in (None, standard.construction)
    rules = {**(before.rules if before is not None else {}), **({} if apart else standard.rules), **unit.rules}
    alike = next((s for s in standard.constructions if s.name == name), None)
    taken = {*catalog.constructions, *(s.id for s in standard.constructions)}
    new_id = alike.id if alike is not None else fresh_id("own", taken)
    return valid(lambda: SavedConstruction(id=new_id, name=name, base=base, rules=rules))


def _need(job: Job, catalog: Catalog, construction: str | None) -> None:
    if construction is not None and not is_known(catalog, job.standard, construction):
        raise EditError(f"There is no construction '{construction}'.")
