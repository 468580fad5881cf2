"""What a list says of a board beside its sizes, in words."""

from math import atan, degrees

from tallplank.core.catalog.catalog import Catalog
from tallplank.core.joinery.part.form.plain import EndCut
from tallplank.core.joinery.part.part import EDGE_NAMES, Part
from tallplank.core.space.outline import Point

LEAST_ANGLE, SQUARE = 0.05, 1e-6
"""A bevel that is less, in degrees, is none; and by how much an edge along a board may lie askew."""


def machining_of(part: Part) -> str:
    """How much is bored and cut; nothing for a plain board."""
    counts = ((len(part.holes), "hole", "holes"), (len(part.pockets), "cut", "cuts"))
    return ", ".join(f"{n} {one if n == 1 else many}" for n, one, many in counts if n)


def shape_of(part: Part) -> str:
    """That a board is no rectangle, where it is none: its length and width are those of the box around it."""
    if (sweep := part.form.sweep) is not None:
        first, last = _end_of(sweep.start), _end_of(sweep.end)
        if first == last:
            return f"both ends {first}" if first else "square ends"
        return ", ".join(f"{name} end {how}" for name, how in (("first", first), ("last", last)) if how)
    if part.form.rims is not None:
        return _bevels_of(part)
    return "" if part.form.is_square else "shaped, in this box"


def _end_of(cut: EndCut) -> str:
    """How an end is mitred: across the thickness of a piece, or in its face, as those of a frame are; nothing for a square one."""
    found, across = [f"mitred {cut.mitre:.1f}°"] if abs(cut.mitre) > LEAST_ANGLE else [], degrees(atan(cut.y))
    if abs(across) > LEAST_ANGLE:
        found.append(f"mitred {abs(across):.1f}° in its face, {'inner' if across > 0 else 'outer'} edge long")
    return " and ".join(found)


def _bevels_of(part: Part) -> str:
    """The edges that are cut off square: by their sides where the board is a rectangle, else round it."""
    edges = [(a, b, angle) for a, b, angle in part.form.bevels(part.thickness.value) if abs(angle) > LEAST_ANGLE]
    sides = [(_side_of(part, a, b), abs(angle), "face" if angle > 0 else "back") for a, b, angle in edges]
    if all(side for side, _, _ in sides):
        return "; ".join(f"{side} edge bevelled by {angle:.1f}°, long at the {long}" for side, angle, long in sides)
    angles = ", ".join(f"{angle:.1f}° long at the {long}" for _, angle, long in sides)
    return f"shaped, in this box; edges bevelled round it by {angles}"


def _side_of(part: Part, a: Point, b: Point) -> str:
    """The side of the unit that an edge of the face looks to, where it runs along its board or across it; else nothing."""
    length, width, _ = part.size
    along, across = abs(b[0] - a[0]), abs(b[1] - a[1])
    if min(along, across) > SQUARE:
        return ""
    middle = ((a[0] + b[0]) / 2, (a[1] + b[1]) / 2)
    if along > across:
        return part.edge_side("l1" if middle[1] < width / 2 else "l2")
    return part.edge_side("w1" if middle[0] < length / 2 else "w2")


def material_of(catalog: Catalog, part: Part) -> str:
    """What a part is cut from: its board, or the molding."""
    stock = part.form.stock
    return catalog.hardware[stock].name if stock else catalog.boards[part.board].name


def edges_of(part: Part) -> str:
    """The sides of the unit that banded edges look to; a shaped one is told by its band."""
    sides = [part.edge_side(edge) for edge in EDGE_NAMES if getattr(part.edges, edge)]
    return ", ".join([*sides, *(["along its front"] if part.shaped_edges else [])])


def band_names(catalog: Catalog, part: Part) -> tuple[str, str, str, str]:
    """The band on each edge: two along the length, two across it."""
    e = part.edges
    l1, l2, w1, w2 = (catalog.bands[b].name if b else "" for b in (e.l1, e.l2, e.w1, e.w2))
    if part.shaped_edges:
        l1 = f"{catalog.bands[part.shaped_edges[0].band].name}, along its front"
    return (l1, l2, w1, w2)


def bands_of(catalog: Catalog, part: Part) -> str:
    """Each band with the sides that it covers."""
    sides: dict[str, list[str]] = {}
    for edge in EDGE_NAMES:
        if band := getattr(part.edges, edge):
            sides.setdefault(band, []).append(part.edge_side(edge))
    for shaped in part.shaped_edges:
        sides.setdefault(shaped.band, []).append("along its front")
    return "; ".join(f"{catalog.bands[band].name}: {', '.join(dict.fromkeys(at))}" for band, at in sides.items())
