"""Frames and sizes that explain themselves."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tallplank.core.measure.display import LengthStyle
from tallplank.core.measure.memo import IdentityMemo, Mapped
from tallplank.core.measure.size import Size
from tallplank.core.space.frame import Frame, along, extent, frame_along, moved, turned_about_z

points = st.tuples(*[st.floats(-5000, 5000)] * 3)
CORNERS = ((0.0, 3000.0), (4000.0, 3000.0), (4000.0, 0.0), (0.0, 0.0))
WALLS = [along(CORNERS[i], CORNERS[(i + 1) % 4]) for i in range(4)]


@given(st.sampled_from(WALLS) | st.floats(-360, 360).map(lambda turn: turned_about_z(turn, (100, 200, 300))), points)
def test_out_and_inside_undo_each_other(frame: Frame, point: tuple[float, float, float]) -> None:
    assert frame.inside(frame.out(point)) == pytest.approx(point)


@pytest.mark.parametrize("number", range(4))
def test_walls_run_to_the_right_of_someone_facing_them(number: int) -> None:
    frame, length = WALLS[number], (4000, 3000)[number % 2]
    before = frame.out((length / 2, -100, 0))
    assert 0 < before.x < 4000
    assert 0 < before.y < 3000
    right, into, up = frame.x, frame.y, frame.z
    cross = (right.y * into.z - right.z * into.y, right.z * into.x - right.x * into.z, right.x * into.y - right.y * into.x)
    assert cross == pytest.approx(up)


def test_frames_follow_each_other() -> None:
    inner, outer = moved(10, 20, 30), WALLS[1]
    assert inner.then(outer).out((1, 2, 3)) == pytest.approx(outer.out((11, 22, 33)))


def test_the_extent_of_a_turned_part_is_positive() -> None:
    low, high = extent(frame_along("-z", "+y", (0, 0, 720)), (720, 560, 18))
    assert (low, high) == ((0, 0, 0), (18, 560, 720))


def test_sizes_add_up_and_say_how() -> None:
    size = Size.of(600, "width") - 2 * Size.of(18, "gable")
    assert size.value == 564
    assert size.explained() == "564 = 600 width − 2 × 18 gable"
    assert size.explained(LengthStyle.INCH_DECIMAL) == "22.205 = 23.622 width − 2 × 0.709 gable"


def test_a_share_of_a_sum_keeps_the_sum_within_reach() -> None:
    size = (Size.of(717, "height") - 2 * Size.of(3, "reveal")).named("left to share", 1 / 3)
    assert size.value == pytest.approx(237)
    assert size.steps() == ("237 = 1/3 of 711 left to share", "left to share: 711 = 717 height − 2 × 3 reveal")


def test_memos_keep_results_by_identity() -> None:
    calls = []
    memo: IdentityMemo[int] = IdentityMemo(2)
    a, b, c = [1], [1], [1]
    for key in (a, a, b, c, a):
        memo.get((key,), lambda: calls.append(1) or len(calls))  # type: ignore[func-returns-value]
    assert len(calls) == 4


def test_a_row_of_results_is_redone_only_where_its_source_changed() -> None:
    kept: Mapped[list[int], int] = Mapped()
    a, b, c = [1], [2], [3]
    done: list[int] = []

    def compute(source: list[int]) -> int:
        done.extend(source)
        return source[0] * 10

    assert kept.of([a, b], compute) == [10, 20]
    assert kept.of([a, c], compute) == [10, 30]
    assert kept.of([c, a, b], compute) == [30, 10, 20]
    assert done == [1, 2, 3, 2]
    assert kept.of([c, a, b], compute, "another context") == [30, 10, 20]
    assert len(done) == 7
