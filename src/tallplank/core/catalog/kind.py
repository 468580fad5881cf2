"""Kinds of units."""

from collections.abc import Mapping
from typing import Literal

from tallplank.core.catalog.way import WAYS, BuildName, Way
from tallplank.core.job.base import Id, Name, NotNegative, Positive, Record
from tallplank.core.job.construction import NO_RULES, Rules
from tallplank.core.job.opening import Opening
from tallplank.core.job.unit import HardwareRole, MountKind


class Kind(Record):
    """A kind of unit that the tray offers, with the module that builds it and its usual sizes."""

    id: Id
    name: Name
    hint: Name
    build: BuildName
    plan: Literal["", "diagonal", "ell", "slanted", "bow", "hollow"] = ""
    """The outline of a shaped unit, seen from above."""
    arm: NotNegative = 0.0
    """The second depth of a shaped unit: of its neighbours at a corner, of its shallow end, or how far its front curves."""
    mount: MountKind
    top: Literal["full", "worktop", "sink", "none"]
    """How the box is closed above; under a worktop as the construction says."""
    worktop: bool
    kick: bool
    width: Positive
    height: Positive
    depth: Positive
    opening: Opening = Opening()
    takes_pulls: bool = True
    plinth: bool = True
    """Whether a plinth runs before its legs."""
    rules: Rules = NO_RULES
    hardware: Mapping[HardwareRole, Id] = {}
    """What a unit of this kind starts with, where that is not what the job says."""
    inch_hardware: Mapping[HardwareRole, Id] = {}
    """The same in inch work, where that is another."""
    inch_items: Mapping[Id, Id] = {}
    """Items that take the place of others in its openings in inch work."""
    inch: tuple[Positive, Positive, Positive] | None = None
    """Width, height and depth in inch work, in millimetres."""

    @property
    def way(self) -> Way:
        """What is true of all units that are built as it is."""
        return WAYS[self.build]
