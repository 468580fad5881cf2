"""What there is to know of each kind of front: what closes an opening, and how that opens. Nobody else lists the kinds."""

from typing import Literal, NamedTuple

from tallplank.core.job.opening import FrontKind

FrontShape = Literal["door", "drawer", "flap", "lift", "false", "strip"]
Hung = Literal["side", "below", "above", "nowhere"]


class Leafed(NamedTuple):
    """How a front opens: by which of its edges it is hung, and whether it slides out; and whether a hand takes hold of it."""

    hung: Hung = "nowhere"
    slides: bool = False
    pulled: bool = True

    @property
    def is_flap(self) -> bool:
        """Whether it turns about a level edge."""
        return self.hung in ("below", "above")


SHAPES: dict[FrontShape, Leafed] = {
    "door": Leafed(hung="side"),
    "drawer": Leafed(slides=True),
    "flap": Leafed(hung="below"),
    "lift": Leafed(hung="above"),
    "false": Leafed(pulled=False),
    "strip": Leafed(pulled=False),
}


class FrontSort(NamedTuple):
    """A kind of front in words, and the shape of what it is made of."""

    words: str
    """What it is called where it is chosen."""
    all_alike: str = "All of its kind"
    """What all fronts of the job that are of this kind are called there."""
    shape: FrontShape | None = None
    label: str = ""
    """What a unit is called by, where that tells more than its shelves."""


FRONTS: dict[FrontKind, FrontSort] = {
    "none": FrontSort("None"),
    "doors": FrontSort("Doors", "All doors", "door"),
    "drawer": FrontSort("Drawer front", "All drawers", "drawer", label="drawer"),
    "flap": FrontSort("Flap that drops", shape="flap", label="flap"),
    "lift": FrontSort("Flap that lifts", shape="lift", label="lift"),
    "false": FrontSort("False front", shape="false", label="false front"),
}
