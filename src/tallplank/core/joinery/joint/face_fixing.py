"""What holds a face against a board: screws to drawer fronts and planted backs, dowels between a face frame and its box.

Source: common practice: four screws to a drawer front, near its corners; along edges as far apart as other fixings.
"""

from collections.abc import Iterator
from dataclasses import dataclass, field

from tallplank.core.catalog.hardware import Fixing
from tallplank.core.joinery.joint.clearance import Box, bored_box, boxes_meet
from tallplank.core.joinery.joint.joint import END_PLAY, LEAST_PILOT, fixings, holding_screw
from tallplank.core.joinery.joint.let_in import SKIN
from tallplank.core.joinery.joint.meeting import TOUCH
from tallplank.core.joinery.part.part import BOX_FRONT, Note, Part, Tag
from tallplank.core.joinery.rule.choice import Choice
from tallplank.core.joinery.setout.collector import BACKWARD, FORWARD, Bore, Collector
from tallplank.core.measure.size import Size
from tallplank.core.measure.source import Decided
from tallplank.core.space.frame import Vec, extent

FROM_SIDE, FROM_LEVEL, ABOVE_BOTTOM = 30.0, 15.0, 12.0
"""A screw of a drawer's front is driven from within its box: so far from the sides and from the edges of the box's front, and above the
bottom."""
NEAREST = 8.0
"""Where a framed front has no wood there, with a driver that goes round the corner: so far from the edges."""
APART, BESIDE = 1.0, 3.5
"""How far a screw is clear of other holes, and from its middle to what it is set beside."""
FROM_PIECE = 4.0
"""From a screw to the edge of the piece of a framed front that it holds."""
LEAST_SCREWS = 2
FRAMED, LEAST_SHARED = ("gable", "floor", "fixed-shelf", "partition"), 10.0
"""The boards that a face frame is dowelled to, where it covers at least so much of their edges."""
ASIDE = (0.0, 12.0, -12.0, 24.0, -24.0, 36.0, -36.0)


def fix_faces(choice: Choice, out: Collector) -> None:
    """Bore for what holds all drawer fronts, a planted back and a face frame, and count it."""
    fixing = _Fixing(choice, out)
    for index, part in enumerate(out.parts):
        if part.kind == "drawer" and part.tag.role == BOX_FRONT and part.tag.of is not None:
            _fix_front(fixing, index, part.tag.of)
        elif part.kind == "back" and choice.rules.back == "planted":
            _fix_back(fixing, index)
    if choice.rules.joint_frame_box == "dowel":
        _fix_frame(fixing)


@dataclass(slots=True)
class _Fixing:
    choice: Choice
    out: Collector
    _taken: dict[int, list[Box]] = field(default_factory=dict)

    def taken(self, index: int) -> list[Box]:
        """What is bored and cut in a part already, as boxes in the frame of the unit."""
        if index not in self._taken:
            part = self.out.parts[index]
            cuts = [(p.low, p.high) for p in part.pockets]
            cuts += [bored_box(h.at, h.into, h.diameter / 2, h.depth) for h in self.out.holes.get(index, ())]
            self._taken[index] = [_turned(part, cut) for cut in cuts]
        return self._taken[index]

    def is_free(self, index: int, at: Vec, way: Vec, bore: Bore) -> bool:
        """Whether a hole of a part keeps clear of its edges and of all else in it."""
        low, high = self.out.box(index)
        reach = bore.diameter / 2 + APART
        if not (low.x + reach < at.x < high.x - reach and low.z + reach < at.z < high.z - reach):
            return False
        hole = bored_box(at, way, reach, bore.depth)
        return not any(boxes_meet(hole, other) for other in self.taken(index)) and self._covers(index, at, reach)

    def _covers(self, index: int, at: Vec, reach: float) -> bool:
        part = self.out.parts[index]
        if part.form.is_square:
            return True
        inner = part.frame.inside(at)
        return all(part.covers(inner.x + dx, inner.y + dy) for dx in (-reach, reach) for dy in (-reach, reach))

    def screw(self, pair: str, at: Vec, near: int, far: int, item: Fixing) -> bool:
        """A screw through part `near` forwards into `far`, or backwards where that is behind; False where it finds no room."""
        ahead = FORWARD if self.out.box(far)[1].y <= at.y + TOUCH else BACKWARD
        back = BACKWARD if ahead is FORWARD else FORWARD
        bores, through = item.joint, self.out.parts[near].thickness.value
        outer = Bore("screw", bores.face, through, pair)
        inner = Bore("screw", bores.end, item.length - through, pair)
        return self._put(at, (near, back, outer), (far, ahead, inner))

    def dowel(self, pair: str, at: Vec, board: int, frame: int, item: Fixing) -> bool:
        """A dowel between the front edge of a board and the back of a face frame; False where it finds no room."""
        bores = item.joint
        in_frame = min(bores.face_depth, self.out.parts[frame].thickness.value - SKIN)
        outer = Bore("dowel", bores.face, in_frame, pair)
        inner = Bore("dowel", bores.end, item.length + END_PLAY - in_frame, pair)
        return self._put(at, (frame, FORWARD, outer), (board, BACKWARD, inner))

    def _put(self, at: Vec, *halves: tuple[int, Vec, Bore]) -> bool:
        if not all(self.is_free(index, at, way, bore) for index, way, bore in halves):
            return False
        for index, way, bore in halves:
            self.out.bore(index, at, way, bore)
            self.taken(index).append(bored_box(at, way, bore.diameter / 2, bore.depth))
        return True


