"""The plane of a unit's fronts.

Source: common practice; the values are rules of the construction and fields of the finish.
"""

from dataclasses import dataclass

from tallplank.core.joinery.rule.choice import Choice
from tallplank.core.measure.size import Size
from tallplank.core.measure.source import Decided


@dataclass(frozen=True, slots=True)
class Plane:
    """Where fronts lie in the depth: the y of their back faces, and from where on insides have room behind them."""

    back: float
    rows: float
    """From where on the rows of system holes are measured: the front edge of the boards, or the back of an inset front."""
    inner: float
    inner_size: Size
    """From the front edge of the boards to `inner`."""


def plane_of(choice: Choice) -> Plane:
    """Before the carcass by the bumper's gap, or within it, flush with its front edges."""
    rules = choice.rules
    boards = rules.frame_thickness if rules.box == "face-frame" else 0.0
    if rules.overlay != "inset":
        return Plane(-rules.front_gap, boards, boards, Size(0.0, ()))
    thick = choice.finish("front").thickness
    behind = Size.of(thick, "front board", Decided("finish", "front")) + choice.rule("front_gap", "front gap")
    if rules.box == "face-frame":
        behind = behind - choice.rule("frame_thickness", "frame")
    return Plane(thick, max(thick, boards), boards + max(behind.value, 0.0), behind if behind.value > 0 else Size(0.0, ()))
