"""Where the section is taken: along the line that was drawn on the plan, else through the selected unit, else before the shown wall."""

from tallplank.core.draw.section import SectionCut
from tallplank.core.space.outline import Point
from tallplank.session.state import Remembered
from tallplank.session.store import Store

SECTION_LINE: Remembered[tuple[Point, Point] | None] = Remembered(None, of_room=True)
"""Where the section is taken, from one point of the plan to another; None for the usual place."""


def section_cut(store: Store) -> SectionCut | None:
    """The line of the section; None where no room is shown."""
    room, face, drawn = store.room(), store.face(), SECTION_LINE.of(store.state)
    if room is None or face is None:
        return None
    if drawn is not None:
        return SectionCut(*drawn)
    units = [u for u in store.selected_units() if u.room == room.id]
    x = face.length / 2
    if units:
        face = store.derived.made.faces[room.id][units[0].face]
        x = units[0].x + units[0].width / 2
    start, end = face.frame.out((x, 0.0, 0.0)), face.frame.out((x, -1000.0, 0.0))
    return SectionCut((start.x, start.y), (end.x, end.y))
