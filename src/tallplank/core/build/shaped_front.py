"""The doors of units that are no rectangles in plan: flat ones along slanted sides, folding pairs in corners, bent ones.

Source: common practice; the values are rules of the construction and fields of the hardware.
"""

from collections.abc import Mapping
from dataclasses import dataclass, replace
from itertools import pairwise
from math import cos, radians, sin
from typing import Literal

from tallplank.core.build.box import thickness
from tallplank.core.build.choice import Choice
from tallplank.core.build.collector import FORWARD, Bore, Collector, Lay
from tallplank.core.build.front import hinge_count
from tallplank.core.build.leaf import Leaf, add_leaf_parts, front_thickness
from tallplank.core.build.load import weight_kg
from tallplank.core.build.machining import cup_bores, hinge_places
from tallplank.core.build.part import Body, Edges, Front, Hole, Motion, Piece
from tallplank.core.build.plan import Plan, Side, arc, corner_angle, overhang, setback
from tallplank.core.build.pull import add_pulls, pull_places
from tallplank.core.measure.frame import Frame, Vec, moved
from tallplank.core.measure.size import Size

FOLD_FROM_EDGE, FOLD_SCREWS = 20.0, 32.0
"""The screws of a folding hinge on the leaf that carries the other: from its edge, and apart."""


@dataclass(frozen=True, slots=True)
class Stand:
    """How doors stand along the sides of a plan: over the gables, over half of them, or between them."""

    choice: Choice
    plan: Plan
    rise: float
    """How far a curved front bows out; in, if negative."""
    gables: Mapping[int, int]
    """The numbers of the gables' parts, by the numbers of their sides."""

    def angles(self, index: int) -> tuple[float, float]:
        """The unit's inner angles at both ends of a side."""
        side, before, after = self.plan[index], self.plan[index - 1], self.plan[(index + 1) % len(self.plan)]
        return corner_angle(before, side), corner_angle(side, after)

    @property
    def inset(self) -> bool:
        """Whether they stand within the outline."""
        return self.choice.rules.overlay == "inset"

    @property
    def thick(self) -> float:
        """How thick they are."""
        return front_thickness(self.choice).value

    @property
    def back(self) -> float:
        """The y of their backs in the frame of their side, whose y runs inwards."""
        return self.thick if self.inset else -self.choice.rules.front_gap

    @property
    def behind(self) -> float:
        """How much of the inside they take."""
        return self.thick + self.choice.rules.front_gap if self.inset else 0.0

    @property
    def foot(self) -> Size:
        """From the underside of the carcass to their lower edges, and from their upper edges to its top."""
        if self.inset:
            return thickness(self.choice, "floor_thickness", "bottom") + self.choice.rule("inset_gap", "gap")
        return 0.5 * self.choice.rule("reveal")

    @property
    def height(self) -> Size:
        """Their height."""
        return Size.of(self.choice.unit.height, "height", "unit.height") - 2 * self.foot

    def edge(self, angle: float) -> Size:
        """From a corner with a gable, where the unit has this inner angle, to the edge of a door beside it."""
        board = self.choice.rule("board_thickness", "gable")
        if self.choice.rules.overlay == "half":
            return 0.5 * board + 0.5 * self.choice.rule("reveal")
        if not self.inset:
            return 0.5 * self.choice.rule("reveal")
        gap, along = self.choice.rule("inset_gap", "gap"), gable_reach(board.value, angle, self.thick)
        return (board if abs(along - board.value) < 1e-9 else Size.of(along, "gable, along the front", "rule.board_thickness")) + gap

    def plates_from(self, angle: float, gable_from: float) -> float:
        """How far along a gable, from its front edge, the plates of hinges are measured: from the back of an inset door."""
        if not self.inset:
            return 0.0
        turn = radians(angle)
        board = self.choice.rules.board_thickness
        return max((self.thick + board * cos(turn)) / sin(turn) - gable_from, 0.0)


def gable_reach(board: float, angle: float, deep: float) -> float:
    """How far a gable reaches along the front from the corner with this inner angle, down to `deep` behind the front."""
    turn = radians(angle)
    return (board + deep * cos(turn)) / sin(turn) if angle <= 90.0 else board * sin(turn)


