"""Boards, holes and bodies as read from `parts.json`: plain geometry of its own, with nothing of the application behind it."""

from collections.abc import Iterator
from dataclasses import dataclass
from typing import Any

import numpy as np
import shapely
from numpy.typing import NDArray

Floats = NDArray[np.float64]
CLEAR = 1e-4


@dataclass(frozen=True)
class Axes:
    """A frame: where it begins, and its three directions as rows."""

    origin: Floats
    rows: Floats

    @classmethod
    def read(cls, data: dict[str, Any]) -> "Axes":
        """From a frame of the file."""
        return cls(np.array(data["origin"]), np.array([data["x"], data["y"], data["z"]]))

    def out(self, points: Any) -> Floats:
        """Points of this frame in the room."""
        return np.asarray(points, dtype=float) @ self.rows + self.origin

    def turned(self, ways: Any) -> Floats:
        """Directions of this frame in the room."""
        return np.asarray(ways, dtype=float) @ self.rows


@dataclass(frozen=True)
class Block:
    """A box that may stand askew: its middle, its axes as rows and half its size along each."""

    middle: Floats
    rows: Floats
    half: Floats

    @classmethod
    def between(cls, axes: Axes, low: Any, high: Any) -> "Block":
        """The box between two corners in a frame."""
        low, high = np.asarray(low, dtype=float), np.asarray(high, dtype=float)
        return cls(axes.out((low + high) / 2), axes.rows, (high - low) / 2)

    def shrunk(self, by: float) -> "Block":
        """The same, less by so much at every side."""
        return Block(self.middle, self.rows, np.maximum(self.half - by, 0.0))

    def meets(self, other: "Block") -> bool:
        """Whether the two share space. Source: the separating axis theorem for boxes."""
        gap = other.middle - self.middle
        if gap @ gap > (np.sqrt(self.half @ self.half) + np.sqrt(other.half @ other.half)) ** 2:
            return False  # the balls around them are apart
        if not self._overlap(other, np.concatenate([self.rows, other.rows]), gap):
            return False
        crossed = np.cross(self.rows[:, None], other.rows[None]).reshape(-1, 3)
        long = np.linalg.norm(crossed, axis=1)
        return self._overlap(other, crossed[long > 1e-9] / long[long > 1e-9, None], gap)

    def _overlap(self, other: "Block", ways: Floats, gap: Floats) -> bool:
        """Whether no plane square to one of these directions lies between the two."""
        reach = np.abs(ways @ self.rows.T) @ self.half + np.abs(ways @ other.rows.T) @ other.half
        return bool((np.abs(ways @ gap) < reach - CLEAR).all())


@dataclass(frozen=True)
class Bar:
    """A hole as a straight bar: from where it enters to where it ends, and its radius."""

    what: str
    start: Floats
    end: Floats
    radius: float
    pair: str
    board: str

    def gap(self, other: "Bar") -> float:
        """Between the surfaces of two bars; less than nothing where they run into each other. Askew ones are taken with round ends."""
        way, other_way = self.end - self.start, other.end - other.start
        if np.linalg.norm(np.cross(way, other_way)) < 1e-6 * np.linalg.norm(way) * np.linalg.norm(other_way):
            return self._gap_beside(other, way / np.linalg.norm(way))
        return _distance(self.start, self.end, other.start, other.end) - self.radius - other.radius

    def _gap_beside(self, other: "Bar", way: Floats) -> float:
        """The same for bars that run side by side or on one line."""
        aside = other.start - self.start
        beside = float(np.linalg.norm(aside - (aside @ way) * way)) - self.radius - other.radius
        mine, theirs = sorted((self.start @ way, self.end @ way)), sorted((other.start @ way, other.end @ way))
        ahead = float(max(mine[0], theirs[0]) - min(mine[1], theirs[1]))
        return max(beside, ahead)


