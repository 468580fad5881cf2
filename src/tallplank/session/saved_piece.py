"""Placing saved pieces in the open job."""

from tallplank.core.edit.copies.saved_piece import place_group_of, place_scheme_of, place_units_of
from tallplank.core.edit.unit import Spot
from tallplank.core.job.measure import OfRegion
from tallplank.core.job.saved_piece import SavedPiece
from tallplank.session.state import Remembered
from tallplank.session.store import Store

CHANGES: Remembered[int] = Remembered(0)
"""How often the library was changed since the job was opened."""


def tell_changed(store: Store) -> None:
    """Tell views that the library of pieces is another."""
    store.hold(CHANGES, CHANGES.of(store.state) + 1)


def place_piece(store: Store, piece: SavedPiece) -> None:
    """A group in the middle of the shown room; units at the shown face, right of what stands there; a paneled wall on it. It is selected.

    Raises:
        PlankError: it cannot be built here.
    """
    room = store.room()
    if room is None:
        store.say("Add a room first: a piece stands in one.")
        return
    if piece.scheme is not None:
        (key,) = store.apply(lambda j: place_scheme_of(j, store.catalog, piece, room.id, store.state.face), f"place {piece.name}")
        store.pick(OfRegion(room.id, key, ()))
        return
    if piece.group is not None:
        made = store.apply(lambda j: place_group_of(j, store.catalog, piece, room.id), f"place {piece.name}")
        store.select(made[:1])
        return
    spot = Spot(room.id, store.state.face)
    store.select(store.apply(lambda j: place_units_of(j, store.catalog, piece, spot), f"place {piece.name}"))
