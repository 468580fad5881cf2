"""What a unit takes beside its fittings to be put together: their screws, caps and glue, counted by what is bored and joined.

Source: common practice: a system screw in each hole of 5, a chipboard screw in each smaller one; a machine screw through a front into
its pull; a cap on each cam and confirmat; glue for each dowel and each corner of a framed front.
"""

from collections import Counter
from collections.abc import Iterator

from tallplank.core.catalog.hardware import Sundry
from tallplank.core.job.unit import HardwareRole
from tallplank.core.joinery.part.hole import HoleKind
from tallplank.core.joinery.part.part import BOX_FRONT, Part
from tallplank.core.joinery.rule.choice import Choice
from tallplank.core.joinery.setout.collector import Collector
from tallplank.core.measure.size import Size
from tallplank.core.measure.source import Decided
from tallplank.core.space.frame import Vec

SCREWED: dict[HoleKind, str] = {
    "plate": "plates of hinges",
    "hinge-screw": "hinges",
    "slide": "slides",
    "stay": "stays",
    "rail": "rail brackets",
    "leg": "legs",
    "hanger": "hangers",
    "anchor": "wall angles",
}
"""What is screwed on by the holes that it asks for."""
SYSTEM_FROM = 4.5
"""Holes of this diameter and more take system screws."""
THREAD = 4.0
"""A machine screw reaches so far into its pull at least."""
CAPPED: dict[HardwareRole, str] = {"cam": "cams", "confirmat": "confirmats"}
CORNERS = 4
NEAR = 0.01


def add_sundries(choice: Choice, out: Collector) -> None:
    """Count the screws, caps and glue of a unit that is built."""
    for (screw, use), count in _screws(out).items():
        _fit(choice.hardware(screw), count, f"a hole of {use}", use, out)
    for thick, count in _pulled(out).items():
        _fit(_pull_screw(choice, thick), count, "a hole of a pull", "pulls", out)
    for role, use in CAPPED.items():
        _fit(choice.hardware("cap"), _counted(out, role), f"a cap to each of the {use}", use, out)
    _fit(choice.hardware("wood-glue"), _counted(out, "dowel"), "a dowel", "dowels", out)
    corners = CORNERS * sum(front.framed for front in out.fronts)
    _fit(choice.hardware("wood-glue"), corners, "a corner of a framed front", "framed fronts", out)


def _fit(item: object, count: int, each: str, where: str, out: Collector) -> None:
    if count and isinstance(item, Sundry):
        out.fit(item, Size.of(count, f"one to {each}", Decided("hardware", item.role)), where)


def _screws(out: Collector) -> Counter[tuple[HardwareRole, str]]:
    found: Counter[tuple[HardwareRole, str]] = Counter()
    is_bracketed = any(fitting.role == "fastener" for fitting in out.fittings)
    for holes in out.holes.values():
        for hole in holes:
            use = SCREWED.get(hole.what) or ("brackets of fronts" if hole.what == "bracket" and is_bracketed else "")
            if use:
                found["system-screw" if hole.diameter >= SYSTEM_FROM else "fitting-screw", use] += 1
    return found


def _pulled(out: Collector) -> Counter[float]:
    """How many machine screws reach how far: from behind a front, or the front of a box behind it, to the pull."""
    found: Counter[float] = Counter()
    boxes = [at for index, part in enumerate(out.parts) if _is_box(part) for at in _pull_holes(out, index)]
    for index, part in enumerate(out.parts):
        for hole in out.holes.get(index, ()) if part.kind == "front" else ():
            if hole.what == "pull":
                at = part.frame.out(hole.at)
                behind = next((box.y - at.y for box in boxes if _is_behind(box, at)), 0.0)
                found[round(hole.depth + behind, 3)] += 1
    return found


def _pull_holes(out: Collector, index: int) -> Iterator[Vec]:
    return (out.parts[index].frame.out(hole.at) for hole in out.holes.get(index, ()) if hole.what == "pull")


def _is_box(part: Part) -> bool:
    return part.kind == "drawer" and part.tag.role == BOX_FRONT


def _is_behind(one: Vec, other: Vec) -> bool:
    return abs(one.x - other.x) < NEAR and abs(one.z - other.z) < NEAR


def _pull_screw(choice: Choice, thick: float) -> Sundry | None:
    """The shortest machine screw of the chosen make that goes through so much wood and holds in the pull; else the longest."""
    items = sorted(_family(choice), key=lambda item: item.length)
    return next((item for item in items if item.length >= thick + THREAD), items[-1] if items else None)


def _family(choice: Choice) -> Iterator[Sundry]:
    chosen = choice.hardware("pull-screw")
    for item in choice.catalog.hardware_for("pull-screw"):
        if isinstance(item, Sundry) and (item is chosen or (chosen.family and item.family == chosen.family)):
            yield item


def _counted(out: Collector, role: str) -> int:
    return round(sum(fitting.count.value for fitting in out.fittings if fitting.role == role))
