"""Findings, and the one list of checks."""

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass
from itertools import islice

from tallplank.core.catalog.record import Board
from tallplank.core.check.bearing import hanging_boards
from tallplank.core.check.machining import Fault, faults
from tallplank.core.check.record import Finding, shown
from tallplank.core.check.strength import few_legs, heavy_doors, heavy_drawers, heavy_flaps, heavy_hung_units, sagging_shelves
from tallplank.core.job.record import FINISH_ROLES, HARDWARE_ROLES, Room, Wall
from tallplank.core.joinery.part.part import Part
from tallplank.core.joinery.rule.choice import is_known
from tallplank.core.joinery.workshop import Made, MadeUnit
from tallplank.core.measure.memo import IdentityMemo
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


def findings(made: Made) -> tuple[Finding, ...]:
    """All findings, errors first."""
    found = [finding for check in CHECKS for finding in check(made)]
    return tuple(sorted(found, key=lambda f: ("error", "warning", "note").index(f.level)))


def overlapping(made: Made) -> frozenset[str]:
    """The ids of units that overlap another, for the drawings to mark."""
    return frozenset(unit for finding in _overlaps(made) for unit in finding.units)


def _not_built(made: Made) -> Iterator[Finding]:
    for unit in made.units:
        if unit.problem:
            yield Finding("error", "not-built", f"{unit.label} cannot be built: {unit.problem}", "Change its sizes.", (unit.unit.id,))
    for run in made.runs:
        if run.problem:
            yield Finding("error", "run-not-built", f"{run.label} cannot be built: {run.problem}", "Change the kick height.", run.members)


def _overlaps(made: Made) -> Iterator[Finding]:
    for room in made.job.rooms:
        standing = [_standing(made, room, u) for u in made.units if u.unit.room == room.id]
        for a, b in islice(_meeting(standing), MOST_PAIRS):
            depth = min(min(a.high[i], b.high[i]) - max(a.low[i], b.low[i]) for i in range(3))
            text = f"{a.made.label} and {b.made.label} overlap by {shown(made, depth)}."
            yield Finding("error", "overlap", text, "Move one of them or make it narrower.", (a.made.unit.id, b.made.unit.id))


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


def _outside(made: Made) -> Iterator[Finding]:
    for room, wall, unit in _on_walls(made):
        placed, length = unit.placed, room.wall_length(wall)
        beyond = max(-placed.x, placed.right - length)
        if beyond > SLACK:
            text = f"{unit.label} stands {shown(made, beyond)} beyond the end of {wall.name}."
            yield Finding("error", "beyond-wall", text, "Slide it back or make it narrower.", (unit.unit.id,))
        if placed.top - room.height > SLACK:
            text = f"{unit.label} is {shown(made, placed.top - room.height)} higher than the room."
            yield Finding("error", "beyond-ceiling", text, "Make it lower.", (unit.unit.id,))


def _before_openings(made: Made) -> Iterator[Finding]:
    for _, wall, unit in _on_walls(made):
        placed = unit.placed
        for opening in wall.openings:
            beside = min(placed.right, opening.x + opening.width) - max(placed.x, opening.x)
            above = min(placed.top, opening.sill + opening.height) - max(placed.z, opening.sill)
            if beside > SLACK and above > SLACK:
                text = f"{unit.label} stands {shown(made, beside)} into the {opening.kind} of {wall.name}."
                yield Finding("warning", "covers-opening", text, f"Keep it beside or below the {opening.kind}.", (unit.unit.id,))


def _on_walls(made: Made) -> Iterator[tuple[Room, Wall, MadeUnit]]:
    walls = {(room.id, wall.id): (room, wall) for room in made.job.rooms for wall in room.walls}
    for unit in made.units:
        yield (*walls[unit.unit.room, unit.unit.wall], unit)


def _unknown_choices(made: Made) -> Iterator[Finding]:
    catalog, standard = made.catalog, made.job.standard
    for who, owner, units in (("The job", standard, ()), *((u.label, u.unit, (u.unit.id,)) for u in made.units)):
        for role in FINISH_ROLES:
            key = owner.finishes.get(role)  # type: ignore[attr-defined]
            if key is not None and key not in catalog.finishes:
                yield Finding(
                    "error",
                    "unknown-finish",
                    f"{who} asks for the finish '{key}', which is not in the catalogue.",
                    f"Choose another finish for {role}.",
                    units,
                )
        for item in HARDWARE_ROLES:
            key = owner.hardware.get(item)  # type: ignore[attr-defined]
            if key is not None and key not in catalog.hardware:
                yield Finding(
                    "error",
                    "unknown-item",
                    f"{who} asks for the {item} '{key}', which is not in the catalogue.",
                    f"Choose another {item}.",
                    units,
                )


