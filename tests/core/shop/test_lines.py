"""Pieces that are one piece of work share a line, however the sums came about that gave them their sizes."""

from itertools import combinations

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from makers import CATALOG, ROOM, WALL, a_room, a_wall_of, made
from tallplank.core.edit.paneling.scheme import add_scheme
from tallplank.core.edit.paneling.start import STARTS, Sizes
from tallplank.core.edit.survey.walled import add_opening
from tallplank.core.edit.unit import set_width
from tallplank.core.error import PlankError
from tallplank.core.job.filling import Panel
from tallplank.core.job.job import Job
from tallplank.core.job.scheme import Region
from tallplank.core.joinery.part.form.swept import Swept
from tallplank.core.shop.alike import are_alike
from tallplank.core.shop.cutlist import CutRow, cutlist

SAME = 4e-4


def sizes(row: CutRow) -> tuple[float, ...]:
    return (*row.source.size, row.source.cut_length, row.source.cut_width)


def told_twice(job: Job) -> list[tuple[str, str]]:
    """Lines of one unit or run whose pieces are alike."""
    rows = cutlist(made(job))
    return [
        (a.label, b.label)
        for a, b in combinations(rows, 2)
        if (a.owner, a.source.tag.unhanded, a.material) == (b.owner, b.source.tag.unhanded, b.material)
        and max(abs(x - y) for x, y in zip(sizes(a), sizes(b), strict=True)) < SAME
        and are_alike(a.source, b.source)
    ]


@pytest.mark.parametrize("start", sorted(STARTS))
@settings(max_examples=3, deadline=None)
@given(st.floats(1900.0, 7000.0), st.booleans(), st.sampled_from([2500.0, 2743.2, 3009.9]))
def test_no_two_lines_of_a_paneled_wall_are_alike(start: str, long: float, window: bool, high: float) -> None:
    job = a_room(long, high)
    if window:
        job = add_opening(job, ROOM, WALL, "window", long * 0.41, sill=800.0, width=500.0, height=900.0).job
    try:
        job = add_scheme(job, CATALOG, ROOM, WALL, **STARTS[start].values(Sizes())).job
    except PlankError:
        return
    assert told_twice(job) == []
    for row in cutlist(made(job)):
        form = row.source.form
        if isinstance(form, Swept):
            cuts = [abs(slope) > 1e-3 for end in (form.start, form.end) for slope in end]
            assert ("mitred" in row.shape) == any(cuts), row.shape
            assert row.shape.count("edge long") == (1 if row.shape.startswith("both") else sum(cuts[::2])) or not any(cuts[::2])


@settings(max_examples=20, deadline=None)
@given(st.lists(st.sampled_from(sorted(CATALOG.kinds)), min_size=1, max_size=3), st.floats(0.0, 90.0))
def test_no_two_lines_of_a_unit_are_alike(names: list[str], more: float) -> None:
    job = a_wall_of(*names)
    for unit in job.units:
        try:
            job = set_width(job, CATALOG, [unit.id], unit.width + more)
        except PlankError:
            continue
    assert told_twice(job) == []


def test_seven_panels_of_a_third_of_a_millimetre_are_on_one_line_each_beside_a_window_and_away_from_it() -> None:
    """4231 wide: (4231 − 8 × 90) / 7 = 501.57142…; a molding 20 within it is 461.57142… long below and above."""
    cells = (Region(fill=Panel(border=20.0, mold="mold-panel-25")),) * 7
    root = Region(split="across", stile=90.0, ends=90.0, parts=cells)
    job = add_opening(a_room(4231.0), ROOM, WALL, "window", 2560.0, sill=2200.0, width=290.0, height=150.0).job
    rows = cutlist(made(add_scheme(job, CATALOG, ROOM, WALL, root=root).job))
    lower = [(round(row.length, 3), row.quantity) for row in rows if row.part == "panel mold lower"]
    assert lower == [(461.6, 7)]
    assert {row.shape for row in rows if row.part.startswith("panel mold")} == {"both ends mitred 45.0° in its face, outer edge long"}
    assert [row.quantity for row in rows if row.part == "wall stile" and row.length > 2400.0] == [8]
