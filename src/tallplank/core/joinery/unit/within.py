"""No board of a box stands out of it: at sizes at which its parts would, a unit cannot be built."""

from collections.abc import Sequence

from tallplank.core.error import mm
from tallplank.core.joinery.part.part import BuildError, Part, PartKind
from tallplank.core.joinery.rule.choice import Choice
from tallplank.core.space.outline import Ring, bounds

FREE: tuple[PartKind, ...] = ("kick", "molding")
"""What stands before, beside or below a box."""
FRONT_OUT, BOX_OUT = 5.0, 1.0
"""By how much at most fronts stand out sideways, and boards of the box anywhere but below it."""
PROUD = 30.0
"""Drawers begin before the box where its fronts are on it."""


def check_within(choice: Choice, parts: Sequence[Part], plan: Ring | None) -> None:
    """Raises a BuildError that names the part which stands out, and by how much."""
    unit = choice.unit
    (x0, y0), (x1, y1) = bounds(plan) if plan is not None else ((0.0, 0.0), (unit.width, unit.depth))
    for part in parts:
        if part.kind in FREE:
            continue
        low, high = part.box
        aside, above = max(x0 - low.x, high.x - x1), high.z - unit.height
        if part.kind == "front":
            out, most = max(aside, above), FRONT_OUT
        else:
            before = y0 - low.y - (PROUD if part.kind in ("drawer", "frame") else 0.0)
            out, most = max(aside, above, before, high.y - y1), BOX_OUT
        if out > most:
            raise BuildError(f"At this size the {part.name} would stand {mm(out)} out of the unit: make it larger.")
