"""Paneled walls that go on round corners, and that are kept as pieces for other jobs with what they need of the catalogue."""

from dataclasses import replace

import pytest

from bodies import shared
from makers import CATALOG, ROOM, WALL, a_room, made
from tallplank.core.catalog.carried import carried, effective
from tallplank.core.edit.check import EditError
from tallplank.core.edit.copies.saved_piece import piece_of_scheme, place_scheme_of
from tallplank.core.edit.paneling.scheme import add_scheme, continue_scheme
from tallplank.core.edit.paneling.start import STARTS, Sizes
from tallplank.core.job.filling import Cover, Panel, Plain, Tiles, Upholstery
from tallplank.core.job.job import Job
from tallplank.core.job.saved_piece import PieceError, SavedPiece, dumps, loads
from tallplank.core.job.scheme import Boxing, Region, Trim


def walled(**values: object) -> Job:
    return add_scheme(a_room(4000.0, 3100.0), CATALOG, ROOM, WALL, **{**STARTS["wainscot"].values(Sizes()), **values}).job


def test_it_goes_on_round_every_corner_and_then_no_farther() -> None:
    job, key = walled(), "panel1"
    seen = [WALL]
    for _ in range(3):
        job, (key,) = continue_scheme(job, CATALOG, ROOM, key)
        seen.append(next(s.face for s in job.rooms[0].schemes if s.id == key))
    walls = [w.id for w in job.rooms[0].walls]
    at = walls.index(WALL)
    assert seen == [*walls[at:], *walls[:at]]
    assert shared(made(job), ROOM) == []
    with pytest.raises(EditError, match="already"):
        continue_scheme(job, CATALOG, ROOM, key)


def test_it_goes_to_the_corner_that_it_reaches() -> None:
    job, (key,) = continue_scheme(walled(right=500.0), CATALOG, ROOM, "panel1")
    walls = [w.id for w in job.rooms[0].walls]
    assert next(s.face for s in job.rooms[0].schemes if s.id == key) == walls[walls.index(WALL) - 1]
    with pytest.raises(EditError, match="no corner"):
        continue_scheme(walled(left=500.0, right=500.0), CATALOG, ROOM, "panel1")


def full() -> Job:
    """A wall that uses something of every list."""
    parts = (
        Region(fill=Plain(paint="paint-heron")),
        Region(fill=Upholstery(fabric="fabric-oat")),
        Region(fill=Tiles(motif="round", motif_finish="oak")),
        Region(fill=Panel(mold="mold-reed-30"), finish="walnut"),
        Region(fill=Cover(finish="mirror")),
    )
    trims = (Trim(molding="picture-rail-72", z=2300.0),)
    return walled(root=Region(split="across", parts=parts), finish="heron", casing="casing-bead-57", trims=trims, high=2200.0)


def test_a_job_carries_what_its_walls_use() -> None:
    found = carried(CATALOG, full())
    assert {"paint-heron", "fabric-oat", "mold-reed-30", "casing-bead-57", "picture-rail-72", "chair-ogee-64"} <= found["hardware"].keys()
    assert {"walnut", "mirror", "heron", "oak"} <= found["finish"].keys()
    assert {"mirror-4", "walnut-veneer"} <= found["board"].keys()
    assert {"heron", "oat", "mirror"} <= found["look"].keys()
    boxed = add_scheme(
        a_room(4000.0, 3000.0),
        CATALOG,
        ROOM,
        WALL,
        backing=5.0,
        box=Boxing(deep=150.0, bow=100.0, skin="bend-ply"),
        left=500.0,
        right=500.0,
    )
    assert "bend-ply" in carried(CATALOG, boxed.job)["board"]


def test_a_wall_is_kept_and_placed_in_another_job() -> None:
    piece = loads(dumps(piece_of_scheme(full(), CATALOG, ROOM, "panel1", "Five fields", ("wall",))))
    assert piece.matches("five wall")
    job, (key,) = place_scheme_of(a_room(5200.0, 3000.0), CATALOG, piece, ROOM, WALL)
    placed = next(s for s in job.rooms[0].schemes if s.id == key)
    assert (placed.root, placed.casing, placed.name) == (full().rooms[0].schemes[0].root, "casing-bead-57", "Paneled wall 1")
    assert not [run.problem for run in made(job).runs if run.problem]


def test_it_brings_what_the_other_catalogue_lacks() -> None:
    piece = piece_of_scheme(full(), CATALOG, ROOM, "panel1", "Five fields")
    poor = replace(CATALOG, hardware={k: v for k, v in CATALOG.hardware.items() if k != "mold-reed-30"})
    job, _ = place_scheme_of(a_room(5200.0, 3000.0), poor, piece, ROOM, WALL)
    assert "mold-reed-30" in job.pinned["hardware"]
    assert "mold-reed-30" in effective(poor, job).hardware


def test_a_piece_is_units_or_a_wall() -> None:
    with pytest.raises(ValueError, match="units, or a paneled wall"):
        SavedPiece(name="nothing")
    text = dumps(piece_of_scheme(full(), CATALOG, ROOM, "panel1", "Wall"))
    assert '"version": 2' in text
    with pytest.raises(PieceError, match="newer"):
        loads(text.replace('"version": 2', '"version": 3'))
