"""Boxings that bow out: a bent skin between flat sides, its kerfs, ribs and battens, and slats that stand on it."""

from itertools import pairwise
from math import asin, atan2, degrees, hypot

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from bodies import shared
from makers import CATALOG, ROOM, WALL, a_room, made
from tallplank.core.check.finding import findings
from tallplank.core.edit.check import EditError
from tallplank.core.edit.paneling.scheme import add_scheme
from tallplank.core.edit.survey.service import add_service
from tallplank.core.edit.survey.standing import add_column_at
from tallplank.core.job.filling import Grooves, Slats
from tallplank.core.job.job import Job
from tallplank.core.job.scheme import Boxing, Region
from tallplank.core.joinery.part.form.bent import Bent
from tallplank.core.joinery.part.part import Part
from tallplank.core.solid.many import FaceLay, shapes_of
from tallplank.core.solid.mesh import Surfaces
from tallplank.core.space.frame import Frame, Vec

BOX = Boxing(deep=150.0, bow=100.0, skin="bend-ply", boards=18.0)


def bowed(box: Boxing = BOX, column: tuple[float, float] | None = None, **values: object) -> Job:
    """A boxing 636 wide in the middle of a wall of 4000: 600 between its sides, which bow out by 100 to a radius of 500."""
    job = a_room(4000.0, 2500.0)
    if column:
        job = add_column_at(job, ROOM, job.face(ROOM, WALL), 2000.0, "column", width=column[0], depth=column[1]).job
    usual = {"left": 1682.0, "right": 1682.0, "high": 2400.0, "backing": 5.0, "box": box, "root": Region(fill=Slats())}
    return add_scheme(job, CATALOG, ROOM, WALL, **{**usual, **values}).job


def parts(job: Job, role: str) -> list[Part]:
    return [p for r in made(job).runs if r.what == "panel" for p in r.parts if p.tag.role == role]


def codes(job: Job) -> set[str]:
    return {f.code for f in findings(made(job))}


def test_a_bent_skin_by_hand() -> None:
    """Over 600 by 100: R = (300² + 100²) / 200 = 500, half the angle asin 0.6; in the middle of 5 thick 2 × 0.6435 × 497.5 = 640.28."""
    job = bowed()
    (skin,) = parts(job, "boxing skin")
    assert skin.size == pytest.approx((2400.0, 640.28, 5.0), abs=0.01)
    assert skin.board == "bend-ply"
    assert not skin.pockets
    assert isinstance(skin.form, Bent)
    assert skin.form.bend_radius == pytest.approx(500.0)
    assert skin.box[0].y == pytest.approx(-250.0)
    assert skin.box[1].y == pytest.approx(250.0 - 495.0 * 0.8, abs=0.05)
    assert [p.size for p in parts(job, "boxing side")] == [(2400.0, 150.0, 18.0)] * 2
    assert codes(job) == set()
    assert shared(made(job), ROOM) == []


def test_a_stiff_skin_is_sawn_in_from_behind() -> None:
    """6 thick with a web of 3: 2 × 0.6435 × 498.5 = 641.57 long; 73.74 degrees at 3 to a kerf are 25 kerfs, 25.66 apart."""
    (skin,) = parts(bowed(BOX.but(skin=None), backing=6.0), "boxing skin")
    assert skin.size == pytest.approx((2400.0, 641.57, 6.0), abs=0.01)
    kerfs = sorted(p.low.y for p in skin.pockets)
    assert len(kerfs) == 25
    assert {p.what for p in skin.pockets} == {"kerf"}
    assert kerfs[1] - kerfs[0] == pytest.approx(641.57 / 25, abs=0.01)
    assert kerfs[0] == pytest.approx(641.57 / 50 - 1.6, abs=0.01)
    assert {(p.low.x, p.high.x, p.low.z, p.high.z) for p in skin.pockets} == {(0.0, 2400.0, 0.0, 3.0)}


