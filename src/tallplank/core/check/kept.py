"""Entries of the catalogue that a job keeps as they were."""

from collections.abc import Iterator

from tallplank.core.catalog.carried import Change, changes
from tallplank.core.check.record import Finding, Fix
from tallplank.core.edit.entry import take_from_catalog
from tallplank.core.joinery.made import Made


def kept_entries(made: Made) -> Iterator[Finding]:
    """What the catalogue here has otherwise than the job, offered one by one."""
    base = made.catalog.base
    if base is None:
        return
    for change in changes(base, made.job):
        yield _told(made, change)


def _told(made: Made, change: Change) -> Finding:
    base = made.catalog.base
    if change.missing or base is None:
        text = f"The job uses {change.name}, which the catalogue here does not have; it keeps its own."
        return Finding("note", "kept-entry", text, "Choose something else where it is used, or add it to the catalogue.")
    text = f"The catalogue has {change.name} otherwise than this job: {', '.join(change.differences)}. The job keeps its own."
    fix = Fix("Take the catalogue's", lambda j: take_from_catalog(j, base, {(change.table, change.id)}))
    return Finding("note", "changed-entry", text, "Take it from the catalogue, if it shall hold here.", (), fix)
