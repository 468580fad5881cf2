"""The worktop of an island: one over all units that stand together, whichever of its faces they are at, and its waterfall ends.

Source: common practice: it stands out by a little at every side, farther where people sit; at a waterfall end it is mitred to a board
as thick that goes down to the floor.
"""

from collections.abc import Mapping, Sequence
from itertools import product
from typing import NamedTuple

from shapely import MultiPoint, Polygon, box, union_all
from shapely.geometry.polygon import orient

from tallplank.core.catalog.catalog import Catalog
from tallplank.core.catalog.finish import Finish
from tallplank.core.catalog.hardware import Fixing, TopSupport
from tallplank.core.job.room import SIDES, GroupTop, Side4
from tallplank.core.job.standard import Standard
from tallplank.core.joinery.part.form.mitred import Miter, Mitred
from tallplank.core.joinery.part.hole import ShapedEdge, WorkedEdge
from tallplank.core.joinery.part.part import BuildError, Piece, Tag
from tallplank.core.joinery.rule.choice import chosen_hardware
from tallplank.core.joinery.run.island import BACKS_APART
from tallplank.core.joinery.run.length import body_depth, length_of, of_unit, pieces_of
from tallplank.core.joinery.run.stretch import Course, Island, Stretch
from tallplank.core.joinery.run.top.bar import BarFixing, add_bar, bar_reach, bar_ring
from tallplank.core.joinery.run.top.let_in import cut_for, kept_clear, let_ins
from tallplank.core.joinery.run.top.outline import SLIVER, ShapedTop
from tallplank.core.joinery.run.top.seat import seat_pieces
from tallplank.core.joinery.run.top.seen import HERE
from tallplank.core.joinery.run.top.worktop_piece import MITER, Edge, add_top_piece, is_at
from tallplank.core.joinery.setout.collector import Collector, Lay, Stuff
from tallplank.core.measure.size import Size
from tallplank.core.measure.source import Decided
from tallplank.core.space.frame import Frame, Vec
from tallplank.core.space.outline import Point, Ring, bounds, edges

Row = tuple[Stretch, Frame]
SHORT_OF = 100.0
"""A bracket may end so far within the edge of the top."""
AHEAD = 0.7
"""The cosine within which a face looks the same way as a side of the group."""
WAYS: Mapping[Side4, Point] = {"front": (0.0, -1.0), "right": (1.0, 0.0), "back": (0.0, 1.0), "left": (-1.0, 0.0)}


class _Top(NamedTuple):
    """The top of an island as it lies: the rows that it covers, what these take up, how far it stands out of that, and all of it."""

    rows: Sequence[Row]
    body: Polygon
    over: Mapping[Side4, Size]
    shape: ShapedTop

    @property
    def ends(self) -> tuple[float, float]:
        """Where it begins and ends along the first of its rows."""
        return self.shape.start, self.shape.end


def add_island_top(course: Course, island: Island, finish: Finish, out: Collector, catalog: Catalog, standard: Standard) -> None:
    """The pieces of the top, what is let into it, and the boards that go down at its waterfall ends."""
    rows: list[Row] = [(course.stretch, HERE), *island.others]
    over, body = overhangs(rows, island.top, finish.thickness), _body(rows)
    top = _Top(rows, body, over, ShapedTop(_grown(body, over)))
    let_in = [one for row in rows for one in let_ins(row[0], _top_over(row, over), catalog, row[1])]
    first = len(out.parts)
    for span in pieces_of(*top.ends, _seams(rows), catalog.boards[finish.board].sheet[0], kept_clear(let_in)):
        _add_piece(top, span, island, finish, out)
    cut_for(let_in, first, out)
    _add_seats_and_supports(top, island, finish, out, catalog, standard)


def _seams(rows: Sequence[Row]) -> list[float]:
    """Where the units of an island meet, along the first of its rows."""
    return sorted(frame.flat_out([(p.right, 0.0)])[0][0] for stretch, frame in rows for p in stretch.members)


