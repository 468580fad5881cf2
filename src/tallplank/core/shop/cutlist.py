"""The cut list: every part that the shop makes, per unit or grouped."""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from itertools import chain

from tallplank.core.catalog.catalog import Catalog
from tallplank.core.joinery.made import Made, MadeUnit
from tallplank.core.joinery.part.part import Part, Parts
from tallplank.core.joinery.rule.choice import rules_for
from tallplank.core.joinery.run.run import Run
from tallplank.core.measure.memo import Mapped
from tallplank.core.shop.line import lines_of, run_prefixes, unit_prefix
from tallplank.core.shop.telling import band_names, edges_of, machining_of, material_of, shape_of


@dataclass(frozen=True, slots=True)
class CutRow:
    """One line: alike parts of one unit or run. Lengths in millimetres, finished and as cut."""

    owner: str
    """The id of the unit or run that the parts belong to."""
    owners: tuple[str, ...]
    """The ids of all units that the line stands for: one, or in a grouped list several; a run's are its members."""
    room: str
    unit: str
    part: str
    material: str
    thickness: float
    length: float
    width: float
    cut_length: float
    cut_width: float
    quantity: int
    grain: str
    bands: tuple[str, str, str, str]
    label: str
    source: Part
    machining: str = ""
    """How much is bored and cut, in words; nothing for a plain board."""
    shape: str = ""
    """In words, for a board that is no rectangle; its length and width are those of the box around it."""
    residue: float = 0.0
    """By how much rounding to what the shop cuts changed its sizes at most."""
    edges: str = ""
    """Where in its unit each of its banded edges lies."""
    step: float = 0.1
    """What its sizes are rounded to."""
    hand: str = ""
    """L or R of a piece that has a mirror image."""


class CutlistMaker:
    """Makes cut lists, keeping the lines of each unit and run that did not change."""

    def __init__(self) -> None:
        self._units: Mapped[MadeUnit, tuple[CutRow, ...]] = Mapped()
        self._runs: Mapped[Run, tuple[CutRow, ...]] = Mapped()

    def rows(self, made: Made) -> tuple[CutRow, ...]:
        """The cut list per unit: units in the job's order, then worktops and plinths."""
        rooms = {room.id: room.name for room in made.job.rooms}
        units = self._units.of(made.units, lambda u: unit_rows(u, rooms[u.unit.room]), rooms)
        step = rules_for(made.catalog, made.job.standard).cut_step
        prefixes = run_prefixes(made)
        runs = self._runs.of(made.runs, lambda r: run_rows(r, rooms[r.room], made.catalog, step, prefixes[r.id]), (rooms, step, prefixes))
        return tuple(chain.from_iterable(chain(units, runs)))


def cutlist(made: Made) -> tuple[CutRow, ...]:
    """The cut list per unit, made from nothing."""
    return CutlistMaker().rows(made)


def unit_rows(made: MadeUnit, room: str) -> tuple[CutRow, ...]:
    """The lines of one unit; parts that are alike in all but place share one."""
    unit = made.unit
    step = made.choice.rules.cut_step
    return _rows(made.choice.catalog, made.parts, (unit.id, (unit.id,), room, made.label, unit_prefix(made)), step)


def run_rows(run: Run, room: str, catalog: Catalog, step: float, prefix: str) -> tuple[CutRow, ...]:
    """The lines of one worktop or plinth."""
    return _rows(catalog, run.parts, (run.id, run.members, room, run.label, prefix), step)


def grouped(rows: Iterable[CutRow]) -> tuple[CutRow, ...]:
    """Lines of the same material and size together, whatever unit or part they are; the largest first by material."""
    groups: dict[tuple[object, ...], list[CutRow]] = {}
    for row in rows:
        part, sizes = row.source, (row.thickness, row.length, row.width, row.cut_length, row.cut_width)
        bands = (part.edges, *(edge.band for edge in part.shaped_edges))
        key = (part.form.stock or part.board, sizes, row.grain, bands, row.hand)
        groups.setdefault(key, []).append(row)
    merged = [_merged(group) for group in groups.values()]
    return tuple(sorted(merged, key=lambda r: (r.material, r.source.board, -r.thickness, -r.length, -r.width)))


def _merged(group: Sequence[CutRow]) -> CutRow:
    first = group[0]

    def joined(texts: Iterable[str]) -> str:
        return ", ".join(dict.fromkeys(texts))

    return CutRow(
        first.owner,
        tuple(dict.fromkeys(chain.from_iterable(r.owners for r in group))),
        joined(r.room for r in group),
        joined(r.unit for r in group),
        joined(r.part for r in group),
        first.material,
        first.thickness,
        first.length,
        first.width,
        first.cut_length,
        first.cut_width,
        sum(r.quantity for r in group),
        first.grain,
        first.bands,
        joined(r.label for r in group),
        first.source,
        joined(r.machining for r in group if r.machining),
        joined(r.shape for r in group if r.shape),
        max(r.residue for r in group),
        joined(r.edges for r in group if r.edges),
        min(r.step for r in group),
        joined(r.hand for r in group if r.hand),
    )


def _rows(catalog: Catalog, parts: Parts, owner: tuple[str, tuple[str, ...], str, str, str], step: float) -> tuple[CutRow, ...]:
    owner_id, owners, room, label, prefix = owner
    rows = []
    for line in lines_of(parts, prefix):
        part = line.parts[0]
        exact = (part.length.value, part.width.value, part.cut_length, part.cut_width)
        length, width, cut_length, cut_width = rounded = [to_step(v, step) for v in exact]
        rows.append(
            CutRow(
                owner_id,
                owners,
                room,
                label,
                line.name,
                material_of(catalog, part),
                part.thickness.value,
                length,
                width,
                cut_length,
                cut_width,
                len(line.parts),
                "along length" if part.grain == "length" else "none",
                band_names(catalog, part),
                line.label,
                part,
                machining_of(part),
                shape_of(part),
                max(abs(a - b) for a, b in zip(exact, rounded, strict=True)),
                edges_of(part),
                step,
                line.hand,
            )
        )
    return tuple(rows)


def to_step(value: float, step: float) -> float:
    """A length rounded to what the shop cuts."""
    return round(round(value / step) * step, 6)
