"""Appliances in the place of units, and sinks, hobs and taps in worktops: sizes by hand, and nothing left behind when they go."""

from collections import Counter
from math import pi

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from shapely import Polygon

from makers import CATALOG, ROOM, WALL, a_room, a_wall_of, made
from solids import overlaps
from tallplank.core.catalog.hardware import Appliance, Fixture
from tallplank.core.check.finding import findings
from tallplank.core.edit.opening import set_opening_size
from tallplank.core.edit.standard import change_job
from tallplank.core.edit.survey.service import add_service
from tallplank.core.edit.unit import Spot, change_units, place_unit, set_hardware
from tallplank.core.job.job import Job
from tallplank.core.joinery.part.part import Part, Piece
from tallplank.core.measure.display import LengthStyle
from tallplank.core.shop.schedule import schedule

STANDING = sorted(k.id for k in CATALOG.kinds.values() if k.build == "appliance")
SINKS = sorted(h.id for h in CATALOG.hardware_for("sink"))


def codes(job: Job) -> Counter[str]:
    return Counter(f.code for f in findings(made(job)))


def top_of(job: Job) -> Part:
    return next(p for run in made(job).runs if run.what == "top" for p in run.parts if p.tag.role == "worktop")


def test_a_shop_has_thirty_appliances_and_more() -> None:
    kinds = [h for h in CATALOG.hardware.values() if isinstance(h, (Appliance, Fixture))]
    assert len(kinds) >= 45
    assert len({h.code for h in kinds}) == len({h.name for h in kinds}) == len(kinds)
    assert {h.shape for h in kinds if isinstance(h, Appliance)} >= {
        "oven",
        "microwave",
        "cooker",
        "fridge",
        "dishwasher",
        "washer",
        "hood",
        "wine",
    }
    assert sum("in" in h.name.split(",")[0].split() for h in kinds) >= 9, "inch sizes"


@pytest.mark.parametrize("inches", [False, True])
@pytest.mark.parametrize("kind", STANDING)
def test_an_appliance_takes_its_place_and_nothing_is_wrong(kind: str, inches: bool) -> None:
    job = a_room(5000.0, 4000.0)
    if inches:
        job = change_job(job, display=job.display.but(style=LengthStyle.INCH_FRACTION))
    job = place_unit(job, CATALOG, kind, Spot(ROOM, WALL, 1500.0)).job
    (unit,) = made(job).units
    item = CATALOG.hardware[unit.unit.hardware["appliance"]]
    assert isinstance(item, Appliance)
    assert item.place is not None
    assert unit.unit.width == item.place[0]
    assert codes(job) == Counter()
    bodies = [p for p in unit.pieces if p.motion is None]
    assert max(p.high.x for p in bodies) - min(p.low.x for p in bodies) == pytest.approx(item.size[0])
    assert min(p.low.z for p in bodies) + unit.placed.z >= 0.0
    assert [(f.item, f.count.value) for f in unit.fittings if f.role == "appliance"] == [(item.id, 1)]


def test_a_dishwasher_has_a_front_like_the_doors_beside_it() -> None:
    """By hand: 600 less the reveal of 3 wide; as high as a base unit's door; it drops."""
    job = a_wall_of("base", "dishwasher")
    base, washer = made(job).units
    door, front = (next(p for p in u.parts if p.surface == "front") for u in (base, washer))
    assert (front.length.value, front.width.value) == (door.length.value, door.width.value)
    assert front.name == "appliance front"
    assert washer.fronts[0].kind == "flap"
    assert sorted(f.role for f in washer.fittings) == ["appliance", "pull", "pull-screw"]
    (run,) = [r for r in made(job).runs if r.what == "plinth"]
    assert run.members == ("u1", "u2"), "the plinth runs on before it"
    heavy = change_units(job, CATALOG, ["u2"], finishes={"front": "oak"}, width=900.0, height=1200.0)
    assert codes(heavy)["front-weight"] == 1


