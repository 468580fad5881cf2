"""The shop's own folder, and what a job carries of the catalogue."""

import json
from pathlib import Path

import pytest

from makers import CATALOG, ROOM, WALL, a_room, a_wall_of, the_demo
from tallplank.core.catalog.carried import carried, changes, effective, tables_of
from tallplank.core.catalog.catalog import Catalog, CatalogError
from tallplank.core.catalog.reader import laid_over
from tallplank.core.derive.derived import Deriver
from tallplank.core.edit.entry import take_from_catalog
from tallplank.core.edit.open import open_job
from tallplank.core.edit.unit import Spot, place_unit, set_finish
from tallplank.core.job.file import JobFileError, dumps, save
from tallplank.core.job.job import Job
from tallplank.demo import demo_job
from tallplank.session.store import Store

HINGE = """
[[hardware]]
id = "hinge-110"
role = "hinge"
name = "Cup hinge 110° with plate, soft close"
code = "BIW-4110"
supplier = "Bellweir Ironwork"
finish = "nickel"
price = {price}
door_heights = [900, 1600, 2000, 2400]
door_kg = [7, 12, 17, 22]
front_holes = [{{ x = 22.5, diameter = 35, depth = 12.5 }}, {{ x = 32, z = -22.5, diameter = 2.5, depth = 8 }}, {{ x = 32, z = 22.5, diameter = 2.5, depth = 8 }}]
box_holes = [{{ x = 37, z = -16, diameter = 5, depth = 12 }}, {{ x = 37, z = 16, diameter = 5, depth = 12 }}]
"""
OWN = """
[[look]]
id = "reed"
name = "Reed"
kind = "plain"
colour = "#8a9a5b"

[[finish]]
id = "reed-paint"
name = "Reed paint"
roles = ["front"]
look = "reed"
board = "{board}"
thickness = 18
coat_m2 = 21.5
coated_faces = 2
"""
BOARD = CATALOG.finishes_for("front")[0].board


def a_folder(path: Path, *texts: str) -> Path:
    path.mkdir(exist_ok=True)
    for number, text in enumerate(texts):
        (path / f"own{number}.toml").write_text(text)
    return path


def with_own(path: Path) -> Catalog:
    return laid_over(a_folder(path / "own", OWN.format(board=BOARD), HINGE.format(price=4.0)))


def total(catalog: Catalog, job: Job) -> int:
    return Deriver(catalog).derive(job).shop.price.total


def test_a_shops_folder_adds_entries_and_takes_the_place_of_those_of_the_same_id(tmp_path: Path) -> None:
    catalog = with_own(tmp_path)
    assert catalog.finishes["reed-paint"].name == "Reed paint"
    assert catalog.hardware["hinge-110"].price == 4.0
    assert {**catalog.boards} == {**CATALOG.boards}
    assert catalog.defaults == CATALOG.defaults
    job = a_wall_of("base")
    assert total(catalog, job) > total(CATALOG, job)


def test_a_shops_folder_says_what_a_new_job_starts_with_role_by_role(tmp_path: Path) -> None:
    text = OWN.format(board=BOARD) + '[[defaults]]\nfinishes = { front = "reed-paint" }\n'
    catalog = laid_over(a_folder(tmp_path / "own", text))
    assert catalog.defaults.finishes == {**CATALOG.defaults.finishes, "front": "reed-paint"}
    assert catalog.defaults.hardware == CATALOG.defaults.hardware


@pytest.mark.parametrize(
    ("text", "words"),
    [
        (OWN.format(board="driftwood"), r"own0.toml, line 8: there is no board 'driftwood'"),
        (HINGE.format(price=-1), r"own0.toml, line 9: price: Input should be greater"),
        (HINGE.format(price=1) + HINGE.format(price=2), "is there twice"),
        (HINGE.format(price=1).replace('"hinge"', '"wing"'), "role"),
        ("[[ship]]\nid = 'x'\n", "'ship' is no list"),
        ("[[look]\n", "own0.toml"),
        ("x = " + "[" * 100_000, "own0.toml"),
        ('[[defaults]]\nfinishes = { front = "none-such" }\n', "there is no finish 'none-such'"),
    ],
)  # fmt: skip
def test_a_damaged_folder_is_refused_with_file_and_line(tmp_path: Path, text: str, words: str) -> None:
    with pytest.raises(CatalogError, match=words):
        laid_over(a_folder(tmp_path / "own", text))


