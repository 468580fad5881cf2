"""Dragging the boundary between two openings of the unit on the bench: points in, edits and a relation out, without any window."""

from collections.abc import Iterator
from dataclasses import dataclass

from tallplank.core.draw.primitive import Handle
from tallplank.core.edit.opening import cell_size, move_boundary
from tallplank.core.job.opening import Path, opening_at
from tallplank.core.job.unit import Unit
from tallplank.core.joinery.setout.layout import Layout
from tallplank.core.measure.length import LengthUnit
from tallplank.session.drag import Drag
from tallplank.session.store import Store


@dataclass(frozen=True, slots=True)
class Catch:
    """A size that the boundary comes to rest at, and the relation that it makes."""

    size: float
    relation: str


class BoundaryDrag:
    """One drag, which is one undo step from first to last."""

    def __init__(self, store: Store, unit: Unit, handle: Handle) -> None:
        self._store, self._unit, self._path, self._axis = store, unit, handle.path, handle.axis
        self._drag = Drag(store)
        layout = store.derived.made.by_id[unit.id].layout
        self._catches = tuple(catches(unit, layout, handle.path)) if layout is not None else ()
        cell = layout.at(handle.path) if layout is not None else None
        self._before = cell_size(unit, cell) if cell is not None else 0.0

    def move(self, by: float, reach: float) -> str:
        """Move the boundary by so much along its axis; returns the new size with the relation that holds it there.

        Raises:
            PlankError: the boundary would pass its neighbour, or something would no longer fit.
        """
        wanted = self._before + (by if self._axis == "x" else -by)
        catch = min(self._catches, key=lambda c: abs(c.size - wanted), default=None)
        held = catch is not None and abs(catch.size - wanted) <= reach
        size = catch.size if held and catch is not None else self._whole(wanted)
        catalog, path, unit = self._store.catalog, self._path, self._unit.id
        if abs(size - self._before) < 1e-9 and not self._drag.has_moved:
            return self._words(size, "")
        self._drag.move(lambda job: move_boundary(job, catalog, unit, path, size), "move boundary")
        return self._words(size, catch.relation if held and catch is not None else "")

    def cancel(self) -> None:
        """Put the boundary back."""
        self._drag.cancel()

    def _whole(self, size: float) -> float:
        display = self._drag.origin.display
        step = 1.0 if display.style.unit.value <= LengthUnit.CM.value else LengthUnit.INCH.value / display.denominator
        return round(size / step) * step

    def _words(self, size: float, relation: str) -> str:
        display = self._drag.origin.display
        shown = display.shown(size)
        return f"{shown} · {relation}" if relation else shown


def catches(unit: Unit, layout: Layout, path: Path) -> Iterator[Catch]:
    """Where a boundary after the cell at `path` likes to rest: in the middle, or where the cell is as large as another."""
    division = opening_at(unit.opening, path[:-1])
    cells = [layout.at((*path[:-1], i)) for i in range(len(division.openings))] if division is not None else []
    sizes = [cell_size(unit, cell) for cell in cells if cell is not None]
    index = path[-1]
    if index + 1 >= len(sizes):
        return
    both = sizes[index] + sizes[index + 1]
    yield Catch(both / 2, "in the middle")
    for other, size in enumerate(sizes):
        if other not in (index, index + 1) and size < both:
            yield Catch(size, f"as large as opening {other + 1}")
            yield Catch(both - size, f"the next as large as opening {other + 1}")
