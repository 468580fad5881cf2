"""Whether one can walk round an island and sit at it, and whether fronts keep clear of its waterfall ends.

Sources: NKBA Kitchen Planning Guidelines, from memory: walkways 36 in; seats 24 in wide; knee depth 18, 15 and 12 in at tops 30, 36 and
42 in high; 32 in behind a seat. A filler an inch wide beside a waterfall end is common practice.
"""

from collections.abc import Iterator
from functools import partial
from itertools import combinations

from shapely import Polygon

from tallplank.core.check.record import Finding, Fix, shown
from tallplank.core.edit.survey.room import folded
from tallplank.core.edit.walkway import group_outline, standing_out, walkways
from tallplank.core.edit.waterfall import End, at_end, rubs, with_end_fillers
from tallplank.core.job.room import SEAT_WIDTH, Group, Room
from tallplank.core.joinery.made import Made, MadeUnit
from tallplank.core.joinery.part.part import Part
from tallplank.core.joinery.part.role import PartRole
from tallplank.core.joinery.run.run import Run
from tallplank.core.joinery.run.top.bar import BAR, bar_reach
from tallplank.core.space.outline import bounds

LEAST_WAY, BEHIND_SEAT = 900.0, 813.0
"""36 in as metric shops plan it, and 32 in."""
KNEES = ((850.0, 457.0), (990.0, 381.0), (float("inf"), 305.0))
"""Up to which height of the top the knees need how much depth under it."""
SLACK = 1.0
ALIKE = 0.01
"""Degrees within which faces look the same way."""
TOP_ROLES: set[PartRole] = {"worktop", "waterfall"}
ENDS: tuple[End, End] = ("left", "right")


def islands_in(made: Made, room: Room, units: tuple[MadeUnit, ...]) -> Iterator[Finding]:
    """What is wrong about the groups of a room."""
    for group in room.groups:
        ids = {f.id for f in group.faces}
        yield from _findings(made, room, group, tuple(u for u in units if u.unit.face in ids))


def _findings(made: Made, room: Room, group: Group, units: tuple[MadeUnit, ...]) -> Iterator[Finding]:
    if not units:
        return
    members = tuple(u.unit.id for u in units)
    yield from _rubbing(made, room, group)
    yield from _stepped(made, group, units)
    seated = {s.side for s in group.seats}
    for side, way in walkways(made, room.id, group.id).items():
        least = BEHIND_SEAT if side in seated else LEAST_WAY
        if way.width < least - SLACK:
            what = f"behind the seats at its {side}" if side in seated else f"at its {side}"
            text = (
                f"{group.name}: the way {what}, to {way.to}, is {shown(made.job, way.width)} wide; {shown(made.job, least)} is the least."
            )
            yield Finding("warning", "narrow-way", text, "Move the island, or make it smaller.", members)
    yield from _seats(made, room, group, units, members)


def _stepped(made: Made, group: Group, units: tuple[MadeUnit, ...]) -> Iterator[Finding]:
    """Rows back to back that do not end together, where nothing stands at that end."""
    for face, behind in combinations(group.faces, 2):
        rows = [[u for u in units if u.unit.face == f.id and u.choice.kind.mount == "floor"] for f in (face, behind)]
        if abs(abs(folded(face.turn - behind.turn)) - 180.0) > ALIKE or not all(rows):
            continue
        frame = made.face(rows[0][0]).frame
        ends = [bounds([frame.inside((*p, 0.0))[:2] for u in row for p in made.face(u).frame.flat_out(u.outline)]) for row in rows]
        for end, (one, other) in zip(ENDS, zip(*(((low[0], high[0])) for low, high in ends), strict=True), strict=True):
            turn = -90.0 if end == "left" else 90.0
            there = {f.id for f in group.faces if abs(folded(f.turn - face.turn) - turn) <= ALIKE}
            at_end = any(u.unit.face in there for u in units)
            if abs(one - other) > SLACK and not at_end:
                text = f"{group.name}: its rows end {shown(made.job, abs(one - other))} apart at the {end}; its worktop is stepped there."
                yield Finding(
                    "note", "stepped-rows", text, "Let both rows end together, unless it is meant.", tuple(u.unit.id for u in units)
                )


