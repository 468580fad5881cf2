"""What parts cover seen from above."""

from tallplank.core.joinery.part.part import Part
from tallplank.core.space.outline import Ring

UPRIGHT = 1e-9


def seen_from_above(part: Part) -> Ring:
    """The outline of an upright part on the plan, in the frame of its unit."""
    if part.body is not None:
        o = part.body.frame.origin
        return tuple((o.x + x, o.y + y) for x, y in part.body.outline)
    length, width, thick = part.size
    upright = abs(part.frame.x.z) > UPRIGHT
    a, b = ((0.0, width, 0.0), (0.0, width, thick)) if upright else ((length, 0.0, 0.0), (length, 0.0, thick))
    corners = [part.frame.out(p) for p in ((0.0, 0.0, 0.0), a, b, (0.0, 0.0, thick))]
    return tuple((c.x, c.y) for c in corners)
