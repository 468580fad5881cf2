"""What a cabinet maker finds when rebuilding a unit by hand; each with its arithmetic."""

import pytest

from makers import CATALOG, ROOM, WALL, a_made_unit, a_room, a_wall_of, made
from tallplank.core.catalog.hardware import Hanger
from tallplank.core.edit.construction import set_job_construction
from tallplank.core.edit.unit import Spot, place_unit, set_rule
from tallplank.core.error import told
from tallplank.core.job.opening import Opening
from tallplank.core.joinery.made import MadeUnit
from tallplank.core.joinery.part.part import BuildError, Edges, Part
from tallplank.core.joinery.setout.collector import Collector, Lay, Stuff
from tallplank.core.measure.divide import Member
from tallplank.core.measure.size import Size
from tallplank.core.shop.doorlist import doorlist
from tallplank.core.shop.schedule import schedule


def part(unit: MadeUnit, name: str) -> Part:
    return next(p for p in unit.parts if p.name == name)


def plates(unit: MadeUnit) -> list[float]:
    gable = part(unit, "gable left")
    return sorted({round(gable.frame.out(h.at).z, 3) for h in gable.holes if h.what == "plate"})


def test_a_middle_hinge_makes_way_for_a_shelf() -> None:
    """Tall, 1970: the lower door from 1.5 to 1301.5 has three hinges, the middle one at 651.5, on rows 640 and 672.

    Its shelf lies from 642.5 to 660.5; 25 above that is 685.5, the next rows whose middle lies above it are 672 and 704: 688.
    """
    unit = a_made_unit("tall")
    assert [p.box[0].z for p in unit.parts if p.kind == "shelf"] == [1634.5, 322.5, 642.5, 962.5]
    assert {672.0, 704.0} <= set(plates(unit))
    assert not {640.0} & set(plates(unit))


def test_a_shelf_makes_way_where_a_hinge_cannot() -> None:
    """A door 250 high has two hinges and no room to move them; a shelf right behind one steps aside by a row or is told of."""
    opening = Opening(front="doors", shelves=2)
    unit = a_made_unit("base", height=330.0, opening=opening)
    shelves = sorted(p.box[0].z for p in unit.parts if p.kind == "shelf")
    middles = [(a + b) / 2 for a, b in zip(plates(unit)[::2], plates(unit)[1::2], strict=True)]
    free = all(z >= m + 25 or z + 18 <= m - 25 for z in shelves for m in middles)
    assert free or any(n.code == "hinge-blocked" for n in unit.notes)


def test_slides_stand_on_the_rows_and_equal_fronts_have_equal_boxes() -> None:
    """A bank of three, the lower two 285 each: cells 285 + 3 − 0 and one with the bottom of 18; the lower box sets the height of both."""
    unit = a_made_unit("drawers")
    gable = part(unit, "gable left")
    rows = {round(gable.frame.out(h.at).z, 6) for h in gable.holes if h.what == "slide"}
    assert len(rows) == 3
    assert all((z - 64) % 32 == pytest.approx(0, abs=1e-6) for z in rows)
    assert part(unit, "drawer 2 side left").width.value == part(unit, "drawer 3 side left").width.value


def test_a_box_lower_than_its_slide_is_refused() -> None:
    """Slides 45 high with their screws 44 above the box's edge need 44 + 22.5 = 66.5."""
    opening = Opening(openings=(Opening(front="drawer", size=Member.fixed(100.0)), Opening(front="drawer")))
    assert "its slide needs 66.5" in told(a_made_unit("drawers", opening=opening).problem)


@pytest.mark.parametrize(("z", "foot"), [(None, 114.3), (210.0, 210.0), (80.0, 80.0)])
def test_notched_gables_reach_the_floor_from_any_height(z: float | None, foot: float) -> None:
    job = set_job_construction(a_wall_of("base"), CATALOG, "face-frame")
    unit = made(job.replaced(units=(job.units[0].but(z=z),))).units[0]
    for name in ("gable left", "gable right"):
        assert part(unit, name).box[0].z == pytest.approx(-foot)
        assert part(unit, name).length.value == pytest.approx(720 + foot)
    assert part(unit, "frame stile left").length.value == 720, "it ends at the recess of the kick"
    finished = set_rule(job, CATALOG, ["u1"], "stile_to_floor", "left").units[0].but(z=z)
    ended = made(job.replaced(units=(finished,))).units[0]
    assert part(ended, "frame stile left").length.value == pytest.approx(720 + foot)
    assert part(ended, "frame stile right").length.value == 720
    assert part(unit, "gable left").edges.l1 is None, "the frame covers its front edge"


def test_a_strip_no_wider_than_its_bands_is_refused() -> None:
    """Stretchers as wide as the band on their front edge, 0.8, cannot be cut; the rule for their width begins at 10."""
    out = Collector(CATALOG)
    narrow, size = Size.of(0.8, "strip"), Size.of(100.0, "length")
    finish = CATALOG.finishes["chalk"]
    with pytest.raises(BuildError, match="no more than its bands"):
        out.add("strip", Stuff(finish, "carcass"), (size, narrow, size), Lay("+x", "+y", (0, 0, 0)), edges=Edges(l1=finish.band))


@pytest.mark.parametrize(
    ("kind", "construction", "item"),
    [
        ("base", "frameless", "hinge-110"),
        ("base", "frameless-inset", "hinge-110-inset"),
        ("base", "face-frame", "hinge-110-frame"),
        ("corner-diagonal", "frameless", "hinge-110-corner"),
    ],
)
def test_a_hinge_is_the_one_for_how_its_door_lies(kind: str, construction: str, item: str) -> None:
    unit = made(set_job_construction(a_wall_of(kind), CATALOG, construction)).units[0]
    assert {f.item for f in unit.fittings if f.role == "hinge"} == {item}


