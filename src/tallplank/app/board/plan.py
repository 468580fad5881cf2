"""The plan of the shown room."""

from tallplank.app.board.kind import PaneKind
from tallplank.app.canvas.tool.place import PlaceTool
from tallplank.app.canvas.tool.select import SelectTool
from tallplank.app.canvas.view import DrawingCanvas
from tallplank.app.hint import drawing_hint
from tallplank.app.theme import Tokens
from tallplank.core.draw.plan import plan
from tallplank.core.draw.primitive import Drawing
from tallplank.session.arrange import Arranger
from tallplank.session.store import Store


class PlanPane(DrawingCanvas):
    """Plan: units placed here land against the nearest wall."""

    def __init__(self, store: Store, tokens: Tokens) -> None:
        def draw() -> Drawing | None:
            room = store.room()
            return plan(store.derived.made, room.id, store.derived.wrong) if room else None

        super().__init__(store, tokens, draw, textured=False)
        self.hint = lambda: drawing_hint(store, on_plan=True)
        arranger = Arranger(store, on_plan=True)
        self.work_with((PlaceTool(self, arranger),), (SelectTool(self, arranger),))

    def restyle(self, tokens: Tokens, *, textured: bool = False) -> None:
        super().restyle(tokens, textured=textured)


KIND = PaneKind("plan", "Plan", PlanPane)
