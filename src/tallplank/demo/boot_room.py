"""The boot room of the demo: shelves and a bench under a ceiling that slopes down to the yard."""

from tallplank.core.catalog.catalog import Catalog
from tallplank.core.edit.survey.room import add_room, change_room, change_wall
from tallplank.core.edit.survey.service import add_service
from tallplank.core.edit.survey.standing import add_slope
from tallplank.core.edit.survey.surface import cover
from tallplank.core.edit.survey.walled import add_opening
from tallplank.core.edit.unit import Spot, place_unit, set_rule
from tallplank.core.job.job import Job

ROOM = "room2"
TALL_WALL, LOW_WALL = "back", "front"


def with_boot_room(job: Job, catalog: Catalog) -> Job:
    """The job with the boot room: tall cupboards at the high wall, boxes on legs under the slope."""
    job = add_room(job, "Boot room", 2900.0, 2300.0, 2400.0).job
    job = change_room(job, ROOM, kind="boot-room")
    for wall, name in (("back", "House wall"), ("right", "Gable"), ("front", "Yard wall"), ("left", "Passage wall")):
        job = change_wall(job, ROOM, wall, name=name, thickness=240.0 if wall == "front" else 120.0)
    job = add_slope(job, ROOM, LOW_WALL, 1250.0, 1300.0).job
    job = add_opening(job, ROOM, "left", "door", 1000.0, width=820.0, height=2040.0).job
    job = add_opening(job, ROOM, LOW_WALL, "window", 1000.0, sill=720.0, width=900.0, height=470.0).job
    job = add_service(job, ROOM, "right", "radiator", 200.0, width=800.0, height=500.0).job
    job = add_service(job, ROOM, "left", "switch", 820.0).job
    job = cover(job, catalog, ROOM, "floor", "basalt")
    made: list[str] = []
    for kind, x, width in (("tall", 150.0, 600.0), ("tall", 750.0, 600.0), ("tall", 1350.0, 500.0)):
        edited = place_unit(job, catalog, kind, Spot(ROOM, TALL_WALL, x), width=width, depth=450.0)
        job, made = edited.job, [*made, *edited.ids]
    for x in (600.0, 1450.0):
        edited = place_unit(job, catalog, "box-on-legs", Spot(ROOM, LOW_WALL, x), width=850.0)
        job, made = edited.job, [*made, *edited.ids]
    return set_rule(job, catalog, made, "light_rail", "no")
