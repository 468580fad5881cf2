"""Dimensions that somebody added: what each of their ends holds, and where their lines are drawn."""

from typing import Annotated, Literal, Self, get_args

from pydantic import Field, model_validator

from tallplank.core.job.base import Id, Mm, Record

Holder = Literal["carcass", "front", "worktop", "opening", "service", "standing", "wall"]
HOLDERS: tuple[Holder, ...] = get_args(Holder)
OF_UNITS: tuple[Holder, ...] = HOLDERS[:3]
"""What of a unit can be held."""
EndEdge = Literal["low", "middle", "high"]
END_EDGES: tuple[EndEdge, ...] = get_args(EndEdge)
Axis = Literal["x", "y", "z"]
View = Literal["plan", "elevation"]
_AXES: dict[View, tuple[Axis, Axis]] = {"plan": ("x", "y"), "elevation": ("x", "z")}
MOST_DIMENSIONS, MOST_HIDDEN = 2000, 2000
"""Of a job; and of chains that are hidden."""


class End(Record):
    """What one end of a dimension holds: a thing by its id, what of it, and which of its edges along the dimension."""

    thing: Id
    holds: Holder
    edge: EndEdge = "low"
    item: Annotated[int, Field(ge=0, le=500)] = 0
    """Which of a unit's fronts, in the order in which they are made."""


class Dimension(Record):
    """A distance along an axis of a face's frame, drawn on the elevation of that face or on the plan of its room."""

    id: Id
    room: Id
    face: Id
    view: View
    axis: Axis
    first: End
    second: End
    at: Mm
    """Where its line is drawn, along the other axis of the drawing."""

    @model_validator(mode="after")
    def _lies_on_its_drawing(self) -> Self:
        if self.axis not in _AXES[self.view]:
            raise ValueError(f"a dimension on the {self.view} runs along {' or '.join(_AXES[self.view])}")
        if self.first == self.second:
            raise ValueError("a dimension has two ends")
        return self

    @property
    def across(self) -> Axis:
        """The other axis of the drawing."""
        one, other = _AXES[self.view]
        return other if self.axis == one else one
