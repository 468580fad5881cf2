"""Where a unit comes to stand by itself: beside a wall with room for its doors, over a hob, and where its width changes.

Source: a filler beside a wall and hoods 650 over a hob are common practice; 24 in is the least, see `check/appliance.py`.
"""

from collections.abc import Iterator

from tallplank.core.catalog.catalog import Catalog
from tallplank.core.catalog.hardware import Appliance
from tallplank.core.edit.snap import Mover
from tallplank.core.job.face import Face
from tallplank.core.job.job import Job
from tallplank.core.job.opening import Opening
from tallplank.core.job.unit import Unit
from tallplank.core.joinery.rule.choice import Choice, choice_for
from tallplank.core.joinery.rule.place import Placed, place
from tallplank.core.joinery.run.stretch import JOINED
from tallplank.core.joinery.workshop import make_unit
from tallplank.core.measure.length import LengthUnit
from tallplank.core.space.motion import Turn

FILLER = {False: 50.0, True: 2 * LengthUnit.INCH.value}
"""The width of a usual filler, in metric and in inch work."""
OVER_HOB = {False: 650.0, True: 26 * LengthUnit.INCH.value}
TOP_OF_BASE = {False: 870.0, True: 34.5 * LengthUnit.INCH.value}
"""The usual height of a base unit with what it stands on."""
LEAST_HOOD = 300.0


def off_the_wall(choice: Choice, face: Face, mover: Mover, x: float, *, inches: bool) -> float:
    """Where a unit stands whose first gap begins at `x`: a filler off a wall that a door hung beside it would meet."""
    low, high = mover.span(face)
    if face.closed_left and x - low < JOINED and _turns_at(choice, 0.0):
        return min(x + FILLER[inches], max(x, high - mover.width))
    if face.closed_right and high - x - mover.width < JOINED and _turns_at(choice, mover.width):
        return max(x - FILLER[inches], low)
    return x


def _turns_at(choice: Choice, x: float) -> bool:
    """Whether a door of a unit, or of what stands in its place, turns about an upright axis beside this x."""
    made = make_unit(choice.catalog, choice.standard, choice.unit)
    motions = (*(p.motion for p in made.parts), *(p.motion for p in made.pieces))
    return any(isinstance(m, Turn) and abs(m.axis.z) > 0.5 and abs(m.point.x - x) < FILLER[False] for m in motions)


def over_a_hob(catalog: Catalog, job: Job, unit: Unit, given: frozenset[str], *, inches: bool) -> Unit:
    """A hood hung so that a hob below it is far enough off: one in a box with its upper edge where that would be."""
    if not given.isdisjoint({"z", "height"}) or not _is_hood(catalog, unit):
        return unit
    choice = choice_for(catalog, job.standard, unit)
    placed = place(choice)
    top = TOP_OF_BASE[inches] + choice.finish("top").thickness
    up = top + OVER_HOB[inches] - placed.z
    if up <= 0.0:
        return unit
    boxed = catalog.kinds[unit.kind].build != "appliance"
    return unit.but(z=placed.z + up, height=max(unit.height - up, LEAST_HOOD) if boxed else unit.height)


def _is_hood(catalog: Catalog, unit: Unit) -> bool:
    if catalog.kinds[unit.kind].mount != "wall":
        return False
    names = [unit.hardware.get("appliance", ""), *(cell.item or "" for cell in _cells(unit.opening))]
    items = [catalog.hardware.get(name) for name in names]
    return any(isinstance(item, Appliance) and (item.shape == "hood" or any(item.below)) for item in items)


def _cells(opening: Opening) -> Iterator[Opening]:
    yield opening
    for cell in opening.openings:
        yield from _cells(cell)


def kept_in_place(job: Job, catalog: Catalog, before: Unit, after: Unit) -> Unit:
    """A unit that changes its width by itself: a hood about its middle, others at the side that is free."""
    by = after.width - before.width
    if not by:
        return after
    if _is_hood(catalog, before) and catalog.kinds[before.kind].build == "appliance":
        return after.but(x=round(before.x - by / 2, 6))
    left, right = _free(job, catalog, before)
    if by > 0:
        aside = 0.0 if right >= by - JOINED else by if left >= by - JOINED else max(by - right, 0.0) if left + right >= by - JOINED else 0.0
    else:
        aside = by if right <= JOINED < left else 0.0
    return after.but(x=round(before.x - aside, 6)) if aside else after


def _free(job: Job, catalog: Catalog, unit: Unit) -> tuple[float, float]:
    """How much is free at the left and at the right of a unit, up to others of its face or its ends."""
    face, own = job.face(unit.room, unit.face), place(choice_for(catalog, job.standard, unit))
    low, high = face.span(-own.front)
    left, right = unit.x - low, high - own.right
    for other in job.units:
        if other.id != unit.id and (other.room, other.face) == (unit.room, unit.face) and other.kind in catalog.kinds:
            there = place(choice_for(catalog, job.standard, other))
            if _overlap(own, there):
                if there.x >= own.right - JOINED:
                    right = min(right, there.x - own.right)
                elif there.right <= own.x + JOINED:
                    left = min(left, own.x - there.right)
    return max(left, 0.0), max(right, 0.0)


def _overlap(one: Placed, other: Placed) -> bool:
    return one.z < other.top - JOINED and other.z < one.top - JOINED
