"""Moldings of paneled walls: at heights of their own, stacked, round openings, and coped in inner corners."""

import pytest

from bodies import shared
from makers import CATALOG, ROOM, WALL, a_room, made
from tallplank.core.edit.check import EditError
from tallplank.core.edit.paneling.scheme import add_scheme, change_scheme, copy_scheme
from tallplank.core.edit.survey.walled import add_opening
from tallplank.core.job.filling import Panel
from tallplank.core.job.job import Job
from tallplank.core.job.scheme import Boxing, Region, Trim
from tallplank.core.joinery.part.part import Part
from tallplank.core.shop.moldinglist import moldinglist


def walled(job: Job | None = None, **values: object) -> Job:
    return add_scheme(job or a_room(4000.0, 3000.0), CATALOG, ROOM, WALL, **values).job


def parts(job: Job, role: str) -> list[Part]:
    return [p for r in made(job).runs if r.what == "panel" for p in r.parts if p.tag.role == role]


def rise(key: str) -> float:
    return CATALOG.hardware[key].rise  # type: ignore[union-attr]


def test_moldings_at_heights_and_on_one_another() -> None:
    """A picture rail at 2000, a bead on it, a rail on the baseboard, and one that hangs under the crown of 2500."""
    trims = (
        Trim(molding="picture-rail-50", z=2000.0),
        Trim(molding="mold-bead-14", pin="trim1.head"),
        Trim(molding="chair-cap-45", pin="base.head"),
        Trim(molding="chair-bead-38", pin="crown.foot", under=True),
    )
    job = walled(base="base-square-100", crown="crown-cove-70", trims=trims)
    spans = [(p.box[0].z, p.box[1].z) for p in sorted(parts(job, "wall molding"), key=lambda p: p.tag.number)]
    crown = 2500.0 - rise("crown-cove-70")
    assert spans == [
        pytest.approx((2000.0, 2000.0 + rise("picture-rail-50"))),
        pytest.approx((2000.0 + rise("picture-rail-50"), 2000.0 + rise("picture-rail-50") + rise("mold-bead-14"))),
        pytest.approx((100.0, 100.0 + rise("chair-cap-45"))),
        pytest.approx((crown - rise("chair-bead-38"), crown)),
    ]
    assert shared(made(job), ROOM) == []


def test_a_molding_stands_on_what_is_planted_at_its_height() -> None:
    """Boards of 19 on a backing of 6 up to 900: at 500 it begins 25 before the wall, at 1500 on the backing."""
    low = Region(size=900.0, split="across", stile=90.0, count=3, parts=(Region(),))
    job = walled(
        backing=6.0,
        root=Region(split="up", parts=(low, Region())),
        trims=(Trim(molding="chair-cap-45", z=500.0), Trim(molding="chair-cap-45", z=1500.0)),
    )
    backs = [p.box[1].y for p in sorted(parts(job, "wall molding"), key=lambda p: p.tag.number)]
    assert backs == [-25.0, -6.0]
    assert shared(made(job), ROOM) == []


def test_a_molding_above_the_ceiling_is_refused() -> None:
    with pytest.raises(EditError, match="Molding 1 would reach from 2480"):
        walled(trims=(Trim(molding="picture-rail-50", z=2480.0),))


def with_openings() -> Job:
    job = add_opening(a_room(5000.0, 3000.0), ROOM, WALL, "door", 600.0, width=900.0, height=2040.0).job
    return add_opening(job, ROOM, WALL, "window", 2500.0, sill=800.0, width=1200.0, height=1300.0).job


def test_casings_go_round_openings_and_boards_end_at_them() -> None:
    """70 wide: the door's legs are 2040 + 70, its head 900 + 140; the window's pieces 1200 + 140 and 1300 + 140, mitred at 45."""
    job = walled(with_openings(), backing=6.0, base="base-square-100", casing="casing-plain-70", root=Region(fill=Panel(raised=12.0)))
    found = parts(job, "casing")
    assert sorted(round(p.length.value, 6) for p in found) == [1040.0, 1340.0, 1340.0, 1440.0, 1440.0, 2110.0, 2110.0]
    ends = {(p.tag.side, round(p.form.start.y, 6), round(p.form.end.y, 6)) for p in found if p.length.value == 2110.0}  # type: ignore[union-attr]
    assert ends == {("left", -1.0, 0.0), ("right", 0.0, -1.0)}
    base = sorted((p.box[0].x, p.box[1].x) for p in parts(job, "baseboard"))
    assert base == [pytest.approx((0.0, 530.0)), pytest.approx((1570.0, 5000.0))]
    free = 5000.0 * 2500.0 - 1040.0 * 2110.0 - 1340.0 * 1440.0
    assert sum(p.volume for p in parts(job, "backing")) / 6.0 == pytest.approx(free)
    assert shared(made(job), ROOM) == []


