"""The unit on the bench as a drawing: pick openings and boards, type sizes, drag boundaries."""

from PyQt6.QtCore import QPointF, Qt
from PyQt6.QtGui import QMouseEvent

from tallplank.app.board.kind import PaneKind
from tallplank.app.canvas import DrawingCanvas, Press
from tallplank.app.theme import Tokens
from tallplank.core.draw.bench import bench_drawing
from tallplank.core.draw.primitive import Drawing, Handle, Subject
from tallplank.core.error import PlankError
from tallplank.core.job.measure import OfCell
from tallplank.session.arrange import Arranger, Ghost
from tallplank.session.bench import BoundaryDrag
from tallplank.session.store import Store

REACH_PX, MOST_REACH = 8.0, 14.0
"""How near a relation catches a dragged boundary: in pixels, and at most in millimetres."""


class BenchPane(DrawingCanvas):
    """Front and section of one unit."""

    def __init__(self, store: Store, tokens: Tokens) -> None:
        def draw() -> Drawing | None:
            unit, display = store.bench_unit(), store.job.display
            if unit is None:
                return None
            path = store.picked_cell() or ()
            made = store.derived.made
            found = made.on_bench(unit.id)
            passing = found[len(made.by_id[unit.id].parts) :]
            return bench_drawing(made.by_id[unit.id], path, lambda v: display.shown(v, suffix=False), passing)

        self._drag: BoundaryDrag | None = None
        self._grasped: Handle | None = None
        super().__init__(store, tokens, draw, Arranger(store, on_plan=False), textured=False)
        self.empty_text = "There is no unit yet. Place one in Layout."
        self._subscriptions.append(store.subscribe(lambda s: (s.bench, s.pick), lambda _: self.refresh()))

    def restyle(self, tokens: Tokens, *, textured: bool = False) -> None:
        super().restyle(tokens, textured=textured)

    def chosen(self) -> frozenset[Subject]:
        """What is picked; for a division, all its openings."""
        pick, targets = self._store.state.pick, self._drawing.targets if self._drawing else ()
        if not isinstance(pick, OfCell):
            return frozenset((pick,) if pick is not None else ())
        inside = (t.owner for t in targets if isinstance(t.owner, OfCell) and t.owner.path[: len(pick.path)] == pick.path)
        return frozenset((pick, *inside))

    def choose(self, owner: Subject | None, *, adding: bool) -> None:
        self._store.pick(None if isinstance(owner, str) else owner)

    def handle_at(self, place: QPointF) -> Handle | None:
        """The boundary under a point of the widget; the innermost where several lie there."""
        x, y = self._view.inside(place)
        found = [h for h in (self._drawing.handles if self._drawing else ()) if h.low[0] <= x <= h.high[0] and h.low[1] <= y <= h.high[1]]
        return max(found, key=lambda h: len(h.path), default=None)

    def mousePressEvent(self, event: QMouseEvent | None) -> None:
        super().mousePressEvent(event)
        if event is not None and self._press is not None and not self._press.panning:
            self._grasped = self.handle_at(event.position())
            if self._grasped is not None and self._press.unit is None:
                self._press.unit = "boundary"

    def mouseReleaseEvent(self, event: QMouseEvent | None) -> None:
        self._drag = None
        super().mouseReleaseEvent(event)

    def slide(self, press: Press, *, first: bool) -> None:
        """Drag the boundary that the mouse went down on."""
        unit = self._store.bench_unit()
        if self._grasped is None or self._pointer is None or unit is None:
            return
        if first or self._drag is None:
            self._drag = BoundaryDrag(self._store, unit, self._grasped)
        a, b = self._view.inside(press.at), self._view.inside(self._pointer)
        by = b[0] - a[0] if self._grasped.axis == "x" else b[1] - a[1]
        try:
            words = self._drag.move(by, min(REACH_PX / self._view.scale, MOST_REACH))
        except PlankError as problem:
            self._store.say(str(problem))
            return
        self._ghost = Ghost((), words)

    def cancel_slide(self) -> None:
        """Put a dragged boundary back."""
        if self._drag is not None:
            self._drag.cancel()
            self._drag = None

    def back_out(self) -> None:
        """Esc: let go of what is picked."""
        self._store.pick(None)

    def show_cursor(self, place: QPointF) -> None:
        super().show_cursor(place)
        handle = self.handle_at(place)
        if handle is not None:
            self.setCursor(Qt.CursorShape.SplitHCursor if handle.axis == "x" else Qt.CursorShape.SplitVCursor)
            self.setToolTip("Drag the boundary")


KIND = PaneKind("bench", "Unit", BenchPane)
