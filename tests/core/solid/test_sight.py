"""From where a room is looked at, and what stands in the way."""

from math import cos, radians, sin

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from tallplank.core.solid.scene import SceneBlock
from tallplank.core.solid.sight import Fronts, are_behind, best_way, front_points, stand_in
from tallplank.core.space.frame import Vec

WAYS = (Vec(-0.5, -1.0, 0.42), Vec(0.5, -1.0, 0.42))
ROOM = Vec(0.0, 0.0, 0.0), Vec(4000.0, 3000.0, 2500.0)


def block(owner: str, x: float, y: float, width: float, depth: float, top: float, front: tuple[float, float], turn: float = 0.0) -> SceneBlock:
    """A box with its corner at a point of the plan, turned about the middle of the room, its outline in either direction."""
    c, s = cos(radians(turn)), sin(radians(turn))

    def turned(a: float, b: float) -> tuple[float, float]:
        return c * a - s * b, s * a + c * b

    ring = tuple(turned(x + a - 2000.0, y + b - 1500.0) for a, b in ((0.0, 0.0), (width, 0.0), (width, depth), (0.0, depth)))
    return SceneBlock(owner, tuple((a + 2000.0, b + 1500.0) for a, b in ring), 0.0, top, turned(*front))


BACK = [block(f"b{i}", 600.0 * i, 2400.0, 600.0, 600.0, 870.0, (0.0, -1.0)) for i in range(6)]
TALL = block("tall", 0.0, 600.0, 600.0, 600.0, 2200.0, (1.0, 0.0))
ISLAND = block("island", 1500.0, 900.0, 1200.0, 800.0, 870.0, (0.0, 1.0))


def test_the_first_look_is_at_the_fronts_of_tall_units_not_at_their_backs() -> None:
    assert best_way([*BACK, TALL], WAYS, *ROOM) == WAYS[1]
    opposite = block("tall", 3400.0, 600.0, 600.0, 600.0, 2200.0, (-1.0, 0.0))
    assert best_way([*BACK, opposite], WAYS, *ROOM) == WAYS[0]
    assert best_way(BACK, WAYS, *ROOM) in WAYS
    assert best_way([], WAYS, *ROOM) == WAYS[0]
    assert best_way([SceneBlock("part", BACK[0].ring, 0.0, 100.0)], WAYS, *ROOM) == WAYS[0]


@given(turn=st.floats(0, 360), backwards=st.booleans())
def test_a_tall_unit_that_turns_its_back_fades_however_the_room_is_turned(turn: float, backwards: bool) -> None:
    blocks = [
        *(block(f"b{i}", 600.0 * i, 2400.0, 600.0, 600.0, 870.0, (0.0, -1.0), turn) for i in range(6)),
        block("tall", 0.0, 600.0, 600.0, 600.0, 2200.0, (1.0, 0.0), turn),
        block("island", 1500.0, 900.0, 1200.0, 800.0, 870.0, (0.0, 1.0), turn),
    ]
    if backwards:
        blocks = [SceneBlock(b.owner, b.ring[::-1], b.base, b.top, b.front) for b in blocks]
    c, s = cos(radians(turn)), sin(radians(turn))

    def eye(x: float, y: float) -> tuple[float, float, float]:
        x, y = x - 2000.0, y - 1500.0
        return c * x - s * y + 2000.0, s * x + c * y + 1500.0, 2600.0

    assert Fronts(blocks).hiders(eye(-3000.0, -1500.0)) == {"tall"}
    assert Fronts(blocks).hiders(eye(6000.0, -1500.0)) == frozenset(), "it is before nothing, and shows its front"
    assert Fronts(blocks).hiders(eye(2000.0, -4000.0)) == frozenset(), "an island is too low to be in the way"


def test_what_is_behind_a_block_is_told_by_rays() -> None:
    """Against steps along each ray, which is a way of its own."""
    rng = np.random.default_rng(3)
    points = rng.uniform((-500.0, -500.0, 0.0), (4500.0, 3500.0, 2500.0), (200, 3))
    eye, turned = np.array((-2000.0, -1500.0, 1700.0)), block("t", 900.0, 800.0, 700.0, 500.0, 1600.0, (0.0, -1.0), 25.0)
    steps = np.linspace(0.0, 0.98, 1500)
    along = eye + (points[:, None] - eye) * steps[None, :, None]
    inside = stand_in([SceneBlock("t", turned.ring, 290.0, 1260.0)], [], along.reshape(-1, 3).astype(np.float32)).reshape(200, -1)
    near = are_behind(turned, eye, points)
    assert 0 < near.sum() < 200
    assert not (near & ~inside.any(axis=1)).any(), "whatever is hidden passes through what is near the block"
    assert near[are_behind(SceneBlock("t", turned.ring, 100.0, 1500.0), eye, points)].all(), "a lower block hides no more"


def test_fronts_are_looked_at_where_they_are() -> None:
    points = front_points(TALL)
    assert points.shape == (9, 3)
    assert set(points[:, 0]) == {640.0}
    assert (points[:, 1].min(), points[:, 1].max()) == pytest.approx((660.0, 1140.0))
    assert (points[:, 2].min(), points[:, 2].max()) == pytest.approx((220.0, 1980.0))


def test_what_goes_with_a_unit_stands_in_it_and_what_is_of_its_neighbour_does_not() -> None:
    end, crown, own, next_to, far = (-19.0, 900.0, 800.0), (300.0, 560.0, 2260.0), (300.0, 900.0, 900.0), (300.0, 1230.0, 500.0), (1000.0, 900.0, 500.0)
    points = np.array([end, crown, own, next_to, far], np.float32)
    neighbour = block("n", 0.0, 1200.0, 600.0, 600.0, 2200.0, (1.0, 0.0))
    assert stand_in([TALL], [neighbour], points).tolist() == [True, True, True, False, False]
    assert stand_in([TALL], [], points).tolist() == [True, True, True, True, False]
    assert not stand_in([], [TALL], points).any()
