"""The drawing is painted anew only when something of it changes."""

from PyQt6.QtCore import QPointF
from PyQt6.QtTest import QTest

from makers import CATALOG
from tallplank.app.board.plan import PlanPane
from tallplank.app.look.painter import DrawingPainter
from tallplank.core.edit.unit import set_width


def test_moving_the_mouse_paints_nothing_of_the_drawing_anew(open_window, monkeypatch) -> None:  # type: ignore[no-untyped-def]
    painted = []
    paint = DrawingPainter.paint
    monkeypatch.setattr(DrawingPainter, "paint", lambda self, *rest: (painted.append(self), paint(self, *rest)))
    window = open_window()
    view = window.board.findChild(PlanPane)
    assert view is not None
    QTest.qWait(100)
    view.repaint()
    mine = view._painter
    painted.clear()
    for x in range(20, 120, 10):
        QTest.mouseMove(view, QPointF(x, 60.0).toPoint())
        view.repaint()
    assert mine not in painted
    window.store.place_next("base")
    for x in range(20, 120, 10):
        QTest.mouseMove(view, QPointF(x, 60.0).toPoint())
        view.repaint()
    assert mine not in painted
    window.store.place_next("")
    window.store.apply(lambda j: set_width(j, CATALOG, ["u1"], 555.0), "width")
    view.repaint()
    assert painted.count(mine) == 1
    view.zoom(1.2, QPointF(50.0, 50.0))
    view.repaint()
    assert painted.count(mine) == 2
