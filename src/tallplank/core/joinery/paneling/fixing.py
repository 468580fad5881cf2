"""What the boards on a wall are fixed with, counted by rule.

Source: common practice, no source: boards that lie flat are glued and held by brads along their length, backing is screwed to the
studs, frames of boxings are screwed to what they stand on; one more at the end of each row.
"""

from collections import defaultdict
from collections.abc import Sequence
from functools import partial
from math import ceil
from typing import NamedTuple

from tallplank.core.catalog.hardware import Supply
from tallplank.core.joinery.paneling.board import Making
from tallplank.core.joinery.paneling.filling.section import is_slat, outward
from tallplank.core.joinery.part.lot import in_lots, of_alike
from tallplank.core.joinery.part.part import Part, Parts
from tallplank.core.joinery.rule.choice import chosen_hardware
from tallplank.core.measure.size import Size
from tallplank.core.measure.source import Decided

NOT_GLUED = ("boxing plate", "boxing batten", "boxing side", "wall shelf", "wall box side", "wall box floor", "wall box top", "sheet")
SCREWED = ("boxing plate", "boxing side", "boxing rib")
PER_BATTEN = 4
"""Two at each end."""
SAME = 1e-6
STUDS = 600.0
"""How far apart rows of screws are on a wall without studs."""


class Needs(NamedTuple):
    """Square metres that are glued, brads, and screws."""

    glued: float = 0.0
    brads: int = 0
    screws: int = 0


def add_fixings(making: Making) -> Parts:
    """Add the fittings of all parts; these as they are for good."""
    parts = in_lots(making.out.finished(), making.out.lots, making.keep)
    glue, brad, screw = (chosen_hardware(making.catalog, making.standard, None, role) for role in ("adhesive", "brad", "wall-screw"))
    if not (isinstance(glue, Supply) and isinstance(brad, Supply) and isinstance(screw, Supply)):
        return parts
    studs = making.solved.scheme.studs
    needs = partial(_needs, brad=brad.each, screw=screw.each, studs=studs or STUDS)
    each = of_alike(parts, "needs", needs, brad.each, screw.each, studs)
    total = Needs(*map(sum, zip(*each, strict=True))) if each else Needs()
    counts = (
        (glue, ceil(total.glued / glue.each), f"{total.glued:.1f} m² glued, one for {glue.each:g} m²"),
        (brad, total.brads, f"one every {brad.each:g} along boards and moldings"),
        (screw, total.screws, f"one every {screw.each:g} along studs and frames"),
    )
    for item, count, why in counts:
        making.out.fit(item, Size.of(count, why, Decided("hardware", item.role)), "fixes it to the wall")
    return parts


def in_whole_ones(making: Making) -> None:
    """What was counted in shares of an item, region by region, together and rounded up: metres of light, square metres of fabric."""
    totals: defaultdict[str, float] = defaultdict(float)
    for fitting in making.out.fittings:
        totals[fitting.item] += fitting.count.value
    first = {fitting.item: fitting for fitting in reversed(making.out.fittings)}
    making.out.fittings = []
    for key, total in totals.items():
        item, one = making.catalog.hardware[key], first[key]
        count = Size.of(ceil(total - SAME), f"{total:.2f} in all, rounded up", Decided("hardware", item.role))
        making.out.fit(item, count, one.where)


def _needs(parts: Sequence[Part], brad: float, screw: float, studs: float) -> Needs:
    each = [_needs_of(part, brad, screw, studs) for part in parts]
    return Needs(*map(sum, zip(*each, strict=True)))


def _needs_of(part: Part, brad: float, screw: float, studs: float) -> Needs:
    """What one part needs; a backing is screwed to every stud that it crosses, or may cross."""
    role, (long, wide, _) = part.tag.role, part.size
    if role == "backing":
        return Needs(long * wide / 1e6, 0, (ceil(long / screw) + 1) * (ceil(wide / studs) + 1))
    if role == "boxing batten":
        return Needs(screws=PER_BATTEN)
    if role in SCREWED:
        return Needs(screws=ceil(long / screw) + 1)
    if role in NOT_GLUED:
        return Needs(brads=0)
    deep = part.size[outward(part)] if is_slat(part) else part.thickness.value
    glued = 0.0 if part.kind == "molding" else part.volume / deep / 1e6
    return Needs(glued, ceil(long / brad) + 1, 0)
