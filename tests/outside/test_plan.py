"""DXF plans made by ezdxf, an outside writer, read in as rooms."""

import io
from collections.abc import Callable
from math import cos, pi, sin
from typing import Any

import ezdxf
import pytest
from hypothesis import given
from hypothesis import strategies as st

from tallplank.core.edit.survey.room import add_room_of
from tallplank.core.exchange import plan_dxf
from tallplank.core.exchange.plan_dxf import PlanError, plan_apart, read_plan, room_corners
from tallplank.core.job.job import Job
from tallplank.core.space.outline import area, far, shared_depth

ELL = ((0.0, 0.0), (4200.0, 0.0), (4200.0, 2600.0), (2500.0, 2600.0), (2500.0, 3900.0), (0.0, 3900.0))


def drawing(draw: Callable[[Any], None], insunits: int = 4) -> bytes:
    document = ezdxf.new()
    document.header["$INSUNITS"] = insunits
    draw(document.modelspace())
    out = io.StringIO()
    document.write(out)
    return out.getvalue().encode("utf-8")


def lines(space: Any, points: Any, layer: str) -> None:
    for a, b in zip(points, (*points[1:], points[0]), strict=True):
        space.add_line(a, b, dxfattribs={"layer": layer})


def test_an_outline_of_loose_lines_becomes_a_room() -> None:
    plan = read_plan(drawing(lambda s: lines(s, ELL, "WALLS")))
    assert (list(plan.layers), plan.unit) == (["WALLS"], "mm")
    (ring,) = plan.layers["WALLS"]
    assert area(ring) == pytest.approx(area(ELL), rel=1e-4)
    room = add_room_of(Job(name="Test"), "Room", room_corners(ring, "mm"), 2500.0).job.rooms[0]
    assert len(room.walls) == 6
    assert shared_depth(room.corners, ELL) > 2400.0


@pytest.mark.parametrize(
    ("insunits", "unit", "factor"), [(4, "mm", 1.0), (5, "cm", 0.1), (6, "m", 0.001), (1, "in", 1 / 25.4), (2, "ft", 1 / 304.8)]
)
def test_drawings_in_other_units_give_the_same_room(insunits: int, unit: str, factor: float) -> None:
    """Source of the codes: the published DXF reference, $INSUNITS."""
    points = [(x * factor, y * factor) for x, y in ELL]
    plan = read_plan(drawing(lambda s: s.add_lwpolyline(points, close=True), insunits))
    assert plan.unit == unit
    corners = room_corners(plan.layers["0"][0], unit)
    assert area(corners) == pytest.approx(area(ELL), rel=1e-3)


def test_layers_and_their_outlines_are_kept_apart_the_largest_first() -> None:
    def draw(space: Any) -> None:
        lines(space, ELL, "ROOMS")
        lines(space, [(x + 9000.0, y) for x, y in ((0.0, 0.0), (1000.0, 0.0), (1000.0, 800.0), (0.0, 800.0))], "ROOMS")
        space.add_lwpolyline([(0, 0), (600, 0), (600, 560), (0, 560)], close=True, dxfattribs={"layer": "UNITS"})
        space.add_line((0, 0), (100, 100), dxfattribs={"layer": "LOOSE"})
        space.add_text("Kitchen")

    plan = read_plan(drawing(draw))
    assert {layer: len(rings) for layer, rings in plan.layers.items()} == {"ROOMS": 2, "UNITS": 1}
    assert area(plan.layers["ROOMS"][0]) > area(plan.layers["ROOMS"][1])


def test_round_bays_become_chords() -> None:
    def draw(space: Any) -> None:
        space.add_lwpolyline([(0, 0, 0), (4000, 0, 0), (4000, 3000, 1.0), (1000, 3000, 0), (0, 3000, 0)], format="xyb", close=True)

    (ring,) = read_plan(drawing(draw)).layers["0"]
    assert area(ring) == pytest.approx(4000 * 3000 + pi * 1500**2 / 2, rel=5e-3)
    assert len(ring) <= 100


@given(st.integers(3, 24), st.floats(1500, 20_000), st.floats(0, 6))
def test_any_polygon_comes_back_with_its_corners(count: int, radius: float, turn: float) -> None:
    points = [(radius * cos(turn + 2 * pi * i / count), radius * sin(turn + 2 * pi * i / count)) for i in range(count)]
    (ring,) = read_plan(drawing(lambda s: lines(s, points, "0"))).layers["0"]
    assert len(ring) == count
    near = 2 * radius * 3e-4
    assert all(min(far(p, q) for q in ring) < near for p in points)


