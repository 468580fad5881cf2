"""A user at random, by mouse and keys, in the real window: no fault, no dead end, nothing that is older than the job, no growth.

Whatever asks something first, a form, a menu or a file, is answered as a hurried user would: typed into at random, or left by Escape.
"""

import random
import sys
import tempfile
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from functools import cache
from typing import get_args

from PyQt6 import sip
from PyQt6.QtCore import QCoreApplication, QEvent, QPoint, QPointF, QSettings, Qt, QTimer
from PyQt6.QtGui import QWheelEvent
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import (
    QAbstractButton,
    QAbstractItemView,
    QAbstractSpinBox,
    QApplication,
    QComboBox,
    QFileDialog,
    QLineEdit,
    QMenu,
    QSlider,
    QWidget,
)

from fuzz.growth import Growth
from fuzz.shown import check_shown
from fuzz.sound import no_faults
from fuzz.trial import Fuzzer, limited
from makers import CATALOG, a_wall_of
from tallplank.app.frame.window import MainWindow, application
from tallplank.app.look.theme import load_fonts
from tallplank.core.error import FAULT, PlankError
from tallplank.core.job.file import dumps, loads
from tallplank.core.job.job import Job
from tallplank.core.joinery.workshop import make
from tallplank.demo import demo_job
from tallplank.session.state import Stage
from tallplank.session.store import Store

ACTIONS = 40
"""Of one trial."""
HANG_S = 60.0
LEFT, NONE = Qt.MouseButton.LeftButton, Qt.KeyboardModifier.NoModifier
CONTROL, SHIFT = Qt.KeyboardModifier.ControlModifier, Qt.KeyboardModifier.ShiftModifier
KEYS = [
    *(Qt.Key.Key_Escape, Qt.Key.Key_Return, Qt.Key.Key_Tab, Qt.Key.Key_Delete, Qt.Key.Key_Backspace, Qt.Key.Key_F2, Qt.Key.Key_F5),
    *(Qt.Key.Key_Left, Qt.Key.Key_Right, Qt.Key.Key_Up, Qt.Key.Key_Down, Qt.Key.Key_Home, Qt.Key.Key_End, Qt.Key.Key_Space),
    *(Qt.Key.Key_W, Qt.Key.Key_D, Qt.Key.Key_F, Qt.Key.Key_Plus, Qt.Key.Key_Minus, Qt.Key.Key_1, Qt.Key.Key_3, Qt.Key.Key_5),
]
TYPED = ("600", "0", "-1", "=", '23 5/8"', "1'4\"", "2400/3", "1:2:1", "6,5", "none", "x" * 130, "=1+1", "☃", "1e9", "")
LEAVES = {"quit"}
"""Commands that end the window are no part of it."""


