"""What parts weigh, and what drawers and hung units weigh when they are filled to the design load."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from tallplank.core.joinery.part.part import BOTTOM, Part, Tag
from tallplank.core.joinery.rule.choice import Choice

GRAVITY = 9.81


@dataclass(frozen=True, slots=True)
class DrawerLoad:
    """One drawer: its own weight with its front, and with what it is meant to bear."""

    drawer: Tag
    own_kg: float
    filled_kg: float


def weight_kg(choice: Choice, part: Part) -> float:
    """The weight of a part, its cuts and holes not taken off."""
    length, width, thick = part.size
    return length * width * thick / 1e9 * choice.catalog.boards[part.board].density


def design_kg(choice: Choice, area_mm2: float) -> float:
    """The mass that the design load puts on an area."""
    return choice.rules.shelf_load * 1000 / GRAVITY * area_mm2 / 1e6


def drawer_loads(choice: Choice, parts: Sequence[Part]) -> Iterator[DrawerLoad]:
    """Every drawer and tray with its weights; source: design load of ANSI/KCMA A161.1 on its bottom, from memory."""
    for bottom in parts:
        drawer = bottom.tag.of
        if bottom.kind == "drawer" and bottom.tag.role == BOTTOM and drawer is not None:
            own = sum(weight_kg(choice, p) for p in parts if p.motion is bottom.motion or p.tag.is_of(drawer))
            yield DrawerLoad(drawer, own, own + design_kg(choice, bottom.length.value * bottom.width.value))


def hung_load(choice: Choice, parts: Sequence[Part]) -> float:
    """What a hung unit weighs with its bottom and all shelves filled to the design load."""
    own = sum(weight_kg(choice, p) for p in parts)
    bearing = [p for p in parts if p.kind in ("shelf", "fixed-shelf") or p.tag == Tag(BOTTOM)]
    return own + sum(design_kg(choice, p.length.value * p.width.value) for p in bearing)
