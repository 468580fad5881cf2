"""Lengths as they are shown. Showing never changes the stored value."""

from enum import Enum
from math import gcd

from tallplank.core.measure.length import INCHES_PER_FOOT, MM_PER_INCH, LengthUnit

DENOMINATORS = (8, 16, 32, 64)


class LengthStyle(Enum):
    """The five ways a job can show its lengths."""

    MM = "mm"
    CM = "cm"
    INCH_DECIMAL = "inches, decimal"
    INCH_FRACTION = "inches, fractions"
    FEET_INCHES = "feet and inches"

    @property
    def unit(self) -> LengthUnit:
        """The unit of a bare number typed while this style is shown."""
        return {LengthStyle.MM: LengthUnit.MM, LengthStyle.CM: LengthUnit.CM}.get(self, LengthUnit.INCH)


def format_length(length_mm: float, style: LengthStyle = LengthStyle.MM, *, denominator: int = 16, suffix: bool = False) -> str:
    """The text for a length; `denominator` is the finest fraction of an inch, `suffix` adds mm, cm or in.

    Millimetres show one decimal, centimetres two, decimal inches three, each without trailing zeros. Feet and
    inches always carry their marks, since they cannot be read without.
    """
    if style is LengthStyle.MM:
        return _decimal(length_mm, 1) + (" mm" if suffix else "")
    if style is LengthStyle.CM:
        return _decimal(length_mm / 10, 2) + (" cm" if suffix else "")
    inches = length_mm / MM_PER_INCH
    if style is LengthStyle.INCH_DECIMAL:
        return _decimal(inches, 3) + (" in" if suffix else "")
    parts = round(abs(inches) * denominator)
    sign = "−" if inches < 0 and parts else ""
    if style is LengthStyle.INCH_FRACTION:
        return sign + _fraction(parts, denominator) + (" in" if suffix else "")
    feet, rest = divmod(parts, INCHES_PER_FOOT * denominator)
    inch_text = f'{_fraction(rest, denominator)}"'
    return f"{sign}{feet}' {inch_text}" if feet else sign + inch_text


def _decimal(value: float, places: int) -> str:
    text = f"{value:.{places}f}".rstrip("0").rstrip(".")
    return "0" if text in ("-0", "") else text.replace("-", "−")


def _fraction(parts: int, denominator: int) -> str:
    whole, upper = divmod(parts, denominator)
    if not upper:
        return str(whole)
    common = gcd(upper, denominator)
    fraction = f"{upper // common}/{denominator // common}"
    return f"{whole} {fraction}" if whole else fraction
