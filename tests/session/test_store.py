"""The store: notices, drags as one step, typing over dimensions, pointing at drawings, autosave."""

from pathlib import Path

import pytest

from makers import CATALOG, ROOM, WALL, a_room, a_wall_of
from tallplank.core.draw.primitive import Handle
from tallplank.core.edit.survey.room import rectangle_of
from tallplank.core.edit.survey.walled import add_opening
from tallplank.core.edit.unit import Spot, place_unit, set_width, slide_units
from tallplank.core.error import PlankError
from tallplank.core.job.file import ChangedMeanwhileError, JobFileError
from tallplank.core.job.measure import Measure, OfFace, OfOpening, OfUnit
from tallplank.session.arrange import Arranger
from tallplank.session.bench import BoundaryDrag
from tallplank.session.measure_edit import edit_measure
from tallplank.session.store import Store


def a_store(*kinds: str) -> Store:
    return Store(CATALOG, a_wall_of(*kinds))


def test_a_subscriber_hears_only_of_its_piece() -> None:
    store, heard = a_store("base", "base"), []
    subscription = store.subscribe(lambda s: s.job.units[0], lambda u: heard.append(u.width))
    store.apply(lambda j: set_width(j, CATALOG, ["u2"], 700), "width")
    store.apply(lambda j: set_width(j, CATALOG, ["u1"], 500), "width")
    store.select(["u1"])
    subscription.close()
    store.undo()
    assert heard == [600, 500]
    assert store.subscriber_count == 0


def test_a_subscriber_must_not_edit_from_inside_a_notice() -> None:
    store = a_store("base")
    with pytest.raises(RuntimeError, match="inside a notice"):
        store.subscribe(lambda s: s.selected, lambda _: store.select(["u1"]))
        store.select(["u2"])
    store2 = a_store("base")
    store2.subscribe(lambda s: s.job, lambda _: None)
    store2.select(["u1"])
    assert store2.state.selected == ("u1",)


def test_an_edit_that_fails_or_does_nothing_leaves_no_step() -> None:
    store = a_store("base")
    before = store.state
    with pytest.raises(PlankError):
        store.apply(lambda j: set_width(j, CATALOG, ["u1"], 1), "width")
    store.apply(lambda j: j, "nothing")
    assert store.state is before


def test_the_change_of_price_is_that_of_the_last_edit() -> None:
    store = a_store("base")
    before = store.derived.price.total
    store.apply(lambda j: set_width(j, CATALOG, ["u1"], 900), "wider")
    assert store.price_change == store.derived.price.total - before > 0
    store.undo()
    assert store.price_change == before - store.derived.price.total or store.price_change < 0


def test_the_change_of_price_of_a_drag_is_that_of_the_whole_drag() -> None:
    store = a_store("base")
    before = store.derived.price.total
    for i, width in enumerate((650, 700, 800)):
        store.apply(lambda j, w=width: set_width(j, CATALOG, ["u1"], w), "wider", merge=i > 0)
    assert store.price_change == store.derived.price.total - before


def test_what_is_gone_is_no_longer_selected() -> None:
    store = a_store("base", "base")
    store.select(["u1", "u2", "u1"])
    assert store.state.selected == ("u1", "u2")
    store.apply(lambda j: j.replaced(units=j.units[1:]), "delete")
    assert store.state.selected == ("u2",)
    store.toggle("u2")
    assert store.state.selected == ()


def test_opening_a_wrong_file_keeps_the_open_job(tmp_path: Path) -> None:
    store = a_store("base")
    job = store.job
    (tmp_path / "bad.plank").write_text("{")
    with pytest.raises(JobFileError):
        store.open(tmp_path / "bad.plank")
    assert store.job is job


def test_saving_makes_the_job_clean_and_opening_gives_it_back(tmp_path: Path) -> None:
    store, path = a_store("base"), tmp_path / "a.plank"
    store.apply(lambda j: slide_units(j, ["u1"], 5), "slide")
    assert store.state.is_dirty
    store.save(path)
    assert not store.state.is_dirty
    other = Store(CATALOG)
    other.open(path)
    assert other.job == store.job
    assert other.state.history.undo_label is None


