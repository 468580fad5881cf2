"""How moldings of a paneled wall end where it meets another round a corner of the room.

Source: common practice: moldings that go on are mitred; others end square against what is there.
"""

from collections.abc import Iterator
from typing import NamedTuple

from tallplank.core.catalog.hardware import Molding
from tallplank.core.job.face import HALF_TURN
from tallplank.core.job.scheme import Scheme, Trim
from tallplank.core.joinery.paneling.corner.corner import NEAR, OTHER, SAME, SQUARE, Corners, Side, TrimRole
from tallplank.core.joinery.paneling.corner.layer import beginning, crossing
from tallplank.core.joinery.paneling.covered import covered_on

Span = tuple[float, float]


class MoldingEnd(NamedTuple):
    """How a molding ends: so far within the scheme, and turning by so many degrees, counter-clockwise, into the next one."""

    inset: float
    turn: float


class _Bulk(NamedTuple):
    """How high a molding is, and how far it reaches."""

    rise: float
    reach: float


def molding_ends(corners: Corners, what: TrimRole | Trim, out: float, reach: float, span: Span) -> tuple[MoldingEnd, MoldingEnd]:
    """How a molding ends at the left and at the right.

    It stands so far `out` before its wall, reaches so much farther into the room, and takes up a `span` of heights.
    """
    return _end_of(corners, what, "left", out, reach, span), _end_of(corners, what, "right", out, reach, span)


def _end_of(corners: Corners, what: TrimRole | Trim, side: Side, out: float, reach: float, span: Span) -> MoldingEnd:
    mate = corners.mate(side)
    if mate is None:
        return MoldingEnd(corners.face.inset(side, out + reach) if corners.is_in_corner(side) else 0.0, 0.0)
    angle = corners.angle(side)
    if _is_taken(corners, mate, OTHER[side], span):
        return MoldingEnd(_clear_of(0.0, (out, out + reach), angle), 0.0)
    on_boards, on_backing = out > corners.scheme.stands + NEAR, stands_for(mate, what)
    lapping = corners.lapping(side, mate)
    # what runs on over the edges would run through moldings that are mitred behind it
    if lapping is not None and not on_boards and _is_backed(lapping, span):
        return MoldingEnd(corners.seen_from(side) if lapping is corners.scheme else 0.0, 0.0)
    if corners.goes_on(mate, what):
        return MoldingEnd(crossing(max(corners.depth(mate), out) if on_boards else on_backing, out, angle), angle - HALF_TURN)
    its = corners.depth(mate) if isinstance(what, Trim) else on_backing
    there = max([its, *_stands_there(corners, mate, side, span, out + reach)])
    return MoldingEnd(_clear_of(there, (out, out + reach), angle), 0.0)


def _stands_there(corners: Corners, mate: Scheme, side: Side, span: Span, far: float) -> Iterator[float]:
    """How far before its wall the next one reaches at some heights, so near to the corner.

    Moldings of the wall at the left run into the corner; those of the next one stand against them.
    """
    its, own, angle = corners.layers(mate, OTHER[side]), corners.layers(corners.scheme, side), corners.angle(side)
    base, rail, crown = (_bulk_of(corners, key) for key in (mate.base, mate.rail, mate.crown))
    begins = beginning(its, own, angle, at_left=side == "right") if angle <= SQUARE else 0.0
    runs_in = side == "left" and angle <= SQUARE
    reached = {layer.out: max(crossing(far, out, angle) for out in (0.0, layer.out)) for layer in its}
    near = (layer for layer in its if (layer.runs and runs_in) or begins + layer.back < reached[layer.out])
    deep = max((layer.out for layer in near), default=0.0)
    top = mate.high if mate.high is not None else corners.site.faces[mate.face].height
    foot, above = mate.low + base.rise, crown.rise if mate.high is not None else 0.0
    head = top - rail.rise - (crown.rise - above)
    bands = [(foot, head, deep)]
    if side == "left":
        bands += [(mate.low, foot, mate.stands + base.reach), (head, top + above, deep + max(rail.reach, crown.reach))]
    return (out for low, high, out in bands if min(high, span[1]) - max(low, span[0]) > SAME)


def _bulk_of(corners: Corners, key: str | None) -> _Bulk:
    item = corners.site.catalog.hardware.get(key or "")
    return _Bulk(item.rise, item.reach) if isinstance(item, Molding) else _Bulk(0.0, 0.0)


def _is_taken(corners: Corners, mate: Scheme, side: Side, span: Span) -> bool:
    """Whether an opening, or what stands there, takes the place in the corner that a molding of another scheme would run into."""
    face = corners.site.faces[mate.face]
    casing = corners.site.catalog.hardware.get(mate.casing or "")
    wide = casing.rise if isinstance(casing, Molding) else 0.0
    at = mate.left if side == "left" else face.length - mate.right
    taken = covered_on(corners.room, face, corners.site.members, mate, wide)
    return any(a.x - NEAR < at < a.right + NEAR and a.z < span[1] and a.top > span[0] for a in taken)


def stands_for(scheme: Scheme, what: TrimRole | Trim) -> float:
    """How far before its wall a molding of a scheme stands: on its backing, or on the wall where it runs above that."""
    return 0.0 if what == "crown" and scheme.high is not None else scheme.stands


def _is_backed(scheme: Scheme, span: Span) -> bool:
    """Whether a scheme has a backing at some heights."""
    return scheme.stands > 0.0 and span[1] > scheme.low and (scheme.high is None or span[0] < scheme.high)


def _clear_of(its: float, own: Span, angle: float) -> float:
    """How far from a corner something that is square, from here to there before this wall, clears what is so far before the other."""
    return max(0.0, *(crossing(its, out, angle) for out in own))
