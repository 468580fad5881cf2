"""The legs and the sum of a kitchen's work triangle.

Source: NKBA Kitchen Planning Guidelines, from memory: no leg shorter than 4 ft or longer than 9 ft, the sum at most 26 ft.
"""

from collections.abc import Iterator

from tallplank.core.check.record import Finding, shown
from tallplank.core.edit.triangle import triangle
from tallplank.core.job.room import Room
from tallplank.core.joinery.made import Made, MadeUnit

LEAST_LEG, MOST_LEG, MOST_SUM = 1219.0, 2743.0, 7925.0


def triangle_findings(made: Made, room: Room, _: tuple[MadeUnit, ...]) -> Iterator[Finding]:
    """Legs and sums out of their bounds, in kitchens."""
    found = triangle(made, room.id) if room.kind == "kitchen" else None
    if found is None:
        return
    names = (("sink", "hob"), ("hob", "fridge"), ("fridge", "sink"))
    for (a, b), leg in zip(names, found.legs, strict=True):
        if not LEAST_LEG <= leg <= MOST_LEG:
            bound = f"at most {shown(made.job, MOST_LEG)}" if leg > MOST_LEG else f"at least {shown(made.job, LEAST_LEG)}"
            text = f"{room.name}: from the {a} to the {b} it is {shown(made.job, leg)}; {bound} is advised."
            yield Finding("note", "triangle-leg", text, "Move one of them.", found.units)
    if found.sum > MOST_SUM:
        text = f"{room.name}: the work triangle is {shown(made.job, found.sum)} round; {shown(made.job, MOST_SUM)} is the most."
        yield Finding("note", "triangle-sum", text, "Bring sink, hob and fridge nearer together.", found.units)