def test_a_skin_that_is_wider_than_its_sheet_has_seams_on_battens() -> None:
    job = bowed(BOX.but(bow=300.0), left=1000.0, right=1000.0)
    skins, battens = parts(job, "boxing skin"), parts(job, "boxing batten")
    assert len(skins) > 1
    assert all(p.size[1] <= 1220.0 for p in skins)
    seams = sorted(p.box[0].x for p in skins)[1:]
    middles = [(p.box[0].x + p.box[1].x) / 2 for p in battens]
    assert all(min(abs(seam - x) for x in middles) < 10.0 for seam in seams)
    assert shared(made(job), ROOM) == []


def test_slats_stand_on_the_skin_at_equal_distances() -> None:
    """Slats of 19 stand out 40 and lean: the last is flush with the side, 318 from the middle: asin(318 / |540, 9.5|) − atan(9.5 / 540)."""
    slats = sorted(parts(bowed(), "slat"), key=lambda p: p.box[0].x)
    assert slats[0].box[0].x == pytest.approx(1682.0)
    assert slats[-1].box[1].x == pytest.approx(2318.0)
    along = 2 * 500.0 * (asin(318.0 / hypot(540.0, 9.5)) - atan2(9.5, 540.0)) + 19.0
    assert len(slats) == int((along + 19.0) / 38.0)
    turns = [degrees(asin(p.frame.y.x)) for p in slats]
    assert turns == pytest.approx([-t for t in reversed(turns)])
    assert {round(b - a, 6) for a, b in pairwise(turns)} == {round(turns[1] - turns[0], 6)}


def test_slats_wider_than_deep_lie_flat_on_the_skin() -> None:
    """Boards of 12, 30 wide: their backs touch the skin, of 500 to its face, along their middles; as many stand left as right."""
    job = bowed(root=Region(fill=Slats(width=30.0, gap=20.0, deep=12.0)))
    slats, skin = parts(job, "slat"), parts(job, "boxing skin")[0]
    assert {(p.size[1], round(p.size[2], 6), p.finish.thickness) for p in slats} == {(30.0, 12.0, 12.0)}
    assert min(p.box[0].y for p in slats) == pytest.approx(skin.box[0].y - 12.0, abs=0.1)
    turns = [degrees(asin(p.frame.z.x)) for p in slats]
    assert sorted(turns) == pytest.approx(sorted(-t for t in turns))
    for slat in slats:
        x, y, _ = slat.frame.out((0.0, 15.0, 0.0))
        out = slat.frame.z
        assert abs((x - 2000.0) * out.y - (y - middle_of(slats)) * out.x) < 1e-6
    assert shared(made(job), ROOM) == []


@pytest.mark.parametrize(("width", "deep"), [(19.0, 40.0), (30.0, 12.0)])
def test_of_slats_on_a_tight_bow_nothing_is_left_out_but_their_backs(width: float, deep: float) -> None:
    """Half of it turns by more than 45 degrees, so that the first slats look more to the side than into the room."""
    slats = parts(bowed(BOX.but(bow=250.0), root=Region(fill=Slats(width=width, gap=20.0, deep=deep))), "slat")
    out = np.array([p.frame.y if deep > width else p.frame.z for p in slats])
    assert np.abs(out[:, 0]).max() > 0.8
    lay = FaceLay(Frame(Vec(0.0, 0.0, 0.0), Vec(1.0, 0.0, 0.0), Vec(0.0, 1.0, 0.0), Vec(0.0, 0.0, 1.0)), 2500.0)
    (shown,) = shapes_of(slats, lay, Surfaces())
    faces = (shown.normals * out[shown.of]).sum(axis=1)
    assert len(faces) == 5 * len(slats)
    assert (faces > 0.99).sum() == len(slats)
    assert not (faces < -0.99).any()