class User:
    """Does one thing after the other."""

    def __init__(self, window: MainWindow, rng: random.Random) -> None:
        self.window, self.store, self.rng = window, window.store, rng
        self._answers = QTimer(window)
        self._answers.setInterval(1)
        self._answers.timeout.connect(self._answer)
        self._answers.start()
        self.deeds: list[tuple[int, Callable[[], object]]] = [
            (8, self._click),
            (3, self._press_button),
            (4, self._drag),
            (2, self._double),
            (5, self._key),
            (3, self._type),
            (3, self._undo),
            (2, self._stage),
            (3, self._command),
            (2, self._choose),
            (2, self._look),
            (1, self._wheel),
            (1, self._place),
        ]

    def act(self) -> None:
        """Something, until it is shown."""
        weights = [weight for weight, _ in self.deeds]
        self.rng.choices([deed for _, deed in self.deeds], weights)[0]()
        QApplication.processEvents()

    def leave(self) -> None:
        """Out of whatever was begun: by Escape alone everything is left."""
        for _ in range(8):
            self._answer()
            QTest.keyClick(self._focus(), Qt.Key.Key_Escape)
            QApplication.processEvents()
        assert QApplication.activeModalWidget() is None and QApplication.activePopupWidget() is None, "Escape does not leave what was asked"
        assert not self.store.state.placing, "Escape does not leave what is being placed"

    def end(self) -> None:
        self._answers.stop()

    # one each

    def _seen(self, kind: type[QWidget] = QWidget) -> list[QWidget]:
        return [w for w in self.window.findChildren(kind) if w.isVisible() and w.isEnabled() and min(w.width(), w.height()) > 2]

    def _target(self) -> QWidget | None:
        """A pane's own surface, or anything else that is seen."""
        found = self._seen()
        panes = [w for w in found if w.window() is self.window and any(p is self.window.board for p in _above(w))]
        some = panes if panes and self.rng.random() < 0.7 else found
        return self.rng.choice(some) if some else None

    def _at(self, widget: QWidget) -> QPoint:
        return QPoint(self.rng.randrange(widget.width()), self.rng.randrange(widget.height()))

    def _held(self) -> Qt.KeyboardModifier:
        return self.rng.choice((NONE, NONE, NONE, CONTROL, SHIFT))

    def _click(self) -> None:
        widget = self._target()
        if widget is not None and not isinstance(widget, QLineEdit):
            QTest.mouseClick(widget, LEFT, self._held(), self._at(widget))

    def _double(self) -> None:
        widget = self._target()
        if widget is not None:
            QTest.mouseDClick(widget, LEFT, NONE, self._at(widget))

    def _press_button(self) -> None:
        found = self._seen(QAbstractButton)
        if found:
            QTest.mouseClick(self.rng.choice(found), LEFT)

    def _drag(self) -> None:
        widget = self._target()
        if widget is None:
            return
        button, held = self.rng.choice((LEFT, LEFT, Qt.MouseButton.MiddleButton, Qt.MouseButton.RightButton)), self._held()
        QTest.mousePress(widget, button, held, self._at(widget))
        for _ in range(self.rng.randrange(1, 6)):
            if _is_there(widget):
                QTest.mouseMove(widget, self._at(widget))
                QApplication.processEvents()
        if self.rng.random() < 0.2:
            QTest.keyClick(self._focus(), self.rng.choice(KEYS))
        if _is_there(widget):
            QTest.mouseRelease(widget, button, held, self._at(widget))

    def _wheel(self) -> None:
        widget = self._target()
        if widget is not None:
            place, turned = QPointF(self._at(widget)), QPoint(0, self.rng.choice((-120, 120)))
            wheel = QWheelEvent(
                place, widget.mapToGlobal(place), QPoint(), turned, Qt.MouseButton.NoButton, NONE, Qt.ScrollPhase.NoScrollPhase, False
            )
            QApplication.sendEvent(widget, wheel)

    def _focus(self) -> QWidget:
        focus = QApplication.focusWidget()
        seen = focus if focus is not None and focus.isVisible() else self.window
        return QApplication.activePopupWidget() or QApplication.activeModalWidget() or seen

    def _key(self) -> None:
        QTest.keyClick(self._focus(), self.rng.choice(KEYS), self._held())

    def _type(self) -> None:
        fields = self._seen(QLineEdit)
        if fields:
            self._write(self.rng.choice(fields))

    def _write(self, field: QWidget) -> None:
        assert isinstance(field, QLineEdit)
        field.setFocus()
        field.selectAll()
        text = self.rng.choice((*TYPED, f"{self.rng.uniform(0, 3000):.1f}"))
        if text.isascii():
            QTest.keyClicks(field, text)
        else:
            field.insert(text)  # as it is pasted: no key brings it
        if _is_there(field):
            QTest.keyClick(field, self.rng.choice((Qt.Key.Key_Return, Qt.Key.Key_Tab, Qt.Key.Key_Escape)))

    def _undo(self) -> None:
        for _ in range(self.rng.choice((1, 1, 2, 5))):
            QTest.keyClick(self.window, self.rng.choice((Qt.Key.Key_Z, Qt.Key.Key_Z, Qt.Key.Key_Y)), CONTROL)

    def _stage(self) -> None:
        self.store.go(self.rng.choice(get_args(Stage)))

    def _command(self) -> None:
        found = [c for c in self.window.commands if c.id not in LEAVES and c.enabled()]
        self.window.run(self.rng.choice(found))

    def _choose(self) -> None:
        found = self._seen(QComboBox)
        if found:
            box = self.rng.choice(found)
            assert isinstance(box, QComboBox)
            if box.count():
                index = self.rng.randrange(box.count())
                box.setCurrentIndex(index)
                box.activated.emit(index)
        for slider in self._seen(QSlider)[:1]:
            slider.setValue(self.rng.randrange(101))  # type: ignore[attr-defined]

    def _look(self) -> None:
        rooms = self.store.job.rooms
        if rooms:
            room = self.rng.choice(rooms)
            self.store.look_at(room.id, self.rng.choice((None, *room.face_ids)))
        if self.store.job.units:
            self.store.select(self.rng.sample([u.id for u in self.store.job.units], min(len(self.store.job.units), self.rng.randrange(4))))

    def _place(self) -> None:
        self.window.place_now(self.rng.choice(list(CATALOG.kinds)))

    # what asks first

    def _answer(self) -> None:
        """Whatever waits for an answer gets one."""
        asked = QApplication.activePopupWidget() or QApplication.activeModalWidget()
        if asked is None or asked is self.window:
            return
        if isinstance(asked, QFileDialog):
            asked.reject()
        elif isinstance(asked, QMenu) and self.rng.random() < 0.3:
            asked.close()
        elif self.rng.random() < 0.5:
            QTest.keyClick(asked, Qt.Key.Key_Escape)
        else:
            self._fill(asked)

    def _fill(self, asked: QWidget) -> None:
        for field in asked.findChildren(QLineEdit):
            if _is_there(field) and field.isVisible() and self.rng.random() < 0.5 and not isinstance(field.parent(), QAbstractSpinBox):
                field.setText(self.rng.choice(TYPED))
        buttons = [b for b in asked.findChildren(QAbstractButton) if b.isVisible() and b.isEnabled()]
        if buttons and self.rng.random() < 0.6:
            QTest.mouseClick(self.rng.choice(buttons), LEFT)
        elif not isinstance(asked, QAbstractItemView):
            QTest.keyClick(asked, self.rng.choice((Qt.Key.Key_Return, Qt.Key.Key_Escape, Qt.Key.Key_Down)))


