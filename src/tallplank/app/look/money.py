"""Money as it is shown."""

from babel.numbers import format_currency


def money(cents: int, currency: str, *, signed: bool = False) -> str:
    """An amount in cents as text, for example €1,234.50; `signed` puts a plus before a gain."""
    text = format_currency(abs(cents) / 100, currency, locale="en")
    sign = "−" if cents < 0 else "+" if signed and cents > 0 else ""
    return sign + text
