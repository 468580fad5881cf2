"""Boards that openings cut right across are reckoned without shapes: as shapely says."""

from hypothesis import given
from hypothesis import strategies as st
from shapely import box, union_all

from makers import CATALOG, ROOM, WALL, a_room, made
from tallplank.core.edit.paneling.scheme import add_scheme
from tallplank.core.job.scheme import Region
from tallplank.core.joinery.paneling import build
from tallplank.core.joinery.paneling.area import Area, rectangle_of
from tallplank.core.joinery.paneling.board import SLIVER, Making, shapes_of
from tallplank.core.joinery.paneling.corner.corner import Corners
from tallplank.core.joinery.setout.collector import Collector
from tallplank.core.joinery.workshop import site_of

LONG, HIGH = 4000.0, 2500.0
places = st.integers(0, 40).map(lambda n: n * 50.0) | st.floats(0.0, 2400.0)
areas = st.builds(Area, places, places, st.floats(2.0, 1500.0), st.floats(2.0, 1500.0))


def making() -> Making:
    job = add_scheme(a_room(LONG, 3000.0, HIGH), CATALOG, ROOM, WALL, root=Region()).job
    site = site_of(made(job), ROOM)
    return build._begun(Corners(job.rooms[0].schemes[0], site), Collector(CATALOG), ())


MAKING = making()


@given(areas, st.lists(areas, max_size=4))
def test_what_openings_leave_of_a_rectangle_is_what_shapely_leaves(area: Area, taken: list[Area]) -> None:
    left = MAKING._replace(covered=taken[::2], cut_outs=taken[1::2]).left_of(area)
    whole = box(0.0, 0.0, LONG, HIGH)
    shape = rectangle_of(area).intersection(whole).difference(union_all([rectangle_of(one) for one in taken]))
    if left is None:
        odd = min(area.width, area.height) <= SLIVER or not whole.buffer(1e-6).contains(rectangle_of(area))
        assert taken or odd, "a wall that nothing covers is plain"
        return
    pieces = list(shapes_of(shape))
    boards = left
    assert len(boards) == len(pieces)
    for board, piece in zip(boards, pieces, strict=True):
        assert rectangle_of(board).symmetric_difference(piece).area < 1e-3
