"""Findings, and the one list of checks."""

from collections.abc import Callable, Iterator
from dataclasses import dataclass, replace
from functools import partial
from itertools import chain
from math import ceil

from tallplank.core.catalog.board import Board
from tallplank.core.check.appliance import appliances_in
from tallplank.core.check.bearing import hanging_boards
from tallplank.core.check.boxing import boxings
from tallplank.core.check.by_room import Check, InRoom, RoomChecker, Units
from tallplank.core.check.choice import job_choices, unit_choices
from tallplank.core.check.guard import Guard
from tallplank.core.check.island import crossing_tops, islands_in
from tallplank.core.check.kept import kept_entries
from tallplank.core.check.let_in import let_in_findings
from tallplank.core.check.machining import Fault, Known, faults
from tallplank.core.check.obstacle import footing, into_walls, radiators
from tallplank.core.check.overlap import SLACK, Overlap, OverlapFinder
from tallplank.core.check.paneling import paneled_walls
from tallplank.core.check.record import Finding, Fix, Site, shown
from tallplank.core.check.room_door import meeting_doors
from tallplank.core.check.sheet import beyond_its_sheet, runs_beyond_sheets
from tallplank.core.check.strength import (
    LegChecker,
    heavy_doors,
    heavy_drawers,
    heavy_flaps,
    heavy_hung_units,
    sagging_bottoms,
    sagging_drawer_bottoms,
    sagging_shelves,
)
from tallplank.core.check.swing import SwingFinder
from tallplank.core.check.triangle import triangle_findings
from tallplank.core.check.worktop import worktops
from tallplank.core.edit.appliance import fit_appliances, fitted_unit
from tallplank.core.edit.corner import SQUARE, corner_angle
from tallplank.core.edit.unit import change_units, set_rule
from tallplank.core.job.ceiling import headroom
from tallplank.core.job.room import Room
from tallplank.core.joinery.made import Made, MadeUnit
from tallplank.core.joinery.part.part import Part
from tallplank.core.joinery.rule.corner import CORNER_PLANS
from tallplank.core.joinery.run.stretch import JOINED
from tallplank.core.measure.memo import Mapped, Rounds, are_same
from tallplank.core.space.outline import shared_depth

LEVELS = ("error", "warning", "note")
MEANT = {"frameless-here"}
"""Notes about what cannot be otherwise."""
Found = tuple[tuple[Finding, ...], tuple[Finding, ...]]
"""What was found of where a unit stands, and of the unit itself."""
Told = tuple[tuple[Finding, ...] | None, tuple[Finding, ...] | None]
"""The same of what may be kept; None where it is to be found anew."""


class Checker:
    """Checks jobs one after the other, keeping what was found in rooms and units where nothing changed."""

    def __init__(self) -> None:
        self._rooms: dict[str, _Checked] = {}
        self._overlaps = OverlapFinder()
        self._swings = SwingFinder()
        self._of_job = [check().findings if isinstance(check, type) else check for check in JOB_CHECKS]
        self._of_rooms = RoomChecker([*(check.check for check in JOB_CHECKS if isinstance(check, InRoom)), *ROOM_CHECKS])
        self._boards: Known = Rounds()
        self._guard = Guard()
        self.checked = 0
        """How many units were checked so far, for tests and benchmarks."""

    def findings(self, made: Made) -> tuple[Finding, ...]:
        """All findings, errors first; within a level those that concern several things come before those of single units."""
        guard, job, rooms = self._guard, made.job, {}
        guard.begin()
        found = list(map(partial(_told, made), self.overlaps(made)))
        in_rooms = iter(self._of_rooms.look(made, guard))
        for check in self._of_job:
            found += next(in_rooms) if isinstance(check, InRoom) else guard.found(check, (), made)
        for room in job.rooms:
            site = Site(made.catalog, job.display, job.standard.constructions, room, made.faces[room.id], self._boards)
            rooms[room.id] = checked = self._room(site, made.by_room.get(room.id, ()))
            found += checked.findings
        found += guard.found(self._swings.findings, (), made)
        found += chain.from_iterable(in_rooms)
        found += guard.findings()
        self._rooms = {} if guard.faults else rooms
        self._boards.turn()
        return tuple(sorted(found, key=lambda f: LEVELS.index(f.level)))

    def overlaps(self, made: Made) -> tuple[Overlap, ...]:
        """Which units share space, for views that want no more."""
        try:
            return self._overlaps.overlaps(made)
        except Exception as fault:  # noqa: BLE001  views draw what there is
            self._guard.note("overlaps", fault)
            return ()

    @property
    def faults(self) -> tuple[Exception, ...]:
        """What went wrong in checks of the last job."""
        return self._guard.faults

    def _room(self, site: Site, units: tuple[MadeUnit, ...]) -> "_Checked":
        before = self._rooms.get(site.room.id)
        same = before is not None and _is_same(before.site, site)
        if same and before is not None and are_same(before.units, units):
            return before
        known = _still_true(before, site) if before is not None else {}
        by_unit = tuple(self._unit(site, u, known.get(id(u))) for u in units)
        return _Checked(site, units, by_unit, tuple(f for where, own in by_unit for f in (*where, *own)))

    def _unit(self, site: Site, unit: MadeUnit, known: Told | None) -> Found:
        """What is told of where a unit stands, and of itself; what is `known` holds still, but where only its face moved for the latter."""
        where, own = known if known is not None else (None, None)
        if own is None:
            self.checked += 1
            own = tuple(f for check in UNIT_CHECKS for f in self._guard.found(check, (unit.unit.id,), site, unit))
        if where is None:
            where = tuple(f for check in PLACE_CHECKS for f in self._guard.found(check, (unit.unit.id,), site, unit))
        return where, own


