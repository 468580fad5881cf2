"""What stands in the way of fronts, held against plainer reckoning."""

import pytest
from hypothesis import given
from hypothesis import strategies as st
from shapely import Polygon

from makers import CATALOG, ROOM, WALL, a_room, made
from tallplank.core.check.obstacle import moved_box, obstacles_of_runs
from tallplank.core.check.sweep import Prism
from tallplank.core.edit.paneling.scheme import add_scheme
from tallplank.core.edit.survey.walled import add_opening
from tallplank.core.job.filling import Panel, Shelves
from tallplank.core.job.scheme import Region
from tallplank.core.space.frame import Vec, turned_about_z

places = st.tuples(*[st.floats(-5000, 5000)] * 3)


@given(places, st.tuples(*[st.floats(0, 3000)] * 3), st.floats(-360, 360), places)
def test_a_box_that_is_turned_is_as_large_as_its_corners_say(
    low: tuple[float, ...], size: tuple[float, ...], turn: float, at: tuple[float, ...]
) -> None:
    frame = turned_about_z(turn, at)
    (x, y, z), (right, far, top) = low, (a + b for a, b in zip(low, size, strict=True))
    corners = [frame.out((a, b, c)) for a in (x, right) for b in (y, far) for c in (z, top)]
    found = moved_box((Vec(x, y, z), Vec(right, far, top)), frame)
    for axis in range(3):
        assert found[0][axis] == pytest.approx(min(p[axis] for p in corners), abs=1e-6)
        assert found[1][axis] == pytest.approx(max(p[axis] for p in corners), abs=1e-6)


def test_boards_on_a_wall_take_what_they_take_seen_from_above() -> None:
    """Those that a window leaves an outline of, shelves of a niche, and one that stands proud."""
    parts = (Region(fill=Panel(border=20.0)), Region(proud=19.0), Region(), Region(fill=Shelves(count=2)))
    root = Region(split="across", stile=77.0, parts=parts)
    job = add_opening(a_room(), ROOM, WALL, "window", 1453.0, sill=917.0, width=613.0, height=707.0).job
    shop = made(add_scheme(job, CATALOG, ROOM, WALL, backing=6.0, root=root).job)
    (run,), faces = shop.runs, shop.faces[ROOM]
    frame = faces[WALL].frame
    everywhere = (Vec(-1e6, -1e6, -1e6), Vec(1e6, 1e6, 1e6))
    found = list(obstacles_of_runs([run], faces, [everywhere]))
    boards = [part for part in run.parts if part.kind != "molding"]
    assert len(found) == len(boards) > 10
    assert any(not part.form.is_square for part in boards)
    assert {abs(part.frame.z.y) for part in boards} == {0.0, 1.0}
    for part, one in zip(boards, found, strict=True):
        low, high = part.box
        body = Prism(part.above, low.z, high.z).within(frame)
        assert Polygon(one.body.ring).symmetric_difference(Polygon(body.ring)).area < 1e-3, part.name
        low, high = body.box
        assert (*one.low, *one.high) == pytest.approx((*low, *high)), part.name
