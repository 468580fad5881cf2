"""A divided wall in blocks: a region with the boards between its parts, and these; those that are alike are divided once."""

from dataclasses import dataclass
from functools import cached_property
from itertools import chain
from typing import NamedTuple

from tallplank.core.job.filling import Plain
from tallplank.core.job.scheme import Path, Region
from tallplank.core.joinery.paneling.area import DIGITS, Area, around, wider
from tallplank.core.measure.carry import Carrying
from tallplank.core.space.outline import Ring, bounds


class Field(NamedTuple):
    """A region where it lies; `finish` is its own or that of what it is in."""

    path: Path
    region: Region
    area: Area
    finish: str | None
    clip: Ring | None = None
    """The outline of what it is in, where that cuts it."""
    ring: Ring | None = None
    """Its own outline, where it is no rectangle."""
    proud: float = 0.0
    """How far it stands before the backing, with all that it is in."""
    straight: Area | None = None
    """Where it would lie if its edges were not curved."""

    @property
    def nominal(self) -> Area:
        """The rectangle that its division gives it."""
        return self.straight or self.area

    @property
    def inside(self) -> Area:
        """What is within the boards around its outline."""
        outline = self.region.outline
        return self.area.within(outline.border) if outline is not None else self.area

    @property
    def reach(self) -> Area:
        """All that it takes up, with a curved outline that bulges beyond its rectangle."""
        if self.ring is None:
            return self.area
        (left, low), (right, top) = bounds(self.ring)
        return around((self.area, Area(left, low, right - left, top - low)))


class Strip(NamedTuple):
    """A board between two regions, or at an end of a division: upright between those side by side, else level."""

    path: Path
    number: int
    area: Area
    upright: bool
    finish: str | None
    clip: Ring | None = None
    """The outline of what it is in, where that cuts it."""
    proud: float = 0.0
    """How far what it stands on is before the backing."""


@dataclass(frozen=True)
class Block(Carrying):
    """A field with the boards between its parts, and with these; where it is `like` another, they are as there."""

    field: Field
    own_strips: tuple[Strip, ...] = ()
    own_parts: tuple["Block", ...] = ()
    like: "Block | None" = None
    """One beside it that is as large, divided and filled alike, in which all is straight."""

    @cached_property
    def strips(self) -> tuple[Strip, ...]:
        """The boards between its parts and at the ends of these."""
        if self.like is None:
            return self.own_strips
        return tuple([strip._replace(path=self.field.path, area=self._here(strip.area)) for strip in self.like.strips])

    @cached_property
    def parts(self) -> tuple["Block", ...]:
        """What it is divided into."""
        if self.like is None:
            return self.own_parts
        fields = [part.field for part in self.like.parts]
        here = [field._replace(path=(*self.field.path, i), area=self._here(field.area)) for i, field in enumerate(fields)]
        return tuple([Block(field, like=part) for field, part in zip(here, self.like.parts, strict=True)])

    @property
    def is_divided(self) -> bool:
        """Whether it has parts, which need not lie anywhere to be asked."""
        return bool(self.own_parts) if self.like is None else self.like.is_divided

    def _here(self, area: Area) -> Area:
        assert self.like is not None
        here, there = self.field.area, self.like.field.area
        x, z = here.x + round(area.x - there.x, DIGITS), here.z + round(area.z - there.z, DIGITS)
        return Area(x, z, area.width, area.height)

    def reach(self, hidden: float) -> Area:
        """All that it takes up, where boards at the end of the wall go on by so much into the corner."""
        return wider(self._reach, hidden)

    @cached_property
    def _reach(self) -> Area:
        if self.like is not None:
            return self.field.area
        beyond = [strip.area for strip in self.strips if strip.clip is not None]
        beyond += [part._reach for part in self.parts if part.own_parts or part.field.ring is not None]
        return around((self.field.reach, *beyond)) if beyond else self.field.reach

    @cached_property
    def fields(self) -> tuple[Field, ...]:
        """The field and all that are in it, a division before its parts."""
        return (self.field, *(field for part in self.parts for field in part.fields))

    @cached_property
    def all_strips(self) -> tuple[Strip, ...]:
        """The boards between its parts and within these."""
        return (*self.strips, *(strip for part in self.parts for strip in part.all_strips))

    @cached_property
    def middles(self) -> tuple[float, ...]:
        """The middles of the upright ones among them."""
        if self.like is not None:
            by = self.field.area.x - self.like.field.area.x
            return tuple([round(x + by, DIGITS) for x in self.like.middles])
        own = [round(strip.area.x + strip.area.width / 2, DIGITS) for strip in self.strips if strip.upright]
        return (*own, *chain.from_iterable([part.middles for part in self.parts]))

    @cached_property
    def leaves(self) -> tuple[Field, ...]:
        """Those of its fields that are not divided."""
        return tuple(chain.from_iterable([part.leaves for part in self.parts])) if self.is_divided else (self.field,)

    @cached_property
    def painted(self) -> tuple[Field, ...]:
        """Those of them that are painted."""
        if self.like is not None and not self.like.painted:
            return ()
        if self.is_divided:
            return tuple(chain.from_iterable([part.painted for part in self.parts]))
        fill = self.field.region.fill
        return (self.field,) if isinstance(fill, Plain) and fill.paint is not None else ()
