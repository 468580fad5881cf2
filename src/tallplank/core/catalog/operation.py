"""What the shop does, in minutes."""

from typing import Literal

from tallplank.core.job.base import Id, Line, Name, NotNegative, Record

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
    "boxed_m3",
    "front",
    "hinge",
    "pull",
    "frame_front",
    "drawer",
    "tail",
    "coat_m2",
    "coat_piece",
    "top_metre",
    "top_joint",
    "top_opening",
    "worked_metre",
    "job",
    "room",
    "designed_unit",
    "standing_unit",
    "tall_unit",
    "hung_unit",
    "scribed_piece",
    "run_metre",
    "light_metre",
    "house",
    "carried_unit",
    "coated_front",
    "wall_board",
    "wall_metre",
    "painted_m2",
]
"""What an operation can be counted by; the last fifteen once for the whole job: what is designed, and what is set up in the house.

Light metres are those of plinths, moldings of units, strips and panels; a house is one job that is set up somewhere. A wall board is
one of a paneled wall, wall metres are of its moldings, and what is painted there counts once for each coat.
A boxed board is one that is put together with its box, boxed cubic metres are what the boxes take; a pocket is a groove, notch or
rebate."""
Department = Literal["machining", "assembly", "finishing", "fitting", "design", "installation"]


class Operation(Record):
    """One operation of the shop: minutes for each of what it is counted by."""

    id: Id
    name: Name
    department: Department = "assembly"
    counted_by: Count
    minutes: NotNegative
    machine: bool = False
    """Whether a machine runs meanwhile, whose hours are charged too."""
    basis: Line = ""
    """What the minutes rest on."""
