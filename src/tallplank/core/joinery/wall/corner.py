"""Where a paneled wall meets another round a corner of its room.

Source: common practice: the boards of the wall at the left run into the corner, those of the next one stand against them; moldings that
go on are mitred, others end against what is there.
"""

from dataclasses import dataclass
from functools import lru_cache
from math import cos, radians, sin
from typing import Literal, NamedTuple

from tallplank.core.catalog.catalog import Catalog
from tallplank.core.job.face import HALF_TURN, Face, Faces
from tallplank.core.job.filling import Cover, Facets, Frames, Grooves, Panel, Shelves, Slats, Tiles, Upholstery
from tallplank.core.job.room import Room
from tallplank.core.job.scheme import Region, Scheme, Trim
from tallplank.core.job.standard import Standard
from tallplank.core.joinery.rule.choice import chosen_finish
from tallplank.core.measure.memo import Same

TrimRole = Literal["base", "rail", "crown"]
Side = Literal["left", "right"]
SIDES: tuple[Side, Side] = ("left", "right")
NEAR = 1.0
"""An end that is so near to a corner of the room is in it."""


class MoldingEnd(NamedTuple):
    """How a molding ends: so far within the scheme, and turning by so many degrees, counter-clockwise, into the next one."""

    inset: float
    turn: float


@dataclass(frozen=True, slots=True)
class Corners:
    """The corners at both ends of a scheme."""

    room: Room
    faces: Faces
    scheme: Scheme
    catalog: Catalog
    standard: Standard

    def board_ends(self) -> tuple[float, float]:
        """How far within the scheme its boards are seen: from where the next wall's boards stand before them."""
        return self._seen_from("left"), self._seen_from("right")

    @property
    def hidden(self) -> float:
        """How much farther its boards reach at the right, behind those of the next wall."""
        if self._mate("right") is None:
            return 0.0
        return self._seen_from("right") - self._face.inset("right", self.depth(self.scheme))

    def _seen_from(self, side: Side) -> float:
        mate, face, own = self._mate(side), self._face, self.depth(self.scheme)
        if not self.is_in_corner(side):
            return 0.0
        if mate is None:
            return face.inset(side, own)
        return max(_crossing(self.depth(mate), own, face.before if side == "left" else face.after), 0.0)

    def molding_ends(self, what: TrimRole | Trim, out: float) -> tuple[MoldingEnd, MoldingEnd]:
        """How a molding ends at the left and at the right; it stands so far `out` before its wall."""
        return self._molding_end(what, "left", out), self._molding_end(what, "right", out)

    def _molding_end(self, what: TrimRole | Trim, side: Side, out: float) -> MoldingEnd:
        face, mate = self._face, self._mate(side)
        if mate is None:
            return MoldingEnd(0.0, 0.0)
        angle = face.before if side == "left" else face.after
        on_boards, on_backing = out > self.scheme.stands + NEAR, stands_for(mate, what)
        if self._goes_on(mate, what):
            return MoldingEnd(_crossing(max(self.depth(mate), out) if on_boards else on_backing, out, angle), angle - HALF_TURN)
        its = self.depth(mate) if isinstance(what, Trim) else on_backing
        return MoldingEnd(max(_crossing(its, out, angle), 0.0), 0.0)

    @property
    def _face(self) -> Face:
        return self.faces[self.scheme.face]

    def bows_into_another(self) -> bool:
        """Whether a boxing that bows out and another boxing meet in a corner."""
        mates = [mate for side in SIDES if (mate := self._mate(side)) is not None and mate.box is not None]
        own = self.scheme.box
        return own is not None and any(own.bow or (mate.box is not None and mate.box.bow) for mate in mates)

    def free_sides(self) -> tuple[bool, bool]:
        """Whether it ends freely at its left and its right, in no corner of the room."""
        return not self.is_in_corner("left"), not self.is_in_corner("right")

    def is_in_corner(self, side: Side) -> bool:
        """Whether it reaches into a corner of the room at a side."""
        face = self._face
        gap = self.scheme.left if side == "left" else self.scheme.right
        return gap < NEAR and (face.closed_left if side == "left" else face.closed_right)

    def _mate(self, side: Side) -> Scheme | None:
        """The scheme round the corner at a side that reaches into it too, at some of the same heights."""
        walls = [f.id for f in self.faces.values() if not f.is_loose]
        if self.scheme.face not in walls or not self.is_in_corner(side):
            return None
        other = walls[(walls.index(self.scheme.face) + (1 if side == "right" else -1)) % len(walls)]
        found = (s for s in self.room.schemes if s.face == other and (s.left if side == "right" else s.right) < NEAR)
        return next((s for s in found if _overlap(s, self.scheme)), None)

    def _goes_on(self, mate: Scheme, what: TrimRole | Trim) -> bool:
        """Whether the same molding runs on at the same height."""
        own = self.scheme
        if isinstance(what, Trim):
            return what in mate.trims and (what.pin is None or abs(mate.low - own.low) + abs((mate.high or 0.0) - (own.high or 0.0)) < NEAR)
        same = {"base": abs(mate.low - own.low) < NEAR, "rail": mate.high == own.high, "crown": True}[what]
        return same and getattr(mate, what) == getattr(own, what)

    def depth(self, scheme: Scheme) -> float:
        """How far the boards of a scheme stand before its wall."""
        usual = chosen_finish(self.catalog, self.standard, None, "front")
        return scheme.stands + _proud(Same(scheme.root), scheme.finish, Same(self.catalog), usual.thickness)