def test_another_appliance_brings_its_own_place() -> None:
    job = set_hardware(a_wall_of("base", "dishwasher"), CATALOG, ["u2"], "appliance", "dish-45")
    assert (job.units[1].width, made(job).units[1].notes) == (450.0, ())
    tall = set_hardware(place_unit(a_room(), CATALOG, "fridge-free", Spot(ROOM, WALL)).job, CATALOG, ["u1"], "appliance", "fridge-free-91")
    assert (tall.units[0].width, tall.units[0].height, tall.units[0].depth) == (940.0, 1830.0, 730.0)


@pytest.mark.parametrize("sink", SINKS)
@pytest.mark.parametrize("kind", ["base-drawer-doors", "drawers", "base", "sink"])
def test_a_sink_put_in_and_taken_out_leaves_the_very_same_parts(kind: str, sink: str) -> None:
    job = place_unit(a_room(), CATALOG, kind, Spot(ROOM, WALL, 700.0), width=1000.0, depth=600.0).job
    job = set_hardware(job, CATALOG, ["u1"], "sink", None)
    with_sink = set_hardware(set_hardware(job, CATALOG, ["u1"], "sink", sink), CATALOG, ["u1"], "tap", "tap-arc")
    unit = made(with_sink).units[0]
    names = [p.name for p in unit.parts]
    assert "rail front" in names
    assert not unit.problem
    if kind in ("base-drawer-doors", "drawers"):
        assert ("false front" in names) == (unit.choice.apron is None)
        assert unit.unit.opening == job.units[0].opening, "nothing of this is stored"
    bare = set_hardware(set_hardware(with_sink, CATALOG, ["u1"], "sink", None), CATALOG, ["u1"], "tap", None)
    assert bare == job
    assert made(bare).units == made(job).units
    assert [r.parts for r in made(bare).runs] == [r.parts for r in made(job).runs]


@pytest.mark.parametrize("sink", SINKS)
def test_openings_have_the_area_of_their_bowls(sink: str) -> None:
    """By hand: width times depth less four corners; two bowls under a top leave 40 between them."""
    job = place_unit(a_room(), CATALOG, "sink", Spot(ROOM, WALL, 700.0), width=1000.0, depth=600.0).job
    job = set_hardware(job, CATALOG, ["u1"], "sink", sink)
    item = CATALOG.hardware[sink]
    assert isinstance(item, Fixture)
    wide, deep = item.cut
    corners = (4 - pi) * item.radius**2
    expected = wide * deep - corners
    if item.mount == "under" and item.bowls == 2:
        expected = (wide - 40.0) * deep - 2 * corners
    if item.mount == "front":
        front = (641.0 - deep) / 2
        expected = wide * (deep + front) - corners / 2
    cut = sum(Polygon(p.outline or ()).area for p in top_of(job).pockets if p.what == "cutout")
    assert cut == pytest.approx(expected, rel=3e-3)
    assert codes(job)["cut-near-edge"] == 0


def test_a_drainer_is_milled_beside_the_bowl_where_there_is_room() -> None:
    """By hand: five grooves 420 long and 10 wide, 4 deep, 30 from the bowl; none where the top ends sooner."""
    at_wall = place_unit(a_room(), CATALOG, "sink", Spot(ROOM, WALL, 0.0)).job
    wide = set_hardware(place_unit(at_wall, CATALOG, "base", Spot(ROOM, WALL)).job, CATALOG, ["u1"], "sink", "sink-under-drain")
    grooves = [p for p in top_of(wide).pockets if p.what == "groove"]
    assert len(grooves) == 5
    assert {(round(p.high.x - p.low.x, 6), round(p.high.y - p.low.y, 6), p.high.z - p.low.z) for p in grooves} == {(420.0, 10.0, 4.0)}
    assert min(p.low.x for p in grooves) == pytest.approx(400.0 + 250.0 + 30.0)
    narrow = set_hardware(place_unit(a_room(), CATALOG, "sink", Spot(ROOM, WALL, 900.0)).job, CATALOG, ["u1"], "sink", "sink-under-drain")
    assert [p for p in top_of(narrow).pockets if p.what == "groove"] == []


