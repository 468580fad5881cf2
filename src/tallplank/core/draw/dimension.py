"""Dimension chains and running dimensions set out so that no text meets another text or a neighbour's chain, at any scale.

Screen and paper both call `set_out`; they differ only in the scale.
"""

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from itertools import pairwise
from math import atan2, cos, degrees, radians, sin

from tallplank.core.draw.primitive import UPRIGHT, Chain, Dimensions, Running
from tallplank.core.draw.running import BEND, LEAD, ROW, TAIL, shown_places, spread
from tallplank.core.job.measure import LEVEL, REVEAL, Measure
from tallplank.core.space.outline import Point

FIGURE_WIDTH = 0.52
"""Width of a figure by the height of its text: a little more than the widest of the shipped face, so texts keep apart."""
LEVEL_WITHIN = 1e-6
"""Degrees within which a direction counts as upright."""
STAND_OFF, PITCH, TICK, OVERSHOOT = 1.7, 2.1, 0.55, 0.5
"""First chain's distance, row pitch, tick and extension overshoot, all by the height of the text."""


@dataclass(frozen=True, slots=True)
class DimensionText:
    """One value: its centre, half its extent along and across, and how it is turned, to be read from below or from the right."""

    text: str
    centre: Point
    half_along: float
    half_across: float
    angle: float
    """Degrees counter-clockwise, above −90 and at most 90."""
    measure: Measure
    value: float
    span: tuple[float, float]
    chain: str = ""
    """The name of its chain."""

    @property
    def box(self) -> tuple[float, float, float, float]:
        """Left, bottom, right, top."""
        c, s = abs(cos(radians(self.angle))), abs(sin(radians(self.angle)))
        dx, dy = c * self.half_along + s * self.half_across, s * self.half_along + c * self.half_across
        return (self.centre[0] - dx, self.centre[1] - dy, self.centre[0] + dx, self.centre[1] + dy)

    def holds(self, x: float, y: float, slack: float) -> bool:
        """Whether a point lies in the text or not farther from it than `slack`."""
        c, s = cos(radians(self.angle)), sin(radians(self.angle))
        dx, dy = x - self.centre[0], y - self.centre[1]
        return abs(c * dx + s * dy) <= self.half_along + slack and abs(c * dy - s * dx) <= self.half_across + slack


@dataclass(frozen=True, slots=True)
class SetOut:
    """Chains as lines and texts, in the drawing's millimetres."""

    lines: tuple[tuple[Point, Point], ...]
    ticks: tuple[tuple[Point, Point], ...]
    texts: tuple[DimensionText, ...]
    low: Point
    high: Point


def set_out(chains: Sequence[Dimensions], text_height: float, show: Callable[[float], str], most_lifts: int | None = None) -> SetOut:
    """The chains with texts `text_height` high (in the drawing's millimetres); chains on one side stack outwards.

    A text without room, or one that would have to be lifted more than `most_lifts` times is left out: on screen one comes nearer to
    read it, on paper (None) all are shown.
    """
    lines: list[tuple[Point, Point]] = []
    ticks: list[tuple[Point, Point]] = []
    texts: list[DimensionText] = []
    used: dict[tuple[str, str], list[_Taken]] = {}
    for chain in chains:
        taken = used.setdefault((chain.side.name, chain.lane), [])
        low, high = _reach(chain, text_height, show)
        first = 0.0 if isinstance(chain, Chain) and chain.on_side else STAND_OFF * text_height
        offset = max((t.end for t in taken if t.low < high and low < t.high), default=first)
        row: _Row | _RunningRow
        if isinstance(chain, Running):
            row = _RunningRow(chain, offset, text_height, show, all_of_them=most_lifts is None)
        else:
            row = _Row(chain, offset, text_height, show, most_lifts)
        lines += row.lines()
        ticks += row.ticks()
        texts += row.texts
        taken.append(_Taken(low, high, offset + row.height))
    return SetOut(tuple(lines), tuple(ticks), tuple(texts), *_bounds(lines, texts))


@dataclass(frozen=True, slots=True)
class _Taken:
    """What a row takes of a side: from where to where along it, and how far out."""

    low: float
    high: float
    end: float


def _reach(chain: Dimensions, text_height: float, show: Callable[[float], str]) -> tuple[float, float]:
    """From where to where a row reaches with its texts, from an origin that all sides of its direction share.

    Running dimensions spread their figures, so they share their side with nothing.
    """
    if isinstance(chain, Running):
        return float("-inf"), float("inf")
    halves = [len(show(b - a)) * FIGURE_WIDTH * text_height / 2 for a, b in pairwise(chain.ticks)]
    middles = [(a + b) / 2 for a, b in pairwise(chain.ticks)]
    low = min(chain.ticks[0], *(m - h for m, h in zip(middles, halves, strict=True)))
    high = max(chain.ticks[-1], *(m + h for m, h in zip(middles, halves, strict=True)))
    (x, y), (wx, wy) = chain.side.at, chain.side.way
    start = x * wx + y * wy
    return start + low, start + high


