"""Lengths as people type them, turned into millimetres.

Source: 1 in = 25.4 mm exactly (NIST SP 811, appendix B; ISO 31-1).
"""

import re
from dataclasses import dataclass
from enum import Enum
from math import isfinite
from typing import NoReturn

from tallplank.core.error import PlankError

MM_PER_INCH = 25.4
INCHES_PER_FOOT = 12
LONGEST_TEXT = 200
LARGEST_MM = 1e7


class LengthUnit(Enum):
    """A unit that a bare number can stand for; the value is its size in millimetres."""

    MM = 1.0
    CM = 10.0
    M = 1000.0
    INCH = MM_PER_INCH
    FOOT = MM_PER_INCH * INCHES_PER_FOOT


class LengthError(PlankError):
    """The text is not a length; the message names the place that was not understood."""


_UNITS = {
    "mm": LengthUnit.MM,
    "cm": LengthUnit.CM,
    "m": LengthUnit.M,
    "in": LengthUnit.INCH,
    "inch": LengthUnit.INCH,
    "inches": LengthUnit.INCH,
    '"': LengthUnit.INCH,
    "ft": LengthUnit.FOOT,
    "foot": LengthUnit.FOOT,
    "feet": LengthUnit.FOOT,
    "'": LengthUnit.FOOT,
}
_PLAIN = str.maketrans(
    {
        "″": '"',
        "”": '"',
        "“": '"',
        "′": "'",
        "’": "'",
        "‘": "'",
        "×": "*",
        "÷": "/",
        "−": "-",
        "–": "-",
        "⁄": "/",
        "¼": " 1/4",
        "½": " 1/2",
        "¾": " 3/4",
        "⅛": " 1/8",
        "⅜": " 3/8",
        "⅝": " 5/8",
        "⅞": " 7/8",
        "\u00a0": " ",
        "\u202f": " ",
    }
)
_UNIT_PATTERN = r"(?:mm|cm|m|inches|inch|in|feet|foot|ft|\"|')(?![a-z])"
_IMPERIAL_PATTERN = r"(?:inches|inch|in|feet|foot|ft|\"|')(?![a-z])"
_DECIMAL = r"\d+(?:[.,]\d+)?|[.,]\d+"
_TOKEN = re.compile(
    rf"""\s*(?:
      (?P<mixed>\d+\s+\d+/\d+)(?!\d)(?:\s*(?P<mixed_unit>{_UNIT_PATTERN}))?
    | (?P<hyphened>\d+-\d+/\d+)(?!\d)\s*(?P<hyphened_unit>{_IMPERIAL_PATTERN})
    | (?P<fraction>\d+/\d+)(?!\d)\s*(?P<fraction_unit>{_UNIT_PATTERN})
    | (?P<number>{_DECIMAL})(?:\s*(?P<number_unit>{_UNIT_PATTERN}))?
    | (?P<sign>[-+*/()])
    )""",
    re.VERBOSE,
)


class _Kind(Enum):
    BARE = "a number without a unit"
    LENGTH = "a length"
    RATIO = "one length divided by another"


@dataclass(frozen=True, slots=True)
class _Value:
    number: float
    kind: _Kind


@dataclass(frozen=True, slots=True)
class _Token:
    text: str
    place: int
    value: _Value | None = None
    unit: LengthUnit | None = None


def parse_length(text: str, unit: LengthUnit = LengthUnit.MM) -> float:
    """The length that a text means, in millimetres; bare numbers count in `unit`.

    Takes plain numbers, units (mm, cm, m, in, ", ft, '), fractions (23 5/8", 23-5/8 in), feet and inches
    (2' 3 1/2") and arithmetic with + - * / and brackets on any mixture of them.

    Raises:
        LengthError: the text is empty, not understood, an area or a plain ratio, or absurdly large.
    """
    if len(text) > LONGEST_TEXT:
        raise LengthError(f"That is too long for a length ({len(text)} characters).")
    plain = text.translate(_PLAIN).strip().lower()
    if not plain:
        raise LengthError("Type a length, for example 600 or 23 5/8 in.")
    value = _Reader(plain, unit).whole()
    if value.kind is _Kind.RATIO:
        raise LengthError(f"'{text.strip()}' is a plain ratio of two lengths, not a length.")
    length_mm = value.number * (unit.value if value.kind is _Kind.BARE else 1.0)
    if not isfinite(length_mm) or abs(length_mm) > LARGEST_MM:
        raise LengthError(f"'{text.strip()}' is larger than any room.")
    return length_mm


