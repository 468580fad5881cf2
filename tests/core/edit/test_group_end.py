"""Groups with four faces: units at the ends, under one worktop with those along it."""

import pytest

from bodies import shared
from makers import CATALOG, ROOM, a_room, made
from tallplank.core.check.finding import findings
from tallplank.core.draw.elevation import elevation
from tallplank.core.edit.check import EditError
from tallplank.core.edit.copies.mirrored import mirror_group
from tallplank.core.edit.group import add_island
from tallplank.core.edit.group_end import add_end_faces
from tallplank.core.edit.unit import Spot, place_unit
from tallplank.core.edit.waterfall import set_end
from tallplank.core.job.job import Job


def an_island(turn: float = 0.0, back: bool = True) -> tuple[Job, str]:
    job, (group, front, behind) = add_island(a_room(7000.0, 6000.0), ROOM, 2400.0, 2800.0, 1800.0, turn=turn)
    for face in (front, behind) if back else (front,):
        for _ in range(3):
            job = place_unit(job, CATALOG, "base", Spot(ROOM, face)).job
    return job, group


@pytest.mark.parametrize("turn", [0.0, 37.0])
@pytest.mark.parametrize("back", [True, False])
def test_units_at_four_sides_share_a_worktop_and_no_space(turn: float, back: bool) -> None:
    """By hand: rows 581 deep on both sides give ends 1162 long; with shelves 300 deep at both the whole is 2400 by 1162."""
    job, group = an_island(turn, back)
    job = add_end_faces(job, made(job), ROOM, group)
    ends = job.room(ROOM).groups[0].faces[2:]
    assert [f.length for f in ends] == pytest.approx([1162.0 if back else 581.0] * 2)
    for face in ends:
        job = place_unit(job, CATALOG, "base-open", Spot(ROOM, face.id, 0.0), width=face.length, depth=300.0).job
    result = made(job)
    assert shared(result, ROOM) == []
    (top,) = [run for run in result.runs if run.what == "top"]
    assert top.problem == ""
    assert set(top.members) == {u.id for u in job.units}
    assert [f.text for f in findings(result) if f.level == "error"] == []
    titles = [elevation(result, ROOM, f.id).title for f in job.room(ROOM).groups[0].faces]
    assert len(set(titles)) == 4
    assert mirror_group(mirror_group(job, ROOM, group).job, ROOM, group).job == job


def test_ends_are_either_for_units_or_waterfalls() -> None:
    job, group = an_island()
    with pytest.raises(EditError, match="turns down"):
        falling = set_end(job, CATALOG, ROOM, group, "left", "waterfall")
        add_end_faces(falling, made(falling), ROOM, group)
    four = add_end_faces(job, made(job), ROOM, group)
    with pytest.raises(EditError, match="already"):
        add_end_faces(four, made(four), ROOM, group)
    with pytest.raises(EditError, match="cannot turn down"):
        set_end(four, CATALOG, ROOM, group, "right", "waterfall")
