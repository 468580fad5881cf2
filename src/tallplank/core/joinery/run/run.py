"""Runs: what passes across several units by itself, worktops, plinths, crowns and light rails."""

from collections.abc import Mapping
from dataclasses import dataclass

from tallplank.core.catalog.catalog import Catalog
from tallplank.core.catalog.finish import Finish
from tallplank.core.catalog.hardware import Molding
from tallplank.core.job.standard import Standard
from tallplank.core.job.unit import FinishRole, HardwareRole, RunKind, Unit
from tallplank.core.joinery.part.part import BuildError, Fitting, Part
from tallplank.core.joinery.rule.choice import chosen_finish, chosen_hardware, rules_for
from tallplank.core.joinery.run.molding import add_molding
from tallplank.core.joinery.run.plinth import add_plinth
from tallplank.core.joinery.run.stretch import Course, Stretch
from tallplank.core.joinery.run.worktop import add_worktop
from tallplank.core.joinery.setout.collector import Collector


@dataclass(frozen=True, slots=True)
class Run:
    """A made run trim: its parts are in the frame of the face, not of a unit."""

    id: str
    label: str
    room: str
    face: str
    what: RunKind
    members: tuple[str, ...]
    parts: tuple[Part, ...]
    fittings: tuple[Fitting, ...]
    problem: str = ""


def build_run(course: Course, what: RunKind, number: int, room: str, catalog: Catalog, standard: Standard) -> Run:
    """The worktop or the plinth of a stretch, in as many pieces as its stock length asks for."""
    stretch, face = course.stretch, course.face
    rules = rules_for(catalog, standard)
    out = Collector(catalog, rules.bands_trimmed == "yes")
    finish = _run_finish(catalog, standard, stretch, what)
    problem = ""
    try:
        if what == "top":
            add_worktop(course, finish, out, catalog, standard)
        elif what == "plinth":
            add_plinth(course, finish, out, catalog, standard)
        else:
            molding = chosen_hardware(catalog, standard, _own_unit(stretch, what), what)
            assert isinstance(molding, Molding)
            add_molding(course, what, molding, finish, out)
    except BuildError as error:
        problem = error.text
    return Run(
        f"{what}-{room}-{face.id}-{number}",
        f"{WORDS[what]} {face.name} {number}",
        room,
        face.id,
        what,
        tuple(p.unit.id for p in stretch.members),
        tuple(out.parts),
        tuple(out.fittings),
        problem,
    )


WORDS: Mapping[RunKind, str] = {"top": "Worktop", "plinth": "Plinth", "crown": "Crown", "light-rail": "Light rail"}
FINISHES: Mapping[RunKind, FinishRole] = {"top": "top", "plinth": "plinth", "crown": "front", "light-rail": "front"}
"""Which finish each kind of run takes."""


def _run_finish(catalog: Catalog, standard: Standard, stretch: Stretch, what: RunKind) -> Finish:
    """The finish that the first unit with one of its own asks for, else the job's."""
    role = FINISHES[what]
    own = next((p.unit for p in stretch.members if role in p.unit.finishes), None)
    return chosen_finish(catalog, standard, own, role)


def _own_unit(stretch: Stretch, what: HardwareRole) -> Unit | None:
    """The first unit that has chosen an item of its own."""
    return next((p.unit for p in stretch.members if what in p.unit.hardware), None)
