"""Where a paneled wall meets another round a corner of its room.

Source: common practice: up to a right angle the boards of the wall at the left run into the corner, those of the next one stand against
them; above it, and round outer corners, the edges of both are bevelled to one plane. Round a square outer corner boards that are not
mitred lap: those of the wall at the left run over the edges of the others.
"""

from collections.abc import Hashable, Mapping, Sequence
from dataclasses import dataclass
from functools import cached_property
from math import radians, tan
from typing import Literal

from tallplank.core.catalog.catalog import Catalog
from tallplank.core.job.face import HALF_TURN, Face
from tallplank.core.job.room import Room
from tallplank.core.job.scheme import Region, Scheme, Trim
from tallplank.core.joinery.paneling.corner.bevel import ends_flat
from tallplank.core.joinery.paneling.corner.layer import Layer, beginning, crossing, layers_at, planted
from tallplank.core.joinery.paneling.site import WallSite
from tallplank.core.joinery.rule.choice import chosen_finish
from tallplank.core.measure.carry import carried_by
from tallplank.core.measure.memo import Same

TrimRole = Literal["base", "rail", "crown"]
Side = Literal["left", "right"]
SIDES: tuple[Side, Side] = ("left", "right")
OTHER: Mapping[Side, Side] = {"left": "right", "right": "left"}
NEAR = 1.0
"""An end that is so near to a corner of the room is in it."""
SAME = 1e-6
SQUARE, STRAIGHT, OUTER_SQUARE = 90.0 + 1e-6, 1.0, 270.0
"""Up to where boards stand square against each other, in degrees; and how near to straight on walls meet in no corner."""
MOST_UNLIKE = 2.0
"""Boards of which one is thicker than this many times the other are not mitred: the edge would be a knife's (common practice)."""


