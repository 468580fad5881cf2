"""The work triangle of a kitchen: from the sink to the hob to the fridge and back, between the middles of their fronts."""

from collections.abc import Iterator
from itertools import product
from math import dist
from typing import NamedTuple

from tallplank.core.catalog.hardware import Appliance, Fixture
from tallplank.core.joinery.made import Made, MadeUnit
from tallplank.core.space.outline import Point

CORNERS = ("sink", "hob", "fridge")
FRIDGES = ("fridge",)
"""What a fridge is called in the catalogue, where its shape does not say so: it stands behind a door of ours."""


class Triangle(NamedTuple):
    """Its corners on the plan, the units there, and its legs: sink to hob, hob to fridge, fridge to sink."""

    points: tuple[Point, Point, Point]
    units: tuple[str, str, str]
    legs: tuple[float, float, float]

    @property
    def sum(self) -> float:
        """All legs together."""
        return sum(self.legs)


def triangle(made: Made, room_id: str) -> Triangle | None:
    """The smallest triangle of a sink, a hob and a fridge of the room; None where one of them is missing."""
    found: dict[str, list[tuple[Point, str]]] = {corner: [] for corner in CORNERS}
    for unit in made.by_room.get(room_id, ()):
        for corner in _corners_of(made, unit):
            found[corner].append((_front(made, unit), unit.unit.id))
    if not all(found.values()):
        return None
    return min((_triangle(corners) for corners in product(*found.values())), key=lambda t: t.sum)


def _triangle(corners: tuple[tuple[Point, str], ...]) -> Triangle:
    (a, one), (b, two), (c, three) = corners
    return Triangle((a, b, c), (one, two, three), (dist(a, b), dist(b, c), dist(c, a)))


def _front(made: Made, unit: MadeUnit) -> Point:
    """The middle of its front on the plan."""
    placed = unit.placed
    return made.face(unit).frame.flat_out([(placed.x + unit.unit.width / 2, placed.front)])[0]


def _corners_of(made: Made, unit: MadeUnit) -> Iterator[str]:
    items = made.catalog.hardware
    for role in ("sink", "hob"):
        if isinstance(items.get(unit.unit.hardware.get(role, "")), Fixture) and unit.choice.kind.worktop:
            yield role
    for fitting in unit.fittings:
        item = items[fitting.item]
        if isinstance(item, Appliance):
            if item.shape == "cooker":
                yield "hob"
            if (item.shape == "fridge" and unit.unit.height > 1000.0) or item.id.split("-")[0] in FRIDGES:
                yield "fridge"
