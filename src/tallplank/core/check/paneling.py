"""Paneled walls: sockets that nobody could mount, and boards that are no more than slivers.

Source: common practice: a socket sits in one flat board, with some of that all round; strips narrower than 20 split when they are fixed.
"""

from collections.abc import Iterator, Sequence
from functools import partial

from tallplank.core.catalog.catalog import Catalog
from tallplank.core.check.record import Finding, shown
from tallplank.core.job.face import Face
from tallplank.core.job.room import Room
from tallplank.core.job.wall import Service
from tallplank.core.joinery.made import Made, MadeUnit
from tallplank.core.joinery.paneling.area import Area
from tallplank.core.joinery.paneling.covered import AGAINST, CUT_FOR
from tallplank.core.joinery.paneling.mark import marks_on
from tallplank.core.joinery.paneling.place import number_of
from tallplank.core.joinery.part.lot import picked
from tallplank.core.joinery.part.part import Part
from tallplank.core.joinery.part.role import PartRole
from tallplank.core.joinery.run.run import Run
from tallplank.core.joinery.workshop import site_of
from tallplank.core.space.outline import strip_span

SLIVER, ROUND_IT = 20.0, 8.0
"""The narrowest board, and how much of one board there is round a socket."""
NARROW: tuple[PartRole, ...] = ("slat", "panel mold")
"""What is narrow by its nature."""


def paneled_walls(made: Made, room: Room, _: tuple[MadeUnit, ...]) -> Iterator[Finding]:
    """What is wrong about the paneled walls of a room."""
    yield from _marks_gone(made, room)
    for run in made.runs_in.get(room.id, ()):
        if run.what != "panel":
            continue
        yield from _panels_cut(run)
        if run.parts:
            face = made.faces[run.room][run.face]
            yield from _sockets(made, run, face)
            yield from _slivers(made, run)
            yield from _casings(made, run)
            yield from _not_sold(made, run)


def _sockets(made: Made, run: Run, face: Face) -> Iterator[Finding]:
    for service in face.services:
        if service.kind in CUT_FOR and (names := _meets(run, service)):
            text = (
                f"{run.label}: the {service.kind} at {shown(made.job, service.middle[0])} meets {names}; it needs one flat board round it."
            )
            yield Finding("warning", "socket-in-panel", text, "Move it, or divide the wall otherwise.")


def _meets(run: Run, service: Service) -> str:
    """What a service would be cut into, where that is not one flat board that reaches round it."""
    low = (service.x - ROUND_IT, service.z - ROUND_IT)
    high = (service.x + service.width + ROUND_IT, service.z + service.height + ROUND_IT)
    found: set[str] = set()
    for part in run.parts:
        (x0, _, z0), (x1, _, z1) = part.box
        overlaps = min(high[0], x1) - max(low[0], x0) > 0 and min(high[1], z1) - max(low[1], z0) > 0
        inside = x0 <= low[0] and x1 >= high[0] and z0 <= low[1] and z1 >= high[1]
        if overlaps and not inside:
            found.add(part.tag.role)
    found -= {"backing"}
    return " and ".join(f"a {name}" for name in sorted(found))


def _casings(made: Made, run: Run) -> Iterator[Finding]:
    """Casings that run into what stands there."""
    casings = picked(run.parts, "casings", _casings_of)
    face = made.faces[run.room][run.face]
    for one in site_of(made, run.room).members if casings else ():
        span = strip_span([face.frame.inside((*point, 0.0))[:2] for point in one.ring], -AGAINST, 0.0)
        area = Area(span[0], one.low, span[1] - span[0], one.high - one.low) if span is not None and one.unit else None
        if area is not None and any(area.meets(_seen(part)) for part in casings):
            text = f"{run.label}: the casing of an opening runs into unit {one.mark}."
            yield Finding("warning", "casing-hits", text, "Move the unit, or take a narrower casing.", (one.unit,))


def _casings_of(parts: Sequence[Part]) -> list[Part]:
    return [part for part in parts if part.tag.role == "casing"]


def _seen(part: Part) -> Area:
    low, high = part.box
    return Area(low.x, low.z, high.x - low.x, high.z - low.z)


def _slivers(made: Made, run: Run) -> Iterator[Finding]:
    narrow = picked(run.parts, "slivers", _narrow)
    if narrow:
        least = min(narrow, key=lambda p: min(p.size[:2]))
        text = (
            f"{run.label}: a {least.tag.role} is only {shown(made.job, min(least.size[:2]))} wide; {shown(made.job, SLIVER)} is the least."
        )
        yield Finding("warning", "sliver", text, "Divide the wall otherwise, or move its ends.")


def _narrow(parts: Sequence[Part]) -> list[Part]:
    return [p for p in parts if p.tag.role not in NARROW and p.kind != "molding" and min(p.size[:2]) < SLIVER]


def _not_sold(made: Made, run: Run) -> Iterator[Finding]:
    """Boards of a thickness that their material is not sold in: the shop would have to plane them, and they have no price."""
    for part in picked(run.parts, "unsold", partial(_unsold, made.catalog), made.catalog)[:1]:
        board = made.catalog.boards[part.board]
        sold = ", ".join(shown(made.job, float(size)) for size in board.prices)
        text = f"{run.label}: the {part.tag.role} is {shown(made.job, part.thickness.value)} thick; {board.name} is sold in {sold}."
        yield Finding("warning", "thickness-not-sold", text, "Choose one of these, or another board.")


def _unsold(catalog: Catalog, parts: Sequence[Part]) -> list[Part]:
    sheets = ((part, catalog.boards[part.board]) for part in parts if part.kind != "molding")
    return [part for part, board in sheets if board.price_m3 is None and board.price_m2(part.thickness.value) is None]


def _panels_cut(run: Run) -> Iterator[Finding]:
    """Panels whose moldings are left out, since they would run into an opening or into what stands there."""
    found = [note for note in run.notes if note.code == "panel-cut"]
    if found:
        others = len(found) - 1
        which, them = (f"{found[0].text} and {others} more have", "them") if others else (f"{found[0].text} has", "it")
        text = f"{run.label}: {which} no molding, since something cuts {them}."
        yield Finding("note", "panel-cut", text, found[0].remedy)


def _marks_gone(made: Made, room: Room) -> Iterator[Finding]:
    """Regions that are held at something that is no longer there: they are as large as their own sizes say."""
    for scheme in room.schemes:
        held = scheme.root.within.marks
        marks = marks_on(room, made.faces[room.id][scheme.face], scheme, site_of(made, room.id).members) if held else ()
        known = {mark.key for mark in marks}
        for path, key in held:
            if key not in known:
                which = f"region {number_of(path)}" if path else "the whole of it"
                text = f"{scheme.name}: {which} is held at something that is not on its wall."
                yield Finding("warning", "mark-gone", text, "Hold it at something else, or let it be as large as it says.")
