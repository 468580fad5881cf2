"""What a user's hands do in the window, for tests that drive it."""

from collections.abc import Callable
from time import monotonic

from PyQt6.QtCore import QPoint, QPointF, Qt
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QCheckBox, QComboBox, QLineEdit, QPushButton

from tallplank.app.form.form import FormDialog
from tallplank.app.frame.window import MainWindow
from tallplank.app.panel.panel import SpecPanel
from tallplank.app.panel.row import SpecRow, TextField
from tallplank.core.job.measure import OfCell
from tallplank.session.pick import bench_parts, bench_unit, picked_part

Open = Callable[..., MainWindow]
LEFT = Qt.MouseButton.LeftButton


def pick(window: MainWindow, *path: int) -> None:
    """Pick an opening of the unit on the bench by its path."""
    unit = bench_unit(window.store)
    assert unit is not None
    window.store.pick(OfCell(unit.id, path))


def pick_part(window: MainWindow, name: str) -> None:
    """Pick a part on the bench by the name that no other there has."""
    window.store.pick(next(p.ref for p in bench_parts(window.store) if p.name == name))


def picked(window: MainWindow) -> tuple[int, ...] | str | None:
    """The path of the opening that is picked, or the name of the part."""
    what, part = window.store.state.pick, picked_part(window.store)
    return what.path if isinstance(what, OfCell) else part.name if part is not None else None


def panel(window: MainWindow) -> SpecPanel:
    """The panel that the Spec shows."""
    assert window.spec.panel is not None
    return window.spec.panel


def figure(window: MainWindow, name: str) -> str:
    """What the ticket says under a name, once it says it of the job as it is."""
    deadline = monotonic() + 10.0
    while not window.ticket.is_drawn and monotonic() < deadline:
        QTest.qWait(5)
    return window.ticket.figures[name].value_label.text()


def press(window: MainWindow, name: str) -> None:
    """Press a button of the Spec."""
    button = next(b for b in panel(window).findChildren(QPushButton) if b.accessibleName() == name or b.text() == name)
    QTest.mouseClick(button, LEFT)


def type_into(window: MainWindow, name: str, text: str) -> None:
    """Type over what stands in a row of the Spec."""
    field = panel(window).row(name)
    assert isinstance(field, TextField)
    field.setFocus()
    field.selectAll()
    QTest.keyClick(field, Qt.Key.Key_Backspace)
    QTest.keyClicks(field, text)
    QTest.keyClick(field, Qt.Key.Key_Return)


def choose(window: MainWindow, name: str, text: str) -> None:
    """Choose from a row's list."""
    field = panel(window).row(name)
    assert isinstance(field, QComboBox)
    index = field.findText(text)
    assert index >= 0, [field.itemText(i) for i in range(field.count())]
    field.setCurrentIndex(index)
    field.activated.emit(index)


def reset(window: MainWindow, name: str) -> None:
    """Give a row's value back to where it would come from."""
    row = panel(window).row(name).parentWidget()
    assert isinstance(row, SpecRow)
    assert row.reset_button.isEnabled()
    row.reset_button.click()


def drag(widget: object, start: QPointF, end: QPointF) -> None:
    """Press, move in two steps, let go."""
    a, b = start.toPoint(), end.toPoint()
    QTest.mousePress(widget, LEFT, pos=a)  # type: ignore[call-overload]
    for share in (0.3, 0.7, 1.0):
        QTest.mouseMove(widget, QPoint(round(a.x() + share * (b.x() - a.x())), round(a.y() + share * (b.y() - a.y()))))  # type: ignore[call-overload]
        QTest.qWait(5)
    QTest.mouseRelease(widget, LEFT, pos=b)  # type: ignore[call-overload]


def run(window: MainWindow, key: str) -> FormDialog | None:
    """Run a command by its key; the form that it shows."""
    next(c for c in window.commands if c.id == key).run()
    forms = [f for f in window.findChildren(FormDialog) if f.isVisible()]
    return forms[-1] if forms else None


def fill(form: FormDialog | None, **values: str) -> FormDialog:
    """Fill a form's fields, named with _ for spaces, and press its button."""
    assert form is not None
    for name, value in values.items():
        field = form.field(name.replace("_", " "))
        if isinstance(field, QLineEdit):
            field.setText(value)
        elif isinstance(field, QComboBox):
            field.setCurrentIndex(field.findText(value))
        elif isinstance(field, QCheckBox):
            field.setChecked(bool(value))
    QTest.mouseClick(form.ok, LEFT)
    return form
