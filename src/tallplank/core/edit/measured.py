"""A new value for what a dimension measures, as an edit."""

from typing import Literal, assert_never

from tallplank.core.catalog.catalog import Catalog
from tallplank.core.edit.check import EditError
from tallplank.core.edit.dimension.added import set_dimension
from tallplank.core.edit.group import set_face_length
from tallplank.core.edit.opening import set_opening_size
from tallplank.core.edit.paneling.scheme import set_region_size
from tallplank.core.edit.survey.room import change_room
from tallplank.core.edit.survey.service import change_service, service_of
from tallplank.core.edit.survey.standing import set_standing_along
from tallplank.core.edit.survey.walled import change_opening
from tallplank.core.edit.unit import Anchor, change_units, set_width, slide_units
from tallplank.core.edit.walkway import set_walkway
from tallplank.core.job.job import Job
from tallplank.core.job.measure import (
    Between,
    Measure,
    OfAdded,
    OfCell,
    OfFace,
    OfGap,
    OfMiddle,
    OfOpening,
    OfRegion,
    OfRoom,
    OfService,
    OfStanding,
    OfStile,
    OfUnit,
    OfWay,
)
from tallplank.core.joinery.workshop import make


def set_measured(job: Job, catalog: Catalog, measure: Measure, value: float, anchor: Anchor = "left") -> Job:
    """A job in which what is measured has this value; for a unit's width `anchor` says which side stays where it is.

    Raises:
        EditError: a value that cannot be built, or a distance that follows from others.
    """
    match measure:
        case OfUnit(unit, size):
            width = size == "width"
            return set_width(job, catalog, [unit], value, anchor) if width else change_units(job, catalog, [unit], **{size: value})
        case OfCell(unit, path):
            return set_opening_size(job, catalog, [unit], path, value)
        case OfOpening() | OfService():
            return _in_wall(job, measure, value)
        case OfStanding(room, wall, thing, size):
            return set_standing_along(job, room, thing, job.face(room, wall), size, value)
        case OfGap() | OfMiddle():
            return _slid(job, measure, value)
        case OfFace(room, face):
            return set_face_length(job, room, face, value)
        case OfWay(room, group, side):
            return set_walkway(job, make(job, catalog), room, group, side, value)
        case OfRoom(room):
            return change_room(job, room, height=value)
        case OfRegion() | OfStile():
            return set_region_size(job, catalog, measure, value)
        case OfAdded(dimension):
            return set_dimension(job, catalog, make(job, catalog), dimension, value, anchor)
        case Between():
            raise EditError("This distance follows from what stands on both sides of it: move one of them.")
        case _:
            assert_never(measure)


def _slid(job: Job, measure: OfGap | OfMiddle, value: float) -> Job:
    """A job with a unit so far from an edge at one of its sides, or with its middle so far along its face."""
    unit = job.unit(measure.unit)
    if isinstance(measure, OfMiddle):
        return slide_units(job, [unit.id], value - unit.width / 2 - unit.x)
    if value < 0:
        raise EditError("A distance is 0 or more.")
    x = measure.edge + value if measure.side == "left" else measure.edge - value - unit.width
    return slide_units(job, [unit.id], x - unit.x)


def _in_wall(job: Job, measure: OfOpening | OfService, value: float) -> Job:
    """A job with a size or a place of a door or window, or with a service at a place."""
    if isinstance(measure, OfOpening):
        return change_opening(job, measure.room, measure.face, measure.opening, **{measure.size: value})
    return _service_at(job, measure.room, measure.face, measure.service, measure.size, value)


def _service_at(job: Job, room: str, wall: str, service_id: str, axis: Literal["x", "z"], middle: float) -> Job:
    """A job with the middle of a service at a place along its wall, or at a height."""
    service = service_of(job.face(room, wall), service_id)
    half = (service.width if axis == "x" else service.height) / 2
    if middle < half:
        raise EditError(f"Its middle is at least {job.display.shown(half)} from there.")
    return change_service(job, room, wall, service_id, **{axis: middle - half})
