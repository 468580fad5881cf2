"""What stands beside boxings, by mouse and keyboard: an arch, wardrobes at both sides, a bow front that follows the curve."""

import pytest
from PyQt6.QtTest import QTest

from hands import Open, choose, fill, press, run, type_into
from makers import CATALOG, ROOM, WALL, a_room
from tallplank.app.frame.window import MainWindow
from tallplank.core.edit.paneling.scheme import add_scheme
from tallplank.core.edit.unit import Spot, place_unit
from tallplank.core.job.job import Job
from tallplank.core.job.measure import OfRegion
from tallplank.core.job.scheme import Boxing
from tallplank.core.joinery.part.part import Part

BOW = Boxing(deep=300.0, bow=150.0, skin="bend-ply", boards=18.0)


def boxed(open_window: Open, job: Job, *, low: float = 0.0, box: Boxing | None = None) -> MainWindow:
    """A window with a boxing 1200 wide on a wall of 4400, 300 from its middle, shown at Walls."""
    job, (key,) = add_scheme(job, CATALOG, ROOM, WALL, left=1300.0, right=1900.0, low=low, backing=5.0, box=box)
    window = open_window(job)
    window.store.look_at(ROOM, WALL)
    window.store.go("walls")
    QTest.qWait(60)
    window.store.pick(OfRegion(ROOM, key, ()))
    return window


def lids(window: MainWindow) -> list[Part]:
    return [p for r in window.store.derived.made.runs for p in r.parts if p.tag.role == "boxing lid"]


def test_a_boxing_is_arched_and_its_lid_bent(open_window: Open) -> None:
    window = boxed(open_window, a_room(4400.0, 3000.0))
    for name, text in (("Boxed out by", "250"), ("Sides and lid", "18"), ("Arched by", "300")):
        type_into(window, name, text)
    scheme = window.store.job.rooms[0].schemes[0]
    assert scheme.box is not None
    assert scheme.box.arch == 0.0, "one that goes up to the ceiling is not arched"
    type_into(window, "Up to", "2200")
    type_into(window, "Arched by", "300")
    assert {p.what for lid in lids(window) for p in lid.pockets} == {"kerf"}
    choose(window, "Skin", "Bending plywood, poplar")
    assert {(lid.pockets, lid.thickness.value) for lid in lids(window)} == {((), 8.0)}
    window.store.undo()
    assert all(lid.pockets for lid in lids(window))


def test_wardrobes_stand_left_and_right_of_a_boxing(open_window: Open) -> None:
    job = place_unit(a_room(4400.0, 3000.0), CATALOG, "tall", Spot(ROOM, WALL, 100.0), width=500.0).job
    window = boxed(open_window, job, box=Boxing(deep=300.0, boards=18.0))
    store = window.store
    store.go("layout")
    store.select(["u1"])
    fill(run(window, "mirror-about"), About="The middle of Paneled wall 1", Keep_the_original="yes")
    assert [u.x for u in store.job.units] == [100.0, 3200.0]
    assert [f.code for f in store.derived.findings if f.code == "in-boxing"] == []
    assert [{f.hand for f in u.fronts} for u in store.derived.made.units] == [{"left"}, {"right"}]


def test_a_bow_front_follows_the_curve_above_it(open_window: Open) -> None:
    """R = (582² + 150²) / 300 = 1204.08; 600 deep is 150 before the curve, so that 1000 bow out by 1354.08 - √(1354.08² - 500²) = 95.70."""
    job = place_unit(a_room(4400.0, 3000.0), CATALOG, "base-bow", Spot(ROOM, WALL, 1400.0), width=1000.0, depth=600.0).job
    window = boxed(open_window, job, low=900.0, box=BOW)
    store = window.store
    store.go("layout")
    store.select(["u1"])
    press(window, "Follow the curve of Paneled wall 1")
    (unit,) = store.job.units
    assert (unit.x, unit.arm) == pytest.approx((1400.0, 95.695), abs=0.01)
    assert [f.code for f in store.derived.findings if f.level == "error"] == []
    type_into(window, "Depth", "560")  # 40 nearer to the middle of the circle: 1314.08 - √(1314.08² - 500²) = 98.85
    press(window, "Follow the curve of Paneled wall 1")
    assert store.job.units[0].arm == pytest.approx(98.845, abs=0.01)
