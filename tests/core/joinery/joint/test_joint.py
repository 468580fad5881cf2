"""Joints: both halves meet in space, every hole lies in its board, and the schedule counts what was bored."""

from itertools import pairwise

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st
from shapely import Polygon

from makers import CATALOG, a_made_unit
from strategies import standards, units
from tallplank.core.job.standard import Standard
from tallplank.core.job.unit import Unit
from tallplank.core.joinery.joint.joint import fixings
from tallplank.core.joinery.part.hole import Hole
from tallplank.core.joinery.part.part import Part
from tallplank.core.joinery.workshop import make_unit


def bored(part: Part, what: str) -> list[Hole]:
    return [h for h in part.holes if h.what == what]


@given(units(), standards)
def test_every_hole_starts_on_the_surface_of_its_board_and_ends_in_it(unit: Unit, standard: Standard) -> None:
    made = make_unit(CATALOG, standard, unit)
    assume(not made.problem)
    for part in made.parts:
        for hole in part.holes:
            if hole.what == "pocket-screw":
                continue  # slants out through the face on purpose
            axis = max(range(3), key=lambda i: abs(hole.into[i]))
            wanted = 0.0 if hole.into[axis] > 0 else part.size[axis]
            assert hole.at[axis] == pytest.approx(wanted, abs=1e-6)
            assert 0 < hole.depth <= part.size[axis] + 1e-6, (part.name, hole)


@given(units(), standards)
def test_both_halves_of_a_joint_meet_and_face_each_other(unit: Unit, standard: Standard) -> None:
    made = make_unit(CATALOG, standard, unit)
    assume(not made.problem)
    pairs: dict[tuple[str, str], list] = {}
    for part in made.parts:
        for hole in part.holes:
            if hole.what in ("bolt", "dowel", "confirmat", "screw", "pocket-screw"):
                pairs.setdefault((hole.what, hole.pair), []).append((part.frame.out(hole.at), part.frame.turned_out(hole.into)))
    for halves in pairs.values():
        (a, a_into), (b, b_into) = halves
        assert max(abs(p - q) for p, q in zip(a, b, strict=True)) < 0.01
        assert sum(p * q for p, q in zip(a_into, b_into, strict=True)) == pytest.approx(-1)


def test_a_base_unit_by_hand() -> None:
    made = a_made_unit("base", depth=560)
    bottom = next(p for p in made.parts if p.name == "bottom")
    cams = sorted({round(h.at.y, 3) for h in bored(bottom, "cam")})
    assert cams == [50, 267, 484]  # the groove for the back begins at 534
    assert {round(h.at.x, 3) for h in bored(bottom, "cam")} == {34, 564 - 34}
    count = {f.role: f.count.value for f in made.fittings}
    assert (count["cam"], count["dowel"]) == (2 * (3 + 2 + 2), 2 * (3 + 1 + 1))
    gable = made.parts[0]
    assert len(bored(gable, "bolt")) == 7
    assert all(h.at.z == pytest.approx(18) for h in gable.holes)
    assert sorted({round(h.at.y, 3) for h in bored(gable, "plate")}) == [37]


@pytest.mark.parametrize(("rule", "faces"), [("outer", {"bottom": -1, "top": 1}), ("lower", {"bottom": -1, "top": -1})])
def test_cams_are_let_into_the_faces_that_the_rule_says(rule: str, faces: dict[str, int]) -> None:
    """A bench seat's top is seen, so its cams come from below; under a worktop they hide outside of the box."""
    made = a_made_unit("wall", rules={"cam_face": rule})
    for name, way in faces.items():
        board = next(p for p in made.parts if p.name == name)
        assert {round(-board.frame.turned_out(h.into).z) for h in bored(board, "cam")} == {way}, name


def test_no_joint_no_holes() -> None:
    made = a_made_unit("base", rules={"joint": "none"})
    assert not {h.what for p in made.parts for h in p.holes} & {"cam", "bolt", "dowel"}
    assert not any(f.role in ("cam", "dowel") for f in made.fittings)


@given(st.floats(60, 3000), st.floats(20, 100), st.floats(100, 400))
def test_fixings_are_two_or_more_and_never_farther_apart_than_the_pitch(length: float, end: float, pitch: float) -> None:
    places = fixings((10.0, 10.0 + length), end, pitch)
    assert len(places) >= 2
    assert places[0] - 10 == pytest.approx(10 + length - places[-1])
    gaps = [b - a for a, b in pairwise(places)]
    assert max(gaps) <= pitch + 1e-3
    assert max(gaps) == pytest.approx(min(gaps))


LET_IN = {"dado": ("dado_depth", 6.0, 18.0), "rebate": ("rebate_depth", 9.0, 18.0), "groove": ("tongue_length", 6.0, 9.0)}


