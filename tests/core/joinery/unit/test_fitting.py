"""Hardware counted by rule, and where units stand."""

import pytest

from makers import CATALOG, ROOM, WALL, a_made_unit, a_room, made
from tallplank.core.edit.unit import Spot, place_unit
from tallplank.core.job.opening import Opening
from tallplank.core.joinery.front.front import hinge_count
from tallplank.core.joinery.inside.drawer import slide_length
from tallplank.core.joinery.made import MadeUnit
from tallplank.core.joinery.part.part import BuildError


def count(made: MadeUnit, role: str) -> int:
    return round(sum(f.count.value for f in made.fittings if f.role == role))


@pytest.mark.parametrize(("height", "hinges"), [(700, 2), (900, 2), (901, 3), (1600, 3), (1601, 4), (2000, 4), (2400, 5), (2500, 6)])
def test_hinges_by_height(height: float, hinges: int) -> None:
    assert hinge_count(CATALOG.hardware["hinge-110"], height, 3.0).value == hinges


def test_a_heavy_door_takes_more_hinges() -> None:
    size = hinge_count(CATALOG.hardware["hinge-110"], 700, 14.0)
    assert size.value == 4
    assert "14.0 kg" in size.explained()


@pytest.mark.parametrize(("width", "doors"), [(300, 1), (600, 1), (601, 2), (1200, 2)])
def test_one_door_up_to_the_widest_and_a_pair_above(width: float, doors: int) -> None:
    made = a_made_unit("base", width=width)
    assert [f.hand for f in made.fronts] == (["left"] if doors == 1 else ["left", "right"])
    assert count(made, "hinge") == 2 * doors


def test_the_number_of_doors_and_the_hand_can_be_set() -> None:
    pair = a_made_unit("base", width=500, opening=Opening(front="doors", doors=2))
    assert [f.width for f in pair.fronts] == [247, 247]
    right = a_made_unit("base", opening=Opening(front="doors", hand="right"))
    assert right.fronts[0].hand == "right"


@pytest.mark.parametrize("legs", [4, 6, 8])
def test_legs_are_counted_and_shown(legs: int) -> None:
    made = a_made_unit("base", width=1200, rules={"leg_count": legs})
    assert count(made, "leg") == legs == sum(p.role == "leg" for p in made.pieces)


def test_wide_drawers_take_two_pulls() -> None:
    assert count(a_made_unit("drawers", width=899 + 3), "pull") == 3
    assert count(a_made_unit("drawers", width=900 + 3), "pull") == 6


def test_each_kind_gets_what_it_needs_and_no_more() -> None:
    assert {k: count(a_made_unit(k), "pull") for k in CATALOG.kinds} == {
        "base": 1, "drawers": 3, "sink": 2, "wall": 1, "tall": 2, "open-shelf": 0, "filler": 0,
        "base-open": 0, "base-drawer-doors": 3, "blind-corner": 1, "corner-diagonal": 1, "corner-ell": 1, "end-slanted": 1,
        "wall-diagonal": 1, "wall-ell": 1, "wall-blind": 1, "tall-diagonal": 1,
        "base-bow": 1, "base-hollow": 1, "console-bow": 1, "oven-housing": 3, "fridge-housing": 2, "hood": 1, "end-panel": 0, "back-panel": 0,
        "box-on-legs": 2, "bench-seat": 2, "dishwasher": 1, "dishwasher-free": 0, "washer": 0, "dryer": 0, "cooker": 0,
        "fridge-free": 0, "freezer-under": 0, "wine-store": 0, "hood-free": 0, "between": 0,
    }  # fmt: skip
    assert {k: count(a_made_unit(k), "hanger") for k in ("wall", "open-shelf", "base", "tall")} == {
        "wall": 1,
        "open-shelf": 1,
        "base": 0,
        "tall": 0,
    }
    assert count(a_made_unit("tall"), "pin") == 16
    assert count(a_made_unit("base", rules={"kick": "none"}), "leg") == 0


@pytest.mark.parametrize(("room", "length"), [(524, 500), (550, 550), (549.9, 500), (250, 250), (2000, 600)])
def test_the_longest_slide_that_fits(room: float, length: float) -> None:
    assert slide_length(CATALOG.hardware["slide-side-45"].lengths, room) == length