def _unknown_style(made: Made) -> Iterator[Finding]:
    catalog, standard = made.catalog, made.job.standard
    owners: list[tuple[str, str | None, tuple[str, ...]]] = [("The job", standard.door_style, ())]
    owners += [(u.label, u.unit.door_style, (u.unit.id,)) for u in made.units]
    for who, style, units in owners:
        if style is not None and style not in catalog.door_styles:
            text = f"{who} asks for the door style '{style}', which is not in the catalogue."
            yield Finding("error", "unknown-style", text, "Choose another door style.", units)
    wanted: list[tuple[str, str | None, tuple[str, ...]]] = [("The job", standard.construction, ())]
    wanted += [(u.label, u.unit.construction, (u.unit.id,)) for u in made.units]
    for who, construction, units in wanted:
        if construction is not None and not is_known(catalog, standard, construction):
            text = f"{who} asks for the construction '{construction}', which neither the job nor the catalogue has."
            yield Finding("error", "unknown-construction", text, "Another is used until then: choose one.", units)


def _thickness_not_sold(made: Made) -> Iterator[Finding]:
    for unit in made.units:
        for board, thickness in sorted({(p.board, p.thickness.value) for p in unit.parts if not _milled(p, made.catalog.boards[p.board])}):
            entry = made.catalog.boards[board]
            if entry.price_m2(thickness) is None:
                sold = ", ".join(f"{float(t):g}" for t in entry.prices)
                text = f"{unit.label} needs {entry.name} {thickness:g} thick, which is not sold; the price is that of the next thicker."
                yield Finding("warning", "thickness-not-sold", text, f"Choose a thickness of {sold}.", (unit.unit.id,))


def _milled(part: Part, board: Board) -> bool:
    """Pieces of a framed front are planed down from thicker stock, and so is blocking; there is nothing to say about that."""
    if part.kind == "blocking":
        return part.thickness.value <= max(map(float, board.prices))
    return part.kind in ("front", "frame") and part.thickness.value <= part.finish.thickness


def _legs_out_of_range(made: Made) -> Iterator[Finding]:
    for unit in made.units:
        if any(f.role == "leg" for f in unit.fittings):
            leg = unit.choice.hardware("leg")
            if not leg.heights[0] - SLACK <= unit.placed.z <= leg.heights[1] + SLACK:
                text = f"{unit.label} stands {shown(made, unit.placed.z)} above the floor; {leg.name} does not reach that."
                yield Finding("warning", "leg-range", text, "Choose another leg or kick height.", (unit.unit.id,))


_faults: IdentityMemo[tuple[Fault, ...]] = IdentityMemo(4096)


def _badly_bored(made: Made) -> Iterator[Finding]:
    """Faults of the machining, several of one kind in one unit told by the first."""
    for unit in made.units:
        by_code: dict[str, list[Fault]] = {}
        for fault in _faults.get((unit,), lambda u=unit: faults(u.parts)):  # type: ignore[misc]
            by_code.setdefault(fault.code, []).append(fault)
        for code, found in by_code.items():
            more = f" So in {len(found) - 1} more {'part' if len(found) == 2 else 'parts'}." if len(found) > 1 else ""
            yield Finding("warning", code, f"{unit.label}, {found[0].text}{more}", found[0].remedy, (unit.unit.id,))


def _notes(made: Made) -> Iterator[Finding]:
    for unit in made.units:
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


CHECKS: tuple[Callable[[Made], Iterator[Finding]], ...] = (
    _not_built,
    _overlaps,
    _outside,
    _before_openings,
    _unknown_choices,
    _unknown_style,
    _thickness_not_sold,
    _legs_out_of_range,
    _alike_numbers,
    _badly_bored,
    _notes,
    hanging_boards,
    sagging_shelves,
    heavy_doors,
    heavy_drawers,
    heavy_hung_units,
    heavy_flaps,
    few_legs,
)
"""Every check; a new one is one function added here."""
