"""How far a paneled wall begins from an inner corner: by what stands there on it and on the next wall, layer by layer.

Two layers keep clear of one another where either begins only beyond the depth of the other; plain geometry.
"""

from collections.abc import Iterator, Sequence
from math import cos, radians, sin
from typing import NamedTuple, assert_never

from tallplank.core.catalog.catalog import Catalog
from tallplank.core.job.filling import Cover, Facets, Frames, Grooves, KeptFree, Panel, Plain, Shelves, Slats, Tiles, Upholstery
from tallplank.core.job.scheme import Region

FAR = 100.0
"""What is beyond a region at the end of a wall is so far from its corner at least, unless that region is given less."""


class Layer(NamedTuple):
    """Something on a wall: how far from its end it begins, how far before the wall it reaches, and whether it runs into the corner."""

    back: float
    out: float
    runs: bool = False


def beginning(own: Sequence[Layer], its: Sequence[Layer], angle: float, *, at_left: bool, there: float | None = None) -> float:
    """How far from a corner of so many degrees, up to a right angle, what is on a wall begins, for what is on the other one.

    At its left end a wall stands against what runs into the corner there. The other begins so far `there`; where that is not
    known yet, at the backing of this one.
    """
    least = min(layer.out for layer in own) if there is None else there
    found = 0.0
    for mine, other in ((mine, other) for mine in own for other in its):
        runs = at_left and other.runs
        if runs or other.back + least < crossing(mine.out, other.out, angle) - HAIR:
            found = max(found, crossing(other.out, mine.out, angle) - mine.back)
    return found


HAIR = 1e-6


def crossing(its: float, own: float, angle: float) -> float:
    """How far from a corner of so many degrees a line so far before this wall meets one so far before the other."""
    turn = radians(angle)
    return (its + own * cos(turn)) / sin(turn)


def layers_at(region: Region, side: str, finish: str | None, catalog: Catalog, usual: float) -> frozenset[Layer]:
    """What of a region lies at one of its sides, before what is behind it; `usual` is how thick boards of no finish are."""
    return region.carried(("layers", side), lambda: _layers_anew(region, side, finish, catalog, usual), finish, catalog, usual)


def _layers_anew(region: Region, side: str, finish: str | None, catalog: Catalog, usual: float) -> frozenset[Layer]:
    finish = region.finish or finish
    known = catalog.finishes.get(finish or "")
    board = known.thickness if known is not None else usual
    found: set[Layer] = set()
    within = 0.0
    if region.outline is not None:
        found.add(Layer(0.0, board))
        within = region.outline.border
    if region.parts:
        found |= {
            Layer(part.back + within, part.out, part.runs and not within) for part in _of_parts(region, side, finish, catalog, usual, board)
        }
    else:
        found |= {Layer(layer.back + within, layer.out) for layer in planted(region, board)}
    ground = {Layer(0.0, region.proud, True)} if region.proud else set()
    return frozenset({Layer(layer.back, layer.out + region.proud, layer.runs) for layer in found} | ground)


def _of_parts(region: Region, side: str, finish: str | None, catalog: Catalog, usual: float, board: float) -> Iterator[Layer]:
    """What of the parts of a region lies at a side, and the boards there."""
    inner = [layers_at(part, side, finish, catalog, usual) for part in region.parts]
    if region.split == "up":
        if max(region.stile, region.at_ends) > 0:
            yield Layer(0.0, board, True)
        for layers in inner:
            yield from layers
        return
    if region.at_ends > 0:
        yield Layer(0.0, board, True)
    order = inner if side == "left" else inner[::-1]
    for layer in order[0]:
        yield Layer(layer.back + region.at_ends, layer.out, layer.runs and not region.at_ends)
    first = region.parts[0 if side == "left" else -1]
    beyond = region.at_ends + (first.size if first.size is not None else max(first.least, FAR))
    deepest = max((layer.out for layers in order[1:] for layer in layers), default=0.0)
    yield Layer(beyond, max(deepest, board if region.stile > 0 else 0.0))


def planted(region: Region, board: float) -> Iterator[Layer]:
    """What a region is filled with."""
    match region.fill:
        case Slats(deep=deep):
            yield Layer(0.0, deep)
        case Frames(frames=frames):
            back = 0.0
            for frame in frames:
                back += frame.inset
                yield Layer(back, frame.thick)
                back += frame.width
        case Grooves():
            yield Layer(0.0, board)
        case Cover(border=border):
            yield Layer(border, board)
        case Panel(raised=raised, border=border):
            yield Layer(border, raised)
        case Tiles(raised=raised, motif=motif, motif_raised=more):
            yield Layer(0.0, raised if motif == "none" else max(raised, more))
        case Facets(peaks=peaks):
            yield Layer(0.0, max(peak.out for peak in peaks))
        case Shelves(deep=deep, recessed=recessed):
            yield Layer(0.0, 0.0 if recessed else deep)
        case Upholstery(board=under, foam=foam):
            yield Layer(0.0, under + foam)
        case Plain() | KeptFree():
            yield Layer(0.0, 0.0)
        case _:
            assert_never(region.fill)
