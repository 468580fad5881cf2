"""The bench's drawings: every chain adds up, every opening can be pointed at, every hole is where it is bored."""

from itertools import combinations, pairwise

import pytest
from hypothesis import assume, given

from makers import CATALOG, a_made_unit, a_wall_of
from makers import made as made_job
from strategies import standards, units
from tallplank.core.draw.bench import bench_drawing
from tallplank.core.draw.dimension import set_out
from tallplank.core.draw.machining import bored_edge, lettered, machining_at, machining_lines
from tallplank.core.draw.part import part_drawing
from tallplank.core.draw.primitive import Chain, Drawing, DrawnArc, Poly, Running, Text
from tallplank.core.job.measure import Measure, OfCell, OfUnit
from tallplank.core.job.opening import Opening, Path
from tallplank.core.job.standard import Standard
from tallplank.core.job.unit import Unit
from tallplank.core.joinery.part.part import PartRef, unique_names
from tallplank.core.joinery.workshop import make_unit
from tallplank.core.measure.cut import CutSizes
from tallplank.core.measure.display import LengthStyle

SIZES = CutSizes(LengthStyle.MM, 0.1)


def show(value: float) -> str:
    return f"{value:g}"


def chain(drawing: Drawing, what: str) -> Chain:
    def measures(m: Measure) -> bool:
        return isinstance(m, OfCell) if what == "cell" else isinstance(m, OfUnit) and m.size == what

    return next(c for c in drawing.chains if any(map(measures, c.measures)))


def paths(found: Chain) -> list[Path]:
    return [m.path for m in found.measures if isinstance(m, OfCell)]


@given(units(), standards)
def test_any_unit_can_be_drawn_and_its_chains_run_upwards(unit: Unit, standard: Standard) -> None:
    made = make_unit(CATALOG, standard, unit)
    drawing = bench_drawing(made, (), show)
    for one in drawing.chains:
        assert len(one.measures) == len(one.ticks) - 1
        assert all(a <= b + 1e-9 for a, b in pairwise(one.ticks))
    assert chain(drawing, "width").ticks[-1] - chain(drawing, "width").ticks[0] == pytest.approx(unit.width)
    assert chain(drawing, "height").ticks == pytest.approx((0.0, unit.height))


@given(units(), standards)
def test_every_cell_is_a_target_and_every_inner_boundary_a_handle(unit: Unit, standard: Standard) -> None:
    made = make_unit(CATALOG, standard, unit)
    assume(made.layout is not None)
    assert made.layout is not None
    drawing = bench_drawing(made, (), show)
    owners = {t.owner for t in drawing.targets}
    assert {OfCell(unit.id, cell.path) for cell in made.layout.leaves} <= owners
    inner = sum(len(c.opening.openings) - 1 for c in made.layout.cells if c.opening.openings)
    assert len(drawing.handles) == inner
    for handle in drawing.handles:
        assert handle.low[0] < handle.high[0]
        assert handle.low[1] < handle.high[1]


def test_the_chain_measures_the_division_that_is_picked() -> None:
    drawer = Opening(front="drawer")
    bays = Opening(split="bays", openings=(Opening(openings=(drawer, drawer), board=True), Opening(front="doors")))
    made = a_made_unit("base", width=1000, opening=bays)
    cells = chain(bench_drawing(made, (0, 1), show), "cell")
    assert paths(cells) == [(0,), (1,)]
    rows = next(c for c in bench_drawing(made, (0, 1), show).chains if c.side.name == "left")
    assert paths(rows) == [(0, 1), (0, 0)]


def test_a_unit_that_cannot_be_built_says_so() -> None:
    drawing = bench_drawing(a_made_unit("drawers", depth=200), (), show)
    assert any(getattr(s, "text", "") == "cannot be built" for s in drawing.shapes)


@pytest.mark.parametrize("kind", ["corner-diagonal", "corner-ell", "end-slanted", "base-bow", "base-hollow"])
def test_shaped_units_show_their_plan(kind: str) -> None:
    made = a_made_unit(kind)
    drawing = bench_drawing(made, (), show)
    assert chain(drawing, "depth").ticks[-1] == pytest.approx(made.unit.depth)
    doors = [p.above for p in made.parts if p.kind == "front"]
    assert doors
    assert all(min(y for _, y in points) >= -25 for points in doors)


