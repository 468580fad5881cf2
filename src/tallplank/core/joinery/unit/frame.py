"""The face frame: stiles over the full height of the box, rails between them, and members between the openings."""

from tallplank.core.joinery.part.part import Tag
from tallplank.core.joinery.part.role import PartRole
from tallplank.core.joinery.rule.choice import Choice
from tallplank.core.joinery.setout.box import Box, foot_of
from tallplank.core.joinery.setout.collector import Collector, Lay, Stuff
from tallplank.core.joinery.setout.layout import NOTHING, Divider, Layout
from tallplank.core.measure.size import Size


def add_face_frame(choice: Choice, box: Box, layout: Layout, out: Collector) -> None:
    """Add the members of the frame; its face is y = 0. Source: solid stiles and rails 38 wide on a simpler box, common practice."""
    thick = choice.rule("frame_thickness", "frame")
    stile, rail = choice.rule("frame_stile", "stile"), choice.rule("frame_rail", "rail")
    finish, y, between = choice.finish("front"), thick.value, box.width - 2 * stile
    apron = choice.apron or NOTHING
    low = choice.apron is not None and choice.hardware("sink").size[0] > between.value  # the sink stands on the stiles
    for name, x in (("left", stile.value), ("right", box.width.value)):
        foot = foot_of(choice) if choice.rules.stile_to_floor in (name, "both") else NOTHING
        height = box.height + foot - (apron if low else NOTHING)
        lay = Lay("+z", "-x", (x, y, -foot.value))
        out.add(Tag("frame stile", name), Stuff(finish, "front"), (height, stile, thick), lay, kind="frame")
    for name, z in (("bottom", 0.0), ("top", box.height.value - rail.value - apron.value)):
        lay = Lay("+x", "+z", (stile.value, y, z))
        out.add(Tag("frame rail", name), Stuff(finish, "front"), (between, rail, thick), lay, kind="frame")
    mid = choice.rule("frame_mid", "frame member")
    for divider in layout.dividers:
        if divider.member:
            out.path = divider.path
            _add_member(divider, (mid, thick), out, choice)
    out.path = None


def _add_member(divider: Divider, size: tuple[Size, Size], out: Collector, choice: Choice) -> None:
    mid, thick = size
    finish, across = choice.finish("front"), divider.across
    low = divider.at - mid.value / 2
    role: PartRole = "frame rail" if divider.kind == "shelf" else "frame stile"
    if divider.kind == "shelf":
        lay = Lay("+x", "+z", (across.way_at, thick.value, low))
    else:
        lay = Lay("+z", "-x", (low + mid.value, thick.value, across.way_at))
    out.add(role, Stuff(finish, "front"), (across.way, mid, thick), lay, kind="frame")
