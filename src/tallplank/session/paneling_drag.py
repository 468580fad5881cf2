"""Dragging the boundary between two regions of a paneled wall."""

from dataclasses import dataclass

from tallplank.core.draw.paneling import schemes_at
from tallplank.core.edit.paneling.scheme import shift_boundary
from tallplank.core.job.job import Job
from tallplank.core.job.scheme import region_at
from tallplank.core.joinery.paneling.area import Area
from tallplank.core.joinery.paneling.block import Field
from tallplank.core.space.outline import Point
from tallplank.session.drag import Drag
from tallplank.session.store import Store

SMALLEST = 5.0
"""A region is no smaller when it is dragged."""


@dataclass(frozen=True, slots=True)
class Boundary:
    """What lies between two neighbours, which do not repeat: upright where they stand side by side."""

    scheme: str
    before: Field
    after: Field
    across: bool

    @property
    def area(self) -> Area:
        """The board between them, or the line where there is none."""
        a, b = self.before.nominal, self.after.nominal
        return Area(a.right, a.z, b.x - a.right, a.height) if self.across else Area(a.x, a.top, a.width, b.z - a.top)


def boundaries(store: Store) -> list[Boundary]:
    """Those of the schemes on the shown face that can be dragged, inner ones last."""
    state, found = store.state, list[Boundary]()
    for scheme, solved in schemes_at(store.shown, state.room, state.face) if state.room and state.face else ():
        fields = {f.path: f for f in solved.fields}
        for path, field in fields.items():
            after = fields.get((*path[:-1], path[-1] + 1)) if path else None
            above = region_at(scheme.root, path[:-1]) if path else None
            if after is not None and above is not None and not (above.count or above.wanted is not None):
                found.append(Boundary(scheme.id, field, after, above.split == "across"))
    return found


def boundary_at(store: Store, point: Point, reach: float) -> Boundary | None:
    """The boundary at a point of the elevation, the innermost where several are there."""
    x, z = point
    hit = None
    for boundary in boundaries(store):
        area = boundary.area
        near = (reach, 0.0) if boundary.across else (0.0, reach)
        if area.x - near[0] <= x <= area.right + near[0] and area.z - near[1] <= z <= area.top + near[1]:
            hit = boundary
    return hit


class RegionDrag:
    """From where a boundary was taken hold of until it is let go: one step to undo."""

    def __init__(self, store: Store, boundary: Boundary) -> None:
        self._store, self._boundary = store, boundary
        self._drag = Drag(store)

    def move(self, by: Point, reach: float) -> str:
        """Shift it by so much; where a relation holds it, that in words.

        Raises:
            EditError: a region would not hold what fills it.
        """
        boundary, store = self._boundary, self._store
        one, other = boundary.before.nominal, boundary.after.nominal
        before, after = (one.width, other.width) if boundary.across else (one.height, other.height)
        wanted, relation = self._held(before + by[0 if boundary.across else 1], before + after, reach)
        size = min(max(wanted, SMALLEST), before + after - SMALLEST)
        room, key, catalog, path = store.state.room, boundary.scheme, store.catalog, boundary.before.path

        def edit(job: Job) -> Job:
            return shift_boundary(job, catalog, room, key, path, size, before + after)

        self._drag.move(edit, "move a boundary")
        return relation

    def _held(self, size: float, both: float, reach: float) -> tuple[float, str]:
        """The size that a relation near by gives, and the relation; else the next whole millimetre."""
        face, boundary = self._store.face(), self._boundary
        held = [(both / 2, "as large as the one beside it")]
        if face is not None and boundary.across:
            board = boundary.area.width
            held.append((face.length / 2 - board / 2 - boundary.before.nominal.x, "in the middle of the wall"))
        near = [(abs(size - at), at, words) for at, words in held if abs(size - at) <= reach]
        if near:
            _, at, words = min(near)
            return at, words
        return float(round(size)), ""

    def cancel(self) -> None:
        """Put it back."""
        self._drag.cancel()
