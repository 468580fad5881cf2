"""Runs: units standing side by side, and the worktop and plinth that follow them by themselves."""

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from math import ceil

from tallplank.core.catalog.catalog import Catalog
from tallplank.core.catalog.finish import Finish
from tallplank.core.error import mm
from tallplank.core.job.face import Face
from tallplank.core.job.standard import Standard
from tallplank.core.job.unit import FinishRole
from tallplank.core.joinery.part.part import BuildError, Edges, Fitting, Part, Tag
from tallplank.core.joinery.rule.choice import chosen_finish, chosen_hardware, rules_for
from tallplank.core.joinery.rule.place import Placed
from tallplank.core.joinery.setout.collector import Collector, Lay
from tallplank.core.measure.size import Size
from tallplank.core.measure.source import Decided, DecidedFor

JOINED = 0.5
"""Units nearer than this stand joined."""
CLIP_PITCH = 600.0
LADDER_PITCH, LADDER_FROM_WALL = 600.0, 60.0
"""Rungs of a ladder base lie no farther apart than this; its rear rail stands this far before the wall."""
SCREWS_AN_END = 2


@dataclass(frozen=True, slots=True)
class Stretch:
    """Neighbours at one face that one worktop or one plinth runs across, from left to right."""

    members: tuple[Placed, ...]
    open_left: bool
    open_right: bool
    """Whether the end stands free, not against a wall or a taller unit."""

    @property
    def start(self) -> float:
        """The left end of the first unit."""
        return self.members[0].x

    @property
    def end(self) -> float:
        """The right end of the last unit."""
        return max(m.x + m.unit.width for m in self.members)


@dataclass(frozen=True, slots=True)
class Run:
    """A made run trim: its parts are in the frame of the face, not of a unit."""

    id: str
    label: str
    room: str
    face: str
    what: FinishRole
    members: tuple[str, ...]
    parts: tuple[Part, ...]
    fittings: tuple[Fitting, ...]
    problem: str = ""


def stretches(units: Iterable[Placed], face: Face, *, worktop: bool) -> tuple[Stretch, ...]:
    """The stretches that carry a worktop, or a plinth; units on the floor that stand apart begin a new one."""
    floor = sorted((p for p in units if not p.hung), key=lambda p: p.x)
    carrying = [p for p in floor if (p.kind.worktop if worktop else p.kind.kick and p.kind.plinth and p.rules.kick != "none" and p.z > 0)]
    groups: list[list[Placed]] = []
    for placed in carrying:
        if groups and _joined(groups[-1], placed, worktop):
            groups[-1].append(placed)
        else:
            groups.append([placed])
    return tuple(_stretch(group, floor, face) for group in groups)


def _joined(group: Sequence[Placed], placed: Placed, worktop: bool) -> bool:
    last = max(group, key=lambda p: p.x + p.unit.width)
    level = abs(placed.top - last.top) < JOINED if worktop else abs(placed.z - last.z) < JOINED
    return level and placed.x - (last.x + last.unit.width) <= JOINED


def _stretch(group: list[Placed], floor: Sequence[Placed], face: Face) -> Stretch:
    start, end = group[0].x, max(p.x + p.unit.width for p in group)
    members = set(map(id, group))
    others = [p for p in floor if id(p) not in members]
    open_left = not (face.closed_left and start <= JOINED) and not any(abs(p.x + p.unit.width - start) <= JOINED for p in others)
    open_right = not (face.closed_right and end >= face.length - JOINED) and not any(abs(p.x - end) <= JOINED for p in others)
    return Stretch(tuple(group), open_left, open_right)


def build_run(stretch: Stretch, what: FinishRole, number: int, room: str, face: Face, catalog: Catalog, standard: Standard) -> Run:
    """The worktop or the plinth of a stretch, in as many pieces as its stock length asks for."""
    rules = rules_for(catalog, standard)
    out = Collector(catalog, rules.bands_trimmed == "yes")
    finish = _run_finish(catalog, standard, stretch, what)
    problem = ""
    try:
        if what == "top":
            _add_worktop(stretch, finish, face, out)
        else:
            _add_plinth(stretch, finish, out, catalog, standard)
    except BuildError as error:
        problem = error.text
    word = "Worktop" if what == "top" else "Plinth"
    return Run(
        f"{what}-{room}-{face.id}-{number}",
        f"{word} {face.name} {number}",
        room,
        face.id,
        what,
        tuple(p.unit.id for p in stretch.members),
        tuple(out.parts),
        tuple(out.fittings),
        problem,
    )


