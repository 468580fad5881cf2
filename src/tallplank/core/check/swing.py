"""Fronts that meet something before they are open: found unit by unit, and only anew where something near them changed.

What a front may meet are the walls, the ceiling, other units with their fronts closed, pulls, worktops and plinths.
"""

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass
from functools import partial
from math import ceil, hypot
from typing import NamedTuple

from tallplank.core.catalog.catalog import Catalog
from tallplank.core.check.obstacle import (
    Box,
    Obstacle,
    boxes_meet,
    boxes_of_lots,
    meets,
    moved_box,
    obstacles_of_room,
    obstacles_of_runs,
    obstacles_of_unit,
)
from tallplank.core.check.overlap import SLACK
from tallplank.core.check.record import Finding, Fix
from tallplank.core.check.sweep import OpeningFront, box_around, movers_of, proud_of
from tallplank.core.edit.corner import Side
from tallplank.core.edit.filler import LEAST, FillerStrip, put_filler
from tallplank.core.edit.opening import set_opening
from tallplank.core.job.face import Faces
from tallplank.core.job.front import SHAPES
from tallplank.core.job.job import Display, Job
from tallplank.core.job.opening import Opening, opening_at
from tallplank.core.job.room import Room
from tallplank.core.joinery.made import Made, MadeUnit
from tallplank.core.joinery.part.lot import Lot, lots_of
from tallplank.core.joinery.part.part import Part
from tallplank.core.joinery.run.run import Run
from tallplank.core.measure.memo import are_same
from tallplank.core.space.frame import Frame, Vec, moved
from tallplank.core.space.outline import shared_depth

MOST_ROOM = 300.0
"""The widest filler that is proposed as a remedy."""
FINE = 1.0
"""To how many millimetres, or degrees, it is sought how far a front opens and what would set it free."""
MOST_KEPT = 2
"""What fronts sweep is kept for so many times the units that there are, before what is gone is forgotten."""
TOLD = 300
"""Findings of one room at most; where there are more, nobody reads them one by one."""


@dataclass(frozen=True, slots=True)
class Stop:
    """A front that opens only so far, what stops it, and what would set it free."""

    unit: MadeUnit
    mover: OpeningFront
    opened: float
    name: str
    room: FillerStrip | None
    """The filler beside its unit that would set it free; None where none does."""
    other_hand: bool
    """Whether it would open on its other side."""


class _Standing(NamedTuple):
    """A unit in its room: what of it may be met, and the box around all that it and its fronts ever take."""

    frame: Frame
    movers: tuple[OpeningFront, ...]
    obstacles: tuple[Obstacle, ...]
    box: Box


@dataclass(frozen=True, slots=True)
class _Known:
    room: Room
    units: tuple[MadeUnit, ...]
    runs: tuple[Run, ...]
    faces: Faces
    stops: dict[int, tuple[Stop, ...]]
    standing: dict[int, "_Standing"]


class SwingFinder:
    """Looks through jobs one after the other."""

    name = "fronts that open"

    def __init__(self) -> None:
        self._known: dict[str, _Known] = {}
        self._movers: dict[int, tuple[object, tuple[OpeningFront, ...]]] = {}
        self._shown: tuple[Catalog | None, Display] = (None, Display())
        self._told: dict[str, tuple[_Known, tuple[Finding, ...]]] = {}
        """What was told of each room, as lengths are shown now."""

    def findings(self, made: Made) -> Iterator[Finding]:
        """A finding for every front that cannot be opened as far as it shall."""
        if made.catalog is not self._shown[0] or made.job.display != self._shown[1]:
            self._shown, self._told = (made.catalog, made.job.display), {}
        if len(self._movers) > MOST_KEPT * (len(made.units) + 1):
            present = {id(_shared(u)) for u in made.units}
            self._movers = {key: kept for key, kept in self._movers.items() if key in present}
        known, told = {}, {}
        for room in made.job.rooms:
            known[room.id] = found = self._room(made, room, made.runs_in.get(room.id, ()))
            before = self._told.get(room.id)
            if before is None or before[0] is not found:
                stops = [stop for unit in found.units for stop in found.stops[id(unit)]]
                before = (found, tuple(_told(made, stop) for stop in stops[:TOLD]))
            told[room.id] = before
            yield from before[1]
        self._known, self._told = known, told

    def _room(self, made: Made, room: Room, runs: tuple[Run, ...]) -> _Known:
        units = made.by_room.get(room.id, ())
        before = self._known.get(room.id)
        besides = {"groups": room.groups, "schemes": room.schemes}  # what is on walls is among the runs
        if before is not None and before.room is not room and before.room.model_copy(update=besides) != room:
            before = None
        if before is not None and before.room is room and are_same(before.units, units) and _are_alike(before.runs, runs):
            return before
        faces = made.faces[room.id]
        if not units:
            return _Known(room, units, runs, faces, {}, {})
        moved = {id(u) for u in units if before is not None and before.faces.get(u.unit.face) is not faces[u.unit.face]}
        standing = {id(u): self._standing(None if id(u) in moved else before, u, faces[u.unit.face].frame) for u in units}
        near = [_wherever_hung(own.box) for own in standing.values()]
        of_units = (o for own in standing.values() for o in own.obstacles)
        obstacles = (*obstacles_of_room(room, faces), *of_units, *obstacles_of_runs(runs, faces, near))
        changed = _changed(before, units, runs, standing, faces, moved) if before is not None else ()
        stops = {}
        for unit in units:
            kept = before.stops.get(id(unit)) if before is not None and id(unit) not in moved else None
            own = standing[id(unit)]
            if kept is None or any(boxes_meet(own.box, box) for box in changed):
                kept = tuple(_stops(unit, own, obstacles))
            stops[id(unit)] = kept
        return _Known(room, units, runs, faces, stops, standing)

    def _standing(self, before: _Known | None, unit: MadeUnit, face: Frame) -> _Standing:
        known = before.standing.get(id(unit)) if before is not None else None
        return known if known is not None else _stood(unit, self._of(unit), face)

    def _of(self, unit: MadeUnit) -> tuple[OpeningFront, ...]:
        """Its movers; units that are made alike share them."""
        by = _shared(unit)
        known = self._movers.get(id(by))
        if known is None:
            known = self._movers[id(by)] = (by, movers_of(unit))
        return known[1]


