"""The Spec: every row of every panel reads, sets and resets what it names."""

import pytest
from PyQt6.QtWidgets import QPushButton, QSpinBox, QWidget

from hands import Open, choose, figure, panel, reset, type_into
from makers import CATALOG, ROOM, WALL, a_room, a_wall_of, made
from tallplank.app.frame.window import MainWindow
from tallplank.app.panel.parts import PartList
from tallplank.app.panel.row import PickField, TextField
from tallplank.app.panel.rules import RULE_GROUPS, RULE_NAMES
from tallplank.core.edit.survey.walled import add_opening
from tallplank.core.edit.unit import Spot, place_unit
from tallplank.core.job.opening import Opening
from tallplank.core.measure.display import LengthStyle
from tallplank.core.measure.source import Decided
from tallplank.session.pick import open_on_bench


def names(window: MainWindow) -> list[str]:
    return [r.field.accessibleName() for r in panel(window)._rows]


@pytest.mark.parametrize("kind", sorted(CATALOG.kinds))
def test_each_kind_shows_the_rows_that_apply_to_it(open_window: Open, kind: str) -> None:
    window = open_window(a_wall_of(kind))
    window.store.select(["u1"])
    shown = names(window)
    corner = ["Corner"] if CATALOG.kinds[kind].plan in ("diagonal", "ell") else []
    own = ["Second depth", *corner, "Side"] if CATALOG.kinds[kind].build == "shaped" else []
    assert shown[: 5 + len(own)] == ["Width", "Height", "Depth", *own, "From left", "Above floor"]
    assert ("Kick height" in shown) == CATALOG.kinds[kind].kick
    assert ("Worktop" in shown) == CATALOG.kinds[kind].worktop
    assert ("Drawers" in shown) == (kind == "drawers")
    unit = window.store.derived.made.units[0]
    assert ("Hand" in shown) == any(f.kind == "door" for f in unit.fronts)
    assert ("Pull" in shown) == any(f.role == "pull" for f in unit.fittings)
    assert ("Slide" in shown) == any(f.role == "slide" for f in unit.fittings)


def test_place_and_level(open_window: Open) -> None:
    window = open_window(a_wall_of("wall"))
    window.store.select(["u1"])
    type_into(window, "From left", "1 m")
    type_into(window, "Above floor", "150 cm")
    unit = window.store.job.units[0]
    assert (unit.x, unit.z) == (1000, 1500)
    reset(window, "Above floor")
    assert window.store.job.units[0].z is None
    assert panel(window).row("Above floor").text() == "1400"  # type: ignore[attr-defined]


@pytest.mark.parametrize(("tip", "x"), [("Grow to the right", 600), ("Grow both ways", 550), ("Grow to the left", 500)])
def test_the_arrow_says_which_side_moves(open_window: Open, tip: str, x: float) -> None:
    window = open_window(a_wall_of("base", "base"))
    window.store.select(["u2"])
    button = next(b for b in panel(window).findChildren(QWidget) if b.accessibleName() == tip)
    button.click()  # type: ignore[attr-defined]
    type_into(window, "Width", "700")
    assert window.store.job.unit("u2").x == x


def test_doors_hand_and_shelves(open_window: Open) -> None:
    window = open_window(a_wall_of("base", "wall"))
    window.store.select(["u1", "u2"])
    choose(window, "Doors", "Pair")
    choose(window, "Hand", "Hinged right")
    field = panel(window).row("Shelves")
    assert isinstance(field, QSpinBox)
    assert field.text() == "mixed"
    field.setValue(3)
    assert [u.opening for u in window.store.job.units] == [Opening(front="doors", doors=2, hand="right", shelves=3)] * 2
    choose(window, "Doors", "By width")
    assert window.store.job.units[0].opening.doors is None


def test_too_many_shelves_are_refused_and_the_field_goes_back(open_window: Open) -> None:
    window = open_window(place_unit(a_room(), CATALOG, "wall", Spot(ROOM, WALL), height=200.0).job)
    window.store.select(["u1"])
    field = panel(window).row("Shelves")
    assert isinstance(field, QSpinBox)
    field.setValue(12)
    assert window.store.job.units[0].opening.shelves == 2
    assert field.value() == 2
    assert "12 shelves do not fit" in window.message_label.text()


def test_drawer_heights_are_set_and_given_back_to_the_rule(open_window: Open) -> None:
    window = open_window(a_wall_of("drawers"))
    window.store.select(["u1"])

    def heights() -> list[float]:
        return [f.height for f in made(window.store.job).units[0].fronts]

    type_into(window, "Front 2", "200")
    assert heights() == [140, 200, 370]
    reset(window, "Front 1")
    assert heights() == [255, 200, 255]
    field = panel(window).row("Drawers")
    assert isinstance(field, QSpinBox)
    field.setValue(4)
    assert len(heights()) == 4
    assert sum(heights()) == pytest.approx(720 - 1.5 - 2.5 - 3 * 3)
    assert "Front 4" in names(window)


