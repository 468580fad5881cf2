"""Solids: surfaces that close, textures that tile, fronts that open."""

from math import cos, radians, sin
from typing import get_args

import numpy as np
import pytest
from hypothesis import given
from shapely import Point, Polygon

from makers import CATALOG, ROOM, WALL, a_made_unit, a_room, a_unit, a_wall_of, made
from solids import is_square
from strategies import standards, units
from tallplank.core.edit.survey.room import add_room_of
from tallplank.core.edit.survey.walled import add_opening
from tallplank.core.edit.unit import Spot, place_unit, set_hardware, set_width
from tallplank.core.job.face import faces_of
from tallplank.core.job.job import Job
from tallplank.core.job.opening import FrontKind, Opening
from tallplank.core.job.standard import Standard
from tallplank.core.job.unit import Unit
from tallplank.core.joinery.part.form.bent import Bent
from tallplank.core.joinery.part.hole import Pocket
from tallplank.core.joinery.part.opened import flap, pulled_out, swing
from tallplank.core.joinery.part.part import Part, part_refs
from tallplank.core.joinery.workshop import Workshop, make_unit
from tallplank.core.solid.mesh import Surfaces
from tallplank.core.solid.outline import bare_outline
from tallplank.core.solid.scene import SolidMaker
from tallplank.core.solid.shell import shell
from tallplank.core.solid.texture import pixels
from tallplank.core.solid.unit import BORED, UnitSolidMaker
from tallplank.core.space.layered import cells
from tallplank.core.space.motion import Motion


def flux(corners: np.ndarray, normals: np.ndarray) -> float:
    """A third of the flow of the position through the surface: the volume inside, by the divergence theorem."""
    c = corners.astype(np.float64)
    flow = 0.0
    for i, j in ((1, 2), (2, 3)):
        area = np.linalg.norm(np.cross(c[:, i] - c[:, 0], c[:, j] - c[:, 0]), axis=1) / 2
        flow += float(((c[:, 0] + c[:, i] + c[:, j]) / 3 * normals).sum(axis=1) @ area)
    return flow / 3


@given(units(), standards)
def test_the_surface_of_every_part_encloses_its_volume(unit: Unit, standard: Standard) -> None:
    for part in make_unit(CATALOG, standard, unit).parts:
        surface = Surfaces().faces(part)
        c = surface.corners.astype(np.float64)
        near = c - c.mean(axis=(0, 1))  # about its own middle, where single precision does not tell
        assert flux(near, surface.normals) == pytest.approx(part.volume, rel=1e-4)
        whole = part.length.value * part.width.value * part.thickness.value
        bent = 1e-4 if isinstance(part.form, Bent) else 0.0  # a bend is cut into short straight pieces
        assert 0 < part.volume <= whole * (1 + bent) + 1e-6
        assert not is_square(part) or bool(part.pockets) == (len(cells(part.size, part.pockets)) > 1)


def test_corners_run_counter_clockwise_seen_from_outside() -> None:
    for part in a_made_unit("base", Standard(door_style="sluice-frame")).parts:
        surface = Surfaces().faces(part)
        c = surface.corners
        turn = np.cross(c[:, 1] - c[:, 0], c[:, 2] - c[:, 1])
        assert ((turn * surface.normals).sum(axis=1) > 0).all(), part.name


def test_the_grain_runs_along_the_length() -> None:
    door = next(p for p in a_made_unit("base").parts if p.name == "door")
    surface = Surfaces().faces(door)
    face = int(np.argmin(surface.normals[:, 1]))
    along = surface.uv[face, :, 0]
    assert np.ptp(along) == pytest.approx(door.length.value, abs=1e-3)
    height = surface.corners[face, :, 2]
    assert abs(np.corrcoef(along, height)[0, 1]) == pytest.approx(1)


