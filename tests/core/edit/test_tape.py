"""Walking round a room with a tape."""

from math import cos, hypot, inf, nan, pi, radians, sin

import pytest
from hypothesis import given
from hypothesis import strategies as st

from makers import CATALOG, ROOM, WALL, a_room
from tallplank.core.edit.check import EditError
from tallplank.core.edit.survey.tape import room_by_tape, survey_room
from tallplank.core.edit.unit import Spot, place_unit
from tallplank.core.error import PlankError
from tallplank.core.measure.length import LengthUnit
from tallplank.core.measure.tape import TapeError, TapeLeg, closed, parse_walk, walked
from tallplank.core.space.outline import area, edges, far, inner_angle


def test_a_walk_is_typed_as_it_is_walked() -> None:
    assert parse_walk("4200 r 3000 r 4200 r 3000") == (TapeLeg(4200), TapeLeg(3000), TapeLeg(4200), TapeLeg(3000))
    assert parse_walk("3 m r45 120 cm l 2.4m rd5100 100") == (TapeLeg(3000, 45), TapeLeg(1200, -90), TapeLeg(2400, 90, 5100), TapeLeg(100))
    assert parse_walk("10' 6\" r 8'", LengthUnit.INCH)[0].length == pytest.approx(126 * 25.4)


@pytest.mark.parametrize(
    ("text", "words"),
    [("4200 r wide r", "Wall 2"), ("4200 r200 30", "between"), ("0 r 100", "Wall 1"), ("100 r", "at least three"), ("r 3000", "Wall 1")],
)
def test_what_cannot_be_read_is_told_by_its_wall(text: str, words: str) -> None:
    with pytest.raises(TapeError, match=words):
        closed(walked(parse_walk(text)))


@pytest.mark.parametrize("leg", [TapeLeg(inf), TapeLeg(3000.0, nan), TapeLeg(3000.0, 90.0, inf)])
def test_what_is_no_number_is_told_by_its_wall(leg: TapeLeg) -> None:
    with pytest.raises(TapeError, match="Wall 2"):
        walked([TapeLeg(4000.0), leg, TapeLeg(4000.0)])


def test_an_ell_closes_by_hand() -> None:
    """5 m, right, 2.5, right, 2, left, 1.5, right, 3, right, 4: an L of 5 x 2.5 and 3 x 1.5, 17 square metres."""
    legs = parse_walk("5000 r 2500 r 2000 l 1500 r 3000 r 4000")
    walk = walked(legs)
    assert walk.misclosure == pytest.approx(0.0, abs=1e-9)
    assert area(closed(walk)) == pytest.approx(5000 * 2500 + 3000 * 1500)
    job = room_by_tape(a_room(), "Ell", legs, 2500.0)
    assert len(job.job.room(job.ids[0]).walls) == 6


def test_a_misclosure_is_told_and_spread_by_lengths() -> None:
    """By hand: 4200 against 4188: the walk ends 12 short; of 14388 in all, the first wall takes 12 x 4200 / 14388 = 3.503 of it."""
    walk = walked(parse_walk("4200 r 3000 r 4188 r 3000"))
    assert walk.misclosure == pytest.approx(12.0)
    first = closed(walk)[1]
    assert first[0] == pytest.approx(4200 - 12 * 4200 / 14388)
    assert [p[0] for p in closed(walk, "last")] == pytest.approx([0, 4200, 4200, 12])
    with pytest.raises(TapeError, match="from where it began"):
        closed(walk, "none")


@given(st.lists(st.tuples(st.floats(0.3, 1.0), st.floats(1000, 4000)), min_size=3, max_size=12))
def test_a_known_room_walked_with_rounded_lengths_closes_within_its_misclosure(shares: list[tuple[float, float]]) -> None:
    """A star-shaped room walked clockwise with lengths and turns rounded to 1 mm and 0.1 degrees."""
    total, at, corners = sum(s for s, _ in shares), 0.0, []
    for share, radius in shares:
        corners.append((radius * cos(-at), radius * sin(-at)))
        at += 2 * pi * share / total
    legs, count = [], len(corners)
    for i, (a, b) in enumerate(edges(corners)):
        turn = 180.0 - inner_angle(a, b, corners[(i + 2) % count])
        legs.append(TapeLeg(float(round(far(a, b))), round(turn, 1)))
    if any(leg.length < 10 or leg.turn == 0 for leg in legs):
        return
    walk = walked(legs)
    most = count * 1.0 + radians(0.05) * count * walk.length
    assert walk.misclosure <= most
    true = [far(a, b) for a, b in edges(corners)]
    found = [far(a, b) for a, b in edges(closed(walk))]
    assert all(abs(x - y) <= walk.misclosure + 1.0 for x, y in zip(true, found, strict=True))


@given(st.floats(500, 4000), st.floats(500, 4000), st.floats(20, 160))
def test_a_diagonal_gives_the_angle(first: float, second: float, angle: float) -> None:
    diagonal = hypot(first - second * cos(radians(angle)), second * sin(radians(angle)))
    points = walked((TapeLeg(first, 90.0, diagonal), TapeLeg(second), TapeLeg(1000))).points
    assert inner_angle(points[0], points[1], points[2]) == pytest.approx(angle, abs=1e-4)


def test_a_room_is_surveyed_anew_and_what_stands_in_it_stays() -> None:
    job = place_unit(a_room(), CATALOG, "base", Spot(ROOM, WALL, 900.0)).job
    again = survey_room(job, ROOM, parse_walk("4100 r88 2900 r 4000 r 2950"))
    assert again.units == job.units
    assert [w.id for w in again.room(ROOM).walls] == [w.id for w in job.room(ROOM).walls]
    with pytest.raises(EditError, match="something in or at them"):
        survey_room(job, ROOM, parse_walk("5000 r 2500 r 2000 l 1500 r 3000 r 4000"))
    empty = survey_room(a_room(), ROOM, parse_walk("5000 r 2500 r 2000 l 1500 r 3000 r 4000"))
    assert len(empty.room(ROOM).walls) == 6
    with pytest.raises(PlankError):
        survey_room(a_room(), ROOM, parse_walk("4000 l 3000 l 4000 l 3000"))
    with pytest.raises(PlankError, match="must be wrong"):
        survey_room(a_room(), ROOM, parse_walk("4000 r 3000 r 2000 r 5000"))
