"""What holds fronts that stay shut, so that nothing comes out of them: brackets from the box, or screws through a face frame.

Source: common practice; what a bracket bores stands in its record.
"""

from tallplank.core.catalog.hardware import Fixing, Hardware
from tallplank.core.joinery.joint.joint import holding_screw
from tallplank.core.joinery.joint.meeting import TOUCH
from tallplank.core.joinery.part.part import UPRIGHTS, Front, Note, PartKind
from tallplank.core.joinery.rule.choice import Choice
from tallplank.core.joinery.setout.collector import FORWARD, Bore, Collector
from tallplank.core.joinery.setout.layout import Cell
from tallplank.core.joinery.setout.plane import Plane
from tallplank.core.measure.size import Size
from tallplank.core.measure.source import Decided
from tallplank.core.space.frame import DOWN, LEFT, RIGHT, UP, Vec

FROM_END, LEAST = 60.0, 2
"""From the ends of a front to its brackets or screws; with fewer than so many it is told."""
AROUND = 3.0
"""A hole lies within its piece with this around its middle."""
LEVELS: tuple[PartKind, ...] = ("floor", "fixed-shelf")
BESIDE = 30.0
"""A bracket under the end of a front that no upright stands behind is so far from its edge."""


def fix_false(choice: Choice, cell: Cell, front: Front, plane: Plane, out: Collector) -> None:
    """Bore a front that stays shut and what it is fixed to, and count what fixes it."""
    name = "blind front" if cell.opening.blind else "false front"
    item: Hardware | None
    if choice.rules.box == "face-frame" and choice.rules.overlay != "inset":
        gap = max(0.0 - plane.back, 0.0)
        screw = holding_screw(choice, choice.rules.frame_thickness + gap, choice.finish("front").thickness)
        item, count = (screw, _screws(choice, front, plane, screw, out)) if screw is not None else (None, 0)
    else:
        item, count = choice.hardware("fastener"), _brackets(choice, cell, front, plane, out)
    if item is None or count < LEAST:
        out.note(Note("no-fixing", f"The {name} finds no board to be fixed to.", "Choose another front, or put a board beside it."))
    else:
        out.fit(item, Size.of(count, f"to a {name}", Decided("hardware", item.role)), name)


def _ends(low: float, high: float) -> tuple[float, float]:
    inset = min(FROM_END, (high - low) / 4)
    return low + inset, high - inset


def _brackets(choice: Choice, cell: Cell, front: Front, plane: Plane, out: Collector) -> int:
    """Brackets on the uprights beside it; at an end without one, on the boards below and above."""
    low, high = max(front.z, cell.z.clear_at), min(front.z + front.height, cell.z.clear_end)
    count = 0
    for end, side, into, inward in (
        (front.x, cell.x.clear_at, LEFT, 1.0),
        (front.x + front.width, cell.x.clear_end, RIGHT, -1.0),
    ):
        if abs(side - end) < 2 * choice.rules.board_thickness:
            for z in _ends(low, high):
                count += _bracket(choice, Vec(side, 0.0, z), into, Vec(inward, 0.0, 0.0), plane, UPRIGHTS, out)
        else:
            x = end + inward * BESIDE
            count += _bracket(choice, Vec(x, 0.0, cell.z.clear_at), DOWN, Vec(0.0, 0.0, 1.0), plane, LEVELS, out)
            count += _bracket(choice, Vec(x, 0.0, cell.z.clear_end), UP, Vec(0.0, 0.0, -1.0), plane, LEVELS, out)
    return count


def _bracket(choice: Choice, corner: Vec, into: Vec, out_of: Vec, plane: Plane, kinds: tuple[PartKind, ...], out: Collector) -> bool:
    """One bracket in the corner between a board and the front; False where there is no board."""
    item = choice.hardware("fastener")
    points = [Vec(corner.x + out_of.x * b.x, plane.back, corner.z + out_of.z * b.x) for b in item.front_holes]
    ahead = [_piece_at(point, out) for point in points]
    if None in ahead or out.host(Vec(corner.x, plane.rows + item.box_holes[0].x, corner.z), into, kinds) is None:
        return False
    for bored in item.box_holes:
        out.bore_at(Vec(corner.x, plane.rows + bored.x, corner.z), into, Bore("bracket", bored.diameter, bored.depth), kinds)
    for bored, point, piece in zip(item.front_holes, points, ahead, strict=True):
        if piece is not None:
            out.bore(piece, point, FORWARD, Bore("bracket", bored.diameter, bored.depth))
    return True


def _piece_at(point: Vec, out: Collector) -> int | None:
    """Which piece of a front has its back face at a point, within its outline."""
    for index, part in enumerate(out.parts):
        low, high = out.box(index)
        if part.kind == "front" and abs(high.y - point.y) < TOUCH and low.x < point.x < high.x and low.z < point.z < high.z:
            inner = part.frame.inside(point)
            if all(part.covers(inner.x + d, inner.y + e) for d in (-AROUND, AROUND) for e in (-AROUND, AROUND)):
                return index
    return None


def _screws(choice: Choice, front: Front, plane: Plane, screw: Fixing, out: Collector) -> int:
    """Screws through the members of a face frame, from behind."""
    frame, inset = choice.rules.frame_thickness, choice.rules.frame_overlay / 2
    sides, tops = (front.x, front.x + front.width), (front.z, front.z + front.height)
    count = 0
    for i, x in enumerate(_ends(*sides)):
        for k, z in enumerate(_ends(*tops)):
            aside, along = sides[i] + (inset, -inset)[i], tops[k] + (inset, -inset)[k]
            count += any(_screw(at, plane, frame, screw, out) for at in ((aside, z), (x, along)))
    return count


def _screw(at: tuple[float, float], plane: Plane, frame: float, screw: Fixing, out: Collector) -> bool:
    """One screw through a member of the frame, if there is one before the place; False otherwise."""
    behind, ahead = Vec(at[0], frame, at[1]), Vec(at[0], plane.back, at[1])
    piece = _piece_at(ahead, out)
    if piece is None or out.bore_at(behind, FORWARD, Bore("bracket", screw.joint.face, frame), ("frame",)) is None:
        return False
    out.bore(piece, ahead, FORWARD, Bore("bracket", screw.joint.end, screw.length - frame + plane.back))
    return True
