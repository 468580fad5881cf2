"""The drawings under the pointer and the keyboard; the tray, the rail and the look."""

from collections.abc import Callable, Iterator

import pytest
from PyQt6.QtCore import QMimeData, QPoint, QPointF, Qt
from PyQt6.QtGui import QDropEvent, QFontMetricsF, QWheelEvent
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QApplication, QCheckBox, QLabel, QPushButton, QWidget

from makers import ROOM, WALL, a_wall_of, the_demo
from tallplank.app.canvas.inline import InlineField
from tallplank.app.canvas.view import KIND_MIME, DrawingCanvas
from tallplank.app.frame.window import MainWindow
from tallplank.app.look.money import money
from tallplank.app.look.theme import FAMILY, NARROW, THEMES, font
from tallplank.core.job.measure import OfUnit

Open = Callable[..., MainWindow]
LEFT, MIDDLE = Qt.MouseButton.LeftButton, Qt.MouseButton.MiddleButton
CTRL = Qt.KeyboardModifier.ControlModifier


def canvas(window: MainWindow, kind: str = "elevation") -> DrawingCanvas:
    found = window.board.pane(kind)
    assert isinstance(found, DrawingCanvas)
    return found


def width_field(view: DrawingCanvas, unit: str) -> InlineField:
    chains = view.dimensions()
    assert chains is not None
    return view.type_over(next(t for t in chains.texts if t.measure == OfUnit(unit, "width")))


def test_clicks_select_and_with_control_several(open_window: Open) -> None:
    window = open_window()
    view = canvas(window)
    for x, modifier in ((300, Qt.KeyboardModifier.NoModifier), (900, CTRL)):
        QTest.mouseClick(view, LEFT, modifier, view.place_of(x, 500).toPoint())
    assert window.store.state.selected == ("u1", "u2")
    QTest.mouseClick(view, LEFT, CTRL, view.place_of(300, 500).toPoint())
    assert window.store.state.selected == ("u2",)
    QTest.mouseClick(view, LEFT, pos=view.place_of(3000, 2200).toPoint())
    assert window.store.state.selected == ()


def test_middle_drag_pans_and_a_double_click_fits_again(open_window: Open) -> None:
    window = open_window()
    view = canvas(window)
    fitted = view.view
    QTest.mousePress(view, MIDDLE, pos=QPoint(200, 100))
    QTest.mouseMove(view, QPoint(210, 105))
    QTest.mouseMove(view, QPoint(250, 130))
    QTest.mouseRelease(view, MIDDLE, pos=QPoint(250, 130))
    assert view.view.x - fitted.x == pytest.approx(40, abs=11)
    assert view.view.scale == fitted.scale
    wheel = QWheelEvent(
        QPointF(200, 100), QPointF(200, 100), QPoint(), QPoint(0, 120), Qt.MouseButton.NoButton,
        Qt.KeyboardModifier.NoModifier, Qt.ScrollPhase.NoScrollPhase, False,
    )  # fmt: skip
    QApplication.sendEvent(view, wheel)
    assert view.view.scale > fitted.scale
    QTest.mouseDClick(view, LEFT, pos=view.place_of(4000, 2300).toPoint())
    assert view.view == fitted


def test_an_edit_does_not_make_the_drawing_jump(open_window: Open) -> None:
    window = open_window()
    view = canvas(window)
    before = view.view
    width_field(view, "u1").field.setText("555")
    field = view.findChild(InlineField)
    assert field is not None
    QTest.keyClick(field.field, Qt.Key.Key_Return)
    assert window.store.job.unit("u1").width == 555
    assert view.view == before


def test_the_inline_fields_arrow_chooses_the_side_that_moves(open_window: Open) -> None:
    window = open_window()
    field = width_field(canvas(window), "u2")
    assert field.arrow_button.text() == "→"
    QTest.keyClick(field, Qt.Key.Key_Space, CTRL)
    assert field.arrow_button.text() == "←"
    field.field.setText("700")
    QTest.keyClick(field.field, Qt.Key.Key_Return)
    unit = window.store.job.unit("u2")
    assert (unit.x, unit.width) == (500, 700)