def test_a_window_with_a_board_on_its_sill_has_no_casing_below() -> None:
    job = add_opening(a_room(5000.0, 3000.0), ROOM, WALL, "window", 2500.0, sill=800.0, width=1200.0, height=1300.0, board=True).job
    assert {p.tag.side for p in parts(walled(job, casing="casing-plain-70"), "casing")} == {"left", "upper", "right"}


def test_coped_moldings_run_square_into_corners_and_are_cut_to_the_profile() -> None:
    job = walled(base="base-ogee-145")
    walls = [w.id for w in job.rooms[0].walls]
    job = copy_scheme(job, CATALOG, ROOM, job.rooms[0].schemes[0].id, walls).job
    assert {(row.first.kind, row.last.kind) for row in moldinglist(made(job))} == {("inner", "inner")}
    lengths = sorted(row.length for row in moldinglist(made(job)))
    for scheme in job.rooms[0].schemes:
        job = change_scheme(job, CATALOG, ROOM, scheme.id, inner="coped")
    assert {(row.first.kind, row.last.kind) for row in moldinglist(made(job))} == {("coped", "square")}
    assert sorted(row.length for row in moldinglist(made(job))) == lengths
    assert {row.first.saw.miter for row in moldinglist(made(job))} == {45.0}


def test_a_molding_of_its_own_height_is_mitred_into_that_of_the_next_wall() -> None:
    job = walled(trims=(Trim(molding="picture-rail-50", z=2000.0),))
    walls = [w.id for w in job.rooms[0].walls]
    job = copy_scheme(job, CATALOG, ROOM, job.rooms[0].schemes[0].id, walls).job
    assert {(row.first.kind, row.last.kind) for row in moldinglist(made(job))} == {("inner", "inner")}
    assert shared(made(job), ROOM) == []


def test_alike_pieces_stand_in_one_row_of_the_list() -> None:
    """Five panels alike, whose sums come out a hair apart: one row for each side of their moldings."""
    panels = Region(split="across", stile=88.9, wanted=609.6, about="wall.middle", parts=(Region(fill=Panel(mold="mold-panel-25")),))
    rows = moldinglist(made(walled(a_room(3644.9, 3000.0), high=914.4, root=Region(split="up", stile=88.9, parts=(panels,)))))
    assert [row.quantity for row in rows] == [5] * 4


def test_moldings_are_returned_to_the_wall_at_openings_and_free_ends() -> None:
    """A baseboard 19 deep up to a door from 600 to 1500: it ends at 600 with its mitre's long point, and a wedge 19 long closes it."""
    job = walled(with_openings(), right=1000.0, base="base-square-100", stops="returned")
    reach = CATALOG.hardware["base-square-100"].reach  # type: ignore[union-attr]
    found = sorted(parts(job, "baseboard"), key=lambda p: (p.box[0].x, p.size[0]))
    runs, wedges = [p for p in found if not p.tag.side], [p for p in found if p.tag.side]
    assert [(p.box[0].x, p.box[1].x) for p in runs] == [pytest.approx((0.0, 600.0)), pytest.approx((1500.0, 4000.0))]
    assert [(p.tag.side, round(p.size[0], 6)) for p in wedges] == [("right", reach), ("left", reach), ("right", reach)]
    assert sum(p.volume for p in found) < 100.0 * reach * (600.0 + 2500.0)
    assert shared(made(job), ROOM) == []
    kinds = {(row.first.kind, row.last.kind) for row in moldinglist(made(job))}
    assert kinds == {("square", "outer"), ("outer", "outer"), ("outer", "square")}


def test_a_crown_above_a_wainscot_stands_on_the_wall() -> None:
    """On a backing of 12 up to 900 the crown under the ceiling begins at the wall; on one up to the ceiling it begins on the backing."""
    (low,) = parts(walled(backing=12.0, high=900.0, crown="crown-cove-70"), "wall crown")
    (high,) = parts(walled(backing=12.0, crown="crown-cove-70"), "wall crown")
    assert (low.box[1].y, high.box[1].y) == (0.0, -12.0)
    job = walled(backing=12.0, high=900.0, crown="crown-cove-70")
    job = copy_scheme(job, CATALOG, ROOM, job.rooms[0].schemes[0].id, [w.id for w in job.rooms[0].walls]).job
    assert {(row.first.kind, row.last.kind) for row in moldinglist(made(job))} == {("inner", "inner")}
    assert shared(made(job), ROOM) == []
    with pytest.raises(EditError, match="has no crown"):
        walled(backing=12.0, high=900.0, crown="crown-cove-70", box=Boxing(deep=150.0))
