"""What a list says of a board beside its sizes, in words."""

from tallplank.core.catalog.catalog import Catalog
from tallplank.core.joinery.part.form.bevelled import Bevelled
from tallplank.core.joinery.part.form.swept import Swept
from tallplank.core.joinery.part.part import EDGE_NAMES, Part


def machining_of(part: Part) -> str:
    """How much is bored and cut; nothing for a plain board."""
    counts = ((len(part.holes), "hole", "holes"), (len(part.pockets), "cut", "cuts"))
    return ", ".join(f"{n} {one if n == 1 else many}" for n, one, many in counts if n)


def shape_of(part: Part) -> str:
    """That a board is no rectangle, where it is none: its length and width are those of the box around it."""
    if isinstance(part.form, Swept):
        cuts = (("first", part.form.start.mitre), ("last", part.form.end.mitre))
        ends = [f"{name} end mitred {angle:.1f}°" for name, angle in cuts if angle]
        return ", ".join(ends) or "square ends"
    if isinstance(part.form, Bevelled):
        angles = ", ".join(f"{angle:.1f}°" for _, _, angle in part.form.bevels(part.thickness.value))
        return f"shaped, in this box; edges off square by {angles}"
    return "" if part.form.is_square else "shaped, in this box"


def material_of(catalog: Catalog, part: Part) -> str:
    """What a part is cut from: its board, or the molding."""
    stock = part.form.stock if isinstance(part.form, Swept) else ""
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
