"""What every form of a part answers, and that the answers agree with one another."""

from math import cos, pi, radians, sin, tan

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from shapely import Polygon

from makers import CATALOG, a_made_unit
from tallplank.core.joinery.part.form.bent import Bent
from tallplank.core.joinery.part.form.bevelled import Bevelled
from tallplank.core.joinery.part.form.form import Form
from tallplank.core.joinery.part.form.mitred import Miter, Mitred
from tallplank.core.joinery.part.form.outlined import Outlined
from tallplank.core.joinery.part.form.plain import EndCut
from tallplank.core.joinery.part.form.sheet import Sheet
from tallplank.core.joinery.part.form.swept import Swept
from tallplank.core.space.frame import Frame, frame_along, moved, turned_about_z
from tallplank.core.space.outline import area

SIZE = (600.0, 80.0, 40.0)
ELL = ((0.0, 0.0), (600.0, 0.0), (600.0, 30.0), (200.0, 30.0), (200.0, 80.0), (0.0, 80.0))
CROWN = ((0.0, 0.0), (20.0, 0.0), (35.0, 10.0), (80.0, 40.0), (60.0, 40.0), (0.0, 20.0))
_BOW = [(300 + 290 * sin(a), 290 - 290 * cos(a)) for a in np.linspace(-pi / 4, pi / 4, 13)]
_INNER = [(300 + 250 * sin(a), 290 - 250 * cos(a)) for a in np.linspace(-pi / 4, pi / 4, 13)]
BENT = Bent(moved(10, 20, 100), tuple((x - 95, y) for x, y in (*_BOW, *reversed(_INNER))), 600.0)
MITRED = Mitred(ELL, (), (Miter((600.0, 0.0), (600.0, 30.0)),))
BEVELLED = Bevelled.between(
    ((0.0, 0.0), (600.0, 5.0), (590.0, 70.0), (10.0, 80.0)), ((0.0, 10.0), (580.0, 0.0), (600.0, 80.0), (0.0, 75.0))
)
FORMS: tuple[Form, ...] = (
    Sheet(), Outlined(ELL), MITRED, BEVELLED, Swept(CROWN), Swept(CROWN, EndCut(1.0), EndCut(1.0)), Swept(CROWN, EndCut(-0.3, 0.2), EndCut(0.5, 0.4)), BENT,
)  # fmt: skip
FRAMES = (moved(5, 6, 7), frame_along("+z", "-x", (600, 0, 0)), turned_about_z(33, (1, 2, 3)))


@pytest.mark.parametrize("frame", FRAMES)
@pytest.mark.parametrize("form", FORMS)
def test_the_surface_is_closed_and_encloses_the_volume(form: Form, frame: Frame) -> None:
    corners, normals = form.surface(SIZE, ())
    c = corners.astype(np.float64) - corners.mean(axis=(0, 1))
    sides = np.cross(c[:, 1] - c[:, 0], c[:, 2] - c[:, 0]) / 2 + np.cross(c[:, 2] - c[:, 0], c[:, 3] - c[:, 0]) / 2
    assert np.abs(sides.sum(axis=0)).max() < 1e-2, "what opens on one side must close on another"
    assert ((sides * normals).sum(axis=1) > 0).all(), "seen from outside"
    assert (c.mean(axis=1) * sides).sum() / 3 == pytest.approx(form.volume(SIZE, ()), rel=1e-3)
    assert form.grain(corners, normals).shape == (*corners.shape[:2], 2)


@pytest.mark.parametrize("frame", FRAMES)
@pytest.mark.parametrize("form", FORMS)
def test_box_and_views_hold_every_corner_of_the_surface(form: Form, frame: Frame) -> None:
    points = form.standing(frame).all_out(form.surface(SIZE, ()).corners).reshape(-1, 3)
    low, high = form.box(frame, SIZE)
    assert points.min(axis=0) == pytest.approx(low, abs=1e-2)
    assert points.max(axis=0) == pytest.approx(high, abs=1e-2)
    lines = form.standing(frame).all_out(form.lines(SIZE, 0.0)).reshape(-1, 3)
    assert lines.min(axis=0) == pytest.approx(low, abs=1e-2)
    above = np.array(form.above(frame, SIZE))
    assert above.min(axis=0) == pytest.approx(low[:2], abs=1e-2)
    assert above.max(axis=0) == pytest.approx(high[:2], abs=1e-2)


