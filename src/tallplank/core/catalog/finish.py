"""Finishes that can be chosen for a role."""

from typing import Literal

from tallplank.core.job.base import Id, Name, NotNegative, Positive, Record
from tallplank.core.job.unit import FinishRole


class Finish(Record):
    """A surface that can be chosen for a role: its look, its board and band, and what coating it costs."""

    id: Id
    name: Name
    roles: tuple[FinishRole, ...]
    look: Id
    board: Id
    thickness: Positive
    band: Id | None = None
    coat_m2: NotNegative = 0.0
    """Price of coating a square metre of one face."""
    coated_faces: Literal[0, 1, 2] = 0