def _run_finish(catalog: Catalog, standard: Standard, stretch: Stretch, what: FinishRole) -> Finish:
    """The finish that the first unit with one of its own asks for, else the job's."""
    own = next((p.unit for p in stretch.members if what in p.unit.finishes), None)
    return chosen_finish(catalog, standard, own, what)


def pieces_of(start: float, end: float, seams: Sequence[float], longest: float) -> tuple[tuple[float, float], ...]:
    """The length from start to end in pieces no longer than the stock, parted at the farthest seam within reach."""
    pieces, at = [], start
    while end - at > longest + 1e-6:
        within = [s for s in seams if at + longest / 3 < s <= at + longest]
        cut = max(within, default=at + longest)
        pieces.append((at, cut))
        at = cut
    return (*pieces, (at, end))


def _add_worktop(stretch: Stretch, finish: Finish, face: Face, out: Collector) -> None:
    """The overhangs are those of the units at its ends, and of the one that stands out farthest."""
    members = stretch.members
    first_unit, last_unit = members[0], max(members, key=lambda p: p.right)
    left_most = stretch.start if face.closed_left else first_unit.rules.top_end
    right_most = face.length - stretch.end if face.closed_right else last_unit.rules.top_end
    left = min(first_unit.rules.top_end, left_most) if stretch.open_left else 0.0
    right = min(last_unit.rules.top_end, right_most) if stretch.open_right else 0.0
    start, end = stretch.start - left, stretch.end + right
    ends = {
        start: Size.of(left, "end overhang", _of(first_unit, Decided("rule", "top_end"))),
        end: Size.of(right, "end overhang", _of(last_unit, Decided("rule", "top_end"))),
    }
    depth = _top_depth(max(members, key=lambda p: -p.front))
    seams = [p.x + p.unit.width for p in members]
    for i, (a, b) in enumerate(pieces := pieces_of(start, end, seams, out.catalog.boards[finish.board].sheet[0])):
        length = _length(members, a, b, ends)
        thickness = Size.of(finish.thickness, "worktop board", Decided("finish", "top"))
        first, last = i == 0 and stretch.open_left, i == len(pieces) - 1 and stretch.open_right
        edges = Edges(l1=finish.band, w1=finish.band if first else None, w2=finish.band if last else None)
        lay = Lay("+x", "+y", (a, -depth.value, members[0].top))
        out.add("worktop", "top", "top", finish, (length, depth, thickness), lay, edges=edges)


def _top_depth(deepest: Placed) -> Size:
    """From the wall to the front edge, over the unit that stands out farthest."""
    depth = Size.of(deepest.unit.depth, "deepest carcass", _of(deepest, Decided("unit", "depth")))
    if deepest.unit.off:
        depth = depth + Size.of(deepest.unit.off, "behind it", _of(deepest, Decided("unit", "off")))
    if (proud := deepest.back - deepest.unit.depth - deepest.front) > 0:
        depth = depth + Size.of(proud, "front", _of(deepest, Decided("finish", "front")))
    return depth + Size.of(deepest.rules.top_front, "front overhang", _of(deepest, Decided("rule", "top_front")))


def _of(placed: Placed, source: Decided) -> DecidedFor:
    """What is decided for one of several units."""
    return DecidedFor(placed.unit.id, source)