def near_pairs(bars: list[Bar], by: float) -> Iterator[tuple[Bar, Bar]]:
    """Those pairs of bars that may be nearer than so much: the balls around the others are farther apart."""
    if not bars:
        return
    middles = np.array([(bar.start + bar.end) / 2 for bar in bars])
    reach = np.array([np.linalg.norm(bar.end - bar.start) / 2 + bar.radius for bar in bars])
    near = np.linalg.norm(middles[:, None] - middles[None], axis=2) <= reach[:, None] + reach[None] + by
    for i, j in zip(*np.nonzero(np.triu(near, 1)), strict=True):
        yield bars[i], bars[j]


def _distance(a: Floats, b: Floats, c: Floats, d: Floats) -> float:
    """The least distance of two stretches. Source: plain geometry, the closest points of two segments."""
    u, v, w = b - a, d - c, a - c
    uu, uv, vv, uw, vw = u @ u, u @ v, v @ v, u @ w, v @ w
    slope = uu * vv - uv * uv
    s = float(np.clip((uv * vw - vv * uw) / slope, 0, 1)) if slope > 1e-9 else 0.0
    t = (uv * s + vw) / vv if vv > 1e-9 else 0.0
    if not 0 <= t <= 1:
        t = float(np.clip(t, 0, 1))
        s = float(np.clip((uv * t - uw) / uu, 0, 1)) if uu > 1e-9 else 0.0
    return float(np.linalg.norm(a + s * u - c - t * v))


def block_of(part: dict[str, Any]) -> Block:
    """The box that a flat board fills."""
    return Block.between(Axes.read(part["frame"]), (0.0, 0.0, 0.0), part["size"])


def body_of(piece: dict[str, Any], axes: Axes) -> Block:
    """The box of a visible fitting, in its own frame or in that of its unit."""
    return Block.between(Axes.read(piece["frame"]) if "frame" in piece else axes, piece["low"], piece["high"])


def bars_of(part: dict[str, Any]) -> Iterator[Bar]:
    """The holes of a part in the room."""
    axes = Axes.read(part["frame"])
    for hole in part["holes"]:
        start, way = axes.out(hole["at"]), axes.turned(hole["into"])
        yield Bar(hole["what"], start, start + way * hole["depth"], hole["diameter"] / 2, hole.get("pair", ""), part["id"])


def end_of(part: dict[str, Any], *, last: bool) -> Any:
    """Where the corners of a profile lie at an end of its piece, in the room."""
    axes, sweep = Axes.read(part["frame"]), part["sweep"]
    profile, cut = np.array(sweep["profile"]), np.array(sweep["end" if last else "start"])
    grown = profile @ cut
    x = part["size"][0] - grown.max() + grown if last else grown.max() - grown
    return axes.out(np.column_stack([x, profile]))


def flat_points(outline: list[dict[str, Any]], step: float = 5.0) -> Floats:
    """An outline as points, arcs by chords of degrees."""
    points: list[Floats] = []
    for piece in outline:
        start = np.array(piece["start"])
        if piece["kind"] == "line":
            points.append(start)
            continue
        centre, end = np.array(piece["centre"]), np.array(piece["end"])
        first, last = (np.arctan2(*(p - centre)[::-1]) for p in (start, end))
        sweep = (last - first) % (2 * np.pi) if piece["turns"] == "left" else -((first - last) % (2 * np.pi))
        for k in range(count := max(int(abs(np.degrees(sweep)) / step), 1)):
            angle = first + sweep * k / count
            points.append(centre + piece["radius"] * np.array([np.cos(angle), np.sin(angle)]))
    return np.array(points)


def inside(outline: Floats, points: Any, grown: float = 1e-6) -> NDArray[np.bool_]:
    """Which points lie within an outline, or on it; within a larger or a smaller one where it is `grown`."""
    found = np.asarray(points, dtype=float)
    result: NDArray[np.bool_] = shapely.contains_xy(shapely.Polygon(outline).buffer(grown), found[:, 0], found[:, 1])
    return result
