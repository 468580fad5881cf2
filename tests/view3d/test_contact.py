"""Soft shade where things meet, from depths that are plain geometry: nothing rendered."""

from math import radians, tan

import numpy as np
import pytest
from numpy.typing import NDArray

from tallplank.view3d.contact import LARGEST, Lens, shade

LENS = Lens(tan(radians(16.0)), 500.0, 9000.0)
SIZE = (240, 320)


def depths_of(away: NDArray[np.float64], lens: Lens = LENS) -> NDArray[np.float32]:
    """What a renderer says of points so far away. Source: the usual perspective projection, z = f (d - n) / (d (f - n))."""
    return (lens.far * (away - lens.near) / (away * (lens.far - lens.near))).astype(np.float32)


def before(x: float, z: float, lens: Lens = LENS, size: tuple[int, int] = SIZE) -> NDArray[np.float64]:
    """How far a plane is at each pixel that is z away in the middle and rises by x to the right, along the eye's way."""
    height, width = size
    right = ((np.arange(width) + 0.5) * 2 / width - 1) * lens.slope * width / height
    return np.broadcast_to(z / (1.0 - x * right), size)


@pytest.mark.parametrize("rise", [0.0, 0.4, -1.5])
def test_a_plain_wall_keeps_all_its_light_and_has_no_grain(rise: float) -> None:
    kept = shade(depths_of(before(rise, 3000.0)), LENS)
    assert kept.shape == SIZE
    assert kept.min() > 0.995


def test_where_two_walls_meet_it_is_darker_on_both_alike_and_nowhere_else() -> None:
    """A corner that opens towards the eye, both walls at 45° to its way."""
    kept = shade(depths_of(np.minimum(before(1.0, 3000.0), before(-1.0, 3000.0))), LENS)
    row, middle = kept[120], SIZE[1] // 2
    assert row[middle - 3 : middle + 3].max() < 0.93
    assert row[: middle - 60].min() > 0.98 < row[middle + 60 :].min()
    assert np.allclose(row, row[::-1], atol=0.02)
    assert np.allclose(kept[60:180], row, atol=0.01), "the same all along"


def test_an_edge_towards_the_eye_takes_nothing() -> None:
    kept = shade(depths_of(np.maximum(before(1.0, 3000.0), before(-1.0, 3000.0))), LENS)
    assert kept.min() > 0.98


def test_what_is_far_behind_is_not_shaded_and_lines_are_passed_over() -> None:
    away = np.full(SIZE, 6000.0)
    away[60:180, 100:200] = 3000.0
    away[90:91, :] = away[90:91, :] - 2.0
    away[:, 150:151] = away[:, 150:151] - 2.0
    assert shade(depths_of(away), LENS).min() > 0.97


def test_nothing_at_all_is_light_and_a_large_picture_is_as_large_as_it_was() -> None:
    assert shade(np.ones(SIZE, np.float32), LENS).min() == 1.0
    size = (1000, LARGEST // 1000 + 77)
    assert shade(np.full(size, 0.5, np.float32), LENS).shape == size
