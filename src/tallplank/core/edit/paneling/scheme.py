"""Edits of paneled walls: placing, changing, dividing and filling regions, copying to other walls."""

from collections.abc import Callable, Iterable
from functools import partial
from math import inf

from tallplank.core.catalog.catalog import Catalog
from tallplank.core.edit.check import Edited, EditError, valid
from tallplank.core.edit.survey.room import fresh_id, with_room
from tallplank.core.job.filling import PLAIN, Fill
from tallplank.core.job.job import Job
from tallplank.core.job.measure import OfRegion, OfStile
from tallplank.core.job.room import Room
from tallplank.core.job.scheme import Path, Region, Scheme, changed_at, region_at
from tallplank.core.joinery.paneling.build import outcome_of
from tallplank.core.joinery.workshop import site_before


def add_scheme(job: Job, catalog: Catalog, room_id: str, face_id: str, **values: object) -> Edited:
    """A job with a paneled wall on a face, in place of one that was there in the same place; its id comes with it.

    Raises:
        EditError: it cannot be built.
    """
    room, length = job.room(room_id), job.face(room_id, face_id).length
    key = fresh_id("panel", {s.id for r in job.rooms for s in r.schemes})
    given = {"name": f"Paneled wall {key.removeprefix('panel')}", **values}
    scheme = valid(lambda: Scheme(id=key, face=face_id, **given))
    kept = tuple(s for s in room.schemes if s.face != face_id or not _share(s, scheme, length))
    return Edited(_built(job, catalog, room_id, lambda r: r.but(schemes=(*kept, scheme)), [key]), (key,))


def scheme_of(room: Room, scheme_id: str) -> Scheme:
    """A paneled wall by its id.

    Raises:
        EditError: there is none.
    """
    found = next((s for s in room.schemes if s.id == scheme_id), None)
    if found is None:
        raise EditError("That paneled wall is gone.")
    return found


def change_scheme(job: Job, catalog: Catalog, room_id: str, scheme_id: str, **values: object) -> Job:
    """A job with a paneled wall's name, place, moldings, backing or finish changed.

    Raises:
        EditError: it cannot be built so.
    """
    scheme = scheme_of(job.room(room_id), scheme_id)
    return _replaced(job, catalog, room_id, scheme, valid(partial(scheme.but, **values)))


def change_region(job: Job, catalog: Catalog, room_id: str, scheme_id: str, path: Path, **values: object) -> Job:
    """A job with values of one region of a paneled wall changed; all copies of one that repeats are the same region.

    Raises:
        EditError: there is no such region, or it cannot be built so.
    """
    scheme = scheme_of(job.room(room_id), scheme_id)
    root = valid(lambda: changed_at(scheme.root, path, lambda region: region.but(**values)))
    return _replaced(job, catalog, room_id, scheme, valid(partial(scheme.with_root, root)))


def split_region(job: Job, catalog: Catalog, room_id: str, scheme_id: str, path: Path, split: str, count: int, stile: float = 0.0) -> Job:
    """A job with a region divided into so many parts, side by side or one above the other, each filled as it was.

    Raises:
        EditError: fewer than two parts, or more than fit.
    """
    if count < 2:
        raise EditError("A region is divided into two parts or more.")
    region = _region(job.room(room_id), scheme_id, path)
    part = Region(fill=region.fill, parts=region.parts, split=region.split, stile=region.stile, ends=region.ends, count=region.count)
    part = part.but(wanted=region.wanted)
    values = {"split": split, "stile": stile, "ends": 0.0, "parts": (part,) * count, "fill": PLAIN, "count": 0, "wanted": None}
    return change_region(job, catalog, room_id, scheme_id, path, **values)


def repeat_region(
    job: Job, catalog: Catalog, room_id: str, scheme_id: str, path: Path, *, count: int = 0, wanted: float | None = None
) -> Job:
    """A job in which a division repeats its first part, so often or as often as makes it about as large as wanted.

    Raises:
        EditError: the region is not divided, or so many do not fit.
    """
    region = _region(job.room(room_id), scheme_id, path)
    if not region.parts:
        raise EditError("Divide the region first: its first part repeats then.")
    return change_region(job, catalog, room_id, scheme_id, path, parts=region.parts[:1], count=count, wanted=wanted)


