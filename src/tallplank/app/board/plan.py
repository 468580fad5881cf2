"""The plan of the shown room."""

from collections.abc import Sequence
from dataclasses import replace

from PyQt6.QtWidgets import QWidget

from tallplank.app.board.hint import drawing_hint
from tallplank.app.board.kind import PaneKind
from tallplank.app.board.measuring import measuring_button
from tallplank.app.canvas.tool.line import MirrorTool, SectionTool
from tallplank.app.canvas.tool.measure import MeasureTool
from tallplank.app.canvas.tool.outline import OutlineTool
from tallplank.app.canvas.tool.place import PlaceTool
from tallplank.app.canvas.tool.select import SelectTool
from tallplank.app.canvas.tool.shape import ShapeTool
from tallplank.app.canvas.tool.walk import WalkTool
from tallplank.app.canvas.view import DrawingCanvas
from tallplank.app.look.theme import Tokens
from tallplank.core.draw.plan import plan
from tallplank.core.draw.primitive import Drawing
from tallplank.core.space.outline import Point, bounds
from tallplank.session.arrange import Arranger
from tallplank.session.section import SECTION_LINE
from tallplank.session.state import Remembered
from tallplank.session.store import Store
from tallplank.session.survey import WALK

TRIANGLE: Remembered[bool] = Remembered(False)
"""Whether plans show the work triangle."""


class PlanPane(DrawingCanvas):
    """Plan: units placed here land against the nearest wall."""

    def __init__(self, store: Store, tokens: Tokens) -> None:
        def draw() -> Drawing | None:
            room = store.room()
            return (
                _with_walk(plan(store.shown, room.id, store.derived.wrong, with_triangle=TRIANGLE.of(store.state)), WALK.of(store.state))
                if room
                else None
            )

        super().__init__(store, tokens, draw, textured=False)
        self.hint = lambda: drawing_hint(store, on_plan=True)
        arranger = Arranger(store, on_plan=True)
        lines = (SectionTool(self), MirrorTool(self), MeasureTool(self, "plan"))
        first = (OutlineTool(self), *lines, PlaceTool(self, arranger), WalkTool(self))
        self.work_with(first, (ShapeTool(self), SelectTool(self, arranger)))
        self._subscriptions.append(store.subscribe(WALK.of, lambda _: self._walked(), now=False))
        self._subscriptions.append(store.subscribe(TRIANGLE.of, lambda _: self.refresh(), now=False))
        self._subscriptions.append(store.subscribe(SECTION_LINE.of, lambda _: self.update()))

    def _walked(self) -> None:
        self.refresh()
        self.fit()

    def restyle(self, tokens: Tokens, *, textured: bool = False) -> None:
        super().restyle(tokens, textured=textured)


def _with_walk(drawing: Drawing, walk: Sequence[Point]) -> Drawing:
    """The drawing with room for a walk that is being typed."""
    if not walk:
        return drawing
    low, high = bounds([drawing.low, drawing.high, *walk])
    return replace(drawing, low=low, high=high)


def _tools(pane: QWidget) -> list[QWidget]:
    return [measuring_button(pane)] if isinstance(pane, PlanPane) else []


KIND = PaneKind("plan", "Plan", PlanPane, _tools)
