"""Units brought into line: side by side, evenly spaced, or flush with the one that was selected first."""

from collections.abc import Iterable, Mapping, Sequence
from functools import partial
from typing import Literal, assert_never, get_args

from tallplank.core.edit.check import EditError, chosen, swapped, valid
from tallplank.core.edit.unit import free_of
from tallplank.core.job.job import Job
from tallplank.core.job.unit import Unit
from tallplank.core.joinery.made import Made
from tallplank.core.joinery.rule.place import Placed
from tallplank.core.measure.divide import Member, divide

Edge = Literal["left", "middle", "right", "top", "bottom", "front"]
EDGES: tuple[Edge, ...] = get_args(Edge)


def align_units(job: Job, made: Made, ids: Sequence[str], edge: Edge) -> Job:
    """A job in which units are flush with the first of them at an edge; that one stays.

    What does not apply is left out: left, middle and right are places along the first one's face, heights are of what hangs.

    Raises:
        EditError: fewer than two, or none of the others can be moved so.
        MissingError: no such unit.
    """
    if len(ids) < 2:
        raise EditError("Select the unit that stays, then those that move to it.")
    job.unit(ids[0])
    first, others = made.by_id[ids[0]].placed, free_of(job, ids[1:]) - {ids[0]}
    found: dict[str, Unit] = {}
    for made_unit in made.units:
        placed, unit = made_unit.placed, made_unit.unit
        if unit.id in others and _applies(first, placed, edge):
            found[unit.id] = valid(partial(unit.but, **_flush(first, placed, edge)))
    if not found:
        raise EditError(_NONE[edge])
    return _with(job, found)


def _applies(first: Placed, placed: Placed, edge: Edge) -> bool:
    if edge in ("left", "middle", "right"):
        return (placed.unit.room, placed.unit.face) == (first.unit.room, first.unit.face)
    return edge == "front" or placed.hung or placed.unit.z is not None


_NONE: Mapping[Edge, str] = {
    **dict.fromkeys(("left", "middle", "right"), "None of the others stands at the face of the one that was selected first."),
    **dict.fromkeys(("top", "bottom"), "None of the others hangs; what stands on the floor keeps its height."),
    "front": "None of the others is a unit of this job.",
}


def _flush(first: Placed, placed: Placed, edge: Edge) -> dict[str, float]:
    """The value of a unit that brings it into line."""
    unit = placed.unit
    match edge:
        case "left":
            return {"x": first.x}
        case "middle":
            return {"x": (first.x + first.right - unit.width) / 2}
        case "right":
            return {"x": first.right - unit.width}
        case "top":
            return {"z": max(first.top - unit.height, 0.0)}
        case "bottom":
            return {"z": first.z}
        case "front":
            return {"off": max(unit.off + placed.front - first.front, 0.0)}
        case _:
            assert_never(edge)


def close_up(job: Job, ids: Iterable[str]) -> Job:
    """A job in which these units stand side by side at each face, from the leftmost one's left edge on; those that are locked stay.

    Raises:
        EditError: all of them are locked.
    """
    wanted, free = set(ids), free_of(job, ids)
    found: dict[str, Unit] = {}
    ends: dict[tuple[str, str], float] = {}
    for unit in sorted(chosen(job, wanted), key=lambda u: u.x):
        key = (unit.room, unit.face)
        start = ends.get(key, unit.x) if unit.id in free else unit.x
        found[unit.id] = unit.but(x=start)
        ends[key] = start + unit.width
    return _with(job, found)


def space_evenly(job: Job, ids: Iterable[str]) -> Job:
    """A job in which these units, at each face, stand with equal gaps between the first and the last of them.

    Raises:
        EditError: fewer than three at every face, more of them than there is room for, or one between the others is locked.
    """
    wanted = set(ids)
    by_face: dict[tuple[str, str], list[Unit]] = {}
    for unit in sorted(chosen(job, wanted), key=lambda u: u.x):
        by_face.setdefault((unit.room, unit.face), []).append(unit)
    found: dict[str, Unit] = {}
    for units in (group for group in by_face.values() if len(group) > 2):
        if locked := [u for u in units[1:-1] if u.locked]:
            raise EditError(f"Unit {locked[0].mark} between the others is locked; unlock first.")
        start, length = units[0].x, units[-1].x + units[-1].width - units[0].x
        members = [m for u in units for m in (Member.fixed(u.width), Member())][:-1]
        division = valid(partial(divide, length, members), job.display)
        found |= {u.id: u.but(x=start + division.starts[2 * i]) for i, u in enumerate(units[:-1])}
    if not found:
        raise EditError("Select three or more units on one wall; the first and the last stay where they are.")
    return _with(job, found)


def _with(job: Job, found: Mapping[str, Unit]) -> Job:
    """A job with these units in the place of what they were; the same job where nothing moves."""
    moved = {u.id: found[u.id] for u in chosen(job, found) if _differs(u, found[u.id])}
    return job.replaced(units=swapped(job.units, moved)) if moved else job


def _differs(unit: Unit, other: Unit) -> bool:
    return (unit.x, unit.z, unit.off) != (other.x, other.z, other.off)