def merge_region(job: Job, catalog: Catalog, room_id: str, scheme_id: str, path: Path) -> Job:
    """A job in which a region is no longer divided; it is filled as its first part was."""
    region = _region(job.room(room_id), scheme_id, path)
    first: Fill = region.parts[0].fill if region.parts else region.fill
    return change_region(job, catalog, room_id, scheme_id, path, parts=(), count=0, wanted=None, fill=first)


def set_region_size(job: Job, catalog: Catalog, measure: OfRegion | OfStile, value: float) -> Job:
    """A job in which a region is so large among its neighbours, or the boards between its parts are so wide.

    Of regions that repeat, each is about so large from now on.

    Raises:
        EditError: it does not fit, or the region is the whole.
    """
    room, key, path = measure.room, measure.scheme, measure.path
    if isinstance(measure, OfStile):
        return change_region(job, catalog, room, key, path, stile=value, ends=None)
    if not path:
        raise EditError("Its size follows from the wall.")
    above = _region(job.room(room), key, path[:-1])
    if above.count or above.wanted is not None:
        return change_region(job, catalog, room, key, path[:-1], count=0, wanted=value)
    return change_region(job, catalog, room, key, path, size=value, pin=None, like=None)


def shift_boundary(job: Job, catalog: Catalog, room_id: str, scheme_id: str, path: Path, size: float, both: float) -> Job:
    """A job in which a region is so large and its next neighbour has what is left of `both`; all others stay where they are.

    Two that share what is left go on sharing it, otherwise than before; else both have a size of their own from then on. Neither is
    held at a mark there, or as large as another, any longer.

    Raises:
        EditError: there is no such boundary, or one of them would not hold what fills it.
    """
    above, index = _region(job.room(room_id), scheme_id, path[:-1]), path[-1] if path else -1
    if not 0 <= index < len(above.parts) - 1:
        raise EditError("There is no boundary between two regions of their own here.")
    if not 0.0 < size < both:
        raise EditError("A boundary stays between its two neighbours.")
    one, other = above.parts[index], above.parts[index + 1]
    loose: dict[str, object] = {"pin": None, "like": None}
    if one.size is None and other.size is None:
        share = one.share + other.share
        changed = (one.but(share=share * size / both, **loose), other.but(share=share * (both - size) / both, like=None))
    else:
        others_open = any(part.size is None for part in (*above.parts[:index], *above.parts[index + 2 :]))
        rest = both - size if others_open or other.size is not None else None
        keeps = size if rest is not None or one.size is not None else None
        changed = (one.but(size=keeps, **loose), other.but(size=rest, like=None))
    parts = (*above.parts[:index], *changed, *above.parts[index + 2 :])
    return change_region(job, catalog, room_id, scheme_id, path[:-1], parts=parts)


def remove_scheme(job: Job, room_id: str, scheme_id: str) -> Job:
    """A job without a paneled wall."""
    scheme = scheme_of(job.room(room_id), scheme_id)
    return with_room(job, room_id, lambda r: r.but(schemes=tuple(s for s in r.schemes if s is not scheme)))


def continue_scheme(job: Job, catalog: Catalog, room_id: str, scheme_id: str) -> Edited:
    """A job in which a paneled wall goes on round the corner that it reaches into, along all of the next wall; the id of what is new.

    Where it reaches into both corners of its wall it goes on at the right, unless it does so already.

    Raises:
        EditError: it reaches into no corner, or it does not fit there.
    """
    room = job.room(room_id)
    scheme, walls = scheme_of(room, scheme_id), [wall.id for wall in room.walls]
    if scheme.face not in walls:
        raise EditError(f"{scheme.name} is on no wall of the room: there is no corner that it could go round.")
    at = walls.index(scheme.face)
    reached = [walls[(at + step) % len(walls)] for step, gap in ((1, scheme.right), (-1, scheme.left)) if gap < LEAST]
    free = [wall for wall in reached if not any(s.face == wall and _share(s, scheme.but(left=0.0, right=0.0), inf) for s in room.schemes)]
    if not reached:
        raise EditError(f"{scheme.name} reaches into no corner of its wall.")
    if not free:
        raise EditError(f"{scheme.name} goes on round its corners already.")
    values = {name: getattr(scheme, name) for name in type(scheme).model_fields if name not in ("id", "face", "name", "left", "right")}
    return add_scheme(job, catalog, room_id, free[0], name=f"{scheme.name}, {job.face(room_id, free[0]).name}"[:120], **values)


