"""What is pulled out behind doors passes the plates of their hinges: packed out at the sides where a door hangs."""

from collections.abc import Iterator

import pytest

from makers import CATALOG, a_wall_of, made
from tallplank.core.check.finding import findings
from tallplank.core.edit.opening import set_opening, split_opening
from tallplank.core.edit.unit import set_rule, set_width, slide_units
from tallplank.core.job.job import Job
from tallplank.core.joinery.made import MadeUnit
from tallplank.core.joinery.part.part import UPRIGHTS


def unit_of(job: Job) -> MadeUnit:
    (unit,) = made(job).units
    assert not unit.problem
    return unit


def pulled(width: float, *, hand: str = "left", count: int | None = None, **rules: object) -> Job:
    job = slide_units(set_width(a_wall_of("base"), CATALOG, ["u1"], width), ["u1"], 900)
    for name, value in rules.items():
        job = set_rule(job, CATALOG, ["u1"], name, value)
    return set_opening(job, CATALOG, ["u1"], (), front="doors", inside="pullout", shelves=0, hand=hand, doors=count)


def beside_plates(unit: MadeUnit) -> Iterator[float]:
    """How far each part of a drawer at the height of a plate is from the board that this is screwed to, both beyond it in the depth."""
    for host in unit.parts:
        for hole in host.holes:
            if hole.what == "plate" and host.kind in UPRIGHTS:
                at = host.frame.out(hole.at)
                for part in unit.parts:
                    low, high = part.box
                    if part.kind in ("drawer", "blocking") and low.z < at.z + 20.0 and high.z > at.z - 20.0 and low.y < at.y + 8.0:
                        yield max(low.x - at.x, at.x - high.x)


@pytest.mark.parametrize("overlay", ["full", "inset"])
@pytest.mark.parametrize(
    ("width", "hand", "count"),
    [(300, "left", 1), (400, "right", 1), (450, "left", 1), (600, "right", 1), (613.5, "left", 1), (800, "left", 2)],
)
def test_a_tray_passes_the_plates_of_its_doors(width: float, hand: str, count: int, overlay: str) -> None:
    """Between gables of 18: the width less 36; less a packing of 18 for each door, less 25.4 for the slides."""
    job = pulled(width, hand=hand, count=count, overlay=overlay)
    unit = unit_of(job)
    packings = {p.tag.side for p in unit.parts if p.kind == "blocking"}
    assert packings == ({"left", "right"} if count == 2 else {hand})
    front = next(p for p in unit.parts if p.tag.name.endswith("box front"))
    box_width = front.length.value + 2 * front.thickness.value
    assert box_width == pytest.approx(width - 36 - 18 * len(packings) - 2 * 12.7)
    assert all(gap >= 10.0 for gap in beside_plates(unit))
    assert [f.text for f in findings(made(job)) if f.level != "note"] == []


def test_drawers_within_rows_behind_one_door_are_packed_too() -> None:
    job = set_width(a_wall_of("base"), CATALOG, ["u1"], 600)
    job = set_opening(job, CATALOG, ["u1"], (), front="doors", inside="none", shelves=0, hand="left", doors=1)
    job = split_opening(job, CATALOG, ["u1"], (), "rows", 3, over=True)
    for row in range(3):
        job = set_opening(job, CATALOG, ["u1"], (row,), inside="drawer")
    unit = unit_of(job)
    assert {p.tag.side for p in unit.parts if p.kind == "blocking"} == {"left"}
    assert len([p for p in unit.parts if p.kind == "blocking"]) == 3
    assert all(gap >= 10.0 for gap in beside_plates(unit))


def test_what_has_no_door_before_it_is_not_packed() -> None:
    job = set_opening(pulled(600), CATALOG, ["u1"], (), front="none")
    assert not [p for p in unit_of(job).parts if p.kind == "blocking"]