def stands_for(scheme: Scheme, what: TrimRole | Trim) -> float:
    """How far before its wall a molding of a scheme stands: on its backing, or on the wall where it runs above that."""
    return 0.0 if what == "crown" and scheme.high is not None else scheme.stands


@lru_cache(maxsize=20_000)
def _proud(of: Same[Region], finish: str | None, catalog: Same[Catalog], usual: float) -> float:
    """How far a region stands before what is behind it, with all that is in it; `usual` is how thick boards of no finish are.

    Kept by the very same records: a boundary that is dragged leaves most regions as they are.
    """
    region = of.it
    finish = region.finish or finish
    inner = max((_proud(Same(part), finish, catalog, usual) for part in region.parts), default=0.0)
    known = catalog.it.finishes.get(finish or "")
    board = known.thickness if known is not None else usual
    around = board if region.outline is not None else 0.0
    return region.proud + max(inner, around, _planted(region, board))


def _planted(region: Region, board: float) -> float:
    """How far what a region itself is made of stands before what is behind it."""
    parted = board if region.parts and max(region.stile, region.at_ends) > 0 else 0.0
    match region.fill:
        case Slats(deep=deep):
            return deep
        case Frames(frames=frames):
            return max(frame.thick for frame in frames)
        case Grooves() | Cover():
            return board
        case Panel(raised=raised):
            return raised
        case Tiles(raised=raised, motif=motif, motif_raised=more):
            return raised if motif == "none" else max(raised, more)
        case Facets(peaks=peaks):
            return max(peak.out for peak in peaks)
        case Shelves(deep=deep, recessed=recessed):
            return 0.0 if recessed else deep
        case Upholstery(board=under, foam=foam):
            return under + foam
        case _:
            return parted


def _overlap(one: Scheme, other: Scheme) -> bool:
    """Whether two schemes have heights in common."""
    tops = [s.high if s.high is not None else float("inf") for s in (one, other)]
    return min(tops) - max(one.low, other.low) > NEAR


def _crossing(its: float, own: float, angle: float) -> float:
    """How far from a corner of so many degrees a line so far before this wall meets one so far before the other."""
    turn = radians(angle)
    return (its + own * cos(turn)) / sin(turn)