def test_a_wrong_size_stays_in_the_inline_field_with_its_reason(open_window: Open) -> None:
    window = open_window()
    field = width_field(canvas(window), "u1")
    field.field.setText("12 parsecs")
    QTest.keyClick(field.field, Qt.Key.Key_Return)
    assert "not understood" in field.error_label.text()
    assert not field.isHidden()
    QTest.keyClick(field, Qt.Key.Key_Escape)
    assert window.store.job.unit("u1").width == 600


def test_arrow_keys_nudge_by_a_centimetre_and_with_shift_by_a_millimetre(open_window: Open) -> None:
    window = open_window()
    window.store.select(["u2"])
    view = canvas(window)
    QTest.keyClick(view, Qt.Key.Key_Right)
    QTest.keyClick(view, Qt.Key.Key_Left, Qt.KeyboardModifier.ShiftModifier)
    assert window.store.job.unit("u2").x == 609


def test_esc_puts_back_what_is_being_slid(open_window: Open) -> None:
    window = open_window()
    view = canvas(window)
    start = view.place_of(900, 500).toPoint()
    QTest.mousePress(view, LEFT, pos=start)
    QTest.mouseMove(view, start + QPoint(40, 0))
    QTest.mouseMove(view, start + QPoint(90, 0))
    assert window.store.job.unit("u2").x > 700
    QTest.keyClick(view, Qt.Key.Key_Escape)
    assert window.store.job.unit("u2").x == 600


def test_a_kind_dragged_from_the_tray_is_dropped(open_window: Open) -> None:
    window = open_window()
    view = canvas(window)
    data = QMimeData()
    data.setData(KIND_MIME, b"tall")
    drop = QDropEvent(view.place_of(3800, 900), Qt.DropAction.CopyAction, data, LEFT, Qt.KeyboardModifier.NoModifier)
    view.dropEvent(drop)
    assert (window.store.job.units[-1].kind, window.store.job.units[-1].x) == ("tall", 3600)


def test_another_wall_is_shown_by_its_name(open_window: Open) -> None:
    window = open_window()
    window.store.look_at(ROOM, "left")
    drawing = canvas(window).drawing
    assert drawing is not None
    assert drawing.title.endswith("Wall D")
    assert [t.owner for t in drawing.targets] == []


def test_the_rail_walks_with_the_keys_and_the_mouse(open_window: Open) -> None:
    window = open_window()
    rail = window.rail
    QTest.keyClick(rail, Qt.Key.Key_Down)
    assert window.store.state.stage == "bench"
    for _ in range(9):
        QTest.keyClick(rail, Qt.Key.Key_Down)
    assert window.store.state.stage == "quote"
    QTest.mouseClick(rail, LEFT, pos=QPoint(40, 30))
    assert window.store.state.stage == "survey"
    QTest.mouseMove(rail, QPoint(40, 120))
    assert rail.stage_at(5) is None


def test_the_tray_is_searched_by_word(open_window: Open) -> None:
    window = open_window()
    window.tray.search_field.setText("drawer")
    assert [i.name for i in window.tray.items if i.isVisibleTo(window)] == [
        "Base, drawers",
        "Drawer on doors",
        "Oven housing",
        "Bench seat",
    ]
    window.tray.search_field.setText("base doors")
    assert [i.name for i in window.tray.items if i.isVisibleTo(window)] == ["Base, doors"]


def test_choosing_in_the_tray_twice_puts_it_back(open_window: Open) -> None:
    window = open_window()
    item = window.tray.items[0]
    item.click()
    assert item.isChecked()
    item.click()
    assert (window.store.state.placing, item.isChecked()) == ("", False)


def test_a_door_style_from_the_tray_goes_to_the_selection_or_the_job(open_window: Open) -> None:
    window = open_window()
    window.store.go("finish")
    button = next(w for n, w in window.tray._filtered if n == "sluice, frame 70")
    window.store.select(["u1"])
    button.click()  # type: ignore[attr-defined]
    assert (window.store.job.unit("u1").door_style, window.store.job.standard.door_style) == ("sluice-frame", "quayside-slab")
    window.store.select([])
    button.click()  # type: ignore[attr-defined]
    assert window.store.job.standard.door_style == "sluice-frame"


