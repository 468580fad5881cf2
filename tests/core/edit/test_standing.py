"""Columns, chimney breasts, beams and boxings in a room."""

from math import pi

import pytest

from makers import CATALOG, ROOM, WALL, a_room, made
from tallplank.core.check.finding import findings
from tallplank.core.draw.elevation import elevation
from tallplank.core.draw.plan import plan
from tallplank.core.draw.primitive import Pen, Poly
from tallplank.core.edit.check import EditError
from tallplank.core.edit.survey.room import turn_room
from tallplank.core.edit.survey.standing import add_column, change_standing, remove_standing
from tallplank.core.edit.unit import Spot, place_unit
from tallplank.core.job.file import dumps, loads
from tallplank.core.job.job import Job
from tallplank.core.solid.shell import shell
from tallplank.core.space.outline import area


def with_breast(**values: object) -> Job:
    """A room with a chimney breast 1200 wide and 350 deep, in the middle of its back wall."""
    return add_column(a_room(), ROOM, (2100.0, 2825.0), **{"name": "Chimney breast", "width": 1200.0, "depth": 350.0, **values}).job


def codes(job: Job) -> list[str]:
    return [f.code for f in findings(made(job))]


def test_a_unit_that_stands_into_a_column_is_told_how_deep() -> None:
    """By hand: the breast reaches from 1500 to 2700 along the wall; a base from 1000 to 1600 stands 100 into it."""
    job = place_unit(with_breast(), CATALOG, "drawers", Spot(ROOM, WALL, 1000.0)).job
    (finding,) = [f for f in findings(made(job)) if f.code == "in-column"]
    assert finding.text == "1 Base, drawers stands 100 mm into Chimney breast."
    assert codes(place_unit(with_breast(), CATALOG, "drawers", Spot(ROOM, WALL, 900.0)).job) == []
    beam = with_breast(low=2200.0)
    assert codes(place_unit(beam, CATALOG, "drawers", Spot(ROOM, WALL, 1000.0)).job) == []
    assert codes(place_unit(beam, CATALOG, "wall", Spot(ROOM, WALL, 1700.0), z=1600.0).job) == ["in-column"]


def test_a_drawer_does_not_come_out_against_a_column() -> None:
    job = add_column(a_room(), ROOM, (900.0, 2100.0), name="Post", round=True, width=200.0).job
    job = place_unit(job, CATALOG, "drawers", Spot(ROOM, WALL, 600.0)).job
    told = [f.text for f in findings(made(job)) if f.code == "cannot-open"]
    assert len(told) == 3
    assert all("then it meets Post" in text for text in told)


def test_a_round_column_is_drawn_and_weighs_as_a_circle() -> None:
    job = add_column(a_room(), ROOM, (2000.0, 1500.0), round=True, width=300.0).job
    outline = job.rooms[0].columns[0].outline
    assert area(outline) == pytest.approx(pi * 150.0**2, rel=0.01)
    drawn = [s for s in plan(made(job), ROOM).shapes if isinstance(s, Poly) and s.points == outline]
    assert [s.pen for s in drawn] == [Pen.CUT]
    hung = change_standing(job, ROOM, "column1", low=2000.0)
    assert [s.pen for s in plan(made(hung), ROOM).shapes if isinstance(s, Poly) and s.points == outline] == [Pen.HIDDEN]


def test_columns_are_kept_turned_and_removed() -> None:
    job = with_breast(turn=30.0)
    assert loads(dumps(job)) == job
    turned = turn_room(job, ROOM, 90.0)
    assert turned.rooms[0].columns[0].turn == 120.0
    assert area(turned.rooms[0].columns[0].outline) == pytest.approx(1200.0 * 350.0)
    before = sum(len(b.faces) for b in shell(a_room().rooms[0], made(a_room()).faces[ROOM]) if b.look.startswith("wall"))
    after = sum(len(b.faces) for b in shell(job.rooms[0], made(job).faces[ROOM]) if b.look.startswith("wall"))
    assert after == before + 4
    assert remove_standing(job, ROOM, "column1").rooms[0].columns == ()
    for edit in (
        lambda: change_standing(job, ROOM, "column9", width=1.0),
        lambda: change_standing(job, ROOM, "column1", low=300.0, high=200.0),
    ):
        with pytest.raises(EditError):
            edit()


def test_a_breast_is_seen_on_the_elevation_of_its_wall_only() -> None:
    job = with_breast()
    box = ((1500.0, 0.0), (2700.0, 0.0), (2700.0, 2500.0), (1500.0, 2500.0))
    for face, count in ((WALL, 1), ("front", 0), ("left", 0)):
        shapes = elevation(made(job), ROOM, face).shapes
        assert sum(isinstance(s, Poly) and {(round(x), round(y)) for x, y in s.points} == set(box) for s in shapes) == count