def test_no_slide_at_all_is_refused() -> None:
    with pytest.raises(BuildError, match="shortest slide is 250"):
        slide_length(CATALOG.hardware["slide-side-45"].lengths, 249)
    with pytest.raises(BuildError, match="no lengths"):
        slide_length((), 500)


def test_a_drawer_box_leaves_the_slides_their_room() -> None:
    made = a_made_unit("drawers", width=600)
    sides = [p.box for p in made.parts if p.name in ("drawer 1 side left", "drawer 1 side right")]
    assert sides[0][0].x == pytest.approx(18 + 12.7)
    assert sides[1][1].x == pytest.approx(600 - 18 - 12.7)


def test_floor_units_stand_on_the_kick_and_wall_units_hang_by_rule() -> None:
    assert a_made_unit("base").placed.z == 150
    assert a_made_unit("base", rules={"kick_height": 100}).placed.z == 100
    assert a_made_unit("base", rules={"kick": "none"}).placed.z == 0
    assert a_made_unit("wall").placed.z == 1400
    assert a_made_unit("wall", z=1500).placed.z == 1500
    assert a_made_unit("filler", z=1400).placed.hung
    assert not a_made_unit("filler").placed.hung


def test_pulls_sit_near_the_free_corner() -> None:
    def pull_x(hand: str) -> float:
        made = a_made_unit("base", opening=Opening(front="doors", hand=hand))
        return min(p.low.x for p in made.pieces if p.role == "pull")

    assert pull_x("left") > 500 > 100 > pull_x("right")
    low = next(p for p in a_made_unit("wall").pieces if p.role == "pull")
    high = next(p for p in a_made_unit("base").pieces if p.role == "pull")
    assert low.low.z < 100 < 400 < high.low.z


@pytest.mark.parametrize(("height", "length"), [(720, 350), (300, 300)])
def test_a_drawer_of_a_hung_unit_keeps_off_its_hangers(height: float, length: float) -> None:
    made = a_made_unit("wall", height=height, depth=410, opening=Opening(front="drawer"))
    hangers = [p.box for p in made.pieces if p.role == "hanger"]
    side = next(p.box for p in made.parts if p.name == "drawer 1 side left")
    assert side[1].y - side[0].y == length
    assert len(hangers) == 2
    assert all(side[1].z <= low.z or side[1].y <= low.y for low, _ in hangers)


@pytest.mark.parametrize(
    ("kind", "height", "width", "places"),
    [
        ("wall", 400.0, 600.0, [56.0, 216.0]),  # 40 from the lower corner, and 16 from the end of the bar to its screw
        ("wall", 220.0, 600.0, [28.5, 188.5]),  # in the middle of 217, since 40 and 192 are more than that
        ("base", 230.0, 600.0, [33.0, 193.0]),  # 226 high
        ("console-bow", 225.0, 708.0, [31.0, 191.0]),  # 222 high
    ],
)
def test_a_pull_stands_in_the_middle_of_a_low_door(kind: str, height: float, width: float, places: list[float]) -> None:
    unit = made(place_unit(a_room(), CATALOG, kind, Spot(ROOM, WALL, 500.0), height=height, width=width).job).units[0]
    door = next(p for p in unit.parts if p.kind == "front")
    assert [h.at.x for h in door.holes if h.what == "pull"] == [pytest.approx(x) for x in places]


def test_a_pull_longer_than_a_door_is_high_lies_in_it() -> None:
    """192 in a door of 177 by 597: level, its free end 40 from the free edge, its screws 16 from its ends and 160 apart."""
    unit = made(place_unit(a_room(), CATALOG, "wall", Spot(ROOM, WALL, 500.0), height=180.0, width=600.0).job).units[0]
    door = next(p for p in unit.parts if p.kind == "front")
    holes = sorted(door.frame.out(h.at) for h in door.holes if h.what == "pull")
    low, high = door.box
    assert [round(high.x - at.x, 3) for at in holes] == [216.0, 56.0]
    assert {round(at.z, 3) for at in holes} == {round((low.z + high.z) / 2, 3)}
