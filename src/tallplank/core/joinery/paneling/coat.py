"""Paint on the wall itself, or on the backing: by its area and the number of coats.

Source: area × coats / spreading rate, rounded up to whole litres for each colour; common practice.
"""

from collections import defaultdict
from collections.abc import Iterator
from math import ceil

from shapely import Polygon, box
from shapely.geometry.base import BaseGeometry

from tallplank.core.catalog.hardware import Supply
from tallplank.core.job.filling import Plain
from tallplank.core.joinery.paneling.area import rectangle_of
from tallplank.core.joinery.paneling.block import Field
from tallplank.core.joinery.paneling.board import Making, shapes_of
from tallplank.core.joinery.part.part import Coat
from tallplank.core.measure.size import Size
from tallplank.core.measure.source import Decided
from tallplank.core.space.outline import Ring

THIN = 0.4
"""How far before what is painted a coat is drawn."""


def add_coats(making: Making) -> tuple[Coat, ...]:
    """Count the paint that a scheme takes, and tell what it covers."""
    areas: defaultdict[str, float] = defaultdict(float)
    found: list[Coat] = []
    for field in making.solved.block.painted:
        fill = field.region.fill
        paint = making.catalog.hardware.get(fill.paint or "") if isinstance(fill, Plain) else None
        if isinstance(fill, Plain) and isinstance(paint, Supply) and paint.look:
            shape = _painted(making, field)
            areas[paint.id] += shape.area * fill.coats / 1e6
            y = making.behind - field.proud - THIN
            found += [Coat(paint.look, ring, y, fill.coats) for ring in _rings(shape)]
    for key, area in areas.items():
        item = making.catalog.hardware[key]
        assert isinstance(item, Supply)
        why = f"{area:.1f} m² with all coats, one for {item.each:g} m²"
        making.out.fit(item, Size.of(ceil(area / item.each), why, Decided("hardware", "paint")), "on the wall")
    return tuple(found)


def _painted(making: Making, field: Field) -> BaseGeometry:
    own = rectangle_of(field.inside) if field.ring is None else Polygon(field.ring)
    return own.intersection(making.free)


def _rings(shape: BaseGeometry) -> Iterator[Ring]:
    """A shape in pieces without holes."""
    for piece in shapes_of(shape):
        if not piece.interiors:
            yield tuple(piece.exterior.coords[:-1])
            continue
        x0, z0, x1, z1 = piece.bounds
        low, _, high, _ = piece.interiors[0].bounds
        middle = (low + high) / 2
        for half in (box(x0, z0, middle, z1), box(middle, z0, x1, z1)):
            yield from _rings(piece.intersection(half))
