"""The whole job as it is made, rebuilt only where a decision changed."""

from collections import Counter
from collections.abc import Callable, Hashable, Iterable, Iterator, Mapping
from contextlib import contextmanager
from contextvars import ContextVar
from dataclasses import replace
from functools import partial
from itertools import chain
from types import MappingProxyType
from typing import NamedTuple
from weakref import WeakValueDictionary

from tallplank.core.catalog.catalog import Catalog
from tallplank.core.catalog.way import BuildName
from tallplank.core.error import PlankError, fault_text
from tallplank.core.job.face import Face, Faces, faces_of, have_same_faces
from tallplank.core.job.job import USUAL_LABEL, Job
from tallplank.core.job.room import Room
from tallplank.core.job.standard import Standard
from tallplank.core.job.unit import ROOM_KINDS, RUN_KINDS, RunKind, Unit
from tallplank.core.joinery.label import label_of
from tallplank.core.joinery.made import Made, MadeUnit
from tallplank.core.joinery.paneling.build import wall_runs
from tallplank.core.joinery.paneling.covered import Standing
from tallplank.core.joinery.paneling.site import WallSite
from tallplank.core.joinery.part.part import Parts
from tallplank.core.joinery.refinish import refinished
from tallplank.core.joinery.rule.asked import Asked, Asking, holds
from tallplank.core.joinery.rule.choice import Choice, choice_for
from tallplank.core.joinery.rule.place import place
from tallplank.core.joinery.run.corner import courses
from tallplank.core.joinery.run.over import lowest_over
from tallplank.core.joinery.run.override import overridden
from tallplank.core.joinery.run.row import stretches
from tallplank.core.joinery.run.run import Run, build_run, room_runs
from tallplank.core.joinery.run.standing import standing_in
from tallplank.core.joinery.run.stretch import Beside, Course, Stretch
from tallplank.core.joinery.setout.collector import Collector
from tallplank.core.joinery.shaped.unit import build_shaped
from tallplank.core.joinery.twin import decisions, twin
from tallplank.core.joinery.unit.appliance import build_appliance
from tallplank.core.joinery.unit.between import build_between
from tallplank.core.joinery.unit.carcass import build_carcass
from tallplank.core.joinery.unit.filler import build_filler
from tallplank.core.joinery.unit.sheet import build_back_panel, build_end_panel
from tallplank.core.joinery.unit.sundry import add_sundries
from tallplank.core.joinery.unit.within import check_within
from tallplank.core.measure.keep import Keep
from tallplank.core.measure.memo import Rounds, are_same, changed
from tallplank.core.space.outline import strip_span

BUILDERS: Mapping[BuildName, Callable[[Choice, Collector], None]] = MappingProxyType(
    {
        "carcass": build_carcass,
        "filler": build_filler,
        "shaped": build_shaped,
        "end-panel": build_end_panel,
        "back-panel": build_back_panel,
        "appliance": build_appliance,
        "between": build_between,
    }
)
"""From a kind's `build` to the function that builds it; a new way of building is registered here."""


FEW = 50
"""One in so many units in stock may be no longer in the job: to look for them takes as long as there are units."""
MOST_RUNS = 2
"""Of so many times the runs of a job what they were made of is held on to."""
_at_hand: ContextVar["Workshop | None"] = ContextVar("at_hand", default=None)
"""No parameter of a hundred edits, since it changes nothing but how long they take; each thread has its own."""


def make_unit(catalog: Catalog, standard: Standard, unit: Unit) -> MadeUnit:
    """One unit with its parts; one that cannot be built comes back empty, with the reason.

    Where a workshop is at hand it is asked first, and keeps what is built for it.
    """
    workshop = _present(catalog)
    return workshop.unit(standard, unit) if workshop is not None else build_unit(catalog, standard, unit)


def _present(catalog: Catalog) -> "Workshop | None":
    """The workshop that is at hand, if it works by this catalogue."""
    workshop = _at_hand.get()
    return workshop if workshop is not None and workshop.catalog is catalog else None


def site_before(job: Job, catalog: Catalog, room_id: str) -> WallSite:
    """What the paneled walls of a room are made in; without a workshop at hand only units stand there, not what runs along them."""
    workshop, room = _present(catalog), job.room(room_id)
    if workshop is not None:
        return site_of(workshop.make(job), room_id)
    units = [make_unit(catalog, job.standard, unit) for unit in job.units if unit.room == room_id]
    return WallSite(room, faces_of(room), catalog, job.standard, _standing(faces_of(room), units, ()), Keep())


