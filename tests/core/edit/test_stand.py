"""What is placed by itself stands without a finding; what changes its width by itself keeps its middle or grows where it is free."""

import pytest

from makers import CATALOG, LONG, ROOM, WALL, a_room, made
from tallplank.core.catalog.hardware import Fixture
from tallplank.core.check.finding import findings
from tallplank.core.edit.appliance import fit_appliances
from tallplank.core.edit.construction import set_job_construction
from tallplank.core.edit.unit import Spot, place_unit, set_hardware
from tallplank.core.job.job import Display, Job
from tallplank.core.measure.display import LengthStyle

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


@pytest.mark.parametrize("construction", ["frameless", "frameless-inset", "inch-face-frame"])
def test_what_is_let_in_fits_a_unit_as_wide_as_its_name_says(construction: str) -> None:
    """Every sink and hob over a unit that stands free is far enough from the ends of the top, and runs into no board."""
    inches = construction.startswith("inch")
    room = set_job_construction(a_room(5000.0, 4000.0, 2600.0).replaced(display=INCHES if inches else METRIC), CATALOG, construction)
    told = {}
    for name, item in CATALOG.hardware.items():
        if isinstance(item, Fixture) and (inches or not name.endswith("in")):
            width = next(w for w in ((609.6, 914.4) if inches else (450.0, 600.0, 800.0, 900.0)) if w >= item.size[0] - 0.1)
            job = place_unit(room, CATALOG, "base", Spot(ROOM, WALL, 1500.0), width=width).job
            job = set_hardware(job, CATALOG, ["u1"], item.role, name)
            told[name] = [f.text for f in findings(made(job)) if f.level != "note"]
    assert len(told) > 10
    assert [text for texts in told.values() for text in texts] == []


def test_a_top_stands_out_as_far_as_an_opening_near_its_end_asks() -> None:
    """600 less 560 are 20 at each end; 45 are asked for: 25 at the free end, as far as the wall at the other."""
    job = place_unit(a_room(5000.0, 4000.0, 2600.0), CATALOG, "base", Spot(ROOM, WALL, 15.0), width=600.0).job
    before = next(run for run in made(job).runs if run.what == "top").parts[0]
    after = next(run for run in made(set_hardware(job, CATALOG, ["u1"], "hob", "hob-60")).runs if run.what == "top").parts[0]
    assert (before.box[0].x, before.box[1].x) == (5.0, 625.0)
    assert (after.box[0].x, after.box[1].x) == (0.0, 640.0)


def test_a_hob_is_moved_back_off_a_face_frame() -> None:
    """A box of 560 with a frame of 19: that ends 541 before the wall, the opening of 490 begins 2 behind it, and leaves 49 of 45."""
    room = set_job_construction(a_room(5000.0, 4000.0, 2600.0), CATALOG, "face-frame")
    job = place_unit(room, CATALOG, "base", Spot(ROOM, WALL, 1500.0), width=600.0).job
    top = next(run for run in made(set_hardware(job, CATALOG, ["u1"], "hob", "hob-60")).runs if run.what == "top").parts[0]
    cut = next(p for p in top.pockets if p.what == "cutout")
    ys = [top.frame.out((x, y, 0.0)).y for x, y in cut.outline or ()]
    assert (min(ys), max(ys)) == (pytest.approx(-539.0), pytest.approx(-49.0))


def test_a_sink_before_the_front_stands_in_notched_gables() -> None:
    """595 wide in a box of 564: both gables give way for its 220, less the top's board, and for its depth."""
    job = place_unit(a_room(5000.0, 4000.0, 2600.0), CATALOG, "base", Spot(ROOM, WALL, 1500.0), width=600.0).job
    unit = made(set_hardware(job, CATALOG, ["u1"], "sink", "sink-front-60")).units[0]
    down = 220.0 - unit.choice.finish("top").thickness
    for gable in (p for p in unit.parts if p.kind == "gable"):
        notch = next(p for p in gable.pockets if p.what == "notch")
        corners = [gable.frame.out(v) for v in (notch.low, notch.high)]
        zs = [v.z for v in corners]
        assert (max(zs), max(zs) - min(zs)) == (unit.unit.height, pytest.approx(down))
        assert min(v.y for v in corners) == pytest.approx(0.0)


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