@pytest.mark.parametrize("joint", sorted(LET_IN))
def test_a_board_let_in_fills_its_slot(joint: str) -> None:
    """By hand, for a bottom of 564 x 18 between gables: how long it gets, how wide and deep its slot is."""
    _, depth, wide = LET_IN[joint]
    made = a_made_unit("base", rules={"joint": joint, "back": "none"})
    bottom, gable = (next(p for p in made.parts if p.name == name) for name in ("bottom", "gable left"))
    assert bottom.length.value == 564 + 2 * depth
    slot = next(p for p in gable.pockets if p.what == ("groove" if joint == "groove" else "rebate"))
    low, high = gable.frame.out(slot.low), gable.frame.out(slot.high)
    assert abs(high.z - low.z) == pytest.approx(wide)
    assert (max(low.x, high.x), max(low.x, high.x) - min(low.x, high.x)) == pytest.approx((18, depth))
    assert max(low.z, high.z) == pytest.approx(18), "the tongue is at the upper face, away from the gable's end"
    cheeks = [p for p in bottom.pockets if p.what == "tongue"]
    assert [(p.high.x - p.low.x, p.high.z - p.low.z) for p in cheeks] == ([(6, 9), (6, 9)] if joint == "groove" else [])


def test_the_tongue_of_a_frame_s_rail_lies_in_its_middle() -> None:
    made = a_made_unit("base", Standard(construction="face-frame"), rules={"joint_frame": "groove", "tongue_thickness": 7.0})
    rail = next(p for p in made.parts if p.name == "frame rail bottom")
    assert sorted((p.low.z, p.high.z) for p in rail.pockets if p.low.x == 0) == [(0, 6), (13, 19)]
    stile = next(p for p in made.parts if p.name == "frame stile left")
    assert {round(p.high.z - p.low.z, 6) for p in stile.pockets if p.what == "groove"} == {7}


@given(units(), standards, st.sampled_from(sorted(LET_IN)))
def test_letting_boards_in_moves_no_hole_of_the_hardware(unit: Unit, standard: Standard, joint: str) -> None:
    """Hinge plates, slides, the pins of shelves and legs are bored at the same places in space whatever the joint."""

    def places(kind: str) -> set[tuple[str, float, float, float]]:
        rules = {**unit.rules, "joint": kind, "joint_shelf": kind, "joint_partition": kind, "joint_frame": kind}
        made = make_unit(CATALOG, standard, unit.but(rules=rules))
        assume(not made.problem)
        levels = [p.box[0].z - 2.5 for p in made.parts if p.kind == "shelf"]
        bored = [(h, p.frame.out(h.at)) for p in made.parts for h in p.holes]
        return {(h.what, *(round(c, 4) for c in at)) for h, at in bored if _stays(h, at.z, levels)}

    assert places(joint) == places("none")


def _stays(hole: Hole, z: float, levels: list[float]) -> bool:
    """Whether a hole gives way to no joint: not a spare one for pins, nor what holds fronts, frames and backs."""
    if hole.what == "pin":
        return any(abs(z - level) < 1e-3 for level in levels)
    if hole.what in ("dowel", "screw"):
        return hole.pair.startswith(("drawer", "pull-out")) and " front." not in hole.pair
    return True


@pytest.mark.parametrize("kind", sorted(k.id for k in CATALOG.kinds.values() if k.build == "shaped"))
@pytest.mark.parametrize("joint", sorted(LET_IN))
def test_the_boards_of_shaped_units_reach_into_their_gables(kind: str, joint: str) -> None:
    plain, made = (a_made_unit(kind, rules={**CATALOG.kinds[kind].rules, "joint": j, "joint_shelf": "none"}) for j in ("none", joint))
    before, bottom = (next(p for p in m.parts if p.name == "bottom") for m in (plain, made))
    assert Polygon(bottom.ring).is_valid, "no side is cut twice"
    slots = [p for g in made.parts if g.kind == "gable" for p in g.pockets]
    gained = 2 * (Polygon(bottom.ring).area - Polygon(before.ring).area)
    assert gained == pytest.approx(sum((p.high.y - p.low.y) * (p.high.z - p.low.z) for p in slots)), "what the slots of both boards take"
    assert max(x for x, _ in bottom.ring) == pytest.approx(bottom.length.value)
    assert max(y for _, y in bottom.ring) == pytest.approx(bottom.width.value)
    for edge in before.ring:
        point = before.frame.out((*edge, 0.0))
        inner = bottom.frame.inside(point)
        assert any(abs(x - inner.x) + abs(y - inner.y) < 1e-6 for x, y in bottom.ring), "no corner moves, the tabs are new"
