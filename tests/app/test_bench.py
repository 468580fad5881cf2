"""The bench in the real window: openings, boundaries, parts, constructions, findings and explanations."""

import numpy as np
import pytest
from PyQt6.QtCore import QPointF, Qt
from PyQt6.QtGui import QFontMetricsF
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QCheckBox, QLabel, QPushButton, QSlider, QSpinBox, QToolButton, QWidget

from hands import LEFT, Open, choose, figure, panel, pick, pick_part, picked, press, type_into
from makers import CATALOG, a_wall_of, made
from tallplank.app.board.bench import BenchPane
from tallplank.app.board.bench3d import Bench3DPane
from tallplank.app.board.part import PartPane
from tallplank.app.board.room3d import OPENED, Room3DPane
from tallplank.app.frame.findings import FindingList
from tallplank.app.frame.ticket import FIGURES_MS
from tallplank.app.frame.window import MainWindow
from tallplank.app.look.money import money
from tallplank.app.look.theme import font
from tallplank.app.panel.bench_panel import CellPanel, PartPanel
from tallplank.app.panel.choice import HARDWARE_NAMES
from tallplank.app.panel.row import NAME_WIDTH, TextField
from tallplank.app.panel.rules import RULE_GROUPS, RULE_NAMES, rule_choices
from tallplank.app.panel.unit_panel import UnitPanel
from tallplank.core.edit.unit import set_width
from tallplank.core.job.construction import Construction
from tallplank.core.job.job import Job
from tallplank.core.job.measure import OfCell, OfUnit
from tallplank.core.measure.size import Size
from tallplank.core.measure.source import Decided, DecidedIn, Source
from tallplank.session.pick import bench_parts, open_on_bench, picked_part


def on_bench(open_window: Open, unit: str = "u2", job: Job | None = None) -> MainWindow:
    window = open_window(job)
    open_on_bench(window.store, unit)
    return window


def drawing(window: MainWindow) -> BenchPane:
    pane = window.board.pane("bench")
    assert isinstance(pane, BenchPane)
    return pane


def heights(window: MainWindow, unit: str = "u2") -> list[float]:
    return [round(f.height, 3) for f in window.store.derived.made.by_id[unit].fronts]


def test_a_double_click_in_the_elevation_opens_the_unit_on_the_bench(open_window: Open) -> None:
    window = open_window()
    view = window.board.pane("elevation")
    assert view is not None
    QTest.mouseDClick(view, LEFT, pos=view.place_of(900, 500).toPoint())  # type: ignore[attr-defined]
    assert (window.store.state.stage, window.store.state.bench) == ("bench", "u2")
    drawn = drawing(window).drawing
    assert drawn is not None
    assert drawn.title == "Unit 2 Base, drawers"


def test_a_click_picks_an_opening_and_the_spec_shows_it(open_window: Open) -> None:
    window = on_bench(open_window)
    view = drawing(window)
    QTest.mouseClick(view, LEFT, pos=view.place_of(150, 100).toPoint())
    assert picked(window) == (2,)
    assert isinstance(window.spec.panel, CellPanel)
    type_into(window, "Front height", "160")
    assert heights(window) == [140, 410, 160]
    press(window, "Reset Front height")
    assert heights(window) == [140, 285, 285]


def test_an_opening_is_split_and_joined_again(open_window: Open) -> None:
    window = on_bench(open_window, "u1")
    pick(window)
    press(window, "Split into bays")
    assert [c.front for c in window.store.job.unit("u1").opening.openings] == ["doors", "doors"]
    assert len([p for p in window.store.derived.made.by_id["u1"].parts if p.name == "partition"]) == 1
    pick(window, 0)
    choose(window, "Board", "No board")
    assert not window.store.job.unit("u1").opening.openings[0].board
    press(window, "Join with the next")
    assert window.store.job.unit("u1").opening.openings == ()
    assert picked(window) == ()
    window.store.undo()
    window.store.undo()
    window.store.undo()
    assert window.store.job.unit("u1").opening.openings == ()


