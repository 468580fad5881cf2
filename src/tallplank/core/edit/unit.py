"""Edits of units: placing, sliding, sizing, copying, and what they are made of."""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from functools import cache, partial
from typing import Literal, TypeVar

from tallplank.core.catalog.catalog import Catalog
from tallplank.core.catalog.kind import Kind
from tallplank.core.edit.appliance import fit_appliances, fitted_unit
from tallplank.core.edit.check import Edited, EditError, buildable, chosen, swapped, valid, with_more, with_units
from tallplank.core.edit.corner import set_for_place
from tallplank.core.edit.snap import first_gap, mover_of, neighbour
from tallplank.core.edit.stand import off_the_wall, over_a_hob
from tallplank.core.edit.survey.room import fresh_id, taken_ids
from tallplank.core.job.construction import Construction, RuleValue, check_rules
from tallplank.core.job.job import Job
from tallplank.core.job.opening import Opening
from tallplank.core.job.room import Group
from tallplank.core.job.unit import FinishRole, HardwareRole, Unit
from tallplank.core.joinery.made import Made
from tallplank.core.joinery.rule.choice import choice_for
from tallplank.core.joinery.rule.corner import CORNER_PLANS
from tallplank.core.joinery.rule.place import Placed, place
from tallplank.core.joinery.run.stretch import JOINED
from tallplank.core.joinery.workshop import make
from tallplank.core.measure.divide import LONGEST, Member
from tallplank.core.measure.length import LengthUnit

_K = TypeVar("_K", bound=str)
Anchor = Literal["left", "right", "centre"]
MATCHED = {"height", "depth", "z", "side"}
"""What a filler takes from the unit it stands against."""


@dataclass(frozen=True, slots=True)
class Spot:
    """A place for a unit: which face of a room, and the left edge along it; without one the first gap is taken."""

    room: str
    face: str
    x: float | None = None


def place_unit(job: Job, catalog: Catalog, kind: str, spot: Spot, made: Made | None = None, **sizes: object) -> Edited:
    """A job with one more unit of a kind at its usual sizes, which `sizes` may change; its id comes with it.

    A filler takes height, depth and level of the unit it stands against; a unit is as wide and as deep as the appliance in it asks for,
    where that is not given. Unless its opening is given, its doors open away from a wall
    beside it, and a corner unit is made for its corner and its neighbours there.

    Raises:
        EditError: an unknown kind or face, or sizes that cannot be built.
    """
    if kind not in catalog.kinds:
        raise EditError(f"The catalogue has no kind of unit called '{kind}'.")
    usual, inches = catalog.kinds[kind], job.display.style.unit is LengthUnit.INCH
    values: dict[str, object] = {**usual_values(usual, inches=inches), **sizes}
    try:
        room, face = job.room(spot.room), job.face(spot.room, spot.face)
    except KeyError:
        raise EditError(f"There is no wall or face '{spot.face}' in room '{spot.room}'.") from None
    unit_id = fresh_id("u", taken_ids(job))
    mark = max((u.mark for u in job.units), default=0) + 1
    base = {"id": unit_id, "mark": mark, "kind": kind, "room": room.id, "face": face.id}
    unit = valid(lambda: Unit.model_validate({**base, "x": spot.x or 0.0, **values}))
    present = cache(lambda: made if made is not None and made.job is job else make(job, catalog))
    unit = fitted_unit(catalog, job.standard, unit, keep=frozenset(sizes))
    unit = over_a_hob(catalog, job, unit, frozenset(sizes), inches=inches)
    if spot.x is None:
        mover = mover_of(place(choice_for(catalog, job.standard, unit)))
        unit = unit.but(x=first_gap(present(), room.id, face, mover))
    if usual.way.closes_gap and not sizes.keys() >= MATCHED:
        unit = _matched(unit, present(), sizes)
    if usual.way.as_group and isinstance(face.carrier, Group) and "height" not in sizes:
        unit = _as_high_as_the_group(unit, face.carrier, present())
    if not {"opening", "side"} & sizes.keys():
        unit = set_for_place(choice_for(catalog, job.standard, unit), face, present)
    if spot.x is None and not face.is_loose and usual.plan not in CORNER_PLANS:
        unit = unit.but(x=off_the_wall(choice_for(catalog, job.standard, unit), face, mover, unit.x, inches=inches))
    return Edited(with_more(job, [buildable(job, catalog, unit)]), (unit.id,))


def usual_values(kind: Kind, *, inches: bool = False) -> dict[str, object]:
    """What a new unit of a kind starts with; sizes of inch work where the job is shown in inches."""
    width, height, depth = kind.inch if inches and kind.inch is not None else (kind.width, kind.height, kind.depth)
    hardware = {**kind.hardware, **(kind.inch_hardware if inches else {})}
    own = {"rules": dict(kind.rules), "hardware": hardware}
    opening = _in_inches(kind.opening, kind.inch_items) if inches else kind.opening
    return {"width": width, "height": height, "depth": depth, "opening": opening, **own}


INCH_STEP = LengthUnit.INCH.value / 4
"""What set sizes of openings are rounded to in inch work."""


