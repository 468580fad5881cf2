"""The button of drawings on which dimensions are added."""

from PyQt6.QtWidgets import QToolButton

from tallplank.app.canvas.view import DrawingCanvas
from tallplank.app.look.sign import wear
from tallplank.session.dimension import DRAWING


def measuring_button(pane: DrawingCanvas) -> QToolButton:
    """Begins adding dimensions on a drawing, and leaves it again."""
    store, button = pane.store, QToolButton()
    button.setProperty("kind", "quiet")
    wear(button, "dimension", pane.tokens)
    button.setAccessibleName("Add dimensions")
    button.setToolTip("Add dimensions by two clicks (Ctrl+Alt+D)")
    button.setCheckable(True)
    button.setFixedSize(28, 26)
    button.clicked.connect(lambda: store.place_next("" if store.state.placing == DRAWING else DRAWING))
    pane.closes_with(store.subscribe(lambda s: s.placing, lambda placing: button.setChecked(placing == DRAWING)))
    return button
