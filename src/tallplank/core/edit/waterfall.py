"""Waterfall ends: where one is set, a filler goes between it and every unit with fronts, so that drawers do not rub along it.

Source: common practice: a filler an inch wide.
"""

from collections.abc import Iterator
from typing import Literal

from tallplank.core.catalog.catalog import Catalog
from tallplank.core.edit.check import EditError
from tallplank.core.edit.group import group_of, set_top
from tallplank.core.edit.unit import Spot, change_units, place_unit
from tallplank.core.job.job import Job
from tallplank.core.job.room import EndKind, Group
from tallplank.core.job.unit import Unit
from tallplank.core.joinery.workshop import make
from tallplank.core.measure.length import LengthUnit

FILLER, INCH_FILLER = 25.0, 25.4
RUBS_BELOW = 20.0
"""A filler narrower than this does not keep a front clear of the board beside it."""
End = Literal["left", "right"]


def set_end(job: Job, catalog: Catalog, room_id: str, group_id: str, end: End, kind: EndKind) -> Job:
    """A job in which the worktop of a group ends so; at a waterfall end fronts get their fillers, outside the units that stand there.

    Raises:
        EditError: no such group, or no filler can stand there.
    """
    group = group_of(job.room(room_id), group_id)
    along = group.faces[0].turn
    if kind == "waterfall" and any(abs((face.turn - along) % 180.0 - 90.0) < 1.0 for face in group.faces):
        raise EditError(f"Units stand at the ends of {group.name}: its worktop cannot turn down there.")
    job = set_top(job, room_id, group_id, **{f"{end}_end": kind})
    return with_end_fillers(job, catalog, room_id, group_id, end) if kind == "waterfall" else job


def with_end_fillers(job: Job, catalog: Catalog, room_id: str, group_id: str, end: End) -> Job:
    """A job with fillers at an end of a group where fronts would rub; all its rows get one, to end in line, and a panel grows."""
    group = group_of(job.room(room_id), group_id)
    filler = next(key for key, kind in catalog.kinds.items() if kind.way.closes_gap)
    wide = INCH_FILLER if job.display.style.unit is LengthUnit.INCH else FILLER
    last = list(at_end(job, catalog, room_id, group, end))
    for unit, side in last if any(rubs(catalog, unit) for unit, _ in last) else ():
        x = unit.x - wide if side == "left" else unit.x + unit.width
        if catalog.kinds[unit.kind].way.covers_back:
            job = change_units(job, catalog, [unit.id], width=unit.width + wide, x=min(unit.x, x))
            continue
        job = place_unit(job, catalog, filler, Spot(room_id, unit.face, x), make(job, catalog), width=wide).job
    return job


def at_end(job: Job, catalog: Catalog, room_id: str, group: Group, end: End) -> Iterator[tuple[Unit, End]]:
    """The last units at an end of a group that carry its worktop, each with the side of its face that the end is at."""
    along = group.faces[0].turn
    for face in group.faces:
        turned = abs((face.turn - along + 180.0) % 360.0 - 180.0)
        if 1.0 < turned < 179.0:
            continue
        side: End = end if turned <= 1.0 else "right" if end == "left" else "left"
        row = [u for u in job.units if (u.room, u.face) == (room_id, face.id) and catalog.kinds[u.kind].worktop]
        if row:
            yield (min(row, key=lambda u: u.x) if side == "left" else max(row, key=lambda u: u.x + u.width)), side


def rubs(catalog: Catalog, unit: Unit) -> bool:
    """Whether a unit's fronts would rub along a board beside it."""
    kind = catalog.kinds[unit.kind]
    return unit.width < RUBS_BELOW if kind.way.closes_gap else kind.way.opens and unit.opening.is_fronted
