"""The door list: every front as the shop makes or orders it, with the parts that it is framed from."""

from collections.abc import Iterator
from dataclasses import dataclass, replace
from itertools import chain
from typing import NamedTuple

from tallplank.core.catalog.catalog import Catalog
from tallplank.core.joinery.made import Made, MadeUnit
from tallplank.core.joinery.part.part import Front, Part, Tag
from tallplank.core.measure.memo import Mapped
from tallplank.core.shop.alike import grouped_alike
from tallplank.core.shop.telling import bands_of, machining_of, shape_of
from tallplank.core.space.frame import Vec

UPRIGHT = 0.5


class Telling(NamedTuple):
    """What is said of a board beside its sizes: its bands with their sides, what is bored and cut, and that it is shaped."""

    bands: str = ""
    machining: str = ""
    shape: str = ""


class DoorPiece(NamedTuple):
    """Alike pieces of a framed front, with width and height as they stand in it."""

    name: str
    quantity: int
    width: float
    height: float
    thickness: float
    telling: Telling
    hand: str = ""
    """L or R of a piece that has a mirror image."""


@dataclass(frozen=True, slots=True)
class DoorRow:
    """One front. Lengths in millimetres."""

    owners: tuple[str, ...]
    room: str
    unit: str
    front: str
    style: str
    edge: str
    finish: str
    width: float
    height: float
    thickness: float
    hand: str
    hinges: int
    weight_kg: float
    parts: tuple[DoorPiece, ...]
    """The pieces of a framed front; nothing for a slab."""
    telling: Telling
    """Of a slab; that of a framed front is told of its pieces."""
    step: float
    """What its sizes are rounded to."""


class DoorlistMaker:
    """Makes door lists, keeping the lines of each unit that did not change."""

    def __init__(self) -> None:
        self._units: Mapped[MadeUnit, tuple[DoorRow, ...]] = Mapped()

    def rows(self, made: Made) -> tuple[DoorRow, ...]:
        """The fronts of all units, in the job's order and from top to bottom."""
        rooms = {room.id: room.name for room in made.job.rooms}
        return tuple(chain.from_iterable(self._units.of(made.units, lambda u: tuple(_rows(u, rooms[u.unit.room])), rooms)))


def doorlist(made: Made) -> tuple[DoorRow, ...]:
    """The door list, made from nothing."""
    return DoorlistMaker().rows(made)


def _rows(unit: MadeUnit, room: str) -> Iterator[DoorRow]:
    styles = unit.choice.catalog.door_styles
    for number, front in enumerate(unit.fronts):
        parts = [p for p in unit.parts if p.front == number]
        if front.kind == "strip" or not parts:
            continue
        style = styles.get(front.style)
        whole = parts[0]
        framed = len(parts) > 1
        yield DoorRow(
            (unit.unit.id,),
            room,
            unit.label,
            _whole(front, whole).name,
            style.name if style is not None and framed else "Slab",
            style.edge if style is not None else "square",
            whole.finish.name,
            *_size(parts),
            whole.finish.thickness,
            front.hand,
            _hinges(parts),
            front.weight_kg,
            tuple(_pieces(unit.choice.catalog, parts)) if framed else (),
            Telling() if framed else _telling(unit.choice.catalog, whole),
            unit.choice.rules.cut_step,
        )


def _size(parts: list[Part]) -> tuple[float, float]:
    """Width and height of a front in its own plane, whatever way it faces; a bent one is measured as the flat board."""
    if len(parts) == 1:
        return _standing(parts[0])
    face = parts[0].frame
    across = face.y if _stands(parts[0]) else face.x
    reach = [sum(c * a for c, a in zip(corner, across, strict=True)) for p in parts for corner in _corners(p)]
    heights = [corner.z for p in parts for corner in _corners(p)]
    return round(max(reach) - min(reach), 6), round(max(heights) - min(heights), 6)


def _corners(part: Part) -> Iterator[Vec]:
    length, width, _ = part.size
    return (part.frame.out((x, y, 0.0)) for x in (0.0, length) for y in (0.0, width))


def _stands(part: Part) -> bool:
    """Whether a piece stands upright by its length."""
    return abs(part.frame.x.z) > UPRIGHT


def _standing(part: Part) -> tuple[float, float]:
    length, width = round(part.length.value, 6), round(part.width.value, 6)
    return (width, length) if _stands(part) else (length, width)


def _whole(front: Front, part: Part) -> Tag:
    """The front that a part is, or is a piece of."""
    return part.tag.of if front.framed and part.tag.of is not None else part.tag


def _hinges(parts: list[Part]) -> int:
    return sum(h.what == "cup" for p in parts for h in p.holes)


def _telling(catalog: Catalog, part: Part) -> Telling:
    return Telling(bands_of(catalog, part), machining_of(part), shape_of(part))


def _pieces(catalog: Catalog, parts: list[Part]) -> Iterator[DoorPiece]:
    """What is one piece of work together; left ones and right ones are not, unless one can be turned to be the other."""
    for group in grouped_alike(parts):
        part, sides = group.parts[0], {p.tag.side for p in group.parts}
        name = _piece(part.tag if group.hand and len(sides) == 1 else part.tag.unhanded).name
        sizes = (*_standing(part), round(part.thickness.value, 6))
        yield DoorPiece(name, len(group.parts), *sizes, _telling(catalog, part), group.hand)


def _piece(tag: Tag) -> Tag:
    """A piece of a front by itself: 'rail bottom' and not 'door left rail bottom'; a slat stays one of its panel's."""
    if tag.of is None:
        return tag
    return replace(tag, of=None) if tag.of.of is None or tag.of.role == "front" else replace(tag, of=_piece(tag.of))