def test_a_folder_that_is_not_there_or_no_text_is_refused(tmp_path: Path) -> None:
    with pytest.raises(CatalogError, match="cannot be read"):
        laid_over(tmp_path / "none")
    folder = a_folder(tmp_path / "own")
    (folder / "x.toml").write_bytes(b"\xff\xfe")
    with pytest.raises(CatalogError, match="is no text"):
        laid_over(folder)


def test_a_job_opens_elsewhere_with_the_same_numbers(tmp_path: Path) -> None:
    catalog = with_own(tmp_path)
    job = set_finish(demo_job(catalog), catalog, ["u1", "u2"], "front", "reed-paint")
    save(job, tmp_path / "job.plank", carried(catalog, job))
    away = open_job(tmp_path / "job.plank", CATALOG)
    assert total(CATALOG, away) == total(catalog, job)
    assert Deriver(CATALOG).derive(away).cutlist == Deriver(catalog).derive(job).cutlist
    assert {(c.table, c.id, c.missing) for c in changes(CATALOG, away)} == {
        ("look", "reed", True), ("finish", "reed-paint", True), ("hardware", "hinge-110", False),
    }  # fmt: skip
    at_home = open_job(tmp_path / "job.plank", catalog)
    assert at_home.pinned == {}
    assert at_home == job
    save(away, tmp_path / "again.plank", carried(effective(CATALOG, away), away))
    assert open_job(tmp_path / "again.plank", catalog) == job


def test_a_changed_entry_is_told_and_offered_and_taken_only_when_asked(tmp_path: Path) -> None:
    catalog = with_own(tmp_path)
    store = Store(CATALOG, the_demo().job)
    before = store.derived.price.total
    store.save(tmp_path / "job.plank")
    later = Store(catalog)
    later.open(tmp_path / "job.plank")
    assert later.derived.price.total == before
    assert later.catalog.hardware["hinge-110"].price == 3.45
    (told,) = (f for f in later.derived.findings if f.code == "changed-entry")
    assert "price 3.45 → 4.0" in told.text
    assert told.fix is not None
    later.apply(told.fix.edit, told.fix.label)
    assert later.catalog is catalog
    assert later.derived.price.total == total(catalog, the_demo().job) > before
    assert not [f for f in later.derived.findings if f.code == "changed-entry"]
    later.undo()
    assert later.derived.price.total == before


def test_what_would_leave_a_unit_unbuilt_is_not_let_go(tmp_path: Path) -> None:
    kind = '[[kind]]\nid = "locker"\nname = "Locker"\nhint = "A locker"\nbuild = "carcass"\nmount = "floor"\ntop = "full"\nworktop = false\nkick = true\nwidth = 400\nheight = 900\ndepth = 400\n'
    catalog = laid_over(a_folder(tmp_path / "own", kind))
    job = place_unit(a_room(), catalog, "locker", Spot(ROOM, WALL)).job
    save(job, tmp_path / "job.plank", carried(catalog, job))
    away = open_job(tmp_path / "job.plank", CATALOG)
    assert len(Deriver(CATALOG).derive(away).made.units[0].parts) > 4
    with pytest.raises(Exception, match="no kind 'locker'"):
        take_from_catalog(away, CATALOG, {("kind", "locker")})


def test_a_file_carries_no_more_than_the_job_uses() -> None:
    job = a_wall_of("base")
    kept = carried(CATALOG, job)
    assert set(kept["kind"]) == {"base"}
    assert len(kept["hardware"]) < len(CATALOG.hardware)
    assert set(kept) == set(tables_of(CATALOG))
    assert len(dumps(job, kept)) < 50_000


@pytest.mark.parametrize(
    ("change", "words"),
    [
        (lambda c: c.update(ship={"x": {}}), "catalog › ship"),
        (lambda c: c["hardware"]["hinge-110"].update(price=-4), "catalog › hardware › hinge-110 › .*price"),
        (lambda c: c["hardware"].update(other=c["hardware"]["hinge-110"]), "its id is another"),
        (lambda c: c["finish"][next(iter(c["finish"]))].update(board="driftwood"), "no board 'driftwood'"),
        (lambda c: c.update(hardware=[1]), "pinned|catalog"),
        (lambda c: c["look"].update({f"x{i}": {} for i in range(3000)}), "at most 2000 entries"),
    ],
)  # fmt: skip
def test_damaged_entries_of_a_file_are_refused_with_their_place(tmp_path: Path, change, words: str) -> None:  # type: ignore[no-untyped-def]
    job = a_wall_of("base")
    document = json.loads(dumps(job, carried(CATALOG, job)))
    change(document["catalog"])
    (tmp_path / "job.plank").write_text(json.dumps(document))
    with pytest.raises(JobFileError, match=words):
        open_job(tmp_path / "job.plank", CATALOG)
