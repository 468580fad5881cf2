"""Volumes and overlaps of parts against independent mesh libraries (manifold3d, trimesh, shapely)."""

import numpy as np
import pytest
import trimesh
from hypothesis import assume, given, settings
from shapely import Point, Polygon

from bodies import manifold
from makers import CATALOG, a_made_unit
from solids import overlaps, shared
from strategies import standards, units
from tallplank.core.job.standard import Standard
from tallplank.core.job.unit import Unit
from tallplank.core.joinery.part.part import Part
from tallplank.core.joinery.workshop import make_unit
from tallplank.core.solid.mesh import Surfaces


@settings(max_examples=30)
@given(units(), standards)
def test_volumes_agree_with_a_boolean_cut(unit: Unit, standard: Standard) -> None:
    """Source: manifold3d's boolean difference and volume."""
    made = make_unit(CATALOG, standard, unit)
    assume(not made.problem)
    for part in made.parts:
        assert part.volume == pytest.approx(manifold(part).volume(), rel=1e-6), part.name


@pytest.mark.parametrize("kind", sorted(CATALOG.kinds))
@pytest.mark.parametrize("style", sorted(CATALOG.door_styles))
def test_no_two_parts_share_space(kind: str, style: str) -> None:
    """Source: manifold3d's boolean intersection of every pair."""
    assert sharing(a_made_unit(kind, Standard(door_style=style)).parts) == []


@pytest.mark.parametrize("kind", sorted(k.id for k in CATALOG.kinds.values() if k.build == "shaped"))
@pytest.mark.parametrize("overlay", ["full", "half", "inset"])
@pytest.mark.parametrize("box", ["frameless", "face-frame"])
@pytest.mark.parametrize("style", ["quayside-slab", "sluice-frame"])
def test_no_door_or_frame_of_a_shaped_unit_cuts_into_its_box(kind: str, overlay: str, box: str, style: str) -> None:
    """Source: manifold3d's boolean intersection of every pair. Inset doors lie within the plan, whatever its corners."""
    rules = {**CATALOG.kinds[kind].rules, "overlay": overlay, "box": box, "joint_frame": "pocket-screw"}
    made = a_made_unit(kind, Standard(door_style=style), rules=rules)
    assert sharing(made.parts) == []
    if overlay == "inset":
        plan = Polygon(made.plan).buffer(0.2)  # arcs are drawn in straight pieces, those of the door and of the plan in other places
        for part in (p for p in made.parts if p.front >= 0 or p.kind == "frame"):
            corners = manifold(part).to_mesh().vert_properties
            assert all(plan.contains(Point(x, y)) for x, y, *_ in corners), part.name


@settings(max_examples=15)
@given(units(), standards)
def test_no_two_parts_of_any_construction_share_space(unit: Unit, standard: Standard) -> None:
    """Source: manifold3d's boolean intersection of every pair whose boxes meet."""
    made = make_unit(CATALOG, standard, unit)
    assume(not made.problem)
    assert sharing(made.parts) == []


def sharing(parts: tuple[Part, ...]) -> list[str]:
    """The pairs of parts whose solids share more than what rounding leaves."""
    solids = [(p, p.box, manifold(p)) for p in parts]
    found = []
    for i, (p, p_box, a) in enumerate(solids):
        for q, q_box, b in solids[:i]:
            if shared(p_box, q_box) > 1e-6 and (volume_shared := (a ^ b).volume()) > 0.5:
                found.append(f"{p.name} and {q.name}: {volume_shared:.1f}")
    return found


def test_a_planted_overlap_is_found() -> None:
    """The check of our own tests can fail: without its groove the gable and the back share space."""
    from dataclasses import replace

    parts = a_made_unit("base").parts
    assert overlaps(parts) == []
    spoiled = tuple(replace(p, pockets=()) if p.name == "gable left" else p for p in parts)
    (found,) = overlaps(spoiled)
    assert "gable left and back by 7.5" in found


@pytest.mark.parametrize("style", sorted(CATALOG.door_styles))
def test_the_surface_is_that_of_the_solid(style: str) -> None:
    """Source: trimesh's volume and area of our own surface, and manifold3d's area."""
    for part in a_made_unit("base", Standard(door_style=style)).parts:
        surface = Surfaces().faces(part)
        corners = surface.corners.reshape(-1, 3)
        quads = np.arange(len(corners)).reshape(-1, 4)
        mesh = trimesh.Trimesh(corners, np.concatenate([quads[:, [0, 1, 2]], quads[:, [0, 2, 3]]]), process=False)
        assert mesh.volume == pytest.approx(part.volume, rel=1e-4)
        assert mesh.area == pytest.approx(manifold(part).surface_area(), rel=1e-5)
