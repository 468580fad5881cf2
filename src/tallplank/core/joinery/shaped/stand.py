"""How the fronts of a unit that is no rectangle in plan stand along its sides: over the gables, between them, or on a face frame.

Source: common practice; the values are rules of the construction.
"""

from collections.abc import Mapping
from dataclasses import dataclass, field
from math import cos, radians, sin, tan

from tallplank.core.joinery.front.leaf import front_thickness
from tallplank.core.joinery.rule.choice import Choice
from tallplank.core.joinery.setout.box import thickness
from tallplank.core.joinery.shaped.plan import Plan, arc, corner_angle, overhang, setback
from tallplank.core.measure.size import Size
from tallplank.core.measure.source import Decided

SQUARE = 90.0


@dataclass(frozen=True, slots=True)
class Stand:
    """How doors stand along the sides of a plan; a side's frame has x along it and y to the inside."""

    choice: Choice
    plan: Plan
    rise: float
    """How far a curved front bows out; in, if negative."""
    gables: Mapping[int, int] = field(default_factory=dict)
    """The numbers of the gables' parts, by the numbers of their sides."""
    stiles: Mapping[tuple[int, bool], int] = field(default_factory=dict)
    """The numbers of the face frame's stiles, by the number of their side and whether they are at its start."""

    @property
    def fronts(self) -> tuple[int, ...]:
        """The numbers of the sides that doors stand along."""
        return tuple(i for i, side in enumerate(self.plan) if side.kind in ("front", "curve"))

    @property
    def framed(self) -> bool:
        """Whether there is a face frame; bent fronts have none."""
        return self.choice.rules.box == "face-frame" and not any(side.kind == "curve" for side in self.plan)

    @property
    def frame_depth(self) -> float:
        """How far the boards stand behind the fronts' lines."""
        return self.choice.rules.frame_thickness if self.framed else 0.0

    @property
    def inset(self) -> bool:
        """Whether doors stand within the outline."""
        return self.choice.rules.overlay == "inset"

    @property
    def thick(self) -> float:
        """How thick they are."""
        return front_thickness(self.choice).value

    @property
    def back(self) -> float:
        """The y of their backs."""
        return self.thick if self.inset else -self.choice.rules.front_gap

    @property
    def behind(self) -> float:
        """How much of the inside they take, from the front edges of the boards on."""
        return max(self.thick + self.choice.rules.front_gap - self.frame_depth, 0.0) if self.inset else 0.0

    @property
    def foot(self) -> Size:
        """From the underside of the carcass to their lower edges."""
        if self.framed:
            return self._on_frame(self.choice.rule("frame_rail", "rail"))
        if self.inset:
            return thickness(self.choice, "floor_thickness", "bottom") + self.choice.rule("inset_gap", "gap")
        return 0.5 * self.choice.rule("reveal")

    @property
    def head(self) -> Size:
        """From their upper edges to the top of the carcass, at least what a worktop over them asks for."""
        under = self.choice.rule("top_gap", "under the worktop")
        free = not self.framed and not self.inset and self.choice.kind.worktop
        return under if free and under.value > self.foot.value else self.foot

    @property
    def height(self) -> Size:
        """Their height."""
        whole = Size.of(self.choice.unit.height, "height", Decided("unit", "height"))
        return whole - 2 * self.foot if self.head == self.foot else whole - self.foot - self.head

    def angles(self, index: int) -> tuple[float, float]:
        """The unit's inner angles at both ends of a side."""
        side, before, after = self.plan[index], self.plan[index - 1], self.plan[(index + 1) % len(self.plan)]
        return corner_angle(before, side), corner_angle(side, after)

    def ends(self, index: int) -> tuple[Size, Size]:
        """From both corners of a side to the edges of its door, which passes no plane of a blunt corner."""
        first, last = (self._edge(angle) for angle in self.angles(index))
        if self.inset or self.plan[index].kind == "curve":
            return first, last
        short = overhang(self.plan, index, self.choice.rules.front_gap + self.thick)
        return self._clear(first, short[0]), self._clear(last, short[1])

    def _clear(self, edge: Size, short: float) -> Size:
        half = 0.5 * self.choice.rule("reveal")
        wanted = half.value + short
        return (
            half + Size.of(short, "beside the neighbours' fronts", Decided("finish", "front"))
            if short > 0 and wanted > edge.value
            else edge
        )

    def _edge(self, angle: float) -> Size:
        """From the corner with this inner angle to the edge of a door; in an inner corner two leaves meet."""
        rules, rule = self.choice.rules, self.choice.rule
        if angle < 0:
            return self._inner_corner(-angle)
        if self.framed:
            edge = self._on_frame(rule("frame_stile", "stile"))
            slant = self.stile_from(angle)
            return edge + Size.of(slant, "for the sharp corner", Decided("rule", "frame_thickness")) if slant else edge
        board, reveal = rule("board_thickness", "gable"), rule("reveal")
        if not self.inset:
            return 0.5 * board + 0.5 * reveal if rules.overlay == "half" else 0.5 * reveal
        along = gable_reach(board.value, angle, self.thick)
        if abs(along - board.value) > 1e-9:
            board = Size.of(along, "gable, along the front", Decided("rule", "board_thickness"))
        return board + rule("inset_gap", "gap")

    def _inner_corner(self, angle: float) -> Size:
        """Where the faces of two leaves meet, in front of walls that meet at this angle."""
        if self.inset:
            return self.choice.rule("inset_gap", "gap")
        proud = self.choice.rules.front_gap + self.thick
        proud = proud if abs(angle - SQUARE) < 1e-9 else proud / tan(radians(angle) / 2)
        return Size.of(proud, "in the corner", Decided("finish", "front")) + self.choice.rule("reveal")

    def _on_frame(self, member: Size) -> Size:
        """From the outside of a stile or rail to the edge of a door that lies on it or beside it."""
        return member + self.choice.rule("inset_gap", "gap") if self.inset else member - self.choice.rule("frame_overlay", "overlay")

    def stile_from(self, angle: float) -> float:
        """Where a stile begins along its side, not to pass the neighbouring side of a sharp corner."""
        return self.frame_depth * cos(radians(angle)) / sin(radians(angle)) if 0 < angle < SQUARE else 0.0

    def gable_cut(self, index: int) -> tuple[float, float]:
        """By how much a gable is shorter than its side at its start and its end."""
        return setback(self.plan, index, self.choice.rules.board_thickness, self.rise, self.frame_depth)

    def plates_from(self, index: int, *, at_start: bool) -> float:
        """How far along the gable at an end of a front the plates of hinges are measured: from its front edge, or the back of the door."""
        if not self.inset:
            return 0.0
        turn = radians(self.angles(index)[0 if at_start else 1])
        cut = self.gable_cut(self.gable_at(index, at_start=at_start))[1 if at_start else 0]
        return max((self.thick + self.choice.rules.board_thickness * cos(turn)) / sin(turn) - cut, 0.0)

    def gable_at(self, index: int, *, at_start: bool) -> int:
        """The number of the side beside an end of a front."""
        return (index + (-1 if at_start else 1)) % len(self.plan)

    def curve(self, index: int, lift: float, trim: float) -> tuple[tuple[float, float], ...]:
        """The arc of a curved side, moved outwards and ended short of its corners."""
        return arc(self.plan[index], self.rise, lift, trim)


def gable_reach(board: float, angle: float, deep: float) -> float:
    """How far a gable reaches along the front from the corner with this inner angle, down to `deep` behind the front."""
    turn = radians(angle)
    return (board + deep * cos(turn)) / sin(turn) if angle <= SQUARE else board * sin(turn)