def _rubbing(made: Made, room: Room, group: Group) -> Iterator[Finding]:
    for end in ENDS:
        if getattr(group.top, f"{end}_end") != "waterfall":
            continue
        found = [unit for unit, _ in at_end(made.job, made.catalog, room.id, group, end) if rubs(made.catalog, unit)]
        if found:
            edit = partial(with_end_fillers, catalog=made.catalog, room_id=room.id, group_id=group.id, end=end)
            names = " and ".join(made.by_id[u.id].label for u in found)
            text = f"{names}: the fronts would rub along the waterfall end at the {end} of {group.name}."
            yield Finding("warning", "rubs", text, "Put a filler between.", tuple(u.id for u in found), Fix("Put a filler between", edit))


def _seats(made: Made, room: Room, group: Group, units: tuple[MadeUnit, ...], members: tuple[str, ...]) -> Iterator[Finding]:
    if not group.seats:
        return
    (x0, y0), _, (x1, y1), _ = group_outline(made, room.id, group)
    out, high = standing_out(made, room.id, group), max(u.placed.top for u in units)
    for row in group.seats:
        long, deep = (x1 - x0 if row.side in ("front", "back") else y1 - y0), out[row.side]
        bar = group.top.bar if group.top.bar is not None and group.top.bar.side == row.side else None
        if bar is not None:
            deep = bar_reach(bar, _board_of_bar(made, room, group))
        knees = next(under for top, under in KNEES if (bar.height if bar is not None else high) <= top)
        if row.width < SEAT_WIDTH - SLACK:
            text = f"{group.name}: a seat at its {row.side} has {shown(made.job, row.width)}; {shown(made.job, SEAT_WIDTH)} is the least."
            yield Finding("warning", "narrow-seat", text, "Give each seat more room, or leave one out.", members)
        if row.count * row.width > long + SLACK:
            need = shown(made.job, row.count * row.width)
            text = f"{group.name}: {row.count} seats at its {row.side} take {need}; that side is {shown(made.job, long)} long."
            yield Finding("error", "many-seats", text, "Leave a seat out, or make the island longer.", members)
        if deep < knees - SLACK:
            text = f"{group.name}: the top stands out {shown(made.job, deep)} at its {row.side}; knees need {shown(made.job, knees)} there."
            yield Finding("warning", "knee-depth", text, "Let the top stand out farther on that side.", members)


def _board_of_bar(made: Made, room: Room, group: Group) -> float:
    """How thick a group's raised bar is; nothing where it could not be built."""
    ids = {f.id for f in group.faces}
    runs = (run for run in made.runs_in.get(room.id, ()) if run.face in ids)
    return next((p.thickness.value for run in runs for p in run.parts if p.tag.role == BAR), 0.0)


def crossing_tops(made: Made, room: Room, _: tuple[MadeUnit, ...]) -> Iterator[Finding]:
    """Worktops of one group at two heights of which one would run through the other."""
    for group in room.groups:
        ids = {face.id for face in group.faces}
        tops = [run for run in made.runs_in.get(room.id, ()) if run.what == "top" and run.face in ids]
        members = [m for one, other in combinations(tops, 2) if _cross(made, one, other) for m in (*one.members, *other.members)]
        if members:
            text = f"{group.name}: its worktops stand at different heights, and one would run through another."
            yield Finding("error", "crossing-tops", text, "Bring the units below them to one height.", tuple(dict.fromkeys(members)))


def _cross(made: Made, one: Run, other: Run) -> bool:
    pairs = ((a, b) for a in one.parts for b in other.parts if {a.tag.role, b.tag.role} <= TOP_ROLES)
    return any(_apart(a, b) < -SLACK and _ground(made, one, a).intersection(_ground(made, other, b)).area > SLACK for a, b in pairs)


def _apart(a: Part, b: Part) -> float:
    """How far one lies above the other; below 0 by as much as they share of their heights."""
    return max(a.box[0].z, b.box[0].z) - min(a.box[1].z, b.box[1].z)


def _ground(made: Made, run: Run, part: Part) -> Polygon:
    """What a part of a run covers in its room."""
    return Polygon(made.faces[run.room][run.face].frame.flat_out(part.above))
