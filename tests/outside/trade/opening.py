"""Rules about fronts, checked on `parts.json` alone by code of its own: that they open, and that the gaps between them are even."""

from collections import defaultdict
from collections.abc import Iterator
from dataclasses import dataclass
from typing import Any

import numpy as np
import shapely

from outside.trade.solid import Axes, Block, Floats, block_of, body_of

Data = dict[str, Any]
OPEN, STEP = 90.0, 7.5
"""Degrees that every door and flap opens at least, and between two looks."""
SHOWN = 0.75
"""The file gives how far a drawer is shown out; a slide of its length lets it out by so much more."""
TOUCH = 0.6
AT_AXIS = 45.0
"""A leaf that begins farther from the axis is folded onto the other one."""
EVEN = 0.01
NO_NICHE = 60.0
"""A wider gap between two fronts is an open compartment."""


@dataclass(frozen=True)
class Leaf:
    """One front: its boards and pulls as blocks, how it opens, and its rectangle in its unit's frame."""

    owner: Data
    blocks: list[Block]
    motion: Data
    name: str

    def opened(self) -> Iterator[list[Block]]:
        """Its blocks on its way, from slightly open to as far as it shall."""
        motion = self.motion
        if motion["kind"] == "slide":
            by = np.array(motion["by"]) / SHOWN
            for share in np.linspace(0.1, 1.0, 10):
                yield [Block(b.middle + share * by, b.rows, b.half) for b in self.blocks]
            return
        axis, point, sign = np.array(motion["axis"]), np.array(motion["point"]), np.sign(motion["degrees"])
        for angle in np.arange(STEP, OPEN + STEP / 2, STEP):
            turn = _turn(axis, np.radians(sign * angle))
            yield [Block((b.middle - point) @ turn.T + point, b.rows @ turn.T, b.half) for b in self.blocks]


def _turn(axis: Floats, angle: float) -> Floats:
    """Source: Rodrigues' rotation formula."""
    x, y, z = axis
    skew = np.array([[0, -z, y], [z, 0, -x], [-y, x, 0]])
    return np.eye(3) + np.sin(angle) * skew + (1 - np.cos(angle)) * (skew @ skew)


def leaves(owner: Data) -> Iterator[Leaf]:
    """The fronts of an owner that open."""
    found = defaultdict(list)
    for part in owner["parts"]:
        if "front" in part and "motion" in part and "body" not in part:
            found[part["front"]].append(part)
    axes = Axes.read(owner["frame"])
    for parts in found.values():
        motion, blocks = parts[0]["motion"], [block_of(p) for p in parts]
        if motion["kind"] == "turn" and abs(motion["axis"][2]) > 0.9:
            corners = np.concatenate([_corners(b) for b in blocks])
            if np.linalg.norm(corners[:, :2] - np.array(motion["point"])[:2], axis=1).min() > AT_AXIS:
                continue
        low, high = _extent(blocks, axes)
        pulls = [body_of(p, axes) for p in owner["pieces"] if p["role"] == "pull" and p.get("motion") == motion]
        own = [
            b
            for b in pulls
            if np.all(low[[0, 2]] < _inner(b.middle, axes)[[0, 2]]) and np.all(_inner(b.middle, axes)[[0, 2]] < high[[0, 2]])
        ]
        yield Leaf(owner, [_around(blocks), *own], motion, parts[0]["name"])


def fronts_open(data: Data) -> Iterator[tuple[str, str]]:
    """Every front opens without touching a wall, another unit with its fronts closed, its pulls, a worktop or a plinth."""
    rooms = {room["id"]: room for room in data["rooms"]}
    standing = [(owner, list(_bodies(owner))) for owner in data["owners"]]
    for owner in data["owners"]:
        room = rooms[owner["room"]]
        inside = shapely.Polygon(room["corners"]).buffer(TOUCH)
        others = [(o, b) for o, bodies in standing if o is not owner and o["room"] == owner["room"] for b in bodies]
        for leaf in leaves(owner):
            if met := _met(leaf, inside, room["height"], others):
                yield owner["label"], f"{leaf.name} meets {met}"


def _met(leaf: Leaf, inside: Any, ceiling: float, others: list[tuple[Data, Block]]) -> str:
    middles, reaches = np.array([b.middle for _, b in others]).reshape(-1, 3), np.array([np.linalg.norm(b.half) for _, b in others])
    for blocks in leaf.opened():
        for block in blocks:
            corners = _corners(block)
            if not inside.contains(shapely.MultiPoint(corners[:, :2]).convex_hull):
                return "a wall"
            if corners[:, 2].max() > ceiling + TOUCH or corners[:, 2].min() < -TOUCH:
                return "the ceiling or the floor"
            near = np.linalg.norm(middles - block.middle, axis=1) < reaches + np.linalg.norm(block.half)
            for index in np.flatnonzero(near):
                owner, other = others[index]
                if block.shrunk(TOUCH / 2).meets(other.shrunk(TOUCH / 2)):
                    return str(owner["label"])
    return ""


def _bodies(owner: Data) -> Iterator[Block]:
    axes = Axes.read(owner["frame"])
    yield from (block_of(p) for p in owner["parts"] if "body" not in p)
    yield from (body_of(p, axes) for p in owner["pieces"])


def _corners(block: Block) -> Floats:
    signs = np.array(list(np.ndindex(2, 2, 2))) * 2 - 1
    return np.asarray(block.middle + (signs * block.half) @ block.rows)


def _around(blocks: list[Block]) -> Block:
    """The one block around the boards of a front, along the first of them."""
    rows = blocks[0].rows
    corners = np.concatenate([_corners(b) for b in blocks]) @ rows.T
    low, high = corners.min(axis=0), corners.max(axis=0)
    return Block((low + high) / 2 @ rows, rows, (high - low) / 2)


def _inner(point: Floats, axes: Axes) -> Floats:
    return np.asarray((point - axes.origin) @ axes.rows.T)


def _extent(blocks: list[Block], axes: Axes) -> tuple[Floats, Floats]:
    corners = _inner(np.concatenate([_corners(b) for b in blocks]), axes)
    return corners.min(axis=0), corners.max(axis=0)


def reveals_even(owner: Data) -> Iterator[str]:
    """All gaps between a unit's fronts side by side are the same, and so are all gaps between fronts one above the other."""
    axes = Axes.read(owner["frame"])
    found = defaultdict(list)
    for part in owner["parts"]:
        if part["kind"] == "front" and "front" in part and "body" not in part:
            found[part["front"]].append(block_of(part))
    spans = [_extent(blocks, axes) for blocks in found.values()]
    level = [s for s in spans if s[1][1] - s[0][1] < 60.0]
    for axis, across, word in ((0, 2, "side by side"), (2, 0, "one above the other")):
        gaps = []
        for low, high in level:
            after = [
                b for b, t in level if b[axis] > high[axis] - EVEN and min(high[across], t[across]) - max(low[across], b[across]) > 1.0
            ]
            gap = min((b[axis] - high[axis] for b in after), default=np.inf)
            if gap < NO_NICHE:
                gaps.append(gap)
        if gaps and max(gaps) - min(gaps) > EVEN:
            yield f"gaps {word} from {min(gaps):.3f} to {max(gaps):.3f}"