def test_one_front_stays_over_the_cells_where_it_is_asked_to(open_window: Open) -> None:
    window = on_bench(open_window, "u1")
    pick(window)
    box = next(c for c in panel(window).findChildren(QCheckBox) if c.accessibleName() == "One front over all")
    box.setChecked(True)
    press(window, "Split into rows")
    assert window.store.job.unit("u1").opening.front == "doors"
    press(window, "Make one again")
    assert window.store.job.unit("u1").opening.openings == ()


def test_a_boundary_is_dragged_with_its_size_named_and_is_one_step(open_window: Open) -> None:
    window = on_bench(open_window)
    view = drawing(window)
    past = len(window.store.state.history.past)
    z = 720 - 1.5 - 140 - 1.5
    start, end = view.place_of(300, z), view.place_of(300, z - 40)
    QTest.mousePress(view, LEFT, pos=start.toPoint())
    for share in (0.3, 0.6, 1.0):
        QTest.mouseMove(view, (start + (end - start) * share).toPoint())
    assert view.ghost is not None
    assert view.ghost.relation.startswith(f"{heights(window)[0]:g} mm")
    QTest.mouseRelease(view, LEFT, pos=end.toPoint())
    assert heights(window)[0] == pytest.approx(180, abs=4)
    assert heights(window)[2] == 285
    assert len(window.store.state.history.past) == past + 1
    window.store.undo()
    assert heights(window) == [140, 285, 285]


def test_a_dragged_boundary_rests_in_the_middle(open_window: Open) -> None:
    window = on_bench(open_window)
    view = drawing(window)
    start = view.place_of(300, 720 - 1.5 - 140 - 1.5)
    end = view.place_of(300, 720 - 1.5 - 140 - 1.5 - 72.75)
    QTest.mousePress(view, LEFT, pos=start.toPoint())
    for share in (0.5, 1.0):
        QTest.mouseMove(view, (start + (end - start) * share).toPoint())
    assert view.ghost is not None
    assert "in the middle" in view.ghost.relation
    assert heights(window)[:2] == [212.5, 212.5]
    QTest.keyClick(view, Qt.Key.Key_Escape)
    assert heights(window) == [140, 285, 285]


def test_a_dimension_of_the_bench_is_typed_over(open_window: Open) -> None:
    window = on_bench(open_window)
    view = drawing(window)
    chains = view.dimensions()
    assert chains is not None
    text = next(t for t in chains.texts if isinstance(t.measure, OfCell) and t.measure.path == (0,))
    field = view.type_over(text)
    field.field.setText("175")
    QTest.keyClick(field.field, Qt.Key.Key_Return)
    assert heights(window)[0] == 175
    depth = next(t for t in view.dimensions().texts if isinstance(t.measure, OfUnit) and t.measure.size == "depth")  # type: ignore[union-attr]
    field = view.type_over(depth)
    field.field.setText("500")
    QTest.keyClick(field.field, Qt.Key.Key_Return)
    assert window.store.job.unit("u2").depth == 500


def test_fronts_and_insides_are_chosen(open_window: Open) -> None:
    window = on_bench(open_window, "u3")
    pick(window)
    choose(window, "Front", "Flap that lifts")
    choose(window, "Style", "Aqueduct, arched 70")
    unit = window.store.derived.made.by_id["u3"]
    assert [(f.kind, f.style) for f in unit.fronts] == [("lift", "aqueduct-arched")]
    choose(window, "Holds", "Dish rack")
    assert any(f.role == "dish-rack" for f in window.store.derived.made.by_id["u3"].fittings)
    choose(window, "Holds", "Pull-out tray")
    assert "No drawer slide" in window.message_label.text() or window.store.job.unit("u3").opening.inside == "pullout"


