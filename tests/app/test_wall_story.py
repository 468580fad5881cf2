"""Paneled walls by mouse and keyboard: from a blank wall to a wainscot all round, regions divided, filled, dragged and typed over."""

from pathlib import Path

import pytest
from PyQt6.QtCore import QMimeData, QPointF, Qt, QUrl
from PyQt6.QtGui import QDragEnterEvent, QDropEvent
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QApplication, QScrollArea, QToolButton

from hands import LEFT, Open, choose, drag, fill, panel, press, run, type_into
from makers import CATALOG, ROOM, WALL, a_room
from tallplank.app.canvas.view import DrawingCanvas
from tallplank.app.form.form import FormDialog
from tallplank.app.frame.window import MainWindow
from tallplank.app.panel.paneling_fill import FILLS
from tallplank.app.panel.paneling_panel import WallPanel
from tallplank.app.panel.row import PickField, TextField
from tallplank.app.panel.unit_panel import UnitPanel
from tallplank.core.draw.dimension import DimensionText
from tallplank.core.draw.primitive import each_of
from tallplank.core.edit.survey.room import change_room
from tallplank.core.edit.survey.standing import add_column_at
from tallplank.core.edit.survey.walled import add_opening
from tallplank.core.edit.unit import Spot, place_unit
from tallplank.core.job.face import faces_of
from tallplank.core.job.filling import Facets, Panel, Slats
from tallplank.core.job.measure import OfRegion
from tallplank.core.job.scheme import Outline, Scheme
from tallplank.core.shop.moldinglist import moldinglist
from tallplank.session.library import PieceLibrary
from tallplank.session.paneling import shown_scheme


def elevation(window: MainWindow) -> DrawingCanvas:
    pane = window.board.pane("elevation")
    assert isinstance(pane, DrawingCanvas)
    return pane


def offered(window: MainWindow, name: str) -> QToolButton:
    return next(b for b in window.findChildren(QToolButton) if b.accessibleName() == name)


def scheme(window: MainWindow) -> Scheme:
    found = shown_scheme(window.store)
    assert found is not None
    return found


def blank(open_window: Open, length: float = 4000.0) -> MainWindow:
    window = open_window(a_room(length, 3000.0))
    window.store.look_at(ROOM, WALL)
    window.store.go("walls")
    QTest.qWait(60)  # the panes of the stage are laid out
    return window


def test_a_wainscot_round_the_room_in_a_dozen_actions(open_window: Open) -> None:
    """Of five panels with rail, base and crown on one wall, and then on the other three with one more."""
    window = open_window(a_room(4200.0, 2900.0))
    store, actions = window.store, 0
    store.look_at(ROOM, WALL)
    store.go("walls")
    actions += 1
    QTest.mouseClick(offered(window, "Five panels"), LEFT)
    actions += 1
    choose(window, "Crown", "Crown, cove 70")
    actions += 2
    root = scheme(window).root
    assert (root.parts[0].count, scheme(window).base, scheme(window).rail) == (5, "base-ogee-145", "chair-ogee-64")
    assert actions < 12
    press(window, "Onto the other walls")
    assert [s.face for s in store.job.rooms[0].schemes] == [w.id for w in store.job.rooms[0].walls]
    assert {s.root for s in store.job.rooms[0].schemes} == {root}
    assert not [f for f in store.derived.findings if f.code != "crown"]
    store.undo()
    assert len(store.job.rooms[0].schemes) == 1


def test_a_region_is_picked_divided_filled_and_undone(open_window: Open) -> None:
    window = blank(open_window)
    store, pane = window.store, elevation(window)
    QTest.mouseClick(offered(window, "Slatted wall"), LEFT)
    press(window, "Divide into two across")
    assert [p.fill.kind for p in scheme(window).root.parts] == ["slats", "slats"]
    QTest.mouseClick(pane, LEFT, pos=pane.place_of(3000.0, 1200.0).toPoint())
    assert store.state.pick == OfRegion(ROOM, scheme(window).id, (1,))
    choose(window, "Filled with", "Panel")
    type_into(window, "Border", "60")
    type_into(window, "Raised by", "1/2 in")
    assert scheme(window).root.parts[1].fill == Panel(border=60.0, raised=12.7, mold="mold-bead-14")
    assert isinstance(scheme(window).root.parts[0].fill, Slats)
    press(window, "Divide into two up")
    press(window, "Pick what is around it")
    assert store.state.pick == OfRegion(ROOM, scheme(window).id, ())
    press(window, "Make one region of it")
    assert scheme(window).root.parts == ()
    for _ in range(7):
        store.undo()
    assert store.job.rooms[0].schemes == ()


