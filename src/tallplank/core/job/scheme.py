"""Paneled walls: a scheme on a face of a room is a tree of regions that divide it, each with what fills it."""

from collections.abc import Callable, Iterator
from functools import cached_property
from itertools import pairwise
from typing import Annotated, Literal, NamedTuple, Self

from pydantic import Field, model_validator

from tallplank.core.job.base import Bounds, Id, Line, Mm, Name, NotNegative, Positive, Record, RecordError
from tallplank.core.job.filling import PLAIN, Fill, Plain
from tallplank.core.measure.divide import Member

MOST_SCHEMES, MOST_PARTS, MOST_DEPTH, MOST_COUNT = 100, 60, 8, 200
TOO_DEEP = f"regions are divided at most {MOST_DEPTH} times one in another"
Path = tuple[int, ...]
ROOT: Path = ()
BoardWidth = Annotated[Mm, Bounds(5, 2000, or_zero=True)]
"""Of a board between regions, or 0 for none."""


LEAST_RISE = 0.1
Rise = Annotated[Mm, Bounds(LEAST_RISE, 10_000, or_zero=True)]
"""Of an arc over its chord, or 0 for a straight line."""
Mark = Annotated[Line, Field(min_length=1, max_length=130)]
"""A place on a wall, by what it belongs to and which part of that it is, as "window1.head"."""
Corners = Literal["rounded", "scooped", "notched"]


class Outline(Record):
    """The outline of a region within its rectangle: so far within boards around it, with an arch at its head or with shaped corners."""

    border: NotNegative = 0.0
    """How wide the boards around it are; with none only the corners are filled."""
    rise: Rise = 0.0
    """How high the arch at its head rises over its springing; 0 for none."""
    corner: NotNegative = 0.0
    """How large its corners are; under an arch only the lower ones. 0 for square ones."""
    corners: Corners = "rounded"


class Bend(Record):
    """A point that an edge goes through: where along it, as a share of its length, and how far it lies beyond the straight edge there."""

    along: Annotated[float, Field(gt=0, lt=1)] = 0.5
    out: Mm = 0.0


class Edge(Record):
    """How the edge of a region to the next one is curved: an arc by its rise, or through points; beyond it is more than 0."""

    rise: Mm = 0.0
    bends: Annotated[tuple[Bend, ...], Field(max_length=12)] = ()

    @model_validator(mode="after")
    def _in_order(self) -> Self:
        if 0.0 < abs(self.rise) < LEAST_RISE:
            raise ValueError(f"an edge rises by {LEAST_RISE:g} mm at least, or not at all")
        places = [0.0, *(bend.along for bend in self.bends), 1.0]
        if any(b - a < 0.01 for a, b in pairwise(places)):
            raise ValueError("the points of an edge follow one another along it, a hundredth of its length apart at least")
        return self


