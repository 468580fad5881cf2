"""A value typed over a dimension changes just what the dimension measures."""

from itertools import pairwise

import pytest

from makers import CATALOG, ROOM, WALL, a_wall_of, made
from tallplank.core.draw.bench import bench_drawing
from tallplank.core.draw.elevation import elevation
from tallplank.core.draw.plan import plan
from tallplank.core.edit.check import EditError
from tallplank.core.edit.measured import set_measured
from tallplank.core.edit.survey.service import add_service
from tallplank.core.edit.survey.standing import add_column
from tallplank.core.edit.survey.walled import add_opening
from tallplank.core.job.job import Job
from tallplank.core.job.measure import GAP, LEVEL, OfGap, OfUnit, can_be_typed


def a_job() -> Job:
    job = add_opening(a_wall_of("base", "drawers", "wall"), ROOM, WALL, "window").job
    job = add_column(job, ROOM, (3000.0, 1200.0)).job
    return add_service(job, ROOM, WALL, "socket", 300.0).job


def test_every_dimension_of_every_drawing_is_set_to_what_it_shows_without_a_change() -> None:
    job = a_job()
    shown, units = made(job), made(job).units
    drawings = [plan(shown, ROOM), elevation(shown, ROOM, WALL, surveyed=True), *(bench_drawing(u, (), str) for u in units)]
    seen = set()
    for chain in (c for d in drawings for c in d.chains):
        for measure, (a, b) in zip(chain.measures, pairwise(chain.ticks), strict=True):
            if can_be_typed(measure):
                seen.add(type(measure).__name__)
                changed = set_measured(job, CATALOG, measure, b - a)
                assert [(u.x, u.width, u.height, u.depth) for u in changed.units] == [(u.x, u.width, u.height, u.depth) for u in job.units]
                assert changed.rooms == job.rooms
                assert measure.what
    assert seen == {"OfUnit", "OfCell", "OfOpening", "OfFace", "OfRoom", "OfGap", "OfService", "OfStanding"}


@pytest.mark.parametrize(("anchor", "x"), [("left", 600.0), ("right", 550.0), ("centre", 575.0)])
def test_the_side_that_is_anchored_stays(anchor: str, x: float) -> None:
    job = set_measured(a_job(), CATALOG, OfUnit("u2", "width"), 650, anchor)  # type: ignore[arg-type]
    assert (job.unit("u2").x, job.unit("u2").width) == (x, 650)


@pytest.mark.parametrize("measure", [GAP, LEVEL])
def test_what_follows_from_others_cannot_be_set(measure) -> None:  # type: ignore[no-untyped-def]
    with pytest.raises(EditError, match="follows from"):
        set_measured(a_job(), CATALOG, measure, 100)


def test_a_distance_beside_a_unit_is_typed() -> None:
    """By hand: the window's neighbours aside, unit 2 from 600 to 1200 of 4200: 100 from unit 1, or 500 from the right end."""
    job = a_job()
    assert set_measured(job, CATALOG, OfGap("u2", "left", 600.0), 100.0).unit("u2").x == 700.0
    assert set_measured(job, CATALOG, OfGap("u2", "right", 4200.0), 500.0).unit("u2").x == 3100.0
    with pytest.raises(EditError, match="0 or more"):
        set_measured(job, CATALOG, OfGap("u2", "left", 600.0), -1.0)