def _fix_front(fixing: _Fixing, box_front: int, drawer: Tag) -> None:
    """Screw a front to its box, near the corners of the box."""
    out, plane = fixing.out, fixing.out.box(box_front)[0].y
    front = drawer.piece("front")
    found = [i for i, p in enumerate(out.parts) if p.kind == "front" and (p.tag == front or p.tag.is_of(front))]
    pieces = [i for i in found if abs(out.box(i)[1].y - plane) < TOUCH]
    if not pieces:
        return
    _bore_for_pulls(fixing, box_front, found)
    item = holding_screw(fixing.choice, out.parts[box_front].thickness.value, out.parts[pieces[0]].thickness.value)
    count = 0
    for corner in range(4) if item is not None else ():
        tries = _tries(fixing, box_front, pieces, corner)
        count += any(fixing.screw(f"{front.name}.{corner}", at, box_front, piece, item) for at, piece in tries)  # type: ignore[arg-type]
    if item is None or count < LEAST_SCREWS:
        text = f"The front of {drawer.name} finds no wood for the screws that hold it to its box."
        out.note(Note("no-screw", text, "Choose another door style, or other screws."))
        return
    out.fit(item, Size.of(count, "screws to a drawer front", Decided("hardware", "screw")), f"front of {drawer.name}")


def _bore_for_pulls(fixing: _Fixing, box_front: int, pieces: list[int]) -> None:
    """Bore the front of a box where the screws of its front's pulls come through it; a pull above the box needs none."""
    out, (low, high) = fixing.out, fixing.out.box(box_front)
    for piece in pieces:
        for hole in [h for h in out.holes.get(piece, ()) if h.what == "pull"]:
            at = out.parts[piece].frame.out(hole.at)
            bore, behind = Bore("pull", hole.diameter, out.parts[box_front].thickness.value), Vec(at.x, high.y, at.z)
            if low.x < at.x < high.x and low.z < at.z < high.z and fixing.is_free(box_front, behind, FORWARD, bore):
                out.bore(box_front, behind, FORWARD, bore)
                fixing.taken(box_front).append(bored_box(behind, FORWARD, bore.diameter / 2, bore.depth))


def _margins(fixing: _Fixing, box_front: int) -> Iterator[Box]:
    """From where to where on the front of a box a driver reaches from within: a straight one, then one that goes round the corner."""
    low, high = fixing.out.box(box_front)
    bottom = max((p.high.y for p in fixing.out.parts[box_front].pockets if p.what == "groove"), default=0.0)
    rise = max(FROM_LEVEL, bottom + ABOVE_BOTTOM)
    for aside, under, above in ((FROM_SIDE, rise, FROM_LEVEL), (NEAREST, NEAREST, NEAREST)):
        yield Vec(low.x + aside, low.y, low.z + under), Vec(high.x - aside, low.y, high.z - above)


def _tries(fixing: _Fixing, box_front: int, pieces: list[int], corner: int) -> Iterator[tuple[Vec, int]]:
    """Places for a screw, the usual one first: near the corner; then all others, the nearest first."""
    for low, high in _margins(fixing, box_front):
        x = high.x if corner % 2 else low.x
        z = high.z if corner // 2 else low.z
        yield from ((Vec(x, low.y, z), piece) for piece in pieces)
        found = ((far, at, piece) for piece in pieces for far, at in _from_corner(fixing, (box_front, piece), corner, (low, high)))
        yield from ((at, piece) for _, at, piece in sorted(found))


