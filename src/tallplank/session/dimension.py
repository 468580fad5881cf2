"""Dimensions that are added on the drawings which are shown: the lines that can be held, and other ends for one that is there."""

from collections.abc import Iterator

from tallplank.core.draw.added import ADDED
from tallplank.core.edit.dimension.added import add_dimension, change_dimension, dimension_of, hide_chains, remove_dimensions
from tallplank.core.edit.dimension.pick import HeldLine, alike, held_on
from tallplank.core.edit.dimension.word import chain_words, dimension_words
from tallplank.core.job.dimension import Dimension, View
from tallplank.core.joinery.made import Made
from tallplank.core.space.outline import Point
from tallplank.session.store import Store

DRAWING = "dimension"
"""What is being placed while dimensions are added by clicks."""


class Lines:
    """What can be held on a drawing, found once for each state of the job and each face."""

    def __init__(self, store: Store, view: View) -> None:
        self._store, self._view = store, view
        self._of: tuple[Made, str, str] | None = None
        self._lines: tuple[HeldLine, ...] = ()

    def now(self) -> tuple[HeldLine, ...]:
        """Those of the drawing as it is shown now."""
        state, made = self._store.state, self._store.shown
        if self._of is None or self._of[0] is not made or self._of[1:] != (state.room, state.face):
            self._of = (made, state.room, state.face)
            self._lines = held_on(made, state.room, state.face, self._view) if state.room and state.face else ()
        return self._lines

    def beside(self, first: HeldLine) -> tuple[HeldLine, ...]:
        """Those that a dimension from a line can lead to."""
        return tuple(alike(self._store.shown, self._store.state.room, first, self.now()))


def add(store: Store, view: View, first: HeldLine, second: HeldLine, at: Point) -> str:
    """Add a dimension between two lines, its own line through a point of the drawing; its id.

    Raises:
        EditError: both ends are the same.
    """
    room = store.state.room
    place = across(store, view, first, at)
    (key,) = store.apply(lambda j: add_dimension(j, room, view, first, second, place), "dimension")
    return str(key)


def across(store: Store, view: View, first: HeldLine, at: Point) -> float:
    """Where a point of a drawing lies across a dimension that begins at a line."""
    if view == "elevation":
        return at[1] if first.axis == "x" else at[0]
    local = store.derived.made.faces[store.state.room][first.face].frame.inside((*at, 0.0))
    return local.y if first.axis == "x" else local.x


def others(store: Store, dimension: Dimension, which: str) -> Iterator[HeldLine]:
    """What else of the same thing an end of a dimension could hold."""
    end = dimension.first if which == "first" else dimension.second
    own = (end.thing, end.holds in ("carcass", "front", "worktop"))
    known = HeldLine((0.0, 0.0), (0.0, 0.0), dimension.face, dimension.axis, dimension.second if which == "first" else dimension.first)
    seen = set()
    for line in alike(store.shown, dimension.room, known, held_on(store.shown, dimension.room, dimension.face, dimension.view)):
        if (line.end.thing, line.end.holds in ("carcass", "front", "worktop")) == own and line.end not in seen:
            seen.add(line.end)
            yield line


def hold(store: Store, dimension_id: str, which: str, line: HeldLine) -> None:
    """Let an end of a dimension hold something else."""
    store.apply(lambda j: change_dimension(j, dimension_id, **{which: line.end}), "end of a dimension")


def remove(store: Store, dimension_id: str) -> None:
    """Take an added dimension away."""
    store.apply(lambda j: remove_dimensions(j, [dimension_id]), "remove a dimension")


def hide(store: Store, name: str) -> None:
    """Hide a chain."""
    store.apply(lambda j: hide_chains(j, [name], hidden=True), "hide a chain")


def name_of_chain(store: Store, name: str) -> str:
    """A chain's name in words."""
    if name.startswith(f"{ADDED}/"):
        return dimension_words(store.derived.made, dimension_of(store.job, name.split("/", 1)[1]))
    return chain_words(store.derived.made, name.split("/", 1)[0], name)
