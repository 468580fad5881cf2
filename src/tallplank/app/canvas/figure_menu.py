"""What can be done with a dimension beside typing over it: hide its chain, hold something else, take an added one away."""

from functools import partial

from PyQt6.QtGui import QAction, QActionGroup
from PyQt6.QtWidgets import QMenu, QWidget

from tallplank.core.draw.dimension import DimensionText
from tallplank.core.edit.dimension.added import dimension_of
from tallplank.core.edit.dimension.pick import HeldLine
from tallplank.core.edit.dimension.word import end_words
from tallplank.core.error import PlankError
from tallplank.core.job.dimension import Dimension
from tallplank.core.job.measure import OfAdded
from tallplank.session.dimension import hide, hold, others, remove
from tallplank.session.store import Store


def figure_menu(parent: QWidget, store: Store, text: DimensionText) -> QMenu:
    """The menu of a figure."""
    menu = QMenu(parent)
    if isinstance(text.measure, OfAdded):
        dimension = dimension_of(store.job, text.measure.dimension)
        for which in ("first", "second"):
            _ends(menu, store, dimension, which)
        menu.addSeparator()
        menu.addAction("Take this dimension away", partial(remove, store, dimension.id))
    if text.chain:
        menu.addAction("Hide this chain" if not isinstance(text.measure, OfAdded) else "Hide it", partial(hide, store, text.chain))
    return menu


def _ends(menu: QMenu, store: Store, dimension: Dimension, which: str) -> None:
    """A submenu of what else an end could hold, the present one marked."""
    end = dimension.first if which == "first" else dimension.second
    made = store.derived.made
    words = end_words(made, dimension.room, end, dimension.axis)
    below = menu.addMenu(f"From {words}" if which == "first" else f"To {words}")
    assert below is not None
    group = QActionGroup(below)
    for line in others(store, dimension, which):
        action = QAction(end_words(made, dimension.room, line.end, dimension.axis), below)
        action.setCheckable(True)
        action.setChecked(line.end == end)
        action.triggered.connect(partial(_hold, store, dimension.id, which, line))
        group.addAction(action)
        below.addAction(action)


def _hold(store: Store, dimension: str, which: str, line: HeldLine, _: bool = False) -> None:
    try:
        hold(store, dimension, which, line)
    except PlankError as problem:
        store.say(str(problem))