def site_of(made: Made, room_id: str) -> WallSite:
    """The same of a made job."""
    runs = [run for run in made.runs_in.get(room_id, ()) if run.what not in ROOM_KINDS]
    standing = _standing(made.faces[room_id], made.by_room.get(room_id, ()), runs)
    return WallSite(made.job.room(room_id), made.faces[room_id], made.catalog, made.job.standard, standing, made.keep)


def _as_before(run: Run, before: Mapping[str, Run]) -> Run:
    """The very same run where nothing of it changed: lists, prices, checks and solids know it then."""
    known = before.get(run.id)
    return known if known is not None and known == run else run


def _standing(faces: Faces, units: Iterable[MadeUnit], runs: Iterable[Run]) -> tuple[Standing, ...]:
    found = []
    for m in units:
        foot = m.placed.z if m.placed.hung else 0.0
        panel = m.unit.depth if m.choice.kind.way.covers_back else 0.0
        found.append(Standing(faces[m.unit.face].frame.flat_out(m.outline), foot, m.placed.top, m.unit.id, m.unit.mark, panel))
    for run in runs:
        frame = faces[run.face].frame
        for part in run.parts:
            low, high = part.box
            found.append(Standing(frame.flat_out(part.above), low.z, high.z))
    return tuple(found)


def build_unit(catalog: Catalog, standard: Standard, unit: Unit) -> MadeUnit:
    """The same, built anew."""
    choice = choice_for(catalog, standard, unit)
    out = Collector(catalog, choice.rules.bands_trimmed == "yes")
    placed = place(choice)
    try:
        BUILDERS[choice.kind.build](choice, out)
        add_sundries(choice, out)
        parts = out.finished()
        check_within(choice, parts, out.plan)
    except PlankError as error:
        return MadeUnit(unit, choice, placed, Parts(), (), (), (), problem=error.text)
    except Exception as fault:  # noqa: BLE001  one unit that the program stumbles over must not take the job down
        return MadeUnit(unit, choice, placed, Parts(), (), (), (), problem=fault_text(fault))
    made = (parts, tuple(out.fittings), tuple(out.pieces), tuple(out.fronts))
    return MadeUnit(unit, choice, placed, *made, out.layout, out.plan, tuple(out.tails.items()), tuple(out.notes))


def _by_room(units: tuple[MadeUnit, ...], last: Made | None) -> Mapping[str, tuple[MadeUnit, ...]]:
    """The units of each room, kept from the last job where no unit came, went or moved to another room."""
    if last is not None and len(units) == len(last.units):
        changed = [(old, new) for old, new in zip(last.units, units, strict=True) if old is not new]
        if all(old.unit.room == new.unit.room for old, new in changed):
            swaps, rooms = {id(old): new for old, new in changed}, {new.unit.room for _, new in changed}
            return {room: tuple(swaps.get(id(m), m) for m in us) if room in rooms else us for room, us in last.by_room.items()}
    found: dict[str, list[MadeUnit]] = {}
    for unit in units:
        found.setdefault(unit.unit.room, []).append(unit)
    return {room: tuple(members) for room, members in found.items()}


MOST_STANDARDS = 2
"""How many makes of one unit are kept, so that a change of the whole job can be undone and redone at once."""


class _Run(NamedTuple):
    """A run with what it was made of."""

    course: Course
    run: Run
    above: float | None
    standard: Standard
    asked: Asked


