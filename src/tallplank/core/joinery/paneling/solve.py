"""The solve of a paneled wall: its regions as rectangles on the elevation, and the boards that part them.

Source: the panel sum: a length less the boards between and at the ends, shared equally; common practice. A panel's border is measured
from the finished molding, not from the wall: a baseboard of 9 in and a border of 3 in let a panel begin at 12 in; common practice.
"""

from collections.abc import Callable, Hashable, Iterator, Mapping, Sequence
from dataclasses import dataclass
from functools import cached_property, partial
from itertools import pairwise
from operator import sub
from typing import Literal

from tallplank.core.catalog.catalog import Catalog
from tallplank.core.catalog.hardware import Molding
from tallplank.core.error import mm
from tallplank.core.job.face import Face
from tallplank.core.job.scheme import ROOT, Path, Region, Scheme
from tallplank.core.joinery.paneling.arch import arch_of, face_below
from tallplank.core.joinery.paneling.area import Area, area_of
from tallplank.core.joinery.paneling.block import Block, Field, Strip
from tallplank.core.joinery.paneling.edge import Bounded, bounded, strips_between
from tallplank.core.joinery.paneling.place import NO_MARKS, SAME, HeldBy, Spans, name_of, number_of, placed, repeats, shared
from tallplank.core.joinery.paneling.shape import common, cut_by, ring_within
from tallplank.core.joinery.part.part import BuildError
from tallplank.core.measure.divide import DivideError
from tallplank.core.measure.keep import Keep
from tallplank.core.measure.memo import Same
from tallplank.core.space.bow import Bow
from tallplank.core.space.outline import Ring

Like = Callable[[], Block | None]
LEAST, MOST_ROUNDS = 1.0, 20
"""A wall that is narrower is none."""


@dataclass(frozen=True)
class Solved:
    """A scheme as it lies on its wall."""

    scheme: Scheme
    whole: Area
    """From end to end, with its moldings."""
    inner: Area
    """What is divided: between the moldings."""
    block: Block
    marks: Mapping[str, float]
    """The places on its wall that its regions and moldings may be held at."""
    arch: Bow | None = None
    """Its upper edge, where it is arched."""

    @property
    def fields(self) -> tuple[Field, ...]:
        """All its regions where they lie."""
        return self.block.fields

    @property
    def strips(self) -> tuple[Strip, ...]:
        """All boards between regions and at the ends of divisions."""
        return self.block.all_strips

    @cached_property
    def middles(self) -> tuple[float, ...]:
        """The middles of upright boards, from the left."""
        return tuple(sorted(self.block.middles))

    @property
    def leaves(self) -> tuple[Field, ...]:
        """The fields that are not divided."""
        return self.block.leaves


def solve(
    scheme: Scheme,
    face: Face,
    catalog: Catalog,
    ends: tuple[float, float] = (0.0, 0.0),
    marks: Mapping[str, float] = NO_MARKS,
    sides: tuple[bool, bool] = (True, True),
    keep: Keep | None = None,
) -> Solved:
    """A scheme on a face; its boards begin and stop so far within it at its `ends`, before what stands round a corner of the room.

    `marks` are the places on the face that its regions may be held at; `sides` says which ends are free, left and right.
    What was divided before is asked of `keep`.

    Raises:
        BuildError: its sizes do not fit; the text names the region.
    """
    high = face.height if scheme.high is None else scheme.high
    whole = Area(scheme.left, scheme.low, face.length - scheme.left - scheme.right, high - scheme.low)
    if high > face.height + LEAST:
        raise BuildError(f"It would be {mm(high)} high; the wall is {mm(face.height)} high.")
    base, rail, crown = (rise(catalog, key) for key in (scheme.base, scheme.rail, scheme.crown if scheme.high is None else None))
    left, right = ends
    inner = Area(whole.x + left, whole.z + base, whole.width - left - right, whole.height - base - rail - crown)
    if min(inner.width, inner.height) < LEAST:
        raise BuildError("There is nothing left between its ends and its moldings.")
    arch = arch_of(catalog, scheme, inner, sides)
    if arch is not None and rail:
        raise BuildError("A boxing that is arched has no rail: moldings do not bend.")
    around = Field(ROOT, scheme.root, inner, scheme.finish, ring=face_below(arch, inner) if arch is not None else None)
    return Solved(
        scheme, whole, inner, _held(_field(ROOT, scheme.root, inner, around), marks, Keep() if keep is None else keep), marks, arch
    )


def _held(root: Field, marks: Mapping[str, float], keep: Keep) -> Block:
    """The whole divided, over and over until what is as large as something else is so."""
    wanted = root.region.within.likes
    used = frozenset(mark for _, mark in root.region.within.marks)  # what moves elsewhere on the wall leaves it as it is
    marks = {key: at for key, at in marks.items() if key in used}
    likes: Mapping[Path, tuple[float, float]] = {}
    for _ in range(MOST_ROUNDS):
        block = _divided(root, HeldBy(keep.alike(tuple(marks.items())), keep.alike(tuple(likes.items()))), keep)
        found = {f.path: (f.area.width, f.area.height) for f in block.fields if f.path in wanted} if wanted else {}
        if found.keys() == likes.keys() and all(max(map(abs, map(sub, found[key], likes[key]))) < SAME for key in found):
            return block
        likes = found
    raise BuildError("Regions that are as large as one another go round in a circle.")


def rise(catalog: Catalog, molding: str | None) -> float:
    """How high a molding is; 0 without one."""
    item = catalog.hardware.get(molding or "")
    return item.rise if isinstance(item, Molding) else 0.0


