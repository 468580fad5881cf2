"""What no edit may do: raise anything but the project's own errors, hang, or make a job whose file is then refused."""

from collections.abc import Callable

import pytest

from fuzz.trial import limited
from makers import CATALOG, ROOM, WALL, a_room, a_unit, a_wall_of
from tallplank.core.edit.copies.carry import carry
from tallplank.core.edit.opening import merge_openings, move_boundary, set_opening, set_opening_size, split_opening
from tallplank.core.edit.standard import change_job, set_job_rule
from tallplank.core.edit.survey.room import add_room, change_room, change_wall, remove_room
from tallplank.core.edit.survey.walled import add_opening, change_opening
from tallplank.core.edit.unit import Spot, change_units, duplicate_units, move_to_face, place_unit, set_rule
from tallplank.core.error import PlankError, mm, told
from tallplank.core.job.construction import Construction, RuleError, check_rules, rule_bounds
from tallplank.core.job.file import dumps, loads
from tallplank.core.job.job import MOST_ROOMS, MOST_UNITS, Job
from tallplank.core.measure.display import LengthStyle
from tallplank.core.measure.divide import DivideError, Member

NUMBERS = [n for n in Construction.model_fields if rule_bounds(n) is not None]


@pytest.mark.parametrize(
    ("edit", "words"),
    [
        (lambda j: change_room(j, "room9", width=1.0), "no room 'room9'"),
        (lambda j: remove_room(j, "room9"), "no room 'room9'"),
        (lambda j: change_wall(j, ROOM, WALL, id="else"), "keep their ids"),
        (lambda j: change_room(j, ROOM, id="else"), "keep their ids"),
        (lambda j: change_room(j, ROOM, colour="red"), "no value called 'colour'"),
        (lambda j: move_to_face(j, ["u1"], Spot(ROOM, "ceiling")), "no wall or face 'ceiling'"),
        (lambda j: move_to_face(j, ["u1"], Spot(ROOM, WALL, 1e9)), "less than or equal"),
        (lambda j: carry(j, CATALOG, "u9", ["u1"], ["front"]), "no unit 'u9'"),
        (lambda j: move_boundary(j, CATALOG, "u9", (0,), 100), "no unit 'u9'"),
        (lambda j: move_boundary(j, CATALOG, "u2", (-1,), 100), "no boundary"),
        (lambda j: split_opening(j, CATALOG, ["u1"], (), "rings"), "Split"),  # type: ignore[arg-type]
        (lambda j: set_opening(j, CATALOG, ["u1"], (), front="gate"), "Front"),
        (lambda j: set_opening(j, CATALOG, ["u1"], (), size=Member(share=float("nan"))), "share"),
        (lambda j: change_units(j, CATALOG, ["u1"], room="room9"), "stands at a wall"),
        (lambda j: change_units(j, CATALOG, ["u1"], id="u2"), "keeps its id"),
        (lambda j: change_units(j, CATALOG, ["u1"], width=20_000.0), "Width"),
        (lambda j: change_units(j, CATALOG, ["u1"], note="\ud800"), "Note"),
        (lambda j: change_job(j, name="two\nlines"), "Name must not have characters"),
        (lambda j: change_job(j, customer="\x1b[2J"), "Customer"),
        (lambda j: add_opening(j, ROOM, WALL, "hatch").job, "Kind"),  # type: ignore[arg-type]
        (lambda j: add_opening(j, "room9", WALL, "door").job, "no room"),
        (lambda j: change_opening(j, "", "", "window1", x=1.0), "no room ''"),
    ],
)  # fmt: skip
def test_wrong_ids_paths_and_values_are_refused_in_words(edit: Callable[[Job], Job], words: str) -> None:
    job = a_wall_of("base", "drawers")
    with pytest.raises(PlankError, match=words):
        edit(job)


@pytest.mark.parametrize("path", [(-1,), (0, -1), (99,), (0,) * 20])
def test_a_path_that_a_unit_has_not_leaves_it_alone(path: tuple[int, ...]) -> None:
    job = a_wall_of("base", "drawers")
    assert set_opening(job, CATALOG, ["u2"], path, shelves=1) is job
    assert merge_openings(job, CATALOG, ["u2"], path) is job
    assert split_opening(job, CATALOG, ["u2"], path, "rows") is job


def test_copies_held_down_come_to_an_end_with_a_word() -> None:
    job, ids = a_wall_of("base"), ("u1",)
    with pytest.raises(PlankError, match=r"no more room for copies|at most 1000 units"):
        for _ in range(500):
            job, ids = duplicate_units(job, ids)
    assert 100 < len(job.units) < 200
    assert max(u.x for u in job.units) <= 100_000
    assert loads(dumps(job)) == job


