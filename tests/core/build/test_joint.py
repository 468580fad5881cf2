"""Joints: both halves meet in space, every hole lies in its board, and the schedule counts what was bored."""

from itertools import combinations, pairwise

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st

from makers import CATALOG, a_made_unit
from strategies import standards, units
from tallplank.core.build.joint import CAM_FROM_END, fixings
from tallplank.core.build.made import make_unit
from tallplank.core.build.part import Hole, Part
from tallplank.core.job.record import Standard, Unit


def cylinder(hole: Hole) -> list[tuple[float, float]]:
    """The hole's range along each axis of its part."""
    r = hole.diameter / 2
    return [
        (min(a, a + d * hole.depth), max(a, a + d * hole.depth)) if abs(d) > 0.5 else (a - r, a + r)
        for a, d in zip(hole.at, hole.into, strict=True)
    ]


def bored(part: Part, what: str) -> list[Hole]:
    return [h for h in part.holes if h.what == what]


@given(units(), standards)
def test_every_hole_lies_in_its_board_and_starts_on_its_surface(unit: Unit, standard: Standard) -> None:
    made = make_unit(CATALOG, standard, unit)
    assume(not made.problem)
    for part in made.parts:
        for hole in part.holes:
            for (low, high), size in zip(cylinder(hole), part.size, strict=True):
                assert low >= -1e-6, (part.name, hole)
                assert high <= size + 1e-6, (part.name, hole)
            axis = max(range(3), key=lambda i: abs(hole.into[i]))
            wanted = 0.0 if hole.into[axis] > 0 else part.size[axis]
            assert hole.at[axis] == pytest.approx(wanted, abs=1e-6)


@given(units(), standards)
def test_both_halves_of_a_joint_meet_and_face_each_other(unit: Unit, standard: Standard) -> None:
    made = make_unit(CATALOG, standard, unit)
    assume(not made.problem)
    pairs: dict[tuple[str, str], list] = {}
    for part in made.parts:
        for hole in part.holes:
            if hole.what in ("bolt", "dowel"):
                pairs.setdefault((hole.what, hole.pair), []).append((part.frame.out(hole.at), part.frame.turned_out(hole.into)))
    for halves in pairs.values():
        (a, a_into), (b, b_into) = halves
        assert max(abs(p - q) for p, q in zip(a, b, strict=True)) < 0.01
        assert sum(p * q for p, q in zip(a_into, b_into, strict=True)) == pytest.approx(-1)


@given(units())
def test_holes_of_one_part_keep_apart(unit: Unit) -> None:
    made = make_unit(CATALOG, Standard(), unit)
    assume(not made.problem)
    for part in made.parts:
        for a, b in combinations(part.holes, 2):
            if a.pair != b.pair:
                shared = min(min(p[1], q[1]) - max(p[0], q[0]) for p, q in zip(cylinder(a), cylinder(b), strict=True))
                assert shared <= 1e-6, (part.name, a, b)


def test_a_base_unit_by_hand() -> None:
    made = a_made_unit("base", depth=560)
    bottom = next(p for p in made.parts if p.name == "bottom")
    cams = sorted({round(h.at.y, 3) for h in bored(bottom, "cam")})
    assert cams == [50, 280, 510]
    assert {round(h.at.x, 3) for h in bored(bottom, "cam")} == {CAM_FROM_END, 564 - CAM_FROM_END}
    count = {f.role: f.count.value for f in made.fittings}
    assert (count["cam"], count["dowel"]) == (2 * (3 + 2 + 2), 2 * (3 + 1 + 1))
    gable = made.parts[0]
    assert len(bored(gable, "bolt")) == 7
    assert all(h.at.z == pytest.approx(18) for h in gable.holes)


def test_no_joint_no_holes() -> None:
    made = a_made_unit("base", rules={"joint": "none"})
    assert all(p.holes == () for p in made.parts)
    assert not any(f.role in ("cam", "dowel") for f in made.fittings)


@given(st.floats(60, 3000), st.floats(20, 100), st.floats(100, 400))
def test_fixings_are_two_or_more_and_never_farther_apart_than_the_pitch(length: float, end: float, pitch: float) -> None:
    places = fixings((10.0, 10.0 + length), end, pitch)
    assert len(places) >= 2
    assert places[0] - 10 == pytest.approx(10 + length - places[-1])
    gaps = [b - a for a, b in pairwise(places)]
    assert max(gaps) <= pitch + 1e-3
    assert max(gaps) == pytest.approx(min(gaps))
