"""What a check reports, and the edit that remedies it."""

from collections.abc import Callable
from dataclasses import dataclass, field
from typing import Literal

from tallplank.core.job.record import Job
from tallplank.core.joinery.workshop import Made
from tallplank.core.measure.display import format_length


@dataclass(frozen=True, slots=True)
class Fix:
    """A remedy that one click does."""

    label: str
    edit: Callable[[Job], Job]


@dataclass(frozen=True, slots=True)
class Finding:
    """What is wrong or open, in words, with the units that it is about and what to do."""

    level: Literal["error", "warning", "note"]
    code: str
    text: str
    remedy: str
    units: tuple[str, ...] = ()
    fix: Fix | None = field(default=None, compare=False)


def shown(made: Made, length: float) -> str:
    """A length as the job shows its lengths, with its unit."""
    display = made.job.display
    return format_length(length, display.style, denominator=display.denominator, suffix=True)
