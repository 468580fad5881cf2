"""The check of the machining: it passes what a shop can bore, and finds what is planted wrong."""

from collections import Counter
from dataclasses import replace

import pytest

from makers import CATALOG, a_made_unit
from tallplank.core.check.machining import faults
from tallplank.core.job.opening import Opening
from tallplank.core.job.standard import Standard
from tallplank.core.joinery.made import MadeUnit
from tallplank.core.joinery.part.hole import Hole, Pocket
from tallplank.core.joinery.part.part import Part
from tallplank.core.measure.divide import Member
from tallplank.core.space.frame import Vec

OUT = Vec(0.0, 0.0, -1.0)


@pytest.mark.parametrize("kind", sorted(CATALOG.kinds))
@pytest.mark.parametrize("style", sorted(CATALOG.door_styles))
def test_every_kind_in_its_usual_size_can_be_bored(kind: str, style: str) -> None:
    made = a_made_unit(kind, Standard(door_style=style), rules=CATALOG.kinds[kind].rules)
    assert not made.problem
    assert faults(made.parts) == ()


@pytest.mark.parametrize("kind", sorted(CATALOG.kinds))
@pytest.mark.parametrize("joint", ["confirmat", "screw", "dowel", "dado", "rebate", "groove", "pocket-screw"])
def test_every_kind_can_be_bored_for_every_joint(kind: str, joint: str) -> None:
    made = a_made_unit(kind, rules={**CATALOG.kinds[kind].rules, "joint": joint, "joint_shelf": joint, "joint_partition": joint})
    assert not made.problem
    assert faults(made.parts) == ()


@pytest.mark.parametrize("kind", sorted(CATALOG.kinds))
@pytest.mark.parametrize("construction", sorted(CATALOG.constructions))
def test_every_kind_can_be_built_in_every_construction(kind: str, construction: str) -> None:
    made = a_made_unit(kind, Standard(construction=construction), rules=CATALOG.kinds[kind].rules)
    assert not made.problem
    assert faults(made.parts) == ()
    bent = kind in ("base-bow", "base-hollow", "console-bow") and construction.endswith("face-frame")
    narrow = kind == "oven-housing" and construction.endswith("face-frame")  # the oven is wider than the frame lets it be
    assert [note.code for note in made.notes] == (["frameless-here"] if bent else ["niche"] if narrow else [])


def gable() -> Part:
    return a_made_unit("base").parts[0]


def with_hole(at: tuple[float, float, float], into: Vec = OUT, diameter: float = 5.0, depth: float = 12.0, **values: object) -> Part:
    return replace(gable(), holes=(Hole("pin", Vec(*at), into, diameter, depth), *values.get("more", ())))  # type: ignore[arg-type, misc]


@pytest.mark.parametrize(
    ("part", "code"),
    [
        (with_hole((300, 200, 18), depth=20), "breaks-through"),
        (with_hole((300, 200, 18), depth=17.5), "breaks-through"),
        (with_hole((300, 1, 18)), "breaks-out"),
        (with_hole((300, 200, 18), more=(Hole("leg", Vec(303, 200, 18), OUT, 5, 10),)), "holes-clash"),
        (with_hole((300, 200, 18), more=(Hole("cam", Vec(300, 206, 0), Vec(0, 0, 1), 15, 10),)), "holes-clash"),
        (with_hole((300, 0, 9), Vec(0, 1, 0), depth=300, more=(Hole("leg", Vec(306, 200, 18), OUT, 8, 12),)), "holes-clash"),
        (with_hole((300, 538, 18)), "hole-in-cut"),
        (with_hole((300, 200, 18), more=(Hole("dowel", Vec(500, 200, 18), OUT, 8, 12, "j1.0"),)), "no-partner"),
    ],
)  # fmt: skip
def test_a_planted_fault_is_found_and_named(part: Part, code: str) -> None:
    (fault,) = faults([part])
    assert fault.code == code
    assert fault.text.startswith("gable left: the hole")
    assert fault.remedy


def test_pins_may_share_a_hole_and_meet_on_one_line_but_no_others() -> None:
    def clashes(other: Hole) -> set[str]:
        return {f.code for f in faults([with_hole((300, 200, 18), more=(other,))])}

    assert clashes(Hole("pin", Vec(300, 200, 18), OUT, 5, 12)) == set()
    assert clashes(Hole("pin", Vec(300, 200, 0), Vec(0, 0, 1), 5, 12)) == set()
    assert clashes(Hole("plate", Vec(300, 200, 18), OUT, 5, 12)) == {"holes-clash"}
    assert clashes(Hole("plate", Vec(300, 200, 0), Vec(0, 0, 1), 5, 12)) == {"holes-clash"}


def test_halves_that_miss_each_other_by_a_tenth_are_found() -> None:
    parts = list(a_made_unit("base").parts)
    bottom = next(i for i, p in enumerate(parts) if p.name == "bottom")
    moved = tuple(h._replace(at=Vec(h.at.x, h.at.y + 0.1, h.at.z)) for h in parts[bottom].holes)
    parts[bottom] = replace(parts[bottom], holes=moved)
    assert {f.code for f in faults(parts)} == {"no-partner"}


def test_a_deeper_groove_runs_into_the_holes() -> None:
    part = gable()
    row = next(h for h in part.holes if h.what == "pin")
    wide = Pocket("groove", Vec(0, row.at.y - 3, 10), Vec(720, row.at.y + 3, 18))
    assert "runs into a groove" in faults([replace(part, pockets=(*part.pockets, wide))])[0].text


def test_a_hole_in_the_cut_off_corner_of_a_shaped_board_is_found() -> None:
    bottom = next(p for p in a_made_unit("corner-ell").parts if p.name == "bottom")
    hole = Hole("leg", Vec(bottom.length.value - 40, 40, 0), Vec(0, 0, 1), 3, 12)
    (fault,) = (f for f in faults([replace(bottom, holes=(hole,))]))
    assert "outside of its outline" in fault.text


def beside_drawers(upper: float) -> MadeUnit:
    """A shelf behind a door, beside two drawers with a fixed shelf between them; the partition takes the pins and the joints."""
    drawers = Opening(split="rows", openings=(Opening(size=Member.fixed(upper), front="drawer", board=True), Opening(front="drawer")))
    cells = (Opening(front="doors", shelves=1, board=True), drawers)
    return a_made_unit("base", width=900.0, opening=Opening(split="bays", openings=cells))


@pytest.mark.parametrize(("upper", "levels"), [(200.0, 5), (300.0, 5), (400.0, 4)])
def test_spare_pin_holes_give_way_to_joints_at_the_same_height_on_both_sides(upper: float, levels: int) -> None:
    made = beside_drawers(upper)
    assert faults(made.parts) == ()
    pins = [p.frame.out(h.at).z for p in made.parts for h in p.holes if h.what == "pin"]
    assert sorted(Counter(round(z, 3) for z in pins).values()) == [4] * levels
    shelf = next(p for p in made.parts if p.kind == "shelf").box[0].z
    assert any(abs(z + 2.5 - shelf) < 1e-6 for z in pins), "the shelf's own stay"


def test_a_shelf_whose_own_pins_meet_a_joint_is_found() -> None:
    (fault,) = faults(beside_drawers(430.0).parts)
    assert (fault.code, "shelf pin" in fault.text) == ("holes-clash", True)