@pytest.mark.parametrize("data", [b"", b"no drawing", b"0\nSECTION\n2\nENTITIES\n0\nLINE\n10\nx\n", bytes(range(256)) * 40])
def test_what_is_no_drawing_is_refused_in_a_sentence(data: bytes) -> None:
    with pytest.raises(PlanError, match=r"damaged|no closed outline"):
        read_plan(data)


ABSURD = ("nan", "inf", "-inf", "1e308", "1e30")
STAND_IN = 12345.678


def spoiled(draw: Callable[[Any], None], number: str) -> bytes:
    """A good room beside what is drawn with a number that stands in for another."""

    def both(space: Any) -> None:
        lines(space, ELL, "WALLS")
        draw(space)

    return drawing(both).replace(str(STAND_IN).encode(), number.encode())


CURVES: dict[str, Callable[[Any], None]] = {
    "circle": lambda s: s.add_circle((STAND_IN, 0), 100),
    "radius": lambda s: s.add_circle((0, 0), STAND_IN),
    "arc": lambda s: s.add_arc((0, 0), 100, STAND_IN, 90),
    "ellipse": lambda s: s.add_ellipse((0, 0), (STAND_IN, 0), 0.5),
    "spline": lambda s: s.add_open_spline([(0, 0), (10, STAND_IN), (20, 20), (30, 0)]),
    "bulge": lambda s: s.add_lwpolyline([(0, 0, STAND_IN), (10, 10, 0.0)], format="xyb"),
    "line": lambda s: s.add_line((0, 0), (STAND_IN, 5)),
}


@pytest.mark.parametrize("number", ABSURD)
@pytest.mark.parametrize("curve", CURVES)
def test_an_absurd_number_in_one_curve_does_not_stop_the_import_of_a_good_room(curve: str, number: str) -> None:
    """Within the parser such curves never end; they are left out before it sees them."""
    plan = read_plan(spoiled(CURVES[curve], number))
    assert area(plan.layers["WALLS"][0]) == pytest.approx(area(ELL), rel=1e-4)


@pytest.mark.parametrize(
    "stray",
    [
        lambda s: s.add_lwpolyline([(5, 5)]),
        lambda s: s.add_polyline2d([(5, 5)]),
        lambda s: s.add_circle((100, 100), 0),
        lambda s: s.add_line((2e9, 0), (2e9 + 1, 1), dxfattribs={"layer": "WALLS"}),
        lambda s: s.add_line((2e8, 0), (2e8 + 1, 1), dxfattribs={"layer": "WALLS"}),
    ],
)
def test_a_stray_does_not_stop_the_import_of_a_good_room(stray: Callable[[Any], None]) -> None:
    plan = read_plan(spoiled(stray, "0"))
    assert area(plan.layers["WALLS"][0]) == pytest.approx(area(ELL), rel=1e-4)


def test_a_layer_with_too_many_lines_is_told_by_its_name(monkeypatch: pytest.MonkeyPatch) -> None:
    def hatch(space: Any) -> None:
        for i in range(50):
            space.add_line((i, 0), (i, 5), dxfattribs={"layer": "HATCH"})

    monkeypatch.setattr(plan_dxf, "MOST_SEGMENTS", 40)
    plan = read_plan(spoiled(hatch, "0"))
    assert list(plan.layers) == ["WALLS"]
    assert plan.left_out == ("Layer HATCH has 50 lines, of which outlines are not sought; at most 40 are.",)
    with pytest.raises(PlanError, match="Layer HATCH has 50 lines"):
        read_plan(drawing(hatch))


def test_a_plan_is_read_apart_as_it_is_here() -> None:
    data = drawing(lambda s: lines(s, ELL, "WALLS"), 5)
    assert plan_apart(data) == read_plan(data)


def test_damaged_and_huge_drawings_are_refused(monkeypatch: pytest.MonkeyPatch) -> None:
    whole = drawing(lambda s: lines(s, ELL, "0"))
    for cut in range(0, len(whole), max(len(whole) // 40, 1)):
        try:
            read_plan(whole[:cut])
        except PlanError as problem:
            assert str(problem).endswith((".", "room."))
    monkeypatch.setattr(plan_dxf, "LARGEST", 1000)
    with pytest.raises(PlanError, match="more than"):
        read_plan(whole)
    monkeypatch.setattr(plan_dxf, "LARGEST", 10**8)
    monkeypatch.setattr(plan_dxf, "MOST_ENTITIES", 3)
    with pytest.raises(PlanError, match="at most 3"):
        read_plan(whole)
    with pytest.raises(PlanError, match="unit"):
        room_corners(ELL, "furlong")