def test_a_boundary_is_dragged_and_held_where_both_are_alike(open_window: Open) -> None:
    window = blank(open_window)
    store, pane = window.store, elevation(window)
    QTest.mouseClick(offered(window, "Slatted wall"), LEFT)
    press(window, "Divide into two across")

    def width() -> float:
        first, second = scheme(window).root.parts
        assert (first.size, second.size) == (None, None)
        return 4000.0 * first.share / (first.share + second.share)

    drag(pane, pane.place_of(2000.0, 1200.0), pane.place_of(1400.0, 1200.0))
    assert width() == pytest.approx(1400.0, abs=2 / pane.view.scale)
    before = width()
    drag(pane, pane.place_of(before, 1200.0), pane.place_of(2004.0, 1200.0))
    assert width() == pytest.approx(2000.0)
    store.undo()
    assert width() == before


def test_the_solve_is_written_on_the_wall_and_typed_over(open_window: Open) -> None:
    window = blank(open_window)
    pane = elevation(window)
    QTest.mouseClick(offered(window, "Five panels"), LEFT)

    def figures() -> list[DimensionText]:
        chains = pane.dimensions()
        assert chains is not None
        return [t for t in chains.texts if isinstance(t.measure, OfRegion)]

    wide = [t for t in figures() if t.angle == 0.0]
    assert [t.text for t in wide] == ["692"] * 5
    field = pane.type_over(wide[0]).field
    field.setText("450")
    QTest.keyClick(field, Qt.Key.Key_Return)
    row = scheme(window).root.parts[0]
    assert (row.count, row.wanted) == (0, 450.0)
    assert len([t for t in figures() if t.angle == 0.0]) == 7


def test_what_does_not_fit_is_told_where_it_was_typed(open_window: Open) -> None:
    window = blank(open_window)
    QTest.mouseClick(offered(window, "Five panels"), LEFT)
    before = scheme(window)
    type_into(window, "Up to", "100")
    assert scheme(window) == before
    press(window, "Remove it")
    assert window.store.job.rooms[0].schemes == ()
    assert offered(window, "Five panels").isEnabled()


def test_an_arched_frame_with_slats_is_shaped_and_refused_where_it_has_no_room(open_window: Open) -> None:
    window = blank(open_window)
    QTest.mouseClick(offered(window, "Arches"), LEFT)
    store = window.store
    store.pick(OfRegion(ROOM, scheme(window).id, (0,)))
    type_into(window, "Arch rises by", "350")
    choose(window, "Corners", "Scooped")
    type_into(window, "Corner size", "40")
    region = scheme(window).root.parts[0]
    assert region.outline == Outline(border=90.0, rise=350.0, corner=40.0, corners="scooped")
    parts = [p for r in store.derived.made.runs for p in r.parts if p.tag.role == "shaped rail"]
    assert len(parts) == 8
    type_into(window, "Arch rises by", "900")
    assert scheme(window).root.parts[0] == region, "an arch higher than half its span is refused"
    for name in ("Arch rises by", "Corner size", "Surround"):
        type_into(window, name, "0")
    assert scheme(window).root.parts[0].outline is None