def _add_piece(top: _Top, span: tuple[float, float], island: Island, finish: Finish, out: Collector) -> None:
    """A piece of the top, with the boards that go down where it ends in a waterfall."""
    stretch, (start, end), ring = top.rows[0][0], top.ends, top.shape.between(*span)
    falls: dict[Side4, float] = {"left": start, "right": end}
    miters = [e for side, at in falls.items() if _falls(island.top, side) for e in edges(ring) if is_at(e, 0, at)]
    seen = [e for e in edges(ring) if e not in miters and not _is_seam(e, span, top.ends)]
    out_at_ends = {start: top.over["left"], end: top.over["right"]}
    length, depth = length_of(stretch.members, *span, out_at_ends, "beside the units"), _depth(top.rows, top.body, top.over)
    low, high = bounds(ring)
    rest = high[1] - low[1] - depth.value
    deep = depth + Size.of(rest, "between and beside the rows") if abs(rest) > SLIVER else depth
    add_top_piece(stretch, finish, ring, (length, deep), seen, out, miters=miters)
    for edge in miters:
        _add_waterfall(stretch, finish, edge, start if is_at(edge, 0, start) else end, out)


def _add_seats_and_supports(top: _Top, island: Island, finish: Finish, out: Collector, catalog: Catalog, standard: Standard) -> None:
    """Seats before the top and before a raised bar on it, and brackets below whichever stands out."""
    stretch, outline, bar = top.rows[0][0], top.shape.between(*top.ends), island.top.bar
    level, supports = stretch.members[0].top + finish.thickness, island.top.supports
    low_seats = [seats for seats in island.seats if bar is None or seats.side != bar.side]
    out.pieces += seat_pieces(outline, low_seats, level)
    if bar is None:
        _add_supports(top.body, top.over, supports, stretch.members[0].top, out, catalog, standard)
        return
    dowel, rules = chosen_hardware(catalog, standard, stretch.members[0].unit, "dowel"), stretch.deepest.rules
    assert isinstance(dowel, Fixing)
    fixing = BarFixing(dowel, rules.joint_end, rules.joint_pitch)
    add_bar(bar, outline, level, catalog.boards[finish.board].sheet[0], finish, fixing, out)
    high_seats = [seats for seats in island.seats if seats.side == bar.side]
    out.pieces += seat_pieces(bar_ring(bar, outline, finish.thickness), high_seats, bar.height)
    reach = bar_reach(bar, finish.thickness)
    beyond = {side: Size.of(reach if side == bar.side else 0.0, "overhang of the bar") for side in SIDES}
    carried = Polygon(bar_ring(bar, outline, finish.thickness, over_riser=True))
    _add_supports(carried, beyond, supports, bar.height - finish.thickness, out, catalog, standard)


def _add_supports(
    body: Polygon, over: Mapping[Side4, Size], count: int, level: float, out: Collector, catalog: Catalog, standard: Standard
) -> None:
    """Brackets below a board's underside at `level`, evenly along the side where it stands out farthest.

    They are the shortest of their make that reach far enough.
    """
    if not count:
        return
    side = max(SIDES, key=lambda s: over[s].value)
    chosen = chosen_hardware(catalog, standard, None, "top-support")
    assert isinstance(chosen, TopSupport)
    alike = (h for h in catalog.hardware_for("top-support") if isinstance(h, TopSupport) and h.family == chosen.family != "")
    make = sorted(alike, key=lambda h: h.reach) or [chosen]
    item = next((h for h in make if h.reach >= over[side].value - SHORT_OF), make[-1])
    out.fit(item, Size.of(count, "brackets under the overhang"), f"{side} overhang of the worktop")
    x0, y0, x1, y1 = body.bounds
    half = item.width / 2
    for i in range(count):
        share = (i + 0.5) / count
        x, y = x0 + (x1 - x0) * share, y0 + (y1 - y0) * share
        low, high = {
            "front": ((x - half, y0 - item.reach), (x + half, y0)),
            "back": ((x - half, y1), (x + half, y1 + item.reach)),
            "left": ((x0 - item.reach, y - half), (x0, y + half)),
            "right": ((x1, y - half), (x1 + item.reach, y + half)),
        }[side]
        out.pieces.append(Piece("top-support", item.colour, Vec(*low, level - item.thick), Vec(*high, level), name=item.name))


def _falls(top: GroupTop, side: str) -> bool:
    return (top.left_end if side == "left" else top.right_end) == "waterfall"


def _is_seam(edge: Edge, span: tuple[float, float], whole: tuple[float, float]) -> bool:
    return any(is_at(edge, 0, at) and abs(at - end) > SLIVER for at, end in zip(span, whole, strict=True))


def overhangs(rows: Sequence[Row], top: GroupTop, thickness: float) -> dict[Side4, Size]:
    """How far the top stands out at each side: as the group says, else by its units' rules; at a waterfall end by its board at least."""
    return {side: _overhang(rows, top, side, thickness) for side in SIDES}