def reading_angle(way: Point) -> float:
    """How a text along a direction is turned so that it is read from below or from the right, in degrees."""
    angle = degrees(atan2(way[1], way[0]))
    if angle > UPRIGHT + LEVEL_WITHIN:
        return angle - 180.0
    return angle + 180.0 if angle <= -UPRIGHT + LEVEL_WITHIN else angle


class _RunningRow:
    """Running dimensions at their distance: figures across the side, each at the end of a line that is bent where they are crowded."""

    def __init__(self, running: Running, offset: float, text_height: float, show: Callable[[float], str], *, all_of_them: bool) -> None:
        self._running, self._h = running, text_height
        self._start = max(offset - STAND_OFF * text_height, 0.0)
        self._places = shown_places(running, text_height, all_of_them=all_of_them)
        clear = 0.6 * text_height
        within = (running.within[0] + clear, running.within[1] - clear) if running.within is not None else None
        self._rows = spread(self._places, ROW * text_height, within)
        figures = [show(abs(p - running.datum)) for p in self._places]
        self.texts = [self._text(*one) for one in zip(figures, self._places, self._rows, strict=True)]
        longest = max((2 * t.half_along for t in self.texts), default=0.0)
        self.height = (LEAD + BEND + TAIL + 0.5) * text_height + longest

    def _text(self, figure: str, place: float, row: float) -> DimensionText:
        half = len(figure) * FIGURE_WIDTH * self._h / 2
        centre = self._running.side.beside(row, self._start + (LEAD + BEND + TAIL + 0.25) * self._h + half)
        turned = reading_angle(self._running.side.out)
        datum = self._running.datum
        return DimensionText(figure, centre, half, self._h * 0.5, turned, LEVEL, abs(place - datum), (datum, place))

    def lines(self) -> list[tuple[Point, Point]]:
        found: list[tuple[Point, Point]] = []
        for place, row in zip(self._places, self._rows, strict=True):
            out = [self._start + stop * self._h for stop in (LEAD, LEAD + BEND, LEAD + BEND + TAIL)]
            stops = zip((place, place, row, row), (0.25 * self._h, *out), strict=True)
            found += pairwise([self._running.side.beside(at, away) for at, away in stops])
        return found

    def ticks(self) -> list[tuple[Point, Point]]:
        return []


class _Row:
    """One chain at its distance. Texts too wide for their space are lifted outwards, level by level, until they are free."""

    def __init__(self, chain: Chain, offset: float, text_height: float, show: Callable[[float], str], most_lifts: int | None) -> None:
        self._chain, self._offset, self._text_height = chain, offset, text_height
        self.texts: list[DimensionText] = []
        levels = 0
        taken: dict[int, float] = {}
        for (a, b), measure in zip(pairwise(chain.ticks), chain.measures, strict=True):
            if measure == REVEAL:
                continue
            text = show(b - a)
            half = len(text) * FIGURE_WIDTH * text_height / 2
            level = self._level((a + b) / 2 - half, (a + b) / 2 + half, b - a, taken, text_height)
            if most_lifts is not None and level > most_lifts:
                continue
            taken[level] = (a + b) / 2 + half
            levels = max(levels, level)
            self.texts.append(self._text(text, (a + b) / 2, half, level, measure, (a, b)))
        self.height = (PITCH + levels * 1.25) * text_height

    @staticmethod
    def _level(start: float, end: float, room: float, taken: dict[int, float], text_height: float) -> int:
        gap = 0.3 * text_height
        level = 0 if end - start + gap <= room else 1
        while start < taken.get(level, float("-inf")) + gap:
            level += 1
        return level

    def _text(self, text: str, middle: float, half: float, level: int, measure: Measure, span: tuple[float, float]) -> DimensionText:
        away = self._offset + (0.72 + 1.25 * level) * self._text_height
        centre, turned = self._point(middle, away), reading_angle(self._chain.side.way)
        return DimensionText(text, centre, half, self._text_height * 0.5, turned, measure, span[1] - span[0], span, self._chain.name)

    def _point(self, along: float, away: float) -> Point:
        return self._chain.side.beside(along, away)

    def lines(self) -> list[tuple[Point, Point]]:
        first, last = self._chain.ticks[0], self._chain.ticks[-1]
        found = [(self._point(first, self._offset), self._point(last, self._offset))]
        if self._chain.on_side:
            return found
        over = OVERSHOOT * self._text_height
        found += [(self._point(t, 0.5 * self._text_height), self._point(t, self._offset + over)) for t in self._chain.ticks]
        return found

    def ticks(self) -> list[tuple[Point, Point]]:
        half = TICK * self._text_height / 2
        return [(self._point(t - half, self._offset - half), self._point(t + half, self._offset + half)) for t in self._chain.ticks]


def _bounds(lines: Sequence[tuple[Point, Point]], texts: Sequence[DimensionText]) -> tuple[Point, Point]:
    xs = [p[0] for line in lines for p in line] + [v for t in texts for v in (t.box[0], t.box[2])]
    ys = [p[1] for line in lines for p in line] + [v for t in texts for v in (t.box[1], t.box[3])]
    return ((min(xs), min(ys)), (max(xs), max(ys))) if xs else ((0.0, 0.0), (0.0, 0.0))
