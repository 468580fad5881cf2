"""The rules by which a shop builds boxes."""

from typing import Literal

from pydantic import ValidationError

from tallplank.core.error import PlankError
from tallplank.core.job.record import Id, Name, NotNegative, Positive, Record, RuleValue


class RuleError(PlankError):
    """A construction rule was given a value that it cannot take."""


class Construction(Record):
    """One shop's way of building; every length in millimetres. Catalogue data; a job or a unit changes single rules."""

    id: Id
    name: Name
    board_thickness: Positive
    back: Literal["grooved", "rebated", "planted", "none"]
    back_inset: NotNegative
    """From the rear edge of the gable to the back of the back, when grooved."""
    groove_depth: Positive
    back_clearance: NotNegative
    """Taken off the back's width and height in all, so that it slides into its grooves."""
    kick: Literal["legs", "none"]
    kick_height: NotNegative
    kick_setback: NotNegative
    stretcher_width: Positive
    reveal: NotNegative
    """Between neighbouring fronts; half of it along the unit's own edges."""
    front_gap: NotNegative
    """Between the carcass and the back of a front (the bumper)."""
    door_most: Positive
    """The widest single door; a wider opening takes a pair."""
    drawer_front_grain: Literal["across", "upright"]
    shelf_clearance: NotNegative
    """Taken off the inside width in all."""
    shelf_setback: NotNegative
    drawer_bottom_inset: NotNegative
    drawer_groove: Positive
    drawer_allowance: NotNegative
    """Between the opening's height and the drawer box's."""
    drawer_most: Positive
    """The highest drawer box."""
    slide_clearance: NotNegative
    """Free depth behind the slide."""
    leg_inset: NotNegative
    leg_wide: Positive
    """From this width on a unit takes two more legs."""
    pull_corner: NotNegative
    """From the edges of a door to the near end of its pull."""
    pull_wide: Positive
    """From this width on a drawer takes two pulls."""
    joint: Literal["cam-dowel", "none"]
    """How bottom, top, stretchers and fixed shelves are joined to the gables."""
    joint_end: Positive
    """From the edges of a joint to its first and last fixing."""
    joint_pitch: Positive
    """The widest space between two fixings."""
    top_front: NotNegative
    """Worktop overhang before the face of the fronts."""
    top_end: NotNegative
    """Worktop overhang at an open end."""
    wall_height: NotNegative
    """Floor to the bottom of wall units."""
    bands_trimmed: Literal["yes", "no"]
    """Whether the shop mills the band's thickness off before banding, so that cut and finished size are the same."""


_validator = Construction.__pydantic_validator__
_blank = Construction.model_construct(_fields_set=set())  # type: ignore[call-arg]


def check_rules(rules: dict[str, RuleValue] | None) -> dict[str, RuleValue]:
    """The same rules, each valid by itself.

    Raises:
        RuleError: a name that is no rule, or a value out of its range.
    """
    checked = dict(rules or {})
    for name, value in checked.items():
        field = Construction.model_fields.get(name)
        if field is None or name in ("id", "name"):
            raise RuleError(f"There is no construction rule called '{name}'.")
        try:
            _validator.validate_assignment(_blank, name, value)
        except ValidationError as problem:
            first = problem.errors()[0]
            raise RuleError(f"{name.replace('_', ' ').capitalize()}: {first['msg']}.") from None
    return checked