def test_a_job_takes_no_more_units_and_rooms_than_its_file() -> None:
    job = a_room().replaced(units=tuple(a_unit().but(id=f"u{i}") for i in range(MOST_UNITS)))
    with pytest.raises(PlankError, match="at most 1000 units"):
        place_unit(job, CATALOG, "base", Spot(ROOM, WALL, 0.0))
    with pytest.raises(PlankError, match="at most 1000 units"):
        duplicate_units(job, ["u1"])
    rooms = a_room()
    for number in range(MOST_ROOMS - 1):
        rooms = add_room(rooms, f"Room {number}", 3000, 3000, 2500).job
    assert loads(dumps(rooms)) == rooms
    with pytest.raises(PlankError, match="at most 200 rooms"):
        add_room(rooms, "One more", 3000, 3000, 2500)


def test_a_new_unit_takes_no_id_of_a_room() -> None:
    job = a_room()
    room = job.rooms[0].but(id="u1")
    job = job.replaced(rooms=(room,))
    job = place_unit(job, CATALOG, "base", Spot("u1", WALL)).job
    job, _ = duplicate_units(job, [job.units[0].id])
    assert loads(dumps(job)) == job


def test_a_job_without_rooms_is_edited_or_refused() -> None:
    job = Job(name="None")
    assert loads(dumps(job)) == job
    for edit in (
        lambda: place_unit(job, CATALOG, "base", Spot("room1", WALL)).job,
        lambda: change_room(job, "room1", width=1.0),
        lambda: add_opening(job, "room1", WALL, "door").job,
    ):
        with pytest.raises(PlankError):
            edit()
    assert add_room(job, "Room", 3000, 3000, 2500).job.rooms


@pytest.mark.parametrize("pitch", [0.1, 0.01, 1e-9])
def test_no_pitch_makes_an_edit_hang(pitch: float) -> None:
    job = a_wall_of("tall")
    with limited(10):
        for rule in ("joint_pitch", "system_pitch"):
            with pytest.raises(RuleError, match="must be from"):
                set_rule(job, CATALOG, ["u1"], rule, pitch)
            with pytest.raises(RuleError, match="must be from"):
                set_job_rule(job, CATALOG, rule, pitch)


@pytest.mark.parametrize("rule", NUMBERS)
def test_every_rule_holds_at_its_bounds_and_not_beyond(rule: str) -> None:
    bounds = rule_bounds(rule)
    assert bounds is not None
    for value in (bounds.least, bounds.most):
        assert check_rules({rule: value}) == {rule: value}
        with limited(10):
            try:
                job = set_rule(a_wall_of("tall", "drawers", "corner-diagonal"), CATALOG, ["u1", "u2", "u3"], rule, value)
            except PlankError:
                continue
        assert loads(dumps(job)) == job
    beyond = [bounds.most * 1.001 + 1, float("nan"), float("inf")] + ([] if bounds.least == 0 else [bounds.least / 2])
    for value in beyond:
        with pytest.raises(RuleError):
            check_rules({rule: value})


def test_validated_values_are_what_is_kept() -> None:
    job = set_rule(a_wall_of("base"), CATALOG, ["u1"], "top_end", "10")
    assert job.units[0].rules == {"top_end": 10.0}
    assert isinstance(job.units[0].rules["top_end"], float)
    job = set_job_rule(job, CATALOG, "pin_spread", "3")
    assert job.standard.rules["pin_spread"] == 3
    assert check_rules({"bands_trimmed": "yes"}) == {"bands_trimmed": "yes"}


def test_members_are_held_to_what_a_file_can_hold() -> None:
    for wrong in ({"size": -1.0}, {"size": 1e9}, {"share": 0.0}, {"share": float("inf")}, {"least": float("nan")}, {"most": -5.0}):
        with pytest.raises(DivideError, match="must be from"):
            Member(**wrong)


@pytest.mark.parametrize(
    ("edit", "words"),
    [
        (lambda j: change_units(j, CATALOG, ["u2"], depth=200.0), "free depth of .* in"),
        (lambda j: change_units(j, CATALOG, ["u1"], width=30.0), r"no room between the gables: −1/4 in = 1 3/16 in width − 2 × 11/16 in gable"),
        (lambda j: change_opening(j, ROOM, "back", "window1", x=3900.0), "would end .* in beyond Wall A"),
        (lambda j: set_opening_size(j, CATALOG, ["u2"], (0,), 9.0), "Drawer 1 has a clear height of −3/16 in, too low"),
        (lambda j: set_opening_size(j, CATALOG, ["u2"], (0,), 0.5), "An opening is from .* in to .* in"),
    ],
)  # fmt: skip
def test_what_is_refused_shows_lengths_as_the_job_does(edit, words: str) -> None:  # type: ignore[no-untyped-def]
    job = add_opening(a_wall_of("base", "drawers"), ROOM, "back", "window", 2500.0).job
    job = change_job(job, display=job.display.but(style=LengthStyle.INCH_FRACTION))
    with pytest.raises(PlankError, match=words) as refused:
        edit(job)
    assert " mm" not in str(refused.value)
    assert str(refused.value).isprintable()


def test_lengths_in_texts_are_millimetres_where_no_job_says_otherwise() -> None:
    assert told(f"A gap of {mm(12.34)} and {mm(-3.0)}.") == "A gap of 12.3 mm and -3 mm."
    assert str(PlankError(f"{mm(700)} deep")) == "700 mm deep"
