"""Boxings: what they do not hide, what stands in them, and faces that bend too far.

Source: plain geometry; the clearance is the boxing's own.
"""

from collections.abc import Iterator, Sequence

from shapely import Polygon

from tallplank.core.check.record import Finding, shown
from tallplank.core.job.face import Face
from tallplank.core.job.room import Room
from tallplank.core.job.scheme import Scheme
from tallplank.core.joinery.made import Made, MadeUnit
from tallplank.core.joinery.paneling.box.arched_lid import LID
from tallplank.core.joinery.paneling.box.bowed import SKIN, least_radius
from tallplank.core.joinery.paneling.covered import CUT_FOR, at_side, columns_at, is_hidden, needed_depth, overlap
from tallplank.core.joinery.part.lot import picked
from tallplank.core.joinery.part.part import Part
from tallplank.core.joinery.run.run import Run
from tallplank.core.space.outline import strip_span


def boxings(made: Made, room: Room, _: tuple[MadeUnit, ...]) -> Iterator[Finding]:
    """What is wrong about the boxings of a room."""
    for scheme in room.schemes:
        if scheme.box is not None:
            face = made.faces[room.id][scheme.face]
            yield from _columns(made, room, scheme, face)
            yield from _pipes(made, scheme, face)
            yield from _units(made, room, scheme, face)
            yield from _other_walls(made, room, scheme, face)
    for run in made.runs_in.get(room.id, ()):
        if run.what == "panel":
            yield from _too_tight(made, run)


def _columns(made: Made, room: Room, scheme: Scheme, face: Face) -> Iterator[Finding]:
    """What stands in a boxing that is too shallow or too narrow to hide it."""
    for column, span in columns_at(room, face):
        if overlap(scheme, face, column, span, room.height) and not is_hidden(column, face, scheme):
            deep = shown(made.job, needed_depth(column, face, scheme))
            start, stop = (shown(made.job, x) for x in (max(span[0] - at_side(scheme), 0.0), span[1] + at_side(scheme)))
            text = f"{scheme.name} does not hide {column.name}: it has to be {deep} deep and to stand from {start} to {stop}."
            yield Finding("error", "not-hidden", text, "Make it deeper or wider, or let it end beside it.")


def _pipes(made: Made, scheme: Scheme, face: Face) -> Iterator[Finding]:
    """Pipes and the like on the wall that come nearer to the face of a boxing than it keeps clear, or are only partly in it."""
    assert scheme.box is not None
    high = scheme.high if scheme.high is not None else face.height
    left, right = scheme.left + scheme.side, face.length - scheme.right - scheme.side
    for one in face.services:
        beside = min(one.x + one.width, right) - max(one.x, left)
        if one.kind in CUT_FOR or beside <= 0.0 or min(one.z + one.height, high) <= max(one.z, scheme.low):
            continue
        needed = one.deep + scheme.box.clear + scheme.backing
        where = shown(made.job, one.middle[0])
        if needed > scheme.box.deep:
            text = f"{scheme.name} does not hide the {one.kind} at {where}: it has to be {shown(made.job, needed)} deep."
            yield Finding("error", "not-hidden", text, "Make it deeper, or move the service.")
        elif beside < one.width:
            text = f"{scheme.name} hides only a part of the {one.kind} at {where}."
            yield Finding("error", "not-hidden", text, "Make it wider or narrower.")


def _other_walls(made: Made, room: Room, scheme: Scheme, face: Face) -> Iterator[Finding]:
    """Paneling of other walls that reaches into a boxing which does not go into the corner to it."""
    own = _hull(scheme, face, scheme.stands + (scheme.box.bow if scheme.box is not None else 0.0))
    for other in room.schemes:
        beside = made.faces[room.id][other.face]
        highs = [s.high if s.high is not None else f.height for s, f in ((scheme, face), (other, beside))]
        if other.face == scheme.face or _meet_in_corner(room, scheme, other) or min(highs) <= max(scheme.low, other.low):
            continue
        if own.intersection(_hull(other, beside, other.stands + PLANTED)).area > LEAST:
            yield Finding("error", "in-boxing", f"{other.name} runs into {scheme.name}.", "Let one of them end before the other.")


def _meet_in_corner(room: Room, scheme: Scheme, other: Scheme) -> bool:
    """Whether both go into one corner of the room, where they are fitted to one another."""
    walls = [wall.id for wall in room.walls]
    if scheme.face not in walls or other.face not in walls:
        return False
    step = (walls.index(other.face) - walls.index(scheme.face)) % len(walls)
    gaps = (scheme.right, other.left) if step == 1 else (scheme.left, other.right) if step == len(walls) - 1 else (NEAR,)
    return max(gaps) < NEAR


NEAR, PLANTED, LEAST = 1.0, 20.0, 100.0
"""What is so near to a corner is in it; how thick boards on a scheme usually are; and square millimetres that are nothing."""


def _hull(scheme: Scheme, face: Face, deep: float) -> Polygon:
    """What a scheme takes up of the plan of its room."""
    left, right = scheme.left, face.length - scheme.right
    return Polygon(face.frame.flat_out(((left, -deep), (right, -deep), (right, 0.0), (left, 0.0))))


def _units(made: Made, room: Room, scheme: Scheme, face: Face) -> Iterator[Finding]:
    """Units that stand where a boxing is."""
    assert scheme.box is not None
    high = scheme.high if scheme.high is not None else face.height
    left, right = scheme.left, face.length - scheme.right
    for unit in made.by_room.get(room.id, ()):
        own = made.face(unit)
        ring = own.frame.flat_out(unit.outline)
        span = strip_span([face.frame.inside((*point, 0.0))[:2] for point in ring], -scheme.box.deep, 0.0)
        foot = unit.placed.z if unit.placed.hung else 0.0
        if span is not None and min(span[1], right) - max(span[0], left) > 1.0 and min(unit.placed.top, high) - max(foot, scheme.low) > 1.0:
            text = f"{unit.label} stands in {scheme.name}."
            yield Finding("error", "in-boxing", text, "Move one of them, or make the boxing narrower.", (unit.unit.id,))


def _bent(parts: Sequence[Part]) -> list[Part]:
    return [part for part in parts if part.tag.role in (SKIN, LID)]


def _too_tight(made: Made, run: Run) -> Iterator[Finding]:
    """A face that bows out more than its board bends."""
    for part in picked(run.parts, "bent", _bent):
        if part.form.bend_radius is not None:
            radius, least = part.form.bend_radius - part.thickness.value, least_radius(made.catalog, part)
            if radius < least:
                board = made.catalog.boards[part.board].name
                text = f"{run.label} bends to a radius of {shown(made.job, radius)}; {board} bends to {shown(made.job, least)}."
                yield Finding("error", "bend-too-tight", text, "Let it bow out or rise by less, make it wider, or take a thinner board.")
                return
