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


def held(store: Store, key: str) -> str:
    """What is taken hold of where something is pointed at: of a unit in a closed group that group, else the thing itself."""
    closed, room = store.state.closed, store.room()
    unit = next((u for u in store.job.units if u.id == key), None) if closed and room is not None else None
    if unit is None or room is None or unit.room != room.id:
        return key
    return next((g.id for g in room.groups if g.id in closed and any(f.id == unit.face for f in g.faces)), key)


def is_closed(store: Store) -> bool:
    """Whether the group that is selected, or that the selected units stand in, is closed."""
    group = _chosen(store)
    return group is not None and group.id in store.state.closed


def flip_group(store: Store) -> None:
    """Close the group that is selected, or that the selected units stand in, and select it; or open it again.

    Raises:
        PlankError: there is none.
    """
    group = _chosen(store)
    if group is None:
        raise PlankError("Select a group, or units that stand in one.")
    if group.id in store.state.closed:
        store.close_groups(store.state.closed - {group.id})
        store.say(f"{group.name} is open: a click takes one of its units.")
    else:
        store.close_groups(store.state.closed | {group.id})
        store.select([group.id])
        store.say(f"{group.name} is closed: a click takes all of it. A double click opens it.")


def open_at(store: Store, key: str) -> bool:
    """Open the closed group that a unit stands in and select the unit; whether it was closed."""
    group = held(store, key)
    if group == key:
        return False
    store.close_groups(store.state.closed - {group})
    store.select([key])
    return True


def with_members(store: Store) -> frozenset[str]:
    """What is selected, with the units of selected groups."""
    chosen, room = frozenset(store.state.selected), store.room()
    faces = {f.id for g in room.groups if g.id in chosen for f in g.faces} if room is not None else set()
    return chosen | {u.id for u in store.job.units if u.room == store.state.room and u.face in faces} if faces else chosen


def _chosen(store: Store) -> Group | None:
    room = store.room()
    selected = next((g for g in room.groups if g.id in store.state.selected), None) if room is not None else None
    return selected or (group_of_units(store) if store.selected_units() else None)