def middle_of(slats: list[Part]) -> float:
    """The y of the axis that all of them look away from: where the ways out of two of them meet."""
    one, other = slats[0], slats[-1]
    a, b = one.frame.out((0.0, 15.0, 0.0)), one.frame.z
    assert other.frame.z.x == pytest.approx(-b.x)
    return a.y - b.y * (a.x - 2000.0) / b.x


def test_what_is_hidden_may_be_deeper_in_the_middle() -> None:
    assert "not-hidden" not in codes(bowed(column=(160.0, 220.0), root=Region()))
    (found,) = [f for f in findings(made(bowed(column=(500.0, 220.0), root=Region()))) if f.code == "not-hidden"]
    assert "Make it deeper or wider" in found.remedy


def test_the_ribs_are_cut_out_round_what_they_would_meet() -> None:
    whole, cut = (parts(bowed(column=c, root=Region()), "boxing plate") for c in (None, (160.0, 220.0)))
    assert sum(p.volume for p in cut) < sum(p.volume for p in whole)
    assert shared(made(bowed(column=(160.0, 220.0))), ROOM) == []


def test_a_skin_that_is_bent_too_far_is_told() -> None:
    """Bending plywood of 8 bends to 250 within. A bow of 200 over 600 is a radius of 325 less 8; one of 150 over 400 is 208.3 less 8."""
    assert "bend-too-tight" not in codes(bowed(BOX.but(bow=200.0), backing=8.0))
    (found,) = [f for f in findings(made(bowed(BOX.but(bow=150.0), backing=8.0, left=1782.0, right=1782.0))) if f.code == "bend-too-tight"]
    assert "radius of 200.3 mm" in found.text
    assert "bends to 250 mm" in found.text


@pytest.mark.parametrize(
    ("box", "values", "says"),
    [
        (BOX.but(bow=301.0), {}, "at most half of what is between its sides: 300"),
        (BOX, {"base": "base-square-100"}, "no moldings"),
        (BOX, {"root": Region(fill=Slats(way="level"))}, "stand upright"),
        (BOX, {"root": Region(fill=Grooves())}, "one region"),
        (BOX, {"root": Region(split="across", parts=(Region(), Region()))}, "one region"),
    ],
)
def test_what_a_bent_face_cannot_take_is_refused(box: Boxing, values: dict[str, object], says: str) -> None:
    with pytest.raises(EditError, match=says):
        bowed(box, **values)


def test_a_socket_behind_a_bent_face_is_refused() -> None:
    job = add_service(a_room(4000.0, 2500.0), ROOM, WALL, "socket", 1990.0, z=300.0).job
    with pytest.raises(EditError, match="openings, sockets"):
        add_scheme(job, CATALOG, ROOM, WALL, left=1682.0, right=1682.0, backing=5.0, box=BOX)


def test_two_boxings_that_bow_out_do_not_meet_in_a_corner() -> None:
    job = bowed(left=0.0, right=0.0, high=2500.0)
    beside = job.rooms[0].walls[1].id
    with pytest.raises(EditError, match="no other boxing beside it in a corner"):
        add_scheme(job, CATALOG, ROOM, beside, backing=5.0, box=Boxing(deep=200.0))


@given(
    st.floats(100, 1500), st.floats(0.02, 0.98), st.floats(60, 400), st.sampled_from([5.0, 6.0, 8.0, 12.0]), st.booleans(), st.booleans()
)
@settings(max_examples=12, deadline=None)
def test_bowed_boxings_share_no_space(half: float, bow: float, deep: float, thick: float, ply: bool, low: bool) -> None:
    box = Boxing(deep=deep, bow=round(bow * (half - 18.0), 1), skin="bend-ply" if ply else None, boards=18.0)
    side = 2000.0 - half
    try:
        job = bowed(box, left=side, right=side, backing=thick, high=1800.0 if low else None)
    except EditError:
        return
    assert shared(made(job), ROOM) == []
