"""Edits of what holds for the whole job."""

from tallplank.core.catalog.catalog import Catalog
from tallplank.core.edit.check import EditError, valid, with_standard
from tallplank.core.edit.survey.room import add_room
from tallplank.core.edit.unit import check_finish, check_hardware, overlaid
from tallplank.core.job.construction import RuleValue, check_rules
from tallplank.core.job.job import USUAL_LABEL, Job
from tallplank.core.job.unit import FinishRole, HardwareRole


def new_job(name: str = "New job") -> Job:
    """A job on the catalogue's defaults, with one empty room to start from."""
    return add_room(Job(name=name), "Room 1", 4200.0, 3000.0, 2500.0).job


def change_job(job: Job, **values: object) -> Job:
    """A job with another name, customer, number, display or rates."""
    return valid(lambda: job.but(**values))


def set_labels(job: Job, pattern: str) -> Job:
    """A job whose units are called by another pattern; an empty one is the usual one.

    Raises:
        EditError: it names a value that no unit has, or lacks the number.
    """
    return change_job(job, display=valid(lambda: job.display.but(label=pattern.strip() or USUAL_LABEL)))


def change_rates(job: Job, **values: object) -> Job:
    """A job with some of its rates changed."""
    return job.replaced(rates=valid(lambda: job.rates.but(**values)))


def set_job_finish(job: Job, catalog: Catalog, role: FinishRole, finish: str | None) -> Job:
    """A job with a finish for a role wherever a unit has none of its own; None puts back the catalogue's."""
    if finish is not None:
        check_finish(catalog, role, finish)
    return with_standard(job, catalog, job.standard.but(finishes=overlaid(job.standard.finishes, role, finish)))


def set_job_hardware(job: Job, catalog: Catalog, role: HardwareRole, item: str | None) -> Job:
    """A job with an item for a hardware role wherever a unit has none of its own; None puts back the catalogue's."""
    if item is not None:
        check_hardware(catalog, role, item)
    return with_standard(job, catalog, job.standard.but(hardware=overlaid(job.standard.hardware, role, item)))


def set_job_style(job: Job, catalog: Catalog, style: str) -> Job:
    """A job with another door style wherever a unit has none of its own."""
    if style not in catalog.door_styles:
        raise EditError(f"The catalogue has no door style '{style}'.")
    return with_standard(job, catalog, job.standard.but(door_style=style))


def set_job_rule(job: Job, catalog: Catalog, name: str, value: RuleValue | None) -> Job:
    """A job with one construction rule changed wherever a unit does not set it itself; None puts back the catalogue's."""
    kept = check_rules({name: value})[name] if value is not None else None
    return with_standard(job, catalog, job.standard.but(rules=overlaid(job.standard.rules, name, kept)))