def test_a_tap_stands_behind_the_bowl_and_reaches_over_it() -> None:
    """By hand: 480 × 420 in a top 601 deep leaves 90.5 behind; the hole's middle is half of that from the wall."""
    job = set_hardware(place_unit(a_room(), CATALOG, "sink", Spot(ROOM, WALL, 0.0)).job, CATALOG, ["u1"], "tap", "tap-arc")
    (hole,) = [p for p in top_of(job).pockets if p.high.x - p.low.x < 50.0]
    assert ((hole.low.x + hole.high.x) / 2, (hole.low.y + hole.high.y) / 2) == pytest.approx((400.0, 601.0 - 45.25))
    (run,) = [r for r in made(job).runs if r.what == "top"]
    tap: list[Piece] = [p for p in run.pieces if p.role == "tap"]
    assert min(p.low.y for p in tap) < -45.25 - 200.0
    assert {row.item.id: row.quantity for row in schedule(made(job)) if row.item.role in ("tap", "sink")} == {"tap-arc": 1, "sink-50": 1}


@given(st.floats(-700, 700))
@settings(max_examples=15)
def test_what_hangs_too_low_over_a_hob_is_told(beside: float) -> None:
    """By hand: units hang at 1400, 500 over a top at 900; 762 is wanted over a hob 590 wide, in the middle of a unit 600 wide."""
    job = place_unit(a_room(), CATALOG, "base", Spot(ROOM, WALL, 1500.0)).job
    job = set_hardware(job, CATALOG, ["u1"], "hob", "hob-60")
    job = place_unit(job, CATALOG, "wall", Spot(ROOM, WALL, 1500.0 + beside)).job
    assert (codes(job)["over-hob"] == 1) == (abs(beside) < 595.0 - 0.5)


def test_services_out_of_reach_are_told_where_they_are_surveyed() -> None:
    job = place_unit(a_room(8000.0, 4000.0), CATALOG, "dishwasher", Spot(ROOM, WALL, 200.0)).job
    assert codes(job)["service-far"] == 0, "nothing is known of services yet"
    far = add_service(job, ROOM, WALL, "water", 6000.0).job
    assert [f.text.split(":")[0] for f in findings(made(far)) if f.code == "service-far"] == ["1 Dishwasher"]
    assert codes(add_service(far, ROOM, WALL, "water", 1000.0).job)["service-far"] == 0


def test_a_bowl_that_reaches_into_a_drawer_is_told() -> None:
    job = set_hardware(a_wall_of("drawers"), CATALOG, ["u1"], "sink", "sink-50")
    assert codes(job)["bowl-in-drawer"] == 0
    low = set_opening_size(job, CATALOG, ["u1"], (0,), 80.0)
    assert codes(low)["bowl-in-drawer"] == 1


def test_a_hob_that_reaches_into_a_drawer_is_told() -> None:
    """The box of the top drawer ends below the top rail; a hob 55 deep in a top of 38 comes 17 below the board."""
    job = set_hardware(a_wall_of("drawers"), CATALOG, ["u1"], "hob", "hob-60")
    unit, hob = made(job).units[0], CATALOG.hardware["hob-60"]
    assert isinstance(hob, Fixture)
    thick = top_of(job).thickness.value
    bottom = unit.unit.height + thick - hob.size[2]
    box = max(p.box[1].z for p in unit.parts if p.kind == "drawer")
    assert (codes(job)["hob-in-drawer"] == 1) == (box > bottom + 0.5)


