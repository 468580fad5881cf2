"""The peaks of a relief as they are written: how far across and up a pattern, in percent, and how far they stand out."""

from tallplank.core.edit.check import EditError, valid
from tallplank.core.job.filling import Peak
from tallplank.core.job.job import Display
from tallplank.core.measure.length import LengthError

FORM = "Write each peak as 50 50: 60, percent across and up and how far it stands out, with ; between them."


def peaks_text(peaks: tuple[Peak, ...], display: Display) -> str:
    """Peaks as they are written."""
    return "; ".join(f"{peak.across * 100:g} {peak.up * 100:g}: {display.shown(peak.out, suffix=False)}" for peak in peaks)


def parse_peaks(text: str, display: Display, before: tuple[Peak, ...] = ()) -> tuple[Peak, ...]:
    """Peaks from what was written. How far one stands out is the very same where it still reads as it did `before`.

    Raises:
        EditError: it is not written so, or lies outside its pattern.
    """
    found: list[Peak] = []
    for piece in filter(None, (part.strip() for part in text.split(";"))):
        place, _, out = piece.partition(":")
        try:
            across, up = (float(share.rstrip("%")) / 100 for share in place.split())
            stands = display.retyped(out, before[len(found)].out if len(found) < len(before) else None)
        except (ValueError, LengthError):
            raise EditError(FORM) from None
        found.append(valid(lambda at=(across, up, stands): Peak(across=at[0], up=at[1], out=at[2])))  # type: ignore[misc]
    if not found:
        raise EditError(FORM)
    return tuple(found)
