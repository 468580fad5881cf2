"""A value typed over a dimension, as the edit of what the dimension measures."""

from tallplank.core.edit.dimension.added import set_dimension
from tallplank.core.edit.measured import set_measured
from tallplank.core.edit.unit import Anchor
from tallplank.core.edit.walkway import set_walkway
from tallplank.core.job.measure import Measure, OfAdded, OfWay
from tallplank.core.measure.length import parse_length
from tallplank.session.store import Store


def edit_measure(store: Store, measure: Measure, typed: str, anchor: Anchor = "left") -> None:
    """Apply a typed size to what a dimension measures.

    Raises:
        PlankError: not a length, or a size that cannot be built.
    """
    display, catalog = store.job.display, store.catalog
    value = parse_length(typed, display.style.unit)
    shown = display.shown(value, suffix=False)
    if isinstance(measure, OfWay):
        made = store.derived.made
        store.apply(lambda j: set_walkway(j, made, measure.room, measure.group, measure.side, value), f"way {measure.side} → {shown}")
        return
    if isinstance(measure, OfAdded):
        made = store.derived.made
        store.apply(lambda j: set_dimension(j, catalog, made, measure.dimension, value, anchor), f"dimension → {shown}")
        return
    store.apply(lambda j: set_measured(j, catalog, measure, value, anchor), f"{measure.what} → {shown}")
