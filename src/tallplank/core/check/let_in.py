"""What is let into worktops: openings too near to an edge or to one another, bowls in drawers and in boards, sinks before the front.

Source: cut-outs 50 mm from edges, or less where their makers ask for less, and 50 mm from one another, common practice.
"""

from collections.abc import Iterator
from itertools import combinations

from shapely import LinearRing, Polygon, box, union_all
from shapely import Point as Spot

from tallplank.core.catalog.hardware import BOARD_LEFT, Fixture
from tallplank.core.check.record import Finding, shown
from tallplank.core.job.room import Room
from tallplank.core.job.unit import HardwareRole
from tallplank.core.joinery.made import Made, MadeUnit
from tallplank.core.joinery.part.part import Part
from tallplank.core.joinery.run.run import Run
from tallplank.core.space.frame import Vec

SLACK = 0.5


def let_in_findings(made: Made, room: Room, units: tuple[MadeUnit, ...]) -> Iterator[Finding]:
    """What is wrong about what is let into the worktops of a room."""
    for unit in units:
        yield from _bowl_in_drawer(made, unit)
        yield from _beside_apron(made, unit)
    for run in made.runs_in.get(room.id, ()):
        if run.what == "top":
            yield from run.carried("near edges", lambda run=run: tuple(_near_edges(made, run)), made.job.display)  # type: ignore[misc]
            yield from _in_boards(made, run, units)


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
        bottom = unit.unit.height + unit.choice.finish("top").thickness - item.size[2]
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


CLOSE: dict[HardwareRole, float] = {"sink": 2.6, "hob": 0.5}
"""How far a body may seem to run into a board: the wall of a bowl is drawn beside its opening."""


def _in_boards(made: Made, run: Run, units: tuple[MadeUnit, ...]) -> Iterator[Finding]:
    """Bowls and hobs that run into a board of the box below them, or of one beside it."""
    beside = [u for u in units if u.unit.face == run.face]
    for unit in (u for u in beside if u.unit.id in run.members):
        for role in REACHES:
            body = _body(run, unit, role)
            hit = next(((u, part) for u in beside for part in _boards_in(u, body, CLOSE[role])), None) if body is not None else None
            if hit is not None:
                item = made.catalog.hardware.get(unit.unit.hardware.get(role, ""))
                text = f"{unit.label}: {item.name if item is not None else f'a {role}'} runs into the {hit[1].name} of {hit[0].label}."
                remedy = "Make the unit wider or deeper, or take a smaller one."
                yield Finding("warning", "let-in-hits", text, remedy, (unit.unit.id,))


def _body(run: Run, unit: MadeUnit, role: HardwareRole) -> tuple[Vec, Vec] | None:
    """The box of what is let in over a unit, below the worktop, in the frame of the face; None where it stands at an angle."""
    if not unit.unit.hardware.get(role):
        return None  # it belongs to a unit that this one reaches over
    over = [p for p in run.pieces if p.role == role and unit.placed.x < (p.box[0].x + p.box[1].x) / 2 < unit.placed.right]
    below = [p.box for p in over if p.low.z < unit.placed.top and p.axis != "z"]
    if not below or unit.plan is not None:
        return None
    low = Vec(*(min(low[i] for low, _ in below) for i in range(3)))
    high = Vec(*(max(high[i] for _, high in below) for i in range(3)))
    return low, Vec(high.x, high.y, min(high.z, unit.placed.top))


def _boards_in(unit: MadeUnit, body: tuple[Vec, Vec], close: float) -> Iterator[Part]:
    x0, y0, z0 = unit.frame.origin
    for part in unit.parts:
        if part.kind in ("drawer", "front", "back"):
            continue
        (a, b, c), (d, e, f) = part.box
        own = (Vec(a + x0, b + y0, c + z0), Vec(d + x0, e + y0, f + z0))
        meets = all(min(body[1][i], own[1][i]) - max(body[0][i], own[0][i]) > close for i in range(3))
        if meets and not _is_notched(unit, part, body, close):
            yield part


def _is_notched(unit: MadeUnit, part: Part, body: tuple[Vec, Vec], close: float) -> bool:
    """Whether a board is notched where a body would run into it."""
    notches = [p for p in part.pockets if p.what == "notch"]
    if not notches:
        return False
    x, y, z = unit.frame.origin
    a, b = (part.frame.inside((corner.x - x, corner.y - y, corner.z - z)) for corner in body)
    length, width, _ = part.size
    there = box(min(a.x, b.x), min(a.y, b.y), max(a.x, b.x), max(a.y, b.y)).intersection(box(0.0, 0.0, length, width))
    left = there.difference(union_all([box(p.low.x, p.low.y, p.high.x, p.high.y) for p in notches]))
    return bool(left.buffer(-close / 2).is_empty)


def _near_edges(made: Made, run: Run) -> Iterator[Finding]:
    for part in run.parts:
        cuts = [Polygon(p.outline) for p in part.pockets if p.what == "cutout" and p.outline is not None]
        openings = [(cut, _unit_under(made, run, part, cut)) for cut in cuts if _is_opening(cut)]
        if not openings:
            continue
        edge = LinearRing(part.form.ring(part.size))
        left = [(float(edge.distance(cut)), _edge_asked(made, unit)) for cut, unit in openings]
        left = [(free, least) for free, least in left if free > SLACK]  # what is open to the front has no board there
        left += [(float(a.distance(b)), BOARD_LEFT) for (a, one), (b, other) in combinations(openings, 2) if one != other]
        near = [(free, least) for free, least in left if free < least - SLACK]
        if near:
            free, least = min(near)
            text = f"{run.label}: {shown(made.job, free)} of board is left beside an opening; {shown(made.job, least)} is the least."
            remedy = "Choose a smaller sink or hob, a deeper top, or put a filler beside the unit."
            yield Finding("warning", "cut-near-edge", text, remedy, run.members)


def _edge_asked(made: Made, unit: str) -> float:
    """How much board what is let in over a unit asks for at the edges of the top."""
    chosen = made.by_id[unit].unit.hardware if unit else {}
    items = [made.catalog.hardware.get(chosen.get(role, "")) for role in REACHES]
    return max((item.least_board for item in items if isinstance(item, Fixture)), default=BOARD_LEFT)


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
