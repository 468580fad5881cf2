"""Moldings of a job's own: from SVG and DXF drawings, and others in another size."""

import io

import ezdxf
import pytest

from makers import CATALOG, ROOM, WALL, a_room
from tallplank.core.catalog.carried import effective
from tallplank.core.catalog.hardware import Molding
from tallplank.core.catalog.profile import ProfileError
from tallplank.core.edit.check import EditError
from tallplank.core.edit.molding import add_molding, resize_molding
from tallplank.core.edit.paneling.scheme import add_scheme
from tallplank.core.exchange.profile_file import profile_from
from tallplank.core.job.file import dumps, loads
from tallplank.core.joinery.workshop import make
from tallplank.core.space.outline import area, bounds

SVG = b'<svg xmlns="http://www.w3.org/2000/svg" width="20mm" height="60mm" viewBox="0 0 20 60"><path d="M0 0 H12 L20 20 V60 H0 Z"/></svg>'


def dxf(scale: float = 1.0, units: int = 4) -> bytes:
    """A profile 20 × 60 with a rounded nose, drawn somewhere else than at the origin."""
    document = ezdxf.new()
    document.header["$INSUNITS"] = units
    points = [(100, 50, 0, 0, 0), (120, 50, 0, 0, 0), (120, 90, 0, 0, 0.4), (100, 110, 0, 0, 0)]
    document.modelspace().add_lwpolyline([(x * scale, y * scale, s, e, b) for x, y, s, e, b in points], close=True)
    out = io.StringIO()
    document.write(out)
    return out.getvalue().encode()


def test_a_profile_from_each_kind_of_drawing() -> None:
    svg = profile_from(SVG, "nose.svg")
    assert bounds(svg) == ((0.0, 0.0), (60.0, 20.0))
    assert area(svg) == pytest.approx(20 * 60 - 8 * 20 / 2)
    for data in (dxf(), dxf(1 / 25.4, units=1)):
        ring = profile_from(data, "NOSE.DXF")
        (x0, y0), (x1, y1) = bounds(ring)
        assert (x0, y0, x1) == pytest.approx((0.0, 0.0, 60.0), abs=0.01)
        assert y1 == pytest.approx(20.0, abs=3.0)
        assert len(ring) > 8


@pytest.mark.parametrize(
    ("data", "name"), [(b"\xff\xfe", "a.svg"), (b"nothing", "a.dxf"), (SVG, "a.pdf"), (dxf(100.0), "large.dxf"), (b"<svg/>", "empty.svg")]
)
def test_what_is_no_profile_is_refused_by_its_name(data: bytes, name: str) -> None:
    with pytest.raises(ProfileError, match=name):
        profile_from(data, name)


def test_it_runs_along_a_wall_and_is_kept_in_the_file() -> None:
    job, (key,) = add_molding(a_room(4000.0, 3000.0), CATALOG, profile_from(SVG, "nose.svg"), "Nose 60", "base", 3.2)
    job = loads(dumps(job))
    catalog = effective(CATALOG, job)
    job = add_scheme(job, catalog, ROOM, WALL, base=key).job
    (run,) = [r for r in make(job, catalog).runs if r.what == "panel"]
    (part,) = run.parts
    assert part.size[1:] == (60.0, 20.0)
    assert part.volume == pytest.approx(4000.0 * (20 * 60 - 80), rel=1e-6)


def test_a_molding_in_another_size() -> None:
    """145 high to 180, and half as deep again: its price goes by the area of its section."""
    before = CATALOG.hardware["base-ogee-145"]
    assert isinstance(before, Molding)
    job, (key,) = resize_molding(a_room(), CATALOG, before.id, 180.0, before.reach * 1.5)
    after = effective(CATALOG, job).hardware[key]
    assert isinstance(after, Molding)
    assert (after.rise, after.reach) == pytest.approx((180.0, before.reach * 1.5))
    assert after.price == pytest.approx(before.price * 180.0 / before.rise * 1.5, abs=0.01)
    assert after.name.startswith(before.name)


def test_what_cannot_be_is_refused() -> None:
    with pytest.raises(EditError, match="no such molding"):
        resize_molding(a_room(), CATALOG, "hinge-110", 50.0, 20.0)
    with pytest.raises(EditError, match="high and deep"):
        resize_molding(a_room(), CATALOG, "base-ogee-145", 1.0, 20.0)
    with pytest.raises(EditError, match="no kind of molding"):
        add_molding(a_room(), CATALOG, ((0.0, 0.0), (10.0, 0.0), (10.0, 10.0)), "Odd", "hinge")
