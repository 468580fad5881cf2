"""The doors of units that are no rectangles in plan: flat ones along slanted sides, folding pairs in corners, bent ones.

Source: common practice; the values are rules of the construction and fields of the hardware.
"""

from dataclasses import dataclass, replace
from typing import Literal

from tallplank.core.catalog.hardware import Hinge
from tallplank.core.joinery.front.free import Blocked, freed
from tallplank.core.joinery.front.front import hinge_count
from tallplank.core.joinery.front.hinge import cup_bores, hinge_places
from tallplank.core.joinery.front.leaf import Leaf, add_leaf_parts, front_thickness
from tallplank.core.joinery.front.pull import add_pulls, pull_places
from tallplank.core.joinery.inside.shelf import PIN_RADIUS
from tallplank.core.joinery.part.form.bent import Bent
from tallplank.core.joinery.part.hole import Hole
from tallplank.core.joinery.part.opened import swing
from tallplank.core.joinery.part.part import Edges, Front, Note, Piece, Tag
from tallplank.core.joinery.rule.choice import hinge_for, usual_hinge
from tallplank.core.joinery.rule.load import weight_kg
from tallplank.core.joinery.setout.collector import FORWARD, Bore, Collector, Lay, Stuff
from tallplank.core.joinery.shaped.plan import PlanSide
from tallplank.core.joinery.shaped.stand import Stand
from tallplank.core.measure.size import Size
from tallplank.core.measure.source import Decided
from tallplank.core.space.frame import Vec, moved, turned_about_z
from tallplank.core.space.motion import Motion
from tallplank.core.space.outline import area

SQUARE, ASKEW = 90.0, 15.0
"""A front that stands so many degrees off square to its gable takes another hinge."""
FOLD_FROM_EDGE, FOLD_SCREWS = 20.0, 32.0
"""The screws of a folding hinge on the leaf that carries the other: from its edge, and apart."""


def add_doors(stand: Stand, out: Collector) -> None:
    """Add the doors of a shaped unit with their hinges and pulls."""
    fronts = stand.fronts
    if len(fronts) == 2:
        _folding_pair(stand, fronts[0], fronts[1], out)
    elif stand.plan[fronts[0]].kind == "curve":
        _curved_door(stand, fronts[0], out)
    else:
        left = stand.choice.unit.opening.hand == "left"
        _hang(stand, fronts[0], _Leaf(Tag("door"), left), out)


def _folding_pair(stand: Stand, first: int, second: int, out: Collector) -> None:
    """Two leaves that meet in the inner corner and fold onto each other; the first is hung on its gable."""
    left = stand.choice.unit.opening.hand == "left"
    hung = first if left else second
    side, (start, stop) = stand.plan[hung], stand.ends(hung)
    axis = side.frame().out((start.value if left else side.length - stop.value, stand.back - stand.thick, 0.0))
    motion = swing(axis.x, axis.y, left=left)
    for index, hand, inner_right in ((first, "left", True), (second, "right", False)):
        carries = index == hung
        _hang(stand, index, _Leaf(Tag("door", hand), inner_right if carries else not inner_right, motion, carries), out)


@dataclass(frozen=True, slots=True)
class _Leaf:
    """One flat door along a straight side: on which hand it hangs; one of a pair shares its motion.

    `carries` says whether the other leaf folds onto it, hinged at its free edge; a leaf that is carried hangs on no gable.
    """

    tag: Tag
    left: bool
    motion: Motion | None = None
    carries: bool = False

    @property
    def on_gable(self) -> bool:
        return self.motion is None or self.carries


def _hang(stand: Stand, index: int, door: _Leaf, out: Collector) -> None:
    """A flat door made in the side's own frame and then turned into place with its holes."""
    choice, foot, height, side = stand.choice, stand.foot.value, stand.height, stand.plan[index]
    apart = Collector(out.catalog, out.trimmed)
    apart.fronts = list(out.fronts)
    first, last = stand.ends(index)
    whole = Size.of(side.length, "front side of the plan", Decided("unit", "width"))
    width = whole - 2 * first if first == last else whole - first - last
    start, end, frame = first.value, first.value + width.value, side.frame()
    axis = frame.out((start if door.left else end, stand.back - stand.thick, 0.0))
    motion = door.motion or swing(axis.x, axis.y, left=door.left)
    leaf = Leaf(door.tag, "door", start, foot, width, height, stand.back, motion, "left" if door.left else "right")
    framed = add_leaf_parts(choice, choice.door_style, leaf, apart)
    weight = sum(weight_kg(choice, p) for p in apart.parts)
    if choice.kind.takes_pulls and (door.motion is None or not door.carries):
        add_pulls(choice, leaf, choice.door_style if framed else None, apart)
    hinge = _hinge(stand, index, door)
    places = _hinges(stand, hinge, height, weight, door.tag.name, out)
    _cups(hinge, leaf, places, apart)
    if door.carries:
        _carry(leaf, places, apart)
    if door.on_gable:
        _plates(stand, hinge, (index, door.left), places, out)
    apart.pieces = [replace(piece, turned=frame) for piece in apart.pieces]
    out.take(apart, frame)
    ends = [frame.out((x, 0.0, 0.0)).x for x in (start, end)]
    shown = (min(ends), foot, abs(ends[1] - ends[0]), height.value)
    out.fronts.append(Front("door", *shown, leaf.hand, framed, choice.door_style.id, (), weight))


