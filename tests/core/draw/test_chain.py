"""Chains by level: whole walls, units, and fronts with the middles of what is let in."""

from itertools import pairwise

import pytest

from makers import CATALOG, ROOM, WALL, a_room, a_wall_of, made
from tallplank.core.draw.dimension import set_out
from tallplank.core.draw.elevation import elevation
from tallplank.core.draw.plan import plan
from tallplank.core.draw.primitive import Chain
from tallplank.core.edit.measured import set_measured
from tallplank.core.edit.standard import change_job
from tallplank.core.edit.unit import Spot, place_unit, set_hardware, set_width
from tallplank.core.job.job import Job
from tallplank.core.job.measure import REVEAL, OfMiddle


def shown(job: Job, *levels: str) -> Job:
    return change_job(job, display=job.display.but(dimensions=levels))


def chains(job: Job) -> list[Chain]:
    return [c for c in elevation(made(job), ROOM, WALL).chains if isinstance(c, Chain)]


def a_wall_with_a_hob() -> Job:
    job = a_wall_of("base", "base")
    job = set_width(job, CATALOG, [job.units[1].id], 900.0)
    return set_hardware(job, CATALOG, [job.units[1].id], "hob", "hob-60")


def test_fronts_and_reveals_add_up_to_the_wall() -> None:
    """Two units of 600 and 900: one door of 600 − 2 × 1.5, and two of (900 − 2 × 1.5 − 3) / 2 = 447."""
    job = shown(a_wall_with_a_hob(), "fronts")
    fronts, middles = (c for c in chains(job) if c.side.name == "below")
    length = job.face(ROOM, WALL).length
    assert fronts.ticks[:6] == pytest.approx((0.0, 1.5, 598.5, 601.5, 1048.5, 1051.5))
    assert [m == REVEAL for m in fronts.measures[:5]] == [True, False, True, False, True]
    assert sum(b - a for a, b in pairwise(fronts.ticks)) == pytest.approx(length)
    assert middles.ticks == pytest.approx((0.0, 1050.0, length))


def test_reveals_are_drawn_and_not_written() -> None:
    job = shown(a_wall_with_a_hob(), "fronts")
    texts = [t.text for t in set_out(chains(job), 20.0, lambda v: f"{v:g}").texts]
    assert "447" in texts
    assert "3" not in texts
    assert "1.5" not in texts


def test_a_middle_typed_over_moves_its_unit() -> None:
    job = a_wall_with_a_hob()
    moved = set_measured(job, CATALOG, OfMiddle(job.units[1].id), 1043.5)
    assert moved.units[1].x + moved.units[1].width / 2 == pytest.approx(1043.5)
    assert moved.units[0] == job.units[0]


@pytest.mark.parametrize(
    ("levels", "below"), [(("overall", "units"), 2), (("overall",), 1), (("units",), 1), ((), 0), (("overall", "units", "fronts"), 4)]
)
def test_each_level_shows_and_hides(levels: tuple[str, ...], below: int) -> None:
    job = shown(a_wall_with_a_hob(), *levels)
    assert len([c for c in chains(job) if c.side.name == "below"]) == below


def test_the_plan_follows() -> None:
    job = a_wall_with_a_hob()
    few, usual, all_of_them = (
        len(plan(made(shown(job, *levels)), ROOM).chains) for levels in ((), ("overall", "units"), ("overall", "units", "fronts"))
    )
    assert few < usual < all_of_them


def test_a_leaf_seen_from_its_edge_is_not_measured() -> None:
    """A folding corner of 900: its leaf along the wall begins 584 from the corner and ends 1.5 before 900."""
    job = shown(place_unit(a_room(), CATALOG, "corner-ell", Spot(ROOM, WALL, 0.0)).job, "fronts")
    (fronts,) = (c for c in chains(job) if c.side.name == "below")
    assert all(b - a > 1.0 for a, b in pairwise(fronts.ticks))
    assert [t for t in fronts.ticks if 0.0 < t < 900.0] == pytest.approx([584.0, 898.5])
