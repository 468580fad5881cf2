"""Moldings as they are seen from the front: of whatever length, as their form says."""

import pytest
from hypothesis import given
from hypothesis import strategies as st
from shapely import Polygon

from makers import CATALOG
from tallplank.core.catalog.hardware import Molding
from tallplank.core.draw.mounted import run_faces
from tallplank.core.draw.primitive import Line, Poly
from tallplank.core.joinery.part.form.plain import EndCut
from tallplank.core.joinery.part.form.swept import Swept
from tallplank.core.joinery.part.part import NO_EDGES, Part, Parts, Tag
from tallplank.core.joinery.run.run import Run
from tallplank.core.measure.size import Size
from tallplank.core.space.frame import Frame, Vec

MOLDINGS = [item for item in CATALOG.hardware.values() if isinstance(item, Molding)]
CUTS = st.sampled_from([EndCut(), EndCut(y=1.0), EndCut(y=-1.0), EndCut(y=0.577), EndCut(z=1.0), EndCut(z=-1.0)])
WAYS = st.sampled_from(
    [
        (Vec(1.0, 0.0, 0.0), Vec(0.0, 0.0, 1.0), Vec(0.0, -1.0, 0.0)),
        (Vec(0.0, 0.0, 1.0), Vec(-1.0, 0.0, 0.0), Vec(0.0, -1.0, 0.0)),
        (Vec(-1.0, 0.0, 0.0), Vec(0.0, 0.0, -1.0), Vec(0.0, -1.0, 0.0)),
        (Vec(0.8, 0.0, 0.6), Vec(-0.6, 0.0, 0.8), Vec(0.0, -1.0, 0.0)),
    ]
)


FINISH = next(iter(CATALOG.finishes.values()))


def a_piece(form: Swept, frame: Frame, sizes: tuple[float, float, float]) -> Part:
    length, width, thick = (Size.of(size, "size") for size in sizes)
    cut = (length.value, width.value)
    return Part(
        Tag("rail"), "front", "top", FINISH, FINISH.board, length, width, thick, *cut, "length", NO_EDGES, frame, kind="molding", form=form
    )


def drawn(part: Part) -> tuple[Poly, list[Line]]:
    poly, *lines = run_faces(Run("a", "A", "room1", "w1", "panel", (), Parts((part,)), ()))
    assert isinstance(poly, Poly)
    return poly, [line for line in lines if isinstance(line, Line)]


@given(st.sampled_from(MOLDINGS), CUTS, CUTS, WAYS, st.floats(600.0, 5000.0), st.floats(-3000.0, 3000.0), st.floats(0.0, 3000.0))
def test_a_molding_looks_as_its_form_says(
    item: Molding, start: EndCut, end: EndCut, way: tuple[Vec, Vec, Vec], long: float, x: float, z: float
) -> None:
    form, frame = Swept(item.outline, start, end, item.id), Frame(Vec(x, -6.0, z), *way)
    poly, lines = drawn(a_piece(form, frame, (long, item.rise, item.reach)))
    expected = form.front(frame, (long, 0.0, 0.0))
    seen, wanted = Polygon(poly.points), Polygon(expected)
    assert seen.is_valid
    assert seen.symmetric_difference(wanted).area < 1e-3
    assert seen.bounds == pytest.approx(wanted.bounds, abs=1e-6)
    for line, (p, q) in zip(lines, form.seen_edges((long, 0.0, 0.0)), strict=True):
        ends = [frame.out(p), frame.out(q)]
        assert [*line.a, *line.b] == pytest.approx([ends[0].x, ends[0].z, ends[1].x, ends[1].z], abs=1e-6)
