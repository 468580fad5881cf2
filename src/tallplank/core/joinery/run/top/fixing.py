"""What holds a worktop to the units under it, and what seals it.

Source: common practice: four screws to a unit, a bead along the wall and round all that is let in.
"""

from math import ceil

from tallplank.core.catalog.catalog import Catalog
from tallplank.core.catalog.hardware import Hardware, Sundry
from tallplank.core.job.standard import Standard
from tallplank.core.job.unit import HardwareRole
from tallplank.core.joinery.part.hole import Pocket
from tallplank.core.joinery.rule.choice import chosen_hardware
from tallplank.core.joinery.run.stretch import Course
from tallplank.core.joinery.setout.collector import Collector
from tallplank.core.measure.size import Size
from tallplank.core.measure.source import Decided
from tallplank.core.space.outline import edges, far

SCREWS_A_UNIT, METRE = 4, 1000.0


def add_top_fixings(course: Course, out: Collector, catalog: Catalog, standard: Standard) -> None:
    """Count the screws from below and the metres of sealant of a worktop with what is let into it."""
    units = sum(p.kind.way.is_box for stretch in course.stretches for p in stretch.members)
    bead = sum(_around(pocket) for part in out.parts for pocket in part.pockets if pocket.what == "cutout")
    if course.face.thickness and course.island is None:
        bead += course.stretch.end - course.stretch.start
    roles: tuple[HardwareRole, HardwareRole] = ("top-screw", "silicone")
    screw, seal = (chosen_hardware(catalog, standard, None, role) for role in roles)
    _fit(screw, SCREWS_A_UNIT * units, f"{SCREWS_A_UNIT} screws to each of {units} units", "worktop", out)
    _fit(seal, ceil(bead / METRE), "metres along the wall and round what is let in", "worktop", out)


def _fit(item: Hardware, count: int, words: str, where: str, out: Collector) -> None:
    if count and isinstance(item, Sundry):
        out.fit(item, Size.of(count, words, Decided("hardware", item.role)), where)


def _around(pocket: Pocket) -> float:
    (x0, y0, _), (x1, y1, _) = pocket.low, pocket.high
    return sum(far(a, b) for a, b in edges(pocket.outline)) if pocket.outline else 2 * (x1 - x0 + y1 - y0)
