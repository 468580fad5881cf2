"""The face frames of units that are no rectangles in plan: along each straight front a frame of its own.

In an inner corner, where two leaves meet, the rails of both frames meet too and there is no stile. Source: common practice.
"""

from tallplank.core.joinery.joint.joint import add_joints
from tallplank.core.joinery.part.part import BuildError, Tag
from tallplank.core.joinery.part.role import PartRole
from tallplank.core.joinery.rule.choice import Choice
from tallplank.core.joinery.setout.collector import Collector, Lay, Stuff
from tallplank.core.joinery.shaped.stand import Stand
from tallplank.core.measure.size import Size
from tallplank.core.measure.source import Decided

STILE: PartRole = "frame stile"


def add_frames(stand: Stand, out: Collector) -> dict[tuple[int, bool], int]:
    """Add a frame along every front; returns the numbers of the stiles by their side and whether they are at its start.

    Raises:
        BuildError: the stiles leave no opening.
    """
    stiles: dict[tuple[int, bool], int] = {}
    for index in stand.fronts:
        apart = Collector(out.catalog, out.trimmed)
        _add_members(stand.choice, stand, index, apart)
        add_joints(stand.choice, None, apart, f"frame{index}.")
        first = len(out.parts)
        out.take(apart, stand.plan[index].frame())
        for number, part in enumerate(out.parts[first:], first):
            if part.tag.role == STILE:
                stiles[index, part.tag.side == "left"] = number
    return stiles


def _add_members(choice: Choice, stand: Stand, index: int, apart: Collector) -> None:
    side, finish = stand.plan[index], choice.finish("front")
    thick, stile, rail = choice.rule("frame_thickness", "frame"), choice.rule("frame_stile", "stile"), choice.rule("frame_rail", "rail")
    height = Size.of(choice.unit.height, "height", Decided("unit", "height"))
    ends = [(stand.stile_from(a), a >= 0) for a in stand.angles(index)]
    between = Size.of(side.length, "front side of the plan", Decided("unit", "width"))
    for slant, has_stile in ends:
        between = between - stile if has_stile else between
        between = between - Size.of(slant, "for the sharp corner", Decided("rule", "frame_thickness")) if slant else between
    if between.value <= 0:
        raise BuildError(f"The stiles of the face frame leave no opening: {between.reckoned()}.")
    (start, first), (stop, last) = ends
    left, right = start + (stile.value if first else 0.0), side.length - stop
    for name, here, x in (("left", first, left), ("right", last, right)):
        if here:
            lay = Lay("+z", "-x", (x, thick.value, 0.0))
            apart.add(Tag(STILE, name), Stuff(finish, "front"), (height, stile, thick), lay, kind="frame")
    for name, z in (("bottom", 0.0), ("top", height.value - rail.value)):
        lay = Lay("+x", "+z", (left, thick.value, z))
        apart.add(Tag("frame rail", name), Stuff(finish, "front"), (between, rail, thick), lay, kind="frame")