@dataclass(frozen=True, slots=True)
class _Checked:
    """What was found in the units of one room."""

    site: Site
    units: tuple[MadeUnit, ...]
    by_unit: tuple[Found, ...]
    findings: tuple[Finding, ...]


def _still_true(before: "_Checked", site: Site) -> "dict[int, Told]":
    """What was found in units and holds still, by their identity; where only groups moved, of those in them not where they stand.

    What is on the walls of a room changes nothing in its units.
    """
    kept, now = before.site, site.room
    if not _is_same(kept, replace(site, room=kept.room)) or not kept.room.is_alike(now, but=("groups", "schemes")):
        return {}
    told = zip(before.units, before.by_unit, strict=True)
    stays = {key for key, face in site.faces.items() if kept.faces.get(key) is face}
    return {id(u): (where if u.unit.face in stays else None, own) for u, (where, own) in told}


def _is_same(a: Site, b: Site) -> bool:
    return a.room is b.room and a.catalog is b.catalog and a.constructions is b.constructions and a.display == b.display


def _told(made: Made, overlap: Overlap) -> Finding:
    a, b = overlap.a, overlap.b
    text = f"{a.label} and {b.label} overlap by {shown(made.job, overlap.depth)}."
    return Finding("error", "overlap", text, "Move one of them or make it narrower.", (a.unit.id, b.unit.id))


def findings(made: Made) -> tuple[Finding, ...]:
    """All findings of a job, errors first."""
    return Checker().findings(made)


def _not_built(site: Site, unit: MadeUnit) -> Iterator[Finding]:
    if unit.problem:
        yield Finding(
            "error", "not-built", f"{unit.label} cannot be built: {site.display.told(unit.problem)}", "Change its sizes.", (unit.unit.id,)
        )


def _run_not_built(made: Made, room: Room, _: Units) -> Iterator[Finding]:
    for run in made.runs_in.get(room.id, ()):
        if run.problem:
            yield Finding(
                "error",
                "run-not-built",
                f"{run.label} cannot be built: {made.job.display.told(run.problem)}",
                "Change the kick height.",
                run.members,
            )


def _moldings_too_high(made: Made, room: Room, _: Units) -> Iterator[Finding]:
    """Crowns that reach into the ceiling or a soffit over them."""
    for run in made.runs_in.get(room.id, ()):
        if run.what != "crown" or not run.parts or not run.members:
            continue
        faces = made.faces[room.id]
        rings = [(faces[run.face].frame.flat_out(part.above), part.box[1].z) for part in run.parts]
        over = max(top - headroom(room, faces, ring) for ring, top in rings)
        lows = [(s.name, top - s.low) for s in room.soffits for ring, top in rings if shared_depth(ring, s.corners) > SLACK]
        name, most = max([("the ceiling", over), *lows], key=lambda pair: pair[1])
        if most > SLACK:
            text = f"{run.label} reaches {shown(made.job, most)} into {name}."
            yield Finding("error", "crown-in-ceiling", text, "Choose a lower profile, or make the units lower.", run.members)


