"""What every kind of pane is described by."""

from collections.abc import Callable
from dataclasses import dataclass
from typing import Protocol

from PyQt6.QtWidgets import QWidget

from tallplank.app.theme import Tokens
from tallplank.session.store import Store


class PaneWidget(Protocol):
    """What the board asks of the widget in a pane."""

    def close_pane(self) -> None:
        """End all subscriptions."""

    def restyle(self, tokens: Tokens) -> None:
        """Use another theme."""

    def fit(self) -> None:
        """Show all there is."""


@dataclass(frozen=True, slots=True)
class PaneKind:
    """One kind of pane: its name in the pane's head and how to make it."""

    id: str
    name: str
    make: Callable[[Store, Tokens], QWidget]
    tools: Callable[[QWidget], list[QWidget]] = lambda _: []
    """Widgets that the pane's head takes besides."""
