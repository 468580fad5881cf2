"""All kinds of panes, in the order in which the pane's head offers them."""

from tallplank.app.board import bench, bench3d, cutlist, elevation, part, plan, price, room3d, schedule
from tallplank.app.board.kind import PaneKind

PANES: dict[str, PaneKind] = {
    kind.id: kind
    for kind in (plan.KIND, elevation.KIND, room3d.KIND, bench.KIND, bench3d.KIND, part.KIND, cutlist.KIND, schedule.KIND, price.KIND)
}