class _Reader:
    """Reads one expression by recursive descent."""

    def __init__(self, text: str, unit: LengthUnit) -> None:
        self._text = text
        self._unit = unit
        self._tokens = _tokens(text, unit)
        self._next = 0

    def whole(self) -> _Value:
        value = self._sum()
        if self._next < len(self._tokens):
            self._refuse(self._tokens[self._next])
        return value

    def _sum(self) -> _Value:
        total = self._product()
        while (sign := self._sign("+-")) is not None:
            right = self._product()
            total = _added(total, right, 1 if sign == "+" else -1, self._unit)
        return total

    def _product(self) -> _Value:
        value = self._factor()
        while (sign := self._sign("*/")) is not None:
            right = self._factor()
            value = _multiplied(value, right) if sign == "*" else _divided(value, right)
        return value

    def _factor(self) -> _Value:
        if (sign := self._sign("+-")) is not None:
            inner = self._factor()
            return inner if sign == "+" else _Value(-inner.number, inner.kind)
        if self._sign("(") is not None:
            inner = self._sum()
            if self._sign(")") is None:
                raise LengthError(f"A bracket is not closed in '{self._text}'.")
            return inner
        return self._literal()

    def _literal(self) -> _Value:
        if self._next >= len(self._tokens):
            raise LengthError(f"'{self._text}' stops too early.")
        token = self._tokens[self._next]
        if token.value is None:
            self._refuse(token)
        self._next += 1
        if token.unit is LengthUnit.FOOT:
            return _Value(token.value.number + self._inches_after_feet(), _Kind.LENGTH)
        return token.value

    def _inches_after_feet(self) -> float:
        if self._next >= len(self._tokens):
            return 0.0
        token = self._tokens[self._next]
        if token.value is None or token.unit not in (LengthUnit.INCH, None):
            return 0.0
        self._next += 1
        return token.value.number * (1.0 if token.unit else MM_PER_INCH)

    def _sign(self, wanted: str) -> str | None:
        if self._next < len(self._tokens):
            token = self._tokens[self._next]
            if token.value is None and token.text in wanted:
                self._next += 1
                return token.text
        return None

    def _refuse(self, token: _Token) -> NoReturn:
        raise LengthError(f"'{token.text}' was not expected in '{self._text}' (place {token.place + 1}).")


def _tokens(text: str, unit: LengthUnit) -> list[_Token]:
    found: list[_Token] = []
    place = 0
    while text[place:].strip():
        match = _TOKEN.match(text, place)
        if match is None:
            rest = text[place:].strip()
            raise LengthError(f"'{rest}' was not understood; a length looks like 600, 60 cm or 23 5/8 in.")
        found.append(_token(match))
        place = match.end()
    return _joined_hyphens(found) if unit in (LengthUnit.INCH, LengthUnit.FOOT) else found


def _token(match: re.Match[str]) -> _Token:
    kind = match.lastgroup or "sign"
    base = kind.removesuffix("_unit")
    text, place = match.group(base), match.start(base)
    if base == "sign":
        return _Token(text, place)
    unit = _UNITS[match.group(f"{base}_unit")] if match.group(f"{base}_unit") else None
    number = _number(text)
    value = _Value(number * unit.value, _Kind.LENGTH) if unit else _Value(number, _Kind.BARE)
    return _Token(text, place, value, unit)


def _number(text: str) -> float:
    if "/" not in text:
        return float(text.replace(",", "."))
    *whole, fraction = re.split(r"[\s-]+", text)
    upper, lower = (int(part) for part in fraction.split("/"))
    if lower == 0:
        raise LengthError(f"'{text}' divides by nothing.")
    return (int(whole[0]) if whole else 0) + upper / lower


def _joined_hyphens(tokens: list[_Token]) -> list[_Token]:
    """In inch work a bare `23-5/8` is twenty-three and five eighths, as it is written on every tape."""
    joined: list[_Token] = []
    for token in tokens:
        joined.append(token)
        if len(joined) >= 5 and _is_bare_fraction(joined[-5:]):
            whole, _, upper, _, lower = (t.text for t in joined[-5:])
            place = joined[-5].place
            joined[-5:] = [_Token(f"{whole}-{upper}/{lower}", place, _Value(_number(f"{whole}-{upper}/{lower}"), _Kind.BARE))]
    return joined


def _is_bare_fraction(tokens: list[_Token]) -> bool:
    whole, minus, upper, slash, lower = tokens
    digits = all(t.text.isdigit() and t.value and t.value.kind is _Kind.BARE for t in (whole, upper, lower))
    if not digits or (minus.text, slash.text) != ("-", "/") or lower.place - whole.place != len(whole.text + upper.text) + 2:
        return False
    return int(upper.text) < int(lower.text) and lower.text in ("2", "4", "8", "16", "32", "64")


def _added(left: _Value, right: _Value, sign: int, unit: LengthUnit) -> _Value:
    if left.kind is right.kind:
        return _Value(left.number + sign * right.number, left.kind)
    if _Kind.RATIO in (left.kind, right.kind):
        raise LengthError(f"{left.kind.value} and {right.kind.value} cannot be added.".capitalize())
    a, b = (v.number * (unit.value if v.kind is _Kind.BARE else 1.0) for v in (left, right))
    return _Value(a + sign * b, _Kind.LENGTH)


def _multiplied(left: _Value, right: _Value) -> _Value:
    if left.kind is right.kind is _Kind.LENGTH:
        raise LengthError("A length times a length is an area, not a length.")
    kinds = {left.kind, right.kind}
    kind = _Kind.LENGTH if _Kind.LENGTH in kinds else _Kind.BARE if _Kind.BARE in kinds else _Kind.RATIO
    return _Value(left.number * right.number, kind)


def _divided(left: _Value, right: _Value) -> _Value:
    if right.number == 0:
        raise LengthError("That divides by nothing.")
    if right.kind is _Kind.LENGTH:
        if left.kind is not _Kind.LENGTH:
            raise LengthError("Only a length can be divided by a length.")
        return _Value(left.number / right.number, _Kind.RATIO)
    kind = left.kind if left.kind is not _Kind.RATIO else right.kind
    return _Value(left.number / right.number, kind)
