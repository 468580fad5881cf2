"""Copies of units with ids and numbers of their own."""

from collections.abc import Iterable, Sequence

from tallplank.core.edit.check import Edited, EditError, chosen, with_more
from tallplank.core.edit.survey.room import fresh_id, taken_ids
from tallplank.core.job.job import Job
from tallplank.core.job.unit import Unit
from tallplank.core.measure.divide import LONGEST


def units_of(job: Job, ids: Iterable[str]) -> list[Unit]:
    """The units with these ids, in the job's order.

    Raises:
        EditError: there is none.
    """
    found = list(chosen(job, ids))
    if not found:
        raise EditError("Select the units first.")
    return found


def with_copies(job: Job, units: Sequence[Unit]) -> Edited:
    """A job with more units, each with an id and a number of its own, and their ids.

    Raises:
        EditError: one would stand farther along its wall than any wall reaches, or they would be too many.
    """
    if any(abs(u.x) > LONGEST for u in units):
        raise EditError(f"There is no more room for copies: they would stand {job.display.shown(LONGEST)} along the wall.")
    taken, mark = taken_ids(job), max((u.mark for u in job.units), default=0)
    fresh: list[Unit] = []
    for unit in units:
        key = fresh_id("u", taken)
        taken.add(key)
        fresh.append(unit.but(id=key, mark=mark + len(fresh) + 1))
    return Edited(with_more(job, fresh), tuple(u.id for u in fresh))
