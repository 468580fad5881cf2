"""How long the real window takes from what the hand does until everything is repainted, offscreen, at 1280 × 800.

Milliseconds depend on the machine and on its pace; so each is also told as a multiple of a plain repaint of the same panes, and held
against as many as were wanted on a quiet machine, whose repaint took `QUIET_MS`.
"""

import gc
import os
import tempfile
import time
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from statistics import median
from typing import NamedTuple

os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")

from PyQt6.QtCore import QPoint, QSettings, Qt
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QApplication, QWidget

from hands import panel
from makers import CATALOG, a_room, many_units
from tallplank.app.board.solid_view import SolidView
from tallplank.app.canvas.view import DrawingCanvas
from tallplank.app.frame.memory import IdleCollector
from tallplank.app.frame.window import MainWindow, application
from tallplank.app.look.theme import load_fonts
from tallplank.app.panel.row import TextField
from tallplank.core.edit.standard import set_job_finish, set_job_style
from tallplank.core.edit.unit import delete_units
from tallplank.core.job.job import Job
from tallplank.core.measure.display import LengthStyle
from tallplank.demo import demo_job
from tallplank.session.paneling_drag import boundaries
from tallplank.session.state import Stage
from tallplank.session.store import Store

LEFT = Qt.MouseButton.LeftButton
WIDE, CROWDED = "500 units", "60 in a room"
ROUNDS = 3


class Felt(NamedTuple):
    """What an action took in one job, in milliseconds, beside a plain repaint of the same panes; and how much it may take."""

    action: str
    job: str
    taken: float
    plain: float
    wanted: float

    @property
    def share(self) -> float:
        """Of what it may take: 1 is the bound."""
        return self.taken / self.plain / (self.wanted / QUIET_MS)

    @property
    def line(self) -> str:
        """For the table."""
        head = f"  {self.action:28} {self.job:14} {self.taken:7.0f} ms {self.taken / self.plain:6.1f} ×"
        return f"{head}  at most {self.wanted:4.0f} ms or {self.wanted / QUIET_MS:5.1f} ×  {'' if self.share <= 1.0 else 'NOT KEPT'}"


QUIET_MS = 15.0
"""A plain repaint of Layout with the demo on the machine that the bounds are for."""


