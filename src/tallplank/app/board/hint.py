"""What an empty place says: what to do first."""

from tallplank.session.store import Store
from tallplank.session.survey import WALK

NO_UNIT = "There is no unit yet. Place one in Layout."
NO_UNITS = "Nothing is here yet. Place units in Layout."


def drawing_hint(store: Store, *, on_plan: bool) -> str:
    """For plans and elevations of a room in which nothing stands."""
    room = store.room()
    if room is None or WALK.of(store.state) or room.schemes or any(u.room == room.id for u in store.job.units):
        return ""
    if store.state.stage == "survey" and (store.state.history.undo_label is not None or any(w.openings for w in room.walls)):
        return ""
    if store.state.stage == "survey":
        return (
            "Type the sizes of the room at the right, then go on in Layout."
            if on_plan
            else "Doors and windows are in the tray at the left."
        )
    if store.state.stage == "layout":
        return "Click a unit in the tray at the left, then where it shall stand."
    if store.state.stage == "walls":
        return "" if on_plan else "Click one of the walls to start from at the left."
    return NO_UNITS