def _outside(site: Site, unit: MadeUnit) -> Iterator[Finding]:
    face, placed = site.face(unit), unit.placed
    beyond = max(-placed.x, placed.right - face.length)
    into, wall = into_walls(site.room, face.frame.flat_out(unit.outline))
    if beyond > SLACK and not face.is_loose:
        text = f"{unit.label} stands {shown(site, beyond)} beyond the end of {face.name}."
        yield Finding("error", "beyond-wall", text, "Slide it back or make it narrower.", (unit.unit.id,))
    elif into > SLACK:
        text = f"{unit.label} stands {shown(site, into)} into {wall}."
        yield Finding("error", "beyond-wall", text, "Slide it back, or make it narrower or shallower.", (unit.unit.id,))
    over = placed.top - headroom(site.room, site.faces, face.frame.flat_out(unit.outline) if site.room.slopes else ())
    if over > SLACK:
        text = f"{unit.label} is {shown(site, over)} higher than the {'ceiling over it' if site.room.slopes else 'room'}."
        yield Finding("error", "beyond-ceiling", text, "Make it lower.", (unit.unit.id,))


def _other_corner(site: Site, unit: MadeUnit) -> Iterator[Finding]:
    """Units made for a corner of another angle than that which they stand in."""
    face, placed = site.face(unit), unit.placed
    off = placed.x if placed.unit.side == "left" else face.length - placed.right
    closed = face.closed_left if placed.unit.side == "left" else face.closed_right
    if unit.choice.kind.plan not in CORNER_PLANS or not closed or abs(off) > JOINED:
        return
    angle = corner_angle(face, placed.unit.side)
    if abs(angle - placed.unit.corner) > SQUARE:
        text = f"{unit.label} is made for a corner of {placed.unit.corner:g}°; it stands in one of {angle:g}°."
        fix = Fix(f"Make it for {angle:g}°", partial(change_units, catalog=site.catalog, ids=[unit.unit.id], corner=angle))
        yield Finding("error", "other-corner", text, f"{fix.label}.", (unit.unit.id,), fix)


def _in_columns(site: Site, unit: MadeUnit) -> Iterator[Finding]:
    """Units in columns, beams, soffits and radiators."""
    room = site.room
    bodies = [(c.name, c.outline, c.low, c.top(room.height)) for c in room.columns]
    bodies += [(s.name, s.corners, s.low, room.height) for s in room.soffits]
    bodies += [b for face in site.faces.values() for b in radiators(face)]
    bodies += [(w.name, footing(w), 0.0, w.height) for w in room.free_walls if w.id != site.face(unit).carrier.id]
    ring = site.face(unit).frame.flat_out(unit.outline) if bodies else ()
    for name, outline, low, high in bodies:
        above = min(unit.placed.top, high) - max(unit.placed.z, low)
        deep = shared_depth(ring, outline) if above > SLACK else 0.0
        if deep > SLACK:
            text = f"{unit.label} stands {shown(site, min(deep, above))} into {name}."
            yield Finding("error", "in-column", text, "Move it, or make it narrower, lower or shallower.", (unit.unit.id,))


def _before_services(site: Site, unit: MadeUnit) -> Iterator[Finding]:
    """Sockets and switches that nobody can reach any more; pipes belong behind units."""
    placed, face = unit.placed, site.face(unit)
    if unit.unit.off > REACHED:
        return
    for service in face.services:
        x, z = service.middle
        if service.kind in ("socket", "switch") and placed.x < x < placed.right and placed.z < z < placed.top:
            text = f"{unit.label} covers the {service.kind} {shown(site, x)} from the left end of {face.name}."
            yield Finding("note", "covers-service", text, f"Move the {service.kind}, or leave it there for an appliance.", (unit.unit.id,))


def _out_of_plumb(site: Site, unit: MadeUnit) -> Iterator[Finding]:
    """Fillers against walls that are farther out of plumb than what is left on them for scribing."""
    face, placed = site.face(unit), unit.placed
    if not unit.choice.kind.way.closes_gap or face.is_loose:
        return
    ids = [wall.id for wall in site.room.walls]
    index = ids.index(face.id)
    beside = [(placed.x <= JOINED and face.closed_left, index - 1), (face.length - placed.right <= JOINED and face.closed_right, index + 1)]
    for at_end, number in beside:
        wall = site.room.walls[number % len(ids)]
        if at_end and wall.out_of_plumb > unit.choice.rules.scribe + SLACK:
            out, left = shown(site, wall.out_of_plumb), shown(site, unit.choice.rules.scribe)
            text = f"{wall.name} is {out} out of plumb; {unit.label} against it is cut only {left} wider for scribing."
            wide = partial(set_rule, catalog=site.catalog, ids=[unit.unit.id], name="scribe", value=float(ceil(wall.out_of_plumb)))
            fix = Fix("Cut it wide enough", wide)
            yield Finding("warning", "scribe-short", text, "Leave more on it for scribing.", (unit.unit.id,), fix)