def crowded() -> Job:
    """Sixty units in one room, on four walls."""
    room = a_room(9200.0, 9200.0)
    units, walls = many_units(60).units, room.rooms[0].face_ids
    placed = [
        unit.model_copy(update={"room": room.rooms[0].id, "face": walls[number // 15], "x": 150.0 + 600.0 * (number % 15), "width": 590.0})
        for number, unit in enumerate(units)
    ]
    return room.replaced(units=tuple(placed))


class Hands:
    """A window with a job in it, and what is done there."""

    def __init__(self, window: MainWindow, app: QApplication, name: str) -> None:
        self.window, self.store, self.name = window, window.store, name
        self._app = app

    def settle(self) -> None:
        """Until everything that follows is done, and nothing more is collected."""
        deadline = time.monotonic() + 20.0
        while not self.window.is_drawn() and time.monotonic() < deadline:
            QTest.qWait(20)
        QTest.qWait(50)
        gc.collect()

    def taken(self, act: Callable[[], object]) -> float:
        """Milliseconds from an action until all of it is painted."""
        started = time.perf_counter()
        act()
        self._app.processEvents()
        return (time.perf_counter() - started) * 1e3

    def plain(self, *, solids: bool = True) -> float:
        """A repaint of all panes as they are; in a drag the solids follow when it pauses."""

        def again() -> None:
            for view in self.window.board.findChildren(SolidView) if solids else ():
                view.turned()
            for drawing in self.window.board.findChildren(DrawingCanvas):
                drawing.restyle(self.window.tokens)  # type: ignore[call-arg]

        self.settle()
        return median(self.taken(again) for _ in range(ROUNDS))

    def felt(
        self,
        action: str,
        wanted: float,
        act: Callable[[int], object],
        *,
        rounds: int = ROUNDS,
        before: Callable[[int], object] = lambda _: None,
    ) -> Iterator[Felt]:
        """The middle of some rounds of an action, each begun when all is calm, and what comes before it is done."""
        plain, found = self.plain(), []
        for number in range(rounds):
            before(number)
            self.settle()
            found.append(self.taken(lambda n=number: act(n)))  # type: ignore[misc]
        yield Felt(action, self.name, median(found), plain, wanted)

    def dragged(self, action: str, wanted: float, view: QWidget, start: QPoint, way: QPoint) -> Iterator[Felt]:
        """The middle of twenty steps of the mouse, a few pixels each."""
        plain = self.plain(solids=False)
        QTest.mousePress(view, LEFT, pos=start)
        found = []
        for number in range(1, 25):
            place = start + QPoint(way.x() * number, way.y() * number)
            found.append(self.taken(lambda p=place: QTest.mouseMove(view, p)))  # type: ignore[misc]
        QTest.mouseRelease(view, LEFT, pos=place)
        self.store.undo()
        yield Felt(action, self.name, median(found[4:]), plain, wanted)


@contextmanager
def window_of(job: Job, name: str) -> Iterator[Hands]:
    """A window with a job, come to rest."""
    app = application([])
    load_fonts()
    store = Store(CATALOG, job)
    with tempfile.TemporaryDirectory() as scratch:
        window = MainWindow(store, QSettings(f"{scratch}/window.ini", QSettings.Format.IniFormat))
        window.resize(1280, 800)
        window.show()
        collector = IdleCollector(store)
        hands = Hands(window, app, name)
        hands.settle()
        collector.settle()
        yield hands
        collector.end()
        window.dismantle()


def in_layout(hands: Hands, wanted: tuple[float, float]) -> Iterator[Felt]:
    """What is done most: a width, a drag, a unit more, a unit less."""
    store, window = hands.store, hands.window
    width, drag = wanted
    first = next(u for u in store.job.units if u.room == store.state.room and u.kind in ("base", "drawers"))
    store.look_at(first.room, first.face)
    store.select([first.id])

    def field() -> TextField:
        found = panel(window).row("Width")
        assert isinstance(found, TextField)
        return found

    def typed(number: int) -> None:
        field().setFocus()
        field().selectAll()
        QTest.keyClicks(field(), f"{first.width - 10 - 3 * number:g}")

    yield from hands.felt("width, Enter", width, lambda _: QTest.keyClick(field(), Qt.Key.Key_Return), before=typed)
    view = window.board.pane("elevation")
    placed = store.derived.made.by_id[first.id].placed
    place = view.place_of((placed.x + placed.right) / 2, placed.z + 200.0).toPoint()  # type: ignore[union-attr]
    yield from hands.dragged("one step of a unit", drag, view, place, QPoint(2, 0))  # type: ignore[arg-type]
    yield from hands.felt("add a unit", 90.0, lambda _: window.place_now("base"))

    def drop(_: int) -> None:
        last = store.job.units[-1].id
        store.apply(lambda j: delete_units(j, [last]), "delete")

    yield from hands.felt("delete a unit", 90.0, drop)


def of_the_whole(hands: Hands, finish: float, style: float) -> Iterator[Felt]:
    """Finishes and door styles of the whole job."""
    store = hands.store
    fronts = [f.id for f in CATALOG.finishes_for("front")]
    store.go("finish")
    change = lambda n: store.apply(lambda j: set_job_finish(j, CATALOG, "front", fronts[n % 3 + 1]), "finish")  # noqa: E731
    yield from hands.felt("front finish of the job", finish, change)
    yield from hands.felt("its undo", finish, lambda _: store.undo(), rounds=3)
    styles = list(CATALOG.door_styles)
    yield from hands.felt(
        "door style of the job", style, lambda n: store.apply(lambda j: set_job_style(j, CATALOG, styles[n % 3]), "style"), rounds=3
    )
    store.go("layout")


def in_the_demo(hands: Hands) -> Iterator[Felt]:
    """Stages, rooms and looks."""
    store, window = hands.store, hands.window
    paneled = next(r for r in store.job.rooms if r.schemes and any(s.root.parts for s in r.schemes))
    store.look_at(paneled.id, paneled.schemes[0].face)
    store.go("walls")
    hands.settle()
    view, boundary = window.board.pane("elevation"), boundaries(store)[-1]
    middle = boundary.area
    place = view.place_of(middle.x + middle.width / 2, middle.z + middle.height / 2).toPoint()  # type: ignore[union-attr]
    way = QPoint(1, 0) if boundary.across else QPoint(0, -1)
    yield from hands.dragged("one step of a boundary", 33.0, view, place, way)  # type: ignore[arg-type]
    rooms = [r.id for r in store.job.rooms]
    store.look_at(rooms[0])
    stages: tuple[Stage, ...] = ("layout", "finish", "walls", "bench")
    for stage in stages:  # shown once before
        store.go(stage)
        hands.settle()
    for stage in stages:
        other: Stage = "make" if stage != "make" else "layout"

        def come(_: int, stage: Stage = stage) -> None:
            store.go(stage)

        times, plain = [], 0.0
        for _ in range(3):
            store.go(other)
            hands.settle()
            times.append(hands.taken(lambda: come(0)))
        plain = hands.plain()
        yield Felt(f"to {stage} again", hands.name, median(times), plain, 120.0)
    store.go("layout")
    hands.settle()
    yield from hands.felt("another room", 120.0, lambda n: store.look_at(rooms[(n + 1) % len(rooms)]))
    store.look_at(rooms[0])
    yield from hands.felt("day, dusk, evening", 150.0, lambda _: window.change_theme(), rounds=3)
    lengths = (LengthStyle.CM, LengthStyle.MM)
    yield from hands.felt("lengths", 60.0, lambda n: window._set_lengths(lengths[n % 2]))


def felt() -> Iterator[Felt]:
    """All of it."""
    with window_of(demo_job(CATALOG), "demo") as hands:
        yield from in_layout(hands, (60.0, 16.0))
        yield from of_the_whole(hands, 250.0, 400.0)
        yield from in_the_demo(hands)
    with window_of(many_units(500), WIDE) as hands:
        yield from in_layout(hands, (90.0, 33.0))
        yield from of_the_whole(hands, 600.0, 2000.0)
    with window_of(crowded(), CROWDED) as hands:
        yield from in_layout(hands, (90.0, 33.0))
