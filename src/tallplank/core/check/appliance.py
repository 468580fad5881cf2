"""Appliances and fixtures where they stand: services in reach, sockets behind them, what is over a hob.

Sources: NKBA Kitchen Planning Guidelines, from memory: 24 in clear above a hob to a protected surface, 30 in to any other.
"""

from collections.abc import Iterator

from shapely import Polygon

from tallplank.core.catalog.hardware import Appliance, Fixture
from tallplank.core.check.record import Finding, shown
from tallplank.core.job.face import Face
from tallplank.core.job.room import Room
from tallplank.core.job.wall import Service, ServiceKind
from tallplank.core.joinery.made import Made, MadeUnit
from tallplank.core.space.outline import Point

REACH: dict[ServiceKind, float] = {"socket": 1500.0, "water": 1500.0, "waste": 1500.0, "gas": 1000.0, "extract": 3000.0}
"""How far off a service may be, over the plan, for hoses and cables that come with appliances; common practice, no source."""
OVER_HOB, OVER_HOB_HOOD = 762.0, 610.0
SLACK = 0.5
HIGHEST_WINDOW = 300.0
"""A window whose sill is less than this above a hob is in its steam and its flames."""


def appliances_in(made: Made, room: Room, units: tuple[MadeUnit, ...]) -> Iterator[Finding]:
    """What is wrong about appliances of a room, and about what is let into its worktops."""
    for unit in units:
        yield from _out_of_reach(made, room, unit)
        yield from _behind(made, room, unit, units)
        yield from _over_hob(made, unit, units)


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
    middle, top = unit.placed.x + unit.unit.width / 2, unit.placed.top + (0.0 if is_cooker else _thick(unit))
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


def _thick(unit: MadeUnit) -> float:
    return unit.choice.finish("top").thickness if unit.choice.kind.worktop else 0.0