def _add_plinth(stretch: Stretch, finish: Finish, out: Collector, catalog: Catalog, standard: Standard) -> None:
    members = stretch.members
    first_unit = members[0]
    play = Size.of(first_unit.rules.kick_play, "above the floor", _of(first_unit, Decided("rule", "kick_play")))
    height = Size.of(first_unit.z, "kick height", _of(first_unit, Decided("rule", "kick_height"))) - play
    if height.value <= 0:
        return
    thickness = Size.of(finish.thickness, "plinth board", Decided("finish", "plinth"))
    setback = min(p.rules.kick_setback - p.unit.depth + p.back for p in members)
    seams = [p.x + p.unit.width for p in members]
    pieces = pieces_of(stretch.start, stretch.end, seams, out.catalog.boards[finish.board].sheet[0])
    for i, (a, b) in enumerate(pieces):
        length = _length(members, a, b, {})
        first, last = i == 0 and stretch.open_left, i == len(pieces) - 1 and stretch.open_right
        edges = Edges(w1=finish.band if first else None, w2=finish.band if last else None)
        lay = Lay("+x", "+z", (a, setback + finish.thickness, play.value))
        out.add("plinth", "plinth", "plinth", finish, (length, height, thickness), lay, edges=edges)
        count = Size.of(ceil((b - a) / CLIP_PITCH) + 1, f"clips, one every {CLIP_PITCH:g} and one more", Decided("hardware", "clip"))
        if members[0].rules.kick == "legs":
            out.fit(chosen_hardware(catalog, standard, None, "clip"), count, "behind the plinth")
        elif members[0].rules.kick == "ladder" and b - a > 2 * members[0].rules.board_thickness:
            _add_ladder(members, (a, b), setback + finish.thickness, out, catalog, standard)


def _add_ladder(
    members: Sequence[Placed], ends: tuple[float, float], front: float, out: Collector, catalog: Catalog, standard: Standard
) -> None:
    """A frame like a ladder laid down behind the plinth: two long rails with rungs between them. Source: common practice."""
    finish, (a, b) = chosen_finish(catalog, standard, None, "carcass"), ends
    board = Size.of(members[0].rules.board_thickness, "board", Decided("rule", "board_thickness"))
    height = Size.of(members[0].z, "kick height", _of(members[0], Decided("rule", "kick_height")))
    length = _length(members, a, b, {})
    rear = max(p.back for p in members) - LADDER_FROM_WALL
    between = Size.of(rear - board.value - (front + board.value), "between the rails", Decided("rule", "kick_setback"))
    if between.value <= 0:
        raise BuildError(f"The ladder base would be {mm(between.value)} deep between its rails: use a smaller kick setback.")
    for name, y in (("front", front + board.value), ("rear", rear)):
        lay = Lay("+x", "+z", (a, y, 0.0))
        out.add(Tag("ladder rail", name), "plinth", "plinth", finish, (length, height, board), lay, kind="kick")
    rungs = max(ceil((b - a - board.value) / LADDER_PITCH), 1) + 1
    step = (b - a - board.value) / (rungs - 1)
    for i in range(rungs):
        lay = Lay("+y", "+z", (a + i * step, front + board.value, 0.0))
        out.add("ladder rung", "plinth", "plinth", finish, (between, height, board), lay, kind="kick")
    screws = Size.of(2 * SCREWS_AN_END * rungs, f"screws, {SCREWS_AN_END} to each end of {rungs} rungs", Decided("hardware", "screw"))
    out.fit(chosen_hardware(catalog, standard, None, "screw"), screws, "ladder base")


def _length(members: Sequence[Placed], a: float, b: float, ends: Mapping[float, Size]) -> Size:
    """The length from a to b as the sum of the units it crosses and of its overhangs at their places."""
    none = Size(0.0, ())
    before, after = ends.get(a, none), ends.get(b, none)
    size, at, stop = none + before if before.value else none, a + before.value, b - after.value
    for placed in members:
        low, high = max(placed.x, at), min(placed.right, stop)
        if high - low > 1e-9:
            whole = abs(high - low - placed.unit.width) < 1e-9
            name = f"unit {placed.unit.mark}" if whole else f"part of unit {placed.unit.mark}"
            size, at = size + Size.of(high - low, name, _of(placed, Decided("unit", "width"))), high
    if after.value:
        size = size + after
    rest = (b - a) - size.value
    return size + Size.of(rest, "between units") if abs(rest) > 1e-9 else size
