"""Which line of the price is looked at in the Quote."""

from tallplank.core.money.price import PriceLine
from tallplank.session.state import Remembered
from tallplank.session.store import Store

PICKED_LINE: Remembered[str] = Remembered("")
"""The line of the price that was picked, by its owner."""


def priced_line(store: Store) -> PriceLine | None:
    """The line that was picked, as long as what it is about is selected; else that of the one selected unit."""
    selected, lines = set(store.state.selected), store.derived.price.lines
    picked = next((line for line in lines if line.owner == PICKED_LINE.of(store.state)), None)
    if picked is not None and set(picked.owners) == selected:
        return picked
    if len(selected) != 1:
        return None
    return next((line for line in lines if {line.owner} == selected), None)