@pytest.mark.parametrize(
    ("measure", "typed", "read", "value"),
    [
        (OfUnit("u1", "width"), "65 cm", lambda j: j.units[0].width, 650),
        (OfUnit("u1", "height"), "700", lambda j: j.units[0].height, 700),
        (OfOpening(ROOM, WALL, "window1", "x"), "1/2 m + 100", lambda j: j.face(ROOM, WALL).openings[0].x, None),
        (OfOpening(ROOM, WALL, "window1", "width"), "900", lambda j: j.face(ROOM, WALL).openings[0].width, 900),
        (OfFace(ROOM, WALL), "5 m", lambda j: rectangle_of(j.rooms[0])[0], 5000),
    ],
)  # fmt: skip
def test_a_typed_dimension_changes_what_it_measures(measure: Measure, typed: str, read, value: float | None) -> None:  # type: ignore[no-untyped-def]
    store = Store(CATALOG, add_opening(a_wall_of("base"), ROOM, WALL, "window").job)
    edit_measure(store, measure, typed)
    assert read(store.job) == (value if value is not None else 600)
    assert store.state.history.undo_label is not None


def test_a_ghost_shows_what_placing_then_does() -> None:
    store = a_store("base")
    for on_plan, point in ((True, (980.0, 2700.0)), (False, (980.0, 400.0))):
        arranger = Arranger(store, on_plan=on_plan)
        ghost = arranger.ghost("sink", point, 60)
        assert ghost is not None
        assert ghost.relation == "right of 1"
        arranger.place("sink", point, 60)
        placed = store.job.units[-1]
        assert (placed.x, placed.face) == (600, WALL)
        assert store.state.selected == (placed.id,)
        store.undo()


def test_doors_and_windows_are_placed_in_walls() -> None:
    store = Store(CATALOG, a_room())
    arranger = Arranger(store, on_plan=True)
    assert arranger.ghost("door", (4190.0, 1500.0), 50) is not None
    arranger.place("door", (4190.0, 1500.0), 50)
    (door,) = store.job.face(ROOM, "right").openings
    assert (door.kind, door.x, store.state.face) == ("door", 1050, "right")
    arranger.slide(door.id, (4190.0, 1500.0), (4190.0, 1400.0), 50, first=True)
    assert store.job.face(ROOM, "right").openings[0].x == 1150


def test_a_drag_is_one_step_however_long_and_can_be_given_up() -> None:
    store = a_store("base", "base")
    store.select(["u2"])
    arranger = Arranger(store, on_plan=False)
    for i in range(10):
        ghost = arranger.slide("u2", (900, 400), (900 + 100 * i, 400), 30, first=i == 0)
    arranger.end()
    assert store.job.units[1].x == 1500
    assert store.state.history.undo_label == "slide unit"
    store.undo()
    assert store.job.units[1].x == 600
    ghost = arranger.slide("u2", (900, 400), (915, 400), 30, first=True)
    assert ghost is not None
    assert ghost.relation == "right of 1"
    arranger.slide("u2", (900, 400), (1900, 400), 30, first=False)
    arranger.cancel()
    assert store.job.units[1].x == 600


def a_drag(store: Store) -> Arranger:
    """A unit that is being slid, and has come some way."""
    arranger = Arranger(store, on_plan=False)
    for x in (900, 1400, 1900):
        arranger.slide("u2", (900, 400), (x, 400), 1, first=x == 900)
    return arranger


def labels(store: Store) -> list[str]:
    return [step.label for step in store.state.history.past]


def test_an_undo_amid_a_drag_ends_it_and_the_history_is_right() -> None:
    store = a_store("base", "base")
    store.apply(lambda j: set_width(j, CATALOG, ["u1"], 500), "width")
    before = store.state.history
    arranger = a_drag(store)
    assert labels(store) == ["", "width", "slide unit"]
    store.undo()
    assert store.job is before.job
    arranger.slide("u2", (900, 400), (2200, 400), 1, first=False)
    arranger.cancel()
    assert store.state.history.past == before.past
    assert store.state.history.redo_label == "slide unit"
    store.redo()
    assert store.job.unit("u2").x == 1600