def _divided(field: Field, held: HeldBy, keep: Keep, like: Like | None = None) -> Block:
    """A field with all that is in it, which is `like` another one beside it or divided for itself.

    A boundary that is dragged leaves most of a wall as it is, and with it the very same blocks.
    """
    path, region, *where = field
    key = (id(region), path, held, *where)  # the block holds on to its region, so that its identity is not reused

    def anew() -> Block:
        other = like() if like is not None else None
        return _divided_anew(field, held, keep) if other is None else Block(field, like=other)

    block: Block = keep.table("blocks").get(key, anew)
    return block


class _Beside:
    """The parts of a region that were divided, of which the next may be the like; few are asked for theirs."""

    def __init__(self, keep: Keep) -> None:
        self._keep, self._first = keep, dict[Hashable, Block]()
        self._waiting = list[tuple[Region, float, Block]]()

    def like(self, part: Region, size: float) -> Block | None:
        """The first that is as large, and divided and filled alike."""
        for other, own, block in self._waiting:
            self._first.setdefault((_kind(other, self._keep), own), block)
        self._waiting.clear()
        return self._first.get((_kind(part, self._keep), size))

    def add(self, part: Region, size: float, block: Block) -> None:
        """Another one."""
        self._waiting.append((part, size, block))


def _divided_anew(field: Field, held: HeldBy, keep: Keep) -> Block:
    region, area = field.region, field.inside
    if not region.parts:
        return Block(field)
    across = region.split == "across"
    start, length = (area.x, area.width) if across else (area.z, area.height)
    try:
        parts, places = _placed(field, start, length, held, keep)
    except DivideError as problem:
        raise BuildError(f"{_where(field)}: {problem.text}") from None
    curved, found, beside = bounded(region, parts, places, area, field.path), [], _Beside(keep)
    for index, (part, (start, size)) in enumerate(zip(parts, places, strict=True)):
        at = Area(area.x + start, area.z, size, area.height) if across else Area(area.x, area.z + start, area.width, size)
        own = curved.get(index, Bounded(at, None))
        inner = _field((*field.path, index), part, own.area, field, own.ring)
        if own.ring is not None or inner.clip is not None or not (part.parts and part.within.is_plain):
            found.append(_divided(inner if own.ring is None else inner._replace(straight=at), held, keep))
        else:  # divided alike wherever it lies
            found.append(_divided(inner, held, keep, partial(beside.like, part, size)))
            beside.add(part, size, found[-1])
    bent = strips_between(region, parts, places, area)
    if bent or field.ring is not None:
        strips = tuple(_strips(field, places, across, bent))
    else:
        straight = (field.path, area, tuple(places), across, field.finish, field.proud)
        strips = keep.table("strips").get(straight, lambda: _straight_strips(*straight))  # the very same, whatever fills it
    return Block(field, strips, tuple(found))


def _placed(field: Field, start: float, length: float, held: HeldBy, keep: Keep) -> tuple[Sequence[Region], Spans]:
    """Where its parts lie; those that nothing else holds are shared as those before were that are as large."""
    region = field.region
    if not region.within.is_plain or repeats(region):
        return placed(region, field.path, start, length, held)
    by = (length, tuple([part.member for part in region.parts]), region.stile, (region.at_ends, region.at_ends))
    return region.parts, keep.table("spans").get(by, lambda: shared(*by))


def _kind(region: Region, keep: Keep) -> Same[Region]:
    """The very same for regions that are divided and filled alike."""
    kind: Same[Region] = keep.table("kinds").by_identity((region,), lambda: keep.alike(region))
    return kind


def _straight_strips(
    path: Path, area: Area, places: tuple[tuple[float, float], ...], across: bool, finish: str | None, proud: float
) -> tuple[Strip, ...]:
    return tuple(Strip(path, number, at, across, finish, None, proud) for number, at in _gaps(area, places, across))


def _field(path: Path, region: Region, area: Area, around: Field, bent: Ring | None = None) -> Field:
    """A region in what is around it, which may have an outline of its own, and edges that are `bent`."""
    clip = cut_by(area, around.ring)
    if bent is not None:
        clip = bent if clip is None else common(bent, clip, name_of(path))
    field = Field(path, region, area, region.finish or around.finish, clip, clip, around.proud + region.proud)
    if region.outline is None:
        return field
    own = ring_within(region.outline, area, name_of(path))
    return field._replace(ring=own if clip is None else common(own, clip, name_of(path)))


def _strips(field: Field, places: Sequence[tuple[float, float]], across: bool, bent: Mapping[int, Ring]) -> Iterator[Strip]:
    """The boards between parts and at both ends; those that are `bent` by the number of the part before."""
    for number, at in _gaps(field.inside, places, across):
        ring = bent.get(number - 1)
        if ring is None:
            yield Strip(field.path, number, at, across, field.finish, cut_by(at, field.ring, recut=False), field.proud)
        else:
            around, within = area_of(ring), ring if field.ring is None else common(ring, field.ring, _where(field))
            yield Strip(field.path, number, around, across, field.finish, within, field.proud)


def _gaps(area: Area, places: Sequence[tuple[float, float]], across: bool) -> Iterator[tuple[int, Area]]:
    """What parts leave between them and at both ends, with the number of the part after it."""
    first, last = places[0], places[-1]
    length = area.width if across else area.height
    spans = [(0.0, first[0]), *((start + size, after) for (start, size), (after, _) in pairwise(places))]
    spans.append((last[0] + last[1], length))
    for number, (low, high) in enumerate(spans):
        if high - low > SAME:
            at = Area(area.x + low, area.z, high - low, area.height) if across else Area(area.x, area.z + low, area.width, high - low)
            yield number, at


def _where(field: Field) -> str:
    """A region in words, for messages."""
    way: Literal["widths", "heights"] = "widths" if field.region.split == "across" else "heights"
    return f"The {way} in region {number_of(field.path)}" if field.path else f"The {way} of its regions"