def add_doors(stand: Stand, out: Collector) -> None:
    """Add the doors of a shaped unit with their hinges and pulls."""
    fronts = [i for i, side in enumerate(stand.plan) if side.kind in ("front", "curve")]
    if len(fronts) == 2:
        _folding_pair(stand, fronts, out)
    elif stand.plan[fronts[0]].kind == "curve":
        _curved_door(stand, fronts[0], out)
    else:
        _one_door(stand, fronts[0], out)


def _one_door(stand: Stand, index: int, out: Collector) -> None:
    choice, side = stand.choice, stand.plan[index]
    first, last = _ends(stand, index)
    whole = Size.of(side.length, "front side of the plan", "unit.width")
    width, start = whole - 2 * first if first == last else whole - first - last, first.value
    left = choice.unit.opening.hand == "left"
    _hang(stand, index, _Leaf("door", start, width, left), out)


def _ends(stand: Stand, index: int) -> list[Size]:
    """From both corners of a slanted front to the edges of its door, which passes no plane of a blunt corner."""
    proud = stand.choice.rules.front_gap + stand.thick
    half = 0.5 * stand.choice.rule("reveal")
    ends = []
    for angle, short in zip(stand.angles(index), overhang(stand.plan, index, proud), strict=True):
        edge = stand.edge(angle)
        blunt = not stand.inset and short + half.value > edge.value and short > 0
        ends.append(half + Size.of(short, "beside the neighbours' fronts", "finish.front") if blunt else edge)
    return ends


def _folding_pair(stand: Stand, fronts: list[int], out: Collector) -> None:
    """Two leaves that meet in the inner corner and fold onto each other; the first is hung on its gable."""
    plan, left = stand.plan, stand.choice.unit.opening.hand == "left"
    first, second = (plan[i] for i in fronts)
    edge, corner = stand.edge(90.0), _in_the_corner(stand)
    hung = first if left else second
    axis = hung.frame().out((edge.value if left else second.length - edge.value, stand.back - stand.thick, 0.0))
    motion = Motion("swing", axis.x, axis.y, clockwise=left)
    for index, name, start in ((fronts[0], "door left", edge.value), (fronts[1], "door right", corner.value)):
        side = plan[index]
        width = Size.of(side.length, "front side of the plan", "unit.width") - edge - corner
        carries, inner_right = side is hung, side is first
        hinged_left = inner_right if carries else not inner_right
        _hang(stand, index, _Leaf(name, start, width, hinged_left, motion, carries), out)


def _in_the_corner(stand: Stand) -> Size:
    """From the inner corner to the edges of the two leaves that meet there."""
    choice = stand.choice
    if stand.inset:
        return choice.rule("inset_gap", "gap")
    proud = choice.rules.front_gap + stand.thick
    return Size.of(proud, "in the corner", "finish.front") + choice.rule("reveal")


@dataclass(frozen=True, slots=True)
class _Leaf:
    """One flat door along a straight side: from where on, how wide, on which hand; one of a pair shares its motion.

    `carries` says whether the other leaf folds onto it, hinged at its free edge; a leaf that is carried hangs on no gable.
    """

    name: str
    start: float
    width: Size
    left: bool
    motion: Motion | None = None
    carries: bool = False

    @property
    def on_gable(self) -> bool:
        return self.motion is None or self.carries

    @property
    def end(self) -> float:
        return self.start + self.width.value

    @property
    def hinged(self) -> float:
        """Its hinged edge along the side."""
        return self.start if self.left else self.end