def _from_corner(fixing: _Fixing, joined: tuple[int, int], corner: int, within: Box) -> Iterator[tuple[float, Vec]]:
    """Places where a box and a piece of its front lie on each other, with how far they are from a corner of the box.

    They are those next to an edge, or to something that is bored or cut.
    """
    (box_front, piece), (low, high) = joined, within
    lines = []
    for axis, upper in ((0, corner % 2 == 1), (2, corner // 2 == 1)):
        edge, sign, near = (high[axis], -1.0, 0) if upper else (low[axis], 1.0, 1)
        beside = [fixing.out.box(piece), *fixing.taken(box_front), *fixing.taken(piece)]
        found = [edge, fixing.out.box(piece)[1 - near][axis] + sign * FROM_PIECE]
        found += [box[near][axis] + sign * BESIDE for box in beside]
        most = (high[axis] - low[axis]) / 2
        lines.append({round(v, 3) for v in found if -TOUCH <= sign * (v - edge) <= most + TOUCH})
    first = Vec(high.x if corner % 2 else low.x, low.y, high.z if corner // 2 else low.z)
    for x in lines[0]:
        for z in lines[1]:
            yield abs(x - first.x) + abs(z - first.z), Vec(x, low.y, z)


def _fix_back(fixing: _Fixing, back: int) -> None:
    """Screw a planted back to the rear edges of the gables, bottom, top and stretchers that it covers."""
    choice, out = fixing.choice, fixing.out
    low, high = out.box(back)
    through = out.parts[back].thickness.value
    item = min(
        (s for s in choice.family(choice.hardware("screw")) if s.length >= through + LEAST_PILOT), key=lambda s: s.length, default=None
    )
    count = 0
    for index, part in enumerate(out.parts) if item is not None else ():
        if part.kind in ("gable", "floor") and abs(out.box(index)[1].y - low.y) < TOUCH:
            for number, tries in enumerate(_along(out.box(index), (low, high), choice)):
                count += any(fixing.screw(f"back.{index}.{number}", at, back, index, item) for at in tries)  # type: ignore[arg-type]
    if item is not None and count:
        out.fit(item, Size.of(count, "screws to a planted back", Decided("rule", "joint_pitch")), "planted back")


def _fix_frame(fixing: _Fixing) -> None:
    """Dowel the members of a face frame to the front edges of the boards behind them."""
    choice, out = fixing.choice, fixing.out
    item, count = choice.hardware("dowel"), 0
    frames = [(i, out.box(i)) for i, p in enumerate(out.parts) if p.kind == "frame"]
    for index, part in enumerate(out.parts):
        low, high = out.box(index)
        if part.kind not in FRAMED:
            continue
        for frame, (start, end) in frames:
            shared = (min(high.x, end.x) - max(low.x, start.x), min(high.z, end.z) - max(low.z, start.z))
            if abs(low.y - end.y) > TOUCH or min(shared) < LEAST_SHARED:
                continue
            for number, tries in enumerate(_along((low, high), (start, end), choice)):
                count += any(fixing.dowel(f"frame.{index}.{frame}.{number}", Vec(at.x, low.y, at.z), index, frame, item) for at in tries)
    out.fit(item, Size.of(count, "dowels between frame and box", Decided("rule", "joint_frame_box")), "face frame to the box")


def _along(edge: Box, cover: Box, choice: Choice) -> Iterator[tuple[Vec, ...]]:
    """Places along the middle of an edge, as far as another part covers it, each with those beside it to try next."""
    (x0, _, z0), (x1, y, z1) = edge
    x0, x1, z0, z1 = max(x0, cover[0].x), min(x1, cover[1].x), max(z0, cover[0].z), min(z1, cover[1].z)
    upright, rules = z1 - z0 > x1 - x0, choice.rules
    for place in fixings((z0, z1) if upright else (x0, x1), rules.joint_end, rules.joint_pitch):
        if upright:
            yield tuple(Vec((edge[0].x + edge[1].x) / 2, y, place + d) for d in ASIDE)
        else:
            yield tuple(Vec(place + d, y, (edge[0].z + edge[1].z) / 2) for d in ASIDE)


def _turned(part: Part, box: Box) -> Box:
    """A box of a part's own frame in that of the unit."""
    low, high = box
    frame = part.frame
    corner = type(frame)(frame.out(low), frame.x, frame.y, frame.z)
    return extent(corner, (high.x - low.x, high.y - low.y, high.z - low.z))