def test_change_the_construction_of_three_units_and_save_one(open_window: Open) -> None:
    window = open_window(a_wall_of("base", "drawers", "base"))
    store = window.store
    store.go("bench")
    store.select(["u1", "u2", "u3"])
    choose(window, "Built as", "Face frame, notched gables")
    assert {u.construction for u in store.job.units} == {"face-frame"}
    assert all(any(p.kind == "frame" for p in m.parts) for m in store.derived.made.units)
    press(window, "Reset Built as")
    assert {u.construction for u in store.job.units} == {None}
    choose(window, "Fronts lie", "Between them")
    assert {u.rules["overlay"] for u in store.job.units} == {"inset"}
    type_into(window, "Save as", "Wharf inset")
    assert [s.name for s in store.job.standard.constructions] == ["Wharf inset"]
    assert len({u.construction for u in store.job.units}) == 1
    assert all(m.choice.rules.overlay == "inset" for m in store.derived.made.units)
    assert {str(u.rules) for u in store.job.units} == {"{}"}


def test_a_finding_is_fixed_with_its_button(open_window: Open) -> None:
    window = open_window(set_width(a_wall_of("base"), CATALOG, ["u1"], 1000))
    popup = FindingList(window, window.store, window.store.derived.findings)
    button = next(b for b in popup.findChildren(QPushButton) if b.text() == "Add two legs")
    QTest.mouseClick(button, LEFT)
    assert window.store.job.units[0].rules == {"leg_count": 6}
    assert "few-legs" not in {f.code for f in window.store.derived.findings}


@pytest.mark.pictured
def test_explode_and_pick_a_part(open_window: Open) -> None:
    window = on_bench(open_window)
    pane = window.board.pane("bench3d")
    assert isinstance(pane, Bench3DPane)
    together = pane.ready().render().copy()
    slider = next(s for s in window.board.findChildren(QSlider) if s.accessibleName() == "Pull the parts apart")
    slider.setValue(100)
    assert pane.apart == 1.0
    apart = pane.ready().render().copy()
    assert np.abs(together.astype(int) - apart.astype(int)).mean() > 2
    found = {pane.unit_at(QPointF(x, y)) for x in range(10, pane.width(), 14) for y in range(10, pane.height(), 14)}
    refs = {p.ref: p.name for p in bench_parts(window.store)}
    assert len(found & set(refs)) > 8
    place = next(
        QPointF(x, y)
        for x in range(10, pane.width(), 6)
        for y in range(10, pane.height(), 6)
        if refs.get(pane.unit_at(QPointF(x, y))) == "gable left"
    )
    QTest.mouseClick(pane, LEFT, pos=place.toPoint())
    assert picked(window) == "gable left"
    assert isinstance(window.spec.panel, PartPanel)
    part = window.board.pane("part")
    assert isinstance(part, PartPane)
    assert part.drawing is not None
    assert part.drawing.title == "002-01L gable left"


@pytest.mark.pictured
def test_seen_through_the_bores_show(open_window: Open) -> None:
    window = on_bench(open_window)
    pane = window.board.pane("bench3d")
    assert isinstance(pane, Bench3DPane)
    solid = pane.ready().render().copy()
    button = next(b for b in window.board.findChildren(QToolButton) if b.accessibleName() == "See through")
    button.click()
    through = pane.ready().render().copy()
    assert np.abs(solid.astype(int) - through.astype(int)).mean() > 2


def test_bands_are_hidden_for_the_customer(open_window: Open) -> None:
    window = on_bench(open_window)
    pick_part(window, "gable left")
    pane = window.board.pane("part")
    assert isinstance(pane, PartPane)

    def tints() -> int:
        assert pane.drawing is not None
        return sum(getattr(s, "fill", None) is not None and s.fill.kind == "tint" for s in pane.drawing.shapes)  # type: ignore[union-attr]

    assert tints() == 1
    next(b for b in window.board.findChildren(QToolButton) if b.accessibleName() == "Bands").click()
    assert tints() == 0


def test_each_term_of_a_size_leads_to_where_it_can_be_changed(open_window: Open) -> None:
    window = on_bench(open_window)
    for index, part in enumerate(window.store.derived.made.by_id["u2"].parts):
        for size in (part.length, part.width, part.thickness):
            for term in size.terms:
                if isinstance(term.source, Decided):
                    assert panel(window).field_for(term.source) is not None, (index, part.name, term)
    pick_part(window, "bottom")
    label = window.spec.panel.explained_label  # type: ignore[union-attr]
    assert "564 = " in label.text()
    assert 'href="unit.width"' in label.text()
    label.linkActivated.emit("rule.board_thickness")
    assert isinstance(window.spec.panel, UnitPanel)
    assert window.focusWidget() is window.spec.panel.row("Board")
    window.spec.lead_to(DecidedIn((1,)))
    assert picked(window) == (1,)


