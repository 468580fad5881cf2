"""Edits of what walls, floors, ceilings and soffits are covered with, and of the pictures that a job brings along for them."""

from base64 import b64encode

from tallplank.core.catalog.catalog import Catalog
from tallplank.core.edit.check import Edited, EditError, valid
from tallplank.core.edit.survey.room import fresh_id, taken_ids, with_room, with_wall
from tallplank.core.edit.survey.standing import change_standing
from tallplank.core.job.job import Job
from tallplank.core.job.picture import MOST_PICTURES, Picture


def add_picture(job: Job, name: str, data: bytes, pixels: tuple[int, int], width: float) -> Edited:
    """A job with one more picture, so wide in reality; its height follows from its pixels. Its id comes with it.

    Raises:
        EditError: a width out of range, or too many.
    """
    if len(job.pictures) >= MOST_PICTURES:
        raise EditError(f"A job keeps at most {MOST_PICTURES} pictures.")
    key = fresh_id("picture", taken_ids(job) | {p.id for p in job.pictures})
    text, height = b64encode(data).decode("ascii"), width * pixels[1] / max(pixels[0], 1)
    made = valid(lambda: Picture(id=key, name=name, width=width, height=height, data=text))
    return Edited(job.replaced(pictures=(*job.pictures, made)), (key,))


def size_picture(job: Job, picture_id: str, width: float) -> Job:
    """A job with a picture of another real width; its height follows.

    Raises:
        EditError: no such picture, or a width out of range.
    """
    before = next((p for p in job.pictures if p.id == picture_id), None)
    if before is None:
        raise EditError(f"The job has no picture '{picture_id}'.")
    made = valid(lambda: before.but(width=width, height=before.height * width / before.width))
    return job.replaced(pictures=tuple(made if p is before else p for p in job.pictures))


def check_surface(job: Job, catalog: Catalog, surface: str | None) -> None:
    """Raise EditError unless this is nothing, a look of the catalogue or a picture of the job."""
    if surface is not None and surface not in catalog.looks and all(p.id != surface for p in job.pictures):
        raise EditError(f"Neither the catalogue nor the job has a surface '{surface}'.")


def cover(job: Job, catalog: Catalog, room_id: str, what: str, surface: str | None) -> Job:
    """A job with a wall (by its face), a soffit (by its id), 'floor' or 'ceiling' of a room covered with something; None for plain.

    Raises:
        EditError: no such surface, or nothing of this name in the room.
    """
    check_surface(job, catalog, surface)
    room = job.room(room_id)
    if what in ("floor", "ceiling"):
        return with_room(job, room_id, lambda r: r.but(**{what: surface}))
    if any(s.id == what for s in room.soffits):
        return change_standing(job, room_id, what, surface=surface)
    return with_wall(job, room_id, what, lambda wall: wall.but(surface=surface))
