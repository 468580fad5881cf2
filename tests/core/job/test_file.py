"""Job records, their file and their history."""

import json
from pathlib import Path

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from makers import a_wall_of, made, the_demo
from strategies import edits
from tallplank.core.error import PlankError
from tallplank.core.job.construction import RuleError, check_rules
from tallplank.core.job.file import JobFileError, dumps, dumps_compact, job_path, load, load_stamped, loads, save, schema
from tallplank.core.job.history import LONGEST, History
from tallplank.core.job.job import Job

ROOT = Path(__file__).parents[3]


@settings(max_examples=25)
@given(st.lists(edits(), max_size=8))
def test_save_then_load_is_equal(changes: list) -> None:
    job = a_wall_of("base", "drawers")
    for change in changes:
        try:
            job = change(job)
        except PlankError:
            continue
    assert loads(dumps(job)) == job


def test_saving_twice_writes_the_same_bytes(tmp_path: Path) -> None:
    job, path = the_demo().job, tmp_path / "job.plank"
    save(job, path)
    first = path.read_bytes()
    save(load(path), path)
    assert path.read_bytes() == first
    assert [p.name for p in tmp_path.iterdir()] == ["job.plank"]


def test_a_failed_save_leaves_the_old_file(tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    path = tmp_path / "job.plank"
    save(a_wall_of("base"), path)
    before = path.read_bytes()

    def full(*_: object) -> None:
        raise OSError(28, "No space left on device")

    monkeypatch.setattr("os.fsync", full)
    with pytest.raises(JobFileError, match="No space left"):
        save(a_wall_of("tall"), path)
    assert path.read_bytes() == before
    assert len(list(tmp_path.iterdir())) == 1


@pytest.mark.parametrize(
    ("text", "place"),
    [
        ("", "line 1"), ("{", "line 1"), ("[]", "not a Tall Plank job"), ('{"format": "other"}', "not a Tall Plank job"),
        ('{"format": "tall-plank-job"}', "version"), ('{"format": "tall-plank-job", "version": 99}', "newer"),
        ('{"format": "tall-plank-job", "version": 1}', "job"), ("[" * 100_000, "nested"),
        ('{"format": "tall-plank-job", "version": true, "job": {}}', "version"),
        ('{"format": "tall-plank-job", "version": ' + "9" * 5000 + ', "job": {}}', "number of 5000 digits"),
        ('{"format": "tall-plank-job", "version": 2, "job": {"name": "a", "rates": {"waste": NaN}}}', "'NaN' where a number"),
        ('{"format": "tall-plank-job", "version": 2, "job": {"name": "a", "rates": {"waste": 1e999}}}', "waste"),
        ('{"format": "tall-plank-job", "version": 2, "job": {"name": "a\\u0007"}}', "name: must not have characters"),
        ('{"format": "tall-plank-job", "version": 2, "job": {"name": "\\ud800"}}', "job"),
    ],
)  # fmt: skip
def test_a_damaged_or_foreign_file_is_refused_with_the_place(text: str, place: str) -> None:
    with pytest.raises(JobFileError, match=place):
        loads(text, "kitchen.plank")


@pytest.mark.parametrize(
    ("path", "value", "place"),
    [
        (("rooms", 0, "height"), -3, "rooms › 1 › height"), (("units", 1, "width"), "wide", "units › 2 › width"),
        (("units", 0, "face"), "ceiling", "does not exist"), (("units", 0, "colour"), "red", "units › 1 › colour"),
        (("units", 0, "id"), "u2", "same id"), (("units", 0, "rules"), {"kick_height": -5}, "Kick height"),
        (("units", 0, "rules"), {"nonsense": 5}, "nonsense"), (("rooms", 0, "corners", 1, 0), "up", "corners"), (("rooms", 0, "corners", 1), [100.0, -500.0], "cross"), (("rooms", 0, "walls", 1, "id"), "back", "same id"),
    ],
)  # fmt: skip
def test_a_wrong_value_is_refused_with_its_place(path: tuple, value: object, place: str) -> None:
    document = json.loads(dumps(a_wall_of("base", "wall")))
    target = document["job"]
    for step in path[:-1]:
        target = target[step]
    target[path[-1]] = value
    with pytest.raises(JobFileError, match=place):
        loads(json.dumps(document))


def test_numbers_in_quotes_are_kept_as_numbers() -> None:
    job = a_wall_of("base", "drawers")
    document = json.loads(dumps(job))
    document["job"]["units"][0]["rules"] = {"top_end": "10", "pin_spread": "3"}
    document["job"]["standard"] = {
        "rules": {"top_front": "25.5"},
        "constructions": [{"id": "own1", "name": "Own", "base": "frameless", "rules": {"reveal": "4"}}],
    }
    read = loads(json.dumps(document))
    assert read.units[0].rules == {"top_end": 10.0, "pin_spread": 3}
    assert read.standard.rules == {"top_front": 25.5}
    assert read.standard.constructions[0].rules == {"reveal": 4.0}
    assert made(read).runs
    assert loads(dumps(read)) == read


def test_the_compact_text_is_the_same_document() -> None:
    job = the_demo().job
    assert json.loads(dumps_compact(job)) == json.loads(dumps(job))
    assert "\n" not in dumps_compact(job)


def test_a_file_that_begins_with_a_byte_order_mark_is_read(tmp_path: Path) -> None:
    path = tmp_path / "a.plank"
    path.write_bytes(b"\xef\xbb\xbf" + dumps(a_wall_of("base")).encode())
    assert load(path) == a_wall_of("base")


def test_what_was_read_and_written_has_its_digest(tmp_path: Path) -> None:
    path = tmp_path / "a.plank"
    digest = save(a_wall_of("base"), path)
    assert load_stamped(path) == (a_wall_of("base"), {}, digest)
    assert save(a_wall_of("tall"), path) != digest


def test_a_link_to_a_job_stays_a_link(tmp_path: Path) -> None:
    save(a_wall_of("base"), tmp_path / "real.plank")
    (tmp_path / "link.plank").symlink_to("real.plank")
    save(a_wall_of("tall"), tmp_path / "link.plank")
    assert (tmp_path / "link.plank").is_symlink()
    assert load(tmp_path / "real.plank") == a_wall_of("tall")


@pytest.mark.parametrize(
    ("typed", "name"),
    [("kitchen", "kitchen.plank"), ("kitchen 2.1", "kitchen 2.1.plank"), ("a.plank", "a.plank"), ("a.PLANK", "a.PLANK"), (".plank", ".plank.plank"),
     ("a.plank.bak", "a.plank.bak.plank"), ("v1.", "v1..plank")],
)  # fmt: skip
def test_nothing_that_was_typed_as_a_name_is_taken_away(typed: str, name: str) -> None:
    assert job_path(f"/jobs/{typed}") == Path("/jobs") / name
    with pytest.raises(JobFileError, match="readable"):
        job_path(f"/jobs/{typed}\x1b")


def test_a_job_too_large_to_be_read_again_is_not_written(tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr("tallplank.core.job.file.LARGEST_BYTES", 500)
    with pytest.raises(JobFileError, match="would have more than"):
        save(a_wall_of("base"), tmp_path / "a.plank")
    assert list(tmp_path.iterdir()) == []


def test_what_is_no_text_or_no_file_is_refused(tmp_path: Path) -> None:
    (tmp_path / "picture.plank").write_bytes(b"\x89PNG\xff\xfe")
    for name in ("picture.plank", "missing.plank", "."):
        with pytest.raises(JobFileError, match=r"plank|cannot be read"):
            load(tmp_path / name)


def test_an_older_file_goes_through_its_migrations(monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr("tallplank.core.job.file.VERSION", 2)
    monkeypatch.setattr("tallplank.core.job.file.MIGRATIONS", {1: lambda body: {**body, "number": "migrated"}})
    assert loads(dumps(a_wall_of("base")).replace('"version": 2', '"version": 1')).number == "migrated"


def test_the_committed_schema_is_the_present_one() -> None:
    assert json.loads((ROOT / "docs" / "job.schema.json").read_text()) == schema(), "write it anew: ./plank run tools/write_schema.py"


def test_undo_restores_the_very_same_job() -> None:
    first, second, third = a_wall_of("base"), a_wall_of("tall"), a_wall_of("wall")
    history = History.start(first).done(second, "to tall").done(third, "to wall")
    assert history.undo_label == "to wall"
    back = history.undone().undone()
    assert back.job is first
    assert (back.undo_label, back.redo_label) == (None, "to tall")
    assert back.undone() is back
    assert back.redone().redone() == history
    assert history.redone() is history
    assert back.done(third, "else").redo_label is None
    assert history.done(third, "nothing") is history


def test_the_history_has_an_end() -> None:
    history = History.start(Job(name="0"))
    for i in range(LONGEST + 50):
        history = history.done(Job(name=str(i)), "x")
    assert len(history.past) == LONGEST


@pytest.mark.parametrize("rules", [{"id": "x"}, {"back": "glued"}, {"board_thickness": 0}, {"reveal": "wide"}])
def test_rules_out_of_range_are_refused(rules: dict) -> None:
    with pytest.raises(RuleError):
        check_rules(rules)


def test_a_record_refuses_unknown_changes_and_keeps_untouched_pieces() -> None:
    job = a_wall_of("base")
    with pytest.raises(ValueError, match="nonsense"):
        job.but(nonsense=1)
    changed = job.but(name="Other")
    assert changed.units is job.units
    for wrong in (lambda: job.room("x"), lambda: job.face("room1", "x"), lambda: job.unit("x")):
        with pytest.raises(KeyError):
            wrong()
