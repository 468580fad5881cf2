"""Styles of one front, of a kind, of all; and mirror images of units."""

import pytest
from hypothesis import assume, given

from makers import CATALOG, a_wall_of, made
from strategies import openings, standards, units
from tallplank.core.edit.check import EditError
from tallplank.core.edit.front import style_all, style_kind, style_one
from tallplank.core.edit.mirror import mirror_units, mirrored_opening, mirrored_unit
from tallplank.core.edit.unit import change_units
from tallplank.core.job.job import Job
from tallplank.core.job.opening import Opening
from tallplank.core.job.standard import Standard
from tallplank.core.job.unit import Unit
from tallplank.core.joinery.made import MadeUnit
from tallplank.core.joinery.workshop import make_unit
from tallplank.core.shop.doorlist import doorlist


def styles(job: Job) -> list[list[str]]:
    return [[f.style for f in unit.fronts] for unit in made(job).units]


def test_one_front_takes_a_style_of_its_own() -> None:
    job = style_one(a_wall_of("drawers"), CATALOG, "u1", (1,), "reedbed-beaded")
    assert styles(job) == [["quayside-slab", "reedbed-beaded", "quayside-slab"]]


def test_all_of_a_kind_take_a_style() -> None:
    job = style_one(a_wall_of("base", "drawers", "wall"), CATALOG, "u2", (1,), "reedbed-beaded")
    job = change_units(job, CATALOG, ["u3"], door_style="sluice-frame")
    job = style_kind(job, CATALOG, "drawer", "mooring-mitred")
    assert styles(job) == [["quayside-slab"], ["mooring-mitred"] * 3, ["sluice-frame"]]
    job = style_kind(job, CATALOG, "doors", "lantern-glazed")
    assert styles(job) == [["lantern-glazed"], ["mooring-mitred"] * 3, ["lantern-glazed"]]


def test_all_in_the_job_take_a_style() -> None:
    job = style_kind(
        change_units(a_wall_of("base", "drawers"), CATALOG, ["u1"], door_style="sluice-frame"), CATALOG, "drawer", "mooring-mitred"
    )
    job = style_all(job, CATALOG, "towpath-raised")
    assert {s for unit in styles(job) for s in unit} == {"towpath-raised"}
    assert job.units[0].door_style is None


@pytest.mark.parametrize(
    "edit",
    [
        lambda j: style_one(j, CATALOG, "u1", (), "none"),
        lambda j: style_one(j, CATALOG, "u1", (7,), "sluice-frame"),
        lambda j: style_kind(j, CATALOG, "doors", "none"),
        lambda j: style_all(j, CATALOG, "none"),
    ],
)
def test_what_there_is_not_is_refused(edit) -> None:  # type: ignore[no-untyped-def]
    with pytest.raises(EditError, match=r"no door style|no front"):
        edit(a_wall_of("base"))


@given(openings())
def test_mirrored_twice_is_the_same(opening: Opening) -> None:
    assert mirrored_opening(mirrored_opening(opening)) == opening


def reflected(unit: MadeUnit) -> list[tuple[object, ...]]:
    """Every part's place in space, seen in a mirror at the middle of the unit."""
    width = unit.unit.width
    found = []
    for part in unit.parts:
        low, high = part.box
        found.append((part.kind, *(round(v, 4) for v in (width - high.x, low.y, low.z, width - low.x, high.y, high.z)), len(part.holes)))
    return sorted(found)


def placed(unit: MadeUnit) -> list[tuple[object, ...]]:
    return sorted((p.kind, *(round(v, 4) + 0.0 for v in (*p.box[0], *p.box[1])), len(p.holes)) for p in unit.parts)


@given(units(), standards)
def test_a_mirrored_unit_has_mirrored_parts(unit: Unit, standard: Standard) -> None:
    before, after = make_unit(CATALOG, standard, unit), make_unit(CATALOG, standard, mirrored_unit(unit))
    assume(not before.problem)
    assert not after.problem
    for a, b in zip(reflected(before), placed(after), strict=True):
        assert a[0] == b[0]
        assert a[-1] == b[-1]
        assert all(abs(p - q) < 1e-3 for p, q in zip(a[1:-1], b[1:-1], strict=True)), (a, b)  # type: ignore[operator]


def test_mirroring_changes_hands_and_bays() -> None:
    job = change_units(
        a_wall_of("base"), CATALOG, ["u1"], width=900.0,
        opening=Opening(split="bays", openings=(Opening(front="doors", board=True), Opening(front="drawer"))),
    )  # fmt: skip
    fronts = [(f.kind, f.hand) for f in made(mirror_units(job, CATALOG, ["u1"])).units[0].fronts]
    assert fronts == [("drawer", ""), ("door", "right")]


def test_the_door_list_has_every_front_with_its_pieces() -> None:
    job = style_one(a_wall_of("base", "drawers", "filler"), CATALOG, "u1", (), "sluice-frame")
    rows = doorlist(made(job))
    assert [(r.front, r.style, r.width, r.height) for r in rows][:2] == [
        ("door", "Sluice, frame 70", 597, 716),
        ("drawer 1 front", "Slab", 597, 140),
    ]
    assert len(rows) == 4
    assert tuple(piece[:5] for piece in rows[0].parts) == (
        ("stile left", 1, 70, 716, 19),
        ("stile right", 1, 70, 716, 19),
        ("rail bottom", 1, 477, 70, 19),
        ("rail top", 1, 477, 70, 19),
        ("panel", 1, 475, 594, 6),
    )
    assert [piece.hand for piece in rows[0].parts] == ["L", "R", "", "", ""]
    assert (rows[0].hinges, rows[0].hand) == (2, "right"), "the wall is at its left"
    assert rows[1].parts == ()
