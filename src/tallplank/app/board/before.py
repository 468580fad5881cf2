"""The elevation of the shown wall as it was when a trial began, to compare with what is tried."""

from PyQt6.QtWidgets import QWidget

from tallplank.app.board.kind import PaneKind
from tallplank.app.canvas.view import DrawingCanvas
from tallplank.app.look.theme import Tokens
from tallplank.core.draw.elevation import elevation
from tallplank.core.draw.primitive import Drawing
from tallplank.session.store import Store


class BeforePane(DrawingCanvas):
    """What the wall was; as it is now where nothing is tried."""

    def __init__(self, store: Store, tokens: Tokens) -> None:
        def draw() -> Drawing | None:
            made = store.state.trial.made if store.state.trial is not None else store.derived.made
            room = next((r for r in made.job.rooms if r.id == store.state.room), None)
            if room is None or store.state.face not in made.faces[room.id]:
                return None
            return elevation(made, room.id, store.state.face, working=False)

        super().__init__(store, tokens, draw, textured=True)
        self.hint = lambda: "" if store.state.trial is not None else "Nothing is tried: this is as it is."
        self._subscriptions.append(store.subscribe(lambda s: s.trial, lambda _: self.refresh(), now=False))

    def restyle(self, tokens: Tokens, *, textured: bool = False) -> None:
        super().restyle(tokens, textured=True)


def _tools(_: QWidget) -> list[QWidget]:
    return []


KIND = PaneKind("before", "As it was", BeforePane, _tools)
