"""What is kept of paneled walls: after any move beside them they are as if made from nothing."""

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from makers import CATALOG, ROOM, WALL, a_room, made
from tallplank.core.edit.paneling.scheme import add_scheme, change_region, shift_boundary
from tallplank.core.edit.paneling.start import STARTS, Sizes
from tallplank.core.edit.survey.service import add_service, change_service
from tallplank.core.edit.survey.standing import add_column_at
from tallplank.core.edit.survey.walled import add_opening, change_opening
from tallplank.core.edit.unit import Spot, place_unit, slide_units
from tallplank.core.error import PlankError
from tallplank.core.job.filling import Panel
from tallplank.core.job.job import Job
from tallplank.core.job.scheme import Region
from tallplank.core.joinery.made import Made
from tallplank.core.joinery.run.run import Run
from tallplank.core.joinery.workshop import Workshop, make


def paneling(found: Made) -> list[Run]:
    return [run for run in found.runs if run.what == "panel"]


def a_busy_wall(start: str) -> Job:
    """Paneling behind a unit, round a window, a socket and a column."""
    job = add_scheme(a_room(4000.0, 3100.0), CATALOG, ROOM, WALL, **STARTS[start].values(Sizes())).job
    job = add_opening(job, ROOM, WALL, "window", 2500.0, sill=800.0, width=600.0, height=900.0).job
    job = add_service(job, ROOM, WALL, "socket", 1500.0, z=300.0).job
    job = add_column_at(job, ROOM, made(job).faces[ROOM][WALL], 3700.0, "chimney", width=200.0, depth=100.0).job
    return place_unit(job, CATALOG, "base", Spot(ROOM, WALL, 300.0), width=450.0).job


def moved(job: Job, what: str, by: float) -> Job:
    wall = next(w for w in job.rooms[0].walls if w.id == WALL)
    if what == "unit":
        return slide_units(job, ["u1"], by)
    if what == "window":
        return change_opening(job, ROOM, WALL, wall.openings[0].id, x=wall.openings[0].x + by)
    if what == "socket":
        return change_service(job, ROOM, WALL, wall.services[0].id, x=wall.services[0].x + by)
    scheme = job.rooms[0].schemes[0]
    return change_region(job, CATALOG, ROOM, scheme.id, (), stile=max(scheme.root.stile + by / 10, 5.0))


@pytest.mark.parametrize("start", sorted(STARTS))
@settings(max_examples=4, deadline=None)
@given(st.lists(st.tuples(st.sampled_from(["unit", "window", "socket", "stile"]), st.floats(-300.0, 300.0)), min_size=2, max_size=5))
def test_what_moves_beside_paneling_leaves_it_as_if_made_from_nothing(start: str, moves: list[tuple[str, float]]) -> None:
    shop = Workshop(CATALOG)
    try:
        job = a_busy_wall(start)
    except PlankError:
        return  # one that does not fit a wall with so much on it
    shop.make(job)
    for what, by in moves:
        try:
            with shop.at_hand():
                job = moved(job, what, by)
        except PlankError:
            continue
        same = paneling(shop.make(job)) == paneling(make(job, CATALOG))
        assert same, f"{what} moved by {by}"


def test_a_unit_that_slides_leaves_the_rest_of_a_wall_the_very_same() -> None:
    """Of 14 columns those are made again that it covers or covered: 3 at most, and the level boards over their width."""
    cell = Region(split="up", stile=40.0, parts=(Region(fill=Panel(border=20.0, mold="mold-panel-25")),) * 3)
    job = add_scheme(a_room(9800.0), CATALOG, ROOM, WALL, root=Region(split="across", stile=40.0, parts=(cell,) * 14)).job
    job = place_unit(job, CATALOG, "base", Spot(ROOM, WALL, 5000.0), width=600.0).job
    shop = Workshop(CATALOG)
    before, after = (run.parts for run in (*paneling(shop.make(job)), *paneling(shop.make(slide_units(job, ["u1"], 20.0)))))
    known = set(map(id, before))
    new = [part for part in after if id(part) not in known]
    assert 0 < len(new) <= 3 * (2 + 3 * 5)
    assert len(after) > 14 * 12


def test_a_boundary_moved_beside_a_window_leaves_the_very_same_window_edge() -> None:
    """A region that does not change is made again where what it meets did, and only there."""
    cells = (Region(fill=Panel(raised=12.0, border=20.0)),) * 6
    job, (key,) = add_scheme(a_room(4000.0), CATALOG, ROOM, WALL, root=Region(split="across", stile=40.0, parts=cells))
    job = add_opening(job, ROOM, WALL, "window", 2500.0, sill=800.0, width=600.0, height=900.0).job
    shop = Workshop(CATALOG)
    (before,), (after,) = paneling(shop.make(job)), paneling(shop.make(shift_boundary(job, CATALOG, ROOM, key, (0,), 500.0, 1240.0)))
    same = set(map(id, before.parts)) & set(map(id, after.parts))
    assert len(before.parts) - len(same) == 3  # two panels, and the board between them
