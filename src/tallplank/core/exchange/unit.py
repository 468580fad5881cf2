"""Lengths in the lists for the shop: in millimetres, in inches, or in both side by side, as the job says."""

from collections.abc import Iterable, Iterator

from tallplank.core.exchange.table import Value
from tallplank.core.job.job import Display
from tallplank.core.measure.cut import CutSizes
from tallplank.core.measure.display import LengthStyle
from tallplank.core.measure.length import MM_PER_INCH

DECIMALS = 3


class Lengths:
    """The columns and values of lengths, cut to a step in millimetres."""

    def __init__(self, display: Display, step: float) -> None:
        self._units = {"mm": ("mm",), "inches": ("in",), "both": ("mm", "in")}[display.papers]
        self._decimal = display.style is LengthStyle.INCH_DECIMAL
        self._cut = CutSizes(LengthStyle.INCH_FRACTION, step)

    def names(self, *names: str) -> Iterator[str]:
        """The columns of these lengths."""
        for name in names:
            yield from (f"{name}_{unit}" for unit in self._units)

    def values(self, lengths: Iterable[float]) -> Iterator[Value]:
        """The values in these columns."""
        for length in lengths:
            for unit in self._units:
                yield self._cut.mm(length) if unit == "mm" else self._inches(length)

    def thickness(self, thick: float) -> Iterator[Value]:
        """The thickness of a board, as it is sold."""
        for unit in self._units:
            yield round(thick, 3) if unit == "mm" else self._inches(thick)

    def residue(self, lengths: Iterable[float]) -> Iterator[Value]:
        """What the roundings of these lengths change at most."""
        exact = list(lengths)
        for unit in self._units:
            if unit == "mm":
                yield round(max((abs(v - self._cut.mm(v)) for v in exact), default=0.0), 4)
            else:
                yield round(max((abs(v / MM_PER_INCH - self._cut.inches(v)) for v in exact), default=0.0), DECIMALS)

    def _inches(self, length: float) -> Value:
        return round(self._cut.inches(length), DECIMALS) if self._decimal else self._cut.shown(length)
