"""Boxings that are arched: a face cut to the arch, a bent lid between flat sides, and ribs under it."""

import pytest

from bodies import shared
from makers import CATALOG, ROOM, WALL, a_room, made
from tallplank.core.check.finding import findings
from tallplank.core.edit.check import EditError
from tallplank.core.edit.paneling.scheme import add_scheme
from tallplank.core.edit.survey.standing import add_column_at
from tallplank.core.job.base import RecordError
from tallplank.core.job.filling import Panel, Slats
from tallplank.core.job.job import Job
from tallplank.core.job.scheme import Boxing, Region, Scheme, Trim
from tallplank.core.joinery.part.form.bent import Bent
from tallplank.core.joinery.part.form.outlined import Outlined
from tallplank.core.joinery.part.part import Part

BOX = Boxing(deep=250.0, arch=300.0, boards=18.0, skin="bend-ply")


def arched(box: Boxing = BOX, column: tuple[float, float] | None = None, **values: object) -> Job:
    """A boxing 1036 wide in the middle of a wall of 4000, 2200 high in its middle: 1000 between its sides."""
    job = a_room(4000.0, 2500.0)
    if column:
        job = add_column_at(job, ROOM, job.face(ROOM, WALL), 2000.0, "column", width=column[0], depth=column[1]).job
    usual = {"left": 1482.0, "right": 1482.0, "high": 2200.0, "backing": 12.0, "box": box}
    return add_scheme(job, CATALOG, ROOM, WALL, **{**usual, **values}).job


def parts(job: Job, role: str) -> list[Part]:
    return [p for r in made(job).runs if r.what == "panel" for p in r.parts if p.tag.role == role]


def codes(job: Job) -> set[str]:
    return {f.code for f in findings(made(job))}


def test_an_arched_boxing_by_hand() -> None:
    """Over 1000 by 300: R = (500² + 300²) / 600 = 566.67, half the angle asin(500 / R) = 1.0808; 8 is as thick as bends to 558.67.

    The lid is 2 × 1.0808 × (R - 4) = 1216.30 long. Its inner face ends at 1900 - 8 × cos(1.0808) = 1896.24; the ribs begin 60 below.
    """
    job = arched()
    (lid,) = parts(job, "boxing lid")
    assert lid.size == pytest.approx((238.0, 1216.30, 8.0), abs=0.01)
    assert isinstance(lid.form, Bent)
    assert lid.form.bend_radius == pytest.approx(566.667, abs=0.01)
    assert lid.board == "bend-ply"
    assert (lid.box[0].y, lid.box[1].y, lid.box[1].z) == pytest.approx((-238.0, 0.0, 2200.0), abs=0.05)
    assert [p.size for p in parts(job, "boxing side")] == [(1900.0, 238.0, 18.0)] * 2
    back, front = parts(job, "boxing rib")
    assert back.size == front.size == pytest.approx((1000.0, 355.76, 18.0), abs=0.03)
    assert (back.box[1].y, front.box[0].y, front.box[0].z) == pytest.approx((0.0, -238.0, 1836.24), abs=0.01)
    assert [p.size[0] for p in parts(job, "boxing batten")] == pytest.approx([1836.24 - 18.0] * 3, abs=0.01)
    assert [p.tag.side for p in parts(job, "boxing plate")] == ["lower"]
    (face,) = parts(job, "backing")
    assert isinstance(face.form, Outlined)
    segment = 566.667**2 * 1.0808 - 500.0 * (566.667 - 300.0)  # R² a - c/2 (R - h)
    assert face.volume / 12.0 == pytest.approx(1036.0 * 1900.0 + segment, abs=60.0)
    assert codes(job) == set()
    assert shared(made(job), ROOM) == []


def test_a_stiff_lid_is_sawn_in_from_below() -> None:
    """18 with a web of 3 over 1000 by 200: R = 725, half the angle 0.7610; 87.2 degrees at 3 to a kerf are 30."""
    (lid,) = parts(arched(BOX.but(arch=200.0, skin=None)), "boxing lid")
    assert lid.size == pytest.approx((238.0, 2 * 0.76101 * 723.5, 18.0), abs=0.02)
    assert len(lid.pockets) == 30
    assert {(p.low.x, p.high.x, p.low.z, p.high.z) for p in lid.pockets} == {(0.0, 238.0, 0.0, 15.0)}