def _in_inches(opening: Opening, items: Mapping[str, str]) -> Opening:
    """The opening as it is in inch work: its set sizes in whole quarters, some items exchanged for others."""
    size = opening.size.size
    kept = opening.size if size is None else Member.fixed(round(size / INCH_STEP) * INCH_STEP)
    cells = tuple(_in_inches(cell, items) for cell in opening.openings)
    return opening.but(size=kept, item=items.get(opening.item or "", opening.item), openings=cells)


def _as_high_as_the_group(unit: Unit, group: Group, made: Made) -> Unit:
    """A panel from the floor up to under the worktop of the units in its group."""
    faces = {f.id for f in group.faces}
    tops = [u.placed.top for u in made.by_room.get(unit.room, ()) if u.unit.face in faces and u.choice.kind.worktop and not u.placed.hung]
    return unit.but(height=max(tops)) if tops else unit


def _matched(unit: Unit, made: Made, given: Mapping[str, object]) -> Unit:
    beside = neighbour(made, unit.room, unit.face, unit.x, unit.width, JOINED)
    if beside is None:
        return unit
    side = "left" if abs(beside.placed.right - unit.x) <= JOINED else "right"
    taken = {"height": beside.unit.height, "depth": beside.unit.depth, "z": beside.placed.z, "side": side}
    return unit.but(**{key: value for key, value in taken.items() if key not in given})


def change_units(job: Job, catalog: Catalog, ids: Iterable[str], **values: object) -> Job:
    """A job with values of several units changed alike; a None given for `z` puts them back to their rule.

    Raises:
        EditError: a value out of range or a unit that could not be built.
    """
    return with_units(job, catalog, {u.id: valid(partial(u.but, **values)) for u in chosen(job, ids)})


def set_width(job: Job, catalog: Catalog, ids: Iterable[str], width: float, anchor: Anchor = "left") -> Job:
    """A job with units of another width; `anchor` says which side stays where it is."""
    share = {"left": 0.0, "right": 1.0, "centre": 0.5}[anchor]
    changed = {}
    for u in chosen(job, ids):
        changed[u.id] = valid(partial(u.but, width=width, x=u.x + (u.width - width) * share))
    return with_units(job, catalog, changed)


def free_of(job: Job, ids: Iterable[str]) -> frozenset[str]:
    """Those units that are not locked.

    Raises:
        EditError: all of them are.
    """
    wanted = frozenset(ids)
    locked = {u.id: u.mark for u in chosen(job, wanted) if u.locked}
    if locked and locked.keys() == wanted:
        which = f"Unit {next(iter(locked.values()))} is" if len(locked) == 1 else "All of them are"
        raise EditError(f"{which} locked; unlock first.")
    return wanted - locked.keys()


def lock_units(job: Job, ids: Iterable[str], *, locked: bool) -> Job:
    """A job with units locked where they stand, or free again."""
    others = {u.id: u.but(locked=locked) for u in chosen(job, ids) if u.locked != locked}
    return job.replaced(units=swapped(job.units, others)) if others else job


def raise_units(job: Job, made: Made, ids: Iterable[str], by: float) -> Job:
    """A job with units so much higher, from where they are now on, the lowest no lower than the floor."""
    wanted = free_of(job, ids)
    levels = {u.unit.id: u.placed.z for u in made.units if u.unit.id in wanted}
    by = max(by, -min(levels.values(), default=0.0))
    if not by:
        return job
    raised = {u.id: valid(partial(u.but, z=levels[u.id] + by)) for u in chosen(job, levels)}
    return job.replaced(units=swapped(job.units, raised))


def slide_units(job: Job, ids: Iterable[str], by: float) -> Job:
    """A job with units slid along their faces, but for those that are locked.

    Raises:
        EditError: all of them are locked.
    """
    wanted = free_of(job, ids)
    if not wanted or by == 0:
        return job
    slid = {u.id: valid(partial(u.but, x=u.x + by)) for u in chosen(job, wanted)}
    return job.replaced(units=swapped(job.units, slid))


def move_to_face(job: Job, ids: Iterable[str], spot: Spot) -> Job:
    """A job with units at another face, the first at the spot and the others as far from it as before."""
    wanted = free_of(job, ids)
    units = list(chosen(job, wanted))
    first = min((u.x for u in units), default=0.0)
    job.face(spot.room, spot.face)

    def moved(unit: Unit) -> Unit:
        return unit.but(room=spot.room, face=spot.face, x=(spot.x or 0.0) + unit.x - first)

    return job.replaced(units=swapped(job.units, {u.id: moved(u) for u in units}))


def duplicate_units(job: Job, ids: Iterable[str]) -> Edited:
    """A job with copies of units to the right of the originals, and the copies' ids.

    Raises:
        EditError: they would stand farther along their wall than any wall reaches, or be too many.
    """
    originals = list(chosen(job, ids))
    if not originals:
        return Edited(job, ())
    taken, mark = taken_ids(job), max(u.mark for u in job.units)
    shift = max(u.x + u.width for u in originals) - min(u.x for u in originals)
    if max(u.x for u in originals) + shift > LONGEST:
        raise EditError(f"There is no more room for copies: they would stand {job.display.shown(LONGEST)} along the wall.")
    copies: list[Unit] = []
    for unit in originals:
        new_id = fresh_id("u", taken)
        taken.add(new_id)
        copies.append(unit.but(id=new_id, mark=mark + len(copies) + 1, x=unit.x + shift))
    return Edited(with_more(job, copies), tuple(c.id for c in copies))