def _hang(stand: Stand, index: int, door: _Leaf, out: Collector) -> None:
    """A flat door made in the side's own frame and then turned into place with its holes."""
    choice, foot, height = stand.choice, stand.foot.value, stand.height
    apart = Collector(out.catalog, out.trimmed)
    apart.fronts = list(out.fronts)
    frame = stand.plan[index].frame()
    axis = frame.out((door.hinged, stand.back - stand.thick, 0.0))
    motion = door.motion or Motion("swing", axis.x, axis.y, clockwise=door.left)
    leaf = Leaf(door.name, "door", door.start, foot, door.width, height, stand.back, motion, "left" if door.left else "right")
    framed = add_leaf_parts(choice, choice.door_style, leaf, apart)
    weight = sum(weight_kg(choice, p) for p in apart.parts)
    if choice.kind.takes_pulls and (door.motion is None or not door.carries):
        add_pulls(choice, leaf, choice.door_style if framed else None, apart)
    hinge = choice.hardware("hinge")
    count = hinge_count(hinge, height.value, weight)
    out.fit(hinge, count, door.name)
    places = hinge_places(choice, foot, foot + height.value, round(count.value), rows=True)
    _cups(choice, leaf, places, apart)
    if door.carries:
        _carry(door, leaf.y, places, apart)
    if door.on_gable:
        _plates(stand, index, door.left, places, out)
    out.parts += [replace(p, frame=p.frame.then(frame)) for p in apart.finished()]
    out.fittings += apart.fittings
    out.pieces += [_turned_piece(piece, frame) for piece in apart.pieces]
    ends = [frame.out((x, 0.0, 0.0)).x for x in (door.start, door.end)]
    shown = (min(ends), foot, abs(ends[1] - ends[0]), height.value)
    out.fronts.append(Front("door", *shown, leaf.hand, framed, choice.door_style.id, (), weight))


def _carry(door: _Leaf, y: float, places: tuple[float, ...], apart: Collector) -> None:
    """The screws of the hinges of the other leaf, at the free edge of the one that carries it."""
    edge = door.end - FOLD_FROM_EDGE if door.left else door.start + FOLD_FROM_EDGE
    for z in places:
        for off in (-FOLD_SCREWS / 2, FOLD_SCREWS / 2):
            apart.bore_at(Vec(edge, y, z + off), FORWARD, Bore("plate", 2.5, 10.0), ("front",))


def _turned_piece(piece: Piece, frame: Frame) -> Piece:
    """A small upright piece of hardware in its new place; it stays square to the room, which at its size does not show."""
    middle = frame.out(((piece.low.x + piece.high.x) / 2, (piece.low.y + piece.high.y) / 2, 0.0))
    half = ((piece.high.x - piece.low.x) / 2, (piece.high.y - piece.low.y) / 2)
    wide, deep = half if abs(frame.x.x) > 0.4 else half[::-1]
    low = Vec(middle.x - wide, middle.y - deep, piece.low.z)
    return replace(piece, low=low, high=Vec(middle.x + wide, middle.y + deep, piece.high.z))


def _cups(choice: Choice, leaf: Leaf, places: tuple[float, ...], apart: Collector) -> None:
    edge, inward = (leaf.x, 1.0) if leaf.hand == "left" else (leaf.x + leaf.width.value, -1.0)
    for z in places:
        for bored, bore in cup_bores(choice.hardware("hinge")):
            apart.bore_at(Vec(edge + inward * bored.x, leaf.y, z + bored.z), FORWARD, bore, ("front",))


def _plates(stand: Stand, index: int, at_start: bool, places: tuple[float, ...], out: Collector) -> None:
    """The plates on the gable at the start or the end of a front, measured from the gable's front edge."""
    plan, gables = stand.plan, stand.gables
    beside = (index + (-1 if at_start else 1)) % len(plan)
    cut = setback(plan, beside, stand.choice.rules.board_thickness, stand.rise)
    off = stand.plates_from(stand.angles(index)[0 if at_start else 1], cut[1] if at_start else cut[0])
    part = out.parts[gables[beside]]
    into = part.frame.turned_out((0.0, 0.0, -1.0))
    for z in places:
        for bored in stand.choice.hardware("hinge").box_holes:
            y = part.width.value - off - bored.x if at_start else off + bored.x
            if 0 < y < part.width.value:
                point = part.frame.out((z + bored.z, y, part.thickness.value))
                out.bore(gables[beside], point, into, Bore("plate", bored.diameter, bored.depth))


