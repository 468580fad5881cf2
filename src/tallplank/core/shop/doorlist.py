"""The door list: every front as the shop makes or orders it, with the parts that it is framed from."""

from collections import Counter
from collections.abc import Iterator
from dataclasses import dataclass, replace
from itertools import chain

from tallplank.core.joinery.made import Made, MadeUnit
from tallplank.core.joinery.part.part import Front, Part, Tag
from tallplank.core.measure.memo import Mapped


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
    parts: tuple[tuple[str, int, float, float, float], ...]
    """Name, count, length, width and thickness of the pieces that a framed front is made of; nothing for a slab."""


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
            round(front.width, 6),
            round(front.height, 6),
            whole.finish.thickness,
            front.hand,
            _hinges(parts),
            front.weight_kg,
            tuple(_pieces(parts)) if framed else (),
        )


def _whole(front: Front, part: Part) -> Tag:
    """The front that a part is, or is a piece of."""
    return part.tag.of if front.framed and part.tag.of is not None else part.tag


def _hinges(parts: list[Part]) -> int:
    return sum(h.what == "cup" for p in parts for h in p.holes)


def _pieces(parts: list[Part]) -> Iterator[tuple[str, int, float, float, float]]:
    alike: Counter[tuple[str, float, float, float]] = Counter()
    for part in parts:
        length, width, thick = part.size
        alike[_piece(part.tag.unhanded).name, round(length, 6), round(width, 6), round(thick, 6)] += 1
    for (piece, long, wide, deep), count in alike.items():
        yield piece, count, long, wide, deep


def _piece(tag: Tag) -> Tag:
    """A piece of a front by itself: 'rail bottom' and not 'door left rail bottom'; a slat stays one of its panel's."""
    if tag.of is None:
        return tag
    return replace(tag, of=None) if tag.of.of is None or tag.of.role == "front" else replace(tag, of=_piece(tag.of))
