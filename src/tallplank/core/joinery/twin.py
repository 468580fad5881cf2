"""Units that are made alike share their parts: what a unit is made of does not depend on where it stands or which number it has."""

from collections.abc import Hashable
from dataclasses import replace

from tallplank.core.job.standard import Standard
from tallplank.core.job.unit import Unit
from tallplank.core.joinery.made import MadeUnit
from tallplank.core.joinery.rule.choice import choice_for
from tallplank.core.joinery.rule.place import place

_OWN = frozenset({"id", "mark", "room", "face", "x", "off", "note"})
"""What differs between units that are made alike."""
_DECISIONS = tuple(name for name in Unit.model_fields if name not in _OWN)


def decisions(unit: Unit) -> Hashable:
    """All that decides how a unit is made, but for the standard; equal for units that are made alike."""
    return tuple(frozenset(v.items()) if hasattr(v := getattr(unit, name), "items") else v for name in _DECISIONS)


def twin(made: MadeUnit, standard: Standard, unit: Unit) -> MadeUnit:
    """Another unit of the same decisions as one that is made, under a standard that holds for that one."""
    choice = choice_for(made.choice.catalog, standard, unit)
    choice.used.update(made.choice.used)
    return replace(made, unit=unit, choice=choice, placed=place(choice))
