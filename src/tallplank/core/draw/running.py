"""Running dimensions: the distance of every place from one edge, written at the end of a line of its own.

Source: superimposed running dimensions from one origin, as in ISO 129-1; here each figure stands at the end of its line.
"""

from collections.abc import Sequence

from tallplank.core.draw.primitive import Running

LEAD, BEND, TAIL = 0.5, 1.5, 0.35
"""By the height of the text: from the edge to the bend, how long the slant is, and the straight end before the figure."""
ROW = 1.1
"""From one figure to the next at least, by the height of the text."""
FULL = 0.95
"""How much of a crowded side figures take at most."""
EVEN = 1e-3


def spread(places: Sequence[float], pitch: float, within: tuple[float, float] | None = None) -> tuple[float, ...]:
    """The places moved as little as can be so that neighbours in rising order are `pitch` apart, if they can be `within` these ends.

    Least squares under an order: pool adjacent violators; source: plain isotonic regression, any statistics text.
    """
    blocks: list[tuple[float, int]] = []
    for index, place in enumerate(places):
        total, count = place - index * pitch, 1
        while blocks and blocks[-1][0] / blocks[-1][1] > total / count:
            before = blocks.pop()
            total, count = total + before[0], count + before[1]
        blocks.append((total, count))
    levels = [total / count for total, count in blocks for _ in range(count)]
    last = len(levels) - 1
    if within is not None and within[0] + last * pitch <= within[1]:
        levels = [min(max(level, within[0]), within[1] - last * pitch) for level in levels]
    return tuple(level + index * pitch for index, level in enumerate(levels))


def shown_places(running: Running, text_height: float, *, all_of_them: bool) -> tuple[float, ...]:
    """The places that have room for a figure: all, else without those inside even rows, else without the most crowded ones."""
    places = list(running.places)
    if all_of_them or len(places) < 3:
        return running.places
    low, high = running.within or (min(places[0], running.datum), max(places[-1], running.datum))
    room = max(int(FULL * (high - low) / (ROW * text_height)), 2)
    if len(places) > room:
        inner = range(1, len(places) - 1)
        even = {i for i in inner if abs(places[i + 1] - 2 * places[i] + places[i - 1]) < EVEN}
        places = [p for i, p in enumerate(places) if i not in even]
    while len(places) > room:
        del places[min(range(1, len(places) - 1), key=lambda i: places[i + 1] - places[i - 1])]
    return tuple(places)