class Workshop:
    """Makes jobs, keeping each unit and run that the last job already had. Not for use from two threads at once.

    A unit is kept by its record and by the choices that were used to build it: what it does not use may change. What is on walls is
    kept in `keep`, which others that make variants of the same job may share.
    """

    def __init__(self, catalog: Catalog, keep: Keep | None = None) -> None:
        self.catalog = catalog
        self.keep = Keep() if keep is None else keep
        self.built: Counter[str] = Counter()
        """How many units and runs were built so far, for tests and benchmarks."""
        self._stock: dict[int, tuple[MadeUnit, ...]] = {}
        """Units by the identity of their records, which they hold on to: those of the last two jobs and what edits built since."""
        self._faces: dict[str, tuple[Room, Faces]] = {}
        self._room_runs: dict[str, tuple[Room, tuple[MadeUnit, ...], tuple[Run, ...]]] = {}
        self._stretches: dict[tuple[str, str, RunKind], tuple[Face, tuple[object, ...], tuple[Stretch, ...]]] = {}
        self._runs: dict[tuple[str, str, RunKind, int], _Run] = {}
        self._asking: Asking | None = None
        self._alike: WeakValueDictionary[Hashable, MadeUnit] = WeakValueDictionary()
        """One unit of each row of decisions, whose parts others share, for as long as some job has it."""
        self._last: Made | None = None

    def make(self, job: Job) -> Made:
        """The job as it is made."""
        last = self._last
        if last is not None and last.job is job:
            return last
        self.keep.turn()
        if last is None or job.standard is not last.job.standard:
            self._room_runs = {}
        units = self._named(job, self._all_units(job))
        by_room = _by_room(units, last)
        faces = self._all_faces(job)
        runs = self._all_runs(job, by_room, faces)
        self._last = Made(job, self.catalog, units, tuple(chain.from_iterable(runs.values())), runs, by_room, faces, self.keep)
        if len(self._stock) > len(job.units) + max(len(job.units) // FEW, 2):
            kept = {*map(id, job.units), *(map(id, last.job.units) if last is not None else ())}
            for gone in self._stock.keys() - kept:
                del self._stock[gone]
        if len(self._runs) > MOST_RUNS * len(self._last.runs):
            present = set(map(id, self._last.runs))
            self._runs = {key: known for key, known in self._runs.items() if id(known.run) in present}
        return self._last

    def _all_faces(self, job: Job) -> Mapping[str, Faces]:
        known, self._faces = self._faces, {}
        for room in job.rooms:
            kept = known.get(room.id)
            self._faces[room.id] = kept if kept is not None and kept[0] is room else (room, _kept_faces(room, kept))
        return {room: faces for room, (_, faces) in self._faces.items()}

    def _built(self, standard: Standard, unit: Unit) -> MadeUnit:
        self.built["unit"] += 1
        key = decisions(unit)
        known = self._alike.get(key)
        if known is not None and known.choice.holds(standard):
            return twin(known, standard, unit)
        made = self._alike[key] = build_unit(self.catalog, standard, unit)
        return made

    def _all_units(self, job: Job) -> tuple[MadeUnit, ...]:
        last, standard = self._last, job.standard
        if last is None or last.job.standard is not standard or len(last.units) != len(job.units):
            return tuple(self.unit(standard, unit) for unit in job.units)
        units = list(last.units)
        for i in changed(last.job.units, job.units):
            units[i] = self.unit(standard, job.units[i])
        return tuple(units)

    def _named(self, job: Job, units: tuple[MadeUnit, ...]) -> tuple[MadeUnit, ...]:
        """The units with what the job's pattern calls them; the very same where they have it already."""
        if job.display.label != USUAL_LABEL:
            texts = (label_of(job.display, made) for made in units)
            return tuple(made if made.named == text else replace(made, named=text) for made, text in zip(units, texts, strict=True))
        last = self._last
        as_last = last is not None and last.job.display.label == USUAL_LABEL and len(last.units) == len(units)
        others = changed(last.units, units) if last is not None and as_last else range(len(units))
        named = [i for i in others if units[i].named]
        return units if not named else tuple([replace(made, named="") if made.named else made for made in units])

    @contextmanager
    def at_hand(self) -> Iterator[None]:
        """Within, edits ask here for the units that they check, so that what one builds need not be built again."""
        token = _at_hand.set(self)
        try:
            yield
        finally:
            _at_hand.reset(token)

    def unit(self, standard: Standard, unit: Unit) -> MadeUnit:
        """A unit that was made before, where all that it uses is the same, else a new one."""
        kept = self._stock.get(id(unit), ())
        for known in kept:
            if known.unit is unit and known.choice.holds(standard):
                return known
        alike = (refinished(known, standard) for known in kept if known.unit is unit)
        made = next(filter(None, alike), None) or self._built(standard, unit)
        self._stock[id(unit)] = (made, *kept)[:MOST_STANDARDS]
        return made

    def _all_runs(self, job: Job, by_room: Mapping[str, tuple[MadeUnit, ...]], faces: Mapping[str, Faces]) -> Mapping[str, tuple[Run, ...]]:
        runs = {}
        for room in job.rooms:
            members = by_room.get(room.id, ())
            known = self._room_runs.get(room.id)
            if known is None or known[0] is not room or not are_same(known[1], members):
                made = self._runs_of_room(job, room.id, faces[room.id], members)
                before = {run.id: run for run in known[2]} if known is not None else {}
                runs_of = tuple(_as_before(overridden(run, room.pieces, self.catalog), before) for run in made)
                known = self._room_runs[room.id] = (room, members, runs_of)
            runs[room.id] = known[2]
        return runs

    def _runs_of_room(self, job: Job, room: str, faces: Faces, members: tuple[MadeUnit, ...]) -> Iterator[Run]:
        at_faces = {face_id: tuple(m for m in members if m.unit.face == face_id) for face_id in {m.unit.face for m in members}}
        beside = {face_id: self._beside_face(faces, faces[face_id], at_faces) for face_id in at_faces}
        found = {what: self._courses(room, what, faces, at_faces, beside) for what in RUN_KINDS}
        runs = [
            self._run(course, what, number, room, job.standard, self._above(job.room(room), faces, course, what))
            for face in faces.values()
            for what in RUN_KINDS
            for number, course in enumerate(found[what].get(face.id, ()), 1)
        ]
        yield from runs
        record = job.room(room)
        standing = standing_in(record, faces, [(m.placed, m.outline) for m in members], runs) if record.cornice else []
        yield from room_runs(record, faces, self.catalog, job.standard, standing)
        if record.schemes:
            yield from wall_runs(WallSite(record, faces, self.catalog, job.standard, _standing(faces, members, runs), self.keep))

    def _beside_face(self, faces: Faces, face: Face, at_faces: Mapping[str, tuple[MadeUnit, ...]]) -> tuple[Beside, ...]:
        """What stands at other faces and reaches into the strip before one."""
        others = (m for key, units in at_faces.items() if key != face.id for m in units)
        known: Rounds[Beside | None] = self.keep.table("beside")
        inputs = ((m, faces[m.unit.face], face) for m in others)
        found = (known.by_identity(of, partial(beside_face, *of)) for of in inputs)
        return tuple(b for b in found if b is not None)

    def _above(self, room: Room, faces: Faces, course: Course, what: RunKind) -> float | None:
        """The height of the ceiling or the lowest soffit over a stretch, for what ends under it."""
        if what not in ("scribe", "crown") or all(p.rules.ceiling_scribe == "no" for p in course.stretch.members):
            return None
        return lowest_over(room, faces, course)

    def _courses(
        self,
        room: str,
        what: RunKind,
        faces: Faces,
        at_faces: Mapping[str, tuple[MadeUnit, ...]],
        beside: Mapping[str, tuple[Beside, ...]],
    ) -> Mapping[str, tuple[Course, ...]]:
        """What runs at each face, those of faces where nothing changed kept."""
        found = {}
        for face_id, units in at_faces.items():
            key = (room, face_id, what)
            known = self._stretches.get(key)
            around = (*units, *beside[face_id])
            if known is None or not known[0].is_alike(faces[face_id]) or not are_same(known[1], around):
                outlines = {m.unit.id: m.outline for m in units if m.plan is not None}
                made = stretches([m.placed for m in units], faces[face_id], outlines, what, beside[face_id])
                known = self._stretches[key] = (faces[face_id], around, made)
            found[face_id] = known[2]
        return courses(found, faces, what)

    def _run(self, course: Course, what: RunKind, number: int, room: str, standard: Standard, above: float | None) -> Run:
        key = (room, course.face.id, what, number)
        known = self._runs.get(key)
        if known is not None and known.course.is_alike(course) and known.above == above and holds(known.standard, standard, known.asked):
            if known.standard is not standard:
                self._runs[key] = known._replace(standard=standard)
            return known.run
        self.built["run"] += 1
        if self._asking is None or self._asking.of is not standard:
            self._asking = Asking(standard)
        self._asking.begin()
        run = build_run(course, what, number, room, self.catalog, self._asking.standard, above)
        self._runs[key] = _Run(course, run, above, standard, self._asking.asked)
        return run


def _kept_faces(room: Room, known: tuple[Room, Faces] | None) -> Faces:
    """The faces of a room, those that are as they were the very same."""
    if known is not None and have_same_faces(room, known[0]):
        return known[1]
    before, faces = known[1] if known is not None else {}, faces_of(room)
    return faces if faces is before else {key: before[key] if before.get(key) == face else face for key, face in faces.items()}


def beside_face(unit: MadeUnit, own: Face, face: Face) -> Beside | None:
    """A unit as it is seen in the frame of another face, if it reaches into the strip before that."""
    ring = tuple(face.frame.inside((*point, 0.0))[:2] for point in own.frame.flat_out(unit.outline))
    span = strip_span(ring, -STRIP, 0.0)
    return Beside(unit.placed, ring) if span is not None and span[1] > 0.0 and span[0] < face.length else None


STRIP = 1200.0
"""How far before a face what stands at others is looked for."""


def make(job: Job, catalog: Catalog) -> Made:
    """The job as it is made, by the workshop that is at hand, else from nothing."""
    return (_present(catalog) or Workshop(catalog)).make(job)
