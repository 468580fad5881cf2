"""Opening a job file against a catalogue."""

from pathlib import Path

from tallplank.core.catalog.carried import effective, settled
from tallplank.core.catalog.catalog import Catalog, CatalogError
from tallplank.core.job.file import JobFileError, load_stamped
from tallplank.core.job.job import Job, Pinned


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
    job, carried, digest = load_stamped(path)
    return at_home(job, catalog, str(path), carried), digest


def at_home(job: Job, catalog: Catalog, name: str, carried: Pinned | None = None) -> Job:
    """The job as it was read, with what it carries, settled with the catalogue that is here.

    Raises:
        JobFileError: naming an entry that it carries and that cannot be, or the first unit whose kind neither knows.
    """
    try:
        job = settled(catalog, job.replaced(pinned=carried) if carried else job, name)
        catalog = effective(catalog, job)
    except CatalogError as problem:
        raise JobFileError(str(problem)) from None
    for number, unit in enumerate(job.units, 1):
        if unit.kind not in catalog.kinds:
            raise JobFileError(f"{name}: units › {number} › kind: the catalogue has no kind of unit called '{unit.kind}'.")
    return job
