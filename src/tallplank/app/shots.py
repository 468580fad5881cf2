"""Pictures of the main views, made from the demo without a display."""

import os
import tempfile
import time
from collections.abc import Callable, Iterator
from pathlib import Path

from PyQt6.QtCore import QCoreApplication, QEventLoop, QSettings
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QSlider, QToolButton

from tallplank.app.board.plan import TRIANGLE
from tallplank.app.board.room3d import OPENED
from tallplank.app.board.solid_view import SolidView
from tallplank.app.frame.window import MainWindow, application
from tallplank.app.look.theme import load_fonts
from tallplank.core.catalog.reader import shipped
from tallplank.core.edit.opening import set_front, set_opening_size, split_opening
from tallplank.core.edit.unit import Spot, change_units, place_unit, set_finish
from tallplank.core.job.measure import OfCell, OfRegion
from tallplank.demo import demo_job
from tallplank.session.pick import bench_parts, open_on_bench
from tallplank.session.section import SECTION_LINE
from tallplank.session.store import Store

SIZE, LONGEST_MS = (1280, 800), 30_000


def write_shots(folder: Path) -> Iterator[Path]:
    """Write one PNG of each main view into a folder."""
    os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")
    app = application([])
    load_fonts()
    folder.mkdir(parents=True, exist_ok=True)
    for name, arrange in SHOTS.items():
        path = folder / f"{name}.png"
        with tempfile.TemporaryDirectory() as scratch:
            window = _window(Path(scratch))
            arrange(window)
            settle(window)
            window.grab().save(str(path))
            window.dismantle()
            window.deleteLater()
            app.processEvents()
        yield path


def _window(scratch: Path) -> MainWindow:
    store = Store(shipped(), demo_job)
    window = MainWindow(store, QSettings(str(scratch / "window.ini"), QSettings.Format.IniFormat))
    window.resize(*SIZE)
    window.show()
    return window


def settle(window: MainWindow) -> None:
    """Wait until everything is drawn: the tray's pictures, and the 3D views at rest.

    Raises:
        TimeoutError: that takes far too long.
    """
    last = time.monotonic() + LONGEST_MS / 1000
    QTest.qWait(50)  # type: ignore[call-arg, arg-type]  # the stubs take it for a method
    while not window.is_drawn():
        if time.monotonic() > last:
            raise TimeoutError("The window is not drawn yet.")
        QTest.qWait(20)  # type: ignore[call-arg, arg-type]
    QCoreApplication.processEvents(QEventLoop.ProcessEventsFlag.AllEvents, 200)


def _unit(window: MainWindow, kind: str) -> str:
    return next(u.id for u in window.store.job.units if u.kind == kind)


def _pick(window: MainWindow, name: str) -> None:
    window.store.pick(next(p.ref for p in bench_parts(window.store) if p.name == name))


def _survey(window: MainWindow) -> None:
    window.store.go("survey")


def _slope(window: MainWindow) -> None:
    """A ceiling that slopes, in plan, elevation and 3D."""
    window.store.go("survey")
    window.store.look_at("room2", "left")
    window.board.show_only("plan", "elevation", "room3d")
    window.store.select(["slope1"])


def _eye_height(window: MainWindow) -> None:
    """A room as someone sees it who stands in it, and its wall."""
    window.store.go("finish")
    window.store.look_at("room3", "back")
    window.board.show_only("room3d", "elevation")
    settle(window)
    pane = window.board.pane("room3d")
    assert isinstance(pane, SolidView)
    pane.look("inside")


def _section(window: MainWindow) -> None:
    """A section through sink and window, with its line on the plan."""
    window.store.go("layout")
    window.store.hold(SECTION_LINE, ((1750.0, 4650.0), (1750.0, 150.0)))
    window.board.show_only("section", "plan", "elevation")


def _layout(window: MainWindow) -> None:
    window.store.go("layout")
    window.store.select([_unit(window, "sink")])


def _island(window: MainWindow) -> None:
    """The breakfast island, selected: its back in elevation, and its ways on the plan."""
    store = window.store
    store.go("layout")
    group = store.job.rooms[0].groups[0]
    store.look_at(store.job.rooms[0].id, group.faces[1].id)
    window.board.show_only("plan", "elevation", "room3d")
    store.select([group.id])


def _triangle(window: MainWindow) -> None:
    """The kitchen's plan with its work triangle."""
    window.store.go("layout")
    window.board.show_only("plan")
    window.store.hold(TRIANGLE, True)


def _appliances(window: MainWindow) -> None:
    """The wall with sink, dishwasher, hob and hood, the sink unit selected."""
    _layout(window)
    window.board.show_only("elevation", "room3d")


