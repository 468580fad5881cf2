"""The section of the shown room."""

from PyQt6.QtWidgets import QToolButton, QWidget

from tallplank.app.board.hint import drawing_hint
from tallplank.app.board.kind import PaneKind
from tallplank.app.canvas.tool.line import SECTION
from tallplank.app.canvas.view import DrawingCanvas
from tallplank.app.look.sign import wear
from tallplank.app.look.theme import Tokens
from tallplank.core.draw.primitive import Drawing
from tallplank.core.draw.section import section
from tallplank.session.section import SECTION_LINE, section_cut
from tallplank.session.store import Store


class SectionPane(DrawingCanvas):
    """What a line across the plan cuts, and what lies beyond it."""

    def __init__(self, store: Store, tokens: Tokens) -> None:
        def draw() -> Drawing | None:
            room, cut = store.room(), section_cut(store)
            return section(store.shown, room.id, cut) if room is not None and cut is not None else None

        super().__init__(store, tokens, draw, textured=False)
        self.hint = lambda: drawing_hint(store, on_plan=False)
        self.work_with((), ())
        self._subscriptions.append(store.subscribe(lambda s: (SECTION_LINE.of(s), s.selected, s.face), lambda _: self._moved(), now=False))

    def restyle(self, tokens: Tokens, *, textured: bool = False) -> None:
        super().restyle(tokens, textured=textured)

    def _moved(self) -> None:
        self.refresh()
        self.fit()


def _tools(pane: QWidget) -> list[QWidget]:
    if not isinstance(pane, SectionPane):
        return []
    store = pane.store
    button = QToolButton()
    button.setProperty("kind", "quiet")
    wear(button, "section", pane.tokens)
    button.setAccessibleName("Draw the section's line")
    button.setToolTip("Draw another line for the section: drag it on the plan. It is seen to the left of the way you drag.")
    button.setFixedSize(28, 26)
    button.clicked.connect(lambda: store.place_next(SECTION))
    return [button]


KIND = PaneKind("section", "Section", SectionPane, _tools)
