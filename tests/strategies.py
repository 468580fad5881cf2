"""Hypothesis strategies for lengths, members, units and edits."""

from collections.abc import Callable

from hypothesis import strategies as st

from makers import CATALOG, ROOM, a_unit
from tallplank.core.edit.align import close_up
from tallplank.core.edit.opening import set_drawer_count, set_opening
from tallplank.core.edit.standard import change_job, set_job_finish, set_job_hardware, set_job_rule, set_job_style
from tallplank.core.edit.survey.room import change_room, change_wall
from tallplank.core.edit.survey.walled import add_opening
from tallplank.core.edit.unit import (
    Spot,
    change_units,
    delete_units,
    duplicate_units,
    place_unit,
    renumber,
    set_finish,
    set_rule,
    set_width,
    slide_units,
)
from tallplank.core.job.job import Job
from tallplank.core.job.opening import Opening
from tallplank.core.job.standard import Standard
from tallplank.core.job.unit import FINISH_ROLES, Unit
from tallplank.core.measure.divide import Member

lengths = st.floats(0.0, 10_000.0, allow_nan=False)
members = st.lists(
    st.one_of(
        st.builds(Member.fixed, st.floats(1.0, 300.0)),
        st.builds(Member, size=st.none(), share=st.floats(0.1, 5.0)),
    ),
    min_size=1,
    max_size=8,
)
kinds = st.sampled_from(sorted(CATALOG.kinds))
JOINTS = ("cam-dowel", "confirmat", "screw", "dowel", "dado", "rebate", "groove", "pocket-screw", "none")
walls = st.sampled_from(("back", "right", "front", "left"))
rules = st.fixed_dictionaries(
    {},
    optional={
        "board_thickness": st.sampled_from((15.0, 16.0, 18.0, 19.0, 25.0)),
        "back": st.sampled_from(("grooved", "rebated", "planted", "flat", "none")),
        "back_inset": st.floats(0.0, 60.0),
        "groove_depth": st.floats(4.0, 12.0),
        "back_clearance": st.floats(0.0, 3.0),
        "reveal": st.floats(2.0, 5.0),
        "stretcher_width": st.floats(80.0, 140.0),
        "kick_height": st.floats(100.0, 180.0),
        "shelf_setback": st.floats(0.0, 20.0),
        "bands_trimmed": st.sampled_from(("yes", "no")),
        "box": st.sampled_from(("frameless", "frameless", "face-frame")),
        "overlay": st.sampled_from(("full", "half", "inset")),
        "base_top": st.sampled_from(("stretchers", "full", "rails")),
        "kick": st.sampled_from(("legs", "notched", "ladder", "none")),
        "joint": st.sampled_from(JOINTS),
        "joint_shelf": st.sampled_from(JOINTS),
        "joint_partition": st.sampled_from(JOINTS),
        "joint_frame_box": st.sampled_from(("dowel", "none")),
        "joint_frame": st.sampled_from(("dowel", "groove", "pocket-screw", "none")),
        "tongue_thickness": st.sampled_from((0.0, 6.0, 9.0)),
        "tongue_length": st.floats(4.0, 9.0),
        "shelf_thickness": st.sampled_from((0.0, 16.0, 22.0)),
        "partition_thickness": st.sampled_from((0.0, 16.0, 25.0)),
        "frame_overhang": st.floats(0.0, 6.0),
        "cam_face": st.sampled_from(("outer", "lower")),
        "pin_rows": st.sampled_from(("around", "full", "none")),
        "drawer_front_grain": st.sampled_from(("across", "upright")),
    },
)


