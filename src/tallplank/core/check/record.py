"""What a check reports, and the edit that remedies it."""

from collections.abc import Callable
from dataclasses import dataclass, field
from typing import Literal

from tallplank.core.catalog.catalog import Catalog
from tallplank.core.check.machining import Known
from tallplank.core.job.face import Face, Faces
from tallplank.core.job.job import Display, Job
from tallplank.core.job.room import Room
from tallplank.core.job.standard import SavedConstruction
from tallplank.core.joinery.made import MadeUnit
from tallplank.core.measure.memo import Rounds


@dataclass(frozen=True, slots=True)
class Fix:
    """A remedy that one click does."""

    label: str
    edit: Callable[[Job], Job]


@dataclass(frozen=True, slots=True)
class Finding:
    """What is wrong or open, in words, with the units that it is about and what to do."""

    level: Literal["error", "warning", "note"]
    code: str
    text: str
    remedy: str
    units: tuple[str, ...] = ()
    fix: Fix | None = field(default=None, compare=False)


Constructions = tuple[SavedConstruction, ...]


@dataclass(frozen=True, slots=True)
class Site:
    """Where units stand, and how the job shows its lengths: all that checks of one unit may look at beside the unit."""

    catalog: Catalog
    display: Display
    constructions: Constructions
    """The shop's own, which the job uses."""
    room: Room
    faces: Faces
    known: Known = field(default_factory=Rounds, compare=False)
    """What was found in single boards."""

    def face(self, unit: MadeUnit) -> Face:
        """The face that a unit stands at."""
        return self.faces[unit.unit.face]


def shown(site: Site | Job, length: float) -> str:
    """A length as the job shows its lengths, with its unit."""
    return site.display.shown(length)
