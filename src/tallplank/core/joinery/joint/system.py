"""The rows of system holes: 5 mm holes at a pitch of 32, the first row 37 behind the front edge. Source: common practice."""

from math import floor

from tallplank.core.job.construction import Construction


def on_row(rules: Construction, z: float) -> float:
    """The height of the hole that is nearest to z; holes never lie below the first of the row."""
    steps = max(floor((z - rules.system_start) / rules.system_pitch + 0.5), 0)
    return rules.system_start + steps * rules.system_pitch


def row_holes(rules: Construction, low: float, high: float) -> tuple[float, ...]:
    """The heights of all holes of a row from low to high, both included."""
    pitch, start = rules.system_pitch, rules.system_start
    first = max(-floor((start - low) / pitch + 1e-9), 0)
    last = floor((high - start) / pitch + 1e-9)
    return tuple(start + k * pitch for k in range(first, last + 1))


def row_lines(rules: Construction, front: float, shelf: tuple[float, float]) -> tuple[float, float]:
    """Where the front and the rear row lie in the depth, so that a shelf from one depth to another lies on both alike."""
    first = front + rules.system_front
    return first, max(shelf[1] - (first - shelf[0]), first + rules.system_pitch / 2)
