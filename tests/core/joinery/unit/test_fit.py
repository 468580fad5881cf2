"""Parts fit each other: backs and panels fill their grooves, tongues reach the bottoms, ends touch what they are joined to."""

import math

import pytest
from hypothesis import HealthCheck, assume, given, settings
from shapely import LinearRing, Point

from makers import CATALOG, a_made_unit, a_wall_of
from strategies import standards, units
from tallplank.core.check.bearing import unborne
from tallplank.core.check.finding import findings
from tallplank.core.edit.construction import add_construction, save_construction, set_construction, set_job_construction
from tallplank.core.edit.standard import set_job_rule
from tallplank.core.edit.unit import Spot, change_units, place_unit, set_rule, usual_values
from tallplank.core.error import PlankError
from tallplank.core.job.file import dumps, loads
from tallplank.core.job.opening import Opening
from tallplank.core.job.standard import SavedConstruction, Standard
from tallplank.core.job.unit import Unit
from tallplank.core.joinery.joint.let_in import DEPTHS
from tallplank.core.joinery.made import MadeUnit
from tallplank.core.joinery.part.part import Part
from tallplank.core.joinery.workshop import make, make_unit
from tallplank.core.measure.display import LengthStyle
from tallplank.core.money.labour import banded_edges

SLACK = 1e-6
_SPOT = Spot("room1", "back")
FRAMED = [s.id for s in CATALOG.door_styles.values() if s.build == "five-piece" and s.corner == "butt"]


def named(made: MadeUnit, name: str) -> Part:
    return next(p for p in made.parts if p.name == name)


def built(unit: Unit, standard: Standard) -> MadeUnit:
    made = make_unit(CATALOG, standard, unit)
    assume(not made.problem)
    return made


@settings(suppress_health_check=list(HealthCheck))
@given(units(), standards)
def test_a_grooved_back_fills_its_grooves(unit: Unit, standard: Standard) -> None:
    made = built(unit, standard)
    rules = made.choice.rules
    assume(rules.back == "grooved" and made.layout is not None and made.choice.kind.build == "carcass")
    back = named(made, "back")
    for name in ("gable left", "gable right", "bottom"):
        part = named(made, name)
        groove = next(p for p in part.pockets if p.what == "groove")
        assert groove.high.y - groove.low.y == pytest.approx(back.thickness.value + rules.groove_play)
        assert groove.high.z - groove.low.z == pytest.approx(rules.groove_depth)
        low, high = part.frame.out(groove.low), part.frame.out(groove.high)
        assert min(low.y, high.y) == pytest.approx(back.box[0].y)
    left, right = named(made, "gable left").box[1].x, named(made, "gable right").box[0].x
    for reach in (left - back.box[0].x, back.box[1].x - right):
        assert reach == pytest.approx(rules.groove_depth - rules.back_clearance / 2)


@given(units(), standards)
def test_ends_touch_what_they_are_joined_to(unit: Unit, standard: Standard) -> None:
    """No gap at either end of bottoms, tops, fixed shelves and partitions; a dado lets them in by its depth."""
    made = built(unit, standard)
    assume(made.layout is not None)
    rules = made.choice.rules
    against = {"floor": (0, ("gable",), "joint"), "fixed-shelf": (0, ("gable", "partition"), "joint_shelf")}
    for part in made.parts:
        if part.kind not in against:
            continue
        axis, kinds, joint = against[part.kind]
        depth = DEPTHS.get(getattr(rules, joint))
        let_in = getattr(rules, depth) if depth else 0.0
        if part.kind == "fixed-shelf" and made.layout is not None and list(unborne(made.layout)):
            continue  # a finding says so
        faces = [v for other in made.parts if other.kind in kinds for v in (other.box[0][axis], other.box[1][axis])]
        assert min(abs(part.box[0][axis] + let_in - f) for f in faces) < SLACK, part.name
        assert min(abs(part.box[1][axis] - let_in - f) for f in faces) < SLACK, part.name


