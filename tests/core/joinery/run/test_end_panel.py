"""End panels, scribes for walls out of plumb, units that stand on others, crowns under ceilings: by hand."""

import pytest

from makers import CATALOG, ROOM, WALL, a_room, a_wall_of, made
from tallplank.core.check.finding import findings
from tallplank.core.edit.check import EditError
from tallplank.core.edit.standard import set_job_rule
from tallplank.core.edit.survey.room import change_room, change_wall
from tallplank.core.edit.unit import Spot, place_unit, stand_on
from tallplank.core.job.job import Job
from tallplank.core.joinery.part.part import Part


def parts(job: Job, role: str) -> list[Part]:
    return [part for run in made(job).runs for part in run.parts if part.tag.role == role]


def paneled(*kinds: tuple[str, float]) -> Job:
    job = set_job_rule(a_room(), CATALOG, "end_panel", "free")
    for kind, x in kinds:
        job = place_unit(job, CATALOG, kind, Spot(ROOM, WALL, x)).job
    return job


def test_panels_cover_the_sides_that_stand_free() -> None:
    """By hand: 720 + 150 to the floor, 560 + 21 deep, 19 thick; none between units that touch, none at the wall."""
    job = paneled(("base", 0.0), ("drawers", 600.0))
    (panel,) = parts(job, "end panel")
    assert panel.size == (870.0, 581.0, 19.0)
    assert (panel.box[0], panel.box[1]) == ((1200.0, -581.0, 0.0), (1219.0, 0.0, 870.0))
    assert len(parts(paneled(("base", 400.0)), "end panel")) == 2
    (hung, _) = parts(paneled(("wall", 400.0)), "end panel")
    assert (hung.size, hung.box[0].z) == ((720.0, 341.0, 19.0), 1400.0)


def test_worktops_and_crowns_go_on_over_the_panels() -> None:
    """By hand: 10 overhang beyond 19 of panel: 1200 + 29; a crown round a wall unit 600 wide with two panels: 638 + 120."""
    (top,) = parts(paneled(("base", 0.0), ("drawers", 600.0)), "worktop")
    assert top.length.value == 1229.0
    crowned = set_job_rule(paneled(("wall", 600.0)), CATALOG, "crown", "yes")
    assert sorted(p.length.value for p in parts(crowned, "crown")) == [380.0, 380.0, 758.0]


def test_a_worktop_at_a_wall_out_of_plumb_is_cut_deeper() -> None:
    """By hand: depths 0, 4 and 11: 11 more to scribe off."""
    job = change_wall(a_wall_of("base"), ROOM, WALL, depths=(0.0, 4.0, 11.0))
    (part,) = parts(job, "worktop")
    assert (part.width.value, part.cut_width - parts(a_wall_of("base"), "worktop")[0].cut_width) == (601.0, 11.0)


def test_a_filler_at_a_wall_out_of_plumb_is_told_and_mended() -> None:
    job = a_wall_of("filler", "base")
    job = change_wall(job, ROOM, "left", depths=(0.0, 9.0, 16.0))
    (told,) = [f for f in findings(made(job)) if f.code == "scribe-short"]
    assert told.text == "Wall D is 16 mm out of plumb; 1 Filler against it is cut only 10 mm wider for scribing."
    assert told.fix is not None
    mended = told.fix.edit(job)
    assert findings(made(mended)) == ()
    strip = next(p for p in made(mended).units[0].parts if p.tag.role == "filler strip")
    assert strip.cut_width - strip.width.value == pytest.approx(16.0)


def test_a_unit_stands_on_the_worktop_under_it() -> None:
    job = a_wall_of("base", "drawers")
    job = place_unit(job, CATALOG, "wall", Spot(ROOM, WALL, 100.0)).job
    stood = stand_on(job, CATALOG, ["u3"], made(job))
    assert stood.unit("u3").z == 900.0
    with pytest.raises(EditError, match="Nothing is under"):
        stand_on(job, CATALOG, ["u1"], made(job))


def test_a_crown_that_reaches_into_the_ceiling_is_told() -> None:
    job = set_job_rule(a_wall_of("wall"), CATALOG, "crown", "yes")
    assert findings(made(job)) == ()
    low = change_room(job, ROOM, height=2160.0)
    assert [f.text for f in findings(made(low))] == ["Crown Wall A 1 reaches 30 mm into the ceiling."]


def test_units_larger_than_the_room_are_refused() -> None:
    with pytest.raises(EditError, match="2600 mm high does not fit into Room, which is 2500 mm high"):
        place_unit(a_room(), CATALOG, "tall", Spot(ROOM, WALL, 0.0), height=2600.0)
    with pytest.raises(EditError, match="6000 mm does not fit into Room"):
        place_unit(a_room(), CATALOG, "back-panel", Spot(ROOM, WALL, 0.0), width=6000.0)