def _overhang(rows: Sequence[Row], top: GroupTop, side: Side4, thickness: float) -> Size:
    own: float | None = getattr(top, side)
    size = Size.of(own, f"{side} overhang of the group") if own is not None else _by_rule(rows, side)
    if side in ("left", "right") and _falls(top, side) and (own is None or own < thickness):
        return Size.of(thickness, "waterfall end", Decided("finish", "top"))
    return size


def _by_rule(rows: Sequence[Row], side: Side4) -> Size:
    """Before fronts as the rule says for those, else as it says for ends."""
    x, y = WAYS[side]
    for stretch, frame in rows:
        if -(frame.y.x * x + frame.y.y * y) > AHEAD:
            deepest = stretch.deepest
            return Size.of(deepest.rules.top_front, f"{side} overhang", of_unit(deepest, Decided("rule", "top_front")))
    last = rows[0][0].last("left" if side == "left" else "right")
    return Size.of(last.rules.top_end, f"{side} overhang", of_unit(last, Decided("rule", "top_end")))


def _body(rows: Sequence[Row]) -> Polygon:
    """What the units cover with their fronts, from the lines that they stand at, free space between backs too."""
    areas = []
    for stretch, frame in rows:
        strip = box(stretch.start - stretch.panels[0], stretch.deepest.front, stretch.end + stretch.panels[1], 0.0)
        areas.append(Polygon(frame.flat_out([(x, y) for x, y in strip.exterior.coords[:-1]])))
    half = BACKS_APART / 2 + 1.0
    whole = union_all(areas)
    if whole.geom_type != "Polygon":
        whole = whole.buffer(half, join_style="mitre").buffer(-half, join_style="mitre")
    if not isinstance(whole, Polygon):
        raise BuildError("The units of this group stand too far apart for one worktop.")
    return orient(Polygon(whole.exterior), 1.0)


def _grown(body: Polygon, over: Mapping[Side4, Size]) -> Polygon:
    """The body with the overhangs at its sides."""
    xs, ys = (-over["left"].value, over["right"].value), (-over["front"].value, over["back"].value)
    around = list(product(xs, ys))
    points = list(body.exterior.coords)[:-1]
    hulls = [MultiPoint([(x + dx, y + dy) for x, y in edge for dx, dy in around]).convex_hull for edge in edges(points)]
    grown = union_all([body, *hulls])
    assert isinstance(grown, Polygon)
    return grown


def _top_over(row: Row, over: Mapping[Side4, Size]) -> float:
    """How deep the top is over a row, from the line that its units stand at to its edge before their fronts."""
    stretch, frame = row
    ahead: Side4 = next((side for side, (x, y) in WAYS.items() if -(frame.y.x * x + frame.y.y * y) > AHEAD), "front")
    return -stretch.deepest.front + over[ahead].value


def _depth(rows: Sequence[Row], body: Polygon, over: Mapping[Side4, Size]) -> Size:
    """From the front edge to the back one, as the sum of the rows that stand back to back and of the overhangs."""
    deep = body_depth(rows[0][0].deepest)
    for stretch, frame in rows[1:]:
        if frame.x.x < -AHEAD:
            deep = deep + body_depth(stretch.deepest)
    return over["front"] + deep + over["back"]


def _add_waterfall(stretch: Stretch, finish: Finish, edge: Edge, end: float, out: Collector) -> None:
    """The board from a mitred end of the top down to the floor, its outer face in line with that end."""
    thick, (y0, y1) = finish.thickness, sorted((edge[0][1], edge[1][1]))
    is_left = edge[0][1] > edge[1][1]
    level = stretch.members[0].top
    board, width = Size.of(thick, "worktop board", Decided("finish", "top")), Size.of(y1 - y0, "depth of the worktop")
    height = Size.of(level, "height of the units") + board
    lay = Lay("+z", "+y", (end + thick, y0, 0.0)) if is_left else Lay("+z", "-y", (end - thick, y1, 0.0))
    long, wide = height.value, width.value
    ring: Ring = ((0.0, 0.0), (long, 0.0), (long, wide), (0.0, wide))
    sides = [((0.0, 0.0), (long, 0.0)), ((long, wide), (0.0, wide))]
    banded = tuple(ShapedEdge(finish.band, side) for side in sides) if finish.band else ()
    form = Mitred(ring, banded, (Miter((long, 0.0), (long, wide)),))
    out.add(Tag("waterfall", "left" if is_left else "right"), Stuff(finish, "top"), (height, width, board), lay, form=form)
    out.work((WorkedEdge(MITER, "upper end", wide),))
