"""The demo job: the Lockkeeper's House. Everything in it is invented."""

from tallplank.core.catalog.catalog import Catalog
from tallplank.core.edit.opening import set_opening
from tallplank.core.edit.standard import set_job_finish, set_job_hardware, set_job_rule, set_job_style
from tallplank.core.edit.survey.room import add_room, change_wall
from tallplank.core.edit.survey.walled import add_opening
from tallplank.core.edit.unit import Spot, place_unit, renumber, set_finish, set_rule
from tallplank.core.job.job import Job
from tallplank.core.job.opening import ROOT

ROOM = "room1"
SINK_WALL, SIDE_WALL = "back", "left"

_STANDING = (
    ("corner-ell", 0.0, 900.0),
    ("drawers", 900.0, 750.0),
    ("sink", 1650.0, 900.0),
    ("base", 2550.0, 450.0),
    ("drawers", 3600.0, 550.0),
    ("filler", 4150.0, 50.0),
)
"""Kind, left edge and width along the canal wall; 600 is left free for a range."""
_AT_SIDE = (
    ("tall", 550.0, 600.0),
    ("base", 1150.0, 600.0),
)
"""The same along the stair wall, up to the corner unit."""
_HUNG = (
    ("wall", 600.0, 450.0),
    ("wall", 1050.0, 450.0),
    ("open-shelf", 2700.0, 300.0),
    ("wall", 3600.0, 550.0),
)
_OVER_RANGE = (3000.0, 600.0, 360.0)


def demo_job(catalog: Catalog) -> Job:
    """The galley kitchen: an L along the canal wall, 4.2 m with a window over the sink, and round the corner along the stair wall."""
    job = Job(name="The Lockkeeper's House", customer="Ottoline Marsh & Tam Fairweather", number="2026-014")
    job = add_room(job, "Galley kitchen", 4200.0, 2650.0, 2450.0).job
    for wall, name in (("back", "Canal wall"), ("right", "Lane wall"), ("front", "Hearth wall"), ("left", "Stair wall")):
        job = change_wall(job, ROOM, wall, name=name, thickness=320.0 if wall == "back" else 140.0)
    job = add_opening(job, ROOM, SINK_WALL, "window", 1500.0, sill=1050.0, width=1200.0, height=1050.0).job
    job = add_opening(job, ROOM, "right", "door", 1550.0, width=860.0, height=2040.0).job
    job = set_job_style(job, catalog, "sluice-frame")
    job = set_job_finish(job, catalog, "top", "oak-stave")
    job = set_job_hardware(job, catalog, "pull", "pull-knob-32")
    job = set_job_rule(set_job_rule(job, catalog, "crown", "yes"), catalog, "light_rail", "yes")
    job = set_job_rule(job, catalog, "upstand", 60.0)
    job = set_job_rule(job, catalog, "top_end", 0.0)  # the range between the worktops needs all of its 600
    return _furnished(job, catalog)


def _furnished(job: Job, catalog: Catalog) -> Job:
    for kind, x, width in (*_STANDING, *_HUNG):
        job = place_unit(job, catalog, kind, Spot(ROOM, SINK_WALL, x), width=width).job
    for kind, x, width in _AT_SIDE:
        job = place_unit(job, catalog, kind, Spot(ROOM, SIDE_WALL, x), width=width).job
    end = Spot(ROOM, SIDE_WALL, 531.0)
    job = place_unit(job, catalog, "end-panel", end, height=2120.0, depth=581.0).job
    x, width, height = _OVER_RANGE
    top = 2120.0
    job = place_unit(job, catalog, "wall", Spot(ROOM, SINK_WALL, x), width=width, height=height, z=top - height).job
    hung_filler = Spot(ROOM, SINK_WALL, 4150.0)
    job = place_unit(job, catalog, "filler", hung_filler, height=720.0, depth=320.0, z=1400.0).job
    ids = {(u.kind, u.x): u.id for u in job.units}
    job = set_opening(job, catalog, [ids["wall", x]], ROOT, shelves=0, doors=2)
    job = set_opening(job, catalog, [ids["wall", 1050.0]], ROOT, hand="right")
    job = set_finish(job, catalog, [ids["open-shelf", 2700.0]], "carcass", "oak-figure")
    job = set_finish(job, catalog, [ids["open-shelf", 2700.0]], "back", "oak-figure-back")
    job = set_rule(job, catalog, [ids["sink", 1650.0]], "leg_count", 6)
    return renumber(job, catalog)