@pytest.mark.parametrize("kind", ["corner-diagonal", "corner-ell", "end-slanted", "base-bow", "base-hollow"])
def test_the_one_opening_of_a_shaped_unit_can_be_pointed_at_in_front_and_plan(kind: str) -> None:
    made = a_made_unit(kind)
    front, plan = (t for t in bench_drawing(made, (), show).targets if t.owner == OfCell(made.unit.id, ()))
    assert (front.low, front.high) == ((18, 18), (made.unit.width - 18, made.unit.height - 18))
    assert plan.high[0] - plan.low[0] == made.unit.width
    assert plan.low[0] > front.high[0]


def test_worktop_and_plinth_are_shown_over_and_under_the_unit() -> None:
    job = made_job(a_wall_of("base", "drawers", "base"))
    parts = job.on_bench("u2")
    passing = parts[len(job.by_id["u2"].parts) :]
    assert [(p.name, p.owner) for p in passing] == [("worktop", "Worktop Wall A 1"), ("plinth", "Plinth Wall A 1")]
    top, plinth = (p.part.box for p in passing)
    assert (top[0].x, top[0].z, top[1].x) == (-600, 720, 1200 + 10)
    assert (plinth[0].z, plinth[1].z) == (-147, 0)
    drawing = bench_drawing(job.by_id["u2"], (), show, passing)
    front, side = (t for t in drawing.targets if isinstance(t.owner, PartRef) and t.owner.role == "worktop")
    assert (front.low, front.high[1]) == ((-12, 720), drawing.high[1])
    assert side.high[0] - side.low[0] == pytest.approx(top[1].y - top[0].y)
    assert {getattr(t.owner, "role", "") for t in bench_drawing(job.by_id["u2"], (), show).targets} & {"worktop", "plinth"} == set()


@given(units())
def test_every_hole_in_a_face_is_drawn_where_it_is_bored(unit: Unit) -> None:
    made = make_unit(CATALOG, Standard(), unit)
    assume(made.parts)
    for key, part in zip(unique_names(made.parts), made.parts, strict=True):
        drawing = part_drawing(part, key, CATALOG.bands)
        turned = part.width.value > part.length.value
        wanted = {
            (round(part.width.value - h.at.y if turned else h.at.x, 3), round(h.at.x if turned else h.at.y, 3), h.diameter)
            for h in part.holes
            if bored_edge(h) is None
        }
        low, high = (0.0, 0.0), sorted(part.size[:2], reverse=True)
        drawn = {(round(s.centre[0], 3), round(s.centre[1], 3), 2 * s.radius) for s in drawing.shapes if isinstance(s, DrawnArc)}
        inside = {d for d in drawn if low[0] <= d[0] <= high[0] and low[1] <= d[1] <= high[1]}
        assert inside == wanted, key
        assert len(drawn - inside) <= sum(bored_edge(h) is not None for h in part.holes)


@given(units())
def test_every_hole_and_cut_has_its_distances_from_the_corner(unit: Unit) -> None:
    """Nothing has to be worked out in the shop: each place stands on the drawing, but those at the very edges."""
    made = make_unit(CATALOG, Standard(), unit)
    assume(made.parts)
    for part in made.parts:
        drawing = part_drawing(part, part.name, CATALOG.bands)
        texts = set_out(drawing.chains, 5.0, show, None).texts
        turned = part.width.value > part.length.value
        for axis, side in ((1 if turned else 0, True), (0 if turned else 1, False)):
            told = {round(t.value, 2) for t in texts if (t.angle == 90) == side}
            whole = part.size[axis]
            for hole in part.holes:
                place = whole - hole.at[axis] if turned and axis == 1 else hole.at[axis]
                if 1e-6 < place < whole - 1e-6:
                    assert round(place, 2) in told or any(abs(place - t) < 0.02 for t in told), (part.name, hole)


def test_the_bored_ends_of_a_bottom_are_folded_out_beside_it() -> None:
    """By hand: a bottom of 564 x 560, 18 thick: bolts and dowels enter both ends in the middle of the board."""
    bottom = next(p for p in a_made_unit("base").parts if p.name == "bottom")
    drawing = part_drawing(bottom, "bottom", CATALOG.bands)
    left = sorted(s.centre[1] for s in drawing.shapes if isinstance(s, DrawnArc) and s.centre[0] < 0)
    assert left == [50, 82, 267, 299, 452, 484]
    assert {s.centre[0] for s in drawing.shapes if isinstance(s, DrawnArc) and not 0 <= s.centre[0] <= 564} == {-16 - 9, 564 + 16 + 9}
    texts = set_out(drawing.chains, 12.0, show).texts
    assert sum(t.text == "9" for t in texts) == 2, "how far below the face, above each of the two edges"


