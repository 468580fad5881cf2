"""Looking in 3D: squarely by one key each, several panes with several views, the eye that stays, the picture at rest."""

from collections.abc import Callable
from time import monotonic

import numpy as np
import pytest
from PyQt6.QtCore import QPoint, Qt
from PyQt6.QtTest import QTest

from makers import CATALOG, ROOM, a_room, a_wall_of
from tallplank.app.board.room3d import Room3DPane
from tallplank.app.frame.window import MainWindow
from tallplank.core.edit.unit import Spot, place_unit
from tallplank.core.job.job import Job

Open = Callable[..., MainWindow]
KEY = Qt.Key


def a_room_round_a_corner() -> Job:
    """Units at the back, hung ones too, and a tall one at the left wall that shows its side."""
    job = a_room(4200.0, 3600.0)
    for kind, face, x in (("base", "back", 900.0), ("drawers", "back", 1500.0), ("tall", "left", 400.0), ("wall", "back", 0.0)):
        job = place_unit(job, CATALOG, kind, Spot(ROOM, face, x)).job
    return job


def in_space(window: MainWindow, count: int = 1) -> list[Room3DPane]:
    window.board.show_only(*["room3d"] * count)
    panes = [pane for pane in window.board.in_space() if isinstance(pane, Room3DPane)]
    for pane in panes:
        pane.ready()
    window.activateWindow()
    QTest.qWaitForWindowActive(window)
    return panes


def way(pane: Room3DPane) -> tuple[float, ...]:
    """Which way the eye looks."""
    camera = pane.ready().renderer.GetActiveCamera()
    return tuple(round(v, 6) + 0.0 for v in camera.GetDirectionOfProjection())


def test_room_wall_and_what_is_picked_are_looked_at_squarely_by_one_key_each(open_window: Open) -> None:
    window = open_window(a_room_round_a_corner())
    (pane,) = in_space(window)
    window.store.select(["u3"])
    pane.setFocus()
    QTest.keyClick(window, KEY.Key_F6)
    assert way(pane) == (0.0, 0.0, -1.0)
    QTest.keyClick(window, KEY.Key_F7)
    assert way(pane) == (0.0, 1.0, 0.0), "at the wall that is shown"
    QTest.keyClick(window, KEY.Key_F8)
    assert way(pane) == (-1.0, 0.0, 0.0), "at the front of the unit, which is at another wall"
    window.store.select([])
    QTest.keyClick(window, KEY.Key_F8)
    assert way(pane) == (0.0, 1.0, 0.0), "where nothing is picked, at the wall"


def test_what_stands_before_a_square_look_is_cut_away_until_the_eye_turns(open_window: Open) -> None:
    window = open_window(a_room_round_a_corner())
    (pane,) = in_space(window)
    pane.look("wall")
    scene = pane.ready()
    scene.render()
    near, _ = scene.renderer.GetActiveCamera().GetClippingRange()
    deepest = max(block.high.y - block.low.y for block in scene._blocks if block.owner != "u3")
    assert scene.eye.place[1] + near == pytest.approx(3600.0 - deepest - 80.0, abs=0.01)
    scene.eye.orbit(40.0, 0.0)
    scene.render()
    assert scene.renderer.GetActiveCamera().GetClippingRange()[0] < near - 500.0


def test_without_a_3d_pane_there_is_nothing_to_look_with(open_window: Open) -> None:
    window = open_window(a_wall_of("base"))
    window.board.show_only("plan")
    commands = {command.id: command for command in window.commands}
    assert not commands["look-wall"].enabled()
    QTest.keyClick(window, KEY.Key_F7)
    window.board.show_only("room3d")
    assert commands["look-wall"].enabled()


