"""The rules by which a shop builds boxes."""

from collections.abc import Mapping
from typing import Annotated, Literal

from pydantic import AfterValidator, ValidationError

from tallplank.core.error import PlankError
from tallplank.core.job.base import Bounds, Id, Mm, Name, Record, plain


class RuleError(PlankError):
    """A construction rule was given a value that it cannot take."""


JointKind = Literal["cam-dowel", "confirmat", "screw", "dowel", "dado", "rebate", "groove", "pocket-screw", "none"]
"""A rebate lies at the end of the other board; away from it, it is a dado. A groove takes a tongue."""


class Construction(Record):
    """One shop's way of building; every length in millimetres. Catalogue data; a job or a unit changes single rules.

    The bounds of the numbers only keep out what no shop builds and what would take for ever to compute.
    """

    id: Id
    name: Name
    box: Literal["frameless", "face-frame"] = "frameless"
    board_thickness: Annotated[Mm, Bounds(3, 500)]
    """Of the gables, and of all boards that have no thickness of their own below."""
    floor_thickness: Annotated[Mm, Bounds(3, 500, or_zero=True)] = 0.0
    """Of bottom, top, stretchers and rails; 0 is as the gables."""
    shelf_thickness: Annotated[Mm, Bounds(3, 500, or_zero=True)] = 0.0
    """Of fixed and adjustable shelves; 0 is as the gables."""
    partition_thickness: Annotated[Mm, Bounds(3, 500, or_zero=True)] = 0.0
    """0 is as the gables."""
    front_board: Annotated[Mm, Bounds(3, 500, or_zero=True)] = 0.0
    """Of fronts; 0 is as their finish says."""
    back_board: Annotated[Mm, Bounds(2, 500, or_zero=True)] = 0.0
    """Of backs and the bottoms of drawers; 0 is as their finish says."""
    drawer_board: Annotated[Mm, Bounds(3, 500, or_zero=True)] = 0.0
    """Of the sides of drawers; 0 is as their finish says."""
    back: Literal["grooved", "rebated", "planted", "flat", "none"]
    """Flat is a full board between the gables, flush with their rear edges, for units that stand back to back."""
    back_inset: Annotated[Mm, Bounds(0, 500)]
    """From the rear edge of the gable to the back of the back, when grooved."""
    groove_depth: Annotated[Mm, Bounds(0.5, 50)]
    back_clearance: Annotated[Mm, Bounds(0, 50)]
    """Taken off the back's width and height in all, so that it slides into its grooves."""
    groove_play: Annotated[Mm, Bounds(0, 5)] = 0.3
    """How much wider than the back its groove is."""
    base_top: Literal["stretchers", "full", "rails"] = "stretchers"
    """What closes units under a worktop: two flat stretchers, a full top, or two upright rails."""
    kick: Literal["legs", "notched", "ladder", "none"]
    """Legs with a loose plinth, gables notched down to the floor, or a ladder base under the run."""
    kick_height: Annotated[Mm, Bounds(0, 1000)]
    kick_setback: Annotated[Mm, Bounds(0, 1000)]
    kick_play: Annotated[Mm, Bounds(0, 100)] = 3.0
    """From the floor to a loose plinth."""
    stretcher_width: Annotated[Mm, Bounds(10, 1000)]
    overlay: Literal["full", "half", "inset"] = "full"
    """How fronts lie: over the gables, over half of gables that two units share, or between them."""
    reveal: Annotated[Mm, Bounds(0, 1000)]
    """Between neighbouring fronts; half of it along the unit's own edges."""
    top_gap: Annotated[Mm, Bounds(0, 100)] = 2.5
    """Between a front and the worktop above it, at least."""
    inset_gap: Annotated[Mm, Bounds(0, 100)] = 2.5
    """Around fronts that are inset."""
    front_gap: Annotated[Mm, Bounds(0, 50)]
    """Between the carcass and the back of a front (the bumper)."""
    frame_thickness: Annotated[Mm, Bounds(3, 500)] = 19.0
    frame_stile: Annotated[Mm, Bounds(5, 500)] = 38.0
    frame_rail: Annotated[Mm, Bounds(5, 500)] = 38.0
    frame_mid: Annotated[Mm, Bounds(5, 500)] = 38.0
    """Width of the members between two openings of a face frame."""
    frame_overhang: Annotated[Mm, Bounds(0, 100)] = 0.0
    """How far the face frame passes the gables, for scribing."""
    blocking_height: Annotated[Mm, Bounds(10, 500)] = 70.0
    """Of the boards behind a face frame that slides are screwed to."""
    stile_to_floor: Literal["none", "left", "right", "both"] = "none"
    """Which end stiles of a face frame reach the floor, at a finished end; the others end at the recess of the kick."""
    frame_overlay: Annotated[Mm, Bounds(0, 200)] = 12.0
    """How far fronts cover the face frame."""
    door_most: Annotated[Mm, Bounds(50, 5000)]
    """The widest single door; a wider opening takes a pair."""
    door_opens: Annotated[Mm, Bounds(0, 180)] = 90.0
    """So many degrees every door shall open without meeting anything; 0 is not looked at."""
    drawer_front_grain: Literal["across", "upright"]
    shelf_clearance: Annotated[Mm, Bounds(0, 100)]
    """Taken off the inside width in all."""
    shelf_setback: Annotated[Mm, Bounds(0, 1000)]
    shelf_rear: Annotated[Mm, Bounds(0, 100)] = 3.0
    """From a loose shelf to the back."""
    drawer_bottom_inset: Annotated[Mm, Bounds(0, 200)]
    drawer_groove: Annotated[Mm, Bounds(0.5, 50)]
    bottom_play: Annotated[Mm, Bounds(0, 50)] = 1.0
    slide_lengths: Literal["mm", "inches"] = "mm"
    """In which lengths slides are bought, of makes that are sold in both."""
    """Taken off the bottom of a drawer box in all."""
    drawer_allowance: Annotated[Mm, Bounds(0, 1000)]
    """Between the opening's height and the drawer box's."""
    drawer_most: Annotated[Mm, Bounds(20, 2000)]
    """The highest drawer box."""
    tray_height: Annotated[Mm, Bounds(20, 1000)] = 100.0
    """The sides of trays that pull out behind doors."""
    slide_clearance: Annotated[Mm, Bounds(0, 1000)]
    """Free depth behind the slide."""
    leg_inset: Annotated[Mm, Bounds(0, 1000)]
    leg_wide: Annotated[Mm, Bounds(100, 10000)]
    """From this width on two more legs are advisable."""
    leg_count: Literal[4, 6, 8] = 4
    pull_corner: Annotated[Mm, Bounds(0, 2000)]
    """From the edges of a door to the near end of its pull."""
    pull_wide: Annotated[Mm, Bounds(50, 10000)]
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
    joint_end: Annotated[Mm, Bounds(5, 1000)]
    """From the edges of a joint to its first and last fixing."""
    joint_pitch: Annotated[Mm, Bounds(20, 2000)]
    """The widest space between two fixings."""
    cam_from_end: Annotated[Mm, Bounds(5, 200)] = 34.0
    """From the end of the board to the centre of its cams."""
    cam_face: Literal["outer", "lower"] = "outer"
    """Which face of bottoms and tops the cams are let into: the one outside of the unit, or from below where the top is seen."""
    dado_depth: Annotated[Mm, Bounds(0.5, 50)] = 6.0
    """How far a board is let into the other, across it."""
    rebate_depth: Annotated[Mm, Bounds(0.5, 50)] = 9.0
    """How far a board is let into the end of the other."""
    tongue_length: Annotated[Mm, Bounds(0.5, 50)] = 6.0
    """How far a tongue reaches into its groove."""
    tongue_thickness: Annotated[Mm, Bounds(1, 50, or_zero=True)] = 0.0
    """0 is half of the board."""
    system_pitch: Annotated[Mm, Bounds(10, 500)] = 32.0
    """Between the holes of a row."""
    system_front: Annotated[Mm, Bounds(5, 500)] = 37.0
    """From the front edge of the board, or the back of an inset front, to the first row of holes."""
    system_start: Annotated[Mm, Bounds(0, 2000)] = 64.0
    """From the lower end of the gable to the first hole that a row may have."""
    pin_rows: Literal["around", "full", "none"] = "around"
    """Holes for the pins of adjustable shelves: some around each, or the full height of the opening."""
    pin_spread: Annotated[int, Bounds(0, 20)] = 2
    """Holes above and below each shelf's own."""
    hinge_end: Annotated[Mm, Bounds(20, 1000)] = 100.0
    """From the ends of a door to its first and last hinge, before they take their places in the row of holes."""
    plinth_ends: Literal["open", "returned"] = "open"
    """Whether the plinth returns to the wall at a free end."""
    top_front: Annotated[Mm, Bounds(0, 1500)]
    """Worktop overhang before the face of the fronts."""
    top_end: Annotated[Mm, Bounds(0, 1500)]
    """Worktop overhang at an open end."""
    top_corner: Literal["mitre", "butt"] = "mitre"
    """Worktops round a corner: both cut from corner to corner, or in nearly square corners the left one running through."""
    upstand: Annotated[Mm, Bounds(0, 1500)] = 0.0
    """How high a board of the worktop stands on it along the wall; 0 for none."""
    top_free_corner: Literal["square", "round", "splay"] = "square"
    """How the corners of a worktop are shaped that stand free in the room."""
    top_free_corner_size: Annotated[Mm, Bounds(5, 500)] = 60.0
    """The radius of round ones, and how much a splay takes of both edges."""
    top_edge: Literal["square", "eased", "round", "chamfer", "ogee"] = "square"
    """The profile that is worked on the front edge of a worktop."""
    top_edge_end: Literal["square", "eased", "round", "chamfer", "ogee"] = "square"
    """The same on its free ends, each as the unit there says."""
    splash: Literal["none", "whole", "panels"] = "none"
    """A backsplash in place of an upstand: none, in lengths as long as are sold, or a panel to each unit."""
    splash_height: Annotated[Mm, Bounds(50, 3000)] = 600.0
    """How high it reaches where nothing hangs over the worktop."""
    splash_returns: Literal["walls", "none"] = "walls"
    """Whether upstands and backsplashes go on along the walls that a worktop ends at."""
    end_panel: Literal["none", "free"] = "none"
    """Whether a panel of the fronts' finish covers the sides of units that stand free."""
    crown: Literal["yes", "no"] = "no"
    """Whether a molding runs along the tops of wall and tall units."""
    light_rail: Literal["yes", "no"] = "no"
    """Whether one runs below wall units."""
    ceiling_scribe: Literal["yes", "no"] = "no"
    """Whether a strip closes the space between wall or tall units and the ceiling or soffit over them."""
    shelf_load: Annotated[Mm, Bounds(0.01, 50)] = 0.72
    """What shelves and drawers are meant to bear, in kN per square metre."""
    lasting_load: Annotated[Mm, Bounds(0, 1)] = 0.2
    """What share of that stays for years, so that boards go on bending under it."""
    moisture_swing: Annotated[Mm, Bounds(0, 30)] = 4.0
    """Per cent of moisture that solid wood is expected to gain or lose."""
    sag_limit: Annotated[Mm, Bounds(10, 10000)] = 150.0
    """A shelf may bend by its length divided by this, after years."""
    scribe: Annotated[Mm, Bounds(0, 200)] = 10.0
    """How much wider a filler, and higher a strip under the ceiling, is cut than it is, for scribing it."""
    filler_cleat: Annotated[Mm, Bounds(10, 1000)] = 80.0
    """Depth of the cleat behind a filler."""
    cut_step: Annotated[Mm, Bounds(0.01, 10)] = 0.1
    """What lists for the shop round sizes to; 1/64 in is 0.396875."""
    wall_height: Annotated[Mm, Bounds(0, 10000)]
    """Floor to the bottom of wall units."""
    bands_trimmed: Literal["yes", "no"]
    """Whether the shop mills the band's thickness off before banding, so that cut and finished size are the same."""


