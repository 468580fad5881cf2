"""Lines of the cut list: one for each piece of work of a unit or a run, with a label that no other in the job has."""

from collections.abc import Iterator, Mapping
from typing import NamedTuple

from tallplank.core.job.unit import RunKind
from tallplank.core.joinery.made import Made, MadeUnit
from tallplank.core.joinery.part.part import Part, PartRef, Parts, part_refs
from tallplank.core.joinery.run.run import WORDS, Run
from tallplank.core.shop.alike import grouped_alike

PREFIXES: Mapping[RunKind, str] = {
    "top": "T",
    "plinth": "P",
    "crown": "C",
    "light-rail": "L",
    "scribe": "S",
    "cornice": "K",
    "soffit-rail": "R",
    "sill": "W",
    "panel": "Y",
    "end": "E",
}


class CutLine(NamedTuple):
    """Parts that share a line of the cut list; `hand` is L or R of what has a mirror image."""

    parts: tuple[Part, ...]
    label: str
    hand: str

    @property
    def name(self) -> str:
        """What they are called: with their side where they are of one."""
        part = self.parts[0]
        return (part.tag if len({p.tag for p in self.parts}) == 1 else part.tag.unhanded).name


def lines_of(parts: Parts, prefix: str) -> Iterator[CutLine]:
    """The lines of one unit or run; a left piece and its right one have the same number."""
    for group in parts.carried("alike", lambda: grouped_alike(parts)):
        yield CutLine(group.parts, f"{prefix}-{group.number:02d}{group.hand}", group.hand)


def unit_prefix(made: MadeUnit) -> str:
    """What the labels of a unit's lines begin with."""
    return f"{made.unit.mark:03d}"


def run_prefixes(made: Made) -> dict[str, str]:
    """The same of each run by its id: what it is, the number of its room where there are several, and what it is called there."""
    numbers = {room.id: f"{n}." if len(made.job.rooms) > 1 else "" for n, room in enumerate(made.job.rooms, 1)}
    found: dict[str, str] = {}
    taken: set[str] = set()
    for run in made.runs:
        prefix = f"{PREFIXES[run.what]}-{numbers[run.room]}{_place(run)}"
        found[run.id] = next(p for p in _told_apart(prefix) if p not in taken)
        taken.add(found[run.id])
    return found


def _place(run: Run) -> str:
    return run.label.removeprefix(WORDS[run.what]).replace("Wall ", "").replace(" ", "")


def _told_apart(prefix: str) -> Iterator[str]:
    """A prefix, and what follows where others have the same: two walls may have one name."""
    yield prefix
    number = 2
    while True:
        yield f"{prefix}({number})"
        number += 1


def label_of(made: Made, ref: PartRef) -> str:
    """The label of one part of a unit or a run; nothing where there is no such part."""
    unit = made.by_id.get(ref.owner)
    run = next((r for r in made.runs if r.id == ref.owner), None)
    if unit is not None:
        return _labelled(ref, unit.parts, unit_prefix(unit))
    return _labelled(ref, run.parts, run_prefixes(made)[run.id]) if run is not None else ""


def _labelled(ref: PartRef, parts: Parts, prefix: str) -> str:
    part = next((p for r, p in zip(part_refs(ref.owner, parts), parts, strict=True) if r == ref), None)
    return next((line.label for line in lines_of(parts, prefix) if any(p is part for p in line.parts)), "")
