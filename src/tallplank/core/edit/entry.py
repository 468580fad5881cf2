"""Edits of what a job keeps of the catalogue."""

from collections.abc import Collection

from tallplank.core.catalog.carried import effective
from tallplank.core.catalog.catalog import Catalog
from tallplank.core.edit.check import EditError
from tallplank.core.job.job import Job
from tallplank.core.joinery.workshop import build_unit


def take_from_catalog(job: Job, catalog: Catalog, entries: Collection[tuple[str, str]]) -> Job:
    """A job that lets go of entries (list and id) that it kept as they were, so that the catalogue's hold.

    Raises:
        EditError: a unit that could be built could not be built then.
    """
    left = {t: {k: raw for k, raw in kept.items() if (t, k) not in entries} for t, kept in job.pinned.items()}
    changed = job.replaced(pinned={table: kept for table, kept in left.items() if kept})
    before, after = effective(catalog, job), effective(catalog, changed)
    for unit in job.units:
        if unit.kind not in after.kinds:
            raise EditError(f"The catalogue has no kind '{unit.kind}', of which unit {unit.mark} is: the job has to keep its own.")
        problem = build_unit(after, job.standard, unit).problem
        if problem and not build_unit(before, job.standard, unit).problem:
            raise EditError(f"Unit {unit.mark} could not be built then: {job.display.told(problem)}")
    return changed
