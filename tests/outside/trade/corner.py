"""Paneled walls round the corners of a room, from `parts.json` alone, by code of its own."""

from collections import defaultdict
from collections.abc import Iterator
from itertools import combinations, pairwise
from typing import Any

import numpy as np
import shapely
from shapely import MultiPoint, Point

from outside.trade.solid import Axes, end_of, flat_points

REACH = 80.0
"""What comes so near to a corner of a room is what meets there."""
TOUCHING, SHARED = 0.02, 0.5
"""Boards that are nearer than this, in millimetres, touch; and so many square millimetres that both take up are none."""
LEVEL = 1e-6
Piece = tuple[Any, float, float]
"""What a board covers on the plan, and from where to where it reaches up."""


def walls_meet(data: dict[str, Any]) -> Iterator[tuple[str, str]]:
    """In every corner of a room that the boards of two walls reach into they lie on one another at every height, and nowhere in each other."""
    panels = [owner for owner in data["owners"] if owner.get("kind") == "panel"]
    for room in data["rooms"]:
        there = [(owner, list(_pieces(owner))) for owner in panels if owner["room"] == room["id"]]
        for corner in room["corners"]:
            near: defaultdict[str, list[Piece]] = defaultdict(list)
            for owner, pieces in there:
                near[owner["face"]] += [piece for piece in pieces if piece[0].distance(Point(corner)) < REACH]
            for (one, a), (other, b) in combinations([pair for pair in near.items() if pair[1]], 2):
                yield from ((room["name"], f"{one} and {other} {text}") for text in dict.fromkeys(_faults(a, b)))


def _faults(a: list[Piece], b: list[Piece]) -> Iterator[str]:
    levels = sorted({level for _, low, high in (*a, *b) for level in (low, high)})
    for low, high in pairwise(levels):
        one, other = (shapely.union_all([shape for shape, z0, z1 in some if z0 < (low + high) / 2 < z1]) for some in (a, b))
        if high - low < 1.0 or one.is_empty or other.is_empty:
            continue
        if (shared := one.intersection(other).area) > SHARED:
            yield f"share {shared:.1f} mm² at {low:.0f}"
        elif (gap := one.distance(other)) > TOUCHING:
            yield f"miss each other by {gap:.2f} at {low:.0f}"


def _pieces(owner: dict[str, Any]) -> Iterator[Piece]:
    """The boards on a wall, and the moldings along it: not those of panels, nor facets, which end where they end."""
    for part in owner["parts"]:
        axes = Axes.read(part["frame"])
        if part["name"].startswith(("panel mold", "facet")) or "body" in part:
            continue
        if "sweep" not in part:
            face, back = (np.array(part[side]) if side in part else flat_points(part["outline"]) for side in ("face", "back"))
            corners = axes.out([*([*p, part["size"][2]] for p in face), *([*p, 0.0] for p in back)])
        elif abs(axes.rows[0][2]) < LEVEL:
            corners = np.concatenate([end_of(part, last=last) for last in (True, False)])
        else:
            continue
        yield MultiPoint(corners[:, :2]).convex_hull, corners[:, 2].min(), corners[:, 2].max()