def _walls(window: MainWindow) -> None:
    """The map room's hall wall: an arch over a wainscot, and a boxing that bows out."""
    _wall(window, "Arch")


def _relief(window: MainWindow) -> None:
    """Its wall by the lock: slats round a screen, a console, facets."""
    _wall(window, "Faceted strip")


def _wall(window: MainWindow, name: str) -> None:
    store = window.store
    room = next(r for r in store.job.rooms if r.schemes)
    scheme = next(s for s in room.schemes if s.name == name)
    store.look_at(room.id, scheme.face)
    store.go("walls")
    store.pick(OfRegion(room.id, scheme.id, (0,)))
    settle(window)
    pane = window.board.pane("room3d")
    assert isinstance(pane, SolidView)
    pane.look("inside")


def _finish(window: MainWindow) -> None:
    window.store.go("finish")
    window.store.hold(OPENED, 0.25)


def _make(window: MainWindow) -> None:
    window.store.go("make")
    window.store.select([_unit(window, "drawers")])


def _quote(window: MainWindow) -> None:
    store = window.store
    unit = _unit(window, "oven-housing")
    store.apply(lambda j: set_finish(j, store.catalog, [unit], "front", "oak"), "fronts → Oak veneer, oiled")
    store.go("quote")


def _bench(window: MainWindow) -> None:
    """A unit with drawers over doors and bays, one of its openings picked."""
    store, catalog = window.store, window.store.catalog
    spot = Spot(store.job.rooms[0].id, "front")
    store.apply(lambda j: place_unit(j, catalog, "base-drawer-doors", spot, width=900.0), "place")
    unit = [_unit(window, "base-drawer-doors")]
    store.apply(lambda j: split_opening(j, catalog, unit, (1,), "bays"), "split")
    store.apply(lambda j: split_opening(j, catalog, unit, (1, 1), "rows", 2), "split")
    for path in ((1, 1, 0), (1, 1, 1)):
        store.apply(lambda j, p=path: set_front(j, catalog, unit, p, "drawer"), "front")  # type: ignore[misc]
    store.apply(lambda j: set_opening_size(j, catalog, unit, (1, 1), 420.0), "width")
    store.apply(lambda j: set_opening_size(j, catalog, unit, (1, 1, 0), 220.0), "height")
    for finding in store.derived.findings:
        if finding.fix is not None:
            store.apply(finding.fix.edit, finding.fix.label)
    open_on_bench(store, unit[0])
    store.pick(OfCell(unit[0], (1, 1, 0)))


def _through(window: MainWindow) -> None:
    """See-through with machining, and one part flat."""
    open_on_bench(window.store, _unit(window, "drawers"))
    window.board.show_only("bench3d", "part")
    _pick(window, "gable left")
    next(b for b in window.board.findChildren(QToolButton) if b.accessibleName() == "See through").click()


def _apart(window: MainWindow) -> None:
    open_on_bench(window.store, _unit(window, "drawers"))
    window.board.show_only("bench3d", "part")
    _pick(window, "drawer 2 side left")
    slider = next(s for s in window.board.findChildren(QSlider) if s.accessibleName() == "Pull the parts apart")
    slider.setValue(75)


def _part(window: MainWindow) -> None:
    open_on_bench(window.store, _unit(window, "base"))
    window.board.show_only("part")
    _pick(window, "gable left")


def _doors(window: MainWindow) -> None:
    """Styles side by side, and the door list."""
    store = window.store
    styles = iter(("lantern-glazed", "mooring-mitred", "weirhouse-louvred", "aqueduct-arched", "towpath-raised", "reedbed-beaded"))
    for unit in store.job.units:
        if unit.kind in ("fridge-housing", "oven-housing", "wall", "sink", "base") and (style := next(styles, "")):
            store.apply(lambda j, u=unit.id, s=style: change_units(j, store.catalog, [u], door_style=s), "door style")  # type: ignore[misc]
    store.go("make")
    window.board.show_only("room3d", "doorlist")


def _evening(window: MainWindow) -> None:
    window.change_theme()
    _layout(window)


SHOTS: dict[str, Callable[[MainWindow], None]] = {
    "survey": _survey,
    "survey-slope": _slope,
    "section": _section,
    "eye-height": _eye_height,
    "layout": _layout,
    "island": _island,
    "triangle": _triangle,
    "appliances": _appliances,
    "bench": _bench,
    "bench-through": _through,
    "bench-apart": _apart,
    "bench-part": _part,
    "doors": _doors,
    "walls": _walls,
    "walls-relief": _relief,
    "finish": _finish,
    "make": _make,
    "quote": _quote,
    "layout-evening": _evening,
}
"""By file name: what to do with the window before it is grabbed."""