def test_a_boxing_over_a_column(open_window: Open) -> None:
    """A field of slats over a column: told what it needs until it is deep enough; taken off again it lies on the wall."""
    job = a_room(4000.0, 3000.0)
    job = add_column_at(job, ROOM, job.face(ROOM, WALL), 2000.0, "column", width=300.0, depth=200.0, name="The column").job
    window = open_window(job)
    window.store.look_at(ROOM, WALL)
    window.store.go("walls")
    QTest.qWait(60)
    QTest.mouseClick(offered(window, "Slatted wall"), LEFT)
    flat = [p.box for r in window.store.derived.made.runs for p in r.parts if p.tag.role == "slat"]
    for name, text in (("From left", "1400"), ("From right", "1400"), ("Boxed out by", "150")):
        type_into(window, name, text)
    assert [f.code for f in window.store.derived.findings if f.level == "error"] == ["not-hidden"]
    type_into(window, "Boxed out by", "250")
    assert [f for f in window.store.derived.findings if f.level == "error"] == []
    type_into(window, "Keeps clear by", "40")
    assert [f.code for f in window.store.derived.findings if f.level == "error"] == ["not-hidden"]
    for name, text in (("Boxed out by", "0"), ("From left", "0"), ("From right", "0")):
        type_into(window, name, text)
    assert [p.box for r in window.store.derived.made.runs for p in r.parts if p.tag.role == "slat"] == flat


def test_a_curved_boxing_over_a_column(open_window: Open) -> None:
    """Set down over a column, made narrow, bent too far and then less; its skin is sawn in when it is no bending plywood."""
    job = a_room(4000.0, 3000.0)
    job = add_column_at(job, ROOM, job.face(ROOM, WALL), 2000.0, "column", width=240.0, depth=180.0, name="The column").job
    window = open_window(job)
    store = window.store
    store.look_at(ROOM, WALL)
    store.go("walls")
    QTest.qWait(60)
    QTest.mouseClick(offered(window, "Bowed boxing"), LEFT)
    for name, text in (("From left", "1700"), ("From right", "1700"), ("Backing", "5")):
        type_into(window, name, text)

    def errors() -> list[str]:
        return [f.code for f in store.derived.findings if f.level == "error"]

    assert errors() == []
    type_into(window, "Bows out by", "300")
    assert scheme(window).box.bow == 150.0, "more than half a circle is refused"  # type: ignore[union-attr]
    type_into(window, "Bows out by", "10")
    assert errors() == ["not-hidden"]
    type_into(window, "Boxed out by", "200")
    assert errors() == []
    choose(window, "Skin", "Sawn in from behind")
    type_into(window, "Backing", "6")
    skin = next(p for r in store.derived.made.runs for p in r.parts if p.tag.role == "boxing skin")
    assert {cut.what for cut in skin.pockets} == {"kerf"}
    assert errors() == []


def test_every_fill_is_chosen_and_shown(open_window: Open) -> None:
    window = blank(open_window)
    QTest.mouseClick(offered(window, "Slatted wall"), LEFT)
    bare = 0
    for kind, (words, _) in FILLS.items():
        choose(window, "Filled with", words)
        assert scheme(window).root.fill.kind == kind
        assert not [run.problem for run in window.store.derived.made.runs if run.problem]
        made = [run for run in window.store.derived.made.runs if run.what == "panel"]
        seen = sum(part.tag.role != "backing" for run in made for part in run.parts) + sum(len(run.pieces) for run in made)
        bare = seen if kind == "plain" else bare
        assert (seen > bare) == (kind not in ("plain", "open")), words


def test_who_fills_a_region_goes_on_there_by_keyboard(open_window: Open) -> None:
    """The rows change with what is chosen; the row in which it was chosen stays where the keyboard is, and in sight."""
    window = blank(open_window)
    QTest.mouseClick(offered(window, "Slatted wall"), LEFT)
    field = panel(window).row("Filled with")
    field.setFocus()
    area = window.spec.findChild(QScrollArea)
    assert area is not None
    area.ensureWidgetVisible(panel(window).row("Proud by"))
    height = area.verticalScrollBar().value()
    QTest.keyClicks(field, "gr")
    assert scheme(window).root.fill.kind == "grooves"
    field = panel(window).row("Filled with")
    assert window.focusWidget() is field
    assert 0 < height == area.verticalScrollBar().value()
    assert not field.visibleRegion().isEmpty()


