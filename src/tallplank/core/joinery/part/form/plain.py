"""What most forms answer alike: a part that stands where its frame is, is joined by no end of its own and grows by nothing."""

from collections.abc import Iterator, Sequence
from typing import NamedTuple, Self

from tallplank.core.joinery.part.hole import Hole, Pocket, ShapedEdge
from tallplank.core.space.frame import Frame, Vec
from tallplank.core.space.layered import Size3, Stretched
from tallplank.core.space.outline import Ring


class Body(NamedTuple):
    """A body that is no flat board: an outline in x and y of a frame in the unit, with a height."""

    frame: Frame
    outline: Ring
    height: float


class Mark(NamedTuple):
    """A point of a form in the part's own frame, by which parts that are alike but turned are known; those of a kind are equals."""

    x: float
    y: float
    z: float
    kind: int = 0


class PlainForm:
    """The answers of a form that says nothing else."""

    __slots__ = ()
    is_square = True
    """Whether the edges of the flat board are the four sides of a rectangle, which can be banded and bored one by one."""
    may_cross = False
    """Whether its outline can come to cross itself, so that it must be looked at before it is made."""

    def ring(self, size: Size3) -> Ring:
        """The outline of the flat board, counter-clockwise in its own x and y, as it is cut and nested."""
        return ((0.0, 0.0), (size[0], 0.0), (size[0], size[1]), (0.0, size[1]))

    def marks(self, size: Size3) -> Iterator[Mark]:
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
