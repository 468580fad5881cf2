"""Sinks and hobs in the corner of a worktop, over a unit made for it: they look out of the corner.

Source: common practice: as far before the corner as leaves the board around them that their makers ask for.
"""

from collections.abc import Iterator
from math import hypot

from shapely import LineString, Polygon

from tallplank.core.catalog.catalog import Catalog
from tallplank.core.catalog.hardware import Fixture, Tap
from tallplank.core.error import mm
from tallplank.core.joinery.part.part import BuildError
from tallplank.core.joinery.rule.corner import CORNER_PLANS, corner_of, stood
from tallplank.core.joinery.rule.place import Placed
from tallplank.core.joinery.run.stretch import Stretch
from tallplank.core.joinery.run.top.let_in import LetIn
from tallplank.core.joinery.run.top.outline import FAR, SLIVER, ShapedTop, StraightTop
from tallplank.core.space.frame import UP, Frame, Vec
from tallplank.core.space.outline import Ring


def corner_let_ins(stretch: Stretch, covered: StraightTop | ShapedTop, catalog: Catalog) -> Iterator[LetIn]:
    """The sinks and hobs of units in corners, which look out of the corner.

    Raises:
        BuildError: one does not fit between the front edge and the walls.
    """
    for placed, outline in stretch.shaped:
        for role in ("sink", "hob"):
            item = catalog.hardware.get(placed.unit.hardware.get(role, ""))
            if isinstance(item, Fixture) and placed.kind.plan in CORNER_PLANS and isinstance(covered, ShapedTop):
                tap = catalog.hardware.get(placed.unit.hardware.get("tap", "")) if role == "sink" else None
                yield _in_corner(placed, item, tap if isinstance(tap, Tap) else None, covered, _inside(placed, outline))


BEHIND = 60.0
"""How far behind a bowl in a corner the middle of its tap is."""
STEP = 5.0
"""By how much something is moved back at a time until there is board enough around it."""


def _inside(placed: Placed, outline: Ring) -> Polygon:
    """What is free in a unit between its fronts, its frame, its gables and its backs, seen from above; a little less at most."""
    rules = placed.rules
    frame = rules.frame_thickness if rules.box == "face-frame" else 0.0
    proud = placed.back - placed.unit.depth - placed.front
    return Polygon(outline).buffer(-(rules.board_thickness + frame + proud), join_style="mitre")


def _in_corner(placed: Placed, item: Fixture, tap: Tap | None, covered: ShapedTop, free: Polygon) -> LetIn:
    if item.mount == "front":
        raise BuildError(f"{item.name} stands before a straight front: take another sink in a corner.")
    corner = corner_of(placed)
    (x0, y0), (x1, y1) = stood(placed, [(0.0, 0.0), corner.middle_way])
    way = (x1 - x0, y1 - y0)
    left = placed.unit.side == "left"
    piece = Polygon(covered.between(*((covered.start, placed.right) if left else (placed.x, covered.end))))
    out = piece.exterior.intersection(LineString([(x0, y0), (x0 + way[0] * FAR, y0 + way[1] * FAR)]))
    front = max(hypot(x - x0, y - y0) for geometry in getattr(out, "geoms", [out]) for x, y in geometry.coords)
    board, at = piece.buffer(SLIVER - item.edge), front - item.edge - item.cut[1] - 2 * BEHIND
    while at > 0:
        frame = Frame(Vec(x0 + way[0] * at, y0 + way[1] * at, 0.0), Vec(-way[1], way[0], 0.0), Vec(-way[0], -way[1], 0.0), UP)
        let_in = LetIn(item, placed, (0.0, -2 * BEHIND - item.cut[1] / 2), front - at, frame, tap)
        if all(board.contains(Polygon(ring)) and free.contains(Polygon(ring)) for ring in let_in.rings):
            return let_in
        at -= STEP
    where = f"the corner over unit {placed.unit.mark}"
    raise BuildError(f"{item.name} does not fit into {where}, between its boards and with {mm(item.edge)} of worktop around it.")