@pytest.mark.parametrize(("x", "z", "told"), [(200.0 + 300.0, 300.0, 1), (200.0 + 700.0, 300.0, 0), (200.0 + 300.0, 1100.0, 0)])
def test_a_socket_behind_an_appliance_is_told_unless_another_is_in_reach(x: float, z: float, told: int) -> None:
    job = place_unit(a_room(4000.0, 3000.0), CATALOG, "dishwasher", Spot(ROOM, WALL, 200.0)).job
    job = place_unit(job, CATALOG, "base", Spot(ROOM, WALL, 800.0)).job
    job = add_service(job, ROOM, WALL, "socket", x - 40.0, z=z).job
    assert codes(job)["hidden-socket"] == told
    beside = add_service(job, ROOM, WALL, "socket", 1100.0, z=300.0).job
    assert codes(beside)["hidden-socket"] == 0


def test_openings_of_two_units_nearer_than_50_are_told_and_two_bowls_of_one_are_not() -> None:
    """Sinks cut 780 wide in units of 800 leave 20 between; one with two bowls has 40 of board between these."""
    job = a_wall_of("sink", "sink")
    wide = CATALOG.hardware["sink-78"]
    assert isinstance(wide, Fixture)
    job = change_units(set_hardware(job, CATALOG, ["u1", "u2"], "sink", "sink-78"), CATALOG, ["u1", "u2"], width=wide.cut[0] + 30.0)
    job = change_units(job, CATALOG, ["u2"], x=wide.cut[0] + 30.0)
    assert codes(job)["cut-near-edge"] == 1
    apart = change_units(job, CATALOG, ["u1", "u2"], width=wide.cut[0] + 120.0)
    apart = change_units(change_units(apart, CATALOG, ["u2"], x=wide.cut[0] + 120.0), CATALOG, ["u1"], x=0.0)
    assert codes(apart)["cut-near-edge"] == 0
    double = set_hardware(a_wall_of("sink"), CATALOG, ["u1"], "sink", "sink-double-86")
    double = change_units(double, CATALOG, ["u1"], width=1000.0)
    assert codes(double)["cut-near-edge"] == 0


@pytest.mark.parametrize(
    ("kind", "fronts"), [("base", [(1.5, 525.5)] * 2), ("sink", [(1.5, 525.5)] * 2), ("drawers", [(265.75, 261.25), (1.5, 261.25)])]
)
def test_a_sink_before_the_front_takes_the_place_of_what_is_at_the_top(kind: str, fronts: list[tuple[float, float]]) -> None:
    """By hand: the sink is 220 high, the top 30 thick: 190 below the top of a box of 720, so 530; doors end 3 below that, at 527, and
    begin at 1.5. Without the row at the top two drawers share (525.5 − 3) / 2 = 261.25. The front rail, 100 wide, lies under the sink.
    """
    plain = place_unit(a_room(), CATALOG, kind, Spot(ROOM, WALL, 500.0), width=610.0).job
    plain = change_units(plain, CATALOG, ["u1"], hardware={})
    job = set_hardware(plain, CATALOG, ["u1"], "sink", "sink-front-60")
    unit = made(job).units[0]
    assert [pytest.approx((f.z, f.height)) for f in unit.fronts] == fronts
    rails = {p.tag.side: (p.box[0].z, p.box[1].z) for p in unit.parts if p.tag.role == "rail"}
    assert rails == {"front": pytest.approx((430.0, 530.0)), "back": pytest.approx((620.0, 720.0))}
    assert codes(job)["apron-width"] == 0
    assert codes(change_units(job, CATALOG, ["u1"], width=650.0))["apron-width"] == 1
    assert codes(change_units(job, CATALOG, ["u1"], width=580.0))["apron-width"] == 1
    away = set_hardware(job, CATALOG, ["u1"], "sink", None)
    assert made(away).units[0].parts == made(plain).units[0].parts