class Region(Record):
    """A part of a wall. One that is divided has `parts`, from left to right or from the bottom up, with boards between them.

    Its own size among its neighbours is a member of the divide rule. A single part may repeat, `count` times or as often as makes it
    about as large as `wanted`.
    """

    size: Positive | None = None
    share: Annotated[float, Field(gt=1e-6, le=1e6, allow_inf_nan=False)] = 1.0
    least: NotNegative = 0.0
    most: Positive | None = None
    split: Literal["across", "up"] = "across"
    stile: BoardWidth = 0.0
    """How wide the boards between the parts are; 0 for none."""
    ends: BoardWidth | None = None
    """How wide the boards at both ends are; as those between where it is not given."""
    parts: Annotated[tuple["Region", ...], Field(max_length=MOST_PARTS)] = ()
    count: Annotated[int, Field(ge=0, le=MOST_COUNT)] = 0
    wanted: Positive | None = None
    finish: Id | None = None
    """Of its boards and of all within it; the scheme's where it is not given."""
    fill: Fill = PLAIN
    outline: Outline | None = None
    """Where it is no rectangle."""
    edge: Edge | None = None
    """Where its right or upper edge, to the next region, is not straight."""
    proud: NotNegative = 0.0
    """How far it stands before what is around it, on a board so thick."""
    pin: Mark | None = None
    """What its right or upper edge is held at, whatever its size: the head of a window, the top of another paneled wall."""
    like: tuple[Annotated[int, Field(ge=0, lt=MOST_COUNT)], ...] | None = None
    """The path of the region that it is as large as."""
    about: Mark | None = None
    """What its parts, where they repeat, are symmetric about."""

    @model_validator(mode="after")
    def _repeats_one(self) -> Self:
        if (self.count or self.wanted is not None) and len(self.parts) != 1:
            raise ValueError("only a single part repeats")
        if self.parts and not isinstance(self.fill, Plain):
            raise ValueError("a region that is divided is filled by its parts")
        return self

    @cached_property
    def member(self) -> Member:
        """Its size as the divide rule takes it."""
        return Member(self.size, self.share, self.least, self.most)

    @property
    def at_ends(self) -> float:
        """How wide the boards at both ends are."""
        return self.stile if self.ends is None else self.ends

    @property
    def depth(self) -> int:
        """How many divisions lie one in another."""
        return self.within.depth

    @cached_property
    def within(self) -> "Within":
        """What follows from it and the regions in it; kept, since an edit leaves most of a tree as it is."""
        return _within(self)


class Within(NamedTuple):
    """What follows from a region and all that are in it."""

    depth: int
    """How many divisions lie one in another."""
    likes: frozenset[Path]
    """The paths of those that others are as large as."""
    marks: tuple[tuple[Path, Mark], ...]
    """What they are held at, with their paths from this one."""
    is_plain: bool
    """Whether it is divided in straight lines on one level, and by nothing but its own sizes."""


def _within(region: Region) -> Within:
    parts = [part.within for part in region.parts]
    marks = [(ROOT, mark) for mark in (region.pin, region.about) if mark is not None]
    marks += [((index, *path), mark) for index, part in enumerate(parts) for path, mark in part.marks]
    likes = frozenset() if region.like is None else frozenset({region.like})
    bent = region.outline is not None or region.edge is not None or region.proud
    plain = not (bent or likes or marks) and all(part.is_plain for part in parts)
    return Within(1 + max(p.depth for p in parts) if parts else 0, likes.union(*(p.likes for p in parts)), tuple(marks), plain)


class Boxing(Record):
    """What stands before a wall over a frame of battens, with boards at its sides, and hides what is behind it."""

    deep: Annotated[float, Field(ge=20, le=3000, allow_inf_nan=False)] = 200.0
    """How far its face stands before the wall; at its ends, where it bows out."""
    bow: Rise = 0.0
    """By how much more its face stands before the wall in the middle: part of a circle, seen from above. 0 for a flat one."""
    arch: Rise = 0.0
    """By how much more its upper edge rises in the middle than at its sides: part of a circle, seen from the front. 0 for a level one."""
    skin: Id | None = None
    """The board that is bent where it bows out or is arched; that of its finish, sawn in from behind, where it is not given."""
    boards: BoardWidth = 0.0
    """How thick the boards at its sides and its lid are; as its face where it is 0."""
    clear: NotNegative = 10.0
    """How far it keeps from what it hides."""
    batten: Annotated[float, Field(ge=15, le=200, allow_inf_nan=False)] = 60.0
    """How wide its battens are."""
    pitch: Annotated[float, Field(ge=100, le=2000, allow_inf_nan=False)] = 600.0
    """How far apart its upright battens are at most."""


class Trim(Record):
    """A molding along a paneled wall at a height of its own: its lower edge, or its upper one where it lies `under` that."""

    molding: Id
    z: NotNegative = 0.0
    pin: Mark | None = None
    """What it lies on or under, in place of a height: another molding, the head of a window."""
    under: bool = False


