"""Where tiles and modules that repeat lie along a length."""

from math import floor

from tallplank.core.joinery.wall.solve import SAME


def tile_spans(length: float, size: float, gap: float, *, scaled: bool) -> list[tuple[float, float]]:
    """From where to where tiles reach along a length: scaled to whole ones, or whole ones in the middle with alike cut ones at both ends.

    Where those at the ends would be narrow there is one whole tile less. Source: common practice: no cut tile is narrower than half one.
    """
    if scaled:
        count = max(1, round((length + gap) / (size + gap)))
        each = (length - gap * (count - 1)) / count
        return [(i * (each + gap), i * (each + gap) + each) for i in range(count)] if each > 0 else []
    count = floor((length + gap) / (size + gap) + SAME)
    beside = (length - count * (size + gap) + gap) / 2
    if beside > SAME and beside - gap < size / 2 and count > 1:
        count, beside = count - 1, beside + (size + gap) / 2
    whole = [(beside + i * (size + gap), beside + i * (size + gap) + size) for i in range(count)]
    cut = beside - gap
    return [(0.0, cut), *whole, (length - cut, length)] if cut > SAME else whole
