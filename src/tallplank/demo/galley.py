"""The galley kitchen of the demo: an L along the canal wall with its window, and round the corner along the stair wall."""

from tallplank.core.catalog.catalog import Catalog
from tallplank.core.edit.opening import set_opening
from tallplank.core.edit.standard import set_job_finish, set_job_hardware, set_job_rule, set_job_style
from tallplank.core.edit.survey.room import add_room, change_room, change_wall
from tallplank.core.edit.survey.service import add_service
from tallplank.core.edit.survey.standing import add_soffit
from tallplank.core.edit.survey.surface import cover
from tallplank.core.edit.survey.walled import add_opening
from tallplank.core.edit.unit import Spot, place_unit, set_finish, set_rule
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
_OVER_RANGE = (3000.0, 600.0, 560.0, 380.0)
"""Left edge, width, height and depth of the hood over the range, which stands out before its neighbours."""
_TOP_OF_HUNG = 2120.0
_SOFFIT = ((2700, 2650), (2700, 2330), (3000, 2330), (3000, 2229), (3600, 2229), (3600, 2289), (4200, 2289), (4200, 2650))
_SERVICES = (
    ("socket", SINK_WALL, 700.0, 1120.0),
    ("socket", SINK_WALL, 1180.0, 1120.0),
    ("socket", SINK_WALL, 3720.0, 1120.0),
    ("water", SINK_WALL, 1950.0, 450.0),
    ("waste", SINK_WALL, 2200.0, 350.0),
    ("gas", SINK_WALL, 3280.0, 250.0),
    ("switch", "right", 1380.0, 1050.0),
    ("radiator", "front", 500.0, 120.0),
)
"""What comes out of the walls: kind, wall, left edge along it and lower edge."""


def with_galley(job: Job, catalog: Catalog) -> Job:
    """The job with the kitchen, 4.2 m long, and what holds for the whole of it."""
    job = add_room(job, "Galley kitchen", 4200.0, 2650.0, 2450.0).job
    job = change_room(job, ROOM, kind="kitchen")
    for wall, name in (("back", "Canal wall"), ("right", "Lane wall"), ("front", "Hearth wall"), ("left", "Stair wall")):
        job = change_wall(job, ROOM, wall, name=name, thickness=320.0 if wall == "back" else 140.0)
    job = add_opening(job, ROOM, SINK_WALL, "window", 1500.0, sill=1050.0, width=1200.0, height=1050.0).job
    job = add_opening(job, ROOM, "right", "door", 1550.0, width=860.0, height=2040.0).job
    for kind, wall, x, z in _SERVICES:
        job = add_service(job, ROOM, wall, kind, x, z=z).job  # type: ignore[arg-type]
    job = cover(job, catalog, ROOM, "floor", "basalt")
    job = set_job_style(job, catalog, "sluice-frame")
    job = set_job_finish(job, catalog, "top", "oak-stave")
    job = set_job_hardware(job, catalog, "pull", "pull-knob-32")
    job = set_job_hardware(job, catalog, "soffit-rail", "soffit-square-35")
    for rule, value in (("crown", "yes"), ("light_rail", "yes"), ("splash", "whole"), ("splash_height", 490.0), ("upstand", 60.0)):
        job = set_job_rule(job, catalog, rule, value)
    job = set_job_rule(job, catalog, "top_end", 0.0)  # the range between the worktops needs all of its 600
    return _boxed_down(_furnished(job, catalog))


def _furnished(job: Job, catalog: Catalog) -> Job:
    for kind, x, width in (*_STANDING, *_HUNG):
        job = place_unit(job, catalog, kind, Spot(ROOM, SINK_WALL, x), width=width).job
    for kind, x, width in _AT_SIDE:
        job = place_unit(job, catalog, kind, Spot(ROOM, SIDE_WALL, x), width=width).job
    end = Spot(ROOM, SIDE_WALL, 531.0)
    job = place_unit(job, catalog, "end-panel", end, height=_TOP_OF_HUNG, depth=581.0).job
    x, width, height, depth = _OVER_RANGE
    over = Spot(ROOM, SINK_WALL, x)
    job = place_unit(job, catalog, "hood", over, width=width, height=height, depth=depth, z=_TOP_OF_HUNG - height).job
    hung_filler = Spot(ROOM, SINK_WALL, 4150.0)
    job = place_unit(job, catalog, "filler", hung_filler, height=720.0, depth=320.0, z=1400.0).job
    ids = {(u.kind, u.x): u.id for u in job.units}
    job = set_opening(job, catalog, [ids["wall", 1050.0]], ROOT, hand="right")
    job = set_finish(job, catalog, [ids["open-shelf", 2700.0]], "carcass", "oak-figure")
    job = set_finish(job, catalog, [ids["open-shelf", 2700.0]], "back", "oak-figure-back")
    return set_rule(job, catalog, [ids["sink", 1650.0]], "leg_count", 6)


def _boxed_down(job: Job) -> Job:
    """The soffit over the right-hand run, on its crown, which steps round the hood: 20 before the fronts of what hangs there."""
    edited = add_soffit(job, ROOM, _SOFFIT, _TOP_OF_HUNG + 70.0, name="Soffit over the range", molding=True)
    return edited.job
