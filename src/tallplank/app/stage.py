"""The stages of the work: what each is called, what the board shows first, and how drawings look then. Nobody else lists them."""

from typing import NamedTuple

from tallplank.session.state import Stage


class StageSort(NamedTuple):
    """What there is to know of a stage; its picture is in `sign.py`, what its tray offers in `tray.py`."""

    name: str
    panes: tuple[str, ...]
    """The kinds of panes that the board begins with."""
    marked: bool = True
    """Whether units have numbers and dimensions in the elevation."""
    textured: bool = False
    """Whether surfaces are drawn as they look."""


STAGES: dict[Stage, StageSort] = {
    "survey": StageSort("Survey", ("plan", "elevation")),
    "layout": StageSort("Layout", ("elevation", "plan", "room3d")),
    "bench": StageSort("Bench", ("bench", "bench3d", "part")),
    "walls": StageSort("Walls", ("elevation", "room3d"), marked=False),
    "finish": StageSort("Finish", ("room3d", "elevation"), marked=False, textured=True),
    "make": StageSort("Make", ("cutlist", "schedule", "elevation")),
    "quote": StageSort("Quote", ("price",)),
}
"""In the order of the work."""
