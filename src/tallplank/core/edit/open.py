"""Opening a job file against a catalogue."""

from pathlib import Path

from tallplank.core.catalog.catalog import Catalog
from tallplank.core.job.file import JobFileError, load_stamped
from tallplank.core.job.job import Job


def open_job(path: Path, catalog: Catalog) -> Job:
    """The job in a file.

    Raises:
        JobFileError: the file cannot be read as a job, or has a unit of a kind that the catalogue does not know.
    """
    return open_stamped(path, catalog)[0]


def open_stamped(path: Path, catalog: Catalog) -> tuple[Job, str]:
    """The job in a file with the digest of what was read.

    Raises:
        JobFileError: as `open_job`.
    """
    job, digest = load_stamped(path)
    return known_kinds(job, catalog, str(path)), digest


def known_kinds(job: Job, catalog: Catalog, name: str) -> Job:
    """The job, if the catalogue knows the kinds of all its units.

    Raises:
        JobFileError: naming the first unit whose kind is unknown.
    """
    for number, unit in enumerate(job.units, 1):
        if unit.kind not in catalog.kinds:
            raise JobFileError(f"{name}: units › {number} › kind: the catalogue has no kind of unit called '{unit.kind}'.")
    return job