@dataclass(frozen=True)
class Corners:
    """The corners at both ends of a scheme."""

    scheme: Scheme
    site: WallSite

    @property
    def room(self) -> Room:
        """The room that its wall is one of."""
        return self.site.room

    def around(self) -> tuple[Hashable, ...]:
        """All that its scheme depends on where it is.

        Of other schemes on its face, and on the faces round its corners, that is all but what fills them within their edges.
        """
        site, own = self.site, self.scheme
        near = {own.face, *map(self._next_wall, SIDES)}
        beside = tuple([self._edges_of(other) for other in self.room.schemes if other.face in near and other is not own])
        bare = site.but_for(self.room, "schemes")
        return (Same(own), bare, beside, Same(site.catalog), Same(site.standard), site.members)

    def _edges_of(self, other: Scheme) -> Hashable:
        def edges() -> Hashable:
            ends = [(frozenset(self.layers(other, side)), ends_flat(other.root, side)) for side in SIDES]
            return (*ends, self.depth(other))

        by = (Same(self.site.catalog), Same(self.site.standard))
        return self.site.but_for(other, "root"), other.carried("edges", edges, *by)

    def board_ends(self) -> tuple[float, float]:
        """How far within the scheme its boards are seen: from where the next wall's boards stand before them."""
        return self.seen_from("left"), self.seen_from("right")

    @property
    def hidden(self) -> float:
        """How much farther its boards reach at the right, behind those of the next wall."""
        return self._hidden(self._deep) if self.mate("right") is not None else 0.0

    @cached_property
    def _deep(self) -> float:
        """How far its boards stand before its wall."""
        return self.depth(self.scheme)

    def _hidden(self, out: float) -> float:
        """The same of what reaches so far before its wall."""
        if self.mate("right") is None or self.angle("right") > SQUARE:
            return 0.0
        return self.seen_from("right") - self.face.inset("right", out)

    @property
    def backing(self) -> tuple[float, float]:
        """How far within the scheme its backing begins, and how far it goes on behind the next wall's at its right.

        It stands against that of the wall before, where no board does.
        """
        mate, begins, stands = self.mate("left"), self.seen_from("left"), self.scheme.stands
        if mate is None or self.angle("left") > SQUARE:
            return self._backing_end("left"), self._hidden(stands) + self.seen_from("right") - self._backing_end("right")
        own, its, angle = self.layers(self.scheme, "left"), self.layers(mate, "right"), self.angle("left")
        back = beginning([Layer(0.0, stands)], its, angle, at_left=True, there=beginning(its, own, angle, at_left=False))
        return min(back, begins), self._hidden(stands) + self.seen_from("right") - self._backing_end("right")

    def _backing_end(self, side: Side) -> float:
        """How far within a side its backing ends: as its boards do, but before moldings of the next wall that run on past its edge."""
        mate, stands, seen = self.mate(side), self.scheme.stands, self.seen_from(side)
        if mate is None or self.angle(side) <= HALF_TURN or self.lapping(side, mate) is not None:
            return seen
        what: tuple[TrimRole | Trim, ...] = ("base", "rail", "crown", *self.scheme.trims)
        runs_on = any((isinstance(one, Trim) or getattr(mate, one)) and self.goes_on(mate, one) for one in what)
        before = crossing(mate.stands, stands, self.angle(side))
        return max(0.0, before) if runs_on and before > self._slope(side) * stands + SAME else seen

    def layers(self, scheme: Scheme, side: Side) -> list[Layer]:
        """What stands at a side of a scheme, and how far before its wall."""
        usual = chosen_finish(self.site.catalog, self.site.standard, None, "front").thickness
        planted = layers_at(scheme.root, side, scheme.finish, self.site.catalog, usual)
        return [Layer(0.0, scheme.stands, True), *(layer._replace(out=layer.out + scheme.stands) for layer in planted)]

    def seen_from(self, side: Side) -> float:
        """How far within a side its boards are seen."""
        return self._seen[side]

    @cached_property
    def _seen(self) -> Mapping[Side, float]:
        return {side: self._seen_at(side) for side in SIDES}

    def _seen_at(self, side: Side) -> float:
        mate = self.mate(side)
        if mate is None:
            return self.face.inset(side, self._deep) if self.is_in_corner(side) and self.face.lean(side) else 0.0
        if self.angle(side) <= SQUARE:
            own_layers, its = self.layers(self.scheme, side), self.layers(mate, OTHER[side])
            return beginning(own_layers, its, self.angle(side), at_left=side == "left")
        return 0.0 - self.depth(mate) if self._laps(side, mate) else self._slope(side) * self._deep

    @property
    def slopes(self) -> tuple[float, float]:
        """For each millimetre before the wall, how much farther within its left and its right end a board stops; 0 for a square edge."""
        return self._slope("left"), self._slope("right")

    def _slope(self, side: Side) -> float:
        """In corners above a right angle the edges of both walls' boards lie on one plane, where each of the two can reach it.

        Where one board is so thick that its face would begin behind the other's, its edge is square, and the thinner one's lies on that.
        """
        mate, angle = self.mate(side), self.angle(side)
        if mate is None or angle <= SQUARE:
            return 0.0
        own, its = self._deep, self.depth(mate)
        if min(own, its) < SAME:
            return 0.0
        here, there = crossing(its, own, angle), crossing(own, its, angle)
        if angle > HALF_TURN:
            flat = ends_flat(self.scheme.root, side) and ends_flat(mate.root, OTHER[side])
            return here / own if flat and max(here, there) < 0.0 and max(own, its) <= MOST_UNLIKE * min(own, its) else 0.0
        return 0.0 if here < 0.0 else tan(radians(HALF_TURN - angle)) if there < 0.0 else here / own

    def _laps(self, side: Side, mate: Scheme) -> bool:
        """Whether its boards run on over the edges of the other wall's."""
        return self.lapping(side, mate) is self.scheme

    def lapping(self, side: Side, mate: Scheme) -> Scheme | None:
        """Whose boards run on over the edges of the other's round a square outer corner, where they are not mitred."""
        if abs(self.angle(side) - OUTER_SQUARE) > STRAIGHT or self._slope(side):
            return None
        left, right = (self.scheme, mate) if side == "right" else (mate, self.scheme)
        return left if ends_flat(left.root, "right") else right if ends_flat(right.root, "left") else None

    def angle(self, side: Side) -> float:
        """By how many degrees its wall and the next one meet at a side, in the room."""
        return self.face.before if side == "left" else self.face.after

    @property
    def face(self) -> Face:
        """Where it lies."""
        return self.site.faces[self.scheme.face]

    def bows_into_another(self) -> bool:
        """Whether a boxing that bows out and another boxing meet in a corner."""
        mates = [mate for side in SIDES if (mate := self.mate(side)) is not None and mate.box is not None]
        own = self.scheme.box
        return own is not None and any(own.bow or (mate.box is not None and mate.box.bow) for mate in mates)

    def free_sides(self) -> tuple[bool, bool]:
        """Whether it ends freely at its left and its right, in no corner of the room."""
        return not self.is_in_corner("left"), not self.is_in_corner("right")

    def is_in_corner(self, side: Side) -> bool:
        """Whether it reaches into a corner of the room at a side."""
        face = self.face
        gap = self.scheme.left if side == "left" else self.scheme.right
        return gap < NEAR and (face.closed_left if side == "left" else face.closed_right)

    def mate(self, side: Side) -> Scheme | None:
        """The scheme round the corner at a side that reaches into it too, at some of the same heights."""
        return self._mates[side]

    @cached_property
    def _mates(self) -> Mapping[Side, Scheme | None]:
        return {side: self._mate_at(side) for side in SIDES}

    def _mate_at(self, side: Side) -> Scheme | None:
        other = self._next_wall(side)
        if other is None or not self._reaches(side):
            return None
        found = (s for s in self.room.schemes if s.face == other and (s.left if side == "right" else s.right) < NEAR)
        outer = self.angle(side) > HALF_TURN
        return next((s for s in found if _overlap(s, self.scheme) and not (outer and (s.box or self.scheme.box))), None)

    def _next_wall(self, side: Side) -> str | None:
        """The wall round the corner at a side; None for a face that is no wall of the room."""
        walls = [face.id for face in self.site.faces.values() if not face.is_loose]
        if self.scheme.face not in walls:
            return None
        return walls[(walls.index(self.scheme.face) + (1 if side == "right" else -1)) % len(walls)]

    def _reaches(self, side: Side) -> bool:
        """Whether it ends at a corner of the room, be it an inner or an outer one."""
        gap = self.scheme.left if side == "left" else self.scheme.right
        return gap < NEAR and abs(self.angle(side) - HALF_TURN) > STRAIGHT

    def goes_on(self, mate: Scheme, what: TrimRole | Trim) -> bool:
        """Whether the same molding runs on at the same height."""
        own = self.scheme
        if isinstance(what, Trim):
            return what in mate.trims and (what.pin is None or abs(mate.low - own.low) + abs((mate.high or 0.0) - (own.high or 0.0)) < NEAR)
        same = {"base": abs(mate.low - own.low) < NEAR, "rail": mate.high == own.high, "crown": True}[what]
        return same and getattr(mate, what) == getattr(own, what)

    def depth(self, scheme: Scheme) -> float:
        """How far the boards of a scheme stand before its wall."""
        usual = chosen_finish(self.site.catalog, self.site.standard, None, "front")
        return scheme.stands + _proud(scheme.root, scheme.finish, self.site.catalog, usual.thickness)