@pytest.mark.parametrize("look", sorted(CATALOG.looks))
def test_textures_tile(look: str) -> None:
    image = pixels(CATALOG.looks[look]).astype(int)
    assert image.shape == (512, 512, 3)
    for axis in (0, 1):
        inside = np.abs(np.diff(image, axis=axis)).mean()
        seam = np.abs(np.take(image, 0, axis) - np.take(image, -1, axis)).mean()
        assert seam <= 3 * inside + 2


def test_opened_fronts_move_and_closed_ones_do_not() -> None:
    shown, maker = made(a_wall_of("base", "drawers")), SolidMaker()
    closed, opened = maker.solids(shown, ROOM, 0.0), maker.solids(shown, ROOM, 1.0)

    def nearest(solids, look: str) -> float:  # type: ignore[no-untyped-def]
        return float(next(b for b in solids.batches if b.look == look).faces.corners[:, :, 1].min())

    assert nearest(opened, "lock-gate") < nearest(closed, "lock-gate") - 300
    assert nearest(opened, "chalk") < nearest(closed, "chalk")
    assert sum(len(b.faces) for b in opened.batches) > sum(len(b.faces) for b in closed.batches)


OPENING = ("doors", "drawer", "flap", "lift")


@pytest.mark.parametrize("front", OPENING)
def test_every_front_that_opens_moves_forward_and_keeps_its_shape(front: str) -> None:
    unit = a_unit("base", opening=Opening(front=front))
    shown, maker = made(a_room().replaced(units=(unit,))), SolidMaker()
    moving = {p.motion for p in shown.units[0].parts if p.front >= 0}
    assert len(moving) == 1
    assert None not in moving
    look = shown.units[0].choice.finish("front").look
    before, after = (next(b for b in maker.solids(shown, ROOM, share).batches if b.look == look).faces.corners for share in (0.0, 1.0))
    assert np.linalg.norm(after - before, axis=2).max() > 300
    assert after[:, :, 1].min() < before[:, :, 1].min() - 300
    first, then = (np.linalg.norm(c[0][:, None] - c[0][None, :], axis=2) for c in (before, after))
    assert np.allclose(first, then, atol=1e-2)


def test_the_fronts_that_do_not_open_are_known() -> None:
    assert set(get_args(FrontKind)) - set(OPENING) == {"none", "false"}


@pytest.mark.parametrize(
    ("motion", "ends"),
    [
        (swing(0.0, 0.0, left=True), (400.0 * cos(radians(100)), -400.0 * sin(radians(100)), 0.0)),
        (swing(400.0, 0.0, left=False), (400.0, 0.0, 0.0)),
        (flap(0.0, 0.0, lifts=False), (400.0, 0.0, 0.0)),
        (pulled_out(400.0), (400.0, -300.0, 0.0)),
    ],
)  # fmt: skip
def test_motions_turn_the_way_that_hands_pull(motion: Motion, ends: tuple[float, float, float]) -> None:
    assert motion.at(0.0).out((400.0, 0.0, 0.0)) == pytest.approx((400.0, 0.0, 0.0))
    assert motion.at(1.0).out((400.0, 0.0, 0.0)) == pytest.approx(ends, abs=1e-9)


def test_flaps_come_level_in_front_of_the_box() -> None:
    assert flap(-18.0, 100.0, lifts=False).at(1.0).out((0.0, -18.0, 400.0)) == pytest.approx((0.0, -318.0, 100.0))
    assert flap(-18.0, 400.0, lifts=True).at(1.0).out((0.0, -18.0, 100.0)) == pytest.approx((0.0, -318.0, 400.0))


def test_an_edit_keeps_the_arrays_of_other_units() -> None:
    maker, job = SolidMaker(), a_wall_of("base", "drawers")
    workshop = Workshop(CATALOG)
    maker.solids(workshop.make(job), ROOM)
    before = list(maker._units._results)
    maker.solids(workshop.make(set_width(job, CATALOG, ["u2"], 700)), ROOM)
    after = list(maker._units._results)
    assert after[0] is before[0]
    assert after[1] is not before[1]


