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
_GROUPED = re.compile(r"[1-9]\d{0,2},\d{3}")
"""A comma that may part thousands as well as decimals."""
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
    end: int
    value: _Value | None = None
    unit: LengthUnit | None = None

    @property
    def inches(self) -> float | None:
        """How many inches it is after feet, in inches or without a unit; None in any other unit."""
        if self.value is None or self.unit not in (LengthUnit.INCH, None):
            return None
        return self.value.number / (MM_PER_INCH if self.unit else 1.0)


def parse_length(text: str, unit: LengthUnit = LengthUnit.MM) -> float:
    """The length that a text means, in millimetres; bare numbers count in `unit`.

    Takes plain numbers, units (mm, cm, m, in, ", ft, '), fractions (23 5/8", 23-5/8 in), feet and inches
    (2' 3 1/2", 2'-3 1/2") and arithmetic with + - * / and brackets on any mixture of them. A hyphen that touches
    whole feet and less than twelve inches joins them; where blanks stand beside it, it could as well take away.

    Raises:
        LengthError: the text is empty, not understood, could be two lengths, is an area or a plain ratio, or absurdly large.
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
            return _Value(token.value.number + self._inches_after(token), _Kind.LENGTH)
        return token.value

    def _inches_after(self, feet: _Token) -> float:
        """The inches that go with feet, in millimetres: those that follow at once, or by a hyphen that joins."""
        first, second = (*self._tokens[self._next : self._next + 2], None, None)[:2]
        if first is not None and second is not None and self._is_hyphen(feet, first, second):
            self._next += 1
            first = second
        if first is None or first.inches is None:
            return 0.0
        self._next += 1
        return first.inches * MM_PER_INCH

    def _is_hyphen(self, feet: _Token, sign: _Token, inches: _Token) -> bool:
        """Whether a sign after feet joins them with inches; refuses one that could as well take away."""
        if sign.text != "-" or inches.inches is None:
            return False
        touches = feet.end == sign.place and sign.end == inches.place
        usual = feet.text.isdigit() and inches.inches < INCHES_PER_FOOT - 1e-9
        if usual and touches:
            return True
        if not usual and not (touches and self._counts_inches(inches)):
            return False
        whole = self._text[feet.place : inches.end]
        rest = self._text[inches.place : inches.end]
        joined, taken = f"{feet.text}' {rest}", f"({feet.text}') - {rest}"
        raise LengthError(f"'{whole}' could be two lengths: write {joined} for feet and inches, or {taken} to take away.")

    def _counts_inches(self, token: _Token) -> bool:
        return token.unit is LengthUnit.INCH or self._unit in (LengthUnit.INCH, LengthUnit.FOOT)

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
    return _joined_hyphens(found, everywhere=unit in (LengthUnit.INCH, LengthUnit.FOOT))


def _token(match: re.Match[str]) -> _Token:
    kind = match.lastgroup or "sign"
    base = kind.removesuffix("_unit")
    text, place = match.group(base), match.start(base)
    if base == "sign":
        return _Token(text, place, match.end())
    unit = _UNITS[match.group(f"{base}_unit")] if match.group(f"{base}_unit") else None
    number = _number(text)
    value = _Value(number * unit.value, _Kind.LENGTH) if unit else _Value(number, _Kind.BARE)
    return _Token(text, place, match.end(), value, unit)


def _number(text: str) -> float:
    if _GROUPED.fullmatch(text):
        raise LengthError(f"'{text}' could be two lengths: write {text.replace(',', '')}, or {text.replace(',', '.')}.")
    if "/" not in text:
        return float(text.replace(",", "."))
    *whole, fraction = re.split(r"[\s-]+", text)
    upper, lower = (int(part) for part in fraction.split("/"))
    if lower == 0:
        raise LengthError(f"'{text}' divides by nothing.")
    return (int(whole[0]) if whole else 0) + upper / lower


def _joined_hyphens(tokens: list[_Token], *, everywhere: bool) -> list[_Token]:
    """A bare `23-5/8` is twenty-three and five eighths, as it is written on every tape: in inch work `everywhere`, else after feet."""
    joined: list[_Token] = []
    for token in tokens:
        joined.append(token)
        if len(joined) >= 5 and _is_bare_fraction(joined[-5:]) and (everywhere or _after_feet(joined[:-5])):
            whole, _, upper, _, lower = (t.text for t in joined[-5:])
            place, text = joined[-5].place, f"{whole}-{upper}/{lower}"
            joined[-5:] = [_Token(text, place, token.end, _Value(_number(text), _Kind.BARE))]
    return joined


def _after_feet(before: list[_Token]) -> bool:
    """Whether feet are the last of these, or the last but a hyphen."""
    last = before[:-1] if before and before[-1].text == "-" else before
    return bool(last) and last[-1].unit is LengthUnit.FOOT


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