def _proud(region: Region, finish: str | None, catalog: Catalog, usual: float) -> float:
    """How far a region stands before what is behind it, with all that is in it; `usual` is how thick boards of no finish are."""
    return _prouds([region], finish, catalog, usual)[0]


def _prouds(regions: Sequence[Region], finish: str | None, catalog: Catalog, usual: float) -> list[float]:
    of = (finish, catalog, usual)
    return carried_by(regions, "proud", lambda region: _proud_anew(region, *of), *of)


def _proud_anew(region: Region, finish: str | None, catalog: Catalog, usual: float) -> float:
    finish = region.finish or finish
    inner = max(_prouds(region.parts, finish, catalog, usual), default=0.0)
    known = catalog.finishes.get(finish or "")
    board = known.thickness if known is not None else usual
    around = board if region.outline is not None else 0.0
    return region.proud + max(inner, around, _planted(region, board))


def _planted(region: Region, board: float) -> float:
    """How far what a region itself is made of stands before what is behind it."""
    parted = board if region.parts and max(region.stile, region.at_ends) > 0 else 0.0
    return max([parted, *(layer.out for layer in planted(region, board))])


def _overlap(one: Scheme, other: Scheme) -> bool:
    """Whether two schemes have heights in common."""
    tops = [s.high if s.high is not None else float("inf") for s in (one, other)]
    return min(tops) - max(one.low, other.low) > NEAR