def test_a_wall_goes_up_to_the_ceiling_where_nothing_else_is_typed(open_window: Open) -> None:
    window = blank(open_window)
    QTest.mouseClick(offered(window, "Slatted wall"), LEFT)
    field = panel(window).row("Up to")
    assert isinstance(field, TextField)
    assert (field.text(), field.placeholderText()) == ("", "the ceiling")
    type_into(window, "Up to", "1200")
    assert scheme(window).high == 1200.0
    type_into(window, "Up to", "")
    assert scheme(window).high is None


def test_a_field_of_tiles_with_a_motif(open_window: Open) -> None:
    window = blank(open_window)
    QTest.mouseClick(offered(window, "Slatted wall"), LEFT)
    choose(window, "Filled with", "Tiles")
    for name, text in (("Tile width", "400"), ("Tile height", "400"), ("Gap", "0")):
        type_into(window, name, text)
    choose(window, "Motif", "Circles")
    type_into(window, "Its share", "50")
    choose(window, "Motif finish", CATALOG.finishes["walnut"].name)
    parts = [p for r in window.store.derived.made.runs for p in r.parts]
    assert len([p for p in parts if p.tag.role == "motif"]) == len([p for p in parts if p.tag.role == "tile"]) == 10 * 6
    assert {p.board for p in parts if p.tag.role == "motif"} == {"walnut-veneer"}


def test_facets_by_their_peaks(open_window: Open) -> None:
    window = blank(open_window)
    QTest.mouseClick(offered(window, "Facets"), LEFT)
    window.store.pick(OfRegion(ROOM, scheme(window).id, (0,)))
    type_into(window, "Peaks", "30 40: 80; 70 60: 40")
    panel(window).row("Times across").setValue(2)  # type: ignore[attr-defined]
    fill = scheme(window).root.parts[0].fill
    assert isinstance(fill, Facets)
    assert [(p.across, p.up, p.out) for p in fill.peaks] == [(0.3, 0.4, 80.0), (0.7, 0.6, 40.0)]
    assert fill.across == 2
    type_into(window, "Peaks", "30 40 80")
    assert scheme(window).root.parts[0].fill == fill, "what cannot be read is refused"