RuleValue = float | int | str
_validator = Construction.__pydantic_validator__
_blank = Construction.model_construct(_fields_set=set())  # type: ignore[call-arg]


def rule_bounds(name: str) -> Bounds | None:
    """What a rule that is a number is held to; None for a choice."""
    return next((m for m in Construction.model_fields[name].metadata if isinstance(m, Bounds)), None)


def check_rules(rules: Mapping[str, RuleValue] | None) -> dict[str, RuleValue]:
    """The rules with their values as they are kept, each valid by itself.

    Raises:
        RuleError: a name that is no rule, or a value out of its range.
    """
    return {name: _checked(name, value) for name, value in (rules or {}).items()}


def _checked(name: str, value: RuleValue) -> RuleValue:
    field = Construction.model_fields.get(name)
    if field is None or name in ("id", "name"):
        raise RuleError(f"There is no construction rule called '{name}'.")
    try:
        made = _validator.validate_assignment(_blank.model_copy(), name, value)
    except ValidationError as problem:
        first = problem.errors()[0]
        raise RuleError(f"{name.replace('_', ' ').capitalize()} {plain(first['msg'])}.") from None
    kept: RuleValue = getattr(made, name)
    return kept


Rules = Annotated[Mapping[str, RuleValue], AfterValidator(check_rules)]
"""Single rules of a construction, with their values as they are kept."""
NO_RULES: Rules = {}