def test_lid_and_ribs_leave_what_goes_on_above_them() -> None:
    """A column 200 × 200 keeps 10 clear: in front of 210 the lid goes on, beside it both are in two; the rib in front is whole."""
    job = arched(BOX.but(deep=350.0, arch=200.0), (200.0, 200.0), left=1382.0, right=1382.0)
    lids, ribs = parts(job, "boxing lid"), parts(job, "boxing rib")
    assert sorted((round(p.box[0].x), round(p.box[1].x)) for p in lids if p.box[1].y > -1.0) == [(1400, 1890), (2110, 2600)]
    assert {round(p.box[1].y, 3) for p in lids} == {0.0, -210.0}
    assert [(p.tag.side, round(p.size[0])) for p in ribs] == [("back", 490), ("back", 490), ("front", 1200)]
    assert codes(job) == set()
    assert shared(made(job), ROOM) == []


def test_what_fills_the_face_is_cut_to_the_arch() -> None:
    panel = Region(fill=Panel(border=20.0, mold="mold-panel-25"))
    job = arched(root=Region(split="across", stile=60.0, parts=(panel, panel)))
    sides = sorted(p.tag.side for p in parts(job, "panel mold") + parts(job, "curved panel mold"))
    assert sides == sorted(["left", "lower", "right", "upper"] * 2)
    assert {p.tag.side for p in parts(job, "curved panel mold")} == {"upper"}
    assert max(p.box[1].z for r in made(job).runs for p in r.parts) <= 2200.0 + 0.01
    assert shared(made(job), ROOM) == []
    slats = parts(arched(root=Region(fill=Slats())), "slat")
    assert max(s.size[0] for s in slats) > 2190.0
    assert min(s.size[0] for s in slats) < 1960.0


def test_a_border_wider_than_the_boards_at_the_sides_follows_the_arch() -> None:
    """The level pieces over the sides, 18 wide, are gone 60 within: what is left is an arch of R - 60 about the same middle."""
    job = arched(root=Region(fill=Panel(border=60.0, mold="mold-panel-25")))
    (curved,) = parts(job, "curved panel mold")
    radius, half = 566.667 - 60.0, 518.0 - 60.0
    spring = 2200.0 - 566.667 + (radius**2 - half**2) ** 0.5
    assert curved.box[0].x == pytest.approx(1482.0 + 60.0, abs=0.05)
    assert curved.box[1].z == pytest.approx(2140.0, abs=0.05)
    (left,) = [p for p in parts(job, "panel mold") if p.tag.side == "left"]
    assert left.size[0] == pytest.approx(spring - 60.0, abs=0.1)
    assert shared(made(job), ROOM) == []


@pytest.mark.parametrize(
    ("values", "says"),
    [
        ({"box": BOX.but(arch=501.0)}, "at most half of what is between its sides.*500 mm"),
        ({"high": 350.0}, "so that its frame has room below: 290 mm"),
        ({"high": 340.0, "box": BOX.but(arch=250.0)}, "The arch begins 90 mm high; there is no room"),
        ({"box": BOX.but(deep=60.0)}, "deeper than 68 mm"),
        ({"rail": "rail-square-35"}, "has no rail"),
        ({"trims": (Trim(molding="base-square-100", z=1850.0),)}, "would reach above 1900 mm"),
    ],
)
def test_what_cannot_be_arched_is_refused(values: dict[str, object], says: str) -> None:
    with pytest.raises(EditError, match=says):
        arched(**values)  # type: ignore[arg-type]


@pytest.mark.parametrize("values", [{"high": None}, {"box": BOX.but(bow=50.0)}])
def test_an_arch_needs_a_flat_face_that_ends_below_the_ceiling(values: dict[str, object]) -> None:
    with pytest.raises(RecordError, match="ends below the ceiling"):
        Scheme(id="s", name="S", face=WALL, backing=12.0, high=2200.0, box=BOX).but(**values)


def test_a_lid_that_bends_too_far_is_told() -> None:
    job = arched(BOX.but(arch=140.0), left=1832.0, right=1832.0)  # 300 between the sides: R = 150.4, inside 145.4 for the thinnest
    assert "bend-too-tight" in codes(job)