def test_walls_have_holes_where_their_openings_are() -> None:
    job = add_opening(a_wall_of("base"), ROOM, "right", "window").job
    solids = SolidMaker().solids(made(job), ROOM)
    assert {b.look: len(b.faces) for b in solids.shell} == {"floor": 2, "ceiling": 2, "wall": 4 + 3}
    (side,) = solids.sides
    assert {b.look: len(b.faces) for b in side.batches} == {"wall": 4, "glass": 1}, "its reveal and pane, not seen from behind"
    assert side.into == made(job).faces[ROOM]["right"].frame.y


@pytest.mark.parametrize(
    "corners",
    [
        ((0, 4000), (3000, 4000), (3000, 2500), (5000, 2500), (5000, 0), (0, 0)),
        ((0, 3000), (2500, 4100), (5000, 2600), (4200, 0), (300, 0)),
    ],
)
def test_walls_and_floor_leave_no_gap_where_they_meet(corners: tuple[tuple[float, float], ...]) -> None:
    """Also at an outer corner and where it is not square: each lower corner is shared by two walls, and lies as low as the floor."""
    room = add_room_of(Job(name="Test"), "Room", corners, 2500).job.rooms[0]
    shown = {batch.look: batch.faces.corners for batch in shell(room, faces_of(room))}
    points = shown["wall"].reshape(-1, 3)
    ends, shared = np.unique(np.round(points[points[:, 2] < 1.0], 1), axis=0, return_counts=True)
    assert len(ends) == len(corners)
    assert set(shared) == {2}
    assert set(ends[:, 2]) == set(shown["floor"].reshape(-1, 3)[:, 2]) == {-3.0}


def test_the_room_is_seen_from_inside() -> None:
    job = add_opening(add_opening(a_wall_of("base"), ROOM, "right", "window").job, ROOM, "left", "door").job
    solids = SolidMaker().solids(made(job), ROOM)
    for batch in (*solids.shell, *(b for side in solids.sides for b in side.batches)):
        c = batch.faces.corners
        turn = np.cross(c[:, 1] - c[:, 0], c[:, 2] - c[:, 1])
        assert ((turn * batch.faces.normals).sum(axis=1) > 0).all(), batch.look


def test_shelves_are_seen_through_glass() -> None:
    def inside(style: str) -> int:
        shown = made(a_wall_of("wall").replaced(standard=Standard(door_style=style)))
        solids = SolidMaker().solids(shown, ROOM, 0.0)
        return sum(len(b.faces) for b in solids.batches if b.look == "chalk")

    assert inside("lantern-glazed") > inside("quayside-slab")


def test_a_unit_pulled_apart_keeps_every_surface_and_brings_it_back() -> None:
    unit = a_made_unit("drawers", Standard(door_style="sluice-frame"))
    whole, apart, again = (UnitSolidMaker().solids(unit, share) for share in (0.0, 1.0, 0.0))
    assert [len(b.faces) for b in whole.batches] == [len(b.faces) for b in apart.batches]
    assert all(np.array_equal(a.faces.corners, b.faces.corners) for a, b in zip(whole.batches, again.batches, strict=True))
    assert {b.owner for b in apart.blocks} == set(part_refs("u1", unit.parts))
    assert apart.blocks[0].low.x < whole.blocks[0].low.x
    assert sum(len(b.faces) for b in whole.batches if b.look == BORED) == sum(len(p.holes) for p in unit.parts) * 14


@pytest.mark.parametrize("kind", ["base-bow", "base-hollow"])
def test_a_bent_door_is_as_long_flat_as_its_arc(kind: str) -> None:
    """The body's volume is that of the flat board, but for what straight pieces cut off the arc."""
    door = next(p for p in a_made_unit(kind).parts if isinstance(p.form, Bent))
    flat = door.length.value * door.width.value * door.thickness.value
    assert door.volume == pytest.approx(flat, rel=0.01)


