"""What the panes of a window show, held against panes that are made anew on a copy of the job: nothing is older than the job."""

from collections.abc import Hashable
from dataclasses import replace
from time import monotonic

from PyQt6.QtCore import Qt
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QAbstractItemView, QApplication, QWidget

from tallplank.app.board.bench3d import Bench3DPane
from tallplank.app.board.registry import PANES
from tallplank.app.board.solid_view import SolidView
from tallplank.app.canvas.view import DrawingCanvas
from tallplank.app.frame.window import MainWindow
from tallplank.core.job.file import dumps, loads
from tallplank.session.store import Store

WAIT_S = 10.0
ALIKE = 6
"""Digits after the point of a millimetre to which bodies are where they would be."""


def check_shown(window: MainWindow) -> None:
    """Every open pane shows what one shows that is made anew."""
    settle(window)
    fresh = a_copy(window.store)
    for pane in window.board.panes:
        if pane.kind == "before":
            continue  # shows what was
        made = PANES[pane.kind].make(fresh, window.tokens)
        made.setParent(window)  # whose style it takes
        made.resize(pane.content.size())
        if isinstance(made, Bench3DPane) and isinstance(pane.content, Bench3DPane):
            made.apart = pane.content.apart  # what is set in one pane alone
        try:
            assert _shown(pane.content) == _shown(made), f"{pane.kind} is older than the job"
        finally:
            made.close_pane()  # type: ignore[attr-defined]
            made.deleteLater()
    assert fresh.subscriber_count == 0


def a_copy(store: Store) -> Store:
    """Another store with nothing that is kept, which looks at the same: as much was done, and the same is tried."""
    fresh = Store(store.base_catalog, loads(dumps(store.job)))
    own, past = fresh.state, store.state.history.past
    history = replace(own.history, past=(*past[:-1], replace(past[-1], job=own.job)))
    fresh._set(replace(store.state, history=history, saved=own.saved, since=None, placing=""))
    return fresh


def settle(window: MainWindow) -> None:
    """Until all is drawn."""
    deadline = monotonic() + WAIT_S
    QApplication.processEvents()
    while not window.is_drawn() and monotonic() < deadline:
        QTest.qWait(5)
    busy = [part for part in (window.tray, window.ticket, *window.board.findChildren(SolidView)) if part.isVisible() and not part.is_drawn]
    assert not busy, f"the window does not come to rest: {busy}"


def _shown(content: QWidget) -> Hashable:
    if isinstance(content, DrawingCanvas):
        return _picture_of(content)
    if isinstance(content, SolidView):
        return _bodies_of(content)
    views = [content] if isinstance(content, QAbstractItemView) else content.findChildren(QAbstractItemView)
    return tuple(_texts_of(view) for view in views)


def _picture_of(canvas: DrawingCanvas) -> bytes:
    canvas._leave_tools()
    canvas.fit()
    image = canvas.grab().toImage()
    bits = image.constBits()
    assert bits is not None
    return bytes(bits.asarray(image.sizeInBytes()))


def _bodies_of(view: SolidView) -> Hashable:
    found = [(str(b.owner), *(round(float(v), ALIKE) for v in (*b.low, *b.high))) for b in view.ready()._blocks]
    return tuple(sorted(found))


def _texts_of(view: QAbstractItemView) -> Hashable:
    model = view.model()
    assert model is not None
    rows, columns = range(model.rowCount()), range(model.columnCount())
    return tuple(tuple(str(model.data(model.index(r, c), Qt.ItemDataRole.DisplayRole)) for c in columns) for r in rows)
