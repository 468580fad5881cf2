"""Daylight comes from the windows' side."""

import numpy as np
import pytest

from makers import ROOM, a_room, made
from tallplank.core.edit.survey.walled import add_opening
from tallplank.core.solid.daylight import BELOW, USUAL, Daylight, daylight_of

SIDES = np.array(((0, -1, 0), (0, 1, 0), (1, 0, 0), (-1, 0, 0), (0, 0, 1), (0, 0, -1)), np.float32)


def light_in(*windows: tuple[str, float]) -> Daylight:
    job = a_room(4000.0, 3000.0)
    for wall, width in windows:
        job = add_opening(job, ROOM, wall, "window", 500.0, width=width).job
    return daylight_of(made(job).faces[ROOM].values())


def test_what_faces_the_window_is_brightest_and_its_own_wall_darkest() -> None:
    front, back, right, left, up, down = light_in(("back", 1200.0)).on(SIDES)
    assert right == pytest.approx(left)
    assert back > right > front, "the back wall's inner side faces the front"
    assert up > left
    assert down == pytest.approx(BELOW * light_in(("back", 1200.0)).on(SIDES, 1.0)[5])


def test_of_two_windows_the_larger_counts_for_more() -> None:
    way = light_in(("back", 2000.0), ("right", 500.0)).way
    assert way.y > way.x > 0.0
    assert way.z > 0.0
    assert np.linalg.norm(way) == pytest.approx(1.0)


def test_without_windows_or_with_opposite_ones_light_comes_as_usual() -> None:
    assert light_in().way == USUAL
    assert light_in(("back", 1000.0), ("front", 1000.0)).way == USUAL
    assert np.linalg.norm(USUAL) == pytest.approx(1.0, abs=0.01)
