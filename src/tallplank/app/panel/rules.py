"""The names under which the Spec shows the rules of a construction, and what each of them can be set to."""

from typing import Literal, get_args, get_origin

from tallplank.core.job.construction import Construction

RULE_GROUPS: dict[str, dict[str, str]] = {
    "Box": {
        "box": "Box",
        "board_thickness": "Board",
        "floor_thickness": "Bottom, top",
        "shelf_thickness": "Shelves",
        "partition_thickness": "Partitions",
        "front_board": "Front board",
        "back_board": "Back board",
        "drawer_board": "Drawer board",
        "base_top": "Base top",
        "stretcher_width": "Stretchers",
    },
    "Back": {
        "back": "Back",
        "back_inset": "Back inset",
        "groove_depth": "Groove",
        "groove_play": "Groove play",
        "back_clearance": "Back play",
    },
    "Kick": {
        "kick": "Kick",
        "kick_height": "Kick height",
        "kick_setback": "Kick setback",
        "kick_play": "Above floor",
        "leg_inset": "Leg inset",
        "leg_wide": "6 legs from",
        "leg_count": "Legs",
    },
    "Fronts": {
        "overlay": "Fronts lie",
        "reveal": "Reveal",
        "top_gap": "Under a top",
        "inset_gap": "Inset gap",
        "front_gap": "Front gap",
        "door_most": "Widest door",
        "door_opens": "Doors open °",
        "drawer_front_grain": "Drawer grain",
        "pull_corner": "Pull corner",
        "pull_wide": "2 pulls from",
        "hinge_end": "First hinge",
    },
    "Face frame": {
        "frame_thickness": "Frame",
        "frame_stile": "Stiles",
        "frame_rail": "Rails",
        "frame_mid": "Members",
        "frame_overhang": "Overhang",
        "stile_to_floor": "To the floor",
        "frame_overlay": "Overlay",
        "blocking_height": "Slide blocking",
    },
    "Shelves and drawers": {
        "shelf_clearance": "Shelf play",
        "shelf_setback": "Shelf setback",
        "shelf_rear": "Shelf rear",
        "drawer_bottom_inset": "Bottom inset",
        "drawer_groove": "Box groove",
        "bottom_play": "Bottom play",
        "drawer_allowance": "Box lower by",
        "drawer_most": "Highest box",
        "tray_height": "Tray height",
        "slide_lengths": "Slides in",
        "slide_clearance": "Behind slides",
    },
    "Joints": {
        "joint": "Corners",
        "joint_shelf": "Fixed shelves",
        "joint_partition": "Partition ends",
        "joint_frame": "Frame joints",
        "joint_frame_box": "Frame to box",
        "joint_drawer": "Box corners",
        "joint_end": "First fixing",
        "joint_pitch": "Fixing pitch",
        "cam_from_end": "Cam from end",
        "cam_face": "Cams in",
        "dado_depth": "Dado depth",
        "rebate_depth": "Rebate depth",
        "tongue_length": "Tongue",
        "tongue_thickness": "Tongue thick",
    },
    "Rows of holes": {
        "pin_rows": "Pin holes",
        "pin_spread": "Holes beside",
        "system_pitch": "Hole pitch",
        "system_front": "First row",
        "system_start": "First hole",
    },
    "Strength": {
        "shelf_load": "Load kN/m²",
        "lasting_load": "Lasting share",
        "sag_limit": "Sag: length /",
        "moisture_swing": "Moisture ± %",
    },
    "Run": {
        "plinth_ends": "Plinth ends",
        "top_front": "Top front",
        "top_end": "Top end",
        "top_corner": "Top corners",
        "top_free_corner": "Free corners",
        "top_free_corner_size": "Corner size",
        "top_edge": "Front edge",
        "top_edge_end": "End edges",
        "upstand": "Upstand",
        "splash": "Backsplash",
        "splash_height": "Splash high",
        "splash_returns": "Splash ends",
        "end_panel": "End panels",
        "crown": "Crown",
        "light_rail": "Light rail",
        "ceiling_scribe": "To ceiling",
        "wall_height": "Wall units at",
        "filler_cleat": "Filler cleat",
        "scribe": "Scribe",
        "cut_step": "Cut to",
        "bands_trimmed": "Trimmed",
    },
}
"""Every rule once, by group, with its name in the Spec."""
RULE_NAMES: dict[str, str] = {rule: name for group in RULE_GROUPS.values() for rule, name in group.items()}
WORDS = {
    "face-frame": "Face frame",
    "cam-dowel": "Cam and dowel",
    "pocket-screw": "Pocket screws",
    "dado": "Dado",
    "rebate": "Rebate",
    "groove": "Groove and tongue",
    "confirmat": "Confirmat screws",
    "screw": "Screws",
    "dowel": "Dowels",
    "rails": "Two rails",
    "stretchers": "Two stretchers",
    "legs": "Legs and plinth",
    "notched": "Notched gables",
    "ladder": "Ladder base",
    "around": "Around each shelf",
    "full": "Full",
    "none": "None",
    "across": "Across",
    "upright": "Upright",
    "outer": "Outer faces",
    "lower": "Lower faces",
    "left": "Left stile",
    "right": "Right stile",
    "both": "Both stiles",
    "mm": "Millimetres",
    "inches": "Inches",
}
OVERLAYS = {"full": "Over the gables", "half": "Over half of them", "inset": "Between them"}
TOPS = {"full": "Full top"}
OF_BOARD = {"floor_thickness": 1.0, "shelf_thickness": 1.0, "partition_thickness": 1.0, "tongue_thickness": 0.5}
"""Thicknesses that are a share of the gables' where they are not set."""
NUMBERS = frozenset({"door_opens", "shelf_load", "lasting_load", "sag_limit", "moisture_swing"})
"""Rules that are numbers with a unit of their own."""
COUNTS = frozenset({"pin_spread"})
"""Rules that are plain numbers, not lengths."""
MOST_COUNT = 20


def rule_choices(rule: str) -> tuple[tuple[object, str, None], ...]:
    """What a rule can be set to, if it is a choice; nothing for a length."""
    annotation = Construction.model_fields[rule].annotation
    if get_origin(annotation) is not Literal:
        return ()
    own = {"overlay": OVERLAYS, "base_top": TOPS}.get(rule, {})
    return tuple((value, own.get(value) or WORDS.get(value, str(value).capitalize()), None) for value in get_args(annotation))
