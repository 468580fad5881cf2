"""What making a job results in: every unit with its parts, and what passes over and under them."""

from collections.abc import Iterable, Iterator, Mapping
from dataclasses import dataclass, field, replace
from functools import cached_property
from typing import NamedTuple

from tallplank.core.catalog.catalog import Catalog
from tallplank.core.job.face import Face, Faces
from tallplank.core.job.job import Job
from tallplank.core.job.measure import OfCell, OfRegion
from tallplank.core.job.room import Group
from tallplank.core.job.unit import Unit
from tallplank.core.joinery.joint.meeting import TOUCH
from tallplank.core.joinery.part.part import Fitting, Front, Note, Part, PartRef, Parts, Piece, part_refs, stood, unique_names
from tallplank.core.joinery.rule.choice import Choice
from tallplank.core.joinery.rule.place import Placed
from tallplank.core.joinery.run.run import Run
from tallplank.core.joinery.setout.layout import Layout
from tallplank.core.measure.carry import Carrying
from tallplank.core.measure.keep import Keep
from tallplank.core.space.frame import Frame, Vec, moved
from tallplank.core.space.outline import Ring, covered


@dataclass(frozen=True)
class MadeUnit(Carrying):
    """A unit with all that it is made of, in its own frame. With a `problem` it could not be built and has no parts."""

    unit: Unit
    choice: Choice
    placed: Placed
    parts: Parts
    fittings: tuple[Fitting, ...]
    pieces: tuple[Piece, ...]
    fronts: tuple[Front, ...]
    layout: Layout | None = None
    """Where the openings lie; None for what has none."""
    plan: Ring | None = None
    """Its outline seen from above, where it is no rectangle."""
    tails: tuple[tuple[str, int], ...] = ()
    """Dovetails to cut, by drawer."""
    notes: tuple[Note, ...] = ()
    """What was built but will not do."""
    problem: str = ""
    named: str = ""
    """What it is called where the job has a pattern of its own for that."""

    @property
    def frame(self) -> Frame:
        """The unit's frame in the frame of its face."""
        return moved(self.placed.x, self.placed.back - self.unit.depth, self.placed.z)

    @property
    def outline(self) -> Ring:
        """What it covers seen from above with its fronts closed, in the frame of its face."""
        placed = self.placed
        if self.plan is None:
            left, right, front, back = placed.x, placed.right, placed.front, placed.back
            return ((left, front), (right, front), (right, back), (left, back))
        x0, y0, _ = self.frame.origin
        plan, parts = self.plan, self.parts
        ring = parts.carried("outline", lambda: covered((plan, *(p.above for p in parts if p.kind == "front"))), plan)
        return tuple((x0 + x, y0 + y) for x, y in ring)

    @property
    def label(self) -> str:
        """What papers and findings call it: its number and kind, or as the job's pattern says."""
        return self.named or f"{self.unit.mark} {self.choice.kind.name}"


Pick = OfCell | PartRef | OfRegion
"""What can be picked of a unit on the bench: a cell of its openings, or a part of it or of what passes over and under it."""


class BenchPart(NamedTuple):
    """A part as the bench shows it, in the frame of the unit there: what it is told by, a name that no other has, and what it is of."""

    ref: PartRef
    name: str
    part: Part
    owner: str


@dataclass(frozen=True)
class Made(Carrying):
    """The job as it is made."""

    job: Job
    catalog: Catalog
    units: tuple[MadeUnit, ...]
    runs: tuple[Run, ...]
    """Room by room."""
    runs_in: Mapping[str, tuple[Run, ...]]
    """The same of each room that has any, in their order; the very same tuple as long as nothing in the room changes."""
    by_room: Mapping[str, tuple[MadeUnit, ...]]
    """The units of each room that has any, in the job's order."""
    faces: Mapping[str, Faces]
    """The faces of each room by their ids."""
    keep: Keep = field(repr=False, compare=False)
    """What was made of it, for what else is asked of the same walls."""

    @cached_property
    def by_id(self) -> Mapping[str, MadeUnit]:
        """The units by their ids."""
        return {u.unit.id: u for u in self.units}

    def without(self, hidden: frozenset[str]) -> "Made":
        """The same as it is looked at without some units, and without what passes across none but those."""
        if not hidden:
            return self
        units = tuple(u for u in self.units if u.unit.id not in hidden)
        runs = tuple(r for r in self.runs if not r.members or not hidden.issuperset(r.members))
        by_room = {room: tuple(u for u in members if u.unit.id not in hidden) for room, members in self.by_room.items()}
        return replace(self, units=units, runs=runs, runs_in=_by_room(runs), by_room=by_room)

    def on_bench(self, unit_id: str) -> tuple[BenchPart, ...]:
        """The parts of a unit, then the pieces of worktop and plinth that pass over and under it."""
        unit = self.by_id[unit_id]
        own = [(ref, part, f"unit {unit.unit.mark}") for ref, part in zip(part_refs(unit_id, unit.parts), unit.parts, strict=True)]
        passing = [
            (ref, part, run.label) for run in self.runs if unit_id in run.members for ref, part in _passing(self._seen_at(run, unit), unit)
        ]
        found = (*own, *passing)
        names = unique_names([part for _, part, _ in found])
        return tuple(BenchPart(ref, name, part, owner) for name, (ref, part, owner) in zip(names, found, strict=True))

    def _seen_at(self, run: Run, unit: MadeUnit) -> Run:
        """A run as it is seen at a unit's face, which need not be its own in a group."""
        faces = self.faces[run.room]
        return run if run.face == unit.unit.face else run.seen_in(faces[run.face].within(faces[unit.unit.face]))

    def runs_at(self, room_id: str, face_id: str) -> tuple[Run, ...]:
        """The runs at one face; at that of a group also the worktops of its other faces, in the frame of this one."""
        faces = self.faces[room_id]
        face, found = faces[face_id], list[Run]()
        for run in self.runs_in.get(room_id, ()):
            if run.face == face_id:
                found.append(run)
            elif run.what == "top" and isinstance(face.carrier, Group) and faces[run.face].carrier is face.carrier:
                found.append(run.seen_in(faces[run.face].within(face)))
        return tuple(found)

    def at_face(self, room_id: str, face_id: str) -> tuple[MadeUnit, ...]:
        """The units at one face, in the job's order."""
        return tuple(u for u in self.by_room.get(room_id, ()) if u.unit.face == face_id)

    def face(self, unit: MadeUnit) -> Face:
        """The face that a unit stands at."""
        return self.faces[unit.unit.room][unit.unit.face]

    def frame(self, unit: MadeUnit) -> Frame:
        """A unit's frame in its room."""
        return unit.frame.then(self.face(unit).frame)


def _passing(run: Run, unit: MadeUnit) -> Iterator[tuple[PartRef, Part]]:
    """The parts of a run that pass over or under a unit, moved into its frame."""
    shift = unit.frame.origin
    for ref, part in zip(part_refs(run.id, run.parts), run.parts, strict=True):
        low, high = part.box
        if min(high.x, unit.placed.right) - max(low.x, unit.placed.x) > TOUCH:
            origin = Vec(*(o - s for o, s in zip(part.frame.origin, shift, strict=True)))
            yield ref, stood(part, part.frame._replace(origin=origin))


def _by_room(runs: Iterable[Run]) -> Mapping[str, tuple[Run, ...]]:
    found: dict[str, list[Run]] = {}
    for run in runs:
        found.setdefault(run.room, []).append(run)
    return {room: tuple(some) for room, some in found.items()}
