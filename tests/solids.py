"""Checks of solids in space, for tests."""

from itertools import combinations

from tallplank.core.joinery.part.form.sheet import Sheet
from tallplank.core.joinery.part.part import Part
from tallplank.core.space.frame import Vec
from tallplank.core.space.layered import cells

SLACK = 1e-6
Box = tuple[Vec, Vec]


def is_square(part: Part) -> bool:
    """Whether the part is a rectangle with square cuts that lies square in its unit."""
    shaped = not isinstance(part.form, Sheet) or any(p.outline is not None for p in part.pockets)
    return not shaped and all(abs(c) in (0.0, 1.0) for axis in (part.frame.x, part.frame.y) for c in axis)


def boxes(part: Part) -> list[Box]:
    """The part's material as boxes in the frame of its unit."""
    found = []
    for x, y, z in cells(part.size, part.pockets):
        a, b = part.frame.out((x[0], y[0], z[0])), part.frame.out((x[1], y[1], z[1]))
        found.append((Vec(*map(min, zip(a, b, strict=True))), Vec(*map(max, zip(a, b, strict=True)))))
    return found


def shared(a: Box, b: Box) -> float:
    """The smallest depth to which two boxes share space; nothing or less if they do not."""
    return min(min(a[1][i], b[1][i]) - max(a[0][i], b[0][i]) for i in range(3))


def overlaps(parts: tuple[Part, ...]) -> list[str]:
    """The pairs of parts whose material shares space; shaped and slanted parts are left to the mesh library of tests/outside."""
    solid = [(p, p.box, boxes(p)) for p in parts if is_square(p)]
    found = []
    for (p, p_box, p_cells), (q, q_box, q_cells) in combinations(solid, 2):
        if shared(p_box, q_box) > SLACK and (depth := max(shared(a, b) for a in p_cells for b in q_cells)) > SLACK:
            found.append(f"{p.name} and {q.name} by {depth:.4f}")
    return found