@st.composite
def openings(draw: st.DrawFn, deep: int = 3, behind: bool = False) -> Opening:
    """Trees of openings as a designer might draw them: rows and bays, boards and none, fronts over one cell or several."""
    front = "none" if behind else draw(st.sampled_from(("none", "none", "doors", "drawer", "flap", "lift", "false")))
    size = draw(st.sampled_from((Member(), Member(), Member(share=2.0), Member(least=120.0), Member.fixed(180.0))))
    board = draw(st.booleans())
    if deep and draw(st.integers(0, 2)) == 0:
        over = front if front in ("doors", "lift") else "none"
        cells = [draw(openings(deep - 1, behind or over != "none")) for _ in range(draw(st.integers(2, 3)))]
        cells[-1] = cells[-1].but(size=Member())
        split = draw(st.sampled_from(("rows", "bays")))
        return Opening(size=size, front=over, board=board, split=split, openings=tuple(cells))
    inside = draw(st.sampled_from(("none", "none", "none", "drawer", "pullout", "rail", "appliance"))) if front != "drawer" else "none"
    shelves = draw(st.integers(0, 3)) if inside == "none" and front != "drawer" else 0
    hand = draw(st.sampled_from(("left", "right")))
    return Opening(size=size, front=front, hand=hand, shelves=shelves, inside=inside, board=board)


@st.composite
def units(draw: st.DrawFn) -> Unit:
    """Units of any kind, size, construction and style that a shop might ask for; not all of them can be built."""
    kind = draw(kinds)
    usual = CATALOG.kinds[kind]
    width = draw(st.floats(20.0, 80.0)) if kind == "filler" else draw(st.floats(250.0, 1250.0))
    return a_unit(
        kind, width=width, height=usual.height * draw(st.floats(0.8, 1.3)), depth=usual.depth * draw(st.floats(0.8, 1.3)),
        door_style=draw(st.sampled_from(sorted(CATALOG.door_styles))), rules=draw(rules),
        **({"opening": draw(openings())} if kind != "filler" and draw(st.booleans()) else {}),
    )  # fmt: skip


standards = st.builds(
    Standard,
    door_style=st.sampled_from(sorted(CATALOG.door_styles)),
    finishes=st.fixed_dictionaries({"front": st.sampled_from([f.id for f in CATALOG.finishes_for("front")])}),
)


@st.composite
def edits(draw: st.DrawFn) -> Callable[[Job], Job]:
    """One edit of any kind, on whatever units the job then has."""
    which = draw(st.lists(st.integers(0, 7), max_size=3))

    def ids(job: Job) -> list[str]:
        return [job.units[i].id for i in which if i < len(job.units)]

    kind, wall, amount, count = draw(kinds), draw(walls), draw(st.floats(20.0, 1500.0)), draw(st.integers(1, 6))
    role = draw(st.sampled_from(FINISH_ROLES))
    finish = draw(st.sampled_from([f.id for f in CATALOG.finishes_for(role)]))
    rule = draw(rules)
    return draw(
        st.sampled_from(
            [
                lambda j: place_unit(j, CATALOG, kind, Spot(ROOM, wall)).job,
                lambda j: set_width(j, CATALOG, ids(j), amount, "centre"),
                lambda j: change_units(j, CATALOG, ids(j), depth=amount, note="changed"),
                lambda j: slide_units(j, ids(j), amount),
                lambda j: duplicate_units(j, ids(j)).job,
                lambda j: delete_units(j, ids(j)),
                lambda j: close_up(j, ids(j)),
                lambda j: renumber(j, CATALOG),
                lambda j: set_drawer_count(j, CATALOG, ids(j), count),
                lambda j: set_opening(j, CATALOG, ids(j), (), shelves=count),
                lambda j: set_finish(j, CATALOG, ids(j), role, finish),
                lambda j: set_job_finish(j, CATALOG, role, finish),
                lambda j: set_job_style(j, CATALOG, "sluice-frame"),
                lambda j: set_job_hardware(j, CATALOG, "pull", "pull-knob-32"),
                lambda j: set_job_rule(j, CATALOG, *next(iter(rule.items()), ("reveal", 3))),
                lambda j: set_rule(j, CATALOG, ids(j), *next(iter(rule.items()), ("reveal", None))),
                lambda j: change_room(j, ROOM, width=3000 + amount),
                lambda j: change_wall(j, ROOM, wall, name=f"Wall {count}"),
                lambda j: add_opening(j, ROOM, wall, "window").job,
                lambda j: change_job(j, name=f"Job {count}"),
            ]
        )
    )
