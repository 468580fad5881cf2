"""Rooms out of a DXF plan: the closed outlines on each of its layers, read by ezdxf.

Lines that end where others begin are joined to outlines; curves become chords. Drawings from outside are read defensively: a bounded
size, a bounded number of entities, and whatever is wrong told in one sentence.
"""

import io
import struct
from collections import defaultdict
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from itertools import product
from typing import Any

from shapely import LineString, Polygon, polygonize, union_all

from tallplank.core.error import PlankError
from tallplank.core.job.room import MOST_CORNERS
from tallplank.core.space.outline import Ring, area, bounds, far

LARGEST, MOST_ENTITIES, MOST_SEGMENTS, MOST_LOOPS = 20 * 1024**2, 50_000, 5_000, 60
UNITS: Mapping[str, float] = {"mm": 1.0, "cm": 10.0, "m": 1000.0, "in": 25.4, "ft": 304.8}
"""Millimetres of each unit that a drawing may be made in."""
HEADER_UNITS: Mapping[int, str] = {1: "in", 2: "ft", 4: "mm", 5: "cm", 6: "m"}
"""Source: the published DXF reference, $INSUNITS."""
JOINS = 1e-4
"""Ends nearer than this share of the drawing's extent are one."""
CHORD = 2e-4
"""Curves become chords with an error of this share of the drawing's extent."""
SMALLEST = 1e-6
BROKEN = (ValueError, KeyError, IndexError, TypeError, AttributeError, ArithmeticError, RecursionError)
"""What reading a damaged drawing may come to."""
DRAWN = ("LINE", "LWPOLYLINE", "POLYLINE", "ARC", "CIRCLE", "ELLIPSE", "SPLINE")


class PlanError(PlankError):
    """A drawing cannot be read; the text says why."""


@dataclass(frozen=True, slots=True)
class PlanDrawing:
    """The outlines of a drawing by layer, the largest first, in its own unit."""

    layers: Mapping[str, tuple[Ring, ...]]
    unit: str
    """The unit that the drawing names; nothing where it names none that we know."""


def read_plan(data: bytes) -> PlanDrawing:
    """The closed outlines in a DXF drawing.

    Raises:
        PlanError: it is no drawing, is too large, or has no outline.
    """
    if len(data) > LARGEST:
        raise PlanError(f"The drawing has more than {LARGEST // 1024**2} MB.")
    document = _document(data)
    entities = [e for e in document.modelspace() if e.dxftype() in DRAWN]
    if len(entities) > MOST_ENTITIES:
        raise PlanError(f"The drawing has {len(entities)} lines; at most {MOST_ENTITIES} are read.")
    by_layer: dict[str, list[list[tuple[float, float]]]] = defaultdict(list)
    for entity in entities:
        by_layer[str(entity.dxf.layer)].extend(_lines(entity))
    layers = {layer: found for layer in sorted(by_layer) if (found := tuple(_loops(by_layer[layer])))}
    if not layers:
        raise PlanError("The drawing has no closed outline that could be a room.")
    return PlanDrawing(layers, HEADER_UNITS.get(int(document.header.get("$INSUNITS", 0)), ""))


def room_corners(ring: Ring, unit: str) -> Ring:
    """The corners of a room from an outline of a drawing, in millimetres, its lower left at the origin.

    Raises:
        PlanError: no such unit.
    """
    if unit not in UNITS:
        raise PlanError(f"Choose the unit of the drawing: {', '.join(UNITS)}.")
    (left, low), _ = bounds(ring)
    return tuple((round((x - left) * UNITS[unit], 3), round((y - low) * UNITS[unit], 3)) for x, y in ring)


def _document(data: bytes) -> Any:
    from ezdxf import recover  # takes long to import, and few starts need it
    from ezdxf.lldxf.const import DXFError

    try:
        document, _ = recover.read(io.BytesIO(data))
    except (DXFError, OSError, struct.error, *BROKEN):
        raise PlanError("This is no DXF drawing, or it is damaged beyond reading.") from None
    return document


def _lines(entity: Any) -> Iterator[list[tuple[float, float]]]:
    """The chords of an entity; nothing for one that makes no line."""
    from ezdxf import path
    from ezdxf.lldxf.const import DXFError

    try:
        made = path.make_path(entity)
        start, end = _extent(made)
        points = [(float(p.x), float(p.y)) for p in made.flattening(max(CHORD * max(end, start), SMALLEST))]
    except (DXFError, *BROKEN):
        return
    if len(points) > 1 and all(abs(v) < 1e9 for p in points for v in p):
        yield points


def _extent(made: Any) -> tuple[float, float]:
    """Width and height of what a path's control points span."""
    points = list(made.control_vertices())
    xs, ys = [p.x for p in points], [p.y for p in points]
    return max(xs) - min(xs), max(ys) - min(ys)


def _loops(lines: Sequence[list[tuple[float, float]]]) -> Iterator[Ring]:
    """The closed outlines that lines make, the largest first, without corners that are none."""
    points = [p for line in lines for p in line]
    (left, low), (right, high) = bounds(points)
    near = max(right - left, high - low) * JOINS
    if near <= 0 or sum(len(line) - 1 for line in lines) > MOST_SEGMENTS:
        return
    meet = _Meeting(near)
    snapped = [[meet.at(point) for point in line] for line in lines]
    segments = [LineString(line) for line in snapped if len(set(line)) > 1]
    found = polygonize([union_all(segments)]).geoms if segments else ()
    rings = [ring for polygon in found if isinstance(polygon, Polygon) and 3 <= len(ring := _corners(polygon, near)) <= MOST_CORNERS]
    rings.sort(key=area, reverse=True)
    yield from rings[:MOST_LOOPS]


class _Meeting:
    """Gives one place to all points that lie near each other: that of the first of them."""

    def __init__(self, near: float) -> None:
        self._near, self._known = near, dict[tuple[int, int], tuple[float, float]]()

    def at(self, point: tuple[float, float]) -> tuple[float, float]:
        column, row = (int(v // self._near) for v in point)
        for cell in product((column - 1, column, column + 1), (row - 1, row, row + 1)):
            known = self._known.get(cell)
            if known is not None and far(known, point) <= self._near:
                return known
        self._known[column, row] = point
        return point


def _corners(polygon: Polygon, near: float) -> Ring:
    clean = polygon.simplify(near)
    return tuple((float(x), float(y)) for x, y, *_ in list(clean.exterior.coords)[:-1]) if isinstance(clean, Polygon) else ()
