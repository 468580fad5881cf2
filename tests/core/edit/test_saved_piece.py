"""Saved pieces: kept, written, read and placed elsewhere, with what they need of a catalogue."""

import base64
import json
from dataclasses import replace
from pathlib import Path

import pytest
from hypothesis import given
from hypothesis import strategies as st

from makers import CATALOG, ROOM, WALL, a_room, a_wall_of, made
from tallplank.core.catalog.catalog import Catalog
from tallplank.core.check.finding import findings
from tallplank.core.edit.check import EditError
from tallplank.core.edit.copies.saved_piece import piece_of_group, piece_of_units, place_group_of, place_units_of
from tallplank.core.edit.group import add_island, set_top
from tallplank.core.edit.unit import Spot, delete_units, place_unit, set_finish
from tallplank.core.job.job import Job
from tallplank.core.job.saved_piece import FORMAT, PieceError, dumps, load, loads
from tallplank.core.joinery.workshop import make
from tallplank.session.library import PieceLibrary


def an_island() -> tuple[Job, str]:
    job, (group, front, back) = add_island(a_room(6000.0, 5000.0), ROOM, 1500.0, 2000.0, 1200.0, turn=30.0)
    for kind in ("base", "drawers"):
        job = place_unit(job, CATALOG, kind, Spot(ROOM, front)).job
    job = place_unit(job, CATALOG, "base-open", Spot(ROOM, back), width=1200.0, depth=300.0).job
    return set_top(job, ROOM, group, left_end="waterfall"), group


def test_a_tower_is_placed_elsewhere_as_it_was() -> None:
    job = set_finish(a_wall_of("base", "oven-housing", "tall"), CATALOG, ["u2"], "front", "oak")
    piece = loads(dumps(piece_of_units(job, CATALOG, ["u2", "u3"], "Oven tower", ["tall", " oven "])))
    assert (piece.name, piece.tags, [u.x for u in piece.units]) == ("Oven tower", ("tall", "oven"), [0.0, 600.0])
    assert {"oven-60"} <= set(piece.catalog["hardware"])
    placed, ids = place_units_of(a_wall_of("drawers"), CATALOG, piece, Spot(ROOM, WALL))
    assert [(u.kind, u.x) for u in placed.units] == [("drawers", 0.0), ("oven-housing", 600.0), ("tall", 1200.0)]
    assert [u.parts for u in made(placed).units[1:]] == [u.parts for u in made(job).units[1:]]
    assert delete_units(placed, ids) == a_wall_of("drawers")
    assert placed.pinned == {}


def test_an_island_is_placed_as_one_with_its_worktop() -> None:
    job, group = an_island()
    piece = loads(dumps(piece_of_group(job, CATALOG, ROOM, group, "Island with a waterfall end")))
    other, keys = place_group_of(a_room(8000.0, 7000.0), CATALOG, piece, ROOM)
    (placed,) = other.room(ROOM).groups
    assert (placed.id, placed.turn, placed.top) == (keys[0], 0.0, job.room(ROOM).groups[0].top)
    assert (placed.x, placed.y) == (3400.0, 3500.0)
    assert [[p.length.value for p in r.parts] for r in made(other).runs] == [[p.length.value for p in r.parts] for r in made(job).runs]
    twice, more = place_group_of(other, CATALOG, piece, ROOM, (500.0, 1500.0))
    assert len(twice.room(ROOM).groups) == 2
    assert len(set(more) | set(keys)) == 2 * len(keys)
    assert [f for f in findings(made(twice)) if f.level == "error"] == []


def test_a_piece_brings_what_the_catalogue_lacks_and_nothing_else() -> None:
    job = set_finish(a_wall_of("oven-housing"), CATALOG, ["u1"], "front", "oak")
    piece = piece_of_units(job, CATALOG, ["u1"], "Tower")
    poor = without(CATALOG, hardware={"oven-60"}, kinds={"oven-housing"})
    placed = place_units_of(a_room(), poor, piece, Spot(ROOM, WALL)).job
    assert {table: sorted(entries) for table, entries in placed.pinned.items()} == {"hardware": ["oven-60"], "kind": ["oven-housing"]}
    assert [len(u.parts) for u in made(placed).units] == [len(u.parts) for u in made(job).units]


