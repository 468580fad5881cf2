"""Appliances and fixtures where they stand: services in reach, what is over a hob, what is cut too near to an edge, bowls in drawers.

Sources: NKBA Kitchen Planning Guidelines, from memory: 24 in clear above a hob to a protected surface, 30 in to any other; cut-outs so far
from edges and from one another as worktop makers ask, 50 mm, common practice.
"""

from collections.abc import Iterator
from itertools import combinations

from shapely import LinearRing, Polygon
from shapely import Point as Spot

from tallplank.core.catalog.hardware import Appliance, Fixture
from tallplank.core.check.record import Finding, shown
from tallplank.core.job.face import Face
from tallplank.core.job.room import Room
from tallplank.core.job.unit import HardwareRole
from tallplank.core.job.wall import Service, ServiceKind
from tallplank.core.joinery.made import Made, MadeUnit
from tallplank.core.joinery.part.part import Part
from tallplank.core.joinery.run.run import Run
from tallplank.core.space.outline import Point

REACH: dict[ServiceKind, float] = {"socket": 1500.0, "water": 1500.0, "waste": 1500.0, "gas": 1000.0, "extract": 3000.0}
"""How far off a service may be, over the plan, for hoses and cables that come with appliances; common practice, no source."""
OVER_HOB, OVER_HOB_HOOD = 762.0, 610.0
EDGE, SLACK = 50.0, 0.5
HIGHEST_WINDOW = 300.0
"""A window whose sill is less than this above a hob is in its steam and its flames."""


def appliances_in(made: Made, room: Room, units: tuple[MadeUnit, ...]) -> Iterator[Finding]:
    """What is wrong about appliances of a room, and about what is let into its worktops."""
    for unit in units:
        yield from _out_of_reach(made, room, unit)
        yield from _behind(made, room, unit, units)
        yield from _over_hob(made, unit, units)
        yield from _bowl_in_drawer(made, unit)
        yield from _beside_apron(made, unit)
    for run in made.runs:
        if run.room == room.id and run.what == "top":
            yield from _near_edges(made, run)


def needed_by(made: Made, unit: MadeUnit) -> Iterator[tuple[str, tuple[ServiceKind, ...]]]:
    """What is built into a unit or takes its place, with the services that it needs."""
    for fitting in unit.fittings:
        item = made.catalog.hardware[fitting.item]
        if isinstance(item, Appliance) and item.needs:
            yield item.name, item.needs
    for role in ("sink", "hob"):
        item = made.catalog.hardware.get(unit.unit.hardware.get(role, ""))  # type: ignore[assignment]
        if isinstance(item, Fixture) and unit.choice.kind.worktop:
            yield item.name, ("water", "waste") if role == "sink" else item.needs


def _out_of_reach(made: Made, room: Room, unit: MadeUnit) -> Iterator[Finding]:
    """Only of services that are surveyed at all: where none of a kind is, nothing is known of it."""
    for name, needs in needed_by(made, unit):
        for kind in needs:
            places = list(_services(made, room, kind))
            if not places:
                continue
            ring = Polygon(made.face(unit).frame.flat_out(unit.outline))
            off = min(float(ring.distance(_point(p))) for p in places)
            if off > REACH[kind] + SLACK:
                far, most = shown(made.job, off), shown(made.job, REACH[kind])
                text = f"{unit.label}: the next {kind} is {far} from {name}; {most} is in reach of it."
                yield Finding("warning", "service-far", text, f"Move it, or have a {kind} brought there.", (unit.unit.id,))


def _behind(made: Made, room: Room, unit: MadeUnit, units: tuple[MadeUnit, ...]) -> Iterator[Finding]:
    """Where all sockets that an appliance could have are behind one, so that no hand comes to its plug."""
    for name, needs in needed_by(made, unit):
        if "socket" not in needs:
            continue
        ring = Polygon(made.face(unit).frame.flat_out(unit.outline))
        sockets = [(f, s) for f in made.faces[room.id].values() for s in f.services if s.kind == "socket"]
        near = [(f, s) for f, s in sockets if float(ring.distance(_point(_place(f, s)))) <= REACH["socket"] + SLACK]
        covering = [next((u for u in units if _covers(u, face, service)), None) for face, service in near]
        if covering and all(covering):
            behind = " and ".join(dict.fromkeys(u.label for u in covering if u is not None))
            text = f"{unit.label}: the socket for {name} is behind the appliance of {behind}, where nobody can reach it."
            yield Finding("warning", "hidden-socket", text, "Move the socket into a unit beside it, or above the worktop.", (unit.unit.id,))


def _covers(unit: MadeUnit, face: Face, service: Service) -> bool:
    """Whether an appliance of a unit stands before a service."""
    if unit.unit.face != face.id:
        return False
    x, z = (at - origin for at, origin in zip(service.middle, (unit.placed.x, unit.placed.z), strict=True))
    return any(p.role == "appliance" and p.low.x < x < p.high.x and p.low.z < z < p.high.z for p in unit.pieces)


def _services(made: Made, room: Room, kind: ServiceKind) -> Iterator[Point]:
    return (_place(face, s) for face in made.faces[room.id].values() for s in face.services if s.kind == kind)


def _place(face: Face, service: Service) -> Point:
    return face.frame.flat_out([(service.x + service.width / 2, 0.0)])[0]


def _point(place: Point) -> Polygon:
    x, y = place
    return Polygon([(x - 0.1, y), (x + 0.1, y), (x, y + 0.1)])