@pytest.mark.parametrize("kind", ["base-bow", "base-hollow"])
@pytest.mark.parametrize("overlay", ["full", "inset"])
def test_the_holes_of_a_bent_door_lie_in_its_bend(kind: str, overlay: str) -> None:
    """Seen from above, every cup lies within the curved body, and begins on its back."""
    door = next(p for p in a_made_unit(kind, rules={"overlay": overlay}).parts if p.name == "door")
    assert isinstance(door.form, Bent)
    body = Polygon(door.form.outline)
    holes = door.form.bored(door.size, door.holes)
    assert len(holes) == len(door.holes) > 0
    for hole in holes:
        near, far = (Point(hole.at.x + hole.into.x * d, hole.at.y + hole.into.y * d) for d in (0.0, hole.depth))
        assert body.exterior.distance(near) < 0.01
        assert body.buffer(0.01).contains(far)
        assert 0 < hole.at.z < door.length.value


def test_banded_edges_are_tinted_and_only_those() -> None:
    """By hand: the area of each tint is that of the banded edges in the cut list."""
    made = a_made_unit("wall")
    plain, banded = UnitSolidMaker().solids(made, 0.0), UnitSolidMaker().solids(made, 0.0, CATALOG.bands)
    tints = {b.look: b.faces for b in banded.batches if b.look not in {p.look for p in plain.batches}}
    wanted: dict[str, float] = {}
    for part in made.parts:
        length, width, thick = part.size
        for edge, run in (("l1", length), ("l2", length), ("w1", width), ("w2", width)):
            band = getattr(part.edges, edge)
            if band:
                cut = sum((p.high.x - p.low.x) * (p.high.z - p.low.z) for p in part.pockets if _reaches(p, part, edge, 0))
                cut += sum((p.high.y - p.low.y) * (p.high.z - p.low.z) for p in part.pockets if _reaches(p, part, edge, 1))
                wanted[CATALOG.bands[band].tint] = wanted.get(CATALOG.bands[band].tint, 0.0) + run * thick - cut
    assert tints.keys() == wanted.keys()
    for tint, found in tints.items():
        c = found.corners.astype(float)
        area = np.linalg.norm(np.cross(c[:, 1] - c[:, 0], c[:, 3] - c[:, 0]), axis=1).sum()
        assert area == pytest.approx(wanted[tint], rel=1e-4)


def _reaches(pocket: Pocket, part: Part, edge: str, along: int) -> bool:
    """Whether a cut takes something of an edge: that of the length for 0, of the width for 1."""
    if edge[0] != ("l", "w")[along]:
        return False
    axis = 1 - along
    return pocket.low[axis] < 1e-6 if edge.endswith("1") else pocket.high[axis] > part.size[axis] - 1e-6


def test_the_lines_of_a_notched_board_follow_its_notch() -> None:
    """A gable of 720 by 560 with a corner of 190 by 475 taken out: six corners, 18 edges, none across what is gone."""
    room = place_unit(a_room(), CATALOG, "base", Spot(ROOM, WALL, 600.0), width=600.0).job
    unit = made(set_hardware(room, CATALOG, ["u1"], "sink", "sink-front-60")).units[0]
    gable = next(p for p in unit.parts if p.kind == "gable")
    (notch,) = [p for p in gable.pockets if p.what == "notch"]
    lines = bare_outline(gable)
    assert len(lines) == 18
    middles = lines.mean(axis=1)
    within = (middles[:, 0] > notch.low.x + 1) & (middles[:, 0] < notch.high.x - 1)
    assert not (within & (middles[:, 1] > notch.low.y + 1) & (middles[:, 1] < notch.high.y - 1)).any()
    assert not (within & (middles[:, 1] < notch.low.y + 1)).any()
