"""Single boards: end panels that stand beside a run, and back panels that close an island."""

from tallplank.core.build.choice import Choice
from tallplank.core.build.collector import Collector, Lay
from tallplank.core.build.part import Edges
from tallplank.core.measure.size import Size


def build_end_panel(choice: Choice, out: Collector) -> None:
    """Add a panel on edge, its face to the side; it reaches the floor where its kind stands on it."""
    unit, finish = choice.unit, choice.finish("front")
    sizes = (
        Size.of(unit.height, "height", "unit.height"),
        Size.of(unit.depth, "depth", "unit.depth"),
        Size.of(unit.width, "width", "unit.width"),
    )
    edges = Edges(finish.band, finish.band, finish.band, finish.band)
    out.add("end panel", "front", "front", finish, sizes, Lay("-z", "+y", (0.0, 0.0, unit.height)), edges=edges)


def build_back_panel(choice: Choice, out: Collector) -> None:
    """Add a panel that stands with its face to the front."""
    unit, finish = choice.unit, choice.finish("front")
    sizes = (
        Size.of(unit.height, "height", "unit.height"),
        Size.of(unit.width, "width", "unit.width"),
        Size.of(unit.depth, "depth", "unit.depth"),
    )
    edges = Edges(finish.band, finish.band, finish.band, finish.band)
    out.add("back panel", "front", "front", finish, sizes, Lay("+z", "-x", (unit.width, unit.depth, 0.0)), edges=edges)
