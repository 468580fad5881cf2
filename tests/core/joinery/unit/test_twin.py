"""Units that are made alike share their parts, and are just what they would be alone."""

import pytest
from hypothesis import given

from makers import CATALOG, a_unit, a_wall_of
from strategies import standards, units
from tallplank.core.edit.unit import duplicate_units, set_finish, set_width
from tallplank.core.job.job import Job
from tallplank.core.job.standard import Standard
from tallplank.core.job.unit import Unit
from tallplank.core.joinery.twin import decisions
from tallplank.core.joinery.workshop import Workshop, build_unit

pytestmark = pytest.mark.anew


@given(units(), standards)
def test_a_twin_is_what_it_would_be_alone(unit: Unit, standard: Standard) -> None:
    workshop = Workshop(CATALOG)
    other = unit.but(id="u2", mark=2, x=unit.x + 1000.0, off=30.0, note="beside it")
    first, second = workshop.unit(standard, unit), workshop.unit(standard, other)
    alone = build_unit(CATALOG, standard, other)
    assert second.parts is first.parts
    assert (second.unit, second.placed) == (other, alone.placed)
    assert (second.parts, second.fittings, second.pieces, second.fronts) == (alone.parts, alone.fittings, alone.pieces, alone.fronts)
    assert (second.layout, second.plan, second.notes, second.problem) == (alone.layout, alone.plan, alone.notes, alone.problem)
    assert second.choice.used == alone.choice.used


def test_what_decides_tells_units_apart() -> None:
    base = a_unit()
    for change in ({"width": 601.0}, {"z": 10.0}, {"rules": {"reveal": 4.0}}, {"finishes": {"front": "heron"}}, {"side": "right"}):
        assert decisions(base.but(**change)) != decisions(base)
    assert decisions(base.but(opening=base.opening.but(hand="right"))) != decisions(base)


def test_copies_are_there_at_once_and_go_their_own_way() -> None:
    workshop, job = Workshop(CATALOG), a_wall_of("base", "drawers")
    first = workshop.make(job)
    job, copies = duplicate_units(job, ["u1", "u2"])
    made = workshop.make(job)
    assert [m.parts is f.parts for m, f in zip(made.units[2:], first.units, strict=True)] == [True, True]
    wider = workshop.make(set_width(job, CATALOG, [copies[0]], 700))
    assert wider.by_id[copies[0]].parts is not wider.by_id["u1"].parts
    assert wider.by_id["u1"] is made.by_id["u1"]


def test_a_standard_that_changes_what_was_used_makes_another() -> None:
    workshop, job = Workshop(CATALOG), a_wall_of("drawers", "drawers")
    plain = workshop.make(job)
    own = workshop.make(set_finish(job, CATALOG, ["u2"], "front", "heron"))
    assert own.by_id["u2"].parts != plain.by_id["u2"].parts
    other = Job(**{**job.__dict__, "standard": Standard(finishes={"front": "heron"})})
    changed = workshop.make(other)
    assert {p.finish.id for p in changed.by_id["u1"].parts if p.kind == "front"} == {"heron"}
    assert changed.by_id["u1"].parts is changed.by_id["u2"].parts or changed.by_id["u1"].parts == changed.by_id["u2"].parts
