"""Whether two parts are the same piece of work, whatever place they have: equal, or with a partner its mirror image."""

from collections.abc import Hashable, Iterable

import numpy as np

from tallplank.core.joinery.part.part import Part

_Flip = tuple[bool, bool]
PARTNERS: tuple[_Flip, ...] = ((True, False), (False, True), (True, True))
"""Mirrored along, mirrored across, and turned about by half a turn (both)."""


def grouped_alike(parts: Iterable[Part]) -> list[list[Part]]:
    """The parts in groups of one piece of work each; left and right ones stand together where they are mirror images."""
    by_size: dict[Hashable, list[list[Part]]] = {}
    for part in parts:
        groups = by_size.setdefault((part.tag.unhanded, part.board, part.size, part.cut_length, part.cut_width), [])
        group = next((g for g in groups if are_alike(g[0], part)), None)
        if group is not None:
            group.append(part)
        else:
            groups.append([part])
    return [group for groups in by_size.values() for group in groups]


def are_alike(a: Part, b: Part) -> bool:
    """Whether two parts of one size and board are banded, shaped and machined alike; partners may be mirror images."""
    if (len(a.holes), len(a.pockets), len(a.shaped_edges)) != (len(b.holes), len(b.pockets), len(b.shaped_edges)):
        return False
    one = _seen(a, (False, False))
    if one == _seen(b, (False, False)):
        return True
    return a.tag.is_handed and b.tag.is_handed and any(one == _seen(b, flip) for flip in PARTNERS)


def _seen(part: Part, flip: _Flip) -> Hashable:
    """What is banded, cut and bored, with x or y turned over."""
    length, width, _ = part.size
    x0, dx = (length, -1.0) if flip[0] else (0.0, 1.0)
    y0, dy = (width, -1.0) if flip[1] else (0.0, 1.0)

    def at(x: float, y: float) -> tuple[float, float]:
        return round(x0 + dx * x, 4) + 0.0, round(y0 + dy * y, 4) + 0.0

    def points(found: Iterable[tuple[float, float]] | None) -> Hashable:
        return tuple(sorted(at(*p) for p in found)) if found is not None else None

    e = part.edges
    bands = (*((e.l2, e.l1) if flip[1] else (e.l1, e.l2)), *((e.w2, e.w1) if flip[0] else (e.w1, e.w2)))

    def span(low: tuple[float, float], high: tuple[float, float]) -> Hashable:
        (x1, y1), (x2, y2) = low, high
        return min(x1, x2), max(x1, x2), min(y1, y2), max(y1, y2)

    pockets = sorted(
        (p.what, span(at(p.low.x, p.low.y), at(p.high.x, p.high.y)), round(p.low.z, 4), round(p.high.z, 4), repr(points(p.outline)))
        for p in part.pockets
    )
    edges = sorted((s.band, repr(points(s.points))) for s in part.shaped_edges)
    return bands, points(part.ring), tuple(pockets), _holes_seen(part, (x0, dx), (y0, dy)), tuple(edges)


def _holes_seen(part: Part, x: tuple[float, float], y: tuple[float, float]) -> Hashable:
    """What is bored where, rounded, in an order of its own; x and y as start and sign."""
    if not part.holes:
        return ()
    rows = np.array([(*at, *into, diameter, depth) for _, at, into, diameter, depth, _ in part.holes])
    rows *= (x[1], y[1], 1.0, x[1], y[1], 1.0, 1.0, 1.0)
    rows += (x[0], y[0], 0.0, 0.0, 0.0, 0.0, 0.0, 0.0)
    return tuple(sorted(zip([h.what for h in part.holes], map(tuple, (rows.round(4) + 0.0).tolist()), strict=True)))
