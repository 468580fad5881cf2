"""Chains of dimensions along a face: what stands at it, its fronts, what is let into its worktops, openings, services and heights."""

from collections.abc import Iterable, Iterator, Sequence
from itertools import pairwise

from tallplank.core.draw.primitive import Chain, DrawingSide
from tallplank.core.job.face import Face
from tallplank.core.job.measure import GAP, LEVEL, REVEAL, Measure, OfGap, OfMiddle, OfOpening, OfService, OfUnit
from tallplank.core.joinery.made import MadeUnit
from tallplank.core.joinery.run.run import Run
from tallplank.core.joinery.run.stretch import JOINED

WIDEST_REVEAL = 12.0
"""A space between two fronts that is wider is one of its own and is written."""


def unit_chain(side: DrawingSide, units: Sequence[MadeUnit], length: float) -> Chain:
    """The widths of units and the gaps between them, from one end of the face, or what stands beyond it, to the other."""
    ticks = [min([0.0, *(u.placed.x for u in units)])]
    measures: list[Measure] = []
    for unit in sorted(units, key=lambda u: (u.placed.x, u.placed.right)):
        if unit.placed.x - ticks[-1] > JOINED:
            measures.append(OfGap(unit.unit.id, "left", round(ticks[-1], 6)))
            ticks.append(unit.placed.x)
        if unit.placed.right - ticks[-1] > JOINED:
            whole = abs(unit.placed.x - ticks[-1]) <= JOINED
            measures.append(OfUnit(unit.unit.id, "width") if whole else GAP)
            ticks.append(unit.placed.right)
    if length - ticks[-1] > JOINED:
        last = max(units, key=lambda u: u.placed.right)
        measures.append(OfGap(last.unit.id, "right", round(length, 6)))
        ticks.append(length)
    return Chain(side, tuple(ticks), tuple(measures), name="units")


def opening_chain(side: DrawingSide, room: str, face: Face) -> Chain:
    """The doors and windows of a wall and the spaces between them."""
    ticks = [0.0]
    measures: list[Measure] = []
    for opening in sorted(face.openings, key=lambda o: o.x):
        if opening.x - ticks[-1] > JOINED:
            ticks.append(opening.x)
            measures.append(OfOpening(room, face.id, opening.id, "x") if len(ticks) == 2 else GAP)
        ticks.append(opening.x + opening.width)
        measures.append(OfOpening(room, face.id, opening.id, "width"))
    if face.length - ticks[-1] > JOINED:
        ticks.append(face.length)
        measures.append(GAP)
    return Chain(side, tuple(ticks), tuple(measures), name="openings")


def service_chains(room: str, face: Face, sides: tuple[DrawingSide, DrawingSide], *, with_heights: bool) -> Iterator[Chain]:
    """The middles of services from the left end of a face, and their heights above the floor."""
    below, right = sides
    if not face.services:
        return
    by_x = sorted(face.services, key=lambda s: s.middle[0])
    yield _spaced(below, [(s.middle[0], OfService(room, face.id, s.id, "x")) for s in by_x], face.length, "services")
    if with_heights:
        by_z = sorted(face.services, key=lambda s: s.middle[1])
        yield _spaced(right, [(s.middle[1], OfService(room, face.id, s.id, "z")) for s in by_z], face.height, "services")


def _spaced(side: DrawingSide, places: Iterable[tuple[float, Measure]], length: float, name: str) -> Chain:
    """A chain from nothing through places to the whole length; the first can be typed over, the others measure from one to the next."""
    ticks, measures = [0.0], list[Measure]()
    for place, measure in places:
        if place - ticks[-1] > JOINED:
            measures.append(measure if len(ticks) == 1 else GAP)
            ticks.append(place)
    if length - ticks[-1] > JOINED:
        ticks.append(length)
        measures.append(GAP)
    return Chain(side, tuple(ticks), tuple(measures), name=name)


def level_chain(side: DrawingSide, units: Sequence[MadeUnit], runs: Sequence[Run], height: float) -> Chain:
    """The heights at which something begins or ends, from the floor up."""
    levels = {0.0, height}
    owners: dict[tuple[float, float], str] = {}
    for unit in units:
        levels |= {round(unit.placed.z, 3), round(unit.placed.top, 3)}
        owners[round(unit.placed.z, 3), round(unit.placed.top, 3)] = unit.unit.id
    for run in runs:
        if run.what == "top":
            levels |= {round(p.box[1].z, 3) for p in run.parts}
    ticks = sorted(level for level in levels if 0.0 <= level <= height)
    measures = tuple(OfUnit(owners[a, b], "height") if (a, b) in owners else LEVEL for a, b in pairwise(ticks))
    return Chain(side, tuple(ticks), measures, name="levels")


def front_chain(side: DrawingSide, units: Sequence[MadeUnit], length: float) -> Chain:
    """The width of every front that is not seen from its edge, and what lies between; the reveals are drawn but not written."""
    seen = [(u.placed.x + f.x, f.width) for u in units for f in u.fronts if f.width > JOINED]
    spans = [(start, start + width) for start, width in seen]
    ends = min([0.0, *(low for low, _ in spans)]), max([length, *(high for _, high in spans)])
    ticks = [ends[0]]
    for edge in sorted({*ends, *(edge for span in spans for edge in span)}):
        if edge - ticks[-1] > JOINED:
            ticks.append(edge)
    measures = tuple(_of_front(a, b, spans) for a, b in pairwise(ticks))
    return Chain(side, tuple(ticks), measures, name="fronts")


def _of_front(start: float, end: float, spans: Sequence[tuple[float, float]]) -> Measure:
    middle = (start + end) / 2
    return GAP if end - start > WIDEST_REVEAL or any(low < middle < high for low, high in spans) else REVEAL


def fixture_chain(side: DrawingSide, units: Sequence[MadeUnit], length: float) -> Chain | None:
    """The middles of the units with a sink or a hob, from the left end of the face; None where there is no such unit."""
    chosen = [u for u in units if u.unit.hardware.get("sink") or u.unit.hardware.get("hob")]
    middles = [(u.placed.x + u.unit.width / 2, OfMiddle(u.unit.id)) for u in chosen]
    return _spaced(side, sorted(middles, key=lambda m: m[0]), length, "middles") if middles else None