@pytest.mark.pictured
def test_the_solids_follow_at_once_but_wait_while_edits_hurry(open_window: Open) -> None:
    window = on_bench(open_window, "u1")
    view = window.board.pane("bench3d")
    assert isinstance(view, Bench3DPane)
    QTest.qWait(400)
    now = view._changed_at
    view.clock = lambda: now

    def width(value: float, after: float) -> bool:
        """Whether the picture is due at once, so many seconds after the last edit."""
        nonlocal now
        now += after
        window.store.apply(lambda j: set_width(j, CATALOG, ["u1"], value), "width")
        return view._stale_picture

    assert width(610.0, 1.0)
    shown = view.grab().toImage()
    assert not width(900.0, 0.03), "the second within a moment waits"
    assert view._rest.isActive()
    assert not width(1200.0, 0.03)
    view._rest.stop()
    view._rested()
    assert view.grab().toImage() != shown, "when the edits pause, the picture follows"
    assert width(600.0, 1.0)


@pytest.mark.pictured
def test_steps_of_a_drag_put_the_solids_off_however_slow_they_are_and_a_slider_does_not(open_window: Open) -> None:
    window = open_window()
    view = window.board.pane("room3d")
    assert isinstance(view, Room3DPane)
    QTest.qWait(400)
    now = view._changed_at
    view.clock = lambda: now

    def step(value: float, *, merge: bool) -> bool:
        """Whether the picture is due at once, a second after what was done before."""
        nonlocal now
        now += 1.0
        window.store.apply(lambda j: set_width(j, CATALOG, ["u1"], value), "width", merge=merge)
        return view._stale_picture

    assert step(610.0, merge=False)
    view.grab()
    assert not step(620.0, merge=True), "it belongs to the step before"
    assert not step(630.0, merge=True)
    view._rested()
    assert step(640.0, merge=False)
    for share in (0.1, 0.2, 0.3):
        view.grab()
        now += 0.01
        window.store.hold(OPENED, share)
        assert view._stale_picture, "doors follow the slider"
    view.grab()
    now += 1.0
    window.store.undo()
    assert view._stale_picture


def test_figures_follow_what_is_drawn_and_are_soon_right(open_window: Open) -> None:
    window = open_window()
    before = figure(window, "price")
    for number in range(3):
        window.store.apply(lambda j, n=number: set_width(j, CATALOG, ["u1"], 700.0 + n), "width", merge=number > 0)  # type: ignore[misc]
        assert window.ticket.figures["price"].value_label.text() == before, "first comes the drawing"
        assert not window.is_drawn()
        assert window.ticket._later.remainingTime() <= FIGURES_MS <= 100, "no step of a drag puts them off any further"
    assert figure(window, "price") == money(window.store.derived.price.total, window.store.derived.price.currency) != before


def test_worktop_and_plinth_are_picked_and_explained_on_the_bench(open_window: Open) -> None:
    """The last term of the worktop's length is in another unit; its link opens that unit."""
    window = on_bench(open_window, "u1")
    view = drawing(window)
    QTest.mouseClick(view, LEFT, pos=view.place_of(300, 735).toPoint())
    assert picked(window) == "worktop"
    shown = panel(window)
    assert isinstance(shown, PartPanel)
    assert "Worktop Wall A 1" in " ".join(label.text() for label in shown.findChildren(QLabel))
    assert 'href="u2/unit.width"' in shown.explained_label.text()
    flat = window.board.pane("part")
    assert isinstance(flat, PartPane)
    assert flat.drawing is not None
    assert flat.drawing.title == "T-A1-01 worktop"
    shown.explained_label.linkActivated.emit("u2/unit.width")
    assert window.store.state.bench == "u2"
    assert window.focusWidget() is panel(window).row("Width")
    QTest.mouseClick(view, LEFT, pos=view.place_of(300, -60).toPoint())
    assert picked(window) == "plinth"


