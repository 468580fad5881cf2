"""Sizes of what is made, as the shop cuts them: rounded once, to the shop's step, and told alike on screens and papers."""

from dataclasses import dataclass

from tallplank.core.measure.display import DENOMINATORS, LengthStyle, format_length
from tallplank.core.measure.length import MM_PER_INCH, LengthUnit

FINEST = 64
"""Parts of an inch that sizes are rounded to, where the shop cuts to no coarser one."""
SAME_BIT = 0.01
"""A bit no farther than this from a part of an inch is that of inch work; 5 mm is 3/16 in for nobody."""


@dataclass(frozen=True, slots=True)
class CutSizes:
    """How sizes are told in a style of lengths, where the shop cuts to a step in millimetres."""

    style: LengthStyle
    step: float

    @property
    def parts(self) -> int:
        """The parts of an inch that are cut to: those of the step where it is one of them, else the finest."""
        parts = MM_PER_INCH / self.step
        return round(parts) if abs(parts - round(parts)) < 1e-6 and round(parts) in DENOMINATORS else FINEST

    def mm(self, length: float) -> float:
        """A length in millimetres as it is cut."""
        return round(round(length / self.step) * self.step, 6)

    def inches(self, length: float) -> float:
        """A length in inches as it is cut."""
        return round(length / MM_PER_INCH * self.parts) / self.parts

    def shown(self, length: float) -> str:
        """A length as it is cut, in the style and without its unit."""
        if self.style.unit is LengthUnit.INCH:
            return format_length(self.inches(length) * MM_PER_INCH, self.style, denominator=self.parts)
        return format_length(self.mm(length), self.style)

    def bit(self, diameter: float) -> str:
        """The diameter of a bit or a cutter: in inch work in millimetres with their unit, where it is no part of an inch."""
        if self.style.unit is not LengthUnit.INCH:
            return format_length(diameter, self.style)
        whole = round(diameter / MM_PER_INCH * FINEST)
        if whole and abs(whole * MM_PER_INCH / FINEST - diameter) < SAME_BIT:
            return format_length(diameter, self.style, denominator=FINEST)
        return format_length(diameter, LengthStyle.MM, suffix=True)
