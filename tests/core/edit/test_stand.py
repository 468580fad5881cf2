"""What is placed by itself stands without a finding; what changes its width by itself keeps its middle or grows where it is free."""

import os

import pytest

from makers import CATALOG, ROOM, WALL, a_room, made
from tallplank.core.check.finding import findings
from tallplank.core.edit.appliance import fit_appliances
from tallplank.core.edit.construction import set_job_construction
from tallplank.core.edit.unit import Spot, place_unit, set_hardware
from tallplank.core.job.job import Display, Job
from tallplank.core.measure.display import LengthStyle

LONG = int(os.environ.get("PLANK_EXAMPLES", "60")) >= 600
METRIC, INCHES = Display(), Display(style=LengthStyle.INCH_FRACTION)


@pytest.mark.parametrize(
    ("construction", "display"),
    [(c, INCHES if c.startswith("inch") else METRIC) for c in CATALOG.constructions if LONG or c in ("frameless", "inch-face-frame")],
)
def test_whatever_the_tray_offers_stands_without_a_finding_where_it_is_first_placed(construction: str, display: Display) -> None:
    room = set_job_construction(a_room(5000.0, 4000.0, 2600.0).replaced(display=display), CATALOG, construction)
    told = {
        f"{kind} at {x}: {f.text}"
        for kind in CATALOG.kinds
        for x in (None, 2000.0)
        for f in findings(made(place_unit(room, CATALOG, kind, Spot(ROOM, WALL, x)).job))
        if f.level != "note"
    }
    assert told == set()


@pytest.mark.parametrize("display", [METRIC, INCHES], ids=["mm", "in"])
@pytest.mark.parametrize("kind", ["hood", "hood-free"])
@pytest.mark.parametrize("hob", ["hob-60", "hob-36in"])
def test_a_hood_hangs_high_enough_over_any_hob(kind: str, hob: str, display: Display) -> None:
    room = a_room(5000.0, 4000.0, 2600.0).replaced(display=display)
    job = place_unit(room, CATALOG, "base", Spot(ROOM, WALL, 1500.0), width=1000.0).job
    job = set_hardware(job, CATALOG, ["u1"], "hob", hob)
    job = place_unit(job, CATALOG, kind, Spot(ROOM, WALL, 1600.0)).job
    assert [f.text for f in findings(made(job)) if f.code == "over-hob"] == []
    hung = made(job).units[1].placed
    assert hung.top <= 2600.0
    assert hung.z - made(job).units[0].placed.top >= 610.0


def test_a_smaller_hood_keeps_its_middle() -> None:
    job = place_unit(a_room(), CATALOG, "hood-free", Spot(ROOM, WALL, 1000.0)).job
    smaller = set_hardware(job, CATALOG, ["u1"], "appliance", "hood-free-60")
    assert (smaller.units[0].x, smaller.units[0].width) == (1150.0, 600.0)
    assert set_hardware(smaller, CATALOG, ["u1"], "appliance", "hood-free-90").units[0] == job.units[0]


def row(*spans: tuple[float, float]) -> Job:
    """Units side by side, each from where to how wide; the second is to hold what it grows for."""
    job = a_room(6000.0)
    for x, width in spans:
        job = place_unit(job, CATALOG, "oven-housing" if len(job.units) == 1 else "tall", Spot(ROOM, WALL, x), width=width).job
    return job


@pytest.mark.parametrize(
    ("spans", "x"),
    [
        (((400.0, 500.0), (900.0, 450.0), (3000.0, 600.0)), 900.0),  # free at the right: it grows there
        (((400.0, 300.0), (900.0, 450.0), (1350.0, 600.0)), 753.0),  # a neighbour at the right: at the left, by 147
        (((400.0, 420.0), (900.0, 450.0), (1440.0, 600.0)), 843.0),  # 80 and 90 free: 90 at the right, 57 at the left
        (((400.0, 500.0), (900.0, 450.0), (1350.0, 600.0)), 900.0),  # no room at all: as it was, and the overlap is told
    ],
)  # fmt: skip
def test_a_unit_grows_for_its_appliance_where_it_is_free(spans: tuple[tuple[float, float], ...], x: float) -> None:
    """The niche of 561 and two gables of 18 are 597: 147 more than 450."""
    unit = fit_appliances(row(*spans), CATALOG, ["u2"]).units[1]
    assert (unit.x, unit.width) == (pytest.approx(x), 597.0)


def test_a_unit_that_shrinks_stays_at_its_neighbour() -> None:
    """Made narrower between nothing at its left and a unit at its right, its right end stays."""
    job = row((100.0, 300.0), (900.0, 700.0), (1600.0, 600.0))
    unit = fit_appliances(job, CATALOG, ["u2"]).units[1]
    assert unit.width < 700.0
    assert unit.x + unit.width == pytest.approx(1600.0)
