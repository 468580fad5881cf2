"""What is cut and bored into parts, and where bands run along their outlines; all in the part's own frame."""

from dataclasses import dataclass
from itertools import pairwise
from math import hypot
from typing import Literal, NamedTuple

from tallplank.core.space.frame import Vec
from tallplank.core.space.outline import Ring

PocketKind = Literal["groove", "rebate", "tongue", "dado", "notch", "recess", "cutout", "kerf"]
HoleKind = Literal[
    "cam",
    "bolt",
    "dowel",
    "confirmat",
    "screw",
    "pocket-screw",
    "cup",
    "hinge-screw",
    "plate",
    "pin",
    "slide",
    "leg",
    "hanger",
    "anchor",
    "stay",
    "rail",
    "bracket",
    "louvre",
    "pull",
]
POCKET_TOOLS: dict[PocketKind, str] = {
    "groove": "grooving saw",
    "rebate": "grooving saw",
    "tongue": "spindle cutter",
    "dado": "grooving saw",
    "notch": "router 12",
    "recess": "router 12",
    "cutout": "router 12",
    "kerf": "circular saw 3.2",
}
FORSTNER_FROM = 14.5
HOLE_NAMES: dict[HoleKind, str] = {
    "cam": "cam",
    "bolt": "bolt",
    "dowel": "dowel",
    "confirmat": "confirmat screw",
    "screw": "screw",
    "pocket-screw": "pocket screw",
    "cup": "hinge cup",
    "hinge-screw": "hinge's screw",
    "plate": "hinge plate",
    "pin": "shelf pin",
    "slide": "slide",
    "leg": "leg",
    "hanger": "hanger",
    "anchor": "wall angle",
    "stay": "stay",
    "rail": "rail bracket",
    "bracket": "fixed front",
    "louvre": "louvre's pin",
    "pull": "pull",
}
"""What a hole is for, in words."""


@dataclass(frozen=True, slots=True)
class Pocket:
    """A removal in a part's own frame: from `low` to `high`, x along the length, z out of the face.

    It is square-cornered unless it has an `outline` of its own in x and y, of which `low` and `high` are then the extent.
    """

    what: PocketKind
    low: Vec
    high: Vec
    outline: Ring | None = None

    def shifted(self, x: float, y: float) -> "Pocket":
        """The same removal elsewhere in the part's own face."""
        (a, b, c), (d, e, f) = self.low, self.high
        ring = self.outline and tuple((u + x, v + y) for u, v in self.outline)
        return Pocket(self.what, Vec(a + x, b + y, c), Vec(d + x, e + y, f), ring)

    @property
    def tool(self) -> str:
        """What the shop cuts it with."""
        return POCKET_TOOLS[self.what]


@dataclass(frozen=True, slots=True)
class ShapedEdge:
    """A banded piece of the outline of a part that is no rectangle: the band, and the points that it runs along."""

    band: str
    points: Ring

    @property
    def length(self) -> float:
        """How much band it takes."""
        return sum(hypot(b[0] - a[0], b[1] - a[1]) for a, b in pairwise(self.points))

    def shifted(self, x: float, y: float) -> "ShapedEdge":
        """The same piece elsewhere in the part's own face."""
        return ShapedEdge(self.band, tuple((a + x, b + y) for a, b in self.points))


@dataclass(frozen=True, slots=True)
class WorkedEdge:
    """A length of edges that a profile is worked on."""

    profile: str
    side: str
    """front, left end or right end."""
    length: float


class Hole(NamedTuple):
    """A bored hole in a part's own frame: where it enters, the unit direction in which it goes, diameter and depth.

    Holes of two parts that a fitting joins carry the same `pair` and enter at the same point in space.
    """

    what: HoleKind
    at: Vec
    into: Vec
    diameter: float
    depth: float
    pair: str = ""

    @property
    def tool(self) -> str:
        """What the shop bores it with."""
        bit = "Forstner bit" if self.diameter >= FORSTNER_FROM else "pocket-hole bit" if self.what == "pocket-screw" else "dowel bit"
        return f"{bit} {self.diameter:g}"