class Scheme(Record):
    """A paneled wall, or a part of one: from `left` to `right` (from the ends of its face), from `low` up to `high` or to the ceiling."""

    id: Id
    name: Name
    face: Id
    left: NotNegative = 0.0
    right: NotNegative = 0.0
    low: NotNegative = 0.0
    high: Positive | None = None
    backing: NotNegative = 0.0
    """How thick the board behind all of it is; 0 for the wall itself."""
    base: Id | None = None
    rail: Id | None = None
    crown: Id | None = None
    """Moldings: along the floor, along its upper edge, and under the ceiling."""
    trims: Annotated[tuple[Trim, ...], Field(max_length=12)] = ()
    """More of them, each stands on what is planted at its height."""
    casing: Id | None = None
    """The molding round doors and windows; what is paneled ends at it."""
    stops: Literal["square", "returned"] = "square"
    """How moldings end at openings and where the paneling ends; returned, their profile goes on round to the wall."""
    inner: Literal["mitred", "coped"] = "mitred"
    """How moldings meet in inner corners; coped, the left end of each is cut to the profile of the one that it meets."""
    finish: Id | None = None
    box: Boxing | None = None
    """Where it does not lie on the wall but stands before it; its face is the backing."""
    studs: Annotated[Mm, Bounds(50, 5000, or_zero=True)] = 600.0
    """How far apart the studs are that boards are fixed to, from the left end of the wall: seams lie on them. 0 for a solid wall."""
    root: Region = Region()

    @property
    def stands(self) -> float:
        """How far the face of its backing is before the wall."""
        return self.backing if self.box is None else self.box.deep

    def with_root(self, root: Region) -> Self:
        """The same divided otherwise.

        Raises:
            RecordError: it is divided too often.
        """
        if root.depth > MOST_DEPTH:
            raise RecordError(f"{TOO_DEEP.capitalize()}.")
        return self.model_copy(update={"root": root})

    def middle(self, length: float) -> float:
        """Its middle on a face of a length."""
        return (self.left + length - self.right) / 2

    @property
    def side(self) -> float:
        """How thick the boards at the sides of a boxing and its lid are."""
        return (self.box.boards if self.box is not None else 0.0) or self.backing

    @model_validator(mode="after")
    def _is_sound(self) -> Self:
        if self.box is not None and not 0.0 < self.backing < self.box.deep:
            raise ValueError("a boxing has a backing, which is its face and thinner than it is deep")
        if self.box is not None and self.box.arch and (self.box.bow or self.high is None):
            raise ValueError("a boxing that is arched ends below the ceiling, and its face is flat")
        if self.high is not None and self.high <= self.low:
            raise ValueError("its upper edge is above its lower one")
        if self.root.depth > MOST_DEPTH:
            raise ValueError(TOO_DEEP)
        return self


def region_at(root: Region, path: Path) -> Region | None:
    """The region at a path, or None; all copies of one that repeats are the same region."""
    for index in path:
        if not root.parts:
            return None
        repeats = bool(root.count or root.wanted is not None)
        if not repeats and not 0 <= index < len(root.parts):
            return None
        root = root.parts[0 if repeats else index]
    return root


def changed_at(root: Region, path: Path, change: Callable[[Region], Region]) -> Region:
    """The tree with one region changed; a copy of one that repeats stands for all of them.

    Raises:
        RecordError: there is no such region, or it would not be allowed.
    """
    if not path:
        return change(root)
    repeats = bool(root.count or root.wanted is not None)
    index = 0 if repeats else path[0]
    if not 0 <= index < len(root.parts):
        raise RecordError("The wall has no such region.")
    part = changed_at(root.parts[index], path[1:], change)
    return root.model_copy(update={"parts": (*root.parts[:index], part, *root.parts[index + 1 :])})  # as many as before: nothing to check


def regions(root: Region, path: Path = ROOT) -> Iterator[tuple[Path, Region]]:
    """Every region with its path, a division before its parts."""
    yield path, root
    for index, part in enumerate(root.parts):
        yield from regions(part, (*path, index))
