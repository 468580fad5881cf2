"""Single boards: end panels that stand beside a run, and back panels that close an island."""

from tallplank.core.joinery.part.part import Edges
from tallplank.core.joinery.part.role import PartRole
from tallplank.core.joinery.rule.choice import Choice
from tallplank.core.joinery.setout.collector import Collector, Lay, Stuff
from tallplank.core.measure.size import Size
from tallplank.core.measure.source import Decided


def build_end_panel(choice: Choice, out: Collector) -> None:
    """Add a panel on edge, its face to the side; it reaches the floor where its kind stands on it."""
    unit = choice.unit
    _add(choice, "end panel", ("depth", "width"), Lay("-z", "+y", (0.0, 0.0, unit.height)), out)


def build_back_panel(choice: Choice, out: Collector) -> None:
    """Add a panel that stands with its face to the front."""
    unit = choice.unit
    _add(choice, "back panel", ("width", "depth"), Lay("+z", "-x", (unit.width, unit.depth, 0.0)), out)


def _add(choice: Choice, role: PartRole, sides: tuple[str, str], lay: Lay, out: Collector) -> None:
    """One upright board: `sides` of the unit are its width and its thickness."""
    finish = choice.finish("front")
    height, width, thickness = (Size.of(getattr(choice.unit, side), side, Decided("unit", side)) for side in ("height", *sides))
    edges = Edges(finish.band, finish.band, finish.band, finish.band)
    out.add(role, Stuff(finish, "front"), (height, width, thickness), lay, edges=edges)
