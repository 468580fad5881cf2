"""Where the parts of a divided region lie along it: by the divide rule, between what some are held at, or symmetric about a mark."""

from collections.abc import Mapping, Sequence
from types import MappingProxyType
from typing import NamedTuple

from tallplank.core.error import mm
from tallplank.core.job.base import RecordError
from tallplank.core.job.scheme import Path, Region
from tallplank.core.joinery.paneling.area import DIGITS
from tallplank.core.measure.divide import DivideError, Member, divide
from tallplank.core.measure.memo import Same

SAME = 1e-6
"""Places that are nearer are one."""
NO_MARKS: Mapping[str, float] = MappingProxyType({})
Spans = list[tuple[float, float]]


class HeldBy(NamedTuple):
    """What sizes may depend on beside their own division: marks on the wall, and how large other regions are."""

    marks: Same[tuple[tuple[str, float], ...]]
    likes: Same[tuple[tuple[Path, tuple[float, float]], ...]]


def placed(region: Region, path: Path, start: float, length: float, held: HeldBy) -> tuple[list[Region], Spans]:
    """The parts of a region, copies of one that repeats each for itself, and from where how far each goes; `start` is its own place.

    Raises:
        DivideError: they do not fit.
    """
    marks = dict(held.marks.it)
    if repeats(region):
        about = marks.get(region.about or "")
        spans = _spread(region, length) if about is None else _about(region, about - start, length)
        return [region.parts[0]] * len(spans), spans
    return list(region.parts), _between_pins(region, path, start, length, marks, dict(held.likes.it))


def repeats(region: Region) -> bool:
    """Whether a region has copies of one part."""
    return bool(region.count or region.wanted is not None)


def count_of(region: Region, length: float) -> int:
    """How often a part repeats in a length: as often as it says, or as makes it about as large as wanted."""
    if region.count or region.wanted is None:
        return region.count or 1
    free = length - 2 * region.at_ends + region.stile
    return max(1, round(free / (region.wanted + region.stile)))


def _spread(region: Region, length: float) -> Spans:
    count = count_of(region, length)
    return shared(length, [Member()] * count, region.stile, (region.at_ends, region.at_ends))


def _about(region: Region, middle: float, length: float) -> Spans:
    """As many as fit evenly on both sides of a mark, and in what is left at the farther end some of about that width.

    Where that is less than half of one, the board at that end is so much wider instead, where there are boards.
    """
    half = min(middle, length - middle)
    if half <= region.at_ends + SAME or length - 2 * half <= region.at_ends + SAME:
        return _spread(region, length)
    inner = _spread(region, 2 * half)
    rest = length - 2 * half
    wide = inner[0][1]
    if region.at_ends and rest - region.at_ends < wide / 2:
        return inner if middle <= length / 2 else [(rest + at, size) for at, size in inner]
    count = max(round((rest - region.at_ends + region.stile) / (wide + region.stile)), 1)
    outer = shared(rest, [Member()] * count, region.stile, (0.0, region.at_ends))
    if middle <= length / 2:
        return [*inner, *((2 * half + at, size) for at, size in outer)]
    mirrored = [(rest - at - size, size) for at, size in reversed(outer)]
    return [*mirrored, *((rest + at, size) for at, size in inner)]


def _between_pins(
    region: Region, path: Path, start: float, length: float, marks: Mapping[str, float], likes: Mapping[Path, tuple[float, float]]
) -> Spans:
    """The parts from one that is held to the next, each row of them divided for itself."""
    found: Spans = []
    begin, first, end = 0.0, 0, region.at_ends
    members = [_member(region, path, part, likes) for part in region.parts]
    for i, part in enumerate(region.parts[:-1]):
        at = marks.get(part.pin or "")
        if at is None:
            continue
        stop = at - start
        if stop <= begin + SAME or stop >= length - SAME:
            raise DivideError(f"An edge is held at {mm(at)}, where it cannot be.")
        loose = [Member()] if i == first else [*members[first:i], _loose(members[first : i + 1])]
        found += [(begin + a, size) for a, size in shared(stop - begin, loose, region.stile, (end, 0.0))]
        begin, first, end = stop + region.stile, i + 1, 0.0
    rest = members[first:]
    if first and all(m.size is not None for m in rest):
        rest[-1] = Member()
    found += [(begin + a, size) for a, size in shared(length - begin, rest, region.stile, (end, region.at_ends))]
    return found


def _loose(members: Sequence[Member]) -> Member:
    """The last before an edge that is held: it gives way where no other does."""
    last = members[-1]
    return Member() if all(m.size is not None for m in members) else last


def _member(region: Region, path: Path, part: Region, likes: Mapping[Path, tuple[float, float]]) -> Member:
    """A part as the divide rule takes it; as large as another where it says so."""
    if part.like is None:
        return part.member
    if part.like[:-1] == path and part.like and part.like[-1] < len(region.parts):
        return region.parts[part.like[-1]].member
    size = likes.get(part.like)
    if size is None:
        return part.member
    return Member(size[0] if region.split == "across" else size[1])


def shared(length: float, members: Sequence[Member], stile: float, ends: tuple[float, float]) -> Spans:
    """From where how far each of some members goes that share a length, with boards between them and at its ends.

    Raises:
        DivideError: they do not fit.
    """
    division = divide(length, members, separator=stile, ends=ends)
    return [(round(start, DIGITS), round(size, DIGITS)) for start, size in zip(division.starts, division.sizes, strict=True)]


def number_of(path: Path) -> str:
    """A region's path as it is written, as 2.1.3."""
    return ".".join(str(i + 1) for i in path)


def path_of(text: str) -> Path | None:
    """The path that is written as 2.1.3; None for nothing.

    Raises:
        RecordError: it is none, in words for the user.
    """
    numbers = text.strip().split(".")
    if numbers == [""]:
        return None
    if not all(number.isdigit() and int(number) for number in numbers):
        raise RecordError("A region is written by its numbers, as 2.1.3.")
    return tuple(int(number) - 1 for number in numbers)


def name_of(path: Path) -> str:
    """A region in words, for the beginning of a message."""
    return f"Region {number_of(path)}" if path else "The region"
