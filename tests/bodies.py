"""Parts and whole rooms as solid bodies of an independent library (manifold3d), and what of them shares space."""

from collections.abc import Iterator

import manifold3d
import numpy as np

from tallplank.core.joinery.made import Made
from tallplank.core.joinery.part.form.bent import Bent
from tallplank.core.joinery.part.form.bevelled import Bevelled
from tallplank.core.joinery.part.form.outlined import Outlined
from tallplank.core.joinery.part.form.swept import Swept
from tallplank.core.joinery.part.part import Part
from tallplank.core.space.frame import Frame
from tallplank.core.space.outline import is_clockwise

LEAST = 200.0
"""Cubic millimetres that two solids may share: what rounding leaves."""
Body = manifold3d.Manifold


def extruded(outline: tuple, height: float) -> manifold3d.Manifold:  # type: ignore[type-arg]
    return manifold3d.CrossSection([np.array(outline)]).extrude(height)


def manifold(part: Part) -> manifold3d.Manifold:
    """The board less its pockets, cut by manifold3d, in the frame of the unit."""
    if isinstance(part.form, Bent):
        f = part.form.body
        return extruded(part.form.outline, part.form.height).transform(np.column_stack([f.x, f.y, f.z, f.origin]))
    if isinstance(part.form, Bevelled):
        return facet(part, part.form)
    body = extruded(part.form.outline, part.thickness.value) if isinstance(part.form, Outlined) else manifold3d.Manifold.cube(part.size)
    for miter in getattr(part.form, "miters", ()):
        a, a0, a1, b, b0, b1 = (np.array(corner) for corner in miter.corners(part.thickness.value))
        beyond = [p + (p - q) * k - np.array([0.0, 0.0, part.thickness.value * k]) for p, q, k in ((a, a0, 1.0), (b, b0, 1.0))]
        body -= manifold3d.Manifold.hull_points(np.array([a, b, a1, b1, *beyond]))
    for pocket in part.pockets:
        size = np.subtract(pocket.high, pocket.low)
        if pocket.outline is not None:
            body -= extruded(pocket.outline, size[2]).translate((0.0, 0.0, pocket.low.z))
        else:
            body -= manifold3d.Manifold.cube(size).translate(pocket.low)
    f = part.frame
    return body.transform(np.column_stack([f.x, f.y, f.z, f.origin]))


def facet(part: Part, form: Bevelled) -> manifold3d.Manifold:
    """A board with bevelled edges: its face, its back, and two triangles between each pair of their sides."""
    f, count = part.frame, len(form.back)
    corners = [(*p, 0.0) for p in form.back] + [(*p, part.thickness.value) for p in form.face]
    at = [next(k for k in range(count, 2 * count) if np.allclose(corners[k], corners[count + i])) for i in range(count)]
    own = sorted(set(at))
    flat = [tuple(own[k] for k in t) for t in manifold3d.triangulate([np.array([corners[k][:2] for k in own])])]
    faces = flat + [(a, c, b) for a, b, c in manifold3d.triangulate([np.array(form.back)])]
    sides = [(i, (i + 1) % count) for i in range(count)]
    faces += [t for i, j in sides for t in ((i, j, at[j]), (i, at[j], at[i])) if len(set(t)) == 3]
    body = manifold3d.Manifold(manifold3d.Mesh(np.array(corners, dtype=np.float32), np.array(faces, dtype=np.uint32)))
    return body.transform(np.column_stack([f.x, f.y, f.z, f.origin]))


def swept(part: Part, form: Swept) -> Body:
    """A mitred molding as a solid of its own: its profile between both cuts."""
    profile = list(form.profile)
    order = range(len(profile))[::-1] if is_clockwise(tuple(profile)) else range(len(profile))
    long, count = part.length.value, len(profile)
    longest = [max(cut.y * y + cut.z * z for y, z in profile) for cut in (form.start, form.end)]
    starts = [(longest[0] - form.start.y * y - form.start.z * z, y, z) for y, z in profile]
    ends = [(long - longest[1] + form.end.y * y + form.end.z * z, y, z) for y, z in profile]
    corners = [starts[i] for i in order] + [ends[i] for i in order]
    flat = manifold3d.triangulate([np.array([profile[i] for i in order])])
    sides = [(i, (i + 1) % count) for i in range(count)]
    faces = [(a, c, b) for a, b, c in flat] + [(a + count, b + count, c + count) for a, b, c in flat]
    faces += [f for i, j in sides for f in ((i, j, j + count), (i, j + count, i + count))]
    f = part.frame
    body = Body(manifold3d.Mesh(np.array(corners, dtype=np.float32), np.array(faces, dtype=np.uint32)))
    return body.transform(np.column_stack([f.x, f.y, f.z, f.origin]))


def placed(body: Body, frame: Frame) -> Body:
    return body.transform(np.column_stack([frame.x, frame.y, frame.z, frame.origin]))


def solids(job: Made, room: str) -> Iterator[tuple[str, str, Body]]:
    """Every part of a room with what it belongs to; parts of one unit may lie in one another's grooves."""
    for unit in job.by_room.get(room, ()):
        for part in unit.parts:
            yield unit.label, part.name, placed(placed(manifold(part), unit.frame), job.face(unit).frame)
    for run in job.runs:
        if run.room == room:
            for number, part in enumerate(run.parts):
                body = swept(part, part.form) if isinstance(part.form, Swept) else manifold(part)
                yield f"{run.label}, piece {number + 1}", part.name, placed(body, job.faces[room][run.face].frame)


def shared(job: Made, room: str) -> list[str]:
    """What of a room stands in something else, or in a wall, in words."""
    found = list(solids(job, room))
    record = job.job.room(room)
    ring = [*record.corners][::-1]
    inside = manifold3d.CrossSection([np.array(ring)]).offset(0.05, manifold3d.JoinType.Miter).extrude(record.height + 0.1)
    inside = inside.translate((0.0, 0.0, -0.05))
    wrong = [f"{owner}: {name} in a wall" for owner, name, body in found if (body - inside).volume() > LEAST]
    boxes = np.array([body.bounding_box() for _, _, body in found])
    near = (boxes[:, None, :3] <= boxes[None, :, 3:] - 0.05).all(axis=2)
    for i, j in zip(*np.nonzero(np.triu(near & near.T, 1)), strict=True):
        (one, name, body), (other, its, there) = found[i], found[j]
        if one != other and (body ^ there).volume() > LEAST:
            wrong.append(f"{one}: {name} in {other}: {its}")
    return wrong