def test_what_is_done_amid_a_drag_stays_done() -> None:
    store = a_store("base", "base", "base")
    arranger = a_drag(store)
    store.apply(lambda j: j.replaced(units=j.units[:1]), "delete")
    arranger.slide("u2", (900, 400), (2200, 400), 1, first=False)
    arranger.end()
    assert len(store.job.units) == 1
    assert labels(store) == ["", "slide unit", "delete"]


def test_undo_and_redo_amid_a_drag_let_it_go_on() -> None:
    store = a_store("base", "base")
    arranger = a_drag(store)
    store.undo()
    store.redo()
    arranger.slide("u2", (900, 400), (2200, 400), 1, first=False)
    assert store.job.unit("u2").x == 1900
    assert labels(store) == ["", "slide unit"]


def test_a_drag_that_is_given_up_leaves_what_could_be_redone() -> None:
    store = a_store("base", "base")
    store.apply(lambda j: set_width(j, CATALOG, ["u1"], 500), "width")
    store.undo()
    before = store.state.history
    arranger = a_drag(store)
    assert store.state.history.redo_label is None
    arranger.cancel()
    assert store.state.history is before
    arranger = a_drag(store)
    arranger.slide("u2", (900, 400), (900, 400), 1, first=False)
    assert store.state.history is before


def test_an_undo_amid_the_drag_of_a_boundary_ends_it() -> None:
    store = a_store("drawers")
    unit = store.job.units[0]
    drag = BoundaryDrag(store, unit, Handle((0,), "z", (0, 0), (1, 0)))
    drag.move(10, 1)
    drag.move(15, 1)
    assert labels(store) == ["", "move boundary"]
    store.undo()
    drag.move(20, 1)
    drag.cancel()
    assert store.job.units[0] is unit
    assert labels(store) == [""]


def test_a_file_that_another_program_changed_is_noticed_before_it_is_overwritten(tmp_path: Path) -> None:
    store, path = a_store("base"), tmp_path / "a.plank"
    store.save(path)
    store.apply(lambda j: set_width(j, CATALOG, ["u1"], 500), "width")
    store.save(path)
    path.write_text(path.read_text().replace("500", "501"))
    with pytest.raises(ChangedMeanwhileError, match=r"a\.plank was changed by another program"):
        store.save(path)
    assert "501" in path.read_text()
    store.save(path, over=True)
    assert "501" not in path.read_text()
    path.unlink()
    store.save(path)
    path.touch()
    store.save(path)
    assert not store.state.is_dirty


def test_dragging_on_the_plan_can_change_the_wall() -> None:
    store = a_store("base", "base")
    store.select(["u2"])
    arranger = Arranger(store, on_plan=True)
    arranger.slide("u2", (900, 2700), (4150, 1500), 30, first=True)
    moved = store.job.unit("u2")
    assert (moved.face, moved.x) == ("right", 1200)


def test_a_unit_comes_as_wide_as_the_gap_that_is_pointed_at() -> None:
    """Bases end at 600 and begin again at 1037: a base of 600 comes 437 wide; where there is room it comes as usual."""
    job = place_unit(a_wall_of("base"), CATALOG, "base", Spot(ROOM, WALL, 1037.0)).job
    store = Store(CATALOG, job)
    arranger = Arranger(store, on_plan=False)
    ghost = arranger.ghost("drawers", (800.0, 300.0), 60.0)
    assert ghost is not None
    assert ghost.relation == "fills the gap of 437 mm"
    arranger.place("drawers", (800.0, 300.0), 60.0)
    assert (store.job.units[-1].x, store.job.units[-1].width) == (600.0, 437.0)
    arranger.place("base", (2500.0, 300.0), 60.0)
    assert store.job.units[-1].width == 600.0
    arranger.place("oven-housing", (1700.0, 300.0), 60.0)
    assert store.job.units[-1].width == 600.0, "an oven keeps its niche"
