"""Lengths in the lists for the shop: in millimetres, in inches, or in both side by side, as the job says."""

from collections.abc import Iterable, Iterator

from tallplank.core.exchange.table import Value
from tallplank.core.job.job import Display
from tallplank.core.measure.display import LengthStyle, format_length
from tallplank.core.measure.length import LengthUnit

INCH = LengthUnit.INCH.value
FINEST = 64
"""Parts of an inch that lists for the shop are rounded to, where the shop cuts to no coarser one."""
DECIMALS = 3


class Lengths:
    """The columns and values of lengths, cut to a step in millimetres."""

    def __init__(self, display: Display, step: float) -> None:
        self._units = {"mm": ("mm",), "inches": ("in",), "both": ("mm", "in")}[display.papers]
        self._decimal = display.style is LengthStyle.INCH_DECIMAL
        self._step = step
        parts = INCH / step
        self._parts = round(parts) if abs(parts - round(parts)) < 1e-6 and round(parts) in (8, 16, 32, 64) else FINEST

    def names(self, *names: str) -> Iterator[str]:
        """The columns of these lengths."""
        for name in names:
            yield from (f"{name}_{unit}" for unit in self._units)

    def values(self, lengths: Iterable[float]) -> Iterator[Value]:
        """The values in these columns."""
        for length in lengths:
            for unit in self._units:
                yield self._mm(length) if unit == "mm" else self._inches(length)

    def thickness(self, thick: float) -> Iterator[Value]:
        """The thickness of a board, as it is sold."""
        for unit in self._units:
            yield round(thick, 3) if unit == "mm" else self._inches(thick)

    def residue(self, lengths: Iterable[float]) -> Iterator[Value]:
        """What the roundings of these lengths change at most."""
        exact = list(lengths)
        for unit in self._units:
            if unit == "mm":
                yield round(max((abs(v - self._mm(v)) for v in exact), default=0.0), 4)
            else:
                yield round(max((abs(v / INCH - round(v / INCH * self._parts) / self._parts) for v in exact), default=0.0), DECIMALS)

    def _mm(self, length: float) -> float:
        return round(round(length / self._step) * self._step, 6)

    def _inches(self, length: float) -> Value:
        rounded = round(length / INCH * self._parts) / self._parts
        if self._decimal:
            return round(rounded, DECIMALS)
        return format_length(rounded * INCH, LengthStyle.INCH_FRACTION, denominator=self._parts, suffix=False)