def _hinge(stand: Stand, index: int, door: _Leaf) -> Hinge:
    """The hinge for a leaf: of a folding pair, at an angle to its gable, or as the construction says."""
    if door.motion is not None:
        return hinge_for(stand.choice, "fold" if door.carries else "leaf")
    gable = stand.plan[stand.gable_at(index, at_start=door.left)]
    turn = (stand.plan[index].angle - gable.angle) % SQUARE
    return hinge_for(stand.choice, "corner") if min(turn, SQUARE - turn) > ASKEW and not stand.framed else usual_hinge(stand.choice)


def _hinges(stand: Stand, hinge: Hinge, height: Size, weight: float, name: str, out: Collector) -> tuple[float, ...]:
    """Count the hinges of a door; returns the heights of their middles."""
    foot = stand.foot.value
    count = hinge_count(hinge, height.value, weight)
    out.fit(hinge, count, name)
    span = (foot, foot + height.value)
    even = hinge_places(stand.choice, *span, round(count.value), rows=not stand.framed)
    pin = 2 * PIN_RADIUS  # what a shelf lies on reaches down below it, and shelves here are on no rows
    shelves = [Blocked(i, out.box(i)[0].z - pin, out.box(i)[1].z) for i, p in enumerate(out.parts) if p.kind == "shelf"]
    return freed(stand.choice, even, span, [] if stand.framed else shelves, rows=not stand.framed)


def _carry(leaf: Leaf, places: tuple[float, ...], apart: Collector) -> None:
    """The screws of the hinges of the other leaf, at the free edge of the one that carries it."""
    edge = leaf.x + leaf.width.value - FOLD_FROM_EDGE if leaf.hand == "left" else leaf.x + FOLD_FROM_EDGE
    for z in places:
        for off in (-FOLD_SCREWS / 2, FOLD_SCREWS / 2):
            apart.bore_at(Vec(edge, leaf.y, z + off), FORWARD, Bore("plate", 2.5, 10.0), ("front",))


def _cups(hinge: Hinge, leaf: Leaf, places: tuple[float, ...], apart: Collector) -> None:
    edge, inward = (leaf.x, 1.0) if leaf.hand == "left" else (leaf.x + leaf.width.value, -1.0)
    for z in places:
        for bored, bore in cup_bores(hinge):
            apart.bore_at(Vec(edge + inward * bored.x, leaf.y, z + bored.z), FORWARD, bore, ("front",))


def _plates(stand: Stand, hinge: Hinge, end: tuple[int, bool], places: tuple[float, ...], out: Collector) -> None:
    """The plates at the start (True) or the end of a front: on the gable from its front edge on, or on the edge of the frame's stile."""
    index, at_start = end
    if (stile := stand.stiles.get(end)) is not None:
        _plates_on_stile(hinge, stile, places, out)
        return
    off, gable = stand.plates_from(index, at_start=at_start), stand.gables[stand.gable_at(index, at_start=at_start)]
    part = out.parts[gable]
    into = part.frame.turned_out((0.0, 0.0, -1.0))
    for z in places:
        for bored in hinge.box_holes:
            y = part.width.value - off - bored.x if at_start else off + bored.x
            if 0 < y < part.width.value:
                point = part.frame.out((z + bored.z, y, part.thickness.value))
                out.bore(gable, point, into, Bore("plate", bored.diameter, bored.depth))


def _plates_on_stile(hinge: Hinge, stile: int, places: tuple[float, ...], out: Collector) -> None:
    part = out.parts[stile]
    inner = 0.0 if part.tag.side == "left" else part.width.value
    into = part.frame.turned_out((0.0, 1.0 if inner == 0.0 else -1.0, 0.0))
    for z in places:
        for bored in hinge.box_holes:
            point = part.frame.out((z + bored.z, inner, part.thickness.value / 2))
            out.bore(stile, point, into, Bore("plate", bored.diameter, bored.depth))


