"""How slats are sawn: from a board as thick as the lesser of their width and depth, so that they stand on edge or lie flat.

Source: common practice, no source: a strip is ripped from a board that is sold as thick as it is in one way, and is as wide in the other.
"""

from tallplank.core.job.filling import Slats
from tallplank.core.joinery.paneling.area import Area
from tallplank.core.joinery.part.form.plain import EndCut
from tallplank.core.joinery.part.form.swept import Swept
from tallplank.core.joinery.part.part import Part, Tag
from tallplank.core.joinery.setout.collector import Lay
from tallplank.core.measure.size import Size

SLAT, LYING = Tag("slat"), Tag("slat", "on its face")


def lies_flat(fill: Slats) -> bool:
    """Whether slats lie flat on what is behind them: those that are wider than deep do."""
    return fill.deep < fill.width


def thick_of(fill: Slats) -> float:
    """How thick the board is that they are sawn from."""
    return min(fill.width, fill.deep)


def sizes_of(fill: Slats, length: Size) -> tuple[Size, Size, Size]:
    """Length, width and thickness of one."""
    width, deep = Size.of(fill.width, "width of a slat"), Size.of(fill.deep, "depth of a slat")
    return (length, width, deep) if lies_flat(fill) else (length, deep, width)


def lay_of(fill: Slats, place: Area, low: float, behind: float) -> Lay:
    """How one lies at a place, from where it begins along its length: on edge from its first side, flat from its second."""
    if fill.way == "upright":
        return Lay("+z", "-x", (place.right, behind, low)) if lies_flat(fill) else Lay("+z", "-y", (place.x, behind, low))
    return Lay("+x", "+z", (low, behind, place.z)) if lies_flat(fill) else Lay("+x", "-y", (low, behind, place.top))


def cut_at(fill: Slats, start: float, stop: float) -> Swept:
    """One that is cut at an angle: by how much its start and its end go on for each millimetre from its first to its second side."""
    if lies_flat(fill):
        profile = ((0.0, 0.0), (fill.width, 0.0), (fill.width, fill.deep), (0.0, fill.deep))
        return Swept(profile, EndCut(y=start), EndCut(y=0.0 - stop))
    profile = ((0.0, 0.0), (fill.deep, 0.0), (fill.deep, fill.width), (0.0, fill.width))
    return Swept(profile, EndCut(z=0.0 - start), EndCut(z=stop))


def tag_of(fill: Slats) -> Tag:
    """What they are called."""
    return LYING if lies_flat(fill) else SLAT


def is_slat(part: Part) -> bool:
    """Whether a part is one."""
    return part.tag.role == SLAT.role and part.tag.of is None


def outward(part: Part) -> int:
    """Which of a slat's own sizes and ways stands out from the wall: 1, its width, on edge; 2, its thickness, where it lies flat."""
    return 2 if part.tag.side == LYING.side else 1
