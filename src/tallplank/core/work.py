"""Work that takes long: it tells how far it is, and stops where nobody wants it any longer."""

from collections.abc import Callable

Report = Callable[[int, int, str], None]
"""Told what is done of how much, and of what; raises `CancelledError` where the work was given up."""


class CancelledError(Exception):
    """The user gave the work up. No fault, and nothing that words are needed for: what was begun is left as if it had not been."""


def silent(done: int, total: int, what: str) -> None:
    """Tell nobody."""
