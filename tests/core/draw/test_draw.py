"""Drawings: what they measure, and dimension texts that keep apart at every scale."""

from collections.abc import Iterable
from itertools import combinations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from makers import CATALOG, ROOM, WALL, a_room, a_wall_of, made, the_demo
from tallplank.core.draw.dimension import DimensionText, set_out
from tallplank.core.draw.elevation import elevation
from tallplank.core.draw.plan import face_at, plan
from tallplank.core.draw.primitive import Chain, Drawing, DrawingSide, DrawnArc, Poly, Text
from tallplank.core.edit.survey.walled import add_opening
from tallplank.core.edit.unit import Spot, place_unit, set_width, slide_units
from tallplank.core.job.face import faces_of
from tallplank.core.job.measure import GAP, OfGap, OfOpening, OfUnit, can_be_typed
from tallplank.core.measure.display import LengthStyle, format_length


def chain_of(drawing: Drawing, side: str, number: int = 0) -> Chain:
    return [c for c in drawing.chains if c.side.name == side][number]


def clashes(texts: Iterable[DimensionText]) -> list[tuple[str, str]]:
    slack = 1e-6
    found = []
    for a, b in combinations(texts, 2):
        (l1, b1, r1, t1), (l2, b2, r2, t2) = a.box, b.box
        if min(r1, r2) - max(l1, l2) > slack and min(t1, t2) - max(b1, b2) > slack:
            found.append((a.text, b.text))
    return found


spans = st.lists(st.floats(5, 1500), min_size=1, max_size=14)
sides = st.sampled_from(("below", "above", "left", "right"))


@given(st.lists(st.tuples(sides, spans), min_size=1, max_size=4), st.floats(5, 200), st.sampled_from(LengthStyle))
def test_texts_never_overlap(chains: list, height: float, style: LengthStyle) -> None:
    made_chains = []
    for side, sizes in chains:
        ticks = [0.0]
        for size in sizes:
            ticks.append(ticks[-1] + size)
        made_chains.append(Chain(DrawingSide.of(side, 5000.0 if side in ("above", "right") else -200.0), tuple(ticks), (GAP,) * len(sizes)))
    for lifts in (None, 2):
        out = set_out(made_chains, height, lambda v: format_length(v, style), lifts)
        by_side: dict[tuple[float, bool], list[DimensionText]] = {}
        for text in out.texts:
            by_side.setdefault((text.angle, text.centre[0 if text.angle else 1] > 2400.0), []).append(text)
        assert len(by_side) == len({c.side for c in made_chains if c.side}) or lifts is not None
        assert [clashes(texts) for texts in by_side.values()] == [[]] * len(by_side)
        assert lifts is not None or len(out.texts) == sum(len(s) for _, s in chains)


@pytest.mark.parametrize("height", [10, 25, 40, 62.5, 120])
@pytest.mark.parametrize("style", LengthStyle)
def test_the_demo_drawings_have_no_overlapping_texts(height: float, style: LengthStyle) -> None:
    shown = the_demo()
    for drawing in (elevation(shown, ROOM, WALL), plan(shown, ROOM)):
        assert clashes(set_out(drawing.chains, height, lambda v: format_length(v, style)).texts) == []


def test_the_elevation_measures_units_and_gaps() -> None:
    job = slide_units(a_wall_of("base", "sink", "wall"), ["u2"], 200)
    drawing = elevation(made(job), ROOM, WALL)
    below = chain_of(drawing, "below")
    assert below.ticks == (0, 600, 800, 1600, 4200)
    assert [*below.measures] == [OfUnit("u1", "width"), OfGap("u2", "left", 600), OfUnit("u2", "width"), OfGap("u2", "right", 4200)]
    assert chain_of(drawing, "below", 1).ticks == (0, 4200)
    assert chain_of(drawing, "above").ticks == (0, 600, 4200)
    assert chain_of(drawing, "left").ticks == (0, 150, 870, 900, 2500)
    assert chain_of(drawing, "right").ticks == (0, 1400, 2120, 2500)


def test_overlapping_units_still_make_a_rising_chain() -> None:
    job = set_width(a_wall_of("base", "base"), CATALOG, ["u1"], 900)
    ticks = chain_of(elevation(made(job), ROOM, WALL), "below").ticks
    assert ticks == (0, 900, 1200, 4200)


@pytest.mark.parametrize("side", ["back", "right", "front", "left"])
def test_plans_measure_along_every_wall(side: str) -> None:
    job = place_unit(a_room(), CATALOG, "base", Spot(ROOM, side, 300.0)).job
    drawing = plan(made(job), ROOM)
    length = 4200 if side in ("back", "front") else 3000
    chain = next(c for c in drawing.chains if OfUnit("u1", "width") in c.measures)
    index = chain.measures.index(OfUnit("u1", "width"))
    assert chain.ticks[index + 1] - chain.ticks[index] == 600
    assert (chain.ticks[0], chain.ticks[-1]) == (0, length)
    (target,) = drawing.targets
    start = target.low[0] if side in ("back", "front") else target.low[1]
    assert chain.ticks[index] == pytest.approx(start)


def test_openings_are_drawn_and_can_be_typed() -> None:
    job = add_opening(add_opening(a_room(), ROOM, WALL, "window").job, ROOM, "right", "door").job
    shown = made(job)
    of = [OfOpening(ROOM, WALL, "window1", size) for size in ("x", "width")]
    assert [*chain_of(elevation(shown, ROOM, WALL), "above").measures] == [*of, GAP]
    assert {t.owner for t in plan(shown, ROOM).targets} == {"window1", "door1"}
    assert all(can_be_typed(m) for c in plan(shown, ROOM).chains for m in c.measures if m != GAP)


def test_overlaps_are_marked_and_showing_finishes_leaves_out_the_working_marks() -> None:
    shown = made(a_wall_of("base", "base"))
    marked = elevation(shown, ROOM, WALL, frozenset({"u1"}))
    assert sum(isinstance(s, Poly) and s.fill is not None and s.fill.kind == "wrong" for s in marked.shapes) == 1
    plain = elevation(shown, ROOM, WALL, working=False)
    assert plain.chains == ()
    assert not any(isinstance(s, Text) for s in plain.shapes)
    assert sum(isinstance(s, Text) for s in marked.shapes) == 2


@pytest.mark.parametrize(
    ("point", "wall", "along"),
    [((1000, 2900), "back", 1000), ((4100, 2000), "right", 1000), ((3000, 50), "front", 1200), ((-40, 700), "left", 700)],
)  # fmt: skip
def test_a_point_of_the_plan_belongs_to_the_nearest_wall(point: tuple[float, float], wall: str, along: float) -> None:
    found, x = face_at(faces_of(a_room().rooms[0]), point)
    assert (found.id, x) == (wall, pytest.approx(along))


def test_a_plan_shows_what_doors_on_the_floor_sweep() -> None:
    """Two doors of a sink base, one of a base, hung at their sides before the fronts; none of drawers and of wall units."""
    arcs = [s for s in plan(made(a_wall_of("sink", "base", "drawers", "wall")), ROOM).shapes if isinstance(s, DrawnArc)]
    assert sorted(round(a.radius) for a in arcs) == [397, 397, 597]
    assert {round(a.centre[1]) for a in arcs} == {3000 - 581}