def _above(widget: QWidget) -> Iterator[QWidget]:
    at: QWidget | None = widget
    while at is not None:
        yield at
        at = at.parentWidget()


def _is_there(widget: QWidget) -> bool:
    return not sip.isdeleted(widget) and widget.isVisible()


@cache
def the_application() -> QApplication:
    """One for all windows."""
    made = application([])
    load_fonts()
    return made


@contextmanager
def open_window(job: Job) -> Iterator[tuple[MainWindow, list[BaseException]]]:
    """The window with a job, and what went wrong in it without anybody being told."""
    app = the_application()
    wrong: list[BaseException] = []
    store = Store(CATALOG, job)

    def told(_: object, problem: BaseException, __: object) -> None:
        if isinstance(problem, PlankError) and FAULT not in str(problem):
            return  # the window says it, and goes on
        wrong.append(problem)

    before, sys.excepthook = sys.excepthook, told
    with tempfile.TemporaryDirectory() as scratch:
        window = MainWindow(store, QSettings(f"{scratch}/window.ini", QSettings.Format.IniFormat))
        store.on_fault = wrong.append
        window.show()
        yield window, wrong
        window.dismantle()
        window.hide()
        window.deleteLater()
        QCoreApplication.sendPostedEvents(None, QEvent.Type.DeferredDelete.value)
        app.processEvents()
    sys.excepthook = before


def trial(rng: random.Random) -> str:
    """A user at work for a while."""
    which = rng.choice(("the demo", "a wall", "nothing"))
    job = {
        "the demo": lambda: demo_job(CATALOG),
        "a wall": lambda: a_wall_of("base", "drawers", "wall"),
        "nothing": lambda: Job(name="A new job"),
    }[which]()
    with limited(HANG_S), open_window(job) as (window, wrong):
        user = User(window, rng)
        for _ in range(ACTIONS):
            user.act()
            if wrong:
                raise wrong[0]
        user.leave()
        user.end()
        check(window.store)
        check_shown(window)
        if wrong:
            raise wrong[0]
    GROWTH.look()
    return f"in {which}"


GROWTH = Growth()


def check(store: Store) -> None:
    """What is there can be saved and read, and is what would be made of it from nothing."""
    job = store.job
    no_faults(store.derived)
    assert loads(dumps(job)) == job
    parts = [(u.unit.id, [p.name for p in u.parts]) for u in store.derived.made.units]
    assert parts == [(u.unit.id, [p.name for p in u.parts]) for u in make(job, store.catalog).units]


FUZZER = Fuzzer("hands", "a user at random in the window", trial)
