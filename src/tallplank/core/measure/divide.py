"""The divide rule: how a length is shared among members with separators between them.

Panels on a wall, drawer fronts in a bank, shelves, slats and copies in a row are all this one sum. It divides exactly;
nothing is rounded unless a step is asked for, and then the sizes still add up to the length.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from enum import Enum
from math import floor, isfinite
from typing import Annotated, Self

from pydantic import Field

from tallplank.core.error import PlankError, mm

TOLERANCE = 1e-6
LONGEST, LEAST_SHARE = 100_000.0, 1e-6
_Length = Annotated[float, Field(ge=0, le=LONGEST, allow_inf_nan=False)]


class DivideError(PlankError):
    """The members do not fit the length, or nothing is left open to take up the rest."""


@dataclass(frozen=True, slots=True)
class Member:
    """One member: a fixed `size`, or a `share` of what is left, kept between `least` and `most`."""

    size: _Length | None = None
    share: Annotated[float, Field(ge=LEAST_SHARE, le=1 / LEAST_SHARE, allow_inf_nan=False)] = 1.0
    least: _Length = 0.0
    most: _Length | None = None

    def __post_init__(self) -> None:
        """Refuse what a file could not hold either.

        Raises:
            DivideError: a length below nothing or beyond a hundred metres, or a share that is next to nothing.
        """
        if not all(0 <= v <= LONGEST for v in (self.size or 0.0, self.least, self.most or 0.0)):
            raise DivideError(f"A member's size must be from 0 to {mm(LONGEST)}.")
        if not LEAST_SHARE <= self.share <= 1 / LEAST_SHARE:
            raise DivideError(f"A member's share must be from {LEAST_SHARE:g} to {1 / LEAST_SHARE:g}.")

    @classmethod
    def fixed(cls, size: float) -> Self:
        """A member of just this size."""
        return cls(size=size)

    @property
    def is_open(self) -> bool:
        """Whether the member takes a share of what is left."""
        return self.size is None


class Remainder(Enum):
    """Which open member takes what snapping to a step leaves over."""

    FIRST = "first"
    LAST = "last"
    BOTH = "both ends"
    SPREAD = "spread"


@dataclass(frozen=True, slots=True)
class Division:
    """The result: where each member starts and how large it is, in order."""

    starts: tuple[float, ...]
    sizes: tuple[float, ...]


def divide(
    length: float,
    members: Sequence[Member],
    *,
    separator: float = 0.0,
    ends: tuple[float, float] = (0.0, 0.0),
    step: float | None = None,
    remainder: Remainder = Remainder.LAST,
) -> Division:
    """Members of a length, with a separator between neighbours and `ends` before the first and after the last.

    With a `step`, open members become whole steps and what is left over goes where `remainder` says; `SPREAD` hands
    out whole steps, most to the members that lost most, and puts what is less than a step into the last open one.

    Raises:
        DivideError: no member, sizes that exceed the length, bounds that cannot all hold, or nothing open to fill it.
    """
    if not members:
        raise DivideError("There is nothing to divide the length among.")
    _check_numbers(length, separator, ends, step)
    free = length - sum(ends) - separator * (len(members) - 1)
    sizes = _shared(free, members)
    if step is not None:
        sizes = _snapped(sizes, members, step, remainder)
    starts, place = [], ends[0]
    for size in sizes:
        starts.append(place)
        place += size + separator
    return Division(tuple(starts), tuple(sizes))


def equal(count: int) -> tuple[Member, ...]:
    """That many equal members."""
    return (Member(),) * count


def slats(length: float, width: float, gap: float) -> tuple[int, float]:
    """How many slats of a width stand in a length about `gap` apart, flush at both ends, and the true gap between them.

    Source: n = floor((L + g) / (w + g)), g' = (L - n w) / (n - 1); common practice.

    Raises:
        DivideError: not one slat fits, or the sizes are not positive.
    """
    if width <= 0 or gap < 0 or length < width:
        raise DivideError(f"No slat of {mm(width)} fits into {mm(length)}.")
    count = floor((length + gap) / (width + gap) + TOLERANCE)
    return (count, (length - count * width) / (count - 1)) if count > 1 else (1, 0.0)


def _check_numbers(length: float, separator: float, ends: tuple[float, float], step: float | None) -> None:
    if not all(isfinite(v) for v in (length, separator, *ends)):
        raise DivideError("A length to divide must be a finite number.")
    if separator < 0 or min(ends) < 0:
        raise DivideError("A separator cannot be negative.")
    if step is not None and not step > 0:
        raise DivideError("The step to snap to must be more than nothing.")


def _shared(free: float, members: Sequence[Member]) -> list[float]:
    fixed = sum(m.size for m in members if m.size is not None)
    rest = free - fixed
    opened = [i for i, m in enumerate(members) if m.is_open]
    if rest < -TOLERANCE:
        raise DivideError(f"The fixed sizes and gaps need {mm(-rest)} more than there is.")
    if not opened and rest > TOLERANCE:
        raise DivideError(f"The sizes leave {mm(rest)} unused: leave one of them open.")
    shares = _within_bounds(max(rest, 0.0), opened, members)
    return [shares[i] if m.size is None else m.size for i, m in enumerate(members)]


def _within_bounds(rest: float, opened: list[int], members: Sequence[Member]) -> dict[int, float]:
    """Shares by weight; members that hit a bound are fixed there and the others share again.

    In each round only the side (too small or too large) with the larger total violation is fixed, which keeps the
    result independent of the order of the members.
    """
    done: dict[int, float] = {}
    active = list(opened)
    while active:
        weight = sum(members[i].share for i in active)
        left = rest - sum(done.values())
        wanted = {i: left * members[i].share / weight for i in active}
        bounded = {i: _clamped(wanted[i], members[i]) for i in active}
        excess = sum(bounded[i] - wanted[i] for i in active)
        changed = [i for i in active if (bounded[i] - wanted[i]) * (1 if excess >= 0 else -1) > TOLERANCE]
        if not changed:
            done.update(bounded)
            break
        done.update({i: bounded[i] for i in changed})
        active = [i for i in active if i not in done]
    if opened and abs(sum(done.values()) - rest) > TOLERANCE * (len(opened) + 1):
        raise DivideError(f"The smallest and largest sizes asked for cannot fill {mm(rest)}.")
    return done


def _clamped(size: float, member: Member) -> float:
    most = member.most if member.most is not None else float("inf")
    if most < member.least:
        raise DivideError(f"The smallest size {mm(member.least)} is more than the largest {mm(most)}.")
    return min(max(size, member.least), most)


def _snapped(sizes: list[float], members: Sequence[Member], step: float, remainder: Remainder) -> list[float]:
    opened = [i for i, m in enumerate(members) if m.is_open]
    if not opened:
        return sizes
    whole = {i: floor(sizes[i] / step + TOLERANCE) * step for i in opened}
    left = sum(sizes[i] - whole[i] for i in opened)
    for i, extra in _placed_remainder(left, opened, sizes, whole, step, remainder).items():
        whole[i] += extra
    for i in opened:
        if abs(_clamped(whole[i], members[i]) - whole[i]) > TOLERANCE:
            raise DivideError(f"With steps of {mm(step)} a size of {mm(whole[i])} would pass its bound.")
    return [whole.get(i, size) for i, size in enumerate(sizes)]


def _placed_remainder(
    left: float, opened: list[int], sizes: list[float], whole: dict[int, float], step: float, remainder: Remainder
) -> dict[int, float]:
    if remainder is Remainder.FIRST:
        return {opened[0]: left}
    if remainder is Remainder.LAST or len(opened) == 1:
        return {opened[-1]: left}
    if remainder is Remainder.BOTH:
        return {opened[0]: left / 2, opened[-1]: left / 2}
    steps = floor(left / step + TOLERANCE)
    by_loss = sorted(opened, key=lambda i: (whole[i] - sizes[i], i))
    extra = {i: step for i in by_loss[:steps]}
    extra[opened[-1]] = extra.get(opened[-1], 0.0) + left - steps * step
    return extra
