"""Groups in the open job: a new island, and the group that units stand in."""

from tallplank.core.edit.group import add_island
from tallplank.core.error import PlankError
from tallplank.core.job.room import Group
from tallplank.core.measure.length import LengthUnit
from tallplank.core.space.outline import middle
from tallplank.session.store import Store

ISLAND, INCH_ISLAND = 1800.0, 72 * 25.4
"""How long a new island is."""


def new_island(store: Store) -> None:
    """One in the middle of the shown room, selected, its front in view."""
    room = store.room()
    if room is None:
        store.say("Add a room first: an island stands in one.")
        return
    x, y = middle(room.corners)
    long = INCH_ISLAND if store.job.display.style.unit is LengthUnit.INCH else ISLAND
    group, front, _ = store.apply(lambda j: add_island(j, room.id, float(round(x - long / 2)), float(round(y)), long), "add island")
    store.look_at(room.id, front)
    store.select([group])


def group_of_units(store: Store) -> Group | None:
    """The group that all selected units stand in."""
    units, room = store.selected_units(), store.room()
    found = [g for g in room.groups if any(f.id == u.face for f in g.faces for u in units)] if room is not None else []
    return found[0] if len(found) == 1 and all(u.face in {f.id for f in found[0].faces} for u in units) else None


def select_group(store: Store) -> None:
    """Select the group that the selected units stand in.

    Raises:
        PlankError: they stand in none, or in several.
    """
    group = group_of_units(store)
    if group is None:
        raise PlankError("The selected units stand in no group.")
    store.select([group.id])
