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
from tallplank.core.exchange.plan_dxf import PlanError, read_plan, room_corners
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
