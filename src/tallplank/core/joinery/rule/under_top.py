"""What a sink or a hob in the worktop makes of the unit below it. Nothing of this is stored."""

from typing import Literal

from tallplank.core.catalog.catalog import Catalog
from tallplank.core.catalog.hardware import Fixture
from tallplank.core.catalog.kind import Kind
from tallplank.core.job.opening import Opening, Path
from tallplank.core.job.unit import Unit

DEEP = 60.0
"""A hob that reaches farther than this into the box takes the place of what is at its top, as a bowl does. Common practice, no source."""


def let_in_item(catalog: Catalog, unit: Unit, kind: Kind, role: Literal["sink", "hob"]) -> Fixture | None:
    """The sink or hob over a box with a worktop."""
    item = catalog.hardware.get(unit.hardware.get(role, ""))
    return item if isinstance(item, Fixture) and kind.way.is_box and kind.worktop else None


def under_let_in(catalog: Catalog, unit: Unit, kind: Kind, board: float) -> tuple[Unit, Kind]:
    """A unit and its kind as they are built below what is let into a worktop so thick."""
    hob = let_in_item(catalog, unit, kind, "hob")
    deep = hob is not None and hob.size[2] - board > DEEP
    return _under_a_bowl(unit, kind) if deep or let_in_item(catalog, unit, kind, "sink") is not None else (unit, kind)


def _under_a_bowl(unit: Unit, kind: Kind) -> tuple[Unit, Kind]:
    """A unit as a bowl in its worktop makes it: upright rails in place of a closed top, and no drawer at the top, where the bowl is.

    Nothing of this is stored, so that without it the unit is as it was. Source: common practice.
    """
    kind = kind if kind.top == "sink" else kind.but(top="sink")
    opening = _without_top_drawer(unit.opening)
    return (unit if opening is unit.opening else unit.but(opening=opening)), kind


def _without_top_drawer(opening: Opening) -> Opening:
    """The opening with fixed fronts in place of drawers in its uppermost row, and no board below that."""
    if opening.front == "drawer" or opening.inside == "drawer":
        return opening.but(front="false" if opening.front == "drawer" else opening.front, inside="none", item=None)
    if not opening.openings:
        return opening
    if opening.split == "bays":
        cells = tuple(_without_top_drawer(cell) for cell in opening.openings)
    else:
        first = _without_top_drawer(opening.openings[0])
        cells = (first.but(board=False) if first.board and is_fixed(first) else first, *opening.openings[1:])
    changed = any(new is not old for new, old in zip(cells, opening.openings, strict=True))
    return opening.but(openings=cells) if changed else opening


def has_top_drawer(opening: Opening) -> bool:
    """Whether a drawer runs in the uppermost row, so that nothing can stand across behind it."""
    if opening.front == "drawer" or opening.inside == "drawer":
        return True
    first = opening.openings if opening.split == "bays" else opening.openings[:1]
    return any(map(has_top_drawer, first))


def behind_apron(opening: Opening, path: Path = ()) -> frozenset[Path]:
    """The rows of fixed fronts at the top of an opening, whose place a sink before the front takes."""
    if opening.split == "bays":
        return frozenset().union(*(behind_apron(cell, (*path, i)) for i, cell in enumerate(opening.openings)))
    return frozenset({(*path, 0)}) if len(opening.openings) > 1 and is_fixed(opening.openings[0]) else frozenset()


def is_fixed(opening: Opening) -> bool:
    """Whether all of an opening is closed by fixed fronts."""
    return opening.front == "false" or bool(opening.openings and all(map(is_fixed, opening.openings)))
