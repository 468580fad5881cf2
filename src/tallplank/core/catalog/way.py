"""The ways in which units are built, and what is true of all that are built one way. Nobody else asks which way it is."""

from typing import Literal, NamedTuple

from tallplank.core.job.front import FRONTS
from tallplank.core.job.opening import FrontKind

BuildName = Literal["carcass", "filler", "shaped", "end-panel", "back-panel", "appliance", "between"]
ALL_FRONTS = tuple(FRONTS)


class Way(NamedTuple):
    """What is true of all units that are built one way."""

    is_box: bool = False
    """Whether it is a box of boards on a rectangle, with gables that bear and rows and bays behind its fronts."""
    opens: bool = False
    """Whether it has fronts that open, as its openings say."""
    is_shaped: bool = False
    """Whether its plan is no rectangle; it has one opening then."""
    fronts: tuple[FrontKind, ...] = ALL_FRONTS
    """What may close an opening of it."""
    closes_gap: bool = False
    """Whether it is a strip between a unit and what is beside it, and stands or hangs as the unit does."""
    fits_gap: bool = False
    """Whether it is made as wide as a gap that is narrower, and moldings run along it with its neighbours."""
    is_board: bool = False
    """Whether it is a board that is scribed where it is set up."""
    as_group: bool = False
    """Whether it is as high as the group that it stands at, where nothing else is said."""
    covers_back: bool = False
    """Whether it covers the backs of units, so that what is planted on a group stands on it."""
    is_appliance: bool = False
    """Whether it is an appliance as it was bought, of its own size and without boards."""


WAYS: dict[BuildName, Way] = {
    "carcass": Way(is_box=True, opens=True, fits_gap=True),
    "filler": Way(closes_gap=True, fits_gap=True, is_board=True),
    "shaped": Way(opens=True, is_shaped=True, fronts=("none", "doors")),
    "end-panel": Way(is_board=True, as_group=True),
    "back-panel": Way(is_board=True, as_group=True, covers_back=True),
    "appliance": Way(is_appliance=True),
    "between": Way(),
}
