"""Which units of a row at one face make a stretch, and what stands at its ends."""

from collections.abc import Callable, Iterable, Iterator, Mapping, Sequence
from typing import NamedTuple

from tallplank.core.job.face import Face
from tallplank.core.job.unit import RunKind
from tallplank.core.joinery.rule.corner import CORNER_PLANS
from tallplank.core.joinery.rule.place import Placed
from tallplank.core.joinery.run.stretch import JOINED, Beside, Side, Stretch
from tallplank.core.space.outline import Ring, shared_depth, strip_span

FAR = 1e9
BEFORE = 30.0
"""A panel needs so much room before it to be seen."""


class Row(NamedTuple):
    """The units at a face from left to right, and what reaches into its strip from other faces."""

    units: tuple[Placed, ...]
    face: Face
    beside: Sequence[Beside]

    def panel(self, placed: Placed, side: Side) -> float:
        """How thick the panel is on a side of a unit; 0 where none is asked for, or a wall or another unit leaves no room for it."""
        thick = placed.front_thickness
        if not CARRIES["end"](placed) or is_at_wall(placed, self.face, side) or self.is_at_waterfall(placed, side):
            return 0.0
        left, right = (placed.x - thick, placed.x) if side == "left" else (placed.right, placed.right + thick)
        for other in self.units:
            if other is not placed and _is_level(placed, other) and other.x < right + JOINED and other.right > left - JOINED:
                return 0.0
        front = placed.front - BEFORE
        ring = ((left, front), (right, front), (right, placed.back), (left, placed.back))
        taken = any(_is_level(placed, b.placed) and shared_depth(ring, b.ring) > JOINED for b in self.beside)
        return 0.0 if taken else thick

    def is_at_waterfall(self, placed: Placed, side: Side) -> bool:
        """Whether a unit is the last one at a side where the worktop goes down to the floor."""
        last = all(p.hung or (p.x >= placed.x if side == "left" else p.right <= placed.right) for p in self.units)
        return self.face.ends[0 if side == "left" else 1] == "waterfall" and last

    def room_at(self, placed: Placed, side: Side, level: float) -> float:
        """How far something at a height may stand out beyond a side of a unit, up to the wall or to what stands there."""
        low, high = self.face.span(-placed.front)
        most = [placed.x - low if self.face.closed_left else FAR, high - placed.right if self.face.closed_right else FAR][side == "right"]
        for start, end in self._spans(placed, level):
            gap = placed.x - end if side == "left" else start - placed.right
            most = min(most, gap) if gap > -JOINED else most
        return max(most, 0.0)

    def _spans(self, placed: Placed, level: float) -> Iterator[tuple[float, float]]:
        """From where to where along the face what reaches a height stands, beside a unit and before its wall."""
        for other in self.units:
            if other is not placed and other.z < level < other.top + JOINED:
                yield other.x, other.right
        for there in self.beside:
            if there.placed.z < level < there.placed.top + JOINED and (span := strip_span(there.ring, placed.front, placed.back)):
                yield span

    def panels_of(self, placed: Placed) -> tuple[float, float]:
        """Of both its sides."""
        return self.panel(placed, "left"), self.panel(placed, "right")

    def standing(self, placed: Placed) -> Beside:
        """A unit as others see it."""
        left, right = self.panels_of(placed)
        x0, x1 = placed.x - left, placed.right + right
        return Beside(placed, ((x0, placed.front), (x1, placed.front), (x1, placed.back), (x0, placed.back)))


def _is_level(one: Placed, other: Placed) -> bool:
    return min(one.top, other.top) - max(one.z, other.z) > JOINED


def stretches(
    units: Iterable[Placed], face: Face, outlines: Mapping[str, Ring], what: RunKind, beside: Sequence[Beside] = ()
) -> tuple[Stretch, ...]:
    """The stretches of units that something runs across; those that stand apart or at other heights begin a new one.

    `outlines` are those of units that are no rectangles, by their ids, in the frame of the face; `beside` is what stands at other faces.
    """
    row = Row(tuple(sorted(units, key=lambda p: p.x)), face, beside)
    if what == "end":
        return tuple(_alone(p, row) for p in row.units if CARRIES[what](p) and any(row.panels_of(p)))
    carrying = [p for p in row.units if CARRIES[what](p) and not _is_covered(p, row.units, what)]
    groups: list[list[Placed]] = []
    for placed in carrying:
        if groups and _joined(groups[-1], placed, what):
            groups[-1].append(placed)
        else:
            groups.append([placed])
    return tuple(_stretch(group, row, outlines, what) for group in groups)


TALL_FROM = 1600.0
"""Units whose tops are higher than this carry a crown, and no worktop: a filler is as high as what it stands against."""
BEYOND = 500.0
"""How far beyond its ends a worktop may reach under what hangs there."""
BY_ITSELF = 100.0
"""How far a worktop may stand out at most without being told to, so that board enough is left beside an opening."""
OVER: tuple[RunKind, ...] = ("top", "scribe", "crown")
"""What runs over units."""


def _is_crowned(placed: Placed) -> bool:
    """Whether moldings know the way along a unit: along boxes, and across corners."""
    return placed.kind.way.fits_gap or placed.kind.plan in CORNER_PLANS


CARRIES: Mapping[RunKind, Callable[[Placed], bool]] = {
    "top": lambda p: not p.hung and p.kind.worktop and p.top < TALL_FROM,
    "plinth": lambda p: not p.hung and p.kind.kick and p.kind.plinth and p.rules.kick != "none" and p.z > 0,
    "end": lambda p: p.rules.end_panel == "free" and p.kind.way.is_box,
    "crown": lambda p: p.rules.crown == "yes" and p.top > TALL_FROM and _is_crowned(p),
    "scribe": lambda p: p.rules.ceiling_scribe == "yes" and p.top > TALL_FROM and _is_crowned(p),
    "light-rail": lambda p: p.hung and p.rules.light_rail == "yes" and _is_crowned(p),
}
"""Which units each kind of run goes across."""


