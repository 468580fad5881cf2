"""Sockets, pipes and radiators at walls."""

import pytest

from makers import CATALOG, ROOM, WALL, a_room, made
from tallplank.core.check.finding import findings
from tallplank.core.draw.elevation import elevation
from tallplank.core.draw.plan import plan
from tallplank.core.edit.check import EditError
from tallplank.core.edit.measured import set_measured
from tallplank.core.edit.survey.room import add_free_wall
from tallplank.core.edit.survey.service import add_service, change_service, remove_service
from tallplank.core.edit.unit import Spot, place_unit
from tallplank.core.job.file import dumps, loads
from tallplank.core.job.job import Job
from tallplank.core.job.measure import OfService
from tallplank.core.job.wall import SERVICE_KINDS


def with_services() -> Job:
    job = a_room()
    for number, kind in enumerate(SERVICE_KINDS):
        job = add_service(job, ROOM, WALL, kind, 300.0 + 400.0 * number).job
    return job


def codes(job: Job) -> list[str]:
    return [f.code for f in findings(made(job))]


def test_every_kind_is_kept_drawn_and_removed() -> None:
    job = with_services()
    assert loads(dumps(job)) == job
    for drawing in (plan(made(job), ROOM), elevation(made(job), ROOM, WALL)):
        assert {s.id for s in job.rooms[0].walls[0].services} <= {t.owner for t in drawing.targets}
    for service in job.rooms[0].walls[0].services:
        job = remove_service(job, ROOM, WALL, service.id)
    assert job == a_room()


def test_middles_are_measured_and_typed_over() -> None:
    """By hand: a socket 146 wide from 300 on has its middle at 373; typed to 500 it begins at 427."""
    job = add_service(a_room(), ROOM, WALL, "socket", 300.0).job
    chains = elevation(made(job), ROOM, WALL).chains
    chain = next(c for c in chains if OfService(ROOM, WALL, "socket1", "x") in c.measures)
    assert chain.ticks == (0.0, 373.0, 4200.0)
    moved = set_measured(job, CATALOG, OfService(ROOM, WALL, "socket1", "x"), 500.0)
    assert moved.rooms[0].walls[0].services[0].x == 427.0
    raised = set_measured(job, CATALOG, OfService(ROOM, WALL, "socket1", "z"), 300.0)
    assert raised.rooms[0].walls[0].services[0].z == 257.0
    with pytest.raises(EditError, match="73"):
        set_measured(job, CATALOG, OfService(ROOM, WALL, "socket1", "x"), 10.0)


def test_what_does_not_fit_is_refused() -> None:
    with pytest.raises(EditError, match="beyond"):
        add_service(a_room(), ROOM, WALL, "radiator", 3500.0)
    job = add_service(a_room(), ROOM, WALL, "socket", 300.0).job
    with pytest.raises(EditError, match="no socket"):
        change_service(job, ROOM, "left", "socket1", x=1.0)
    job, (_, back) = add_free_wall(a_room(), ROOM, (1000.0, 1000.0), (2500.0, 1000.0))
    with pytest.raises(EditError, match="front of the wall"):
        add_service(job, ROOM, back, "socket")


def test_units_before_radiators_and_sockets_are_told() -> None:
    """A base 560 deep before a radiator 100 deep stands 100 in it; a socket at 1143 is behind a tall unit, not behind a base."""
    job = add_service(a_room(), ROOM, WALL, "radiator", 1000.0).job
    assert codes(place_unit(job, CATALOG, "base", Spot(ROOM, WALL, 1200.0)).job) == ["in-column"]
    assert codes(place_unit(job, CATALOG, "base", Spot(ROOM, WALL, 400.0)).job) == []
    socket = add_service(a_room(), ROOM, WALL, "socket", 1000.0).job
    assert codes(place_unit(socket, CATALOG, "base", Spot(ROOM, WALL, 800.0)).job) == []
    assert codes(place_unit(socket, CATALOG, "tall", Spot(ROOM, WALL, 800.0)).job) == ["covers-service"]
