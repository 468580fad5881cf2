"""Paneled walls in the open job: which one and which region of it is picked, and what is done with it."""

from tallplank.core.edit.paneling.scheme import (
    add_scheme,
    change_region,
    change_scheme,
    continue_scheme,
    copy_scheme,
    merge_region,
    mirror_scheme,
    remove_scheme,
    split_region,
)
from tallplank.core.edit.paneling.start import STARTS, Sizes
from tallplank.core.error import PlankError
from tallplank.core.job.filling import Panel
from tallplank.core.job.measure import OfRegion
from tallplank.core.job.room import Group
from tallplank.core.job.scheme import Path, Region, Scheme, Trim, region_at
from tallplank.core.measure.length import LengthUnit
from tallplank.session.store import Store


def shown_scheme(store: Store) -> Scheme | None:
    """The paneled wall that is picked, else the first one on the shown face."""
    room, pick = store.room(), store.state.pick
    if room is None:
        return None
    picked = pick.scheme if isinstance(pick, OfRegion) and pick.room == room.id else ""
    here = [s for s in room.schemes if s.face == store.state.face]
    return next((s for s in here if s.id == picked), here[0] if here else None)


def picked_path(store: Store) -> Path:
    """The path of the region that is picked; that of the whole where none is, or where it is gone."""
    pick, scheme = store.state.pick, shown_scheme(store)
    if scheme is None or not isinstance(pick, OfRegion) or pick.scheme != scheme.id:
        return ()
    return pick.path if region_at(scheme.root, pick.path) is not None else ()


def picked_region(store: Store) -> Region | None:
    """The region that is picked."""
    scheme = shown_scheme(store)
    return region_at(scheme.root, picked_path(store)) if scheme is not None else None


def start_from(store: Store, key: str) -> None:
    """Put a scheme on the shown wall, in place of what is there, and pick it."""
    room, face = store.room(), store.face()
    if room is None or face is None:
        raise PlankError("Add a room first: a paneled wall stands in one.")
    start, catalog = STARTS[key], store.catalog
    values = start.values(Sizes(inches=store.job.display.style.unit is LengthUnit.INCH))
    if isinstance(face.carrier, Group):
        values = {**values, "high": None, "base": None, "rail": None, "crown": None}
    (made,) = store.apply(lambda j: add_scheme(j, catalog, room.id, face.id, name=start.name, **values), f"{start.name.lower()}")
    store.pick(OfRegion(room.id, made, ()))


def onto_other_walls(store: Store) -> None:
    """Put the shown scheme on all other walls of its room."""
    room, scheme, catalog = store.room(), _shown(store), store.catalog
    assert room is not None
    walls = [wall.id for wall in room.walls]
    store.apply(lambda j: copy_scheme(j, catalog, room.id, scheme.id, walls), f"{scheme.name.lower()} onto the other walls")


def round_corner(store: Store) -> None:
    """Let the shown scheme go on round a corner, and show it there."""
    scheme, room, catalog = _shown(store), store.state.room, store.catalog
    (key,) = store.apply(lambda j: continue_scheme(j, catalog, room, scheme.id), f"{scheme.name.lower()} round the corner")
    store.look_at(room, next(s.face for s in store.job.room(room).schemes if s.id == key))
    store.pick(OfRegion(room, key, ()))


def use_molding(store: Store, key: str) -> None:
    """Put a molding where one of its kind goes on the shown scheme: along its floor, its edge or the ceiling, round openings, in a panel.

    What has no such place runs along the wall at a height, which can be typed.

    Raises:
        PlankError: no scheme is shown, or it has no room for it.
    """
    item, scheme, catalog, room = store.catalog.hardware[key], shown_scheme(store), store.catalog, store.state.room
    if scheme is None:
        raise PlankError("Start a wall first: a click on one of those above puts it on the shown wall.")
    region = picked_region(store)
    words = f"{item.name.lower()} on {scheme.name.lower()}"
    if item.role == "panel-mold" and region is not None and isinstance(region.fill, Panel):
        fill, path = region.fill.but(mold=key), picked_path(store)
        store.apply(lambda j: change_region(j, catalog, room, scheme.id, path, fill=fill), words)
        return
    rail = "rail" if scheme.high is not None else ""
    name = {"base": "base", "crown": "crown", "casing": "casing", "chair-rail": rail}.get(item.role, "")
    values: dict[str, object] = {name: key} if name else {"trims": (*scheme.trims, Trim(molding=key, z=USUAL_HEIGHT))}
    store.apply(lambda j: change_scheme(j, catalog, room, scheme.id, **values), words)
    store.pick(OfRegion(room, scheme.id, picked_path(store)))


USUAL_HEIGHT = 1000.0


def mirror(store: Store) -> None:
    """Mirror the shown scheme about the middle of its wall."""
    scheme, room, catalog = _shown(store), store.state.room, store.catalog
    store.apply(lambda j: mirror_scheme(j, catalog, room, scheme.id), f"mirror {scheme.name.lower()}")


def remove(store: Store) -> None:
    """Take the shown scheme away."""
    scheme, room = _shown(store), store.state.room
    store.apply(lambda j: remove_scheme(j, room, scheme.id), f"remove {scheme.name.lower()}")


def split(store: Store, way: str, count: int) -> None:
    """Divide the picked region, with boards between its parts as wide as those around it."""
    scheme, path, room, catalog = _shown(store), picked_path(store), store.state.room, store.catalog
    above = region_at(scheme.root, path[:-1]) if path else None
    stile = above.stile if above is not None else 0.0
    store.apply(lambda j: split_region(j, catalog, room, scheme.id, path, way, count, stile), f"divide into {count}")


def merge(store: Store) -> None:
    """Make one region of the parts of the picked one."""
    scheme, path, room, catalog = _shown(store), picked_path(store), store.state.room, store.catalog
    store.apply(lambda j: merge_region(j, catalog, room, scheme.id, path), "undivide")


def pick_around(store: Store) -> None:
    """Pick the region that the picked one is a part of."""
    scheme, path = _shown(store), picked_path(store)
    store.pick(OfRegion(store.state.room, scheme.id, path[:-1]))


def _shown(store: Store) -> Scheme:
    scheme = shown_scheme(store)
    if scheme is None:
        raise PlankError("There is no paneled wall here yet: start one from the tray.")
    return scheme
