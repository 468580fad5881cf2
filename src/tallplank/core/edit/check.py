"""What every edit is held to before its job is handed on."""

from collections.abc import Callable, Iterable, Iterator, Mapping, Sequence
from itertools import compress
from math import hypot
from operator import attrgetter
from typing import NamedTuple, TypeVar

from pydantic import ValidationError

from tallplank.core.catalog.catalog import Catalog
from tallplank.core.error import PlankError
from tallplank.core.job.base import RecordError, complaint
from tallplank.core.job.job import MOST_UNITS, Display, Job
from tallplank.core.job.standard import Standard
from tallplank.core.job.unit import Unit
from tallplank.core.joinery.workshop import make_unit
from tallplank.core.measure.divide import DivideError
from tallplank.core.space.outline import bounds

_T = TypeVar("_T")


class Edited(NamedTuple):
    """What an edit that makes something gives: the new job, and the ids of what was made, in order."""

    job: Job
    ids: tuple[str, ...]


class EditError(PlankError):
    """The edit cannot be done; the job is unchanged."""


def valid(make: Callable[[], _T], display: Display | None = None) -> _T:
    """What `make` returns, with a record's complaint turned into words for the user.

    Raises:
        EditError: a value is out of range.
    """
    try:
        return make()
    except ValidationError as problem:
        raise EditError(complaint(problem)) from None
    except (RecordError, DivideError) as problem:
        raise EditError(display.told(problem.text) if display is not None else str(problem)) from None


def buildable(job: Job, catalog: Catalog, unit: Unit) -> Unit:
    """The unit, if it can be built.

    Raises:
        EditError: with what stands in the way.
    """
    if unit.kind not in catalog.kinds:
        raise EditError(f"The catalogue has no kind of unit called '{unit.kind}'.")
    _fits_room(job, unit)
    if problem := make_unit(catalog, job.standard, unit).problem:
        raise EditError(job.display.told(problem))
    return unit


def _fits_room(job: Job, unit: Unit) -> None:
    """Raise EditError where a unit is larger than the whole room that it stands in."""
    room = next((r for r in job.rooms if r.id == unit.room), None)
    if room is None:
        return
    (left, low), (right, high) = bounds(room.corners)
    across, shown = hypot(right - left, high - low), job.display.shown
    if unit.height > room.height:
        raise EditError(f"A unit {shown(unit.height)} high does not fit into {room.name}, which is {shown(room.height)} high.")
    if max(unit.width, unit.depth) > across:
        size = max(unit.width, unit.depth)
        raise EditError(f"A unit of {shown(size)} does not fit into {room.name}, which is {shown(across)} from corner to corner.")


def with_more(job: Job, units: Sequence[Unit]) -> Job:
    """The job with further units.

    Raises:
        EditError: there would be more than a job holds.
    """
    if len(job.units) + len(units) > MOST_UNITS:
        raise EditError(f"A job has at most {MOST_UNITS} units; it would have {len(job.units) + len(units)}.")
    return job.replaced(units=(*job.units, *units))


def with_units(job: Job, catalog: Catalog, changed: dict[str, Unit]) -> Job:
    """The job with some units replaced, each checked.

    Raises:
        EditError: one of them cannot be built; with several the text names which.
    """
    faces_in = {room.id: room.face_ids for room in job.rooms}
    for key, unit in changed.items():
        if unit.id != key or unit.face not in faces_in.get(unit.room, ()):
            raise EditError(f"Unit {unit.mark} keeps its id, and stands at a wall or face of the job.")
        try:
            buildable(job, catalog, unit)
        except EditError as problem:
            raise EditError(f"Unit {unit.mark}: {problem}") if len(changed) > 1 else problem from None
    return job.replaced(units=swapped(job.units, changed))


_id = attrgetter("id")


def swapped(units: Sequence[Unit], changed: Mapping[str, Unit]) -> tuple[Unit, ...]:
    """Units with some of them changed; many are gone through quickly, of which few are."""
    found = list(units)
    for i in compress(range(len(found)), map(changed.__contains__, map(_id, units))):
        found[i] = changed[found[i].id]
    return tuple(found)


def chosen(job: Job, ids: Iterable[str]) -> Iterator[Unit]:
    """The units of these ids, in the order of the job, as quickly."""
    return compress(job.units, map(frozenset(ids).__contains__, map(_id, job.units)))


def with_standard(job: Job, catalog: Catalog, standard: Standard) -> Job:
    """The job with another standard, refused if a unit that could be built before could not be built with it.

    Raises:
        EditError: naming the first such unit.
    """
    for unit in job.units:
        if (problem := make_unit(catalog, standard, unit).problem) and not make_unit(catalog, job.standard, unit).problem:
            raise EditError(f"Unit {unit.mark} could not be built then: {job.display.told(problem)}")
    return job.replaced(standard=standard)