def test_a_folding_pair_takes_one_hinge_on_its_gable_and_another_between_its_leaves() -> None:
    unit = a_made_unit("corner-ell")
    assert sorted(f.item for f in unit.fittings if f.role == "hinge") == ["hinge-110-fold", "hinge-110-leaf"]


def test_each_length_of_slide_is_a_line_of_its_own() -> None:
    """Depths 560 and 460: 534 − 10 + 2 and 434 − 10 + 2 take slides of 500 and 400 long; three pairs each."""
    first, second = a_wall_of("drawers"), a_wall_of("drawers", depth=460.0)
    job = first.replaced(units=(first.units[0], second.units[0].but(id="u2", x=700.0, mark=2)))
    slides = [(r.code, r.name, r.quantity) for r in schedule(made(job)) if r.item.role == "slide"]
    assert [(code.rpartition("-")[2], count) for code, _, count in slides] == [("400", 3), ("500", 3)]


@pytest.mark.parametrize(("kind", "width"), [("corner-ell", 314.5), ("corner-diagonal", 435.833), ("end-slanted", 445.947)])
def test_doors_that_stand_askew_are_listed_as_wide_as_they_are(kind: str, width: float) -> None:
    assert {round(r.width, 3) for r in doorlist(made(a_wall_of(kind)))} == {width}


def test_solid_panels_float_across_their_grain_only() -> None:
    """Oak, 300 clear: 300 · 0.00365 · 4 = 4.38 across; along the grain the style's float of 1 stays."""
    unit = a_made_unit("base", width=447.0, door_style="sluice-frame", finishes={"front": "oak"})
    panel = part(unit, "door panel")
    style = CATALOG.door_styles["sluice-frame"]
    clear = 444.0 - 2 * style.stile
    assert panel.length.value == pytest.approx(716 - style.rail - (style.top_rail or style.rail) + 2 * style.tongue - style.float_gap)
    moved = max(clear * CATALOG.boards[panel.board].movement * 4, style.float_gap)
    assert panel.width.value == pytest.approx(clear + 2 * style.tongue - moved)


def test_the_panel_of_a_drawer_front_follows_the_rule_for_its_grain() -> None:
    across, upright = (
        part(a_made_unit("drawers", door_style="sluice-frame", rules={"drawer_front_grain": way}), "drawer 2 front panel")
        for way in ("across", "upright")
    )
    assert (abs(across.frame.x.x), abs(upright.frame.x.z)) == (1, 1)
    assert across.size[:2] == upright.size[1::-1]


def test_a_back_too_thin_for_cams_is_let_in() -> None:
    unit = a_made_unit("corner-diagonal")
    back = next(p for p in unit.parts if p.kind == "back")
    assert {h.what for h in back.holes} <= {"screw"}, "only those of the cleats"
    assert any(p.what in ("dado", "rebate") for p in part(unit, "gable left").pockets)


def test_a_corner_shelf_lies_on_cleats_that_are_screwed_through_the_backs() -> None:
    unit = a_made_unit("corner-diagonal")
    cleats = [p for p in unit.parts if p.tag.role == "shelf cleat"]
    shelf = part(unit, "shelf")
    assert len(cleats) == 2
    assert {round(p.box[1].z, 6) for p in cleats} == {round(shelf.box[0].z, 6)}
    screws = sum(f.count.value for f in unit.fittings if f.where == "shelf cleats")
    assert (
        screws
        == sum(h.what == "screw" for p in cleats for h in p.holes)
        == sum(h.what == "screw" for p in unit.parts if p.kind == "back" for h in p.holes)
    )


@pytest.mark.parametrize("construction", sorted(CATALOG.constructions))
@pytest.mark.parametrize(
    ("kind", "side"), [("wall-diagonal", "left"), ("wall-diagonal", "right"), ("wall-ell", "left"), ("console-bow", "left")]
)
def test_shaped_units_on_the_wall_hang_by_holes_in_their_gables(construction: str, kind: str, side: str) -> None:
    """Each gable is bored for its hanger from inside, so far before the back as the hanger asks, and the back lets it through there."""
    room = set_job_construction(a_room(5000.0, 4000.0, 2600.0), CATALOG, construction)
    unit = made(place_unit(room, CATALOG, kind, Spot(ROOM, WALL, 1500.0), side=side).job).units[0]
    fitting = next(f for f in unit.fittings if f.role == "hanger")
    hanger = CATALOG.hardware[fitting.item]
    assert isinstance(hanger, Hanger)
    back, top = unit.choice.finish("back").thickness, next(p for p in unit.parts if p.tag.role == "top").box[0].z
    gables = [p for p in unit.parts if p.kind == "gable"]
    assert len(gables) == 2
    for gable in gables:
        at = [(h.at.y, gable.frame.out(h.at).z) for h in gable.holes if h.what == "hanger"]
        assert len(at) == len(hanger.box_holes)
        for (y, z), bored in zip(at, hanger.box_holes, strict=True):
            assert min(y, gable.size[1] - y) == pytest.approx(back + bored.x)
            assert z == pytest.approx(top - bored.z)
    notches = [q for p in unit.parts if p.kind == "back" for q in p.pockets if q.what == "notch"]
    assert [(round(q.high.y - q.low.y, 3), round(q.high.x - q.low.x, 3)) for q in notches] == [hanger.cutout] * 2
    assert len([p for p in unit.pieces if p.role == "hanger"]) == 2