def _luminance(colour: str) -> float:
    """Relative luminance. Source: WCAG 2.1, definition of relative luminance."""
    parts = [int(colour[i : i + 2], 16) / 255 for i in (1, 3, 5)]
    linear = [p / 12.92 if p <= 0.03928 else ((p + 0.055) / 1.055) ** 2.4 for p in parts]
    return 0.2126 * linear[0] + 0.7152 * linear[1] + 0.0722 * linear[2]


@pytest.mark.parametrize("theme", THEMES, ids=lambda t: t.name)
def test_texts_stand_out_from_their_grounds(theme) -> None:  # type: ignore[no-untyped-def]
    """At least 4.5 : 1. Source: WCAG 2.1, success criterion 1.4.3."""
    pairs = [(text, ground) for text in ("ink", "soft", "accent", "wrong") for ground in ("paper", "panel", "raised")]
    pairs += [("on_accent", "accent"), ("ink", "accent_wash"), ("on_wood", "wood"), ("on_wood", "wood_dark")]
    for text, ground in pairs:
        a, b = sorted((_luminance(getattr(theme, text)), _luminance(getattr(theme, ground))))
        assert (b + 0.05) / (a + 0.05) >= 4.5, f"{text} on {ground}"


def test_figures_are_of_one_width_and_every_sign_is_in_the_face(fonts: None) -> None:
    for narrow in (False, True):
        for bold in (False, True):
            metrics = QFontMetricsF(font(20, bold=bold, narrow=narrow))
            assert len({round(metrics.horizontalAdvance(d), 3) for d in "0123456789"}) == 1
            missing = [c for c in "0123456789/\"'.,×−–·…→°Ø⌀€£½¼±•()" if not metrics.inFont(c)]
            assert missing == [], (FAMILY, NARROW)


def test_money_is_shown_with_its_sign() -> None:
    assert money(123456, "EUR") == "€1,234.56"
    assert (money(-50, "EUR"), money(50, "EUR", signed=True), money(0, "EUR", signed=True)) == ("−€0.50", "+€0.50", "€0.00")


def _texts(widget: QWidget) -> Iterator[QWidget]:
    for child in widget.findChildren(QWidget):
        if isinstance(child, QLabel | QPushButton | QCheckBox) and child.isVisible() and child.text().strip():  # type: ignore[attr-defined]
            yield child


@pytest.mark.parametrize("selected", [0, 1, 13])
def test_no_text_is_cut_off_at_1280_by_800(open_window: Open, selected: int) -> None:
    window = open_window(the_demo().job)
    for stage in ("survey", "layout", "finish", "make", "quote"):
        window.store.go(stage)  # type: ignore[arg-type]
        window.store.select([u.id for u in window.store.job.units][:selected])
        QApplication.processEvents()
        assert (window.width(), window.height()) == (1280, 800)
        _assert_shown_whole(window)


def _assert_shown_whole(window: MainWindow) -> None:
    for widget in _texts(window):
        if isinstance(widget, QLabel) and widget.wordWrap():
            assert widget.height() >= widget.heightForWidth(widget.width()) - 1, widget.text()
        elif isinstance(widget, QLabel):
            assert widget.width() >= widget.fontMetrics().horizontalAdvance(widget.text()) - 1, widget.text()
        else:
            text = widget.text()  # type: ignore[attr-defined]
            assert widget.width() >= widget.fontMetrics().horizontalAdvance(text), text


def test_a_selection_on_another_wall_does_not_disturb(open_window: Open) -> None:
    window = open_window(a_wall_of("base"))
    window.store.select(["u1"])
    window.store.look_at(ROOM, "right")
    window.grab()
    assert window.store.state.selected == ("u1",)
    assert window.store.job.face(ROOM, WALL).name == "Wall A"
