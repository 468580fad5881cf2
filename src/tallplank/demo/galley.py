"""The galley kitchen of the demo: an L along the canal wall with its window, and round the corner along the stair wall."""

from tallplank.core.catalog.catalog import Catalog
from tallplank.core.edit.group import add_island, change_group, set_seats, set_top
from tallplank.core.edit.opening import set_opening
from tallplank.core.edit.standard import set_job_finish, set_job_hardware, set_job_rule, set_job_style
from tallplank.core.edit.survey.room import add_room, change_room, change_wall
from tallplank.core.edit.survey.service import add_service
from tallplank.core.edit.survey.standing import add_soffit
from tallplank.core.edit.survey.surface import cover
from tallplank.core.edit.survey.walled import add_opening
from tallplank.core.edit.unit import Spot, place_unit, set_finish, set_hardware, set_rule
from tallplank.core.edit.walkway import set_walkway
from tallplank.core.edit.waterfall import set_end
from tallplank.core.job.job import Job
from tallplank.core.job.opening import ROOT
from tallplank.core.joinery.workshop import make

ROOM = "room1"
SINK_WALL, SIDE_WALL = "back", "left"
WIDE, DEEP = 4500.0, 4700.0

_STANDING = (
    ("corner-ell", 0.0, 900.0),
    ("drawers", 900.0, 400.0),
    ("sink", 1300.0, 900.0),
    ("dishwasher", 2200.0, 600.0),
    ("drawers", 2800.0, 700.0),
    ("base", 3500.0, 475.0),
    ("base", 3975.0, 475.0),
    ("filler", 4450.0, 50.0),
)
"""Kind, left edge and width along the canal wall."""
_AT_SIDE = (
    ("oven-housing", 2300.0, 600.0),
    ("fridge-housing", 2900.0, 600.0),
    ("base", 3500.0, 300.0),
)
"""The same along the stair wall, up to the corner unit."""
_HUNG = (
    ("wall", 600.0, 350.0),
    ("wall", 950.0, 350.0),
    ("open-shelf", 2550.0, 300.0),
    ("wall", 3450.0, 500.0),
    ("wall", 3950.0, 500.0),
)
_OVER_HOB = (2850.0, 600.0, 560.0, 380.0)
"""Left edge, width, height and depth of the hood over the hob, which stands out before its neighbours."""
_ISLAND = (("drawers", 600.0), ("base-drawer-doors", 600.0), ("drawers", 600.0))
"""What stands at the front of the island, which looks at the canal wall."""
_TOP_OF_HUNG = 2120.0
_STEPS = ((2550.0, 0.0), (2550.0, 320.0), (2850.0, 320.0), (2850.0, 421.0), (3450.0, 421.0), (3450.0, 361.0), (WIDE, 361.0), (WIDE, 0.0))
"""The soffit's corners: along the canal wall, and how far before that."""
_SERVICES = (
    ("socket", SINK_WALL, 700.0, 1120.0),
    ("socket", SINK_WALL, 1050.0, 1120.0),
    ("socket", SINK_WALL, 3720.0, 1120.0),
    ("socket", SIDE_WALL, 1900.0, 300.0),
    ("water", SINK_WALL, 1750.0, 450.0),
    ("waste", SINK_WALL, 2000.0, 350.0),
    ("switch", "right", 1380.0, 1050.0),
    ("radiator", "front", 500.0, 120.0),
)
"""What comes out of the walls: kind, wall, left edge along it and lower edge."""


def with_galley(job: Job, catalog: Catalog) -> Job:
    """The job with the kitchen, 4.5 by 4.7 m, and what holds for the whole of it."""
    job = add_room(job, "Galley kitchen", WIDE, DEEP, 2450.0).job
    job = change_room(job, ROOM, kind="kitchen")
    for wall, name in (("back", "Canal wall"), ("right", "Lane wall"), ("front", "Hearth wall"), ("left", "Stair wall")):
        job = change_wall(job, ROOM, wall, name=name, thickness=320.0 if wall == "back" else 140.0)
    job = add_opening(job, ROOM, SINK_WALL, "window", 1350.0, sill=1050.0, width=1200.0, height=1050.0).job
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
    job = set_job_rule(job, catalog, "top_end", 0.0)
    return _with_island(_boxed_down(_furnished(job, catalog)), catalog)


def _furnished(job: Job, catalog: Catalog) -> Job:
    for kind, x, width in (*_STANDING, *_HUNG):
        job = place_unit(job, catalog, kind, Spot(ROOM, SINK_WALL, x), width=width).job
    for kind, x, width in _AT_SIDE:
        job = place_unit(job, catalog, kind, Spot(ROOM, SIDE_WALL, x), width=width).job
    end = Spot(ROOM, SIDE_WALL, 2281.0)
    job = place_unit(job, catalog, "end-panel", end, height=_TOP_OF_HUNG, depth=581.0).job
    x, width, height, depth = _OVER_HOB
    over = Spot(ROOM, SINK_WALL, x)
    job = place_unit(job, catalog, "hood", over, width=width, height=height, depth=depth, z=_TOP_OF_HUNG - height).job
    hung_filler = Spot(ROOM, SINK_WALL, 4450.0)
    job = place_unit(job, catalog, "filler", hung_filler, height=720.0, depth=320.0, z=1400.0).job
    ids = {(u.kind, u.x): u.id for u in job.units}
    job = set_opening(job, catalog, [ids["wall", 950.0]], ROOT, hand="right")
    job = set_finish(job, catalog, [ids["open-shelf", 2550.0]], "carcass", "oak-figure")
    job = set_finish(job, catalog, [ids["open-shelf", 2550.0]], "back", "oak-figure-back")
    for role, item in (("sink", "sink-under-drain"), ("tap", "tap-low")):
        job = set_hardware(job, catalog, [ids["sink", 1300.0]], role, item)  # type: ignore[arg-type]
    job = set_hardware(job, catalog, [ids["drawers", 2800.0]], "hob", "hob-60")
    return set_rule(job, catalog, [ids["sink", 1300.0]], "leg_count", 6)


def _with_island(job: Job, catalog: Catalog) -> Job:
    """The breakfast island: drawers towards the canal wall, three seats on brackets behind, both ends down to the floor."""
    job, (group, front, back) = add_island(job, ROOM, 3450.0, 2400.0, 1800.0, turn=180.0)
    job = change_group(job, ROOM, group, name="Breakfast island")
    for kind, width in _ISLAND:
        job = place_unit(job, catalog, kind, Spot(ROOM, front), width=width).job
    job = place_unit(job, catalog, "back-panel", Spot(ROOM, back, 0.0), width=1800.0, height=870.0).job
    job = set_finish(job, catalog, [u.id for u in job.units if u.face in (front, back)], "top", "oak-stave-wide")
    for end in ("left", "right"):
        job = set_end(job, catalog, ROOM, group, end, "waterfall")
    job = set_top(job, ROOM, group, back=381.0, supports=3)
    job = set_seats(job, ROOM, group, "back", 3)
    return set_walkway(job, make(job, catalog), ROOM, group, "front", 45 * 25.4)


def _boxed_down(job: Job) -> Job:
    """The soffit over the right-hand run, on its crown, which steps round the hood: 20 before the fronts of what hangs there."""
    edited = add_soffit(job, ROOM, tuple((x, DEEP - y) for x, y in _STEPS), _TOP_OF_HUNG + 70.0, name="Soffit over the hob", molding=True)
    return edited.job