def test_several_panes_show_several_views_and_keep_them(open_window: Open) -> None:
    window = open_window(a_room_round_a_corner())
    first, second, third = in_space(window, 3)
    assert len({way(pane) for pane in (first, second, third)}) == 3
    second.setFocus()
    QTest.keyClick(second, KEY.Key_Left)
    turned = [way(pane) for pane in (first, second, third)]
    window.store.go("quote")
    window.store.go("layout")
    assert [way(pane) for pane in in_space(window, 3)] == turned
    window.board.in_space()[1].setFocus()
    QTest.keyClick(window, KEY.Key_F7)
    after = [way(pane) for pane in in_space(window, 3)]
    assert sorted(after) != sorted(turned)
    assert (0.0, 1.0, 0.0) in after


def test_each_stage_comes_back_to_where_its_eye_was(open_window: Open) -> None:
    window = open_window(a_room_round_a_corner())
    store = window.store
    (pane,) = in_space(window)
    pane.look("above")
    at_layout = pane.ready().eye.sight()
    store.go("finish")
    (pane,) = in_space(window)
    assert pane.ready().eye.sight() == at_layout, "first as it was looked at last"
    pane.look("wall")
    at_finish = pane.ready().eye.sight()
    store.go("layout")
    assert in_space(window)[0].ready().eye.sight() == at_layout
    store.go("finish")
    assert in_space(window)[0].ready().eye.sight() == at_finish


def test_a_tall_unit_in_the_way_fades_is_looked_through_and_comes_back(open_window: Open) -> None:
    window = open_window(a_room_round_a_corner())
    (pane,) = in_space(window)
    scene = pane.ready()
    scene.look_from((-0.9, -1.0, 0.3))
    scene.render()
    assert scene.faded == {"u3"}
    ghosts = [name for name in scene.skins.names() if name.endswith("~")]
    assert ghosts
    assert all(scene.skins.actor(name).GetProperty().GetOpacity() < 0.3 for name in ghosts)
    width, height = scene.eye.size
    assert "u3" not in {scene.unit_at(x, y) for x in range(0, width, 15) for y in range(0, height, 15)}
    scene.look_from((0.8, -1.0, 0.4))
    scene.render()
    assert scene.faded == frozenset()
    assert not [name for name in scene.skins.names() if name.endswith("~")]


@pytest.mark.pictured
def test_at_rest_a_picture_is_smooth_and_shaded_and_given_up_when_anything_moves(open_window: Open) -> None:
    window = open_window(a_room_round_a_corner())
    (pane,) = in_space(window)
    pane.grab()
    rough = pixels(pane)
    at_rest(pane)
    smooth = pixels(pane)
    assert colours(smooth) > 2 * colours(rough), "edges have tones between"
    assert smooth.mean() < rough.mean(), "and what meets is darker"
    pane._rested()
    QTest.qWait(1)
    assert not pane.is_drawn
    QTest.mousePress(pane, Qt.MouseButton.MiddleButton, pos=QPoint(100, 100))
    QTest.mouseMove(pane, QPoint(130, 100))
    assert not pane._still.is_busy, "moved: the picture that was being made is none any more"
    QTest.mouseRelease(pane, Qt.MouseButton.MiddleButton, pos=QPoint(130, 100))
    at_rest(pane)
    again = pixels(pane)
    pane.turned()
    at_rest(pane)
    assert (pixels(pane) == again).all(), "no chance is in it"


def at_rest(pane: Room3DPane) -> None:
    deadline = monotonic() + 20.0
    while not pane.is_drawn and monotonic() < deadline:
        QTest.qWait(5)
    assert pane.is_drawn


def pixels(pane: Room3DPane) -> np.ndarray:
    image = pane.grab().toImage().convertToFormat(pane.grab().toImage().Format.Format_RGB32)
    bits = image.constBits()
    assert bits is not None
    return np.frombuffer(bits.asarray(image.sizeInBytes()), np.uint8).reshape(image.height(), image.width(), 4)[:, :, :3].copy()


def colours(picture: np.ndarray) -> int:
    return len(np.unique(picture.reshape(-1, 3), axis=0))