REACHED = 100.0
"""What stands farther than this off the wall leaves room for a hand."""


def _before_openings(site: Site, unit: MadeUnit) -> Iterator[Finding]:
    placed, face = unit.placed, site.face(unit)
    for opening in face.openings:
        beside = min(placed.right, opening.x + opening.width) - max(placed.x, opening.x)
        above = min(placed.top, opening.sill + opening.height) - max(placed.z, opening.sill)
        if beside > SLACK and above > SLACK:
            text = f"{unit.label} stands {shown(site, beside)} into the {opening.kind} of {face.name}."
            yield Finding("warning", "covers-opening", text, f"Keep it beside or below the {opening.kind}.", (unit.unit.id,))


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


def _badly_bored(site: Site, unit: MadeUnit) -> Iterator[Finding]:
    """Faults of the machining, several of one kind told by the first."""
    by_code: dict[str, list[Fault]] = {}
    for fault in faults(unit.parts, site.known):
        by_code.setdefault(fault.code, []).append(fault)
    for code, found in by_code.items():
        more = f" So in {len(found) - 1} more {'part' if len(found) == 2 else 'parts'}." if len(found) > 1 else ""
        yield Finding("warning", code, f"{unit.label}, {found[0].text}{more}", found[0].remedy, (unit.unit.id,))


def _notes(site: Site, unit: MadeUnit) -> Iterator[Finding]:
    for note in unit.notes:
        text, ids = f"{unit.label}: {site.display.told(note.text)}", (unit.unit.id,)
        fits = fitted_unit(site.catalog, unit.choice.standard, unit.unit) if note.code == "niche" else unit.unit
        fix = Fix("Fit the unit to it", partial(fit_appliances, catalog=site.catalog, ids=ids)) if fits is not unit.unit else None
        yield Finding("note" if note.code in MEANT else "warning", note.code, text, note.remedy, ids, fix)


class MarkChecker:
    """Looks through jobs one after the other for units that have the same number."""

    name = "alike numbers"

    def __init__(self) -> None:
        self._marks: Mapped[MadeUnit, int] = Mapped()

    def findings(self, made: Made) -> Iterator[Finding]:
        """One for each number that several have."""
        marks = self._marks.of(made.units, lambda unit: unit.unit.mark)
        return iter(()) if len(set(marks)) == len(marks) else _alike_numbers(made)


def _alike_numbers(made: Made) -> Iterator[Finding]:
    by_number: dict[int, list[str]] = {}
    for unit in made.units:
        by_number.setdefault(unit.unit.mark, []).append(unit.unit.id)
    for number, ids in by_number.items():
        if len(ids) > 1:
            text = f"{'Two' if len(ids) == 2 else len(ids)} units have the number {number}; their labels would be the same."
            yield Finding("error", "same-number", text, "Renumber the units.", tuple(ids))


JOB_CHECKS: tuple[Callable[[Made], Iterator[Finding]] | InRoom | type[LegChecker | MarkChecker], ...] = (
    InRoom(_run_not_built),
    InRoom(_moldings_too_high),
    job_choices,
    MarkChecker,
    LegChecker,
    InRoom(meeting_doors),
    kept_entries,
    InRoom(triangle_findings),
    InRoom(crossing_tops),
    InRoom(runs_beyond_sheets),
    InRoom(paneled_walls),
    InRoom(boxings),
)
"""Checks of what concerns several things; a new one is one function added here, one of a room by itself as `InRoom`."""
ROOM_CHECKS: tuple[Check, ...] = (worktops, islands_in, appliances_in, let_in_findings)
"""Checks of one room with the units in it that are told after those of single units; a new one is one function added here."""
PLACE_CHECKS: tuple[Callable[[Site, MadeUnit], Iterator[Finding]], ...] = (
    _outside,
    _other_corner,
    _in_columns,
    _before_openings,
    _before_services,
    _out_of_plumb,
)
"""Checks of where one unit stands."""
UNIT_CHECKS: tuple[Callable[[Site, MadeUnit], Iterator[Finding]], ...] = (
    _not_built,
    unit_choices,
    _thickness_not_sold,
    _legs_out_of_range,
    _badly_bored,
    _notes,
    hanging_boards,
    sagging_shelves,
    sagging_bottoms,
    sagging_drawer_bottoms,
    heavy_doors,
    heavy_drawers,
    heavy_hung_units,
    heavy_flaps,
    beyond_its_sheet,
)
"""Checks of one unit by itself, wherever it stands; a new one is one function added here."""