@pytest.mark.parametrize("kind", ["corner-diagonal", "corner-ell", "end-slanted", "base-bow"])
def test_the_one_opening_of_a_shaped_unit_is_pointed_at_and_changed(open_window: Open, kind: str) -> None:
    window = on_bench(open_window, "u1", a_wall_of(kind))
    view, unit = drawing(window), window.store.job.unit("u1")
    QTest.mouseClick(view, LEFT, pos=view.place_of(unit.width / 2, unit.height * 0.5).toPoint())
    assert picked(window) == ()
    assert isinstance(panel(window), CellPanel)
    assert not {"Doors", "Holds"} & panel(window).row_names()
    choose(window, "Front", "None")
    assert window.store.derived.made.by_id["u1"].fronts == ()
    shelves = panel(window).row("Shelves")
    assert isinstance(shelves, QSpinBox)
    shelves.setValue(3)
    assert sum(p.kind == "shelf" for p in window.store.derived.made.by_id["u1"].parts) == 3


def test_a_picked_division_marks_all_its_openings(open_window: Open) -> None:
    window = on_bench(open_window)
    pick(window)
    assert drawing(window).chosen() >= {OfCell("u2", (i,)) for i in range(3)}


def test_boards_are_let_into_each_other_as_the_shop_chooses(open_window: Open) -> None:
    window = on_bench(open_window, "u1")
    choose(window, "Corners", "Groove and tongue")
    type_into(window, "Tongue", "7")
    bottom = next(p for p in window.store.derived.made.by_id["u1"].parts if p.name == "bottom")
    assert bottom.length.value == 564 + 2 * 7
    assert panel(window).row("Tongue thick").text() == "9"  # type: ignore[attr-defined]
    pick_part(window, "bottom")
    assert 'href="rule.tongue_length"' in panel(window).explained_label.text()  # type: ignore[attr-defined]


def test_every_rule_has_a_name_and_a_row(open_window: Open) -> None:
    rules = [rule for group in RULE_GROUPS.values() for rule in group]
    assert sorted(rules) == sorted(set(Construction.model_fields) - {"id", "name"})
    assert len(set(RULE_NAMES.values())) == len(rules)
    window = on_bench(open_window)
    names = panel(window).row_names()
    assert set(RULE_NAMES.values()) <= names
    assert all(rule_choices(r) for r in ("back", "kick", "joint", "overlay"))


def test_counts_of_fittings_are_explained(open_window: Open) -> None:
    window = on_bench(open_window, "u1")
    texts = " ".join(w.text() for w in panel(window).findChildren(QWidget) if hasattr(w, "text") and "href" in str(w.text()))
    assert "Cup hinge" in texts
    assert "2 hinges to a door" in texts


def test_the_bench_says_what_to_do_when_there_is_nothing(open_window: Open) -> None:
    from makers import a_room

    window = open_window(a_room())
    window.store.go("bench")
    assert drawing(window).drawing is None
    assert drawing(window).empty_text == "There is no unit yet. Place one in Layout."


def test_an_edit_on_the_bench_builds_one_unit_and_no_run(open_window: Open) -> None:
    window = on_bench(open_window)
    pick(window, 0)
    counted = window.store._deriver.workshop.built.copy()
    type_into(window, "Front height", "150")
    after = window.store._deriver.workshop.built
    assert after["unit"] - counted["unit"] == 1
    assert after["run"] - counted["run"] <= 2
    assert made(window.store.job).by_id["u2"].fronts[0].height == 150


def test_names_of_rules_fit_their_column(open_window: Open) -> None:
    open_window()
    metrics = QFontMetricsF(font())
    assert [n for n in (*RULE_NAMES.values(), *HARDWARE_NAMES.values()) if metrics.horizontalAdvance(n) > NAME_WIDTH] == []


