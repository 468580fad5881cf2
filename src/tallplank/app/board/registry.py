"""All kinds of panes, in the order in which the pane's head offers them."""

from tallplank.app.board import cutlist, elevation, plan, price, room3d, schedule
from tallplank.app.board.kind import PaneKind

PANES: dict[str, PaneKind] = {kind.id: kind for kind in (plan.KIND, elevation.KIND, room3d.KIND, cutlist.KIND, schedule.KIND, price.KIND)}