def level_of(placed: Placed, what: RunKind) -> float:
    """The height at which something runs over or under a unit."""
    return placed.top if what in OVER else placed.z


def _is_covered(placed: Placed, row: Sequence[Placed], what: RunKind) -> bool:
    """Whether another unit stands on a unit where its crown would be, or hangs below it where its light rail would."""
    if what in ("top", "plinth"):
        return False
    ends = ((p.z, placed.top) if what in OVER else (p.top, placed.z) for p in _over(placed, row))
    return any(abs(one - other) < JOINED for one, other in ends)


def _over(placed: Placed, row: Sequence[Placed]) -> Iterator[Placed]:
    for other in row:
        if other is not placed and min(other.right, placed.right) - max(other.x, placed.x) > JOINED:
            yield other


def _joined(group: Sequence[Placed], placed: Placed, what: RunKind) -> bool:
    last = max(group, key=lambda p: p.right)
    return abs(level_of(placed, what) - level_of(last, what)) < JOINED and placed.x - last.right <= JOINED


def _stretch(group: list[Placed], row: Row, outlines: Mapping[str, Ring], what: RunKind) -> Stretch:
    first, last = group[0], max(group, key=lambda p: p.right)
    level = level_of(first, what)
    walls, opens = _closed(group, row, (first, last), level, what)
    shaped = tuple((p, outlines[p.unit.id]) for p in group if p.unit.id in outlines)
    over = _hung_over(group, row, (first, last), level) if what == "top" else ()
    below = _splashed_below(row, (first, last)) if what == "light-rail" else ()
    panels = row.panel(first, "left"), row.panel(last, "right")
    beyond, room = _beyond(row, (first, last), panels, level) if what == "top" else (NOTHING, NOTHING)
    return Stretch(tuple(group), *opens, shaped, *walls, over, below, panels, beyond, room)


def _closed(group: Sequence[Placed], row: Row, ends: "Ends", level: float, what: RunKind) -> tuple[tuple[bool, bool], tuple[bool, bool]]:
    """Whether there is a wall at the left and at the right, and whether these sides are open: at no wall, waterfall or neighbour."""
    (first, last), members = ends, set(map(id, group))
    others = [p for p in row.units if id(p) not in members and _closes(p, level, what)]
    walls = (
        is_at_wall(first, row.face, "left") and all(p.x > first.x for p in others),
        is_at_wall(last, row.face, "right") and all(p.right < last.right for p in others),
    )
    falls = row.is_at_waterfall(first, "left"), row.is_at_waterfall(last, "right")
    open_left = not walls[0] and not falls[0] and not any(abs(p.right - first.x) <= JOINED for p in others)
    open_right = not walls[1] and not falls[1] and not any(abs(p.x - last.right) <= JOINED for p in others)
    return walls, (open_left, open_right)


Ends = tuple[Placed, Placed]
"""The first and the last of the units that something runs along."""
Two = tuple[float, float]
NOTHING: Two = (0.0, 0.0)


def _hung_over(group: Sequence[Placed], row: Row, ends: Ends, level: float) -> tuple[Beside, ...]:
    """What hangs over a worktop or stands on it, where a backsplash goes up between the two."""
    if all(p.rules.splash == "none" for p in group):
        return ()
    low, high = ends[0].x - BEYOND, ends[1].right + BEYOND
    hung = [row.standing(p) for p in row.units if p.hung and p.x < high and p.right > low]
    return tuple(b for b in (*hung, *row.beside) if b.placed.z > level)


def _splashed_below(row: Row, ends: Ends) -> tuple[Placed, ...]:
    """The units whose backsplash ends under a light rail."""
    low, high = ends[0].x - BEYOND, ends[1].right + BEYOND
    splashed = (p for p in row.units if CARRIES["top"](p) and p.rules.splash != "none")
    return tuple(p for p in splashed if p.x <= high and p.right >= low)


def _beyond(row: Row, ends: Ends, panels: Two, level: float) -> tuple[Two, Two]:
    """How far a worktop stands out beyond both ends, and how far it may."""
    (first, last), (left, right) = ends, panels
    free = row.room_at(first, "left", level), row.room_at(last, "right", level)
    beyond = min(first.rules.top_end + left, free[0]), min(last.rules.top_end + right, free[1])
    return beyond, (max(beyond[0], min(free[0], BY_ITSELF)), max(beyond[1], min(free[1], BY_ITSELF)))


def _alone(placed: Placed, row: Row) -> Stretch:
    """A unit by itself, with the sides at which it has panels."""
    panels = row.panels_of(placed)
    return Stretch((placed,), panels[0] > 0, panels[1] > 0, panels=panels)


def is_at_wall(placed: Placed, face: Face, side: Side) -> bool:
    """Whether a side of a unit touches the wall there: with its back where that leans away, with its front where it leans in."""
    lean = face.lean(side)
    if lean is None:
        return False
    reach = max(-placed.back * lean, -placed.front * lean)
    return (placed.x if side == "left" else face.length - placed.right) - reach <= JOINED


def _closes(placed: Placed, level: float, what: RunKind) -> bool:
    """Whether a unit beside a stretch closes its end."""
    if what in ("top", "plinth"):
        return not placed.hung
    return placed.z <= level + JOINED < placed.top if what in OVER else placed.z < level - JOINED < placed.top