@pytest.mark.parametrize("style", FRAMED)
@pytest.mark.parametrize("kind", ["base", "sink", "drawers"])
def test_tongues_reach_the_bottoms_of_their_grooves(style: str, kind: str) -> None:
    made = a_made_unit(kind, Standard(door_style=style))
    entry = CATALOG.door_styles[style]
    for stile in (p for p in made.parts if p.name.endswith("stile left")):
        leaf = stile.name.removesuffix(" stile left")
        groove = stile.pockets[0]
        for end in ("bottom", "top"):
            rail = named(made, f"{leaf} rail {end}")
            assert stile.box[1].x - rail.box[0].x == pytest.approx(entry.tongue)
            cheeks = [p for p in rail.pockets if p.what == "tongue"]
            left = rail.thickness.value - sum(p.high.z - p.low.z for p in cheeks) / 2
            assert left == pytest.approx(groove.high.z - groove.low.z)


def test_the_panel_floats_in_its_frame_by_what_its_style_says() -> None:
    made = a_made_unit("base", Standard(door_style="sluice-frame"))
    stile, panel = named(made, "door stile left"), named(made, "door panel")
    groove_bottom = stile.box[1].x - 10
    assert panel.box[0].x - groove_bottom == pytest.approx(1)


@pytest.mark.parametrize(
    ("edit", "words"),
    [
        (lambda j: set_rule(j, CATALOG, ["u1"], "reveal", -3), "Reveal"),
        (lambda j: set_rule(j, CATALOG, ["u1"], "joint", "glue"), "Joint"),
        (lambda j: set_job_rule(j, CATALOG, "leg_count", 5), "Leg count"),
        (lambda j: set_rule(j, CATALOG, ["u1"], "reveal", 700), "would be|no room|negative"),
        (lambda j: change_units(j, CATALOG, ["u2"], width=40.0), "too narrow"),
        (lambda j: change_units(j, CATALOG, ["u2"], depth=230.0), "No drawer slide"),
        (lambda j: set_construction(j, CATALOG, ["u1"], "none"), "no construction"),
        (lambda j: set_job_construction(j, CATALOG, "none"), "no construction"),
        (lambda j: save_construction(j, CATALOG, "u1", "  "), "a name"),
        (lambda j: place_unit(j, CATALOG, "corner-diagonal", _SPOT, opening=Opening(openings=(Opening(), Opening()))).job, "one opening"),
        (lambda j: place_unit(j, CATALOG, "corner-ell", _SPOT, arm=880.0).job, "leaves no front"),
        (lambda j: place_unit(j, CATALOG, "base-hollow", _SPOT, arm=200.0).job, "cannot curve in"),
        (lambda j: place_unit(j, CATALOG, "blind-corner", _SPOT, width=500.0).job, "leaves no door|no room"),
    ],
)
def test_absurd_wishes_are_refused_in_words(edit, words: str) -> None:  # type: ignore[no-untyped-def]
    job = a_wall_of("base", "drawers")
    with pytest.raises(PlankError, match=words):
        edit(job)


def test_a_saved_construction_holds_its_rules_and_is_stored_with_the_job() -> None:
    job = set_rule(set_job_rule(a_wall_of("base", "wall"), CATALOG, "kick_height", 120), CATALOG, ["u1"], "overlay", "inset")
    job, saved = save_construction(job, CATALOG, "u1", "Wharf")
    assert (saved.base, dict(saved.rules)) == ("frameless", {"kick_height": 120, "overlay": "inset"})
    assert (job.unit("u1").construction, dict(job.unit("u1").rules)) == (saved.id, {})
    rules = make_unit(CATALOG, job.standard, job.unit("u1")).choice.rules
    assert (rules.kick_height, rules.overlay) == (120, "inset")
    assert loads(dumps(job)) == job
    job = set_job_construction(job, CATALOG, saved.id)
    assert make_unit(CATALOG, job.standard, job.unit("u2")).choice.rules.overlay == "inset"
    again, same = save_construction(set_rule(job, CATALOG, ["u1"], "reveal", 4), CATALOG, "u1", "Wharf")
    assert same.id == saved.id
    assert len(again.standard.constructions) == 1


