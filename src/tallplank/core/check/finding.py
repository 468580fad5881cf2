"""Findings, and the one list of checks."""

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass
from itertools import islice

from tallplank.core.catalog.record import Board, Catalog
from tallplank.core.check.bearing import hanging_boards
from tallplank.core.check.machining import Fault, faults
from tallplank.core.check.record import Finding, Site, shown
from tallplank.core.check.strength import few_legs, heavy_doors, heavy_drawers, heavy_flaps, heavy_hung_units, sagging_shelves
from tallplank.core.job.record import Room, Standard, Unit
from tallplank.core.joinery.part.part import Part
from tallplank.core.joinery.rule.choice import is_known
from tallplank.core.joinery.workshop import Made, MadeUnit
from tallplank.core.space.frame import Vec, extent, wall_frame

SLACK = 0.5
"""Millimetres that two things may share before it counts."""
MOST_PAIRS = 300
"""Overlaps that are told of in one room; where there are more, nobody reads them one by one."""


@dataclass(frozen=True, slots=True)
class Standing:
    """A unit's outline in its room, fronts included."""

    made: MadeUnit
    low: Vec
    high: Vec


LEVELS = ("error", "warning", "note")


class Checker:
    """Checks jobs one after the other, keeping what was found in units that did not change where they stand."""

    def __init__(self) -> None:
        self._known: dict[int, tuple[MadeUnit, Site, tuple[Finding, ...]]] = {}
        self.checked = 0
        """How many units were checked so far, for tests and benchmarks."""

    def findings(self, made: Made) -> tuple[Finding, ...]:
        """All findings, errors first; within a level those that concern several things come before those of single units."""
        found = [finding for check in JOB_CHECKS for finding in check(made)]
        known = {}
        walls = {(room.id, wall.id): (room, wall) for room in made.job.rooms for wall in room.walls}
        for unit in made.units:
            site = Site(made.catalog, made.job.display, *walls[unit.unit.room, unit.unit.wall])
            known[id(unit)] = entry = self._entry(unit, site)
            found += entry[2]
        self._known = known
        return tuple(sorted(found, key=lambda f: LEVELS.index(f.level)))

    def _entry(self, unit: MadeUnit, site: Site) -> tuple[MadeUnit, Site, tuple[Finding, ...]]:
        before = self._known.get(id(unit))
        if before is not None and _is_same(before[1], site):
            return before
        self.checked += 1
        return unit, site, tuple(finding for check in UNIT_CHECKS for finding in check(site, unit))


def _is_same(a: Site, b: Site) -> bool:
    return a.room is b.room and a.wall is b.wall and a.catalog is b.catalog and a.display == b.display


def findings(made: Made) -> tuple[Finding, ...]:
    """All findings of a job, errors first."""
    return Checker().findings(made)


def overlapping(made: Made) -> frozenset[str]:
    """The ids of units that overlap another, for the drawings to mark."""
    return frozenset(unit.made.unit.id for room in made.job.rooms for pair in _pairs(made, room) for unit in pair)


def _not_built(_: Site, unit: MadeUnit) -> Iterator[Finding]:
    if unit.problem:
        yield Finding("error", "not-built", f"{unit.label} cannot be built: {unit.problem}", "Change its sizes.", (unit.unit.id,))


def _run_not_built(made: Made) -> Iterator[Finding]:
    for run in made.runs:
        if run.problem:
            yield Finding("error", "run-not-built", f"{run.label} cannot be built: {run.problem}", "Change the kick height.", run.members)


def _overlaps(made: Made) -> Iterator[Finding]:
    for room in made.job.rooms:
        for a, b in _pairs(made, room):
            depth = min(min(a.high[i], b.high[i]) - max(a.low[i], b.low[i]) for i in range(3))
            text = f"{a.made.label} and {b.made.label} overlap by {shown(made.job, depth)}."
            yield Finding("error", "overlap", text, "Move one of them or make it narrower.", (a.made.unit.id, b.made.unit.id))


def _pairs(made: Made, room: Room) -> Iterator[tuple[Standing, Standing]]:
    standing = [_standing(made, room, u) for u in made.units if u.unit.room == room.id]
    return islice(_meeting(standing), MOST_PAIRS)


def _standing(made: Made, room: Room, unit: MadeUnit) -> Standing:
    wall = made.job.wall(room.id, unit.unit.wall)
    placed = unit.placed
    frame = wall_frame(wall.side, room.width, room.depth)
    corner = frame.out((placed.x, placed.front, placed.z))
    low, high = extent(type(frame)(corner, frame.x, frame.y, frame.z), (unit.unit.width, -placed.front, unit.unit.height))
    return Standing(unit, low, high)


def _meeting(standing: Sequence[Standing]) -> Iterator[tuple[Standing, Standing]]:
    """Pairs whose outlines share space, found by sweeping along x."""
    active: list[Standing] = []
    for one in sorted(standing, key=lambda s: s.low.x):
        active = [a for a in active if a.high.x - SLACK > one.low.x]
        for other in active:
            if all(min(a, b) - max(c, d) > SLACK for a, b, c, d in zip(one.high, other.high, one.low, other.low, strict=True)):
                yield other, one
        active.append(one)


def _outside(site: Site, unit: MadeUnit) -> Iterator[Finding]:
    placed, length = unit.placed, site.room.wall_length(site.wall)
    beyond = max(-placed.x, placed.right - length)
    if beyond > SLACK:
        text = f"{unit.label} stands {shown(site, beyond)} beyond the end of {site.wall.name}."
        yield Finding("error", "beyond-wall", text, "Slide it back or make it narrower.", (unit.unit.id,))
    if placed.top - site.room.height > SLACK:
        text = f"{unit.label} is {shown(site, placed.top - site.room.height)} higher than the room."
        yield Finding("error", "beyond-ceiling", text, "Make it lower.", (unit.unit.id,))


