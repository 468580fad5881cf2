"""The holes that hardware asks for: hinges, slides, shelf pins, legs, hangers and stays, on the rows of system holes where it can.

Source: common practice; what each item bores stands in its record.
"""

from collections.abc import Iterable, Iterator

from tallplank.core.build.box import Box
from tallplank.core.build.choice import Choice
from tallplank.core.build.collector import FORWARD, Bore, Collector
from tallplank.core.build.front import Plane, hinge_count, stay_for, stay_moment
from tallplank.core.build.layout import Cell
from tallplank.core.build.meeting import TOUCH
from tallplank.core.build.part import Front, PartKind
from tallplank.core.build.shelf import PIN_RADIUS, shelf_levels
from tallplank.core.build.system import on_row, row_holes, row_lines
from tallplank.core.catalog.record import Bored, Hardware
from tallplank.core.measure.frame import Vec

BESIDE_STILE = 25.0
"""From the stile of a framed flap to the middle of a hinge in its rail."""
UPRIGHTS: tuple[PartKind, ...] = ("gable", "partition")
SLIDE_HOSTS: tuple[PartKind, ...] = (*UPRIGHTS, "blocking")
LEAST_SKIN = 1.0
"""A hole that would leave less goes right through."""
LEVELS: tuple[PartKind, ...] = ("floor", "fixed-shelf")
LEFT, RIGHT, UP, DOWN = Vec(-1.0, 0.0, 0.0), Vec(1.0, 0.0, 0.0), Vec(0.0, 0.0, 1.0), Vec(0.0, 0.0, -1.0)


def add_machining(choice: Choice, box: Box, cells: Iterable[Cell], plane: Plane, out: Collector) -> None:
    """Bore all parts for the hardware of a unit."""
    by_path = {cell.path: cell for cell in cells}
    for front in out.fronts:
        cell = by_path[front.path]
        if front.kind == "door":
            _hang_door(choice, box, cell, front, plane, out)
        elif front.kind in ("flap", "lift"):
            _hang_flap(choice, box, cell, front, plane, out)
    for cell, z, length in out.slides:
        _slides(choice, cell, plane, z, length, out)
    for cell in by_path.values():
        if cell.opening.shelves:
            _pins(choice, box, cell, plane, out)


def hinge_places(choice: Choice, low: float, high: float, count: int, *, rows: bool, least: float = 0.0) -> tuple[float, ...]:
    """The middles of a door's hinges: the outer ones near its ends, the others evenly between, their plates on the rows."""
    inset = max(min(choice.rules.hinge_end, (high - low) / 4), least)
    first, last = low + inset, high - inset
    even = [first + (last - first) * i / (count - 1) for i in range(count)] if count > 1 else [(low + high) / 2]
    half = choice.rules.system_pitch / 2
    return tuple(on_row(choice.rules, z - half) + half for z in even) if rows else tuple(even)


def cup_bores(hinge: Hardware) -> Iterator[tuple[Bored, Bore]]:
    """What a hinge bores in its door: the cup in its middle line, and the screws beside it."""
    for bored in hinge.front_holes:
        yield bored, Bore("cup" if bored.z == 0 else "hinge-screw", bored.diameter, bored.depth)


def _hang_door(choice: Choice, box: Box, cell: Cell, front: Front, plane: Plane, out: Collector) -> None:
    hinge = choice.hardware("hinge")
    count = round(hinge_count(hinge, front.height, front.weight_kg).value)
    framed = choice.rules.box == "face-frame"
    left = front.hand == "left"
    edge, inward = (front.x, 1.0) if left else (front.x + front.width, -1.0)
    into = LEFT if left else RIGHT
    span = cell.x
    side = (span.way_at if left else span.way_end) if framed else (span.clear_at if left else span.clear_end)
    kinds: tuple[PartKind, ...] = ("frame",) if framed else UPRIGHTS
    for z in hinge_places(choice, front.z, front.z + front.height, count, rows=not framed):
        for bored, bore in cup_bores(hinge):
            out.bore_at(Vec(edge + inward * bored.x, plane.back, z + bored.z), FORWARD, bore, ("front",))
        for bored in hinge.box_holes:
            y = choice.rules.frame_thickness / 2 if framed else plane.rows + bored.x
            if out.bore_at(Vec(side, y, z + bored.z), into, Bore("plate", bored.diameter, bored.depth), kinds) is None:
                out.miss(f"The hinges of the {_name(front)} find no board to be screwed to.")


def _name(front: Front) -> str:
    return f"{front.hand} {front.kind}".strip()


