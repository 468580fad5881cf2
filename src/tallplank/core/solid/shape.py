"""What the surface of a part depends on, and which parts are no plain boxes with square cuts."""

from typing import NamedTuple

from tallplank.core.joinery.part.part import Outline, Part, Pocket


class Shape(NamedTuple):
    """What the surface of a part depends on."""

    size: tuple[float, float, float]
    pockets: tuple[Pocket, ...]
    outline: Outline | None

    @classmethod
    def of(cls, part: Part) -> "Shape":
        """The shape of a part."""
        return cls(part.size, part.pockets, part.outline)


def is_shaped(part: Part) -> bool:
    """Whether the part or one of its cuts has an outline of its own."""
    return part.outline is not None or part.body is not None or any(p.outline is not None for p in part.pockets)
