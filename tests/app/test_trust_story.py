"""From a blank job by mouse and keyboard: a front that cannot open is found and mended, an oven exchanged, the price read and tried."""

from collections.abc import Callable

import pytest
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QLabel, QPushButton

from hands import LEFT, choose, panel, press, type_into
from makers import CATALOG, a_room
from tallplank.app.board.price import PricePane
from tallplank.app.canvas.view import DrawingCanvas
from tallplank.app.frame.findings import FindingList
from tallplank.app.frame.window import MainWindow
from tallplank.app.panel.cost_panel import CostPanel, CostRow
from tallplank.core.job.measure import OfCell

Open = Callable[..., MainWindow]


def place(window: MainWindow, kind: str, x: float) -> None:
    """Click a kind in the tray, then where its middle shall stand in the elevation."""
    window.store.go("layout")
    view = window.board.pane("elevation")
    canvas = view if isinstance(view, DrawingCanvas) else view.findChild(DrawingCanvas)  # type: ignore[union-attr]
    assert canvas is not None
    window.store.place_next(kind)
    QTest.mouseMove(canvas, canvas.place_of(x, 400.0).toPoint())
    QTest.mouseClick(canvas, LEFT, pos=canvas.place_of(x, 400.0).toPoint())
    window.store.place_next("")
    window.store.select([window.store.job.units[-1].id])


def test_from_a_blank_job_to_a_price_that_explains_itself(open_window: Open) -> None:
    window = open_window(a_room(width=4000.0))
    store = window.store
    place(window, "base", 300.0)
    (unit,) = store.job.units
    assert (unit.x, unit.opening.hand) == (0.0, "right"), "it snaps to the corner and opens away from the wall"
    assert store.derived.findings == ()

    choose(window, "Hand", "Hinged left")
    (finding,) = store.derived.findings
    assert "opens only to 87°; then it meets Wall D" in finding.text
    window.ticket.figures["findings"].click()
    shown = window.findChild(FindingList)
    assert shown is not None
    mend = next(b for b in shown.findChildren(QPushButton) if b.text() == "Hang it at the other side")
    QTest.mouseClick(mend, LEFT)
    assert store.derived.findings == ()

    place(window, "oven-housing", 1500.0)
    store.go("bench")
    store.pick(OfCell(store.state.bench, (1,)))
    heights = [part.size for part in store.derived.made.by_id["u2"].parts if part.kind == "fixed-shelf"]
    choose(window, "Item", "Of its own size")
    choose(window, "Item", "Oven 60, Hearthside")
    assert [part.size for part in store.derived.made.by_id["u2"].parts if part.kind == "fixed-shelf"] == heights
    words = "".join(label.text() for label in panel(window).findChildren(QLabel))
    assert "595 niche of Oven 60" in words

    store.select(())
    store.go("quote")
    pane = window.board.pane("price")
    assert isinstance(pane, PricePane)
    bought = next(line for line in store.derived.price.lines if line.owner == "u2").cost.bought
    assert bought == pytest.approx(100 * CATALOG.hardware["oven-60"].price)
    QTest.mouseClick(pane.trial_bar.start, LEFT)
    before = store.derived.price.total
    type_into(window, "On bought in", "30 %")
    assert store.derived.price.total > before
    QTest.mouseClick(pane.trial_bar.drop, LEFT)
    assert store.derived.price.total == before
    pane.table.selectRow(1)
    assert isinstance(panel(window), CostPanel)
    row = next(r for r in panel(window).findChildren(CostRow) if r.kind == "bought")
    press(window, "Bought")
    assert "Oven 60, Hearthside" in row.terms.text()
