"""The molding list: every piece of crown, light rail and the like, with the saw's settings at both ends.

Source: with the molding standing as it is mounted, a corner of c degrees is cut at a miter of 90 - c / 2. One that leans by its spring
angle s lies flat on the saw: miter atan(sin s / tan(c / 2)), bevel asin(cos s cos(c / 2)), where c is the angle of the walls
(printed compound-miter tables, from memory: 38 and 90 degrees give 31.6 and 33.9).
"""

from collections import Counter
from dataclasses import dataclass, replace
from math import asin, atan, cos, degrees, radians, sin, tan
from typing import Literal, NamedTuple

from tallplank.core.catalog.hardware import Molding
from tallplank.core.joinery.made import Made
from tallplank.core.joinery.part.form.plain import EndCut
from tallplank.core.shop.schedule import DIGITS


class Saw(NamedTuple):
    """How the saw is set, in degrees: the angle across, and the tilt of the blade."""

    miter: float
    bevel: float = 0.0


class EndOf(NamedTuple):
    """How an end of a piece is cut: what it meets, the settings of the saw, where its long point is and which way the saw goes."""

    kind: str
    """square, outer or inner; frame where it turns in the plane of the wall, lying on its back; coped where it is cut to the profile
    that it meets, along the line that a mitre leaves."""
    saw: Saw
    long: str = ""
    """The edge that is the longer one here: of a frame its outer or inner edge, else the face or the back of the molding."""
    swing: str = ""
    """To which side the saw table turns, its front end seen from where one stands: right or left. The piece stands or lies as it is
    mounted, its back (of a frame the outer edge) to the fence."""


@dataclass(frozen=True, slots=True)
class MoldingRow:
    """Alike pieces of one run. Lengths in millimetres, from long point to long point."""

    owners: tuple[str, ...]
    room: str
    run: str
    piece: str
    molding: str
    code: str
    finish: str
    length: float
    first: EndOf
    last: EndOf
    quantity: int


def flat_settings(spring: float, corner: float) -> Saw:
    """The saw for a molding that lies flat: its spring angle and the angle of the walls, in degrees."""
    s, half = radians(spring), radians(corner) / 2
    return Saw(degrees(atan(sin(s) / tan(half))), degrees(asin(cos(s) * cos(half))))


def end_of(cut: EndCut, molding: Molding, at: Literal["first", "last"] = "first") -> EndOf:
    """How an end is cut; the first end is the left one for someone looking at a run; a frame is gone round counter-clockwise."""
    miter, across = round(cut.mitre, 6), round(degrees(atan(cut.y)), 6)
    if across:
        # Its outer edge to the fence, its face up: the first end is then at the right hand.
        return EndOf("frame", Saw(abs(across)), "inner edge" if across > 0 else "outer edge", _swing((across > 0) == (at == "first")))
    if not miter:
        return EndOf("square", Saw(0.0))
    corner = 180.0 - 2 * abs(miter)
    saw = flat_settings(molding.spring, corner) if molding.spring else Saw(abs(miter))
    return EndOf("outer" if miter > 0 else "inner", saw, "face" if miter > 0 else "back", _swing((miter > 0) == (at == "last")))


def _swing(right: bool) -> str:
    return "right" if right else "left"


def _coped(first: EndOf, last: EndOf) -> tuple[EndOf, EndOf]:
    """The ends of a piece that meets others in inner corners: it runs square into the right one, and is coped at the left one."""
    left = first._replace(kind="coped") if first.kind == "inner" else first
    return left, EndOf("square", Saw(0.0)) if last.kind == "inner" else last


def moldinglist(made: Made) -> tuple[MoldingRow, ...]:
    """The pieces of all runs, in the job's order; alike ones of one run together."""
    rooms = {room.id: room.name for room in made.job.rooms}
    coped = {f"panel-{room.id}-{scheme.id}" for room in made.job.rooms for scheme in room.schemes if scheme.inner == "coped"}
    found: Counter[MoldingRow] = Counter()
    for run in made.runs:
        for part in run.parts:
            sweep, molding = part.form.sweep, made.catalog.hardware.get(part.form.stock)
            if sweep is not None and isinstance(molding, Molding):
                first, last = end_of(sweep.start, molding, "first"), end_of(sweep.end, molding, "last")
                ends = _coped(first, last) if run.id in coped else (first, last)
                about = (run.members, rooms[run.room], run.label, part.name, molding.name, molding.code, part.finish.name)
                found[MoldingRow(*about, round(part.length.value, DIGITS), *ends, 1)] += 1
    return tuple(replace(row, quantity=count) for row, count in found.items())
