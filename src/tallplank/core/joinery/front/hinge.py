"""The holes that hinges and stays ask for, in fronts and boxes, on the rows of system holes where they can.

Source: common practice; what each item bores stands in its record.
"""

from collections.abc import Iterator

from tallplank.core.catalog.hardware import Bored, Hinge
from tallplank.core.joinery.front.free import freed, in_the_way, move_shelves
from tallplank.core.joinery.front.front import hinge_count, stay_for, stay_moment
from tallplank.core.joinery.joint.system import on_row
from tallplank.core.joinery.part.part import UPRIGHTS, Front, Note, PartKind
from tallplank.core.joinery.rule.choice import Choice, usual_hinge
from tallplank.core.joinery.setout.collector import FORWARD, Bore, Collector
from tallplank.core.joinery.setout.layout import Cell
from tallplank.core.joinery.setout.plane import Plane
from tallplank.core.space.frame import DOWN, LEFT, RIGHT, UP, Vec

BESIDE_STILE = 25.0
"""From the stile of a framed flap to the middle of a hinge in its rail."""
LEVELS: tuple[PartKind, ...] = ("floor", "fixed-shelf")


def hinge_places(choice: Choice, low: float, high: float, count: int, *, rows: bool, least: float = 0.0) -> tuple[float, ...]:
    """The middles of a door's hinges: the outer ones near its ends, the others evenly between, their plates on the rows."""
    inset = max(min(choice.rules.hinge_end, (high - low) / 4), least)
    first, last = low + inset, high - inset
    even = [first + (last - first) * i / (count - 1) for i in range(count)] if count > 1 else [(low + high) / 2]
    half = choice.rules.system_pitch / 2
    return tuple(on_row(choice.rules, z - half) + half for z in even) if rows else tuple(even)


def cup_bores(hinge: Hinge) -> Iterator[tuple[Bored, Bore]]:
    """What a hinge bores in its door: the cup in its middle line, and the screws beside it."""
    for bored in hinge.front_holes:
        yield bored, Bore("cup" if bored.z == 0 else "hinge-screw", bored.diameter, bored.depth)


def hang_door(choice: Choice, cell: Cell, front: Front, plane: Plane, out: Collector) -> None:
    """Bore a door and what it hangs on for its hinges."""
    hinge = usual_hinge(choice)
    count = round(hinge_count(hinge, front.height, front.weight_kg).value)
    framed = choice.rules.box == "face-frame"
    left = front.hand == "left"
    edge, inward = (front.x, 1.0) if left else (front.x + front.width, -1.0)
    into = LEFT if left else RIGHT
    span = cell.x
    side = (span.way_at if left else span.way_end) if framed else (span.clear_at if left else span.clear_end)
    kinds: tuple[PartKind, ...] = ("frame",) if framed else UPRIGHTS
    depths = [choice.rules.frame_thickness / 2 if framed else plane.rows + bored.x for bored in hinge.box_holes]
    door = (front.z, front.z + front.height)
    places = hinge_places(choice, *door, count, rows=not framed)
    if depths:
        blocked = list(in_the_way(out, side, inward, (min(depths), max(depths))))
        places = freed(choice, places, door, blocked, rows=not framed)
        if not move_shelves(choice, places, blocked, out):
            out.note(_blocked(front))
    for z in places:
        for bored, bore in cup_bores(hinge):
            out.bore_at(Vec(edge + inward * bored.x, plane.back, z + bored.z), FORWARD, bore, ("front",))
        for bored, y in zip(hinge.box_holes, depths, strict=True):
            if out.bore_at(Vec(side, y, z + bored.z), into, Bore("plate", bored.diameter, bored.depth), kinds) is None:
                out.miss(f"The hinges of the {_name(front)} find no board to be screwed to.")


def _blocked(front: Front) -> Note:
    text = f"A hinge of the {_name(front)} has no room: a board stands where its plate goes."
    return Note("hinge-blocked", text, "Move the board or change the height of the door.")


def _name(front: Front) -> str:
    return f"{front.hand} {front.kind}".strip()


def hang_flap(choice: Choice, cell: Cell, front: Front, plane: Plane, out: Collector) -> None:
    """Bore a flap and the box for its hinges and stays."""
    hinge, low = usual_hinge(choice), front.kind == "flap"
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
