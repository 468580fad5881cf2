"""The points of a curved edge as text: where along it in per cent, and how far out, as "25: 40; 75: -30"."""

from tallplank.core.edit.check import EditError
from tallplank.core.job.job import Display
from tallplank.core.job.scheme import Bend
from tallplank.core.measure.length import LengthError

LIKE = "Points are written as 25: 40; 75: -30, each by how far along the edge it is in per cent, and how far out it lies."


def bends_text(bends: tuple[Bend, ...], display: Display) -> str:
    """The points as they are typed."""
    return "; ".join(f"{bend.along * 100:g}: {display.shown(bend.out, suffix=False)}" for bend in bends)


def parse_bends(text: str, display: Display, before: tuple[Bend, ...] = ()) -> tuple[Bend, ...]:
    """The points that a text gives; none for nothing. What still reads as it did `before` is the very same.

    Raises:
        EditError: it cannot be read, or a point cannot be.
    """
    found: list[Bend] = []
    for one in filter(None, (part.strip() for part in text.split(";"))):
        along, _, out = one.partition(":")
        old = before[len(found)] if len(found) < len(before) else None
        try:
            share = float(along.rstrip("% ").replace(",", ".")) / 100
            same = old is not None and along.strip() == f"{old.along * 100:g}"
            out_by = display.retyped(out, old.out if old is not None else None)
            found.append(Bend(along=old.along if old is not None and same else share, out=out_by))
        except (ValueError, LengthError):
            raise EditError(f"'{one}' is no point. {LIKE}") from None
    return tuple(found)
