"""Islands, walls that stand free and the lengths of walls, by mouse and keyboard."""

from PyQt6.QtCore import Qt
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QPushButton

from hands import type_into
from makers import CATALOG, ROOM, a_furnished_ell, a_room, a_wall_of
from tallplank.app.board.elevation import FaceField
from tallplank.core.edit.survey.room import turn_room
from tallplank.core.edit.unit import Spot, place_unit


def click(window, words: str) -> None:  # type: ignore[no-untyped-def]
    button = next(b for b in window.findChildren(QPushButton) if b.text() == words and b.isVisible())
    QTest.mouseClick(button, Qt.MouseButton.LeftButton)


def test_an_island_is_added_moved_turned_furnished_and_removed(open_window) -> None:  # type: ignore[no-untyped-def]
    window = open_window(a_room())
    store = window.store
    store.go("survey")
    click(window, "Add an island")
    (group,) = store.job.rooms[0].groups
    assert (group.x, group.y, store.state.face) == (1200, 1500, group.faces[0].id)
    type_into(window, "From left", "1 m")
    type_into(window, "Turn", "15")
    (group,) = store.job.rooms[0].groups
    assert (group.x, group.turn) == (1000, 15)
    type_into(window, "Turn", "sideways")
    assert store.job.rooms[0].groups[0].turn == 15
    store.go("layout")
    window.place_now("drawers")
    window.place_now("base")
    assert [(u.face, u.x) for u in store.job.units] == [(group.faces[0].id, 0), (group.faces[0].id, 600)]
    store.select(["u1"])
    store.select([])
    store.go("survey")
    click(window, "Island 1")
    click(window, "Remove it and its units")
    assert (store.job.rooms[0].groups, store.job.units) == ((), ())
    store.undo()
    assert len(store.job.units) == 2


def test_a_free_wall_is_seen_from_both_sides(open_window) -> None:  # type: ignore[no-untyped-def]
    window = open_window(a_wall_of("base"))
    window.store.go("survey")
    click(window, "Add a wall that stands free")
    (wall,) = window.store.job.rooms[0].free_walls
    QTest.qWait(50)
    field = window.findChildren(FaceField)[0]
    names = [field.itemText(i) for i in range(field.count())]
    assert names == ["Wall A", "Wall B", "Wall C", "Wall D", "Free wall 1", "Free wall 1, back"]
    field.activated.emit(5)
    assert window.store.state.face == wall.back
    click(window, "Remove this wall")
    assert window.store.job.rooms[0].free_walls == ()
    assert window.store.state.face == "back"


def test_every_wall_of_a_turned_ell_is_drawn_and_its_length_typed(open_window) -> None:  # type: ignore[no-untyped-def]
    furnished = a_furnished_ell()
    window = open_window(turn_room(furnished, ROOM, 30))
    window.store.go("survey")
    for face in furnished.rooms[0].face_ids:
        window.store.look_at(ROOM, face)
        QTest.qWait(1)
    for stage in ("layout", "finish", "make", "survey"):
        window.store.go(stage)
        QTest.qWait(30)
    before = window.store.job.face(ROOM, "wall1").length
    type_into(window, "Length", "3.1 m")
    assert round(window.store.job.face(ROOM, "wall1").length, 6) == 3100 != before
    assert place_unit(window.store.job, CATALOG, "base", Spot(ROOM, "wall3", 1300.0)).ids
