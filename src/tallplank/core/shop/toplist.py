"""The worktop list: every piece with its area, the lengths of its edges by kind, its joints and what is let into it."""

from collections.abc import Sequence
from dataclasses import dataclass

from shapely import LineString, Polygon

from tallplank.core.joinery.made import Made
from tallplank.core.joinery.part.part import Part
from tallplank.core.joinery.part.role import PartRole
from tallplank.core.joinery.run.run import Run
from tallplank.core.space.outline import Ring, area

TOUCH = 0.2
"""Edges of two pieces nearer than this are joined."""
ROLES: tuple[PartRole, ...] = (
    "worktop",
    "waterfall",
    "raised bar",
    "bar riser",
    "upstand",
    "backsplash",
    "upstand return",
    "backsplash return",
    "window sill",
)


@dataclass(frozen=True, slots=True)
class TopRow:
    """One piece. Lengths in millimetres, areas in square metres."""

    owners: tuple[str, ...]
    room: str
    run: str
    piece: str
    material: str
    length: float
    width: float
    thickness: float
    area: float
    banded: float
    worked: str
    """Each profile with its length, as '2400 ogee (front)'."""
    worked_length: float
    joints: float
    """The length of its edges that lie against other pieces of worktops."""
    let_in: str


def toplist(made: Made) -> tuple[TopRow, ...]:
    """The pieces of all worktops, in the job's order, with their upstands, backsplashes and sills."""
    rooms = {room.id: room.name for room in made.job.rooms}
    runs = [run for run in made.runs if run.what in ("top", "sill")]
    outlines = {(id(run), i): _outline(made, run, part) for run in runs for i, part in enumerate(run.parts) if part.tag.role == "worktop"}
    rows = []
    for run in runs:
        for i, part in enumerate(run.parts):
            if part.tag.role in ROLES:
                key = (id(run), i)
                others = [ring for other, ring in outlines.items() if other != key and other in outlines and key in outlines]
                rows.append(_row(made, rooms[run.room], run, part, _joined(outlines[key], others) if key in outlines else 0.0))
    return tuple(rows)


def _outline(made: Made, run: Run, part: Part) -> Ring:
    return made.faces[run.room][run.face].frame.flat_out(part.above)


def _joined(ring: Ring, others: Sequence[Ring]) -> float:
    """How much of a piece's edge lies against others."""
    edge = LineString([*ring, ring[0]])
    near = [Polygon(other).buffer(TOUCH) for other in others if Polygon(other).distance(Polygon(ring)) < TOUCH]
    return sum(float(edge.intersection(other).length) for other in near)


def _row(made: Made, room: str, run: Run, part: Part, joints: float) -> TopRow:
    length, width, thickness = part.size
    bands = sum(band.length for band in part.shaped_edges)
    bands += sum(
        size for size, band in ((length, part.edges.l1), (length, part.edges.l2), (width, part.edges.w1), (width, part.edges.w2)) if band
    )
    worked = ", ".join(f"{edge.length:.0f} {edge.profile} ({edge.side})" for edge in part.worked)
    items = [f for f in run.fittings if f.role in ("sink", "hob")] if any(p.what == "cutout" for p in part.pockets) else []
    let_in = ", ".join(made.catalog.hardware[f.item].name for f in items)
    return TopRow(
        run.members, room, run.label, part.name, part.finish.name, length, width, thickness, area(part.ring) / 1e6, bands, worked,
        sum(edge.length for edge in part.worked), joints, let_in,
    )  # fmt: skip
