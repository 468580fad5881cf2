"""Keeping units or a group as a piece for other jobs, and placing one; it brings what it needs of the catalogue."""

from collections.abc import Iterable, Mapping, Sequence
from typing import Any

from tallplank.core.catalog.carried import carried, effective, tables_of
from tallplank.core.catalog.catalog import Catalog
from tallplank.core.edit.check import Edited, EditError, buildable, valid
from tallplank.core.edit.copies.copied import units_of, with_copies
from tallplank.core.edit.copies.group import with_group
from tallplank.core.edit.group import group_of
from tallplank.core.edit.paneling.scheme import add_scheme, scheme_of
from tallplank.core.edit.unit import Spot
from tallplank.core.job.job import Job, Pinned
from tallplank.core.job.saved_piece import SavedPiece
from tallplank.core.job.standard import SavedConstruction
from tallplank.core.job.unit import Unit
from tallplank.core.space.outline import Point, middle

OF_THE_JOB = ("operation", "defaults")
"""Lists of which a piece brings nothing: they decide prices and new jobs."""


def piece_of_units(job: Job, catalog: Catalog, ids: Iterable[str], name: str, tags: Sequence[str] = (), picture: str = "") -> SavedPiece:
    """Units of one face as a piece, from the leftmost on.

    Raises:
        EditError: no units, or units of several faces; a name or tags that cannot be.
    """
    units = units_of(job, ids)
    if len({(u.room, u.face) for u in units}) > 1:
        raise EditError("Select units of one wall, or the group that they stand in.")
    start = min(u.x for u in units)
    return _piece(job, catalog, [u.but(x=u.x - start) for u in units], name, tags, picture)


def piece_of_group(
    job: Job, catalog: Catalog, room_id: str, group_id: str, name: str, tags: Sequence[str] = (), picture: str = ""
) -> SavedPiece:
    """A group with all that stands in it as a piece.

    Raises:
        EditError: no such group, nothing in it, or a name or tags that cannot be.
    """
    group = group_of(job.room(room_id), group_id)
    faces = {f.id for f in group.faces}
    units = [u for u in job.units if u.room == room_id and u.face in faces]
    if not units:
        raise EditError(f"{group.name} is empty: there is nothing to keep.")
    return _piece(job, catalog, units, name, tags, picture, group=group.but(x=0.0, y=0.0, turn=0.0))


def piece_of_scheme(
    job: Job, catalog: Catalog, room_id: str, scheme_id: str, name: str, tags: Sequence[str] = (), picture: str = ""
) -> SavedPiece:
    """A paneled wall as a piece.

    Raises:
        EditError: there is no such one, or a name or tags that cannot be.
    """
    room = job.room(room_id)
    scheme = scheme_of(room, scheme_id)
    bare = job.replaced(rooms=(room.but(schemes=(scheme,), floor=None, ceiling=None),))
    return _piece(bare, catalog, (), name, tags, picture, scheme=scheme)


def _piece(job: Job, catalog: Catalog, units: Sequence[Unit], name: str, tags: Sequence[str], picture: str, **more: object) -> SavedPiece:
    used = {u.construction for u in units}
    saved = tuple(c for c in job.standard.constructions if c.id in used)
    rooms = job.rooms if "scheme" in more else ()
    alone = job.replaced(units=tuple(units), rooms=rooms, standard=type(job.standard)(constructions=saved))
    entries = {table: found for table, found in carried(catalog, alone).items() if table not in OF_THE_JOB}
    clean = tuple(tag.strip() for tag in tags if tag.strip())
    values: dict[str, Any] = {"name": name.strip(), "tags": clean, "units": tuple(units), "constructions": saved, "catalog": entries}
    return valid(lambda: SavedPiece(**values, picture=picture, **more))


def place_units_of(job: Job, catalog: Catalog, piece: SavedPiece, spot: Spot) -> Edited:
    """A job with the units of a piece at a face, from a place along it on, and their ids; without a place right of what stands there.

    Raises:
        EditError: the piece is a group, no such face, or a unit of it cannot be built here.
    """
    if piece.group is not None or piece.scheme is not None:
        what = "a group: it stands in the middle of a room" if piece.group is not None else "a paneled wall"
        raise EditError(f"{piece.name} is {what}.")
    face = job.face(spot.room, spot.face)
    beside = [u.x + u.width for u in job.units if (u.room, u.face) == (spot.room, face.id)]
    start = spot.x if spot.x is not None else max(beside, default=0.0)
    units = [u.but(room=spot.room, face=face.id, x=u.x + start) for u in piece.units]
    ready, whole = with_entries(job, catalog, piece)
    return with_copies(ready, [buildable(ready, whole, u) for u in units])


def place_scheme_of(job: Job, catalog: Catalog, piece: SavedPiece, room_id: str, face_id: str) -> Edited:
    """A job with the paneled wall of a piece on a face, in place of what was there; its id.

    Raises:
        EditError: the piece is none, or it does not fit there.
    """
    if piece.scheme is None:
        raise EditError(f"{piece.name} is no paneled wall.")
    ready, whole = with_entries(job, catalog, piece)
    values = {name: getattr(piece.scheme, name) for name in type(piece.scheme).model_fields if name not in ("id", "face")}
    return add_scheme(ready, whole, room_id, face_id, **values)


def place_group_of(job: Job, catalog: Catalog, piece: SavedPiece, room_id: str, at: Point | None = None) -> Edited:
    """A job with the group of a piece in a room, its frame at a point, else about the middle of the room; the ids of group and units.

    Raises:
        EditError: the piece is no group, or a unit of it cannot be built here.
    """
    if piece.group is None:
        raise EditError(f"{piece.name} is no group: it stands along a wall.")
    ready, whole = with_entries(job, catalog, piece)
    for unit in piece.units:
        buildable(ready, whole, unit.but(room=room_id))
    x, y = at if at is not None else _centred(job, piece, room_id)
    return with_group(ready, room_id, piece.group.but(x=x, y=y), piece.units)


def _centred(job: Job, piece: SavedPiece, room_id: str) -> Point:
    x, y = middle(job.room(room_id).corners)
    assert piece.group is not None
    return float(round(x - piece.group.faces[0].length / 2)), float(round(y))


def with_entries(job: Job, catalog: Catalog, piece: SavedPiece) -> tuple[Job, Catalog]:
    """The job with what the piece needs and neither it nor the catalogue has, and the catalogue that holds for it then.

    Raises:
        CatalogError: an entry of the piece cannot be.
    """
    known = tables_of(catalog)
    missing: dict[str, Mapping[str, Any]] = {
        table: {key: raw for key, raw in entries.items() if key not in known.get(table, {})}
        for table, entries in piece.catalog.items()
        if table in known and table not in OF_THE_JOB
    }
    own = {c.id for c in job.standard.constructions}
    more: tuple[SavedConstruction, ...] = tuple(c for c in piece.constructions if c.id not in own)
    if more:
        job = job.replaced(standard=valid(lambda: job.standard.but(constructions=(*job.standard.constructions, *more))))
    if not any(missing.values()):
        return job, catalog
    pinned: Pinned = {table: {**job.pinned.get(table, {}), **missing.get(table, {})} for table in {*job.pinned, *missing}}
    job = job.replaced(pinned={table: entries for table, entries in pinned.items() if entries})
    base = catalog.base or catalog
    return job, effective(base, job)
