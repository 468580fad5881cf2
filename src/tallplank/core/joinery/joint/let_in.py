"""Joints in which one board is let into the other: dado, rebate, and groove with a tongue.

Source: common practice: a third to a half of the board deep; the values are rules of the construction.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace
from types import MappingProxyType

from tallplank.core.error import mm
from tallplank.core.joinery.joint.meeting import TOUCH, Meeting, Range, axis_of, is_along
from tallplank.core.joinery.part.hole import Pocket, PocketKind
from tallplank.core.joinery.part.part import BuildError, Part, let_into
from tallplank.core.joinery.rule.choice import Choice
from tallplank.core.joinery.setout.collector import Collector
from tallplank.core.measure.size import Size
from tallplank.core.space.frame import Vec

SKIN = 3.0
"""Board that is left under a slot at least."""
LEAST_TONGUE, LEAST_CHEEK = 3.0, 1.0
DEPTHS: Mapping[str, str] = MappingProxyType({"dado": "dado_depth", "rebate": "rebate_depth", "groove": "tongue_length"})
"""The joints that let a board in, each with the rule for how far."""


@dataclass(slots=True)
class LettingIn:
    """Lets boards in, each end once for all that it meets."""

    choice: Choice
    out: Collector
    _done: dict[tuple[int, int, float], Range] = field(default_factory=dict)
    """Where what enters the other board lies in the end's thickness, by part, axis and way."""

    def add(self, meeting: Meeting, joint: str) -> None:
        """Lengthen the end, shape its tongue, and cut the slot that it sits in into the other part.

        Raises:
            BuildError: it would be let in deeper than the other part is thick, or its tongue would be none.
        """
        depth = self.choice.rule(DEPTHS[joint], "let in")
        low, high = self.out.box(meeting.face)
        end, face = self.out.parts[meeting.end], self.out.parts[meeting.face]
        if joint == "groove" and not is_along(end.frame):
            joint = "dado"
        thick = high[meeting.axis] - low[meeting.axis]
        if depth.value + SKIN > thick:
            raise BuildError(f"The {end.name} would be let {mm(depth.value)} into the {face.name}, which is {mm(thick)} thick.")
        key = (meeting.end, meeting.axis, meeting.toward)
        if key not in self._done:
            self._done[key] = self._entering(meeting, joint)
            self._lengthen(meeting, depth, self._done[key])
        self._cut(meeting, depth.value, self._done[key], joint)

    def _entering(self, meeting: Meeting, joint: str) -> Range:
        """The extent, across the end, of what enters the other part: all of its thickness, or a tongue.

        The tongue lies at the face that is farther from the other part's edge, or in the middle where both are as far.
        """
        (low, high), (face_low, face_high) = self.out.box(meeting.end), self.out.box(meeting.face)
        start, stop = low[meeting.across], high[meeting.across]
        if joint != "groove":
            return start, stop
        tongue = self.choice.rules.tongue_thickness or (stop - start) / 2
        cheek = stop - start - tongue
        if tongue < LEAST_TONGUE or cheek < LEAST_CHEEK:
            name = self.out.parts[meeting.end].name
            raise BuildError(f"A tongue {mm(tongue)} thick cannot be cut on the {name}, which is {mm(stop - start)} thick.")
        before, after = start - face_low[meeting.across], face_high[meeting.across] - stop
        first = cheek / 2 if abs(before - after) < TOUCH else cheek if before < after else 0.0
        return start + first, start + first + tongue

    def _lengthen(self, meeting: Meeting, depth: Size, entering: Range) -> None:
        low, high = self.out.box(meeting.end)
        start, stop = low[meeting.across], high[meeting.across]
        part = self.out.parts[meeting.end]
        reach = part.form.grows_where(meeting.reach, (low[meeting.along], high[meeting.along]))
        away = meeting.toward * depth.value
        if not is_along(part.frame):
            self.out.swap(meeting.end, _tabbed(part, [part.frame.inside(p) for p in _tab(meeting, away)], depth))
            return
        tab = [part.frame.inside(c) for c in _corners(meeting, away, reach, entering)]
        longer = lengthened(part, meeting.axis, meeting.toward, depth, (tab[0], tab[1]))
        for cheek in ((start, entering[0]), (entering[1], stop)):
            if cheek[1] - cheek[0] > TOUCH:
                longer = with_pocket(longer, "tongue", _corners(meeting, away, reach, cheek))
        self.out.swap(meeting.end, longer)

    def _cut(self, meeting: Meeting, depth: float, entering: Range, joint: str) -> None:
        low, high = self.out.box(meeting.face)
        across = meeting.across
        wide = (max(entering[0], low[across]), min(entering[1], high[across]))
        at_end = wide[0] - low[across] < TOUCH or high[across] - wide[1] < TOUCH
        what: PocketKind = "groove" if joint == "groove" else "rebate" if at_end else "dado"
        corners = _corners(meeting, meeting.toward * depth, meeting.reach, wide)
        self.out.swap(meeting.face, with_pocket(self.out.parts[meeting.face], what, corners))


