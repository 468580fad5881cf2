"""Runs: what passes across several units by itself, worktops, plinths, crowns and light rails."""

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, replace

from tallplank.core.catalog.catalog import Catalog
from tallplank.core.catalog.finish import Finish
from tallplank.core.catalog.hardware import Molding
from tallplank.core.error import fault_text
from tallplank.core.job.face import Face, Faces, faces_of
from tallplank.core.job.room import Room
from tallplank.core.job.standard import Standard
from tallplank.core.job.unit import FinishRole, HardwareRole, RunKind, Unit
from tallplank.core.job.wall import FreeWall
from tallplank.core.joinery.part.part import BuildError, Coat, Fitting, Note, Parts, Piece, stood
from tallplank.core.joinery.rule.choice import chosen_finish, chosen_hardware, in_board, rules_for
from tallplank.core.joinery.run.stretch import Course, Stretch
from tallplank.core.joinery.run.top.fixing import add_top_fixings
from tallplank.core.joinery.run.top.seen import seen_in
from tallplank.core.joinery.run.top.sill import add_sill
from tallplank.core.joinery.run.top.worktop import add_worktop
from tallplank.core.joinery.run.trim.end_panel import add_end_panels
from tallplank.core.joinery.run.trim.molding import add_molding
from tallplank.core.joinery.run.trim.plinth import add_plinth
from tallplank.core.joinery.run.trim.room_molding import (
    InTheWay,
    Stroke,
    add_strokes,
    cornice_strokes,
    face_of_stroke,
    laid_straight,
    rail_strokes,
)
from tallplank.core.joinery.run.trim.scribe import add_scribe
from tallplank.core.joinery.setout.collector import Collector
from tallplank.core.measure.carry import Carrying
from tallplank.core.space.frame import Frame


@dataclass(frozen=True)
class Run(Carrying):
    """A made run trim: its parts are in the frame of the face, not of a unit."""

    id: str
    label: str
    room: str
    face: str
    what: RunKind
    members: tuple[str, ...]
    parts: Parts
    fittings: tuple[Fitting, ...]
    problem: str = ""
    pieces: tuple[Piece, ...] = ()
    """What is let into it and seen, in the frame of the face."""
    coats: tuple[Coat, ...] = ()
    """What is painted, of a paneled wall."""
    keys: tuple[str, ...] = ()
    """Of a run with pieces changed by hand: what each of its parts is told by, those left out counted too."""
    notes: tuple[Note, ...] = ()

    def seen_in(self, frame: Frame) -> "Run":
        """The same with its parts and pieces in another frame, in which `frame` is that of its own face."""
        parts = Parts([stood(part, part.frame.then(frame)) for part in self.parts])
        return replace(self, parts=parts, pieces=tuple(seen_in(piece, frame) for piece in self.pieces))


def build_run(
    course: Course, what: RunKind, number: int, room: str, catalog: Catalog, standard: Standard, above: float | None = None
) -> Run:
    """What runs over or under a stretch, in as many pieces as its stock length asks for; `above` is the height of what is over it."""
    stretch, face = course.stretch, course.face
    rules = rules_for(catalog, standard)
    out = Collector(catalog, rules.bands_trimmed == "yes")
    finish = _run_finish(catalog, standard, stretch, what)
    if what in ("end", "scribe"):
        finish = in_board(finish, "front", stretch.members[0].rules)
    problem = ""
    try:
        if what == "top":
            add_worktop(course, finish, out, catalog, standard)
            add_top_fixings(course, out, catalog, standard)
        elif what == "plinth":
            add_plinth(course, finish, out, catalog, standard)
        elif what == "end":
            add_end_panels(stretch, finish, out)
        elif what == "scribe":
            add_scribe(course, finish, course.face.height if above is None else above, out)
        elif what in ("crown", "light-rail"):
            molding = chosen_hardware(catalog, standard, _own_unit(stretch, what), what)
            assert isinstance(molding, Molding)
            below = next((p.unit for p in stretch.below if "splash" in p.unit.finishes), None)
            splash = chosen_finish(catalog, standard, below, "splash").thickness if stretch.below else 0.0
            add_molding(course, what, molding, finish, out, above, splash)
    except BuildError as error:
        problem = error.text
    except Exception as fault:  # noqa: BLE001  one run that the program stumbles over must not take the job down
        problem, out = fault_text(fault), Collector(catalog)
    return Run(
        f"{what}-{room}-{face.id}-{number}",
        f"{WORDS[what]} {face.name if course.island is None else face.carrier.name} {number}",
        room,
        face.id,
        what,
        tuple(p.unit.id for s in course.stretches for p in s.members),
        out.finished(),
        tuple(out.fittings),
        problem,
        tuple(out.pieces),
    )


