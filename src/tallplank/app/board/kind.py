"""What every kind of pane is described by, and the switches in its head."""

from collections.abc import Callable
from dataclasses import dataclass
from typing import Protocol, runtime_checkable

from PyQt6.QtWidgets import QToolButton, QWidget

from tallplank.app.look.sign import wear
from tallplank.app.look.theme import Tokens
from tallplank.session.store import Store


@runtime_checkable
class PaneWidget(Protocol):
    """What the board asks of the widget in a pane."""

    def close_pane(self) -> None:
        """End all subscriptions."""

    def restyle(self, tokens: Tokens) -> None:
        """Use another theme."""

    def fit(self) -> None:
        """Show all there is."""


@runtime_checkable
class Numbered(Protocol):
    """A pane of which several may be open, each with a view of its own."""

    number: int
    """Which of those of its kind it is."""


@dataclass(frozen=True, slots=True)
class PaneKind:
    """One kind of pane: its name in the pane's head and how to make it."""

    id: str
    name: str
    make: Callable[[Store, Tokens], QWidget]
    tools: Callable[[QWidget], list[QWidget]] = lambda _: []
    """Widgets that the pane's head takes besides."""


def switch(sign: str, name: str, tip: str, tokens: Tokens, turned: Callable[[bool], None], *, on: bool = False) -> QToolButton:
    """A small button for the head of a pane that stays pressed while something is shown."""
    button = QToolButton()
    wear(button, sign, tokens)
    button.setCheckable(True)
    button.setChecked(on)
    button.setAccessibleName(name)
    button.setToolTip(tip)
    button.setFixedSize(28, 26)
    button.toggled.connect(turned)
    return button
