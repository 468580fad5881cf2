"""Opening a job file against a catalogue."""

from pathlib import Path

from tallplank.core.catalog.record import Catalog
from tallplank.core.job.file import JobFileError, load
from tallplank.core.job.record import Job


def open_job(path: Path, catalog: Catalog) -> Job:
    """The job in a file.

    Raises:
        JobFileError: the file cannot be read as a job, or has a unit of a kind that the catalogue does not know.
    """
    return known_kinds(load(path), catalog, str(path))


def known_kinds(job: Job, catalog: Catalog, name: str) -> Job:
    """The job, if the catalogue knows the kinds of all its units.

    Raises:
        JobFileError: naming the first unit whose kind is unknown.
    """
    for number, unit in enumerate(job.units, 1):
        if unit.kind not in catalog.kinds:
            raise JobFileError(f"{name}: units › {number} › kind: the catalogue has no kind of unit called '{unit.kind}'.")
    return job