def test_a_wainscot_on_four_walls_of_different_length(open_window: Open) -> None:
    """A room with no two walls alike: counts are solved for each, heights and moldings are the same, all corners are mitred."""
    job = a_room(4200.0, 2900.0)
    job = change_room(job, ROOM, corners=((0.0, 0.0), (300.0, 2900.0), (4700.0, 3300.0), (5100.0, 0.0)))
    window = open_window(job)
    store = window.store
    store.look_at(ROOM, job.rooms[0].walls[0].id)
    store.go("walls")
    QTest.qWait(60)
    QTest.mouseClick(offered(window, "Five panels"), LEFT)
    store.pick(OfRegion(ROOM, scheme(window).id, (0,)))
    type_into(window, "Or about", "600")
    press(window, "Onto the other walls")
    runs = [r for r in store.derived.made.runs if r.what == "panel"]
    counts = [sum(p.tag.role == "panel mold" for p in run.parts) // 4 for run in runs]
    assert len(runs) == 4
    assert len(set(counts)) > 2
    rows = [row for row in moldinglist(store.derived.made) if "panel" not in row.piece]
    ends = [end.kind for row in rows for end in (row.first, row.last) for _ in range(row.quantity)]
    assert ends.count("inner") == 4 * 2 * 2, "base and rail at both ends of each wall"
    assert not [f for f in store.derived.findings if f.level == "error"]


def test_two_fills_are_tried_side_by_side(open_window: Open) -> None:
    window = blank(open_window)
    store = window.store
    QTest.mouseClick(offered(window, "Slatted wall"), LEFT)
    was = scheme(window)
    press(window, "Try something beside it")
    choose(window, "Filled with", "Grooves")
    assert [pane.kind for pane in window.board.panes] == ["room3d", "elevation", "before"]
    before, now = window.board.pane("before"), window.board.pane("elevation")
    assert isinstance(before, DrawingCanvas)
    assert isinstance(now, DrawingCanvas)
    assert before.drawing is not None
    assert now.drawing is not None
    assert len([*each_of(before.drawing.shapes)]) != len([*each_of(now.drawing.shapes)])
    press(window, "Go back to what was")
    assert scheme(window) == was
    assert "before" not in [pane.kind for pane in window.board.panes]
    press(window, "Try something beside it")
    choose(window, "Filled with", "Grooves")
    press(window, "Keep what is tried")
    assert scheme(window).root.fill.kind == "grooves"
    assert store.state.trial is None


def test_moldings_are_added_and_laid_on_one_another(open_window: Open) -> None:
    window = blank(open_window)
    QTest.mouseClick(offered(window, "Slatted wall"), LEFT)
    choose(window, "Filled with", "Nothing")
    choose(window, "At any height", "Picture rail 50")
    type_into(window, "Lower edge at", "2000")
    choose(window, "One more", CATALOG.hardware["mold-bead-14"].name)
    fields = [f for f in window.findChildren(PickField) if f.findText("On molding 1") >= 0]
    fields[-1].setCurrentIndex(fields[-1].findText("On molding 1"))
    fields[-1].activated.emit(fields[-1].currentIndex())
    assert [t.pin for t in scheme(window).trims] == [None, "trim1.head"]


def test_a_wall_is_kept_and_placed_again(open_window: Open, tmp_path: Path) -> None:
    window = blank(open_window)
    store = window.store
    store.library = PieceLibrary(tmp_path)
    QTest.mouseClick(offered(window, "Five panels"), LEFT)
    fill(run(window, "keep-piece"), Name="Hall wainscot")
    (kept,) = store.library.pieces()
    assert kept.piece.scheme is not None
    assert kept.piece.picture
    other = store.job.rooms[0].walls[1].id
    store.look_at(ROOM, other)
    QTest.mouseClick(offered(window, "Hall wainscot"), LEFT)
    assert [s.face for s in store.job.rooms[0].schemes] == [WALL, other]


def test_moldings_of_the_tray_go_where_their_kind_goes(open_window: Open) -> None:
    window = blank(open_window)
    QTest.mouseClick(offered(window, CATALOG.hardware["base-ogee-145"].name), LEFT)
    assert window.store.job.rooms[0].schemes == (), "there is no wall yet, and it is said"
    QTest.mouseClick(offered(window, "Five panels"), LEFT)
    for key in ("base-torus-180", "crown-ogee-90", "chair-deep-70", "casing-bead-57"):
        QTest.mouseClick(offered(window, CATALOG.hardware[key].name), LEFT)
    found = scheme(window)
    assert (found.base, found.crown, found.rail, found.casing) == ("base-torus-180", "crown-ogee-90", "chair-deep-70", "casing-bead-57")
    window.store.pick(OfRegion(ROOM, found.id, (0, 0)))
    QTest.mouseClick(offered(window, CATALOG.hardware["mold-reed-30"].name), LEFT)
    fill = scheme(window).root.parts[0].parts[0].fill
    assert isinstance(fill, Panel)
    assert fill.mold == "mold-reed-30"


def test_a_profile_that_is_dropped_is_a_molding_of_the_job(open_window: Open, tmp_path: Path) -> None:
    window = blank(open_window)
    QTest.mouseClick(offered(window, "Five panels"), LEFT)
    path = tmp_path / "lock-nose.svg"
    path.write_text('<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 20 60"><path d="M0 0 H12 L20 20 V60 H0 Z"/></svg>')
    mime = QMimeData()
    mime.setUrls([QUrl.fromLocalFile(str(path))])
    place, action = QPointF(600.0, 300.0), Qt.DropAction.CopyAction
    enter = QDragEnterEvent(place.toPoint(), action, mime, LEFT, Qt.KeyboardModifier.NoModifier)
    assert QApplication.sendEvent(window, enter)
    assert enter.isAccepted()
    QApplication.sendEvent(window, QDropEvent(place, action, mime, LEFT, Qt.KeyboardModifier.NoModifier))
    form = next(f for f in window.findChildren(FormDialog) if f.isVisible())
    fill(form, **{"It_is_a": "Baseboard", "Price_of_a_metre": "4.20"})
    choose(window, "Baseboard", "Lock nose")
    assert any(p.size[1:] == (60.0, 20.0) for r in window.store.derived.made.runs for p in r.parts if p.tag.role == "baseboard")
    fill(run(window, "molding-size"), Molding="Lock nose (60 × 20)", Height="80", Depth="25")
    choose(window, "Baseboard", "Lock nose, 80 × 25")
    assert any(p.size[1:] == (80.0, 25.0) for r in window.store.derived.made.runs for p in r.parts if p.tag.role == "baseboard")


def test_an_edge_goes_through_points(open_window: Open) -> None:
    window = blank(open_window)
    QTest.mouseClick(offered(window, "Slatted wall"), LEFT)
    press(window, "Divide into two up")
    window.store.pick(OfRegion(ROOM, scheme(window).id, (0,)))
    type_into(window, "Edge through", "25: 150; 70: -100")
    edge = scheme(window).root.parts[0].edge
    assert edge is not None
    assert [(b.along, b.out) for b in edge.bends] == [(0.25, 150.0), (0.7, -100.0)]
    type_into(window, "Edge rises by", "5000")
    assert scheme(window).root.parts[0].edge == edge
    type_into(window, "Edge rises by", "200")
    assert scheme(window).root.parts[0].edge.rise == 200.0  # type: ignore[union-attr]
    type_into(window, "As large as", "2")
    assert scheme(window).root.parts[0].like == (1,)


def something_picked(window: MainWindow, what: str) -> str:
    """Place a thing as a user does, who has it picked from then on."""
    store = window.store
    edits = {
        "unit": lambda j: place_unit(j, CATALOG, "base", Spot(ROOM, WALL, 3000.0)),
        "window": lambda j: add_opening(j, ROOM, WALL, "window", 2500.0),
        "column": lambda j: add_column_at(j, ROOM, faces_of(j.room(ROOM))[WALL], 3300.0, "column"),
    }
    made = store.apply(edits[what], what)
    store.select(made)
    return made[0]


@pytest.mark.parametrize("what", ["unit", "window", "column"])
def test_walls_is_no_dead_end_while_something_is_picked(open_window: Open, what: str) -> None:
    """What was picked or made last is what the Spec shows: a wall that is started, a region that is clicked, a unit that is picked again."""
    window = blank(open_window)
    thing = something_picked(window, what)
    store, pane = window.store, elevation(window)
    assert not isinstance(window.spec.panel, WallPanel)
    QTest.mouseClick(offered(window, "Five panels"), LEFT)
    assert isinstance(window.spec.panel, WallPanel)
    assert store.state.selected == ()
    store.select([thing])
    assert not isinstance(window.spec.panel, WallPanel)
    assert pane.chosen() == frozenset(), "what the Spec is not about is not marked"
    QTest.mouseClick(pane, LEFT, pos=pane.place_of(1000.0, 500.0).toPoint())
    assert isinstance(window.spec.panel, WallPanel)
    assert isinstance(store.state.pick, OfRegion)
    assert store.state.pick.path != ()


def test_esc_at_walls_backs_out_of_the_region_and_of_what_is_selected(open_window: Open) -> None:
    window = blank(open_window)
    QTest.mouseClick(offered(window, "Five panels"), LEFT)
    pane = elevation(window)
    QTest.mouseClick(pane, LEFT, pos=pane.place_of(1000.0, 500.0).toPoint())
    QTest.keyClick(pane, Qt.Key.Key_Escape)
    assert window.store.state.pick is None
    something_picked(window, "unit")
    assert isinstance(window.spec.panel, UnitPanel)
    QTest.keyClick(pane, Qt.Key.Key_Escape)
    assert window.store.state.selected == ()
    assert isinstance(window.spec.panel, WallPanel)


def test_a_molding_that_is_used_is_what_the_spec_shows(open_window: Open) -> None:
    window = blank(open_window)
    QTest.mouseClick(offered(window, "Five panels"), LEFT)
    something_picked(window, "unit")
    QTest.mouseClick(offered(window, next(m.name for m in CATALOG.hardware.values() if getattr(m, "role", "") == "crown")), LEFT)
    assert isinstance(window.spec.panel, WallPanel)
