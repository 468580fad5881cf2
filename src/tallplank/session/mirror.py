"""Mirroring what is selected about a line of the plan."""

from tallplank.core.edit.copies.mirrored import line_at_face, mirror_about, mirror_group
from tallplank.core.space.outline import Point
from tallplank.session.store import Store

MIRROR, MIRROR_COPY = "mirror line", "mirror line, keeping the original"
"""What is being placed while the line to mirror about is drawn."""


def mirror_along(store: Store, line: tuple[Point, Point], *, copy: bool) -> None:
    """Mirror the selected units, or the selected group, about a line of the plan.

    Raises:
        PlankError: nothing is selected, or the line does not cross the wall that the units stand at.
    """
    room, ids = store.room(), store.state.selected
    group = next((g for g in room.groups if g.id in ids), None) if room is not None else None
    if room is not None and group is not None:
        store.select(store.apply(lambda j: mirror_group(j, room.id, group.id, line, copy=copy), f"mirror {group.name.lower()}")[:1])
        return
    at = line_at_face(store.job, ids, line)
    store.select(store.apply(lambda j: mirror_about(j, store.catalog, ids, at, copy=copy), "mirror"))
