"""What the shop does to make a thing, counted from what is really there: parts, edges, holes, fixings, fronts, drawers, coats."""

from collections import Counter
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from operator import itemgetter
from typing import NamedTuple

from tallplank.core.catalog.operation import Count, Department, Operation
from tallplank.core.joinery.made import MadeUnit
from tallplank.core.joinery.part.lot import of_alike
from tallplank.core.joinery.part.part import NO_EDGES, Fitting, Front, Part, PartKind, Parts
from tallplank.core.joinery.part.role import TOPS, PartRole
from tallplank.core.joinery.run.run import Run

FIXINGS = ("cam", "dowel", "confirmat", "screw", "pocket-screw")
FRAMING: tuple[PartRole, ...] = ("stile", "rail")
"""Pieces of framed fronts whose profiles and tongues are cut when the front is framed."""
LOOSE: tuple[PartKind, ...] = ("front", "drawer", "shelf")
"""Kinds of parts that are not put together with the box."""
Counts = Mapping[Count, float]


@dataclass(frozen=True, slots=True)
class Labour:
    """The minutes of each operation by what it is counted by, and of each department."""

    minutes: Mapping[Count, float]
    departments: Mapping[Department, Mapping[Count, float]]
    timed: Mapping[Count, tuple[tuple[int, Operation], ...]]
    """The operations that take any time, each with its place in the catalogue."""

    @classmethod
    def of(cls, operations: Mapping[str, Operation]) -> "Labour":
        """From the catalogue's table."""
        minutes: Counter[Count] = Counter()
        departments: dict[Department, Counter[Count]] = {}
        timed: dict[Count, tuple[tuple[int, Operation], ...]] = {}
        for place, operation in enumerate(operations.values()):
            if operation.minutes:
                timed[operation.counted_by] = (*timed.get(operation.counted_by, ()), (place, operation))
            minutes[operation.counted_by] += operation.minutes  # type: ignore[assignment]
            departments.setdefault(operation.department, Counter())[operation.counted_by] += operation.minutes  # type: ignore[assignment]
        return cls(minutes, departments, timed)

    def done(self, counts: Counts) -> list[Operation]:
        """The operations that so many of everything take, in the catalogue's order."""
        found = [one for key, count in counts.items() if count for one in self.timed.get(key, ())]
        return [operation for _, operation in sorted(found, key=itemgetter(0))]

    def hours(self, counts: Counts) -> float:
        """Hours for so many of everything."""
        return _minutes(self.minutes, counts) / 60

    def by_department(self, counts: Counts) -> dict[Department, float]:
        """The same for each department."""
        return {department: _minutes(minutes, counts) / 60 for department, minutes in self.departments.items()}


def _minutes(minutes: Mapping[Count, float], counts: Counts) -> float:
    return sum([each * counts[key] for key, each in minutes.items() if key in counts])


def unit_counts(made: MadeUnit) -> dict[Count, float]:
    """What is done to make one unit."""
    counts = _made_counts(made.parts, made.fittings)
    is_box = any(p.kind == "gable" for p in made.parts)
    counts["unit"] = float(is_box)
    counts["boxed_m3"] = made.unit.width * made.unit.height * made.unit.depth / 1e9 if is_box else 0.0
    counts["boxed_board"] = float(sum(p.kind not in LOOSE for p in made.parts))
    counts.update(_front_counts(made.fronts))
    counts["drawer"] = _bought(made.fittings, "slide")
    counts["hinge"], counts["pull"] = _bought(made.fittings, "hinge"), _bought(made.fittings, "pull")
    counts["tail"] = float(sum(count for _, count in made.tails))
    return counts


def run_counts(run: Run) -> dict[Count, float]:
    """What is done to make a worktop or a plinth."""
    counts = _made_counts(run.parts, run.fittings)
    counts["top_joint"] = sum(f.count.value > 0 for f in run.fittings if f.role == "top-bolt")
    counts["top_opening"] = sum(f.count.value for f in run.fittings if f.role in ("sink", "hob"))
    some = of_alike(run.parts, "metres", _metres)
    counts["worked_metre"], counts["top_metre"] = sum([worked for worked, _ in some]) / 1000, sum([top for _, top in some]) / 1000
    return counts


def _metres(parts: Sequence[Part]) -> tuple[float, float]:
    """Millimetres of worked edges, and of worktops."""
    tops = sum([part.length.value for part in parts if part.tag.role in TOPS])
    return sum([edge.length for part in parts for edge in part.worked]), tops


def _made_counts(parts: Parts, fittings: Sequence[Fitting]) -> dict[Count, float]:
    counted = _summed(of_alike(parts, "counts", lambda some: _summed(list(map(_count, some)))))
    return {
        "part": float(len(parts)),
        "band_edge": float(counted.edges),
        "band_metre": counted.banded / 1000,
        "hole": float(counted.holes),
        "bored_part": float(counted.bored),
        "pocket": float(counted.pockets),
        "fixing": sum(f.count.value for f in fittings if f.role in FIXINGS),
        "coat_m2": counted.coated_area / 1e6,
        "coat_piece": float(counted.coated),
    }


class _Count(NamedTuple):
    """What is done to parts."""

    edges: int = 0
    banded: float = 0.0
    holes: int = 0
    bored: int = 0
    pockets: int = 0
    coated_area: float = 0.0
    coated: int = 0


def _summed(counts: Sequence[_Count]) -> _Count:
    return _Count(*map(sum, zip(*counts, strict=True))) if counts else _Count()


def _count(part: Part) -> _Count:
    edges, faces = banded_edges(part), part.finish.coated_faces
    area = faces * part.length.value * part.width.value
    metres = sum(length for _, length in edges)
    return _Count(len(edges), metres, len(part.holes), bool(part.holes), _passes(part), area, bool(faces))


def _passes(part: Part) -> int:
    """Grooves, notches and rebates; those that hold a framed front together come with its framing."""
    if part.kind != "front":
        return len(part.pockets)
    return 0 if part.tag.role in FRAMING else sum(pocket.what != "tongue" for pocket in part.pockets)


def _front_counts(fronts: Sequence[Front]) -> dict[Count, float]:
    return {"front": float(len(fronts)), "frame_front": float(sum(f.framed for f in fronts))}


def _bought(fittings: Sequence[Fitting], role: str) -> float:
    return sum(f.count.value for f in fittings if f.role == role)


def banded_edges(part: Part) -> tuple[tuple[str, float], ...]:
    """The bands of a part with the length of the edge that each covers."""
    e = part.edges
    if e is NO_EDGES:
        return tuple((edge.band, edge.length) for edge in part.shaped_edges)
    length, width, _ = part.size
    straight = [(band, edge) for band, edge in ((e.l1, length), (e.l2, length), (e.w1, width), (e.w2, width)) if band]
    return (*straight, *[(edge.band, edge.length) for edge in part.shaped_edges])