def delete_units(job: Job, ids: Iterable[str]) -> Job:
    """A job without these units, but for those that are locked.

    Raises:
        EditError: all of them are locked.
    """
    wanted = free_of(job, ids)
    left = tuple(u for u in job.units if u.id not in wanted)
    return job.replaced(units=left).without_lost_dimensions() if len(left) < len(job.units) else job


def stand_on(job: Job, catalog: Catalog, ids: Iterable[str], made: Made) -> Job:
    """A job in which each of these units stands on what is under it: the worktop or the highest unit there.

    Raises:
        EditError: nothing is under one of them, or it would reach through the ceiling.
    """
    for key in dict.fromkeys(ids):
        unit = job.unit(key)
        under = [u for u in made.at_face(unit.room, unit.face) if u.unit.id != key and _is_under(u.placed, unit)]
        if not under:
            raise EditError("Nothing is under the unit that it could stand on.")
        tops = [u.placed.top for u in under]
        members = {u.unit.id for u in under}
        tops += [
            p.box[1].z
            for run in made.runs
            if run.what == "top" and members & set(run.members)
            for p in run.parts
            if p.tag.role == "worktop"
        ]
        job = change_units(job, catalog, [key], z=max(tops))
    return job


def _is_under(placed: Placed, unit: Unit) -> bool:
    beside = min(placed.right, unit.x + unit.width) - max(placed.x, unit.x)
    return beside > 1.0 and not placed.hung


def renumber(job: Job, catalog: Catalog) -> Job:
    """A job whose units are numbered and listed room by room and face by face, from left to right, those on the floor first."""
    order = {(room.id, face): (i, j) for i, room in enumerate(job.rooms) for j, face in enumerate(room.face_ids)}
    hung = {u.id: place(choice_for(catalog, job.standard, u)).hung for u in job.units}
    units = sorted(job.units, key=lambda u: (*order[u.room, u.face], hung[u.id], u.x))
    marks = {u.id: i for i, u in enumerate(units, 1)}
    if units == list(job.units) and all(marks[u.id] == u.mark for u in units):
        return job
    return job.replaced(units=tuple(u.but(mark=marks[u.id]) if marks[u.id] != u.mark else u for u in units))


def set_rule(job: Job, catalog: Catalog, ids: Iterable[str], name: str, value: RuleValue | None) -> Job:
    """A job with one construction rule set for units, or put back to the job's with None."""
    if value is not None:
        value = check_rules({name: value})[name]
    elif name not in Construction.model_fields:
        raise EditError(f"There is no construction rule called '{name}'.")
    return _with_mapping(job, catalog, ids, "rules", name, value)


def set_finish(job: Job, catalog: Catalog, ids: Iterable[str], role: FinishRole, finish: str | None) -> Job:
    """A job with a finish for one role of units, or put back to the job's with None."""
    if finish is not None:
        check_finish(catalog, role, finish)
    return _with_mapping(job, catalog, ids, "finishes", role, finish)


def set_hardware(job: Job, catalog: Catalog, ids: Iterable[str], role: HardwareRole, item: str | None) -> Job:
    """A job with an item for one hardware role of units, or put back to the job's with None."""
    if item is not None:
        check_hardware(catalog, role, item)
    job = _with_mapping(job, catalog, ids := tuple(ids), "hardware", role, item)
    return fit_appliances(job, catalog, ids) if role == "appliance" else job


def check_finish(catalog: Catalog, role: FinishRole, finish: str) -> None:
    """Raise EditError unless the catalogue has this finish for this role."""
    if finish not in catalog.finishes or role not in catalog.finishes[finish].roles:
        raise EditError(f"The catalogue has no finish '{finish}' for {role}.")


def check_hardware(catalog: Catalog, role: HardwareRole, item: str) -> None:
    """Raise EditError unless the catalogue has this item for this role."""
    if item not in catalog.hardware or catalog.hardware[item].role != role:
        raise EditError(f"The catalogue has no {role} '{item}'.")


def _with_mapping(
    job: Job, catalog: Catalog, ids: Iterable[str], field: Literal["rules", "finishes", "hardware"], key: str, value: object
) -> Job:
    wanted, changed = set(ids), {}
    for unit in job.units:
        if unit.id in wanted and dict(getattr(unit, field)).get(key) != value:
            changed[unit.id] = valid(partial(unit.but, **{field: overlaid(getattr(unit, field), key, value)}))
    return with_units(job, catalog, changed) if changed else job


def overlaid(values: Mapping[_K, object], key: _K, value: object) -> dict[_K, object]:
    """The mapping with one key set, or without it when the value is None."""
    rest = {k: v for k, v in values.items() if k != key}
    return rest if value is None else {**rest, key: value}