def test_a_construction_from_the_shelf_comes_into_the_job_once() -> None:
    saved = SavedConstruction(id="own1", name="Shelf", base="face-frame", rules={"frame_stile": 45.0})
    job = add_construction(add_construction(a_wall_of("base"), saved), saved)
    assert job.standard.constructions == (saved,)
    job = set_construction(job, CATALOG, ["u1"], "own1")
    frame = [p for p in make_unit(CATALOG, job.standard, job.unit("u1")).parts if p.name == "frame stile left"]
    assert [p.width.value for p in frame] == [45]


def test_inch_work_has_sizes_of_its_own() -> None:
    for kind in CATALOG.kinds.values():
        inches = usual_values(kind, inches=True)
        assert kind.inch is not None, kind.id
        sizes = [float(inches[n]) for n in ("width", "height", "depth")]  # type: ignore[arg-type]
        assert all(abs(s / 25.4 * 8 - round(s / 25.4 * 8)) < 1e-6 for s in sizes if s > 25), "the thickness of a panel is its board's"
    job = a_wall_of()
    job = job.replaced(display=job.display.but(style=LengthStyle.INCH_FRACTION))
    assert place_unit(job, CATALOG, "base", _SPOT).job.units[0].width == pytest.approx(609.6)


@pytest.mark.parametrize("kind", sorted(CATALOG.kinds))
def test_every_kind_is_sound_in_inch_sizes(kind: str) -> None:
    values = usual_values(CATALOG.kinds[kind], inches=True)
    job = place_unit(a_wall_of(), CATALOG, kind, Spot("room1", "back", 400.0), **values).job
    assert [f.text for f in findings(make(job, CATALOG))] == []


def test_an_inset_door_of_a_slanted_unit_stands_between_its_gables() -> None:
    """By hand: 350 wide, from 560 deep to 250 deep, so the front is 467.55 long; gap 2.5, gables 18, door 19 behind the line."""
    made = a_made_unit("end-slanted", rules={"overlay": "inset"})
    length = math.hypot(350, 310)
    slant = math.radians(90) - math.atan2(310, 350)
    acute = (18 + 19 * math.cos(slant)) / math.sin(slant)
    blunt = 18 * math.sin(slant)
    door = named(made, "door")
    assert door.length.value == 720 - 2 * (18 + 2.5)
    assert door.width.value == pytest.approx(length - acute - blunt - 2 * 2.5)


def test_a_slanted_front_has_a_frame_of_its_own_with_the_hinges_on_its_stile() -> None:
    """By hand: a corner 900 x 900 beside neighbours 560 deep; its front is 340 sqrt 2 long, stiles and rails 38, overlay 12."""
    made = a_made_unit("corner-diagonal", Standard(construction="face-frame"))
    whole = 340 * math.sqrt(2)
    assert named(made, "frame rail top").length.value == pytest.approx(whole - 2 * 38)
    assert named(made, "frame stile left").length.value == 720
    assert named(made, "door").length.value == 720 - 2 * (38 - 12)
    assert named(made, "door").width.value == pytest.approx(whole - 2 * (38 - 12))
    hinged = named(made, "frame stile left")
    assert sum(h.what == "plate" for h in hinged.holes) == 4
    assert sum(h.what == "plate" for p in made.parts for h in p.holes) == 4
    assert named(made, "gable left").width.value == pytest.approx(560 - 19 * math.sqrt(2))


def test_the_frames_of_a_folding_corner_meet_without_stiles_between_the_leaves() -> None:
    made = a_made_unit("corner-ell", Standard(construction="face-frame"))
    assert sorted(p.name for p in made.parts if "stile" in p.name) == ["frame stile left", "frame stile right"]
    rails = [p.length.value for p in made.parts if p.name.startswith("frame rail")]
    assert rails == [340 - 38] * 4


def test_a_bent_front_of_a_framed_job_says_that_it_has_no_frame() -> None:
    job = a_wall_of("base-bow", "corner-diagonal", "base")
    found = findings(make(set_job_construction(job, CATALOG, "face-frame"), CATALOG))
    assert [(f.code, f.units) for f in found if f.code == "frameless-here"] == [("frameless-here", ("u1",))]


