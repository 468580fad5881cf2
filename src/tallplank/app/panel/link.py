"""Links in a panel's words that lead to where a term of a size is decided; Qt carries them as text."""

from collections.abc import Callable
from html import escape
from typing import get_args

from PyQt6.QtCore import Qt
from PyQt6.QtWidgets import QLabel

from tallplank.app.look.theme import Tokens
from tallplank.core.measure.source import Decided, DecidedFor, DecidedIn, Source

Lead = Callable[[Source], None]
OPENING = "opening"


def linked(text: str, source: Source | None, tokens: Tokens) -> str:
    """A text as a link to its source; without one, just the text."""
    if source is None:
        return escape(text)
    return f'<a href="{escape(address(source), quote=True)}" style="color:{tokens.accent}; text-decoration:none">{escape(text)}</a>'


def follow(label: QLabel, lead: Lead) -> None:
    """Have a label show links, and go where they lead."""
    label.setTextFormat(Qt.TextFormat.RichText)
    label.setTextInteractionFlags(Qt.TextInteractionFlag.TextBrowserInteraction)
    label.linkActivated.connect(lambda text: lead(source_at(text)))


def address(source: Source) -> str:
    """A source as the address of a link."""
    if isinstance(source, DecidedFor):
        return f"{source.unit}/{address(source.source)}"
    return ".".join((OPENING, *map(str, source.path)) if isinstance(source, DecidedIn) else source)


def source_at(text: str) -> Source:
    """The source that an address was made from.

    Raises:
        ValueError: it was made from none.
    """
    unit, _, own = text.rpartition("/")
    what, *names = own.split(".")
    source = DecidedIn(tuple(map(int, names))) if what == OPENING else Decided(_table(what), ".".join(names))  # type: ignore[arg-type]
    return DecidedFor(unit, source) if unit else source


def _table(name: str) -> str:
    if name not in get_args(Decided.__annotations__["by"]):
        raise ValueError(f"nothing is decided by '{name}'")
    return name
