"""The work triangle of a kitchen: from the sink to the hob to the fridge and back, between the middles of their fronts.

Source: NKBA Kitchen Planning Guidelines, from memory: no leg shorter than 4 ft or longer than 9 ft, the sum at most 26 ft.
"""

from collections.abc import Iterator
from itertools import product
from math import dist
from typing import NamedTuple

from tallplank.core.catalog.hardware import Appliance, Fixture
from tallplank.core.check.record import Finding, shown
from tallplank.core.joinery.made import Made, MadeUnit
from tallplank.core.space.outline import Point

LEAST_LEG, MOST_LEG, MOST_SUM = 1219.0, 2743.0, 7925.0
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


def triangle_findings(made: Made) -> Iterator[Finding]:
    """Legs and sums out of their bounds, in kitchens."""
    for room in made.job.rooms:
        found = triangle(made, room.id) if room.kind == "kitchen" else None
        if found is None:
            continue
        names = (("sink", "hob"), ("hob", "fridge"), ("fridge", "sink"))
        for (a, b), leg in zip(names, found.legs, strict=True):
            if not LEAST_LEG <= leg <= MOST_LEG:
                bound = f"at most {shown(made.job, MOST_LEG)}" if leg > MOST_LEG else f"at least {shown(made.job, LEAST_LEG)}"
                text = f"{room.name}: from the {a} to the {b} it is {shown(made.job, leg)}; {bound} is advised."
                yield Finding("note", "triangle-leg", text, "Move one of them.", found.units)
        if found.sum > MOST_SUM:
            text = f"{room.name}: the work triangle is {shown(made.job, found.sum)} round; {shown(made.job, MOST_SUM)} is the most."
            yield Finding("note", "triangle-sum", text, "Bring sink, hob and fridge nearer together.", found.units)