def test_dovetails_are_counted(open_window: Open) -> None:
    window = on_bench(open_window)
    choose(window, "Box corners", "Dovetail")
    unit = window.store.derived.made.by_id["u2"]
    assert [name for name, _ in unit.tails] == ["drawer 1", "drawer 2", "drawer 3"]
    assert not any("corners of" in f.where for f in unit.fittings)
    assert any("dovetails" in w.text() for w in panel(window).findChildren(QLabel))


@pytest.mark.parametrize(
    ("kind", "style"),
    [
        ("base", "lantern-glazed"),
        ("hood", "towpath-raised"),
        ("drawers", "aqueduct-arched"),
        ("corner-ell", "weirhouse-louvred"),
        ("filler", "sluice-frame"),
    ],
)
def test_every_source_of_a_unit_has_its_row(open_window: Open, kind: str, style: str) -> None:
    job = a_wall_of(kind)
    window = on_bench(open_window, "u1", job.replaced(standard=job.standard.but(door_style=style)))

    def sources(size: Size) -> set[Source | None]:
        return {t.source for t in size.terms if t.inner is None}.union(*(sources(t.inner) for t in size.terms if t.inner is not None))

    unit = window.store.derived.made.by_id["u1"]
    found = {s for p in unit.parts for size in (p.length, p.width, p.thickness) for s in sources(size)}
    found |= {s for f in unit.fittings for s in sources(f.count)}
    assert {s for s in found if isinstance(s, Decided) and panel(window).field_for(s) is None} == set()


def test_rows_for_what_a_change_brings_appear_at_once(open_window: Open) -> None:
    window = on_bench(open_window, "u1")
    assert not {"Confirmat", "Glass"} & panel(window).row_names()
    choose(window, "Corners", "Confirmat screws")
    choose(window, "Door style", "Lantern, glazed 65")
    assert {"Confirmat", "Glass"} <= panel(window).row_names()


def test_the_sizes_of_an_opening_are_told_with_links(open_window: Open) -> None:
    """By hand: a bank of three, the first front 140: 716 less two reveals leave 570 for two; what is clear is less by the board."""
    window = on_bench(open_window, "u2")
    pick(window, 0)
    shown = panel(window)
    assert isinstance(shown, CellPanel)
    text = shown.explained_label.text()
    assert "140 = " in text
    assert 'href="opening.0"' in text
    shown.explained_label.linkActivated.emit("unit.width")
    assert isinstance(panel(window), UnitPanel)
    assert window.focusWidget() is panel(window).row("Width")


def test_banded_edges_are_tinted_in_3d_when_asked_for(open_window: Open) -> None:
    window = on_bench(open_window)
    pane = window.board.pane("bench3d")
    assert isinstance(pane, Bench3DPane)
    tint = next(iter(CATALOG.bands.values())).tint

    def looks() -> set[str]:
        solids = pane.solids()
        assert solids is not None
        return {batch.look for batch in solids.batches}

    assert tint not in looks()
    button = next(b for b in window.board.findChildren(QToolButton) if b.accessibleName() == "Tint banded edges")
    button.click()
    assert tint in looks()
    button.click()
    assert tint not in looks()


def test_the_hole_under_the_pointer_is_named(open_window: Open) -> None:
    window = on_bench(open_window)
    pick_part(window, "gable left")
    pane = window.board.pane("part")
    assert isinstance(pane, PartPane)
    found = picked_part(window.store)
    assert found is not None
    hole = found.part.holes[0]
    pane.show_cursor(pane.place_of(hole.at.x, hole.at.y))
    assert f"{hole.diameter:g}, {hole.depth:g} deep" in pane.toolTip()
    pane.show_cursor(QPointF(1.0, 1.0))
    assert pane.toolTip() == ""


def test_bounds_of_an_opening_are_empty_until_one_is_set(open_window: Open) -> None:
    window = on_bench(open_window, "u2")
    pick(window, 1)
    field = panel(window).row("At most")
    assert isinstance(field, TextField)
    assert (field.text(), field.placeholderText()) == ("", "no bound")
    type_into(window, "At most", "200")
    assert window.store.job.unit("u2").opening.openings[1].size.most == 200
    assert max(heights(window)) > 200
    type_into(window, "At most", "")
    assert window.store.job.unit("u2").opening.openings[1].size.most is None
