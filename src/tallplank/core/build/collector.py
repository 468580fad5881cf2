"""Gathers what a builder makes, and turns sizes and places into parts."""

from dataclasses import dataclass, field
from typing import Literal

from tallplank.core.build.part import (
    NO_EDGES,
    BuildError,
    Edges,
    Fitting,
    Front,
    Motion,
    Part,
    Piece,
    Pocket,
    Surface,
)
from tallplank.core.catalog.record import Catalog, Finish, Hardware
from tallplank.core.job.record import FinishRole
from tallplank.core.measure.frame import Vec, frame_along
from tallplank.core.measure.size import Size


@dataclass(frozen=True, slots=True)
class Lay:
    """How a part lies: the signed axes of its length and width and the corner where its own frame starts."""

    length_axis: str
    width_axis: str
    origin: tuple[float, float, float]


@dataclass(slots=True)
class Collector:
    """The parts, fittings and pieces of one unit or run, while it is being built."""

    catalog: Catalog
    trimmed: bool = False
    """Whether the shop mills the band's thickness off before banding."""
    parts: list[Part] = field(default_factory=list)
    fittings: list[Fitting] = field(default_factory=list)
    pieces: list[Piece] = field(default_factory=list)
    fronts: list[Front] = field(default_factory=list)

    def add(
        self,
        name: str,
        role: FinishRole,
        surface: Surface,
        finish: Finish,
        sizes: tuple[Size, Size, Size],
        lay: Lay,
        *,
        edges: Edges = NO_EDGES,
        pockets: tuple[Pocket, ...] = (),
        motion: Motion | None = None,
    ) -> Part:
        """Add a part of length, width and thickness.

        Raises:
            BuildError: one of its sizes would be nothing or less.
        """
        length, width, thickness = sizes
        for what, size in (("long", length), ("wide", width), ("thick", thickness)):
            if size.value <= 0:
                raise BuildError(f"The {name} would be {size.value:.1f} mm {what} ({size.explained()}).")
        off_length, off_width = (0.0, 0.0) if self.trimmed else self._banded(edges)
        board = self.catalog.boards[finish.board]
        part = Part(
            name,
            role,
            surface,
            finish,
            finish.board,
            length,
            width,
            thickness,
            length.value - off_length,
            width.value - off_width,
            "length" if board.grain else "none",
            edges,
            frame_along(lay.length_axis, lay.width_axis, lay.origin),
            pockets,
            motion,
            front=len(self.fronts) if motion else -1,
        )
        self.parts.append(part)
        return part

    def fit(self, item: Hardware, count: Size, where: str) -> None:
        """Add a number of items."""
        if count.value > 0:
            self.fittings.append(Fitting(item.role, item.id, count, where))

    def _banded(self, edges: Edges) -> tuple[float, float]:
        def thick(band: str | None) -> float:
            return self.catalog.bands[band].thickness if band else 0.0

        return thick(edges.w1) + thick(edges.w2), thick(edges.l1) + thick(edges.l2)


def slot(
    x: tuple[float, float], y: tuple[float, float], z: tuple[float, float], what: Literal["groove", "rebate", "tongue"] = "groove"
) -> Pocket:
    """A pocket from its three ranges in the part's frame."""
    return Pocket(what, Vec(x[0], y[0], z[0]), Vec(x[1], y[1], z[1]))