def test_letters_on_the_drawing_are_those_of_the_list() -> None:
    gable = a_made_unit("base").parts[0]
    lots = dict(lettered(gable))
    assert list(lots) == ["A", "B", "C", "D", "E"]
    assert sum(lot.count for lot in lots.values()) == len(gable.holes) + len(gable.pockets)
    drawn = {s.text for s in part_drawing(gable, "gable", CATALOG.bands).shapes if isinstance(s, Text) and not s.framed}
    assert drawn == set(lots) == {letter for letter, _ in machining_lines(gable, SIZES)}


def test_what_is_under_the_pointer_is_named_with_its_place() -> None:
    gable = a_made_unit("base").parts[0]
    hole = next(h for h in gable.holes if h.what == "pin")
    words = machining_at(gable, (hole.at.x + 4, hole.at.y), 3.0, SIZES)
    assert words.startswith("C  ⌀5, 12 deep, shelf pin")
    assert words.endswith(f"{show(hole.at.x)} along, 37 across")
    assert machining_at(gable, (hole.at.x + 4, hole.at.y), 1.0, SIZES) == ""
    assert machining_at(gable, (300.0, 536.0), 1.0, SIZES).startswith("A  groove 8.3 wide")


def test_edges_are_named_by_where_they_lie_in_the_unit() -> None:
    parts = {p.name: p for p in a_made_unit("base").parts}
    assert [parts["gable left"].edge_side(e) for e in ("l1", "l2")] == ["front", "rear"]
    assert {parts["gable right"].edge_side(e) for e in ("w1", "w2")} == {"bottom", "top"}
    door = parts["door"]
    assert {door.edge_side(e) for e in ("l1", "l2", "w1", "w2")} == {"left", "right", "bottom", "top"}


def test_texts_of_a_parts_dimensions_never_meet() -> None:
    for part in a_made_unit("tall").parts:
        drawing = part_drawing(part, part.name, CATALOG.bands)
        texts = set_out(drawing.chains, 12.0, show).texts
        for a, b in combinations(texts, 2):
            apart = a.box[2] <= b.box[0] or b.box[2] <= a.box[0] or a.box[3] <= b.box[1] or b.box[3] <= a.box[1]
            assert apart or a.angle != b.angle, (part.name, a.text, b.text)


def test_an_outlined_part_is_drawn_in_its_true_shape() -> None:
    bottom = next(p for p in a_made_unit("corner-ell").parts if p.name == "bottom")
    outline = part_drawing(bottom, "bottom", CATALOG.bands).shapes[0]
    assert isinstance(outline, Poly)
    assert len(outline.points) == 6


def test_the_machining_is_told_with_face_size_and_tool() -> None:
    gable = a_made_unit("base").parts[0]
    lines = [words for _, words in machining_lines(gable, SIZES)]
    assert "1 × groove 8.3 wide, 8 deep · grooving saw" in lines
    assert any(line.startswith("10 × ⌀5, 12 deep, shelf pin, upper face") for line in lines)
    door = next(p for p in a_made_unit("base").parts if p.name == "door")
    assert any("⌀35, 12.5 deep, hinge cup, lower face · Forstner bit 35" in line for _, line in machining_lines(door, SIZES))
    assert any("pull, through" in line for _, line in machining_lines(door, SIZES))


@pytest.mark.parametrize(
    ("kind", "across", "up"), [("corner-diagonal", 570.0, 304.0), ("corner-ell", 552.0, 322.0), ("base-bow", 540.0, None)]
)
def test_corners_of_an_outline_are_told_but_not_the_points_of_an_arc(kind: str, across: float, up: float | None) -> None:
    """By hand, 900 x 900 beside neighbours 560 deep: behind a gable of 18 and beside a back of 8, a slant of 45 degrees begins at 560 + 18 - 8."""
    bottom = next(p for p in a_made_unit(kind).parts if p.name == "bottom")
    places = [c.places for c in part_drawing(bottom, "bottom", CATALOG.bands).chains if isinstance(c, Running) and not c.lane]
    told = {round(p, 3) for found in places for p in found}
    if up is not None:
        assert {across, up} <= told
    holes = {round(v, 3) for h in bottom.holes for v in h.at[:2]}
    assert len(told - holes - {round(bottom.width.value - v, 3) for v in holes}) < 30
