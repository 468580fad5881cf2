"""Sizes that remember how they came about, so that each can be explained term by term."""

from collections.abc import Callable
from typing import NamedTuple, Self

from tallplank.core.error import mm
from tallplank.core.measure.display import LengthStyle, format_length
from tallplank.core.measure.source import Source


class Term(NamedTuple):
    """`factor` times `amount` of something named; `source` says where the amount is decided."""

    factor: float
    amount: float
    name: str
    source: Source | None = None
    inner: "Size | None" = None


class Size:
    """A length with its terms; the sum of factor times amount is the value."""

    __slots__ = ("terms", "value")

    def __init__(self, value: float, terms: tuple[Term, ...]) -> None:
        self.value = value
        self.terms = terms

    @classmethod
    def of(cls, amount: float, name: str, source: Source | None = None) -> Self:
        """A size with a single term."""
        return cls(amount, (Term(1.0, amount, name, source),))

    def __add__(self, other: "Size") -> "Size":
        return Size(self.value + other.value, self.terms + other.terms)

    def __sub__(self, other: "Size") -> "Size":
        return Size(self.value - other.value, (*self.terms, *other._times(-1.0)))

    def __mul__(self, factor: float) -> "Size":
        return Size(self.value * factor, tuple(self._times(factor)))

    __rmul__ = __mul__

    def _times(self, factor: float) -> list[Term]:
        return [Term(f * factor, amount, name, source, inner) for f, amount, name, source, inner in self.terms]

    def __eq__(self, other: object) -> bool:
        return isinstance(other, Size) and (self.value, self.terms) == (other.value, other.terms)

    def __hash__(self) -> int:
        return hash((self.value, self.terms))

    def __repr__(self) -> str:
        return f"Size({self.value:g}: {self.explained()})"

    def named(self, name: str, factor: float = 1.0) -> "Size":
        """This size, times a factor, as one term of something larger; its own terms stay within reach."""
        return Size(self.value * factor, (Term(factor, self.value, name, None, self),))

    def reckoned(self) -> str:
        """The sum as part of a text that `told` shows later."""
        return self._in_words(mm)

    def explained(self, style: LengthStyle = LengthStyle.MM, denominator: int = 16) -> str:
        """The sum in words, for example `564 = 600 width − 2 × 18 gable`."""
        return self._in_words(lambda v: format_length(v, style, denominator=denominator))

    def _in_words(self, show: Callable[[float], str]) -> str:
        parts = []
        for i, term in enumerate(t for t in self.terms if t.factor * t.amount):
            text = _term_text(term, show)
            minus = term.factor < 0
            parts.append((" − " if minus else " + ") + text if i else ("− " if minus else "") + text)
        total = show(self.value)
        return f"{total} = {''.join(parts)}" if parts else total

    def steps(self, style: LengthStyle = LengthStyle.MM, denominator: int = 16) -> tuple[str, ...]:
        """The sum and, below it, the sums of those terms that are sums themselves."""
        lines = [self.explained(style, denominator)]
        for term in self.terms:
            if term.inner is not None and len(term.inner.terms) > 1:
                lines += [f"{term.name}: {line}" for line in term.inner.steps(style, denominator)]
        return tuple(lines)


def term_text(term: Term, style: LengthStyle, denominator: int) -> str:
    """One term in words, without its sign: `2 × 18 gable`."""
    return _term_text(term, lambda v: format_length(v, style, denominator=denominator))


def _term_text(term: Term, show: Callable[[float], str]) -> str:
    amount = f"{show(term.amount)} {term.name}"
    factor = abs(term.factor)
    if factor == 1:
        return amount
    if factor == int(factor):
        return f"{int(factor)} × {amount}"
    share = 1 / factor
    return f"1/{round(share)} of {amount}" if abs(share - round(share)) < 1e-9 else f"{factor:.4g} × {amount}"
