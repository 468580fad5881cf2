"""Parts larger than the sheet or board that they are cut from."""

from makers import CATALOG, ROOM, WALL, a_room, a_wall_of, made
from tallplank.core.check.finding import findings
from tallplank.core.edit.group import add_island
from tallplank.core.edit.unit import Spot, change_units, place_unit, set_finish
from tallplank.core.job.job import Job


def told(job: Job) -> list[str]:
    return [f.text for f in findings(made(job)) if f.code == "larger-than-sheet"]


def test_an_island_deeper_than_a_stave_board_is_told_and_a_wide_board_takes_it() -> None:
    """Two rows of 560 with their fronts back to back are deeper than 660; the wide board is 1210."""
    job, (_, front, back) = add_island(a_room(6000.0, 5000.0), ROOM, 2000.0, 2200.0, 1200.0)
    for face in (front, back):
        for _ in range(2):
            job = place_unit(job, CATALOG, "base", Spot(ROOM, face)).job
    ids = [u.id for u in job.units]
    (text,) = told(set_finish(job, CATALOG, ids, "top", "oak-stave"))
    assert "the worktop is" in text
    assert "comes in 4000 mm × 660 mm" in text
    shallow = change_units(job, CATALOG, ids, depth=500.0)
    assert told(set_finish(shallow, CATALOG, ids, "top", "oak-stave-wide")) == []


def test_what_has_no_grain_may_lie_either_way() -> None:
    """A back 2278 × 1500 lies across a sheet of 2500 × 1250 only without grain, and then only where it is narrower than 2500 × 1250."""
    job = place_unit(a_room(6000.0, 5000.0), CATALOG, "tall", Spot(ROOM, WALL), width=1200.0).job
    unit = job.units[0].id
    assert told(job) == []
    wide = change_units(job, CATALOG, [unit], width=2300.0)
    parts = {p.name: (p.cut_length, p.cut_width, p.grain, CATALOG.boards[p.board].sheet) for p in made(wide).units[0].parts}
    for name, (long, deep, grain, sheet) in parts.items():
        fits = (long <= sheet[0] and deep <= sheet[1]) or (grain == "none" and long <= sheet[1] and deep <= sheet[0])
        assert fits != any(f"the {name} is" in text for text in told(wide))


def test_usual_units_fit_their_sheets() -> None:
    assert told(a_wall_of("base", "drawers", "sink", "tall")) == []