def _shared(unit: MadeUnit) -> object:
    """What units that are made alike share, and no others: their fronts. One without any stands for itself: all share the same none."""
    return unit.fronts or unit


def _are_alike(one: Sequence[Run], other: Sequence[Run]) -> bool:
    return are_same(one, other) or (len(one) == len(other) and all(map(_is_alike, one, other)))


def _is_alike(one: Run, other: Run) -> bool:
    """Whether two runs take the same space, be they of another finish."""
    if one is other:
        return True
    return one.id == other.id and len(one.parts) == len(other.parts) and all(map(_takes_as_much, one.parts, other.parts))


def _takes_as_much(one: Part, other: Part) -> bool:
    return one is other or (one.frame, one.size, one.form) == (other.frame, other.size, other.form)


def _wherever_hung(box: Box) -> Box:
    """A box around all that the fronts of a unit take in one of its own, on which side they may ever be hung."""
    (x0, y0, z0), (x1, y1, z1) = box
    more = hypot(x1 - x0, y1 - y0)
    return Vec(x0 - more, y0 - more, z0), Vec(x1 + more, y1 + more, z1)


def _changed(
    before: _Known, units: Sequence[MadeUnit], runs: Sequence[Run], standing: dict[int, _Standing], faces: Faces, moved: set[int]
) -> tuple[Box, ...]:
    """The boxes around all that came, went, changed, or `moved` with its face."""
    kept = ({id(u) for u in units} & {id(u) for u in before.units}) - moved
    found = [own.box for key, own in (*before.standing.items(), *standing.items()) if key not in kept]
    known = {run.id: run for run in before.runs}
    still = {key for key, face in faces.items() if before.faces.get(key) is face}
    same = {run.id for run in runs if run.id in known and run.face in still and _is_alike(known[run.id], run)}
    gone = _lots([run for run in before.runs if run.id not in same], before.faces)
    come = _lots([run for run in runs if run.id not in same], faces)
    either = gone | come
    differ = [either[key] for key in gone.keys() ^ come.keys()]
    return (*found, *(box for lot, frame in differ for box in boxes_of_lots([lot], frame)[0]))


def _lots(runs: Sequence[Run], faces: Faces) -> dict[tuple[int, Frame], tuple[Lot, Frame]]:
    """The lots of runs where they are; those that stayed as they were have the same keys again."""
    found = ((lot, faces[run.face].frame) for run in runs for lot in lots_of(run.parts))
    return {(id(lot), frame): (lot, frame) for lot, frame in found}


def _stood(unit: MadeUnit, movers: tuple[OpeningFront, ...], face: Frame) -> _Standing:
    frame = unit.frame.then(face)
    obstacles = obstacles_of_unit(unit, face, frame)
    boxes = [(o.low, o.high) for o in obstacles] + [moved_box(mover.around, frame) for mover in movers if mover.wanted]
    return _Standing(frame, movers, obstacles, box_around(boxes))