def test_two_openings_share_the_height_of_a_tall_unit(open_window: Open) -> None:
    window = open_window(a_wall_of("tall"))
    window.store.select(["u1"])
    fields = [r.field for r in panel(window)._rows if r.field.accessibleName() == "Front height"]
    assert [f.text() for f in fields] == ["664", "1300"]  # type: ignore[attr-defined]


def test_construction_of_one_unit(open_window: Open) -> None:
    window = open_window(a_wall_of("base", "base"))
    window.store.select(["u1"])
    choose(window, "Back", "Planted")
    type_into(window, "Board", "16")
    choose(window, "Kick", "None")
    assert dict(window.store.job.units[0].rules) == {"back": "planted", "board_thickness": 16.0, "kick": "none"}
    assert window.store.job.units[1].rules == {}
    for name in ("Back", "Board", "Kick"):
        reset(window, name)
    assert window.store.job.units[0].rules == {}


def test_finishes_style_and_hardware_of_one_unit(open_window: Open) -> None:
    window = open_window(a_wall_of("drawers", "drawers"))
    window.store.select(["u2"])
    choose(window, "Fronts", "Walnut veneer, oiled")
    choose(window, "Door style", "Sluice, frame 70")
    choose(window, "Slide", "Side slide, partial extension, pair")
    choose(window, "Worktop", "Basalt 20")
    unit = window.store.job.unit("u2")
    assert dict(unit.finishes) == {"front": "walnut", "top": "basalt-stone"}
    assert (unit.door_style, dict(unit.hardware)) == ("sluice-frame", {"slide": "slide-side-30"})
    window.store.select(["u1", "u2"])
    assert panel(window).row("Fronts").placeholderText() == "mixed"  # type: ignore[attr-defined]
    window.grab()
    window.store.select(["u2"])
    for name in ("Fronts", "Door style", "Slide", "Worktop"):
        reset(window, name)
    assert window.store.job.unit("u2").model_dump(exclude={"id", "mark", "x"}) == window.store.job.unit("u1").model_dump(
        exclude={"id", "mark", "x"}
    )


def test_the_whole_job(open_window: Open) -> None:
    window = open_window(a_wall_of("base"))
    assert "whole job" in panel(window).findChildren(QWidget)[0].text()  # type: ignore[attr-defined]
    type_into(window, "Name", "Mill cottage")
    type_into(window, "Customer", "P. Thorne")
    assert "Mill cottage" in window.windowTitle()
    choose(window, "Fronts", "Heron grey, sprayed")
    choose(window, "Pull", "Bar pull 320")
    choose(window, "Door style", "Narrowboat, frame 55")
    choose(window, "Back", "Rebated")
    type_into(window, "Kick height", "10 cm")
    standard = window.store.job.standard
    assert dict(standard.finishes) == {"front": "heron"}
    assert dict(standard.rules) == {"back": "rebated", "kick_height": 100.0}
    for name in ("Fronts", "Pull", "Back", "Kick height"):
        reset(window, name)
    assert window.store.job.standard.rules == {}
    assert window.store.job.standard.finishes == {}
    type_into(window, "Name", "")
    assert window.store.job.name == "Mill cottage"
    assert "Name" in window.message_label.text()


def test_lengths_are_shown_in_the_chosen_style_everywhere(open_window: Open) -> None:
    window = open_window(a_wall_of("base"))
    choose(window, "Lengths in", "inches, fractions")
    choose(window, "Fractions to", "1/64 in")
    window.store.select(["u1"])
    assert panel(window).row("Width").text() == "23 5/8"  # type: ignore[attr-defined]
    type_into(window, "Width", "24-3/4")
    assert window.store.job.units[0].width == pytest.approx(24.75 * 25.4)
    assert window.ticket.units_button.text() == "inches, fractions"
    window._set_lengths(LengthStyle.CM)
    assert panel(window).row("Width").text() in ("62.86", "62.87")  # type: ignore[attr-defined]


def test_room_walls_and_openings(open_window: Open) -> None:
    window = open_window(add_opening(a_room(), ROOM, WALL, "window").job)
    window.store.go("survey")
    assert names(window).count("Thickness") == 4
    type_into(window, "Height", "2.6 m")
    assert window.store.job.rooms[0].height == 2600
    rows = [r for r in panel(window)._rows if r.field.accessibleName() == "Name"]
    field = rows[1].field
    assert isinstance(field, TextField)
    field.setText("North")
    field.setModified(True)
    field.editingFinished.emit()
    assert window.store.job.face(ROOM, WALL).name == "North"
    window.store.select(["window1"])
    assert names(window) == ["From left", "Width", "Sill", "Height", "Sill board"]
    type_into(window, "Height", "3 m")
    assert "ceiling" in window.message_label.text()
    next(b for b in panel(window).findChildren(QPushButton) if "Remove" in b.text()).click()
    assert window.store.job.face(ROOM, WALL).openings == ()
    assert "Thickness" in names(window)


