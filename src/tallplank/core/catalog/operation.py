"""What the shop does, in minutes."""

from typing import Literal

from tallplank.core.job.base import Id, Name, NotNegative, Record

Count = Literal[
    "part",
    "band_edge",
    "band_metre",
    "bored_part",
    "hole",
    "pocket",
    "fixing",
    "unit",
    "boxed_board",
    "front",
    "hinge",
    "pull",
    "frame_front",
    "drawer",
    "tail",
    "coat_m2",
    "coat_piece",
    "top_metre",
]
"""What an operation can be counted by. A boxed board is one that is put together with its box; a pocket is a groove, notch or rebate."""
Department = Literal["machining", "assembly", "finishing", "fitting"]


class Operation(Record):
    """One operation of the shop: minutes for each of what it is counted by."""

    id: Id
    name: Name
    department: Department = "assembly"
    counted_by: Count
    minutes: NotNegative
    basis: str = ""
    """What the minutes rest on."""
