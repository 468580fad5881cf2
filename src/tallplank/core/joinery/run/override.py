"""Pieces that are changed by hand: left out, of another finish, longer or shorter at an end. All else of a run makes itself."""

from collections.abc import Mapping
from dataclasses import replace

from tallplank.core.catalog.catalog import Catalog
from tallplank.core.job.room import PieceChange
from tallplank.core.joinery.part.hole import Pocket
from tallplank.core.joinery.part.part import Part, PartRef, Parts, part_refs
from tallplank.core.joinery.run.run import Run
from tallplank.core.measure.size import Size
from tallplank.core.space.frame import Vec

SHORTEST = 1.0


def piece_key(ref: PartRef) -> str:
    """What a piece is told by among those that are changed by hand: its run, its kind and which of those it is."""
    return f"{ref.owner}/{ref.role}/{ref.number}"


def overridden(run: Run, changes: Mapping[str, PieceChange], catalog: Catalog) -> Run:
    """The run with its pieces as they are changed by hand; the very same one where none of its pieces is."""
    own = f"{run.id}/"
    if not any(key.startswith(own) for key in changes):
        return run
    keys = [piece_key(ref) for ref in part_refs(run.id, run.parts)]
    if not any(key in changes for key in keys):
        return run
    kept = [(key, part) for key, part in zip(keys, run.parts, strict=True) if key not in changes or not changes[key].left_out]
    parts = Parts([_changed(part, changes[key], catalog) if key in changes else part for key, part in kept])
    return replace(run, parts=parts, keys=tuple(key for key, _ in kept))


def key_of(run: Run, ref: PartRef) -> str | None:
    """What a part of a run as it is made is told by; None where it has no such part."""
    refs = part_refs(run.id, run.parts)
    if ref not in refs:
        return None
    return run.keys[refs.index(ref)] if run.keys else piece_key(ref)


def _changed(part: Part, change: PieceChange, catalog: Catalog) -> Part:
    finish = catalog.finishes.get(change.finish or "")
    if finish is not None:
        part = replace(part, finish=finish, board=finish.board)
    left, right = change.left, change.right
    if (not left and not right) or part.length.value + left + right < SHORTEST:
        return part
    length = part.length + Size.of(left, "longer at the left") if left else part.length
    length = length + Size.of(right, "longer at the right") if right else length
    o, x = part.frame.origin, part.frame.x
    frame = part.frame._replace(origin=Vec(o.x - x.x * left, o.y - x.y * left, o.z - x.z * left))
    form = part.form.lengthened(part.length.value, left, right)
    pockets = tuple(_shifted(pocket, left) for pocket in part.pockets)
    return replace(part, length=length, cut_length=part.cut_length + left + right, frame=frame, form=form, pockets=pockets)


def _shifted(pocket: Pocket, by: float) -> Pocket:
    low, high = (Vec(p.x + by, p.y, p.z) for p in (pocket.low, pocket.high))
    outline = tuple((x + by, y) for x, y in pocket.outline) if pocket.outline is not None else None
    return replace(pocket, low=low, high=high, outline=outline)
