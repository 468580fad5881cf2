"""Rooms out of a DXF plan: the closed outlines on each of its layers, read by ezdxf.

Lines that end where others begin are joined to outlines; curves become chords. Drawings from outside are read defensively: in a process of
its own with a limit of time and memory, a bounded size, a bounded number of entities, numbers looked at before anything is reckoned with
them; what is left out is told.
"""

import io
import struct
from collections import defaultdict
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from itertools import product
from math import isfinite
from statistics import median
from typing import Any

from shapely import LineString, Polygon, polygonize, union_all

from tallplank.core.error import PlankError
from tallplank.core.exchange.apart import Silent, Told, read_apart
from tallplank.core.job.room import MOST_CORNERS
from tallplank.core.space.outline import Ring, area, bounds, far
from tallplank.core.work import Report, silent

LARGEST, MOST_ENTITIES, MOST_SEGMENTS, MOST_LOOPS = 20 * 1024**2, 50_000, 20_000, 60
LARGEST_NUMBER = 1e9
"""What is farther from the middle of its drawing is no building."""
FAR = 1000.0
"""Lines so many times farther from the middle of a layer than half of its points are left out of it: they are strays."""
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
READER = f"{__name__}:parts_of"
DRAWN = ("LINE", "LWPOLYLINE", "POLYLINE", "ARC", "CIRCLE", "ELLIPSE", "SPLINE")


class PlanError(PlankError):
    """A drawing cannot be read; the text says why."""


@dataclass(frozen=True, slots=True)
class PlanDrawing:
    """The outlines of a drawing by layer, the largest first, in its own unit."""

    layers: Mapping[str, tuple[Ring, ...]]
    unit: str
    """The unit that the drawing names; nothing where it names none that we know."""
    left_out: tuple[str, ...] = ()
    """What was not read of it, a sentence each."""


Part = tuple[str, Sequence[Ring], str]
"""Of one layer: its name, its outlines, and what was left out of it."""


def read_plan(data: bytes) -> PlanDrawing:
    """The closed outlines in a DXF drawing, read in this process; `plan_apart` is for files from outside.

    Raises:
        PlanError: it is no drawing, is too large, or has no outline.
    """
    document = _document(data)
    return _drawing(list(_layers(document, Silent())), _unit_of(document))


def plan_apart(data: bytes, report: Report = silent) -> PlanDrawing:
    """The closed outlines in a DXF drawing, read in a process of its own with a limit of time and memory.

    Layers that were done in time stand; what was not is told.

    Raises:
        PlanError: it is no drawing, is too large, or has no outline that could be found in time.
    """
    _check_size(data)
    found = read_apart(READER, data, "the drawing", report)
    unit, *layers = found.parts or [""]
    parts = [(str(name), tuple(tuple((float(x), float(y)) for x, y in ring) for ring in rings), str(said)) for name, rings, said in layers]
    if found.ended and not any(rings for _, rings, _ in parts):
        raise PlanError(f"{found.ended}; it was given up. Draw the room by itself, or leave out what is not a wall.")
    late = (f"{found.ended}: what came after is left out.",) if found.ended else ()
    return _drawing(parts, str(unit), late)


def parts_of(data: bytes, told: Told) -> bool:
    """For the process apart: tells the unit of the drawing, then each layer as it is read; True when that is all."""
    document = _document(data)
    told.part(_unit_of(document))
    for part in _layers(document, told):
        told.part(part)
    return True


def _check_size(data: bytes) -> None:
    if len(data) > LARGEST:
        raise PlanError(f"The drawing has more than {LARGEST // 1024**2} MB.")


def _drawing(parts: Sequence[Part], unit: str, late: tuple[str, ...] = ()) -> PlanDrawing:
    layers = {name: tuple(rings) for name, rings, _ in sorted(parts, key=lambda part: part[0]) if rings}
    left_out = (*(said for _, _, said in parts if said), *late)
    if not layers:
        raise PlanError(" ".join(("The drawing has no closed outline that could be a room.", *left_out)))
    return PlanDrawing(layers, unit, left_out)


