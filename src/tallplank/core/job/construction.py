"""The rules by which a shop builds boxes."""

from typing import Annotated, Literal

from pydantic import Field, ValidationError

from tallplank.core.error import PlankError
from tallplank.core.job.record import Id, Name, NotNegative, Positive, Record, RuleValue


class RuleError(PlankError):
    """A construction rule was given a value that it cannot take."""


JointKind = Literal["cam-dowel", "confirmat", "screw", "dowel", "dado", "rebate", "groove", "pocket-screw", "none"]
"""A rebate lies at the end of the other board; away from it, it is a dado. A groove takes a tongue."""


class Construction(Record):
    """One shop's way of building; every length in millimetres. Catalogue data; a job or a unit changes single rules."""

    id: Id
    name: Name
    box: Literal["frameless", "face-frame"] = "frameless"
    board_thickness: Positive
    """Of the gables, and of all boards that have no thickness of their own below."""
    floor_thickness: NotNegative = 0.0
    """Of bottom, top, stretchers and rails; 0 is as the gables."""
    shelf_thickness: NotNegative = 0.0
    """Of fixed and adjustable shelves; 0 is as the gables."""
    partition_thickness: NotNegative = 0.0
    """0 is as the gables."""
    back: Literal["grooved", "rebated", "planted", "flat", "none"]
    """Flat is a full board between the gables, flush with their rear edges, for units that stand back to back."""
    back_inset: NotNegative
    """From the rear edge of the gable to the back of the back, when grooved."""
    groove_depth: Positive
    back_clearance: NotNegative
    """Taken off the back's width and height in all, so that it slides into its grooves."""
    base_top: Literal["stretchers", "full", "rails"] = "stretchers"
    """What closes units under a worktop: two flat stretchers, a full top, or two upright rails."""
    kick: Literal["legs", "notched", "ladder", "none"]
    """Legs with a loose plinth, gables notched down to the floor, or a ladder base under the run."""
    kick_height: NotNegative
    kick_setback: NotNegative
    stretcher_width: Positive
    overlay: Literal["full", "half", "inset"] = "full"
    """How fronts lie: over the gables, over half of gables that two units share, or between them."""
    reveal: NotNegative
    """Between neighbouring fronts; half of it along the unit's own edges."""
    inset_gap: NotNegative = 2.5
    """Around fronts that are inset."""
    front_gap: NotNegative
    """Between the carcass and the back of a front (the bumper)."""
    frame_thickness: Positive = 19.0
    frame_stile: Positive = 38.0
    frame_rail: Positive = 38.0
    frame_mid: Positive = 38.0
    """Width of the members between two openings of a face frame."""
    frame_overhang: NotNegative = 0.0
    """How far the face frame passes the gables, for scribing."""
    blocking_height: Positive = 70.0
    """Of the boards behind a face frame that slides are screwed to."""
    frame_overlay: NotNegative = 12.0
    """How far fronts cover the face frame."""
    door_most: Positive
    """The widest single door; a wider opening takes a pair."""
    drawer_front_grain: Literal["across", "upright"]
    shelf_clearance: NotNegative
    """Taken off the inside width in all."""
    shelf_setback: NotNegative
    drawer_bottom_inset: NotNegative
    drawer_groove: Positive
    bottom_play: NotNegative = 1.0
    """Taken off the bottom of a drawer box in all."""
    drawer_allowance: NotNegative
    """Between the opening's height and the drawer box's."""
    drawer_most: Positive
    """The highest drawer box."""
    tray_height: Positive = 100.0
    """The sides of trays that pull out behind doors."""
    slide_clearance: NotNegative
    """Free depth behind the slide."""
    leg_inset: NotNegative
    leg_wide: Positive
    """From this width on two more legs are advisable."""
    leg_count: Literal[4, 6, 8] = 4
    pull_corner: NotNegative
    """From the edges of a door to the near end of its pull."""
    pull_wide: Positive
    """From this width on a drawer takes two pulls."""
    joint: JointKind
    """How bottom, top, stretchers and rails are joined to the gables."""
    joint_shelf: JointKind = "cam-dowel"
    """How fixed shelves are joined to gables and partitions."""
    joint_partition: JointKind = "cam-dowel"
    """How partitions are joined to what is below and above them."""
    joint_frame: JointKind = "dowel"
    """How the rails of a face frame are joined to its stiles."""
    joint_frame_box: Literal["dowel", "none"] = "none"
    """How a face frame is joined to the front edges of its box; none is glue alone."""
    joint_drawer: Literal["dowel", "screw", "dovetail", "none"] = "dowel"
    """How the corners of drawer boxes are joined."""
    joint_end: Positive
    """From the edges of a joint to its first and last fixing."""
    joint_pitch: Positive
    """The widest space between two fixings."""
    cam_from_end: Positive = 34.0
    """From the end of the board to the centre of its cams."""
    cam_face: Literal["outer", "lower"] = "outer"
    """Which face of bottoms and tops the cams are let into: the one outside of the unit, or from below where the top is seen."""
    dado_depth: Positive = 6.0
    """How far a board is let into the other, across it."""
    rebate_depth: Positive = 9.0
    """How far a board is let into the end of the other."""
    tongue_length: Positive = 6.0
    """How far a tongue reaches into its groove."""
    tongue_thickness: NotNegative = 0.0
    """0 is half of the board."""
    system_pitch: Positive = 32.0
    """Between the holes of a row."""
    system_front: Positive = 37.0
    """From the front edge of the board, or the back of an inset front, to the first row of holes."""
    system_start: NotNegative = 64.0
    """From the lower end of the gable to the first hole that a row may have."""
    pin_rows: Literal["around", "full", "none"] = "around"
    """Holes for the pins of adjustable shelves: some around each, or the full height of the opening."""
    pin_spread: Annotated[int, Field(ge=0, le=20)] = 2
    """Holes above and below each shelf's own."""
    hinge_end: Positive = 100.0
    """From the ends of a door to its first and last hinge, before they take their places in the row of holes."""
    top_front: NotNegative
    """Worktop overhang before the face of the fronts."""
    top_end: NotNegative
    """Worktop overhang at an open end."""
    shelf_load: Positive = 0.72
    """What shelves and drawers are meant to bear, in kN per square metre."""
    moisture_swing: NotNegative = 4.0
    """Per cent of moisture that solid wood is expected to gain or lose."""
    sag_limit: Positive = 200.0
    """A shelf may bend by its length divided by this."""
    filler_cleat: Positive = 80.0
    """Depth of the cleat behind a filler."""
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