def _hang_flap(choice: Choice, box: Box, cell: Cell, front: Front, plane: Plane, out: Collector) -> None:
    hinge, low = choice.hardware("hinge"), front.kind == "flap"
    count = round(hinge_count(hinge, front.width, front.weight_kg).value)
    edge, inward = (front.z, 1.0) if low else (front.z + front.height, -1.0)
    framed, span = choice.rules.box == "face-frame", cell.z
    side, into = (span.way_at if framed else span.clear_at, DOWN) if low else (span.way_end if framed else span.clear_end, UP)
    kinds: tuple[PartKind, ...] = ("frame",) if framed else LEVELS
    least = choice.catalog.door_styles[front.style].stile + BESIDE_STILE if front.framed else 0.0
    for x in hinge_places(choice, front.x, front.x + front.width, count, rows=False, least=least):
        for bored, bore in cup_bores(hinge):
            out.bore_at(Vec(x + bored.z, plane.back, edge + inward * bored.x), FORWARD, bore, ("front",))
        for bored in hinge.box_holes:
            point = Vec(x + bored.z, choice.rules.frame_thickness / 2 if framed else plane.rows + bored.x, side)
            if out.bore_at(point, into, Bore("plate", bored.diameter, bored.depth), kinds) is None:
                out.miss(f"The hinges of the {_name(front)} find no board to be screwed to.")
    _fix_stays(choice, cell, front, plane, (edge, inward, side), out)


def _fix_stays(choice: Choice, cell: Cell, front: Front, plane: Plane, hung: tuple[float, float, float], out: Collector) -> None:
    """The holes of both stays: in the uprights on the rows, in the flap on the middle of its stiles where it is framed."""
    edge, inward, side = hung
    stay = stay_for(choice, stay_moment(front.weight_kg, front.height))
    stile = choice.catalog.door_styles[front.style].stile / 2 if front.framed else 0.0
    ends = ((cell.x.clear_at, LEFT, front.x, 1.0), (cell.x.clear_end, RIGHT, front.x + front.width, -1.0))
    for x, way, outer, inside in ends:
        for bored in stay.box_holes:
            z = on_row(choice.rules, side + inward * bored.z)
            out.bore_at(Vec(x, plane.rows + bored.x, z), way, Bore("stay", bored.diameter, bored.depth), UPRIGHTS)
        for bored in stay.front_holes:
            at = outer + inside * stile if stile else x + inside * bored.x
            point = Vec(at, plane.back, edge + inward * bored.z)
            out.bore_at(point, FORWARD, Bore("stay", bored.diameter, bored.depth), ("front",))


def _slides(choice: Choice, cell: Cell, plane: Plane, z: float, length: float, out: Collector) -> None:
    """The holes of both slides, in the uprights or in the blocking that stands in front of them."""
    holes = [h for h in choice.hardware("slide").box_holes if h.x <= length]
    for x, into in ((cell.x.free_at, LEFT), (cell.x.free_end, RIGHT)):
        for bored in holes:
            point = Vec(x, plane.rows + bored.x, z + bored.z)
            host = out.host(point, into, SLIDE_HOSTS)
            if host is None:
                out.miss("A drawer's slides find no board to be screwed to.")
                continue
            thick = out.parts[host].thickness.value
            depth = bored.depth if bored.depth <= thick - LEAST_SKIN else thick
            out.bore(host, point, into, Bore("slide", bored.diameter, depth))


def _pins(choice: Choice, box: Box, cell: Cell, plane: Plane, out: Collector) -> None:
    pin = choice.hardware("pin")
    bored = pin.box_holes[0] if pin.box_holes else Bored(diameter=2 * PIN_RADIUS, depth=13.0)
    rows = row_lines(choice.rules, plane.rows, box.back_face)
    heights, own = pin_heights(choice, box, cell), {z - PIN_RADIUS for z in shelf_levels(choice, cell, box.shelf.value)}
    for x, into in ((cell.x.clear_at, LEFT), (cell.x.clear_end, RIGHT)):
        hosts = [out.host(Vec(x, y, heights[0]), into, UPRIGHTS) for y in rows]
        for y, host in zip(rows, hosts, strict=True):
            if host is None:
                out.miss("The pins of a shelf find no board to sit in.")
                continue
            for z in heights:
                out.bore(host, Vec(x, y, z), into, Bore("pin", bored.diameter, bored.depth))
                if not any(abs(z - level) < TOUCH for level in own):
                    out.spares.append(((cell.path, z), host, out.holes[host][-1]))


def pin_heights(choice: Choice, box: Box, cell: Cell) -> tuple[float, ...]:
    """The heights of the holes beside an opening with adjustable shelves: those of the shelves, and more as the rule says."""
    rules, levels = choice.rules, [z - PIN_RADIUS for z in shelf_levels(choice, cell, box.shelf.value)]
    low, high = cell.z.clear_at + box.shelf.value, cell.z.clear_end - box.shelf.value
    if rules.pin_rows == "none" or any(abs(on_row(rules, z) - z) > 1e-6 for z in levels):
        return tuple(levels)
    if rules.pin_rows == "full":
        return tuple(sorted({*row_holes(rules, low, high), *levels}))
    spread = rules.pin_spread * rules.system_pitch
    found = {z for level in levels for z in row_holes(rules, max(level - spread, low), min(level + spread, high))}
    return tuple(sorted(found | set(levels)))
