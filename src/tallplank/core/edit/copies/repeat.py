"""Repeating units along their face: so many times at a pitch, or evenly up to an end."""

from collections.abc import Iterable

from tallplank.core.edit.check import Edited, EditError
from tallplank.core.edit.copies.copied import units_of, with_copies
from tallplank.core.job.job import Job
from tallplank.core.job.unit import Unit

MOST_COPIES = 200


def repeat_units(job: Job, ids: Iterable[str], times: int, pitch: float | None = None) -> Edited:
    """A job with units repeated `times` at a pitch along their face, and the ids of the copies; without a pitch side by side.

    Raises:
        EditError: no units, too many times, or farther along than any wall reaches.
    """
    units = units_of(job, ids)
    _check(times)
    step = _length(units) if pitch is None else pitch
    if not step:
        raise EditError("Copies need a pitch: at none they would stand in the original.")
    return with_copies(job, [u.but(x=u.x + step * (i + 1)) for i in range(times) for u in units])


def repeat_between(job: Job, ids: Iterable[str], times: int, end: float) -> Edited:
    """A job with units repeated `times`, the gaps between all of them alike, the last one ending at `end` along the face.

    Raises:
        EditError: no units, too many times, units of several faces, or more of them than there is room for.
    """
    units = units_of(job, ids)
    _check(times)
    if len({(u.room, u.face) for u in units}) > 1:
        raise EditError("Select units of one wall to repeat them up to an end.")
    start, length = min(u.x for u in units), _length(units)
    gap = (end - start - (times + 1) * length) / times
    if gap < -1e-6:
        room, need = job.display.shown(end - start), job.display.shown((times + 1) * length)
        raise EditError(f"{times + 1} of them take {need}; up to there are {room}.")
    return repeat_units(job, ids, times, length + max(gap, 0.0))


def _check(times: int) -> None:
    if not 1 <= times <= MOST_COPIES:
        raise EditError(f"Repeat from once to {MOST_COPIES} times.")


def _length(units: list[Unit]) -> float:
    return max(u.x + u.width for u in units) - min(u.x for u in units)
