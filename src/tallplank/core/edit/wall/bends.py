"""The points of a curved edge as text: where along it in per cent, and how far out, as "25: 40; 75: -30"."""

from tallplank.core.edit.check import EditError
from tallplank.core.job.job import Display
from tallplank.core.job.scheme import Bend
from tallplank.core.measure.length import LengthError, parse_length

LIKE = "Points are written as 25: 40; 75: -30, each by how far along the edge it is in per cent, and how far out it lies."


def bends_text(bends: tuple[Bend, ...], display: Display) -> str:
    """The points as they are typed."""
    return "; ".join(f"{bend.along * 100:g}: {display.shown(bend.out, suffix=False)}" for bend in bends)


def parse_bends(text: str, display: Display) -> tuple[Bend, ...]:
    """The points that a text gives; none for nothing.

    Raises:
        EditError: it cannot be read, or a point cannot be.
    """
    found = []
    for one in filter(None, (part.strip() for part in text.split(";"))):
        along, _, out = one.partition(":")
        try:
            found.append(Bend(along=float(along.rstrip("% ").replace(",", ".")) / 100, out=parse_length(out, display.style.unit)))
        except (ValueError, LengthError):
            raise EditError(f"'{one}' is no point. {LIKE}") from None
    return tuple(found)
