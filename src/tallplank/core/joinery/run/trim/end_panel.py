"""Panels on the sides of units that stand free.

Source: common practice: of the fronts' finish, from the floor to the top of the box, from the wall to the face of the fronts; worktops
and moldings go on over them.
"""

from tallplank.core.catalog.finish import Finish
from tallplank.core.joinery.part.part import Edges, Tag
from tallplank.core.joinery.rule.place import Placed
from tallplank.core.joinery.run.length import of_unit
from tallplank.core.joinery.run.stretch import Stretch
from tallplank.core.joinery.setout.collector import Collector, Lay, Stuff
from tallplank.core.measure.size import Size
from tallplank.core.measure.source import Decided


def add_end_panels(stretch: Stretch, finish: Finish, out: Collector) -> None:
    """A panel at either side of a unit where that stands free."""
    (unit,) = stretch.members
    if stretch.open_left:
        _add_panel(unit, "left", unit.x, finish, out)
    if stretch.open_right:
        _add_panel(unit, "right", unit.right + finish.thickness, finish, out)


def _add_panel(unit: Placed, side: str, x: float, finish: Finish, out: Collector) -> None:
    low = unit.z if unit.hung else 0.0
    height = Size.of(unit.unit.height, "height of the unit", of_unit(unit, Decided("unit", "height")))
    if unit.z > low:
        height = height + Size.of(unit.z, "down to the floor", of_unit(unit, Decided("rule", "kick_height")))
    depth = Size.of(unit.unit.depth, "depth of the unit", of_unit(unit, Decided("unit", "depth")))
    if unit.unit.off:
        depth = depth + Size.of(unit.unit.off, "behind it", of_unit(unit, Decided("unit", "off")))
    if (proud := unit.back - unit.unit.depth - unit.front) > 0:
        depth = depth + Size.of(proud, "front", of_unit(unit, Decided("finish", "front")))
    thickness = Size.of(finish.thickness, "front", Decided("finish", "front"))
    lay = Lay("+z", "+y", (x, unit.front, low))
    out.add(Tag("end panel", side), Stuff(finish, "front", "top"), (height, depth, thickness), lay, edges=Edges(l1=finish.band))
