"""Edits of single pieces of what passes across units: worktops, plinths, moldings, strips, backsplashes."""

from tallplank.core.catalog.catalog import Catalog
from tallplank.core.edit.check import EditError, valid
from tallplank.core.edit.survey.room import with_room
from tallplank.core.job.job import Job
from tallplank.core.job.room import PieceChange


def change_piece(job: Job, catalog: Catalog, room_id: str, key: str, **values: object) -> Job:
    """A job with a piece left out, of another finish, or longer at an end; `key` as of `piece_key`.

    Raises:
        EditError: a value out of range, or a finish that the catalogue does not have.
    """
    pieces = dict(job.room(room_id).pieces)
    change = valid(lambda: pieces.get(key, PieceChange()).but(**values))
    if change.finish is not None and change.finish not in catalog.finishes:
        raise EditError(f"The catalogue has no finish '{change.finish}'.")
    pieces[key] = change
    if change == PieceChange():
        del pieces[key]
    return with_room(job, room_id, lambda room: room.but(pieces=pieces))


def reset_piece(job: Job, room_id: str, key: str) -> Job:
    """A job in which a piece makes itself again."""
    room = job.room(room_id)
    if key not in room.pieces:
        raise EditError("That piece is not changed by hand.")
    return with_room(job, room_id, lambda r: r.but(pieces={k: v for k, v in r.pieces.items() if k != key}))
