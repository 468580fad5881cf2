"""Boards between openings end at boards, or a finding says which is missing."""

from hypothesis import given

from makers import CATALOG, a_unit, a_wall_of, made
from strategies import openings
from tallplank.core.check.bearing import unborne
from tallplank.core.check.finding import findings
from tallplank.core.check.record import Finding
from tallplank.core.job.job import Job
from tallplank.core.job.opening import Opening
from tallplank.core.job.standard import Standard
from tallplank.core.joinery.workshop import make_unit

ROWS = Opening(split="rows", openings=(Opening(board=True), Opening()))


def hanging(job: Job) -> list[Finding]:
    return [f for f in findings(made(job)) if f.code == "hangs"]


def bays(*cells: Opening) -> Opening:
    return Opening(split="bays", openings=cells)


def test_a_shelf_beside_no_partition_hangs_and_one_click_puts_the_partition() -> None:
    job = a_wall_of("open-shelf")
    job = job.replaced(units=(job.units[0].but(width=800.0, opening=bays(ROWS, Opening())),))
    (finding,) = hanging(job)
    assert finding.text == "A fixed shelf of 1 Open shelves has an end in the air: it needs a partition beside it."
    assert finding.fix is not None
    mended = finding.fix.edit(job)
    assert mended.units[0].opening.openings[0].board
    assert hanging(mended) == []


def test_a_shelf_in_the_middle_bay_needs_both_partitions() -> None:
    unit = a_unit("open-shelf", width=1200.0, opening=bays(Opening(), ROWS, Opening()))
    layout = make_unit(CATALOG, Standard(), unit).layout
    assert layout is not None
    assert [path for _, path in unborne(layout)] == [(0,), (1,)]


def test_a_partition_below_a_boundary_without_a_board_has_a_free_end() -> None:
    lower = Opening(split="bays", openings=(Opening(board=True), Opening()))
    opening = Opening(split="rows", openings=(Opening(), lower))
    layout = make_unit(CATALOG, Standard(), a_unit("open-shelf", width=800.0, opening=opening)).layout
    assert layout is not None
    assert [(d.kind, path) for d, path in unborne(layout)] == [("partition", (0,))]


@given(openings())
def test_a_shelf_that_is_borne_touches_uprights_at_both_ends(opening: Opening) -> None:
    """What the tree of openings says and where the boards lie in space are the same."""
    unit = make_unit(CATALOG, Standard(), a_unit("tall", width=1200.0, opening=opening, rules={"joint_shelf": "none"}))
    if unit.layout is None:
        return
    hanging = {round(d.at, 6) for d, _ in unborne(unit.layout) if d.kind == "shelf"}
    uprights = [p.box for p in unit.parts if p.kind in ("gable", "partition")]
    for part in (p for p in unit.parts if p.kind == "fixed-shelf"):
        low, high = part.box
        middle = (low.z + high.z) / 2
        beside = [box for box in uprights if box[0].z - 1e-6 <= middle <= box[1].z + 1e-6]
        borne = any(abs(b[1].x - low.x) < 1e-6 for b in beside) and any(abs(b[0].x - high.x) < 1e-6 for b in beside)
        assert borne or round(middle, 6) in hanging
