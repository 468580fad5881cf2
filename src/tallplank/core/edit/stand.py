"""Where a unit comes to stand by itself: beside a wall with room for its doors, over a hob, and where its width changes.

Source: a filler beside a wall and hoods 650 over a hob are common practice; 24 in is the least, see `check/appliance.py`.
"""

from tallplank.core.catalog.catalog import Catalog
from tallplank.core.catalog.hardware import Appliance
from tallplank.core.edit.snap import Mover
from tallplank.core.job.face import Face
from tallplank.core.job.job import Job
from tallplank.core.job.unit import Unit
from tallplank.core.joinery.rule.choice import Choice, choice_for
from tallplank.core.joinery.rule.place import Placed, place
from tallplank.core.joinery.run.stretch import JOINED
from tallplank.core.joinery.workshop import make_unit
from tallplank.core.measure.length import LengthUnit
from tallplank.core.space.motion import Turn

OVER_HOB = {False: 650.0, True: 26 * LengthUnit.INCH.value}
"""In metric and in inch work."""
HINGED_BESIDE = 50.0
"""A door turns beside a wall whose axis is no farther from it."""
LEAST_HOOD = 300.0


def off_the_wall(choice: Choice, face: Face, mover: Mover, x: float, *, inches: bool) -> float:
    """Where a unit stands whose first gap begins at `x`: a filler off a wall that a door hung beside it would meet."""
    (low, high), filler = mover.span(face), _usual(choice.catalog, "filler", inches=inches)[0]
    if face.closed_left and x - low < JOINED and _turns_at(choice, 0.0):
        return min(x + filler, max(x, high - mover.width))
    if face.closed_right and high - x - mover.width < JOINED and _turns_at(choice, mover.width):
        return max(x - filler, low)
    return x


def _turns_at(choice: Choice, x: float) -> bool:
    """Whether a door of a unit, or of what stands in its place, turns about an upright axis beside this x."""
    made = make_unit(choice.catalog, choice.standard, choice.unit)
    motions = (*(p.motion for p in made.parts), *(p.motion for p in made.pieces))
    return any(isinstance(m, Turn) and abs(m.axis.z) > 0.5 and abs(m.point.x - x) < HINGED_BESIDE for m in motions)


def over_a_hob(catalog: Catalog, job: Job, unit: Unit, given: frozenset[str], *, inches: bool) -> Unit:
    """A hood hung so that a hob below it is far enough off, under the ceiling: one in a box with its upper edge where that would be."""
    if not given.isdisjoint({"z", "height"}) or not _is_hood(catalog, unit):
        return unit
    choice = choice_for(catalog, job.standard, unit)
    placed = place(choice)
    kick = 0.0 if choice.rules.kick == "none" else choice.rules.kick_height
    top = kick + _usual(catalog, "base", inches=inches)[1] + choice.finish("top").thickness
    up = top + OVER_HOB[inches] - placed.z
    if up <= 0.0:
        return unit
    boxed = not catalog.kinds[unit.kind].way.is_appliance
    if boxed:
        return unit.but(z=placed.z + up, height=max(unit.height - up, LEAST_HOOD))
    ceiling = job.face(unit.room, unit.face).height
    return unit.but(z=max(min(placed.z + up, ceiling - unit.height), placed.z))


def _usual(catalog: Catalog, kind: str, *, inches: bool) -> tuple[float, float, float]:
    """The usual width, height and depth of a kind."""
    usual = catalog.kinds[kind]
    return usual.inch if inches and usual.inch is not None else (usual.width, usual.height, usual.depth)


def _is_hood(catalog: Catalog, unit: Unit) -> bool:
    if catalog.kinds[unit.kind].mount != "wall":
        return False
    names = [unit.hardware.get("appliance", ""), *(cell.item or "" for cell in unit.opening.cells)]
    items = [catalog.hardware.get(name) for name in names]
    return any(isinstance(item, Appliance) and (item.shape == "hood" or any(item.below)) for item in items)


def kept_in_place(job: Job, catalog: Catalog, before: Unit, after: Unit) -> Unit:
    """A unit that changes its width by itself: a hood about its middle, others at the side that is free."""
    by = after.width - before.width
    if not by:
        return after
    if _is_hood(catalog, before) and catalog.kinds[before.kind].way.is_appliance:
        return after.but(x=round(before.x - by / 2, 6))
    left, right = _free(job, catalog, before)
    aside = 0.0
    if by > 0 and left + right >= by - JOINED:
        aside = max(by - right, 0.0)
    elif by < 0 and right <= JOINED < left:
        aside = by
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