def _layers(document: Any, told: Told) -> Iterator[Part]:
    """Layer by layer, those with the fewest lines first."""
    entities = [e for e in document.modelspace() if e.dxftype() in DRAWN]
    if len(entities) > MOST_ENTITIES:
        raise PlanError(f"The drawing has {len(entities)} lines; at most {MOST_ENTITIES} are read.")
    by_layer: dict[str, list[list[tuple[float, float]]]] = defaultdict(list)
    for entity in entities:
        by_layer[str(entity.dxf.layer)].extend(_lines(entity))
    ordered = sorted(by_layer, key=lambda name: sum(map(len, by_layer[name])))
    for number, layer in enumerate(ordered):
        told.progress(number, len(ordered), f"Layer {layer}")
        yield _of_layer(layer, by_layer[layer])


def _of_layer(layer: str, lines: Sequence[list[tuple[float, float]]]) -> Part:
    near = _without_strays(lines)
    count = sum(len(line) - 1 for line in near)
    if count > MOST_SEGMENTS:
        return layer, (), f"Layer {layer} has {count} lines, of which outlines are not sought; at most {MOST_SEGMENTS} are."
    strays = len(lines) - len(near)
    words = "line lies" if strays == 1 else "lines lie"
    said = f"{strays} {words} far from all others of layer {layer}, and {'is' if strays == 1 else 'are'} left out." if strays else ""
    return layer, tuple(_loops(near)), said


def _without_strays(lines: Sequence[list[tuple[float, float]]]) -> list[list[tuple[float, float]]]:
    """The lines that are not absurdly far from where most of them are."""
    points = [p for line in lines for p in line]
    if not points:
        return []
    middle = (median(x for x, _ in points), median(y for _, y in points))
    reach = FAR * median(far(p, middle) for p in points)
    return [line for line in lines if reach <= 0 or all(far(p, middle) <= reach for p in line)]


def _unit_of(document: Any) -> str:
    try:
        return HEADER_UNITS.get(int(document.header.get("$INSUNITS", 0)), "")
    except (TypeError, ValueError):
        return ""


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
    _check_size(data)
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

    if not all(map(_is_sane, _numbers(entity))):
        return
    try:
        made = path.make_path(entity)
        start, end = _extent(made)
        points = [(float(p.x), float(p.y)) for p in made.flattening(max(CHORD * max(end, start), SMALLEST))]
    except (DXFError, *BROKEN):
        return
    if len(points) > 1 and all(_is_sane(v) for p in points for v in p):
        yield points


def _is_sane(number: float) -> bool:
    return isfinite(number) and abs(number) < LARGEST_NUMBER


def _numbers(entity: Any) -> Iterator[float]:
    """All numbers that an entity is drawn by, its own and those of its points."""
    for value in entity.dxfattribs().values():
        yield from _flat(value)
    for name in ("control_points", "fit_points", "knots", "weights"):
        for value in getattr(entity, name, ()):
            yield from _flat(value)
    if entity.dxftype() == "LWPOLYLINE":
        for point in entity.get_points("xyb"):
            yield from point
    for vertex in entity.vertices if entity.dxftype() == "POLYLINE" else ():
        yield from _numbers(vertex)


def _flat(value: Any) -> Iterator[float]:
    if isinstance(value, int | float):
        yield float(value)
    elif hasattr(value, "xyz"):
        yield from value.xyz
    elif hasattr(value, "__iter__") and not isinstance(value, str | bytes):
        for inner in value:
            yield from _flat(inner)


def _extent(made: Any) -> tuple[float, float]:
    """Width and height of what a path's control points span."""
    points = list(made.control_vertices())
    xs, ys = [p.x for p in points], [p.y for p in points]
    return max(xs) - min(xs), max(ys) - min(ys)


def _loops(lines: Sequence[list[tuple[float, float]]]) -> Iterator[Ring]:
    """The closed outlines that lines make, the largest first, without corners that are none."""
    points = [p for line in lines for p in line]
    if not points:
        return
    (left, low), (right, high) = bounds(points)
    near = max(right - left, high - low) * JOINS
    if near <= 0:
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
