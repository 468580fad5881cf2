"""Where a unit stands: its height above the floor by rule, and its extent in the frame of its face."""

from dataclasses import dataclass

from tallplank.core.catalog.hardware import Fixture
from tallplank.core.catalog.kind import Kind
from tallplank.core.job.construction import Construction
from tallplank.core.job.unit import Unit
from tallplank.core.joinery.rule.choice import Choice

HUNG_FROM = 600.0
"""A filler whose lower end is higher than this hangs."""
AROUND = 2.0
"""What is left free around a hob that reaches into the box."""


@dataclass(frozen=True, slots=True)
class Placed:
    """A unit in the frame of its face, which is y = 0; units stand before it, at negative y."""

    unit: Unit
    kind: Kind
    rules: Construction
    x: float
    z: float
    front_thickness: float

    @property
    def hung(self) -> bool:
        """Whether it hangs on the wall: a filler stands or hangs as its neighbour does."""
        return self.kind.mount == "wall" or (self.kind.way.closes_gap and self.z > HUNG_FROM)

    @property
    def right(self) -> float:
        """The right end along the face."""
        return self.x + self.unit.width

    @property
    def top(self) -> float:
        """The top of the carcass above the floor."""
        return self.z + self.unit.height

    @property
    def back(self) -> float:
        """The y of its back, 0 or negative where it stands off the face."""
        return 0.0 - self.unit.off

    @property
    def front(self) -> float:
        """The y of the face of its fronts (negative)."""
        proud = self.has_fronts and self.rules.overlay != "inset"
        return self.back - self.unit.depth - (self.rules.front_gap + self.front_thickness if proud else 0.0)

    @property
    def has_fronts(self) -> bool:
        """Whether anything closes the unit."""
        return self.kind.way.closes_gap or self.unit.opening.is_fronted


def place(choice: Choice) -> Placed:
    """The unit in its place; its own `z` wins over what its kind and the construction say."""
    unit, rules = choice.unit, choice.rules
    kicked = choice.kind.kick and rules.kick != "none"
    by_rule = rules.wall_height if choice.kind.mount == "wall" else rules.kick_height if kicked else 0.0
    z = unit.z if unit.z is not None else by_rule
    return Placed(unit, choice.kind, rules, unit.x, z, choice.finish("front").thickness)


def middle_of_opening(placed: Placed, item: Fixture, depth: float) -> float:
    """The y of the middle of what is let into a worktop so deep, in the frame of the face: the top's own, or farther back off a face frame.

    It never comes nearer to the back edge than its maker asks. Source: common practice.
    """
    middle, half = -depth / 2, item.cut[1] / 2
    if placed.rules.box != "face-frame" or item.mount == "front":
        return middle
    off_frame = placed.back - placed.unit.depth + placed.rules.frame_thickness + AROUND + half
    return max(middle, min(off_frame, -item.edge - half))