def _corners(meeting: Meeting, away: float, along: Range, across: Range) -> tuple[Vec, Vec]:
    """Two opposite corners, in the frame of the unit, of what lies beyond the plane of a meeting by `away`."""
    ends = []
    for depth, place, middle in ((0.0, along[0], across[0]), (away, along[1], across[1])):
        corner = [0.0, 0.0, 0.0]
        corner[meeting.axis], corner[meeting.along], corner[meeting.across] = meeting.at + depth, place, middle
        ends.append(Vec(*corner))
    return ends[0], ends[1]


def _tab(meeting: Meeting, away: float) -> list[Vec]:
    """The corners, in the frame of the unit, of what is added to the end of a meeting: along its plane, then beyond it."""
    places = zip((0.0, away, away, 0.0), (0, 0, 1, 1), strict=True)
    return [_at_axes(meeting.start, (meeting.axis, meeting.at + out), (meeting.along, meeting.reach[i])) for out, i in places]


def _at_axes(point: Vec, *axes: tuple[int, float]) -> Vec:
    """A point with other values along some of the axes."""
    values = list(point)
    for axis, value in axes:
        values[axis] = value
    return Vec(*values)


def _tabbed(part: Part, tab: Sequence[Vec], depth: Size) -> Part:
    """A board of any outline that grows by a tab on an edge that runs along none of its axes."""
    form, (x, y), grown = part.form.tabbed(tuple((p.x, p.y) for p in tab))
    pockets = tuple(p.shifted(x, y) for p in part.pockets)
    more = [Size.of(by, "let in", depth.terms[0].source) for by in grown]
    long, wide = (old + by if by.value > TOUCH else old for old, by in zip((part.length, part.width), more, strict=True))
    return replace(
        part,
        form=form,
        frame=part.frame._replace(origin=part.frame.out((-x, -y, 0.0))),
        pockets=pockets,
        length=long,
        width=wide,
        cut_length=part.cut_length + long.value - part.length.value,
        cut_width=part.cut_width + wide.value - part.width.value,
    )


def with_pocket(part: Part, what: PocketKind, corners: tuple[Vec, Vec]) -> Part:
    """A part with a square cut between two opposite corners in the frame of the unit."""
    a, b = (part.frame.inside(c) for c in corners)
    return let_into(part, (*part.pockets, Pocket(what, Vec(*map(min, a, b)), Vec(*map(max, a, b)))))


def lengthened(part: Part, axis: int, toward: float, by: Size, tab: tuple[Vec, Vec]) -> Part:
    """A part that reaches farther along a unit axis; its pockets follow, those that ended there reach the new end.

    A shaped part grows only by a tab, of which two opposite corners in the part's own frame are given.
    """
    frame = part.frame
    along_x = axis_of(frame.x) == axis
    direction = frame.x if along_x else frame.y
    whole = part.length.value if along_x else part.width.value
    at_start = direction[axis] * toward < 0
    shift = by.value if at_start else 0.0
    index = 0 if along_x else 1

    def grown(pocket: Pocket) -> Pocket:
        low, high = list(pocket.low), list(pocket.high)
        at_low, at_high = low[index] <= TOUCH, high[index] >= whole - TOUCH
        low[index] += 0.0 if at_low and at_start else shift
        high[index] += by.value if at_high and not at_start else shift
        return Pocket(pocket.what, Vec(*low), Vec(*high))

    pockets = tuple(map(grown, part.pockets))
    frame = frame._replace(origin=Vec(*(o - d * shift for o, d in zip(frame.origin, direction, strict=True))))
    form = part.form.grown(index, 0.0 if at_start else whole, tab, shift)
    part = replace(part, frame=frame, pockets=pockets, form=form)
    if along_x:
        return replace(part, length=part.length + by, cut_length=part.cut_length + by.value)
    return replace(part, width=part.width + by, cut_width=part.cut_width + by.value)