class _Way(NamedTuple):
    """Where a front is in the room, and what it may meet there."""

    mover: OpeningFront
    frame: Frame
    near: tuple[Obstacle, ...]

    @classmethod
    def of(cls, mover: OpeningFront, own: _Standing, others: Sequence[Obstacle], still: Sequence[Obstacle]) -> "_Way":
        """The way of a front among all that it comes near to, but for what its unit stands in already: that is told as such.

        `still` is what stands out of its own unit and does not move with it.
        """
        box = moved_box(mover.around, own.frame)
        beside = (o for o in others if boxes_meet(box, (o.low, o.high)) and not meets(own.obstacles[0].body, o))
        return cls(mover, own.frame, (*beside, *(o for o in still if boxes_meet(box, (o.low, o.high)))))

    def met(self, opened: float) -> Obstacle | None:
        """What it meets when opened so far."""
        for prism in self.mover.at(opened):
            body = prism.within(self.frame)
            box = body.box
            for other in self.near:
                if boxes_meet(box, (other.low, other.high)) and shared_depth(body.ring, other.body.ring) > SLACK:
                    return other
        return None

    def blocked(self) -> tuple[float, Obstacle] | None:
        """How far it opens where it is stopped on its way, and by what."""
        if not self.near:
            return None
        last = 0.0
        for opened in self.mover.steps:
            if (met := self.met(opened)) is not None:
                return _last_free(last, opened, lambda at: self.met(at) is not None), met
            last = opened
        return None


def _last_free(free: float, blocked: float, is_blocked: Callable[[float], bool]) -> float:
    """Between a free and a blocked position the last free one, sought by halving."""
    while abs(blocked - free) > FINE:
        middle = (free + blocked) / 2
        free, blocked = (free, middle) if is_blocked(middle) else (middle, blocked)
    return free


def _stops(unit: MadeUnit, own: _Standing, obstacles: Sequence[Obstacle]) -> Iterator[Stop]:
    others = tuple(o for o in obstacles if o.owner != unit.unit.id)
    around = tuple(o for o in others if boxes_meet(own.box, (o.low, o.high)))
    proud = tuple(zip(proud_of(unit), own.obstacles[1:], strict=True))
    for mover in (m for m in own.movers if m.wanted):
        still = tuple(o for piece, o in proud if piece.motion != mover.motion)
        if (found := _Way.of(mover, own, around, still).blocked()) is not None:
            opened, met = found
            other = mover.front.kind == "door" and _Way.of(mover.mirrored(), own, others, still).blocked() is None
            yield Stop(unit, mover, opened, met.name, _room_needed(_Way(mover, own.frame, (met,)), opened), other)


def _room_needed(way: _Way, opened: float) -> FillerStrip | None:
    """By how much the front would have to stand farther to the left or right, so that this does not stop it, as a filler."""
    positions = [at for at in way.mover.steps if at > opened]

    def is_blocked(by: float) -> bool:
        beside = way._replace(frame=moved(by, 0.0, 0.0).then(way.frame))
        return any(beside.met(at) is not None for at in positions)

    sides: tuple[tuple[Side, float], ...] = (("right", -MOST_ROOM), ("left", MOST_ROOM))
    found = [FillerStrip(side, float(ceil(abs(_last_free(end, 0.0, is_blocked))))) for side, end in sides if not is_blocked(end)]
    return min(found, key=lambda strip: strip.width) if found else None


def _told(made: Made, stop: Stop) -> Finding:
    job, name = made.job, stop.mover.name
    slides = SHAPES[stop.mover.front.kind].slides
    how = f"comes out only {job.display.shown(stop.opened)}" if slides else f"opens only to {stop.opened:.0f}°"
    text = f"{stop.unit.label}: the {name} {how}; then it meets {stop.name}."
    opening = opening_at(stop.unit.unit.opening, stop.mover.front.path)
    fixes = tuple(_fixes(made, stop, opening)) if opening is not None else ()
    ways = [_beside(job, stop, opening)] if stop.room is not None else []
    if stop.other_hand and _is_single(stop):
        ways.append("hang it at the other side")
    remedy = f"{', or '.join(ways) or 'move one of them'}."
    return Finding("warning", "cannot-open", text, remedy[0].upper() + remedy[1:], (stop.unit.unit.id,), fixes[0] if fixes else None)


def _beside(job: Job, stop: Stop, opening: Opening | None) -> str:
    need = job.display.shown(stop.room.width if stop.room is not None else 0.0)
    if opening is not None and opening.blind:
        return f"make its fixed front {need} wider"
    return f"put a filler of {need} beside it"


def _fixes(made: Made, stop: Stop, opening: Opening) -> Iterator[Fix]:
    change = partial(set_opening, catalog=made.catalog, ids=[stop.unit.unit.id], path=stop.mover.front.path)
    if opening.blind:
        if stop.room is not None:
            yield Fix("Widen the fixed front", partial(change, blind=opening.blind + stop.room.width))
        return
    if stop.other_hand and _is_single(stop):
        yield Fix("Hang it at the other side", partial(change, hand="right" if opening.hand == "left" else "left"))
    if stop.room is not None:
        strip = stop.room._replace(width=max(stop.room.width, LEAST))
        yield Fix("Put in a filler", partial(put_filler, catalog=made.catalog, unit_id=stop.unit.unit.id, strip=strip))


def _is_single(stop: Stop) -> bool:
    """Whether it is the one door of its opening, which can be hung at either side."""
    front = stop.mover.front
    return front.kind == "door" and sum(f.path == front.path and f.kind == "door" for f in stop.unit.fronts) == 1