@pytest.mark.parametrize("side", ["left", "right"])
@pytest.mark.parametrize("hand", ["left", "right"])
def test_the_leaves_of_a_folding_corner_hang_on_the_gable_and_on_each_other(side: str, hand: str) -> None:
    made = a_made_unit("corner-ell", side=side, opening=Opening(front="doors", hand=hand))
    leaves = [p for p in made.parts if p.name in ("door left", "door right")]
    plates = [sum(h.what == "plate" for h in p.holes) for p in leaves]
    pulls = [sum(h.what == "pull" for h in p.holes) for p in leaves]
    assert sorted(plates) == [0, 4]
    assert [bool(n) for n in pulls] == [n == 0 for n in plates], "the pull is on the leaf that folds"
    folding = leaves[plates.index(0)]
    corner = min(leaves, key=lambda p: p is folding).box
    cups = [folding.frame.out(h.at) for h in folding.holes if h.what == "cup"]
    pull = [folding.frame.out(h.at) for h in folding.holes if h.what == "pull"]

    def away(point: tuple[float, float, float]) -> float:
        return max(corner[0].x - point[0], point[0] - corner[1].x, 0) + max(corner[0].y - point[1], point[1] - corner[1].y, 0)

    assert max(map(away, cups)) < min(map(away, pull)), "the cups are at the inner corner"
    assert sum(h.what == "plate" for p in made.parts if p.kind == "gable" for h in p.holes) == 4


@pytest.mark.parametrize(
    ("kind", "front"),
    [("corner-diagonal", (340 - 2 * 18) * math.sqrt(2)), ("corner-ell", 2 * (340 - 18)), ("end-slanted", None), ("base-bow", None)],
)
def test_boards_of_shaped_units_are_banded_along_their_fronts(kind: str, front: float | None) -> None:
    """By hand for the corners: between gables square to the neighbours, a diagonal front of 340 x 340, or two of 340, less 18 for each gable."""
    bottom = named(a_made_unit(kind), "bottom")
    run = sum(edge.length for edge in bottom.shaped_edges)
    border = LinearRing(bottom.ring)
    for edge in bottom.shaped_edges:
        assert all(border.distance(Point(p)) < 1e-6 for p in edge.points), "it lies on the outline"
    assert run < border.length
    if front is not None:
        assert run == pytest.approx(front)
    assert [(b, round(n, 3)) for b, n in banded_edges(bottom)] == [(bottom.finish.band, round(e.length, 3)) for e in bottom.shaped_edges]


def test_letting_a_shaped_board_in_moves_its_bands_with_it() -> None:
    plain, let_in = (named(a_made_unit("base-bow", rules={"joint": joint}), "bottom") for joint in ("none", "dado"))
    before, after = (p.frame.out((*p.shaped_edges[0].points[3], 0.0)) for p in (plain, let_in))
    assert before == pytest.approx(after)


@pytest.mark.parametrize(
    ("kind", "part", "length", "width"),
    [
        ("corner-ell", "bottom", "874 = 900 width − 8 back − 18 gable", "874 = 900 depth − 18 gable − 8 back"),
        ("corner-diagonal", "shelf", "870 = 900 width − 11 back and play − 19 gable and play", "870 = 900 depth − 19 gable and play − 11 back and play"),
        ("base-bow", "bottom", "564 = 600 width − 2 × 18 gable", "592 = 600 depth − 8 back"),
        ("base-bow", "shelf", "562 = 600 width − 2 × 19 gable and play", "579 = 600 depth − 11 back and play − 10 behind the front"),
        ("end-slanted", "bottom", "314 = 350 width − 2 × 18 gable", "536.1 = 560 depth − 8 back − 15.9 behind the front"),
    ],
)  # fmt: skip
def test_boards_of_shaped_units_explain_themselves_term_by_term(kind: str, part: str, length: str, width: str) -> None:
    board = named(a_made_unit(kind), part)
    assert (board.length.explained(), board.width.explained()) == (length, width)
