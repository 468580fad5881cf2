"""No two things in a furnished room share space, and none stands in a wall: by manifold3d's solids, over rooms of many angles.

By default a few rooms are swept; `PLANK_EXAMPLES=600` or more sweeps all constructions and angles.
"""

from math import cos, radians, sin

import pytest

from bodies import shared
from makers import CATALOG, LONG, ROOM, a_room, made, the_demo
from tallplank.core.edit.construction import set_job_construction
from tallplank.core.edit.filler import place_beside
from tallplank.core.edit.group import add_island, set_seats, set_top
from tallplank.core.edit.standard import set_job_rule
from tallplank.core.edit.survey.room import add_room_of, change_room
from tallplank.core.edit.unit import Spot, place_unit, set_hardware
from tallplank.core.edit.waterfall import set_end
from tallplank.core.error import PlankError
from tallplank.core.job.job import Job
from tallplank.core.job.room import Side4

RULES: tuple[dict[str, str | float], ...] = (
    {"crown": "yes", "light_rail": "yes", "splash": "whole", "plinth_ends": "returned"},
    {"crown": "yes", "ceiling_scribe": "yes", "upstand": 80.0, "end_panel": "free", "top_corner": "butt"},
    {"light_rail": "yes", "splash": "panels", "end_panel": "free", "plinth_ends": "returned"},
    {"ceiling_scribe": "yes", "splash": "whole", "light_rail": "yes"},
)
ANGLES = ((90.0, 90.0), (82.0, 104.0), (97.0, 78.5), (113.0, 90.0), (90.0, 71.0))
"""Of the corners at both ends of the first wall."""
ROWS = (
    ("wall1", ("base", "sink", "wall", "drawers", "wall", "tall")),
    ("wall2", ("wall", "base", "wall", "drawers")),
    ("wall3", ("tall", "base", "wall")),
)
"""What is placed along each wall, each at the first gap, with the fillers that corners ask for."""


def a_furnished_room(angles: tuple[float, float], construction: str, rules: dict[str, str | float], *, cornice: bool) -> Job:
    left, right = map(radians, angles)
    ring = (
        (0.0, 4000.0),
        (4600.0, 4000.0),
        (4600.0 - 3400.0 * cos(right), 4000.0 - 3400.0 * sin(right)),
        (3400.0 * cos(left), 4000.0 - 3400.0 * sin(left)),
    )
    job = set_job_construction(add_room_of(Job(name="Test"), "Room", ring, 2500.0).job, CATALOG, construction)
    for name, value in rules.items():
        job = set_job_rule(job, CATALOG, name, value)
    room = job.rooms[0].id
    for wall, kinds in ROWS:
        for kind in kinds:
            try:
                job = place_beside(job, CATALOG, kind, Spot(room, wall)).job
            except PlankError:
                continue  # no room for it in this one
    return change_room(job, room, cornice=cornice)


CASES = [
    (angles, construction, number)
    for a, angles in enumerate(ANGLES)
    for c, construction in enumerate(CATALOG.constructions)
    for number in range(len(RULES))
    if LONG or (a + 2 * c + 3 * number) % 10 == 0
]


@pytest.mark.parametrize(("angles", "construction", "number"), CASES)
def test_nothing_in_a_room_shares_space(angles: tuple[float, float], construction: str, number: int) -> None:
    job = a_furnished_room(angles, construction, RULES[number], cornice=number % 2 == 0)
    assert shared(made(job), job.rooms[0].id) == []


CORNERS = [
    (angle, kind, construction)
    for a, angle in enumerate((64.0, 75.0, 85.0, 96.0, 105.0, 120.0, 146.0))
    for k, kind in enumerate(("corner-diagonal", "corner-ell", "wall-diagonal", "wall-ell", "tall-diagonal"))
    for c, construction in enumerate(CATALOG.constructions)
    if LONG or (a + 2 * k + 3 * c) % 14 == 0
]


@pytest.mark.parametrize(("angle", "kind", "construction"), CORNERS)
def test_nothing_about_a_corner_unit_shares_space(angle: float, kind: str, construction: str) -> None:
    """A unit made for the corner, with what belongs beside it."""
    turn = radians(angle)
    ring = ((0.0, 4000.0), (4600.0, 4000.0), (4600.0 - 3400.0 * cos(turn), 4000.0 - 3400.0 * sin(turn)), (-900.0, 600.0))
    job = set_job_construction(add_room_of(Job(name="Test"), "Room", ring, 2500.0).job, CATALOG, construction)
    for name, value in RULES[0].items():
        job = set_job_rule(job, CATALOG, name, value)
    room, wide = job.rooms[0].id, 1150.0 if angle < 80.0 else CATALOG.kinds[kind].width
    job = place_beside(job, CATALOG, kind, Spot(room, "wall1", 4600.0 - wide), width=wide, depth=wide).job
    for beside in {"tall": ("tall",), "wall": ("wall",), "corner": ("base", "wall")}[kind.split("-")[0]]:
        job = place_beside(job, CATALOG, beside, Spot(room, "wall1", 4600.0 - wide - 600.0)).job
        job = place_beside(job, CATALOG, beside, Spot(room, "wall2", wide)).job
    assert shared(made(job), room) == []


ISLANDS = [
    (construction, turn, waterfalls)
    for c, construction in enumerate(CATALOG.constructions)
    for t, turn in enumerate((0.0, 37.0, -90.0))
    for w, waterfalls in enumerate((("left", "right"), ("left",), ()))
    if LONG or (c + t + 2 * w) % 9 == 0
]


@pytest.mark.parametrize(("construction", "turn", "waterfalls"), ISLANDS)
def test_nothing_of_an_island_shares_space(construction: str, turn: float, waterfalls: tuple[Side4, ...]) -> None:
    """Two rows of unlike depth with what has its place among units, a hob, waterfalls, seats and an end panel."""
    job = set_job_construction(a_room(7000.0, 6000.0), CATALOG, construction)
    job = set_job_rule(job, CATALOG, "plinth_ends", "returned")
    job, (group, front, back) = add_island(job, ROOM, 2000.0, 2500.0, 1800.0, turn=turn)
    for face, kinds, depth in ((front, ("drawers", "dishwasher", "sink"), 560.0), (back, ("base", "base-open", "base"), 350.0)):
        for number, kind in enumerate(kinds):
            job = place_unit(job, CATALOG, kind, Spot(ROOM, face, 600.0 * number), width=600.0, depth=depth).job
    job = set_hardware(job, CATALOG, [job.units[0].id], "hob", "hob-30")
    for end in waterfalls:
        job = set_end(job, CATALOG, ROOM, group, end, "waterfall")
    job = set_top(job, ROOM, group, back=381.0, supports=3)
    whole = made(set_seats(job, ROOM, group, "back", 2))
    assert [run.problem for run in whole.runs if run.problem] == []
    assert shared(whole, ROOM) == []


def test_nothing_in_the_demo_shares_space() -> None:
    whole = the_demo()
    assert [wrong for room in whole.job.rooms for wrong in shared(whole, room.id)] == []
