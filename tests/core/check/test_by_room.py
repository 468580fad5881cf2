"""What is kept of checks of rooms is told as if it had been found anew."""

import pytest

from makers import CATALOG, ROOM, WALL, a_room, made
from tallplank.core.check.finding import Checker, findings
from tallplank.core.edit.group import add_island
from tallplank.core.edit.standard import change_job, set_job_rule
from tallplank.core.edit.survey.walled import add_opening, change_opening
from tallplank.core.edit.unit import Spot, place_unit
from tallplank.core.job.job import Job
from tallplank.core.joinery.workshop import Workshop
from tallplank.core.measure.display import LengthStyle


def told(job: Job) -> list[str]:
    return [finding.text for finding in findings(made(job))]


@pytest.mark.parametrize("style", [*LengthStyle])
def test_findings_follow_how_lengths_are_shown(style: LengthStyle) -> None:
    """An island too near to a wall: the way beside it is told in what the job shows now, though nothing in the room changed."""
    job, (_, front, _) = add_island(a_room(4200.0, 3000.0), ROOM, 2000.0, 900.0, 1200.0)
    job = place_unit(job, CATALOG, "base", Spot(ROOM, front, 0.0)).job
    checker, shop = Checker(), Workshop(CATALOG)
    first = [finding.text for finding in checker.findings(shop.make(job))]
    assert any("the way at its" in text for text in first)
    job = change_job(job, display=job.display.but(style=style))
    assert [finding.text for finding in checker.findings(shop.make(job))] == told(job)


def test_a_sill_that_is_moved_under_an_upstand_is_told_at_once() -> None:
    """A worktop is the very same, but what stands on it is then before a window."""
    job = set_job_rule(a_room(4200.0, 3000.0), CATALOG, "upstand", 80.0)
    job = place_unit(job, CATALOG, "base", Spot(ROOM, WALL, 1000.0)).job
    job = add_opening(job, ROOM, WALL, "window", 1100.0, sill=1200.0, width=400.0, height=600.0).job
    window = next(wall for wall in job.rooms[0].walls if wall.id == WALL).openings[0].id
    checker, shop = Checker(), Workshop(CATALOG)
    assert not any("covers" in finding.text for finding in checker.findings(shop.make(job)))
    job = change_opening(job, ROOM, WALL, window, sill=930.0)
    now = [finding.text for finding in checker.findings(shop.make(job))]
    assert any("its upstand covers" in text for text in now)
    assert now == told(job)