LEAST = 1.0
"""What ends so near to a corner reaches into it."""


def copy_scheme(job: Job, catalog: Catalog, room_id: str, scheme_id: str, faces: Iterable[str]) -> Edited:
    """A job with a paneled wall on other faces too: heights, moldings and finishes as they are, counts solved again for each length.

    What was in the same place goes. The ids of the new ones come with it.

    Raises:
        EditError: it does not fit on one of them; the text names the wall.
    """
    scheme = scheme_of(job.room(room_id), scheme_id)
    made: list[str] = []
    values = {name: getattr(scheme, name) for name in type(scheme).model_fields if name not in ("id", "face", "name")}
    for face_id in faces:
        if face_id == scheme.face:
            continue
        name = job.face(room_id, face_id).name
        try:
            job, ids = add_scheme(job, catalog, room_id, face_id, name=f"{scheme.name}, {name}"[:120], **values)
        except EditError as problem:
            raise EditError(f"{name}: {problem}") from None
        made += ids
    return Edited(job, tuple(made))


def mirror_scheme(job: Job, catalog: Catalog, room_id: str, scheme_id: str) -> Job:
    """A job with a paneled wall mirrored about the middle of its face."""
    scheme = scheme_of(job.room(room_id), scheme_id)
    mirrored = scheme.but(left=scheme.right, right=scheme.left, root=_mirrored(scheme.root))
    return _replaced(job, catalog, room_id, scheme, mirrored)


def _mirrored(region: Region) -> Region:
    if not region.parts:
        return region
    parts = tuple(map(_mirrored, region.parts))
    return region.but(parts=parts[::-1] if region.split == "across" else parts)


def _region(room: Room, scheme_id: str, path: Path) -> Region:
    found = region_at(scheme_of(room, scheme_id).root, path)
    if found is None:
        raise EditError("The wall has no such region.")
    return found


def _share(one: Scheme, other: Scheme, length: float) -> bool:
    """Whether two schemes on a face of a length have a part of it in common; a boxing stands before what lies on the wall."""
    if (one.box is None) != (other.box is None):
        return False
    tops = [s.high if s.high is not None else float("inf") for s in (one, other)]
    above = min(tops) > max(one.low, other.low)
    return above and length - max(one.right, other.right) > max(one.left, other.left)


def _replaced(job: Job, catalog: Catalog, room_id: str, scheme: Scheme, changed: Scheme) -> Job:
    def edit(room: Room) -> Room:
        schemes = tuple(changed if s is scheme else s for s in room.schemes)
        stays = changed.face == scheme.face and changed.id == scheme.id
        return room.model_copy(update={"schemes": schemes}) if stays else room.but(schemes=schemes)

    return _built(job, catalog, room_id, edit, [scheme.id])


def _built(job: Job, catalog: Catalog, room_id: str, edit: Callable[[Room], Room], ids: Iterable[str]) -> Job:
    """A job with the paneled walls of a room changed, in which these can be built."""
    before = job.room(room_id)
    room = valid(partial(edit, before))
    changed = job.replaced(rooms=tuple(room if r is before else r for r in job.rooms)).without_lost_dimensions()
    site = site_before(changed, catalog, room_id)
    for key in ids:
        outcome = outcome_of(scheme_of(room, key), site)
        if outcome.problem:
            raise EditError(job.display.told(outcome.problem))
    return changed
