"""Where an amount is decided, so that a term of a size can lead there."""

from typing import Literal, NamedTuple


class Decided(NamedTuple):
    """A value of the unit itself, or a choice that holds for it, by the name of its field or role."""

    by: Literal["unit", "rule", "finish", "hardware", "door_style"]
    name: str


class DecidedIn(NamedTuple):
    """An opening of the unit."""

    path: tuple[int, ...]


class DecidedFor(NamedTuple):
    """What is decided for one of several units."""

    unit: str
    source: Decided | DecidedIn


Source = Decided | DecidedIn | DecidedFor
