"""Regions that are alike but for where they lie: what divides them and what fills them, from their own corner."""

from collections.abc import Collection, Hashable

from tallplank.core.joinery.paneling.area import DIGITS, Area
from tallplank.core.joinery.paneling.block import Block, Field
from tallplank.core.joinery.paneling.filling.fill import is_alike
from tallplank.core.measure.keep import Keep
from tallplank.core.measure.memo import Same


def layouts_in(block: Block, keep: Keep) -> list[Same[Hashable] | None]:
    """What is the same of those of its parts that are made alike wherever they are.

    None of one that no other is like.
    """
    likes = {id(part.like) for part in block.parts}
    return [None if _is_alone(part, likes) else _layout_of(part, keep) for part in block.parts]


def _is_alone(block: Block, likes: Collection[int]) -> bool:
    """Whether one was asked for its like as it was divided, and has none, nor is the like of another."""
    return block.like is None and id(block) not in likes and block.is_divided and block.field.region.within.is_plain


def _layout_of(block: Block, keep: Keep) -> Same[Hashable] | None:
    """None where anything in it depends on more than itself."""
    return block.carried("layout", lambda: _anew(block, keep), keep)


def at_corner(block: Block) -> Block:
    """The region as it would be at (0, 0)."""
    return _moved(block, block.field.area.x, block.field.area.z)


def _anew(block: Block, keep: Keep) -> Same[Hashable] | None:
    if block.like is not None:
        return _layout_of(block.like, keep)
    area = block.field.area
    if any(strip.clip for strip in block.all_strips) or not all(map(_is_plain, block.fields)):
        return None
    return keep.alike(_layout(block, area.x, area.z))


def _layout(block: Block, x: float, z: float) -> Hashable:
    field = block.field
    strips = tuple([(_from(strip.area, x, z), strip.upright, strip.finish, strip.proud) for strip in block.strips])
    if not block.parts:
        return _from(field.area, x, z), field.finish, field.proud, field.region.fill
    return _from(field.area, x, z), field.proud, strips, tuple([_layout(part, x, z) for part in block.parts])


def _is_plain(field: Field) -> bool:
    region = field.region
    if region.proud or region.outline is not None or field.clip is not None or field.ring is not None or field.straight is not None:
        return False
    return bool(region.parts) or is_alike(field)


def _moved(block: Block, x: float, z: float) -> Block:
    strips = tuple([strip._replace(area=_from(strip.area, x, z)) for strip in block.strips])
    parts = tuple([_moved(part, x, z) for part in block.parts])
    return Block(block.field._replace(area=_from(block.field.area, x, z)), strips, parts)


def _from(area: Area, x: float, z: float) -> Area:
    return Area(round(area.x - x, DIGITS), round(area.z - z, DIGITS), round(area.width, DIGITS), round(area.height, DIGITS))