def _before_openings(site: Site, unit: MadeUnit) -> Iterator[Finding]:
    placed = unit.placed
    for opening in site.wall.openings:
        beside = min(placed.right, opening.x + opening.width) - max(placed.x, opening.x)
        above = min(placed.top, opening.sill + opening.height) - max(placed.z, opening.sill)
        if beside > SLACK and above > SLACK:
            text = f"{unit.label} stands {shown(site, beside)} into the {opening.kind} of {site.wall.name}."
            yield Finding("warning", "covers-opening", text, f"Keep it beside or below the {opening.kind}.", (unit.unit.id,))


def _choices(made: Made) -> Iterator[Finding]:
    standard = made.job.standard
    yield from _unknown("The job", made.catalog, standard, standard, ())
    for unit in made.units:
        yield from _unknown(unit.label, made.catalog, unit.unit, standard, (unit.unit.id,))


def _unknown(who: str, catalog: Catalog, owner: Standard | Unit, standard: Standard, units: tuple[str, ...]) -> Iterator[Finding]:
    """What is asked for that neither the catalogue nor the job has."""
    for role, key in owner.finishes.items():
        if key not in catalog.finishes:
            text = f"{who} asks for the finish '{key}', which is not in the catalogue."
            yield Finding("error", "unknown-finish", text, f"Choose another finish for {role}.", units)
    for item, key in owner.hardware.items():
        if key not in catalog.hardware:
            text = f"{who} asks for the {item} '{key}', which is not in the catalogue."
            yield Finding("error", "unknown-item", text, f"Choose another {item}.", units)
    if owner.door_style is not None and owner.door_style not in catalog.door_styles:
        text = f"{who} asks for the door style '{owner.door_style}', which is not in the catalogue."
        yield Finding("error", "unknown-style", text, "Choose another door style.", units)
    if owner.construction is not None and not is_known(catalog, standard, owner.construction):
        text = f"{who} asks for the construction '{owner.construction}', which neither the job nor the catalogue has."
        yield Finding("error", "unknown-construction", text, "Another is used until then: choose one.", units)


def _thickness_not_sold(site: Site, unit: MadeUnit) -> Iterator[Finding]:
    for board, thickness in sorted({(p.board, p.thickness.value) for p in unit.parts if not _milled(p, site.catalog.boards[p.board])}):
        entry = site.catalog.boards[board]
        if entry.price_m2(thickness) is None:
            sold = ", ".join(f"{float(t):g}" for t in entry.prices)
            text = f"{unit.label} needs {entry.name} {thickness:g} thick, which is not sold; the price is that of the next thicker."
            yield Finding("warning", "thickness-not-sold", text, f"Choose a thickness of {sold}.", (unit.unit.id,))


def _milled(part: Part, board: Board) -> bool:
    """Pieces of a framed front are planed down from thicker stock, and so is blocking; there is nothing to say about that."""
    if part.kind == "blocking":
        return part.thickness.value <= max(map(float, board.prices))
    return part.kind in ("front", "frame") and part.thickness.value <= part.finish.thickness


def _legs_out_of_range(site: Site, unit: MadeUnit) -> Iterator[Finding]:
    if any(f.role == "leg" for f in unit.fittings):
        leg = unit.choice.hardware("leg")
        if not leg.heights[0] - SLACK <= unit.placed.z <= leg.heights[1] + SLACK:
            text = f"{unit.label} stands {shown(site, unit.placed.z)} above the floor; {leg.name} does not reach that."
            yield Finding("warning", "leg-range", text, "Choose another leg or kick height.", (unit.unit.id,))


def _badly_bored(_: Site, unit: MadeUnit) -> Iterator[Finding]:
    """Faults of the machining, several of one kind told by the first."""
    by_code: dict[str, list[Fault]] = {}
    for fault in faults(unit.parts):
        by_code.setdefault(fault.code, []).append(fault)
    for code, found in by_code.items():
        more = f" So in {len(found) - 1} more {'part' if len(found) == 2 else 'parts'}." if len(found) > 1 else ""
        yield Finding("warning", code, f"{unit.label}, {found[0].text}{more}", found[0].remedy, (unit.unit.id,))


def _notes(site: Site, unit: MadeUnit) -> Iterator[Finding]:
    for note in unit.notes:
        yield Finding("warning", note.code, f"{unit.label}: {note.text}", note.remedy, (unit.unit.id,))


def _alike_numbers(made: Made) -> Iterator[Finding]:
    by_number: dict[int, list[str]] = {}
    for unit in made.units:
        by_number.setdefault(unit.unit.mark, []).append(unit.unit.id)
    for number, ids in by_number.items():
        if len(ids) > 1:
            text = f"{'Two' if len(ids) == 2 else len(ids)} units have the number {number}; their labels would be the same."
            yield Finding("error", "same-number", text, "Renumber the units.", tuple(ids))


JOB_CHECKS: tuple[Callable[[Made], Iterator[Finding]], ...] = (_run_not_built, _overlaps, _choices, _alike_numbers, few_legs)
"""Checks of what concerns several things; a new one is one function added here."""
UNIT_CHECKS: tuple[Callable[[Site, MadeUnit], Iterator[Finding]], ...] = (
    _not_built,
    _outside,
    _before_openings,
    _thickness_not_sold,
    _legs_out_of_range,
    _badly_bored,
    _notes,
    hanging_boards,
    sagging_shelves,
    heavy_doors,
    heavy_drawers,
    heavy_hung_units,
    heavy_flaps,
)
"""Checks of one unit by itself, where it stands; a new one is one function added here."""
