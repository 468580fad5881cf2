"""Units with bow fronts that follow the curve of a boxing which bows out above or below them.

Source: plain geometry. Curves at equal distances are circles about one middle: with the radius R and the width w of a front, it bows
out by R - √(R² - w²/4).
"""

from collections.abc import Iterable
from math import sqrt

from tallplank.core.catalog.catalog import Catalog
from tallplank.core.edit.check import EditError, with_units
from tallplank.core.edit.copies.copied import units_of
from tallplank.core.job.face import Face
from tallplank.core.job.job import Job
from tallplank.core.job.scheme import Scheme
from tallplank.core.job.unit import Unit
from tallplank.core.joinery.paneling.covered import curve_at

SAME = 1e-6


def curved_boxings(job: Job, unit: Unit) -> list[Scheme]:
    """The boxings that bow out at the wall of a unit, the nearest to its middle first."""
    room, face = job.room(unit.room), job.face(unit.room, unit.face)
    middle = unit.x + unit.width / 2
    found = [s for s in room.schemes if s.face == unit.face and s.box is not None and s.box.bow]
    return sorted(found, key=lambda s: abs(s.middle(face.length) - middle))


def follow_curve(job: Job, catalog: Catalog, ids: Iterable[str]) -> Job:
    """A job in which each unit stands in the middle of the nearest boxing that bows out, its front at one distance from the curve.

    Raises:
        EditError: no such boxing, a unit without a bow front, or one that is wider than its curve goes round.
    """
    changed = {}
    for unit in units_of(job, ids):
        if catalog.kinds[unit.kind].plan != "bow":
            raise EditError(f"Unit {unit.mark} has no bow front: put a kind with one in its place first.")
        boxings = curved_boxings(job, unit)
        if not boxings:
            raise EditError(f"No boxing bows out at the wall of unit {unit.mark}.")
        changed[unit.id] = _following(job, unit, boxings[0], job.face(unit.room, unit.face))
    return with_units(job, catalog, changed)


def _following(job: Job, unit: Unit, boxing: Scheme, face: Face) -> Unit:
    curve = curve_at(face, boxing)
    radius = curve.radius + unit.off + unit.depth - curve.deep - curve.rise
    half = unit.width / 2
    if radius < half + SAME:
        most = job.display.shown(max(2 * radius, 0.0))
        raise EditError(f"A front {job.display.shown(unit.depth)} deep follows {boxing.name} on a width of at most {most}.")
    middle = (curve.left + curve.right) / 2
    return unit.but(x=round(middle - half, 6), arm=round(radius - sqrt(radius**2 - half**2), 6))