def test_under_a_sink_before_the_front_a_face_frame_ends_with_its_rail() -> None:
    job = place_unit(a_room(), CATALOG, "drawers", Spot(ROOM, WALL, 500.0), width=610.0).job
    job = set_hardware(job.replaced(standard=job.standard.but(construction="face-frame")), CATALOG, ["u1"], "sink", "sink-front-60")
    unit = made(job).units[0]
    top = next(p for p in unit.parts if p.name == "frame rail top")
    assert top.box[1].z == pytest.approx(530.0)
    assert max(f.z + f.height for f in unit.fronts) < 530.0
    assert not unit.problem


@pytest.mark.parametrize("construction", sorted(CATALOG.constructions))
@pytest.mark.parametrize("kind", ["base", "drawers", "base-drawer-doors"])
def test_a_hob_that_reaches_into_the_box_meets_no_board_of_it(kind: str, construction: str) -> None:
    """A hob 55 deep under a top of 30 or 40 comes 15 to 25 into the box, where stretchers would be; nothing of the drawers is lost."""
    job = a_room()
    job = job.replaced(standard=job.standard.but(construction=construction))
    job = place_unit(job, CATALOG, kind, Spot(ROOM, WALL, 500.0), width=900.0, depth=600.0).job
    bare = made(job).units[0]
    job = set_hardware(job, CATALOG, ["u1"], "hob", "hob-60")
    unit = made(job).units[0]
    assert not unit.problem
    assert overlaps(unit.parts) == []
    assert [(f.kind, f.path) for f in unit.fronts] == [(f.kind, f.path) for f in bare.fronts]
    found = codes(job)
    assert not found["let-in-hits"]
    assert not found["hob-in-drawer"]
    assert not {"breaks-out", "hole-in-cut", "holes-clash"} & set(found)
    again = set_hardware(job, CATALOG, ["u1"], "hob", None)
    assert made(again).units[0].parts == bare.parts


def test_a_deep_hob_takes_the_place_of_the_drawer_at_the_top() -> None:
    """One with extract is 185 and more deep: a fixed front stands in place of the drawer of 140, and no rail before it."""
    deep = next(h.id for h in CATALOG.hardware_for("hob") if isinstance(h, Fixture) and h.size[2] > 150)
    job = place_unit(a_room(), CATALOG, "drawers", Spot(ROOM, WALL, 500.0), width=900.0).job
    unit = made(set_hardware(job, CATALOG, ["u1"], "hob", deep)).units[0]
    names = {p.name for p in unit.parts}
    assert "false front" in names
    assert "rail back" in names
    assert not {"rail front", "stretcher front", "stretcher back"} & names


def test_a_bowl_wider_than_its_box_is_told() -> None:
    job = set_hardware(a_wall_of("base", "base", "base"), CATALOG, ["u2"], "sink", "sink-78")
    (text,) = [f.text for f in findings(made(job)) if f.code == "let-in-hits"]
    assert text == "2 Base, doors: Bowl and a half 78, Weirpool runs into the gable right of 1 Base, doors."
    wide = change_units(change_units(job, CATALOG, ["u3"], x=1500.0), CATALOG, ["u2"], width=900.0)
    assert codes(wide)["let-in-hits"] == 0


def test_a_round_bowl_is_seen_round_within_its_opening() -> None:
    job = set_hardware(place_unit(a_room(), CATALOG, "base", Spot(ROOM, WALL, 500.0)).job, CATALOG, ["u1"], "sink", "sink-prep-34")
    (run,) = [r for r in made(job).runs if r.what == "top"]
    item = CATALOG.hardware["sink-prep-34"]
    assert isinstance(item, Fixture)
    hole = Polygon(run.parts[0].pockets[0].outline).centroid
    top = run.parts[0].box[1].z
    for piece in (p for p in run.pieces if p.role == "sink" and p.low.z < top):
        far = max(((x - 500.0 - 300.0) ** 2 + (y + run.parts[0].width.value / 2) ** 2) ** 0.5 for x, y in piece.above)
        assert far < item.cut[0] / 2
    assert hole.x == pytest.approx(run.parts[0].length.value / 2)
