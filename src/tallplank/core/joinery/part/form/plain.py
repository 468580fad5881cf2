"""What every form answers, and what most answer alike: a part that stands where its frame is, has square edges and grows by nothing."""

from abc import ABC, abstractmethod
from collections.abc import Iterator, Sequence
from math import atan, degrees
from typing import NamedTuple, Self

from tallplank.core.joinery.part.hole import Hole, Pocket, ShapedEdge
from tallplank.core.space.frame import Floats, Frame, Vec
from tallplank.core.space.layered import Size3, Stretched, Surface
from tallplank.core.space.outline import Point, Ring


class Body(NamedTuple):
    """A body that is no flat board: an outline in x and y of a frame in the unit, with a height."""

    frame: Frame
    outline: Ring
    height: float


class FormMark(NamedTuple):
    """A point of a form in the part's own frame, by which parts that are alike but turned are known; those of a kind are equals."""

    x: float
    y: float
    z: float
    kind: int = 0


class EndCut(NamedTuple):
    """How an end is cut: how much longer the piece becomes with every millimetre of y and of z; (0, 0) is square.

    A mitre at a corner of `c` degrees in the plane of the face has `y` = 1 / tan(c / 2).
    """

    y: float = 0.0
    z: float = 0.0

    @property
    def mitre(self) -> float:
        """The angle in degrees by which the end is off square, seen along y; more than 0 where the far side is longer."""
        return degrees(atan(self.z))


class Sweep(NamedTuple):
    """A profile in y and z of a part that runs along x, and how both ends are cut."""

    profile: Ring
    start: EndCut
    end: EndCut


class Seen(ABC):
    """How a form looks, which each answers for itself."""

    __slots__ = ()

    @abstractmethod
    def volume(self, size: Size3, pockets: Sequence[Pocket]) -> float:
        """Cubic millimetres of wood left by the pockets."""

    @abstractmethod
    def surface(self, size: Size3, pockets: Sequence[Pocket]) -> Surface:
        """The surface in the frame that it stands in."""

    @abstractmethod
    def grain(self, corners: Floats, normals: Floats) -> Floats:
        """Millimetres along and across the grain, for every corner of a surface."""

    @abstractmethod
    def lines(self, size: Size3, tongue: float) -> Floats:
        """The edges that are drawn (n, 2, 3), in the frame that it stands in, without tongues of this length at its ends."""

    @abstractmethod
    def box(self, frame: Frame, size: Size3) -> tuple[Vec, Vec]:
        """The smallest and the largest corner in the unit."""

    @abstractmethod
    def above(self, frame: Frame, size: Size3) -> Ring:
        """What it covers seen from above, in the unit; of one that lies level its whole face."""

    @abstractmethod
    def front(self, frame: Frame, size: Size3) -> Ring:
        """What it covers seen from the front, in the unit's x and z."""

    def seen(self, frame: Frame, size: Size3) -> tuple[Ring, tuple[tuple[Point, Point], ...]]:
        """The same, with the edges that are seen within it."""
        return self.front(frame, size), ()


class PlainForm(Seen):
    """The other questions that are asked of a form, with the answers of one that says nothing else."""

    __slots__ = ()
    is_square = True
    """Whether the edges of the flat board are the four sides of a rectangle, which can be banded and bored one by one."""
    may_cross = False
    """Whether its outline can come to cross itself, so that it must be looked at before it is made."""
    is_sheet = True
    """Whether it is cut from a sheet, so that it is no larger than one."""
    takes_bevels = False
    """Whether it becomes another one where its edges are cut to another round a corner."""
    miters: tuple[tuple[Point, Point], ...] = ()
    """The edges of its outline that are cut at 45°, each from a to b counter-clockwise, long at the face z = thickness."""
    stock: str = ""
    """The molding that it is cut from, by catalogue id; nothing for what the shop shapes itself."""

    @property
    def sweep(self) -> Sweep | None:
        """The profile that it is, where it is one drawn along."""
        return None

    @property
    def rims(self) -> tuple[Ring, Ring] | None:
        """The outlines of its face and of its back, a corner of one for each of the other, where these are not one above the other."""
        return None

    def bevels(self, thickness: float) -> Iterator[tuple[Point, Point, float]]:
        """Each edge of such a face from corner to corner, and its degrees off square: more than 0 where the face is longer."""
        return iter(())

    @property
    def bend_radius(self) -> float | None:
        """The radius in millimetres that it is bent to, if it is."""
        return None

    def lengthened(self, length: float, left: float, right: float) -> Self:
        """The form of a part that was so long and becomes longer by so much at both ends, from its new beginning."""
        return self

    def tabbed(self, tab: Ring) -> tuple[Self, Point, Point]:
        """The shape with a tab on an edge of any direction, by how much all of it is moved to begin at nothing again, and how it grows.

        `tab` has a corner on the edge, two beyond it, and again one on the edge. One without such edges stays as it is.
        """
        return self, (0.0, 0.0), (0.0, 0.0)

    def ring(self, size: Size3) -> Ring:
        """The outline of the flat board, counter-clockwise in its own x and y, as it is cut and nested."""
        return ((0.0, 0.0), (size[0], 0.0), (size[0], size[1]), (0.0, size[1]))

    def marks(self, size: Size3) -> Iterator[FormMark]:
        """What sets it apart from a rectangular board of its size."""
        return iter(())

    def span(self, size: Size3) -> tuple[Size3, Size3]:
        """The smallest and the largest corner in the part's own frame, about the middle of which it can be turned."""
        return (0.0, 0.0, 0.0), size

    def covers(self, size: Size3, x: float, y: float) -> bool:
        """Whether a point of the flat board's own face lies in it."""
        return 0.0 <= x <= size[0] and 0.0 <= y <= size[1]

    @property
    def banded(self) -> tuple[ShapedEdge, ...]:
        """What is banded beside the four straight edges."""
        return ()

    def standing(self, frame: Frame) -> Frame:
        """The frame of its surface, in the unit, of a part that lies in `frame`."""
        return frame

    def bored(self, size: Size3, holes: tuple[Hole, ...]) -> tuple[Hole, ...]:
        """The holes in the frame that it stands in."""
        return holes

    def straight(self, frame: Frame, size: Size3, axis: int, at: float, along: int) -> tuple[float, float]:
        """From where to where along a unit axis its straight edge runs that lies in the plane `at` across another axis; here none."""
        return 0.0, 0.0

    @property
    def bulk(self) -> Body | None:
        """What it becomes where that is no flat board."""
        return None

    def stretched(self, pockets: Sequence[Pocket]) -> Stretched | None:
        """How its surface follows the size of the part; None where it is made anew for each size."""
        return None

    def grown(self, index: int, edge: float, tab: tuple[Vec, Vec], shift: float) -> Self:
        """The form of a part that becomes longer (index 0) or wider (1) by a tongue, all of it moved by `shift`."""
        return self

    def grows_where(self, met: tuple[float, float], whole: tuple[float, float]) -> tuple[float, float]:
        """From where to where a tongue reaches along an edge that meets its partner there: as long as the edge."""
        return whole

    def rebanded(self, band: str) -> Self:
        """The same with another band where it is banded beside its straight edges."""
        return self