def room_runs(room: Room, faces: Faces, catalog: Catalog, standard: Standard, standing: Sequence[InTheWay]) -> Iterator[Run]:
    """The moldings of a room itself: its cornice wall by wall, and the rails round its soffits; `standing` as of `cornice_strokes`."""
    for face in faces.values():
        yield from _sill_run(room, face, catalog, standard)
    if not room.cornice and not any(soffit.molding for soffit in room.soffits):
        return
    room, standing = laid_straight(room, faces, standing)
    faces = faces_of(room)
    if room.cornice:
        molding = chosen_hardware(catalog, standard, None, "cornice")
        assert isinstance(molding, Molding)
        strokes = tuple(cornice_strokes(room, faces, (molding.rise, molding.reach), standing))
        yield from _room_run(room, faces, "cornice", strokes, room.height - molding.rise, molding, catalog, standard)
    for number, soffit in enumerate(room.soffits):
        if soffit.molding:
            molding = chosen_hardware(catalog, standard, None, "soffit-rail")
            assert isinstance(molding, Molding)
            strokes = tuple(rail_strokes(room, number))
            yield from _room_run(room, faces, "soffit-rail", strokes, soffit.low, molding, catalog, standard, f" {number + 1}")


def _sill_run(room: Room, face: Face, catalog: Catalog, standard: Standard) -> Iterator[Run]:
    """The boards on the sills of a wall's windows."""
    windows = [o for o in face.openings if o.kind == "window" and o.board]
    if not windows or (isinstance(face.carrier, FreeWall) and face.carrier.id != face.id):
        return
    out = Collector(catalog)
    finish = chosen_finish(catalog, standard, None, "top")
    for window in windows:
        add_sill(window, face, finish, out)
    yield Run(f"sill-{room.id}-{face.id}", f"{WORDS['sill']} {face.name}", room.id, face.id, "sill", (), out.finished(), ())


def _room_run(
    room: Room, faces: Faces, what: RunKind, strokes: Sequence[Stroke], z: float, molding: Molding, catalog: Catalog, standard: Standard,
    suffix: str = "",
) -> Iterator[Run]:  # fmt: skip
    """One run for each wall, of what runs along it or before it."""
    finish = chosen_finish(catalog, standard, None, "front")
    by_face: dict[str, list[Stroke]] = {}
    for stroke in strokes:
        by_face.setdefault(face_of_stroke(faces, stroke).id, []).append(stroke)
    for face_id, found in by_face.items():
        out = Collector(catalog)
        add_strokes(found, what, z, molding, finish, faces[face_id].frame, out)
        label = f"{WORDS[what]} {faces[face_id].name}{suffix}"
        key = f"{what}-{room.id}-{face_id}{suffix.replace(' ', '-')}"
        yield Run(key, label, room.id, face_id, what, (), out.finished(), tuple(out.fittings))


WORDS: Mapping[RunKind, str] = {
    "top": "Worktop",
    "plinth": "Plinth",
    "scribe": "Ceiling scribe",
    "crown": "Crown",
    "light-rail": "Light rail",
    "cornice": "Cornice",
    "soffit-rail": "Soffit rail",
    "sill": "Window sill",
    "panel": "Paneled wall",
    "end": "End panel",
}
FINISHES: Mapping[RunKind, FinishRole] = {"top": "top", "plinth": "plinth"}
"""Which finish each kind of run takes; all others take that of fronts."""


def _run_finish(catalog: Catalog, standard: Standard, stretch: Stretch, what: RunKind) -> Finish:
    """The finish that the first unit with one of its own asks for, else the job's."""
    role = FINISHES.get(what, "front")
    own = next((p.unit for p in stretch.members if role in p.unit.finishes), None)
    return chosen_finish(catalog, standard, own, role)


def _own_unit(stretch: Stretch, what: HardwareRole) -> Unit | None:
    """The first unit that has chosen an item of its own."""
    return next((p.unit for p in stretch.members if what in p.unit.hardware), None)