def _curved_door(stand: Stand, index: int, out: Collector) -> None:
    """One bent door: a flat board of the length of its arc in the cut list, a curved body in every view."""
    choice, side, finish = stand.choice, stand.plan[index], stand.choice.finish("front")
    thick, height, foot = front_thickness(choice), stand.height, stand.foot.value
    trim, left = stand.ends(index)[0].value, choice.unit.opening.hand == "left"
    inner, outer = stand.curve(index, -stand.back, trim), stand.curve(index, thick.value - stand.back, trim)
    shape = (*outer, *reversed(inner))
    run = area(shape) / thick.value  # ends that are not square included
    width = Size.of(run, "along the arc in the middle of its thickness, within its edges", Decided("unit", "width"))
    hinged = outer[0] if left else outer[-1]
    motion = swing(hinged[0], hinged[1], left=left)
    low = (min(p[0] for p in shape), min(p[1] for p in shape))
    body = Bent(moved(low[0], low[1], foot), tuple((x - low[0], y - low[1]) for x, y in shape), height.value)
    edges = Edges(finish.band, finish.band, finish.band, finish.band)
    lay = Lay("+z", "-x", (side.b[0], side.b[1] + stand.back, foot))
    part = out.add("door", Stuff(finish, "front"), (height, width, thick), lay, edges=edges, motion=motion, kind="front", form=body)
    weight = weight_kg(choice, part)
    hinge = usual_hinge(choice)
    places = _hinges(stand, hinge, height, weight, "door", out)
    _bore_flat(hinge, len(out.parts) - 1, [z - foot for z in places], left, out)
    _plates(stand, hinge, (index, left), places, out)
    hand: Literal["left", "right"] = "left" if left else "right"
    shown = (min(side.a[0], side.b[0]) + trim, foot, side.length - 2 * trim, height.value)
    out.fronts.append(Front("door", *shown, hand, False, choice.door_style.id, (), weight))
    if choice.kind.takes_pulls:
        _curved_pull(stand, index, motion, out)


def _bore_flat(hinge: Hinge, index: int, places: list[float], left: bool, out: Collector) -> None:
    """The cups of a bent door, on the flat board that it is bent from: its own y runs from its right edge."""
    width = out.parts[index].width.value
    for z in places:
        for bored, bore in cup_bores(hinge):
            y = width - bored.x if left else bored.x
            out.holes[index].append(Hole(bore.what, Vec(z + bored.z, y, 0.0), Vec(0.0, 0.0, 1.0), bore.diameter, bore.depth))


def _curved_pull(stand: Stand, side: int, motion: Motion, out: Collector) -> None:
    """The pull of a bent door, upright near its free edge, and the holes for it in the flat board."""
    choice, foot, index = stand.choice, stand.foot.value, len(out.parts) - 1
    trim = stand.ends(side)[0].value
    pull, part = choice.hardware("pull"), out.parts[index]
    leaf = Leaf(Tag("door"), "door", 0.0, foot, part.width, part.length, 0.0, motion, choice.unit.opening.hand)
    count, (place, *_) = pull_places(choice, leaf, pull)
    if place.level:
        out.note(Note("no-pull", f"{pull.name} is longer than the bent door is high.", "Choose a shorter pull, or make the unit higher."))
        return
    out.fit(pull, count, "door")
    for off in (-pull.centres / 2, pull.centres / 2) if pull.centres else (0.0,):
        at = Vec(place.z + off - foot, part.width.value - place.x, 0.0)
        out.holes[index].append(Hole("pull", at, Vec(0.0, 0.0, 1.0), pull.screw, part.thickness.value))
    face = stand.curve(side, part.thickness.value - stand.back, trim)
    along = place.x / part.width.value * (len(face) - 1)
    before, after = face[min(int(along), len(face) - 2)], face[min(int(along), len(face) - 2) + 1]
    way = PlanSide("front", before, after)
    half = pull.thick / 2
    centre = way.frame().out(((along - int(along)) * way.length, 0.0, 0.0))
    low, high = Vec(-half, -pull.projection, place.z - pull.length / 2), Vec(half, 0.0, place.z + pull.length / 2)
    turned = turned_about_z(way.angle, (centre.x, centre.y, 0.0))
    out.pieces.append(Piece("pull", pull.colour, low, high, motion, turned))
