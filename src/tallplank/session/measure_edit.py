"""A value typed over a dimension, as the edit of what the dimension measures."""

from tallplank.core.draw.primitive import Measure
from tallplank.core.edit.opening import set_opening_size
from tallplank.core.edit.room import change_opening, change_room
from tallplank.core.edit.unit import Anchor, change_units, set_width
from tallplank.core.job.opening import parsed_path
from tallplank.core.measure.display import format_length
from tallplank.core.measure.length import parse_length
from tallplank.session.store import Store


def edit_measure(store: Store, measure: Measure, typed: str, anchor: Anchor = "left") -> None:
    """Apply a typed size to what a dimension measures.

    Raises:
        PlankError: not a length, or a size that cannot be built.
    """
    display, catalog = store.job.display, store.catalog
    value = parse_length(typed, display.style.unit)
    shown = format_length(value, display.style, denominator=display.denominator)
    if measure.what == "width":
        store.apply(lambda j: set_width(j, catalog, [measure.owner], value, anchor), f"width → {shown}")
    elif measure.what in ("height", "depth"):
        store.apply(lambda j: change_units(j, catalog, [measure.owner], **{measure.what: value}), f"{measure.what} → {shown}")
    elif measure.what == "cell" and (path := parsed_path(measure.wall)) is not None:
        store.apply(lambda j: set_opening_size(j, catalog, [measure.owner], path, value), f"opening → {shown}")
    elif measure.what in ("opening-x", "opening-width"):
        field = measure.what.removeprefix("opening-")
        room = store.state.room
        store.apply(lambda j: change_opening(j, room, measure.wall, measure.owner, **{field: value}), f"opening {field} → {shown}")
    elif measure.what.startswith("room-"):
        field = measure.what.removeprefix("room-")
        store.apply(lambda j: change_room(j, measure.owner, **{field: value}), f"room {field} → {shown}")
