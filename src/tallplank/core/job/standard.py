"""What a job uses wherever a unit does not say otherwise."""

from collections.abc import Mapping
from typing import Annotated

from pydantic import Field

from tallplank.core.job.base import Id, Name, Record
from tallplank.core.job.construction import NO_RULES, Rules
from tallplank.core.job.opening import FrontKind
from tallplank.core.job.unit import FinishRole, HardwareRole

MOST_CONSTRUCTIONS = 200


class SavedConstruction(Record):
    """A shop's own way of building: a construction of the catalogue with rules of its own."""

    id: Id
    name: Name
    base: Id
    rules: Rules = NO_RULES


class Standard(Record):
    """What the job uses wherever a unit does not say otherwise."""

    construction: Id = "frameless"
    constructions: Annotated[tuple[SavedConstruction, ...], Field(max_length=MOST_CONSTRUCTIONS)] = ()
    """The shop's own constructions that this job uses; they come before the catalogue's."""
    rules: Rules = NO_RULES
    finishes: Mapping[FinishRole, Id] = {}
    hardware: Mapping[HardwareRole, Id] = {}
    door_style: Id = "quayside-slab"
    front_styles: Mapping[FrontKind, Id] = {}
    """Styles of fronts of one kind, such as drawers, where those are others than the doors'."""
