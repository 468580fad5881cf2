"""Fillers that a corner or a front asks for, set in beside a unit. Source: common practice."""

from collections.abc import Callable
from functools import cache
from math import ceil
from typing import NamedTuple

from tallplank.core.catalog.catalog import Catalog
from tallplank.core.edit.check import Edited, EditError, with_units
from tallplank.core.edit.corner import PAST_PULLS, Side, hung_at
from tallplank.core.edit.snap import gap_around, mover_of, reaching
from tallplank.core.edit.unit import Spot, place_unit
from tallplank.core.job.face import Face
from tallplank.core.job.job import Job
from tallplank.core.job.unit import Unit
from tallplank.core.joinery.made import Made
from tallplank.core.joinery.rule.choice import Choice, choice_for
from tallplank.core.joinery.rule.corner import CORNER_PLANS
from tallplank.core.joinery.rule.place import place
from tallplank.core.joinery.run.stretch import JOINED
from tallplank.core.joinery.workshop import make
from tallplank.core.measure.length import LengthUnit

LEAST = 20.0
"""The narrowest filler that is set in."""
LEAST_UNIT = 150.0
"""A unit is not made narrower than this for its filler."""
EIGHTH = LengthUnit.INCH.value / 8


class FillerStrip(NamedTuple):
    """A filler: at which side of a unit, and how wide."""

    side: Side
    width: float


def corner_filler(choice: Choice, face: Face, present: Callable[[], Made], *, inches: bool = False) -> FillerStrip | None:
    """The filler that a unit needs where it stands against fronts round a corner; None where it needs none.

    It is as wide as the pulls of either project, and a little more, so that what opens on one side passes what is on the other.
    """
    unit = choice.unit
    if face.is_loose or not choice.kind.way.is_box or not unit.opening.is_fronted:
        return None
    if unit.opening.blind or choice.kind.plan in CORNER_PLANS:
        return None
    placed, made = place(choice), present()
    mover = mover_of(placed, frozenset({unit.id}))
    for other, (start, end) in reaching(made, unit.room, face, mover):
        side: Side | None = "left" if abs(end - unit.x) <= JOINED else "right" if abs(start - unit.x - unit.width) <= JOINED else None
        if side is not None and other.unit.opening.is_fronted:
            return FillerStrip(side, _rounded(max(_pulls(choice), _pulls(other.choice)) + PAST_PULLS, inches=inches))
    return None


def _pulls(choice: Choice) -> float:
    return choice.hardware("pull").projection if choice.kind.takes_pulls else 0.0


def _rounded(width: float, *, inches: bool) -> float:
    step = EIGHTH if inches else 1.0
    return max(ceil(width / step - 1e-6) * step, LEAST)


def place_beside(job: Job, catalog: Catalog, kind: str, spot: Spot, made: Made | None = None, **sizes: object) -> Edited:
    """A job with one more unit, as `place_unit` places it; in a corner with the filler that the fronts there ask for.

    The unit then stands farther from the corner, or is narrower where there is no room for that. The ids are the unit's and the filler's.

    Raises:
        EditError: as `place_unit`.
    """
    placed = place_unit(job, catalog, kind, spot, made, **sizes)
    unit = placed.job.unit(placed.ids[0])
    present = cache(lambda: made if made is not None and made.job is job else make(job, catalog))
    face, inches = job.face(unit.room, unit.face), job.display.style.unit is LengthUnit.INCH
    strip = corner_filler(choice_for(catalog, job.standard, unit), face, present, inches=inches)
    if strip is None:
        return placed
    if "opening" not in sizes:
        unit = unit.but(opening=hung_at(unit.opening, "right" if strip.side == "left" else "left"))
        placed = Edited(with_units(placed.job, catalog, {unit.id: unit}), placed.ids)
    try:
        return Edited(*_with_filler(placed.job, catalog, unit, strip, present()))
    except EditError:
        return placed


def put_filler(job: Job, catalog: Catalog, unit_id: str, strip: FillerStrip) -> Job:
    """A job with a filler beside a unit, or with the one that stands there wider by as much.

    Raises:
        EditError: there is no room for it, even if the unit were narrower.
    """
    return _with_filler(job, catalog, job.unit(unit_id), strip, make(job, catalog)).job


def _with_filler(job: Job, catalog: Catalog, unit: Unit, strip: FillerStrip, made: Made) -> Edited:
    present = _filler_at(unit, strip.side, made)
    moved = _made_way(job, catalog, unit, strip, made)
    job = with_units(job, catalog, {unit.id: moved})
    if present is not None:
        at = present.x if strip.side == "left" else present.x - (unit.x + unit.width - moved.x - moved.width)
        return Edited(with_units(job, catalog, {present.id: present.but(x=at, width=present.width + strip.width)}), (unit.id, present.id))
    kind = next((key for key, k in catalog.kinds.items() if k.way.closes_gap), None)
    if kind is None:
        raise EditError("The catalogue has no filler.")
    x = moved.x - strip.width if strip.side == "left" else moved.x + moved.width
    beside: Side = "right" if strip.side == "left" else "left"
    level = place(choice_for(catalog, job.standard, moved)).z
    spot, sizes = Spot(unit.room, unit.face, x), {"height": moved.height, "depth": moved.depth, "z": level}
    job, ids = place_unit(job, catalog, kind, spot, None, width=strip.width, side=beside, **sizes)
    return Edited(job, (unit.id, *ids))


def _filler_at(unit: Unit, side: Side, made: Made) -> Unit | None:
    """The filler that stands at a side of a unit."""
    edge = unit.x if side == "left" else unit.x + unit.width
    for other in made.at_face(unit.room, unit.face):
        near = other.placed.right if side == "left" else other.placed.x
        if other.choice.kind.way.closes_gap and abs(near - edge) <= JOINED:
            return other.unit
    return None


def _made_way(job: Job, catalog: Catalog, unit: Unit, strip: FillerStrip, made: Made) -> Unit:
    """The unit slid away from its filler, or narrower where there is no room to slide."""
    placed = place(choice_for(catalog, job.standard, unit))
    mover = mover_of(placed, frozenset({unit.id}))
    gap = gap_around(made, unit.room, job.face(unit.room, unit.face), mover, unit.x + unit.width / 2)
    by = strip.width if strip.side == "left" else -strip.width
    if gap is None or gap[0] - JOINED <= unit.x + by <= gap[1] - unit.width + JOINED:
        return unit.but(x=unit.x + by)
    if unit.width - strip.width < LEAST_UNIT:
        raise EditError(f"There is no room for a filler of {job.display.shown(strip.width)} beside unit {unit.mark}.")
    return unit.but(x=unit.x + max(by, 0.0), width=unit.width - strip.width)
