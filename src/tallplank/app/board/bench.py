"""The unit on the bench as a drawing: pick openings and boards, type sizes, drag boundaries."""

from tallplank.app.board.hint import NO_UNIT
from tallplank.app.board.kind import PaneKind
from tallplank.app.canvas.tool.boundary import BoundaryTool
from tallplank.app.canvas.view import DrawingCanvas
from tallplank.app.look.theme import Tokens
from tallplank.core.draw.bench import bench_drawing
from tallplank.core.draw.primitive import Drawing, Subject
from tallplank.core.job.measure import OfCell
from tallplank.session.pick import bench_unit, picked_cell
from tallplank.session.store import Store


class BenchPane(DrawingCanvas):
    """Front and section of one unit."""

    def __init__(self, store: Store, tokens: Tokens) -> None:
        def draw() -> Drawing | None:
            unit, display = bench_unit(store), store.job.display
            if unit is None:
                return None
            path = picked_cell(store) or ()
            made = store.derived.made
            found = made.on_bench(unit.id)
            passing = found[len(made.by_id[unit.id].parts) :]
            return bench_drawing(made.by_id[unit.id], path, lambda v: display.shown(v, suffix=False), passing)

        super().__init__(store, tokens, draw, textured=False)
        self.work_with((), (BoundaryTool(self),))
        self.empty_text = NO_UNIT
        self._subscriptions.append(store.subscribe(lambda s: (s.bench, s.pick), lambda _: self.refresh()))

    def restyle(self, tokens: Tokens, *, textured: bool = False) -> None:
        super().restyle(tokens, textured=textured)

    def chosen(self) -> frozenset[Subject]:
        """What is picked; for a division, all its openings."""
        pick, targets = self.store.state.pick, self._drawing.targets if self._drawing else ()
        if not isinstance(pick, OfCell):
            return frozenset((pick,) if pick is not None else ())
        inside = (t.owner for t in targets if isinstance(t.owner, OfCell) and t.owner.path[: len(pick.path)] == pick.path)
        return frozenset((pick, *inside))


KIND = PaneKind("bench", "Unit", BenchPane)