def _over_hob(made: Made, unit: MadeUnit, units: tuple[MadeUnit, ...]) -> Iterator[Finding]:
    """What hangs over a hob, or over a cooker, and windows behind it."""
    item = made.catalog.hardware.get(unit.unit.hardware.get("hob", ""))
    is_cooker = any(isinstance(a := made.catalog.hardware[f.item], Appliance) and a.shape == "cooker" for f in unit.fittings)
    if not isinstance(item, Fixture) and not is_cooker:
        return
    wide = item.size[0] if isinstance(item, Fixture) else unit.unit.width
    middle, top = unit.placed.x + unit.unit.width / 2, unit.placed.top + (0.0 if is_cooker else _thick(made, unit))
    span = (middle - wide / 2, middle + wide / 2)
    for other in units:
        placed = other.placed
        if other.unit.face != unit.unit.face or not placed.hung or placed.right <= span[0] + SLACK or placed.x >= span[1] - SLACK:
            continue
        least = OVER_HOB_HOOD if _is_hood(made, other) else OVER_HOB
        if placed.z - top < least - SLACK:
            free, need = shown(made.job, placed.z - top), shown(made.job, least)
            text = f"{other.label} hangs {free} over the hob of {unit.label}; {need} is the least."
            yield Finding("warning", "over-hob", text, "Hang it higher, or move the hob.", (other.unit.id, unit.unit.id))
    for opening in made.face(unit).openings:
        beside = opening.x < span[1] - SLACK and opening.x + opening.width > span[0] + SLACK
        if opening.kind == "window" and beside and opening.sill < top + HIGHEST_WINDOW:
            text = f"{unit.label}: its hob is right before a window."
            yield Finding("warning", "hob-window", text, "Move the hob away from the window.", (unit.unit.id,))


def _is_hood(made: Made, unit: MadeUnit) -> bool:
    items = (made.catalog.hardware[f.item] for f in unit.fittings)
    return any(isinstance(i, Appliance) and (i.shape == "hood" or any(i.below)) for i in items)


def _thick(made: Made, unit: MadeUnit) -> float:
    tops = (run for run in made.runs if run.what == "top" and unit.unit.id in run.members)
    return next((run.parts[0].thickness.value for run in tops if run.parts), 0.0)


REACHES: dict[HardwareRole, tuple[str, str]] = {
    "sink": ("the bowl of ", "Make the fixed front at the top higher, or take a shallower bowl."),
    "hob": ("", "Put a fixed front above the drawer, or take a flatter hob."),
}
"""What of a sink or a hob reaches down, and what to do about it."""


def _bowl_in_drawer(made: Made, unit: MadeUnit) -> Iterator[Finding]:
    """A bowl or a hob that reaches down into the box of a drawer below it."""
    for role, (what, remedy) in REACHES.items():
        item = made.catalog.hardware.get(unit.unit.hardware.get(role, ""))
        if not isinstance(item, Fixture) or not unit.choice.kind.worktop:
            continue
        bottom = unit.unit.height + _thick(made, unit) - item.size[2]
        boxes = [p.box[1].z for p in unit.parts if p.kind == "drawer"]
        if boxes and max(boxes) > bottom + SLACK:
            deep = shown(made.job, max(boxes) - bottom)
            text = f"{unit.label}: {what}{item.name} reaches {deep} into the drawer below it."
            yield Finding("warning", f"{'bowl' if role == 'sink' else 'hob'}-in-drawer", text, remedy, (unit.unit.id,))


WIDER = 20.0
"""How much narrower than its unit a sink may be that stands before the front."""


def _beside_apron(made: Made, unit: MadeUnit) -> Iterator[Finding]:
    """A sink before the front that leaves the box open beside it, or is wider than that."""
    item = made.catalog.hardware.get(unit.unit.hardware.get("sink", ""))
    if unit.choice.apron is None or not isinstance(item, Fixture):
        return
    free = unit.unit.width - item.size[0]
    if not -SLACK <= free <= WIDER + SLACK:
        what = f"leaves {shown(made.job, free)} of it open" if free > 0 else f"is {shown(made.job, 0.0 - free)} wider"
        text = f"{unit.label}: {item.name} stands before its front and {what}."
        yield Finding("warning", "apron-width", text, "Make the unit as wide as the sink, or take another sink.", (unit.unit.id,))


def _near_edges(made: Made, run: Run) -> Iterator[Finding]:
    for part in run.parts:
        cuts = [Polygon(p.outline) for p in part.pockets if p.what == "cutout" and p.outline is not None]
        if not cuts:
            continue
        edge = LinearRing(part.form.ring(part.size))
        near = [d for cut in cuts if SLACK < (d := float(edge.distance(cut))) < EDGE - SLACK and _is_opening(cut)]
        openings = [cut for cut in cuts if _is_opening(cut)]
        pairs = [(a, b) for a, b in combinations(openings, 2) if _unit_under(made, run, part, a) != _unit_under(made, run, part, b)]
        near += [d for a, b in pairs if (d := float(a.distance(b))) < EDGE - SLACK]
        if near:
            text = f"{run.label}: {shown(made.job, min(near))} of board is left beside an opening; {shown(made.job, EDGE)} is the least."
            yield Finding("warning", "cut-near-edge", text, "Choose a smaller sink or hob, or a deeper top.", run.members)


def _unit_under(made: Made, run: Run, part: Part, cut: Polygon) -> str:
    """The unit that an opening of a worktop is over; bowls of one sink are over the same."""
    frame = made.faces[run.room][run.face].frame
    middle = cut.centroid
    at = Spot(frame.out(part.frame.out((middle.x, middle.y, 0.0)))[:2])
    under = (made.by_id[key] for key in run.members)
    return next((u.unit.id for u in under if Polygon(made.face(u).frame.flat_out(u.outline)).contains(at)), "")


LEAST_OPENING = 10_000.0
"""What is smaller, in square millimetres, is the hole of a tap."""


def _is_opening(cut: Polygon) -> bool:
    return float(cut.area) > LEAST_OPENING
