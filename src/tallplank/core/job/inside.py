"""What there is to know of each kind of inside: what an opening holds beside its shelves. Nobody else lists the kinds."""

from typing import NamedTuple

from tallplank.core.job.opening import InsideKind
from tallplank.core.job.unit import HardwareRole


class InsideSort(NamedTuple):
    """A kind of inside in words, and which item of the catalogue it is."""

    words: str
    """What it is called where it is chosen."""
    label: str = ""
    """What a unit that holds one is called by."""
    role: HardwareRole | None = None
    """The role of its item; None for what is built of boards."""
    hung: bool = False
    """Whether it hangs from what is above it."""
    shelved: bool = False
    """Whether shelves go with it."""
    solid: bool = False
    """Whether it is closed, else it is made of wire."""


INSIDES: dict[InsideKind, InsideSort] = {
    "none": InsideSort("Nothing more", shelved=True),
    "drawer": InsideSort("Inner drawer", "tray"),
    "pullout": InsideSort("Pull-out tray", "pull-out"),
    "rail": InsideSort("Hanging rail", "hanging rail", "rail", shelved=True),
    "rack": InsideSort("Rack", "rack", "rack"),
    "basket": InsideSort("Basket", "basket", "basket"),
    "bin": InsideSort("Waste bins", "waste sorter", "bin", solid=True),
    "dish-rack": InsideSort("Dish rack", "dish rack", "dish-rack", hung=True),
    "appliance": InsideSort("Niche for an appliance", "niche", "appliance"),
}