def without(catalog: Catalog, **gone: set[str]) -> Catalog:
    tables = {name: {k: v for k, v in getattr(catalog, name).items() if k not in keys} for name, keys in gone.items()}
    return replace(catalog, **tables)  # type: ignore[arg-type]


def test_what_cannot_be_kept_or_placed_is_told() -> None:
    job, group = an_island()
    with pytest.raises(EditError, match="Select the units"):
        piece_of_units(job, CATALOG, [], "None")
    with pytest.raises(EditError, match="one wall"):
        piece_of_units(job, CATALOG, ["u1", "u3"], "Two faces")
    with pytest.raises(EditError, match="Name"):
        piece_of_units(job, CATALOG, ["u1"], "  ")
    units, island = piece_of_units(job, CATALOG, ["u1"], "A"), piece_of_group(job, CATALOG, ROOM, group, "B")
    with pytest.raises(EditError, match="is a group"):
        place_units_of(job, CATALOG, island, Spot(ROOM, WALL))
    with pytest.raises(EditError, match="is no group"):
        place_group_of(job, CATALOG, units, ROOM)
    with pytest.raises(EditError, match="does not fit into"):
        place_units_of(a_room(height=700.0), CATALOG, units, Spot(ROOM, WALL))


@pytest.mark.parametrize(
    ("text", "words"),
    [
        ("no", "no JSON"),
        ("[" * 100_000, "no JSON"),
        ("[]", "no saved piece"),
        ('{"format": "tall-plank-job"}', "no saved piece"),
        (f'{{"format": "{FORMAT}"}}', "which version"),
        (f'{{"format": "{FORMAT}", "version": 9}}', "newer Tall Plank"),
        (f'{{"format": "{FORMAT}", "version": 1, "piece": {{"name": "x", "units": []}}}}', "no saved piece"),
    ],
)
def test_what_is_no_piece_is_refused(text: str, words: str) -> None:
    with pytest.raises(PieceError, match=words):
        loads(text)


@given(st.binary(max_size=60))
def test_a_picture_is_a_png_or_refused(data: bytes) -> None:
    piece = json.loads(dumps(piece_of_units(a_wall_of("base"), CATALOG, ["u1"], "P")))
    piece["piece"]["picture"] = base64.b64encode(data).decode()
    if data and not data.startswith(b"\x89PNG\r\n\x1a\n"):
        with pytest.raises(PieceError, match="no png"):
            loads(json.dumps(piece))
    else:
        loads(json.dumps(piece))


def test_the_library_keeps_finds_replaces_and_tells_of_damage(tmp_path: Path) -> None:
    library = PieceLibrary(tmp_path / "pieces")
    assert library.pieces() == ()
    job = a_wall_of("base", "tall")
    path = library.keep(piece_of_units(job, CATALOG, ["u1"], "Däfer / base", ["low"]))
    assert library.keep(piece_of_units(job, CATALOG, ["u1", "u2"], "Däfer / base", ["low"])) == path
    library.keep(piece_of_units(job, CATALOG, ["u2"], "Tower", ["tall", "larder"]))
    assert [kept.piece.name for kept in library.pieces()] == ["Däfer / base", "Tower"]
    assert [kept.piece.name for kept in library.pieces("larder tow")] == ["Tower"]
    assert len(library.pieces("low")[0].piece.units) == 2
    (path.parent / "broken.piece.json").write_text("{")
    assert len(library.pieces()) == 2
    assert ["broken.piece.json" in text for text in library.damaged] == [True]
    assert library.take_in(path).name == "Däfer / base"
    library.remove(path)
    assert [kept.piece.name for kept in library.pieces()] == ["Tower"]
    with pytest.raises(PieceError):
        load(path.parent / "broken.piece.json")


def test_a_piece_from_another_catalogue_opens_with_the_job(tmp_path: Path) -> None:
    piece = piece_of_units(a_wall_of("fridge-housing"), CATALOG, ["u1"], "Fridge")
    poor = without(CATALOG, hardware={"fridge-122"})
    placed = place_units_of(a_room(), poor, piece, Spot(ROOM, WALL)).job
    assert [f.code for f in findings(make(placed, replace(CATALOG, base=poor)))] == ["kept-entry"]