def _curved_door(stand: Stand, index: int, out: Collector) -> None:
    """One bent door: a flat board of the length of its arc in the cut list, a curved body in every view."""
    choice, side, rise, finish = stand.choice, stand.plan[index], stand.rise, stand.choice.finish("front")
    thick, height, foot = front_thickness(choice), stand.height, stand.foot.value
    trim, left = stand.edge(90.0).value, choice.unit.opening.hand == "left"
    inner, outer = arc(side, rise, -stand.back, trim), arc(side, rise, thick.value - stand.back, trim)
    shape = (*outer, *reversed(inner))
    middle = [((a[0] + b[0]) / 2, (a[1] + b[1]) / 2) for a, b in zip(inner, outer, strict=True)]
    run = sum(((b[0] - a[0]) ** 2 + (b[1] - a[1]) ** 2) ** 0.5 for a, b in pairwise(middle))
    width = Size.of(run, "along the arc in the middle of its thickness, within its edges", "unit.width")
    hinged = outer[0] if left else outer[-1]
    motion = Motion("swing", hinged[0], hinged[1], clockwise=left)
    low = (min(p[0] for p in shape), min(p[1] for p in shape))
    body = Body(moved(low[0], low[1], foot), tuple((x - low[0], y - low[1]) for x, y in shape), height.value)
    edges = Edges(finish.band, finish.band, finish.band, finish.band)
    lay = Lay("+z", "-x", (side.b[0], side.b[1] + stand.back, foot))
    part = out.add("door", "front", "front", finish, (height, width, thick), lay, edges=edges, motion=motion, kind="front")
    out.parts[-1] = replace(part, body=body)
    weight = weight_kg(choice, part)
    hinge = choice.hardware("hinge")
    count = hinge_count(hinge, height.value, weight)
    out.fit(hinge, count, "door")
    places = hinge_places(choice, foot, foot + height.value, round(count.value), rows=True)
    _bore_flat(choice, len(out.parts) - 1, [z - foot for z in places], left, out)
    _plates(stand, index, left, places, out)
    hand: Literal["left", "right"] = "left" if left else "right"
    shown = (min(side.a[0], side.b[0]) + trim, foot, side.length - 2 * trim, height.value)
    out.fronts.append(Front("door", *shown, hand, False, choice.door_style.id, (), weight))
    if choice.kind.takes_pulls:
        _curved_pull(stand, side, motion, out)


def _bore_flat(choice: Choice, index: int, places: list[float], left: bool, out: Collector) -> None:
    """The cups of a bent door, on the flat board that it is bent from: its own y runs from its right edge."""
    width = out.parts[index].width.value
    for z in places:
        for bored, bore in cup_bores(choice.hardware("hinge")):
            y = width - bored.x if left else bored.x
            out.holes[index].append(Hole(bore.what, Vec(z + bored.z, y, 0.0), Vec(0.0, 0.0, 1.0), bore.diameter, bore.depth))


def _curved_pull(stand: Stand, side: Side, motion: Motion, out: Collector) -> None:
    """The pull of a bent door, upright near its free edge, and the holes for it in the flat board."""
    choice, foot, index = stand.choice, stand.foot.value, len(out.parts) - 1
    pull, part = choice.hardware("pull"), out.parts[index]
    leaf = Leaf("door", "door", 0.0, foot, part.width, part.length, 0.0, motion, choice.unit.opening.hand)
    count, (place, *_) = pull_places(choice, leaf, pull)
    out.fit(pull, count, "door")
    for off in (-pull.centres / 2, pull.centres / 2) if pull.centres else (0.0,):
        at = Vec(place.z + off - foot, part.width.value - place.x, 0.0)
        out.holes[index].append(Hole("pull", at, Vec(0.0, 0.0, 1.0), pull.screw, part.thickness.value))
    face = arc(side, stand.rise, part.thickness.value - stand.back, stand.edge(90.0).value)
    share = place.x / part.width.value
    x, y = face[min(int(share * len(face)), len(face) - 1)]
    half = pull.thick / 2
    low = Vec(x - half, y - pull.projection, place.z - pull.length / 2)
    out.pieces.append(Piece("pull", pull.colour, low, Vec(x + half, y, place.z + pull.length / 2), motion))
