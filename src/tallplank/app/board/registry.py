"""All kinds of panes, in the order in which the pane's head offers them."""

from tallplank.app.board import before, bench, bench3d, cutlist, doorlist, elevation, part, plan, price, room3d, schedule, section
from tallplank.app.board.kind import PaneKind

_MODULES = (plan, elevation, before, section, room3d, bench, bench3d, part, cutlist, doorlist, schedule, price)
PANES: dict[str, PaneKind] = {module.KIND.id: module.KIND for module in _MODULES}