@pytest.mark.parametrize("form", FORMS)
def test_the_nesting_outline_is_that_of_the_flat_board(form: Form) -> None:
    ring = form.ring(SIZE)
    assert Polygon(ring).is_valid
    assert Polygon(ring).exterior.is_ccw
    (x, y) = np.array(Polygon(ring).representative_point().coords)[0]
    assert form.covers(SIZE, float(x), float(y))
    assert not form.covers(SIZE, 700.0, 10.0)
    assert max(p[0] for p in ring) - min(p[0] for p in ring) == pytest.approx(600)


@pytest.mark.parametrize("form", FORMS)
def test_a_form_that_is_lengthened_is_as_it_was_between_its_ends(form: Form) -> None:
    """A piece that a hand makes longer: 30 at its left, 50 at its right, with what is cut there."""
    longer = form.lengthened(SIZE[0], 30.0, 50.0)
    size = (SIZE[0] + 80.0, *SIZE[1:])
    assert type(longer) is type(form)
    if form.bend_radius is not None:
        return  # how long the flat board is says nothing about how it is bent
    low, high = longer.box(moved(0.0, 0.0, 0.0), size)
    assert (low.x, high.x) == pytest.approx((0.0, size[0]), abs=1e-6)
    end = (600.0, *(y for y in SIZE[1:]))
    whole = (end[1] * end[2] if form.is_square else 0.0) * 80.0
    if form.is_square:
        assert longer.volume(size, ()) == pytest.approx(form.volume(SIZE, ()) + whole)
    assert longer.volume(size, ()) > form.volume(SIZE, ())
    for (a, b), (c, d) in zip(form.miters, longer.miters, strict=True):
        assert (c, d) == ((a[0] + 80.0, a[1]), (b[0] + 80.0, b[1]))


@given(st.floats(30, 150), st.floats(30, 150))
def test_two_mitred_pieces_meet_in_space_at_any_corner(corner: float, profile: float) -> None:
    """The end of one and the start of the next, turned by the corner, lie in one plane and have the same outline."""
    cut = EndCut(1 / tan(radians(corner) / 2))
    shape = tuple((y * profile / 80, z) for y, z in CROWN)
    piece = Swept(shape, cut, cut)
    size = (1000.0, profile, 40.0)
    along = size[0] - profile * cut.y
    ends = [(piece._ends(size, y, z)[1] - along, y, z) for y, z in shape]
    turn = turned_about_z(corner - 180, (0.0, 0.0, 0.0))
    starts = [turn.out((piece._ends(size, y, z)[0] - profile * cut.y, y, z)) for y, z in shape]
    assert np.array(ends) == pytest.approx(np.array([(*p,) for p in starts]), abs=1e-6)


def test_length_is_from_long_point_to_long_point() -> None:
    for cut in (EndCut(1.0), EndCut(-1.0), EndCut(0.2, -0.7)):
        form = Swept(CROWN, cut, cut)
        low, high = form.box(moved(0, 0, 0), SIZE)
        assert (low.x, high.x) == pytest.approx((0, 600))


def test_units_use_three_of_the_forms() -> None:
    found = {type(p.form) for kind in CATALOG.kinds for p in a_made_unit(kind).parts}
    assert found == {Sheet, Outlined, Bent}
    for kind in ("corner-diagonal", "base-bow", "base"):
        for part in a_made_unit(kind).parts:
            assert area(part.ring) <= part.length.value * part.width.value + 1e-6
            assert part.volume > 0