def test_rates(open_window: Open) -> None:
    window = open_window(a_wall_of("base"))
    window.store.go("quote")
    for name, text, value in (("Board waste", "20", 0.2), ("Overhead", "5,5 %", 0.055), ("Tax", "0 %", 0.0)):
        type_into(window, name, text)
        field = {"Board waste": "waste", "Overhead": "overhead", "Tax": "tax"}[name]
        assert getattr(window.store.job.rates, field) == pytest.approx(value)
    type_into(window, "Labour, hour", "52.5")
    type_into(window, "Currency", "gbp")
    assert (window.store.job.rates.labour_hour, window.store.job.rates.currency) == (52.5, "GBP")
    assert figure(window, "price").startswith("£")
    type_into(window, "Tax", "lots")
    assert "not a number" in window.message_label.text()


def test_the_wheel_does_not_change_what_it_passes(open_window: Open) -> None:
    window = open_window(a_wall_of("base"))
    field = panel(window).row("Fronts")
    assert isinstance(field, PickField)
    before = window.store.job

    class Event:
        ignored = False

        def ignore(self) -> None:
            self.ignored = True

    event = Event()
    field.wheelEvent(event)
    assert event.ignored
    assert window.store.job is before


def test_the_picked_part_stays_picked_while_the_unit_is_resized(open_window: Open) -> None:
    window = open_window(a_wall_of("base"))
    window.store.select(["u1"])
    parts = panel(window).findChild(PartList)
    parts.tree.setCurrentItem(parts.tree.topLevelItem(2))
    type_into(window, "Width", "500")
    assert "Length 464 = 500 width − 2 × 18 gable" in parts.explained_label.text()
    assert panel(window).findChild(PartList) is parts


def heading(window: MainWindow, group: str) -> QPushButton:
    return next(b for b in panel(window).findChildren(QPushButton) if b.accessibleName() == f"Group {group}")


def shows(window: MainWindow, row: str) -> bool:
    return any(r.isVisible() for r in panel(window)._rows if r.field.accessibleName() == row)


def test_groups_of_rules_are_folded_away_until_they_are_asked_for(open_window: Open) -> None:
    window = open_window(a_wall_of("base", "wall"))
    open_on_bench(window.store, "u1")
    assert not shows(window, "Reveal")
    heading(window, "Fronts").click()
    assert shows(window, "Reveal")
    assert not shows(window, "Cam from end")
    open_on_bench(window.store, "u2")
    assert shows(window, "Reveal"), "what is open stays open for the next unit"
    heading(window, "Fronts").click()
    assert not shows(window, "Reveal")


def test_a_folded_group_says_how_many_of_its_values_are_the_units_own(open_window: Open) -> None:
    window = open_window(a_wall_of("base"))
    open_on_bench(window.store, "u1")
    type_into(window, "Reveal", "4")
    type_into(window, "Front gap", "1")
    heading(window, "Fronts").click()
    assert heading(window, "Fronts").text() == "Fronts · 2 of its own"
    reset(window, "Reveal")
    heading(window, "Fronts").click()
    assert heading(window, "Fronts").text() == "Fronts · 1 of its own"


def test_the_keyboard_goes_from_a_heading_through_its_rows(open_window: Open) -> None:
    """They are made when they are asked for, after all that comes below them."""
    window = open_window(a_wall_of("base"))
    open_on_bench(window.store, "u1")
    first, second = heading(window, "Fronts"), heading(window, "Joints")
    first.click()
    on_the_way, widget = list[str](), first
    while (widget := widget.nextInFocusChain()) is not second and widget is not first:
        on_the_way.append(widget.accessibleName())
    names = [RULE_NAMES[rule] for rule in RULE_GROUPS["Fronts"]]
    assert [name for name in on_the_way if name in names] == names


def test_a_link_to_a_folded_row_opens_its_group(open_window: Open) -> None:
    window = open_window(a_wall_of("base"))
    open_on_bench(window.store, "u1")
    assert not shows(window, "Cam from end")
    window.spec.lead_to(Decided("rule", "cam_from_end"))
    assert shows(window, "Cam from end")
    assert window.focusWidget() is panel(window).row("Cam from end")


def test_every_rule_of_the_job_can_be_set_and_taken_back(open_window: Open) -> None:
    window = open_window(a_wall_of("base"))
    window.store.go("finish")
    window.store.select([])
    assert set(RULE_NAMES.values()) <= panel(window).row_names()
    for group in RULE_GROUPS:
        heading(window, group).click()
    assert set(RULE_NAMES.values()) <= set(names(window)), "each is there when its group is open"
    choose(window, "Corners", "Confirmat screws")
    type_into(window, "Groove", "9")
    assert dict(window.store.job.standard.rules) == {"joint": "confirmat", "groove_depth": 9}
    assert window.store.derived.made.units[0].choice.rules.joint == "confirmat"
    reset(window, "Corners")
    assert dict(window.store.job.standard.rules) == {"groove_depth": 9}
